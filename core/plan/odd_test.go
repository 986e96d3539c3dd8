package plan_test

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/edit"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

const floorHigh = 5.25 // of the base that plantest hangs

func withOdd(t *testing.T, rules string, odds ...job.Odd) (job.Job, plan.Plan) {
	j := plantest.Read(t, plantest.Room(true, rules, plantest.Square4, "90, 90, 90, 90"))
	j.Rooms[0].Odds = odds
	return j, plantest.Build(t, j)
}

// top is where the back of an end's top edge is, from the back of the piece's left end at its bottom.
func top(p *piece.Piece, hand joint.Hand) float64 {
	x := 0.0
	if hand == joint.Right {
		x = p.Back.Inches()
	}
	return x + floorHigh*p.End(hand).Rise
}

// A floor steps down by three quarters, four feet along: the base there is three pieces that meet in space, top and bottom,
// with the filler under the link, glued up as one with what can be carried.
func TestStepParts(t *testing.T) {
	rapid.Check(t, func(rt *rapid.T) {
		fall := float64(rapid.IntRange(4, 48).Draw(rt, "fall")) / 16
		slope := float64(rapid.IntRange(20, 75).Draw(rt, "slope"))
		at := float64(rapid.IntRange(20, 60).Draw(rt, "at"))
		falls := rapid.SampledFrom([]string{"right", "left"}).Draw(rt, "falls")
		j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
		j.Rooms[0].Odds = []job.Odd{{ID: "s", Detail: "step", Wall: "w1", At: plantest.Typed(fmt.Sprint(at)),
			Fields: []string{fmt.Sprintf("fall=%g", fall), fmt.Sprintf("slope_deg=%g", slope), "falls=" + falls}}}
		p := plantest.Build(t, j)
		a, link, b := plantest.Piece(t, p, "k.w1"), plantest.Piece(t, p, "k.w1.s-link"), plantest.Piece(t, p, "k.w1.s")
		fill := plantest.Piece(t, p, "k.w1.s-filler")
		// Where things are, by coordinates: the step stands at `at`, the link goes down from the high floor's edge.
		rad := slope * math.Pi / 180
		takes := fall / math.Tan(rad)
		begin, dir := [2]float64{at, 0}, [2]float64{math.Cos(rad), -math.Sin(rad)}
		lower := [2]float64{at + takes, -fall}
		if falls == "left" {
			begin, dir = [2]float64{at - takes, -fall}, [2]float64{math.Cos(rad), math.Sin(rad)}
			lower = [2]float64{at, 0}
		}
		up := [2]float64{-dir[1], dir[0]}
		on := func(x, z float64) [2]float64 {
			return [2]float64{begin[0] + x*dir[0] + z*up[0], begin[1] + x*dir[1] + z*up[1]}
		}
		startA := a.BackFrom().Inches()
		levelA, levelB := begin[1], lower[1]
		same := func(want, got [2]float64, what string) {
			require.InDelta(rt, want[0], got[0], 1e-5, what)
			require.InDelta(rt, want[1], got[1], 1e-5, what)
		}
		same(on(0, 0), [2]float64{startA + a.Back.Inches(), levelA}, "left bottom")
		same(on(top(link, joint.Left), floorHigh), [2]float64{startA + top(a, joint.Right), levelA + floorHigh}, "left top")
		same(on(link.Back.Inches(), 0), [2]float64{b.BackFrom().Inches(), levelB}, "right bottom")
		same(on(top(link, joint.Right), floorHigh), [2]float64{b.BackFrom().Inches() + top(b, joint.Left), levelB + floorHigh}, "right top")
		require.InDelta(rt, takes, fill.Back.Inches(), 1e-5)
		require.True(rt, fill.Cap)
		require.Equal(rt, link.ID, a.Right.Meets)
		require.Equal(rt, b.ID, link.Right.Meets)
		require.Contains(rt, fill.Work[len(fill.Work)-1], "Rip it")
		mate := plantest.Piece(t, p, "k.w2")
		require.Equal(rt, b.ID, mate.Left.Meets, "at the corner stands the part beside it")
		require.Empty(rt, a.NotAsIs)
		if a.Cut.Inches() <= 60 || b.Cut.Inches() <= 60 {
			require.NotEmpty(rt, link.Group)
			require.True(rt, link.Group == a.Group || link.Group == b.Group)
		}
	})
}

