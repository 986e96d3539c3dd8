package stretch_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
)

// A casing 3/4 thick up to the corner: base on the other wall stops at its face, 80 − 3/4. A
// cabinet 24 deep: 80 − 24. It takes room on both walls, at either end.
func TestWhatStandsInACorner(t *testing.T) {
	for _, c := range []struct {
		opening, corner string
		id              string
		hand            joint.Hand
		cut             float64
		told            piece.Point
		note            string
	}{
		{`"wall":"w1","from":"64","width":"36","casing_thickness":"3/4"`, "90", "k.w2", joint.Left, 80 - 0.75, piece.ToEnd,
			"The casing of the door on wall 1 stands in the corner"},
		{`"wall":"w1","kind":"cabinet","from":"64","width":"36","depth":"24"`, "90", "k.w2", joint.Left, 80 - 24, piece.ToEnd, "The cabinet on wall 1"},
		{`"wall":"w2","from":"0","width":"36","casing_thickness":"3/4"`, "90", "k.w1", joint.Right, 100 - 0.75, piece.ToEnd, "The casing of the door on wall 2"},
		{`"wall":"w2","from":"1/4","width":"36","casing_thickness":"3/4"`, "90", "k.w1", joint.Right, 100 - 0.75, piece.ToEnd, `1/4" is left to fill`},
		{`"wall":"w2","from":"0","width":"36","casing_thickness":"3/4"`, "80", "k.w1", joint.Right, 100 - 0.75/math.Sin(80*math.Pi/180), piece.ToLong,
			"stops against that"},
		{`"wall":"w2","from":"0","width":"36","casing_thickness":"3/4"`, "100", "k.w1", joint.Right, 100 - 0.75/math.Sin(100*math.Pi/180), piece.ToShort,
			"stops against that"},
	} {
		p := plantest.Build(t, plantest.Read(t, plantest.Room(false, "", "100, 80", c.corner, `{"id":"o",`+c.opening+`}`)))
		q := plantest.Piece(t, p, c.id)
		assert.InDelta(t, c.cut, q.Cut.Inches(), 1e-6, c.opening)
		assert.Equal(t, piece.Butt, q.End(c.hand).Joint, c.opening)
		assert.Equal(t, c.told, q.End(c.hand).ToldTo, c.opening)
		assert.Contains(t, q.End(c.hand).Note, c.note)
		d := p.Decisions()[0]
		assert.Contains(t, d.Reason, "stands in the corner, so the end stops against it", "the reason is told at Joints")
	}
	// Far enough off, a piece lies between and the two meet as ever.
	p := plantest.Build(t, plantest.Read(t, plantest.Room(false, "", "100, 80", "90", `{"id":"o","wall":"w2","from":"2","width":"36","casing_thickness":"3/4"}`)))
	assert.Equal(t, 100*measure.Inch, plantest.Piece(t, p, "k.w1").Cut)
	assert.Equal(t, "k.w2", plantest.Piece(t, p, "k.w1").Right.Meets)
	// How thick or deep it is was not said: that is asked for, and nothing is claimed.
	p = plantest.Build(t, plantest.Read(t, plantest.Room(false, "", "100, 80", "90", `{"id":"o","kind":"cabinet","wall":"w2","from":"0","width":"36"}`)))
	assert.Contains(t, plantest.Finding(t, p, "corner_taken").Text, "how deep it is")
	// A bare opening has no casing that could stand there.
	p = plantest.Build(t, plantest.Read(t, plantest.Room(false, "", "100, 80", "90", `{"id":"o","kind":"opening","wall":"w2","from":"0","width":"36"}`)))
	assert.Equal(t, 100*measure.Inch, plantest.Piece(t, p, "k.w1").Cut)
}
