package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Length is a distance in nanometres.
type Length int64

// Units of length. All are exact.
const (
	Nanometre   Length = 1
	Millimetre  Length = 1_000_000
	Centimetre  Length = 10 * Millimetre
	Metre       Length = 1000 * Millimetre
	Inch        Length = 25_400_000
	Foot        Length = 12 * Inch
	Sixtyfourth Length = Inch / 64

	// MaxLength is the longest length that can be typed; longer is a slip of
	// the hand in any building.
	MaxLength = 10_000 * Metre
)

// Finest is the finest fraction of an inch that is shown: a sixty-fourth.
const Finest = 64

// FromInches rounds a computed number of inches to the nanometre, half away
// from zero. Use it for results of trigonometry, never for what was typed.
func FromInches(in float64) Length { return Length(math.Round(in * float64(Inch))) }

// Inches is the length in inches.
func (l Length) Inches() float64 { return float64(l) / float64(Inch) }

// Millimetres is the length in millimetres.
func (l Length) Millimetres() float64 { return float64(l) / float64(Millimetre) }

// Times scales the length by a pure number and rounds to the nanometre, half
// away from zero.
func (l Length) Times(k float64) Length { return Length(math.Round(float64(l) * k)) }

// Round rounds to a multiple of step, half away from zero.
func (l Length) Round(step Length) Length {
	return Length(math.Round(float64(l)/float64(step))) * step
}

// Abs is the length without its sign.
func (l Length) Abs() Length { return max(l, -l) }

// Whole rounds down to a whole number of steps; a length is not negative here.
func (l Length) Whole(step Length) Length { return l / step * step }

// UpTo rounds up to a whole number of steps; a length is not negative here.
func (l Length) UpTo(step Length) Length { return (l + step - 1).Whole(step) }

// Parts is a length taken apart for typesetting: feet, whole inches under
// twelve, and a fraction in lowest terms (Num 0 where there is none).
type Parts struct {
	Negative     bool
	Feet, Inches int64
	Num, Den     int64
	TotalInches  int64 // feet and inches together, for a tape read in inches
	Exact        bool  // false where the fraction is rounded
}

// Parts rounds to the nearest 1/den inch, half away from zero, and takes the
// length apart. den must be a power of two from 1 to 64.
func (l Length) Parts(den int64) Parts {
	n := int64(l)
	p := Parts{Negative: n < 0}
	if n < 0 {
		n = -n
	}
	step := int64(Inch) / den
	count := (n + step/2) / step
	p.Exact = count*step == n
	p.Negative = p.Negative && count > 0
	p.TotalInches = count / den
	p.Feet, p.Inches = p.TotalInches/12, p.TotalInches%12
	p.Num, p.Den = count%den, den
	if p.Num == 0 {
		p.Den = 1
	}
	for p.Num > 0 && p.Num%2 == 0 {
		p.Num, p.Den = p.Num/2, p.Den/2
	}
	return p
}

func (p Parts) sign() string {
	if p.Negative {
		return "-"
	}
	return ""
}

func whole(inches, num, den int64) string {
	switch {
	case num == 0:
		return fmt.Sprintf("%d", inches)
	case inches == 0:
		return fmt.Sprintf("%d/%d", num, den)
	}
	return fmt.Sprintf("%d %d/%d", inches, num, den)
}

// FeetInches writes the length as 12' 3 5/8", to the nearest sixty-fourth.
func (l Length) FeetInches() string {
	p := l.Parts(Finest)
	if p.Feet == 0 {
		return p.sign() + whole(p.Inches, p.Num, p.Den) + `"`
	}
	s := fmt.Sprintf("%s%d'", p.sign(), p.Feet)
	if p.Inches == 0 && p.Num == 0 {
		return s
	}
	return s + " " + whole(p.Inches, p.Num, p.Den) + `"`
}

// InchesText writes the length as 147 5/8", to the nearest sixty-fourth.
func (l Length) InchesText() string {
	p := l.Parts(Finest)
	return p.sign() + whole(p.TotalInches, p.Num, p.Den) + `"`
}

// MM writes the number of millimetres without the unit, rounded to the given
// number of decimals (at most 6, where it is exact), trailing zeros dropped.
func (l Length) MM(decimals int) string {
	n, sign := int64(l), ""
	if n < 0 {
		n, sign = -n, "-"
	}
	step := int64(math.Pow10(6 - decimals))
	n = (n + step/2) / step * step
	s := strconv.FormatInt(n/int64(Millimetre), 10)
	if f := n % int64(Millimetre); f > 0 {
		s += "." + strings.TrimRight(fmt.Sprintf("%06d", f), "0")
	}
	if s == "0" {
		sign = ""
	}
	return sign + s
}

// In writes the length as a person working in the unit reads it: feet, inches
// and sixty-fourths, or millimetres to the tenth.
func (l Length) In(u Unit) string {
	if u.Metric() {
		return l.MM(1) + " mm"
	}
	return l.FeetInches()
}

// About writes the length as what is bought or taken time for by it: up to the next foot, or tenth of a metre.
func (l Length) About(u Unit) string {
	step := 12 * Inch
	if u.Metric() {
		step = 100 * Millimetre
	}
	return l.UpTo(step).In(u)
}

// String is FeetInches where that is exact, else exact millimetres.
func (l Length) String() string {
	if l.Parts(Finest).Exact {
		return l.FeetInches()
	}
	return l.MM(6) + " mm"
}

// MarshalText writes the exact value with its unit, so that it reads back to
// the same nanometre.
func (l Length) MarshalText() ([]byte, error) { return []byte(l.String()), nil }

// UnmarshalText reads a length; a bare number is inches.
func (l *Length) UnmarshalText(b []byte) error {
	v, err := ParseLength(string(b), UnitInch)
	if err == nil {
		*l = v
	}
	return err
}
