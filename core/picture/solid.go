package picture

import (
	"math"
	"slices"

	"gnomon/core/joint"
	"gnomon/core/saw"
)

// Place is a place in space, in inches.
type Place = [3]float64

// Solid is a piece with its waste, to be turned over in space. Its rings stand in the
// frame of the installed piece, X right, Y into the wall, Z up, the told point at
// nothing; Turn and Shift bring them onto the saw, x right along the fence, y toward
// it, z up, the fence at y = 0 and the table at z = 0.
type Solid struct {
	Section [][2]float64 `json:"section"` // [u, z], to close the ends with
	Far     []Place      `json:"far"`     // the kept piece's other end
	End     []Place      `json:"end"`     // the cut
	Waste   []Place      `json:"waste"`   // the waste's other end
	Turn    [9]float64   `json:"turn"`    // row by row
	Shift   Place        `json:"shift"`
	Blade   []Place      `json:"blade"` // a part of its plane, on the saw
	Table   []Place      `json:"table"`
	Fence   []Place      `json:"fence"`
	Added   []Place      `json:"added,omitempty"` // a fence square to that one, at the piece's back
	AddedOn joint.Hand   `json:"addedOn,omitempty"`
	Wall    []Place      `json:"wall"` // as installed
	Ceiling []Place      `json:"ceiling"`
	Still   []Face       `json:"still"` // the saw's view drawn, where nothing can be turned
	Keep    string       `json:"keep"`
}

// Face is one flat of a still picture, nearest last: its corners on paper, to the right
// and up.
type Face struct {
	Of     string  `json:"of" enum:"keep,waste,cut,blade,table,fence,added"`
	Points []Point `json:"points"`
	Shade  float64 `json:"shade"` // how much light falls on it, 0 to 1
}

// Turned makes the solid of an end as it is cut.
func Turned(c Cut, st Blank) Solid {
	n := c.Plane
	sx, sz := n.Slope(), n.Rise()
	lie := lay(c.Pose, st.Section)
	size := max(lie.depth, lie.top)
	long, rest := 2.6*size+2, 1.2*size+1
	away := -1.0 // the kept piece lies away from where its end looks
	if n.X < 0 {
		away = 1
	}
	s := Solid{Section: st.Section, Keep: string(c.Setting.Keep)}
	for _, p := range st.Section {
		s.End = append(s.End, Place{round(sx*p[0] + sz*p[1]), round(-p[0]), round(p[1])})
		s.Far = append(s.Far, Place{round(away * long), round(-p[0]), round(p[1])})
		s.Waste = append(s.Waste, Place{round(-away * rest), round(-p[0]), round(p[1])})
	}
	for i, e := range []joint.Normal{{X: 1}, {Y: 1}, {Z: 1}} {
		v := c.Pose.OnSaw(e)
		for row, a := range []float64{v.X, v.Y, v.Z} {
			s.Turn[3*row+i] = round(a)
		}
	}
	s.Shift = Place{0, round(-lie.back), round(-lie.low)}
	// The blade's plane through the told point, over the section and a bit.
	on := saw.For(n, c.Pose)
	at := func(y, z float64) Place {
		return Place{round(-(y-lie.mark[0])*on.Mitre.Tan() - (z-lie.mark[1])*on.Bevel.Tan()/on.Mitre.Cos()), round(y), round(z)}
	}
	s.Blade = []Place{at(0.6, -0.2), at(-lie.depth-0.8, -0.2), at(-lie.depth-0.8, lie.top+0.9), at(0.6, lie.top+0.9)}
	wide := long + 0.6
	s.Table = []Place{{-wide, 1.2, 0}, {wide, 1.2, 0}, {wide, round(-lie.depth - 1.2), 0}, {-wide, round(-lie.depth - 1.2), 0}}
	tall := round(min(lie.top+0.5, max(2.2, 0.75*lie.top)))
	s.Fence = []Place{{-wide, 0, 0}, {wide, 0, 0}, {wide, 0, tall}, {-wide, 0, tall}}
	if c.Fence != "" {
		s.alongAdded(c.Fence)
	}
	low, high, out := 0.0, 0.0, 0.0
	for _, p := range st.Section {
		low, high, out = min(low, p[1]), max(high, p[1]), max(out, p[0])
	}
	s.Wall = []Place{{-wide, 0, low - 1.5}, {wide, 0, low - 1.5}, {wide, 0, high}, {-wide, 0, high}}
	if c.Pose.Edge == saw.Outer || c.Pose.Edge == saw.Inner { // it lies on the wall, around an opening that is below it here
		s.Wall[0][2], s.Wall[1][2], s.Wall[2][2], s.Wall[3][2] = 0, 0, high+1.5, high+1.5
		s.Ceiling = []Place{}
	} else if c.Pose.Lie == saw.Nested || c.Pose.Spring > 0 {
		s.Ceiling = []Place{{-wide, 0, high}, {wide, 0, high}, {wide, -out - 1.5, high}, {-wide, -out - 1.5, high}}
	} else { // it stands on the floor
		s.Ceiling = []Place{{-wide, 0, 0}, {wide, 0, 0}, {wide, -out - 1.5, 0}, {-wide, -out - 1.5, 0}}
		s.Wall[0][2], s.Wall[1][2], s.Wall[2][2], s.Wall[3][2] = 0, 0, high+1.5, high+1.5
	}
	s.still()
	return s
}