// What was measured as a spot is the same place, by the house rule; rip and strip leave the base whole.
func TestStepBySchool(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Rooms[0].Spots = []job.Spot{{ID: "s", Wall: "w1", Kind: job.SpotStepDown, At: *plantest.Typed("48"), Height: plantest.Typed("3/4")}}
	p := plantest.Build(t, j)
	assert.InDelta(t, 0.75*math.Sqrt2, plantest.Piece(t, p, "k.w1.s-link").Cut.Inches(), 1e-6)
	assert.Equal(t, 22.5, float64(plantest.Piece(t, p, "k.w1").Right.Across))
	j.Rules.Slope = 30
	p = plantest.Build(t, j)
	assert.InDelta(t, 1.5, plantest.Piece(t, p, "k.w1.s-link").Cut.Inches(), 1e-6)
	assert.Contains(t, plantest.Finding(t, p, "floor_steps").Remedy, "sloped 30°", "told as it is cut")

	j.Rules.Step = job.StepRip
	p = plantest.Build(t, j)
	q := plantest.Piece(t, p, "k.w1")
	assert.Equal(t, 120*in, q.Length)
	assert.Contains(t, strings.Join(q.Work, " "), `Rip 3/4" off the bottom`)
	assert.Contains(t, q.Work[0], `4' from its left end`)
	assert.Empty(t, q.NotAsIs)

	j.Rules.Step = job.StepStrip
	p = plantest.Build(t, j)
	strip := plantest.Piece(t, p, "k.w1.s-strip")
	assert.Equal(t, 72*in, strip.Cut)
	assert.Contains(t, strip.Work, `Rip it 3/4" high.`)
	assert.True(t, strip.FromStick())

	// A step that cannot be linked says why, and is told as before.
	j.Rules.Step = job.StepLink
	j.Rooms[0].Spots[0].At = *plantest.Typed("119")
	p = plantest.Build(t, j)
	assert.Contains(t, plantest.Finding(t, p, "odd_cannot_be").Text, "Step")
	assert.NotEmpty(t, plantest.Piece(t, p, "k.w1").NotAsIs)
}

// A socket read from both ends and a pipe: holes in the piece, from its own left end; one over the base is none of its.
func TestHoles(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Rooms[0].Spots = []job.Spot{
		{ID: "s", Wall: "w1", Kind: job.SpotSocket, At: *plantest.Typed("40"), Right: plantest.Typed("80 1/8"), Width: plantest.Typed("2"),
			Height: plantest.Typed("1"),
			Tall:   plantest.Typed("3"), Clear: plantest.Typed("1/16")},
		{ID: "p", Wall: "w1", Kind: job.SpotPipe, At: *plantest.Typed("70"), Width: plantest.Typed("7/8"), Height: plantest.Typed("2"), Clear: plantest.Typed("1/8")},
		{ID: "h", Wall: "w1", Kind: job.SpotSocket, At: *plantest.Typed("20"), Width: plantest.Typed("2"), Height: plantest.Typed("12"), Tall: plantest.Typed("4")},
		{ID: "n", Wall: "w2", Kind: job.SpotSocket, At: *plantest.Typed("20"), Height: plantest.Typed("2")}}
	p := plantest.Build(t, j)
	q := plantest.Piece(t, p, "k.w1")
	require.Len(t, q.Holes, 2)
	h := q.Holes[0]
	start := q.BackFrom()
	assert.Equal(t, 39*in-in/16-in/16, h.From+start, "half of what the two readings miss by, and the clearance")
	assert.Equal(t, 2*in+in/8, h.To-h.From)
	assert.Equal(t, in-in/16, h.Low)
	assert.Equal(t, 4*in+in/16, h.High)
	h = q.Holes[1]
	assert.True(t, h.Round)
	assert.Equal(t, 70*in-in*9/16, h.From+start)
	assert.Zero(t, h.Low, "its slot goes to the nearer edge")
	assert.Equal(t, 2*in+in*9/16, h.High)
	assert.Len(t, slices.DeleteFunc(slices.Clone(q.Work), func(s string) bool { return !strings.Contains(s, "No nail") }), 2)
	assert.Contains(t, plantest.Codes(p), "in_the_way", "one without its width")
	assert.Empty(t, plantest.Piece(t, p, "k.w2").Holes)
}

