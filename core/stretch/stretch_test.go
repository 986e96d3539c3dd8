package stretch_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
)

// Crown passes over the door and stops at the cabinet that reaches the ceiling; the base
// stops at both.
func TestEachRunOverItsOwnStretch(t *testing.T) {
	j := plantest.Hall(t)
	p := plantest.Build(t, j)
	assert.Len(t, plantest.OfRun(p, "kb"), 9)
	crown := plantest.OfRun(p, "kc")
	require.Len(t, crown, 8)
	assert.Equal(t, 15*measure.Foot, crown[0].Length, "over the door")
	last := crown[7]
	assert.Equal(t, 90*measure.Inch, last.Length)
	assert.Equal(t, piece.Butt, last.Left.Joint)
	assert.Equal(t, []string{"Base 1", "Crown 1"}, []string{plantest.OfRun(p, "kb")[0].Label, crown[0].Label})

	// A cabinet that ends under the crown lets it pass.
	j.Rooms[0].Openings[1].Head = plantest.Typed("80")
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, plantest.Build(t, j), "kc.w8").Length)

	// Over three walls only: its ends are square, and nothing meets them.
	plantest.Run(&j, "kc").First, plantest.Run(&j, "kc").Last = "w8", "w2"
	crown = plantest.OfRun(plantest.Build(t, j), "kc")
	require.Len(t, crown, 3)
	assert.Equal(t, "kc.w8", crown[0].ID, "from the first to the last, past the room's beginning")
	assert.Equal(t, piece.Square, crown[0].Left.Joint)
	assert.Equal(t, piece.Square, crown[2].Right.Joint)
	assert.Equal(t, crown[0].ID, crown[1].Left.Meets)
	plantest.Run(&j, "kc").First, plantest.Run(&j, "kc").Last = "w1", "w8"
	assert.Len(t, plantest.OfRun(plantest.Build(t, j), "kc"), 8)
	assert.Len(t, plantest.Build(t, j).HangOrder(), 17, "all around, said wall by wall: every piece can be hung")
	plantest.Run(&j, "kc").Last = "w2"
	plantest.Run(&j, "kc").First = "w5"
	assert.Len(t, plantest.OfRun(plantest.Build(t, j), "kc"), 6)
}

// From is to the casing's outer edge; a plinth an inch wider stands past it by that, and base
// stops there, at either side. What runs at the rail meets the casing.
func TestPlinthWiderThanItsCasing(t *testing.T) {
	file := plantest.Room(false, "", "120", "90",
		`{"id":"o","wall":"w1","from":"40","width":"36","casing":"3","casing_thickness":"3/4","plinth":"4","plinth_thickness":"1"}`)
	j := plantest.Read(t, file)
	j.Rooms[0].Runs = append(j.Rooms[0].Runs, job.Run{ID: "rail", Moulding: "b", Level: job.Rail})
	p := plantest.Build(t, j)
	assert.Equal(t, 39*measure.Inch, plantest.Piece(t, p, "k.w1").Cut)
	assert.Equal(t, 120*measure.Inch-77*measure.Inch, plantest.Piece(t, p, "k.w1.o").Cut)
	assert.Equal(t, 40*measure.Inch, plantest.Piece(t, p, "rail.w1").Cut)
	assert.Equal(t, "the plinth", plantest.Piece(t, p, "k.w1").Right.Against)
	assert.Equal(t, "the casing", plantest.Piece(t, p, "rail.w1").Right.Against)
	// Read to the plinth, the stretch is what it is for the base, and an inch more for the rail.
	var l []job.WallLength
	require.NoError(t, json.Unmarshal([]byte(`[{"id":"whole","length":"120"},{"id":"part","length":"39 1/8","right":"plinth"}]`), &l))
	for i := range l {
		require.NoError(t, job.Resolve(&l[i], "in"))
	}
	j.Rooms[0].Walls[0].Lengths = l
	j.Normalise()
	p = plantest.Build(t, j)
	assert.Equal(t, 39.125, plantest.Piece(t, p, "k.w1").Cut.Inches())
	assert.Equal(t, 40.125, plantest.Piece(t, p, "rail.w1").Cut.Inches())
}
