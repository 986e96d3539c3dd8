package plan

import (
	"gnomon/core/finding"
	"gnomon/core/parts"
	"gnomon/core/piece"
)

// makeParts lets lengths set by hand count, and makes parts of what is longer than a stick.
func (c *chain) makeParts(found *finding.List) {
	c.parts, c.beside = make([][]piece.Piece, len(c.slots)), make([][]piece.Piece, len(c.slots))
	ids := make([]string, len(c.slots))
	for n, at := range c.slots {
		p := at.piece()
		ids[n] = p.ID
		if at.stretch().Known {
			p.SetByHand(at.run.Shape(), c.room.Job.Hand(p.ID))
			d := &c.room.divider
			d.Fit = at.run.fit
			if len(c.room.odds.places) == 0 {
				made, f := d.Divide(at.run.Run, at.stretch().Wall, *p)
				c.parts[n] = made
				found.Add(f...)
				continue
			}
			along, beside := c.room.odds.parted(at.run, *p)
			c.beside[n] = beside
			for _, q := range along {
				if q.Odd != "" {
					c.parts[n] = append(c.parts[n], q)
					continue
				}
				made, f := d.Divide(at.run.Run, at.stretch().Wall, q)
				c.parts[n] = append(c.parts[n], made...)
				found.Add(f...)
			}
		}
	}
	parts.Meet(c.parts, ids)
	for i := range c.turns {
		c.meetTurn(i)
	}
}