// A hollow corner of a foot: chords from tangent to tangent, each joint in its own share, as points in plan say.
func TestHollowCorner(t *testing.T) {
	for _, theta := range []float64{90, 110, 75} {
		j := plantest.Read(t, plantest.Room(false, `"inside":"cope"`, "80, 80", fmt.Sprint(theta)))
		j.Rooms[0].Corners[0].Radius = plantest.Typed("12")
		j.Rules.Hollow = *plantest.Typed("1/4")
		p := plantest.Build(t, j)
		a, b := plantest.Piece(t, p, "k.w1"), plantest.Piece(t, p, "k.w2")
		var turns []*piece.Piece
		for _, q := range p.Pieces {
			if q.Turns {
				turns = append(turns, q)
			}
		}
		turn := (180 - theta) * math.Pi / 180
		n := int(math.Ceil(turn / (2 * math.Acos(1-.25/12))))
		require.Len(t, turns, n)
		// Walk along the backs: from wall 1's start, turning left inside; the walk must end where wall 2 does.
		x, y, phi := a.Back.Inches(), 0.0, 0.0
		for i, q := range turns {
			half := turn / float64(2*n)
			phi += half
			if i > 0 {
				phi += half
			}
			x, y = x+q.Back.Inches()*math.Cos(phi), y+q.Back.Inches()*math.Sin(phi)
			left, right := half*180/math.Pi, half*180/math.Pi
			if i == 0 {
				left /= 2
			}
			if i == n-1 {
				right /= 2
			}
			assert.InDelta(t, left, math.Abs(float64(q.Left.Setting.Mitre)), 1e-6)
			assert.InDelta(t, right, math.Abs(float64(q.Right.Setting.Mitre)), 1e-6)
			assert.Equal(t, piece.ToLong, q.Left.ToldTo)
		}
		assert.InDelta(t, 80+80*math.Cos(turn), x+b.Back.Inches()*math.Cos(turn), 1e-5)
		assert.InDelta(t, 80*math.Sin(turn), y+b.Back.Inches()*math.Sin(turn), 1e-5)
		assert.Contains(t, plantest.Finding(t, p, "bullnose_hollow").Text, "hollow corner")

		j.Rules.Bullnose = job.TurnFlexible
		p = plantest.Build(t, j)
		q := plantest.Piece(t, p, "k.c1.turn-1")
		assert.InDelta(t, 12*turn, q.Cut.Inches(), 1e-6)
		assert.Equal(t, piece.Square, q.Left.Joint)
		assert.Contains(t, q.Work[0], "bends")
		assert.InDelta(t, 80-12*math.Tan(turn/2), plantest.Piece(t, p, "k.w1").Cut.Inches(), 1e-6)
	}
}

// A place at a corner says how that is turned: a bullnose of its own radius, and how many pieces.
func TestCornerByPlace(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "60, 60", "out 90"))
	j.Rooms[0].Odds = []job.Odd{{ID: "b", Detail: "bullnose", Corner: "c1", Fields: []string{"radius=3/4", "pieces=3"}}}
	p := plantest.Build(t, j)
	g := 90.0 / 8 * math.Pi / 180
	assert.InDelta(t, 1.5*math.Tan(g), plantest.Piece(t, p, "k.c1.turn-3").Cut.Inches(), 1e-6)
	assert.InDelta(t, 60-.75+.75*math.Tan(g), plantest.Piece(t, p, "k.w1").Cut.Inches(), 1e-6)
	require.Len(t, p.Rooms[0].Odds, 1)

	j.Rules.Bullnose, j.Rooms[0].Odds = job.TurnFacets, nil
	j.Rooms[0].Corners[0].Radius = plantest.Typed("30")
	p = plantest.Build(t, j)
	assert.Equal(t, 8, len(p.Pieces)-2, "pieces for an eighth behind a radius of 30")
}

