package picture

import (
	"math"

	"gnomon/core/fit"
	"gnomon/core/profile"
)

// Closing is a joint seen from the room, square to the wall of the piece that gives way, with its gap drawn so many times as wide as it
// is; and the gap along its line, true.
type Closing struct {
	Times int        `json:"times"`
	Edge  []Point    `json:"edge" doc:"the end that gives way: back from the corner, up"`
	Mate  []Point    `json:"mate" doc:"the other face beside it, drawn further off than it is"`
	Box   [4]float64 `json:"box" doc:"left, bottom, width, height"`
	Graph []Point    `json:"graph" doc:"around the face, and the gap there"`
	Girth float64    `json:"girth"`
	Most  float64    `json:"most" doc:"what the graph goes up to"`
	Marks []Mark     `json:"marks" doc:"of the graph: what a gap may be"`
}

// Mark is a height of a graph that is marked.
type Mark struct {
	At   float64 `json:"at"`
	Text string  `json:"text"`
}

// OfClosing draws how a joint closes; most is what its graph goes up to at least.
func OfClosing(c fit.Closed, most float64) Closing {
	out := Closing{Times: 1, Edge: []Point{}, Mate: []Point{}, Graph: []Point{}, Most: most, Marks: []Mark{{fit.Shut, "1/64 closed when painted"},
		{fit.Fill, "1/32 a fill"}}}
	if len(c.Gaps) == 0 {
		return out
	}
	worst, high := c.Gap(), 0.0
	for _, g := range c.Gaps {
		high = max(high, g.Own.Z)
	}
	for worst > 1e-4 && out.Times < 16 && worst*float64(out.Times) < high/8 {
		out.Times *= 2
	}
	lo, hi := [2]float64{math.Inf(1), 0}, [2]float64{math.Inf(-1), high}
	for _, g := range c.Gaps {
		gap := max(0, g.Gap)
		out.Edge = append(out.Edge, Point{round(g.Along), round(g.Own.Z)})
		out.Mate = append(out.Mate, Point{round(g.Along - gap*float64(out.Times)), round(g.Own.Z)})
		out.Graph = append(out.Graph, Point{round(g.Around), round(gap)})
		out.Girth, out.Most = max(out.Girth, round(g.Around)), max(out.Most, gap*1.1)
		lo[0], hi[0] = min(lo[0], g.Along-gap*float64(out.Times)), max(hi[0], g.Along)
	}
	out.Most = round(out.Most)
	out.Box = [4]float64{round(lo[0] - high/2), 0, round(hi[0] - lo[0] + high), round(hi[1])}
	return out
}

// Prism is a piece in space: its section, to close the ends with, and its two ends; near is the one at the corner.
type Prism struct {
	Section [][2]float64 `json:"section"`
	Near    []Place      `json:"near"`
	Far     []Place      `json:"far"`
	Gives   bool         `json:"gives" doc:"it is coped into the other, or right of it"`
}

// Space is a joint in its corner, in space: x along the wall of the piece that gives way, y out from it, z up; walls are
// quadrangles, and the ceiling where there is one.
type Space struct {
	Pieces []Prism   `json:"pieces"`
	Walls  [][]Place `json:"walls"`
	Eye    Place     `json:"eye" doc:"from where the room looks at it"`
	At     Place     `json:"at" doc:"what it looks at"`
}

// InSpace places both pieces of a joint that is home in their corner.
func InSpace(j fit.Joint, c fit.Closed) Space {
	sin, cos := math.Sincos(j.Corner.Theta.Radians())
	wide, high := j.Coped.Projection().Inches(), max(j.Coped.Height().Inches(), j.Through.Height().Inches())
	long := 2*wide + high
	// On the other wall: so far along it, so far off it.
	other := func(along, off, z float64) Place {
		return Place{round(along*cos + off*sin), round(along*sin - off*cos), round(z)}
	}
	// The end as it was cut: nearest to where the line was looked at, and level behind it.
	back := math.Tan(j.Made.Back.Radians())
	end := func(q [2]float64) float64 {
		best, off, u := 0.0, math.Inf(1), 0.0
		for _, g := range c.Gaps {
			if d := math.Abs(g.Own.Z-q[1]) + 0.2*math.Abs(g.Own.U-q[0]); d < off {
				off, best, u = d, g.Along, g.Own.U
			}
		}
		return best + max(0, u-q[0])*back
	}
	gives, through := Prism{Section: j.Coped.Sketch(0), Gives: true}, Prism{Section: j.Through.Sketch(0)}
	mitred := j.Kind != fit.Cope && j.Kind != fit.Butt
	turn := j.Poses.Coped.Turner()
	for _, q := range gives.Section {
		at := turn(profile.Place{U: q[0], Z: q[1]})
		x := end(q)
		if mitred {
			x = q[0]*math.Tan(j.Made.Halves[1].Radians()) - c.Home
		}
		gives.Near, gives.Far = append(gives.Near, Place{round(x), round(at.U), round(at.Z)}), append(gives.Far, Place{round(long), round(at.U), round(at.Z)})
	}
	turn = j.Poses.Through.Turner()
	for _, q := range through.Section {
		at := turn(profile.Place{U: q[0], Z: q[1]})
		s := max(0, wide*cos/sin)
		if mitred {
			s = q[0]*math.Tan(j.Made.Halves[0].Radians()) - c.Home
		}
		through.Near, through.Far = append(through.Near, other(s, at.U, at.Z)), append(through.Far, other(long, at.U, at.Z))
	}
	top := high + wide/2
	walls := [][]Place{{{0, 0, -wide / 2}, {long, 0, -wide / 2}, {long, 0, top}, {0, 0, top}},
		{other(0, 0, -wide/2), other(long, 0, -wide/2), other(long, 0, top), other(0, 0, top)}}
	if j.Crown {
		walls = [][]Place{{{0, 0, -wide / 2}, {long, 0, -wide / 2}, {long, 0, high}, {0, 0, high}},
			{other(0, 0, -wide/2), other(long, 0, -wide/2), other(long, 0, high), other(0, 0, high)},
			{{0, 0, high}, {long, 0, high}, {long + long*cos, long * sin, high}, other(long, 0, high)}}
	}
	// From in front of the corner, below a crown and above a base.
	mid := (j.Corner.Theta / 2).Radians()
	far := 2.2 * long
	eye := Place{round(far * math.Cos(mid)), round(far * math.Sin(mid)), round(high/2 + far/3)}
	if j.Crown {
		eye[2] = round(high/2 - far/2.6)
	}
	return Space{Pieces: []Prism{through, gives}, Walls: walls, Eye: eye, At: Place{round(wide), round(wide), round(high / 2)}}
}
