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
	"gnomon/core/survey"
)

// returnCorner is what a return turns: a quarter, mitred at 45.
const returnCorner measure.Angle = 90

// ends says what is on both ends of every piece of a chain, and makes the pieces that turn
// rounded corners.
func (b *builder) ends(c *chain) {
	byCorner := make(map[int]decide.Joint, len(c.joints))
	for _, j := range c.joints {
		byCorner[j.Corner] = j
	}
	for n, at := range c.at {
		t, s, p := at.t, at.span(), at.piece()
		for k, hand := range []joint.Hand{joint.Left, joint.Right} {
			i := s.left
			if hand == joint.Right {
				i = s.right
			}
			e := End{Joint: Square, ToldTo: ToEnd}
			usable := true
			switch {
			case i >= 0:
				j := byCorner[i]
				e = b.endAtCorner(c, i, j, n, hand)
				other, rho := j.Left, t.on.right[i]
				e.tops = [2]measure.Angle{t.on.tops[i][1], t.on.tops[i][0]}
				if hand == joint.Right {
					other, rho, e.tops = j.Right, t.on.left[i], t.on.tops[i]
				}
				e.Lean, usable = lean(rho, hand), t.corners[i].usable
				if other >= 0 && c.at[other].span().known && j.Kind != decide.Apart {
					e.Meets = c.at[other].piece().ID
				}
			case s.opens[k] != nil:
				e = b.endAtOpening(t, s.opens[k], hand)
			case s.turns[k]:
				e = End{Joint: Mitre, ToldTo: ToTip, Theta: returnCorner, Side: job.Outside, Note: "Returned to the wall: its cap is cut from a longer offcut."}
			}
			b.set(t, &e, hand, t.on.rake[s.wall], usable)
			*p.end(hand) = e
		}
		b.allow(c, n, byCorner)
		p.measureUp(t.shape)
	}
	for _, j := range c.joints {
		b.turn(c, j)
	}
}

// endAtOpening says how a piece ends against an opening, a cabinet or a tub.
func (b *builder) endAtOpening(t *trim, o *job.Opening, hand joint.Hand) End {
	stop := decide.Against(t.m.Kind, t.run.Level, t.shape.Projection, o, b.unit)
	e := End{Joint: Butt, ToldTo: ToEnd, Stops: "the " + o.Side(t.run.Level), Chamfer: stop.Chamfer, Note: stop.Reason}
	if stop.Sloped {
		e = End{Joint: Mitre, ToldTo: ToLong, Theta: returnCorner, Side: job.Inside, Stops: e.Stops, Note: stop.Reason}
	}
	if o.Lean != nil {
		e.Lean = lean(o.Lean.Angle, hand)
	}
	return e
}

// endAtCorner says what is on the end of piece n of a chain at a corner.
func (b *builder) endAtCorner(c *chain, at int, d decide.Joint, n int, hand joint.Hand) End {
	t := c.at[n].t
	k, i := t.room.Corners[at], t.corners[at]
	e := End{Joint: Square, ToldTo: ToEnd, Corner: k.ID, Letter: job.CornerLetter(at), Theta: i.theta, Side: k.Kind, Assumed: i.assumed}
	mate := t
	if other := d.Left + d.Right - n; d.Left >= 0 && d.Right >= 0 && d.Left != d.Right {
		mate = c.at[other].t
	}
	if k.Kind == job.Inside {
		e.other = mate.shape.Projection
	}
	switch {
	case d.Kind == decide.Alone:
		b.endAlone(t, at, hand, &e)
	case d.Kind == decide.Mitre && k.Kind == job.Outside:
		e.Joint = Mitre
		if r := c.rounds[at]; r.pieces > 0 {
			e.Turn, e.Give = 180-2*r.each, r.give
		}
	case d.Kind == decide.Mitre:
		e.Joint = Mitre
	case d.Kind == decide.Cope && d.Gives == n:
		e.Joint = Cope
		e.Template = mate.m != t.m
	case d.Kind == decide.Butt && d.Gives == n:
		e.Joint, e.Short = Butt, mate.shape.Projection.Times(1/i.theta.Sin())
	case k.Kind == job.Inside && i.usable:
		e.Short = joint.SquareReach(i.theta, t.shape.Projection)
		switch most := t.shape.covers(i.theta); {
		case e.Short <= most:
		case 90-i.theta <= doubtful*i.sigma: // it may well be square: the cope hides what it hides
			e.Short = most
		default:
			e.Joint, e.Short = Butt, 0
		}
	}
	if e.Joint == Mitre && e.Turn == 0 && d.Unequal && i.usable {
		e.Turn = joint.UnequalTurn(i.theta, t.shape.Projection, mate.shape.Projection)
	}
	if e.Joint == Mitre && i.assumed && e.Turn == 0 {
		e.Turn = i.theta - 2*touch(c.rules[at], k.Kind)
	}
	return e
}

