package stretch_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/edit"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
	"gnomon/core/saw"
)

// A wall that leans a degree into the room: the square end of the piece beside it gets a
// bevel, its top shorter; the piece on the wall itself keeps its ends.
func TestLeaningWall(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90, 90, 90, 90"))
	j.Rooms[0].Walls[1].Lean = &job.Lean{Angle: 1, Text: "1"}
	j.Saws[0].BevelRight = 45
	j.Rooms[0].Overrides = []job.Override{{ID: "a", Run: "k", Corner: "c1", Question: job.AskCoped, Choice: job.HandRight}}
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "k.w1").Right
	assert.InDelta(t, -1, float64(e.Lean), 1e-9, "top short")
	assert.InDelta(t, 1, float64(e.Setting.Bevel), 1e-6)
	assert.InDelta(t, -5.25*math.Tan(math.Pi/180), e.TopLong.Inches(), 1e-6)
	assert.InDelta(t, -1, float64(plantest.Piece(t, p, "k.w3").Left.Lean), 1e-9, "so is that of the piece on its other side")
	assert.Zero(t, plantest.Piece(t, p, "k.w2").Left.Lean+plantest.Piece(t, p, "k.w2").Right.Lean)
	assert.Contains(t, plantest.Finding(t, p, "end_leans").Text, `3/32" short of its bottom`)
	assert.Contains(t, plantest.Finding(t, p, "end_leans").Remedy, "told to the bottom edge")

	// The corner's own lean, measured, goes before the wall's: top to the right, long.
	j.Rooms[0].Corners[0].Lean = &job.Lean{Angle: 2, Text: "2"}
	e = plantest.Piece(t, plantest.Build(t, j), "k.w1").Right
	assert.InDelta(t, 2, float64(e.Lean), 1e-9)
	// A single-tilt saw that cannot lean so lays it flat, and the lean becomes a mitre.
	j.Saws[0].BevelRight = 0
	e = plantest.Piece(t, plantest.Build(t, j), "k.w1").Right
	require.NotNil(t, e.Dial)
	assert.Equal(t, saw.Flat, e.Pose.Lie)
	assert.InDelta(t, 2, math.Abs(float64(e.Setting.Mitre)), 1e-6)
}

// A cabinet side out of plumb leans the base's butt against it.
func TestLeaningCabinet(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120", "90", `{"id":"o","wall":"w1","kind":"cabinet","from":"40","width":"30","lean":"1.5"}`))
	p := plantest.Build(t, j)
	assert.InDelta(t, 1.5, float64(plantest.Piece(t, p, "k.w1").Right.Lean), 1e-9)
	assert.InDelta(t, -1.5, float64(plantest.Piece(t, p, "k.w1.o").Left.Lean), 1e-9)
}

// A floor that falls an inch over ten feet to the right: the base follows it, and its
// plumb ends lean off its bottom edge, both the same way.
func TestFloorOutOfLevel(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120", "90"))
	j.Rooms[0].Walls[0].FloorLeft, j.Rooms[0].Walls[0].FloorRight = plantest.Typed("0"), plantest.Typed("1")
	j.Saws[0].BevelRight = 45
	q := plantest.Piece(t, plantest.Build(t, j), "k.w1")
	p := math.Asin(1.0 / 120) // the tape lay along the floor
	// Falling right, the right end is the downhill one: plumb downhill is (cos p, 0, +sin p).
	assert.InDelta(t, p*180/math.Pi, float64(q.Right.Setting.Bevel), 1e-9)
	assert.InDelta(t, p*180/math.Pi, float64(q.Left.Setting.Bevel), 1e-9)
	assert.InDelta(t, -5.25*math.Tan(p), q.Right.TopLong.Inches(), 1e-6)
	assert.InDelta(t, 5.25*math.Tan(p), q.Left.TopLong.Inches(), 1e-6)
	assert.Equal(t, 120*measure.Inch, q.Cut, "told at the bottom edge")
}

// A ceiling that rises along one wall and not along the next: what the corner needs.
func TestCeilingRises(t *testing.T) {
	j := plantest.Hall(t)
	w := j.Rooms[0].Walls
	w[0].CeilingLeft, w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("96"), plantest.Typed("96 1/2"), plantest.Typed("96 1/2")
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "ceiling_slopes")
	assert.NotEmpty(t, f.Text)
	assert.NotContains(t, plantest.Codes(p), "rises_differ", "3 1/8·tan 45·1/360 is under a sixty-fourth")
	w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("101"), plantest.Typed("101")
	f = plantest.Finding(t, plantest.Build(t, j), "rises_differ")
	assert.Equal(t, finding.Note, f.Severity)
	w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("106"), plantest.Typed("106")
	f = plantest.Finding(t, plantest.Build(t, j), "rises_differ")
	assert.Equal(t, finding.Stop, f.Severity)
	assert.Contains(t, f.Remedy, "cannot be mitred")
	assert.Equal(t, "corner:ca", f.About())
}

