package joint

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/measure"
)

func TestEnds(t *testing.T) {
	assert.Equal(t, Normal{1, 0, 0}, SquareEnd())
	assert.Equal(t, Normal{-1, 0, 0}, SquareEnd().At(Left))
	n := InsideEnd(90)
	assert.InDelta(t, -math.Sqrt2/2, n.Y, 1e-12, "back long")
	assert.InDelta(t, math.Sqrt2/2, OutsideEnd(90).Y, 1e-12, "back short")
	assert.Equal(t, measure.Angle(44.25), Half(91.5))
	assert.Equal(t, Right, Left.Other())
	assert.Equal(t, Left, Right.Other())
}

// The slope is −tan h at an inside right end, +tan h at an outside one, and
// the opposite at left ends.
func TestSlope(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(5, 179).Draw(t, "theta"))
		tan := Half(theta).Tan()
		assert.InDelta(t, -tan, InsideEnd(theta).Slope(), 1e-9)
		assert.InDelta(t, tan, InsideEnd(theta).At(Left).Slope(), 1e-9)
		assert.InDelta(t, tan, OutsideEnd(theta).Slope(), 1e-9)
		assert.InDelta(t, -tan, OutsideEnd(theta).At(Left).Slope(), 1e-9)
	})
	assert.False(t, math.Signbit(SquareEnd().At(Left).Slope()))
}

// At an acute corner of θ the other wall leans over the piece by u·cot θ at a
// distance u out: a square end that stops SquareReach short touches it with
// its front tip and no more, and the covering piece still hides it.
func TestSquareReach(t *testing.T) {
	const p = 9 * measure.Inch / 16
	assert.Zero(t, SquareReach(90, p))
	assert.Zero(t, SquareReach(91, p))
	assert.InDelta(t, 0.5625/math.Sqrt(3), SquareReach(60, p).Inches(), 1e-6)
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(20, 89.99).Draw(t, "theta"))
		e := SquareReach(theta, p).Inches()
		// The wall's line through the corner: distance of the tip from it.
		tip := e*theta.Sin() - 0.5625*theta.Cos()
		assert.InDelta(t, 0, tip, 1e-6)
		assert.GreaterOrEqual(t, tip, 0.0)
		cover := ThinnestThatCovers(theta, p)
		assert.Less(t, cover, p, "flat stock always covers")
		assert.InDelta(t, e, cover.Inches()*(theta/2).Cot(), 1e-6)
	})
	assert.Zero(t, ThinnestThatCovers(95, p))
}

// The two parts of a scarf meet in one plane: the same slope at the right end of
// one and the left end of the other.
func TestScarfMates(t *testing.T) {
	for _, phi := range []measure.Angle{45, 22.5} {
		under, over := ScarfEnd(phi, true), ScarfEnd(phi, false).At(Left)
		assert.Equal(t, Normal{-under.X, -under.Y, -under.Z}, over, "opposite planes")
		assert.InDelta(t, -phi.Tan(), under.Slope(), 1e-12)
		assert.InDelta(t, under.Slope(), over.Slope(), 1e-12)
	}
}
