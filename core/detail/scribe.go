package detail

import "math"

// scribe is a base on a floor that waves. A straight edge, or the base itself, lies on the floor's high places; the gap under
// it is read at equal steps. Scribed, each place loses the widest gap less its own; a taper takes off what a straight line can,
// the best one by the greatest that it leaves; a shoe hides what is left where it is higher than that.
var scribe = Detail{Name: "scribe", Title: "Floor that waves", Place: InPiece,
	Says: "Gaps read under a straight edge say what to scribe off the base, what a straight taper leaves, and whether a shoe will do.",
	Fields: []Field{
		{Name: "gaps", Label: "gaps, from the left", Takes: Lengths, Try: "0, 1/16, 3/16, 1/8, 0", Least: 0, Most: 12},
		{Name: "every", Label: "read every", Takes: Length, Preset: "16", Least: 1, Most: 240},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfHeight},
		{Name: "shoe", Label: "height of the shoe", Takes: Length, Preset: "3/4", Least: 0, Most: 4},
	},
	Work: workScribe}

// bends is how much of a shoe's height it may hide: what is less looks as though it had been forgotten.
const bends = 2.0 / 3

func workScribe(g *Given) (*Worked, error) {
	gaps, every, high := g.all("gaps"), g.the("every"), g.the("height")
	if len(gaps) < 2 {
		return nil, g.refuse("gaps", "one reading", "a floor's line wants two or more", "read the gap at both ends at least")
	}
	widest := 0.0
	for _, v := range gaps {
		widest = max(widest, v)
	}
	if widest >= high/2 {
		return nil, g.refuse("gaps", g.in(widest), "half of the base or more would be scribed away", "level the floor, or step the base")
	}
	w := &Worked{Drawn: Drawing{View: Front}}
	a, b, left := taper(gaps)
	end := float64(len(gaps)-1) * every
	w.length("scribe_most_in", "most to scribe off", widest)
	w.length("taper_left_in", "a straight taper takes off, at the left", a)
	w.length("taper_right_in", "and at the right", b)
	w.length("left_over_in", "and leaves gaps of up to", left)
	line := make([][2]float64, len(gaps))
	floor := make([][2]float64, len(gaps))
	for i, v := range gaps {
		x := float64(i) * every
		line[i] = [2]float64{x, widest - v}
		floor[i] = [2]float64{x, -v}
		w.Drawn.dim([2]float64{x, 0}, [2]float64{x, widest - v}, g.in(widest-v))
	}
	w.Drawn.shape(Wood, append([][2]float64{{end, high}, {0, high}}, line...)...)
	w.Drawn.line(Mark, line...)
	w.Drawn.line(Floor, floor...)
	w.step("Set the base level on the floor's high places, open dividers to %s, and draw the floor's line along it.", g.in(widest))
	w.step("Saw beside the line with the blade leaning back, and plane to it.")
	if left <= 1.0/32 {
		w.step("Or rip it straight: %s off at the left, %s at the right; it leaves no more than %s.", g.in(a), g.in(b), g.in(left))
	}
	switch shoe := g.the("shoe"); {
	case shoe == 0:
	case widest <= bends*shoe:
		w.step("A shoe of %s bends to the floor and hides it all: nothing need be scribed.", g.in(shoe))
	default:
		w.step("A shoe of %s is too low to hide %s: scribe the base, or take most of it off first.", g.in(shoe), g.in(widest))
	}
	return w, nil
}

// taper is the straight line through what is to be scribed off that leaves the least gap at most: a at the left end and b at
// the right, nowhere less than what is to go, so that nothing holds the base up. The best one goes the way of a line through two
// of the readings.
func taper(gaps []float64) (a, b, left float64) {
	widest := 0.0
	for _, v := range gaps {
		widest = max(widest, v)
	}
	n := len(gaps)
	off := make([]float64, n)
	for i, v := range gaps {
		off[i] = widest - v
	}
	left = math.Inf(1)
	for i := range n {
		for k := i + 1; k < n; k++ {
			slope := (off[k] - off[i]) / float64(k-i)
			lift, low := math.Inf(-1), math.Inf(1)
			for q, v := range off {
				d := v - slope*float64(q)
				lift, low = max(lift, d), min(low, d)
			}
			if most := lift - low; most < left-1e-12 {
				a, b, left = lift, lift+slope*float64(n-1), most
			}
		}
	}
	return a, b, left
}
