package plan

import (
	"fmt"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// byHand lets a length that the carpenter set count. It returns what that leaves to the
// next part of the same wall.
func (b *builder) byHand(sh *shape, p *Piece) (rest measure.Length) {
	p.Computed = p.Cut
	p.Hand = b.job.Hand(p.ID)
	if p.Hand == nil || p.Hand.Length == nil {
		return 0
	}
	p.Cut = p.Hand.Length.Length
	p.lay(sh)
	return p.Computed - p.Cut
}

// caps adds the small pieces that turn a piece's free ends back to the wall: long point
// the projection, cut at 45 from a longer offcut.
func (b *builder) caps(t *trim, p Piece) {
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		e := p.End(hand)
		if e.ToldTo != ToTip || p.Cut <= 0 {
			continue
		}
		c := Piece{ID: p.ID + ".cap-" + string(hand), Label: fmt.Sprintf("%s cap %s", p.Label, hand), Room: p.Room, Run: p.Run, Wall: p.Wall, Moulding: p.Moulding,
			Length: t.shape.Projection, From: p.From, Cap: true, Hang: p.Hang}
		if hand == joint.Right {
			c.From += p.Length
		}
		// Its mitre meets the piece's; its other end lies on the wall.
		c.Left, c.Right = End{Joint: Square, ToldTo: ToEnd}, End{Joint: Square, ToldTo: ToEnd}
		m := End{Joint: Mitre, ToldTo: ToTip, Theta: returnCorner, Meets: p.ID}
		m.Side = e.Side
		if hand == joint.Right {
			c.Left = m
		} else {
			c.Right = m
		}
		b.set(t, &c.Left, joint.Left, 0, true)
		b.set(t, &c.Right, joint.Right, 0, true)
		c.measureUp(t.shape)
		c.Computed = c.Cut
		b.plan.Pieces = append(b.plan.Pieces, c)
	}
}

// Calibration tells what of the dialled setting is the saw's own error, or nothing.
func (e End) Calibration() string {
	if e.Dial == nil {
		return ""
	}
	return e.Dial.OffText()
}
