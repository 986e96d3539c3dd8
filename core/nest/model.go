package nest

import (
	"cmp"
	"context"
	"math"
	"slices"

	"gnomon/core/measure"
)

// model is a problem made ready for the search: pieces in order of length,
// longest first, and everything in nanometres.
type model struct {
	p     *Problem
	items []item
	kinds []kind
	// Without slants a set of pieces fits when its weights add up to no more
	// than the kind's capacity; with them that is needed but not enough.
	square bool
	least  int64 // the least kerf at any boundary
	order  orderer
	sorted []int // for room: shapes of the set asked about
	// equal: every kind that is bought costs the same, so that sticks are counted.
	equal bool
	price int64 // the one price, where equal
}

type item struct {
	index  int // in the problem
	length int64
	weight int64 // length and the least kerf
	shape  int
	bar    int // pieces that are barred from the same stocks share a number
}

type kind struct {
	stock    *Stock
	index    int
	usable   int64
	capacity int64 // what weights may add up to
	price    int64
	count    int64 // 1 for what is bought, 0 for what is on hand
	limit    int   // how many there are; a number larger than any need where unlimited
	allowed  []bool
	// A phantom stands for a limited kind of which more would be wanted; a
	// layout that needs one is none.
	phantom bool
}

// phantomPrice is above what any real plan costs.
const phantomPrice = int64(maxPrice) * 10

// limited tells whether there may be too few; even one stick a piece is enough.
func (k *kind) limited(m *model) bool { return k.limit < len(m.items) }

func newModel(p *Problem) (*model, error) {
	m := &model{p: p, square: true, order: orderer{p: p, known: map[string]int64{}}}
	m.least = math.MaxInt64
	shapes := map[shape]int{}
	bars := map[string]int{}
	var barred [][]string
	for i, q := range p.Pieces {
		sh := shape{q.Left, q.Right}
		n, ok := shapes[sh]
		if !ok {
			n = len(m.order.shapes)
			shapes[sh] = n
			m.order.shapes = append(m.order.shapes, sh)
		}
		b := slices.Clone(q.Barred)
		slices.Sort(b)
		key := ""
		for _, s := range b {
			key += s + "\x00"
		}
		bar, ok := bars[key]
		if !ok {
			bar = len(barred)
			bars[key] = bar
			barred = append(barred, b)
		}
		m.least = min(m.least, int64(p.kerf(q.Right)))
		if q.Left != (End{}) || q.Right != (End{}) {
			m.square = false
		}
		m.items = append(m.items, item{index: i, length: int64(q.Length), shape: n, bar: bar})
	}
	for i := range m.items {
		m.items[i].weight = m.items[i].length + m.least
	}
	slices.SortStableFunc(m.items, func(a, b item) int { return cmp.Compare(b.length, a.length) })
	for i := range p.Stocks {
		m.addKind(i, barred)
	}
	m.equal = true
	first := true
	for _, k := range m.kinds {
		if k.count == 0 {
			continue
		}
		if !first && k.price != m.price {
			m.equal = false
		}
		m.price, first = k.price, false
	}
	if err := m.everyPieceFits(); err != nil {
		return nil, err
	}
	m.addPhantoms()
	return m, nil
}

// addPhantoms gives every item a kind it can always be cut from.
func (m *model) addPhantoms() {
	twin := map[int]bool{}
	for i := range m.items {
		on := -1
		for k := range m.kinds {
			if !m.fits([]int{i}, k) {
				continue
			}
			if !m.kinds[k].limited(m) || twin[k] {
				on = -1
				break
			}
			on = k
		}
		if on >= 0 {
			twin[on] = true
			k := m.kinds[on]
			k.phantom, k.price, k.count, k.limit = true, phantomPrice+k.price, 1, len(m.items)
			m.kinds = append(m.kinds, k)
		}
	}
}

