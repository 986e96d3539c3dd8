package plan

import (
	"math"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Sight is what is seen of a room from where people come in.
type Sight struct {
	Room    string
	Opening string // they come in by, or none: through the open side
	Eye     [2]float64
	Sees    []bool // corners, by their index
}

// eyeIn is how far inside the door the eye stands, in inches.
const eyeIn = 12

// views is a room as drawn, and what is seen in it.
type views struct {
	drawn survey.Drawn
	sight *Sight // nil where the way in is not known
}

// look finds where people come in: by the opening that was chosen, else the first door,
// else the first opening, else through the side that is open.
func (b *builder) look(r *job.Room) *views {
	v := &views{drawn: survey.Draw(b.at, b.plan.Survey(r.ID, job.Floor).Verdict)}
	if v.drawn.Island || len(r.Walls) < 2 {
		return v
	}
	points := v.drawn.Points()
	if !r.Closed {
		points = append(points, v.drawn.Sides[len(v.drawn.Sides)-1].To)
	}
	eye, id, ok := b.eye(r, v.drawn)
	if !ok {
		return v
	}
	s := &Sight{Room: r.ID, Opening: id, Eye: [2]float64{eye.X, eye.Y}, Sees: make([]bool, len(r.Corners))}
	for i := range r.Corners {
		s.Sees[i] = r.Joined(i) && survey.SeesFrom(points, eye, (i+1)%len(points))
	}
	v.sight = s
	b.plan.Sights = append(b.plan.Sights, *s)
	return v
}

func (b *builder) eye(r *job.Room, d survey.Drawn) (eye survey.Point, id string, ok bool) {
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
			along := (b.at.From(i, *way, job.Floor) + way.Width.Length/2).Inches()
			return survey.Point{X: s.From.X + h.Cos()*along - h.Sin()*eyeIn, Y: s.From.Y + h.Sin()*along + h.Cos()*eyeIn}, way.ID, true
		}
	}
	return eye, "", false
}

// seams are how much of the seam at a corner shows where the piece left of it gives way,
// and where the right one does: what runs through then is the other.
func (v *views) seams(i int) (out [2]float64) {
	if v.sight == nil || !v.sight.Sees[i] {
		return out
	}
	n := len(v.drawn.Sides)
	at := v.drawn.Sides[i].To
	left, right := v.drawn.Sides[i].Heading, v.drawn.Sides[(i+1)%n].Heading
	corner, eye := decide.Vec{at.X, at.Y}, decide.Vec(v.sight.Eye)
	out[0] = decide.Seam(eye, corner, decide.Vec{-right.Cos(), -right.Sin()})
	out[1] = decide.Seam(eye, corner, decide.Vec{left.Cos(), left.Sin()})
	return out
}

// lap tells which way the scarfs of a piece lap so that their open edges show least: the
// part left of each over the one right of it, or the other way. along are their places on
// the wall. It is what nearer hides: the part nearer the way in has its long point on the
// face.
func (v *views) lap(wall int, along []measure.Length, phi measure.Angle) (over joint.Hand, told bool) {
	if v.sight == nil || len(along) == 0 {
		return joint.Right, false
	}
	s := v.drawn.Sides[wall]
	h := s.Heading
	var leftOver, rightOver float64
	for _, at := range along {
		x, y := v.sight.Eye[0]-s.From.X, v.sight.Eye[1]-s.From.Y
		eyeAlong, off := x*h.Cos()+y*h.Sin(), -x*h.Sin()+y*h.Cos()
		if off <= 0 {
			continue
		}
		a := measure.FromRadians(math.Atan2(math.Abs(at.Inches()-eyeAlong), off))
		fromLeft := eyeAlong < at.Inches()
		leftOver += decide.ScarfSeam(a, phi, fromLeft)
		rightOver += decide.ScarfSeam(a, phi, !fromLeft)
	}
	if leftOver < rightOver-1e-9 {
		return joint.Left, true
	}
	return joint.Right, rightOver < leftOver-1e-9
}
