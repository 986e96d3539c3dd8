package hang

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/survey"
)

// apart is how far from one another two nails of two walls stay in a corner, in inches.
const apart = 0.5

// reaching is how near to a corner a nail must stand to come to those of the other wall, in inches.
const reaching = 6.0

// shaft is a nail in space: a corner's two walls from above, heights as they are.
type shaft struct{ from, to [3]float64 }

// near are the nails of a wall that stand near its ends.
type near struct{ left, right []int }

// corners looks at each corner of the room for nails of its two walls that would come within half an inch of one another, and moves the
// later one up or down, sets it straight, moves it along, or leaves it out.
func (f *fixing) corners() {
	r := f.In
	walls := f.nearCorners()
	var left []standing
	for i := range r.Corners {
		if !r.Joined(i) || f.long[i] == 0 {
			continue
		}
		turn := map[job.Level]measure.Angle{}
		left = left[:0]
		for _, a := range walls[i].right {
			if n := &f.out.Nails[a]; n.Length > 0 {
				p := f.byID[n.Piece]
				t := f.runs[p.Run]
				// The wall left of the corner comes along +x and ends in the origin, the room on its right (−y); the next one goes on turned to the
				// right.
				left = append(left, standing{n.Piece, t.Level, f.shaft(n, t, (p.BackFrom() + n.At - f.long[i]).Inches(), 0)})
			}
		}
		for _, b := range walls[(i+1)%len(r.Walls)].left {
			n := &f.out.Nails[b]
			p := f.byID[n.Piece]
			t := f.runs[p.Run]
			if _, known := turn[t.Level]; !known {
				turn[t.Level] = survey.Turn(r.Corner(i, t.Level).Theta, r.Corners[i].Kind)
			}
			for try := 0; n.Length > 0 && meets(left, standing{n.Piece, t.Level, f.shaft(n, t, (p.BackFrom() + n.At).Inches(), turn[t.Level])}); try++ {
				if !f.aside(b, try) {
					f.out.Findings.Add(nailsMeet.In(r.ID, p.ID).Says(p.Label, job.CornerLetter(i)))
					n.Length = 0
				}
			}
		}
	}
}

// standing is a nail in space, of which piece and at which level.
type standing struct {
	piece string
	level job.Level
	shaft
}

// meets tells whether a nail comes within half an inch of one of others at its level.
func meets(others []standing, n standing) bool {
	for _, a := range others {
		if a.piece != n.piece && a.level == n.level && math.Abs(a.from[2]-n.from[2]) < apart && closest(a.shaft, n.shaft) < apart {
			return true
		}
	}
	return false
}

// nearCorners are the nails of each wall that reach into a corner.
func (f *fixing) nearCorners() []near {
	out := make([]near, len(f.In.Walls))
	var p *piece.Piece
	var t *stretch.Run
	wall, long := -1, 0.0
	for n := range f.out.Nails {
		k := &f.out.Nails[n]
		if p == nil || p.ID != k.Piece {
			p = f.byID[k.Piece]
			t, wall = f.runs[p.Run], -1
			if t != nil && p.Set == "" {
				wall = f.wallOf(p)
			}
			if wall >= 0 {
				long = f.long[wall].Inches()
			}
		}
		if wall < 0 || k.Up != 0 || k.Row == Pin || k.Into == InPiece {
			continue
		}
		at := (p.BackFrom() + k.At).Inches()
		if at < reaching {
			out[wall].left = append(out[wall].left, n)
		}
		if long-at < reaching {
			out[wall].right = append(out[wall].right, n)
		}
	}
	return out
}

// height is that of a nail over what is common to all at its level: the floor, or the ceiling.
func height(n *Nail, t *stretch.Run) float64 {
	z := n.Height.Inches()
	if t.Level == job.Ceiling {
		z -= t.Shape().Drop.Inches() + stretch.Below(t.Run).Inches()
	}
	return z
}

