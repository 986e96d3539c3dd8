package nest

// class is a set of items that can stand for each other.
type class struct {
	items  []int
	weight int64
	bar    int
}

func (m *model) classes(items []int) []class {
	var out []class
	for _, i := range items { // longest first, so that equal ones mostly stand together
		found := false
		for c := len(out) - 1; c >= 0 && out[c].weight == m.items[i].weight; c-- {
			if m.same(out[c].items[0], i) {
				out[c].items = append(out[c].items, i)
				found = true
				break
			}
		}
		if !found {
			out = append(out, class{[]int{i}, m.items[i].weight, m.items[i].bar})
		}
	}
	return out
}

// The grid of the knapsack. Where the lengths have a common measure that makes
// no more cells than exactCells, it is exact; else weights are rounded down,
// which keeps the bound true and lets patterns in that are too long by less than
// a cell a piece. The fewer classes, the finer it can be.
const (
	exactCells = 1 << 15
	leastCells = 1 << 13
	mostCells  = 1 << 17
	gridWork   = 1 << 20
)

func gcd(a, b int64) int64 {
	for b != 0 {
		a, b = b, a%b
	}
	return a
}

// knapsack finds the patterns of greatest value under the dual prices, for all
// kinds from which the same pieces are barred at once.
type knapsack struct {
	unit   int64
	weight []int64 // of the classes, in units
	open   []bool  // classes that are not barred
	room   []int64 // of the kinds, in units; −1 for kinds of another group
	most   int64
	parts  []part
	value  []float64
	taken  []bool // part by part, cell by cell
}

// part is some pieces of a class, taken together or not at all.
type part struct {
	class  int
	times  int64
	weight int64
}

// knapsacks groups the kinds by what is barred from them.
func (m *model) knapsacks(classes []class) []*knapsack {
	var out []*knapsack
	keys := map[string]*knapsack{}
	for k := range m.kinds {
		key := ""
		for _, a := range m.kinds[k].allowed {
			if a {
				key += "1"
			} else {
				key += "0"
			}
		}
		s := keys[key]
		if s == nil {
			s = &knapsack{room: make([]int64, len(m.kinds))}
			for i := range s.room {
				s.room[i] = -1
			}
			keys[key] = s
			out = append(out, s)
		}
		s.room[k] = m.kinds[k].capacity
	}
	for _, s := range out {
		s.prepare(m, classes)
	}
	return out
}

func (s *knapsack) prepare(m *model, classes []class) {
	g := int64(0)
	for k, r := range s.room {
		if r >= 0 {
			s.most = max(s.most, r)
			g = gcd(g, r)
			s.open = nil
			for _, c := range classes {
				s.open = append(s.open, m.kinds[k].allowed[c.bar])
			}
		}
	}
	for i, c := range classes {
		if s.open[i] {
			g = gcd(g, c.weight)
		}
	}
	s.unit = max(1, g)
	if s.most/s.unit > exactCells {
		s.unit = s.most/int64(min(mostCells, max(leastCells, gridWork/len(classes)))) + 1
	}
	s.most /= s.unit
	for k, r := range s.room {
		if r >= 0 {
			s.room[k] = r / s.unit
		}
	}
	s.parts = s.parts[:0]
	for i, c := range classes {
		w := c.weight / s.unit
		s.weight = append(s.weight, w)
		if !s.open[i] || w > s.most {
			continue
		}
		n := int64(len(c.items))
		if w > 0 {
			n = min(n, s.most/w)
		}
		for t := int64(1); n > 0; t *= 2 {
			t = min(t, n)
			n -= t
			s.parts = append(s.parts, part{i, t, t * w})
		}
	}
	s.value = make([]float64, s.most+1)
	s.taken = make([]bool, int64(len(s.parts))*(s.most+1))
}

// solve finds the greatest value for every room under the prices of the classes.
func (s *knapsack) solve(price []float64, work *meter) {
	clear(s.value)
	clear(s.taken)
	n := s.most + 1
	cost := int64(0)
	for i, p := range s.parts {
		v := price[p.class] * float64(p.times)
		if v <= tiny {
			continue
		}
		row := s.taken[int64(i)*n : int64(i+1)*n]
		from := s.value[:n-p.weight]
		to := s.value[p.weight:]
		for c := len(from) - 1; c >= 0; c-- {
			if x := from[c] + v; x > to[c] {
				to[c] = x
				row[int64(c)+p.weight] = true
			}
		}
		cost += int64(len(from))
	}
	work.spend(cost + n)
}

// pattern is the set of the value at a room: how often each class is on it.
func (s *knapsack) pattern(room int64) (row []int32, count []float64) {
	n := s.most + 1
	for i := len(s.parts) - 1; i >= 0; i-- {
		p := s.parts[i]
		if !s.taken[int64(i)*n+room] {
			continue
		}
		room -= p.weight
		if k := len(row) - 1; k >= 0 && row[k] == int32(p.class) {
			count[k] += float64(p.times)
		} else {
			row, count = append(row, int32(p.class)), append(count, float64(p.times))
		}
	}
	return row, count
}
