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
	var at Point
	var heading measure.Angle
	for i, l := range legs {
		to := Point{at.X + l.Length.Inches()*heading.Cos(), at.Y + l.Length.Inches()*heading.Sin()}
		out[i] = Side{From: at, To: to, Heading: heading}
		at = to
		heading += l.Turn
	}
	return out
}

// UsualMisclosure is how far a closed traverse may come out open by the
// deviations of its own readings alone: two and a half times the root of the
// summed squares of what each reading moves the end by. A reading of σ swings all
// that comes after it about its corner; a wall is off by 1/16 in and 0.0002 of
// its length.
func UsualMisclosure(sides []Side) measure.Length {
	if len(sides) == 0 {
		return 0
	}
	end := sides[len(sides)-1].To
	sum := 0.0
	for i, s := range sides {
		length := math.Hypot(s.To.X-s.From.X, s.To.Y-s.From.Y)
		off := 1.0/16 + 0.0002*length
		sum += off * off
		if i < len(sides)-1 {
			swing := math.Hypot(end.X-s.To.X, end.Y-s.To.Y) * Sigma.Radians()
			sum += swing * swing
		}
	}
	return measure.FromInches(2.5 * math.Sqrt(sum))
}

// Misclosure is how far the end of the last wall is from the start of the first.
func Misclosure(sides []Side) measure.Length {
	if len(sides) == 0 {
		return 0
	}
	a, b := sides[len(sides)-1].To, sides[0].From
	return measure.FromInches(math.Hypot(b.X-a.X, b.Y-a.Y))
}
