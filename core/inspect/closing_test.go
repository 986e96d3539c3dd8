package inspect_test

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan/plantest"
)

// survey0 is a room's file with something added to its first room.
func with(t *testing.T, file, add string) job.Job {
	t.Helper()
	return plantest.Read(t, strings.Replace(file, `"id":"r",`, `"id":"r",`+add+`,`, 1))
}

// A misread foot is named with the wall it may as well be in; a scale and a side
// are told from the raw value.
func TestTheRoomNamesWhatIsWrong(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "132, 96, 120, 96", "90, 90, 90, 90")))
	f := plantest.Finding(t, p, "room_open")
	assert.Contains(t, plantest.All(f), "Wall 1 is 1' too long, or wall 3 is 1' too short: a misread foot would explain it.")
	assert.Contains(t, f.Remedy, "Measure wall 1 again, then wall 3.")
	assert.Contains(t, f.Acts, finding.Act{Do: finding.ActAgain, Kind: "wall", ID: "w3", Text: "Measure wall 3 again", Next: "wall 3"})
	assert.NotEmpty(t, plantest.Finding(t, p, "parts_suspects").Acts)

	p = plantest.Build(t, plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 45")))
	f = plantest.Finding(t, p, "room_open")
	assert.Equal(t, "corner:c4", f.About())
	assert.Contains(t, f.Why, "it closes as 45° on the mitre scale, a corner of 90°")

	p = plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90, 90, 90, 90, 90, 90")))
	f = plantest.Finding(t, p, "room_open")
	assert.Equal(t, "corner:c3", f.About(), "of six corners only one closes the room as an outside one")
	assert.Contains(t, f.Why, "it closes as an outside corner")
	assert.Len(t, f.Acts, 2)

	island := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "24, 18, 24, 18", "out 90, out 90, out 90, out 91")))
	assert.Empty(t, plantest.Codes(island), "an island turns by −360")
}

// What was looked at again and kept is not named any more.
func TestKeepAsRead(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 97"))
	require.Contains(t, plantest.Codes(plantest.Build(t, j)), "room_open")
	j.Rooms[0].Corners[3].Readings[0].Kept = true
	f := plantest.Finding(t, plantest.Build(t, j), "room_open")
	assert.Equal(t, finding.Note, f.Severity)
	assert.Contains(t, f.Why, "kept as read")
}

// Two readings of a wall that are an inch apart name the burned inch; the middle
// of three counts.
func TestReadTwice(t *testing.T) {
	lengths := func(list ...string) job.Job {
		j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
		w := &j.Rooms[0].Walls[0]
		for i, s := range list {
			e, err := job.Typed(s, "in")
			require.NoError(t, err)
			w.Lengths = append(w.Lengths, job.WallLength{ID: "again" + string(rune('a'+i)), As: e, Level: job.Floor})
		}
		return j
	}
	j := lengths("121")
	f := plantest.Finding(t, plantest.Build(t, j), "lengths_differ")
	assert.Contains(t, plantest.All(f), "close to an inch")
	assert.Equal(t, finding.Stop, f.Severity)
	assert.Equal(t, 121.0, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches(), "never the middle: planned for the longer one")
	assert.Contains(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held, "a third time")
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w2").Held)
	require.Len(t, f.Acts, 3)
	assert.Equal(t, finding.Act{Do: finding.ActKeep, Kind: "length", ID: j.Rooms[0].Walls[0].Lengths[0].ID, Text: `10' is right`, Next: `10' is right`}, f.Acts[1])
	j.ByHand = []job.ByHand{{Piece: "k.w1", InPlace: true}}
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held, "marked in place, no reading counts")
	j.ByHand = nil
	j.Rules.Lengths = job.LengthsLonger
	f = plantest.Finding(t, plantest.Build(t, j), "lengths_differ")
	assert.Equal(t, finding.Check, f.Severity)
	assert.Equal(t, 121.0, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches())
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held)
	j = lengths("121")
	j.Rooms[0].Walls[0].Lengths[0].Kept = true
	assert.Equal(t, 120.0, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches(), "the one that was kept counts")
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held)
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "lengths_differ")
	j = lengths("121", "120 1/16")
	assert.InDelta(t, 120.0625, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches(), 1e-9, "the middle one, which another bears out")
	assert.Empty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held)
	j = lengths("121", "122")
	assert.Equal(t, 122.0, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches(), "nothing bears the middle one out")
	assert.NotEmpty(t, plantest.Piece(t, plantest.Build(t, j), "k.w1").Held)
	burned, _ := job.Typed("1", "in")
	j = lengths("121")
	j.Rooms[0].Walls[0].Lengths[1].Burned = &burned
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "lengths_differ", "the burned inch is taken off")
	assert.Equal(t, 120.0, plantest.Piece(t, plantest.Build(t, j), "k.w1").Length.Inches())
}

