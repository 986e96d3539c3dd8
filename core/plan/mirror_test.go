package plan_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/joint"
	"gnomon/core/plan"
)

// A room turned left to right, coped on the other hand, gives the same pieces
// with the same cuts mirrored: lengths stay, mitres change sign, and the other
// side is kept.
func TestMirroredRoomsGiveMirroredSettings(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 9).Draw(t, "walls")
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
		build := func(h string, w, c []string) plan.Plan {
			p, err := plan.Build(read(t, room(false, rules(h), strings.Join(w, ", "), strings.Join(c, ", "))))
			assert.NoError(t, err)
			return p
		}
		a := build(hand, walls, corners)
		slices.Reverse(walls)
		slices.Reverse(corners)
		b := build(other, walls, corners)
		for i, q := range a.Pieces {
			m := b.Pieces[n-1-i]
			assert.Equal(t, q.Cut, m.Cut)
			for _, h := range []joint.Hand{joint.Left, joint.Right} {
				e, f := q.End(h), m.End(h.Other())
				assert.Equal(t, e.Joint, f.Joint)
				assert.Equal(t, e.ToldTo, f.ToldTo)
				assert.InDelta(t, float64(e.Setting.Mitre), -float64(f.Setting.Mitre), 1e-9)
				assert.NotEqual(t, e.Setting.Keep, f.Setting.Keep)
			}
		}
	})
}
