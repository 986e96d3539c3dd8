package detail

import (
	"math"

	"gnomon/core/joint"
)

// View is from where a detail is drawn.
type View string

// From the front, as one faces the wall; or from above, the wall's back at the top.
const (
	Front View = "front"
	Above View = "above"
)

// Kinds of shape.
const (
	Wood   = "wood"   // a piece to cut
	There  = "there"  // what runs or stands there anyway
	Filler = "filler" // what is filled or glued under
	Wall   = "wall"
	Floor  = "floor"
	Cut    = "hole"
	Mark   = "mark" // a line to mark by
)

// Shape is something drawn, in inches, as one looks at it: right and up. Of is the part that it is.
type Shape struct {
	Kind   string
	Of     string
	Points [][2]float64
	Open   bool // a line, not a face
}

// Dim is a measure drawn between two points; Text is what it says, and Field the field that it shows, where it does.
type Dim struct {
	From, To [2]float64
	Text     string
	Field    string
}

// Note is a word at a place.
type Note struct {
	At   [2]float64
	Text string
}

// Drawing is a detail to scale.
type Drawing struct {
	View   View
	Shapes []Shape
	Dims   []Dim
	Notes  []Note
}

// flat is how a point is seen.
func (d *Drawing) flat(p Vec) [2]float64 {
	if d.View == Above {
		return [2]float64{p[0], p[1]}
	}
	return [2]float64{p[0], p[2]}
}

func (d *Drawing) shape(kind string, points ...[2]float64) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: points})
}

func (d *Drawing) line(kind string, points ...[2]float64) {
	d.Shapes = append(d.Shapes, Shape{Kind: kind, Points: points, Open: true})
}

func (d *Drawing) dim(from, to [2]float64, text string) {
	d.Dims = append(d.Dims, Dim{From: from, To: to, Text: text})
}

// field draws the measure that a field gives.
func (d *Drawing) field(g *Given, name string, from, to [2]float64) {
	if g.Has(name) {
		d.Dims = append(d.Dims, Dim{From: from, To: to, Text: g.in(g.the(name)), Field: name})
	}
}

func (d *Drawing) note(x, y float64, text string) {
	d.Notes = append(d.Notes, Note{[2]float64{x, y}, text})
}

// stick draws a piece: its face from the front, its bottom from above.
func (d *Drawing) stick(s *Stick) {
	var at [4]Vec
	if d.View == Above {
		at = [4]Vec{s.Point(joint.Left, 0, 0), s.Point(joint.Right, 0, 0), s.Point(joint.Right, s.Thick, 0), s.Point(joint.Left, s.Thick, 0)}
	} else {
		at = [4]Vec{s.Point(joint.Left, s.Thick, 0), s.Point(joint.Right, s.Thick, 0), s.Point(joint.Right, s.Thick, s.High), s.Point(joint.Left, s.Thick, s.High)}
	}
	kind := Wood
	if s.Beside {
		kind = There
	}
	out := Shape{Kind: kind, Of: s.Part}
	for _, p := range at {
		out.Points = append(out.Points, d.flat(p))
	}
	d.Shapes = append(d.Shapes, out)
}

// draw draws all pieces of a detail, and says of each what it is.
func (w *Worked) draw() {
	for i := range w.Sticks {
		w.Drawn.stick(&w.Sticks[i])
	}
}

// arc are points of a circle about a centre, from one direction to another, in degrees.
func arc(cx, cy, r, from, to float64) [][2]float64 {
	n := max(2, int(math.Abs(to-from)/3)+1)
	out := make([][2]float64, n+1)
	for i := range out {
		a := from + (to-from)*float64(i)/float64(n)
		out[i] = [2]float64{cx + r*cos(a), cy + r*sin(a)}
	}
	return out
}
