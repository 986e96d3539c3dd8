package detail

import (
	"fmt"
	"math"

	"gnomon/core/joint"
)

// bend is a wall that curves, its base in short straight pieces: around the outside of the curve as a rounded corner
// has them, or as k chords within a hollow one, whose backs are 2R·sin(δ/2k), which turn δ/2k where the straight walls
// begin and δ/k between, and stand R·(1 − cos(δ/2k)) off the wall in their middles. From a chord c and the rise d
// behind it R = (c²/4 + d²)/2d and δ = 4·atan(2d/c).
var bend = Detail{Name: "bend", Title: "Curved wall", Place: AtCorner,
	Says: "A curved wall is followed by short straight pieces, as many as leave no more hollow than one accepts; or by a moulding that bends.",
	Fields: []Field{
		{Name: "side", Label: "the wall is", Takes: Choice, Preset: "convex", Choices: []string{"convex", "concave"}, Room: OfSide},
		{Name: "radius", Label: "radius", Takes: Length, Try: "60", Free: true, Least: .25, Most: 2400},
		{Name: "turn_deg", Label: "it turns", Takes: Angle, Try: "45", Free: true, Least: 1, Most: 179, Room: OfTurn},
		{Name: "chord", Label: "or: a chord across it", Takes: Length, Free: true, Least: .5, Most: 2400,
			Help: "Straight from where the curve begins to where it ends."},
		{Name: "rise", Label: "and the rise at its middle", Takes: Length, Free: true, Least: 1.0 / 64, Most: 1200},
		{Name: "pieces", Label: "pieces", Takes: Count, Free: true, Least: 0, Most: 120},
		{Name: "hollow", Label: "or: hollow accepted", Takes: Length, Preset: "1/8", Least: 1.0 / 128, Most: 3, Room: OfHollow},
		{Name: "way", Label: "followed by", Takes: Choice, Preset: "facets", Choices: []string{"facets", "flexible"}},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "how far it stands out", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 12, Room: OfThickness},
	},
	Work: workBend}

// curve is the radius and the turn of a wall, as given or from chord and rise.
func curve(g *Given) (r, t float64, err error) {
	if g.Has("chord") != g.Has("rise") {
		return 0, 0, g.refuse("chord", "or its rise is missing", "the two together say how the wall curves", "give both, or the radius and the turn")
	}
	if g.Has("chord") {
		c, d := g.the("chord"), g.the("rise")
		if d >= c/2 {
			return 0, 0, g.refuse("rise", g.in(d), "it is half of the chord or more, so that the wall turns back on itself", "measure a shorter chord")
		}
		r, t = Radius(c, d), toDeg(4*math.Atan(2*d/c))
	}
	if g.Has("radius") {
		r = g.the("radius")
	}
	if g.Has("turn_deg") {
		t = g.the("turn_deg")
	}
	if r == 0 || t == 0 {
		return 0, 0, g.refuse("radius", "and turn are not both known", "the pieces hang on both", "give them, or a chord and its rise")
	}
	return r, t, nil
}

// AroundCount is how few pieces leave no more hollow than y around the outside.
func AroundCount(r, t, y float64) int {
	return max(0, int(math.Ceil(t/(2*toDeg(math.Acos(r/(r+y))))-1e-9))-1)
}

// WithinCount is the same for chords within.
func WithinCount(r, t, y float64) int {
	if y >= r {
		return 1
	}
	return max(1, int(math.Ceil(t/(2*toDeg(math.Acos(1-y/r)))-1e-9)))
}

func workBend(g *Given) (*Worked, error) {
	r, t, err := curve(g)
	if err != nil {
		return nil, err
	}
	hollow := g.is("side", "concave")
	if hollow && g.the("thickness") >= r {
		return nil, g.refuse("thickness", g.in(g.the("thickness")), "it stands out as far as the curve's radius, "+g.in(r), "take a thinner moulding")
	}
	if g.is("way", "flexible") {
		return flexible(g, r, t, hollow), nil
	}
	k := 0
	switch {
	case g.Has("pieces"):
		k = g.n("pieces")
	case hollow:
		k = WithinCount(r, t, g.the("hollow"))
	default:
		k = AroundCount(r, t, g.the("hollow"))
	}
	if most := g.detail.Field("pieces").Most; float64(k) > most {
		return nil, g.refuse("hollow", g.in(g.the("hollow")), fmt.Sprintf("it takes %d pieces", k), "accept more, or take a moulding that bends")
	}
	var w *Worked
	if hollow {
		if k < 1 {
			return nil, g.refuse("pieces", "0", "a hollow wall takes a chord at least", "give 1 or more")
		}
		w = concave(g, r, t, k)
	} else {
		w = convex(g, r, t, k)
	}
	w.count("pieces", "pieces", k)
	w.angle("turn_deg", "the wall turns", t)
	return w, nil
}

