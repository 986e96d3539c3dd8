package picture

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/opening"
	"gnomon/core/plan/plantest"
	"gnomon/core/sets"
)

// A set is drawn where it stands: inner edges at the reveal, mitres corner to corner, the parts that it has and no others, all of
// it within its frame.
func TestOpeningIsDrawnToScale(t *testing.T) {
	for _, c := range []struct {
		more  string
		parts []string
	}{
		{``, []string{"left", "right", "head"}},
		{`,"head_school":"over","overhang":"1/2"`, []string{"left", "right", "head"}},
		{`,"head_school":"between"`, []string{"left", "right", "head"}},
		{`,"band_of":"c","plinth_of":"c"`, []string{"left", "right", "head", "band-left", "band-head", "band-right", "plinth-left", "plinth-right"}},
		{`,"kind":"window"`, []string{"left", "right", "head", "sill"}},
		{`,"kind":"window","stool_of":"b","band_of":"c"`, []string{"left", "right", "head", "band-left", "band-head", "band-right", "stool", "apron"}},
		{`,"head_school":"built","fillet_of":"b","cap_of":"k"`, []string{"left", "right", "head", "fillet", "cap"}},
	} {
		j := plantest.Read(t, `{"gnomon":10,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16"},{"id":"c","kind":"casing","height":"3","thickness":"3/4"},
			{"id":"k","kind":"crown","height":"1 1/2","thickness":"1 1/4"}],"rooms":[{"id":"r","walls":[{"id":"w","length":"120"}],"openings":[{"id":"o","wall":"w",
			"from":"40","width":"36","told":"jamb","head":"80","sides":[{"id":"s","side":"rising","length":"87 7/8"}]`+c.more+`}],
			"runs":[{"id":"kc","moulding":"c"}]}]}`)
		s := plantest.Build(t, j).Sets()[0]
		e := Opening(s.Measured, s)
		var got []string
		for _, p := range e.Parts {
			got = append(got, p.Part)
			assert.NotEmpty(t, p.Piece, "%s %s", c.more, p.Part)
			require.GreaterOrEqual(t, len(p.Points), 4)
			for _, q := range p.Points {
				assert.True(t, q[0] >= e.Box[0]-1e-3 && q[0] <= e.Box[0]+e.Box[2]+1e-3 && q[1] >= e.Box[1]-1e-3 && q[1] <= e.Box[1]+e.Box[3]+1e-3, c.more)
			}
		}
		assert.Equal(t, c.parts, got, c.more)
		// The left leg's inner edge runs 3/16 outside the jamb's.
		leg, top, foot := e.Parts[0].Points, e.Jamb[0], e.Jamb[3]
		off := func(p Point) float64 {
			dx, dy := foot[0]-top[0], foot[1]-top[1]
			return math.Abs((p[0]-top[0])*dy-(p[1]-top[1])*dx) / math.Hypot(dx, dy)
		}
		assert.InDelta(t, 3.0/16, off(leg[0]), 1e-3, c.more)
		assert.InDelta(t, 3.0/16, off(leg[1]), 1e-3, c.more)
		assert.InDelta(t, 3.0/16+3, off(leg[2]), 1e-3, c.more)
		if s.School == job.HeadMitred {
			assert.Equal(t, e.Parts[0].Points[1], e.Parts[2].Points[0], "the mitre's short points meet")
			assert.Equal(t, e.Parts[0].Points[2], e.Parts[2].Points[3], "and its long ones")
		}
	}
	// One without a height is drawn all the same, with nothing around it.
	j := plantest.Read(t, `{"gnomon":10,"mouldings":[{"id":"c","kind":"casing","height":"3","thickness":"3/4"}],"rooms":[{"id":"r","walls":[{"id":"w","length":"120"}],
		"openings":[{"id":"o","wall":"w","from":"40","width":"36","told":"jamb"}],"runs":[{"id":"kc","moulding":"c"}]}]}`)
	e := Opening(opening.Of(&j, &j.Rooms[0], &j.Rooms[0].Openings[0]), nil)
	assert.Empty(t, e.Parts)
	assert.Len(t, e.Jamb, 4)
	assert.Equal(t, sets.Prefix("o"), "~o")
}
