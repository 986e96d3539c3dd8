package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// round is a rounded outside corner and how it is turned.
type round struct {
	radius    measure.Length
	pieces    int            // transition pieces
	each      measure.Angle  // half of what each joint turns
	allowance measure.Length // what is added at the ends of the walls' pieces
}

// rounded works out how a bullnose is turned: k transition pieces break the turn δ into
// joints of δ/(k+1), each mitre taking g, half of that; the backs of the pieces between
// are 2R·tan g, and a wall's piece ends R·tan(δ/2) − R·tan g short of the sharp corner.
func rounded(t *run, i int, rules *job.Rules) round {
	k, at := t.Room.Corners[i], t.Corners[i]
	radius, known := survey.Radius(k.CornerFacts)
	if !known || radius <= 0 || k.Kind != job.Outside || !at.Usable {
		return round{}
	}
	radius += max(t.On.Proud[i], t.On.Proud[(i+1)%len(t.On.Proud)])
	n := map[string]int{job.BullnoseOne: 1, job.BullnoseTwo: 2}[rules.Bullnose]
	half := joint.Half(at.Theta)
	out := round{radius: radius, pieces: n, each: half / measure.Angle(n+1)}
	out.allowance = radius.Times(out.each.Tan()) - radius.Times(half.Tan())
	return out
}

// back is the back of a transition piece.
func (k round) back() measure.Length { return k.radius.Times(2 * k.each.Tan()) }

// hollow is what is left behind each joint: R·(1/cos g − 1).
func (k round) hollow() measure.Length { return k.radius.Times(1/k.each.Cos() - 1) }

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
			Length: k.back(), From: left.piece().From + left.piece().Length, Turns: true, Cap: k.back() < fromOffcut}
		if k.pieces > 1 {
			p.Label += fmt.Sprintf(" %d", n)
		}
		for _, hand := range piece.Hands {
			e := piece.End{Joint: piece.Mitre, ToldTo: piece.ToShort, Corner: corner.ID, Letter: job.CornerLetter(i), Theta: t.Corners[i].Theta, Side: job.Outside,
				MitredFor: 180 - 2*k.each, Assumed: t.Corners[i].Assumed, Meets: name(n + 1)}
			if hand == joint.Left {
				e.Meets = name(n - 1)
			}
			t.Setup.Set(&e, hand, 0)
			*p.End(hand) = e
		}
		p.MeasureUp(t.Shape())
		p.SetByHand(t.Shape(), t.Room.Job.Hand(p.ID))
		c.turns[i] = append(c.turns[i], p)
	}
	left.piece().Right.Meets, right.piece().Left.Meets = name(1), name(k.pieces)
}

// meetTurn lets the transition pieces of a corner name the parts that stand there.
func (c *chain) meetTurn(i int) {
	for n := range c.turns[i] {
		p := &c.turns[i][n]
		for k, at := range c.slots {
			parts := c.parts[k]
			if len(parts) < 2 {
				continue
			}
			if p.Left.Meets == at.piece().ID {
				p.Left.Meets = parts[len(parts)-1].ID
			}
			if p.Right.Meets == at.piece().ID {
				p.Right.Meets = parts[0].ID
			}
		}
	}
}

var bullnoseHollow = finding.Declare(finding.Form{Code: "bullnose_hollow", Severity: finding.Note, Stop: finding.Joints, Kind: "corner",
	Text: "%s turns the rounded corner %s with %s: a hollow of %s stays behind each joint.", Why: "Its radius is %s.",
	Remedy: "Fill it from above after the glue has set, or choose more transition pieces for this corner."})

// hollowBehind tells what a rounded corner leaves to fill.
func hollowBehind(t *run, i int, k round) finding.List {
	h, unit := k.hollow(), t.Room.Job.Unit
	if h < measure.Inch/64 {
		return nil
	}
	turned := [...]string{"a plain mitre", "one transition piece", "two transition pieces"}[k.pieces]
	return finding.List{bullnoseHollow.In(t.Room.ID, t.Room.Corners[i].ID).Says(t.Moulding.Title(), job.CornerLetter(i), turned,
		h.In(unit)).Because(k.radius.In(unit))}
}
