package measure

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func inch(whole, num, den int64) Length {
	return Length(whole)*Inch + Inch*Length(num)/Length(den)
}

func TestParseLengthTakesWhatPeopleWrite(t *testing.T) {
	for _, c := range []struct {
		text  string
		field Unit
		want  Length
	}{
		{`12' 3 5/8"`, UnitInch, inch(147, 5, 8)},
		{`12-3-5/8`, UnitInch, inch(147, 5, 8)},
		{`12-3-5/8"`, UnitMillimetre, inch(147, 5, 8)},
		{`12'-3 5/8"`, UnitInch, inch(147, 5, 8)},
		{`12-3`, UnitInch, inch(147, 0, 1)},
		{`3-5/8`, UnitInch, inch(3, 5, 8)},
		{`147 5/8`, UnitInch, inch(147, 5, 8)},
		{`147 5/8`, UnitMillimetre, inch(147, 5, 8)},
		{`147.625`, UnitInch, inch(147, 5, 8)},
		{`5/8`, UnitMillimetre, inch(0, 5, 8)},
		{`5/8`, UnitFoot, inch(0, 5, 8)},
		{`9/8`, UnitInch, inch(1, 1, 8)},
		{`3.7425 m`, UnitInch, 3742*Millimetre + 500_000},
		{`3742.5`, UnitMillimetre, 3742*Millimetre + 500_000},
		{`3742.5mm`, UnitInch, 3742*Millimetre + 500_000},
		{`374.25 cm`, UnitInch, 3742*Millimetre + 500_000},
		{`3.7425`, UnitMetre, 3742*Millimetre + 500_000},
		{`11`, UnitFoot, 11 * Foot},
		{`9'6`, UnitFoot, inch(114, 0, 1)},
		{`8'3`, UnitInch, inch(99, 0, 1)},
		{`9 1/2`, UnitFoot, inch(114, 0, 1)},
		{`9½'`, UnitInch, inch(114, 0, 1)},
		{`16'`, UnitMillimetre, 16 * Foot},
		{`11' 4`, UnitInch, inch(136, 0, 1)},
		{`12′ 3⅝″`, UnitInch, inch(147, 5, 8)},
		{`12’ 3 ⁵⁄₈”`, UnitInch, inch(147, 5, 8)},
		{`12 ft 3 5/8 in`, UnitMillimetre, inch(147, 5, 8)},
		{`12 ft. 3 in.`, UnitInch, inch(147, 0, 1)},
		{`7''`, UnitMillimetre, inch(7, 0, 1)},
		{"\u00a096 1/2 ", UnitInch, inch(96, 1, 2)},
		{`.5`, UnitInch, inch(0, 1, 2)},
		{`5.`, UnitInch, inch(5, 0, 1)},
		{`0`, UnitInch, 0},
		{`1/3`, UnitInch, 8_466_667},  // 8 466 666.67
		{`1/128`, UnitInch, 198_438},  // 198 437.5, half away from zero
		{`0.0000005 mm`, UnitInch, 1}, // half a nanometre
		{`0.0000004 mm`, UnitInch, 0},
	} {
		got, err := ParseLength(c.text, c.field)
		require.NoError(t, err, c.text)
		assert.Equal(t, c.want, got, "%s in a field of %s", c.text, c.field)
	}
}

func TestParseLengthRefusesTheRestNamingTheCharacter(t *testing.T) {
	for text, char := range map[string]string{
		`12x`:         "x",
		`3,5`:         ",",
		`-4`:          "-",
		`−4`:          "-",
		`12' 14"`:     "14",
		`3 9/8`:       "9/8",
		`3.5 1/2`:     "1/2",
		`3.5' 2`:      "2",
		`1 2`:         "2",
		`12'3'4`:      "'",
		`5/0`:         "5/0",
		`90°`:         "°",
		`7 furlongs`:  "f",
		`#`:           "#",
		`3 mm 2`:      "2",
		``:            "",
		`   `:         "",
		`12'-`:        "",
		`99999999999`: "",
		`1/9999999`:   "1/9999999",
		`1234567890123456789012345678901234567890`: "1234567890123456789012345678901234567890",
	} {
		_, err := ParseLength(text, UnitInch)
		var p *ParseError
		require.ErrorAs(t, err, &p, text)
		assert.Equal(t, char, p.Char, text)
		assert.NotEmpty(t, p.Remedy)
		assert.Contains(t, err.Error(), p.Reason)
	}
	_, err := ParseLength("12-3", UnitMillimetre)
	require.Error(t, err, "12-3 is not feet and inches in a field of millimetres")
	_, err = ParseLength(string(make([]byte, 5000)), UnitInch)
	require.Error(t, err)
}

