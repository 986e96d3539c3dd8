package detail

// returned is a base that ends in the open and is returned to the wall: its end and a small piece mitred at 45, the small
// one's long point as long as the base is thick. floorReturn turns it down to the floor instead, cut on the flat.
var returned = Detail{Name: "return", Title: "Returned to the wall", Place: AtEnd,
	Says: "An end in the open turns back to the wall: its own end and a small piece at 45°, told to the tip.",
	Fields: []Field{
		{Name: "thickness", Label: "how far it stands out", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 12, Room: OfThickness},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "end", Label: "which end", Takes: Choice, Preset: "right", Choices: []string{"right", "left"}, Room: OfEnd},
	},
	Work: workReturned}

// returnedEnd are a piece whose right end is returned at x = seen, and its return.
func returnedEnd(seen, high, p float64) []Stick {
	return []Stick{
		{Part: "piece", Label: "the piece", Length: seen, High: high, Thick: p, At: level(0, 0), Beside: true, Left: left(square()), Right: meets(out(45), "return")},
		{Part: "return", Label: "return", High: high, Thick: p, At: turned(seen, 0, 90), Cap: true, Left: left(meets(out(45), "piece")),
			Right: End{Plane: square().Plane, Against: "the wall"}},
	}
}

func workReturned(g *Given) (*Worked, error) {
	p, high := g.the("thickness"), g.the("height")
	w := &Worked{Drawn: Drawing{View: Above}}
	w.angle("cut_deg", "both cuts", 45)
	w.length("cap_in", "the return, to its long point", p)
	w.length("back_short_in", "the piece’s back ends short of the tip", p)
	const seen = 8.0
	w.Sticks = returnedEnd(seen, high, p)
	w.Drawn.line(Wall, [2]float64{0, 0}, [2]float64{seen + 4, 0})
	w.faceOther(g.is("end", "left"))
	w.draw()
	w.step("Tell the piece to its tip: that is where one sees it end.")
	w.step("Mitre the end of a long piece of the same stick, then cut the return off it square: it drops free, so tape it to the fence or a backer first.")
	w.step("Glue it, tape it, and leave it: no nail.")
	w.Cautions = append(w.Cautions, offcut)
	return w, nil
}

var floorReturn = Detail{Name: "floor_return", Title: "Returned to the floor", Place: AtEnd,
	Says: "An end in the open turns down to the floor: cut on the flat at 45°, with a small piece of the same stick under the mitre.",
	Fields: []Field{
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "end", Label: "which end", Takes: Choice, Preset: "right", Choices: []string{"right", "left"}, Room: OfEnd},
	},
	Work: workFloorReturn}

func workFloorReturn(g *Given) (*Worked, error) {
	high, p := g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Front}}
	w.angle("cut_deg", "both cuts, on the flat", 45)
	w.length("cap_in", "the return, to its long point", high)
	w.length("top_over_in", "the piece’s top runs past its bottom", high)
	const seen = 10.0
	w.Sticks = []Stick{
		{Part: "piece", Label: "the piece", Length: seen, High: high, Thick: p, At: level(0, 0), Beside: true, Left: left(square()),
			Right: meets(down(45), "return")},
		{Part: "return", Label: "return", High: high, Thick: p, At: raked(seen, 0, -90), Cap: true, Left: left(meets(down(45), "piece")),
			Right: End{Plane: square().Plane, Against: "the floor"}},
	}
	w.Drawn.line(Floor, [2]float64{0, 0}, [2]float64{seen + high + 4, 0})
	w.faceOther(g.is("end", "left"))
	w.draw()
	w.step("Lay both flat, face up, and cut each 45°: the mitre goes across the face, from the piece's bottom to the corner of its top.")
	w.step("Cut the return off a long piece, its square end on the floor; glue and tape it.")
	w.Cautions = append(w.Cautions, offcut)
	return w, nil
}

// chamfer is a base that is thicker than what it ends against: its face is taken away at 45 from where the thinner one's lands.
var chamfer = Detail{Name: "chamfer", Title: "Dying into something thinner", Place: AtEnd,
	Says: "A base thicker than the casing it ends against: where the chamfer of its face begins, and how wide that is.",
	Fields: []Field{
		{Name: "thickness", Label: "thickness of the base", Takes: Length, Preset: "3/4", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "casing", Label: "thickness of what it meets", Takes: Length, Preset: "9/16", Least: 0, Most: 3},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
	},
	Work: workChamfer}

func workChamfer(g *Given) (*Worked, error) {
	t, c := g.the("thickness"), g.the("casing")
	w := &Worked{Drawn: Drawing{View: Above}}
	if t <= c {
		return nil, g.refuse("casing", g.in(c), "the base is no thicker than that, "+g.in(t), "end it square")
	}
	w.length("back_in", "the chamfer begins, back from the end", t-c)
	w.length("face_in", "it is wide", (t-c)*hypot(1, 1))
	w.angle("cut_deg", "cut", 45)
	const seen = 6.0
	w.Drawn.shape(Wood, [2]float64{-seen, 0}, [2]float64{0, 0}, [2]float64{0, -c}, [2]float64{-(t - c), -t}, [2]float64{-seen, -t})
	w.Drawn.shape(There, [2]float64{0, 0}, [2]float64{3.5, 0}, [2]float64{3.5, -c}, [2]float64{0, -c})
	w.Drawn.line(Wall, [2]float64{-seen, 0}, [2]float64{6, 0})
	w.Drawn.field(g, "thickness", [2]float64{-seen, 0}, [2]float64{-seen, -t})
	w.Drawn.field(g, "casing", [2]float64{3.5, 0}, [2]float64{3.5, -c})
	w.Drawn.dim([2]float64{-(t - c), -t}, [2]float64{0, -t}, g.in(t-c))
	w.step("Cut the end square, then take its face away at 45° from %s back; a block plane finishes it.", g.in(t-c))
	return w, nil
}