// A wall measured in parts around its door: each piece has the length measured for
// it, and the wall is their sum with the door.
func TestMeasuredInParts(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90", `{"id":"o","wall":"w1","from":"30","width":"36"}`))
	set := func(list string) {
		var l []job.WallLength
		require.NoError(t, json.Unmarshal([]byte(list), &l))
		for i := range l {
			require.NoError(t, job.Resolve(&l[i], "in"))
		}
		j.Rooms[0].Walls[0].Lengths = l
		j.Normalise()
	}
	set(`[{"id":"a","length":"30 1/8","right":"casing"},{"id":"b","length":"53 7/8","left":"casing"}]`)
	p := plantest.Build(t, j)
	assert.Equal(t, 30.125, plantest.Piece(t, p, "k.w1").Length.Inches())
	assert.Equal(t, 53.875, plantest.Piece(t, p, "k.w1.o").Length.Inches())
	assert.Empty(t, plantest.Codes(p))
	set(`[{"id":"w","length":"120"},{"id":"b","length":"52 7/8","left":"casing"}]`)
	p = plantest.Build(t, j)
	assert.Equal(t, 52.875, plantest.Piece(t, p, "k.w1.o").Length.Inches(), "what was measured for the piece itself")
	assert.Contains(t, plantest.Finding(t, p, "lengths_differ").Text, `1 1/8"`)
}

// A length that was measured at another level stands in, and is told of.
func TestLevels(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Rooms[0].Walls[1].Lengths[0].Level = job.Ceiling
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "level_borrowed")
	assert.Equal(t, "wall:w2", f.About())
	assert.Contains(t, f.Why, "ceiling")
	assert.Equal(t, 96.0, plantest.Piece(t, p, "k.w2").Length.Inches())
	// A ceiling measured all round is checked by itself.
	r := &j.Rooms[0]
	for i := range r.Walls {
		e := r.Walls[i].Lengths[0].As
		if i == 0 {
			e.Length += measure.Foot
		}
		r.Walls[i].Lengths = []job.WallLength{{ID: "f" + r.Walls[i].ID, As: r.Walls[i].Lengths[0].As, Level: job.Floor},
			{ID: "c" + r.Walls[i].ID, As: e, Level: job.Ceiling}}
	}
	f = plantest.Finding(t, plantest.Build(t, j), "room_open")
	assert.Contains(t, f.Text, "At the ceiling the room does not close")
	assert.Len(t, plantest.Build(t, j).Surveys(), 2)
}

// What the check can see is said plainly, and what would help is offered.
func TestWhatTheCheckSees(t *testing.T) {
	f := plantest.Finding(t, plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "180, 144, 180, 144", "90, 90, 90, 90"))), "check_sees")
	assert.Equal(t, `A wall can be off by up to 7" unseen.`, f.Text)
	assert.Contains(t, f.Remedy, "Read the walls twice")
	assert.Contains(t, f.Remedy, "Shoot corner D to corner B")
	assert.Equal(t, []string{finding.ActTwice, finding.ActShoot}, []string{f.Acts[0].Do, f.Acts[1].Do})
}

