package nest

import (
	"math"
	"math/bits"
	"math/rand/v2"
	"slices"
)

// improver takes a few sticks at a time apart and cuts their pieces anew.
type improver struct {
	m    *model
	work *meter
	rng  *rand.Rand
	bins []bin
	used []int // how many of each kind
	fill filler

	cost []float64 // of a set of the pool on its best kind
	on   []int16   // that kind
	sum  []int64
	best []float64
	cut  []uint16
}

const (
	exactPool = 11 // pieces that are parted in every way
	widePool  = 22 // pieces that are refilled stick by stick
)

func newImprover(m *model, bins []bin, work *meter, rng *rand.Rand) *improver {
	v := &improver{m: m, work: work, rng: rng, bins: clone(bins), used: make([]int, len(m.kinds)), fill: filler{m: m, work: work}}
	for _, b := range v.bins {
		v.used[b.kind]++
	}
	n := 1 << exactPool
	v.cost, v.on, v.sum = make([]float64, n), make([]int16, n), make([]int64, n)
	v.best, v.cut = make([]float64, n), make([]uint16, n)
	return v
}

// run makes rounds until the work given to it is spent or enough says so.
func (v *improver) run(budget int64, enough func(w worth) bool) {
	start := v.work.spent
	for round := 0; v.work.spent-start < budget && !v.work.done && len(v.bins) > 1; round++ {
		pool := v.choose(round)
		if round%2 == 0 || !v.repart(pool) {
			v.refill(pool)
		}
		v.work.spend(200)
		if enough(v.m.worth(v.bins)) {
			return
		}
	}
}

// choose picks the sticks of a round: one that has much left over, or any, and
// others at random.
func (v *improver) choose(round int) []int {
	most := exactPool
	if round%2 == 0 {
		most = widePool
	}
	wasteful := func() int {
		a, b := v.rng.IntN(len(v.bins)), v.rng.IntN(len(v.bins))
		if v.bins[a].left >= v.bins[b].left {
			return a
		}
		return b
	}
	pool := []int{wasteful()}
	items := len(v.bins[pool[0]].items)
	want := 2 + v.rng.IntN(5)
	for tries := 0; tries < 12 && len(pool) < want; tries++ {
		i := v.rng.IntN(len(v.bins))
		if v.rng.IntN(2) == 0 {
			i = wasteful()
		}
		if slices.Contains(pool, i) || items+len(v.bins[i].items) > most {
			continue
		}
		pool = append(pool, i)
		items += len(v.bins[i].items)
	}
	return pool
}

// pooled lists the pieces of the sticks, longest first.
func (v *improver) pooled(pool []int) []int {
	var items []int
	for _, i := range pool {
		items = append(items, v.bins[i].items...)
	}
	slices.Sort(items) // items are numbered longest first
	return items
}

// free is how many more of a kind may be used once the pool is taken apart.
func (v *improver) free(k int, pool []int) int {
	n := v.m.kinds[k].limit - v.used[k]
	for _, i := range pool {
		if v.bins[i].kind == k {
			n++
		}
	}
	return n
}

// take puts new sticks in the place of the pool's, unless they are worse.
func (v *improver) take(pool []int, next []bin) bool {
	var old []bin
	for _, i := range pool {
		old = append(old, v.bins[i])
	}
	if v.m.worth(next).compare(v.m.worth(old)) > 0 {
		return false
	}
	slices.Sort(pool)
	for n := len(pool) - 1; n >= 0; n-- {
		i := pool[n]
		v.used[v.bins[i].kind]--
		v.bins[i] = v.bins[len(v.bins)-1]
		v.bins = v.bins[:len(v.bins)-1]
	}
	for _, b := range next {
		v.used[b.kind]++
		v.bins = append(v.bins, b)
	}
	return true
}

