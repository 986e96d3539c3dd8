package measure

import (
	"math"
	"strings"
)

// ParseSlope reads how far something is out of plumb or level: degrees such as
// 0.4, or a gap over a length, such as 1/4 over 48 or 5 mm over 1200 mm. A minus
// in front turns it the other way. Bare numbers of the second form take the
// unit. The error is a *ParseError.
func ParseSlope(text string, unit Unit) (Angle, error) {
	body, minus := strings.CutPrefix(strings.TrimSpace(text), "-")
	if !minus {
		body, minus = strings.CutPrefix(body, "−")
	}
	var a Angle
	var err error
	if gap, over, ok := strings.Cut(body, "over"); ok {
		a, err = gapOver(text, gap, over, unit)
	} else {
		a, err = ParseAngle(body)
		if err == nil && a > 45 {
			err = &ParseError{What: "lean", Text: text, Reason: "more than 45° is no lean", Remedy: "write degrees like 0.4, or a gap over a length like 1/4 over 48"}
		}
	}
	if err != nil {
		if p, ok := err.(*ParseError); ok && p.What != "lean" {
			p.What, p.Remedy = "lean", "write degrees like 0.4, or a gap over a length like 1/4 over 48"
		}
		return 0, err
	}
	if minus {
		a = -a
	}
	return a.Clean(), nil
}

func gapOver(text, gap, over string, unit Unit) (Angle, error) {
	g, err := ParseLength(strings.TrimSpace(gap), unit)
	if err != nil {
		return 0, err
	}
	o, err := ParseLength(strings.TrimSpace(over), unit)
	if err != nil {
		return 0, err
	}
	if g > o || o == 0 {
		return 0, &ParseError{What: "lean", Text: text, Reason: "the gap is larger than the length",
			Remedy: "write the gap first, then the level's length, like 1/4 over 48"}
	}
	return FromRadians(math.Asin(float64(g) / float64(o))), nil
}
