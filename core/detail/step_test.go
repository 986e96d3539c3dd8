package detail

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/measure"
)

// A fall of 3/4: at 45 the link stands 1.0607 between its cuts and takes 3/4 of wall; at
// 30 it is 1 1/2 long and takes 1.299.
func TestStepDown(t *testing.T) {
	f := 3 * measure.Inch / 4
	k := StepDown(f, Slope)
	assert.Equal(t, measure.Angle(22.5), k.Joint)
	assert.InDelta(t, 1.06066, k.Long.Inches(), 1e-5)
	assert.InDelta(t, 0.75, k.Takes.Inches(), 1e-6)
	assert.Equal(t, measure.Angle(45), k.Tip)
	k = StepDown(f, 30)
	assert.InDelta(t, 1.5, k.Long.Inches(), 1e-6)
	assert.InDelta(t, 1.299038, k.Takes.Inches(), 1e-5)
	assert.Equal(t, measure.Angle(60), k.Tip)
	assert.InDelta(t, math.Hypot(k.Takes.Inches(), f.Inches()), k.Long.Inches(), 1e-6, "its length is what it spans")
}