// flexible is a moulding that bends: how long it is along the wall.
func flexible(g *Given, r, t float64, hollow bool) *Worked {
	w := &Worked{Drawn: Drawing{View: Above}}
	thick := g.the("thickness")
	face := r + thick
	if hollow {
		face = r - thick
	}
	w.length("back_in", "its back along the curve", r*rad(t))
	w.length("face_in", "its face", face*rad(t))
	w.length("radius_in", "radius", r)
	w.angle("turn_deg", "the wall turns", t)
	w.step("Order a moulding that bends to a radius of %s; its square ends meet the straight pieces where the curve begins and ends.", g.in(r))
	w.step("Cut it %s long at the back and a little over; glue and nail from one end, and trim the other in place.", g.in(r*rad(t)))
	turn, wall := 1.0, arc(0, r, r, -90, t-90)
	if hollow {
		turn, wall = -1, arc(0, -r, r, 90, 90-t)
	}
	w.Drawn.line(Wall, append(append([][2]float64{{-6, 0}}, wall...), [2]float64{wall[len(wall)-1][0] + 6*cos(t), wall[len(wall)-1][1] + turn*6*sin(t)})...)
	var outer [][2]float64
	for _, p := range wall { // as far out from the wall as it is thick
		cy := r * turn
		k := face / r
		outer = append(outer, [2]float64{p[0] * k, cy + (p[1]-cy)*k})
	}
	for i := len(outer) - 1; i >= 0; i-- {
		wall = append(wall, outer[i])
	}
	w.Drawn.shape(Wood, wall...)
	return w
}

// concave makes chords within a hollow wall.
func concave(g *Given, r, t float64, k int) *Worked {
	high, thick := g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Above}}
	c := Within(r, t, k)
	half, back := c.Cut, c.Back
	w.angle("end_cut_deg", "the cuts where the straight walls begin", c.End)
	w.angle("cut_deg", "each cut between", half)
	w.length("back_in", "the back of a small piece", back)
	w.length("past_start_in", "a wall’s piece runs past the curve’s start", 0)
	w.length("from_corner_in", "and ends short of where the walls would meet", c.Short)
	w.length("hollow_in", "hollow behind the middle of each", c.Hollow)
	w.length("radius_in", "radius", r)
	const seen = 6.0
	curved := arc(0, -r, r, 90, 90-t)
	last := curved[len(curved)-1]
	w.Drawn.line(Wall, append(append([][2]float64{{-seen, 0}}, curved...), [2]float64{last[0] + seen*cos(t), last[1] - seen*sin(t)})...)
	name := func(i int) string { return turnName(i, k) }
	// Joint i is between piece i and the next: the first and the last turn half as much.
	plane := func(i int) joint.Normal {
		if i == 0 || i == k {
			return inner(half / 2)
		}
		return inner(half)
	}
	add := func(i int, s Stick) {
		s.Part, s.High, s.Thick = name(i), high, thick
		if i > 0 {
			s.Left = left(End{Plane: plane(i - 1), Meets: name(i - 1)})
		} else {
			s.Left = left(square())
		}
		if i <= k {
			s.Right = End{Plane: plane(i), Meets: name(i + 1)}
		} else {
			s.Right = square()
		}
		w.Sticks = append(w.Sticks, s)
	}
	add(0, Stick{Label: "the left wall’s piece", Length: seen, At: turned(-seen, 0, 0), Beside: true})
	at := Vec{}
	for i := 1; i <= k; i++ {
		f := turned(at[0], at[1], -half*float64(2*i-1))
		add(i, Stick{Label: fmt.Sprintf("small piece %d", i), Length: back, At: f, Cap: back < nearCorner})
		at = at.plus(f.Along.times(back))
	}
	add(k+1, Stick{Label: "the right wall’s piece", Length: seen, At: turned(at[0], at[1], -t), Beside: true})
	w.draw()
	w.step("Mark the wall where the curve begins and every %s from there, straight across.", g.in(back))
	w.step("Cut the first and the last joint at %s and those between at %s, long points at the back.", g.deg(half/2), g.deg(half))
	w.step("Glue three or four together on the bench against a template of the wall, then these to each other in place.")
	if back < nearCorner {
		w.Cautions = append(w.Cautions, offcut)
	}
	return w
}
