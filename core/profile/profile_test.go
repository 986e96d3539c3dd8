package profile

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/measure"
)

const in = measure.Inch

func named(t *testing.T, id string) (*Section, LibrarySection) {
	t.Helper()
	all, _ := Library()
	for _, k := range all {
		if k.ID == id {
			s, err := New(k.Outline)
			require.NoError(t, err, id)
			return s, k
		}
	}
	require.Fail(t, "no section "+id)
	return nil, LibrarySection{}
}

// Every section of the library is one, touches wall and floor, has feet where it is
// a crown, and a few of them cannot be coped.
func TestLibrary(t *testing.T) {
	all, pairs := Library()
	assert.GreaterOrEqual(t, len(all), 14)
	not, kinds := []string{}, map[string]int{}
	for _, k := range all {
		s, err := New(k.Outline)
		require.NoError(t, err, k.ID)
		kinds[k.Kind]++
		assert.Equal(t, Point{}.Place(), s.Outline[0].Place(), k.ID)
		assert.NotEmpty(t, k.Sticks, k.ID)
		c := s.Cope()
		if !c.OK {
			not = append(not, k.ID)
			assert.NotNil(t, c.At)
		}
		if k.Kind == "crown" {
			w, f := s.Feet()
			assert.Positive(t, w, k.ID)
			assert.Positive(t, f, k.ID)
		}
	}
	assert.Equal(t, []string{"bollard", "thwart", "figure"}, not)
	for _, kind := range []string{"base", "casing", "rail", "shoe", "crown", "flat", "band"} {
		assert.Positive(t, kinds[kind], kind)
	}
	for _, p := range pairs {
		for _, m := range p.Members {
			named(t, m.Section)
			_, err := measure.ParseLength(m.Below, measure.UnitInch)
			assert.NoError(t, err)
		}
	}
}

// The springs of the library's crowns are what they were drawn at.
func TestSpringFromFeet(t *testing.T) {
	for id, want := range map[string]measure.Angle{"skiff": 38, "tender": 45, "packet": 52, "steamer": 38, "cutter": 41.5, "gull": 45} {
		s, _ := named(t, id)
		w, c := s.Feet()
		seat := Read{s.Projection(), s.Height(), w, c}.Seat()
		assert.InDelta(t, float64(want), float64(seat.Spring), 0.3, id)
	}
	for spring, want := range map[measure.Angle]bool{38: true, 39.4: true, 41.5: false, 44: true, 48.5: false, 53.6: false, 52.9: true} {
		_, likely := Common(spring)
		assert.Equal(t, want, likely, "%v", spring)
	}
}

// A quarter round of radius r: an arc from (r, 0) to (0, r) stands r − r/√2 off its
// chord and is flattened onto the circle.
func TestArcsLieOnTheirCircle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := Place{rapid.Float64Range(-2, 2).Draw(t, "u"), rapid.Float64Range(-2, 2).Draw(t, "z")}
		r := rapid.Float64Range(0.1, 4).Draw(t, "r")
		from := rapid.Float64Range(0, 2*math.Pi).Draw(t, "from")
		turn := rapid.Float64Range(0.05, 1.9*math.Pi).Draw(t, "turn")
		hollow := rapid.Bool().Draw(t, "hollow")
		at := func(a float64) Place { s, k := math.Sincos(a); return Place{c.U + r*k, c.Z + r*s} }
		a, b := at(from), at(from+turn)
		bow := r * (1 - math.Cos(turn/2)) // runs with its middle on the left: out of the wood
		if hollow {
			a, b, bow = b, a, -bow
		}
		all := append([]Place{a}, arc(a, b, bow, flatness)...)
		for i, p := range all {
			assert.InDelta(t, r, p.off(c), 1e-9)
			if i > 0 {
				assert.Less(t, r-Mix(all[i-1], p, 0.5).off(c), flatness*1.01)
			}
		}
		assert.Equal(t, b, all[len(all)-1])
	})
}

