package job

import (
	"encoding/json"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// FileVersion is the job file format that this program writes; it reads this one
// and those before it.
const FileVersion = 6

// Job is everything entered for one job.
type Job struct {
	Gnomon    int          `json:"gnomon" edit:"-"`
	Name      string       `json:"name"`
	Unit      measure.Unit `json:"unit"` // in or mm: what a bare number means and how lengths are shown
	Mouldings []Moulding   `json:"mouldings"`
	Saws      []Saw        `json:"saws"`
	Saw       string       `json:"saw"` // the one in use
	Rules     Rules        `json:"rules"`
	Cutting   Cutting      `json:"cutting"`
	Prices    Prices       `json:"prices"`
	Doors     Doors        `json:"doors"` // as a quick look counts them
	Quote     Quote        `json:"quote"`
	Tools     Tools        `json:"tools"`
	Rooms     []Room       `json:"rooms"`
	Layouts   []Layout     `json:"layouts,omitempty"`
	ByHand    []ByHand     `json:"by_hand,omitempty"`
	Marks     []Mark       `json:"marks,omitempty"`
	PutAway   []string     `json:"put_away,omitempty"` // cautions that are not shown any more
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
	ID        string     `json:"id"`
	Name      string     `json:"name"`
	Storey    string     `json:"storey,omitempty"`
	Closed    bool       `json:"closed"`
	Walls     []Wall     `json:"walls"`
	Corners   []Corner   `json:"corners"`
	Diagonals []Diagonal `json:"diagonals,omitempty"`
	Openings  []Opening  `json:"openings"`
	Spots     []Spot     `json:"spots,omitempty"`
	Runs      []Run      `json:"runs"`
	Look      Look       `json:"look"`
	Entry     string     `json:"entry,omitempty"`     // the opening that people come in by, where it is not the first door
	Wet       bool       `json:"wet,omitempty"`       // water stands on its floor
	Overrides []Override `json:"overrides,omitempty"` // what is decided otherwise than the house rules have it
	Ends
}

// Wall is one wall face.
type Wall struct {
	ID      string  `json:"id"`
	Lengths []Taken `json:"lengths,omitempty"` // every reading of it, whole or in parts
	Rough   *Entry  `json:"rough,omitempty"`   // as called out at a quick look; nothing is cut to it
	Joists  bool    `json:"joists,omitempty"`  // the ceiling joists run along it
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
	ID       string     `json:"id"`
	Kind     CornerKind `json:"kind,omitempty"`
	Readings []Reading  `json:"readings,omitempty"`
	CornerFacts
}

// Opening breaks what runs along the wall: From and Width say where its outer
// edges fall, casings in, from the wall's left end.
type Opening struct {
	ID    string `json:"id"`
	Wall  string `json:"wall"`
	Kind  string `json:"kind,omitempty"`
	From  Entry  `json:"from"`
	Width Entry  `json:"width"`
	OpeningFacts
}

// Moulding is a section of trim and the sticks it is sold in. Of a crown, Height and
// Thickness are its drop and projection as read in a square.
type Moulding struct {
	ID        string      `json:"id"`
	Name      string      `json:"name,omitempty"`
	Kind      string      `json:"kind,omitempty"`
	Height    Entry       `json:"height"`
	Thickness Entry       `json:"thickness"`
	Profiled  bool        `json:"profiled"`
	Sticks    []Stick     `json:"sticks"`
	Rate      money.Cents `json:"rate"`             // for putting up a foot or metre of it
	Spares    int         `json:"spares,omitempty"` // sticks kept whole against miscuts
	Buy       string      `json:"buy,omitempty"`    // BuyShare, BuyFit, or none for what is advised
	MouldingFacts
}

// MarkKind is what was done at the saw.
type MarkKind string

// An unmark takes back the mark it names; nothing is ever erased.
const (
	MarkCut    MarkKind = "cut"
	MarkMiscut MarkKind = "miscut"
	MarkUndone MarkKind = "undone"
)

// Mark is a fact from the saw: append-only, never recomputed. Length and the
// setting are those that were on the screen when it was made.
type Mark struct {
	ID     string         `json:"id"`
	Kind   MarkKind       `json:"kind"`
	Of     string         `json:"of,omitempty"` // the mark that an undone one takes back, or that this one is made again of
	Piece  string         `json:"piece"`
	Label  string         `json:"label,omitempty"` // what the piece was called
	End    string         `json:"end,omitempty"`   // left or right
	Length measure.Length `json:"cut"`
	Mitre  measure.Angle  `json:"mitre_deg"`
	Bevel  measure.Angle  `json:"bevel_deg"`
	Pose   string         `json:"pose,omitempty"` // how it lay; none was upright
	At     string         `json:"at,omitempty"`   // RFC 3339, UTC
	By     string         `json:"by,omitempty"`   // the device that made it; none was the desk
}

// UnmarshalJSON reads a job. Beside the list of saws it takes the one saw of formats 1
// and 2.
func (j *Job) UnmarshalJSON(b []byte) error {
	type plain Job
	f := struct {
		*plain
		Saw json.RawMessage `json:"saw"`
	}{plain: (*plain)(j)}
	if err := strict(b, &f); err != nil {
		return err
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
