package plan_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/demo"
)

// BenchmarkOneCorner reads one corner anew in jobs of more and more rooms, each with base, shoe and crown.
func BenchmarkOneCorner(b *testing.B) {
	for _, n := range []int{3, 30, 300} {
		b.Run(fmt.Sprint(n, " rooms"), func(b *testing.B) {
			j := plantest.Read(b, string(demo.Flats(n)))
			var kept plan.Kept
			_, err := kept.Build(j)
			require.NoError(b, err)
			for i := 0; b.Loop(); i++ {
				j, _, err = edit.Apply(j, edit.Op{Do: edit.Set, Kind: "reading", ID: "f2-a1", Field: "reading", Value: edit.Raw(89 + float64(i%20)/10)})
				require.NoError(b, err)
				_, err = kept.Build(j)
				require.NoError(b, err)
			}
		})
	}
}

func TestSameJobSamePlan(t *testing.T) {
	a, err := json.Marshal(plantest.Build(t, plantest.Read(t, plantest.House(8, false))))
	require.NoError(t, err)
	b, err := json.Marshal(plantest.Build(t, plantest.Read(t, plantest.House(8, false))))
	require.NoError(t, err)
	assert.Equal(t, a, b)
}

// BenchmarkBuild plans a house of 30 rooms, 420 pieces.
func BenchmarkBuild(b *testing.B) {
	for _, open := range []bool{false, true} {
		j := plantest.Read(b, plantest.House(30, open))
		require.Len(b, plantest.Build(b, j).Pieces, 420)
		b.Run(map[bool]string{false: "closes", true: "every room open"}[open], func(b *testing.B) {
			for b.Loop() {
				if _, err := plan.Build(j); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
