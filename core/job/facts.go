package job

import (
	"encoding/json"

	"gnomon/core/measure"
)

// Lean is how far something is out of plumb, as typed: degrees, or a gap over a
// length. Positive: a wall's top stands into the room; a corner's top, and that of an
// opening's side, stands to the right as one faces the wall that it was read in.
type Lean struct {
	Angle measure.Angle
	Text  string
}

// MarshalJSON writes the text.
func (l Lean) MarshalJSON() ([]byte, error) { return json.Marshal(l.Text) }

// UnmarshalJSON reads the text; lengths without a unit in it are inches.
func (l *Lean) UnmarshalJSON(b []byte) error {
	if err := json.Unmarshal(b, &l.Text); err != nil {
		l.Text = string(b)
	}
	a, err := measure.ParseSlope(l.Text, measure.UnitInch)
	l.Angle = a
	return err
}

// WallFacts are what else was found at a wall.
type WallFacts struct {
	Lean          *Lean  `json:"lean,omitempty" doc:"how far it is out of plumb; its top into the room is positive"`
	TileThickness *Entry `json:"tile_thickness,omitempty" doc:"how far out the tiles stand"`
	TileHeight    *Entry `json:"tile_height,omitempty" doc:"how high the tiles reach"`
	CeilingLeft   *Entry `json:"ceiling_left,omitempty" doc:"how high the ceiling is at its left end, from the floor that is there"`
	CeilingRight  *Entry `json:"ceiling_right,omitempty" doc:"the same at its right end"`
	FloorLeft     *Entry `json:"floor_left,omitempty" doc:"how far the floor is below one level line, at its left end"`
	FloorRight    *Entry `json:"floor_right,omitempty" doc:"the same at its right end"`
	StudSpacing   *Entry `json:"stud_spacing,omitempty" doc:"from the middle of one stud to the middle of the next"`
	Board         *Entry `json:"board_thickness,omitempty" doc:"of the plaster board, which a nail passes through"`
}

// TilesReach tells whether a wall's tiles reach up to what hangs from the ceiling down to a height over the floor; where it is not known how high
// they reach, or how high that is, they do.
func (w *WallFacts) TilesReach(foot measure.Length, known bool) bool {
	return w.TileThickness != nil && (!known || w.TileHeight == nil || w.TileHeight.Length >= foot)
}

// CornerFacts are what else was found at a corner: its rounding, by its radius or
// by a chord across the curve and the depth behind it, and its lean: how its line leans in
// the face of the wall on its left, or on its right where LeanFace says so.
type CornerFacts struct {
	Radius   *Entry `json:"radius,omitempty" doc:"of a rounded corner"`
	Chord    *Entry `json:"chord,omitempty" doc:"across the curve of a rounded corner"`
	Depth    *Entry `json:"depth,omitempty" doc:"from the middle of the chord to the curve"`
	Lean     *Lean  `json:"lean,omitempty" doc:"how its line leans; its top to the right is positive"`
	LeanFace string `json:"lean_face,omitempty" enum:",left,right" default:"left" doc:"the wall in whose face the lean was read: left of the corner where not said"`
	Drop     bool   `json:"drop,omitempty" doc:"the drop was marked here"`
}

// Breaks tells whether trim at the level stops at the opening.
func (o Opening) Breaks(l Level) bool {
	switch o.Kind {
	case OpenWindow:
		return l == Rail
	case OpenTub, OpenVent:
		return l == Floor
	}
	return l != Ceiling
}

// Overhang is how far a plinth that is wider than the casing over it stands past the casing's
// outer edge; their inner edges stand flush. What runs at the floor stops at the plinth.
func (o Opening) Overhang() measure.Length {
	if o.Plinth == nil || o.Casing == nil {
		return 0
	}
	return max(0, o.Plinth.Length-o.Casing.Length)
}

// PastJamb is how far an opening's outer edges stand past the inner faces of its jamb: by casing, reveal and band. Casing that is there
// already stands at the usual reveal.
func (o Opening) PastJamb() measure.Length {
	switch {
	case o.stood.off > 0:
		return o.stood.off
	case o.Casing != nil && o.Casing.Length > 0:
		return o.Casing.Length + 3*measure.Inch/16
	}
	return 0
}

// StandsOut is how far out from its wall an opening's sides stand for what runs at the level:
// its casing or plinth, or the depth of a cabinet, a tub or a vent. known is false where that was not
// measured; a bare opening stands out by nothing.
func (o Opening) StandsOut(l Level) (out measure.Length, known bool) {
	switch {
	case !o.Cased():
		if o.Depth == nil {
			return 0, false
		}
		return o.Depth.Length, true
	case o.Kind == OpenOpening && o.Casing == nil && o.CasingThickness == nil:
		return 0, true
	case o.CasingThickness != nil:
		out, known = o.CasingThickness.Length, true
	}
	if l == Floor && o.PlinthThickness != nil {
		out, known = max(out, o.PlinthThickness.Length), true
	}
	return out, known
}

