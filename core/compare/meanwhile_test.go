package compare_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/compare"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/plan/plantest"
)

// shownNow is what a device has on its screen of a piece.
func shownNow(t plantest.T, j job.Job, id string) []compare.Shown {
	t.Helper()
	q := plantest.Piece(t, plantest.Build(t, j), id)
	var out []compare.Shown
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		e := q.End(hand)
		out = append(out, compare.Shown{On: job.On{Piece: id, Label: q.Label, End: string(hand)},
			Cut: job.Cut{Length: q.Cut, Mitre: e.Setting.Mitre, Bevel: e.Setting.Bevel, Pose: e.Pose.Code()}, Done: e.Mark != ""})
	}
	return out
}

func longer(j *job.Job, by measure.Length) {
	l := &j.Rooms[0].Walls[0].Lengths[0]
	l.As.Length += by
	l.As.Text = l.As.Length.String()
}

func TestMeanwhile(t *testing.T) {
	ask := func(j job.Job, shown []compare.Shown) []compare.News {
		p := plantest.Build(t, j)
		return compare.Meanwhile(p.Pieces, j.Records, shown, "Saw tablet", j.Unit)
	}
	base := func() job.Job { return plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90")) }

	t.Run("nothing", func(t *testing.T) {
		j := base()
		assert.Empty(t, ask(j, shownNow(t, j, "k.w1")))
	})
	t.Run("cut to a length that was too long", func(t *testing.T) {
		j := base()
		shown := shownNow(t, j, "k.w1")
		plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
		j.Records[0].Device = "Saw tablet"
		longer(&j, -measure.Inch/8)
		n := ask(j, shown)
		require.Len(t, n, 1, "once for the piece")
		assert.True(t, n[0].Cut)
		assert.Regexp(t, `^Base 1 was 1/8" longer when you cut it\. It is planned at .* now\.$`, n[0].Text)
		assert.Contains(t, n[0].Remedy, "Cut it down")
	})
	t.Run("cut too short", func(t *testing.T) {
		j := base()
		shown := shownNow(t, j, "k.w1")
		plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
		j.Records[0].Device = "Saw tablet"
		longer(&j, measure.Inch/4)
		n := ask(j, shown)
		assert.Contains(t, n[0].Text, `1/4" shorter when you cut it`)
		assert.Contains(t, n[0].Remedy, "too short now")
	})
	t.Run("not cut yet", func(t *testing.T) {
		j := base()
		shown := shownNow(t, j, "k.w1")
		longer(&j, measure.Inch/4)
		n := ask(j, shown)
		require.Len(t, n, 1)
		assert.False(t, n[0].Cut)
		assert.Contains(t, n[0].Text, `Base 1 is 1/4" longer now than this device showed`)
	})
	t.Run("another setting", func(t *testing.T) {
		j := plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90, 90, 90, 90"))
		shown := shownNow(t, j, "k.w2")
		j.Rooms[0].Corners[0].Readings[0].Angle, j.Rooms[0].Corners[1].Readings[0].Angle = 92, 88
		var all []string
		for _, n := range ask(j, shown) {
			all = append(all, n.Text)
		}
		assert.Contains(t, strings.Join(all, " "), "end, wants ")
	})
	t.Run("gone", func(t *testing.T) {
		j := base()
		shown := shownNow(t, j, "k.w1")
		j.Rooms[0].Runs = nil
		n := ask(j, shown)
		require.Len(t, n, 1)
		assert.Equal(t, "Base 1 is no longer in the plan.", n[0].Text)
	})
	t.Run("cut by somebody else", func(t *testing.T) {
		j := base()
		shown := shownNow(t, j, "k.w1")
		plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
		n := ask(j, shown)
		require.Len(t, n, 1)
		assert.Equal(t, "Base 1, left end, was marked cut at the desk meanwhile.", n[0].Text)
		j.Records[0].Device = "Saw tablet"
		assert.Empty(t, ask(j, shown), "one's own marks are no news")
	})
	t.Run("what is cut comes first", func(t *testing.T) {
		j := base()
		shown := append(shownNow(t, j, "k.w3"), shownNow(t, j, "k.w1")...)
		plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
		j.Records[0].Device = "Saw tablet"
		longer(&j, measure.Inch)
		l := &j.Rooms[0].Walls[2].Lengths[0]
		l.As.Length += measure.Inch
		l.As.Text = l.As.Length.String()
		n := ask(j, shown)
		require.Len(t, n, 2)
		assert.Equal(t, []string{"k.w1", "k.w3"}, []string{n[0].Piece, n[1].Piece})
	})
}

// Two who could not see each other mark the same piece: both facts and one finding.
func TestMarkedTwice(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	for _, by := range []string{"Nell’s phone", "Saw tablet"} {
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			plantest.Mark(t, &j, job.RecordCut, "k.w1", hand)
			j.Records[len(j.Records)-1].Device = by
		}
	}
	p := plantest.Build(t, j)
	assert.Equal(t, []string{"mark_twice"}, plantest.Codes(p), "one finding for both ends")
	f := plantest.Finding(t, p, "mark_twice")
	assert.Equal(t, "Base 1, both ends, was marked cut twice: by Nell’s phone and by Saw tablet.", f.Text)
	require.Len(t, f.Acts, 4)
	assert.Equal(t, finding.Act{Do: "take_back", Kind: "record", ID: "m1", Text: "Take back the left end, by Nell’s phone", Next: "the left end, by Nell’s phone"},
		f.Acts[0])
	q := plantest.Piece(t, p, "k.w1")
	assert.Equal(t, [2]string{"m3", "m4"}, [2]string{q.Left.Mark, q.Right.Mark})

	// Taken back on one side, the other's marks stand.
	for i, of := range []string{"m3", "m4"} {
		j.Records = append(j.Records, job.Record{ID: []string{"u1", "u2"}[i], Kind: job.RecordUndone, Of: of, On: job.On{Piece: "k.w1"}})
	}
	p = plantest.Build(t, j)
	assert.Empty(t, plantest.Codes(p))
	assert.Equal(t, "m1", plantest.Piece(t, p, "k.w1").Left.Mark)

	// A miscut between two cuts is the usual course of things.
	j = plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
	plantest.Mark(t, &j, job.RecordMiscut, "k.w1", joint.Left)
	plantest.Mark(t, &j, job.RecordCut, "k.w1", joint.Left)
	assert.Empty(t, plantest.Codes(plantest.Build(t, j)))
}

