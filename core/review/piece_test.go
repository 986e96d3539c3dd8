package review_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// The floor steps in the middle of a wall by nobody knows how much: its base is not cut as it is, and every list says
// so; one beside it is.
func TestNotCutAsItIs(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Rooms[0].Spots = []job.Spot{{ID: "s", Wall: "w1", Kind: job.SpotStepDown, At: *plantest.Typed("48")}}
	p := plantest.Build(t, j)
	assert.Contains(t, plantest.Piece(t, p, "k.w1").NotAsIs, `steps 4' from its left end`)
	assert.Contains(t, plantest.Piece(t, p, "k.w1").Remarks()[0], "Not cut as it is")
	assert.Empty(t, plantest.Piece(t, p, "k.w2").NotAsIs)
	assert.Empty(t, plantest.Piece(t, p, "k.w1").Held, "it is cut all the same")
}

// A crown that projects 4 across an alcove 6 wide: each of its corners takes 4 of it at the
// ceiling. It cannot be made, and what stands beside it collides; 9 wide it can.
func TestEndsThatCross(t *testing.T) {
	alcove := func(wide string, inside string) plan.Plan {
		j := plantest.Read(t, plantest.Room(false, fmt.Sprintf(`"inside":%q`, inside), "60, 30, "+wide+", 30, 60", "out 90, 90, 90, out 90"))
		m := &j.Mouldings[0]
		m.Kind, m.Height, m.Thickness = job.KindCrown, *plantest.Typed("4"), *plantest.Typed("4")
		j.Rooms[0].Runs[0].Level = job.Ceiling
		return plantest.Build(t, j)
	}
	for _, inside := range []string{"mitre", "cope"} {
		p := alcove("6", inside)
		f := plantest.Finding(t, p, "ends_cross")
		assert.Equal(t, finding.Stop, f.Severity)
		assert.Equal(t, "k.w3", f.ID)
		assert.Contains(t, f.Why, `8"`)
		assert.Contains(t, f.Remedy, "smaller moulding")
		assert.NotEmpty(t, plantest.Piece(t, p, "k.w3").Held)
		last := p.Cuts()[len(p.Cuts())-1]
		assert.Equal(t, "k.w3", last.Piece, "what is held back comes last at the saw")
		p = alcove("9", inside)
		assert.NotContains(t, plantest.Codes(p), "ends_cross")
		assert.Empty(t, plantest.Piece(t, p, "k.w3").Held)
	}
	// The line that the faces of the walls' mouldings leave between them, whatever the corners.
	rapid.Check(t, func(t *rapid.T) {
		a, b := float64(rapid.IntRange(700, 1400).Draw(t, "left"))/10, float64(rapid.IntRange(700, 1400).Draw(t, "right"))/10
		sixteenths := rapid.IntRange(4, 200).Draw(t, "wide")
		wide := float64(sixteenths) / 16
		j := plantest.Read(t, plantest.Room(false, `"inside":"cope"`, fmt.Sprintf("60, %d/16, 60", sixteenths), fmt.Sprintf("%v, %v", a, b)))
		j.Mouldings[0].Thickness = *plantest.Typed("2")
		need := 2/math.Tan(a*math.Pi/360) + 2/math.Tan(b*math.Pi/360)
		if math.Abs(need-wide) < 1e-3 {
			return
		}
		p := plantest.Build(t, j)
		_, crosses := plantest.Find(p, "ends_cross")
		if _, vanishes := plantest.Find(p, "piece_vanishes"); vanishes { // its square ends stop further short than that
			crosses = true
		}
		assert.Equal(t, wide < need, crosses, "it takes %v of %v", need, wide)
	})
}
