package sawing_test

import (
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"strings"
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

// What goes around openings is cut before what runs along the walls, whatever the order; of its mitres the back is eased.
func TestCasingsAreCutFirst(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":10,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","sticks":["16'"]},{"id":"c","kind":"casing","height":"3","thickness":"3/4",
		"sticks":["8'"]}],"rooms":[{"id":"r","walls":[{"id":"w","length":"180"}],"openings":[{"id":"o","wall":"w","from":"60","width":"36","told":"jamb","head":"80",
		"angles":[{"id":"a","corner":"top_left","reading":90.4}]}],"runs":[{"id":"kb","moulding":"b"},{"id":"kc","moulding":"c"}]}]}`)
	for _, by := range sawing.Ways {
		j.Rules.Order = by
		cuts := plantest.Build(t, j).Cuts()
		require.Len(t, cuts, 10)
		for i, k := range cuts {
			assert.Equal(t, i < 6, strings.HasPrefix(k.Piece, "~o."), "%s: %s", by, k.Piece)
		}
	}
	for _, k := range plantest.Build(t, j).Cuts() {
		if k.Piece == "~o.head" {
			assert.Contains(t, k.Check, `2 63/64" longer than the inner one`)
			assert.Contains(t, k.Check, "not its face")
			break
		}
	}
}
