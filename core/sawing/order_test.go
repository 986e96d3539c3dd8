package sawing_test

import (
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"testing"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/plan/plantest"
	"gnomon/core/sawing"
	"gnomon/core/sticks"
)

// The three orders: each tells its moves, and fewest moves has no more than the others.
func TestOrders(t *testing.T) {
	j, p := plantest.Fitted(t, plantest.SticksOf(
		plantest.Read(t, plantest.Room(true, `"inside":"mitre"`, "60, 96, 60, 30, 24, 30, 90, 70", "90, 90, 90, out 90, out 90, 90, 88, 92")), 16, 8))
	moves := map[string]int{}
	for _, c := range p.Orders() {
		moves[c.By] = c.Moves
		turned := j.Clone()
		turned.Rules.Order = c.By
		q := plantest.Build(t, turned)
		layouts := sawing.Reorder(&turned, q.Pieces, q.Supplies, c.By)
		assert.LessOrEqual(t, len(layouts), 1)
		for _, l := range layouts {
			*turned.Layout(l.Moulding) = l
		}
		q = plantest.Build(t, turned)
		assert.True(t, q.Supply("b").Valid, c.By)
		n := 0
		for i, cut := range q.Cuts() {
			if i > 0 && !cut.Stays {
				n++
			}
		}
		assert.Equal(t, c.Moves, n, "%s: as many moves as was said", c.By)
		if c.By == job.OrderLongest {
			on := q.Supply("b").Sticks
			for _, bar := range on {
				for k := 1; k < len(bar.On) && c.Kept == 0; k++ {
					assert.GreaterOrEqual(t, bar.On[k-1].Piece.Cut, bar.On[k].Piece.Cut)
				}
			}
		}
	}
	assert.LessOrEqual(t, moves[job.OrderMoves], moves[job.OrderRoom])
	assert.LessOrEqual(t, moves[job.OrderMoves], moves[job.OrderLongest])
	// Sticks stay together, and each is cut from its left end on.
	at := map[string]int{}
	for _, bar := range p.Supply("b").Sticks {
		for k, q := range bar.On {
			at[q.Piece.ID] = k
		}
	}
	seen := map[string]bool{}
	last := ""
	for _, c := range p.Cuts() {
		if c.Piece == last {
			assert.Equal(t, joint.Right, c.Hand)
			continue
		}
		assert.False(t, seen[c.Piece])
		seen[c.Piece], last = true, c.Piece
	}
	f, err := sticks.NewFitting(&j, p.Pieces, "b", nil)
	require.NoError(t, err)
	for _, by := range sawing.Ways {
		l, err := f.InOrder(by)
		require.NoError(t, err)
		assert.NoError(t, f.Problem.Verify(l))
	}
}

func TestBatches(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(false, `"inside":"mitre"`, "30, 40, 30, 40, 30", "90, out 90, 90, out 90, 90")))
	n := map[string]int{}
	for _, c := range p.Cuts() {
		n[c.Piece] = c.Batch
	}
	assert.Equal(t, map[string]int{"k.w1": 0, "k.w2": 2, "k.w3": 0, "k.w4": 2, "k.w5": 0}, n)
}

// Cautions come where they matter, that of a new setting once for it, and none that was
// put away.
func TestCautions(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "120, 10, 120, 96", "90, 90, 90, 60"))
	j.Mouldings[0].Material = job.MDF
	count := func() map[string]int {
		n := map[string]int{}
		for _, c := range plantest.Build(t, j).Cuts() {
			for _, k := range c.Cautions {
				n[k.Code]++
			}
		}
		return n
	}
	n := count()
	assert.Equal(t, 2, n[sawing.CautionShort], "both ends of the short piece")
	assert.Equal(t, 1, n[sawing.CautionDust])
	assert.Equal(t, 1, n[sawing.CautionFence])
	assert.Equal(t, 3, n[sawing.CautionSetting], "45 left and right, and what the added fence makes of 60")
	j.PutAway = []string{sawing.CautionShort, sawing.CautionDust, sawing.CautionFence, sawing.CautionSetting, sawing.CautionCoping}
	assert.Empty(t, count())
}
