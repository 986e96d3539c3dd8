package picture

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/saw"
	"gnomon/core/survey"
)

func shed(t *testing.T) (job.Job, plan.Plan) {
	t.Helper()
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":1,"mouldings":[{"id":"b","height":5,"thickness":1,"profiled":true}],"rooms":[{"id":"r","closed":true,
		"walls":[{"id":"w1","length":"144"},{"id":"w2","length":"96"},{"id":"w3","length":"60"},{"id":"w4","length":"48"},{"id":"w5","length":"84"},
			{"id":"w6","length":"144"}],
		"corners":[{"id":"a","reading":90},{"id":"b","reading":90},{"id":"c","kind":"outside","reading":90},{"id":"d","reading":90},{"id":"e","reading":90},
			{"id":"f","reading":90}],
		"openings":[{"id":"o","wall":"w1","from":"30","width":"36"}],"runs":[{"id":"k","moulding":"b"}]}]}`), &j))
	j.Unit = "in"
	require.NoError(t, job.Resolve(&j, "in"))
	j.Normalise()
	p, err := plan.Build(j)
	require.NoError(t, err)
	return j, p
}

func TestBand(t *testing.T) {
	j, p := shed(t)
	b := Unroll(survey.Reduce(&j, &j.Rooms[0]), &j.Rooms[0], p.Pieces)
	assert.True(t, b.ToScale)
	assert.Equal(t, 576.0, b.Width)
	assert.Equal(t, "F", b.Corners[0].Letter, "a closed strip begins at the corner where it ends")
	assert.Equal(t, "mountain", b.Corners[3].Fold)
	assert.Equal(t, "valley", b.Corners[1].Fold)
	assert.Equal(t, BandOpening{"o", "w1", "door", true, 30, 66}, b.Openings[0])
	assert.Len(t, b.Pieces, 7)
	assert.Equal(t, BandPiece{"k.w1.o", "floor", 66, 144, nil, false}, b.Pieces[1])

	j.Rooms[0].Walls[1].Lengths = nil
	b = Unroll(survey.Reduce(&j, &j.Rooms[0]), &j.Rooms[0], nil)
	assert.False(t, b.ToScale)
	assert.False(t, b.Walls[1].Known)
	assert.Positive(t, b.Walls[1].To-b.Walls[1].From)
}

func TestFloor(t *testing.T) {
	j, p := shed(t)
	f := Above(survey.Reduce(&j, &j.Rooms[0]), &j.Rooms[0], p.Pieces, p.Surveys()[0])
	assert.Equal(t, [4]float64{0, 0, 144, 144}, [4]float64{math.Round(f.Box[0]), math.Round(f.Box[1]), math.Round(f.Box[2]), math.Round(f.Box[3])})
	require.NotNil(t, f.Gap)
	assert.False(t, f.Gap.Shown)
	assert.InDelta(t, 1, f.Walls[0].Facing[1], 1e-9, "the room lies below its first wall")
	assert.InDelta(t, -1, f.Walls[1].Facing[0], 1e-9)
	for _, q := range f.Pieces {
		require.Len(t, q.Outline, 4)
	}
	// Mitred pieces at C share their whole joint: back and face.
	at := func(id string) FloorPiece {
		for _, q := range f.Pieces {
			if q.ID == id {
				return q
			}
		}
		t.Fatal(id)
		return FloorPiece{}
	}
	w3, w4 := at("k.w3").Outline, at("k.w4").Outline
	for k := range 2 {
		assert.InDelta(t, w3[1][k], w4[0][k], 1e-9, "backs meet")
		assert.InDelta(t, w3[2][k], w4[3][k], 1e-9, "faces meet")
	}
	// A coped piece stops at the face of the one it meets.
	w5 := at("k.w5").Outline
	assert.InDelta(t, f.Span*thickness, w5[1][0], 1e-9)

	above := func() Floor {
		p, err := plan.Build(j)
		require.NoError(t, err)
		return Above(survey.Reduce(&j, &j.Rooms[0]), &j.Rooms[0], nil, p.Surveys()[0])
	}
	assert.Equal(t, "shoot A to E", above().Shots[0].Label, "what would help is drawn")
	j.Rooms[0].Walls[5].Lengths[0].As.Length = 100 * measure.Inch
	f = above()
	assert.True(t, f.Gap.Shown)
	assert.InDelta(t, 44, f.Gap.Length.Inches(), 1e-6)
	assert.True(t, f.Walls[5].Doubt)
	j.Rooms[0].Diagonals = []job.Diagonal{{ID: "x", From: "b", To: "e", Level: job.Floor, As: job.Entry{Length: 100 * measure.Inch, Text: "100"}}}
	assert.Equal(t, "x", above().Shots[0].ID)
	assert.False(t, above().Island)
	j.Rooms[0].Corners[2].Readings = nil
	assert.Nil(t, above().Gap, "nothing to say until all is measured")
	empty := &job.Room{}
	assert.NotPanics(t, func() {
		Above(survey.Reduce(&j, empty), empty, nil, inspect.Survey{})
		Unroll(survey.Reduce(&j, empty), empty, nil)
	})
}

// What is drawn is what was computed: the kept wood lies on the side to keep,
// and the cut edge has the mitre's slant.
func TestBenchAgreesWithTheSetting(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(70, 170).Draw(t, "theta"))
		n := joint.InsideEnd(theta)
		if rapid.Bool().Draw(t, "outside") {
			n = joint.OutsideEnd(theta)
		}
		hand := rapid.SampledFrom([]joint.Hand{joint.Left, joint.Right}).Draw(t, "hand")
		pose := saw.Pose{Lie: rapid.SampledFrom([]saw.Lie{saw.Upright, saw.Nested, saw.Flat}).Draw(t, "lie"),
			Edge: rapid.SampledFrom([]saw.Edge{saw.Top, saw.Bottom}).Draw(t, "edge"), Spring: 38}
		s := saw.For(n.At(hand), pose)
		b := OnSaw(Cut{Plane: n.At(hand), Pose: pose, Setting: s}, Sample(3*measure.Inch, 4*measure.Inch, pose.Lie != saw.Upright))
		mean := func(ps []Point) float64 {
			sum := 0.0
			for _, p := range ps {
				sum += p[0]
			}
			return sum / float64(len(ps))
		}
		if s.Keep == joint.Left {
			assert.Less(t, mean(b.Keep), mean(b.Waste))
		} else {
			assert.Greater(t, mean(b.Keep), mean(b.Waste))
		}
		slant := (b.Keep[1][0] - b.Keep[2][0]) / (b.Keep[1][1] - b.Keep[2][1])
		assert.InDelta(t, -s.Mitre.Tan(), slant, 1e-3)
		if s.Mitre > 1 {
			assert.Greater(t, b.Handle[0], b.Straight[0][0], "positive swings right")
		}
		if s.Mitre < -1 {
			assert.Less(t, b.Handle[0], b.Straight[0][0])
		}
		assert.LessOrEqual(t, b.Mark[1], 0.0)
		assert.GreaterOrEqual(t, b.Mark[1], -b.Depth-1e-3)
		assert.NotEmpty(t, b.Lies)
		for _, p := range b.Section {
			assert.GreaterOrEqual(t, p[0], 0.0, "nothing stands behind the fence")
			assert.GreaterOrEqual(t, p[1], 0.0, "nor under the table")
		}
	})
}

func TestTextOnAWallIsNeverUpsideDown(t *testing.T) {
	for in, want := range map[measure.Angle]float64{0: 0, 90: 90, 180: 0, 270: 90, -90: 90, 135: -45, 360: 0, 45: 45} {
		assert.InDelta(t, want, upright(in), 1e-9, "%v", in)
	}
}
