package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// fromOffcut is how short a transition piece is that is cut from an offcut.
const fromOffcut = 6 * measure.Inch

// turn makes the transition pieces of a rounded corner: each between two mitres that take
// half of an equal share of the turn.
func (b *builder) turn(c *chain, d decide.Joint) {
	i := d.Corner
	k := c.rounds[i]
	if d.Kind != decide.Mitre || k.radius == 0 || d.Left < 0 || d.Right < 0 || !c.at[d.Left].span().known || !c.at[d.Right].span().known {
		return
	}
	left, right := c.at[d.Left], c.at[d.Right]
	t := left.t
	b.checkRound(t, i, k)
	if k.pieces == 0 {
		return
	}
	name := func(n int) string {
		switch {
		case n == 0:
			return left.piece().ID
		case n > k.pieces:
			return right.piece().ID
		}
		return fmt.Sprintf("%s.%s.turn-%d", t.run.ID, t.room.Corners[i].ID, n)
	}
	for n := 1; n <= k.pieces; n++ {
		p := Piece{ID: name(n), Label: fmt.Sprintf("%s turn", left.piece().Label), Room: t.room.ID, Run: t.run.ID, Wall: left.piece().Wall, Moulding: t.m.ID,
			Length: k.back(), From: left.piece().From + left.piece().Length, Turns: true, Cap: k.back() < fromOffcut}
		if k.pieces > 1 {
			p.Label += fmt.Sprintf(" %d", n)
		}
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			e := End{Joint: Mitre, ToldTo: ToShort, Corner: t.room.Corners[i].ID, Letter: job.CornerLetter(i), Theta: t.corners[i].theta, Side: job.Outside,
				Turn: 180 - 2*k.each, Assumed: t.corners[i].assumed, Meets: name(n + 1)}
			if hand == joint.Left {
				e.Meets = name(n - 1)
			}
			b.set(t, &e, hand, 0, true)
			*p.end(hand) = e
		}
		p.measureUp(t.shape)
		p.Computed = p.Cut
		b.byHand(t.shape, &p)
		c.turns[i] = append(c.turns[i], p)
	}
	left.piece().Right.Meets, right.piece().Left.Meets = name(1), name(k.pieces)
}

// meetTurn lets the transition pieces of a corner name the parts that stand there.
func meetTurn(c *chain, i int) {
	for n := range c.turns[i] {
		p := &c.turns[i][n]
		for k, at := range c.at {
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

// checkRound tells what a rounded corner leaves to fill.
func (b *builder) checkRound(t *trim, i int, k round) {
	h := k.hollow()
	if h < measure.Inch/64 {
		return
	}
	f := Finding{Code: "bullnose_hollow", Severity: SeverityNote, Stop: "joints", Room: t.room.ID, Kind: "corner", ID: t.room.Corners[i].ID}
	how := "a plain mitre"
	switch k.pieces {
	case 1:
		how = "one transition piece"
	case 2:
		how = "two transition pieces"
	}
	f.Text = fmt.Sprintf("%s turns the rounded corner %s with %s: a hollow of %s stays behind each joint.", t.m.Title(), job.CornerLetter(i), how, h.In(b.unit))
	f.Why = fmt.Sprintf("Its radius is %s.", k.radius.In(b.unit))
	f.Remedy = "Fill it from above after the glue has set, or choose more transition pieces for this corner."
	b.find(f)
}
