package survey

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// An inverse undoes its matrix, also where the diagonal holds nothing.
func TestInvert(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 8).Draw(t, "n")
		s, was := newSquare(n), newSquare(n)
		for i := range s.a {
			s.a[i] = rapid.Float64Range(-10, 10).Draw(t, "value")
		}
		if n > 1 {
			s.a[0] = 0
		}
		copy(was.a, s.a)
		if !s.invert() {
			return
		}
		largest := 1.0
		for _, v := range s.a {
			largest = max(largest, v, -v)
		}
		for r := range n {
			for c := range n {
				sum, want := 0.0, 0.0
				for k := range n {
					sum += was.at(r, k) * s.at(k, c)
				}
				if r == c {
					want = 1
				}
				assert.InDelta(t, want, sum, 1e-10*largest*largest)
			}
		}
	})
	s := square{2, []float64{1, 2, 2, 4}}
	assert.False(t, s.invert(), "one row is twice the other")
	assert.False(t, newSquare(3).invert())
}
