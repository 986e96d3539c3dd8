package sight

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestSeam(t *testing.T) {
	// Come in at the origin; the corner lies straight ahead; what runs through comes from
	// behind the eye, or from the side.
	assert.InDelta(t, 1, seam([2]float64{0, 0}, [2]float64{0, 10}, [2]float64{0, 1}), 1e-12)
	assert.InDelta(t, 0, seam([2]float64{0, 0}, [2]float64{0, 10}, [2]float64{1, 0}), 1e-12)
	assert.InDelta(t, 0, seam([2]float64{0, 0}, [2]float64{0, 10}, [2]float64{0, -1}), 1e-12)
	assert.InDelta(t, math.Sqrt2/2, seam([2]float64{0, 0}, [2]float64{10, 10}, [2]float64{1, 0}), 1e-12)
	assert.Zero(t, seam([2]float64{1, 1}, [2]float64{1, 1}, [2]float64{1, 0}))
	// 30° off square, a scarf at 45: cos 75 lapped toward the eye, cos 15 away from it.
	assert.InDelta(t, 0.258819, scarfEdge(30, 45, true), 1e-6)
	assert.InDelta(t, 0.965926, scarfEdge(30, 45, false), 1e-6)
	assert.Zero(t, scarfEdge(60, 45, true))
}
