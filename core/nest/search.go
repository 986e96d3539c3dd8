package nest

import (
	"context"
	"math/rand/v2"
	"slices"
)

// Effort bounds a search. Work is counted in steps of about a nanosecond each.
type Effort struct {
	Work int64
	// Report is told of every better layout and bound, where it is not nil.
	Report func(Progress)
}

// Second is the work that a second of one core does at least, on most machines.
const Second int64 = 600_000_000

// Progress is how far a search has come.
type Progress struct {
	Cost, LeastCost   int64
	Count, LeastCount int
	Spent             float64 // of the effort, 0 to 1
}

// Search looks for the best layout. The same problem and effort give the same
// layout; a context that ends stops the search with the best so far. Errors are
// *Invalid, *TooLong or *TooFew.
func Search(ctx context.Context, p Problem, effort Effort) (Solution, error) {
	if err := p.Check(); err != nil {
		return Solution{}, err
	}
	if len(p.Pieces) == 0 {
		return Solution{Proved: true}, nil
	}
	var none int64
	splits, err := p.divide(&meter{ctx: ctx, left: effort.Work / 10, orders: &none})
	if err != nil {
		return Solution{}, err
	}
	d, err := p.divided(splits)
	if err != nil {
		return Solution{}, err
	}
	m, err := newModel(&d)
	if err != nil {
		return Solution{}, err
	}
	s := &search{m: m, work: &meter{ctx: ctx, left: effort.Work, orders: &m.order.work}, effort: effort, rng: rand.New(rand.NewPCG(1, 2))}
	s.run()
	if len(splits) > 0 { // the program's bound holds for these places only; that of the whole length for all
		s.least, s.sticks = m.lift(m.volume(), s.amount(s.worth)), 0
	}
	l, err := s.layout()
	l.Splits = splits
	return l, err
}

type search struct {
	m      *model
	work   *meter
	effort Effort
	rng    *rand.Rand
	best   []bin
	worth  worth
	least  int64 // the lifted bound, as lift counts it
	sticks int64 // no layout takes fewer
}

func (s *search) all() []int {
	out := make([]int, len(s.m.items))
	for i := range out {
		out[i] = i
	}
	return out
}

func (s *search) limits() []int {
	out := make([]int, len(s.m.kinds))
	for k := range out {
		out[k] = s.m.kinds[k].limit
	}
	return out
}

// amount is what lift counts: cents, or sticks where all cost the same.
func (s *search) amount(w worth) int64 {
	if s.m.equal {
		return w.count
	}
	return w.cost
}

func (s *search) proved() bool { return s.best != nil && s.amount(s.worth) <= s.least }

// consider keeps a layout that is better than the best so far.
func (s *search) consider(bins []bin) bool {
	if bins == nil {
		return false
	}
	w := s.m.worth(bins)
	if s.best != nil && w.compare(s.worth) >= 0 {
		return false
	}
	s.best, s.worth = clone(bins), w
	s.report()
	return true
}

func (s *search) report() {
	if s.effort.Report == nil {
		return
	}
	cost, count := s.bounds()
	s.effort.Report(Progress{Cost: s.worth.cost, LeastCost: cost, Count: int(s.worth.count), LeastCount: count,
		Spent: min(1, float64(s.work.spent)/float64(max(1, s.effort.Work)))})
}

// bounds gives the least cost and the fewest sticks that any layout can have.
func (s *search) bounds() (cost int64, count int) {
	if s.m.equal {
		return s.least * s.m.price, int(s.least)
	}
	return s.least, int(s.sticks)
}

func (s *search) raise(bound float64) {
	if l := s.m.lift(bound, s.amount(s.worth)); l > s.least {
		s.least = l
		s.report()
	}
}

func (s *search) run() {
	m := s.m
	bins, _ := m.firstOf(s.all(), s.limits(), s.work, m.cheapest)
	s.consider(bins)
	for k := range m.kinds {
		if !m.equal && m.kinds[k].count > 0 && !m.kinds[k].phantom {
			only := func(j int, used int64) float64 {
				if j == k {
					return -float64(used)
				}
				return m.cheapest(j, used) + 1
			}
			bins, _ = m.firstOf(s.all(), s.limits(), s.work, only)
			s.consider(bins)
		}
	}
	for k := range m.kinds {
		if m.kinds[k].count > 0 && !m.kinds[k].phantom {
			s.consider(m.firstFit(s.all(), k, s.work))
		}
	}
	s.raise(m.volume())
	s.improve(s.best, s.effort.Work/40)
	if !s.proved() {
		s.program()
	}
	s.countSticks()
	s.improve(s.best, s.polish())
}

