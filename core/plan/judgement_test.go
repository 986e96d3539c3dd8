package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// Six rooms with the choices that an experienced carpenter would make, and why, under the
// default rules. Where a room can be turned round or mirrored, what is asked for is what
// does not depend on that.
func TestACarpentersJudgement(t *testing.T) {
	const defaults = `"weights":null`
	coped := func(p plan.Plan, run, corner string) string {
		for _, d := range p.Decisions() {
			if d.Run == run && d.Letter == corner {
				return strings.TrimPrefix(d.Coped, run+".")
			}
		}
		return "nothing there"
	}
	at := func(p plan.Plan, letters string) string {
		var out []string
		for _, c := range letters {
			out = append(out, coped(p, "k", string(c)))
		}
		return strings.Join(out, " ")
	}
	door := func(wall, from, width int) string {
		return fmt.Sprintf(`{"id":"o","wall":"w%d","from":"%d","width":"%d"}`, wall, from, width)
	}

	t.Run("a bedroom: the wall one faces runs square", func(t *testing.T) {
		// 12 by 15, the door in the middle of wall 4, so wall 2 is faced. It runs square into
		// both its corners, and the seams of the side walls point away; the pieces beside the
		// door are short, and are coped into the side walls.
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, defaults, "144, 180, 144, 180", "90, 90, 90, 90", door(4, 74, 32))))
		assert.Equal(t, "w1 w3 w4 w4.o", at(p, "ABCD"))
		assert.Equal(t, "k.w2", p.HangOrder()[0], "so it goes up first")
		for _, q := range p.Pieces {
			if q.ID != "k.w2" {
				assert.NotEqual(t, 2, copes(*q), "nothing is coped at both ends: the door breaks the ring")
			}
		}
	})

	t.Run("a passage: long pieces run square", func(t *testing.T) {
		// 4 by 20 with the door in the short end: the ends of the passage are short and easy to
		// cope, and the one at the far end is faced. Long against faced: the far end is looked at.
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, defaults, "240, 48, 240, 48", "90, 90, 90, 90", door(4, 8, 32))))
		assert.Equal(t, "w4 w4.o", at(p, "CD"), "the stubs beside the door are coped into the long walls, which hide them")
		assert.NotEqual(t, "w2 w2", at(p, "AB"), "and the wall at the far end is not coped twice")
	})

	t.Run("a closed ceiling with nobody to see: the longest runs square", func(t *testing.T) {
		// Crown around a room without a door known: length and the hand alone. One piece must
		// be square at both ends, a long one; one coped at both, a short one.
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, defaults, "144, 174, 144, 186", "90, 90, 90, 90")))
		square, double := "", ""
		for _, q := range p.Pieces {
			switch copes(*q) {
			case 0:
				square += q.ID
			case 2:
				double += q.ID
			}
		}
		assert.Equal(t, "k.w4", square)
		assert.Contains(t, []string{"k.w1", "k.w3"}, double)
		assert.Equal(t, "k.w4", p.HangOrder()[0])
		assert.Equal(t, double, p.HangOrder()[3], "what is coped at both ends goes up last")
	})

	t.Run("a chimney breast: three glued on the bench, its sides coped", func(t *testing.T) {
		// Sides of 14 and a front of 60, one body. Its short ends are easy to hold and cheap
		// to spoil, so they are coped; it is pushed straight back between the two walls, so that
		// nothing has to be bowed.
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, defaults, "180, 150, 60, 14, 60, 14, 60, 150", "90, 90, 90, out 90, out 90, 90, 90, 90",
			door(1, 70, 36))))
		g := plantest.Piece(t, p, "k.w5").Group
		assert.NotEmpty(t, g)
		assert.Equal(t, []string{g, g}, []string{plantest.Piece(t, p, "k.w4").Group, plantest.Piece(t, p, "k.w6").Group})
		assert.Equal(t, plantest.Piece(t, p, "k.w4").Hang, plantest.Piece(t, p, "k.w6").Hang, "hung as one")
		assert.Len(t, p.Glue(), 2)
		assert.Equal(t, "w4 w6", at(p, "CF"), "its short ends are coped into the pieces beside it, and it goes up last of the three")
		assert.Greater(t, plantest.Piece(t, p, "k.w5").Hang, plantest.Piece(t, p, "k.w3").Hang)
		assert.Greater(t, plantest.Piece(t, p, "k.w5").Hang, plantest.Piece(t, p, "k.w7").Hang)
	})

	t.Run("an L: the outside corner saves the double cope", func(t *testing.T) {
		// With nothing seen and the hand to the right, all copes are right ends: the outside
		// corner breaks the ring, so nothing has to be coped at both.
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, `"weights":{"short":0,"hidden":60,"hand":25,"double":50}`, "144, 96, 60, 48, 84, 144",
			"90, 90, out 90, 90, 90, 90")))
		assert.Equal(t, "w1 w2 w4 w5 w6", at(p, "ABDEF"))
		for _, q := range p.Pieces {
			assert.NotEqual(t, 2, copes(*q))
		}
	})

	t.Run("a long wall: the scarf over a stud, its edge away from the door", func(t *testing.T) {
		// 25 ft with studs at 16 in and 16 ft sticks; one comes in at the right end of the wall
		// opposite. So the part on the side of the door laps over the other.
		j := plantest.Read(t, plantest.Room(true, defaults, "300, 120, 300, 120", "90, 90, 90, 90", door(3, 8, 32)))
		j.Rooms[0].Walls[0].StudSpacing = plantest.Typed("16")
		j.Rooms[0].Spots = []job.Spot{{ID: "s", Wall: "w1", Kind: job.SpotStud, At: *plantest.Typed("16")}}
		p := plantest.Build(t, j)
		a, b := plantest.Piece(t, p, "k.w1~1"), plantest.Piece(t, p, "k.w1~2")
		assert.InDelta(t, 0, float64(a.Cut%(16*in)), float64(in)/100, "over a stud")
		assert.Greater(t, a.Cut, 6*12*in)
		assert.Equal(t, piece.ToLong, a.Right.ToldTo, "the far part lies under")
		assert.Equal(t, piece.ToShort, b.Left.ToldTo, "the part nearer the door has its long point on the face")
		assert.Contains(t, plantest.Finding(t, p, "piece_scarfed").Remedy, "stud behind")
		j.Rooms[0].Openings[0].From = *plantest.Typed("260")
		p = plantest.Build(t, j)
		assert.Equal(t, piece.ToLong, plantest.Piece(t, p, "k.w1~2").Left.ToldTo, "with the door at the other end it turns over")
		assert.Less(t, plantest.Piece(t, p, "k.w1~2").Hang, plantest.Piece(t, p, "k.w1~1").Hang, "and so does the order")
	})
}