// Ends by place: returned to the wall and to the floor, leaning, dying into something thin; each told as its return is.
func TestEndsByPlace(t *testing.T) {
	one := func(o job.Odd) (plan.Plan, *piece.Piece) {
		j := plantest.Read(t, plantest.Room(false, "", "40, 80", "90"))
		o.ID, o.Wall, o.End = "e", "w2", "right"
		j.Rooms[0].Odds = []job.Odd{o}
		p := plantest.Build(t, j)
		return p, plantest.Piece(t, p, "k.w2")
	}
	p, q := one(job.Odd{Detail: "floor_return"})
	assert.Equal(t, 80*in, q.From+q.Length, "told to the tip")
	assert.InDelta(t, 80-floorHigh, (q.BackFrom() + q.Back).Inches(), 1e-6)
	c := plantest.Piece(t, p, "k.w2.cap-right")
	assert.InDelta(t, floorHigh, c.Cut.Inches(), 1e-6)
	assert.InDelta(t, 0, c.Back.Inches(), 1e-6)
	assert.InDelta(t, 45, math.Abs(float64(c.Left.Setting.Mitre))+math.Abs(float64(c.Left.Setting.Bevel)), 1e-6)

	p, q = one(job.Odd{Detail: "return"})
	assert.Equal(t, piece.ToTip, q.Right.ToldTo)
	assert.NotNil(t, plantest.Piece(t, p, "k.w2.cap-right"))

	_, q = one(job.Odd{Detail: "lean", Fields: []string{"lean_deg=1.2"}})
	assert.InDelta(t, floorHigh*math.Tan(1.2*math.Pi/180), q.Right.TopLong.Inches(), 1e-6)
	_, q = one(job.Odd{Detail: "lean", Fields: []string{"lean_deg=1.2", "corner_deg=80"}})
	assert.NotZero(t, q.Right.Slope)
	assert.InDelta(t, floorHigh*math.Tan(1.2*math.Pi/180), q.Right.TopLong.Inches(), 2e-2)
	_, q = one(job.Odd{Detail: "chamfer", Fields: []string{"casing=3/8"}})
	assert.Positive(t, q.Right.Chamfer)

	j := plantest.Read(t, plantest.Room(false, "", "40, 80", "90"))
	j.Rooms[0].Odds = []job.Odd{{ID: "e", Detail: "return", Wall: "w2"}}
	f := plantest.Finding(t, plantest.Build(t, j), "odd_nowhere")
	assert.Equal(t, "e", f.ID)
	assert.Equal(t, finding.Check, f.Severity)
}

// Old trim stays: the new piece begins at its dressed end and has its plane, turned around.
func TestOnFromOld(t *testing.T) {
	for _, side := range []string{"left", "right"} {
		j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
		j.Rooms[0].Odds = []job.Odd{{ID: "o", Detail: "old", Wall: "w1", At: plantest.Typed("30"), Fields: []string{"swing_deg=3", "tilt_deg=1",
			"dress=1/4", "side=" + side}}}
		p := plantest.Build(t, j)
		q := plantest.Piece(t, p, "k.w1")
		end, other, sign := &q.Left, &q.Right, 1.0
		if side == "right" {
			end, other, sign = &q.Right, &q.Left, -1.0
			assert.InDelta(t, 30.25, (q.BackFrom() + q.Back).Inches(), 1e-6)
		} else {
			assert.InDelta(t, 29.75, q.BackFrom().Inches(), 1e-6)
		}
		assert.InDelta(t, sign*math.Tan(3*math.Pi/180), end.Slope, 1e-6)
		assert.InDelta(t, sign*math.Tan(math.Pi/180), end.Rise, 1e-6)
		assert.Equal(t, "c1", map[string]string{"left": other.Corner, "right": "c1"}[side])
		require.NotNil(t, end.Setting)

		// Its old section is known, and a little thicker at the foot.
		assert.NotContains(t, plantest.Codes(p), "odd_differs")
		section(t, &j, "b", [][2]string{{"0", "0"}, {"9/16", "0"}, {"9/16", "5 1/4"}, {"0", "5 1/4"}})
		old := j.Mouldings[0]
		old.ID, old.Thickness = "old", *plantest.Typed("3/4")
		j.Mouldings = append(j.Mouldings, old)
		section(t, &j, "old", [][2]string{{"0", "0"}, {"3/4", "0"}, {"3/4", "1"}, {"9/16", "1"}, {"9/16", "5 1/4"}, {"0", "5 1/4"}})
		j.Rooms[0].Odds[0].Second = "old"
		f := plantest.Finding(t, plantest.Build(t, j), "odd_differs")
		assert.Contains(t, f.Text, `stands 3/16" further in`)
	}
}

