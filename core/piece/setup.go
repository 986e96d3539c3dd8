package piece

import (
	"cmp"
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
	"gnomon/core/survey"
)

// Slight is a lean or a rise that no saw shows.
const Slight measure.Angle = 0.05

// Setup is on what ends are cut: the section, how crown lies on the saw where both ways
// would do, and the saw.
type Setup struct {
	Shape *Shape
	Crown saw.Lie
	Saw   *job.Saw
}

// SetAt works out how an end at a corner is cut: not at all where its joint needs the
// corner's reading and that is not usable.
func (s Setup) SetAt(e *End, hand joint.Hand, rake measure.Angle, usable bool) {
	if !usable && e.Joint != Square && e.Joint != Butt {
		s.unset(e)
		return
	}
	s.Set(e, hand, rake)
}

// Set works out how an end is cut. Its plane leans with what the end meets, and is told in
// the piece's own frame where that rises to the right by rake.
func (s Setup) Set(e *End, hand joint.Hand, rake measure.Angle) {
	n := e.plane().Leaning(e.Lean)
	if e.halves() && max(e.Tops[0].Abs(), e.Tops[1].Abs()) >= Slight {
		n = joint.LeaningMitre(survey.Turn(e.Theta, e.Side), e.Tops[0], e.Tops[1])
	}
	n = n.At(hand).Raked(rake)
	way := saw.Choose(n, s.Shape.Moulding, s.Crown, s.Saw)
	e.Pose, e.Setting, e.Fence, e.Why = way.Pose, &way.Setting, way.Fence, way.Why
	e.Plane, e.Slope, e.Rise = n, n.Slope(), n.Rise()
	e.tellTo()
	e.Run = s.Shape.Projection.Times(math.Abs(e.Slope))
	e.TopLong = s.Shape.Drop.Times(e.Rise)
	if hand == joint.Left {
		e.TopLong = -e.TopLong
	}
	if way.Reached {
		d := saw.On(way.Setting, s.Saw)
		e.Dial = &d
	}
}

// unset leaves an end without a setting, since its corner's reading allows none; its length
// is told to the point that the corner will have once it is read.
func (s Setup) unset(e *End) {
	e.Pose, e.ToldTo = saw.Pose{Lie: saw.Upright}, ToLong
	if s.Shape.Crown {
		e.Pose = saw.Pose{Lie: saw.Nested, Spring: s.Shape.Spring}
	}
	if e.Side == job.Outside {
		e.ToldTo = ToShort
	}
}

// ReturnCorner is what a return turns: a quarter, mitred at 45.
const ReturnCorner measure.Angle = 90

// Cap is the small piece that turns a piece's free end back to the wall: long point the
// projection, cut at 45 from a longer offcut. It is named by the whole, however that is divided.
func (s Setup) Cap(p *Piece, hand joint.Hand) Piece {
	c := Piece{ID: cmp.Or(p.Of, p.ID) + ".cap-" + string(hand), Label: fmt.Sprintf("%s cap %s", p.Label, hand), Room: p.Room, Run: p.Run,
		Wall: p.Wall, Moulding: p.Moulding,
		Length: s.Shape.Projection, From: p.From, Cap: true, Hang: p.Hang}
	if hand == joint.Right {
		c.From += p.Length
	}
	// Its mitre meets the piece's; its other end lies on the wall, or on the floor where it turns down to that.
	e := p.End(hand)
	c.Left, c.Right = End{Joint: Square, ToldTo: ToEnd}, End{Joint: Square, ToldTo: ToEnd}
	*c.End(hand.Other()) = End{Joint: Mitre, ToldTo: ToTip, Theta: ReturnCorner, Side: e.Side, Meets: p.ID, Faced: e.Faced, Across: e.Across}
	if e.Faced {
		c.Length = s.Shape.Drop
	}
	s.Set(&c.Left, joint.Left, 0)
	s.Set(&c.Right, joint.Right, 0)
	c.MeasureUp(s.Shape)
	c.Computed = c.Cut
	return c
}
