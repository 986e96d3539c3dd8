package measure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestParseAngle(t *testing.T) {
	for text, want := range map[string]Angle{"90": 90, "88.4": 88.4, "44½": 44.5, "44 1/2": 44.5, "91.5°": 91.5, " 22.5 deg": 22.5, "0": 0, "1/2": 0.5} {
		got, err := ParseAngle(text)
		require.NoError(t, err, text)
		assert.Equal(t, want, got, text)
	}
	for text, char := range map[string]string{"": "", "x": "x", "-4": "-", "90'": "'", "90 mm": "m", "45,5": ",", "361": "", "1 2": "2"} {
		_, err := ParseAngle(text)
		var p *ParseError
		require.ErrorAs(t, err, &p, text)
		assert.Equal(t, char, p.Char, text)
		assert.Equal(t, "angle", p.What)
		assert.Contains(t, p.Remedy, "degrees")
	}
}

func TestAngleRound(t *testing.T) {
	for _, c := range []struct{ a, step, want Angle }{
		{44.75, 0.5, 45}, {-44.75, 0.5, -45}, {44.8, 0.5, 45}, {44.7, 0.5, 44.5}, {44.9, 0.1, 44.9},
		{22.5, 0.25, 22.5}, {-0.1, 0.5, 0}, {33.333, 0, 33.333}, {22.249999999999996, 0.5, 22.5},
	} {
		got := c.a.Round(c.step)
		assert.Equal(t, c.want, got, "%v to %v", c.a, c.step)
		assert.False(t, got == 0 && math.Signbit(float64(got)), "no negative zero")
	}
}

func TestAngleText(t *testing.T) {
	assert.Equal(t, "90°", Angle(90).String())
	assert.Equal(t, "44.75°", Angle(44.75).String())
	assert.Equal(t, "0", Angle(-0.001).Text(1))
	assert.Equal(t, Angle(0), Angle(math.Copysign(0, -1)).Clean())
	assert.InDelta(t, 1, Angle(45).Tan(), 1e-12)
	assert.InDelta(t, 1, Angle(45).Cot(), 1e-12)
	assert.InDelta(t, 60, FromRadians(math.Pi/3).Degrees(), 1e-12)
}