// Tiles that reach the crown: it hangs on furring of their thickness, and so its pieces
// are shorter there, and beside it, by what that stands out.
func TestCrownOverTile(t *testing.T) {
	j := plantest.Hall(t)
	r := &j.Rooms[0]
	r.Walls[1].TileThickness, r.Walls[1].TileHeight = plantest.Typed("3/8"), plantest.Typed("93")
	p := plantest.Build(t, j)
	assert.Equal(t, 15*measure.Foot-3*measure.Inch/8, plantest.Piece(t, p, "kc.w1").Length, "its neighbour ends at the furring")
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kc.w2").Length)
	f := plantest.Finding(t, p, "crown_on_furring")
	assert.Contains(t, f.Text, `furring 3/8" thick on wall 2, its lower edge 3 5/8" under the ceiling`)
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kb.w2").Length, "the base stands on the wall as measured")
	r.Walls[1].TileHeight = plantest.Typed("48")
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "crown_on_furring")
}

// A copy of a room, mirrored: a corner's lean stays with its piece, whichever wall's face it
// was read in, and so does that of a cabinet's side.
func TestMirroredLeansStayWithTheirPieces(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := plantest.Read(t, plantest.Room(false, `"inside":"mitre"`, "100, 90, 80",
			fmt.Sprintf("%d, out %d", rapid.IntRange(70, 110).Draw(t, "inside"), rapid.IntRange(70, 110).Draw(t, "outside")),
			`{"id":"o","wall":"w1","kind":"cabinet","from":"40","width":"20","lean":"1.25"}`))
		j.Saws[0].BevelRight, j.Saws[0].MitreLeft, j.Saws[0].MitreRight = 45, 75, 75
		lean := func(s string) *job.Lean {
			d := rapid.IntRange(-8, 8).Draw(t, s)
			return &job.Lean{Angle: measure.Angle(d) / 4, Text: fmt.Sprint(float64(d) / 4)}
		}
		r := &j.Rooms[0]
		for i := range r.Walls {
			r.Walls[i].Lean = lean("wall")
		}
		for i := range 2 {
			r.Corners[i].Lean, r.Corners[i].LeanFace = lean("corner"), rapid.SampledFrom([]string{"", job.HandLeft, job.HandRight}).Draw(t, "face")
		}
		next, _, err := edit.Apply(j, edit.Op{Do: edit.Add, Kind: "copy", ID: "m", Value: edit.Raw(edit.Copy{Of: "r", Name: "Other", Mirror: true})})
		require.NoError(t, err)
		p := plantest.Build(t, next)
		pieces := map[string][]piece.Piece{}
		for _, q := range p.Pieces {
			pieces[q.Room] = append(pieces[q.Room], *q)
		}
		require.Len(t, pieces["m"], len(pieces["r"]))
		for i, q := range pieces["r"] {
			m := pieces["m"][len(pieces["m"])-1-i]
			assert.Equal(t, q.Cut, m.Cut)
			for _, h := range []joint.Hand{joint.Left, joint.Right} {
				e, f := q.End(h), m.End(h.Other())
				assert.InDelta(t, float64(e.Setting.Bevel), -float64(f.Setting.Bevel), 1e-6, "%s, %s end", q.Label, h)
				assert.InDelta(t, float64(e.Setting.Mitre), -float64(f.Setting.Mitre), 1e-6)
			}
		}
	})
}

// A corner whose line leans 1 to the right in the face of the wall on its left leans 0 in a
// square corner's other wall; read in the right wall's face it is the other way about.
func TestInWhoseFaceACornerLeans(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, `"inside":"mitre"`, "100, 90", "90"))
	j.Saws[0].BevelRight = 45
	c := &j.Rooms[0].Corners[0]
	c.Lean = &job.Lean{Angle: 1}
	p := plantest.Build(t, j)
	assert.InDelta(t, 1, float64(plantest.Piece(t, p, "k.w1").Right.Lean), 1e-9)
	assert.InDelta(t, 0, float64(plantest.Piece(t, p, "k.w2").Left.Lean), 1e-9)
	c.LeanFace = job.HandRight
	p = plantest.Build(t, j)
	assert.InDelta(t, 0, float64(plantest.Piece(t, p, "k.w1").Right.Lean), 1e-9)
	assert.InDelta(t, -1, float64(plantest.Piece(t, p, "k.w2").Left.Lean), 1e-9, "top to the right: short at a left end")
}

// A floor 2 in lower at the right end, and a ceiling measured 2 in higher there from it: the
// ceiling is level, and so is the crown.
func TestCeilingsAreMeasuredFromTheFloorThatIsThere(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120, 90", "90"))
	m := &j.Mouldings[0]
	m.Kind, m.Height, m.Thickness = job.KindCrown, *plantest.Typed("4"), *plantest.Typed("4")
	j.Rooms[0].Runs[0].Level = job.Ceiling
	w := &j.Rooms[0].Walls[0]
	w.CeilingLeft, w.CeilingRight = plantest.Typed("96"), plantest.Typed("98")
	p := plantest.Build(t, j)
	assert.NotZero(t, plantest.Piece(t, p, "k.w1").Left.Lean+plantest.Piece(t, p, "k.w1").Left.Setting.Bevel, "with a level floor the ceiling rises")
	w.FloorLeft, w.FloorRight = plantest.Typed("0"), plantest.Typed("2")
	p = plantest.Build(t, j)
	assert.Zero(t, plantest.Piece(t, p, "k.w1").Left.Setting.Bevel)
	assert.NotContains(t, plantest.Codes(p), "ceiling_slopes")
	// The neighbour measured its ceiling at the same corner, over the same floor.
	j.Rooms[0].Walls[1].CeilingLeft = plantest.Typed("98")
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "ceiling_step")
}