// However an outline is listed, from whichever point, either way round and anywhere
// on the paper, it is the same section.
func TestCanonicalIsOne(t *testing.T) {
	all, _ := Library()
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(all).Draw(t, "section")
		want := k.Outline.Canonical()
		n := len(want)
		at := rapid.IntRange(0, n-1).Draw(t, "first")
		du, dz := measure.Length(rapid.IntRange(-9, 9).Draw(t, "du"))*in, measure.Length(rapid.IntRange(-9, 9).Draw(t, "dz"))*in
		var o Outline
		for i := range n {
			p := want[(at+i)%n]
			o = append(o, Point{p.U + du, p.Z + dz, p.Bow})
		}
		if rapid.Bool().Draw(t, "other way") {
			back := make(Outline, n)
			for i := range o {
				back[i] = Point{o[n-1-i].U, o[n-1-i].Z, o[(2*n-2-i)%n].Bow}
			}
			o = back
		}
		assert.Equal(t, want, o.Canonical())
		assert.NoError(t, o.Check())
	})
}

func TestRefusedWithThePlace(t *testing.T) {
	cross := Outline{{U: 0, Z: 0}, {U: 2 * in, Z: 2 * in}, {U: 2 * in, Z: 0}, {U: 0, Z: 2 * in}}
	var e *Invalid
	require.ErrorAs(t, cross.Check(), &e)
	require.NotNil(t, e.At)
	assert.Equal(t, Point{U: in, Z: in}, *e.At)
	assert.Contains(t, e.Error(), "crosses itself at 1\" out, 1\" up")
	for name, o := range map[string]Outline{
		"two points":      {{}, {U: in}},
		"a mile wide":     {{}, {U: 90 * in}, {U: in, Z: in}},
		"a hair":          {{}, {U: in / 100}, {U: in / 100, Z: in / 100}},
		"no wood":         {{}, {U: in}, {U: 2 * in}},
		"an arc too deep": {{}, {U: in}, {U: in, Z: 2 * in, Bow: -3 * in}, {Z: 2 * in}},
	} {
		assert.ErrorAs(t, o.Check(), &e, name)
	}
	assert.Error(t, make(Outline, MaxPoints+1).Check())
}

// A face with a bead and a hollow of known depth under it: u_max − u is the gap.
func TestCopable(t *testing.T) {
	// Level treads drop out; the face steps back 1/4 and out again without falling.
	steps := Outline{{}, {U: in}, {U: in, Z: in}, {U: 3 * in / 4, Z: in}, {U: 3 * in / 4, Z: 2 * in}, {U: in, Z: 2 * in}, {U: in, Z: 3 * in}, {Z: 3 * in}}
	s, err := New(steps)
	require.NoError(t, err)
	assert.Equal(t, Coped{OK: true}, s.Cope())
	for _, c := range []struct {
		fall, gap measure.Length
		ok, shows bool
	}{
		{in / 200, 0, true, false},            // no more than an eased arris
		{in / 4, in / 2, false, true},         // a bead hanging over
		{in / 50, 51 * in / 100, false, true}, // deep though low
	} {
		// From (1/2, 1) the face goes out to (1, 1 − fall), then up.
		o := Outline{{}, {U: in / 2}, {U: in / 2, Z: in}, {U: in, Z: in - c.fall}, {U: in, Z: 2 * in}, {Z: 2 * in}}
		s, err := New(o)
		require.NoError(t, err)
		got := s.Cope()
		assert.Equal(t, c.ok, got.OK, "%v", c.fall)
		assert.Equal(t, c.shows, got.Shows())
		if c.gap > 0 {
			assert.InDelta(t, 0.5, got.Gap.Inches(), 1e-6)
			assert.Equal(t, Point{U: in / 2, Z: in}, *got.At)
		}
	}
	// A lean of the fold: shows, and can still be coped.
	o := Outline{{}, {U: in / 2}, {U: in / 2, Z: in}, {U: in/2 + in/40, Z: in - in/10}, {U: in/2 + in/40, Z: 2 * in}, {Z: 2 * in}}
	s, err = New(o)
	require.NoError(t, err)
	got := s.Cope()
	assert.True(t, got.OK && got.Shows())
	assert.InDelta(t, 1.0/40, got.Gap.Inches(), 1e-6)
}

