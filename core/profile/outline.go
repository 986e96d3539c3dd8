package profile

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/measure"
)

// Point is a corner of an outline. Bow is how far the middle of the arc to the next
// point stands off the straight line between the two: out of the wood where it is
// positive, into it where it is negative, and a straight line at 0.
type Point struct{ U, Z, Bow measure.Length }

// Outline is a closed section; its last point goes on to its first.
type Outline []Point

// Limits of a section: more is a slip of the unit.
const (
	MaxPoints = 400
	Smallest  = measure.Inch / 8
	Largest   = 24 * measure.Inch
)

// Invalid says what is wrong with a section, where, and the way out.
type Invalid struct {
	Reason, Remedy string
	At             *Point // the place, or none
}

func (e *Invalid) Error() string {
	s := e.Reason
	if e.At != nil {
		s += fmt.Sprintf(" at %s out, %s up", e.At.U, e.At.Z)
	}
	return s + "; " + e.Remedy
}

func bad(reason, remedy string) error { return &Invalid{Reason: reason, Remedy: remedy} }

func badAt(p Place, reason, remedy string) error {
	return &Invalid{Reason: reason, Remedy: remedy, At: &Point{U: measure.FromInches(p.U), Z: measure.FromInches(p.Z)}}
}

// Place is a place on a section in inches: u out from the wall, z up.
type Place struct{ U, Z float64 }

func (p Point) Place() Place { return Place{p.U.Inches(), p.Z.Inches()} }

func (a Place) minus(b Place) Place   { return Place{a.U - b.U, a.Z - b.Z} }
func (a Place) cross(b Place) float64 { return a.U*b.Z - a.Z*b.U }
func (a Place) off(b Place) float64   { return math.Hypot(a.U-b.U, a.Z-b.Z) }
func (a Place) turned(r float64) Place {
	s, c := math.Sincos(r)
	return Place{a.U*c - a.Z*s, a.U*s + a.Z*c}
}
func (o Outline) next(i int) Point { return o[(i+1)%len(o)] }

// Mix is the place so far from one to another: 0 at the one, 1 at the other.
func Mix(a, b Place, t float64) Place { return Place{a.U + (b.U-a.U)*t, a.Z + (b.Z-a.Z)*t} }

// area is twice the outline's, its arcs left out; negative where the wood
// is on its right.
func (o Outline) area() float64 {
	sum := 0.0
	for i, p := range o {
		sum += p.Place().cross(o.next(i).Place())
	}
	return sum
}

// flatness is how far a straight stretch may stand off the arc that it stands for, in
// figures and in pictures.
const (
	flatness = 1.0 / 4096
	drawn    = 1.0 / 1024 // a fifth of a dot at two hundred dots to the inch: arcs look round
)

// arc lists the places along the arc from a to b after a, up to and with b.
func arc(a, b Place, bow, flatness float64) []Place {
	chord := a.off(b)
	if bow == 0 || chord == 0 {
		return []Place{b}
	}
	radius := (chord*chord/4 + bow*bow) / (2 * math.Abs(bow))
	turn := 4 * math.Atan(2*math.Abs(bow)/chord) // what the arc turns through
	n := max(2, int(math.Ceil(turn/(2*math.Acos(1-min(0.5, flatness/radius))))))
	// The middle lies on the chord's left, where the wood is, by radius − bow.
	d := Place{(b.U - a.U) / chord, (b.Z - a.Z) / chord}
	left := math.Copysign(1, bow) * (radius - math.Abs(bow))
	m := Mix(a, b, 0.5)
	middle := Place{m.U - d.Z*left, m.Z + d.U*left}
	out := make([]Place, n)
	for i := range n - 1 {
		r := a.minus(middle).turned(math.Copysign(turn*float64(i+1)/float64(n), bow))
		out[i] = Place{middle.U + r.U, middle.Z + r.Z}
	}
	out[n-1] = b
	return out
}

// flatten makes one closed chain of straight stretches from the outline's first
// point on.
func (o Outline) flatten() []Place { return o.within(flatness) }

func (o Outline) within(flatness float64) []Place {
	var chain []Place
	for i, p := range o {
		chain = append(chain, arc(p.Place(), o.next(i).Place(), p.Bow.Inches(), flatness)...)
	}
	last := len(chain) - 1
	return slices.Insert(chain[:last:last], 0, chain[last])
}

// oriented is the outline with its wood on the left, points that stand on one another
// taken for one. What bows out of the wood still does.
func (o Outline) oriented() Outline {
	var out Outline
	for i, p := range o {
		if n := o.next(i); p.U != n.U || p.Z != n.Z || len(o) == 1 {
			out = append(out, p)
		}
	}
	if out.area() >= 0 {
		return out
	}
	n := len(out)
	back := make(Outline, n)
	for i := range out { // stretch i now begins where it ended
		back[i] = Point{out[n-1-i].U, out[n-1-i].Z, out[(2*n-2-i)%n].Bow}
	}
	return back
}

