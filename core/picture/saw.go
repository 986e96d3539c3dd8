package picture

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// Blank is as much of a moulding's section as a picture of the saw needs.
type Blank struct {
	Section [][2]float64 // [out from the wall, up], in inches, the wood on the left
	Known   bool         // false where it only stands for some moulding
}

// Cut is an end as it is cut.
type Cut struct {
	Plane   joint.Normal // of the end, as installed
	Pose    saw.Pose
	Setting saw.Setting // as made
	Fence   joint.Hand  // the side of the piece on which an added fence stands; none without one
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
	Mark     Point       `json:"mark"`              // the point that the length is told to
	Fence    [2][2]Point `json:"fence"`             // left and right part
	Added    *[2]Point   `json:"added,omitempty"`   // a fence square to it
	AddedOn  joint.Hand  `json:"addedOn,omitempty"` // the side of the piece on which that stands
	Lies     string      `json:"lies"`              // how the piece lies, in words
	Touches  string      `json:"touches"`           // which edge touches the fence
	Section  []Point     `json:"section"`           // from the left end: [distance from the fence, height over the table]
	ToScale  bool        `json:"toScale"`
}

// OnSaw draws the saw set for an end. Coordinates are the saw's, with the fence at
// y = 0 and the mark at x = 0.
func OnSaw(c Cut, st Blank) Bench {
	s, pose := saw.For(c.Plane, c.Pose), c.Pose // along its own fence
	lie := lay(pose, st.Section)
	b := Bench{Depth: lie.depth, AddedOn: c.Fence, ToScale: st.Known, Lies: Lies(pose), Touches: touches(pose)}
	for _, o := range lie.section {
		b.Section = append(b.Section, Point{round(-o[0]), round(o[1])})
	}
	ty, th := lie.mark[0], lie.mark[1]
	// On the plane cos b·cos m·x + cos b·sin m·y + sin b·z = const through the told point.
	x := func(y, z float64) float64 {
		return -(y-ty)*s.Mitre.Tan() - (z-th)*s.Bevel.Tan()/s.Mitre.Cos()
	}
	front := -b.Depth
	reach := max(2.7, 2.4*b.Depth) + b.Depth*min(3, math.Abs(s.Mitre.Tan()))
	keepX, wasteX := -reach, reach*0.72
	if c.Fence != "" { // a short end, clear of the saw's own fence
		keepX, wasteX = -max(2.6, 1.4*b.Depth)-b.Depth*math.Abs(s.Mitre.Tan()), b.Depth*math.Abs(s.Mitre.Tan())+0.4
	}
	if s.Keep == joint.Right {
		keepX, wasteX = -keepX, -wasteX
	}
	cutHeight := 0.0
	if s.Bevel != 0 {
		cutHeight = lie.top
		if pose.Lie == saw.Flat {
			cutHeight = min(lie.top, 0.75)
		}
		b.TopEdge = &[2]Point{{round(x(0, cutHeight)), 0}, {round(x(front, cutHeight)), round(front)}}
	}
	b.Keep = polygon(Point{keepX, 0}, Point{x(0, cutHeight), 0}, Point{x(front, cutHeight), front}, Point{keepX, front})
	b.Waste = polygon(Point{wasteX, 0}, Point{x(0, cutHeight), 0}, Point{x(front, cutHeight), front}, Point{wasteX, front})
	b.Mark = Point{0, round(ty)}
	x0 := x(0, 0)
	if c.Fence != "" {
		x0 = b.turn(c.Fence, c.Setting)
	}
	s = c.Setting
	table := front - max(1.7, b.Depth*0.8)
	if c.Fence != "" {
		table = b.Added[1][1]
		reach = max(2.2*b.Depth, -1.2*table)
	}
	sin, cos := s.Mitre.Sin(), s.Mitre.Cos()
	far := 0.9
	long := -table / math.Max(cos, 0.35)
	if c.Fence != "" {
		long *= 0.8
	}
	b.Blade = [2]Point{{round(x0 - far*sin), round(far * cos)}, {round(x0 + long*sin), round(-long * cos)}}
	b.Handle = b.Blade[1]
	b.Straight = [2]Point{{round(x0), 0}, {round(x0), round(table)}}
	radius := -table * 0.84
	for k := 0; k <= 12; k++ {
		a := measure.Angle(float64(s.Mitre) * float64(k) / 12)
		b.Arc = append(b.Arc, Point{round(x0 + radius*a.Sin()), round(-radius * a.Cos())})
	}
	gap := 0.35 + min(3, math.Abs(s.Mitre.Tan()))*0.5
	b.Fence = [2][2]Point{{{-reach, 0}, {round(x0 - gap), 0}}, {{round(x0 + gap), 0}, {reach, 0}}}
	b.Box = [4]float64{-reach, round(min(table, b.Handle[1]-0.25)), 2 * reach, 0}
	if c.Fence != "" {
		b.Box[1] = table
	}
	b.Box[3] = round(1.1 - b.Box[1])
	return b
}