// Rolled on its tips a crown keeps its length from tip to tip, and its back turns by
// as much as the tips do.
func TestSeatShift(t *testing.T) {
	r := Read{Projection: 3*in + in/8, Drop: 3*in + 7*in/8, WallFoot: in / 2, CeilingFoot: in / 2}
	assert.InDelta(t, math.Atan(2.625/3.375)*180/math.Pi, float64(r.Seat().Spring), 1e-9)
	rapid.Check(t, func(t *rapid.T) {
		p := measure.FromInches(rapid.Float64Range(2, 4.5).Draw(t, "p"))
		s, err := r.At(p)
		require.NoError(t, err)
		assert.InDelta(t, math.Hypot(3.125, 3.875), math.Hypot(s.Projection.Inches(), s.Drop.Inches()), 1e-6)
		turned := math.Atan2(s.Projection.Inches(), s.Drop.Inches()) - math.Atan2(3.125, 3.875)
		assert.InDelta(t, turned*180/math.Pi, float64(s.Spring-r.Seat().Spring), 1e-6)
	})
	same, err := r.At(r.Projection)
	require.NoError(t, err)
	assert.InDelta(t, float64(r.Drop), float64(same.Drop), 2)
	_, err = r.At(6 * in)
	assert.Error(t, err)

	// Feet undercut by 1/32 over 7/16 allow about four degrees each way, no more.
	s, _ := named(t, "cutter")
	w, c := s.Undercut()
	assert.InDelta(t, math.Atan(1/14.0)*180/math.Pi, float64(w), 1e-6)
	assert.InDelta(t, float64(w), float64(c), 1e-6)
	wf, cf := s.Feet()
	read := Read{s.Projection(), s.Height(), wf, cf}
	least, most := read.Between(w, c)
	assert.Less(t, least, read.Projection)
	assert.Greater(t, most, read.Projection)
	least, most = read.Between(0, 0)
	assert.InDelta(t, float64(read.Projection), float64(least), 2)
	assert.InDelta(t, float64(read.Projection), float64(most), 2)
}

// Backing of 3/4 under the ceiling behind a crown of 3 1/8 by 3 7/8 with feet of 1/2.
func TestBacking(t *testing.T) {
	r := Read{Projection: 3*in + in/8, Drop: 3*in + 7*in/8, WallFoot: in / 2, CeilingFoot: in / 2}
	assert.InDelta(t, 2.625*(1-0.75/3.375)-0.0625, r.Backing(r.Seat(), 3*in/4).Inches(), 1e-6)
	assert.Zero(t, r.Backing(r.Seat(), 4*in))
}

func TestTopAndBottomToldApart(t *testing.T) {
	for id, alike := range map[string]bool{"gull": true, "plank4": true, "steamer": false, "landing": false, "rope": false} {
		s, k := named(t, id)
		assert.Equal(t, alike, s.Alike(k.Kind == "crown") < TooAlike, "%s %v", id, s.Alike(k.Kind == "crown"))
	}
}

func TestFaceAtAHeight(t *testing.T) {
	s, err := New(Box(5*in, in/2))
	require.NoError(t, err)
	assert.Equal(t, 0.5, s.At(2))
	assert.Zero(t, s.At(6))
	assert.Equal(t, in/2, s.Least())
	s, err = New(Read{Projection: 3 * in, Drop: 4 * in}.Slab())
	require.NoError(t, err)
	assert.InDelta(t, 1.5, s.At(2), 1e-9)
	assert.Equal(t, 4*in, s.Height())
}

// A crown leaves the wall at its top, and nothing else does.
func TestLeans(t *testing.T) {
	all, _ := Library()
	for _, k := range all {
		s, err := New(k.Outline)
		require.NoError(t, err)
		assert.Equal(t, k.Kind == "crown", s.Leans(), k.ID)
	}
}

// The members of a face are named as one would point at them.
func TestMembers(t *testing.T) {
	quay, _ := named(t, "quay")
	for _, c := range []struct {
		at   Place
		want string
	}{{Place{0, 0}, "bottom edge"}, {Place{.45, .17}, "first flat from below"}, {Place{.9, .9}, "first hollow from below"}, {Place{2, 2.1}, "round"},
		{Place{3.12, 3.86}, "top edge"}} {
		assert.Equal(t, c.want, quay.Member(c.at))
	}
	landing, _ := named(t, "landing")
	assert.Equal(t, "flat", landing.Member(Place{.5625, 2}))
	assert.Equal(t, "hollow", landing.Member(Place{.3, 4.5}))
	assert.Equal(t, "first round from below", landing.Member(Place{.5, 4.1}))
}