func copes(q piece.Piece) int {
	n := 0
	for _, e := range []piece.End{q.Left, q.Right} {
		if e.Joint == piece.Cope {
			n++
		}
	}
	return n
}

// The door on another wall turns the seams.
func TestTheWayInTurnsTheSeams(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, `"weights":{"short":0,"hidden":100,"hand":10,"double":10}`, "144, 180, 144, 180", "90, 90, 90, 90",
		`{"id":"o","wall":"w4","from":"74","width":"32"}`, `{"id":"p","wall":"w1","from":"56","width":"32"}`))
	square := func(j job.Job) []string {
		p := plantest.Build(t, j)
		var out []string
		for _, q := range p.Pieces {
			if q.Left.Joint == piece.Square && q.Right.Joint == piece.Square {
				out = append(out, q.ID)
			}
		}
		return out
	}
	assert.Contains(t, square(j), "k.w3", "by the first door, in wall 1, one faces wall 3")
	j.Rooms[0].Entry = "o"
	assert.Contains(t, square(j), "k.w2", "by the other one wall 2")
	j.Rooms[0].Entry = "p"
	p := plantest.Build(t, j)
	assert.Equal(t, "p", p.Sights()[0].Opening)
	j.Rooms[0].Entry = "gone"
	assert.Contains(t, plantest.Codes(plantest.Build(t, j)), "way_in_gone")
}
