package decide

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// drawRun makes a closed or open run of up to ten walls, some of them broken by
// an opening, with corners of both kinds.
func drawRun(t *rapid.T) Run {
	n := rapid.IntRange(1, 10).Draw(t, "walls")
	r := Run{Closed: n > 2 && rapid.Bool().Draw(t, "closed"), Rules: job.Rules{
		Inside:   rapid.SampledFrom([]string{job.InsideCope, job.InsideMitre}).Draw(t, "inside"),
		CopeHand: rapid.SampledFrom([]string{job.HandLeft, job.HandRight}).Draw(t, "hand")}}
	corners := n - 1
	if r.Closed {
		corners = n
	}
	insideOnly := rapid.Bool().Draw(t, "insideOnly")
	for range corners {
		k := job.Inside
		if !insideOnly && rapid.IntRange(0, 3).Draw(t, "kind") == 0 {
			k = job.Outside
		}
		r.Corners = append(r.Corners, k)
	}
	for w := range n {
		left, right := w-1, w
		if left < 0 {
			left = -1
			if r.Closed {
				left = n - 1
			}
		}
		if right >= corners {
			right = -1
		}
		length := func() measure.Length { return measure.Length(rapid.IntRange(1, 30).Draw(t, "length")) * measure.Foot }
		if rapid.IntRange(0, 4).Draw(t, "door") == 0 {
			r.Pieces = append(r.Pieces, Piece{"Base", length(), left, -1}, Piece{"Base", length(), -1, right})
			continue
		}
		r.Pieces = append(r.Pieces, Piece{"Base", length(), left, right})
	}
	return r
}

// Whatever the room and the rules, every piece can be hung after what it is
// coped into.
func TestEveryPlanCanBeHung(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRun(t)
		ds := Corners(r)
		order, ring, ok := Order(len(r.Pieces), ds)
		assert.True(t, ok, "ring %v", ring)
		assert.Len(t, order, len(r.Pieces))
		for _, d := range ds {
			if d.Joint == Cope {
				through := d.Left + d.Right - d.Coped
				assert.Less(t, slices.Index(order, through), slices.Index(order, d.Coped))
			}
		}
	})
}

func TestRulesHoldEverywhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawRun(t)
		longest, next := r.ring()
		for _, d := range Corners(r) {
			assert.NotEmpty(t, d.Reason)
			assert.NotEmpty(t, d.Rule)
			if d.Left < 0 || d.Right < 0 {
				assert.Equal(t, Alone, d.Joint)
				continue
			}
			switch {
			case r.Corners[d.Index] == job.Outside:
				assert.Equal(t, Mitre, d.Joint, "an outside corner is mitred")
			case r.Rules.Inside == job.InsideMitre:
				assert.Equal(t, Mitre, d.Joint)
			default:
				assert.Equal(t, Cope, d.Joint)
				if longest >= 0 {
					assert.NotEqual(t, longest, d.Coped, "the longest runs square")
				}
				if d.Left == next && d.Right != next || d.Right == next && d.Left != next {
					assert.Equal(t, next, d.Coped, "its neighbour is coped at both ends")
				}
			}
		}
	})
}

// A ring of copes all on one hand cannot be begun, and is named.
func TestARingIsNamed(t *testing.T) {
	ds := []Corner{{Joint: Cope, Left: 0, Right: 1, Coped: 0}, {Joint: Cope, Left: 1, Right: 2, Coped: 1}, {Joint: Cope, Left: 2, Right: 0, Coped: 2}, {Joint: Mitre, Left: 3, Right: 3}}
	order, ring, ok := Order(4, ds)
	assert.False(t, ok)
	assert.Equal(t, []int{3}, order)
	assert.Equal(t, []int{0, 1, 2}, ring)
}