// A stair's skirt and a chain around a post are pieces of their own: cut, hung, and the chain glued up as one.
func TestPiecesOfTheirOwn(t *testing.T) {
	stair := job.Odd{ID: "st", Name: "Back stair", Detail: "stair", Wall: "w1", Moulding: "b", Second: "b",
		Fields: []string{"riser=7.5", "tread=10", "risers=4", "above_nosing=0"}}
	post := job.Odd{ID: "po", Name: "Post", Detail: "chain", Moulding: "b", Fields: []string{"faces=6", "faces=6", "faces=6", "ends=return"}}
	_, p := withOdd(t, "", stair, post)
	f := plantest.Finding(t, p, "odd_cannot_be")
	assert.Contains(t, f.Text, "Back stair", "a base is too narrow for a skirt")
	require.NotEmpty(t, plantest.Piece(t, p, "~~po.piece-1").Group)
	assert.Equal(t, plantest.Piece(t, p, "~~po.piece-1").Group, plantest.Piece(t, p, "~~po.piece-3").Group)
	first := plantest.Piece(t, p, "~~po.piece-1")
	assert.Equal(t, piece.ToTip, first.Left.ToldTo)
	assert.InDelta(t, 6+9.0/16, first.Cut.Inches(), 1e-6)
	assert.NotNil(t, plantest.Piece(t, p, "~~po.piece-1.cap-left"))
	assert.InDelta(t, 45, math.Abs(float64(first.Right.Setting.Mitre)), 1e-6)

	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Mouldings = append(j.Mouldings, job.Moulding{ID: "sk", Kind: job.KindFlat, Height: *plantest.Typed("9 1/4"), Thickness: *plantest.Typed("3/4"),
		Sticks: []job.Stick{{Entry: *plantest.Typed("16'")}}})
	stair.Moulding = "sk"
	j.Rooms[0].Odds = []job.Odd{stair}
	p = plantest.Build(t, j)
	skirt := plantest.Piece(t, p, "~~st.skirt")
	assert.InDelta(t, 4*12.5, skirt.Back.Inches(), 1e-6)
	assert.InDelta(t, 36.8699, math.Abs(float64(skirt.Left.Across)), 1e-4)
	rake := plantest.Piece(t, p, "~~st.raking")
	assert.InDelta(t, 36.8699/2, math.Abs(float64(rake.Left.Across)), 1e-4)
	assert.Less(t, skirt.Hang, plantest.Piece(t, p, "k.w1").Hang)
	require.NotNil(t, skirt.Left.Dial)

	// What is cut of it stays cut.
	for _, hand := range piece.Hands {
		plantest.Mark(t, &j, job.RecordCut, skirt.ID, hand)
	}
	require.Len(t, j.Records, 2)
	skirt = plantest.Piece(t, plantest.Build(t, j), skirt.ID)
	assert.True(t, skirt.Done)

	// Begun on a wall, it parts the base there: that runs to the skirt, and what is past its head is on another floor.
	j.Rooms[0].Odds[0].At = plantest.Typed("60")
	j.Records = nil
	p = plantest.Build(t, j)
	base := plantest.Piece(t, p, "k.w1")
	starts := (floorHigh - 7.5) / .75
	assert.InDelta(t, 60+starts, (base.BackFrom() + base.Back).Inches(), 1e-6)
	assert.Equal(t, "~~st.skirt", base.Right.Meets)
	assert.Zero(t, base.Right.Slope)
	for _, q := range p.Pieces {
		assert.False(t, q.Wall == "w1" && q.Run == "k" && q.ID != "k.w1", q.ID)
	}
	j.Rooms[0].Odds[0].Moulding = ""
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, j), "odd_nowhere").Text, "which moulding")
}

