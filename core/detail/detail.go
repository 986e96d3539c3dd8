package detail

import (
	"fmt"

	"gnomon/core/measure"
)

// Takes is what a field takes.
type Takes string

// What fields take: one length, angle, whole number or word of a list; or several lengths or angles.
const (
	Length  Takes = "length"
	Angle   Takes = "angle"
	Count   Takes = "count"
	Choice  Takes = "choice"
	Lengths Takes = "lengths"
	Angles  Takes = "angles"
)

// Field is one thing that a detail asks for.
type Field struct {
	Name    string // as scripts write it
	Label   string
	Takes   Takes
	Preset  string // what stands where nothing is given: a length in inches
	Try     string // what the bench begins with, where nothing stands there
	Free    bool   // it may be left out, and then is not known
	Least   float64
	Most    float64
	Choices []string
	Help    string
	Mirror  string // the field that says the same seen from the other side
	Room    Known  // what a room knows it by
}

// Place is where in a room a detail can be put.
type Place string

// Places: at a place along a wall, where what runs there is parted by it; in a piece that runs past it; at a corner; at the end
// of what runs along a wall; as pieces of its own; or nowhere, where it only says how to do something. A drawing of one on a wall
// or at an end has its place there at x = 0.
const (
	OnWall   Place = "wall"
	InPiece  Place = "piece"
	AtCorner Place = "corner"
	AtEnd    Place = "end"
	Alone    Place = "alone"
	Nowhere  Place = ""
)

// Known is what a room knows a field by once the detail is put in it: there the field is not asked for.
type Known string

// What a room knows: the height of the moulding that the pieces are of, or that runs there, and how far it stands out; those of
// what runs on the pieces; the wall's length, where the piece begins on it, how high its bottom is, how high the base is, what
// a corner turns, the saw's blade.
const (
	OfHeight    Known = "height"
	OfThickness Known = "thickness"
	OfSecond    Known = "second"
	OfWall      Known = "wall"
	OfStart     Known = "start"
	OfSill      Known = "sill"
	OfBase      Known = "base"
	OfTurn      Known = "turn"
	OfBlade     Known = "blade"
	OfSlope     Known = "slope" // by the house rule
	OfHollow    Known = "hollow"
	OfEnd       Known = "end"  // which end of the run it is put at
	OfSide      Known = "side" // convex or concave, as the corner is
	OfWay       Known = "way"  // by the house rule
	OfRest      Known = "rest" // from the place to where the run ends on that side
	OfLowSide   Known = "low"  // likewise on the side that it falls to
)

// Detail is one odd place.
type Detail struct {
	Name   string // as scripts call it
	Title  string
	Says   string // what it works out, in a sentence
	Place  Place
	Second string // what a second moulding is to it, where a room may name one
	Fields []Field
	Work   func(g *Given) (*Worked, error) `json:"-"`
}

// Field finds a field, or nil.
func (d *Detail) Field(name string) *Field {
	for i := range d.Fields {
		if d.Fields[i].Name == name {
			return &d.Fields[i]
		}
	}
	return nil
}

// All are the details, in the order in which a room meets them. A new one is added here.
var All = []*Detail{&step, &bullnose, &bend, &lean, &gable, &scribe, &notch, &pipe, &vent, &returned, &floorReturn, &chamfer, &stair, &needle,
	&rakeCrown, &chain,
	&old, &spring}

// Named finds a detail.
func Named(name string) (*Detail, error) {
	names := make([]string, len(All))
	for i, d := range All {
		if d.Name == name {
			return d, nil
		}
		names[i] = d.Name
	}
	return nil, &Impossible{"the detail", fmt.Sprintf("%q", name), "there is none of that name", fmt.Sprintf("use one of %v", names)}
}

// Impossible is a place that cannot be, or that cannot be done so.
type Impossible struct{ Thing, Value, Reason, Remedy string }

func (e *Impossible) Error() string {
	return e.Thing + " " + e.Value + ": " + e.Reason + "; " + e.Remedy
}

// Figure is one result.
type Figure struct {
	Name  string // as scripts read it
	Label string
	Takes Takes
	Value float64
	None  bool // it does not count here: a hole's edge that it does not have
}

// Text is the figure in words.
func (f Figure) Text(unit measure.Unit) string {
	if f.None {
		return "open"
	}
	return f.Takes.text(f.Value, unit)
}

// Hole is what is cut out of a piece that runs past something: from its left end and its bottom, as it hangs and as it lies face up
// with its bottom toward you. A slot's Round end is at what comes through.
type Hole struct {
	From, To  float64
	Low, High float64
	Round     bool
	Short     float64 // how much further a round blade reaches on the side that it goes in
	// NailFrom and NailTo are between what no nail goes in.
	NailFrom, NailTo float64
}

// NoNail is how far from what comes out of a wall no nail goes in: a hand's breadth, for what leads to it.
const NoNail = 4.0

// hole adds one, and where it is not nailed.
func (w *Worked) hole(g *Given, h Hole) {
	h.NailFrom, h.NailTo = max(0, h.From-NoNail), h.To+NoNail
	w.Holes = append(w.Holes, h)
	w.step("No nail from %s to %s along it: wires or pipes may come to it from above or below.", g.in(h.NailFrom), g.in(h.NailTo))
}

// Worked is a detail worked out.
type Worked struct {
	Figures  []Figure
	Sticks   []Stick
	Holes    []Hole
	Drawn    Drawing
	Glued    bool     // it is glued up on the bench as one
	Steps    []string // what to do, in order
	Cautions []string
}

func (w *Worked) figure(takes Takes, name, label string, value float64) {
	w.Figures = append(w.Figures, Figure{Name: name, Label: label, Takes: takes, Value: clean(value)})
}

func (w *Worked) length(name, label string, value float64) { w.figure(Length, name, label, value) }
func (w *Worked) angle(name, label string, value float64)  { w.figure(Angle, name, label, value) }
func (w *Worked) count(name, label string, value int)      { w.figure(Count, name, label, float64(value)) }

// none is a length that does not count here.
func (w *Worked) none(name, label string) {
	w.Figures = append(w.Figures, Figure{Name: name, Label: label, Takes: Length, None: true})
}

func (w *Worked) step(text string, args ...any) {
	w.Steps = append(w.Steps, fmt.Sprintf(text, args...))
}

// Figure finds a figure by its name; nil where there is none.
func (w *Worked) Figure(name string) *Figure {
	for i := range w.Figures {
		if w.Figures[i].Name == name {
			return &w.Figures[i]
		}
	}
	return nil
}

// clean is a value without a minus before its zero.
func clean(v float64) float64 {
	if v == 0 {
		return 0
	}
	return v
}
