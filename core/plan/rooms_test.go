package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
)

const sixtyfourth = 1.0 / 64

// An L of six walls with one outside corner at C, worked by hand: halves of the
// deflections 89.6, 90.4, 89, 90, 91 and 89.4; the acute corners B and E take
// 9/16·cot 89.6 = 0.0039 and 9/16·cot 89 = 0.0098 off the square ends.
func TestLWithOneOutsideCorner(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90.4, 89.6, out 91, 90, 89, 90.6")))
	const L, R = joint.Left, joint.Right
	for _, c := range []struct {
		id          string
		measured    float64
		cut         float64
		left, right want
	}{
		{"k.w1", 144, 144, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Cope, piece.ToLong, -44.8, L}},
		{"k.w2", 96, 96, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Cope, piece.ToLong, -45.2, L}},
		{"k.w3", 60, 59.99607, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Mitre, piece.ToShort, 44.5, L}},
		{"k.w4", 48, 48, want{piece.Mitre, piece.ToShort, -44.5, R}, want{piece.Cope, piece.ToLong, -45, L}},
		{"k.w5", 84, 84, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Cope, piece.ToLong, -45.5, L}},
		{"k.w6", 144, 143.99018, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Cope, piece.ToLong, -44.7, L}},
	} {
		q := plantest.Piece(t, p, c.id)
		assert.Equal(t, c.measured, q.Length.Inches(), c.id)
		assert.InDelta(t, c.cut, q.Cut.Inches(), 1e-5, c.id)
		checkEnd(t, c.id+" left", q.Left, c.left)
		checkEnd(t, c.id+" right", q.Right, c.right)
	}
	// 3 is coped nowhere; 2 into 3, 1 into 2, 6 into 1, 5 into 6, 4 into 5.
	assert.Equal(t, []string{"k.w3", "k.w2", "k.w1", "k.w6", "k.w5", "k.w4"}, p.HangOrder())
	for i, id := range p.HangOrder() {
		assert.Equal(t, i+1, plantest.Piece(t, p, id).Hang)
	}
	assert.Equal(t, "k.w2", plantest.Piece(t, p, "k.w1").Right.Meets)
	assert.Equal(t, "k.w1", plantest.Piece(t, p, "k.w2").Left.Meets)
	// Tip to tip w3 is longer than told by 9/16·tan 44.5.
	assert.InDelta(t, 59.99607+0.55277, plantest.Piece(t, p, "k.w3").Overall.Inches(), 1e-4)
	assert.Empty(t, plantest.Codes(p))
}

// A bay of five faces, mitred by house rule: outside 135.4 and 135.2, inside
// 134.6 and one read as a mitre of 22.6.
func TestBayWithObtuseCorners(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t,
		plantest.Room(false, `"inside":"mitre"`, "27 1/16, 34, 35 7/8, 34 1/16, 27", "out 135.4, 134.6, 22.6 mitre, out 135.2")))
	const L, R = joint.Left, joint.Right
	for _, c := range []struct {
		id          string
		left, right want
	}{
		{"k.w1", want{piece.Square, piece.ToEnd, 0, R}, want{piece.Mitre, piece.ToShort, 22.3, L}},
		{"k.w2", want{piece.Mitre, piece.ToShort, -22.3, R}, want{piece.Mitre, piece.ToLong, -22.7, L}},
		{"k.w3", want{piece.Mitre, piece.ToLong, 22.7, R}, want{piece.Mitre, piece.ToLong, -22.6, L}},
		{"k.w4", want{piece.Mitre, piece.ToLong, 22.6, R}, want{piece.Mitre, piece.ToShort, 22.4, L}},
		{"k.w5", want{piece.Mitre, piece.ToShort, -22.4, R}, want{piece.Square, piece.ToEnd, 0, L}},
	} {
		q := plantest.Piece(t, p, c.id)
		assert.Equal(t, q.Length, q.Cut, c.id)
		checkEnd(t, c.id+" left", q.Left, c.left)
		checkEnd(t, c.id+" right", q.Right, c.right)
	}
	assert.Equal(t, []string{"run_unchecked"}, plantest.Codes(p))
}