// A miscut that was made first and came last spoils nothing that was cut since.
func TestMarksCountInTheOrderTheyWereMade(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	at := func(kind job.RecordKind, when string) {
		plantest.Mark(t, &j, kind, "k.w1", joint.Left)
		j.Records[len(j.Records)-1].At = when
	}
	at(job.RecordCut, "2026-05-04T10:05:00Z")
	at(job.RecordMiscut, "2026-05-04T10:00:00Z")
	q := plantest.Piece(t, plantest.Build(t, j), "k.w1")
	assert.Equal(t, "m1", q.Left.Mark)
	assert.Equal(t, 1, q.Miscuts)
	at(job.RecordMiscut, "2026-05-04T10:06:00Z")
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Left.Mark)

	ids := func() (out []string) {
		for _, m := range j.Standing() {
			out = append(out, m.ID)
		}
		return out
	}
	assert.Equal(t, []string{"m2", "m1", "m3"}, ids())
	j.Records = append(j.Records, job.Record{ID: "m4", Kind: job.RecordCut, On: job.On{Piece: "k.w2", End: "left"}},
		job.Record{ID: "u", Kind: job.RecordUndone, Of: "m1"})
	assert.Equal(t, []string{"m2", "m3", "m4"}, ids(), "without a time it counts as made after the one before")
}
