package job

import (
	"fmt"
	"slices"

	"gnomon/core/measure"
)

// Opening breaks what runs along the wall. From and Width say where its outer edges fall, casings in, from the wall's left
// end, where those are there already; told to the jamb they say where the jamb's edges fall at the floor, and what is put
// around it decides where its outer edges will be.
type Opening struct {
	ID    string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Wall  string `json:"wall" of:"wall" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Kind  string `json:"kind,omitempty" enum:"door,window,opening,cabinet,tub,vent" default:"door"`
	From  Entry  `json:"from" required:"true" doc:"from the left end of the wall to its left outer edge, or its jamb's edge"`
	Width Entry  `json:"width" required:"true" doc:"between its outer edges, casings in, or between its jambs' edges at the floor or the sill"`
	OpeningFacts
	SetFacts
	Sides  []JambLength  `json:"sides,omitempty" maxItems:"50" doc:"every reading of its sides and diagonals beside width and head"`
	Angles []JambReading `json:"angles,omitempty" maxItems:"50" doc:"every reading of its corners"`

	stood stood
}

// Kinds of opening. Doors and openings break what runs at the floor and the
// rail, windows the rail, cabinets the floor and the rail, tubs and vents the floor.
const (
	OpenDoor    = "door"
	OpenWindow  = "window"
	OpenOpening = "opening"
	OpenCabinet = "cabinet"
	OpenTub     = "tub"
	OpenVent    = "vent" // or a grille, that stands in the base's way
)

// OpeningKinds are all of them.
var OpeningKinds = []string{OpenDoor, OpenWindow, OpenOpening, OpenCabinet, OpenTub, OpenVent}

// OpeningFacts are what else was found at an opening.
type OpeningFacts struct {
	Name            string `json:"name,omitempty" maxLength:"40" doc:"as the schedule has it"`
	Told            string `json:"told,omitempty" enum:",jamb" doc:"what from and width run to: the outer edges of casings that are there, or the jamb's"`
	Casing          *Entry `json:"casing,omitempty" doc:"width of one casing that is there"`
	CasingThickness *Entry `json:"casing_thickness,omitempty" doc:"how far out that casing stands"`
	Head            *Entry `json:"head,omitempty" doc:"height of the opening, or of the cabinet"`
	Sill            *Entry `json:"sill,omitempty" doc:"of a window, above the floor"`
	Plinth          *Entry `json:"plinth,omitempty" doc:"width of a plinth block"`
	PlinthThickness *Entry `json:"plinth_thickness,omitempty" doc:"how far out a plinth block stands"`
	Depth           *Entry `json:"depth,omitempty" doc:"of a cabinet, a tub or a vent: how far out it stands"`
	Lean            *Lean  `json:"lean,omitempty" doc:"of the side that trim meets"`
	Heights         string `json:"heights,omitempty" enum:",under" doc:"what heights were measured from: what the legs stand on, or what lies under that"`
	Comes           *Entry `json:"comes,omitempty" doc:"how thick the floor is that is still to come"`
	ProudLeft       *Entry `json:"proud_left,omitempty" doc:"how far the wall's board stands proud of the jamb on its left; negative where the jamb does"`
	ProudRight      *Entry `json:"proud_right,omitempty" doc:"the same on its right"`
	ProudHead       *Entry `json:"proud_head,omitempty" doc:"the same over its head"`
	Jamb            *Entry `json:"jamb_thickness,omitempty" doc:"of the jamb's edge"`
	BoardGap        *Entry `json:"board_gap,omitempty" doc:"between the jamb and the wall's board"`
	Wind            *Entry `json:"wind,omitempty" doc:"between two strings from corner to corner, where they cross: how far out of one plane the jambs stand"`
	JambDepth       *Entry `json:"jamb_depth,omitempty" doc:"from the wall's face to the sash"`
	SashWidth       *Entry `json:"sash_width,omitempty" doc:"of the opening at the sash"`
	SashLeft        *Entry `json:"sash_left,omitempty" doc:"how far left of centred the opening at the sash is; negative for right"`
}

// SetFacts are what is put around an opening. What is not said is as the house rules have it, its mouldings as the room's
// runs have them; none leaves one out.
type SetFacts struct {
	Trim       string `json:"trim,omitempty" enum:",none" doc:"none where nothing is put around it"`
	Faces      string `json:"faces,omitempty" enum:",both" doc:"whether the wall's other face gets the same"`
	HeadSchool string `json:"head_school,omitempty" enum:",mitred,over,between,built,picture" doc:"how legs and head meet"`
	CasingOf   string `json:"casing_of,omitempty" maxLength:"80" doc:"the moulding of its legs"`
	HeadOf     string `json:"head_of,omitempty" maxLength:"80" doc:"and of its head, where that is another"`
	BandOf     string `json:"band_of,omitempty" maxLength:"80" doc:"of its back band"`
	PlinthOf   string `json:"plinth_of,omitempty" maxLength:"80" doc:"of its plinth blocks"`
	StoolOf    string `json:"stool_of,omitempty" maxLength:"80" doc:"of a window's stool"`
	ApronOf    string `json:"apron_of,omitempty" maxLength:"80" doc:"of the apron under it"`
	FilletOf   string `json:"fillet_of,omitempty" maxLength:"80" doc:"of the fillet of a built-up head"`
	CapOf      string `json:"cap_of,omitempty" maxLength:"80" doc:"of the crown of a built-up head"`
	Reveal     *Entry `json:"reveal,omitempty" doc:"of the jamb's edge, left showing"`
	HeadOver   *Entry `json:"overhang,omitempty" doc:"of a head over its legs, past each"`
	FilletOver *Entry `json:"fillet_overhang,omitempty" doc:"of the fillet, past each end of the head"`
	Lap        *Entry `json:"band_lap,omitempty" doc:"how far the back band laps over the casing"`
	Block      *Entry `json:"plinth_height,omitempty" doc:"of its plinth blocks"`
	Horn       *Entry `json:"horn,omitempty" doc:"of a stool past casing and back band"`
	Returns    string `json:"returns,omitempty" enum:",square" doc:"of stool and apron: their ends are returned, or left square"`
}

// SetMouldings are the fields of a set that name mouldings, with the kind of run whose moulding counts where one says
// nothing; none where nothing else does.
func (s *SetFacts) SetMouldings() []SetMoulding {
	return []SetMoulding{{"casing_of", &s.CasingOf, KindCasing}, {"head_of", &s.HeadOf, ""}, {"band_of", &s.BandOf, KindBand}, {"plinth_of",
		&s.PlinthOf, KindPlinth},
		{"stool_of", &s.StoolOf, KindStool}, {"apron_of", &s.ApronOf, ""}, {"fillet_of", &s.FilletOf, ""}, {"cap_of", &s.CapOf, ""}}
}

// SetMoulding is one such field.
type SetMoulding struct {
	Field string
	Of    *string
	Kind  string
}

// NoMoulding leaves one of them out.
const NoMoulding = "none"

// Sides of an opening that are measured: its widths, its heights, the diagonal that rises to the right and that which falls.
const (
	JambTop     = "top"
	JambBottom  = "bottom"
	JambLeft    = "left"
	JambRight   = "right"
	JambRising  = "rising"
	JambFalling = "falling"
)

// JambSides are all of them, in the order in which they are measured.
var JambSides = []string{JambTop, JambBottom, JambLeft, JambRight, JambRising, JambFalling}

// JambLength is one reading of a side or a diagonal of an opening, along the jambs' edges.
type JambLength struct {
	ID     string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Side   string `json:"side" required:"true" enum:"top,bottom,left,right,rising,falling"`
	As     Entry  `json:"length" required:"true" doc:"as the tape or laser showed it"`
	Burned *Entry `json:"burned,omitempty" doc:"where the tape began: taken off"`
	Kept   bool   `json:"kept,omitempty" doc:"looked at again and found right: not suspected any more"`
}

// Length is what was measured, less what the tape began at.
func (t JambLength) Length() measure.Length {
	return WallLength{As: t.As, Burned: t.Burned}.Length()
}

func (t *JambLength) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "length "+t.ID, entriesIn(t)...)
}

// JambReading is one protractor reading of a corner of an opening with the scale it was taken on.
type JambReading struct {
	ID     string        `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Corner string        `json:"corner" required:"true" enum:"top_left,top_right,bottom_right,bottom_left"`
	Angle  measure.Angle `json:"reading" required:"true"`
	Scale  Scale         `json:"scale,omitempty" enum:"corner,deflection,mitre" default:"corner"`
	Kept   bool          `json:"kept,omitempty"`
}

