package decide

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/job"
)

// brute tries every way to choose and gives the least cost of those that can be hung, or
// of all where none can.
func brute(r Run, joints []Joint, body []int) (least float64, hangs bool) {
	s := newSearch(r, slices.Clone(joints), body)
	held, _ := s.heldWithout()
	least, any := math.Inf(1), math.Inf(1)
	gives := make([]int, len(s.open))
	for way := range 1 << len(s.open) {
		ok := true
		for n := range gives {
			gives[n] = way >> n & 1
			ok = ok && (held[n] == free || held[n] == gives[n])
		}
		if !ok {
			continue
		}
		for n, j := range s.open {
			j.Gives = [2]int{j.Left, j.Right}[gives[n]]
		}
		// The cost worked out afresh from what was asked for, not from the search's tables.
		cost := plainCost(r, s.joints)
		any = min(any, cost)
		if cost < least && !ringed(s.joints, body) {
			least, hangs = cost, true
		}
	}
	if !hangs {
		return any, false
	}
	return least, true
}

// plainCost is the cost of a way to choose, from its definition.
func plainCost(r Run, joints []Joint) float64 {
	var short, shortMost, hidden, hiddenMost, hand, handMost float64
	given := map[int]map[bool]bool{} // piece, at its right end
	for _, j := range joints {
		if !j.open() {
			continue
		}
		c := r.Corners[j.Corner]
		short += feel(r.Pieces[j.Gives])
		shortMost += max(feel(r.Pieces[j.Left]), feel(r.Pieces[j.Right]))
		side := 0
		if j.Gives == j.Right && j.Left != j.Right {
			side = 1
		}
		hidden += c.Seam[side]
		hiddenMost += max(c.Seam[0], c.Seam[1])
		if c.Hand != job.HandEither {
			handMost++
			if (c.Hand == job.HandRight) == (side == 1) {
				hand++
			}
		}
		if given[j.Gives] == nil {
			given[j.Gives] = map[bool]bool{}
		}
		given[j.Gives][j.Gives == j.Left] = true
	}
	double := 0
	for _, g := range given {
		if g[true] && g[false] {
			double++
		}
	}
	// At most every other piece between two joints: of a chain of k joints k/2.
	most := 0
	for _, k := range chainsOf(joints) {
		most += k / 2
	}
	share := func(w int, v, most float64) float64 {
		if most == 0 {
			return 0
		}
		return float64(w) / 100 * v / most
	}
	w := r.Weights
	return share(w.Short, short, shortMost) + share(w.Hidden, hidden, hiddenMost) + share(w.Hand, hand, handMost) +
		share(w.Double, float64(double), float64(max(most, 1)))
}

// feel is a length to the nearest half foot.
func feel(p Piece) float64 { return math.Floor(p.Length.Inches()/6 + 0.5) }

// chainsOf counts the open joints of each chain, by joining those that share a piece.
func chainsOf(joints []Joint) []int {
	team := map[int]int{}
	var open []Joint
	for _, j := range joints {
		if j.open() {
			team[len(open)] = len(open)
			open = append(open, j)
		}
	}
	for range open {
		for i, a := range open {
			for k, b := range open {
				if a.Right == b.Left {
					m := min(team[i], team[k])
					team[i], team[k] = m, m
				}
			}
		}
	}
	count := map[int]int{}
	for _, t := range team {
		count[t]++
	}
	var out []int
	for _, n := range count {
		out = append(out, n)
	}
	return out
}

// aside is more than what tells between ways that come to the same adds to any cost: of each of
// n joints 2·tells at most, of the longest piece, over a sum that this piece is in.
const aside = 100 * tells

// The walk along the corners finds the same cost as trying every way, on every kind of
// run, and whenever something can be hung what it chooses can.
func TestAsGoodAsTryingEveryWay(t *testing.T) {
	rings, chains := 0, 0
	rapid.Check(t, func(t *rapid.T) {
		r := drawRun(t)
		joints, body := Joints(r)
		want, hangs := brute(r, joints, body)
		if len(arrows(joints, body)) == 0 {
			return
		}
		assert.InDelta(t, want, plainCost(r, joints), aside)
		assert.Equal(t, !hangs, ringed(joints, body))
		for _, j := range joints {
			if j.open() {
				assert.InDelta(t, want, j.Now.Cost, aside)
				if j.Instead != nil && hangs && r.Corners[j.Corner].Gives == "" {
					assert.GreaterOrEqual(t, j.Instead.Cost, want-aside)
				}
			}
		}
		if slices.ContainsFunc(newSearch(r, joints, body).chains, func(c chain) bool { return c.ring }) {
			rings++
		} else {
			chains++
		}
	})
	assert.Positive(t, rings, "closed runs of copes were among them")
	assert.Positive(t, chains)
}

