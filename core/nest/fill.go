package nest

import "slices"

// filler looks for the set of items that fills one stick best.
type filler struct {
	m     *model
	work  *meter
	rest  []int64 // sums of weights from each candidate on
	best  []int
	now   []int
	sum   int64
	nodes int
}

// fill gives the candidates that leave least of a stick of the kind. Forced
// items must be among them; the candidates come longest first and do not hold
// the forced ones. At most so many sets are tried.
func (f *filler) fill(k int, forced, candidates []int, nodes int) []int {
	m := f.m
	kd := &m.kinds[k]
	f.rest = f.rest[:0]
	open := make([]int, 0, len(candidates))
	w := int64(0)
	for _, i := range forced {
		w += m.items[i].weight
	}
	for _, i := range candidates {
		if kd.allowed[m.items[i].bar] && w+m.items[i].weight <= kd.capacity {
			open = append(open, i)
		}
	}
	f.rest = append(f.rest, make([]int64, len(open)+1)...)
	for i := len(open) - 1; i >= 0; i-- {
		f.rest[i] = f.rest[i+1] + m.items[open[i]].weight
	}
	f.now, f.best, f.sum, f.nodes = append(f.now[:0], forced...), slices.Clone(forced), w, nodes
	f.try(k, open, 0, w)
	f.work.spend(int64(nodes-f.nodes)*12 + int64(len(candidates))*4)
	return f.best
}

// try goes on from candidate i with weights w on the stick. It returns true
// when the stick is full or the tries are used up.
func (f *filler) try(k int, open []int, i int, w int64) bool {
	kd := &f.m.kinds[k]
	if w > f.sum && (f.m.square || f.m.used(f.now, k) <= kd.usable) {
		f.sum = w
		f.best = append(f.best[:0], f.now...)
		if w == kd.capacity {
			return true
		}
	}
	for ; i < len(open); i++ {
		if w+f.rest[i] <= f.sum { // nothing better can come
			return false
		}
		x := w + f.m.items[open[i]].weight
		if x > kd.capacity {
			continue
		}
		if f.nodes--; f.nodes < 0 {
			return true
		}
		f.now = append(f.now, open[i])
		full := f.try(k, open, i+1, x)
		f.now = f.now[:len(f.now)-1]
		if full {
			return true
		}
		// An equally long one in the same place would do no better.
		for i+1 < len(open) && f.m.same(open[i], open[i+1]) {
			i++
		}
	}
	return false
}

// same tells whether two items can stand for each other.
func (m *model) same(a, b int) bool {
	x, y := &m.items[a], &m.items[b]
	return x.length == y.length && x.shape == y.shape && x.bar == y.bar
}

// without takes the items in drop out of a list.
func without(list, drop []int) []int {
	return slices.DeleteFunc(list, func(i int) bool { return slices.Contains(drop, i) })
}

// cheapest measures a stick by what each length cut from it costs.
func (m *model) cheapest(k int, used int64) float64 {
	if m.equal && !m.kinds[k].phantom {
		return -float64(used)
	}
	return float64(m.kinds[k].price) / float64(used)
}

// firstOf makes a layout of some items: what is on hand is filled first, then the
// longest piece left is put on the stick that does best by the measure, filled
// as well as can be. It returns the items for which no stick is left.
func (m *model) firstOf(items []int, limit []int, work *meter, measure func(k int, used int64) float64) (bins []bin, unplaced []int) {
	f := &filler{m: m, work: work}
	open := slices.Clone(items)
	left := slices.Clone(limit)
	var bought []int
	for k := range m.kinds {
		if m.kinds[k].count > 0 {
			bought = append(bought, k)
			continue
		}
		if left[k] == 0 {
			continue
		}
		if set := f.fill(k, nil, open, 4000); len(set) > 0 {
			set = slices.Clone(set)
			bins = append(bins, m.bin(k, set))
			open = without(open, set)
		}
	}
	for len(open) > 0 {
		i := open[0]
		rest := open[1:]
		bestKind, best, least := -1, []int(nil), 0.0
		for _, k := range bought {
			if left[k] == 0 || !m.fits([]int{i}, k) {
				continue
			}
			set := f.fill(k, []int{i}, rest, 2000)
			if r := measure(k, m.used(set, k)); bestKind < 0 || r < least {
				bestKind, best, least = k, slices.Clone(set), r
			}
		}
		if bestKind < 0 {
			unplaced = append(unplaced, i)
			open = rest
			continue
		}
		left[bestKind]--
		bins = append(bins, m.bin(bestKind, best))
		open = without(slices.Clone(open), best)
	}
	return bins, unplaced
}

// firstFit makes a layout as the pencil does: the longest piece first, each on the
// first stick that has room, or else on a new one, of the kind preferred where it
// fits it. It is nil where no stick is left for a piece.
func (m *model) firstFit(items []int, prefer int, work *meter) []bin {
	var bins []bin
	used := make([]int, len(m.kinds))
	for k := range m.kinds {
		if m.kinds[k].count == 0 && m.kinds[k].limit > 0 { // what is on hand is there to begin with
			bins = append(bins, bin{kind: k, left: m.kinds[k].usable})
		}
	}
next:
	for _, i := range items {
		work.spend(int64(len(bins)) * 4)
		for b := range bins {
			if bins[b].left < m.items[i].length {
				continue
			}
			if try := append(slices.Clone(bins[b].items), i); m.fits(try, bins[b].kind) {
				bins[b] = m.bin(bins[b].kind, try)
				continue next
			}
		}
		best := -1
		for k := range m.kinds {
			if m.kinds[k].count == 0 || used[k] >= m.kinds[k].limit || !m.fits([]int{i}, k) {
				continue
			}
			if k == prefer {
				best = k
				break
			}
			if best < 0 || m.kinds[k].price < m.kinds[best].price {
				best = k
			}
		}
		if best < 0 {
			return nil
		}
		used[best]++
		bins = append(bins, m.bin(best, []int{i}))
	}
	return slices.DeleteFunc(bins, func(b bin) bool { return len(b.items) == 0 })
}
