package plan

import (
	"cmp"
	"fmt"
	"slices"

	"gnomon/core/joint"
)

// cuts lists every end in the order to cut it: longest pieces first, since a
// miscut still makes a shorter one; on a piece a square end first, so that the
// tape hooks on it.
func (b *builder) cuts() {
	order := make([]int, 0, len(b.plan.Pieces))
	for i := range b.plan.Pieces {
		if b.plan.Pieces[i].Cut > 0 {
			order = append(order, i)
		}
	}
	slices.SortStableFunc(order, func(x, y int) int {
		return cmp.Compare(b.plan.Pieces[y].Cut, b.plan.Pieces[x].Cut)
	})
	for _, i := range order {
		p := b.plan.Pieces[i]
		hands := []joint.Hand{joint.Left, joint.Right}
		if p.Left.Slope != 0 && p.Right.Slope == 0 {
			hands = []joint.Hand{joint.Right, joint.Left}
		}
		for n, hand := range hands {
			e := p.End(hand)
			c := Cut{Piece: p.ID, Hand: hand, Number: n + 1, Done: e.Mark != ""}
			if e.Setting == nil {
				c.Check = "Read the corner first: this end has no setting."
			} else if e.Run > 0 {
				c.Check = fmt.Sprintf("The cut runs %s along the piece.", e.Run.In(b.unit))
				if e.Joint == Cope {
					c.Check += " Then cope along the face line."
				}
			} else {
				c.Check = "Try it with a square: face and back."
			}
			c.Cautions = cautions(p, e)
			b.plan.Cuts = append(b.plan.Cuts, c)
		}
	}
}

// cautions are those of the trade that this one cut calls for.
func cautions(p Piece, e End) []string {
	var out []string
	if p.Cut < shortPiece {
		out = append(out, "Short piece: cut it from the end of a long one and hold the long part, or clamp it. Never hold it in front of the blade.")
	}
	if e.Setting != nil && e.Dial == nil {
		out = append(out, "This saw cannot reach the cut as it lies: read the note in the margin before you set up.")
	}
	return out
}