// As it hangs, a section turns about its told point and keeps its distances; its envelope is its outermost wood.
func TestHung(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		all, _ := Library()
		s, _ := New(all[rapid.IntRange(0, len(all)-1).Draw(t, "section")].Outline)
		p := Pose{Roll: measure.Angle(rapid.IntRange(-50, 50).Draw(t, "roll")) / 10, Out: float64(rapid.IntRange(-8, 8).Draw(t, "out")) / 64,
			Up: float64(rapid.IntRange(-8, 8).Draw(t, "up")) / 64}
		h := s.Hung(p)
		if h.Chain[0].off(Place{p.Out, p.Up}) > 1e-12 {
			t.Fatalf("the told point hangs at %v", h.Chain[0])
		}
		z := h.Low() + (h.High()-h.Low())*rapid.Float64Range(.001, .999).Draw(t, "height")
		u, ok := h.Out(z, Greater)
		if !ok || !h.Inside(Place{u - 1e-6, z}) && h.Inside(Place{u - 1e-4, z}) || h.Inside(Place{u + 1e-6, z}) {
			t.Fatalf("outermost wood at %v told at %v", z, u)
		}
		if back, ok := h.Back(z); !ok || back > u || h.Inside(Place{back - 1e-6, z}) {
			t.Fatalf("back at %v told at %v", z, back)
		}
		q := Place{rapid.Float64Range(-1, 5).Draw(t, "u"), rapid.Float64Range(-1, 6).Draw(t, "z")}
		_, off, near := h.Nearest(q, rapid.IntRange(0, 400).Draw(t, "begin"))
		least := math.Inf(1)
		for i, a := range h.Chain {
			b := h.Chain[(i+1)%len(h.Chain)]
			d := b.minus(a)
			k := max(0, min(1, ((q.U-a.U)*d.U+(q.Z-a.Z)*d.Z)/max(1e-18, d.U*d.U+d.Z*d.Z)))
			least = min(least, Mix(a, b, k).off(q))
		}
		if math.Abs(off-least) > 1e-12 || near < 0 || near >= len(h.Chain) {
			t.Fatalf("nearest %v, not %v", off, least)
		}
		at, own, d := h.At(h.Around[len(h.Around)-1] * rapid.Float64Range(0, 1).Draw(t, "around"))
		if at.off(p.Turner()(own)) > 1e-9 || math.Abs(math.Hypot(d.U, d.Z)-1) > 1e-9 {
			t.Fatalf("%v on the section is told to hang at %v", own, at)
		}
	})
}

// A casing seen from its stick's other end: its thin edge at the bottom, its face as far out at every height from there.
func TestFlipped(t *testing.T) {
	s, _ := named(t, "rope")
	require.True(t, s.ThinAbove())
	f, err := New(s.Outline.Flipped())
	require.NoError(t, err)
	assert.False(t, f.ThinAbove())
	assert.Equal(t, s.Height(), f.Height())
	for z := .01; z < s.Height().Inches(); z += .1 {
		assert.InDelta(t, s.At(s.Height().Inches()-z), f.At(z), 1e-9)
	}
	back, err := New(f.Outline.Flipped())
	require.NoError(t, err)
	assert.True(t, s.Same(back))
}

// On its back its width is how far it reaches out, its inner edge outermost, and how thick it is how high.
func TestOnItsBack(t *testing.T) {
	s, _ := named(t, "rope")
	f, err := New(s.Outline.Flipped())
	require.NoError(t, err)
	b, err := New(f.Outline.OnItsBack())
	require.NoError(t, err)
	assert.Equal(t, s.Height(), b.Projection())
	assert.Equal(t, s.Projection(), b.Height())
	assert.InDelta(t, 3.5, b.At(.2), 1e-6, "under its thin edge it reaches all the way")
	assert.InDelta(t, .25, b.At(.68), .01, "up where only its thick edge is, that far")
}
