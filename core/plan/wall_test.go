package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/demo"
)

// driven are a piece's nails as one writes them down: where, how high, what into.
func driven(p plan.Plan, piece string) (out []string) {
	for _, n := range p.Rooms[0].Fixing.Of(piece) {
		s := fmt.Sprintf("%s %s %s", n.At.In("in"), n.Height.In("in"), n.Into)
		if n.Toward != 0 {
			s += fmt.Sprintf(" %+.0f", float64(n.Toward))
		}
		out = append(out, s)
	}
	return out
}

// A wall of 118 in with base 5 1/4 by 9/16, a door from 70 to 104 (its casings 3 wide in that), a socket at 39 low enough to be cut around, studs at 16
// in from one found at 7. Left of the door the base is 70 long. Nails pass through 9/16 and a board of 1/2: twice that is 2 1/8, and 2 1/4 is sold.
//
// Columns: 3/4 from where the cope has taken 9/16, turned by 2° to be 1/4 in inside the corner's framing; 7 and 23 on studs; the one at 39 is the
// socket's; 55; and 3/4 from the casing, turned to the door's framing, which
// ends 4 1/4 past the jamb, that is 1 1/16 from the casing's edge: a nail at 3/4 is within it. Two a stud, at 3/4 and 4 1/2.
func TestAWallOfBase(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":12,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","closed":false,"walls":[{"id":"w0","length":"50"},{"id":"w1","length":"118","stud_spacing":"16"}],"corners":[{"id":"c0","reading":90}],
		"openings":[{"id":"d","wall":"w1","kind":"door","from":"70","width":"34","casing":"3","casing_thickness":"3/4"}],
		"spots":[{"id":"s","wall":"w1","kind":"stud","at":"7"},{"id":"x","wall":"w1","kind":"socket","at":"39","width":"2 3/4","height":"2","tall":"4"}],
		"runs":[{"id":"k","moulding":"b"}]}]}`)
	p := plantest.Build(t, j)
	assert.Equal(t, []string{`1 5/16" 1 1/4" corner -2`, `1 5/16" 4" corner -2`, `7" 1 1/4" stud`, `7" 4" stud`, `1' 11" 1 1/4" stud`, `1' 11" 4" stud`, `4' 7" 1 1/4" stud`, `4' 7" 4" stud`,
		`5' 9 1/4" 1 1/4" opening`, `5' 9 1/4" 4" opening`}, driven(p, "k.w1"), "the second wall of the run stands half an inch further in from its edges")
	for _, n := range p.Rooms[0].Fixing.Of("k.w1") {
		assert.Equal(t, 2.25, n.Length.Inches())
		assert.Equal(t, job.NailFinish, n.Kind)
		assert.Equal(t, n.At.Inches() == 23 || n.At.Inches() == 55, n.Supposed, "only the stud at 7 was found")
	}
	// The piece on the other wall goes up first: its end nails stand 3/8 from the corner, where the cope over it, 9/16 deep, will cover them.
	first := p.Rooms[0].Fixing.Of("k.w0")
	last := first[len(first)-1]
	assert.Equal(t, 49.625, last.At.Inches())
	assert.True(t, last.Covered)
	assert.Equal(t, `10 of 2 1/4"`, p.Rooms[0].Fixing.Text("k.w1", "in"))
	said := ""
	for _, f := range p.AtTheWall() {
		said += f.Text + "\n"
	}
	assert.Contains(t, said, `Base 2: no nail within 2" of the socket.`)
}