// touch is what a mitre at a corner that was not read is cut over half of what it turns,
// by the school followed.
func touch(rules *job.Rules, kind job.CornerKind) measure.Angle {
	if kind == job.Outside {
		return map[string]measure.Angle{job.UnreadTouch: 0.5, job.UnreadDegree: 1}[rules.UnreadOutside]
	}
	return map[string]measure.Angle{job.UnreadDegree: -1}[rules.UnreadInside]
}

// doubtful is within how many deviations of its reading a corner may be square, so that no end
// is turned for it.
const doubtful = 2

// endAlone is an end at a corner that no other piece comes to: against what stands there, or
// to the other wall, unless what a square end leaves open there does not show.
func (b *builder) endAlone(t *trim, at int, hand joint.Hand, e *End) {
	i := t.corners[at]
	if e.Side != job.Inside || !i.usable {
		return
	}
	e.other = 0
	if s := b.inCorner(t.room, t.run, t.shape, at, besides(t.room, at, hand)); s != nil {
		b.stopsAt(t, at, s, e)
		return
	}
	if squareDoes(t, i.theta) {
		e.Short = joint.SquareReach(i.theta, t.shape.Projection)
		return
	}
	e.Joint, e.Stops, e.Note = Butt, "the wall", "Cut to the other wall: nothing comes from there to meet it."
}

// squareDoes tells whether what a square end leaves open in a corner does not show.
func squareDoes(t *trim, theta measure.Angle) bool {
	return t.shape.Projection.Times(theta.Cot()).Abs() <= profile.GapShows
}

// besides is the wall across a corner from that of a piece whose end of the hand stands there.
func besides(r *job.Room, at int, hand joint.Hand) int {
	if hand == joint.Right {
		return (at + 1) % len(r.Walls)
	}
	return at
}

// told tells which point of an end the length is told to, which is at the back: the long one
// where that reaches further than the face, the short one where the face does.
func (e *End) told() {
	if e.Joint != Mitre && e.Joint != Butt && e.Joint != Cope || e.ToldTo == ToTip || e.Corner == "" {
		return
	}
	e.ToldTo = ToEnd
	switch {
	case e.Plane.Y < 0:
		e.ToldTo = ToLong
	case e.Plane.Y > 0:
		e.ToldTo = ToShort
	}
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
// cut as the inside mitre that shows its line, and then coped by hand; one over another
// section is cut to the wall and coped along a template.
func endPlane(e End) joint.Normal {
	turn := e.Theta
	if e.Turn != 0 {
		turn = e.Turn
	}
	switch {
	case e.Joint == Scarf:
		return joint.ScarfEnd(e.Scarf, e.ToldTo == ToLong)
	case e.Joint == Mitre && e.Side == job.Outside:
		return joint.OutsideEnd(turn)
	case e.Joint == Cope && e.Template, e.Joint == Butt && e.Corner != "":
		return joint.ButtEnd(turn)
	case e.Joint == Mitre || e.Joint == Cope:
		return joint.InsideEnd(turn)
	}
	return joint.SquareEnd()
}

// mitres tells whether an end is cut to the plane that halves its corner.
func (e *End) mitres() bool {
	return e.Corner != "" && e.Turn == 0 && (e.Joint == Mitre || e.Joint == Cope && !e.Template)
}

// set works out how an end is cut on this job's saw; nothing where the end needs a
// reading and the corner's is not usable. The plane leans with what the end meets, and
// is told in the piece's own frame where that rises.
func (b *builder) set(t *trim, e *End, hand joint.Hand, rake measure.Angle, usable bool) {
	sh := t.shape
	e.Pose = saw.Pose{Lie: saw.Upright}
	if sh.Crown {
		e.Pose = saw.Pose{Lie: saw.Nested, Spring: sh.Spring}
	}
	if !usable && e.Joint != Square && e.Joint != Butt {
		e.ToldTo = ToLong // as the corner will have it once it is read
		if e.Side == job.Outside {
			e.ToldTo = ToShort
		}
		return
	}
	n := endPlane(*e).Leaning(e.Lean)
	if e.mitres() && max(e.tops[0].Abs(), e.tops[1].Abs()) >= slight {
		n = joint.LeaningMitre(survey.Turn(e.Theta, e.Side), e.tops[0], e.tops[1])
	}
	n = n.At(hand).Raked(rake)
	way := saw.Choose(n, sh.Stock, saw.Lie(t.rules.Crown), b.job.Machine())
	e.Pose, e.Setting, e.Fence, e.Why = way.Pose, &way.Setting, way.Fence, way.Why
	e.Plane, e.Slope, e.Rise = n, n.Slope(), n.Rise()
	e.told()
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
	p.Cut = p.Length - p.Left.Short - p.Right.Short + p.Left.Give + p.Right.Give
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
	return fmt.Sprintf("Fix a fence square to the saw's own, on the %s of the piece; lay the piece along it, coming toward you; swing to %s, keep what lies %s of the blade. Make it of scrap, for the first cut goes through it: no screws in the blade's line. Clamp fence and piece, and keep your hands out of the blade's line: it now points where you may stand.",
		e.Fence, saw.SwingText(e.Setting.Mitre), e.Setting.Keep)
}