// JambCorners are the corners of an opening, as the hands of a clock go.
var JambCorners = []string{"top_left", "top_right", "bottom_right", "bottom_left"}

// Cased tells whether it is of a kind that casings go around.
func (o *Opening) Cased() bool {
	return o.Kind != OpenCabinet && o.Kind != OpenTub && o.Kind != OpenVent
}

// ToJamb tells whether where it stands is told to its jamb's edges.
func (o *Opening) ToJamb() bool { return o.Told == "jamb" && o.Cased() }

// Title is what an opening of a room is called: its own name, or its kind with its number among those of its kind.
func (r *Room) OpeningTitle(o *Opening) string {
	if o.Name != "" {
		return o.Name
	}
	n := 1
	for i := range r.Openings {
		if r.Openings[i].ID == o.ID {
			break
		}
		if r.Openings[i].Kind == o.Kind {
			n++
		}
	}
	return fmt.Sprintf("%s %d", map[string]string{OpenDoor: "Door", OpenWindow: "Window", OpenOpening: "Opening", OpenCabinet: "Cabinet", OpenTub: "Tub",
		OpenVent: "Vent"}[o.Kind], n)
}

// Opening finds an opening of the room.
func (r *Room) Opening(id string) *Opening {
	return find(r.Openings, func(o *Opening) bool { return o.ID == id })
}