func TestLengthIsWrittenAsItIsRead(t *testing.T) {
	for _, c := range []struct {
		l                Length
		feet, inches, mm string
	}{
		{inch(147, 5, 8), `12' 3 5/8"`, `147 5/8"`, "3749.7"},
		{inch(7, 5, 8), `7 5/8"`, `7 5/8"`, "193.7"},
		{inch(136, 0, 1), `11' 4"`, `136"`, "3454.4"},
		{16 * Foot, `16'`, `192"`, "4876.8"},
		{inch(12, 1, 64), `1' 1/64"`, `12 1/64"`, "305.2"},
		{0, `0"`, `0"`, "0"},
		{-inch(7, 1, 2), `-7 1/2"`, `-7 1/2"`, "-190.5"},
		{-1, `0"`, `0"`, "0"},
		{inch(12, 0, 1) - 1, `1'`, `12"`, "304.8"},
	} {
		assert.Equal(t, c.feet, c.l.FeetInches())
		assert.Equal(t, c.inches, c.l.InchesText())
		assert.Equal(t, c.mm, c.l.MM(1))
	}
	assert.Equal(t, Parts{Feet: 12, Inches: 3, Num: 5, Den: 8, TotalInches: 147, Exact: true}, inch(147, 5, 8).Parts(64))
	assert.False(t, Length(1).Parts(64).Exact)
	assert.Equal(t, "3749.7 mm", inch(147, 5, 8).In(UnitMillimetre))
}

// What is written reads back to the same nanometre, whatever the field.
func TestLengthRoundTrip(t *testing.T) {
	fields := []Unit{UnitInch, UnitFoot, UnitMillimetre, UnitMetre}
	rapid.Check(t, func(t *rapid.T) {
		field := rapid.SampledFrom(fields).Draw(t, "field")
		sixtyfourths := Length(rapid.Int64Range(0, 64*12*2000).Draw(t, "n")) * Sixtyfourth
		for _, text := range []string{sixtyfourths.FeetInches(), sixtyfourths.InchesText()} {
			got, err := ParseLength(text, field)
			require.NoError(t, err)
			assert.Equal(t, sixtyfourths, got, text)
		}
		nm := Length(rapid.Int64Range(0, int64(MaxLength)).Draw(t, "nm"))
		got, err := ParseLength(nm.String(), field)
		require.NoError(t, err)
		assert.Equal(t, nm, got, nm.String())
	})
}

func TestLengthInJSON(t *testing.T) {
	b, err := json.Marshal(inch(7, 5, 8))
	require.NoError(t, err)
	assert.JSONEq(t, `"7 5/8\""`, string(b))
	var l Length
	require.NoError(t, json.Unmarshal(b, &l))
	assert.Equal(t, inch(7, 5, 8), l)
	assert.Error(t, json.Unmarshal([]byte(`"7 x"`), &l))
}

func FuzzParseLength(f *testing.F) {
	for _, s := range []string{`12' 3 5/8"`, "12-3-5/8", "3.7425 m", "½", "1/0", "9'6", "--", "5⁄8", "m", "'"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		for _, u := range []Unit{UnitInch, UnitFoot, UnitMillimetre, UnitMetre} {
			l, err := ParseLength(s, u)
			if err != nil {
				continue
			}
			if l < 0 || l > MaxLength {
				t.Fatalf("%q gave %d", s, l)
			}
			back, err := ParseLength(l.String(), u)
			if err != nil || back != l {
				t.Fatalf("%q gave %s, which reads back as %d, %v", s, l, back, err)
			}
		}
	})
}

func TestAboutIsUpToTheNextFootOrTenthOfAMetre(t *testing.T) {
	assert.Equal(t, `323'`, inch(3874, 5, 64).About("in"))
	assert.Equal(t, `12'`, inch(144, 0, 1).About("in"))
	assert.Equal(t, "98500 mm", (98412 * Millimetre).About("mm"))
	assert.Equal(t, `0"`, Length(0).About("in"))
}
