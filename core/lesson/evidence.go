package lesson

import (
	"time"

	"gnomon/core/learn"
	"gnomon/core/money"
)

// Evidence is what the facts of one job say. It is kept by the job's revision, since working it out takes the job's plan.
type Evidence struct {
	Job     string         `json:"job"`
	Name    string         `json:"name"`
	From    time.Time      `json:"from,omitzero"` // its first and its last fact
	To      time.Time      `json:"to,omitzero"`
	Joints  []Joint        `json:"joints,omitempty"`
	Saw     []SawSeen      `json:"saw,omitempty"`
	Lengths []LengthSeen   `json:"lengths,omitempty"`
	Spreads []Spread       `json:"spreads,omitempty"`
	Times   []Timed        `json:"times,omitempty"`
	Miscuts []Miscut       `json:"miscuts,omitempty"`
	Cuts    []CutCount     `json:"cuts,omitempty"`
	Used    []Used         `json:"used,omitempty"`
	Recuts  int            `json:"recuts,omitempty"`
	Hours   float64        `json:"hours,omitempty"`
	Planned float64        `json:"planned_hours,omitempty"` // what was done, by the job's rates
	Work    money.Cents    `json:"work,omitempty"`          // of its price, without what is bought
	Earned  money.Cents    `json:"earned,omitempty"`        // so much of that as hangs
	Tasks   map[string]int `json:"tasks,omitempty"`         // ticked
}

// Facts is of how much it tells: joints of which it was said how they closed, cuts, what was spoiled, times and lengths.
func (e *Evidence) Facts() int {
	n := len(e.Times) + len(e.Lengths) + len(e.Miscuts)
	for i := range e.Joints {
		if e.Joints[i].How != "" {
			n++
		}
	}
	for _, c := range e.Cuts {
		n += c.Count
	}
	return n
}

// Joint is one joint on the wall. How is empty where nobody said how it closed.
type Joint struct {
	Room     string    `json:"room"`
	Piece    string    `json:"piece"`
	End      string    `json:"end"`
	Corner   string    `json:"corner,omitempty"`
	Title    string    `json:"title"`
	Label    string    `json:"label"` // of its piece
	Of       string    `json:"of"`    // its moulding, as people call it
	Kind     string    `json:"kind"`  // of package piece: coped, mitre, outside, scarf, butt
	Moulding string    `json:"moulding"`
	Up       bool      `json:"up"`
	How      string    `json:"how,omitempty"`
	Where    string    `json:"where,omitempty"`
	Gap      float64   `json:"gap_in,omitempty"`
	Tried    []string  `json:"tried,omitempty"`
	Record   string    `json:"record,omitempty"`
	By       string    `json:"by,omitempty"`
	At       time.Time `json:"at,omitzero"`
}

// Gaped tells whether a joint did not close as it was cut.
func (j *Joint) Gaped() bool {
	return j.How != "" && j.How != "closed" || len(j.Tried) > 0 || j.Gap > 0
}

// SawSeen is a record of a saw, by its name in the shop, on one of its scales.
type SawSeen struct {
	learn.SawRecord
	Saw   string `json:"saw"`
	Scale string `json:"scale"`
	Read  string `json:"read,omitempty"` // who read the corner
	By    string `json:"by,omitempty"`
	Test  string `json:"test,omitempty"` // of a test cut, which
}

// LengthSeen is a length as it was read first beside a better value.
type LengthSeen struct {
	learn.Compared
	Read    string  `json:"read,omitempty"`
	By      string  `json:"by,omitempty"`
	Allowed float64 `json:"allowed_in,omitempty"` // what the rules cut it long by on purpose
	Trimmed bool    `json:"trimmed,omitempty"`    // and that came off again
}

// Spread is by how much two readings of one thing differ, over √2: of a wall in inches, or of a corner in degrees.
type Spread struct {
	What   string  `json:"what"` // tape or reading
	By     float64 `json:"by"`
	Length float64 `json:"length_in,omitempty"`
}

// Timed is how long something took, and what it was: how many times of each rate of the job's times.
type Timed struct {
	Record  string             `json:"record"`
	What    string             `json:"what"`
	By      string             `json:"by,omitempty"`
	At      time.Time          `json:"at"`
	Minutes float64            `json:"minutes"`
	Parts   map[string]float64 `json:"parts"`
	Told    bool               `json:"told,omitempty"` // somebody set it afterwards
}

// Miscut is a cut that was spoiled.
type Miscut struct {
	Kind     string `json:"kind"`
	Moulding string `json:"moulding"`
	Cause    string `json:"cause,omitempty"`
	By       string `json:"by,omitempty"`
}

// CutCount is how many ends of a kind were cut of a moulding.
type CutCount struct {
	Kind     string `json:"kind"`
	Moulding string `json:"moulding"`
	Count    int    `json:"count"`
}

// Used is what went into one moulding: inches, by the plan and as it was.
type Used struct {
	Moulding string      `json:"moulding"`
	Title    string      `json:"title"`
	Pieces   int         `json:"pieces"`
	Needed   float64     `json:"needed_in"`      // as the pieces lie on sticks
	Laid     bool        `json:"laid,omitempty"` // sticks were laid out for it
	Planned  float64     `json:"planned_in"`     // of these, or of those that the price sheet buys
	Came     float64     `json:"came_in"`        // of those that came, where that was said
	Racked   float64     `json:"racked_in"`      // of what is left, what is long enough to keep
	Cost     money.Cents `json:"cost"`           // of the sticks planned
	Paid     money.Cents `json:"paid"`           // of those that came, at the same prices
	Done     bool        `json:"done,omitempty"` // every piece of it is cut
	Way      string      `json:"way,omitempty"`  // how it was bought
}
