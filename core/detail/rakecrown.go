package detail

import "math"

// rakeCrown is a level crown that turns a corner onto a raking one. A point (u, z) of the level section needs, square to the
// rake, u' = u and z' = z·cos p + κ·u·tan h·sin p, h half of what the corner turns, κ = +1 outside and rising away, −1 for
// inside or for falling: a height that shrinks and a shear, so that no stock section does. One section on both misses at the
// top of the face by H·(1/cos p − 1) − κ·P·tan h·tan p.
var rakeCrown = Detail{Name: "rake_crown", Title: "Crown onto a rake", Place: Nowhere,
	Says: "A level crown that turns a corner onto a raking one cannot be mitred from one section: by how much it misses, and what section it needs.",
	Fields: []Field{
		{Name: "projection", Label: "the crown’s projection", Takes: Length, Preset: "2 1/2", Least: .25, Most: 12},
		{Name: "height", Label: "its drop", Takes: Length, Preset: "3 1/4", Least: .25, Most: 12},
		{Name: "corner_deg", Label: "the corner", Takes: Angle, Preset: "90", Least: 20, Most: 179},
		{Name: "pitch_deg", Label: "pitch of the rake", Takes: Angle, Try: "20", Least: .5, Most: 60},
		{Name: "kind", Label: "corner", Takes: Choice, Preset: "outside", Choices: []string{"outside", "inside"}},
		{Name: "rises", Label: "the rake, away from the corner", Takes: Choice, Preset: "rises", Choices: []string{"rises", "falls"}},
	},
	Work: workRakeCrown}

func workRakeCrown(g *Given) (*Worked, error) {
	out, high, p := g.the("projection"), g.the("height"), g.the("pitch_deg")
	k := tan((180 - g.the("corner_deg")) / 2)
	if g.is("kind", "inside") {
		k = -k
	}
	if g.is("rises", "falls") {
		k = -k
	}
	w := &Worked{Drawn: Drawing{View: Front}}
	need := high*cos(p) + k*out*sin(p)
	miss := high*(1/cos(p)-1) - k*out*tan(p)
	w.length("miss_in", "one section on both misses at the face’s top by", miss)
	w.length("needs_out_in", "the rake’s section: its top stands out", out)
	w.length("needs_high_in", "and is high, square to the rake", need)
	w.length("shear_in", "of which it is sheared up by", k*out*sin(p))
	foot := [2]float64{0, 0}
	w.Drawn.line(There, foot, [2]float64{out, high}, [2]float64{0, high}, foot)
	w.Drawn.line(Mark, foot, [2]float64{out, need}, [2]float64{0, high * cos(p)}, foot)
	w.Drawn.field(g, "height", [2]float64{-.3, 0}, [2]float64{-.3, high})
	w.Drawn.field(g, "projection", [2]float64{0, high + .3}, [2]float64{out, high + .3})
	w.Drawn.note(out, high, "level")
	w.Drawn.note(out, need, "needed on the rake")
	if math.Abs(miss) < 1.0/64 {
		w.step("At so small a pitch it misses by less than shows: one section will do.")
		return w, nil
	}
	w.step("It is not mitred from one section: at the top of the face the two miss each other by %s.", g.in(math.Abs(miss)))
	w.step("Have a raking section made, every point as far out and as high as %s times its height and a shear of %s a unit out would put it; or",
		num(cos(p)), num(k*sin(p)))
	w.step("put a plinth or a block in the corner that both end square against; or carry the level crown around the corner and let the rake die on it.")
	return w, nil
}
