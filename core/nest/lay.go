package nest

import (
	"cmp"
	"slices"

	"gnomon/core/measure"
)

// layout puts the pieces on their sticks in order.
func (s *search) layout() (Solution, error) {
	m, p := s.m, s.m.p
	cost, count := s.bounds()
	out := Solution{Cost: s.worth.cost, Count: int(s.worth.count), LeastCost: cost, LeastCount: count, Proved: s.proved(), Work: s.work.spent,
		Cancelled: s.work.ctx.Err() != nil}
	var homeless []string
	for _, b := range s.best {
		if m.kinds[b.kind].phantom {
			for _, i := range b.items {
				homeless = append(homeless, p.Pieces[m.items[i].index].ID)
			}
			continue
		}
		pieces := make([]Piece, len(b.items))
		for n, i := range b.items {
			pieces[n] = p.Pieces[m.items[i].index]
		}
		st, _ := p.Lay(*m.kinds[b.kind].stock, pieces)
		out.Sticks = append(out.Sticks, st)
	}
	if len(homeless) > 0 {
		return Solution{}, &TooFew{homeless}
	}
	rank := map[string]int{}
	for i, st := range p.Stocks {
		rank[st.ID] = i
	}
	slices.SortStableFunc(out.Sticks, func(a, b Stick) int {
		x, y := p.Stocks[rank[a.Stock]], p.Stocks[rank[b.Stock]]
		if x.OnHand != y.OnHand {
			if x.OnHand {
				return -1
			}
			return 1
		}
		return cmp.Or(cmp.Compare(y.Length, x.Length), cmp.Compare(rank[a.Stock], rank[b.Stock]), cmp.Compare(a.Leftover, b.Leftover))
	})
	return out, nil
}

// Lay puts pieces on one stick in the order that loses least, and tells by how
// much they are too long for it (0 where they fit).
func (p *Problem) Lay(s Stock, pieces []Piece) (Stick, measure.Length) {
	pieces = slices.Clone(pieces)
	slices.SortStableFunc(pieces, func(a, b Piece) int { return cmp.Compare(b.Length, a.Length) })
	o := orderer{p: p}
	index := map[shape]int{}
	var shapes []int
	for _, q := range pieces {
		sh := shape{q.Left, q.Right}
		k, ok := index[sh]
		if !ok {
			k = len(o.shapes)
			index[sh] = k
			o.shapes = append(o.shapes, sh)
		}
		shapes = append(shapes, k)
	}
	order := make([]int, len(pieces))
	for i := range order {
		order[i] = i
	}
	if len(o.shapes) > 1 { // else every order loses the same, and the longest goes first
		order, _ = o.best(shapes, &s)
	}
	st := Stick{Stock: s.ID}
	e := p.start(s)
	for _, i := range order {
		q := pieces[i]
		from := p.after(e, q.Left)
		st.Pieces = append(st.Pieces, Placed{q.ID, from, from + q.Length})
		e = edge{at: from + q.Length, end: q.Right, cut: true}
	}
	over := p.finish(s, e) - s.Length
	st.Leftover = max(0, -over)
	return st, max(0, over)
}
