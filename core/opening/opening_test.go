package opening_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/casing"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/opening"
	"gnomon/core/plan/plantest"
)

// read is a room with one door told to its jambs, 36 wide, with a casing run.
func read(t *testing.T, door string) (job.Job, *opening.Measured) {
	t.Helper()
	j := plantest.Read(t, plantest.Room(false, "", "140", "90", `{"id":"o","wall":"w1","from":"40","width":"36","told":"jamb"`+door+`}`))
	j.Mouldings = append(j.Mouldings, job.Moulding{ID: "cas", Kind: job.KindCasing, Height: *plantest.Typed("3 1/2"), Thickness: *plantest.Typed("11/16")})
	j.Rooms[0].Runs = append(j.Rooms[0].Runs, job.Run{ID: "kk", Moulding: "cas", Level: job.Floor})
	j.Tools.Tape = *plantest.Typed("1/32")
	j.Normalise()
	require.NoError(t, j.Check())
	m := opening.Of(&j, &j.Rooms[0], &j.Rooms[0].Openings[0])
	require.NotNil(t, m)
	return j, m
}

func codes(l finding.List) (out []string) {
	for _, f := range l {
		out = append(out, f.Code)
	}
	return out
}

// A door whose head is moved 3/8 to the right, as a tape reads it to the sixteenth: both diagonals tell it.
func TestDiagonalsTellTheCorners(t *testing.T) {
	_, m := read(t, `,"head":"80","sides":[{"id":"a","side":"top","length":"36"},{"id":"b","side":"rising","length":"87 57/64"},
		{"id":"c","side":"falling","length":"87 37/64"}]`)
	assert.True(t, m.Six)
	assert.InDelta(t, 90.27, float64(m.Angle(casing.TopLeft)), .03)
	assert.InDelta(t, 89.73, float64(m.Angle(casing.TopRight)), .03)
	left, right := m.Leans()
	assert.InDelta(t, .27, float64(left), .03, "its top to the right")
	assert.InDelta(t, .27, float64(right), .03)
	assert.InDelta(t, 0, float64(m.Misses), 3*float64(m.Sure))
	assert.Equal(t, []string{"opening_out_of_square"}, codes(m.Inspect()))
	assert.Contains(t, m.Inspect()[0].Why, `3/8"`)

	// With one of them alone the four sides give the other.
	_, one := read(t, `,"head":"80","sides":[{"id":"b","side":"rising","length":"87 57/64"}]`)
	for c := range m.Corners {
		assert.True(t, one.Corners[c].Known)
		assert.InDelta(t, float64(m.Corners[c].Angle), float64(one.Corners[c].Angle), .03)
	}
	assert.False(t, one.Six, "nothing checks it")
}

// An inch burned and not taken off is found by the check of the six, as what it is; so are two figures that changed places, and
// wind.
func TestTheSixCheckOneAnother(t *testing.T) {
	six := func(rising, falling string) string {
		return `,"head":"80","sides":[{"id":"a","side":"top","length":"36"},{"id":"l","side":"left","length":"80"},{"id":"r","side":"right","length":"80"},
			{"id":"b","side":"rising","length":"` + rising + `"},{"id":"c","side":"falling","length":"` + falling + `"}]`
	}
	_, m := read(t, six("88 23/32", "87 23/32"))
	f := m.Inspect()[0]
	assert.Equal(t, "opening_does_not_close", f.Code)
	assert.Contains(t, f.Why, "its diagonal from bottom left to top right by an inch, as the burned inch makes it")
	require.NotEmpty(t, f.Acts)
	assert.Equal(t, finding.ActAgain, f.Acts[0].Do)
	// The same inch taken off closes it.
	_, m = read(t, `,"head":"80","sides":[{"id":"a","side":"top","length":"36"},{"id":"b","side":"rising","length":"88 23/32","burned":"1"},
		{"id":"c","side":"falling","length":"87 23/32"}]`)
	assert.Empty(t, m.Inspect())
	_, m = read(t, six("78 23/32", "87 23/32"))
	assert.Contains(t, m.Inspect()[0].Why, "two figures that changed places")
	// The top left corner far out of the plane of the others, which no tape slips by; less than that shows on two strings only.
	fr := func(v float64) string { return strings.TrimSuffix(measure.FromInches(v).InchesText(), `"`) }
	_, m = read(t, `,"head":"80","wind":"1/8","sides":[{"id":"a","side":"top","length":"`+fr(math.Hypot(36, 6.5))+`"},{"id":"l","side":"left","length":"`+
		fr(math.Hypot(80, 6.5))+`"},{"id":"r","side":"right","length":"80"},{"id":"b","side":"rising","length":"`+fr(math.Hypot(36, 80))+
		`"},{"id":"c","side":"falling","length":"`+fr(math.Sqrt(36*36+80*80+6.5*6.5))+`"}]`)
	got := codes(m.Inspect())
	assert.Contains(t, got, "opening_in_wind")
	assert.Contains(t, got, "opening_strings_apart")
}

