package casing

import "math"

// Point is a place on the wall: right and up from the foot of the left jamb.
type Point struct{ X, Y float64 }

// Quad is an opening on the wall, by corner.
type Quad [4]Point

// Drawn is where the opening's corners lie on the wall, its foot level from the left jamb to the right.
func (s Set) Drawn() Quad {
	up := func(from Point, angle, length float64) Point {
		return Point{from.X + length*math.Cos(rad(angle)), from.Y + length*math.Sin(rad(angle))}
	}
	right := Point{s.Bottom, 0}
	return Quad{TopLeft: up(Point{}, s.Angles[BottomLeft], s.Left), TopRight: up(right, 180-s.Angles[BottomRight], s.Right), BottomRight: right, BottomLeft: {}}
}

// Off are by how much each side's line is moved out: of the head, the right leg, the foot and the left leg.
type Off struct{ Top, Right, Bottom, Left float64 }

// Moved is the quad whose sides lie so far outside this one's, each beside its own.
func (q Quad) Moved(by Off) Quad {
	off := [4]float64{by.Top, by.Right, by.Bottom, by.Left} // of the side from corner i to the next
	line := func(i int) (p, d Point) {
		a, b := q[i], q[(i+1)%4]
		l := math.Hypot(b.X-a.X, b.Y-a.Y)
		d = Point{(b.X - a.X) / l, (b.Y - a.Y) / l}
		// Going as the hands of a clock do, out is left of where one goes.
		return Point{a.X - d.Y*off[i], a.Y + d.X*off[i]}, d
	}
	var out Quad
	for i := range q {
		p, d := line((i + 3) % 4)
		r, e := line(i)
		cross := d.X*e.Y - d.Y*e.X
		t := ((r.X-p.X)*e.Y - (r.Y-p.Y)*e.X) / cross
		out[i] = Point{p.X + t*d.X, p.Y + t*d.Y}
	}
	return out
}
