package plan

import (
	"gnomon/core/finding"
	"gnomon/core/joint"
	"gnomon/core/parts"
	"gnomon/core/piece"
)

// makeParts lets lengths set by hand count, and makes parts of what is longer than a stick.
func (c *chain) makeParts(found *finding.List) {
	c.parts, c.beside = make([][]piece.Piece, len(c.slots)), make([][]piece.Piece, len(c.slots))
	inParts := map[string][]piece.Piece{}
	for n, at := range c.slots {
		p := at.piece()
		if !at.stretch().Known {
			continue
		}
		p.SetByHand(at.run.Shape(), c.room.Job.Hand(p.ID))
		d := &c.room.divider
		d.Fit = at.run.fit
		if len(c.room.odds.places) == 0 {
			made, f := d.Divide(at.run.Run, at.stretch().Wall, *p)
			c.parts[n] = made
			found.Add(f...)
		} else {
			c.makeOddParts(n, found)
		}
		if len(c.parts[n]) > 1 {
			inParts[p.ID] = c.parts[n]
		}
	}
	c.meetParts(inParts)
}

// meetParts lets what comes to a piece in parts name the part that stands there: the outer ends of the pieces along walls, and what
// turns rounded corners.
func (c *chain) meetParts(inParts map[string][]piece.Piece) {
	for _, made := range c.parts {
		if len(made) > 0 {
			parts.Meet(&made[0].Left, joint.Left, inParts)
			parts.Meet(&made[len(made)-1].Right, joint.Right, inParts)
		}
	}
	for i := range c.turns {
		for n := range c.turns[i] {
			for _, hand := range piece.Hands {
				parts.Meet(c.turns[i][n].End(hand), hand, inParts)
			}
		}
	}
}

// makeOddParts makes parts of what stands along a wall with odd places and beside it, where that is longer than a stick.
func (c *chain) makeOddParts(n int, found *finding.List) {
	at := c.slots[n]
	along, beside := c.room.odds.parted(at.run, *at.piece())
	inParts := map[string][]piece.Piece{} // by what was divided
	divide := func(q piece.Piece) []piece.Piece {
		if q.Cap || q.Moulding != at.run.Moulding.ID {
			return []piece.Piece{q}
		}
		made, f := c.room.divider.Divide(at.run.Run, at.stretch().Wall, q)
		found.Add(f...)
		if len(made) > 1 {
			inParts[q.ID] = made
		}
		return made
	}
	for _, q := range along {
		if q.Odd != "" {
			c.parts[n] = append(c.parts[n], q)
			continue
		}
		c.parts[n] = append(c.parts[n], divide(q)...)
	}
	for _, q := range beside {
		c.beside[n] = append(c.beside[n], divide(q)...)
	}
	if len(inParts) == 0 {
		return
	}
	c.room.odds.inParts(at.run, inParts)
	last := len(c.parts[n]) - 1
	for i := range c.parts[n] {
		q := &c.parts[n][i]
		if i > 0 {
			parts.Meet(&q.Left, joint.Left, inParts)
		}
		if i < last {
			parts.Meet(&q.Right, joint.Right, inParts)
		}
	}
	for i := range c.beside[n] {
		for _, hand := range piece.Hands {
			parts.Meet(c.beside[n][i].End(hand), hand, inParts)
		}
	}
}
