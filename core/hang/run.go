package hang

import (
	"slices"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// column is where nails of a piece stand over one another, with what is behind.
type column struct {
	at       float64 // inches from the piece's left end
	into     Into
	by       float64 // how far further along what it holds in lies, to the right where positive
	supposed bool
	covered  bool
}

// nail is the one of a column at a height. One that is turned passes through more, and is as much longer.
func (f *fixing) nail(c column, p *piece.Piece, height float64, through, length measure.Length, row string) Nail {
	turned, long := f.turned(p, c.by, through, length)
	return Nail{Piece: p.ID, At: inches(c.at), Height: inches(height), Length: long, Kind: kind(c.into, false), Into: c.into, Supposed: c.supposed,
		Covered: c.covered, Toward: turned, Row: row, through: through}
}

// turned is by how much a nail is turned that what it holds in lies further along by so much, and how long it is then.
func (f *fixing) turned(p *piece.Piece, by float64, through, length measure.Length) (measure.Angle, measure.Length) {
	a := toward(by, through, length)
	if a == 0 {
		return 0, length
	}
	return a, f.length(p, through.Times(1/a.Cos()))
}

// bites is how much of a nail's shaft must be in what it holds in at least, in inches.
const bites = 0.5

// reached tells whether a nail so far from a piece's end, turned toward it, holds in the framing there.
func (f *fixing) reached(p *piece.Piece, x float64, h held, through, length measure.Length) bool {
	if !h.ok {
		return false
	}
	a, long := f.turned(p, max(0, x-h.reach+within), through, length)
	from := through.Inches() // how deep it is where it comes into the framing
	if x > h.reach {
		if a == 0 {
			return false
		}
		from = max(from, (x-h.reach)/a.Tan())
	}
	return long.Inches()-from/a.Cos() >= bites
}

// columns are those of a piece on a wall: at its ends where there is framing, and at what stands behind between, none where it is
// barred.
func (f *fixing) columns(p *piece.Piece, t *stretch.Run, wall int, upright []Upright, heights []float64, through, length measure.Length) []column {
	sh := t.Shape()
	left, right := f.behind(p, joint.Left, wall), f.behind(p, joint.Right, wall)
	e := Ends{InLeft: f.in(p, joint.Left), InRight: f.in(p, joint.Right), Near: f.rules.NailNear.Length.Inches()}
	for _, h := range heights {
		e.Left, e.Right = max(e.Left, tookAt(&p.Left, sh, joint.Left, h)), max(e.Right, tookAt(&p.Right, sh, joint.Right, h))
	}
	e.OnLeft, e.OnRight = f.reached(p, e.Left+e.InLeft, left, through, length), f.reached(p, e.Right+e.InRight, right, through, length)
	long, from := p.Back.Inches(), p.BackFrom().Inches()
	low, high := reaches(t)
	at := make([]float64, 0, len(upright))
	for _, u := range upright {
		if x := u.at - from; x > 0 && x < long {
			at = append(at, x)
		}
	}
	cols := Columns(long, at, e)
	out := make([]column, 0, len(cols))
	for _, x := range cols {
		if f.nearWires(p, wall, inches(from+x), low, high) || f.holed(p, x) {
			continue
		}
		c := column{at: x}
		switch i := slices.IndexFunc(upright, func(u Upright) bool { d := u.at - from - x; return d < tiny && d > -tiny }); {
		case i >= 0:
			c.into, c.supposed = upright[i].into, upright[i].supposed
		case e.OnLeft && (x < long/2 || !e.OnRight):
			c.into, c.by = left.into, min(0, left.reach-within-x)
			c.covered = f.covered(p, t, joint.Left, x)
		case e.OnRight:
			c.into, c.by = right.into, max(0, within-right.reach+long-x)
			c.covered = f.covered(p, t, joint.Right, long-x)
		default:
			c.into = InStud
		}
		out = append(out, c)
	}
	f.loose(p, out, e, long, left.ok && !e.OnLeft, right.ok && !e.OnRight)
	return out
}

// nearWires tells whether a nail of a piece between two heights above the floor would come near wires or a pipe, and says so once.
func (f *fixing) nearWires(p *piece.Piece, wall int, at, low, high measure.Length) bool {
	why := f.out.Walls[wall].barred(at, low, high)
	if why != "" && !f.told["wires "+p.ID] {
		f.told["wires "+p.ID] = true
		f.out.Findings.Add(nearWires.In(f.In.ID, p.ID).Says(p.Label, beside.In(f.In.Job.Unit), why))
	}
	return why != ""
}

// reaches are from how high to how high over the floor a run is, about.
func reaches(t *stretch.Run) (low, high measure.Length) {
	switch t.Level {
	case job.Ceiling:
		return 6 * measure.Foot, measure.MaxLength
	case job.Rail:
		return 2 * measure.Foot, 4 * measure.Foot
	}
	return 0, t.Shape().Drop
}

// Upright is what stands behind a wall at a place, in inches from its left end.
type Upright struct {
	at       float64
	into     Into
	supposed bool
}

// studs are those of a wall.
func (f *fixing) studs(wall int) []Upright {
	out := make([]Upright, 0, len(f.out.Walls[wall].Studs))
	for _, s := range f.out.Walls[wall].Studs {
		out = append(out, Upright{s.At.Inches(), InStud, !s.Found})
	}
	return out
}

// holed tells whether no nail goes in at a place of a piece for what is cut out of it.
func (f *fixing) holed(p *piece.Piece, x float64) bool {
	return slices.ContainsFunc(p.Holes, func(h piece.Hole) bool { return x > h.NailFrom.Inches() && x < h.NailTo.Inches() })
}

// in is how far from whole wood an end's first nails stand: of the piece that goes up first in its run where the next one will cover them, if
// there is room for that.
func (f *fixing) in(p *piece.Piece, hand joint.Hand) float64 {
	end := f.rules.NailEnd.Length.Inches()
	e := p.End(hand)
	mate := f.byID[e.Meets]
	if f.first[p.Run] != p || mate == nil || e.Side != job.Inside || e.Joint != piece.Square || f.runs[mate.Run] == nil {
		return end
	}
	if out := f.runs[mate.Run].Shape().Projection.Inches() - underCover; out >= leastCovered {
		return min(end, out)
	}
	return end
}

// A nail that is to be covered stands so far inside what covers it, and so far from its own piece's end at least, in inches: drilled for.
const (
	underCover   = 0.1875
	leastCovered = 0.375
)

// covered tells whether a nail so far from a square end at an inside corner stands where the piece that is coped over it will be.
func (f *fixing) covered(p *piece.Piece, t *stretch.Run, hand joint.Hand, x float64) bool {
	e := p.End(hand)
	mate := f.byID[e.Meets]
	if e.Side != job.Inside || e.Joint != piece.Square && e.Joint != piece.Butt || mate == nil {
		return false
	}
	o := f.runs[mate.Run]
	return o != nil && x+0.1 < o.Shape().Projection.Inches()
}

// looseBy is how far from an end the nearest nail may be before that is told.
const looseBy = 8

// loose tells of a piece that nothing holds, and of an end that hangs past its nails.
func (f *fixing) loose(p *piece.Piece, cols []column, e Ends, length float64, pastLeft, pastRight bool) {
	unit := f.In.Job.Unit
	if len(cols) == 0 {
		f.out.Findings.Add(nothingBehind.In(f.In.ID, p.ID).Says(p.Label))
		return
	}
	if len(f.out.Walls[f.wallOf(p)].Studs) == 0 {
		return // that is told of the wall
	}
	for _, end := range []struct {
		hand joint.Hand
		by   float64 // from where its wood is whole
		past bool    // there is framing that no nail reaches
	}{{joint.Left, cols[0].at - e.Left, pastLeft}, {joint.Right, length - cols[len(cols)-1].at - e.Right, pastRight}} {
		if end.by > looseBy && p.End(end.hand).Joint != piece.Scarf {
			found := endLoose.In(f.In.ID, p.ID).Says(p.Label, end.hand, inches(end.by).In(unit))
			if end.past {
				found.Why = "The framing there lies past what a nail reaches from whole wood."
				found.Remedy = "Glue that end to what it meets, or put a dab of adhesive behind it."
			}
			f.out.Findings.Add(found)
			return
		}
	}
}

// flat nails what lies flat on a wall: base, rail, shoe, a flat member.
func (f *fixing) flat(p *piece.Piece, t *stretch.Run) {
	wall := f.wallOf(p)
	if wall < 0 {
		return
	}
	sh := t.Shape()
	tall := sh.Drop.Inches()
	under := f.In.Under(t.Run)
	if under != nil && t.Moulding.Is().Last { // shoe moves with the base, or with the floor: it is pinned to the base
		f.pinned(p, t)
		return
	}
	f.known(p, wall)
	through := sh.Projection + t.On.Proud[wall] + f.board(wall)
	length := f.length(p, through)
	class := f.class[t.ID][wall]
	heights := Heights(tall, class, f.thinTop(t), f.rules.NailStagger.Length.Inches())
	for _, c := range f.columns(p, t, wall, f.studs(wall), heights, through, length) {
		if tall >= single && len(heights) == 1 && c.into == InStud && f.pair(c, p, t, wall, heights[0], through, length) {
			continue
		}
		for i, h := range heights {
			n := f.nail(c, p, h, through, length, Low)
			if i > 0 {
				n.Row = High
			}
			f.add(n)
		}
	}
	f.scarf(p, t)
}

// besideIts is how far to both sides of a stud's middle two nails stand that do not fit over one another, in inches.
const besideIts = 0.375

// pair drives two nails into a stud beside one another, where there is room for that.
func (f *fixing) pair(c column, p *piece.Piece, t *stretch.Run, wall int, height float64, through, length measure.Length) bool {
	low, high := reaches(t)
	for _, x := range []float64{c.at - besideIts, c.at + besideIts} {
		if x < lowest || x > p.Back.Inches()-lowest || f.holed(p, x) || f.nearWires(p, wall, p.BackFrom()+inches(x), low, high) {
			return false
		}
	}
	left, right := c, c
	left.at, right.at = c.at-besideIts, c.at+besideIts
	f.add(f.nail(left, p, height, through, length, Low))
	f.add(f.nail(right, p, height, through, length, Low))
	return true
}

// thin is what a top is at least at a nail that does not split it.
const thin = 0.375

// thinTop is the highest that a nail may stand: 3/4 in under the top, or below what is too thin for one.
func (f *fixing) thinTop(t *stretch.Run) float64 {
	s, tall := t.Shape().Whole(), t.Shape().Drop.Inches()
	high := tall - lowest
	if s == nil {
		return high
	}
	least := min(thin, 0.6*t.Shape().Projection.Inches())
	for z := high; z > tall/2; z -= 1.0 / 16 {
		if s.At(z) >= least {
			return z
		}
	}
	return high
}

// row are the places of a row of nails along a piece: the first and the last near its ends, no further apart than every, none where
// something is cut out of it.
func (f *fixing) row(p *piece.Piece, sh *piece.Shape, every measure.Length) []float64 {
	in, long := f.rules.NailEnd.Length.Inches(), p.Back.Inches()
	all := Spread(took(&p.Left, sh, joint.Left)+in, long-took(&p.Right, sh, joint.Right)-in, every.Inches())
	return slices.DeleteFunc(all, func(x float64) bool { return x <= 0 || x >= long || f.holed(p, x) })
}

// pinned nails a piece to what it lies on.
func (f *fixing) pinned(p *piece.Piece, t *stretch.Run) {
	sh := t.Shape()
	length := f.length(p, sh.Projection)
	at := f.row(p, sh, f.rules.BackingEvery.Length)
	low, high := reaches(t)
	for _, x := range at {
		if wall := f.wallOf(p); wall >= 0 && f.nearWires(p, wall, p.BackFrom()+inches(x), low, high) {
			continue
		}
		f.add(Nail{Piece: p.ID, At: inches(x), Height: inches(sh.Drop.Inches() / 2), Length: length, Kind: job.NailBrad, Into: InPiece, Row: Low})
	}
	if len(at) == 0 {
		f.out.Findings.Add(nothingBehind.In(f.In.ID, p.ID).Says(p.Label))
	}
}

// known tells of a wall behind which nothing is known that a nail could hold in.
func (f *fixing) known(p *piece.Piece, wall int) {
	k := &f.out.Walls[wall]
	switch {
	case k.Bare && !f.told["bare "+k.Wall]:
		f.told["bare "+k.Wall] = true
		f.out.Findings.Add(wallBare.In(f.In.ID, k.Wall).Says(job.WallNumber(wall)))
	case !k.Bare && len(k.Studs) == 0 && p.Back > wantsStud:
		f.unknown(&f.noStuds, wall)
	}
}

// wantsStud is how long a piece is that its ends do not hold.
const wantsStud = 3 * measure.Foot

// unknown notes a wall of which something is not known.
func (f *fixing) unknown(walls *[]int, wall int) {
	if !slices.Contains(*walls, wall) {
		*walls = append(*walls, wall)
	}
}

// unsaid tells once for all walls what is not known behind and over them.
func (f *fixing) unsaid() {
	for _, u := range []struct {
		walls []int
		form  *finding.Form
	}{{f.noStuds, studsUnknown}, {f.noJoists, joistsUnknown}} {
		if len(u.walls) == 0 {
			continue
		}
		slices.Sort(u.walls)
		var said []string
		for _, w := range u.walls {
			said = append(said, job.WallNumber(w))
		}
		f.out.Findings.Add(u.form.In(f.In.ID, f.In.ID).Says(words.List(said)))
	}
}

// scarf pins the scarfs that a piece closes, lapping over the one beside it, through the overlap where the lap is half as thick: t·tan φ/2
// past its back, which is nearer to its tip. It goes up last, and with it the pins.
func (f *fixing) scarf(p *piece.Piece, t *stretch.Run) {
	sh := t.Shape()
	tall, thick := sh.Drop.Inches(), sh.Projection
	heights := []float64{tall / 2}
	switch {
	case sh.Crown: // through its feet, where it is as thick as its stock
		foot := sh.Read().WallFoot.Inches() / 2
		heights, thick = []float64{foot}, inches(sh.Whole().At(foot))
	case tall >= single:
		heights = []float64{tall / 4, 3 * tall / 4}
	}
	for _, hand := range piece.Hands {
		e := p.End(hand)
		if e.Joint != piece.Scarf || e.ToldTo != piece.ToShort {
			continue
		}
		at := -inches(thick.Inches() * e.Scarf.Tan() / 2)
		if hand == joint.Right {
			at = p.Back - at
		}
		length := f.length(p, thick/2)
		for _, h := range heights {
			f.add(Nail{Piece: p.ID, At: at, Height: inches(h), Length: length, Kind: job.NailBrad, Into: InPiece, Row: Pin})
		}
	}
}
