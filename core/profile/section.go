package profile

import (
	"fmt"
	"math"
	"slices"
	"sync"

	"gnomon/core/measure"
)

// Section is an outline with what follows from it.
type Section struct {
	Outline Outline
	chain   []Place // closed, in straight stretches, from the told point
	face    []Place // of it, from the told point up to the top
	high    float64
	wide    float64
	drawn   func() *Hung // in fine stretches
	key     func() string
}

// New makes a section of an outline that Check lets pass.
func New(o Outline) (*Section, error) {
	if err := o.Check(); err != nil {
		return nil, err
	}
	s := &Section{Outline: o.Canonical()}
	s.chain = s.Outline.flatten()
	for _, p := range s.chain {
		s.high, s.wide = max(s.high, p.Z), max(s.wide, p.U)
	}
	for _, p := range s.chain {
		s.face = append(s.face, p)
		if p.Z >= s.high-1e-9 {
			break
		}
	}
	s.drawn = sync.OnceValue(s.still)
	s.key = sync.OnceValue(func() string { return fmt.Sprint(s.Outline) })
	return s, nil
}

// Key is the same for sections that are one, to the nanometre.
func (s *Section) Key() string { return s.key() }

// Same tells whether two sections are one, to the nanometre.
func (s *Section) Same(o *Section) bool { return slices.Equal(s.Outline, o.Outline) }

// Height is from the bottom to the top, a crown's drop.
func (s *Section) Height() measure.Length { return measure.FromInches(s.high) }

// Projection is how far the section stands out from the wall.
func (s *Section) Projection() measure.Length { return measure.FromInches(s.wide) }

// Sketch is the outline in straight stretches, coarse enough to draw: [u, z] in inches,
// from the told point, the wood on the left, rolled about the told point by an angle,
// flatter where it is positive.
func (s *Section) Sketch(roll measure.Angle) [][2]float64 {
	chain := s.Outline.within(drawn)
	out := make([][2]float64, len(chain))
	for i, p := range chain {
		p = p.turned(-roll.Radians())
		out[i] = [2]float64{p.U, p.Z}
	}
	return out
}

// At is how far out the face stands at a height above the bottom, in inches: its
// outermost wood there, nothing where it has none.
func (s *Section) At(z float64) float64 {
	u := 0.0
	for i, a := range s.chain {
		b := s.chain[(i+1)%len(s.chain)]
		if z < min(a.Z, b.Z) || z > max(a.Z, b.Z) {
			continue
		}
		if a.Z == b.Z {
			u = max(u, a.U, b.U)
			continue
		}
		u = max(u, Mix(a, b, (z-a.Z)/(b.Z-a.Z)).U)
	}
	return u
}

// ThinAbove tells whether the upper edge is the thinner one.
func (s *Section) ThinAbove() bool {
	const near = 1.0 / 32 // of the edges: past an eased arris
	return s.At(s.high*near) > s.At(s.high*(1-near))+1.0/64
}

// Levels are the heights at which the face turns, in inches, from below.
func (s *Section) Levels() []float64 {
	var out []float64
	for _, p := range s.face {
		out = append(out, p.Z)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// Least is how far out the face stands at least, anywhere from bottom to top.
func (s *Section) Least() measure.Length {
	least := math.Inf(1)
	for _, z := range s.Levels() {
		// Just inside each level, where a level tread ends.
		for _, at := range []float64{z - 1e-7, z + 1e-7} {
			if at > 0 && at < s.high {
				least = min(least, s.At(at))
			}
		}
	}
	return measure.FromInches(least)
}

// Feet are the widths of the flats that lie on the wall and under the ceiling.
// They may be undercut: a stretch counts that begins in the corner of the seat and
// leans from it by up to undercut.
func (s *Section) Feet() (wall, ceiling measure.Length) {
	w, c := s.feet()
	return measure.FromInches(w.long), measure.FromInches(c.long)
}

// foot is a flat: how long, and by how much its inner end stands off.
type foot struct{ long, off float64 }

// mostUndercut is the steepest a foot may lean from its seat and still be one.
const mostUndercut = 12 * math.Pi / 180

func (s *Section) feet() (wall, ceiling foot) {
	n := len(s.chain)
	// Down the back: the last stretch ends in the told point.
	a, b := s.chain[n-1], s.chain[0]
	if d := a.minus(b); d.Z > 0 && math.Atan2(math.Abs(d.U), d.Z) <= mostUndercut {
		wall = foot{d.Z, a.U}
	}
	// From the top of the face back toward the wall.
	top := len(s.face) - 1
	a, b = s.chain[top], s.chain[(top+1)%n]
	if d := a.minus(b); d.U > 0 && math.Atan2(d.Z, d.U) <= mostUndercut {
		ceiling = foot{d.U, s.high - b.Z}
	}
	return wall, ceiling
}

// Undercut is by how much each foot leans off its seat: how far the crown may roll
// steeper before its wall foot lies flush, and flatter before its ceiling foot does.
func (s *Section) Undercut() (wall, ceiling measure.Angle) {
	w, c := s.feet()
	at := func(f foot) measure.Angle {
		if f.long == 0 {
			return 0
		}
		return measure.FromRadians(math.Atan2(f.off, f.long))
	}
	return at(w), at(c)
}

// Alike is how far the section differs at most from itself turned upside down, as
// seen on its back: nothing where top and bottom edge cannot be told apart.
func (s *Section) Alike(crown bool) measure.Length {
	foot := Place{}
	along := Place{0, 1} // of the back
	if crown {
		w, c := s.feet()
		foot = Place{w.off, w.long}
		top := Place{s.wide - c.long, s.high - c.off}
		l := foot.off(top)
		along = Place{(top.U - foot.U) / l, (top.Z - foot.Z) / l}
	}
	// Depth off the back's line by place along it, and the middle of all of it.
	type cut struct{ s, w float64 }
	var cuts []cut
	lo, hi := math.Inf(1), math.Inf(-1)
	for _, p := range s.chain {
		d := p.minus(foot)
		c := cut{d.U*along.U + d.Z*along.Z, along.Z*d.U - along.U*d.Z}
		cuts = append(cuts, c)
		lo, hi = min(lo, c.s), max(hi, c.s)
	}
	depth := func(at float64) float64 {
		most := 0.0
		for i, a := range cuts {
			b := cuts[(i+1)%len(cuts)]
			if at < min(a.s, b.s) || at > max(a.s, b.s) || a.s == b.s {
				continue
			}
			most = max(most, a.w+(b.w-a.w)*(at-a.s)/(b.s-a.s))
		}
		return most
	}
	differ := 0.0
	const steps = 200
	for i := 1; i < steps; i++ {
		at := (hi - lo) * float64(i) / steps
		differ = max(differ, math.Abs(depth(lo+at)-depth(hi-at)))
	}
	return measure.FromInches(differ)
}

// TooAlike is where a carpenter could take the top edge for the bottom one.
const TooAlike = measure.Inch / 16
