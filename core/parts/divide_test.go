package parts_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
)

// Scarfs where they were told, and lapped so.
func TestScarfsToldByHand(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "300, 120, 300, 120", "90, 90, 90, 90"))
	j.Rooms[0].Overrides = []job.Override{{ID: "s", Piece: "k.w1", Question: job.AskScarf, Choice: "112"},
		{ID: "l", Piece: "k.w1", Question: job.AskLap, Choice: job.HandLeft}}
	p := plantest.Build(t, j)
	a := plantest.Piece(t, p, "k.w1~1")
	assert.Equal(t, 112*measure.Inch, a.Back)
	assert.Equal(t, piece.ToShort, a.Right.ToldTo)
	assert.Less(t, plantest.Piece(t, p, "k.w1~2").Hang, a.Hang)
	_, p = plantest.Fitted(t, j)
	assert.True(t, p.Supplies[0].Valid, "and so they are fitted into sticks")
	j.Rooms[0].Overrides[0].Choice = "20"
	p = plantest.Build(t, j)
	assert.Contains(t, plantest.Finding(t, p, "scarf_cannot_be").Text, `1' 8"`)
	assert.InDelta(t, 150, plantest.Piece(t, p, "k.w1~1").Back.Inches(), 1)
}
