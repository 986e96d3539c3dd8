package survey

import (
	"encoding/json"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// room0 is a job of one room with a base of 3/4, from its file.
func room0(t *testing.T, room string) (*job.Job, *job.Room) {
	t.Helper()
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":2,"mouldings":[{"id":"b","height":"5","thickness":"3/4"}],"rooms":[`+room+`]}`), &j))
	require.NoError(t, job.Resolve(&j, "in"))
	j.Normalise()
	require.NoError(t, j.Check())
	return &j, &j.Rooms[0]
}

func inches(t *testing.T, m Measures, i int, l job.Level) float64 {
	t.Helper()
	v, ok := m.WallAt(i, l)
	require.True(t, ok)
	return v.Length.Inches()
}

// What stands at a length's ends is brought to the corner lines.
func TestBetween(t *testing.T) {
	for _, c := range []struct {
		name, length, corner string
		want                 float64
	}{
		{"wall to wall", `"length":"100"`, ``, 100},
		{"from the burned inch", `"length":"101","burned":"1"`, ``, 100},
		{"to the face of the room's own base", `"length":"99 1/4","right":"face"`, ``, 100},
		{"to a face that was measured", `"length":"99","right":"face","faces":{"right":"1"}`, ``, 100},
		{"to a face in a corner of 120", `"length":"99","right":"face","faces":{"right":"1"}`, `,"reading":120`, 99 + 1/math.Sin(math.Pi/3)},
		{"to the start of a curve", `"length":"99","right":"round"`, `,"kind":"outside","reading":90,"radius":"1"`, 100},
		{"to the start of a curve by its chord", `"length":"99","right":"round"`, `,"kind":"outside","reading":90,"chord":"1.6","depth":"0.4"`, 100},
		{"to the sharp corner", `"length":"100","right":"sharp"`, `,"kind":"outside","reading":90,"radius":"1"`, 100},
		{"a curve of no known radius", `"length":"99","right":"round"`, `,"reading":90`, 99},
	} {
		j, r := room0(t, `{"id":"r","walls":[{"id":"w","lengths":[{"id":"l",`+c.length+`}]},{"id":"v"}],"corners":[{"id":"c"`+c.corner+`},{"id":"d"}],"runs":[{"id":"k","moulding":"b"}]}`)
		assert.InDelta(t, c.want, inches(t, Reduce(j, r), 0, job.Floor), 1e-6, c.name)
	}
}

// The median of the readings counts; a level that was not measured takes the
// nearest.
func TestReadingsAndLevels(t *testing.T) {
	j, r := room0(t, `{"id":"r","walls":[{"id":"w","lengths":[{"id":"a","length":"100"},{"id":"b","length":"112"},{"id":"c","length":"100 1/8"},{"id":"d","length":"99 1/2","level":"ceiling"}]}],
		"corners":[{"id":"k","readings":[{"id":"x","reading":90},{"id":"y","reading":45.5,"scale":"mitre"},{"id":"z","reading":200}]}]}`)
	m := Reduce(j, r)
	v, _ := m.Wall(0, job.Floor)
	assert.Equal(t, Length{Length: measure.Inch * 801 / 8, Level: job.Floor, Count: 3, Spread: 12 * measure.Inch}, v)
	v, _ = m.Wall(0, job.Ceiling)
	assert.Equal(t, 99.5, v.Length.Inches())
	v, _ = m.Wall(0, job.Rail)
	assert.Equal(t, job.Floor, v.Level, "the floor before the ceiling")
	by, differ := m.LengthsDiffer(0, job.Floor)
	assert.True(t, differ)
	assert.Equal(t, 12*measure.Inch, by)
	c, _ := m.Corner(0, job.Rail)
	assert.InDelta(t, 89.5, float64(c.Theta), 1e-9, "90 and 89; what is impossible does not count")
	assert.Equal(t, 3, c.Count)
	assert.False(t, m.Differ(0, job.Floor), "a mitre-scale reading carries twice its own deviation")
	r.Corners[0].Readings[1].Scale, r.Corners[0].Readings[1].Angle = job.ScaleCorner, 92
	assert.True(t, m.Differ(0, job.Floor))
	_, ok := Reduce(j, &job.Room{Walls: []job.Wall{{}}, Corners: []job.Corner{{}}}).Wall(0, job.Floor)
	assert.False(t, ok)
	l, rough, ok := m.Bought(0, job.Floor)
	assert.True(t, ok && !rough && l > 0)
	assert.True(t, m.Measured(job.Ceiling))
	assert.False(t, m.Measured(job.Rail))
}

// A wall in parts around two openings adds up; one part missing leaves it unknown.
func TestParts(t *testing.T) {
	file := func(lengths string) string {
		return `{"id":"r","walls":[{"id":"w","lengths":[` + lengths +
			`]}],"openings":[{"id":"o","wall":"w","from":"20","width":"30"},{"id":"p","wall":"w","kind":"cabinet","from":"60","width":"24"}]}`
	}
	j, r := room0(t, file(`{"id":"a","length":"20 1/4","right":"casing","to":"o"},{"id":"b","length":"10 1/2","left":"casing","from":"o","right":"cabinet","to":"p"},{"id":"c","length":"15","left":"cabinet","from":"p"}`))
	m := Reduce(j, r)
	assert.InDelta(t, 20.25+30+10.5+24+15, inches(t, m, 0, job.Floor), 1e-9)
	v, ok := m.Clear(0, job.Floor, "o", "p")
	assert.True(t, ok)
	assert.Equal(t, 10.5, v.Length.Inches())
	assert.Equal(t, 20.25, m.From(0, r.Openings[0], job.Floor).Inches())
	assert.Equal(t, 60.0, m.From(0, r.Openings[1], job.Floor).Inches(), "as entered")
	_, ok = m.Clear(0, job.Floor, "p", "o")
	assert.False(t, ok)
	net := m.Room(job.Floor)
	assert.Len(t, net.Walls[0], 1, "the sum is one observation")

	j, r = room0(t, file(`{"id":"a","length":"20 1/4","right":"casing","to":"o"}`))
	_, ok = Reduce(j, r).WallAt(0, job.Floor)
	assert.False(t, ok)
	// Which opening is meant need not be said: the last one for what begins at one.
	j, r = room0(t, file(`{"id":"c","length":"15","left":"cabinet"}`))
	assert.InDelta(t, 99, inches(t, Reduce(j, r), 0, job.Floor), 1e-9)
}

func TestCeilings(t *testing.T) {
	j, r := room0(t, `{"id":"r","closed":true,"walls":[{"id":"a","length":"144","ceiling_left":"96","ceiling_right":"96 1/2"},{"id":"b","length":"96"},{"id":"c","length":"144","ceiling_left":"95"},{"id":"d","length":"96"}]}`)
	m := Reduce(j, r)
	rise, over, ok := m.Rise(0)
	assert.True(t, ok)
	assert.Equal(t, []measure.Length{measure.Inch / 2, 144 * measure.Inch}, []measure.Length{rise, over})
	h, ok := m.CeilingAt(1, false)
	assert.True(t, ok, "its neighbour's across the corner")
	assert.Equal(t, 96.5, h.Inches())
	rise, _, ok = m.Rise(1)
	assert.True(t, ok)
	assert.Equal(t, -1.5, rise.Inches())
	low, span, ok := m.Lowest()
	assert.True(t, ok)
	assert.Equal(t, 95*measure.Inch, low.At)
	assert.Equal(t, 1.5, span.Inches())
	_, ok = m.CeilingStep(0)
	assert.False(t, ok)
	b, _ := job.Typed("97", "in")
	r.Walls[1].CeilingLeft = &b
	step, ok := m.CeilingStep(0)
	assert.True(t, ok)
	assert.Equal(t, 0.5, step.Inches())
}

func TestStuds(t *testing.T) {
	studs := func(spots, spacing string) (out []float64) {
		j, r := room0(t, `{"id":"r","walls":[{"id":"w","length":"60"`+spacing+`}],"spots":[`+spots+`]}`)
		for _, s := range Reduce(j, r).Studs(0) {
			out = append(out, s.Inches())
		}
		return out
	}
	assert.Nil(t, studs(``, `,"stud_spacing":"16"`), "none is known to count from")
	assert.Equal(t, []float64{20}, studs(`{"id":"s","wall":"w","kind":"stud","at":"20"}`, ``))
	assert.Equal(t, []float64{4, 20, 36, 52}, studs(`{"id":"s","wall":"w","kind":"stud","at":"20"}`, `,"stud_spacing":"16"`))
	assert.Equal(t, []float64{8.25}, studs(`{"id":"s","wall":"w","kind":"socket","at":"10","stud":"left"}`, ``), "beside a box two inches wide")
	assert.Equal(t, []float64{12.25}, studs(`{"id":"s","wall":"w","kind":"socket","at":"10","width":"3","stud":"right"}`, ``))
	assert.Equal(t, []float64{4, 20.5, 36, 52}, studs(`{"id":"s","wall":"w","kind":"stud","at":"20 1/2"},{"id":"u","wall":"w","kind":"stud","at":"4"}`,
		`,"stud_spacing":"16"`), "a found one stands for the counted one")
}

// Sight: across an L, past its corner; around an island, not through it.
func TestSees(t *testing.T) {
	l := []Point{{0, 0}, {144, 0}, {144, 96}, {84, 96}, {84, 144}, {0, 144}}
	assert.True(t, Sees(l, 0, 3))
	assert.True(t, Sees(l, 1, 3))
	assert.False(t, Sees(l, 2, 4), "outside the room")
	assert.False(t, Sees(l, 1, 4), "the corner stands in the way")
	assert.False(t, Sees(l, 0, 1), "neighbours have a wall between them")
	island := []Point{{0, 0}, {0, 20}, {20, 20}, {20, 0}}
	assert.False(t, Sees(island, 0, 2), "through the column")
	assert.True(t, Crosses([]Point{{0, 0}, {10, 10}, {10, 0}, {0, 10}}))
	assert.False(t, Crosses(l))
}

func TestSwaps(t *testing.T) {
	assert.Equal(t, []string{"152", "521"}, swaps("512"))
	e, _ := job.Typed("152", "in")
	var got []float64
	for _, o := range OtherLengths(e, "in", measure.Inch) {
		got = append(got, o.Length.Inches())
	}
	assert.Equal(t, []float64{511, 124}, got)
	assert.Empty(t, OtherLengths(job.Entry{Text: "11"}, "in", 0))
}

// From the one leg of an L the far corner of the other is hidden behind the outside corner
// between; from the middle of the long wall all are seen.
func TestSeesFrom(t *testing.T) {
	l := []Point{{0, 0}, {200, 0}, {200, 80}, {80, 80}, {80, 200}, {0, 200}}
	seen := func(eye Point) string {
		out := ""
		for k := range l {
			if SeesFrom(l, eye, k) {
				out += string(rune('0' + k))
			}
		}
		return out
	}
	assert.Equal(t, "012345", seen(Point{40, 40}))
	assert.Equal(t, "0345", seen(Point{40, 190})+"", "from the foot of the L")
	assert.Equal(t, "0123", seen(Point{190, 40}))
}
