package nest

import (
	"math"
	"slices"
)

// relaxation is the linear program over all patterns for some of the items:
// columns are made as they are wanted, by the knapsack under the dual prices.
type relaxation struct {
	m       *model
	classes []class
	limit   []int // of the kinds
	packs   []*knapsack
	cost    []float64 // of the kinds
	rowOf   []int     // a limited kind's row, −1 for the others
	need    []float64
	l       *master
	work    *meter
	bound   float64
	known   map[string]bool
	until   int64     // the work spent at which to end
	stable  []float64 // the prices of the classes that gave the bound
}

// lpCost is what a stick of a kind costs in the linear program: money, or one
// where all cost the same.
func (m *model) lpCost(k int) float64 {
	kd := &m.kinds[k]
	switch {
	case kd.phantom:
		return 100 * float64(max(1, m.dearest()))
	case m.equal:
		return float64(kd.count)
	}
	return float64(kd.price)
}

func (m *model) dearest() int64 {
	if m.equal {
		return 1
	}
	most := int64(0)
	for _, k := range m.kinds {
		if !k.phantom {
			most = max(most, k.price)
		}
	}
	return most
}

func (m *model) relax(items []int, limit []int, work *meter) *relaxation {
	r := &relaxation{m: m, classes: m.classes(items), limit: limit, work: work, rowOf: make([]int, len(m.kinds)), known: map[string]bool{}, until: math.MaxInt64}
	r.packs = m.knapsacks(r.classes)
	for _, s := range r.packs { // the tables are made and cleared, however few pieces there are
		work.spend(int64(len(s.taken))/2 + s.most*4)
	}
	var slack []bool
	for _, c := range r.classes {
		r.need = append(r.need, float64(len(c.items)))
		slack = append(slack, false)
	}
	for k := range m.kinds {
		r.cost = append(r.cost, m.lpCost(k))
		r.rowOf[k] = -1
		if m.kinds[k].limited(m) {
			r.rowOf[k] = len(r.need)
			r.need = append(r.need, float64(limit[k]))
			slack = append(slack, true)
		}
	}
	var begin []column
	for c := range r.classes {
		best := -1
		for k := range m.kinds {
			if r.rowOf[k] < 0 && m.fits(r.classes[c].items[:1], k) && (best < 0 || r.cost[k] < r.cost[best]) {
				best = k
			}
		}
		// As many on one stick as fit.
		n := 1
		for n < len(r.classes[c].items) && m.fits(r.classes[c].items[:n+1], best) {
			n++
		}
		begin = append(begin, r.column(best, []int32{int32(c)}, []float64{float64(n)}))
	}
	r.l = newMaster(r.need, slack, begin, work)
	return r
}

// column makes a column of a kind; whether it can be cut is found out.
func (r *relaxation) column(k int, row []int32, count []float64) column {
	c := column{kind: k, cost: r.cost[k], row: row, count: count}
	c.real = r.m.fits(r.items(&c), k)
	if at := r.rowOf[k]; at >= 0 {
		c.row, c.count = append(slices.Clone(row), int32(at)), append(slices.Clone(count), 1)
	}
	return c
}

// items are those that a column stands for.
func (r *relaxation) items(c *column) []int {
	var out []int
	for i, row := range c.row {
		if int(row) < len(r.classes) {
			cl := r.classes[row].items
			out = append(out, cl[:min(len(cl), int(c.count[i]+0.5))]...)
		}
	}
	return out
}

// add takes a pattern into the program unless it is there already.
func (r *relaxation) add(k int, row []int32, count []float64) {
	key := make([]byte, 0, 4+4*len(row))
	key = append(key, byte(k), byte(k>>8))
	for i, c := range row {
		key = append(key, byte(c), byte(c>>8), byte(count[i]))
	}
	if r.known[string(key)] {
		return
	}
	r.known[string(key)] = true
	r.l.cols = append(r.l.cols, r.column(k, row, count))
}

// addBin takes a stick of a layout in, without items that are not asked for.
func (r *relaxation) addBin(k int, items []int, classOf map[int]int32) {
	times := map[int32]int{}
	for _, i := range items {
		if c, ok := classOf[i]; ok {
			times[c]++
		}
	}
	var row []int32
	for c := range times {
		row = append(row, c)
	}
	if len(row) == 0 {
		return
	}
	slices.Sort(row)
	slices.Reverse(row) // as the knapsack gives them
	count := make([]float64, len(row))
	for i, c := range row {
		count[i] = float64(min(times[c], len(r.classes[c].items)))
	}
	r.add(k, row, count)
}

