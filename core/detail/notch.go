package detail

import "math"

// notch is a box in a base's way, read from both ends of its wall: what the two readings, the box and the wall miss one
// another by, m = xl + w + xr − L, is shared; the hole goes from x − c to x + w + c and from h − c to h + c, and is open at
// an edge that it passes. The deviation of m is √(3σ² + (0.0002·L)²). A round blade that stops at a mark on the face has cut
// less far behind it, or more: √(r² − (r − t − e)²) less √(r² − (r − e)²), the blade through by e.
var notch = Detail{Name: "notch", Title: "Box in the way", Place: InPiece,
	Says: "A socket, switch or vent in the base: where its hole or notch is from the piece’s end and from the floor, and where the saw must stop.",
	Fields: []Field{
		{Name: "left_of", Label: "from the wall’s left end to its left side", Takes: Length, Try: "40", Least: 0, Most: 2400, Mirror: "right_of"},
		{Name: "right_of", Label: "from its right side to the wall’s right end", Takes: Length, Free: true, Least: 0, Most: 2400, Mirror: "left_of"},
		{Name: "wall", Label: "length of the wall", Takes: Length, Free: true, Least: 1, Most: 2400, Room: OfWall},
		{Name: "width", Label: "width", Takes: Length, Preset: "2 1/2", Least: 1.0 / 8, Most: 120},
		{Name: "sill", Label: "the moulding’s bottom is above the floor", Takes: Length, Preset: "0", Least: 0, Most: 240, Room: OfSill},
		{Name: "height_low", Label: "its bottom, above the floor", Takes: Length, Preset: "0", Least: 0, Most: 240},
		{Name: "height_high", Label: "its top, above the floor", Takes: Length, Try: "4 1/2", Least: 0, Most: 240},
		{Name: "clearance", Label: "clearance all around", Takes: Length, Preset: "1/16", Least: 0, Most: 2},
		{Name: "start", Label: "the piece begins, from the wall’s left end", Takes: Length, Preset: "0", Least: 0, Most: 2400, Room: OfStart},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Free: true, Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "blade", Label: "the saw’s blade", Takes: Length, Preset: "7 1/4", Least: 3, Most: 16, Help: "Its diameter.", Room: OfBlade},
	},
	Work: workNotch}

// Read to what a tape is read to; asked is over how many deviations two readings are questioned.
const (
	tape    = 1.0 / 16
	along   = 0.0002
	asked   = 2.5
	through = 1.0 / 4 // how far a blade stands out under what it cuts
)

// Misread is by how much readings from both ends of a wall may differ before they are questioned, each read to sd.
func Misread(sd, wall float64) float64 { return asked * math.Sqrt(3*sq(sd)+sq(along*wall)) }

// misread is what readings from both ends of the wall and what is between them miss it by, none where there is but one; said where
// it is more than is to be expected.
func (w *Worked) misread(g *Given, between float64, what string) float64 {
	if !g.Has("right_of") || !g.Has("wall") {
		return 0
	}
	by := g.the("left_of") + between + g.the("right_of") - g.the("wall")
	if most := Misread(tape, g.the("wall")); math.Abs(by) > most {
		w.step("%s miss the wall by %s, and no more than %s is to be expected: read them again before you cut.", what, g.in(math.Abs(by)), g.in(most))
	}
	return by
}

// StopsShort is how much further a round blade reaches on the side that it goes in than on the other, at a stop: diameter d,
// through stock t thick.
func StopsShort(d, t float64) float64 {
	r := d / 2
	if t+through >= r {
		return 0
	}
	return math.Sqrt(sq(r)-sq(r-t-through)) - math.Sqrt(sq(r)-sq(r-through))
}

