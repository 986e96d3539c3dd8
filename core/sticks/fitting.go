package sticks

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
)

// RackOffcut is an offcut in the shop that a moulding can be cut from.
type RackOffcut struct {
	ID     string
	Length measure.Length
}

// Prefixes of where a laid stick came from.
const (
	SourceRack   = "rack:"
	SourceMiscut = "miscut:"
)

// Fitting is what is still to be fitted into sticks for one moulding: what is cut
// already stays where it is, and so do sticks that are locked.
type Fitting struct {
	Problem  nest.Problem
	job      *job.Job
	moulding *job.Moulding
	pieces   []*piece.Piece
	kept     []job.LaidStick
	rests    map[string]rest
	whole    map[string]nest.Piece // the pieces of the problem
}

// rest is a stretch of a kept stick that can still be used.
type rest struct {
	stick int // in kept
	at    measure.Length
}

// miscutLoss is how much of a miscut piece is taken to be lost with its ends.
const miscutLoss = measure.Inch

// NewFitting prepares the fitting of a moulding's pieces. The rack lists the
// offcuts of this moulding that no other job has taken. Errors are *job.Invalid.
func NewFitting(j *job.Job, pieces []*piece.Piece, moulding string, rack []RackOffcut) (*Fitting, error) {
	m := j.Moulding(moulding)
	if m == nil {
		return nil, &job.Invalid{Thing: "moulding " + moulding, Reason: "is not in this job", Remedy: "choose one of its mouldings"}
	}
	f := &Fitting{Problem: Problem(j, m), job: j, moulding: m, rests: map[string]rest{}, whole: map[string]nest.Piece{}}
	at := map[string]*piece.Piece{}
	for i := range pieces {
		if q := pieces[i]; q.Moulding == m.ID && q.FromStick() {
			f.pieces = append(f.pieces, q)
			at[q.ID] = q
		}
	}
	if len(f.pieces) == 0 {
		return nil, &job.Invalid{Thing: "moulding " + m.ID, Reason: "has no pieces to cut", Remedy: "measure a room it runs in"}
	}
	fixed := map[string]bool{}
	used := map[string]bool{} // rack offcuts that are begun
	if l := j.Layout(m.ID); l != nil {
		f.keep(l, at, fixed, used)
	}
	for i := range f.Problem.Stocks { // what is begun came from what the yard had
		s := &f.Problem.Stocks[i]
		for _, k := range f.kept {
			if s.Available > 0 && k.Source == "" && k.Length == s.Length {
				s.Available--
			}
		}
	}
	for _, o := range rack {
		if !used[SourceRack+o.ID] {
			f.onHand(SourceRack+o.ID, o.Length, nil, nil)
		}
	}
	f.add(fixed)
	return f, nil
}

func (f *Fitting) onHand(id string, length measure.Length, left, right *nest.End) bool {
	s := nest.Stock{ID: id, Length: length, OnHand: true, CutLeft: left, CutRight: right}
	if length <= f.Problem.Kerf {
		return false
	}
	trims := measure.Length(0)
	if left == nil {
		trims += f.Problem.Trim
	}
	if right == nil {
		trims += f.Problem.Trim
	}
	if length <= trims {
		return false
	}
	f.Problem.Stocks = append(f.Problem.Stocks, s)
	return true
}

// keep takes over what is cut, spoiled, bad or locked of a layout, and offers
// the rests.
func (f *Fitting) keep(l *job.Layout, byID map[string]*piece.Piece, fixed, used map[string]bool) {
	spoiled := map[string]job.Record{}
	for _, m := range miscutsSince(f.job, l) {
		spoiled[m.Piece] = m
	}
	cut := cutMarks(f.job)
	for _, st := range l.Sticks {
		k := st
		k.Pieces, k.Spoiled = nil, slices.Clone(st.Spoiled)
		for _, q := range st.Pieces {
			p := byID[q.Piece]
			m, wrong := spoiled[q.Piece]
			switch {
			case wrong:
				k.Spoiled = append(k.Spoiled, f.spoil(st, q, p, m))
				f.remains(q, p, m)
			case p == nil && cut[q.Piece], p != nil && p.Begun():
				fixed[q.Piece] = p != nil
				k.Pieces = append(k.Pieces, q)
			case p != nil && st.Locked && !st.Bad:
				fixed[q.Piece] = true
				q.To = q.From + p.Back
				k.Pieces = append(k.Pieces, q)
			}
		}
		if len(k.Pieces) == 0 && len(k.Spoiled) == 0 && !k.Bad && k.Rack == 0 {
			if strings.HasPrefix(k.Source, SourceMiscut) { // remains that are not begun are offered again
				f.onHand(k.Source, k.Length, nil, nil)
			}
			continue
		}
		used[k.Source] = true
		slices.SortFunc(k.Spoiled, func(a, b job.Spoiled) int { return cmp.Compare(a.From, b.From) })
		f.kept = append(f.kept, k)
		if !k.Bad && k.Rack == 0 && !k.Locked {
			f.offerRests(len(f.kept)-1, byID)
		}
	}
}

// cutMarks tells which pieces have a standing mark of a cut.
func cutMarks(j *job.Job) map[string]bool {
	out := map[string]bool{}
	for _, m := range j.Standing() {
		if m.Kind != job.RecordCoped { // what is coped was cut before
			out[m.Piece] = m.Kind == job.RecordCut
		}
	}
	return out
}

