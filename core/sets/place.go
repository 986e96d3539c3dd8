package sets

import (
	"math"
	"slices"

	"gnomon/core/casing"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// Area is where a part of a set lies on its wall, in inches right of the foot of the left jamb and up from it. Its points are
// the inner edge of the part, or the lower one of what lies level, from its left end to its right end, and back along the other edge.
type Area struct {
	Part   string
	Points [4]casing.Point
}

// Areas are those of a set's parts, by its opening as drawn.
func (s *Set) Areas() []Area {
	g, a := s.Given, s.Around
	quad := g.Drawn()
	var out []Area
	side := func(part string, at casing.At, inner, outer casing.Off) {
		in, to, next := quad.Moved(inner), quad.Moved(outer), (at+1)%4
		out = append(out, Area{part, [4]casing.Point{in[at], in[next], to[next], to[at]}})
	}
	head := g.Head
	if head == 0 {
		head = g.Width
	}
	r, w := g.Reveal, g.Width
	in, to := casing.Off{Top: r, Right: r, Bottom: -g.Drop, Left: r}, casing.Off{Top: r + head, Right: r + w, Bottom: -g.Drop, Left: r + w}
	if g.School == casing.Picture {
		in.Bottom, to.Bottom = r, r+head
	}
	legs, legsTo, headIn, headTo := in, to, in, to
	switch g.School {
	case casing.Over:
		legsTo.Top = r
		over := r + w + g.Overhang
		headIn.Left, headIn.Right, headTo.Left, headTo.Right = over, over, over, over
	case casing.Between:
		legs.Top = r + head
		headTo.Left, headTo.Right = r, r
	}
	side(LeftLeg, casing.BottomLeft, legs, legsTo)
	side(RightLeg, casing.TopRight, legs, legsTo)
	side(Head, casing.TopLeft, headIn, headTo)
	if g.School == casing.Picture {
		side(Sill, casing.BottomRight, in, to)
	}
	if b := g.Band; b != nil {
		near, away := r+w-b.Lap, r+w-b.Lap+b.Width
		in := casing.Off{Top: r + head - b.Lap, Right: near, Bottom: -g.Drop, Left: near}
		to := casing.Off{Top: r + head - b.Lap + b.Width, Right: away, Bottom: -g.Drop, Left: away}
		if g.School == casing.Picture {
			in.Bottom, to.Bottom = in.Top, to.Top
			side(Band+Sill, casing.BottomRight, in, to)
		}
		side(Band+LeftLeg, casing.BottomLeft, in, to)
		side(Band+Head, casing.TopLeft, in, to)
		side(Band+RightLeg, casing.TopRight, in, to)
	}
	level := func(part string, left, right, low, high float64) {
		out = append(out, Area{part, [4]casing.Point{{X: left, Y: low}, {X: right, Y: low}, {X: right, Y: high}, {X: left, Y: high}}})
	}
	right := quad[casing.BottomRight].X
	if p := a.Plinth; p != nil {
		low, high, wide := a.Comes.Inches(), (a.Comes + a.Block).Inches(), p.Height.Length.Inches()
		out = append(out, Area{LeftPlinth, [4]casing.Point{{X: -r, Y: low}, {X: -r, Y: high}, {X: -r - wide, Y: high}, {X: -r - wide, Y: low}}},
			Area{RightPlinth, [4]casing.Point{{X: right + r, Y: high}, {X: right + r, Y: low}, {X: right + r + wide, Y: low}, {X: right + r + wide, Y: high}}})
	}
	if a.Stool != nil {
		thick, off, top := a.Stool.Thickness.Length.Inches(), a.Off().Inches(), g.Drop
		level(Stool, -off-a.Horn.Inches(), right+off+a.Horn.Inches(), top-thick, top)
		if a.Apron != nil {
			level(Apron, -off, right+off, top-thick-a.Apron.Height.Length.Inches(), top-thick)
		}
	}
	return append(out, s.overHead(quad, r+head)...)
}

// overHead are fillet and small crown of a built-up head.
func (s *Set) overHead(quad casing.Quad, top float64) []Area {
	a := s.Around
	if s.School != job.HeadBuilt {
		return nil
	}
	side := (a.Off() + a.Overhang).Inches()
	over := quad.Moved(casing.Off{Top: top, Right: side, Left: side})
	left, right, at := over[casing.TopLeft].X, over[casing.TopRight].X, max(over[casing.TopLeft].Y, over[casing.TopRight].Y)
	var out []Area
	if a.Fillet != nil {
		by, thick := a.FilletOver.Inches(), a.Fillet.Thickness.Length.Inches()
		out = append(out, Area{Fillet, [4]casing.Point{{X: left - by, Y: at}, {X: right + by, Y: at}, {X: right + by, Y: at + thick}, {X: left - by, Y: at + thick}}})
		at += thick
	}
	if a.Capped != nil {
		far, high := a.Capped.Seat().Projection.Inches(), a.Capped.Seat().Drop.Inches()
		out = append(out, Area{Cap, [4]casing.Point{{X: left, Y: at}, {X: right, Y: at}, {X: right + far, Y: at + high}, {X: left - far, Y: at + high}}})
	}
	return out
}

// Area is where a piece of the set lies; ok is false for what is not drawn.
func (s *Set) Area(p *piece.Piece) (a Area, ok bool) {
	all := s.Areas()
	i := slices.IndexFunc(all, func(a Area) bool { return a.Part == p.Part })
	if i < 0 {
		return a, false
	}
	return all[i], true
}

// On is a place of a piece: along it from the back of its left end, and from its inner or lower edge. What is nailed downward lies on
// the upper edge.
func (a Area) On(p *piece.Piece, along, across measure.Length) casing.Point {
	o, e, w := a.Points[0], a.Points[1], a.Points[3]
	long := max(math.Hypot(e.X-o.X, e.Y-o.Y), 1e-9)
	d := casing.Point{X: (e.X - o.X) / long, Y: (e.Y - o.Y) / long}
	n := casing.Point{X: -d.Y, Y: d.X} // to the side that its other edge lies on, square to the inner one
	wide := n.X*(w.X-o.X) + n.Y*(w.Y-o.Y)
	if wide < 0 {
		n, wide = casing.Point{X: d.Y, Y: -d.X}, -wide
	}
	u, v := (along + p.Left.Tip()).Inches(), across.Inches()
	if a.Part == Stool {
		v = wide
	}
	return casing.Point{X: o.X + d.X*u + n.X*v, Y: o.Y + d.Y*u + n.Y*v}
}
