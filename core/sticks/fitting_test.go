package sticks_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/core/sticks"
)

// whereIs finds the stick a piece is laid out on.
func whereIs(t plantest.T, p plan.Plan, piece string) (sticks.Bar, sticks.BarPiece) {
	t.Helper()
	for _, b := range p.Supplies[0].Sticks {
		for _, q := range b.On {
			if q.Laid.Piece == piece {
				return b, q
			}
		}
	}
	require.Fail(t, "no stick holds "+piece)
	return sticks.Bar{}, sticks.BarPiece{}
}

// A wall past one stick is made of two parts that mate in one plane, their backs
// adding up to the wall; the part that lies under goes up first.
func TestScarfedWall(t *testing.T) {
	j := plantest.SticksOf(plantest.Read(t, plantest.Room(true, "", "250, 96, 250, 96", "90, 90, 90, 90")), 16, 12)
	whole := plantest.Piece(t, plantest.Build(t, plantest.SticksOf(j, 24)), "k.w1")
	j, p := plantest.Fitted(t, j)
	assert.NotContains(t, plantest.Codes(p), "piece_longer_than_stick")
	f := plantest.Finding(t, p, "piece_scarfed")
	assert.Contains(t, f.Text, "2 parts")
	a, b := plantest.Piece(t, p, "k.w1~1"), plantest.Piece(t, p, "k.w1~2")
	assert.Equal(t, whole.Cut, a.Cut+b.Cut)
	assert.Equal(t, whole.ID, a.Of)
	assert.Equal(t, "Base 1a", a.Label)
	assert.Equal(t, piece.Scarf, a.Right.Joint)
	assert.Equal(t, piece.ToLong, a.Right.ToldTo)
	assert.Equal(t, piece.ToShort, b.Left.ToldTo)
	assert.InDelta(t, a.Right.Slope, b.Left.Slope, 1e-12, "one plane")
	assert.InDelta(t, -45, float64(a.Right.Setting.Mitre), 1e-9, "the long point at the back, kept on the left")
	assert.InDelta(t, -45, float64(b.Left.Setting.Mitre), 1e-9, "the opposite plane: the same swing")
	assert.NotEqual(t, a.Right.Setting.Keep, b.Left.Setting.Keep)
	assert.Equal(t, b.ID, a.Right.Meets)
	assert.Equal(t, whole.Left.Joint, a.Left.Joint)
	assert.Equal(t, whole.Right.Joint, b.Right.Joint)
	assert.Less(t, a.Hang, b.Hang)
	assert.Equal(t, "k.w1~2", plantest.Piece(t, p, "k.w2").Left.Meets, "the part at that corner")
	assert.True(t, p.Supplies[0].Valid)
	assert.Equal(t, "settled", stopOf(p, "sticks").State)

	j.Rules.Scarf = 22.5
	p = plantest.Build(t, j)
	assert.InDelta(t, -22.5, float64(plantest.Piece(t, p, "k.w1~1").Right.Setting.Mitre), 1e-9)
	j = plantest.SticksOf(j, 24)
	assert.Equal(t, whole.Cut, plantest.Piece(t, plantest.Build(t, j), "k.w1").Cut, "whole again where a stick is long enough")
}

func stopOf(p plan.Plan, id string) plan.StopProgress {
	for _, s := range p.Stops {
		if s.ID == id {
			return s
		}
	}
	return plan.StopProgress{}
}

