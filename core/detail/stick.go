package detail

import (
	"math"

	"gnomon/core/joint"
)

// Vec is a place or a direction in a place's frame.
type Vec [3]float64

func (a Vec) plus(b Vec) Vec      { return Vec{a[0] + b[0], a[1] + b[1], a[2] + b[2]} }
func (a Vec) times(k float64) Vec { return Vec{a[0] * k, a[1] * k, a[2] * k} }
func (a Vec) cross(b Vec) Vec {
	return Vec{a[1]*b[2] - a[2]*b[1], a[2]*b[0] - a[0]*b[2], a[0]*b[1] - a[1]*b[0]}
}

// Frame is how a piece hangs: where the bottom of its back begins at its left end, where it goes from there, and where its top is.
type Frame struct{ At, Along, Up Vec }

// Into is the direction into the wall behind it.
func (f Frame) Into() Vec { return f.Up.cross(f.Along) }

// Place is a point of the piece in the frame of the place: x along it, u out from the wall, z up it.
func (f Frame) Place(x, u, z float64) Vec {
	return f.At.plus(f.Along.times(x)).plus(f.Into().times(-u)).plus(f.Up.times(z))
}

// level is the frame of a piece that hangs level on the wall that one faces.
func level(x, z float64) Frame { return Frame{Vec{x, 0, z}, Vec{1, 0, 0}, Vec{0, 0, 1}} }

// raked is the frame of a piece on that wall that rises to the right by p.
func raked(x, z, p float64) Frame {
	return Frame{Vec{x, 0, z}, Vec{cos(p), 0, sin(p)}, Vec{-sin(p), 0, cos(p)}}
}

// turned is the frame of a level piece whose wall is turned away from the one that one faces by phi: to an outside corner's other
// side, where phi is positive.
func turned(x, y, phi float64) Frame {
	return Frame{Vec{x, y, 0}, Vec{cos(phi), sin(phi), 0}, Vec{0, 0, 1}}
}

// End is one end of a piece: the plane of the cut in the piece's own frame, pointing out of it, and what it comes to.
type End struct {
	Plane   joint.Normal
	Meets   string // the piece that it meets, by its part
	Against string // or what else it ends against, in a word or two
}

// Stick is one piece of a detail.
type Stick struct {
	Part   string
	Label  string
	Length float64 // along the bottom of its back, from one end's cut to the other's
	Left   End
	Right  End
	High   float64 // of its section
	Thick  float64
	At     Frame
	Stays  bool // it is there already
	Second bool // it is of the moulding that runs on the others
	Beside bool // it runs there anyway, and is drawn as far as it is seen
	Cap    bool // so small that it is cut off a long offcut
	Work   []string
}

// End is one end of a stick.
func (s *Stick) End(hand joint.Hand) End {
	if hand == joint.Left {
		return s.Left
	}
	return s.Right
}

// Reach is where along the piece an end's cut is, at a point of the section: x = x0 + s·u + r·z.
func (s *Stick) Reach(hand joint.Hand, u, z float64) float64 {
	x := 0.0
	if hand == joint.Right {
		x = s.Length
	}
	n := s.End(hand).Plane
	return x + n.Slope()*u + n.Rise()*z
}

// Point is a point of an end's cut in the frame of the place.
func (s *Stick) Point(hand joint.Hand, u, z float64) Vec {
	return s.At.Place(s.Reach(hand, u, z), u, z)
}

// Top is how long the piece is along the top of its back.
func (s *Stick) Top() float64 {
	return s.Reach(joint.Right, 0, s.High) - s.Reach(joint.Left, 0, s.High)
}

// Front is how long it is along the bottom of its face.
func (s *Stick) Front() float64 {
	return s.Reach(joint.Right, s.Thick, 0) - s.Reach(joint.Left, s.Thick, 0)
}

// Overall is how much of a stick it takes, tip to tip.
func (s *Stick) Overall() float64 {
	low, high := math.Inf(1), math.Inf(-1)
	for _, u := range []float64{0, s.Thick} {
		for _, z := range []float64{0, s.High} {
			low, high = min(low, s.Reach(joint.Left, u, z)), max(high, s.Reach(joint.Right, u, z))
		}
	}
	return high - low
}

// Planes of right ends: square; turning in the face of the wall, up or down by half of what the two pieces turn; mitred at a corner.
func square() End { return End{Plane: joint.SquareEnd()} }

// up is a right end whose piece is followed by one that rises by 2·half more: its top is the shorter edge.
func up(half float64) joint.Normal { return joint.Normal{X: cos(half), Z: sin(half)} }

// down is one whose follower falls: its top is the longer edge.
func down(half float64) joint.Normal { return joint.Normal{X: cos(half), Z: -sin(half)} }

// out is one mitred at an outside corner by half of what that turns: its face is the longer side.
func out(half float64) joint.Normal { return joint.Normal{X: cos(half), Y: sin(half)} }

// inner is one mitred at an inside corner.
func inner(half float64) joint.Normal { return joint.Normal{X: cos(half), Y: -sin(half)} }

// meets are the two ends of a joint that both turn alike.
func meets(n joint.Normal, other string) End { return End{Plane: n, Meets: other} }

// left is the same plane at a left end.
func left(e End) End { e.Plane = e.Plane.At(joint.Left); return e }