// quarter turns a place of a piece that lies along the saw's own fence so that it lies
// along an added one on its side given, square to the first: +90 about z where that is the
// left, −90 where it is the right. What is kept comes toward whoever saws.
func quarter(side joint.Hand, x, y float64) (float64, float64) {
	if side == joint.Left {
		return -y, x
	}
	return y, -x
}

// clear is how far before the saw's own fence the waste of a piece along an added one ends.
const clear = 0.3

// turn lays what is drawn along an added fence, in front of the saw's own, and gives where
// the blade crosses that one.
func (b *Bench) turn(side joint.Hand, is saw.Setting) float64 {
	far := math.Inf(-1)
	for _, ps := range [][]Point{b.Keep, b.Waste} {
		for i, p := range ps {
			x, y := quarter(side, p[0], p[1])
			ps[i] = Point{x, y}
			far = max(far, y)
		}
	}
	down := -far - clear
	near := 0.0
	for _, ps := range [][]Point{b.Keep, b.Waste} {
		for i := range ps {
			ps[i] = Point{round(ps[i][0]), round(ps[i][1] + down)}
			near = min(near, ps[i][1])
		}
	}
	x, y := quarter(side, b.Mark[0], b.Mark[1])
	b.Mark = Point{round(x), round(y + down)}
	b.TopEdge = nil
	b.Added = &[2]Point{{0, -0.1}, {0, round(near)}}
	return b.Mark[0] + b.Mark[1]*is.Mitre.Tan()
}

// lying is a section as it lies on the saw: [y, height over the table] of its corners,
// y nothing at the fence and less toward whoever stands there.
type lying struct {
	section    [][2]float64
	mark       [2]float64 // the told point
	depth, top float64
	back, low  float64 // what was taken off to bring it to the fence and onto the table
}

func lay(pose saw.Pose, section [][2]float64) lying {
	place := func(u, z float64) [2]float64 {
		v := pose.OnSaw(joint.Normal{Y: -u, Z: z})
		return [2]float64{v.Y, v.Z}
	}
	l := lying{low: math.Inf(1), back: math.Inf(-1)}
	front, high := math.Inf(1), math.Inf(-1)
	for _, p := range section {
		o := place(p[0], p[1])
		l.section = append(l.section, o)
		l.back, l.low = max(l.back, o[0]), min(l.low, o[1])
		front, high = min(front, o[0]), max(high, o[1])
	}
	for i := range l.section {
		l.section[i][0] -= l.back
		l.section[i][1] -= l.low
	}
	l.mark = place(0, 0)
	l.mark[0] -= l.back
	l.mark[1] -= l.low
	l.depth, l.top = l.back-front, high-l.low
	return l
}

func polygon(ps ...Point) []Point {
	for i := range ps {
		ps[i] = Point{round(ps[i][0]), round(ps[i][1])}
	}
	return ps
}

// round keeps a picture's numbers short; a ten-thousandth of an inch is not seen.
// Round is a place as pictures tell it.
func Round(p [2]float64) Point { return Point{round(p[0]), round(p[1])} }

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

func touches(pose saw.Pose) string {
	switch pose.Lie {
	case saw.Nested:
		return "bottom edge"
	case saw.Flat:
		return string(pose.Edge) + " edge"
	}
	return "back"
}

// StockOf is the stock of a moulding: its section as drawn, or what stands for it, as it
// sits.
func StockOf(m *job.Moulding) Blank {
	roll := measure.Angle(0)
	if m.Is().Sprung {
		roll = m.Seat().Spring - m.Read().Seat().Spring
	}
	return Blank{Section: m.Hangs().Sketch(roll), Known: true}
}

// Sample stands for some moulding of a projection and drop.
func Sample(projection, drop measure.Length, crown bool) Blank {
	o := profile.Box(drop, projection)
	if crown {
		o = profile.Read{Projection: projection, Drop: drop}.Slab()
	}
	s, err := profile.New(o)
	if err != nil {
		return Sample(4*measure.Inch, 4*measure.Inch, crown)
	}
	return Blank{Section: s.Sketch(0)}
}
