package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
)

// setEnds says what is on both ends of every piece of a chain.
func (c *chain) setEnds(found *finding.List) {
	at := c.byCorner()
	for n, k := range c.slots {
		t, s, p := k.run, k.stretch(), k.piece()
		for side, hand := range piece.Hands {
			i := [2]int{s.Left, s.Right}[side]
			if i >= 0 {
				*p.End(hand) = c.cornerEnd(at[i], n, hand, found)
				continue
			}
			e := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
			switch {
			case s.Opens[side] != nil:
				e = endAtOpening(t, s.Opens[side], hand)
			case c.room.odds.given(t, s, hand, p.ID, &e):
			case s.Returns[side]:
				e = piece.End{Joint: piece.Mitre, ToldTo: piece.ToTip, Theta: piece.ReturnCorner, Side: job.Outside,
					Note: "Returned to the wall: its cap is cut from a longer offcut."}
			}
			t.Setup.SetAt(&e, hand, t.On.Rake[s.Wall], true)
			*p.End(hand) = e
		}
		c.allow(n, p, at)
		p.MeasureUp(t.Shape())
	}
}

// byCorner are the joints of a chain by the index of their corner.
func (c *chain) byCorner() map[int]decide.Joint {
	out := make(map[int]decide.Joint, len(c.joints))
	for _, j := range c.joints {
		out[j.Corner] = j
	}
	return out
}

// cornerEnd is the end of piece n at the corner of a joint, with its setting.
func (c *chain) cornerEnd(d decide.Joint, n int, hand joint.Hand, found *finding.List) piece.End {
	t, s := c.slots[n].run, c.slots[n].stretch()
	e := c.endAtCorner(d, n, hand, found)
	t.Setup.SetAt(&e, hand, t.On.Rake[s.Wall], t.Corners[d.Corner].Usable)
	return e
}

// endAtOpening says how a piece ends against an opening, a cabinet or a tub.
func endAtOpening(t *run, o *job.Opening, hand joint.Hand) piece.End {
	stop := decide.Against(t.Moulding.Is(), t.Level, t.Shape().Projection, o, t.Room.Job.Unit)
	e := piece.End{Joint: piece.Butt, ToldTo: piece.ToEnd, Against: "the " + o.Side(t.Level), Chamfer: stop.Chamfer, Note: stop.Reason}
	if stop.Sloped {
		e = piece.End{Joint: piece.Mitre, ToldTo: piece.ToLong, Theta: piece.ReturnCorner, Side: job.Inside, Against: e.Against, Note: stop.Reason}
	}
	e.Lean = stretch.Lean(o.LeanOf(hand == joint.Left), hand) // its right end meets the opening's left side
	return e
}

// endAtCorner says what is on the end of piece n of a chain at the corner of a joint.
func (c *chain) endAtCorner(d decide.Joint, n int, hand joint.Hand, found *finding.List) piece.End {
	t, at := c.slots[n].run, d.Corner
	k, i := t.Room.Corners[at], t.Corners[at]
	e := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd, Corner: k.ID, Letter: job.CornerLetter(at), Theta: i.Theta, Side: k.Kind, Assumed: i.Assumed}
	other, rho := d.Left, t.On.Right[at]
	e.Tops = [2]measure.Angle{t.On.Tops[at][1], t.On.Tops[at][0]}
	if hand == joint.Right {
		other, rho, e.Tops = d.Right, t.On.Left[at], t.On.Tops[at]
	}
	e.Lean = stretch.Lean(rho, hand)
	if other >= 0 && c.slots[other].stretch().Known && d.Kind != decide.Apart {
		e.Meets = c.slots[other].piece().ID
	}
	mate := t
	if other := d.Left + d.Right - n; d.Left >= 0 && d.Right >= 0 && d.Left != d.Right {
		mate = c.slots[other].run
	}
	if k.Kind == job.Inside {
		e.OtherFace = mate.Shape().Projection
	}
	switch {
	case d.Kind == decide.Alone:
		endAlone(c.room, t, at, hand, &e, found)
	case d.Kind == decide.Mitre:
		e.Joint = piece.Mitre
		switch r := c.rounds[at]; {
		case r.flexible:
			e.Joint, e.ToldTo, e.Allowance, e.Rounded = piece.Square, piece.ToEnd, r.allowance, true
		case r.pieces > 0:
			e.MitredFor, e.Allowance, e.Rounded = 180-2*r.end, r.allowance, true
		}
	case d.Kind == decide.Cope && d.Gives == n:
		e.Joint = piece.Cope
		e.Template = mate.Moulding != t.Moulding
		e.Drawn = !e.Template && t.Shape().Section != nil && (!t.Shape().Follows || max(e.Tops[0].Abs(), e.Tops[1].Abs()) >= piece.Slight)
	case d.Kind == decide.Butt && d.Gives == n:
		e.Joint, e.Short = piece.Butt, mate.Shape().Projection.Times(1/i.Theta.Sin())
	case k.Kind == job.Inside && i.Usable:
		runsThrough(t, i, &e)
	}
	if e.Joint == piece.Mitre && e.MitredFor == 0 && d.Unequal && i.Usable {
		e.MitredFor = joint.UnequalTurn(i.Theta, t.Shape().Projection, mate.Shape().Projection)
	}
	if e.Joint == piece.Mitre && i.Assumed && e.MitredFor == 0 {
		e.MitredFor = i.Theta - 2*overHalf(c.rules[at], k.Kind)
	}
	return e
}

