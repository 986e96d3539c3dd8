package sawing_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/core/sawing"
)

func TestAPieceIsCutWhenBothEndsAre(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	plantest.Mark(t, &j, job.RecordCut, "k.w2", joint.Left)
	p := plantest.Build(t, j)
	assert.Equal(t, "m1", plantest.Piece(t, p, "k.w2").Left.Mark)
	assert.False(t, plantest.Piece(t, p, "k.w2").Done)
	plantest.Mark(t, &j, job.RecordCut, "k.w2", joint.Right)
	p = plantest.Build(t, j)
	assert.False(t, plantest.Piece(t, p, "k.w2").Done, "its right end is still to be coped")
	j.Records = append(j.Records, plantest.Record(&j, job.RecordCoped, "k.w2", "", "right", job.Cut{}))
	p = plantest.Build(t, j)
	assert.Equal(t, "m3", plantest.Piece(t, p, "k.w2").Right.Coped)
	assert.True(t, plantest.Piece(t, p, "k.w2").Done)
	assert.Empty(t, plantest.Codes(p))
	assert.Equal(t, "2 of 8 cuts", p.Stops[4].Text)

	j.Records = append(j.Records, job.Record{ID: "m4", Kind: job.RecordUndone, Of: "m1", On: job.On{Piece: "k.w2"}})
	p = plantest.Build(t, j)
	assert.Empty(t, plantest.Piece(t, p, "k.w2").Left.Mark)
	assert.False(t, plantest.Piece(t, p, "k.w2").Done)
}

func TestAMiscutSpoilsBothEnds(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
	plantest.Mark(t, &j, job.RecordMiscut, "k.w1", joint.Right)
	q := plantest.Piece(t, plantest.Build(t, j), "k.w1")
	assert.Equal(t, 1, q.Miscuts)
	assert.Empty(t, q.Left.Mark)
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
	assert.Equal(t, "m3", plantest.Piece(t, plantest.Build(t, j), "k.w1").Left.Mark)
	j.Records = append(j.Records, job.Record{ID: "m4", Kind: job.RecordUndone, Of: "m2", On: job.On{Piece: "k.w1"}})
	assert.Zero(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Miscuts)
}

func TestAMarkWhosePieceChangedIsAFinding(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Right)
	entry := func(s string) job.Entry { e, _ := job.Typed(s, "in"); return e }

	j.Rooms[0].Walls[0].Lengths[0].As = entry("120 1/8")
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "mark_length_changed")
	assert.Contains(t, f.Text, `10' and is now planned at 10' 1/8", 1/8" longer`)
	assert.Contains(t, f.Remedy, "too short")
	assert.Equal(t, []string{"mark_length_changed"}, plantest.Codes(p), "said once for the piece, not for each end")
	assert.NotEmpty(t, plantest.Piece(t, p, "k.w1").Right.Mark, "what is cut stays cut")

	j.Rooms[0].Walls[0].Lengths[0].As = entry("119")
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, j), "mark_length_changed").Remedy, "Cut it down")

	j.Rooms[0].Walls[0].Lengths[0].As = entry("120")
	j.Rules.Inside = job.InsideMitre
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, j), "mark_setting_changed").Text, "left end, was cut at 0° and now wants 45° right")
}

func TestAMarkWhosePieceLeftThePlanIsAFinding(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120, 96, 60", "90, 90"))
	plantest.Mark(t, &j, job.RecordCut, "k.w3", joint.Right)
	r := &j.Rooms[0]
	r.Walls, r.Corners = r.Walls[:2], r.Corners[:2]
	f := plantest.Finding(t, plantest.Build(t, j), "mark_piece_gone")
	assert.Equal(t, "piece:k.w3", f.About())
	assert.Contains(t, f.Text, `Base 3 was cut at 5'`)
}