// repart finds the best way of all to part the pool's pieces among sticks; false
// when there are too many pieces.
func (v *improver) repart(pool []int) bool {
	items := v.pooled(pool)
	n := len(items)
	if n > exactPool || n == 0 {
		return false
	}
	m := v.m
	var kinds []int
	longest := 1.0
	for k := range m.kinds {
		if v.free(k, pool) > 0 {
			kinds = append(kinds, k)
			longest = max(longest, float64(m.kinds[k].usable))
		}
	}
	full := 1<<n - 1
	set := make([]int, 0, n)
	v.sum[0] = 0
	for mask := 1; mask <= full; mask++ {
		low := bits.TrailingZeros(uint(mask))
		v.sum[mask] = v.sum[mask&(mask-1)] + m.items[items[low]].weight
		v.cost[mask] = math.Inf(1)
		set = set[:0]
		for _, k := range kinds {
			kd := &m.kinds[k]
			if v.sum[mask] > kd.capacity {
				continue
			}
			if len(set) == 0 {
				for b := mask; b != 0; b &= b - 1 {
					set = append(set, items[bits.TrailingZeros(uint(b))])
				}
			}
			if !m.fits(set, k) {
				continue
			}
			left := float64(kd.usable-m.used(set, k)) / longest
			c := float64(kd.price)*1e4 + float64(kd.count)*100 - left*left
			if c < v.cost[mask] {
				v.cost[mask], v.on[mask] = c, int16(k)
			}
		}
	}
	v.best[0] = 0
	for mask := 1; mask <= full; mask++ {
		v.best[mask] = math.Inf(1)
		low := mask & -mask
		rest := mask ^ low
		for sub := rest; ; sub = (sub - 1) & rest {
			if c := v.cost[sub|low] + v.best[rest^sub]; c < v.best[mask] {
				v.best[mask], v.cut[mask] = c, uint16(sub|low)
			}
			if sub == 0 {
				break
			}
		}
	}
	v.work.spend(int64(math.Pow(3, float64(n))) + int64(full)*40)
	if math.IsInf(v.best[full], 1) {
		return true
	}
	var next []bin
	taken := map[int]int{}
	for mask := full; mask != 0; mask &^= int(v.cut[mask]) {
		c := int(v.cut[mask])
		set := []int{}
		for b := c; b != 0; b &= b - 1 {
			set = append(set, items[bits.TrailingZeros(uint(b))])
		}
		k := int(v.on[c])
		if taken[k]++; taken[k] > v.free(k, pool) {
			return true // more of a kind than there are
		}
		next = append(next, m.bin(k, set))
	}
	v.take(pool, next)
	return true
}

// refill fills the pool's sticks again one by one, each as well as can be.
func (v *improver) refill(pool []int) {
	m := v.m
	items := v.pooled(pool)
	v.rng.Shuffle(len(items), func(a, b int) { items[a], items[b] = items[b], items[a] })
	order := slices.Clone(pool)
	v.rng.Shuffle(len(order), func(a, b int) { order[a], order[b] = order[b], order[a] })
	next := make([]bin, 0, len(order))
	for _, i := range order {
		if len(items) == 0 {
			break
		}
		k := v.bins[i].kind
		var forced []int
		if v.rng.IntN(4) > 0 { // what is longest is hardest to place later
			if i := slices.Min(items); m.fits([]int{i}, k) {
				forced = []int{i}
				items = without(items, forced)
			}
		}
		set := slices.Clone(v.fill.fill(k, forced, items, 600))
		items = without(items, set)
		if len(set) > 0 {
			next = append(next, m.bin(k, set))
		}
	}
	if len(items) > 0 {
		return
	}
	for n := range next {
		v.smaller(&next[n])
	}
	v.take(pool, next)
}

// smaller moves what is on a stick to a cheaper kind where it fits there.
func (v *improver) smaller(b *bin) {
	kinds := v.m.kinds
	for k := range kinds {
		if kinds[k].price < kinds[b.kind].price && !kinds[k].limited(v.m) && v.m.fits(b.items, k) {
			*b = v.m.bin(k, b.items)
		}
	}
}