// intoWall is how much of a square end may stand in the other wall's face: compound gives way so far.
const intoWall = measure.Inch / 32

// doubtful is within how many deviations of its reading a corner may be square.
const doubtful = 2

// runsThrough is a square end at an inside corner: as far short of an acute one as the piece
// coped over it hides, and what compound takes where the corner may well be square. Else it is
// cut to the other wall, which the cope hides also where the corner is square after all.
func runsThrough(t *run, i stretch.Corner, e *piece.End) {
	e.Short = joint.SquareReach(i.Theta, t.Shape().Projection)
	switch most := t.Shape().Covers(i.Theta); {
	case e.Short <= most:
	case e.Short-most <= intoWall && 90-i.Theta <= doubtful*i.Sigma:
		e.Short = most
	default:
		e.Joint, e.Short = piece.Butt, 0
	}
}

// overHalf is what a mitre at a corner that was not read is cut over half of what it turns,
// by the school followed.
func overHalf(rules *job.Rules, kind job.CornerKind) measure.Angle {
	if kind == job.Outside {
		return map[string]measure.Angle{job.UnreadTouch: 0.5, job.UnreadDegree: 1}[rules.UnreadOutside]
	}
	return map[string]measure.Angle{job.UnreadDegree: -1}[rules.UnreadInside]
}

// endAlone is an end at a corner that no other piece comes to: against what stands there, or
// to the other wall, unless what a square end leaves open there does not show.
func endAlone(r *room, t *run, at int, hand joint.Hand, e *piece.End, found *finding.List) {
	i := t.Corners[at]
	if e.Side != job.Inside || !i.Usable {
		return
	}
	e.OtherFace = 0
	if s := t.Room.InCorner(t.Run.Run, at, across(r, at, hand)); s != nil {
		stopsAt(t, at, s, e, found)
		return
	}
	if t.Shape().SquareCloses(i.Theta) {
		e.Short = joint.SquareReach(i.Theta, t.Shape().Projection)
		return
	}
	e.Joint, e.Against, e.Note = piece.Butt, "the wall", "Cut to the other wall: nothing comes from there to meet it."
}

var cornerTaken = finding.Declare(finding.Form{Code: "corner_taken", Severity: finding.Check, Stop: finding.Measure, Kind: "corner",
	Text: "%s stands in corner %s, and it is not said %s.", Why: "%s on the other wall would run into it: it is cut to the wall for now, and too long.",
	Remedy: "Measure %s and put it on the opening's sheet."})

// stopsAt is the end of a piece at what stands in its corner: cut to the face of it, which is
// parallel to that thing's wall.
func stopsAt(t *run, at int, s *stretch.Standing, e *piece.End, found *finding.List) {
	e.Joint, e.Short, e.OtherFace = piece.Butt, s.Out.Times(1/e.Theta.Sin()), s.Out
	if t.Shape().SquareCloses(e.Theta) {
		e.MitredFor, e.Short = 90, e.Short+joint.SquareReach(e.Theta, t.Shape().Projection)
	}
	e.Against = "the " + s.Opening.Side(t.Level)
	e.Note = s.Name(t.Level) + " stands in the corner: it stops against that."
	if s.Gap >= measure.Sixtyfourth {
		e.Note += fmt.Sprintf(" Behind it %s is left to fill.", s.Gap.In(t.Room.Job.Unit))
	}
	if s.Known {
		return
	}
	what := "how thick it is"
	if s.Opening.Kind == job.OpenCabinet || s.Opening.Kind == job.OpenTub {
		what = "how deep it is"
	}
	found.Add(cornerTaken.In(t.Room.ID, t.Room.Corners[at].ID).Says(s.Name(t.Level), job.CornerLetter(at), what).Because(t.Moulding.Title()).Do(what))
}

// allow adds or takes off, end by end, what the rules allow: a square end that a cope
// covers a hair short, one square at both ends a hair long and sprung in, a coped end
// sprung where both ends are held. A piece for the bench is cut as it is measured.
func (c *chain) allow(n int, p *piece.Piece, byCorner map[int]decide.Joint) {
	t, s := c.slots[n].run, c.slots[n].stretch()
	if p.Length < t.Rules.Bench.Length {
		return
	}
	covered := func(i int) bool { // square, and a cope comes over it
		return i >= 0 && byCorner[i].Kind == decide.Cope && byCorner[i].Gives != n && byCorner[i].Gives >= 0
	}
	for k, hand := range piece.Hands {
		e, i := p.End(hand), [2]int{s.Left, s.Right}[k]
		switch {
		case e.Joint == piece.Cope:
			if p.Left.Firm() && p.Right.Firm() {
				e.Allowance = t.Rules.Spring.Length
			}
		case e.Joint != piece.Square || !covered(i):
		case t.Rules.Square == job.SquareShort:
			// A hair, and no more than what the cope over it hides.
			e.Allowance = -max(0, min(t.Rules.Hair.Length, t.Shape().Covers(e.Theta)-e.Short))
		case t.Rules.Square == job.SquareLong && covered(s.Left) && covered(s.Right):
			e.Allowance = t.Rules.Hair.Length
		}
	}
}