// Drawn makes an outline of a line whose bows are told by its own direction: to the
// right of it where they are positive.
func Drawn(line []Point) Outline {
	o := slices.Clone(Outline(line))
	if o.area() < 0 {
		for i := range o {
			o[i].Bow = -o[i].Bow
		}
	}
	return o
}

// Flipped is the outline as it is from the stick's other end: what was its top is its bottom.
func (o Outline) Flipped() Outline {
	out := slices.Clone(o)
	for i := range out {
		out[i].Z = -out[i].Z
	}
	return out.Canonical()
}

// OnItsBack is the outline as it lies face up: out is what was down, up is what was out. So a casing meets what lies on
// the same wall across its inner edge.
func (o Outline) OnItsBack() Outline {
	out := slices.Clone(o)
	for i, p := range o {
		out[i].U, out[i].Z = -p.Z, p.U
	}
	return out.Canonical()
}

// Canonical brings a drawn outline into the frame of a section: moved so that it
// touches wall and floor, its wood on the left, beginning at the told point.
func (o Outline) Canonical() Outline {
	out := o.oriented()
	if len(out) < 3 {
		return out
	}
	chain := out.flatten()
	least := chain[0]
	for _, q := range chain {
		least = Place{min(least.U, q.U), min(least.Z, q.Z)}
	}
	du, dz := measure.FromInches(least.U), measure.FromInches(least.Z)
	first := 0
	for i := range out {
		out[i].U -= du
		out[i].Z -= dz
		if a, b := out[i], out[first]; a.U < b.U || a.U == b.U && a.Z < b.Z {
			first = i
		}
	}
	return append(slices.Clone(out[first:]), out[:first]...)
}

// Check refuses what is no section: too few or too many points, absurd sizes, lines
// that cross. The error is an *Invalid with the place.
func (o Outline) Check() error {
	o = o.oriented()
	if len(o) < 3 {
		return bad("a section has three points at least", "give its corners in order")
	}
	if len(o) > MaxPoints {
		return bad(fmt.Sprintf("%d points are too many", len(o)), fmt.Sprintf("give %d at most", MaxPoints))
	}
	for _, p := range o {
		for _, v := range []measure.Length{p.U, p.Z, p.Bow} {
			if v.Abs() > 100*Largest {
				return bad(fmt.Sprintf("%s is no measure of a section", v), "check its unit")
			}
		}
	}
	chain := o.flatten()
	lo, hi := chain[0], chain[0]
	for _, q := range chain {
		lo, hi = Place{min(lo.U, q.U), min(lo.Z, q.Z)}, Place{max(hi.U, q.U), max(hi.Z, q.Z)}
	}
	small, large := Smallest.Inches(), Largest.Inches()
	if wide, high := hi.U-lo.U, hi.Z-lo.Z; wide > large || high > large || max(wide, high) < small || min(wide, high) < small/4 {
		return bad(fmt.Sprintf("the section is %s by %s", measure.FromInches(wide), measure.FromInches(high)),
			fmt.Sprintf("check its unit: sections are from %s to %s", Smallest, Largest))
	}
	if p, crosses := crossing(chain); crosses {
		return badAt(p, "the outline crosses itself", "put the points in order around the section, and look at the arcs there")
	}
	turned := 0.0
	for i, q := range chain {
		turned += q.cross(chain[(i+1)%len(chain)])
	}
	if turned <= 0 {
		return bad("the arcs turn the section inside out", "make them shallower")
	}
	return nil
}

// crossing is the first place where a closed chain meets itself.
func crossing(c []Place) (Place, bool) {
	n := len(c)
	for i := range n {
		a, b := c[i], c[(i+1)%n]
		for k := i + 2; k < n; k++ {
			if i == 0 && k == n-1 {
				continue // neighbours
			}
			p, q := c[k], c[(k+1)%n]
			if max(a.U, b.U) < min(p.U, q.U) || max(p.U, q.U) < min(a.U, b.U) || max(a.Z, b.Z) < min(p.Z, q.Z) || max(p.Z, q.Z) < min(a.Z, b.Z) {
				continue
			}
			if at, crosses := meeting(a, b, p, q); crosses {
				return at, true
			}
		}
	}
	return Place{}, false
}

// meeting is where two stretches meet.
func meeting(a, b, p, q Place) (Place, bool) {
	d, e := b.minus(a), q.minus(p)
	den := d.cross(e)
	if math.Abs(den) < 1e-14 {
		// Along one line: they overlap where their boxes do.
		return p, math.Abs(d.cross(p.minus(a))) < 1e-12
	}
	t, s := p.minus(a).cross(e)/den, p.minus(a).cross(d)/den
	const hair = 1e-9
	return Mix(a, b, t), t > -hair && t < 1+hair && s > -hair && s < 1+hair
}
