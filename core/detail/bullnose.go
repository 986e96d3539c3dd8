package detail

import (
	"fmt"
	"math"

	"gnomon/core/joint"
)

// bullnose is a rounded outside corner of radius R that turns by δ, with k pieces between the two walls: each joint
// turns δ/(k+1), each cut is half of that, g; the backs of the pieces are 2R·tan g, a wall's piece runs R·tan g past
// where the curve begins, and R·(1/cos g − 1) stays hollow behind each joint. For crown R is that of the wall at its
// bottom edge, to which it is told; how far it stands out only lengthens its top.
var bullnose = Detail{Name: "bullnose", Title: "Rounded corner", Place: AtCorner,
	Says: "A rounded outside corner is turned by a plain mitre and a filler, or by one or two small pieces, which leave less behind them.",
	Fields: []Field{
		{Name: "radius", Label: "radius of the corner", Takes: Length, Try: "3/4", Free: true, Least: 1.0 / 16, Most: 24},
		{Name: "dots", Label: "or: dots where the curve begins, apart", Takes: Length, Free: true, Least: 1.0 / 16, Most: 48,
			Help: "Lay a straightedge on each wall and mark where the wall leaves it."},
		{Name: "crossed", Label: "or: straightedges cross, off the curve", Takes: Length, Free: true, Least: 1.0 / 64, Most: 24,
			Help: "Lay one along each wall; read from where they cross to the curve, along the line that halves the corner."},
		{Name: "turn_deg", Label: "it turns", Takes: Angle, Preset: "90", Least: 5, Most: 175, Room: OfTurn},
		{Name: "pieces", Label: "pieces between", Takes: Count, Preset: "1", Least: 0, Most: 12},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "how far it stands out", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 12, Room: OfThickness},
	},
	Work: workBullnose}

// leaves is how far a wall has left a straightedge before that is seen.
const leaves = 1.0 / 64

func workBullnose(g *Given) (*Worked, error) {
	t, k := g.the("turn_deg"), g.n("pieces")
	r, late, err := roundedRadius(g, t)
	if err != nil {
		return nil, err
	}
	w := convex(g, r, t, k)
	w.count("pieces", "pieces", k)
	if t < 170 {
		w.Drawn.field(g, "radius", [2]float64{0, r}, [2]float64{r * sin(t*.75), r - r*cos(t*.75)})
	}
	if late {
		s := math.Sqrt(2 * r * leaves)
		short := 0.0
		if k > 0 {
			short = Around(s*cos(t/2)/sin(t/2), t, k).Back
		}
		w.length("short_by_in", "by the dots the piece comes short by up to", short)
		w.step("A dot is set where the wall has visibly left the straightedge, some %s late: add up to %s to each small piece, "+
			"or read where two straightedges cross.",
			g.in(s), g.in(short))
	}
	return w, nil
}

// roundedRadius is the radius as given, or from what was read of it; dots says that it is from dots.
func roundedRadius(g *Given, t float64) (r float64, dots bool, err error) {
	switch {
	case g.Has("radius"):
		return g.the("radius"), false, nil
	case g.Has("dots"):
		return g.the("dots") / (2 * sin(t/2)), true, nil
	case g.Has("crossed"):
		return g.the("crossed") / (1/cos(t/2) - 1), false, nil
	}
	return 0, false, g.refuse("radius", "is not known", "everything hangs on it", "give it, or what the dots or the straightedges say")
}

// convex makes the pieces around the outside of a curve.
func convex(g *Given, r, t float64, k int) *Worked {
	high, thick := g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Above}}
	c := Around(r, t, k)
	cut, past, back := c.Cut, c.Past, c.Back
	w.angle("cut_deg", "each cut", cut)
	w.length("back_in", "the back of a small piece", back)
	w.length("past_start_in", "a wall’s piece runs past the curve’s start", past)
	w.length("from_corner_in", "and ends short of the sharp corner", c.Short)
	w.length("hollow_in", "hollow behind each joint", c.Hollow)
	w.length("face_in", "the face of a small piece", 2*(r+thick)*tan(cut))
	w.length("radius_in", "radius", r)
	seen := max(2*(r+thick), 2.5)
	w.Drawn.line(Wall, append(append([][2]float64{{-seen, 0}}, arc(0, r, r, -90, t-90)...), [2]float64{r*sin(t) + seen*cos(t), r - r*cos(t) + seen*sin(t)})...)
	name := func(i int) string { return turnName(i, k) }
	end := func(meets string) End { return End{Plane: out(cut), Meets: meets} }
	add := func(s Stick) {
		s.High, s.Thick = high, thick
		w.Sticks = append(w.Sticks, s)
	}
	add(Stick{Part: name(0), Label: "the left wall’s piece", Length: seen + past, At: turned(-seen, 0, 0), Beside: true, Left: left(square()),
		Right: end(name(1))})
	at := Vec{past, 0, 0}
	for i := 1; i <= k; i++ {
		f := turned(at[0], at[1], 2*cut*float64(i))
		add(Stick{Part: name(i), Label: fmt.Sprintf("small piece %d", i), Length: back, At: f, Cap: back < nearCorner, Left: left(end(name(i - 1))),
			Right: end(name(i + 1))})
		at = at.plus(f.Along.times(back))
	}
	add(Stick{Part: name(k + 1), Label: "the right wall’s piece", Length: seen + past, At: turned(at[0], at[1], t), Beside: true,
		Left: left(end(name(k))), Right: square()})
	w.draw()
	for i := range w.Sticks {
		if s := &w.Sticks[i]; !s.Beside {
			a, b := s.Point(joint.Left, 0, 0), s.Point(joint.Right, 0, 0)
			w.Drawn.dim([2]float64{a[0], a[1]}, [2]float64{b[0], b[1]}, g.in(back))
		}
	}
	switch {
	case k == 0:
		w.step("Mitre both pieces %s as though the corner were sharp, and fill the hollow of %s behind the joint from above once the glue has set.", g.deg(cut),
			g.in(c.Hollow))
	default:
		w.step("Mark where the curve begins, its middle, and halfway between; each wall's piece runs %s past the beginning.", g.in(past))
		w.step("Cut the small pieces off a long one, both ends at %s, %s at the back between the cuts.", g.deg(cut), g.in(back))
		w.step("Glue them to the longer wall's piece on the bench, tape across the joints, and try the rest dry before you nail.")
		w.Cautions = append(w.Cautions, offcut)
	}
	return w
}
