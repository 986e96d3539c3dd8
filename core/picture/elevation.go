package picture

import (
	"math"

	"gnomon/core/casing"
	"gnomon/core/job"
	"gnomon/core/measure"
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

// strip adds a part between two rings around the opening, along the side that begins at a corner.
func (d *around) strip(s *sets.Set, part string, side casing.At, inner, outer casing.Off) {
	a, b := d.quad.Moved(inner), d.quad.Moved(outer)
	next := (side + 1) % 4
	d.part(s, part, a[side], a[next], b[next], b[side])
}

func (d *around) part(s *sets.Set, part string, points ...casing.Point) {
	p := Part{Part: part}
	for _, q := range s.Pieces {
		if q.Part == part {
			p.Piece = q.ID
		}
	}
	for _, q := range points {
		p.Points = append(p.Points, down(q))
	}
	d.e.Parts = append(d.e.Parts, p)
}

// box adds a part that is level and plumb.
func (d *around) box(s *sets.Set, part string, left, right, low, high float64) {
	d.part(s, part, casing.Point{X: left, Y: low}, casing.Point{X: left, Y: high}, casing.Point{X: right, Y: high}, casing.Point{X: right, Y: low})
}

func (d *around) set(s *sets.Set) {
	g, a := s.Given, s.Around
	head := g.Head
	if head == 0 {
		head = g.Width
	}
	r, w := g.Reveal, g.Width
	in, out := casing.Off{Top: r, Right: r, Bottom: -g.Drop, Left: r}, casing.Off{Top: r + head, Right: r + w, Bottom: -g.Drop, Left: r + w}
	if g.School == casing.Picture {
		in.Bottom, out.Bottom = r, r+head
	}
	legs, legsOut := in, out
	switch g.School {
	case casing.Over:
		legsOut.Top = r
	case casing.Between:
		legs.Top = r + head
	}
	d.strip(s, sets.LeftLeg, casing.BottomLeft, legs, legsOut)
	d.strip(s, sets.RightLeg, casing.TopRight, legs, legsOut)
	headIn, headOut := in, out
	switch g.School {
	case casing.Over:
		side := r + w + g.Overhang
		headIn.Left, headIn.Right, headOut.Left, headOut.Right = side, side, side, side
	case casing.Between:
		headOut.Left, headOut.Right = r, r
	}
	d.strip(s, sets.Head, casing.TopLeft, headIn, headOut)
	if g.School == casing.Picture {
		d.strip(s, sets.Sill, casing.BottomRight, in, out)
	}
	if b := g.Band; b != nil {
		near, away := r+w-b.Lap, r+w-b.Lap+b.Width
		bandIn := casing.Off{Top: r + head - b.Lap, Right: near, Bottom: -g.Drop, Left: near}
		bandOut := casing.Off{Top: r + head - b.Lap + b.Width, Right: away, Bottom: -g.Drop, Left: away}
		if g.School == casing.Picture {
			bandIn.Bottom, bandOut.Bottom = bandIn.Top, bandOut.Top
			d.strip(s, sets.Band+sets.Sill, casing.BottomRight, bandIn, bandOut)
		}
		d.strip(s, sets.Band+sets.LeftLeg, casing.BottomLeft, bandIn, bandOut)
		d.strip(s, sets.Band+sets.Head, casing.TopLeft, bandIn, bandOut)
		d.strip(s, sets.Band+sets.RightLeg, casing.TopRight, bandIn, bandOut)
	}
	d.below(s, a)
	d.above(s, a, r+head)
}

// below draws plinths, or stool and apron.
func (d *around) below(s *sets.Set, a *job.Around) {
	q, r := d.quad, a.Reveal.Inches()
	in := func(l measure.Length) float64 { return l.Inches() }
	if p := a.Plinth; p != nil {
		low, wide := in(a.Comes), in(p.Height.Length)
		d.box(s, sets.LeftPlinth, -r-wide, -r, low, low+in(a.Block))
		d.box(s, sets.RightPlinth, q[casing.BottomRight].X+r, q[casing.BottomRight].X+r+wide, low, low+in(a.Block))
	}
	if a.Stool == nil {
		return
	}
	thick, off := in(a.Stool.Thickness.Length), in(a.Off())
	top := s.Given.Drop
	d.box(s, sets.Stool, -off-in(a.Horn), q[casing.BottomRight].X+off+in(a.Horn), top-thick, top)
	if a.Apron != nil {
		d.box(s, sets.Apron, -off, q[casing.BottomRight].X+off, top-thick-in(a.Apron.Height.Length), top-thick)
	}
}

// above draws the fillet and the small crown of a built-up head.
func (d *around) above(s *sets.Set, a *job.Around, top float64) {
	if a.School != job.HeadBuilt {
		return
	}
	over := d.quad.Moved(casing.Off{Top: top, Right: a.Off().Inches() + a.Overhang.Inches(), Left: a.Off().Inches() + a.Overhang.Inches()})
	left, right, at := over[casing.TopLeft].X, over[casing.TopRight].X, max(over[casing.TopLeft].Y, over[casing.TopRight].Y)
	if a.Fillet != nil {
		by, thick := a.FilletOver.Inches(), a.Fillet.Thickness.Length.Inches()
		d.box(s, sets.Fillet, left-by, right+by, at, at+thick)
		at += thick
	}
	if a.Capped != nil {
		out, high := a.Capped.Seat().Projection.Inches(), a.Capped.Seat().Drop.Inches()
		d.part(s, sets.Cap, casing.Point{X: left, Y: at}, casing.Point{X: left - out, Y: at + high}, casing.Point{X: right + out, Y: at + high},
			casing.Point{X: right, Y: at})
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
