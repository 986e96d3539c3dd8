package detail

import (
	"fmt"
	"math"

	"gnomon/core/joint"
)

// stair is a skirt beside a stair and the base it comes from and goes on as, one band. The pitch is p = atan(R/T), unit rise
// over unit run; from totals each is divided by its own count first, since a floor-to-floor rise has one rise more than the run
// has treads. The skirt's top edge lies d square above the line of the nosings and comes down to a base H high
// (H − R − d/cos p)/tan p from the first riser and (H − d/cos p)/tan p past the top one; from plumb to plumb it is
// n·√(R² + T²) long for n risers, whatever H and d. What runs on top of the band turns p/2 at each end.
var stair = Detail{Name: "stair", Title: "Stair", Place: Alone, Second: "on them runs",
	Says: "The skirt beside a stair and the base below and above it as one band: pitch, plumb cuts, the moulding on it, flights and landings.",
	Fields: []Field{
		{Name: "riser", Label: "one rise", Takes: Length, Try: "7 1/2", Free: true, Least: 2, Most: 16},
		{Name: "tread", Label: "one run, nosing to nosing", Takes: Length, Try: "10", Free: true, Least: 4, Most: 40},
		{Name: "rise", Label: "or: rise, floor to floor", Takes: Length, Free: true, Least: 2, Most: 480},
		{Name: "run", Label: "and run, first nosing to last", Takes: Length, Free: true, Least: 4, Most: 960},
		{Name: "treads", Label: "treads in that run", Takes: Count, Free: true, Least: 1, Most: 60, Help: "One fewer than the risers, as a rule."},
		{Name: "pitch_deg", Label: "or: pitch read with a level", Takes: Angle, Free: true, Least: 5, Most: 60,
			Help: "Along the nosings; with one rise it gives the run."},
		{Name: "risers", Label: "risers in a flight", Takes: Count, Preset: "14", Least: 1, Most: 60},
		{Name: "height", Label: "height of the base", Takes: Length, Preset: "5 1/4", Least: .25, Most: 24, Room: OfBase},
		{Name: "above_nosing", Label: "top edge above the nosings, square", Takes: Length, Preset: "2", Least: 0, Most: 24},
		{Name: "board", Label: "width of the skirt board", Takes: Length, Free: true, Least: 1, Most: 48, Room: OfHeight},
		{Name: "thickness", Label: "thickness", Takes: Length, Preset: "3/4", Least: 1.0 / 8, Most: 3, Room: OfThickness},
		{Name: "moulding", Label: "height of the moulding on top", Takes: Length, Preset: "0", Least: 0, Most: 6,
			Help: "The one that runs on from the base; 0 for none.", Room: OfSecond},
		{Name: "foot", Label: "at the foot it meets", Takes: Choice, Preset: "base", Choices: []string{"base", "post"}},
		{Name: "foot_at", Label: "the post, before the first riser", Takes: Length, Preset: "0", Least: 0, Most: 48},
		{Name: "head", Label: "at the head it meets", Takes: Choice, Preset: "base", Choices: []string{"base", "post"}},
		{Name: "head_at", Label: "the post, past the top nosing", Takes: Length, Preset: "0", Least: 0, Most: 48},
		{Name: "flights", Label: "flights, alike", Takes: Count, Preset: "1", Least: 1, Most: 12},
		{Name: "landing", Label: "landing, top nosing to the next riser", Takes: Length, Preset: "36", Least: 1, Most: 480},
		{Name: "side", Label: "the skirt is on", Takes: Choice, Preset: "right", Choices: []string{"right", "left", "both"},
			Help: "On the right it rises to the right as one faces its wall."},
	},
	Work: workStair}

// steps are the unit rise and the unit run, however they are known.
func steps(g *Given) (rise, run float64, err error) {
	rise, run = g.the("riser"), g.the("tread")
	n := g.n("risers")
	if rise == 0 && g.Has("rise") {
		rise = g.the("rise") / float64(n)
	}
	if run == 0 && g.Has("run") {
		treads := n - 1
		if g.Has("treads") {
			treads = g.n("treads")
		}
		if treads < 1 {
			return 0, 0, g.refuse("treads", "none", "a run is divided by its treads", "give how many there are in it")
		}
		run = g.the("run") / float64(treads)
	}
	if p := g.the("pitch_deg"); p > 0 {
		switch {
		case run == 0 && rise > 0:
			run = rise / tan(p)
		case rise == 0 && run > 0:
			rise = run * tan(p)
		}
	}
	if rise == 0 || run == 0 {
		return 0, 0, g.refuse("riser", "and run are not both known", "the pitch hangs on both",
			"give one rise and one run, or both totals with their counts, or one of them and the pitch")
	}
	return rise, run, nil
}

// disagrees is how far a pitch read with a level may lie from that of the steps.
const disagrees = 1.0

