package job

import (
	"bytes"
	"encoding/json"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// Stick is a length of moulding as the yard sells it. In JSON it is the length
// alone, or with what it costs and how many there are.
type Stick struct {
	Entry
	Price     money.Cents
	Available *int // how many the yard has; nil for enough
}

type stickFile struct {
	Length    Entry       `json:"length"`
	Price     money.Cents `json:"price"`
	Available *int        `json:"available"`
}

// MarshalJSON writes the length alone where nothing else is known.
func (s Stick) MarshalJSON() ([]byte, error) {
	if s.Price == 0 && s.Available == nil {
		return json.Marshal(s.Entry)
	}
	return json.Marshal(stickFile{s.Entry, s.Price, s.Available})
}

// UnmarshalJSON reads a length or an object; it does not resolve the length.
func (s *Stick) UnmarshalJSON(b []byte) error {
	b = bytes.TrimSpace(b)
	if len(b) == 0 || b[0] != '{' {
		*s = Stick{}
		return s.Entry.UnmarshalJSON(b)
	}
	var f stickFile
	if err := strict(b, &f); err != nil {
		return err
	}
	*s = Stick{f.Length, f.Price, f.Available}
	return nil
}

// Ways of buying a moulding.
const (
	BuyAdvised = ""      // the one that is safer here
	BuyShare   = "share" // running length plus a waste share, in whole sticks
	BuyFit     = "fit"   // the pieces fitted to sticks
)

// Cutting is how sticks are bought and used up.
type Cutting struct {
	Kerf     Entry         `json:"kerf" doc:"what the blade takes out"`
	EndTrim  Entry         `json:"end_trim" doc:"cut off both ends of a stick, its own cut included"`
	Keep     Entry         `json:"keep" doc:"offcuts this long or longer go to the rack"`
	Share    money.Percent `json:"share" doc:"the waste share"`
	Shortest Entry         `json:"shortest" doc:"the shortest part of a scarfed wall"`
	Origin   *Origin       `json:"origin,omitempty" doc:"what the shop had when it was taken from there"`
}

func (c *Cutting) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "cutting", entriesIn(c)...)
}

// texts are defaults in inches and millimetres.
func texts(unit measure.Unit, in, mm string) Entry {
	if unit.Metric() {
		in = mm
	}
	e, _ := Typed(in, unit) // our own text; a test reads it
	return e
}

// DefaultCutting is for a common blade and sticks whose ends can be used.
func DefaultCutting(unit measure.Unit) Cutting {
	return Cutting{Kerf: texts(unit, "1/8", "3.2"), EndTrim: texts(unit, "0", "0"), Keep: texts(unit, "24", "600"), Share: 10_00,
		Shortest: texts(unit, "24", "600")}
}

func (c *Cutting) normalise(unit measure.Unit) {
	d := DefaultCutting(unit)
	if *c == (Cutting{}) {
		*c = d
	}
	c.Kerf, c.EndTrim = orEntry(c.Kerf, d.Kerf), orEntry(c.EndTrim, d.EndTrim)
	c.Keep, c.Shortest = orEntry(c.Keep, d.Keep), orEntry(c.Shortest, d.Shortest)
}

// orEntry takes the default for an entry that was left out; one that says 0 says
// something.
func orEntry(e, def Entry) Entry {
	if e.Text == "" && e.Length == 0 {
		return def
	}
	return e
}
