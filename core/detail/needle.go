package detail

// needle is a raking moulding that comes down onto a level one in a sharp point, as in a frame of three sides: the level one's
// outer edge is its bottom, the raking one's its top. The angle between them is the pitch p, both
// are cut (180 − p)/2 off square, past what a saw swings. Along a fence square to the saw's own it is p/2; the long point runs
// out H/tan(p/2).
var needle = Detail{Name: "needle", Title: "Rake in a sharp point", Place: Alone,
	Says: "Where a raking moulding runs into a level one under it in a needle point, further than a saw swings: the cut along an added fence.",
	Fields: []Field{
		{Name: "pitch_deg", Label: "the angle between them", Takes: Angle, Try: "36.87", Least: 5, Most: 89},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "2 1/2", Least: .25, Most: 12, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "rises", Label: "it rises to the", Takes: Choice, Preset: "right", Choices: []string{"right", "left"}},
	},
	Work: workNeedle}

func workNeedle(g *Given) (*Worked, error) {
	p, high, thick := g.the("pitch_deg"), g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Front}}
	far := high / tan(p/2)
	w.angle("cut_deg", "both cuts, off square", (180-p)/2)
	w.angle("fence_deg", "along a fence square to the saw’s own", p/2)
	w.length("run_in", "the long point runs out", far)
	seen := far + 10
	up0 := Vec{-sin(p), 0, cos(p)}
	begin := Vec{cos(p), 0, sin(p)}.times(far).plus(up0.times(-high))
	w.Sticks = []Stick{
		{Part: "level", Label: "level moulding", Length: seen, High: high, Thick: thick, At: level(0, 0), Left: left(meets(up(90-p/2), "rake")), Right: square()},
		{Part: "rake", Label: "raking moulding", Length: seen - far, High: high, Thick: thick, At: raked(begin[0], begin[2], p),
			Left:  left(meets(down(90-p/2), "level")),
			Right: square()},
	}
	w.faceOther(g.is("rises", "left"))
	w.draw()
	w.step("Fix a fence square to the saw's own, from scrap that the first cut may go through, no screw in the blade's line.")
	w.step("Lay a long piece along it, coming toward you, and swing to %s; the point runs out %s.", g.deg(p/2), g.in(far))
	w.step("Cut both from long pieces, try them, and only then cut their other ends.")
	w.Cautions = append(w.Cautions, "The blade points where you may stand: clamp fence and piece, hands and body out of its line. "+
		"A cut under 15° along the fence is thin at its end: back it with scrap and let the blade stop before you lift it.")
	return w, nil
}
