package survey

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
)

func TestTheta(t *testing.T) {
	for _, c := range []struct {
		reading measure.Angle
		scale   job.Scale
		theta   measure.Angle
		ok      bool
	}{
		{91.5, job.ScaleCorner, 91.5, true}, {88.5, job.ScaleDeflection, 91.5, true}, {44.25, job.ScaleMitre, 91.5, true},
		{0, job.ScaleCorner, 0, false}, {180, job.ScaleCorner, 180, false}, {90, job.ScaleMitre, 0, false}, {0, job.ScaleMitre, 180, false},
		{180, job.ScaleDeflection, 0, false}, {-4, job.ScaleCorner, -4, false},
	} {
		theta, ok := Theta(c.reading, c.scale)
		assert.Equal(t, c.ok, ok, "%v on %s", c.reading, c.scale)
		assert.InDelta(t, float64(c.theta), float64(theta), 1e-12)
	}
}

// One corner, read on each scale, is the same corner.
func TestScalesAgree(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(0.01, 179.99).Draw(t, "theta"))
		for s, reading := range map[job.Scale]measure.Angle{job.ScaleCorner: theta, job.ScaleDeflection: 180 - theta, job.ScaleMitre: (180 - theta) / 2} {
			back, ok := Theta(reading, s)
			assert.True(t, ok)
			assert.InDelta(t, float64(theta), float64(back), 1e-9)
		}
	})
}

func TestLooksLike(t *testing.T) {
	assert.Equal(t, []job.Scale{job.ScaleMitre, job.ScaleDeflection}, LooksLike(45, job.ScaleCorner), "square before a bay")
	assert.Equal(t, []job.Scale{job.ScaleDeflection, job.ScaleMitre}, LooksLike(60, job.ScaleCorner))
	assert.Equal(t, []job.Scale{job.ScaleCorner, job.ScaleDeflection}, LooksLike(90, job.ScaleMitre))
	assert.Empty(t, LooksLike(179, job.ScaleCorner))
}

func TestTurn(t *testing.T) {
	assert.Equal(t, measure.Angle(-90), Turn(90, job.Outside))
	assert.Equal(t, measure.Angle(88.5), Turn(91.5, job.Inside))
	assert.Equal(t, []OtherTurn{{AsScale(job.ScaleDeflection), 45}, {AsScale(job.ScaleMitre), 90}}, OtherTurns(job.Inside, 45, job.ScaleCorner))
	assert.Equal(t, []OtherTurn{{AsScale(job.ScaleDeflection), 87.5}, {AsOtherSide, -87.5}, {AsSwapped, 57.1}, {AsSwapped, 0}}[1],
		OtherTurns(job.Inside, 92.5, job.ScaleCorner)[1])
}

// A room drawn from its own lengths and turns comes back to where it began, and
// what one wall is too long shows as the gap.
func TestTraverse(t *testing.T) {
	leg := func(in int64, turn measure.Angle) Leg { return Leg{measure.Length(in) * measure.Inch, turn} }
	s := Traverse([]Leg{leg(144, 90), leg(96, 90), leg(60, -90), leg(48, 90), leg(84, 90), leg(144, 90)})
	assert.Less(t, Misclosure(s), 10*measure.Nanometre)
	assert.InDelta(t, 144, s[1].To.X, 1e-9)
	assert.InDelta(t, 96, s[1].To.Y, 1e-9, "the second wall goes down the page")
	s = Traverse([]Leg{leg(144, 90), leg(96, 90), leg(144, 90), leg(108, 90)})
	assert.InDelta(t, 12, Misclosure(s).Inches(), 1e-6)
	assert.Zero(t, Misclosure(nil))
}
