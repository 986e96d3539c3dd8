package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/parts"
	"gnomon/core/piece"
	"gnomon/core/survey"
	"gnomon/core/words"
)

// round is a rounded corner and how it is turned.
type round struct {
	radius    measure.Length
	pieces    int           // small pieces between the walls' own
	flexible  bool          // one that bends
	each, end measure.Angle // half of what a joint between two of them turns, and one at a wall's piece
	back      measure.Length
	hollow    measure.Length
	allowance measure.Length // what is added at the ends of the walls' pieces
}

// rounded works out how a rounded corner is turned: by the corner's own odd place, or by what was measured there and the school
// followed. A hollow one that the moulding is too thick for is left as though it were sharp.
func (c *chain) rounded(t *run, i int, rules *job.Rules) round {
	k, at := t.Room.Corners[i], t.Corners[i]
	if !at.Usable {
		return round{}
	}
	turn := float64(180 - at.Theta)
	inside := k.Kind == job.Inside
	proud := max(t.On.Proud[i], t.On.Proud[(i+1)%len(t.On.Proud)])
	if inside {
		proud = -proud
	}
	radius, known := survey.Radius(k.CornerFacts)
	n, flexible := -1, rules.Bullnose == job.TurnFlexible
	if p := c.room.odds.at(t, k.ID); p != nil {
		w := c.room.odds.turns(p, t, i)
		if w == nil || w.Figure("radius_in") == nil {
			return round{}
		}
		radius, known, flexible = inches(w.Figure("radius_in").Value), true, w.Figure("pieces") == nil
		if f := w.Figure("pieces"); f != nil {
			n = int(f.Value)
		}
	}
	radius += proud
	if !known || radius <= 0 || inside && radius <= t.Shape().Projection || inside && turn < 1 {
		return round{}
	}
	r, hollow := radius.Inches(), rules.Hollow.Length.Inches()
	switch {
	case n >= 0 || flexible:
	case inside:
		n = min(detail.WithinCount(r, turn, hollow), mostFacets)
	case rules.Bullnose == job.TurnFacets:
		n = min(detail.AroundCount(r, turn, hollow), mostFacets)
	default:
		n = map[string]int{job.BullnoseOne: 1, job.BullnoseTwo: 2}[rules.Bullnose]
	}
	if flexible {
		long := measure.Angle(turn).Radians() * r
		start := r * measure.Angle(turn/2).Tan()
		return round{radius: radius, pieces: 1, flexible: true, back: inches(long), allowance: -inches(start)}
	}
	if n > 2 && !c.room.divider.Effort.Spend(int64(n)*parts.Each) {
		n = 2 // a job of nothing but curves: each is told with the hollow that stays
	}
	f := detail.Around(r, turn, n)
	if inside {
		n = max(1, n)
		f = detail.Within(r, turn, n)
	}
	return round{radius: radius, pieces: n, each: measure.Angle(f.Cut), end: measure.Angle(f.End), back: inches(f.Back), hollow: inches(f.Hollow),
		allowance: -inches(f.Short)}
}

// mostFacets is how many small pieces follow a curve at most.
const mostFacets = 120

// fromOffcut is how short a transition piece is that is cut from an offcut.
const fromOffcut = 6 * measure.Inch

// turnCorner makes the transition pieces of a rounded corner: each between two mitres that
// take half of an equal share of the turn.
func (c *chain) turnCorner(d decide.Joint, found *finding.List) {
	i := d.Corner
	k := c.rounds[i]
	if d.Kind != decide.Mitre || k.radius == 0 || d.Left < 0 || d.Right < 0 || !c.slots[d.Left].stretch().Known || !c.slots[d.Right].stretch().Known {
		return
	}
	left, right := c.slots[d.Left], c.slots[d.Right]
	t := left.run
	found.Add(hollowBehind(t, i, k)...)
	if k.pieces == 0 {
		return
	}
	corner := t.Room.Corners[i]
	name := func(n int) string {
		switch {
		case n == 0:
			return left.piece().ID
		case n > k.pieces:
			return right.piece().ID
		}
		return fmt.Sprintf("%s.%s.turn-%d", t.ID, corner.ID, n)
	}
	for n := 1; n <= k.pieces; n++ {
		p := piece.Piece{ID: name(n), Label: fmt.Sprintf("%s turn", left.piece().Label), Room: t.Room.ID, Run: t.ID, Wall: left.piece().Wall, Moulding: t.Moulding.ID,
			Length: k.back, From: left.piece().From + left.piece().Length, Turns: true, Cap: k.back < fromOffcut}
		if k.pieces > 1 {
			p.Label += fmt.Sprintf(" %d", n)
		}
		for _, hand := range piece.Hands {
			e := piece.End{Joint: piece.Mitre, ToldTo: piece.ToShort, Corner: corner.ID, Letter: job.CornerLetter(i), Theta: t.Corners[i].Theta, Side: corner.Kind,
				MitredFor: 180 - 2*k.each, Rounded: true, Assumed: t.Corners[i].Assumed, Meets: name(n + 1)}
			if hand == joint.Left {
				e.Meets = name(n - 1)
			}
			if n == 1 && hand == joint.Left || n == k.pieces && hand == joint.Right {
				e.MitredFor = 180 - 2*k.end
			}
			if k.flexible {
				e.Joint, e.ToldTo, e.MitredFor = piece.Square, piece.ToEnd, 0
			}
			t.Setup.Set(&e, hand, 0)
			*p.End(hand) = e
		}
		if k.flexible {
			p.Cap = false
			p.Work = append(p.Work, fmt.Sprintf("Of a moulding that bends to a radius of %s; square ends, a little over, trimmed in place.",
				k.radius.In(t.Room.Job.Unit)))
		}
		p.MeasureUp(t.Shape())
		p.SetByHand(t.Shape(), t.Room.Job.Hand(p.ID))
		c.turns[i] = append(c.turns[i], p)
	}
	left.piece().Right.Meets, right.piece().Left.Meets = name(1), name(k.pieces)
}

var bullnoseHollow = finding.Declare(finding.Form{Code: "bullnose_hollow", Severity: finding.Note, Stop: finding.Joints, Kind: "corner",
	Text: "%s turns the rounded corner %s with %s: a hollow of %s stays behind each joint.", Why: "Its radius is %s.",
	Remedy: "Fill it from above after the glue has set, or choose more transition pieces for this corner."})

// hollowBehind tells what a rounded corner leaves to fill.
func hollowBehind(t *run, i int, k round) finding.List {
	h, unit := k.hollow, t.Room.Job.Unit
	if h < measure.Inch/64 {
		return nil
	}
	turned := words.Count(k.pieces, "small piece")
	if k.pieces <= 2 {
		turned = [...]string{"a plain mitre", "one transition piece", "two transition pieces"}[k.pieces]
	}
	f := bullnoseHollow.In(t.Room.ID, t.Room.Corners[i].ID).Says(t.Moulding.Title(), job.CornerLetter(i), turned, h.In(unit)).Because(k.radius.In(unit))
	if t.Room.Corners[i].Kind == job.Inside {
		f.Text = fmt.Sprintf("%s follows the hollow corner %s with %s: up to %s stays open behind each.", t.Moulding.Title(), job.CornerLetter(i), turned, h.In(unit))
	}
	return finding.List{f}
}