// A vent parts a base: both ends are returned, a clearance from it.
func TestVentParts(t *testing.T) {
	_, p := withOdd(t, "", job.Odd{ID: "v", Detail: "vent", Wall: "w1", At: plantest.Typed("50"), Fields: []string{"width=12", "clearance=1/8"}})
	a, b := plantest.Piece(t, p, "k.w1"), plantest.Piece(t, p, "k.w1.v")
	assert.InDelta(t, 50-6.125, (a.From + a.Length).Inches(), 1e-6)
	assert.InDelta(t, 50+6.125, b.From.Inches(), 1e-6)
	assert.InDelta(t, 50+6.125+9.0/16, b.BackFrom().Inches()+b.Left.Run.Inches(), 1e-6)
	assert.NotNil(t, plantest.Piece(t, p, "k.w1.cap-right"))
	assert.NotNil(t, plantest.Piece(t, p, "k.w1.v.cap-left"))
}

// A room with places and its mirror image come to the same cuts, and what names no detail does nothing.
func TestPlacesMirrored(t *testing.T) {
	j, _ := withOdd(t, "",
		job.Odd{ID: "s", Detail: "step", Wall: "w1", At: plantest.Typed("50"), Fields: []string{"fall=1", "slope_deg=35"}},
		job.Odd{ID: "n", Detail: "notch", Wall: "w3", Fields: []string{"left_of=20", "right_of=97", "width=3", "height_high=2"}},
		job.Odd{ID: "c", Detail: "chain", Moulding: "b", Fields: []string{"faces=3", "faces=5", "faces=9", "turns_deg=80", "turns_deg=95"}},
		job.Odd{ID: "x", Detail: "unheard_of"})
	j, _, err := edit.Apply(j, edit.Op{Do: edit.Add, Kind: "copy", ID: "again", Value: json.RawMessage(`{"of":"r","name":"Again","mirror":true}`)})
	require.NoError(t, err)
	j.Normalise()
	p := plantest.Build(t, j)
	cuts := func(room *plan.RoomPlan) (out []string) {
		for _, q := range room.Pieces {
			holes := ""
			for _, h := range q.Holes {
				l, r := h.From, q.Back-h.To
				holes = fmt.Sprint(min(l, r)/1000, max(l, r)/1000, h.High)
			}
			if q.Odd == "" && holes == "" {
				continue
			}
			end := func(slope, rise float64) string {
				return strings.ReplaceAll(fmt.Sprintf("%.4f %.4f", slope, rise), "-0.0000", "0.0000")
			}
			a, b := end(q.Left.Slope, q.Left.Rise), end(-q.Right.Slope, -q.Right.Rise)
			out = append(out, fmt.Sprint(q.Cut/1000, min(a, b), max(a, b), holes))
		}
		slices.Sort(out)
		return out
	}
	require.Len(t, p.Rooms, 2)
	require.Greater(t, len(p.Rooms[0].Pieces), 8)
	require.Len(t, cuts(p.Rooms[0]), 6)
	assert.Equal(t, cuts(p.Rooms[0]), cuts(p.Rooms[1]))
}

// More of them than a job is planned with: it is said, and the plan stays small.
func TestTooManyOddPlaces(t *testing.T) {
	fields := []string{"turns_deg=3"}
	for range 190 {
		fields = append(fields, "faces=2")
	}
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	for i := range 100 {
		j.Rooms[0].Odds = append(j.Rooms[0].Odds, job.Odd{ID: fmt.Sprint("c", i), Detail: "chain", Moulding: "b", Fields: fields})
	}
	room := j.Rooms[0].Clone()
	for i := range 2 {
		more := room.Clone()
		more.ID = fmt.Sprint("more", i)
		for k := range more.Odds {
			more.Odds[k].ID += more.ID
		}
		more.Walls, more.Corners, more.Runs = nil, nil, more.Runs[:1]
		more.Runs[0].ID += more.ID
		j.Rooms = append(j.Rooms, more)
	}
	p := plantest.Build(t, j)
	assert.Contains(t, plantest.Codes(p), "odd_too_many")
	assert.LessOrEqual(t, len(p.Pieces), 20_300)

	// A room in which nothing runs has its own all the same.
	for i := range j.Rooms {
		j.Rooms[i].Runs, j.Rooms[i].Odds = nil, nil
	}
	j.Rooms[0].Odds = []job.Odd{{ID: "post", Detail: "chain", Moulding: "b", Fields: []string{"faces=4", "faces=4", "faces=4"}}}
	assert.Len(t, plantest.Build(t, j).Pieces, 3)
	assert.Greater(t, len(p.Pieces), 5_000)
}
