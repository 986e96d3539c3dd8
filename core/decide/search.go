package decide

import "gnomon/core/job"

// search chooses at every open joint which piece gives way, so that the weighted cost over
// the run is least and it can be hung: an arrow goes from the piece that runs through to
// the one that gives way, and no arrows go round in a ring. Bodies make a chain of joints,
// or a ring of them where the run is closed; only a ring in which all give way to the same
// side goes round. So it is a walk along the chain that remembers the last choice and, in
// a ring, whether all were alike: exact, and linear in the corners.
type search struct {
	run    *Run
	joints []Joint
	body   []int
	open   []*Joint
	next   []int  // the open joint at the other end of the body right of each, or -1
	same   []bool // that body is one piece, which would be coped at both ends
	chains []chain
	cost   costs
}

// chain are open joints, by index, each of which shares a body with the next; in a ring
// the last does with the first.
type chain struct {
	at   []int
	ring bool
}

func newSearch(r Run, joints []Joint, body []int) *search {
	s := &search{run: &r, joints: joints, body: body}
	byLeft := map[int]int{} // the open joint at which a body's right end stands
	for i := range joints {
		if j := &joints[i]; j.open() {
			byLeft[body[j.Left]] = len(s.open)
			s.open = append(s.open, j)
		}
	}
	before := make([]int, len(s.open))
	s.next, s.same = make([]int, len(s.open)), make([]bool, len(s.open))
	for i := range before {
		s.next[i], before[i] = -1, -1
	}
	for i, j := range s.open {
		if k, ok := byLeft[body[j.Right]]; ok {
			s.next[i], before[k] = k, i
			s.same[i] = j.Right == s.open[k].Left
		}
	}
	done := make([]bool, len(s.open))
	walk := func(from int, ring bool) {
		c := chain{ring: ring}
		for i := from; i >= 0 && !done[i]; i = s.next[i] {
			done[i] = true
			c.at = append(c.at, i)
		}
		s.chains = append(s.chains, c)
	}
	for i := range s.open {
		if before[i] < 0 {
			walk(i, false)
		}
	}
	for i := range s.open {
		if !done[i] {
			walk(i, true)
		}
	}
	s.cost = r.weigh(s.open, max(s.doubles(), 1))
	return s
}

// doubles is how many pieces could at most be coped at both ends: of k joints in a row that
// share one piece after the other, k/2.
func (s *search) doubles() int {
	sum := 0
	for _, c := range s.chains {
		start := 0 // in a ring, behind a body that is no single piece
		for i, at := range c.at {
			if c.ring && !s.same[at] {
				start = i + 1
			}
		}
		row := 1
		for i := range c.at {
			at := c.at[(start+i)%len(c.at)]
			if s.same[at] && i < len(c.at)-1 {
				row++
				continue
			}
			sum += row / 2
			row = 1
		}
	}
	return sum
}

// free lets both choices; the others hold one.
const free = -1

// solve finds the least costly way in which the choices held are kept. ok is false where
// what is held goes round in a ring; then it is the least costly one that cannot be hung.
func (s *search) solve(held []int) (gives []int, cost float64, ok bool) {
	gives, ok = make([]int, len(s.open)), true
	for _, c := range s.chains {
		v, hangs := s.walk(c, held, gives, c.ring)
		if !hangs {
			v, _ = s.walk(c, held, gives, false)
			ok = false
		}
		cost += v
	}
	return gives, cost, ok
}

// state is the best way to a joint with the choice made there: for both choices, and in a
// ring for whether all were alike so far.
type state struct {
	cost [2][2]float64 // by choice, by mixed
	from [2][2]int     // the choice before
	was  [2][2]int     // and whether it was mixed
}

const impossible = 1e18

// walk goes along one chain. mixed demands that not all choices are alike.
func (s *search) walk(c chain, held, gives []int, mixed bool) (float64, bool) {
	n := len(c.at)
	starts := []int{free}
	if c.ring {
		starts = []int{s.first(c.at[0]), 1 - s.first(c.at[0])}
	}
	best, found := impossible, false
	states := make([]state, n)
	for _, start := range starts {
		s.forward(c, held, start, states)
		for _, o := range s.prefer(c.at[n-1]) {
			for m := range 2 {
				v := states[n-1].cost[o][m]
				if mixed && m == 0 {
					continue
				}
				if c.ring {
					v += s.pair(c.at[n-1], o, start)
				}
				if v >= best-1e-12 {
					continue
				}
				best, found = v, true
				for i, o, m := n-1, o, m; i >= 0; i-- {
					gives[c.at[i]] = o
					o, m = states[i].from[o][m], states[i].was[o][m]
				}
			}
		}
	}
	return best, found
}

// forward fills the states of a chain that begins with the choice start, or any.
func (s *search) forward(c chain, held []int, start int, states []state) {
	for i, at := range c.at {
		st := &states[i]
		for o := range 2 {
			st.cost[o] = [2]float64{impossible, impossible}
			if held[at] != free && held[at] != o || i == 0 && start != free && start != o {
				continue
			}
			if i == 0 {
				st.cost[o][0] = s.cost.one[at][o]
				continue
			}
			for _, p := range s.prefer(c.at[i-1]) {
				for m := range 2 {
					v := states[i-1].cost[p][m]
					if v >= impossible {
						continue
					}
					v += s.cost.one[at][o] + s.pair(c.at[i-1], p, o)
					to := m
					if p != o {
						to = 1
					}
					if v < st.cost[o][to]-1e-12 {
						st.cost[o][to], st.from[o][to], st.was[o][to] = v, p, m
					}
				}
			}
		}
	}
}

// pair is what it costs that one piece gives way at the joint at and at the next: it has to
// be bowed in. What is glued up of several turns a corner, and is pushed straight home.
func (s *search) pair(at, before, after int) float64 {
	if before == right && after == left && s.same[at] {
		return s.cost.double
	}
	return 0
}

// first is the choice to take where two cost alike: the preferred hand's.
func (s *search) first(at int) int {
	if s.run.Corners[s.open[at].Corner].Hand == job.HandLeft {
		return right
	}
	return left
}

func (s *search) prefer(at int) [2]int { f := s.first(at); return [2]int{f, 1 - f} }
