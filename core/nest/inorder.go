package nest

import (
	"slices"

	"gnomon/core/measure"
)

// InOrder lays the pieces out in a given order without a search: each behind what lies
// on the first stick that still holds it, or on a new one, which is one at hand or else
// that which costs least for its length. So on every stick the pieces come in that
// order. Pieces that the order does not name come last. The errors are those of Search.
func InOrder(p Problem, order []string) (Solution, error) {
	if err := p.Check(); err != nil {
		return Solution{}, err
	}
	splits := map[string][]measure.Length{}
	for _, q := range p.Pieces {
		if !p.Fits(q) && q.Scarf != nil {
			if at := p.EvenParts(q); at != nil {
				splits[q.ID] = at
			}
		}
	}
	d, err := p.divided(splits)
	if err != nil {
		return Solution{}, err
	}
	rank := map[string]int{}
	for i, id := range order {
		rank[id] = i + 1
		for n := range splits[id] {
			rank[PartID(id, n+1)] = i + 1
		}
		rank[PartID(id, len(splits[id])+1)] = i + 1
	}
	place := func(q Piece) int {
		if r := rank[q.ID]; r > 0 {
			return r
		}
		return len(order) + 1
	}
	pieces := slices.Clone(d.Pieces)
	slices.SortStableFunc(pieces, func(a, b Piece) int { return place(a) - place(b) })
	l := Solution{Splits: splits}
	var at []edge
	used := map[string]int{}
	for _, q := range pieces {
		stick := -1
		for i := range l.Sticks {
			if d.holds(d.stock(l.Sticks[i].Stock), at[i], q) {
				stick = i
				break
			}
		}
		if stick < 0 {
			s := d.cheapest(q, used)
			if s == nil {
				if !d.Fits(q) {
					return l, &TooLong{Piece: q.ID, Length: q.Length, Room: d.longest(q)}
				}
				return l, &TooFew{Pieces: []string{q.ID}}
			}
			used[s.ID]++
			l.Sticks, at = append(l.Sticks, Stick{Stock: s.ID}), append(at, d.start(*s))
			if !s.OnHand {
				l.Cost += s.Price
				l.Count++
			}
			stick = len(l.Sticks) - 1
		}
		from := d.after(at[stick], q.Left)
		at[stick] = edge{at: from + q.Length, end: q.Right, cut: true}
		l.Sticks[stick].Pieces = append(l.Sticks[stick].Pieces, Placed{q.ID, from, from + q.Length})
	}
	for i := range l.Sticks {
		s := d.stock(l.Sticks[i].Stock)
		l.Sticks[i].Leftover = s.Length - d.finish(*s, at[i])
	}
	return l, nil
}

func (p *Problem) stock(id string) *Stock {
	i := slices.IndexFunc(p.Stocks, func(s Stock) bool { return s.ID == id })
	return &p.Stocks[i]
}

func (p *Problem) holds(s *Stock, at edge, q Piece) bool {
	if slices.Contains(q.Barred, s.ID) {
		return false
	}
	from := p.after(at, q.Left)
	return p.finish(*s, edge{at: from + q.Length, end: q.Right, cut: true}) <= s.Length
}

// cheapest is the stock to take a new stick of: one at hand, or that of the least price
// for its length; of equals the longer.
func (p *Problem) cheapest(q Piece, used map[string]int) *Stock {
	var best *Stock
	for i := range p.Stocks {
		s := &p.Stocks[i]
		if n := s.there(); n >= 0 && used[s.ID] >= n || !p.holds(s, p.start(*s), q) {
			continue
		}
		better := best == nil || s.OnHand && (!best.OnHand || s.Length < best.Length)
		if best != nil && !s.OnHand && !best.OnHand {
			a, b := float64(s.Price)*float64(best.Length), float64(best.Price)*float64(s.Length)
			better = a < b || a == b && s.Length > best.Length
		}
		if better {
			best = s
		}
	}
	return best
}