// A casing so wide that the base ends 1/2 in past the framing: its nails are turned toward the door, by as much as brings them into it half way in.
func TestTurnedTowardTheOpening(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":12,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","closed":false,"walls":[{"id":"w1","length":"118"}],"corners":[],
		"openings":[{"id":"d","wall":"w1","kind":"door","from":"70","width":"34","casing":"4","casing_thickness":"3/4"}],"runs":[{"id":"k","moulding":"b"}]}]}`)
	n := plantest.Build(t, j).Rooms[0].Fixing.Of("k.w1")
	// The framing ends 1/16 past the casing's edge. At 3/4 from the end the nail stands 11/16 past it and is to be 1/4 in inside: 15/16 over, at
	// a depth of 1 1/16 + half of 1 3/16: atan(.9375/1.65625) = 29.5°.
	require.Len(t, n, 4)
	assert.Equal(t, hang.InOpening, n[2].Into)
	assert.InDelta(t, 30, float64(n[2].Toward), 0.6)
}

// Crown along the joists, 12 ft: backing behind all of it, and ten nails into that; low ones into its corners and studs. A strip 3/4 thick behind a crown
// of 4 by 3 1/8 with feet of 1/2 comes out (3.125 − .5)·(1 − .75/3.5) − 1/16 = 2 in.
func TestCrownAlongTheJoists(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":12,"mouldings":[{"id":"c","kind":"crown","height":"4","thickness":"3 1/8",
		"wall_foot":"1/2","ceiling_foot":"1/2","sticks":["16'"]}],
		"rooms":[{"id":"r","closed":true,"walls":[{"id":"w1","length":"144","joists":true,"stud_spacing":"16"},
		{"id":"w2","length":"96"},{"id":"w3","length":"144"},{"id":"w4","length":"96"}],
		"corners":[{"id":"c1","reading":90},{"id":"c2","reading":90},{"id":"c3","reading":90},{"id":"c4","reading":90}],"joist_spacing":"16",
		"spots":[{"id":"s","wall":"w1","kind":"stud","at":"7"},{"id":"j","wall":"w2","kind":"joist","at":"5"}],
		"runs":[{"id":"k","moulding":"c","level":"ceiling"}]}]}`)
	p := plantest.Build(t, j)
	fix := p.Rooms[0].Fixing
	require.Len(t, fix.Strips, 1)
	s := fix.Strips[0]
	assert.Equal(t, []measure.Length{0, 12 * measure.Foot, 3 * measure.Inch / 4, 2 * measure.Inch}, []measure.Length{s.From, s.To, s.Thick, s.Reach})
	high, low := 0, 0
	for _, n := range fix.Of("k.w1") {
		if n.Row == hang.High {
			high++
			assert.Equal(t, hang.InBacking, n.Into)
			assert.Equal(t, 3.625, n.Height.Inches(), "the middle of the strip")
		} else {
			low++
		}
	}
	// Its left end is square, its right one coped, which takes 3 1/8: from 3/4 to 140 1/8 no further apart than 16, that is nine stretches.
	assert.Equal(t, 10, high)
	assert.Equal(t, 11, low, "two ends, and nine studs from 7 to 135")
	// The joist over wall 2 at 5 in stands over wall 4 at 91, and so on by 16.
	joists := fix.Walls[3].Joists
	require.NotEmpty(t, joists)
	assert.InDelta(t, 11, joists[0].At.Inches(), 1e-6)
	assert.False(t, joists[0].Found)
	cuts, sticks := hang.CutStrips(fix.Strips, 8*measure.Foot, measure.Inch/8)
	assert.Equal(t, 2, sticks)
	assert.Equal(t, []measure.Length{8 * measure.Foot, 4 * measure.Foot}, []measure.Length{cuts[0].Length, cuts[1].Length})

	// The ladder goes round once, one climb a corner; at each the gauge block marks both walls, and a nail waits where a square end will rest.
	r := p.Rooms[0].Rounds()
	require.Len(t, r, 1)
	require.Len(t, r[0].Climbs, 4)
	a := r[0].Climbs[0]
	assert.Equal(t, "Corner A", a.Title)
	assert.Equal(t, []string{"wall 1", "wall 2"}, []string{a.Marks[0].Title, a.Marks[1].Title})
	assert.Equal(t, "3 15/16\"", a.Marks[0].Under.In("in"), "the drop less a sixteenth for compound")
	assert.Equal(t, "wall 2", a.NailOn)
	assert.Contains(t, a.Why, "crown 2 rests there while its coped end is brought home")
	assert.Len(t, a.Missing, 4, "nothing was read up there: a length, the corner, two heights")
	assert.Equal(t, 12*measure.Foot, r[0].Reach)

	// The first piece, and what an eighth low does to it: P' = √(3.125² + 4² − 4.125²) = 2.958.
	f := p.Rooms[0].Firsts()
	require.Len(t, f, 1)
	assert.Equal(t, p.Rooms[0].HangOrder[0], f[0].Piece.ID)
	assert.Equal(t, job.FirstScrap, f[0].School)
	assert.InDelta(t, 2.958, f[0].Low.Out.Inches(), 1e-3)
	assert.InDelta(t, 0.167, f[0].Low.Both.Inches(), 1e-3)
	assert.InDelta(t, 0.2566, f[0].Low.One.Inches(), 1e-3)
	assert.Contains(t, strings.Join(f[0].Schools[1].Steps, " "), `a notch 4" high and 3 1/8" deep`)
}

