package detail

import (
	"fmt"
	"math"
	"slices"
	"strconv"
)

// spring asks how much of a crown's face one sees from where one stands. The face goes from its foot on the wall at
// (0, −W·cos S) to its top at (W·sin S, 0) under the ceiling; seen from the eye it shows W times the sine of the angle
// between the face and the line of sight to its middle, which is the cosine of the spring less what one looks up by.
var spring = Detail{Name: "spring", Title: "Which spring for which ceiling", Place: Nowhere,
	Says: "How much of a crown’s face is seen from where one stands, for each spring, at this ceiling: whether the lore about high ceilings holds here.",
	Fields: []Field{
		{Name: "ceiling", Label: "height of the ceiling", Takes: Length, Preset: "108", Least: 60, Most: 480},
		{Name: "away", Label: "one stands away from the wall", Takes: Length, Preset: "96", Least: 6, Most: 1200},
		{Name: "eye", Label: "height of the eye", Takes: Length, Preset: "64", Least: 20, Most: 84},
		{Name: "width", Label: "width of the crown’s face", Takes: Length, Preset: "4 1/4", Least: .5, Most: 16},
		{Name: "springs_deg", Label: "springs", Takes: Angles, Preset: "38, 45, 52", Least: 10, Most: 80},
	},
	Work: workSpring}

func workSpring(g *Given) (*Worked, error) {
	c, away, eye, wide := g.the("ceiling"), g.the("away"), g.the("eye"), g.the("width")
	if eye >= c {
		return nil, g.refuse("eye", g.in(eye), "it is no lower than the ceiling", "measure both from the floor")
	}
	w := &Worked{Drawn: Drawing{View: Front}}
	best, most := 0.0, -1.0
	for i, s := range g.all("springs_deg") {
		seen := Seen(wide, s, c, away, eye)
		w.length(fmt.Sprintf("shows_%d_in", i+1), "of the face at a spring of "+g.deg(s)+" one sees", seen)
		if seen > most {
			best, most = s, seen
		}
		x := float64(i) * wide * 1.6
		foot, top := [2]float64{x, -wide * cos(s)}, [2]float64{x + wide*sin(s), 0}
		w.Drawn.line(Wood, foot, top)
		w.Drawn.line(Wall, [2]float64{x, -wide * 1.2}, [2]float64{x, 0}, [2]float64{x + wide*1.2, 0})
		mid := [2]float64{(foot[0] + top[0]) / 2, (foot[1] + top[1]) / 2}
		dx, dy := away-(mid[0]-x), -(c-eye)-mid[1]
		l := hypot(dx, dy) / (wide * .8)
		w.Drawn.line(Mark, mid, [2]float64{mid[0] + dx/l, mid[1] + dy/l})
		w.Drawn.note(x+wide*.6, -wide*1.35, g.deg(s)+": "+g.in(seen))
	}
	up := toDeg(math.Atan((c - eye) / away))
	w.angle("sight_deg", "one looks up at it by", up)
	w.angle("best_deg", "most of the face shows at a spring of", best)
	w.angle("square_deg", "it would be seen square at a spring of", up)
	w.step("One looks up by %s, and a face of that spring would be seen square: it shows the width times the cosine of what lies between.", g.deg(up))
	if best == slices.Max(g.all("springs_deg")) {
		w.step("So here the lore holds that a high ceiling wants the larger spring: %s shows most, %s of %s.", g.deg(best), g.in(most), g.in(wide))
	} else {
		w.step("So here the lore does not hold that a high ceiling wants the larger spring: from so far away %s shows most, %s of %s.", g.deg(best),
			g.in(most), g.in(wide))
	}
	return w, nil
}

// Seen is how much of a crown's face W wide one sees at a spring, under a ceiling, from as far away and as high.
func Seen(wide, spring, ceiling, away, eye float64) float64 {
	fx, fy := sin(spring), cos(spring) // along the face, from the wall to the ceiling
	sx, sy := away-wide*fx/2, eye-(ceiling-wide*fy/2)
	return wide * math.Abs(fx*sy-fy*sx) / hypot(sx, sy)
}

// num is a plain number to three places.
func num(v float64) string { return strconv.FormatFloat(v, 'f', 3, 64) }
