package sticks

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
)

// Problem is the fitting of a moulding's sticks, without pieces. Its stocks are
// the lengths the moulding is sold in, in their order.
func Problem(j *job.Job, m *job.Moulding) nest.Problem {
	c, seat := j.Cutting, m.Seat()
	p := nest.Problem{Kerf: j.Kerf(), Trim: c.EndTrim.Length, Projection: seat.Projection, Height: seat.Drop}
	for i, s := range m.Sticks {
		k := nest.Stock{ID: fmt.Sprintf("buy:%d", i), Length: s.Length, Price: int64(s.Price), Available: nest.Unlimited}
		if s.Available != nil {
			k.Available = *s.Available
		}
		p.Stocks = append(p.Stocks, k)
	}
	return p
}

// Scarf is how a piece longer than any stick may be divided, by a scarf at phi off square:
// the part left of each joint over the other or under it, and only at places, from the
// piece's left end, where any are told.
func Scarf(j *job.Job, phi measure.Angle, leftOver bool, places []measure.Length) *nest.Scarf {
	return &nest.Scarf{Slope: joint.ScarfEnd(phi, !leftOver).Slope(), Least: j.Cutting.Shortest.Length, Places: places}
}

// divided is how a piece may be divided, nil where it was not asked.
func divided(j *job.Job, p *piece.Piece) *nest.Scarf {
	if p.Divides == nil {
		return nil
	}
	return Scarf(j, p.Divides.Scarf, p.Divides.LeftOver, p.Divides.Places)
}
