package plan_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

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
