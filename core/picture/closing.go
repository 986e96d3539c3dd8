package picture

import (
	"math"

	"gnomon/core/fit"
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
}

// OfClosing draws how a joint closes; most is what its graph goes up to at least.
func OfClosing(c fit.Closed, most float64) Closing {
	out := Closing{Times: 1, Edge: []Point{}, Mate: []Point{}, Graph: []Point{}, Most: most}
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
