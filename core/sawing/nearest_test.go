package sawing

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// The nearest next cut is what looking at every one that is left would find: the first that
// needs no move of the saw, else the first of the least move.
func TestNearestIsThatOfAll(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 40).Draw(t, "sticks")
		first, last, left := make([]*piece.End, n), make([]*piece.End, n), make([]int, n)
		end := func() *piece.End {
			e := &piece.End{Fence: rapid.SampledFrom([]joint.Hand{"", "", joint.Left}).Draw(t, "fence")}
			if rapid.IntRange(0, 5).Draw(t, "set") > 0 {
				e.Dial = &saw.Dial{Mitre: measure.Angle(rapid.IntRange(-6, 6).Draw(t, "mitre")), Bevel: measure.Angle(rapid.IntRange(0, 2).Draw(t, "bevel"))}
			}
			return e
		}
		for i := range n {
			first[i], last[i], left[i] = end(), end(), i
		}
		near := newNearest(left, first)
		var at *piece.End
		for len(left) > 0 {
			best, off := 0, 1e9
			for k, i := range left {
				d := 1e8
				switch {
				case at == nil:
					d = 0
				case at.SameSetting(first[i]):
					d = -1
				case at.Dial != nil && first[i].Dial != nil:
					d = float64((at.Dial.Mitre - first[i].Dial.Mitre).Abs() + 2*(at.Dial.Bevel-first[i].Dial.Bevel).Abs())
				}
				if d < off {
					best, off = k, d
				}
			}
			assert.Equal(t, left[best], near.take(at))
			at = last[left[best]]
			left = append(left[:best:best], left[best+1:]...)
		}
	})
}
