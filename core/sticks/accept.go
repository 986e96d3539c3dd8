package sticks

import (
	"cmp"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/nest"
	"gnomon/core/piece"
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
	for _, id := range sortedKeys(l.Splits) {
		out.Scarfs = append(out.Scarfs, job.Scarf{Piece: id, At: l.Splits[id]})
	}
	if old := f.job.Layout(f.moulding.ID); old != nil {
		out.Barred = slices.Clone(old.Barred)
		// Scarfs of which a part is cut stay.
		for _, s := range old.Scarfs {
			if _, free := f.whole[s.Piece]; !free && slices.ContainsFunc(f.pieces, func(p *piece.Piece) bool { return p.Of == s.Piece }) {
				out.Scarfs = append(out.Scarfs, s)
			}
		}
	}
	return out
}

func sortedKeys[V any](m map[string]V) []string {
	var out []string
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
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
