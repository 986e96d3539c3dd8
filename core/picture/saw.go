package picture

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

// Stock is as much of a moulding's section as a picture of the saw needs.
type Stock struct {
	Projection measure.Length // out from the wall; a base's thickness
	Drop       measure.Length // down the wall; a base's height
	Known      bool           // false where the sizes only stand for some moulding
}

// Bench is the saw with the piece on it, from above and from its left end.
type Bench struct {
	Box      [4]float64  `json:"box"` // least x, least y, width, height
	Depth    float64     `json:"depth"`
	Keep     []Point     `json:"keep"`
	Waste    []Point     `json:"waste"`
	Blade    [2]Point    `json:"blade"`             // the blade's line on the table, far side to handle
	TopEdge  *[2]Point   `json:"topEdge,omitempty"` // where the blade leaves the top face, for a bevel
	Straight [2]Point    `json:"straight"`          // where the blade stands at 0
	Arc      []Point     `json:"arc"`               // from straight to the blade
	Handle   Point       `json:"handle"`
	Mark     Point       `json:"mark"`    // the point that the length is told to
	Fence    [2][2]Point `json:"fence"`   // left and right part
	Lies     string      `json:"lies"`    // how the piece lies, in words
	Section  []Point     `json:"section"` // from the left end: [distance from the fence, height over the table]
	ToScale  bool        `json:"toScale"`
}

// OnSaw draws the saw set for an end with the piece lying as the pose says.
// Coordinates are the saw's, with the fence at y = 0 and the mark at x = 0.
func OnSaw(s saw.Setting, pose saw.Pose, st Stock) Bench {
	p, d := st.Projection.Inches(), st.Drop.Inches()
	// The corners of the section's box on the saw: back bottom, back top, face
	// bottom and face top, as Y and Z of the installed piece.
	place := func(u, z float64) (y, h float64) {
		v := pose.OnSaw(joint.Normal{Y: -u, Z: z})
		return v.Y, v.Z
	}
	section := sectionOf(pose, p, d)
	lo, hi := math.Inf(1), math.Inf(-1)
	low := math.Inf(1)
	outline := make([]Point, len(section))
	for i, c := range section {
		y, h := place(c[0], c[1])
		lo, hi, low = min(lo, y), max(hi, y), min(low, h)
		outline[i] = Point{y, h}
	}
	b := Bench{Depth: hi - lo, ToScale: st.Known, Lies: Lies(pose)}
	top := 0.0
	for _, o := range outline {
		b.Section = append(b.Section, Point{round(hi - o[0]), round(o[1] - low)})
		top = max(top, o[1]-low)
	}
	ty, th := place(0, 0) // the told point: back and bottom of the installed piece
	ty, th = ty-hi, th-low
	// On the plane cos b·cos m·x + cos b·sin m·y + sin b·z = const through the told point.
	x := func(y, z float64) float64 {
		return -(y-ty)*s.Mitre.Tan() - (z-th)*s.Bevel.Tan()/s.Mitre.Cos()
	}
	front := -b.Depth
	reach := max(2.7, 2.4*b.Depth) + b.Depth*math.Abs(s.Mitre.Tan())
	keepX, wasteX := -reach, reach*0.72
	if s.Keep == joint.Right {
		keepX, wasteX = reach, -reach*0.72
	}
	cutHeight := 0.0
	if s.Bevel != 0 && pose.Lie == saw.Flat {
		cutHeight = min(top, 0.75)
		b.TopEdge = &[2]Point{{round(x(0, cutHeight)), 0}, {round(x(front, cutHeight)), round(front)}}
	}
	b.Keep = polygon(Point{keepX, 0}, Point{x(0, cutHeight), 0}, Point{x(front, cutHeight), front}, Point{keepX, front})
	b.Waste = polygon(Point{wasteX, 0}, Point{x(0, cutHeight), 0}, Point{x(front, cutHeight), front}, Point{wasteX, front})
	table := front - max(1.7, b.Depth*0.8)
	sin, cos := s.Mitre.Sin(), s.Mitre.Cos()
	// The blade's line goes through x(0) at the fence.
	x0 := x(0, 0)
	far := 0.9
	long := -table / math.Max(cos, 0.35)
	b.Blade = [2]Point{{round(x0 - far*sin), round(far * cos)}, {round(x0 + long*sin), round(-long * cos)}}
	b.Handle = b.Blade[1]
	b.Straight = [2]Point{{round(x0), 0}, {round(x0), round(table)}}
	radius := -table * 0.72
	for k := 0; k <= 12; k++ {
		a := measure.Angle(float64(s.Mitre) * float64(k) / 12)
		b.Arc = append(b.Arc, Point{round(x0 + radius*a.Sin()), round(-radius * a.Cos())})
	}
	b.Mark = Point{0, round(ty)}
	gap := 0.35 + math.Abs(s.Mitre.Tan())*0.5
	b.Fence = [2][2]Point{{{-reach, 0}, {round(x0 - gap), 0}}, {{round(x0 + gap), 0}, {reach, 0}}}
	b.Box = [4]float64{-reach, round(min(table, b.Handle[1]-0.25)), 2 * reach, 0}
	b.Box[3] = round(1.1 - b.Box[1])
	return b
}

// sectionOf is an outline to show how a piece lies: a box for a base, a slab
// along the spring for crown.
func sectionOf(pose saw.Pose, p, d float64) []Point {
	if pose.Lie == saw.Upright || pose.Spring == 0 {
		return []Point{{0, 0}, {p, 0}, {p, d}, {0, d}}
	}
	t := 0.18 * p // about what crown measures through
	return []Point{{0, 0}, {t, 0}, {p, d - t}, {p, d}, {p - t, d}, {0, t}}
}

func polygon(ps ...Point) []Point {
	for i := range ps {
		ps[i] = Point{round(ps[i][0]), round(ps[i][1])}
	}
	return ps
}

// round keeps a picture's numbers short; a ten-thousandth of an inch is not seen.
func round(v float64) float64 {
	r := math.Round(v*1e4) / 1e4
	if r == 0 {
		return 0
	}
	return r
}

// Lies says in words how a piece lies on the saw.
func Lies(pose saw.Pose) string {
	switch pose.Lie {
	case saw.Nested:
		return "Upside down: bottom edge up against the fence, ceiling edge on the table."
	case saw.Flat:
		return fmt.Sprintf("On its back, face up, %s edge to the fence.", pose.Edge)
	}
	return "Standing on its bottom edge, back to the fence, face towards you."
}

// StockOf is the stock of a moulding.
func StockOf(m *job.Moulding) Stock {
	return Stock{Projection: m.Out(), Drop: m.Tall(), Known: true}
}
