package detail

import "math"

// step is a floor that steps: the base of one height goes down it by a link that slopes, or is ripped on the
// high floor, or stands on a strip on the low one. A fall f at a slope α turns both joints α/2; the link's own
// cuts stand f/sin α apart at any height, it takes f/tan α of wall, and the filler under it has a tip cut 90 − α.
var step = Detail{Name: "step", Title: "Step in the floor", Place: OnWall,
	Says: "A base that keeps its height goes down a step by a short sloped link with a filler under it; or it is ripped, or stands on a strip.",
	Fields: []Field{
		{Name: "fall", Label: "the step’s height", Takes: Length, Try: "3/4", Least: 1.0 / 16, Most: 12},
		{Name: "slope_deg", Label: "slope of the link", Takes: Angle, Preset: "45", Least: 15, Most: 80,
			Help: "The flatter, the gentler it looks, and the more wall it takes.", Room: OfSlope},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "falls", Label: "falls to the", Takes: Choice, Preset: "right", Choices: []string{"right", "left"}},
		{Name: "way", Label: "passed by", Takes: Choice, Preset: "link", Choices: []string{"link", "rip", "strip"}, Room: OfWay},
		{Name: "low_side", Label: "low floor, to the corner", Takes: Length, Free: true, Least: 0, Most: 1200,
			Help: "From the step to the next corner, where that is near.", Room: OfLowSide},
	},
	Work: workStep}

// Link is how far apart the two cuts of a link are that goes down a fall at a slope, and what it takes of the wall.
func Link(fall, slope float64) (between, takes float64) { return fall / sin(slope), fall / tan(slope) }

// nearCorner is how near a corner a step is glued up with the corner's own mitre.
const nearCorner = 12.0

func workStep(g *Given) (*Worked, error) {
	f, a, high, thick := g.the("fall"), g.the("slope_deg"), g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Front}}
	link, takes := Link(f, a)
	w.angle("joint_deg", "each joint is cut", a/2)
	w.length("link_in", "the link, between its cuts", link)
	w.length("takes_in", "it takes of the wall", takes)
	w.angle("filler_tip_deg", "the filler’s tip is cut", 90-a)
	w.length("top_over_in", "tops run past their bottoms, or end short", high*tan(a/2))
	const seen = 10.0
	w.Drawn.line(Floor, [2]float64{-seen, 0}, [2]float64{0, 0}, [2]float64{0, -f}, [2]float64{takes + seen, -f})
	switch {
	case g.is("way", "rip"):
		if f > high/2 {
			return nil, g.refuse("fall", g.in(f), "less than half of the base would be left over the high floor",
				"step it down with a link, or put a strip under the low one")
		}
		w.Drawn.shape(There, [2]float64{-seen, 0}, [2]float64{0, 0}, [2]float64{0, -f}, [2]float64{takes + seen, -f}, [2]float64{takes + seen, high - f},
			[2]float64{-seen, high - f})
		w.step("Rip %s off the bottom of the base where it stands on the high floor: its top then runs straight through.", g.in(f))
		w.step("Stop the rip at the step and finish it with a hand saw: a round blade cuts further below than above.")
	case g.is("way", "strip"):
		w.Drawn.shape(There, [2]float64{-seen, 0}, [2]float64{takes + seen, 0}, [2]float64{takes + seen, high}, [2]float64{-seen, high})
		long := takes + seen
		if g.Has("low_side") {
			long = g.the("low_side")
		}
		w.Sticks = []Stick{{Part: "strip", Label: "strip under it", Length: long, High: f, Thick: thick, At: level(0, -f),
			Left: left(End{Plane: square().Plane, Against: "the step"}), Right: End{Plane: square().Plane, Against: "the corner"}}}
		w.step("Rip a strip %s high from the same stock and fix it under the base on the low floor: the base then runs straight through.", g.in(f))
		w.step("Ease the strip's upper edge, or let a shoe hide the joint.")
	default:
		if g.Has("low_side") {
			switch rest := g.the("low_side") - takes; {
			case rest < high*tan(a/2)+thick:
				return nil, g.refuse("low_side", g.in(g.the("low_side")), "link and base take "+g.in(takes+high*tan(a/2)+thick)+" there at least",
					"slope the link more, or rip the base or put a strip under it")
			case rest < nearCorner:
				w.step("The low piece is %s to the corner: glue it up with the corner's mitre as one.", g.in(rest))
			}
		}
		w.Sticks = []Stick{
			{Part: "upper", Label: "base on the high floor", Length: seen, High: high, Thick: thick, At: level(-seen, 0), Beside: true,
				Left: left(square()), Right: meets(down(a/2), "link")},
			{Part: "link", Label: "link", Length: link, High: high, Thick: thick, At: raked(0, 0, -a), Cap: link < nearCorner,
				Left: left(meets(down(a/2), "upper")), Right: meets(up(a/2), "lower")},
			{Part: "lower", Label: "base on the low floor", Length: seen, High: high, Thick: thick, At: level(takes, -f), Beside: true,
				Left: left(meets(up(a/2), "link")), Right: square()},
			{Part: "filler", Label: "filler", Length: takes, High: f, Thick: thick, At: level(0, -f), Cap: true,
				Left: left(End{Plane: square().Plane, Against: "the step"}), Right: End{Plane: up(90 - a), Against: "the link"}},
		}
		w.step("Cut both ends of the link with the saw at %s, parallel, off a long piece.", g.deg(a/2))
		w.step("Rip the filler %s high and cut its tip at %s.", g.in(f), g.deg(90-a))
		w.step("Glue link, filler and the two bases face down on the bench, tape across the joints as clamps, and hang them as one.")
		w.Cautions = append(w.Cautions, offcut)
	}
	w.Drawn.field(g, "fall", [2]float64{0, 0}, [2]float64{0, -f})
	if len(w.Sticks) > 1 {
		w.Drawn.dim([2]float64{0, -f}, [2]float64{takes, -f}, g.in(takes))
	}
	w.faceOther(g.is("falls", "left"))
	w.draw()
	return w, nil
}

// offcut is the caution for what is too small to hold.
const offcut = "Cut small pieces off a long one, hold the long part, and let the blade stop before you reach in."

// faceOther makes of what is worked out its mirror image.
func (w *Worked) faceOther(does bool) {
	if !does {
		return
	}
	for i := range w.Sticks {
		w.Sticks[i] = w.Sticks[i].mirrored()
	}
	for i := range w.Drawn.Shapes {
		for k := range w.Drawn.Shapes[i].Points {
			w.Drawn.Shapes[i].Points[k][0] *= -1
		}
	}
	for i := range w.Drawn.Dims {
		w.Drawn.Dims[i].From[0] *= -1
		w.Drawn.Dims[i].To[0] *= -1
	}
}

// mirrored is the piece as it hangs in the mirror image of its place.
func (s Stick) mirrored() Stick {
	flip := func(v Vec) Vec { return Vec{-v[0], v[1], v[2]} }
	begin := s.At.At.plus(s.At.Along.times(s.Length))
	s.At = Frame{flip(begin), flip(s.At.Along.times(-1)), flip(s.At.Up)}
	s.Left, s.Right = other(s.Right), other(s.Left)
	return s
}

func other(e End) End {
	e.Plane.X = -e.Plane.X
	return e
}

// hypot of two legs.
func hypot(a, b float64) float64 { return math.Hypot(a, b) }