// From door to door with a window seat's casing in between, coped on the left:
// corner A of 89.5 wants 45.25, B of 91 wants 44.5.
func TestOpenRunFromDoorToDoor(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(false, `"inside":"cope","cope_hand":"left"`, "40 1/2, 120, 55 1/4", "89.5, 91",
		`{"id":"o","wall":"w2","from":"30","width":"42"}`)))
	const L, R = joint.Left, joint.Right
	for _, c := range []struct {
		id          string
		cut         float64
		left, right want
	}{
		{"k.w1", 40.5 - 0.0049088, want{piece.Square, piece.ToEnd, 0, R}, want{piece.Square, piece.ToEnd, 0, L}},
		{"k.w2", 30, want{piece.Cope, piece.ToLong, 45.25, R}, want{piece.Butt, piece.ToEnd, 0, L}},
		{"k.w2.o", 48, want{piece.Butt, piece.ToEnd, 0, R}, want{piece.Square, piece.ToEnd, 0, L}},
		{"k.w3", 55.25, want{piece.Cope, piece.ToLong, 44.5, R}, want{piece.Square, piece.ToEnd, 0, L}},
	} {
		q := plantest.Piece(t, p, c.id)
		assert.InDelta(t, c.cut, q.Cut.Inches(), sixtyfourth/1000, c.id)
		checkEnd(t, c.id+" left", q.Left, c.left)
		checkEnd(t, c.id+" right", q.Right, c.right)
	}
	assert.Equal(t, []string{"k.w1", "k.w2.o", "k.w2", "k.w3"}, p.HangOrder())
	assert.Empty(t, plantest.Piece(t, p, "k.w1").Left.Corner, "the run stops there")
	assert.Equal(t, "c1", plantest.Piece(t, p, "k.w1").Right.Corner)
	assert.Equal(t, job.Inside, plantest.Piece(t, p, "k.w1").Right.Side)
}

// Around a closed room of inside corners one piece is square at both ends and one coped at
// both, on either hand; all else keeps to the hand.
func TestAllButOneKeepToTheHand(t *testing.T) {
	joints := func(hand string) []piece.Joint {
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, `"inside":"cope","cope_hand":"`+hand+`"`, "100, 142, 100, 136", "90, 90, 90, 90")))
		var out []piece.Joint
		for _, q := range p.Pieces {
			out = append(out, q.Left.Joint, q.Right.Joint)
		}
		assert.Len(t, p.HangOrder(), 4)
		return out
	}
	const s, c = piece.Square, piece.Cope
	assert.Equal(t, []piece.Joint{s, c, s, s, c, c, s, c}, joints("right"), "the longest is square at both ends")
	assert.Equal(t, []piece.Joint{c, c, s, s, c, s, c, s}, joints("left"))
}

func TestDecisionsCarryTheirReasons(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90.4, 89.6, out 91, 90, 89, 90.6")))
	assert.Len(t, p.Decisions(), 6)
	for _, d := range p.Decisions() {
		assert.NotEmpty(t, d.Rule)
		assert.NotEmpty(t, d.Reason)
		assert.NotEmpty(t, d.RunnerUp)
	}
	assert.Equal(t, "A", p.Decisions()[0].Letter)
	assert.Equal(t, "k.w1", p.Decisions()[0].Coped)
	assert.Equal(t, "k.w2", p.Decisions()[0].Through)
	assert.Equal(t, "Base 1 is coped into base 2: copes keep to right ends.", p.Decisions()[0].Reason)
	assert.Equal(t, "mitre", p.Decisions()[2].Joint)
}

func TestMetricJob(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, `{"gnomon":1,"unit":"mm","mouldings":[{"id":"b","height":120,"thickness":15,"profiled":true,"sticks":[4800]}],
		"rooms":[{"id":"r","closed":true,"walls":[{"id":"w1","length":"3742.5"},{"id":"w2","length":"2.5 m"},{"id":"w3","length":3742.5},{"id":"w4","length":"98 7/16"}],"runs":[{"id":"k","moulding":"b"}]}]}`))
	assert.Equal(t, 3742*measure.Millimetre+500_000, plantest.Piece(t, p, "k.w1").Cut)
	assert.Equal(t, 2500*measure.Millimetre, plantest.Piece(t, p, "k.w2").Cut)
	assert.Equal(t, measure.Length(2500312500), plantest.Piece(t, p, "k.w4").Cut, "a fraction is inches in a metric job too")
	assert.NotContains(t, plantest.Codes(p), "piece_longer_than_stick")
}
