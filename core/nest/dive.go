package nest

import (
	"cmp"
	"math/rand/v2"
	"slices"
)

// dive makes a layout out of the linear program: the patterns it uses most are
// taken for good, the program is solved again for what is left, and so on.
func (m *model) dive(r *relaxation, eager float64, rng *rand.Rand, work *meter) []bin {
	var bins []bin
	limit := slices.Clone(r.limit)
	items := []int{}
	for _, c := range r.classes {
		items = append(items, c.items...)
	}
	slices.Sort(items)
	for len(items) > 0 && !work.done {
		taken, pool := m.fix(r, limit, eager, rng)
		if len(taken) == 0 {
			break
		}
		gone := map[int]bool{}
		for _, b := range taken {
			limit[b.kind]--
			bins = append(bins, b)
			for _, i := range b.items {
				gone[i] = true
			}
		}
		items = slices.DeleteFunc(items, func(i int) bool { return gone[i] })
		if len(items) == 0 {
			break
		}
		r = m.relax(items, limit, work)
		of := r.classOf()
		for _, b := range pool {
			r.addBin(b.kind, b.items, of)
		}
		r.run(12, func(float64) bool { return false })
	}
	if len(items) > 0 {
		rest, _ := m.firstOf(items, limit, work, m.cheapest)
		bins = append(bins, rest...)
	}
	return bins
}

// fix chooses the patterns to take for good, and gives the real ones that the
// program uses or nearly uses, for the next round.
func (m *model) fix(r *relaxation, limit []int, eager float64, rng *rand.Rand) (taken, pool []bin) {
	type use struct {
		col int
		x   float64
	}
	var uses []use
	for row, j := range r.l.basis {
		if j >= 0 && r.l.x[row] > 1e-6 && !m.kinds[r.l.cols[j].kind].phantom {
			uses = append(uses, use{j, r.l.x[row] + 1e-4*rng.Float64()})
		}
	}
	slices.SortStableFunc(uses, func(a, b use) int { return cmp.Compare(b.x, a.x) })
	for j := range r.l.cols {
		c := &r.l.cols[j]
		if c.real && len(c.row) > 1 && r.l.reduced(j) < 0.05*c.cost {
			pool = append(pool, bin{kind: c.kind, items: r.items(c)})
		}
	}
	left := make([][]int, len(r.classes))
	for c := range r.classes {
		left[c] = r.classes[c].items
	}
	room := slices.Clone(limit)
	for n, u := range uses {
		if n > 0 && u.x < eager {
			break
		}
		c := &r.l.cols[u.col]
		for times := max(1, int(u.x+1e-3)); times > 0 && room[c.kind] > 0; times-- {
			var set []int
			whole := true
			for i, row := range c.row {
				if int(row) >= len(left) {
					continue
				}
				k := int(c.count[i] + 0.5)
				if k > len(left[row]) {
					whole = false
					k = len(left[row])
				}
				set = append(set, left[row][:k]...)
			}
			if !whole && (n > 0 || len(set) == 0) {
				break
			}
			for len(set) > 0 && !m.fits(set, c.kind) { // a pattern that its slants do not let be cut
				set = set[:len(set)-1]
			}
			if len(set) == 0 {
				break
			}
			for _, i := range set {
				for row := range left {
					if k := slices.Index(left[row], i); k >= 0 {
						left[row] = slices.Delete(slices.Clone(left[row]), k, k+1)
						break
					}
				}
			}
			room[c.kind]--
			taken = append(taken, m.bin(c.kind, set))
		}
	}
	return taken, pool
}
