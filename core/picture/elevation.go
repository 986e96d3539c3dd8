package picture

import (
	"math"

	"gnomon/core/casing"
	"gnomon/core/job"
	"gnomon/core/opening"
	"gnomon/core/sets"
)

// Elevation is an opening as one faces it, to scale, in inches: right, and down as a sheet has it. Nothing is the foot of its
// left jamb.
type Elevation struct {
	Box     [4]float64 `json:"box"`  // least x, least y, width, height
	Jamb    []Point    `json:"jamb"` // top left, top right, bottom right, bottom left
	Floor   float64    `json:"floor" doc:"of the room; what a window stands over may be far below"`
	Parts   []Part     `json:"parts"`
	Corners []Corner   `json:"corners"`
}

// Part is a piece of what stands around it.
type Part struct {
	Piece  string  `json:"piece" doc:"none where the plan has none yet"`
	Part   string  `json:"part"`
	Points []Point `json:"points"`
}

// Corner is one of its corners, with the angle inside it.
type Corner struct {
	At    string  `json:"at"`
	Place Point   `json:"place"`
	Angle float64 `json:"angle"`
	Known bool    `json:"known"`
}

// around draws what is given of an opening.
type around struct {
	e    Elevation
	quad casing.Quad
}

// Opening draws an opening as it was measured, and the set around it where there is one.
func Opening(m *opening.Measured, s *sets.Set) Elevation {
	var d around
	g := casing.Set{Opening: m.Lengths, Angles: m.Inside()}
	if g.Left <= 0 || g.Right <= 0 { // no height yet: a door's
		g.Left, g.Right = usualHeight, usualHeight
	}
	far := s != nil && s.Far
	if far {
		g.Opening, g.Angles = g.Mirrored(), g.Angles.Mirrored()
	}
	d.quad = g.Drawn()
	for _, p := range d.quad {
		d.e.Jamb = append(d.e.Jamb, down(p))
	}
	if m.Kind == job.OpenWindow && m.Sill != nil {
		d.e.Floor = round(m.Sill.Length.Inches())
	}
	for c, k := range m.Corners {
		at := casing.At(c)
		if far {
			at = [4]casing.At{casing.TopRight, casing.TopLeft, casing.BottomLeft, casing.BottomRight}[c]
		}
		d.e.Corners = append(d.e.Corners, Corner{At: job.JambCorners[at], Place: down(d.quad[at]), Angle: float64(k.Angle.Round(0.01)), Known: k.Known})
	}
	d.e.Parts = []Part{}
	if s != nil && s.Worked.Left.Inner > 0 {
		d.set(s)
	}
	d.frame()
	return d.e
}

const usualHeight = 80

func down(p casing.Point) Point { return Point{round(p.X), round(-p.Y)} }

// set draws the parts of what stands around the opening.
func (d *around) set(s *sets.Set) {
	for _, a := range s.Areas() {
		p := Part{Part: a.Part}
		for _, q := range s.Pieces {
			if q.Part == a.Part {
				p.Piece = q.ID
			}
		}
		for _, q := range a.Points {
			p.Points = append(p.Points, down(q))
		}
		d.e.Parts = append(d.e.Parts, p)
	}
}

// frame is what all of it lies in.
func (d *around) frame() {
	lo, hi := Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	take := func(ps []Point) {
		for _, p := range ps {
			lo, hi = Point{min(lo[0], p[0]), min(lo[1], p[1])}, Point{max(hi[0], p[0]), max(hi[1], p[1])}
		}
	}
	take(d.e.Jamb)
	for _, p := range d.e.Parts {
		take(p.Points)
	}
	d.e.Box = [4]float64{round(lo[0]), round(lo[1]), round(hi[0] - lo[0]), round(hi[1] - lo[1])}
}