func workNotch(g *Given) (*Worked, error) {
	x, width, c, sill := g.the("left_of"), g.the("width"), g.the("clearance"), g.the("sill")
	low, high := g.the("height_low"), g.the("height_high")
	if high <= low {
		return nil, g.refuse("height_high", g.in(high), "it is no higher than its bottom, "+g.in(low), "measure both from the floor")
	}
	w := &Worked{Drawn: Drawing{View: Front}}
	misread := w.misread(g, width, "The two readings and the box")
	x -= misread / 2
	start := g.the("start")
	from, to := x-c-start, x+width+c-start
	if from <= 0 {
		return nil, g.refuse("left_of", g.in(g.the("left_of")), "it does not lie on the piece, which begins "+g.in(start)+" from the wall's left end",
			"end the piece at it, as at a vent, or measure again")
	}
	b, t := low-c-sill, high+c-sill
	w.length("from_in", "from the piece’s left end, from", from)
	w.length("to_in", "to", to)
	hole := [4]float64{from, to, b, t}
	if b > 0 {
		w.length("low_in", "from its bottom edge, from", b)
	} else {
		w.none("low_in", "from its bottom edge, from")
		hole[2] = 0
	}
	top := g.the("height")
	switch {
	case g.Has("height") && b >= top:
		return nil, g.refuse("height_low", g.in(low), "it lies above the moulding, which is "+g.in(top)+" high", "nothing need be cut")
	case g.Has("height") && t >= top:
		w.none("high_in", "to")
		hole[3] = top
	default:
		w.length("high_in", "to", t)
	}
	if t <= 0 {
		return nil, g.refuse("height_high", g.in(high), "it lies under the moulding", "nothing need be cut")
	}
	w.length("misread_in", "the readings miss one another by", misread)
	short := StopsShort(g.the("blade"), g.the("thickness"))
	w.length("stops_short_in", "this blade cuts further on the side it goes in, by", short)
	seen := top
	if !g.Has("height") {
		seen = max(t+1, 5.25)
	}
	first := max(0, from-8)
	w.Drawn.shape(There, [2]float64{first, 0}, [2]float64{to + 8, 0}, [2]float64{to + 8, seen}, [2]float64{first, seen})
	w.Drawn.shape(Cut, [2]float64{hole[0], hole[2]}, [2]float64{hole[1], hole[2]}, [2]float64{hole[1], hole[3]}, [2]float64{hole[0], hole[3]})
	w.Drawn.dim([2]float64{first, 0}, [2]float64{from, 0}, g.in(from))
	w.Drawn.dim([2]float64{from, hole[3]}, [2]float64{to, hole[3]}, g.in(to-from))
	w.Drawn.field(g, "width", [2]float64{from + c, (hole[2] + hole[3]) / 2}, [2]float64{to - c, (hole[2] + hole[3]) / 2})
	w.Drawn.dim([2]float64{to, hole[2]}, [2]float64{to, hole[3]}, g.in(hole[3]-hole[2]))
	w.step("Mark it on the face as the piece lies, from its left end and from its bottom edge.")
	if b > 0 && (!g.Has("height") || t < top) {
		w.step("Bore a hole inside each corner and saw from hole to hole.")
	} else {
		w.step("Cut the sides first, then what joins them; stop %s before the corners and finish them by hand, "+
			"or go in from the back: the round blade reaches that much further on the side that it goes in.",
			g.in(up64(short)))
	}
	w.hole(g, Hole{From: from, To: to, Low: hole[2], High: hole[3], Short: short})
	w.Cautions = append(w.Cautions, wires)
	return w, nil
}

// up64 is a length to the next sixty-fourth, for what must not be less.
func up64(v float64) float64 {
	const step = 1.0 / 64
	return math.Ceil(v/step-1e-9) * step
}

// wires is the caution at everything that comes out of a wall.
const wires = "Wires and pipes come to it inside the wall: switch off and know their way before you cut or nail, " +
	"keep nails a hand's breadth from where they run, and leave what is connected to the licensed trade and the local code."

// pipe is a pipe that comes out of the wall or the floor: a hole of its diameter and the clearance, with a slot to the nearer
// edge where the piece cannot be slid over it.
var pipe = Detail{Name: "pipe", Title: "Pipe or valve", Place: InPiece,
	Says: "A pipe through the base: where its hole is, how wide, and to which edge the slot goes by which it slips on.",
	Fields: []Field{
		{Name: "left_of", Label: "from the wall’s left end to its middle", Takes: Length, Try: "31", Least: 0, Most: 2400, Mirror: "right_of"},
		{Name: "right_of", Label: "from its middle to the wall’s right end", Takes: Length, Free: true, Least: 0, Most: 2400, Mirror: "left_of"},
		{Name: "wall", Label: "length of the wall", Takes: Length, Free: true, Least: 1, Most: 2400, Room: OfWall},
		{Name: "diameter", Label: "its diameter", Takes: Length, Preset: "7/8", Least: 1.0 / 8, Most: 12},
		{Name: "up", Label: "its middle, above the floor", Takes: Length, Preset: "0", Least: 0, Most: 240},
		{Name: "clearance", Label: "clearance all around", Takes: Length, Preset: "1/8", Least: 0, Most: 2},
		{Name: "start", Label: "the piece begins, from the wall’s left end", Takes: Length, Preset: "0", Least: 0, Most: 2400, Room: OfStart},
		{Name: "height", Label: "the moulding’s height", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "slips", Label: "it can be slid over the pipe’s end", Takes: Choice, Preset: "no", Choices: []string{"no", "yes"}},
	},
	Work: workPipe}

