package hang

import (
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/profile"
	"gnomon/core/stretch"
)

// crown nails a piece of crown: low into studs through its wall foot; high into joists through its ceiling foot, where they cross the
// wall, else into backing.
func (f *fixing) crown(p *piece.Piece, t *stretch.Run) {
	wall := f.wallOf(p)
	if wall < 0 {
		return
	}
	f.known(p, wall)
	sh := t.Shape()
	foot := sh.Read().WallFoot.Inches() / 2
	through := inches(sh.Whole().At(foot)) + t.On.Proud[wall] + f.board(wall)
	length := f.length(p, through)
	for _, c := range f.columns(p, t, wall, f.studs(wall), []float64{foot}, through, length) {
		f.add(f.nail(c, p, foot, through, length, Low))
	}
	f.top(p, t, wall)
	f.scarf(p, t)
}

// top nails a crown's upper edge.
func (f *fixing) top(p *piece.Piece, t *stretch.Run, wall int) {
	k, sh, r := &f.out.Walls[wall], t.Shape(), f.In
	for i := range f.out.Strips {
		if s := &f.out.Strips[i]; s.Kind == Backing && s.Run == t.ID && s.Wall == k.Wall {
			f.intoBacking(p, t, s)
			return
		}
	}
	if k.Along || len(k.Joists) == 0 {
		if !k.Along {
			f.unknown(&f.noJoists, wall)
		}
		return
	}
	height, known := f.tops[t.Moulding.ID]
	if !known { // near its front, where there is the least wood to pass
		height = under(sh.Whole(), sh.Projection.Inches()-sh.Read().CeilingFoot.Inches()/4)
		f.tops[t.Moulding.ID] = height
	}
	board := r.Job.UsualBoard()
	if r.CeilingBoard != nil {
		board = r.CeilingBoard.Length
	}
	through := inches(sh.Drop.Inches()-height) + stretch.Below(t.Run) + board
	length := f.length(p, through)
	uprights := make([]Upright, 0, len(k.Joists))
	for _, u := range k.Joists {
		uprights = append(uprights, Upright{u.At.Inches(), InJoist, !u.Found})
	}
	for _, c := range f.columns(p, t, wall, uprights, []float64{height}, through, length) {
		n := f.nail(c, p, height, through, length, High)
		n.Up = 90
		f.add(n)
	}
}

// under is how high the face stands over the bottom where it comes so far out from the wall.
func under(s *profile.Section, u float64) float64 {
	lo, hi := 0.0, s.Height().Inches()
	for range 24 {
		if mid := (lo + hi) / 2; s.At(mid) >= u {
			hi = mid
		} else {
			lo = mid
		}
	}
	return hi
}

// intoBacking nails a crown's upper part into the strip behind it.
func (f *fixing) intoBacking(p *piece.Piece, t *stretch.Run, s *Strip) {
	sh := t.Shape()
	height := sh.Drop.Inches() - s.Thick.Inches()/2
	length := f.length(p, inches(sh.Whole().At(height))-s.Reach)
	low, high := reaches(t)
	for _, x := range f.row(p, sh, f.rules.BackingEvery.Length) {
		if f.nearWires(p, f.wallOf(p), p.BackFrom()+inches(x), low, high) {
			continue
		}
		n := Nail{Piece: p.ID, At: inches(x), Height: inches(height), Length: length, Kind: job.NailFinish, Into: InBacking, Row: High}
		n.Covered = f.covered(p, t, joint.Left, x) || f.covered(p, t, joint.Right, p.Back.Inches()-x)
		f.add(n)
	}
}