// Corners by protractor, on any scale, alone or beside the diagonals.
func TestCornersByProtractor(t *testing.T) {
	_, m := read(t, `,"head":"80","angles":[{"id":"a","corner":"top_left","reading":44.5,"scale":"mitre"}]`)
	assert.InDelta(t, 91, float64(m.Angle(casing.TopLeft)), 1e-9)
	assert.True(t, m.Corners[casing.TopRight].Known, "the four sides carry it to the others")
	assert.InDelta(t, 89, float64(m.Angle(casing.TopRight)), .05)
	assert.InDelta(t, float64(m.Corners[casing.TopLeft].Sigma), 1, 1e-9, "half of it was read")
	_, m = read(t, `,"head":"80","sides":[{"id":"b","side":"rising","length":"87 23/32"}],"angles":[{"id":"a","corner":"top_left","reading":95}]`)
	assert.Contains(t, codes(m.Inspect()), "opening_corner_differs")
	assert.InDelta(t, 90, float64(m.Angle(casing.TopLeft)), .3, "the tape is surer")
	_, m = read(t, `,"head":"80","angles":[{"id":"a","corner":"top_left","reading":12}]`)
	assert.Contains(t, codes(m.Inspect()), "opening_reading")
	_, m = read(t, `,"head":"80","angles":[{"id":"a","corner":"top_left","reading":90.6},{"id":"b","corner":"top_left","reading":90.2},
		{"id":"c","corner":"top_left","reading":90.4}]`)
	assert.InDelta(t, 90.4, float64(m.Angle(casing.TopLeft)), 1e-9)
}

func TestWhatIsMissing(t *testing.T) {
	_, m := read(t, "")
	assert.Equal(t, []string{"opening_no_height"}, codes(m.Inspect()))
	_, m = read(t, `,"head":"80"`)
	assert.Equal(t, []string{"opening_unread"}, codes(m.Inspect()))
	assert.Equal(t, measure.Angle(90), m.Angle(casing.TopLeft))
	_, m = read(t, `,"head":"80","sides":[{"id":"a","side":"left","length":"80"},{"id":"b","side":"left","length":"79"},{"id":"d","side":"rising","length":"300"},
		{"id":"e","side":"falling","length":"87"},{"id":"f","side":"top","length":"36"}]`)
	got := codes(m.Inspect())
	assert.Contains(t, got, "opening_lengths_differ")
	assert.Contains(t, got, "opening_impossible")
	assert.Equal(t, 80*measure.Inch, m.Sides[job.JambLeft].Length.Length, "the longer one")
	// Told to casings that are there it is no opening to measure.
	j := plantest.Read(t, plantest.Room(false, "", "140", "90", `{"id":"o","wall":"w1","from":"40","width":"36"}`))
	assert.Nil(t, opening.Of(&j, &j.Rooms[0], &j.Rooms[0].Openings[0]))
}