func (m *model) addKind(i int, barred [][]string) {
	s := &m.p.Stocks[i]
	k := kind{stock: s, index: len(m.kinds), usable: int64(s.usable(m.p.Trim)), price: s.Price, count: 1, limit: len(m.items)}
	if s.CutLeft != nil && *s.CutLeft != (End{}) || s.CutRight != nil && *s.CutRight != (End{}) {
		m.square = false
	}
	k.capacity = k.usable + m.least
	if s.CutLeft != nil {
		k.capacity -= m.least
	}
	if s.CutRight != nil {
		k.capacity -= m.least
	}
	if s.OnHand {
		k.price, k.count = 0, 0
	}
	if n := s.there(); n >= 0 {
		k.limit = min(n, len(m.items))
	}
	for _, b := range barred {
		_, no := slices.BinarySearch(b, s.ID)
		k.allowed = append(k.allowed, !no)
	}
	m.kinds = append(m.kinds, k)
}

func (m *model) everyPieceFits() error {
	for i := range m.items {
		fits, room := false, int64(0)
		for k := range m.kinds {
			if !m.kinds[k].allowed[m.items[i].bar] {
				continue
			}
			room = max(room, m.kinds[k].usable)
			fits = fits || m.kinds[k].limit > 0 && m.used([]int{i}, k) <= m.kinds[k].usable
		}
		if !fits {
			q := m.p.Pieces[m.items[i].index]
			need := q.Length + m.p.wedge(End{}, q.Left) + m.p.wedge(q.Right, End{})
			if int64(need) <= room { // it would fit where there is none left
				return &TooFew{[]string{q.ID}}
			}
			return &TooLong{q.ID, need, measure.Length(room)}
		}
	}
	return nil
}

// used is what the items take of a stick of the kind, in the best order.
func (m *model) used(items []int, k int) int64 {
	if len(items) == 0 {
		return 0
	}
	s := int64(0)
	for _, i := range items {
		s += m.items[i].length
	}
	kd := &m.kinds[k]
	if m.square {
		n := int64(len(items) - 1)
		if kd.stock.CutLeft != nil {
			n++
		}
		if kd.stock.CutRight != nil {
			n++
		}
		return s + n*m.least
	}
	m.sorted = m.sorted[:0]
	for _, i := range items {
		m.sorted = append(m.sorted, m.items[i].shape)
	}
	slices.Sort(m.sorted)
	m.order.work += 100
	return s + int64(m.order.loss(m.sorted, k, kd.stock))
}

// fits tells whether the items can be cut from one stick of the kind.
func (m *model) fits(items []int, k int) bool {
	kd := &m.kinds[k]
	w := int64(0)
	for _, i := range items {
		w += m.items[i].weight
		if !kd.allowed[m.items[i].bar] {
			return false
		}
	}
	return w <= kd.capacity && (m.square || m.used(items, k) <= kd.usable)
}

// bin is a stick of a kind with the items cut from it.
type bin struct {
	kind  int
	items []int
	left  int64 // what is left over
}

func (m *model) bin(k int, items []int) bin {
	return bin{k, items, m.kinds[k].usable - m.used(items, k)}
}

// worth orders layouts: least cost, then fewest sticks, then leftovers in as
// few and long pieces as can be.
type worth struct {
	cost, count int64
	long        float64 // the sum of the leftovers' squares
}

func (m *model) worth(bins []bin) worth {
	var w worth
	for _, b := range bins {
		w.cost += m.kinds[b.kind].price
		w.count += m.kinds[b.kind].count
		l := float64(b.left)
		w.long += l * l
	}
	return w
}

// compare is negative where a is the better.
func (a worth) compare(b worth) int {
	return cmp.Or(cmp.Compare(a.cost, b.cost), cmp.Compare(a.count, b.count), cmp.Compare(b.long, a.long))
}

func clone(bins []bin) []bin {
	out := slices.Clone(bins)
	for i := range out {
		out[i].items = slices.Clone(out[i].items)
	}
	return out
}

// meter counts the work of a search. A context only cancels it.
type meter struct {
	ctx   context.Context
	left  int64
	spent int64
	polls int
	done  bool
	// orders is work done in putting sticks in order, not yet counted here.
	orders *int64
}

// spend takes n units, about a nanosecond each, and tells whether to go on.
func (w *meter) spend(n int64) bool {
	n += *w.orders
	*w.orders = 0
	w.left -= n
	w.spent += n
	if w.left < 0 {
		w.done = true
	}
	if w.polls += int(min(n, 1<<20)); w.polls > 1<<20 {
		w.polls = 0
		if w.ctx.Err() != nil {
			w.done = true
		}
	}
	return !w.done
}
