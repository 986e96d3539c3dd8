package plan

import (
	"fmt"
	"math"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// returnCorner is what a return turns: a quarter, mitred at 45.
const returnCorner measure.Angle = 90

// ends says what is on both ends of every piece of a run.
func (b *builder) ends(t *trim, decisions []decide.Corner) {
	byCorner := make(map[int]decide.Corner, len(decisions))
	for _, d := range decisions {
		byCorner[d.Index] = d
	}
	for i, s := range t.spans {
		p := &t.pieces[i]
		for k, hand := range []joint.Hand{joint.Left, joint.Right} {
			at := s.left
			if hand == joint.Right {
				at = s.right
			}
			e := End{Joint: Square, ToldTo: ToEnd}
			usable := true
			switch {
			case at >= 0:
				d := byCorner[at]
				e = b.endAtCorner(t, at, d, i)
				other, rho := d.Left, t.on.right[at]
				if hand == joint.Right {
					other, rho = d.Right, t.on.left[at]
				}
				e.Lean, usable = lean(rho, hand), t.corners[at].usable
				if other >= 0 && t.spans[other].known {
					e.Meets = t.pieces[other].ID
				}
			case s.opens[k] != nil:
				e.Joint = Butt
				if l := s.opens[k].Lean; l != nil {
					e.Lean = lean(l.Angle, hand)
				}
			case s.turns[k]:
				e = End{Joint: Mitre, ToldTo: ToTip, Theta: returnCorner, Side: job.Outside}
			}
			b.set(t.shape, &e, hand, t.on.rake[s.wall], usable)
			if hand == joint.Left {
				p.Left = e
			} else {
				p.Right = e
			}
		}
		p.measureUp(t.shape)
	}
}

// endAtCorner says what is on the end of piece i of the run at a corner.
func (b *builder) endAtCorner(t *trim, at int, d decide.Corner, i int) End {
	c, k := t.room.Corners[at], t.corners[at]
	e := End{Joint: Square, ToldTo: ToEnd, Corner: c.ID, Letter: job.CornerLetter(at), Theta: k.theta, Side: c.Kind, Assumed: k.assumed}
	switch {
	case d.Joint == decide.Mitre && c.Kind == job.Outside:
		e.Joint, e.ToldTo = Mitre, ToShort
	case d.Joint == decide.Mitre:
		e.Joint, e.ToldTo = Mitre, ToLong
	case d.Joint == decide.Cope && d.Coped == i:
		e.Joint, e.ToldTo = Cope, ToLong
	case c.Kind == job.Inside && k.usable:
		e.Short = joint.SquareReach(k.theta, t.shape.Projection)
		if e.Short > t.shape.covers(k.theta) {
			e.Joint, e.ToldTo, e.Short = Butt, ToLong, 0
		}
	}
	return e
}

// covers is how far short of an acute corner a square end may stop at most so that the
// piece coped over it hides that: u·(1 + cos θ)/sin θ where its face stands out least,
// and what does not show. Without a section nothing is held against it.
func (s *shape) covers(theta measure.Angle) measure.Length {
	if s.section == nil {
		return measure.MaxLength
	}
	return s.least.Times((1+theta.Cos())/theta.Sin()) + profile.GapShows
}

// endPlane is the plane of a right end with the joint, before anything leans. A cope is
// cut as the inside mitre that shows its line, and then coped by hand.
func endPlane(e End) joint.Normal {
	switch {
	case e.Joint == Scarf:
		return joint.ScarfEnd(e.Scarf, e.ToldTo == ToLong)
	case e.Joint == Mitre && e.Side == job.Outside:
		return joint.OutsideEnd(e.Theta)
	case e.Joint == Mitre || e.Joint == Cope:
		return joint.InsideEnd(e.Theta)
	case e.Joint == Butt && e.ToldTo == ToLong:
		return joint.ButtEnd(e.Theta)
	}
	return joint.SquareEnd()
}

// set works out how an end is cut on this job's saw; nothing where the end needs a
// reading and the corner's is not usable. The plane leans with what the end meets, and
// is told in the piece's own frame where that rises.
func (b *builder) set(sh *shape, e *End, hand joint.Hand, rake measure.Angle, usable bool) {
	e.Pose = saw.Pose{Lie: saw.Upright}
	if sh.Crown {
		e.Pose = saw.Pose{Lie: saw.Nested, Spring: sh.Spring}
	}
	if !usable && e.Joint != Square && e.Joint != Butt {
		return
	}
	n := endPlane(*e).Leaning(e.Lean).At(hand).Raked(rake)
	way := saw.Choose(n, sh.Stock, saw.Lie(b.job.Rules.Crown), b.job.Machine())
	e.Pose, e.Setting, e.Fence, e.Why = way.Pose, &way.Setting, way.Fence, way.Why
	e.Plane, e.Slope, e.Rise = n, n.Slope(), n.Rise()
	e.Run = sh.Projection.Times(math.Abs(e.Slope))
	e.TopLong = sh.Drop.Times(e.Rise)
	if hand == joint.Left {
		e.TopLong = -e.TopLong
	}
	if way.Reached {
		d := saw.On(way.Setting, b.job.Machine())
		e.Dial = &d
	}
}

// reach is how far an end reaches past where its back and bottom stand.
func (e End) reach(sh *shape, hand joint.Hand) measure.Length {
	s, r := sh.Projection.Times(e.Slope), sh.Drop.Times(e.Rise)
	if hand == joint.Left {
		s, r = -s, -r
	}
	return max(0, s, r, s+r)
}

// tip is how far the point that a length is told to stands past the back.
func (e End) tip() measure.Length {
	if e.ToldTo == ToTip {
		return e.Run
	}
	return 0
}

// measureUp works out what to cut of a piece whose ends are known.
func (p *Piece) measureUp(sh *shape) {
	p.Cut = p.Length - p.Left.Short - p.Right.Short
	p.lay(sh)
}

// lay works out how a piece lies on a stick from what is cut of it.
func (p *Piece) lay(sh *shape) {
	p.Back = p.Cut - p.Left.tip() - p.Right.tip()
	p.Overall = p.Back + p.Left.reach(sh, joint.Left) + p.Right.reach(sh, joint.Right)
}

// beyondSwing tells why a cut cannot be made as it is.
func beyondSwing(e End) string {
	if len(e.Why) == 0 {
		return "It is past what this saw does."
	}
	out := e.Why[0]
	for _, w := range e.Why[1:] {
		out += " " + w
	}
	return out
}

// withFence tells how a cut is made along an added fence.
func withFence(e End) string {
	return fmt.Sprintf("Fix a fence square to the saw's own, lay the piece along it, swing to %s, keep the piece on the %s. Clamp fence and piece, and keep your hands out of the blade's line: it now points where you may stand.",
		saw.SwingText(e.Setting.Mitre), e.Setting.Keep)
}