func TestCutsGoLongestFirstAndSquareEndFirst(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "60, 96, 120, 10", "90, 90, 90, 90")))
	var got []string
	for _, c := range p.Cuts() {
		step := ""
		if c.Step == sawing.Coping {
			step = " coped"
		}
		got = append(got, c.Piece+" "+string(c.Hand)+step)
	}
	assert.Equal(t, []string{"k.w3 left", "k.w3 right", "k.w2 left", "k.w2 right", "k.w2 right coped", "k.w1 left", "k.w1 right", "k.w1 right coped",
		"k.w4 left", "k.w4 right", "k.w4 left coped", "k.w4 right coped"}, got)
	assert.Contains(t, p.Cuts()[8].Cautions[0].Text, "Never hold it in front of the blade")
	assert.Empty(t, p.Cuts()[0].Cautions)
	assert.Equal(t, `The cut runs 9/16" along the piece. Then it is coped.`, p.Cuts()[3].Check)
	assert.Equal(t, `Cope it with a hand saw, leaned 5° or more, and try it on a scrap of what it meets.`, p.Cuts()[4].Check)
	assert.Contains(t, p.Cuts()[4].Cautions[0].Text, "both hands behind the blade")

	p = plantest.Build(t, plantest.Read(t, plantest.Room(false, `"inside":"cope","cope_hand":"left"`, "60, 96", "90")))
	assert.Equal(t, joint.Right, p.Cuts()[0].Hand, "its right end is the square one")
	assert.Equal(t, 1, p.Cuts()[0].Number)
}

func TestProgress(t *testing.T) {
	states := func(p plan.Plan) (out []string) {
		for _, s := range p.Stops {
			out = append(out, s.ID+" "+s.State)
		}
		return out
	}
	assert.Equal(t, []string{"look untouched", "measure untouched", "joints untouched", "sticks untouched", "saw untouched", "hang untouched", "log untouched"},
		states(plantest.Build(t, plantest.Read(t, `{"gnomon":1}`))))
	assert.Equal(t, []string{"look in hand", "measure in hand", "joints in hand", "sticks untouched", "saw untouched", "hang untouched", "log untouched"},
		states(plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "120, ?, 120, 96", "90, 90, 90, 90")))))
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	for _, q := range plantest.Build(t, j).Pieces {
		plantest.Mark(t, &j, job.RecordCut, q.ID, joint.Left)
		plantest.Mark(t, &j, job.RecordCut, q.ID, joint.Right)
	}
	p := plantest.Build(t, j)
	assert.Equal(t, "0 of 4 copes", p.Stops[4].Text, "what is cut is coped as well before it is done")
	for _, q := range p.Pieces {
		for _, hand := range piece.Hands {
			if q.End(hand).Joint == piece.Cope {
				plantest.Mark(t, &j, job.RecordCoped, q.ID, hand)
			}
		}
	}
	assert.Equal(t, []string{"look settled", "measure settled", "joints settled", "sticks untouched", "saw settled", "hang untouched", "log untouched"},
		states(plantest.Build(t, j)))
	// What is cut again is coped again, and so is what is cut from other wood.
	again := plantest.Record(&j, job.RecordRecut, "k.w1", "", "right", job.Cut{})
	again.Bodies = job.Bodies{Recut: &job.Recut{}}
	j.Records = append(j.Records, again)
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Right)
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Right.Coped)
	plantest.Mark(t, &j, job.RecordMiscut, "k.w2", joint.Right)
	plantest.Mark(t, &j, job.RecordCut, "k.w2", joint.Right)
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w2").Right.Coped)
}

// A mitre for a cope cut along an added fence is told at what is left of a quarter turn: 55 in a
// corner of 70 as 35. It is still the end that was cut to give way, and wants nothing anew.
func TestAMarkAlongAnAddedFence(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, `"inside":"cope","cope_hand":"right"`, "100, 90", "70"))
	j.Saws[0].BevelLeft = 0
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "k.w1").Right
	assert.Equal(t, piece.Cope, e.Joint)
	assert.Equal(t, joint.Left, e.Fence)
	assert.Equal(t, "upright-fenced", e.PoseCode())
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Right)
	j.Records[0].Cut.Pose = e.PoseCode()
	j.Rules.CopeHand = job.HandLeft
	p = plantest.Build(t, j)
	assert.Equal(t, piece.Cope, plantest.Piece(t, p, "k.w1").Right.Joint, "what the saw has cut decides")
	assert.Equal(t, "cut_already", p.Decisions()[0].Rule)
	assert.NotContains(t, plantest.Codes(p), "mark_setting_changed")
	j.Rooms[0].Corners[0].Readings[0].Angle = 72
	assert.Contains(t, plantest.Codes(plantest.Build(t, j)), "mark_setting_changed", "at 72 it wants 36")
}