// volume is the simplest bound: what the whole length costs at the best rate.
func (m *model) volume() float64 {
	need, rate := 0.0, 0.0
	for _, it := range m.items {
		need += float64(it.weight)
	}
	for k := range m.kinds {
		kd := &m.kinds[k]
		if kd.phantom {
			continue
		}
		c := m.lpCost(k)
		if c == 0 {
			need -= float64(kd.capacity) * float64(kd.limit)
			continue
		}
		rate = max(rate, float64(kd.capacity)/c)
	}
	if rate == 0 || need <= 0 {
		return 0
	}
	return need / rate
}

// improve works on a layout with the sticks of which it is made.
func (s *search) improve(bins []bin, budget int64) {
	v := newImprover(s.m, bins, s.work, s.rng)
	met := s.proved()
	v.run(budget, func(w worth) bool { return !met && s.amount(w) <= s.least })
	s.consider(v.bins)
}

// polish is the work given to long leftovers once cost and count stand.
func (s *search) polish() int64 { return min(s.effort.Work/20, int64(len(s.m.items))*200_000) }

// mostTurns is how often is dived at most: a small problem whose bound cannot be
// met brings nothing new after that.
const mostTurns = 200

// program raises the bound by the linear program and dives from it, in turns
// with the improver, until the bound is met or the work is spent.
func (s *search) program() {
	m := s.m
	r := m.relax(s.all(), s.limits(), s.work)
	of := r.classOf()
	for _, b := range s.best {
		r.addBin(b.kind, b.items, of)
	}
	r.until = s.effort.Work * 3 / 4 // the rest is for layouts
	r.run(4000, func(bound float64) bool {
		s.raise(bound)
		return s.proved()
	})
	s.raise(r.bound)
	eager := 0.6
	since := s.work.spent
	for turn := 0; turn < mostTurns && !s.proved() && !s.work.done; turn++ {
		bins := m.dive(r, eager, s.rng, s.work)
		if before := s.amount(s.worth); s.consider(bins) && s.amount(s.worth) < before {
			since = s.work.spent
		}
		if s.proved() {
			return
		}
		from := bins
		if turn%2 == 1 || m.worth(bins).cost >= phantomPrice {
			from = s.best
		}
		before := s.amount(s.worth)
		if s.improve(from, s.effort.Work/20); s.amount(s.worth) < before {
			since = s.work.spent
		}
		if s.near(s.work.spent - since) {
			return
		}
		eager = 0.5 + 0.5*s.rng.Float64()
	}
}

// near tells whether what is still to be gained is not worth the wait, after so
// much work without a gain: half of one in a hundred a sixteenth of the effort,
// one in a hundred an eighth.
func (s *search) near(idle int64) bool {
	gap := float64(s.worth.cost-s.least) / float64(max(1, s.least))
	return !s.m.equal && (gap <= 0.005 && idle > s.effort.Work/16 || gap <= 0.01 && idle > s.effort.Work/8)
}

// countSticks finds the fewest sticks that any layout can take.
func (s *search) countSticks() {
	if s.m.equal {
		s.sticks = s.least
		return
	}
	p := *s.m.p
	p.Stocks = slices.Clone(p.Stocks)
	for i := range p.Stocks {
		if !p.Stocks[i].OnHand {
			p.Stocks[i].Price = 1
		}
	}
	c, err := newModel(&p)
	if err != nil {
		return
	}
	s.sticks = int64(c.volume() + 1 - 1e-6)
	r := c.relax(s.all(), s.limits(), &meter{ctx: s.work.ctx, left: s.effort.Work / 20, orders: &c.order.work})
	for _, b := range s.best {
		r.addBin(b.kind, b.items, r.classOf())
	}
	r.run(200, func(float64) bool { return false })
	s.sticks = max(s.sticks, c.lift(r.bound, s.worth.count))
}