// Side is what an opening's outer edge is, in words: the casing, the back band, the plinth, the
// cabinet, the tub or the vent.
func (o Opening) Side(l Level) string {
	switch {
	case o.Kind == OpenCabinet:
		return "cabinet"
	case o.Kind == OpenTub:
		return "tub"
	case o.Kind == OpenVent:
		return "vent"
	case o.Plinth != nil && l == Floor:
		return "plinth"
	case o.stood.band:
		return "back band"
	}
	return "casing"
}

// Edge is the stand that names the opening's outer edges.
func (o Opening) Edge() Stand {
	switch {
	case !o.Cased():
		return AtCabinet
	case o.Plinth != nil:
		return AtPlinth
	}
	return AtCasing
}

// Kinds of spot. A step is told by its height, up or down as one goes right.
const (
	SpotSocket   = "socket"
	SpotVent     = "vent"
	SpotPipe     = "pipe"
	SpotStud     = "stud"
	SpotJoist    = "joist" // its end over the wall that it crosses
	SpotStepUp   = "step_up"
	SpotStepDown = "step_down"
)

// Spot is something at one place along a wall: what stands in the base's way, a
// stud that was found, a step in the floor. At is its middle, from the wall's left
// end.
type Spot struct {
	ID     string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Wall   string `json:"wall" of:"wall" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Kind   string `json:"kind" required:"true" enum:"socket,vent,pipe,stud,joist,step_up,step_down"`
	At     Entry  `json:"at" required:"true"`
	Width  *Entry `json:"width,omitempty"`
	Height *Entry `json:"height,omitempty" doc:"of a step; of a pipe's middle or the bottom of anything else, above the floor"`
	Tall   *Entry `json:"tall,omitempty" doc:"how high it is itself"`
	Right  *Entry `json:"right,omitempty" doc:"from its middle to the wall's right end"`
	Clear  *Entry `json:"clear,omitempty" doc:"left open around it"`
	Stud   string `json:"stud,omitempty" enum:",left,right" doc:"left or right: a box is fixed to the stud on that side"`
}

// Steps tells whether the floor steps there.
func (s Spot) Steps() bool { return s.Kind == SpotStepUp || s.Kind == SpotStepDown }

func (s *Spot) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "spot "+s.ID, entriesIn(s)...)
}

// What an open run's end does.
const (
	EndStop   = "stop"
	EndReturn = "return" // turns back to the wall
)

// Ends are the free ends of an open run: what it does there, and how far short of
// the wall's end.
type Ends struct {
	LeftEnd      string `json:"left_end,omitempty" enum:",stop,return"`
	LeftSetback  *Entry `json:"left_setback,omitempty"`
	RightEnd     string `json:"right_end,omitempty" enum:",stop,return"`
	RightSetback *Entry `json:"right_setback,omitempty"`
}

// Overhead is what is over a room: joists that cross its walls, and the board under them.
type Overhead struct {
	JoistSpacing *Entry `json:"joist_spacing,omitempty" doc:"from the middle of one ceiling joist to the middle of the next"`
	CeilingBoard *Entry `json:"ceiling_board,omitempty" doc:"of the ceiling, which a nail into a joist passes through"`
}

// Tools are the deviations of what the room is measured with: of a tape or laser
// beside 0.0002 of the length, and of one reading of a corner.
type Tools struct {
	Tape    Entry         `json:"tape"`
	Reading measure.Angle `json:"reading" minimum:"0" maximum:"10"`
	Origin  *Origin       `json:"origin,omitempty" doc:"what the shop had when it was taken from there"`
}

func (t *Tools) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "tools", entriesIn(t)...)
}

func (t *Tools) normalise(unit measure.Unit) {
	t.Tape, t.Reading = orEntry(t.Tape, texts(unit, "1/16", "1.6")), or(t.Reading, 0.5)
}

// lengths are those of a thing given by a pointer to it, the points of a section among them.
func lengths(thing any) []named {
	if m, ok := thing.(*MouldingFacts); ok {
		return m.list()
	}
	return entriesIn(thing)
}

// ResolveFacts works out the lengths of facts read from JSON; they are given by a pointer.
func ResolveFacts(facts any, unit measure.Unit) error { return Resolve(factsOf{facts}, unit) }

// SettleFacts makes every text read back to its own length.
func SettleFacts(facts any, unit measure.Unit) { Settle(factsOf{facts}, unit) }

// Each calls f for the facts' lengths, those that are not there as nil.
func Each(facts any, f func(field string, e *Entry)) {
	for _, n := range entriesIn(facts) {
		f(n.field, n.e)
	}
}

type factsOf struct{ facts any }

func (o factsOf) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "facts", lengths(o.facts)...)
}