func workPipe(g *Given) (*Worked, error) {
	x, d, c, high, up := g.the("left_of"), g.the("diameter"), g.the("clearance"), g.the("height"), g.the("up")
	w := &Worked{Drawn: Drawing{View: Front}}
	misread := w.misread(g, 0, "The two readings")
	x -= misread/2 + g.the("start")
	wide := d + 2*c
	if x-wide/2 <= 0 {
		return nil, g.refuse("left_of", g.in(g.the("left_of")), "the hole does not lie on the piece", "end the piece at the pipe, or measure again")
	}
	if up-wide/2 >= high {
		return nil, g.refuse("up", g.in(up), "it comes out above the moulding, which is "+g.in(high)+" high", "nothing need be cut")
	}
	w.length("misread_in", "the readings miss one another by", misread)
	w.length("at_in", "its middle, from the piece’s left end", x)
	w.length("wide_in", "the hole is wide", wide)
	w.length("up_in", "its middle, from the bottom edge", up)
	first := max(0, x-10)
	w.Drawn.shape(There, [2]float64{first, 0}, [2]float64{x + 10, 0}, [2]float64{x + 10, high}, [2]float64{first, high})
	slot := [2]float64{up - wide/2, up + wide/2}
	if !g.is("slips", "yes") {
		edge := 0.0
		word := "bottom"
		if high-up < up {
			edge, word = high, "top"
		}
		slot = [2]float64{min(edge, up-wide/2), max(edge, up+wide/2)}
		w.Drawn.shape(Cut, [2]float64{x - wide/2, edge}, [2]float64{x + wide/2, edge}, [2]float64{x + wide/2, up}, [2]float64{x - wide/2, up})
		w.step("Bore %s through the face, and saw a slot as wide from it to the %s edge; keep what comes out and glue it back behind the pipe.", g.in(wide), word)
	} else {
		w.step("Bore %s through the face from the front, and slide the piece on before its other end goes home.", g.in(wide))
	}
	w.Drawn.shape(Cut, arc(x, up, wide/2, 0, 360)...)
	w.hole(g, Hole{From: x - wide/2, To: x + wide/2, Low: max(0, slot[0]), High: min(high, slot[1]), Round: true})
	w.Drawn.dim([2]float64{first, 0}, [2]float64{x, 0}, g.in(x))
	w.Drawn.field(g, "diameter", [2]float64{x - d/2, up}, [2]float64{x + d/2, up})
	w.Drawn.dim([2]float64{x - wide/2, up + wide/2}, [2]float64{x + wide/2, up + wide/2}, g.in(wide))
	w.Cautions = append(w.Cautions, wires)
	return w, nil
}

// vent is a base that stops at a vent or grille with returned ends: the returns' outer tips stand a clearance from it on
// either side, and the backs of the pieces end as much shorter as the base is thick.
var vent = Detail{Name: "vent", Title: "Vent or grille", Place: OnWall,
	Says: "A base that stops at a vent with its ends returned to the wall, a clearance from it on both sides.",
	Fields: []Field{
		{Name: "width", Label: "width of the vent", Takes: Length, Try: "12", Least: 1, Most: 120},
		{Name: "clearance", Label: "clearance at each side", Takes: Length, Preset: "1/16", Least: 0, Most: 2},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "thickness", Label: "its thickness", Takes: Length, Preset: "9/16", Least: 1.0 / 8, Most: 3, Room: OfThickness},
	},
	Work: workVent}

func workVent(g *Given) (*Worked, error) {
	wide, c, high, p := g.the("width"), g.the("clearance"), g.the("height"), g.the("thickness")
	w := &Worked{Drawn: Drawing{View: Above}}
	open := wide + 2*c
	w.length("open_in", "between the returns’ outer tips", open)
	w.length("back_short_in", "each back ends short of its tip", p)
	w.length("cap_in", "each return, to its long point", p)
	const seen = 8.0
	for i, k := range returnedEnd(seen, high, p) {
		k.At.At[0] -= seen + open/2 + p
		m := k.mirrored()
		if i == 0 {
			m.Part, m.Label = "right", "the right piece"
			m.Left.Meets = "right-return"
			k.Part, k.Label = "left", "the left piece"
			k.Right.Meets = "left-return"
		} else {
			m.Part, m.Label = "right-return", "return of the right piece"
			m.Right.Meets = "right"
			k.Part, k.Label = "left-return", "return of the left piece"
			k.Left.Meets = "left"
		}
		w.Sticks = append(w.Sticks, k, m)
	}
	w.Drawn.line(Wall, [2]float64{-seen - open/2 - p, 0}, [2]float64{seen + open/2 + p, 0})
	w.Drawn.shape(Cut, [2]float64{-wide / 2, 0}, [2]float64{wide / 2, 0}, [2]float64{wide / 2, -p / 3}, [2]float64{-wide / 2, -p / 3})
	w.draw()
	w.Drawn.field(g, "width", [2]float64{-wide / 2, -p / 6}, [2]float64{wide / 2, -p / 6})
	w.Drawn.dim([2]float64{-open / 2, -p}, [2]float64{open / 2, -p}, g.in(open))
	w.step("Tell each piece to its return's tip; cut the returns off a long piece of the same stick.")
	w.step("Leave the vent its air: nothing of the base may cover it.")
	w.Cautions = append(w.Cautions, offcut)
	return w, nil
}
