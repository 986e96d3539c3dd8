package saw

import (
	"math"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// Lie is how a piece lies on the saw.
type Lie string

// The ways a piece can lie: a base stood against the fence as it hangs; crown
// upside down with the fence as its wall and the table as its ceiling; or on
// its back on the table, face up.
const (
	Upright Lie = "upright"
	Nested  Lie = "nested"
	Flat    Lie = "flat"
)

// Edge is the edge of a flat piece that touches the fence.
type Edge string

// The edges: of what hangs along a wall, and of what goes around an opening, whose inner edge
// is drawn at the bottom of its section and its outer one at the top.
const (
	Top    Edge = "top"
	Bottom Edge = "bottom"
	Outer  Edge = "outer"
	Inner  Edge = "inner"
)

// low tells whether the edge is that at the bottom of the section.
func (e Edge) low() bool { return e == Bottom || e == Inner }

// Pose is a lie with what belongs to it. Edge counts only for a flat piece, and
// so does Spring, the angle between a crown's back and the wall; a base has 0.
type Pose struct {
	Lie    Lie
	Edge   Edge
	Spring measure.Angle
}

// OnSaw turns a direction of the installed piece into one on the saw.
func (p Pose) OnSaw(n joint.Normal) joint.Normal {
	switch p.Lie {
	case Nested:
		return joint.Normal{X: -n.X, Y: n.Y, Z: -n.Z}
	case Flat:
		sin, cos := p.Spring.Sin(), p.Spring.Cos()
		v := joint.Normal{X: n.X, Y: -sin*n.Y + cos*n.Z, Z: -cos*n.Y - sin*n.Z}
		if p.Edge.low() {
			v.X, v.Y = -v.X, -v.Y
		}
		return v
	}
	return n
}

// Setting is a cut, told for any saw.
type Setting struct {
	Mitre measure.Angle // positive: handle to the right
	Bevel measure.Angle // positive: top of the blade to the left
	Keep  joint.Hand    // the side of the blade that the kept piece lies on
}

// For works out the setting that cuts an end, given the plane of the end on the
// installed piece and how the piece lies. It is the one function for every
// kind of end and every pose.
func For(end joint.Normal, pose Pose) Setting {
	n := pose.OnSaw(end)
	s := Setting{Keep: joint.Left}
	if n.X < 0 {
		s.Keep = joint.Right
		n = joint.Normal{X: -n.X, Y: -n.Y, Z: -n.Z}
	}
	s.Bevel = measure.FromRadians(math.Asin(max(-1, min(1, n.Z))))
	s.Mitre = measure.FromRadians(math.Atan2(n.Y, n.X))
	return s
}