// An accepted layout is checked, not made again: what still fits stands, and what
// does not is said.
func TestAcceptedLayoutIsChecked(t *testing.T) {
	base, p := plantest.Fitted(t, plantest.SticksOf(plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90, 90, 90, 90")), 24))
	s := p.Supplies[0]
	assert.True(t, s.Valid && s.Laid && s.Bounded && s.Proved())
	assert.Equal(t, 4, s.Pieces)
	assert.Equal(t, s.Total-s.Length, s.Waste)

	shorter := base.Clone()
	shorter.Rooms[0].Walls[1].Lengths[0].As.Length -= measure.Inch
	p = plantest.Build(t, shorter)
	assert.True(t, p.Supplies[0].Valid, "a shorter piece still comes out of its place")
	assert.False(t, p.Supplies[0].Bounded, "but the bound was for others")

	longer := base.Clone()
	for i := range longer.Rooms[0].Walls {
		longer.Rooms[0].Walls[i].Lengths[0].As.Length += 60 * measure.Inch
	}
	p = plantest.Build(t, longer)
	assert.Equal(t, finding.Stop, plantest.Finding(t, p, "layout_overfull").Severity)
	assert.False(t, p.Supplies[0].Valid)
	assert.Equal(t, "in hand", stopOf(p, "sticks").State)

	more := base.Clone()
	more.Rooms = append(more.Rooms, more.Rooms[0].Clone())
	r := &more.Rooms[1]
	r.ID, r.Runs[0].ID = "r2", "k2"
	for i := range r.Walls {
		r.Walls[i].ID += "x"
		r.Corners[i].ID += "x"
		r.Walls[i].Lengths[0].ID += "x"
		r.Corners[i].Readings[0].ID += "x"
	}
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, more), "layout_incomplete").Text, "Base 1, Base 2, Base 3 and Base 4")

	less := base.Clone()
	less.Rooms[0].Openings = append(less.Rooms[0].Openings,
		job.Opening{ID: "o", Wall: "w2", From: job.Entry{Length: 1, Text: "0"}, Width: job.Entry{Length: 96*measure.Inch - 1, Text: "x"}})
	less.Rooms[0].Walls = less.Rooms[0].Walls[:3]
	less.Rooms[0].Corners = less.Rooms[0].Corners[:3]
	less.Rooms[0].Openings = nil
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, less), "layout_stale").Text, "1 piece")
}

// What is cut stays; the miscut's wood is gone, and what is left of it is offered
// for a shorter piece.
func TestFittingAgainAfterAMiscut(t *testing.T) {
	j, p := plantest.Fitted(t, plantest.SticksOf(plantest.Read(t, plantest.Room(false, "", "130, 60, 130, 50", "90, 90, 90")), 16))
	cutOn, cut := whereIs(t, p, "k.w2")
	j = plantest.Marked(j, job.RecordCut, "k.w2", "left", "right")
	j = plantest.Marked(j, job.RecordMiscut, "k.w3", "left")
	spoiledOn, spoiled := whereIs(t, p, "k.w3")
	p = plantest.Build(t, j)
	assert.Contains(t, plantest.Finding(t, p, "layout_miscut").Text, "Base 3")
	before := p.Supplies[0].Cost

	j, p = plantest.Fitted(t, j)
	assert.NotContains(t, plantest.Codes(p), "layout_miscut")
	assert.True(t, p.Supplies[0].Valid, "%v", plantest.Codes(p))
	b, q := whereIs(t, p, "k.w2")
	assert.Equal(t, cutOn.ID, b.ID)
	assert.Equal(t, cut.From, q.From)
	assert.True(t, q.Begun)
	b, q = whereIs(t, p, "k.w3")
	assert.False(t, b.ID == spoiledOn.ID && q.From < spoiled.To && q.To > spoiled.From, "not out of the wood that is spoiled")
	rest, _ := whereIs(t, p, "k.w4")
	assert.Equal(t, "miscut", sticks.Origin(rest.LaidStick), "the short piece comes out of what is left of it")
	assert.Greater(t, p.Supplies[0].Cost, before)

	// Fitted again with nothing new, it stays as it is.
	again, q2 := plantest.Fitted(t, j)
	assert.Equal(t, p.Supplies[0].Cost, q2.Supplies[0].Cost)
	assert.Equal(t, len(j.Layouts[0].Sticks), len(again.Layouts[0].Sticks))
	assert.True(t, q2.Supplies[0].Valid)
}

