package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan/plantest"
)

func putUp(j *job.Job, id, piece string, cut measure.Length) {
	j.Records = append(j.Records, job.Record{ID: id, Kind: job.RecordHung, On: job.On{Piece: piece}, Bodies: job.Bodies{Hung: &job.Hung{Length: cut}}})
}

// The L of the rooms' tests: it goes up as 3, 2, 1, 6, 5, 4. Piece 1 is coped into 2 and goes up before it: it stays first, what is left is put
// in order again, and 2 is to be slid in behind its cope. Once 2 is up too there is nothing more to say.
func TestHungBeforeItsMate(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90.4, 89.6, out 91, 90, 89, 90.6"))
	p := plantest.Build(t, j)
	one := plantest.Piece(t, p, "k.w1")
	putUp(&j, "h1", "k.w1", one.Cut)
	p = plantest.Build(t, j)
	assert.Equal(t, []string{"k.w1", "k.w3", "k.w2", "k.w6", "k.w5", "k.w4"}, p.HangOrder())
	assert.Equal(t, "h1", plantest.Piece(t, p, "k.w1").Hung)
	f := p.Rooms[0].Fixing.Findings
	require.Equal(t, "hung_before_its_mate", f[len(f)-1].Code)
	assert.Equal(t, "Base 1 went up before base 2, which it is coped into.", f[len(f)-1].Text)
	assert.Equal(t, "Slide base 2 in behind it before it is nailed at that end, or take it down again.", f[len(f)-1].Remedy)
	putUp(&j, "h2", "k.w2", plantest.Piece(t, p, "k.w2").Cut)
	p = plantest.Build(t, j)
	assert.Equal(t, []string{"k.w1", "k.w2", "k.w3", "k.w6", "k.w5", "k.w4"}, p.HangOrder())
	for _, f := range p.AtTheWall() {
		if f.Code == "hung_before_its_mate" {
			assert.Equal(t, "k.w2", f.ID, "2 went up before 3, and 1 before 2 no more")
		}
	}
}

// What hangs stays as it was cut; a wall that is measured otherwise since is told, and an undone or recut piece is not up.
func TestWhatHangsStays(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 144, 96", "90, 90, 90, 90"))
	putUp(&j, "h1", "k.w1", 144*measure.Inch-measure.Inch/4)
	p := plantest.Build(t, j)
	f := p.Rooms[0].Fixing.Findings
	require.Equal(t, "hung_otherwise", f[len(f)-1].Code)
	assert.Equal(t, `Base 1 hangs as it was cut, at 11' 11 3/4", and is now planned at 12', 1/4" longer.`, f[len(f)-1].Text)
	for _, r := range []job.Record{
		{ID: "u", Kind: job.RecordUndone, Of: "h1"},
		{ID: "r", Kind: job.RecordRecut, On: job.On{Piece: "k.w1", End: "left"}, Bodies: job.Bodies{Recut: &job.Recut{Off: 1, To: 2}}},
		{ID: "x", Kind: job.RecordMiscut, On: job.On{Piece: "k.w1", End: "left"}, Bodies: job.Bodies{Cut: &job.Cut{Length: measure.Foot}}},
	} {
		k := j.Clone()
		k.Records = append(k.Records, r)
		assert.Empty(t, plantest.Piece(t, plantest.Build(t, k), "k.w1").Hung, r.Kind)
	}
	putUp(&j, "h2", "gone.w1", measure.Foot)
	assert.Contains(t, plantest.Codes(plantest.Build(t, j)), "hung_piece_gone")
}