// alongAdded turns what lies along the saw's own fence so that it lies along an added one
// on the side given, in front of the saw's own.
func (s *Solid) alongAdded(side joint.Hand) {
	t := s.Turn
	for i := range 3 {
		s.Turn[i], s.Turn[3+i] = quarter(side, t[i], t[3+i])
	}
	s.Shift[0], s.Shift[1] = quarter(side, s.Shift[0], s.Shift[1])
	far := math.Inf(-1)
	for _, ring := range [][]Place{s.End, s.Waste} {
		for _, p := range ring {
			far = max(far, s.OnSaw(p)[1])
		}
	}
	down := -far - clear
	s.Shift[1] = round(s.Shift[1] + down)
	over := func(ps []Place) []Place {
		out := make([]Place, len(ps))
		for i, p := range ps {
			x, y := quarter(side, p[0], p[1])
			out[i] = Place{x, round(y + down), p[2]}
		}
		return out
	}
	// The added fence stands where the saw's own stood before, from that one to the near end.
	wide := s.Fence[1][0]
	s.Added, s.AddedOn = over(s.Fence), side
	for i := range s.Added {
		s.Added[i][1] = min(s.Added[i][1], 0)
	}
	s.Blade = over(s.Blade)
	front := 0.0
	for _, p := range s.Added {
		front = min(front, p[1])
	}
	s.Table = []Place{{-wide, 1.2, 0}, {wide, 1.2, 0}, {wide, front, 0}, {-wide, front, 0}}
}

// OnSaw brings a place of the installed piece onto the saw.
func (s *Solid) OnSaw(p Place) Place {
	var out Place
	for row := range 3 {
		for i := range 3 {
			out[row] += s.Turn[3*row+i] * p[i]
		}
		out[row] += s.Shift[row]
	}
	return out
}

// The still picture is seen from the front left and above, by whoever stands at the saw.
const (
	stillAround = 24 * math.Pi / 180
	stillAbove  = 32 * math.Pi / 180
)

func (s *Solid) still() {
	sa, ca := math.Sincos(stillAround)
	se, ce := math.Sincos(stillAbove)
	paper := func(p Place) (Point, float64) {
		x, y := p[0]*ca-p[1]*sa, p[0]*sa+p[1]*ca
		return Point{round(x), round(p[2]*ce + y*se)}, y*ce - p[2]*se // further back is more
	}
	type sorted struct {
		Face
		back float64
	}
	var faces []sorted
	add := func(of string, ps []Place) {
		f, back := Face{Of: of}, 0.0
		for _, p := range ps {
			q, d := paper(p)
			f.Points = append(f.Points, q)
			back += d / float64(len(ps))
		}
		f.Shade = shade(ps)
		faces = append(faces, sorted{f, back})
	}
	on := func(ps []Place) []Place {
		out := make([]Place, len(ps))
		for i, p := range ps {
			out[i] = s.OnSaw(p)
		}
		return out
	}
	end, far, waste := on(s.End), on(s.Far), on(s.Waste)
	body := func(of string, a, b []Place) {
		n := len(a)
		for i := range n {
			k := (i + 1) % n
			add(of, []Place{a[i], a[k], b[k], b[i]})
		}
		add(of, b)
	}
	body("keep", end, far)
	add("cut", end)
	body("waste", end, waste)
	slices.SortStableFunc(faces, func(a, b sorted) int {
		switch {
		case a.back > b.back:
			return -1
		case a.back < b.back:
			return 1
		}
		return 0
	})
	for _, behind := range []struct {
		of string
		ps []Place
	}{{"table", s.Table}, {"fence", s.Fence}, {"added", s.Added}} { // behind everything
		if len(behind.ps) == 0 {
			continue
		}
		f := Face{Of: behind.of, Shade: shade(behind.ps)}
		for _, p := range behind.ps {
			q, _ := paper(p)
			f.Points = append(f.Points, q)
		}
		s.Still = append(s.Still, f)
	}
	for _, f := range faces {
		s.Still = append(s.Still, f.Face)
	}
	f := Face{Of: "blade", Shade: 1}
	for _, p := range s.Blade {
		q, _ := paper(p)
		f.Points = append(f.Points, q)
	}
	s.Still = append(s.Still, f)
}

// shade is how much light from above, left and the front falls on a flat.
func shade(ps []Place) float64 {
	a, b, c := ps[0], ps[1], ps[2]
	u, v := Place{b[0] - a[0], b[1] - a[1], b[2] - a[2]}, Place{c[0] - a[0], c[1] - a[1], c[2] - a[2]}
	n := Place{u[1]*v[2] - u[2]*v[1], u[2]*v[0] - u[0]*v[2], u[0]*v[1] - u[1]*v[0]}
	l := math.Sqrt(n[0]*n[0] + n[1]*n[1] + n[2]*n[2])
	if l == 0 {
		return 0.5
	}
	return round(math.Abs(-0.3*n[0]-0.5*n[1]+0.81*n[2]) / l)
}