// The runner-up at a corner costs what the best way with the other choice there costs.
func TestRunnerUpIsTheBestOther(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRun(t)
		joints, body := Joints(r)
		for _, j := range joints {
			if j.Instead == nil || r.Corners[j.Corner].Gives != "" {
				continue
			}
			other := r
			other.Corners = slices.Clone(r.Corners)
			other.Corners[j.Corner].Gives = job.HandLeft
			if j.Gives == j.Left {
				other.Corners[j.Corner].Gives = job.HandRight
			}
			want, hangs := brute(other, joints, body)
			assert.True(t, hangs)
			assert.InDelta(t, want, j.Instead.Cost, aside)
			assert.Contains(t, j.Instead.Turned, j.Corner)
		}
	})
}

// Every decision names its rule and its reason; outside corners are mitred or apart; what
// was told is done or refused.
func TestDecisionsAreTold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRun(t)
		joints, _ := Joints(r)
		for _, j := range joints {
			assert.NotEmpty(t, j.Rule)
			assert.NotEmpty(t, j.Reason)
			c := r.Corners[j.Corner]
			if j.Left < 0 || j.Right < 0 {
				assert.Equal(t, Alone, j.Kind)
				continue
			}
			assert.NotEmpty(t, j.RunnerUp)
			if c.Kind == job.Outside {
				assert.Contains(t, []Kind{Mitre, Apart}, j.Kind)
			}
			if j.open() && c.Gives != "" && j.Refused != WishGives {
				assert.Equal(t, map[string]int{job.HandLeft: j.Left, job.HandRight: j.Right}[c.Gives], j.Gives)
			}
			if j.Kind == Cope {
				assert.True(t, r.Pieces[j.Through()].Copable, "what is coped over it closes")
			}
		}
	})
}

// What is to go up first is coped nowhere, where that can be.
func TestWhatGoesUpFirst(t *testing.T) {
	for first := range 4 {
		r := square(true, 15, 12, 15, 12)
		r.First = first
		joints, body := Joints(r)
		for _, j := range joints {
			assert.NotEqual(t, first, j.Gives)
		}
		assert.Equal(t, first, Hang(make([]int, 4), arrows(joints, body), first).Order[0])
	}
	r := square(true, 15, 12, 15, 12)
	r.First, r.Corners[0].Gives = 0, job.HandLeft
	joints, body := Joints(r)
	assert.Equal(t, 0, joints[0].Gives, "what was told for the corner counts")
	assert.False(t, ringed(joints, body))
}

// Copes told all to one side around a closed room cannot be hung, whatever the weights;
// with one of them left free the search puts that right.
func TestARingToldByHand(t *testing.T) {
	r := square(true, 15, 12, 15, 12)
	for i := range r.Corners {
		r.Corners[i].Gives = job.HandLeft
	}
	joints, body := Joints(r)
	seq := Hang(make([]int, 4), arrows(joints, body), -1)
	assert.Len(t, seq.Ring, 4)
	assert.Empty(t, seq.Order)
	for _, j := range joints {
		assert.Contains(t, j.RunnerUp, "instead", "either of them mends it")
	}
	r.Corners[2].Gives = ""
	joints, body = Joints(r)
	assert.False(t, ringed(joints, body))
	assert.Equal(t, RuleOrder, joints[2].Rule)
}

// Weights of nothing choose by the hand alone, and still what can be hung.
func TestNoWeights(t *testing.T) {
	r := square(true, 15, 12, 15, 12)
	r.Weights = job.Weights{}
	joints, body := Joints(r)
	assert.False(t, ringed(joints, body))
	left := 0
	for _, j := range joints {
		if j.Gives == j.Left {
			left++
		}
	}
	assert.Equal(t, 3, left, "all but one on right ends")
}

// A group that fills a closed run meets itself: its last joint has no other side.
func TestARunThatMeetsItself(t *testing.T) {
	r := square(true, 3, 0.5, 3, 0.5)
	for i := range 3 {
		r.Corners[i].Inside = job.InsideMitre
	}
	joints, body := Joints(r)
	assert.Equal(t, []int{0, 0, 0, 0}, body)
	assert.True(t, ringed(joints, body))
}

// BenchmarkForty decides a closed run of 40 corners, runner-ups included; the time for
// each corner tells whether it is linear.
func BenchmarkForty(b *testing.B) {
	for _, n := range []int{10, 20, 40, 80} {
		feet := make([]float64, n)
		for i := range feet {
			feet[i] = 6 + float64(i*7%13)
		}
		r := square(true, feet...)
		for i := range r.Corners {
			r.Corners[i].Seam = [2]float64{float64(i%3) / 3, float64(i%5) / 5}
		}
		joints, body := Joints(r)
		s := newSearch(r, joints, body)
		held, _ := s.held()
		b.Run(fmt.Sprintf("search/%d", n), func(b *testing.B) {
			for b.Loop() {
				s.solve(held)
			}
		})
		b.Run(fmt.Sprintf("all/%d", n), func(b *testing.B) {
			for b.Loop() {
				Joints(r)
			}
		})
		_, _, ok := s.solve(held)
		require.True(b, ok)
	}
}
