package survey

import (
	"gnomon/core/job"
	"gnomon/core/measure"
)

// What a turn may be instead of what it was taken for.
const (
	AsOtherSide = "side"   // an outside corner taken for an inside one, or the other way
	AsSwapped   = "digits" // two digits that stand beside each other changed places
)

// AsScale names a reading that stood on another scale.
func AsScale(s job.Scale) string { return "scale " + string(s) }

// OtherTurns are the turns that a reading would be had it been taken on another
// scale, at a corner of the other kind, or with two of its digits swapped.
func OtherTurns(kind job.CornerKind, reading measure.Angle, scale job.Scale) []OtherTurn {
	var out []OtherTurn
	add := func(as string, r measure.Angle, s job.Scale, k job.CornerKind) {
		if theta, ok := Theta(r, s); ok && !Improbable(theta) {
			out = append(out, OtherTurn{as, Turn(theta, k)})
		}
	}
	for _, s := range Scales {
		if s != scale {
			add(AsScale(s), reading, s, kind)
		}
	}
	add(AsOtherSide, reading, scale, OtherSide(kind))
	for _, t := range swaps(reading.Text(6)) {
		if a, err := measure.ParseAngle(t); err == nil {
			add(AsSwapped, a, scale, kind)
		}
	}
	return out
}

// OtherSide is the other kind of corner.
func OtherSide(k job.CornerKind) job.CornerKind {
	if k == job.Outside {
		return job.Inside
	}
	return job.Outside
}

// OtherLengths are the lengths that a text would be with two of its digits
// swapped. What is taken off the reading is taken off them too.
func OtherLengths(e job.Entry, unit measure.Unit, off measure.Length) []OtherLength {
	var out []OtherLength
	for _, t := range swaps(e.Text) {
		if l, err := measure.ParseLength(t, unit); err == nil && l != e.Length && l > off {
			out = append(out, OtherLength{AsSwapped, l - off})
		}
	}
	return out
}

// swaps are a text with each two neighbouring digits that differ changed over.
func swaps(text string) []string {
	var out []string
	b := []byte(text)
	digit := func(c byte) bool { return c >= '0' && c <= '9' }
	for i := 0; i+1 < len(b); i++ {
		if digit(b[i]) && digit(b[i+1]) && b[i] != b[i+1] {
			c := append([]byte{}, b...)
			c[i], c[i+1] = c[i+1], c[i]
			out = append(out, string(c))
		}
	}
	return out
}
