package nest

import (
	"math"
	"slices"

	"gnomon/core/measure"
)

// up rounds up to the nanometre; what the arithmetic of floating point adds to
// a whole number is no nanometre.
func up(x float64) measure.Length { return measure.Length(math.Ceil(x - 1e-6)) }

// wedge is the wood lost between a right end and the next left end because
// they slant apart.
func (p *Problem) wedge(right, left End) measure.Length {
	w := measure.Length(0)
	if d := right.S - left.S; d > 0 {
		w += up(d * float64(p.Projection))
	}
	if d := right.R - left.R; d > 0 {
		w += up(d * float64(p.Height))
	}
	return w
}

// kerf is what the blade takes along the stick at a cut with this slant.
func (p *Problem) kerf(e End) measure.Length {
	return up(float64(p.Kerf) * math.Sqrt(1+e.S*e.S+e.R*e.R))
}

// Pieces with equal ends take the same gaps; shape numbers the pairs of ends.
type shape struct{ left, right End }

// orderer finds the order of pieces on a stick that loses least, and among
// those the one in which most neighbours share a cut. Only the ends count, so
// what it finds for a set of shapes is kept.
type orderer struct {
	p      *Problem
	shapes []shape
	known  map[string]int64
	key    []byte
	work   int64
}

// exactOrder is how many pieces on one stick are put in order by trying all.
const exactOrder = 11

// sharedBonus breaks ties between orders that lose the same: costs are scaled
// by it and every boundary that needs two settings adds one.
const sharedBonus = 64

// step is the scaled cost of a left end after an edge.
func (o *orderer) step(e edge, left End) int64 {
	c := int64(o.p.after(edge{end: e.end, cut: e.cut}, left)) * sharedBonus
	if e.cut && e.end != left {
		c++
	}
	return c
}

// last is the scaled cost of a right end before the stick's own.
func (o *orderer) last(right End, s *Stock) int64 {
	if s.CutRight != nil {
		c := int64(o.p.wedge(right, *s.CutRight)+o.p.kerf(right)) * sharedBonus
		if right != *s.CutRight {
			c++
		}
		return c
	}
	return int64(o.p.wedge(right, End{})) * sharedBonus
}

func startEdge(s *Stock) edge {
	if s.CutLeft != nil {
		return edge{end: *s.CutLeft, cut: true}
	}
	return edge{}
}

// loss is the least total of wedges and kerfs for pieces of these shapes on a
// stick, without its trim. The shapes come sorted.
func (o *orderer) loss(shapes []int, stock int, s *Stock) measure.Length {
	o.key = o.key[:0]
	if s.CutLeft != nil || s.CutRight != nil {
		o.key = append(o.key, byte(stock), byte(stock>>8), 0xff)
	}
	for _, k := range shapes {
		o.key = append(o.key, byte(k), byte(k>>8))
	}
	if v, ok := o.known[string(o.key)]; ok {
		return measure.Length(v)
	}
	_, c := o.best(shapes, s)
	v := c / sharedBonus
	if len(o.known) < 1<<18 {
		o.known[string(o.key)] = v
	}
	return measure.Length(v)
}

// best gives an order, as indices into shapes, and its scaled cost.
func (o *orderer) best(shapes []int, s *Stock) ([]int, int64) {
	if len(shapes) > exactOrder {
		return o.greedy(shapes, s)
	}
	n := len(shapes)
	if n == 0 {
		return nil, 0
	}
	o.work += int64(n*n) << n
	cost := make([]int64, n<<n)
	from := make([]int8, n<<n)
	for i := range cost {
		cost[i] = math.MaxInt64
	}
	start := startEdge(s)
	for i, k := range shapes {
		cost[(1<<i)*n+i] = o.step(start, o.shapes[k].left)
	}
	for mask := 1; mask < 1<<n; mask++ {
		for i := range n {
			c := cost[mask*n+i]
			if c == math.MaxInt64 {
				continue
			}
			e := edge{end: o.shapes[shapes[i]].right, cut: true}
			for k := range n {
				if mask&(1<<k) != 0 {
					continue
				}
				to := (mask|1<<k)*n + k
				if v := c + o.step(e, o.shapes[shapes[k]].left); v < cost[to] {
					cost[to], from[to] = v, int8(i)
				}
			}
		}
	}
	mask, at, least := 1<<n-1, 0, int64(math.MaxInt64)
	for i := range n {
		if c := cost[mask*n+i] + o.last(o.shapes[shapes[i]].right, s); c < least {
			at, least = i, c
		}
	}
	order := make([]int, n)
	for k := n - 1; k >= 0; k-- {
		order[k] = at
		at, mask = int(from[mask*n+at]), mask&^(1<<at)
	}
	return order, least
}

// greedy puts each piece where it adds least, then moves single pieces while
// that helps: for sticks of more pieces than can be tried in every order.
func (o *orderer) greedy(shapes []int, s *Stock) ([]int, int64) {
	total := func(order []int) int64 {
		e, c := startEdge(s), int64(0)
		for _, i := range order {
			c += o.step(e, o.shapes[shapes[i]].left)
			e = edge{end: o.shapes[shapes[i]].right, cut: true}
		}
		return c + o.last(e.end, s)
	}
	bestPlace := func(order []int, i int) ([]int, int64) {
		var best []int
		least := int64(math.MaxInt64)
		for at := 0; at <= len(order); at++ {
			try := slices.Insert(slices.Clone(order), at, i)
			if c := total(try); c < least {
				best, least = try, c
			}
		}
		return best, least
	}
	n := int64(len(shapes))
	o.work += n * n * n * 8
	var order []int
	cost := int64(0)
	for i := range shapes {
		order, cost = bestPlace(order, i)
	}
	for again := true; again; {
		again = false
		for i := range shapes {
			at := slices.Index(order, i)
			if next, c := bestPlace(slices.Delete(slices.Clone(order), at, at+1), i); c < cost {
				order, cost, again = next, c, true
			}
		}
	}
	return order, cost
}
