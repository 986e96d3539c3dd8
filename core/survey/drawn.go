package survey

import (
	"gnomon/core/job"
	"gnomon/core/measure"
)

// Drawn is a room as it is drawn: as adjusted where its measurements go together, else as
// measured. Walls without a length are as long as the mean of the others, corners without
// a reading square. Nothing is cut to it.
type Drawn struct {
	Lengths []float64 // of the walls, in inches
	Known   []bool    // which of them were measured
	Thetas  []measure.Angle
	Read    []bool // which corners were
	Legs    []Leg
	Raw     []Side // as measured
	Sides   []Side // as drawn
	Island  bool   // seen from outside: a column or pier
}

// Unmeasured is how long walls are drawn, in inches, where none was measured.
const Unmeasured = 96.0

// Draw lays a room out at the floor; v is the check of it, or none.
func Draw(m Measures, v Verdict) Drawn {
	r := m.room
	n := len(r.Walls)
	d := Drawn{Known: make([]bool, n), Thetas: make([]measure.Angle, n), Read: make([]bool, n), Legs: make([]Leg, n)}
	d.lengths(m)
	turns := measure.Angle(0)
	for i := range r.Walls {
		d.Thetas[i] = 90
		if c, ok := m.Corner(i, job.Floor); ok && c.Usable {
			d.Thetas[i], d.Read[i] = c.Theta, true
		}
		d.Legs[i] = Leg{Length: measure.FromInches(d.Lengths[i]), Turn: Turn(d.Thetas[i], r.Corners[i].Kind)}
		turns += d.Legs[i].Turn
	}
	d.Island = r.Closed && turns < 0
	d.Raw = Traverse(d.Legs)
	d.Sides = d.Raw
	if v.Closes && len(v.Points) == n+1 {
		d.Sides = Sides(v.Points)
	}
	return d
}

func (d *Drawn) lengths(m Measures) {
	sum, n := 0.0, 0
	for i := range m.room.Walls {
		l, ok := m.Wall(i, job.Floor)
		d.Lengths, d.Known[i] = append(d.Lengths, l.Length.Inches()), ok
		if ok {
			sum, n = sum+l.Length.Inches(), n+1
		}
	}
	mean := Unmeasured
	if n > 0 {
		mean = sum / float64(n)
	}
	for i := range d.Lengths {
		if !d.Known[i] {
			d.Lengths[i] = mean
		}
	}
}

// Points are the corners as drawn, from the left end of the first wall on.
func (d Drawn) Points() []Point {
	out := make([]Point, len(d.Sides))
	for i, s := range d.Sides {
		out[i] = s.From
	}
	return out
}