func (o *Opening) entries(f func(thing, field string, e *Entry) error) error {
	if err := entriesWithin(o, f); err != nil {
		return err
	}
	return each(f, "opening "+o.ID, entriesIn(o)...)
}

// greatestProud is more than any board stands proud of its jamb, or the other way.
const greatestProud = 2 * measure.Inch

func (c *checker) opening(j *Job, r *Room, o *Opening, walls map[string]bool) {
	thing := c.id("opening", o.ID)
	if !walls[o.Wall] {
		c.refuse(thing, "wall", o.Wall, "no such wall in room "+r.ID, "name a wall of the same room")
	}
	if o.From.Length < 0 {
		c.refuse(thing, "from", o.From.Text, "lies left of the wall", "measure from the wall's left end")
	}
	c.positive(thing, "width", o.Width)
	for _, n := range []named{{"proud_left", o.ProudLeft}, {"proud_right", o.ProudRight}, {"proud_head", o.ProudHead}, {"sash_left", o.SashLeft}} {
		if n.e != nil && n.e.Length.Abs() > greatestProud {
			c.refuse(thing, n.field, n.e.Text, "is further than a board stands from its jamb", "give 2 in or less")
		}
	}
	for _, s := range o.SetMouldings() {
		if *s.Of != "" && *s.Of != NoMoulding && j.Moulding(*s.Of) == nil {
			c.refuse(thing, s.Field, *s.Of, "no such moulding in the job", "name one of the job's mouldings, or none")
		}
	}
	for _, t := range o.Sides {
		it := c.id("length", t.ID)
		c.positive(it, "length", t.As)
		if t.Burned != nil && t.Length() <= 0 {
			c.refuse(it, "burned", t.Burned.Text, "nothing is left of the length", "give where the tape began, and measure again")
		}
	}
	for _, rd := range o.Angles {
		c.reading(Reading{ID: rd.ID, Angle: rd.Angle})
	}
}

// OfMoulding are the openings of a room around which a moulding is named by itself.
func (r *Room) OfMoulding(id string) []*Opening {
	var out []*Opening
	for i := range r.Openings {
		o := &r.Openings[i]
		if slices.ContainsFunc(o.SetMouldings(), func(s SetMoulding) bool { return *s.Of == id }) {
			out = append(out, o)
		}
	}
	return out
}