// shaft is where a nail runs behind its wall's face, and in front of it through its piece: at along the wall from the corner.
func (f *fixing) shaft(n *Nail, t *stretch.Run, at float64, turn measure.Angle) shaft {
	z := height(n, t)
	front := t.Shape().Whole().At(n.Height.Inches()) + t.On.Proud[f.wallOf(f.byID[n.Piece])].Inches()
	c, s := turn.Cos(), -turn.Sin() // to the right is clockwise
	place := func(along, deep float64) [3]float64 {
		return [3]float64{along*c - deep*s, along*s + deep*c, z} // behind the face is left of the way along it
	}
	l := n.Length.Inches()
	return shaft{place(at, -front), place(at+l*n.Toward.Sin(), l*n.Toward.Cos()-front)}
}

// aside moves a nail out of another's way, each try otherwise; false where nothing is left to try.
func (f *fixing) aside(b, try int) bool {
	n := &f.out.Nails[b]
	p := f.byID[n.Piece]
	t := f.runs[p.Run]
	by, tall := f.rules.NailStagger.Length+measure.Inch/8, t.Shape().Drop
	edge := 3 * measure.Inch / 8
	if tall < 2*edge {
		edge = tall / 4
	}
	move := func(h measure.Length) bool {
		if h >= edge && h <= tall-edge && !t.Shape().Crown {
			n.Height = h
		}
		return true
	}
	switch try {
	case 0:
		return move(n.Height + by)
	case 1:
		return move(n.Height - 2*by)
	case 2:
		if n.Into != InCorner && n.Into != InOpening || f.holdsAt(n, p, n.At, true) {
			n.Toward = 0
		}
	case 3, 4, 5:
		low, high := reaches(t)
		at := n.At + 3*measure.Inch/4
		if !f.holdsAt(n, p, at, false) {
			return false
		}
		if at < p.Back-measure.Inch && f.out.Walls[f.wallOf(p)].barred(p.BackFrom()+at, low, high) == "" && !f.holed(p, at.Inches()) {
			n.At = at
		}
	default:
		return false
	}
	return true
}

// holdsAt tells whether a nail near the left end of its piece holds in what it is told into where it is moved along to a place, straight
// or turned to that; then it is turned so. Off its stud it does not.
func (f *fixing) holdsAt(n *Nail, p *piece.Piece, at measure.Length, straight bool) bool {
	if n.Into != InCorner && n.Into != InOpening {
		return false
	}
	h, x := f.behind(p, joint.Left, f.wallOf(p)), at.Inches()
	length := f.length(p, n.through)
	if straight {
		return h.ok && x <= h.reach && (length-n.through).Inches() >= bites
	}
	if !f.reached(p, x, h, n.through, length) {
		return false
	}
	n.Toward, n.Length = f.turned(p, min(0, h.reach-within-x), n.through, length)
	return true
}

// closest is how near two shafts come to one another at their axes.
func closest(a, b shaft) float64 {
	sub := func(p, q [3]float64) [3]float64 { return [3]float64{p[0] - q[0], p[1] - q[1], p[2] - q[2]} }
	dot := func(p, q [3]float64) float64 { return p[0]*q[0] + p[1]*q[1] + p[2]*q[2] }
	clamp := func(v float64) float64 { return max(0, min(1, v)) }
	u, v, w := sub(a.to, a.from), sub(b.to, b.from), sub(a.from, b.from)
	uu, vv, uv, uw, vw := dot(u, u), dot(v, v), dot(u, v), dot(u, w), dot(v, w)
	s := 0.0
	if d := uu*vv - uv*uv; d > 1e-12 {
		s = clamp((uv*vw - vv*uw) / d)
	}
	t := clamp((uv*s + vw) / vv)
	s = clamp((uv*t - uw) / uu)
	var off [3]float64
	for i := range off {
		off[i] = w[i] + s*u[i] - t*v[i]
	}
	return math.Sqrt(dot(off, off))
}
