// Package sight is what is seen of a room from where people come in: its corners, and how
// much of the seams of joints shows from there.
//
// Places are in inches on the drawn floor, as survey.Draw lays it out. Formulas:
// docs/geometry.md, "Who is coped".
package sight

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// View is a room as drawn, and what is seen of it.
type View struct {
	Drawn survey.Drawn
	From  *Sight // nil where the way in is not known
}

// Sight is what is seen of a room from where people come in.
type Sight struct {
	Room    string
	Opening string // they come in by, or none: through the open side
	Eye     [2]float64
	Sees    []bool // corners, by their index
}

// eyeIn is how far inside the door the eye stands, in inches.
const eyeIn = 12

// Of finds where people come in: by the opening that was chosen, else the first door, else
// the first opening, else through the side that is open. v is the check of the room, or none.
func Of(r *job.Room, m survey.Measures, v survey.Verdict) View {
	out := View{Drawn: survey.Draw(m, v)}
	if out.Drawn.Island || len(r.Walls) < 2 {
		return out
	}
	points := out.Drawn.Points()
	if !r.Closed {
		points = append(points, out.Drawn.Sides[len(out.Drawn.Sides)-1].To)
	}
	eye, id, ok := wayIn(r, m, out.Drawn)
	if !ok {
		return out
	}
	s := &Sight{Room: r.ID, Opening: id, Eye: [2]float64{eye.X, eye.Y}, Sees: make([]bool, len(r.Corners))}
	for i := range r.Corners {
		s.Sees[i] = r.Joined(i) && survey.SeesFrom(points, eye, (i+1)%len(points))
	}
	out.From = s
	return out
}

// wayIn is where the eye of one who comes in stands, and the opening.
func wayIn(r *job.Room, m survey.Measures, d survey.Drawn) (eye survey.Point, id string, ok bool) {
	var way *job.Opening
	rank := map[string]int{job.OpenDoor: 2, job.OpenOpening: 1}
	for i := range r.Openings {
		o := &r.Openings[i]
		if o.ID == r.Entry {
			way = o
			break
		}
		if rank[o.Kind] > 0 && (way == nil || rank[o.Kind] > rank[way.Kind]) {
			way = o
		}
	}
	if way == nil {
		if r.Closed {
			return eye, "", false
		}
		a, z := d.Sides[0].From, d.Sides[len(d.Sides)-1].To
		return survey.Point{X: (a.X + z.X) / 2, Y: (a.Y + z.Y) / 2}, "", a != z
	}
	for i, w := range r.Walls {
		if w.ID == way.Wall {
			s, h := d.Sides[i], d.Sides[i].Heading
			along := (m.From(i, *way, job.Floor) + way.Width.Length/2).Inches()
			return survey.Point{X: s.From.X + h.Cos()*along - h.Sin()*eyeIn, Y: s.From.Y + h.Sin()*along + h.Cos()*eyeIn}, way.ID, true
		}
	}
	return eye, "", false
}

// Seams are how much of the seam at a corner shows where the piece left of it gives way,
// and where the right one does: what runs through then is the other.
func (v View) Seams(corner int) (out [2]float64) {
	if v.From == nil || !v.From.Sees[corner] {
		return out
	}
	n := len(v.Drawn.Sides)
	at := v.Drawn.Sides[corner].To
	left, right := v.Drawn.Sides[corner].Heading, v.Drawn.Sides[(corner+1)%n].Heading
	out[0] = seam(v.From.Eye, [2]float64{at.X, at.Y}, [2]float64{-right.Cos(), -right.Sin()})
	out[1] = seam(v.From.Eye, [2]float64{at.X, at.Y}, [2]float64{left.Cos(), left.Sin()})
	return out
}

// seam is how much of a coped or butted joint's seam shows from an eye: max(0, d·a), with
// d from the eye to the corner and a, of length one, along the piece that runs through
// toward the corner. 0 is not seen, 1 looked straight into.
func seam(eye, corner, along [2]float64) float64 {
	d := [2]float64{corner[0] - eye[0], corner[1] - eye[1]}
	l := math.Hypot(d[0], d[1])
	if l == 0 {
		return 0
	}
	return max(0, (d[0]*along[0]+d[1]*along[1])/l)
}

// Lap tells which way the scarfs of a piece lap so that their open edges show least: the
// part left of each over the one right of it, or the other way. along are their places on
// the wall. It is what nearer hides: the part nearer the way in has its long point on the
// face.
func (v View) Lap(wall int, along []measure.Length, phi measure.Angle) (over joint.Hand, told bool) {
	if v.From == nil || len(along) == 0 {
		return joint.Right, false
	}
	s := v.Drawn.Sides[wall]
	h := s.Heading
	var leftOver, rightOver float64
	for _, at := range along {
		x, y := v.From.Eye[0]-s.From.X, v.From.Eye[1]-s.From.Y
		eyeAlong, off := x*h.Cos()+y*h.Sin(), -x*h.Sin()+y*h.Cos()
		if off <= 0 {
			continue
		}
		a := measure.FromRadians(math.Atan2(math.Abs(at.Inches()-eyeAlong), off))
		fromLeft := eyeAlong < at.Inches()
		leftOver += scarfEdge(a, phi, fromLeft)
		rightOver += scarfEdge(a, phi, !fromLeft)
	}
	if leftOver < rightOver-1e-9 {
		return joint.Left, true
	}
	return joint.Right, rightOver < leftOver-1e-9
}

// scarfEdge is how much of a scarf's open edge shows: max(0, cos(a + φ)) where the piece
// nearer the way in has its long point on the face, and max(0, cos(a − φ)) lapped the
// other way; a is the eye's angle off square to the wall.
func scarfEdge(a, phi measure.Angle, nearerOver bool) float64 {
	if nearerOver {
		return max(0, (a + phi).Cos())
	}
	return max(0, (a - phi).Cos())
}
