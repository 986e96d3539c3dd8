package job

import (
	"bytes"
	"encoding/json"

	"gnomon/core/measure"
)

// Stand is what one end of a length was measured from or to.
type Stand string

// A length runs from wall to wall where nothing else is said. Casing, plinth and
// cabinet are the outer edges of an opening; face is the face of a moulding
// already hung; round is where a rounded corner's curve starts, sharp the corner
// it would have without it.
const (
	AtWall    Stand = ""
	AtCasing  Stand = "casing"
	AtPlinth  Stand = "plinth"
	AtCabinet Stand = "cabinet"
	AtJamb    Stand = "jamb"  // the jamb's edge of an opening, whose casing is not there yet
	AtScrap   Stand = "scrap" // a mark at the far end of a scrap that was held against what stands there
	AtFace    Stand = "face"
	AtRound   Stand = "round"
	AtSharp   Stand = "sharp"
)

// Opening tells whether the stand is the edge of an opening, so that the length
// is only a part of its wall.
func (s Stand) Opening() bool {
	return s == AtCasing || s == AtPlinth || s == AtCabinet || s == AtJamb || s == AtScrap
}

// WallLength is one length as it was measured.
type WallLength struct {
	ID     string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	As     Entry  `json:"length" required:"true" doc:"as the tape or laser showed it"`
	Level  Level  `json:"level,omitempty" enum:"floor,rail,ceiling" default:"floor"`
	Burned *Entry `json:"burned,omitempty" doc:"where the tape began: taken off"`
	Left   Stand  `json:"left,omitempty" enum:",casing,plinth,cabinet,jamb,scrap,face,round,sharp"`
	Right  Stand  `json:"right,omitempty" enum:",casing,plinth,cabinet,jamb,scrap,face,round,sharp"`
	From   string `json:"from,omitempty" of:"opening" maxLength:"80" doc:"the opening that the left end stands at"`
	To     string `json:"to,omitempty" of:"opening" maxLength:"80" doc:"and the right end"`
	Faces  Faces  `json:"faces,omitzero"`
	Kept   bool   `json:"kept,omitempty" doc:"looked at again and found right: not suspected any more"`
	By     string `json:"by,omitempty" private:"true" maxLength:"200" doc:"who read it, where that was said"`
}

// Faces are how far the hung mouldings stood out that a length was measured
// between, where it is not the room's own moulding; of a scrap how long it is.
type Faces struct {
	Left  *Entry `json:"left,omitempty"`
	Right *Entry `json:"right,omitempty"`
}

// Length is what was measured, less what the tape began at.
func (t WallLength) Length() measure.Length {
	if t.Burned != nil {
		return t.As.Length - t.Burned.Length
	}
	return t.As.Length
}

// Part tells whether only a part of the wall was measured.
func (t WallLength) Part() bool { return t.Left.Opening() || t.Right.Opening() }

func (t *WallLength) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "length "+t.ID, append(entriesIn(t), named{"left_face", t.Faces.Left}, named{"right_face", t.Faces.Right})...)
}