// Two open walls: the corner and the two free ends are climbed to.
func TestLadderRoundOfAnOpenRoom(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":12,"mouldings":[{"id":"c","kind":"crown","height":"4","thickness":"3 1/8","sticks":["16'"]}],
		"rooms":[{"id":"r","closed":false,"walls":[{"id":"w1","length":"100","ceiling_left":"96","ceiling_right":"96 1/4"},
		{"id":"w2","length":"80"}],"corners":[{"id":"c1","reading":90}],
		"runs":[{"id":"k","moulding":"c","level":"ceiling"}]}]}`)
	climbs := plantest.Build(t, j).Rooms[0].Rounds()[0].Climbs
	require.Len(t, climbs, 3)
	assert.Equal(t, []string{"The left end of wall 1", "Corner A", "The right end of wall 2"}, []string{climbs[0].Title, climbs[1].Title, climbs[2].Title})
	assert.Equal(t, `7' 8 5/16"`, climbs[1].Marks[0].Over.In("in"), "96 1/4 less 3 15/16")
	assert.Contains(t, climbs[1].Snap, "from the left end of wall 1 to here along wall 1")
}

// What finishing takes in a room of 40 ft of base, sections of a box 5 1/4 by 9/16: a bead along its top, holes as nailed, one coat.
func TestFinishing(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 144, 96", "90, 90, 90, 90"))
	p := plantest.Build(t, j)
	f := p.Rooms[0].Finish()
	assert.Equal(t, 40*measure.Foot, f.Length)
	assert.Equal(t, len(p.Rooms[0].Fixing.Nails), f.Holes+f.Covered)
	assert.Equal(t, 1, f.Tubes)
	assert.InDelta(t, 480*(5.25+0.5625), f.Face, 3)
	assert.InDelta(t, f.Face/144/350, f.Paint, 1e-9)
	assert.Zero(t, f.Silicone)
	j.Rooms[0].Wet = true
	assert.Equal(t, 40*measure.Foot, plantest.Build(t, j).Rooms[0].Finish().Silicone, "by the house rule, in a wet room")
	j.Rules.FloorJoint = job.FloorOpen
	assert.Zero(t, plantest.Build(t, j).Rooms[0].Finish().Silicone)
}

// The card of a piece: its coped end home first, alone with the square one on a nail; what it gives way to is told while that is not up.
func TestCards(t *testing.T) {
	j := plantest.Hall(t)
	p := plantest.Build(t, j)
	cards := p.Rooms[0].Cards(true)
	require.NotEmpty(t, cards)
	waits := 0
	for _, c := range cards {
		waits += len(c.Waits)
		if len(c.Waits) == 1 && strings.HasPrefix(c.Pieces[0].Run, "kc") {
			steps := strings.Join(c.Steps, " ")
			assert.Contains(t, steps, "end home first, against ")
		}
		assert.False(t, c.Up())
	}
	assert.NotZero(t, waits)
	for i, c := range cards[1:] {
		assert.Less(t, cards[i].Pieces[0].Hang, c.Pieces[0].Hang)
	}
}

// The demo's window has an apron with two returns and a stool: these returns are glued to the apron and go up with it, as one card and one
// thing in the count; both are the same number.
func TestWhatGoesUpAsOneIsCountedAsOne(t *testing.T) {
	j := plantest.Read(t, string(demo.FerryHouse))
	p := plantest.Build(t, j)
	cards := 0
	for _, r := range p.Rooms {
		cards += len(r.Cards(true))
	}
	stop := p.Stops[5]
	assert.Equal(t, fmt.Sprintf("0 of %d up", cards), stop.Text)
	apron := plantest.Piece(t, p, "~wh-window.apron")
	for _, c := range p.Rooms[0].Cards(true) {
		if c.Pieces[0] == apron {
			assert.Equal(t, "Window 1 apron, window 1 apron cap left and window 1 apron cap right", c.Title)
		}
	}
	for i, id := range []string{"~wh-window.apron", "~wh-window.apron.cap-left", "~wh-window.apron.cap-right"} {
		putUp(&j, fmt.Sprintf("h%d", i), id, plantest.Piece(t, p, id).Cut)
		p = plantest.Build(t, j)
		assert.Equal(t, fmt.Sprintf("%d of %d up", i/2, cards), p.Stops[5].Text, "a part of it is not all of it")
	}
}
