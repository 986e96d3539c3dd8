package measure

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestParseSlope(t *testing.T) {
	for text, want := range map[string]float64{
		"0.4": 0.4, "-0.4": -0.4, "−1/2": -0.5, "1/4 over 48": math.Asin(0.25/48) * 180 / math.Pi, "-5 mm over 1200 mm": -math.Asin(5.0/1200) * 180 / math.Pi, "0": 0,
		"1/4 over 4'": math.Asin(0.25/48) * 180 / math.Pi,
	} {
		a, err := ParseSlope(text, UnitInch)
		assert.NoError(t, err, text)
		assert.InDelta(t, want, float64(a), 1e-9, text)
	}
	for _, bad := range []string{"", "much", "1/4 over", "over 48", "48 over 1/4", "1 over 0", "60", "--1", "1/4 over 48 over 2"} {
		_, err := ParseSlope(bad, UnitInch)
		var p *ParseError
		assert.ErrorAs(t, err, &p, bad)
		if p != nil {
			assert.Equal(t, "lean", p.What)
			assert.NotEmpty(t, p.Remedy)
		}
	}
}

func FuzzParseSlope(f *testing.F) {
	f.Add("1/4 over 48")
	f.Add("-0.4°")
	f.Fuzz(func(t *testing.T, text string) {
		a, err := ParseSlope(text, UnitMillimetre)
		if err == nil && !(a >= -90 && a <= 90) {
			t.Fatalf("%q is %v", text, a)
		}
	})
}
