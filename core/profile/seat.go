package profile

import (
	"fmt"
	"math"

	"gnomon/core/measure"
)

// Seat is how a crown sits in its corner: how far out along the ceiling, how far
// down the wall, and the spring angle between its back and the wall.
type Seat struct {
	Projection, Drop measure.Length
	Spring           measure.Angle
}

// Read are the measures of a crown read off a short offcut seated in a square: its
// projection and drop, and the widths of its feet, nothing where they are unknown.
type Read struct {
	Projection, Drop      measure.Length
	WallFoot, CeilingFoot measure.Length
}

// Seat is the crown as read. The back's own angle is atan((P − f_c)/(D − f_w)).
func (r Read) Seat() Seat {
	p, d := (r.Projection - r.CeilingFoot).Inches(), (r.Drop - r.WallFoot).Inches()
	return Seat{r.Projection, r.Drop, measure.FromRadians(math.Atan2(p, d))}
}

// At is the crown rolled on its tips to another projection P': its drop becomes
// √(P² + D² − P'²), and it springs further by what its tips turned.
func (r Read) At(p measure.Length) (Seat, error) {
	s := r.Seat()
	long := math.Hypot(r.Projection.Inches(), r.Drop.Inches())
	if p <= 0 || p.Inches() >= long {
		return s, fmt.Errorf("no seat of this crown stands out %s: from tip to tip it is %s", p, measure.FromInches(long))
	}
	d := math.Sqrt(long*long - p.Inches()*p.Inches())
	roll := math.Atan2(p.Inches(), d) - math.Atan2(r.Projection.Inches(), r.Drop.Inches())
	return Seat{p, measure.FromInches(d), s.Spring + measure.FromRadians(roll)}, nil
}

// Between are the least and the greatest projection that undercut feet let the crown
// take: steeper until its wall foot lies flush, flatter until its ceiling foot does.
func (r Read) Between(wall, ceiling measure.Angle) (least, most measure.Length) {
	long := math.Hypot(r.Projection.Inches(), r.Drop.Inches())
	at := measure.FromRadians(math.Atan2(r.Projection.Inches(), r.Drop.Inches()))
	return measure.FromInches(long * (at - wall).Sin()), measure.FromInches(long * (at + ceiling).Sin())
}

// CommonSprings are those that crowns are sold at.
var CommonSprings = []measure.Angle{38, 45, 52}

// nearSpring is how far off a common spring may be and still be meant.
const nearSpring measure.Angle = 1.5

// Common is the common spring nearest to one, and whether it is likely meant.
func Common(spring measure.Angle) (nearest measure.Angle, likely bool) {
	for _, c := range CommonSprings {
		if (c-spring).Abs() < (nearest-spring).Abs() || nearest == 0 {
			nearest = c
		}
	}
	return nearest, (nearest - spring).Abs() <= nearSpring
}

// clearance keeps backing from touching the crown.
const clearance = measure.Inch / 16

// Backing is how far from the wall a strip of a thickness under the ceiling may reach
// and stay hidden behind the crown as seated: (P − f_c)·(1 − b/(D − f_w)) less 1/16 in,
// nothing where none fits.
func (r Read) Backing(s Seat, thick measure.Length) measure.Length {
	run, down := (s.Projection - r.CeilingFoot).Inches(), (s.Drop - r.WallFoot).Inches()
	if down <= 0 {
		return 0
	}
	return max(0, measure.FromInches(run*(1-thick.Inches()/down))-clearance)
}

// Slab is the outline that stands for a crown of which only these measures are known:
// flat from foot to foot.
func (r Read) Slab() Outline {
	w, c := r.WallFoot, r.CeilingFoot
	if w <= 0 || w >= r.Drop {
		w = r.Drop / 8
	}
	if c <= 0 || c >= r.Projection {
		c = r.Projection / 8
	}
	return Outline{{}, {U: r.Projection, Z: r.Drop}, {U: r.Projection - c, Z: r.Drop}, {Z: w}}
}

// Box is the outline that stands for a moulding of which only height and thickness
// are known.
func Box(height, thickness measure.Length) Outline {
	return Outline{{}, {U: thickness}, {U: thickness, Z: height}, {Z: height}}
}