func TestBadAndLockedSticks(t *testing.T) {
	j, p := plantest.Fitted(t, plantest.SticksOf(plantest.Read(t, plantest.Room(false, "", "130, 60, 130, 50", "90, 90, 90")), 16))
	require.Len(t, p.Supplies[0].Sticks, 2)
	bad, locked := 0, 1
	lockedPieces := j.Layouts[0].Sticks[locked].Pieces
	j.Layouts[0].Sticks[bad].Bad = true
	j.Layouts[0].Sticks[locked].Locked = true
	lockedID := j.Layouts[0].Sticks[locked].ID
	f := plantest.Finding(t, plantest.Build(t, j), "layout_bad_stick")
	assert.Contains(t, f.Text, "Stick 1")

	j, p = plantest.Fitted(t, j)
	assert.True(t, p.Supplies[0].Valid, "%v", plantest.Codes(p))
	assert.Equal(t, 3, p.Supplies[0].Count, "the bad one is paid for")
	for _, s := range j.Layouts[0].Sticks {
		if s.ID == lockedID {
			assert.Equal(t, lockedPieces, s.Pieces)
		}
		if s.Bad {
			assert.Empty(t, s.Pieces)
		}
	}
}

// The rack is used first, spares are kept whole, and what is left of a stick is
// worth keeping from a length on.
func TestRackSparesAndOffcuts(t *testing.T) {
	j := plantest.SticksOf(plantest.Read(t, plantest.Room(false, "", "130, 60", "90")), 16, 12)
	j.Mouldings[0].Spares = 1
	j, p := plantest.Fitted(t, j, sticks.RackOffcut{ID: "o1", Length: 64 * measure.Inch})
	b, _ := whereIs(t, p, "k.w2")
	assert.Equal(t, "rack:o1", b.Source)
	assert.Equal(t, "rack", sticks.Origin(b.LaidStick))
	assert.Equal(t, 2, p.Supplies[0].Count, "one and a spare")
	assert.EqualValues(t, 2*12*200, p.Supplies[0].Cost)
	spare := p.Supplies[0].Sticks[len(p.Supplies[0].Sticks)-1]
	assert.True(t, spare.Spare())
	assert.Equal(t, []sticks.Lot{{Length: 12 * measure.Foot, Count: 2, Cost: 4800}}, p.Supplies[0].Lots())
	one, _ := whereIs(t, p, "k.w1")
	assert.Zero(t, sticks.Offcut(&j, one), "14 in are not kept")
	j.Cutting.Keep.Length = 12 * measure.Inch
	assert.Equal(t, one.Leftover-j.Cutting.Kerf.Length, sticks.Offcut(&j, one))
	j.Layouts[0].Sticks[0].Bad = true
	assert.True(t, p.Supplies[0].WastePercent() > 0 && p.Supplies[0].WasteCost() > 0)
}