// Reading is one protractor reading with the scale it was taken on.
type Reading struct {
	ID    string        `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Angle measure.Angle `json:"reading" required:"true"`
	Scale Scale         `json:"scale,omitempty" enum:"corner,deflection,mitre" default:"corner"`
	Level Level         `json:"level,omitempty" enum:"floor,rail,ceiling" default:"floor"`
	Kept  bool          `json:"kept,omitempty"`
	By    string        `json:"by,omitempty" private:"true" maxLength:"200" doc:"who read it"`
}

// Diagonal is a length shot between two corners of a room that see each other.
// At the left end of an open run, where there is no corner, it is Start.
type Diagonal struct {
	ID     string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	From   string `json:"from" of:"corner" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	To     string `json:"to" of:"corner" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	As     Entry  `json:"length" required:"true"`
	Level  Level  `json:"level,omitempty" enum:"floor,rail,ceiling" default:"floor"`
	Burned *Entry `json:"burned,omitempty"`
	Kept   bool   `json:"kept,omitempty"`
}

// Start stands for the left end of an open run in a diagonal.
const Start = "start"

// Length is what was measured, less what the tape began at.
func (d Diagonal) Length() measure.Length { return WallLength{As: d.As, Burned: d.Burned}.Length() }

func (d *Diagonal) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "diagonal "+d.ID, entriesIn(d)...)
}

// named is a length with the name of its field; one that is not there is nil.
type named struct {
	field string
	e     *Entry
}

// each calls f for the lengths that are there.
func each(f func(thing, field string, e *Entry) error, thing string, list ...named) error {
	for _, n := range list {
		if n.e != nil {
			if err := f(thing, n.field, n.e); err != nil {
				return err
			}
		}
	}
	return nil
}

// strict reads JSON and refuses fields it does not know.
func strict(b []byte, v any) error {
	dec := json.NewDecoder(bytes.NewReader(b))
	dec.DisallowUnknownFields()
	return dec.Decode(v)
}

// UnmarshalJSON reads a wall. Beside the list of lengths it takes the short form
// of format 1: one length at the floor, and one at each other level.
func (w *Wall) UnmarshalJSON(b []byte) error {
	type plain Wall
	var f struct {
		plain
		Length  *Entry          `json:"length"`
		Lengths json.RawMessage `json:"lengths"`
	}
	if err := strict(b, &f); err != nil {
		return err
	}
	*w = Wall(f.plain)
	if f.Length != nil {
		w.Lengths = append(w.Lengths, WallLength{ID: w.ID + "-floor", As: *f.Length})
	}
	if len(f.Lengths) == 0 || string(f.Lengths) == "null" {
		return nil
	}
	if f.Lengths[0] == '[' {
		var list []WallLength
		if err := strict(f.Lengths, &list); err != nil {
			return err
		}
		w.Lengths = append(w.Lengths, list...)
		return nil
	}
	var levels struct {
		Rail    *Entry `json:"rail"`
		Ceiling *Entry `json:"ceiling"`
	}
	if err := strict(f.Lengths, &levels); err != nil {
		return err
	}
	for _, n := range []struct {
		level Level
		e     *Entry
	}{{Rail, levels.Rail}, {Ceiling, levels.Ceiling}} {
		if n.e != nil {
			w.Lengths = append(w.Lengths, WallLength{ID: w.ID + "-" + string(n.level), As: *n.e, Level: n.level})
		}
	}
	return nil
}

// UnmarshalJSON reads a corner. Beside the list of readings it takes the short
// form of format 1: one reading at the floor, and one at each other level.
func (c *Corner) UnmarshalJSON(b []byte) error {
	type plain Corner
	type short struct {
		Reading *measure.Angle `json:"reading"`
		Scale   Scale          `json:"scale"`
	}
	var f struct {
		plain
		short
		Readings json.RawMessage `json:"readings"`
	}
	if err := strict(b, &f); err != nil {
		return err
	}
	*c = Corner(f.plain)
	add := func(l Level, s *short) {
		if s != nil && s.Reading != nil {
			c.Readings = append(c.Readings, Reading{ID: c.ID + "-" + string(l), Angle: *s.Reading, Scale: s.Scale, Level: l})
		}
	}
	add(Floor, &f.short)
	if len(f.Readings) == 0 || string(f.Readings) == "null" {
		return nil
	}
	if f.Readings[0] == '[' {
		var list []Reading
		if err := strict(f.Readings, &list); err != nil {
			return err
		}
		c.Readings = append(c.Readings, list...)
		return nil
	}
	var levels struct {
		Rail    *short `json:"rail"`
		Ceiling *short `json:"ceiling"`
	}
	if err := strict(f.Readings, &levels); err != nil {
		return err
	}
	add(Rail, levels.Rail)
	add(Ceiling, levels.Ceiling)
	return nil
}
