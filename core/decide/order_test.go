package decide

import (
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// drawArrows makes things that wait for one another, at random.
func drawArrows(rnd *rand.Rand) (n int, arrows []Arrow) {
	n = 1 + rnd.IntN(12)
	for range rnd.IntN(2 * n) {
		a, b := rnd.IntN(n), rnd.IntN(n)
		if a != b || rnd.IntN(10) == 0 {
			arrows = append(arrows, Arrow{Before: a, After: b})
		}
	}
	return n, arrows
}

// Nothing goes up before what it waits for; what cannot is proved by arrows that come
// round; and the places told are those that some order reaches, no more.
func TestHang(t *testing.T) {
	rnd := rand.New(rand.NewPCG(3, 4))
	rings := 0
	for range 3000 {
		n, arrows := drawArrows(rnd)
		copes := make([]int, n)
		for i := range copes {
			copes[i] = rnd.IntN(3)
		}
		s := Hang(copes, arrows, -1)
		for _, a := range arrows {
			i, k := slices.Index(s.Order, a.Before), slices.Index(s.Order, a.After)
			if k >= 0 {
				assert.True(t, i >= 0 && i < k)
			}
		}
		if len(s.Order) == n {
			assert.Empty(t, s.Ring)
		} else {
			rings++
			assert.NotEmpty(t, s.Ring)
			for i, a := range s.Ring {
				assert.Contains(t, arrows, a)
				assert.Equal(t, a.After, s.Ring[(i+1)%len(s.Ring)].Before)
			}
		}
		for at, k := range s.Order {
			assert.LessOrEqual(t, s.Early[k], at+1)
			assert.GreaterOrEqual(t, s.Late[k], at+1)
		}
		if len(s.Order) == n {
			for k := range n { // wanted first, it comes as early as told; with all else first, as late
				assert.Equal(t, s.Early[k], 1+slices.Index(eager(n, arrows, k), k))
				assert.Equal(t, s.Late[k], 1+slices.Index(lazy(n, arrows, k), k))
			}
			for _, k := range s.Starts {
				assert.Equal(t, 1, s.Early[k])
				assert.Equal(t, k, Hang(copes, arrows, k).Order[0])
			}
		}
	}
	assert.Positive(t, rings)
}

// eager hangs what k waits for, then k, then the rest; lazy all else first.
func eager(n int, arrows []Arrow, k int) []int { return ordered(n, arrows, k, true) }
func lazy(n int, arrows []Arrow, k int) []int  { return ordered(n, arrows, k, false) }

func ordered(n int, arrows []Arrow, k int, early bool) []int {
	needed := map[int]bool{k: true} // before k, or after it
	for range n {
		for _, a := range arrows {
			if early && needed[a.After] {
				needed[a.Before] = true
			}
			if !early && needed[a.Before] {
				needed[a.After] = true
			}
		}
	}
	rank := make([]int, n)
	for i := range rank {
		if needed[i] != early {
			rank[i] = 1
		}
	}
	return Hang(rank, arrows, -1).Order
}

func TestSquareOnesGoFirst(t *testing.T) {
	assert.Equal(t, []int{2, 0, 1}, Hang([]int{1, 2, 0}, nil, -1).Order)
	assert.Equal(t, []int{1, 2, 0}, Hang([]int{1, 2, 0}, nil, 1).Order, "what is to go up first does")
	s := Hang([]int{0, 0}, []Arrow{{0, 1, ""}, {1, 0, ""}}, 0)
	assert.Equal(t, []Arrow{{0, 1, ""}, {1, 0, ""}}, s.Ring)
	assert.Equal(t, []int{0, 0}, s.Early)
}

// On 10,000 random runs no piece is hung before the one it is coped into.
func TestNoPieceBeforeItsMate(t *testing.T) {
	rings := 0
	for seed := range 10_000 {
		r := rapid.Custom(drawRun).Example(seed)
		joints, body := Joints(r)
		copes := make([]int, len(r.Pieces))
		for _, j := range joints {
			if j.open() {
				copes[body[j.Gives]]++
			}
		}
		s := Hang(copes, arrows(joints, body), -1)
		if len(s.Ring) > 0 {
			rings++
			_, hangs := brute(r, joints, body)
			assert.False(t, hangs, "it says so only where no way can be hung")
			continue
		}
		for _, j := range joints {
			if j.open() {
				assert.Less(t, slices.Index(s.Order, body[j.Through()]), slices.Index(s.Order, body[j.Gives]))
			}
		}
	}
	assert.Positive(t, rings, "rings told by hand were among them")
}