func workStair(g *Given) (*Worked, error) {
	rise, run, err := steps(g)
	if err != nil {
		return nil, err
	}
	n, high, d, thick := g.n("risers"), g.the("height"), g.the("above_nosing"), g.the("thickness")
	p := toDeg(math.Atan(rise / run))
	q := d / cos(p)
	x0, x1 := (high-rise-q)/tan(p), (high-q)/tan(p)
	top := float64(n) * hypot(rise, run)
	least := d + run*sin(p)
	board := max(least, g.the("board"))
	w := &Worked{Drawn: Drawing{View: Front}}
	w.angle("pitch_deg", "pitch", p)
	w.angle("joint_deg", "level to rake, each", p/2)
	w.length("starts_in", "the skirt’s top begins past the first riser; negative, before it", x0)
	w.length("ends_in", "and ends past the top nosing", x1)
	w.length("top_edge_in", "its top edge, plumb cut to plumb cut", top)
	w.angle("plumb_deg", "plumb cuts", p)
	w.angle("level_deg", "level cuts", 90-p)
	w.length("along_in", "along the nosings, each tread", hypot(rise, run))
	w.length("board_in", "the board is at least wide", least)
	w.length("stock_in", "it takes of a board", top+board*tan(p))
	if g.Has("pitch_deg") && math.Abs(p-g.the("pitch_deg")) > disagrees {
		w.step("A level read %s, and rise and run make %s: count the risers and treads again, or read the level along the nosings.",
			g.deg(g.the("pitch_deg")), g.deg(p))
	}
	if g.Has("board") && g.the("board") < least {
		return nil, g.refuse("board", g.in(g.the("board")), "the corners of tread and riser need "+g.in(least), "take a wider board, or let its top lie lower")
	}
	if x1 <= -run && g.is("head", "base") {
		return nil, g.refuse("above_nosing", g.in(d), "the skirt would come down to the base before the last tread", "let its top lie lower, or take a higher base")
	}
	foot, head := x0, float64(n-1)*run+x1
	if g.is("foot", "post") {
		foot = -g.the("foot_at")
	}
	if g.is("head", "post") {
		head = float64(n-1)*run + g.the("head_at")
	}
	length := (head - foot) / cos(p)
	if length <= 0 {
		return nil, g.refuse("foot_at", g.in(g.the("foot_at")), "the skirt would end before it begins", "measure both posts again")
	}
	if length != top {
		w.length("length_in", "its edges, between its plumb cuts", length)
	}
	m := g.the("moulding")
	flights := g.n("flights")
	offset := Vec{float64(n-1)*run + g.the("landing"), 0, float64(n) * rise}
	const seen = 14.0
	if flights > 1 {
		if g.is("foot", "post") || g.is("head", "post") {
			return nil, g.refuse("flights", fmt.Sprint(flights), "only a stair between bases is worked out with its landings", "work out each flight by itself")
		}
		if g.the("landing")-x1+x0 <= 0 {
			return nil, g.refuse("landing", g.in(g.the("landing")), "the two skirts meet on it: "+g.in(x1-x0)+" are taken",
				"let the top edge lie lower, or turn the band there with one mitre")
		}
		w.length("landing_in", "base on a landing, between the skirts", g.the("landing")-x1+x0)
	}
	top0 := func(x float64) float64 { return rise + q + x*tan(p) } // how high the top edge is over a place
	for i := range flights {
		o := offset.times(float64(i))
		no := ""
		if flights > 1 {
			no = fmt.Sprintf(" %d", i+1)
		}
		name := func(part string) string {
			if i == 0 {
				return part
			}
			return fmt.Sprintf("%s-%d", part, i+1)
		}
		below, above := "base", name("base-above")
		if i > 0 {
			below = fmt.Sprintf("base-above-%d", i)
			if i == 1 {
				below = "base-above"
			}
		}
		end := func(kind string, plumb joint.Normal, base string) End {
			if g.is(kind, "post") {
				return End{Plane: plumb, Against: "the post"}
			}
			return meets(plumb, base)
		}
		begin := Vec{foot, 0, top0(foot) - board/cos(p)}.plus(o)
		skirt := Stick{Part: name("skirt"), Label: "skirt" + no, Length: length, High: board, Thick: thick, At: raked(begin[0], begin[2], p),
			Left:  left(end("foot", up(p), below)),
			Right: end("head", down(p), above)}
		if begin[2] < o[2]-1e-9 && g.is("foot", "base") {
			skirt.Work = append(skirt.Work, "Cut its toe level where it would go under the floor, "+g.deg(90-p)+" off square.")
		}
		w.Sticks = append(w.Sticks, skirt)
		if m > 0 {
			cap := Stick{Second: true, Part: name("raking"), Label: "raking moulding" + no, Length: length, High: m, Thick: thick, At: raked(foot+o[0],
				top0(foot)+o[2], p)}
			cap.Left, cap.Right = left(End{Plane: up(p), Against: "the post"}), End{Plane: down(p), Against: "the post"}
			if g.is("foot", "base") {
				cap.Left = left(meets(up(p/2), "moulding-"+below))
			}
			if g.is("head", "base") {
				cap.Right = meets(down(p/2), "moulding-"+above)
			}
			w.Sticks = append(w.Sticks, cap)
		}
		stairLine(&w.Drawn, o, rise, run, n, seen, i == 0, i == flights-1, g.the("landing"))
	}
	level0 := func(part, label string, x, z, long float64, l, r End) {
		w.Sticks = append(w.Sticks, Stick{Part: part, Label: label, Length: long, High: high, Thick: thick, At: level(x, z), Beside: true, Left: left(l), Right: r})
		if m == 0 {
			return
		}
		ml, mr := square(), square()
		if l.Meets != "" {
			ml = meets(down(p/2), raking(l.Meets))
		}
		if r.Meets != "" {
			mr = meets(up(p/2), raking(r.Meets))
		}
		w.Sticks = append(w.Sticks, Stick{Second: true, Part: "moulding-" + part, Label: "moulding on " + label, Length: long, High: m, Thick: thick, At: level(x,
			z+high), Beside: true,
			Left: left(ml), Right: mr})
	}
	if g.is("foot", "base") {
		level0("base", "the base below", foot-seen, 0, seen, square(), End{Plane: square().Plane, Meets: "skirt"})
	}
	for i := range flights {
		o := offset.times(float64(i))
		part, from := "base-above", "skirt"
		if i > 0 {
			part, from = fmt.Sprintf("base-above-%d", i+1), fmt.Sprintf("skirt-%d", i+1)
		}
		l := End{Plane: square().Plane, Meets: from}
		switch {
		case i < flights-1:
			level0(part, fmt.Sprintf("the base on landing %d", i+1), head+o[0], o[2]+float64(n)*rise, g.the("landing")-x1+x0, l,
				End{Plane: square().Plane, Meets: fmt.Sprintf("skirt-%d", i+2)})
		case g.is("head", "base"):
			level0(part, "the base above", head+o[0], o[2]+float64(n)*rise, seen, l, square())
		}
	}
	w.faceOther(g.is("side", "left"))
	if g.is("side", "both") {
		for _, s := range w.Sticks {
			k := s.mirrored()
			k.At.At[0] -= 2*(seen-foot) + 12 // a wall of its own
			k.Part, k.Label = k.Part+"-left", k.Label+", left wall"
			for _, e := range []*End{&k.Left, &k.Right} {
				if e.Meets != "" {
					e.Meets += "-left"
				}
			}
			w.Sticks = append(w.Sticks, k)
		}
	}
	for i := range w.Sticks {
		if s := &w.Sticks[i]; !g.is("side", "both") || s.At.Along[0] > 0 && s.At.Along[2] >= 0 { // the left wall is its mirror image
			w.Drawn.stick(s)
		}
	}
	if !g.is("side", "left") { // a drawing's own fields lie at its first steps
		w.Drawn.field(g, "riser", [2]float64{-1, 0}, [2]float64{-1, rise})
		w.Drawn.field(g, "tread", [2]float64{0, rise - 2}, [2]float64{run, rise - 2})
	}
	w.step("Use the stair's own pitch for every joint, %s, rather than reading each.", g.deg(p))
	w.step("Plumb cuts are %s off square, level ones %s; between level and rake both mouldings are cut %s.", g.deg(p), g.deg(90-p), g.deg(p/2))
	w.step("Hang the skirt first, its top edge on a line %s square above the nosings, then the base to it, then what runs on top.", g.in(d))
	if g.is("side", "both") {
		w.step("The left wall's pieces are the mirror image of the right wall's: lay out one of each pair together.")
	}
	return w, nil
}

// raking is what runs on the skirt of a part.
func raking(skirt string) string { return "raking" + skirt[len("skirt"):] }

// stairLine draws treads and risers of a flight, the floor before the first and what comes after the last.
func stairLine(d *Drawing, o Vec, rise, run float64, n int, seen float64, first, last bool, landing float64) {
	var at [][2]float64
	if first {
		at = append(at, [2]float64{o[0] - seen, o[2]})
	}
	for i := range n {
		x := o[0] + float64(i)*run
		at = append(at, [2]float64{x, o[2] + float64(i)*rise}, [2]float64{x, o[2] + float64(i+1)*rise})
	}
	end := o[0] + float64(n-1)*run + landing
	if last {
		end = o[0] + float64(n-1)*run + seen
	}
	d.line(Floor, append(at, [2]float64{end, o[2] + float64(n)*rise})...)
}
