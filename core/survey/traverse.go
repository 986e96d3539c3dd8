package survey

import (
	"math"

	"gnomon/core/measure"
)

// Point is a place on the floor, in inches: x to the right, y away from the
// first wall into the room, so that a room seen from above with its first wall
// at the top of the page has y pointing down.
type Point struct{ X, Y float64 }

// Leg is one wall of a traverse: its length and the signed turn at its right end.
type Leg struct {
	Length measure.Length
	Turn   measure.Angle
}

// Side is one wall as it comes out on the floor.
type Side struct {
	From, To Point
	Heading  measure.Angle // clockwise from above, 0 along the first wall
}

// Traverse lays the walls end to end as they were measured, nothing adjusted.
// Walls go clockwise from above, the first from the origin along +x. Where a
// closed room does not close, the last To and the first From stand apart by
// the misclosure.
func Traverse(legs []Leg) []Side {
	out := make([]Side, len(legs))
	heading := measure.Angle(0)
	p, _, _ := lay(len(legs), func(i int) (length, turn float64) { return legs[i].Length.Inches(), float64(legs[i].Turn) })
	for i, l := range legs {
		out[i] = Side{From: p[i], To: p[i+1], Heading: heading}
		heading += l.Turn
	}
	return out
}

// lay puts n walls of a length in inches and a turn in degrees end to end. It
// gives their ends, the direction of each, and the sum of the turns.
func lay(n int, wall func(i int) (length, turn float64)) (p, dirs []Point, turned float64) {
	p, dirs = make([]Point, n+1), make([]Point, n)
	for i := range n {
		length, turn := wall(i)
		s, c := math.Sincos(turned * rad)
		dirs[i] = Point{c, s}
		p[i+1] = Point{p[i].X + length*c, p[i].Y + length*s}
		turned += turn
	}
	return p, dirs, turned
}

// Sides are the walls between points.
func Sides(p []Point) []Side {
	out := make([]Side, len(p)-1)
	for i := range out {
		out[i] = Side{p[i], p[i+1], measure.FromRadians(math.Atan2(p[i+1].Y-p[i].Y, p[i+1].X-p[i].X))}
	}
	return out
}

// Misclosure is how far the end of the last wall is from the start of the first.
func Misclosure(sides []Side) measure.Length {
	if len(sides) == 0 {
		return 0
	}
	a, b := sides[len(sides)-1].To, sides[0].From
	return measure.FromInches(math.Hypot(b.X-a.X, b.Y-a.Y))
}
