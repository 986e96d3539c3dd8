package job

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"gnomon/core/measure"
)

// Entry is a length as typed, beside what it means. In JSON it is the text, or
// a number in the job's unit; what it means is known once it is resolved with
// a unit.
type Entry struct {
	Length measure.Length
	Text   string
}

// Typed reads an entry in a field of the given unit.
func Typed(text string, unit measure.Unit) (Entry, error) {
	l, err := measure.ParseLength(text, unit)
	return Entry{Length: l, Text: text}, err
}

// MarshalJSON writes the text.
func (e Entry) MarshalJSON() ([]byte, error) { return json.Marshal(e.Text) }

// UnmarshalJSON takes text or a number; it does not resolve it.
func (e *Entry) UnmarshalJSON(b []byte) error {
	b = bytes.TrimSpace(b)
	switch {
	case len(b) > 0 && b[0] == '"':
		return json.Unmarshal(b, &e.Text)
	case len(b) > 0 && (b[0] == '-' || b[0] >= '0' && b[0] <= '9'):
		e.Text = string(b)
		return nil
	}
	return fmt.Errorf("a length is text like \"96 1/2\" or a number, not %s", b)
}

// Signed reads an entry that may go the other way: a minus before the length.
func Signed(text string, unit measure.Unit) (Entry, error) {
	body := strings.TrimSpace(text)
	for _, minus := range []string{"-", "−"} {
		if rest, ok := strings.CutPrefix(body, minus); ok {
			e, err := Typed(rest, unit)
			return Entry{Length: -e.Length, Text: text}, err
		}
	}
	return Typed(text, unit)
}

// signed are the fields that may be negative.
var signed = map[string]bool{"bow": true, "proud_left": true, "proud_right": true, "proud_head": true, "sash_left": true}

// TypedIn reads an entry in a field by its name, which may go the other way in some.
func TypedIn(field, text string, unit measure.Unit) (Entry, error) {
	if signed[field] {
		return Signed(text, unit)
	}
	return Typed(text, unit)
}

// resolve works out what the text means in a field of the unit.
func (e *Entry) resolve(field string, unit measure.Unit) error {
	v, err := TypedIn(field, e.Text, unit)
	if err == nil {
		*e = v
	}
	return err
}

// settle rewrites the text where it would not read back to the same length in
// a field of the unit, which happens when it was typed under another one.
func (e *Entry) settle(unit measure.Unit) {
	v, err := Signed(e.Text, unit)
	if err == nil && v.Length == e.Length {
		return
	}
	e.Text = e.Length.Abs().String()
	if e.Length < 0 {
		e.Text = "-" + e.Text
	}
}

// Shown is the text to put back into a field of the unit.
func (e Entry) Shown(unit measure.Unit) string {
	e.settle(unit)
	return e.Text
}

// entries calls f for every length in the job, with what it is called.
func (j *Job) entries(f func(thing, field string, e *Entry) error) error { return entriesWithin(j, f) }

func (m *Moulding) entries(f func(thing, field string, e *Entry) error) error {
	thing := "moulding " + m.ID
	list := m.MouldingFacts.list()
	for _, n := range []named{{"height", &m.Height}, {"thickness", &m.Thickness}} {
		if !m.Drawn() || n.e.Text != "" { // Normalise takes what is left out from the section
			list = append(list, n)
		}
	}
	for i := range m.Sticks {
		list = append(list, named{"sticks", &m.Sticks[i].Entry})
	}
	return each(f, thing, list...)
}

func (r *Room) entries(f func(thing, field string, e *Entry) error) error {
	if err := each(f, "room "+r.ID, append(append(entriesIn(&r.Ends), entriesIn(&r.Overhead)...), named{"ceiling", r.Look.Ceiling})...); err != nil {
		return err
	}
	return entriesWithin(r, f)
}

func (w *Wall) entries(f func(thing, field string, e *Entry) error) error {
	if err := entriesWithin(w, f); err != nil {
		return err
	}
	return each(f, "wall "+w.ID, entriesIn(w)...)
}

func (c *Corner) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "corner "+c.ID, entriesIn(c)...)
}

// Measured is anything of a job that holds lengths.
type Measured interface {
	entries(func(thing, field string, e *Entry) error) error
}

// Resolve works out every length of a value read from JSON, in the unit given.
// The error is an *Invalid naming the first that cannot be read.
func Resolve(v Measured, unit measure.Unit) error {
	return v.entries(func(thing, field string, e *Entry) error {
		if e.Text == "" && e.Length == 0 && optional[thing] {
			return nil // left out: Normalise gives the default
		}
		if err := e.resolve(field, FieldUnit(field, unit)); err != nil {
			return Unreadable(thing, field, e.Text, err)
		}
		return nil
	})
}

// FieldUnit is what a bare number means in a field of a job in the unit: feet or
// metres for what is called out at a quick look, else the unit itself.
func FieldUnit(field string, unit measure.Unit) measure.Unit {
	switch {
	case field != "rough" && field != "ceiling":
		return unit
	case unit.Metric():
		return measure.UnitMetre
	}
	return measure.UnitFoot
}

// optional are the things of a job whose lengths may be left out.
var optional = map[string]bool{"cutting": true, "doors": true, "prices": true, "times": true, "tools": true, "rules": true}

// Unreadable turns what a parser of package measure says into an *Invalid that
// names the thing and its field.
func Unreadable(thing, field, text string, err error) *Invalid {
	in := &Invalid{Thing: thing, Field: field, Value: text, Reason: err.Error()}
	if p, ok := err.(*measure.ParseError); ok {
		in.Reason, in.Remedy = p.Reason, p.Remedy
	}
	return in
}

// Settle makes every text of the value read back to its own length in a field
// of the unit; call it before writing the value as JSON.
func Settle(v Measured, unit measure.Unit) {
	_ = v.entries(func(_, field string, e *Entry) error { e.settle(FieldUnit(field, unit)); return nil })
}

// exact marks a text that stands for a length by itself, in nanometres, as in "nm:2451100000 96 1/2".
const exact = "nm:"

// Exactly makes every text of a value tell its own length and the text as it was typed, also where that
// was typed under another unit than the one given; call it before keeping the value as JSON. ResolveExactly
// brings both back.
func Exactly(v Measured, unit measure.Unit) {
	_ = v.entries(func(_, field string, e *Entry) error {
		if r, err := Signed(e.Text, FieldUnit(field, unit)); err != nil || r.Length != e.Length {
			e.Text = fmt.Sprintf("%s%d %s", exact, int64(e.Length), e.Text)
		}
		return nil
	})
}

// ResolveExactly is Resolve for a value that was kept by Exactly.
func ResolveExactly(v Measured, unit measure.Unit) error {
	kept := map[*Entry]Entry{}
	_ = v.entries(func(_, field string, e *Entry) error {
		if body, is := strings.CutPrefix(e.Text, exact); is {
			nm, text, _ := strings.Cut(body, " ")
			n, err := strconv.ParseInt(nm, 10, 64)
			if err != nil {
				return nil // Resolve says what is wrong with it
			}
			kept[e] = Entry{Length: measure.Length(n), Text: text}
			e.Text = "0"
		}
		return nil
	})
	err := Resolve(v, unit)
	for e, k := range kept {
		*e = k
	}
	return err
}

// Plainly makes every text of a value its length alone, so that two that mean the same are written the same.
func Plainly(v Measured) {
	_ = v.entries(func(_, _ string, e *Entry) error { e.Text = strconv.FormatInt(int64(e.Length), 10); return nil })
}