func TestMovingAPiece(t *testing.T) {
	j, p := plantest.Fitted(t, plantest.SticksOf(plantest.Read(t, plantest.Room(false, "", "130, 60, 100, 30, 50", "90, 90, 90, 90")), 16))
	from, _ := whereIs(t, p, "k.w4")
	var to sticks.Bar
	for _, b := range p.Supplies[0].Sticks {
		if b.ID != from.ID {
			to = b
		}
	}
	move := func(j job.Job, piece, to string) (sticks.Supply, error) {
		p := plantest.Build(t, j)
		l, err := sticks.Move(&j, p.Pieces, "b", piece, to)
		if err != nil {
			return sticks.Supply{}, err
		}
		return plan.WithLayout(j, l, plan.Build)
	}
	// To a new stick, which costs one more.
	s, err := move(j, "k.w4", "new:0")
	require.NoError(t, err)
	assert.True(t, s.Valid)
	assert.Equal(t, p.Supplies[0].Cost+3200, s.Cost)
	assert.False(t, s.Proved())
	// One that is full says by how much it is too short.
	_, err = move(j, "k.w1", to.ID)
	if from.ID != to.ID && err != nil {
		assert.Contains(t, err.Error(), "too short")
	}
	for what, piece := range map[string]string{"new:7": "k.w4", "nowhere": "k.w4", to.ID: "k.w99"} {
		_, err = move(j, piece, what)
		assert.Error(t, err, what)
	}
	cut := plantest.Marked(j, job.RecordCut, "k.w4", "left")
	_, err = move(cut, "k.w4", "new:0")
	assert.ErrorContains(t, err, "cut already")
	lock := j.Clone()
	for i := range lock.Layouts[0].Sticks {
		lock.Layouts[0].Sticks[i].Locked = true
	}
	_, err = move(lock, "k.w4", "new:0")
	assert.ErrorContains(t, err, "locked")

	// The last piece leaves its stick: it is not bought.
	p0 := plantest.Build(t, j)
	l, err := sticks.Move(&j, p0.Pieces, "b", "k.w4", "new:0")
	require.NoError(t, err)
	moved := j.Clone()
	*moved.Layout("b") = l
	back, err := move(moved, "k.w4", from.ID)
	require.NoError(t, err)
	assert.Equal(t, p.Supplies[0].Cost, back.Cost)
	// Onto a stick of which a piece is cut: it goes beside it.
	begun := plantest.Marked(moved, job.RecordCut, from.On[0].Laid.Piece, "left", "right")
	beside, err := move(begun, "k.w4", from.ID)
	require.NoError(t, err)
	assert.True(t, beside.Valid)
}

func TestNothingToFit(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "?, ?", "90"))
	p := plantest.Build(t, j)
	_, err := sticks.NewFitting(&j, p.Pieces, "b", nil)
	assert.ErrorContains(t, err, "no pieces")
	_, err = sticks.NewFitting(&j, p.Pieces, "x", nil)
	assert.ErrorContains(t, err, "not in this job")
}

// Whatever the room: what is fitted and accepted is valid, also after some of it
// is cut and some spoiled.
func TestFittedLayoutsHold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		walls, corners := "", ""
		for i := range rapid.IntRange(3, 9).Draw(t, "walls") {
			if i > 0 {
				walls, corners = walls+", ", corners+", "
			}
			walls += fmt.Sprint(rapid.IntRange(14, 300).Draw(t, "length"))
			corners += rapid.SampledFrom([]string{"90", "out 91", "88.5", "out 135", "134"}).Draw(t, "corner")
		}
		j := plantest.SticksOf(plantest.Read(t, plantest.Room(true, "", walls, corners)), 16, 10)
		j.Cutting.EndTrim.Length = measure.Length(rapid.IntRange(0, 4).Draw(t, "trim")) * measure.Inch / 4
		j, p := plantest.Fitted(t, j)
		assert.True(t, p.Supplies[0].Valid, "%v", plantest.Codes(p))
		for _, q := range p.Pieces {
			switch rapid.IntRange(0, 3).Draw(t, "done") {
			case 0:
				j = plantest.Marked(j, job.RecordCut, q.ID, "left", "right")
			case 1:
				j = plantest.Marked(j, job.RecordMiscut, q.ID, "right")
			}
		}
		was := map[string]sticks.BarPiece{}
		for _, b := range plantest.Build(t, j).Supplies[0].Sticks {
			for _, q := range b.On {
				if q.Begun {
					was[b.ID+"/"+q.Laid.Piece] = q
				}
			}
		}
		j, p = plantest.Fitted(t, j)
		assert.True(t, p.Supplies[0].Valid, "%v", plantest.Codes(p))
		for _, b := range p.Supplies[0].Sticks {
			for _, q := range b.On {
				if o, ok := was[b.ID+"/"+q.Laid.Piece]; ok {
					assert.Equal(t, o.From, q.From, "what is cut stays")
					delete(was, b.ID+"/"+q.Laid.Piece)
				}
			}
		}
		assert.Empty(t, was)
	})
}
