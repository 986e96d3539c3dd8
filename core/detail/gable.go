package detail

import "math"

// gable is what runs up under a ceiling that slopes: a rake to a wall, or two to a peak. At a side wall and at the peak
// joints are plumb, p off square; from a level piece to the rake each is cut p/2; what lands on the slope from a level run
// is cut 90 − p.
var gable = Detail{Name: "gable", Title: "Sloped ceiling", Place: Alone,
	Says: "Trim under a sloped ceiling: from a wall, or from level trim, up the slope to the peak of a gable or the high wall.",
	Fields: []Field{
		{Name: "rise", Label: "it rises", Takes: Length, Try: "40", Free: true, Least: 1.0 / 16, Most: 600},
		{Name: "run", Label: "over a level run of", Takes: Length, Try: "96", Least: 1, Most: 1200, Help: "For a gable: from the side wall to under the peak."},
		{Name: "pitch_deg", Label: "or: its pitch", Takes: Angle, Free: true, Least: 1, Most: 75},
		{Name: "shape", Label: "it goes up to", Takes: Choice, Preset: "peak", Choices: []string{"peak", "wall"}},
		{Name: "foot", Label: "and begins at", Takes: Choice, Preset: "wall", Choices: []string{"wall", "level"}},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "3 1/2", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "how far it stands out", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 12, Room: OfThickness},
	},
	Work: workGable}

func workGable(g *Given) (*Worked, error) {
	if g.Has("rise") == g.Has("pitch_deg") {
		return nil, g.refuse("rise", "or the pitch", "one of the two says how it slopes", "give how much it rises, or the pitch")
	}
	run, high, thick := g.the("run"), g.the("height"), g.the("thickness")
	p := g.the("pitch_deg")
	if g.Has("rise") {
		p = toDeg(math.Atan(g.the("rise") / run))
	}
	w := &Worked{Drawn: Drawing{View: Front}}
	rise := run * tan(p)
	along := run / cos(p)
	w.angle("pitch_deg", "pitch", p)
	w.angle("plumb_deg", "plumb cuts, at wall and peak", p)
	w.angle("joint_deg", "level to rake, each", p/2)
	w.angle("level_deg", "what lands on the slope from level trim", 90-p)
	w.length("along_in", "a rake, along its edge", along)
	w.length("rise_in", "it rises", rise)
	plumb := down(p)
	foot := left(End{Plane: up(p), Against: "the wall"})
	if g.is("foot", "level") {
		foot = left(meets(up(p/2), "level-left"))
	}
	rake := Stick{Part: "left", Label: "left rake", Length: along, High: high, Thick: thick, At: raked(0, 0, p), Left: foot,
		Right: End{Plane: plumb, Meets: "right"}}
	if g.is("shape", "wall") {
		rake.Label, rake.Right = "rake", End{Plane: plumb, Against: "the high wall"}
	}
	w.Sticks = []Stick{rake}
	const seen = 12.0
	if g.is("foot", "level") {
		w.Sticks = append(w.Sticks, Stick{Part: "level-left", Label: "level trim", Length: seen, High: high, Thick: thick, At: level(-seen, 0), Beside: true,
			Left: left(square()), Right: meets(up(p/2), "left")})
	}
	ceiling := high / cos(p)
	if g.is("shape", "peak") {
		for _, s := range w.Sticks {
			m := s.mirrored()
			m.At.At[0] += 2 * run
			m.Part = map[string]string{"left": "right", "level-left": "level-right"}[s.Part]
			m.Label = map[string]string{"left": "right rake", "level-left": "level trim"}[s.Part]
			for _, e := range []*End{&m.Left, &m.Right} {
				if name := map[string]string{"right": "left", "left": "right", "level-left": "level-right"}[e.Meets]; name != "" {
					e.Meets = name
				}
			}
			w.Sticks = append(w.Sticks, m)
		}
		w.Drawn.line(Wall, [2]float64{0, ceiling}, [2]float64{run, ceiling + rise}, [2]float64{2 * run, ceiling})
	} else {
		w.Drawn.line(Wall, [2]float64{0, ceiling}, [2]float64{run, ceiling + rise}, [2]float64{run, 0})
	}
	w.draw()
	w.Drawn.field(g, "run", [2]float64{0, 0}, [2]float64{run, 0})
	if g.Has("rise") {
		w.Drawn.field(g, "rise", [2]float64{run, 0}, [2]float64{run, rise})
	} else {
		w.Drawn.dim([2]float64{run, 0}, [2]float64{run, rise}, g.in(rise))
	}
	w.step("Set the pitch once and use it for every joint of the slope, rather than measuring each.")
	if g.is("shape", "peak") {
		w.step("Cut both rakes plumb at the peak, %s off square, one the mirror image of the other.", g.deg(p))
	}
	if g.is("foot", "level") {
		w.step("From level to rake cut both pieces %s: the tops end %s short of the bottoms.", g.deg(p/2), g.in(high*tan(p/2)))
	} else {
		w.step("Cut the foot plumb to the wall, %s off square.", g.deg(p))
	}
	w.step("This is for trim that lies flat on the wall. A crown that turns from level onto a rake needs another section: see there.")
	return w, nil
}
