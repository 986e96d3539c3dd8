package decide

import (
	"cmp"
	"slices"
)

// Arrow says that one thing goes up before another, and why.
type Arrow struct {
	Before, After int
	Why           string
}

// Sequence is an order to hang in. Order lists what can be hung. Ring are arrows that go
// round, each beginning where the one before ends, where something cannot; it proves that.
// Early and Late are the first and the last place, from 1, that each could take; 0 where
// it cannot be hung. Starts are what could go up first.
type Sequence struct {
	Order       []int
	Ring        []Arrow
	Early, Late []int
	Starts      []int
}

// Hang puts things in an order in which they can be hung: each after what it is coped
// into, laps over or stops against. Where several could go next, what is to go up first
// does, then what is square at both ends, then the one further left; copes counts the ends
// of each that give way.
func Hang(copes []int, arrows []Arrow, first int) Sequence {
	n := len(copes)
	var s Sequence
	waits := make([]int, n)
	after := make([][]int, n)
	for _, a := range arrows {
		waits[a.After]++
		after[a.Before] = append(after[a.Before], a.After)
	}
	up := make([]bool, n)
	ready := func() int {
		next := -1
		for k := range n {
			if up[k] || waits[k] > 0 {
				continue
			}
			if k == first {
				return k
			}
			if next < 0 || copes[k] < copes[next] {
				next = k
			}
		}
		return next
	}
	for k := range n {
		if waits[k] == 0 {
			s.Starts = append(s.Starts, k)
		}
	}
	for k := ready(); k >= 0; k = ready() {
		up[k] = true
		s.Order = append(s.Order, k)
		for _, a := range after[k] {
			waits[a]--
		}
	}
	if len(s.Order) < n {
		s.Ring = ring(arrows, up)
	}
	s.places(n, after, up)
	return s
}

// ring finds arrows that go round among what is not up: every such thing waits for
// another, so going back from any comes round.
func ring(arrows []Arrow, up []bool) []Arrow {
	into := map[int]Arrow{}
	for _, a := range slices.Backward(arrows) { // the first of several
		if !up[a.Before] && !up[a.After] {
			into[a.After] = a
		}
	}
	at := slices.Index(up, false)
	seen := map[int]bool{}
	for !seen[at] {
		seen[at] = true
		at = into[at].Before
	}
	var out []Arrow
	for k := at; ; {
		a := into[k]
		out = append(out, a)
		if k = a.Before; k == at {
			break
		}
	}
	slices.Reverse(out)
	// It begins with the leftmost.
	least := 0
	for i, a := range out {
		if cmp.Less(a.Before, out[least].Before) {
			least = i
		}
	}
	return append(out[least:], out[:least]...)
}

// places works out between which places each thing may move: behind all that it waits
// for, before all that waits for it.
func (s *Sequence) places(n int, after [][]int, up []bool) {
	words := (n + 63) / 64
	below := make([][]uint64, n) // what waits for each, itself included
	s.Early, s.Late = make([]int, n), make([]int, n)
	hung := len(s.Order)
	for _, k := range s.Order {
		s.Early[k], s.Late[k] = 1, hung
	}
	for _, k := range slices.Backward(s.Order) {
		set := make([]uint64, words)
		for _, a := range after[k] {
			if up[a] {
				for w := range set {
					set[w] |= below[a][w]
				}
			}
		}
		for _, o := range s.Order {
			if set[o/64]&(1<<(o%64)) != 0 {
				s.Late[k]--
				s.Early[o]++
			}
		}
		set[k/64] |= 1 << (k % 64)
		below[k] = set
	}
}
