package money

import (
	"encoding/json"
	"math/big"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestParse(t *testing.T) {
	for text, want := range map[string]Cents{"24.50": 2450, "24,50": 2450, "24.5": 2450, "$24": 2400, "1,250.00": 125000, "1.250,00": 125000, "1 250": 125000,
		"0.05": 5, ".5": 50, "12 €": 1200, "1,250": 125000, "24.500": 2450, "7.": 700} {
		got, err := Parse(text)
		require.NoError(t, err, text)
		assert.Equal(t, want, got, text)
	}
	for _, text := range []string{"", "abc", "-3", "24.505", "99999999999999999999", "1x2", "$"} {
		_, err := Parse(text)
		var bad *Error
		require.ErrorAs(t, err, &bad, text)
		assert.NotEmpty(t, bad.Remedy)
	}
}

func TestText(t *testing.T) {
	assert.Equal(t, "$1,234,567.05", Cents(123456705).Text("$"))
	assert.Equal(t, "−$0.40", Cents(-40).Text("$"))
	assert.Equal(t, "-0.40", Cents(-40).String())
	b, err := json.Marshal([]any{Cents(2450), Percent(825), Percent(1000)})
	require.NoError(t, err)
	assert.Equal(t, "[24.50,8.25,10]", string(b))
	var c Cents
	var p Percent
	require.NoError(t, json.Unmarshal([]byte(`"$3.20"`), &c))
	require.NoError(t, json.Unmarshal([]byte(`12.5`), &p))
	assert.Equal(t, Cents(320), c)
	assert.Equal(t, Percent(1250), p)
	assert.Error(t, json.Unmarshal([]byte(`true`), &c))
	for _, bad := range []string{"1001", "-1", "x", "$5"} {
		_, err := ParsePercent(bad)
		assert.Error(t, err, bad)
	}
}

// Of is the exact quotient, rounded half up, whatever the sizes.
func TestOf(t *testing.T) {
	assert.Equal(t, Cents(13), Cents(25).Of(1, 2), "half a cent goes up")
	assert.Equal(t, Cents(-13), Cents(-25).Of(1, 2))
	assert.Equal(t, Max, Cents(1<<60).Of(1<<60, 1))
	assert.Equal(t, Cents(41), Percent(825).Of(500))
	rapid.Check(t, func(t *rapid.T) {
		c, n, u := rapid.Int64Range(0, int64(Max)).Draw(t, "c"), rapid.Int64Range(0, 1e13).Draw(t, "n"), rapid.Int64Range(1, 1e10).Draw(t, "u")
		want := new(big.Int).Mul(big.NewInt(c), big.NewInt(n))
		want.Add(want, big.NewInt(u/2)).Div(want, big.NewInt(u))
		got := Cents(c).Of(n, u)
		if want.IsInt64() && want.Int64() <= 1<<62 {
			assert.Equal(t, want.Int64(), int64(got))
		} else {
			assert.Equal(t, Max, got)
		}
	})
}

func TestParseReadsWhatStringWrites(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := Cents(rapid.Int64Range(0, int64(Max)).Draw(t, "c"))
		for _, s := range []string{c.String(), c.Text("$"), c.Text("€")} {
			got, err := Parse(s)
			assert.NoError(t, err)
			assert.Equal(t, c, got, s)
		}
	})
}

func TestDifference(t *testing.T) {
	assert.Equal(t, []string{"$4.20 more", "$0.05 less", "the same"}, []string{Cents(4_20).Difference("$"), Cents(-5).Difference("$"), Cents(0).Difference("$")})
}

// A list or an object is no amount, whatever digits stand in it.
func TestNoAmount(t *testing.T) {
	for _, bad := range []string{`[1]`, `{"colour":1}`, `true`, `""`} {
		var c Cents
		assert.Error(t, json.Unmarshal([]byte(bad), &c), bad)
		var p Percent
		assert.Error(t, json.Unmarshal([]byte(bad), &p), bad)
	}
}
