package plan

import (
	"fmt"
	"math"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

// BasePose is how a base lies on the saw by house rule: on its bottom edge,
// its back to the fence.
var BasePose = saw.Pose{Lie: saw.Upright}

// endAtCorner says what is on the end of piece i of the run at a corner.
func (b *builder) endAtCorner(m *job.Moulding, c job.Corner, at int, k corner, d decide.Corner, i int) End {
	e := End{Joint: Square, ToldTo: ToEnd, Corner: c.ID, Letter: job.CornerLetter(at), Theta: k.theta, Side: c.Kind, Assumed: k.assumed}
	switch {
	case d.Joint == decide.Mitre && c.Kind == job.Outside:
		e.Joint, e.ToldTo = Mitre, ToShort
	case d.Joint == decide.Mitre:
		e.Joint, e.ToldTo = Mitre, ToLong
	case d.Joint == decide.Cope && d.Coped == i:
		e.Joint, e.ToldTo = Cope, ToLong
	case c.Kind == job.Inside && k.usable:
		e.Short = joint.SquareReach(k.theta, m.Thickness.Length)
	}
	return e
}

// endPlane is the plane of a right end with the joint. A cope is cut as the
// inside mitre that shows its line, and then coped by hand.
func endPlane(e End) joint.Normal {
	switch {
	case e.Joint == Scarf:
		return joint.ScarfEnd(e.Scarf, e.ToldTo == ToLong)
	case e.Joint == Mitre && e.Side == job.Outside:
		return joint.OutsideEnd(e.Theta)
	case e.Joint == Mitre || e.Joint == Cope:
		return joint.InsideEnd(e.Theta)
	}
	return joint.SquareEnd()
}

// set works out the setting of an end and what this job's saw dials for it; none
// where the end needs a reading and the corner's is not usable.
func (b *builder) set(m *job.Moulding, e *End, hand joint.Hand, usable bool) {
	e.Pose = BasePose
	if !usable && e.Joint != Square && e.Joint != Butt {
		return
	}
	n := endPlane(*e).At(hand)
	s := saw.For(n, e.Pose)
	e.Setting = &s
	e.Slope = n.Slope()
	e.Run = m.Thickness.Length.Times(math.Abs(e.Slope))
	if saw.Reaches(s, b.job.Machine()) {
		d := saw.On(s, b.job.Machine())
		e.Dial = &d
	}
}

// overhang is how far an end reaches past the point its length is told to.
func overhang(e End) measure.Length {
	if e.ToldTo == ToShort {
		return e.Run
	}
	return 0
}

// beyondSwing tells what would make a cut that the saw cannot.
func beyondSwing(e End, hand joint.Hand, m *job.Moulding, machine *job.Saw, unit measure.Unit) (text, remedy string) {
	s := *e.Setting
	most := machine.MitreRight
	if s.Mitre < 0 {
		most = machine.MitreLeft
	}
	text = fmt.Sprintf("It needs a mitre of %s and this saw swings %s that way.", saw.SwingText(s.Mitre), most)
	for _, edge := range []saw.Edge{saw.Top, saw.Bottom} {
		f := saw.For(endPlane(e).At(hand), saw.Pose{Lie: saw.Flat, Edge: edge})
		if saw.Reaches(f, machine) {
			return text, fmt.Sprintf("Lay it on its back, %s edge to the fence, mitre 0°, bevel %s, keep the piece on the %s, if the saw takes %s on its table.",
				edge, saw.TiltText(f.Bevel), f.Keep, m.Height.Length.In(unit))
		}
	}
	if f, ok := saw.AddedFence(s, machine); ok {
		return text, fmt.Sprintf("Fix a fence square to the saw's own, lay the piece along it, swing to %s, keep the piece on the %s. Clamp fence and piece, and keep your hands out of the blade's line: it now points where you may stand.",
			saw.SwingText(f.Mitre), f.Keep)
	}
	return text, "Use a saw with more swing, or cut to a line by hand."
}
