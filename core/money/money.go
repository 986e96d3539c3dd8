// Package money counts in whole cents, so that sums are exact. A line is
// rounded once, half away from zero, when it is worked out; totals are sums of
// lines. It knows no currency: the sign is the job's.
package money

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/bits"
	"strings"
)

// Cents is an amount.
type Cents int64

// Max is the largest amount that can be typed; ten million is a slip.
const Max Cents = 10_000_000_00

// Error says what in a text is no amount, and the way out.
type Error struct{ Text, Reason, Remedy string }

func (e *Error) Error() string { return fmt.Sprintf("%q %s; %s", e.Text, e.Reason, e.Remedy) }

// Parse reads an amount as people write it: 24.50, 24,50, $24.5, 1,250.00,
// 1 250. The sign of the currency, before or behind, is passed over.
func Parse(text string) (Cents, error) {
	bad := func(reason string) (Cents, error) {
		return 0, &Error{text, reason, "write an amount such as 24.50"}
	}
	s := strings.TrimSpace(text)
	s = strings.TrimSpace(strings.TrimFunc(s, func(r rune) bool { return !(r >= '0' && r <= '9' || r == '-' || r == '.' || r == ',') }))
	if s == "" {
		return bad("is no amount")
	}
	if strings.HasPrefix(s, "-") || strings.Contains(text, "-") {
		return bad("is negative")
	}
	// What follows the last point or comma is cents when it has one or two
	// digits; three digits are thousands.
	whole, frac := s, ""
	if i := strings.LastIndexAny(s, ".,"); i >= 0 && (len(s)-i-1 != 3 || s[i] == '.' && !strings.ContainsAny(s[:i], ".,")) {
		whole, frac = s[:i], s[i+1:]
	}
	if len(frac) > 2 {
		if strings.Trim(frac[2:], "0") != "" {
			return bad("has parts of a cent")
		}
		frac = frac[:2]
	}
	frac = (frac + "00")[:2]
	n := Cents(0)
	digits := 0
	for _, r := range whole + frac {
		switch {
		case r >= '0' && r <= '9':
			n = n*10 + Cents(r-'0')
			digits++
		case r == ',' || r == '.' || r == ' ' || r == '\'' || r == '\u00a0' || r == '\u202f':
		default:
			return bad(fmt.Sprintf("holds %q", r))
		}
		if n > Max {
			return bad("is more than ten million")
		}
	}
	if digits == 0 {
		return bad("is no amount")
	}
	return n, nil
}

// String is the amount with two decimals and no sign of a currency.
func (c Cents) String() string {
	sign := ""
	if c < 0 {
		sign, c = "-", -c
	}
	return fmt.Sprintf("%s%d.%02d", sign, c/100, c%100)
}

// Plain is the number without idle decimals: 24.5, 110.
func (c Cents) Plain() string {
	return strings.TrimSuffix(strings.TrimRight(c.String(), "0"), ".")
}

// Text is the amount with its currency, thousands apart: $1,250.00.
func (c Cents) Text(currency string) string {
	sign := ""
	if c < 0 {
		sign, c = "−", -c
	}
	s := fmt.Sprint(int64(c) / 100)
	for i := len(s) - 3; i > 0; i -= 3 {
		s = s[:i] + "," + s[i:]
	}
	return fmt.Sprintf("%s%s%s.%02d", sign, currency, s, int64(c)%100)
}

// MarshalJSON writes a number with two decimals.
func (c Cents) MarshalJSON() ([]byte, error) { return []byte(c.String()), nil }

// UnmarshalJSON reads a number, or text as typed; null is nothing.
func (c *Cents) UnmarshalJSON(b []byte) error {
	b = bytes.TrimSpace(b)
	if string(b) == "null" {
		*c = 0
		return nil
	}
	s, err := written(b)
	if err != nil {
		return err
	}
	v, err := Parse(s)
	if err == nil {
		*c = v
	}
	return err
}

// Difference tells in words what something costs beside another, more by c.
func (c Cents) Difference(currency string) string {
	switch {
	case c > 0:
		return c.Text(currency) + " more"
	case c < 0:
		return (-c).Text(currency) + " less"
	}
	return "the same"
}

// written is an amount as it was written, as a number or as text.
func written(b []byte) (string, error) {
	b = bytes.TrimSpace(b)
	if len(b) > 0 && b[0] != '"' && b[0] != '-' && (b[0] < '0' || b[0] > '9') {
		return "", &Error{Text: string(b), Reason: "is no amount", Remedy: "write a number, or text such as 12.50"}
	}
	s := string(b)
	if len(b) > 0 && b[0] == '"' {
		err := json.Unmarshal(b, &s)
		return s, err
	}
	return s, nil
}

// Of is rate × amount / unit, rounded to the cent, half away from zero. amount
// and unit are counted alike and not negative; unit is not 0. What overflows is
// Max.
func (c Cents) Of(amount, unit int64) Cents {
	if c < 0 {
		return -(-c).Of(amount, unit)
	}
	hi, lo := bits.Mul64(uint64(c), uint64(amount))
	lo, carry := bits.Add64(lo, uint64(unit)/2, 0)
	hi += carry
	if hi >= uint64(unit) {
		return Max
	}
	q, _ := bits.Div64(hi, lo, uint64(unit))
	if q > uint64(1<<62) {
		return Max
	}
	return Cents(q)
}

// Percent is a share in hundredths of one in a hundred: 825 is 8.25 %.
type Percent int64

// ParsePercent reads 8.25 or 8.25 %, from 0 to 1000.
func ParsePercent(text string) (Percent, error) {
	s := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(text), "%"))
	v, err := Parse(s)
	if err != nil || v > 1000_00 || strings.ContainsAny(s, "$€£") {
		return 0, &Error{text, "is no share", "write it in percent, from 0 to 1000, such as 8.25"}
	}
	return Percent(v), nil
}

// Of is the share of an amount, rounded to the cent.
func (p Percent) Of(c Cents) Cents { return c.Of(int64(p), 100_00) }

// String is the share without its sign: 8.25, 10.
func (p Percent) String() string { return Cents(p).Plain() }

// MarshalJSON writes a number of percent.
func (p Percent) MarshalJSON() ([]byte, error) { return []byte(p.String()), nil }

// UnmarshalJSON reads a number of percent, or text as typed.
func (p *Percent) UnmarshalJSON(b []byte) error {
	s, err := written(b)
	if err != nil {
		return err
	}
	v, err := ParsePercent(s)
	if err == nil {
		*p = v
	}
	return err
}
