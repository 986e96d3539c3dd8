package job

import (
	"encoding/json"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// FileVersion is the job file format that this program writes; it reads this one
// and those before it.
const FileVersion = 14

// Job is everything entered for one job.
type Job struct {
	Gnomon    int          `json:"gnomon" edit:"-" required:"true" minimum:"1" maximum:"14"`
	Name      string       `json:"name" maxLength:"200"`
	Unit      measure.Unit `json:"unit" enum:"in,mm" default:"in" doc:"what a bare number means, and how lengths are shown"`
	Mouldings []Moulding   `json:"mouldings" maxItems:"500"`
	Saws      []Saw        `json:"saws" maxItems:"50"`
	Saw       string       `json:"saw" maxLength:"80" doc:"the one in use"`
	Rules     Rules        `json:"rules"`
	Cutting   Cutting      `json:"cutting"`
	Prices    Prices       `json:"prices"`
	Doors     Doors        `json:"doors" doc:"as a quick look counts them"`
	Quote     Quote        `json:"quote"`
	Tools     Tools        `json:"tools"`
	Rooms     []Room       `json:"rooms" maxItems:"500"`
	Layouts   []Layout     `json:"layouts,omitempty"`
	ByHand    []ByHand     `json:"by_hand,omitempty"`
	Records   []Record     `json:"records,omitempty" maxItems:"100000"`
	PutAway   []string     `json:"put_away,omitempty" maxItems:"50" doc:"cautions that are not shown any more"`
	Times     Times        `json:"times" doc:"how many minutes the work takes"`
	Day       Day          `json:"day" doc:"when it is worked on, and by how many"`
	Promised  string       `json:"promised,omitempty" maxLength:"10" doc:"the day it is promised for, as 2031-05-02"`
	People    []Person     `json:"people,omitempty" maxItems:"100" doc:"who works on it, and what they measure with"`
	Nails     []Nail       `json:"nails,omitempty" maxItems:"100" doc:"the lengths of nail that there are"`
	Lessons   []Lesson     `json:"lessons,omitempty" maxItems:"500" doc:"what the shop's own work offered, taken or left"`
}

// Level is the height in the room at which something is measured or hung.
type Level string

// The levels.
const (
	Floor   Level = "floor"
	Rail    Level = "rail"
	Ceiling Level = "ceiling"
)

// Room is a chain of wall faces, left to right.
type Room struct {
	ID        string     `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name      string     `json:"name" maxLength:"200"`
	Storey    string     `json:"storey,omitempty" maxLength:"200"`
	Closed    bool       `json:"closed"`
	Walls     []Wall     `json:"walls" maxItems:"300"`
	Corners   []Corner   `json:"corners" maxItems:"300"`
	Diagonals []Diagonal `json:"diagonals,omitempty" maxItems:"500"`
	Openings  []Opening  `json:"openings" maxItems:"300"`
	Spots     []Spot     `json:"spots,omitempty" maxItems:"2000"`
	Odds      []Odd      `json:"odds,omitempty" maxItems:"100" doc:"odd places: steps, stairs, bends, old work"`
	Runs      []Run      `json:"runs" maxItems:"40"`
	Look      Look       `json:"look"`
	Entry     string     `json:"entry,omitempty" of:"opening" maxLength:"200" doc:"the opening that people come in by, where it is not the first door"`
	Wet       bool       `json:"wet,omitempty" doc:"water stands on its floor"`
	Overrides []Override `json:"overrides,omitempty" maxItems:"1000" doc:"what is decided otherwise than the house rules have it"`
	Overhead
	Ends
}

// Wall is one wall face.
type Wall struct {
	ID      string       `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Lengths []WallLength `json:"lengths,omitempty" maxItems:"50" doc:"every reading of it, whole or in parts"`
	Rough   *Entry       `json:"rough,omitempty" doc:"as called out at a quick look; nothing is cut to it"`
	Joists  bool         `json:"joists,omitempty" doc:"the ceiling joists run along it"`
	Bare    bool         `json:"bare,omitempty" doc:"nothing a nail holds in stands behind its board: brick, block or metal"`
	WallFacts
}

// CornerKind tells which way the room turns at a corner.
type CornerKind string

// Inside corners turn toward you, outside corners away.
const (
	Inside  CornerKind = "inside"
	Outside CornerKind = "outside"
)

// Scale is what the numbers on an instrument mean.
type Scale string

// The scales a corner can be read on: the angle itself, how far the moulding
// changes direction there, or the mitre to cut.
const (
	ScaleCorner     Scale = "corner"
	ScaleDeflection Scale = "deflection"
	ScaleMitre      Scale = "mitre"
)

// Corner stands at the right end of the wall of the same index.
type Corner struct {
	ID       string     `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Kind     CornerKind `json:"kind,omitempty" enum:"inside,outside" default:"inside"`
	Readings []Reading  `json:"readings,omitempty" maxItems:"50"`
	CornerFacts
}

// Moulding is a section of trim and the sticks it is sold in. Of a crown, Height and
// Thickness are its drop and projection as read in a square.
type Moulding struct {
	ID        string      `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Name      string      `json:"name,omitempty" maxLength:"200"`
	Kind      string      `json:"kind,omitempty" default:"base"`
	Height    Entry       `json:"height" doc:"of a crown its drop, read in a square"`
	Thickness Entry       `json:"thickness" doc:"of a crown its projection, read in a square"`
	Profiled  bool        `json:"profiled" doc:"its face is shaped"`
	Sticks    []Stick     `json:"sticks" maxItems:"20" doc:"the lengths it is sold in"`
	Rate      money.Cents `json:"rate" doc:"for putting up a foot or metre of it"`
	Spares    int         `json:"spares,omitempty" minimum:"0" maximum:"100" doc:"sticks kept whole against miscuts"`
	Buy       string      `json:"buy,omitempty" enum:",share,fit" doc:"BuyShare, BuyFit, or none for what is advised"`
	MouldingFacts
	Yard   string  `json:"yard,omitempty" maxLength:"200" doc:"where it is bought"`
	Usual  bool    `json:"usual,omitempty" doc:"a new job of the shop begins with it"`
	Origin *Origin `json:"origin,omitempty" doc:"which of the shop's it was taken from"`
}

// UnmarshalJSON reads a job. Beside the list of saws it takes the one saw of formats 1
// and 2, and the marks that stood for records in formats 1 to 6.
func (j *Job) UnmarshalJSON(b []byte) error {
	type plain Job
	f := struct {
		*plain
		Saw   json.RawMessage `json:"saw"`
		Marks []Mark          `json:"marks"`
	}{plain: (*plain)(j)}
	if err := strict(b, &f); err != nil {
		return err
	}
	for _, m := range f.Marks {
		j.Records = append(j.Records, m.Record())
	}
	if len(f.Saw) == 0 || string(f.Saw) == "null" {
		return nil
	}
	if f.Saw[0] != '{' {
		return json.Unmarshal(f.Saw, &j.Saw)
	}
	var s Saw
	if err := strict(f.Saw, &s); err != nil {
		return err
	}
	s.ID = or(s.ID, DefaultSaw().ID)
	j.Saws, j.Saw = append(j.Saws, s), s.ID
	return nil
}

// Room finds a room.
func (j *Job) Room(id string) *Room { return find(j.Rooms, func(r *Room) bool { return r.ID == id }) }

// Moulding finds a moulding.
func (j *Job) Moulding(id string) *Moulding {
	return find(j.Mouldings, func(m *Moulding) bool { return m.ID == id })
}

func find[T any](s []T, is func(*T) bool) *T {
	for i := range s {
		if is(&s[i]) {
			return &s[i]
		}
	}
	return nil
}
