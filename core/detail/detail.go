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
	Free    bool   // it may be left out, and then is not known
	Least   float64
	Most    float64
	Choices []string
	Help    string
}

// Place is where in a room a detail can be put.
type Place string

// Places: at a place along a wall, where it changes what runs there; at the end of what runs along a wall; as pieces of its own;
// or nowhere, where it only says how to do something.
const (
	OnWall  Place = "wall"
	AtEnd   Place = "end"
	Alone   Place = "alone"
	Nowhere Place = ""
)

// Detail is one odd place.
type Detail struct {
	Name   string // as scripts call it
	Title  string
	Says   string // what it works out, in a sentence
	Place  Place
	Fields []Field
	Work   func(g *Given) (*Worked, error)
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
	Part  bool // one of many alike, which people read on the pieces
}

// Text is the figure in words.
func (f Figure) Text(unit measure.Unit) string {
	if f.None {
		return "none"
	}
	return f.Takes.text(f.Value, unit)
}

// Worked is a detail worked out.
type Worked struct {
	Figures  []Figure
	Sticks   []Stick
	Drawn    Drawing
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