// spoil is the stretch that a miscut took, slants included.
func (f *Fitting) spoil(st job.LaidStick, q job.Laid, p *piece.Piece, m job.Record) job.Spoiled {
	left, right := f.slants(p)
	label := m.Label
	if label == "" {
		label = q.Piece
	}
	return job.Spoiled{Label: label, From: max(0, q.From-left), To: min(st.Length, q.To+right)}
}

func (f *Fitting) slants(p *piece.Piece) (left, right measure.Length) {
	if p == nil {
		return 0, 0
	}
	slant := func(e nest.End) measure.Length {
		return f.Problem.Projection.Times(math.Abs(e.S)) + f.Problem.Height.Times(math.Abs(e.R))
	}
	return slant(leftEnd(p)), slant(rightEnd(p))
}

// remains offers what is left of a miscut: its length less its slants and an
// inch, since how it went wrong is not known.
func (f *Fitting) remains(q job.Laid, p *piece.Piece, m job.Record) {
	left, right := f.slants(p)
	f.onHand(SourceMiscut+m.ID, (q.To - q.From - left - right - miscutLoss).Whole(measure.Sixtyfourth), nil, nil)
}

// offerRests offers the stretches of a kept stick between what is cut from it.
func (f *Fitting) offerRests(i int, byID map[string]*piece.Piece) {
	type block struct {
		from, to    measure.Length
		left, right nest.End
	}
	k := &f.kept[i]
	var blocks []block
	for _, q := range k.Pieces {
		bl := block{from: q.From, to: q.To}
		if p := byID[q.Piece]; p != nil {
			bl.left, bl.right = leftEnd(p), rightEnd(p)
		}
		blocks = append(blocks, bl)
	}
	for _, s := range k.Spoiled {
		blocks = append(blocks, block{from: s.From, to: s.To})
	}
	slices.SortFunc(blocks, func(a, b block) int { return cmp.Compare(a.from, b.from) })
	from, left := measure.Length(0), (*nest.End)(nil)
	for n := 0; n <= len(blocks); n++ {
		to, right := k.Length, (*nest.End)(nil)
		if n < len(blocks) {
			to, right = blocks[n].from, &blocks[n].left
		}
		id := fmt.Sprintf("rest:%d:%d", i, n)
		if f.onHand(id, to-from, left, right) {
			f.rests[id] = rest{i, from}
		}
		if n < len(blocks) && blocks[n].to >= from {
			from, left = blocks[n].to, &blocks[n].right
		}
	}
}

// add puts the pieces that are still free into the problem; parts of a long one
// together again, so that its joints can be chosen anew, unless one is cut.
func (f *Fitting) add(fixed map[string]bool) {
	parts := map[string][]*piece.Piece{}
	held := map[string]bool{}
	for _, p := range f.pieces {
		if p.Of != "" {
			parts[p.Of] = append(parts[p.Of], p)
			held[p.Of] = held[p.Of] || fixed[p.ID] || p.Begun()
		}
	}
	done := map[string]bool{}
	for _, p := range f.pieces {
		switch {
		case fixed[p.ID] || done[p.Of]:
		case p.Of != "" && !held[p.Of]:
			done[p.Of] = true
			all := parts[p.Of]
			q := nest.Piece{ID: p.Of, Left: leftEnd(all[0]), Right: rightEnd(all[len(all)-1]), Scarf: divided(f.job, all[0])}
			for _, a := range all {
				q.Length += a.Back
			}
			f.Problem.Pieces = append(f.Problem.Pieces, q)
		default:
			q := Fitted(f.job, p)
			if p.Of != "" {
				q.Scarf = nil
			} else if q.Scarf == nil {
				q.Scarf = Scarf(f.job, f.job.Rules.Scarf, false, nil)
			}
			f.Problem.Pieces = append(f.Problem.Pieces, q)
		}
	}
	bars := map[string][]string{}
	if l := f.job.Layout(f.moulding.ID); l != nil {
		for _, bar := range l.Barred {
			bars[bar.Piece] = append(bars[bar.Piece], bar.Source)
		}
	}
	for i := range f.Problem.Pieces {
		q := &f.Problem.Pieces[i]
		q.Barred = bars[q.ID]
		f.whole[q.ID] = *q
	}
}

// Fitted is a piece as the fitting takes it: what is cut, with its slants.
func Fitted(j *job.Job, p *piece.Piece) nest.Piece {
	return nest.Piece{ID: p.ID, Length: p.Back, Left: leftEnd(p), Right: rightEnd(p), Scarf: divided(j, p)}
}

func leftEnd(p *piece.Piece) nest.End  { return nest.End{S: p.Left.Slope, R: p.Left.Rise} }
func rightEnd(p *piece.Piece) nest.End { return nest.End{S: p.Right.Slope, R: p.Right.Rise} }

// InOrder lays a moulding's free pieces out anew in an order, without a search.
func (f *Fitting) InOrder(by string) (nest.Solution, error) {
	pieces := slices.Clone(f.pieces)
	switch by {
	case job.OrderLongest:
		slices.SortStableFunc(pieces, func(a, b *piece.Piece) int { return cmp.Compare(b.Cut, a.Cut) })
	}
	var ids []string
	for _, q := range pieces {
		id := q.ID
		if q.Of != "" {
			id = q.Of
		}
		if !slices.Contains(ids, id) {
			ids = append(ids, id)
		}
	}
	return nest.InOrder(f.Problem, ids)
}
