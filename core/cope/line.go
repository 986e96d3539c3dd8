package cope

import (
	"fmt"
	"math"
	"sort"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Joint is an inside corner at which one piece is coped into another, both as they hang: heights are those
// above the told point of the coped one.
type Joint struct {
	Through *profile.Hung // runs into the corner, square
	Coped   *profile.Hung
	Theta   measure.Angle // the corner
	Lean    measure.Angle // how far the top of the wall behind Through leans into the room
}

// Least and Most are the corners that are coped: past them a cope is a long thin tip, or none at all.
const (
	Least measure.Angle = 60
	Most  measure.Angle = 175
)

// Unfit says why no cope closes, and the way out.
type Unfit struct{ Reason, Remedy string }

func (e *Unfit) Error() string { return e.Reason + "; " + e.Remedy }

// Check refuses a corner that is not coped and a section over which no cope closes. The error is an *Unfit.
func Check(through *profile.Section, theta measure.Angle) error {
	if !(theta >= Least && theta <= Most) {
		return &Unfit{fmt.Sprintf("a corner of %s is not coped", theta), fmt.Sprintf("copes are from %s to %s: mitre it, or butt it", Least, Most)}
	}
	if c := through.Cope(); !c.OK {
		return &Unfit{fmt.Sprintf("the face that it would be coped over %s %s up, and a gap of %s would show behind the cope", profile.FallsBack, c.At.Z, c.Gap),
			"mitre it, and shim the mitre"}
	}
	return nil
}

// Mark is a place of the line: how far back from the corner line, how far around the face of the coped piece
// from its bottom front edge, and where that is on the face as it hangs. Own is the same on the section as drawn.
type Mark struct {
	Along, Around float64
	profile.Place
	Own profile.Place
}

// wall is how far the wall behind the other piece stands in at a height.
func (j Joint) wall(z float64) float64 { return z * j.Lean.Tan() }

// stands is how far the other piece stands out at a height: its outermost wood, or the wall where it has none.
func (j Joint) stands(z float64, side profile.Side) float64 {
	if u, ok := j.Through.Out(z, side); ok {
		return u
	}
	return j.wall(z)
}

// along is where the coped piece's face, standing out u, meets what stands out so far on the other wall:
// (u_A + u·cos θ)/sin θ.
func (j Joint) along(stands, u float64) float64 { return (stands + u*j.Theta.Cos()) / j.Theta.Sin() }

// Line is the line to saw. Where what stands on the other wall jumps and this face does not, two marks lie one
// beside the other at one place around the face: the saw runs along the piece there.
func (j Joint) Line() []Mark {
	f := j.Coped
	levels := j.Through.Levels()
	var out []Mark
	put := func(i int, t float64, side profile.Side) {
		at, own := profile.Mix(f.Face[i], f.Face[i+1], t), profile.Mix(f.Own[i], f.Own[i+1], t)
		m := Mark{j.along(j.stands(at.Z, side), at.U), f.Around[i] + (f.Around[i+1]-f.Around[i])*t, at, own}
		if n := len(out); n == 0 || math.Abs(out[n-1].Around-m.Around)+math.Abs(out[n-1].Along-m.Along) > 1e-12 {
			out = append(out, m)
		}
	}
	for i := 0; i+1 < len(f.Face); i++ {
		a, b := f.Face[i], f.Face[i+1]
		rise := b.Z - a.Z
		if math.Abs(rise) < 1e-12 { // a level tread: the whole of it ends at what stands out furthest
			put(i, 0, profile.Greater)
			put(i, 1, profile.Greater)
			continue
		}
		for _, s := range split(a.Z, b.Z, levels) {
			put(i, s.from, s.begins)
			put(i, s.to, s.ends)
		}
	}
	return out
}

// part is a part of a stretch between two levels of another section, with the sides on which that other is
// to be read at its two ends.
type part struct {
	from, to     float64
	begins, ends profile.Side
}

// split divides a stretch from one height to another at the levels between.
func split(from, to float64, levels []float64) []part {
	begins, ends := profile.JustAbove, profile.JustBelow
	if to < from {
		begins, ends = ends, begins
	}
	lo := sort.SearchFloat64s(levels, min(from, to)+1e-12)
	hi := sort.SearchFloat64s(levels, max(from, to)-1e-12)
	out := make([]part, 0, hi-lo+1)
	last := 0.0
	for k := range hi - lo {
		z := levels[lo+k]
		if to < from {
			z = levels[hi-1-k]
		}
		t := (z - from) / (to - from)
		out = append(out, part{last, t, begins, ends})
		last = t
	}
	return append(out, part{last, 1, begins, ends})
}

// Close lists a line with marks at most so far apart around the face.
func Close(line []Mark, apart float64) []Mark {
	var out []Mark
	for i, m := range line {
		if i > 0 {
			a := line[i-1]
			n := int(math.Ceil((m.Around - a.Around) / apart))
			for k := 1; k < n; k++ {
				out = append(out, between(a, m, float64(k)/float64(n)))
			}
		}
		out = append(out, m)
	}
	return out
}

func between(a, b Mark, t float64) Mark {
	return Mark{a.Along + (b.Along-a.Along)*t, a.Around + (b.Around-a.Around)*t, profile.Mix(a.Place, b.Place, t), profile.Mix(a.Own, b.Own, t)}
}

// Extra is how much longer than to the corner line the piece is ordered: its face is the long point where the
// line runs past the corner.
func Extra(line []Mark) float64 {
	least := 0.0
	for _, m := range line {
		least = min(least, m.Along)
	}
	return max(0, -least)
}

// OffPlane is how far the line stands at most off the edge of an end cut in one plane, x = slope·u + rise·z on the section as
// drawn: nothing where a test mitre, or a cut to the wall, shows the line.
func OffPlane(line []Mark, slope, rise float64) float64 {
	off := 0.0
	for _, m := range line {
		off = max(off, math.Abs(m.Along-slope*m.Own.U-rise*m.Own.Z))
	}
	return off
}

// OffMitre is the same of the mitre that halves the corner.
func (j Joint) OffMitre(line []Mark) float64 { return OffPlane(line, 1/(j.Theta/2).Tan(), 0) }

// Exact is within what a cut shows the line and no template is wanted, in inches.
const Exact = 1e-4
