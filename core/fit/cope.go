package fit

import (
	"math"
	"sort"

	"gnomon/core/cope"
	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Coped is an end as it was coped: the edge that was sawn, and how far the saw leaned, level as the piece hangs.
type Coped struct {
	Section *profile.Section
	Back    measure.Angle
	edge    []place
}

// BackOver is how far a saw leans over the least where nothing else is told.
const BackOver measure.Angle = 5

// LeansFor is how far a saw leans for a corner where nothing else is told.
func LeansFor(theta measure.Angle) measure.Angle { return cope.BackCut(theta) + BackOver }

// Along is the end coped along the line for a corner, into another section as it was drawn for.
func Along(line []cope.Mark, section *profile.Section, back measure.Angle) *Coped {
	c := &Coped{Section: section, Back: back, edge: make([]place, len(line))}
	for i, m := range line {
		c.edge[i] = place{along: m.Along, around: m.Around, own: m.Own}
	}
	return c.deepen()
}

// Following is the end coped along the edge of a test mitre, which shows the cut that was really made.
func Following(section *profile.Section, edge Plane, back measure.Angle) *Coped {
	h := section.Hung(profile.Pose{})
	c := &Coped{Section: section, Back: back, edge: make([]place, len(h.Own))}
	for i, q := range h.Own {
		c.edge[i] = place{along: edge.Slope*q.U + edge.Rise*q.Z, around: h.Around[i], own: q}
	}
	return c.deepen()
}

func (c *Coped) deepen() *Coped {
	h := c.Section.Hung(profile.Pose{})
	for i := range c.edge {
		p := &c.edge[i]
		if back, ok := h.Back(p.own.Z); ok {
			p.deep = p.own.U - back
		}
	}
	return c
}

// Corner is where a joint is closed: the corner as it is, how far the top of the wall behind the piece that runs
// through leans into the room, and the height over which nothing is seen, where there is one.
type Corner struct {
	Theta   measure.Angle
	Lean    measure.Angle
	Ceiling float64 // 0 for none
}

// precision is how closely a joint is looked at.
type precision struct {
	layers []float64 // of the cut behind the edge, by their share of its depth
	fine   float64   // along the edge
}

var (
	whole = precision{[]float64{0, .25, .5, .75, 1}, .02}
	quick = precision{[]float64{0, 1}, .06}
)

// Close slides the coped end home along its wall until it first touches what stands there. On its edge, and on
// lines parallel to it in the cut behind, every stretch is split at the other's levels: between them how far it could slide is linear.
func (c *Coped) Close(through *profile.Section, corner Corner, p Poses) Closed {
	return c.close(through.Hung(p.Through), corner, p.Coped, whole)
}

// hung is a point of the edge as it hangs: back from the corner line, out from its wall, up.
type hung struct{ x, u, z float64 }

func (c *Coped) close(a *profile.Hung, corner Corner, pose profile.Pose, look precision) Closed {
	sin, cos := sincos(corner.Theta)
	out := Closed{Home: math.Inf(1), Touch: Edge}
	turn := pose.Turner()
	tan, wall := c.Back.Tan(), corner.Lean.Tan()
	levels := a.Levels()
	stands := func(z float64, side profile.Side) float64 {
		u, ok := a.Out(z, side)
		if !ok {
			return wall * z
		}
		return max(u, wall*z)
	}
	at := func(k int, share float64) hung {
		e := &c.edge[k]
		q := turn(profile.Place{U: e.own.U - share*e.deep, Z: e.own.Z})
		return hung{e.along + share*e.deep*tan, q.U, q.Z}
	}
	try := func(h hung, side profile.Side, layer int) {
		if room := h.x - (stands(h.z, side)+h.u*cos)/sin; room < out.Home-1e-12 {
			out.Home, out.Touch = room, Edge
			if layer > 0 {
				out.Touch = Body
			}
		}
	}
	for layer, share := range look.layers {
		p := at(0, share)
		for k := 1; k < len(c.edge); k++ {
			q := at(k, share)
			rise := q.z - p.z
			if c.edge[k].own == c.edge[k-1].own {
				// The saw ran along the piece: its wood lies above the cut where that goes toward the corner, else below.
				side := profile.JustAbove
				if q.x > p.x {
					side = profile.JustBelow
				}
				try(p, side, layer)
				try(q, side, layer)
				p = q
				continue
			}
			if math.Abs(rise) < 1e-9 {
				try(p, profile.Greater, layer)
				try(q, profile.Greater, layer)
				p = q
				continue
			}
			begins, ends := profile.JustAbove, profile.JustBelow
			if rise < 0 {
				begins, ends = ends, begins
			}
			try(p, begins, layer)
			lo := sort.SearchFloat64s(levels, min(p.z, q.z)+1e-9)
			hi := sort.SearchFloat64s(levels, max(p.z, q.z)-1e-9)
			for i := lo; i < hi; i++ {
				t := (levels[i] - p.z) / rise
				m := hung{p.x + (q.x-p.x)*t, p.u + (q.u-p.u)*t, levels[i]}
				try(m, profile.JustAbove, layer)
				try(m, profile.JustBelow, layer)
			}
			try(q, ends, layer)
			p = q
		}
	}
	out.Gaps = c.gaps(a, corner, at, out.Home, look.fine)
	return out
}

// gaps are those along the edge once it is home.
func (c *Coped) gaps(a *profile.Hung, corner Corner, at func(k int, share float64) hung, home, fine float64) []Gap {
	sin, cos := sincos(corner.Theta)
	wall := corner.Lean.Tan()
	out := make([]Gap, 0, len(c.edge))
	near := 0
	p := at(0, 0)
	for k := 1; k < len(c.edge); k++ {
		q, e, f := at(k, 0), &c.edge[k-1], &c.edge[k]
		n := steps(math.Hypot(f.own.U-e.own.U, f.own.Z-e.own.Z), fine)
		last := n
		if k == len(c.edge)-1 {
			last++
		}
		for i := range last {
			t := float64(i) / float64(n)
			h := hung{p.x + (q.x-p.x)*t, p.u + (q.u-p.u)*t, p.z + (q.z-p.z)*t}
			if corner.Ceiling != 0 && h.z > corner.Ceiling+1e-9 {
				continue
			}
			d := profile.Place{U: (h.x-home)*sin - h.u*cos, Z: h.z}
			var g float64
			_, g, near = a.Nearest(d, near)
			face, ok := a.Out(h.z, profile.Greater)
			if !ok {
				face = wall * h.z
			}
			if !ok || h.z >= a.High()-1e-9 { // over its top the wall is what it meets
				g = min(g, math.Abs(d.U-wall*h.z))
			} else if d.U < face && g > 1e-7 && a.Inside(d) {
				g = -g
			}
			out = append(out, Gap{e.around + (f.around-e.around)*t, h.x - home,
				profile.Mix(e.own, f.own, t), g, d.U - face})
		}
		p = q
	}
	return out
}
