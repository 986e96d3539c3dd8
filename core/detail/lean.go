package detail

import (
	"math"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// lean is a base that ends against something that leans: a tub, the side of a cabinet. Its end leans as much, one small
// bevel read from the floor up on the protractor's single-cut scale; where the thing stands askew in plan as well, the end
// is cut to both at once. The normal of the end's plane then has z less x·tan λ, made one long.
var lean = Detail{Name: "lean", Title: "Against a tub or cabinet", Place: AtEnd,
	Says: "A base that ends against something that leans, or that stands askew, is cut to it: one small bevel, or a swing and a bevel at once.",
	Fields: []Field{
		{Name: "lean_deg", Label: "its top leans away by", Takes: Angle, Try: "2", Free: true, Least: -45, Most: 45,
			Help: "Away from the piece; toward it is negative."},
		{Name: "gap", Label: "or: gap at a square’s top", Takes: Length, Free: true, Least: -24, Most: 24},
		{Name: "over", Label: "the square is high", Takes: Length, Preset: "12", Least: 1, Most: 96},
		{Name: "corner_deg", Label: "angle in plan between wall and it", Takes: Angle, Preset: "90", Least: 20, Most: 160},
		{Name: "end", Label: "which end", Takes: Choice, Preset: "right", Choices: []string{"right", "left"}, Room: OfEnd},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
	},
	Work: workLean}

func workLean(g *Given) (*Worked, error) {
	if g.Has("lean_deg") == g.Has("gap") {
		return nil, g.refuse("lean_deg", "or the gap", "one of the two says how it leans", "give the lean in degrees, or the gap at a square's top")
	}
	l := g.the("lean_deg")
	if g.Has("gap") {
		l = toDeg(math.Atan(g.the("gap") / g.the("over")))
	}
	high, thick, theta := g.the("height"), g.the("thickness"), g.the("corner_deg")
	w := &Worked{Drawn: Drawing{View: Front}}
	n := joint.ButtEnd(measure.Angle(theta)).Leaning(measure.Angle(l))
	w.angle("lean_deg", "it leans", l)
	w.length("top_in", "the top edge is longer by", high*tan(l))
	w.length("face_in", "the face is longer by", -thick/tan(theta))
	const seen = 12.0
	w.Sticks = []Stick{{Part: "base", Label: "base", Length: seen, High: high, Thick: thick, At: level(-seen, 0), Left: left(square()),
		Right: End{Plane: n, Against: "what leans"}}}
	w.Drawn.line(Floor, [2]float64{-seen, 0}, [2]float64{seen / 2, 0})
	top := high + 6
	w.Drawn.shape(There, [2]float64{0, 0}, [2]float64{top * tan(l), top}, [2]float64{top*tan(l) + 4, top}, [2]float64{4, 0})
	w.faceOther(g.is("end", "left"))
	w.draw()
	w.step("Read it from the floor up, at the height of the base, on the protractor's single-cut scale.")
	switch {
	case theta == 90:
		w.step("One bevel of %s with the base stood against the fence; the top is the %s edge.", g.deg(math.Abs(l)), longer(l))
	default:
		w.step("Swing and bevel at once: the top is the %s edge.", longer(l))
	}
	w.step("Cut it a hair long and try it: what is beyond the bevel is planed, not sawn.")
	return w, nil
}

func longer(l float64) string {
	if l < 0 {
		return "shorter"
	}
	return "longer"
}
