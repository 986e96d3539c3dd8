package plan_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// A room turned left to right, coped on the other hand, gives the same pieces
// with the same cuts mirrored: lengths stay, mitres change sign, and the other
// side is kept.
func TestMirroredRoomsGiveMirroredSettings(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 9).Draw(t, "walls")
		crown := rapid.SampledFrom([]string{"", "nested", "flat"}).Draw(t, "crown")
		inside := rapid.SampledFrom([]string{"cope", "mitre"}).Draw(t, "inside")
		hand := rapid.SampledFrom([]string{"left", "right"}).Draw(t, "hand")
		other := map[string]string{"left": "right", "right": "left"}[hand]
		var walls, corners []string
		for i := range n {
			walls = append(walls, fmt.Sprintf("%d %d/16", rapid.IntRange(10, 180).Draw(t, "in"), 1+2*rapid.IntRange(0, 7).Draw(t, "16ths")))
			if i < n-1 {
				kind := rapid.SampledFrom([]string{"", "out "}).Draw(t, "kind")
				corners = append(corners, fmt.Sprintf("%s%.1f", kind, rapid.Float64Range(70, 170).Draw(t, "reading")))
			}
		}
		rules := func(h string) string { return fmt.Sprintf(`"inside":%q,"cope_hand":%q`, inside, h) }
		lean := measure.Angle(rapid.IntRange(-2, 2).Draw(t, "lean"))
		at := rapid.IntRange(0, n-1).Draw(t, "leaning wall")
		build := func(h string, w, c []string, leaning int) plan.Plan {
			j := plantest.Read(t, plantest.Room(false, rules(h), strings.Join(w, ", "), strings.Join(c, ", ")))
			if crown != "" { // a saw that tilts and swings alike both ways, for a crown of 38
				m := &j.Mouldings[0]
				m.Kind, m.Height, m.Thickness, j.Rules.Crown = job.KindCrown, *plantest.Typed("4"), *plantest.Typed("3 1/8"), crown
				j.Rooms[0].Runs[0].Level = job.Ceiling
				j.Saws[0].BevelLeft, j.Saws[0].BevelRight, j.Saws[0].MitreLeft, j.Saws[0].MitreRight = 60, 60, 75, 75
			}
			if lean != 0 {
				j.Rooms[0].Walls[leaning].Lean = &job.Lean{Angle: lean}
				j.Saws[0].BevelLeft, j.Saws[0].BevelRight = 60, 60
			}
			p, err := plan.Build(j)
			assert.NoError(t, err)
			return p
		}
		a := build(hand, walls, corners, at)
		slices.Reverse(walls)
		slices.Reverse(corners)
		b := build(other, walls, corners, n-1-at)
		for i, q := range a.Pieces {
			m := b.Pieces[n-1-i]
			assert.Equal(t, q.Cut, m.Cut)
			for _, h := range []joint.Hand{joint.Left, joint.Right} {
				e, f := q.End(h), m.End(h.Other())
				assert.Equal(t, e.Joint, f.Joint)
				assert.Equal(t, e.ToldTo, f.ToldTo)
				assert.InDelta(t, float64(e.Setting.Mitre), -float64(f.Setting.Mitre), 1e-9)
				assert.InDelta(t, float64(e.Setting.Bevel), -float64(f.Setting.Bevel), 1e-9)
				assert.Equal(t, e.Pose.Lie, f.Pose.Lie)
				assert.Equal(t, e.TopLong, f.TopLong)
				assert.NotEqual(t, e.Setting.Keep, f.Setting.Keep)
			}
		}
	})
}
