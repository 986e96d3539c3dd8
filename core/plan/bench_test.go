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

// house is a job of n rooms of 12 walls and doors that close, the same for the
// same n; open ones have their last wall a foot too long.
func house(n int, open bool) string {
	rnd := rand.New(rand.NewPCG(1, 2))
	var rooms []string
	for i := range n {
		var walls, corners, openings []string
		var l [12]int // in sixteenths
		for k := range l {
			l[k] = 16*(20+rnd.IntN(17)) + 1 + 2*rnd.IntN(8)
			if k == 1 || k == 5 || k == 9 {
				l[k] += 80 * 16
			}
		}
		l[0] = l[2] + l[4] + l[6] + l[8] + l[10]
		l[11] = l[1] - l[3] + l[5] - l[7] + l[9]
		if open {
			l[11] += 12 * 16
		}
		for k := range 12 {
			kind := "inside"
			if k == 3 || k == 4 || k == 7 || k == 8 {
				kind = "outside"
			}
			walls = append(walls, fmt.Sprintf(`{"id":"r%dw%d","length":"%d %d/16"}`, i, k, l[k]/16, l[k]%16))
			corners = append(corners, fmt.Sprintf(`{"id":"r%dc%d","kind":%q,"reading":%.1f}`, i, k, kind, 89.7+0.6*rnd.Float64()))
		}
		for k := range 2 {
			openings = append(openings, fmt.Sprintf(`{"id":"r%do%d","wall":"r%dw%d","from":"4","width":"12"}`, i, k, i, 5*k))
		}
		rooms = append(rooms, fmt.Sprintf(`{"id":"r%d","closed":true,"walls":[%s],"corners":[%s],"openings":[%s],"runs":[{"id":"k%d","moulding":"b"}]}`,
			i, strings.Join(walls, ","), strings.Join(corners, ","), strings.Join(openings, ","), i))
	}
	return `{"gnomon":1,"mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","profiled":true,"sticks":["40'"]}],"rooms":[` + strings.Join(rooms, ",") + `]}`
}

func TestSameJobSamePlan(t *testing.T) {
	a, err := json.Marshal(build(t, read(t, house(8, false))))
	require.NoError(t, err)
	b, err := json.Marshal(build(t, read(t, house(8, false))))
	require.NoError(t, err)
	assert.Equal(t, a, b)
}

// BenchmarkBuild plans a house of 30 rooms, 420 pieces.
func BenchmarkBuild(b *testing.B) {
	for _, open := range []bool{false, true} {
		j := read(b, house(30, open))
		require.Len(b, build(b, j).Pieces, 420)
		b.Run(map[bool]string{false: "closes", true: "every room open"}[open], func(b *testing.B) {
			for b.Loop() {
				if _, err := plan.Build(j); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
