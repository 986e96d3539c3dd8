package sticks

import (
	"cmp"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/nest"
)

// Layout is what the job keeps when a layout of the problem is accepted. newID
// makes identifiers for sticks.
func (f *Fitting) Layout(l nest.Solution, newID func(n int) string) job.Layout {
	out := job.Layout{Moulding: f.moulding.ID, Records: len(f.job.Records), For: Fingerprint(f.job, f.moulding, f.pieces)}
	kept := slices.Clone(f.kept)
	for i := range kept {
		kept[i].Pieces = slices.Clone(kept[i].Pieces)
	}
	cost := money.Cents(0)
	taken := map[string]bool{}
	for _, k := range kept {
		taken[k.ID] = true
		if k.Source == "" {
			cost += k.Price
		}
	}
	out.Least = cost + money.Cents(l.LeastCost)
	number := 0
	fresh := func() string {
		for {
			number++
			if id := newID(number); !taken[id] {
				taken[id] = true
				return id
			}
		}
	}
	byID := map[string]nest.Stock{}
	for _, s := range f.Problem.Stocks {
		byID[s.ID] = s
	}
	var added []job.LaidStick
	for _, st := range l.Sticks {
		if r, ok := f.rests[st.Stock]; ok {
			k := &kept[r.stick]
			for _, c := range st.Pieces {
				k.Pieces = append(k.Pieces, job.Laid{Piece: c.Piece, From: r.at + c.From, To: r.at + c.To})
			}
			continue
		}
		s := byID[st.Stock]
		ls := job.LaidStick{ID: fresh(), Length: s.Length, Price: money.Cents(s.Price)}
		if s.OnHand {
			ls.Source = s.ID
		}
		for _, c := range st.Pieces {
			ls.Pieces = append(ls.Pieces, job.Laid{Piece: c.Piece, From: c.From, To: c.To})
		}
		added = append(added, ls)
	}
	for i := range kept {
		slices.SortFunc(kept[i].Pieces, func(a, b job.Laid) int { return cmp.Compare(a.From, b.From) })
	}
	out.Sticks = append(kept, added...)
	if s := f.spare(); s != nil {
		for range f.moulding.Spares {
			out.Sticks = append(out.Sticks, job.LaidStick{ID: fresh(), Length: s.Length, Price: money.Cents(s.Price)})
			out.Least += money.Cents(s.Price)
		}
	}
	out.Scarfs = f.scarfs(l)
	if old := f.job.Layout(f.moulding.ID); old != nil {
		out.Barred = slices.Clone(old.Barred)
	}
	return out
}

// scarfs are where a layout divides pieces and how their parts lap: as it was found; of those of
// which a part is cut or held, as they are; and no place at all for a piece that only an offcut
// longer than what is sold holds whole.
func (f *Fitting) scarfs(l nest.Solution) []job.Scarf {
	var out []job.Scarf
	sold := Problem(f.job, f.moulding)
	done := map[string]bool{}
	var begins measure.Length // the back of the first part of a piece, on its wall
	for i, p := range f.pieces {
		if p.Divides == nil {
			continue
		}
		id := cmp.Or(p.Of, p.ID)
		over := string(joint.Right)
		if p.Divides.LeftOver {
			over = string(joint.Left)
		}
		q, free := f.whole[id]
		switch {
		case free && !done[id]:
			if at := l.Splits[id]; len(at) > 0 || !sold.Fits(q) {
				out = append(out, job.Scarf{Piece: id, At: at, Over: over})
			}
		case !free && !done[id]:
			begins = p.BackFrom()
			out = append(out, job.Scarf{Piece: id, Over: over})
		case !free && f.pieces[i-1].Of == p.Of:
			s := &out[len(out)-1]
			s.At = append(s.At, p.BackFrom()-begins)
		}
		done[id] = true
	}
	slices.SortFunc(out, func(a, b job.Scarf) int { return strings.Compare(a.Piece, b.Piece) })
	return out
}

// spare is the stick kept whole against miscuts: the cheapest that any piece can
// be cut from, or the longest.
func (f *Fitting) spare() *nest.Stock {
	var need measure.Length
	for _, p := range f.pieces {
		need = max(need, p.Overall)
	}
	var best, longest *nest.Stock
	for i := range f.Problem.Stocks {
		s := &f.Problem.Stocks[i]
		if s.OnHand {
			continue
		}
		if longest == nil || s.Length > longest.Length {
			longest = s
		}
		if s.Length-2*f.Problem.Trim >= need && (best == nil || s.Price < best.Price) {
			best = s
		}
	}
	if best == nil {
		return longest
	}
	return best
}
