package lesson

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// lengths compares what was read first with what proved right: of pieces that hang, by what had to come off them or by how much they were too short;
// of walls that were read more than once by one or several people, by what the others read.
//
// A piece that the rules cut long on purpose was not read too long by that.
func (g *gathering) lengths(wall []job.Record) {
	off := map[string]measure.Length{}
	for _, r := range g.stand {
		if r.Recut != nil {
			off[r.Piece] += r.Recut.Off
		}
	}
	for piece, short := range g.short() {
		off[piece] -= short
	}
	for i := range wall {
		r := &wall[i]
		p := g.pieces[r.Piece]
		if r.Kind != job.RecordHung || p == nil || p.Run == "" || p.Hand != nil || p.Of != "" || p.Odd != "" {
			continue
		}
		read, known := g.readBy(p)
		if !known || g.gapes(p) {
			continue
		}
		by, allowed := off[p.ID], max(0, p.Left.Allowance)+max(0, p.Right.Allowance)
		seen := LengthSeen{Read: read, By: Who(r), Allowed: allowed.Inches(), Trimmed: allowed > 0 && by >= allowed/2}
		if by > 0 {
			by = max(0, by-allowed)
		}
		if who := g.j.PersonNamed(read); who != nil {
			by += who.Reads.Off(p.Length) // what is taken off already is a part of how they read
		}
		seen.Compared = learn.Compared{Off: by.Inches(), Length: p.Length.Inches()}
		g.out.Lengths = append(g.out.Lengths, seen)
	}
	g.remeasured()
	g.spreads()
}

// spreads are readings of one wall, or of one corner on its own scale, that were taken more than once.
func (g *gathering) spreads() {
	for _, r := range g.j.Rooms {
		for _, w := range r.Walls {
			for i, t := range w.Lengths {
				if i > 0 && sameWall(t, w.Lengths[i-1]) {
					l := t.Length().Inches()
					g.out.Spreads = append(g.out.Spreads, Spread{"tape", (l - w.Lengths[i-1].Length().Inches()) / math.Sqrt2, l})
				}
			}
		}
		for _, c := range r.Corners {
			for i, a := range c.Readings {
				if b := c.Readings[max(0, i-1)]; i > 0 && a.Scale == b.Scale && a.Level == b.Level {
					g.out.Spreads = append(g.out.Spreads, Spread{What: "reading", By: float64(a.Angle-b.Angle) / math.Sqrt2})
				}
			}
		}
	}
}

// sameWall tells whether two readings are of one thing: the whole wall between the same, at one level.
func sameWall(a, b job.WallLength) bool {
	return a.Level == b.Level && !a.Part() && !b.Part() && a.Left == b.Left && a.Right == b.Right
}

// gapes tells whether a joint of a piece is open without having been cut again: then its length was not right as it is.
func (g *gathering) gapes(p *piece.Piece) bool {
	for _, hand := range piece.Hands {
		if f := g.fits[[2]string{p.ID, string(hand)}]; f != nil && f.Fit.Where == "all" && f.Fit.Gap > 0 && f.Fit.How != job.FitRecut {
			return true
		}
	}
	return false
}

// short is by how much pieces were too short that had to be made again.
func (g *gathering) short() map[string]measure.Length {
	miscut := map[string]string{}
	for _, r := range g.stand {
		if r.Kind == job.RecordMiscut {
			miscut[r.ID] = r.Piece
		}
	}
	out := map[string]measure.Length{}
	for _, r := range g.stand {
		if w := r.Why; w != nil && w.Cause == "length" && miscut[w.About] != "" {
			out[miscut[w.About]] += w.Short
		}
	}
	return out
}

// readBy is who read the wall that a piece hangs on; known where one reading of the whole wall is what its length comes from.
func (g *gathering) readBy(p *piece.Piece) (by string, known bool) {
	room := g.j.Room(p.Room)
	if room == nil {
		return "", false
	}
	for _, w := range room.Walls {
		if w.ID != p.Wall || len(w.Lengths) == 0 {
			continue
		}
		return w.Lengths[0].By, true
	}
	return "", false
}

// remeasured compares readings of whole walls at one level that different people took: each with the mean of the others.
func (g *gathering) remeasured() {
	for _, r := range g.j.Rooms {
		for _, w := range r.Walls {
			for i, t := range w.Lengths {
				sum, n := 0.0, 0.0
				for k, o := range w.Lengths {
					if k != i && o.By != t.By && sameWall(o, t) {
						sum, n = sum+o.Length().Inches(), n+1
					}
				}
				if n == 0 || t.By == "" {
					continue
				}
				if d := t.Length().Inches() - sum/n; math.Abs(d) < 2 { // another wall, or a misread foot
					g.out.Lengths = append(g.out.Lengths, LengthSeen{Compared: learn.Compared{Off: d, Length: sum / n}, Read: t.By})
				}
			}
		}
	}
}

// cutOf is what kind of cut an end has, for what is spoiled.
func cutOf(e *piece.End) string {
	if k := e.Kind(); k != "" {
		return k
	}
	return "square"
}
