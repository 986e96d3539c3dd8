package hang

import (
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sets"
)

// around nails a piece of what goes around an opening: its inner edge to the jamb with short nails, its outer one to the framing with
// long ones; what lies on a casing is pinned to that.
func (f *fixing) around(p *piece.Piece) {
	s, wall := f.sets[face{p.Set, p.Far}], f.wallOf(p)
	if s == nil || wall < 0 {
		return
	}
	sh := f.In.Shapes.Of(p.Moulding)
	bare := f.out.Walls[wall].Bare
	switch {
	case strings.HasPrefix(p.Part, sets.Band), p.Part == sets.Fillet, p.Part == sets.Cap, p.Part == sets.CapLeft, p.Part == sets.CapRight:
		f.along(p, sh, sh.Drop.Inches()/2, sh.Projection, InPiece, false, Low)
	case p.Part == sets.Stool: // down into the sill
		f.stool(p, s, sh)
	case p.Part == sets.Apron:
		if !bare {
			for i, h := range Heights(sh.Drop.Inches(), 0, sh.Drop.Inches()-lowest, 0) {
				f.along(p, sh, h, sh.Projection+f.board(wall), InOpening, false, []string{Low, High}[i])
			}
		}
	default:
		f.casing(p, s, sh, wall, bare)
	}
}

// casing nails a leg, a head, a sill or a plinth along both its edges.
func (f *fixing) casing(p *piece.Piece, s *sets.Set, sh *piece.Shape, wall int, bare bool) {
	wide, reveal := sh.Drop.Inches(), s.Around.Reveal.Inches()
	jamb := s.Around.Jamb.Inches() - reveal
	if jamb > 0 {
		inner := min(jamb/2, wide/4)
		f.along(p, sh, inner, inches(sh.Whole().At(inner)), InOpening, true, Inner)
	}
	if bare {
		return
	}
	// The framing begins past the jamb and its shims, and ends with the second stud.
	outer := min(wide-lowest, frameTo-reveal-2*within)
	if outer <= 0 || reveal+outer < frameFrom {
		return // too narrow to reach it: the inner row holds it
	}
	f.along(p, sh, outer, sh.Projection+f.board(wall), InOpening, false, Outer)
}

// stool nails a stool down into the sill that it lies on: between its horns, near its back.
func (f *fixing) stool(p *piece.Piece, s *sets.Set, sh *piece.Shape) {
	width := inches(s.Measured.Lengths.Bottom)
	horn, in := (p.Back-width)/2, f.rules.NailEnd.Length
	back := sh.Drop / 3
	if d := s.Measured.JambDepth; d != nil {
		back = min(back, d.Length/2)
	}
	length, drive := f.length(p, sh.Projection), f.driver(p)
	for _, x := range Spread((horn + in).Inches(), (p.Back - horn - in).Inches(), f.rules.CasingEvery.Length.Inches()) {
		drive(Nail{Piece: p.ID, At: inches(x), Height: back, Length: length, Kind: kind(InOpening, true), Into: InOpening, Jamb: true, Row: Down})
	}
}

// along drives a row of nails along a piece at a height, first and last near its ends, no further apart than the house rule says.
func (f *fixing) along(p *piece.Piece, sh *piece.Shape, height float64, through measure.Length, into Into, jamb bool, row string) {
	length, drive := f.length(p, through), f.driver(p)
	for _, x := range f.row(p, sh, f.rules.CasingEvery.Length) {
		drive(Nail{Piece: p.ID, At: inches(x), Height: inches(height), Length: length, Kind: kind(into, jamb), Into: into, Jamb: jamb, Row: row})
	}
}

// driver drives the nails of a piece around an opening, but for those that would come near wires or a pipe.
func (f *fixing) driver(p *piece.Piece) func(Nail) {
	wall := f.wallOf(p)
	if wall < 0 || len(f.out.Walls[wall].Keep) == 0 {
		return f.add
	}
	on, ok := f.onWall(p, wall)
	if !ok {
		return f.add
	}
	return func(n Nail) {
		if at, z := on(n.At, n.Height); !f.nearWires(p, wall, at, z, z) {
			f.add(n)
		}
	}
}

// onWall is where places of a piece around an opening lie: along its wall and above the floor, as one faces the wall in this room also for
// what is nailed to its other face. ok is false where that is not known.
func (f *fixing) onWall(p *piece.Piece, wall int) (on func(along, across measure.Length) (at, z measure.Length), ok bool) {
	s, o := f.sets[face{p.Set, p.Far}], f.In.Opening(p.Set)
	if s == nil || o == nil {
		return nil, false
	}
	area, ok := s.Area(p)
	left, sill := f.In.Measured.From(wall, *o, job.Floor)+o.PastJamb(), measure.Length(0)
	if o.Kind == job.OpenWindow && o.Sill != nil {
		sill = o.Sill.Length
	}
	return func(along, across measure.Length) (at, z measure.Length) {
		q := area.On(p, along, across)
		if p.Far {
			q.X = s.Measured.Lengths.Bottom - q.X
		}
		return left + inches(q.X), sill + inches(q.Y)
	}, ok
}

// alone tells of a piece of an odd place that follows no wall's run.
func (f *fixing) alone(p *piece.Piece) {
	f.out.Findings.Add(onItsOwn.In(f.In.ID, p.ID).Says(p.Label))
}
