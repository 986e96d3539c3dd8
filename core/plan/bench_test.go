package plan_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/plan"
)

// house is a job of n rooms of 12 walls and doors, the same for the same n.
func house(n int) string {
	rnd := rand.New(rand.NewPCG(1, 2))
	var rooms []string
	for i := range n {
		var walls, corners, openings []string
		for k := range 12 {
			kind := "inside"
			if k == 3 || k == 4 || k == 7 || k == 8 {
				kind = "outside"
			}
			walls = append(walls, fmt.Sprintf(`{"id":"r%dw%d","length":"%d %d/16"}`, i, k, 20+rnd.IntN(160), 1+2*rnd.IntN(8)))
			corners = append(corners, fmt.Sprintf(`{"id":"r%dc%d","kind":%q,"reading":%.1f}`, i, k, kind, 88+4*rnd.Float64()))
		}
		for k := range 2 {
			openings = append(openings, fmt.Sprintf(`{"id":"r%do%d","wall":"r%dw%d","from":"4","width":"12"}`, i, k, i, 5*k))
		}
		rooms = append(rooms, fmt.Sprintf(`{"id":"r%d","closed":true,"walls":[%s],"corners":[%s],"openings":[%s],"runs":[{"id":"k%d","moulding":"b"}]}`,
			i, strings.Join(walls, ","), strings.Join(corners, ","), strings.Join(openings, ","), i))
	}
	return `{"gnomon":1,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["16'"]}],"rooms":[` + strings.Join(rooms, ",") + `]}`
}

func TestSameJobSamePlan(t *testing.T) {
	a, err := json.Marshal(build(t, read(t, house(8))))
	require.NoError(t, err)
	b, err := json.Marshal(build(t, read(t, house(8))))
	require.NoError(t, err)
	assert.Equal(t, a, b)
}

// BenchmarkBuild plans a house of 30 rooms, 420 pieces.
func BenchmarkBuild(b *testing.B) {
	j := read(b, house(30))
	p := build(b, j)
	require.Len(b, p.Pieces, 420)
	for b.Loop() {
		if _, err := plan.Build(j); err != nil {
			b.Fatal(err)
		}
	}
}
