package hang

import (
	"strings"

	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sets"
)

// around nails a piece of what goes around an opening: its inner edge to the jamb with short nails, its outer one to the framing with
// long ones; what lies on a casing is pinned to that.
func (f *fixing) around(p *piece.Piece) {
	s, wall := f.sets[p.Set], f.wallOf(p)
	if s == nil || wall < 0 {
		return
	}
	sh := f.In.Shapes.Of(p.Moulding)
	bare := f.out.Walls[wall].Bare
	switch {
	case strings.HasPrefix(p.Part, sets.Band), p.Part == sets.Fillet, p.Part == sets.Cap, p.Part == sets.CapLeft, p.Part == sets.CapRight:
		f.along(p, sh, sh.Drop.Inches()/2, sh.Projection, InPiece, false, Low)
	case p.Part == sets.Stool: // down into the sill
		f.along(p, sh, sh.Drop.Inches()/3, sh.Projection, InOpening, true, Down)
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

// along drives a row of nails along a piece at a height, first and last near its ends, no further apart than the house rule says.
func (f *fixing) along(p *piece.Piece, sh *piece.Shape, height float64, through measure.Length, into Into, jamb bool, row string) {
	length := f.length(p, through)
	for _, x := range f.row(p, sh, f.rules.CasingEvery.Length) {
		f.add(Nail{Piece: p.ID, At: inches(x), Height: inches(height), Length: length, Kind: kind(into, jamb), Into: into, Jamb: jamb, Row: row})
	}
}

// alone tells of a piece of an odd place that follows no wall's run.
func (f *fixing) alone(p *piece.Piece) {
	f.out.Findings.Add(onItsOwn.In(f.In.ID, p.ID).Says(p.Label))
}