func TestCeilingsAndWhatStandsInTheWay(t *testing.T) {
	j := with(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"),
		`"spots":[{"id":"s","wall":"w3","kind":"socket","at":"40","height":"2"},{"id":"u","wall":"w2","kind":"step_up","at":"12","height":"1 1/2"},{"id":"h","wall":"w3","kind":"socket","at":"60","height":"12"},{"id":"d","wall":"w3","kind":"stud","at":"16"}]`)
	at := func(i int, left, right string) {
		w := &j.Rooms[0].Walls[i]
		l, _ := job.Typed(left, "in")
		r, _ := job.Typed(right, "in")
		w.CeilingLeft, w.CeilingRight = &l, &r
	}
	at(0, "96", "96 1/4")
	at(1, "96 3/4", "96 1/2")
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "ceiling_step")
	assert.Equal(t, "corner:c1", f.About())
	assert.Equal(t, "joints", f.Stop)
	assert.Contains(t, f.Text, `1/2"`)
	assert.Contains(t, plantest.Finding(t, p, "ceiling_slopes").Text, `lowest at the left end of wall 1: 3/4" under its highest`)
	assert.Contains(t, plantest.Finding(t, p, "in_the_way").Remedy, "licensed")
	assert.Equal(t, "wall:w2", plantest.Finding(t, p, "floor_steps").About())
	n := 0
	for _, c := range plantest.Codes(p) {
		if c == "in_the_way" {
			n++
		}
	}
	assert.Equal(t, 1, n, "a socket above the base is in nobody's way")
}

func TestAFreeEndStopsShort(t *testing.T) {
	j := with(t, plantest.Room(false, "", "120, 96", "90"), `"right_end":"return","right_setback":"1/4"`)
	assert.Equal(t, 95.75, plantest.Piece(t, plantest.Build(t, j), "k.w2").Length.Inches())
}

func TestCornersReadTwice(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	c := &j.Rooms[0].Corners[1]
	c.Readings = append(c.Readings, job.Reading{ID: "two", Angle: 93, Scale: job.ScaleCorner, Level: job.Floor})
	f := plantest.Finding(t, plantest.Build(t, j), "readings_differ")
	assert.Contains(t, plantest.All(f), "differ by 3°")
	c.Readings[1].Angle = 91
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "readings_differ")
	assert.Equal(t, 90.5, float64(plantest.Piece(t, plantest.Build(t, j), "k.w2").Right.Theta))
}

func TestDiagonals(t *testing.T) {
	shot := func(from, to, length string) job.Job {
		return with(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90, 90, out 90, 90, 90, 90"),
			`"diagonals":[{"id":"d","from":"`+from+`","to":"`+to+`","length":"`+length+`"}]`)
	}
	assert.Empty(t, plantest.Codes(plantest.Build(t, shot("c6", "c3", `127 5/8`))), "across, in sight")
	f := plantest.Finding(t, plantest.Build(t, shot("c2", "c4", `76 7/8`)), "diagonal_blind")
	assert.Equal(t, "Corner B and corner D do not see each other.", f.Text)
	assert.Contains(t, plantest.Finding(t, plantest.Build(t, shot("c1", "c2", `96`)), "diagonal_blind").Why, "its own length")
	f = plantest.Finding(t, plantest.Build(t, shot("c6", "c3", `139 5/8`)), "room_open")
	assert.Contains(t, f.Text+f.Why, "diagonal from corner F to corner C is")
}

// Rooms of any number of walls: what they lack is said, and every wall has its piece.
func TestManyWalls(t *testing.T) {
	for _, c := range []struct {
		n      int
		closed string
	}{{1, "too_few_walls"}, {2, "too_few_walls"}, {3, "room_open"}, {200, "room_open"}} {
		lengths, readings := strings.Repeat("40, ", c.n-1)+"40", strings.Repeat("90, ", c.n-1)+"90"
		for closed, says := range map[bool]string{true: c.closed, false: "run_unchecked"} {
			p := plantest.Build(t, plantest.Read(t, plantest.Room(closed, "", lengths, readings)))
			require.Len(t, p.Pieces, c.n)
			for _, q := range p.Pieces {
				assert.Equal(t, 40*measure.Inch, q.Cut, q.ID)
			}
			assert.Equal(t, says, plantest.Codes(p)[0], "%d walls", c.n)
		}
	}
}

// A room that closes by its lengths and angles, and whose walls cross all the same: a stub from
// below stands through one from the left. The same room with a shorter stub is a room.
func TestCrossedWalls(t *testing.T) {
	crossed := func(stub string) []string {
		return plantest.Codes(plantest.Build(t, plantest.Read(t, plantest.Room(true, "", "40, "+stub+", 10, "+stub+", 50, 100, 100, 40, 70, 10, 70, 50",
			"90, out 90, out 90, 90, 90, 90, 90, 90, out 90, out 90, 90, 90"))))
	}
	assert.Contains(t, crossed("70"), "room_crosses")
	assert.NotContains(t, crossed("40"), "room_crosses")
	assert.NotContains(t, crossed("70"), "room_open", "it closes")
}