func (r *relaxation) classOf() map[int]int32 {
	of := map[int]int32{}
	for c, cl := range r.classes {
		for _, i := range cl.items {
			of[i] = int32(c)
		}
	}
	return of
}

// disjoint is how many patterns without common pieces are made at each price:
// more where there are many pieces, since a plan is made of so many more.
func (r *relaxation) disjoint() int { return min(10, max(4, len(r.classes)/60)) }

// smooth is how much of the prices that gave the best bound goes into the prices
// that patterns are made for: the program's own swing from round to round.
const smooth = 0.75

// run solves the program, making columns for at most so many rounds, and keeps
// the best lower bound met; it ends early once the bound is enough.
func (r *relaxation) run(rounds int, enough func(bound float64) bool) {
	n := len(r.classes)
	price := make([]float64, n)
	for range rounds {
		if !r.l.solve() {
			return
		}
		before := len(r.l.cols)
		for _, part := range []float64{smooth, 0} {
			if r.stable == nil && part > 0 {
				continue
			}
			for c := range n {
				price[c] = (1 - part) * max(0, r.l.price[c])
				if part > 0 {
					price[c] += part * r.stable[c]
				}
			}
			r.make(price)
			if len(r.l.cols) > before || r.work.done {
				break
			}
		}
		if len(r.l.cols) == before || enough(r.bound) || r.work.done || r.work.spent > r.until {
			return
		}
	}
}

// make finds the patterns worth most under the prices, adds those that better the
// program, and raises the bound.
func (r *relaxation) make(price []float64) {
	greatest := make([]float64, len(r.m.kinds))
	for _, s := range r.packs {
		s.solve(price, r.work)
		for k, room := range s.room {
			if room >= 0 {
				greatest[k] = s.value[room]
				r.offer(s, k, room)
			}
		}
		r.more(s, price)
	}
	r.lower(price, greatest)
}

// offer adds the best pattern of a kind where it betters the program.
func (r *relaxation) offer(s *knapsack, k int, room int64) {
	if at := r.rowOf[k]; at >= 0 && r.limit[k] == 0 {
		return
	}
	row, count := s.pattern(room)
	worth := 0.0
	for i, c := range row {
		worth += r.l.price[c] * count[i]
	}
	if at := r.rowOf[k]; at >= 0 {
		worth += r.l.price[at] // not above nothing: what one more of the kind would save
	}
	if worth > r.cost[k]+1e-7 {
		r.add(k, row, count)
	}
}

// more makes further patterns, each of pieces that the ones before do not use:
// plans are made of such patterns, and fewer rounds are needed.
func (r *relaxation) more(s *knapsack, price []float64) {
	best := -1 // the unlimited kind whose pattern was worth most against its cost
	for k, room := range s.room {
		if room >= 0 && r.rowOf[k] < 0 && !r.m.kinds[k].phantom && (best < 0 || s.value[room]/r.cost[k] > s.value[s.room[best]]/r.cost[best]) {
			best = k
		}
	}
	if best < 0 || r.cost[best] <= 0 {
		return
	}
	left := slices.Clone(price)
	for range r.disjoint() {
		row, _ := s.pattern(s.room[best])
		if len(row) == 0 {
			return
		}
		for _, c := range row {
			left[c] = 0
		}
		s.solve(left, r.work)
		if s.value[s.room[best]] < r.cost[best]/2 { // what is left makes no stick worth its price
			return
		}
		r.offer(s, best, s.room[best])
	}
}

// lower works out the bound that the prices prove: scaled until no unlimited
// kind is worth more than it costs, they are a solution of the dual program.
func (r *relaxation) lower(price, greatest []float64) {
	scale := math.Inf(1)
	for k := range r.m.kinds {
		if r.rowOf[k] < 0 && greatest[k] > tiny {
			scale = min(scale, r.cost[k]/greatest[k])
		}
	}
	if math.IsInf(scale, 1) {
		return
	}
	b := 0.0
	for c, p := range price {
		b += scale * p * r.need[c]
	}
	for k := range r.m.kinds {
		if r.rowOf[k] >= 0 {
			b += float64(r.limit[k]) * min(0, r.cost[k]-scale*greatest[k])
		}
	}
	if b > r.bound {
		r.bound = b
		r.stable = r.stable[:0]
		for _, p := range price {
			r.stable = append(r.stable, scale*p)
		}
	}
}
