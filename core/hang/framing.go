package hang

import (
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// Framing is what is known behind a wall and over it.
type Framing struct {
	Wall   string
	Studs  []survey.Upright
	Joists []survey.Upright // that cross it
	Along  bool             // joists run along it: none crosses it
	Bare   bool             // there is nothing behind its board that a nail holds in
	Frames []Frame          // beside openings
	Keep   []Zone           // where no nail goes
}

// Frame is the framing on one side of an opening, from its left to its right.
type Frame struct {
	Opening  string
	From, To measure.Length
}

// Zone is where along a wall no nail goes, and why.
type Zone struct {
	From, To measure.Length
	Low      measure.Length // of what is there, above the floor
	High     measure.Length
	Why      string
}

// How an opening is framed, from the inner face of its jamb, and a corner, from the corner line: two studs beside the jamb and its
// shims, as walls are framed.
const (
	frameFrom   = 1.25
	frameTo     = 4.25
	cornerTo    = 1.5
	outsideTo   = 3.0
	within      = 0.25 // inside the edge of the framing a nail holds
	alongWithin = 0.34 // sine of 20°: joists that cross a wall more slantingly are not counted out over it
)

// frame finds out what is known behind each wall of the room.
func (f *fixing) frame() {
	r := f.In
	f.out.Walls, f.long = make([]Framing, len(r.Walls)), make([]measure.Length, len(r.Walls))
	for i := range r.Walls {
		w := &r.Walls[i]
		if l, known := r.Measured.Wall(i, job.Floor); known {
			f.long[i] = l.Length
		}
		k := &f.out.Walls[i]
		*k = Framing{Wall: w.ID, Bare: w.Bare, Along: w.Joists}
		if !w.Bare {
			k.Studs = r.Measured.Framing(i)
		}
		if over := r.Measured.JoistsOver(i); !w.Joists {
			k.Joists = over
		} else if len(over) > 0 {
			f.out.Findings.Add(joistsAlong.In(r.ID, w.ID).Says(job.WallNumber(i)))
		}
		f.past(i)
		for n := range r.Openings {
			o := &r.Openings[n]
			if o.Wall != w.ID || !o.Cased() {
				continue
			}
			from := r.Measured.From(i, *o, job.Floor)
			left, right := from+o.PastJamb(), from+o.Width.Length-o.PastJamb()
			k.Frames = append(k.Frames, Frame{o.ID, left - inches(frameTo), left - inches(frameFrom)}, Frame{o.ID, right + inches(frameFrom), right + inches(frameTo)})
		}
	}
	f.joists()
	f.keep()
}

// past tells of studs and joists that would stand past their wall's end.
func (f *fixing) past(wall int) {
	l := f.long[wall]
	for _, s := range f.In.Spots {
		if l > 0 && s.Wall == f.In.Walls[wall].ID && (s.Kind == job.SpotStud || s.Kind == job.SpotJoist) && s.At.Length > l {
			unit := f.In.Job.Unit
			f.out.Findings.Add(besideWall.In(f.In.ID, s.Wall).Says(s.At.Length.In(unit), job.WallNumber(wall), l.In(unit)))
		}
	}
}

// joists counts out over each wall that crosses them the joists that were found over another one: they run straight across.
func (f *fixing) joists() {
	r := f.In
	from := slices.IndexFunc(f.out.Walls, func(k Framing) bool { return len(k.Joists) > 0 })
	if r.JoistSpacing == nil || from < 0 {
		return
	}
	d := survey.Draw(r.Measured, survey.Verdict{})
	heading := d.Raw[from].Heading // along the wall that they cross
	for i, w := range r.Walls {
		if w.Joists { // the direction is known better from a wall that they run along
			heading = d.Raw[i].Heading + 90
			break
		}
	}
	x, y := heading.Cos(), heading.Sin()
	off := func(i int, along float64) float64 { // of a place along a wall, across the joists
		s := d.Raw[i]
		return x*(s.From.X+along*s.Heading.Cos()) + y*(s.From.Y+along*s.Heading.Sin())
	}
	place := off(from, f.out.Walls[from].Joists[0].At.Inches())
	for i := range r.Walls {
		k := &f.out.Walls[i]
		by := off(i, 1) - off(i, 0) // how fast joists go by along the wall
		if len(k.Joists) > 0 || k.Along || !d.Known[from] || !d.Known[i] || math.Abs(by) < alongWithin {
			continue
		}
		for _, at := range Studs((place-off(i, 0))/by, r.JoistSpacing.Length.Inches()/math.Abs(by), d.Lengths[i]) {
			k.Joists = append(k.Joists, survey.Upright{At: inches(at)})
		}
	}
}

// beside is how far from wires, pipes and boxes no nail goes.
const beside = 2 * measure.Inch

// keep finds where no nail goes.
func (f *fixing) keep() {
	r := f.In
	for _, s := range r.Spots {
		i := slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == s.Wall })
		name := map[string]string{job.SpotSocket: "the socket", job.SpotPipe: "the pipe", job.SpotVent: "the vent"}[s.Kind]
		if i < 0 || name == "" {
			continue
		}
		half, tall := measure.Inch, 4*measure.Inch
		if s.Width != nil {
			half = s.Width.Length / 2
		}
		if s.Tall != nil {
			tall = s.Tall.Length
		}
		z := Zone{From: s.At.Length - half, To: s.At.Length + half, High: measure.MaxLength, Why: name}
		if s.Height != nil {
			z.Low, z.High = s.Height.Length, s.Height.Length+tall
			if s.Kind == job.SpotPipe {
				z.Low, z.High = s.Height.Length-half, s.Height.Length+half
			}
		}
		f.out.Walls[i].Keep = append(f.out.Walls[i].Keep, z)
	}
}

// barred tells why no nail goes into a wall at a place between two heights above the floor; nothing where one may. Of what stands higher
// or lower only its own width is kept clear.
func (k *Framing) barred(at, low, high measure.Length) string {
	for _, z := range k.Keep {
		margin := measure.Length(0)
		if z.Low-beside < high && (z.High == measure.MaxLength || z.High+beside > low) {
			margin = beside
		}
		if at > z.From-margin && at < z.To+margin {
			return z.Why
		}
	}
	return ""
}

// slack is how far past the framing beside an opening a piece may end and still be nailed into it, aslant.
const slack = measure.Inch / 4

// held is what is behind an end of a piece: what a nail near it holds in, and how far along the piece from its end that reaches.
type held struct {
	into  Into
	reach float64 // from the piece's end, into the piece where positive
	ok    bool
}

// behind finds what is behind an end of a piece on a wall.
func (f *fixing) behind(p *piece.Piece, hand joint.Hand, wall int) held {
	e, k := p.End(hand), &f.out.Walls[wall]
	if k.Bare || e.Joint == piece.Scarf {
		return held{}
	}
	if e.Corner != "" {
		reach := cornerTo
		if e.Side == job.Outside {
			reach = outsideTo
		}
		return held{InCorner, reach - e.Short.Inches(), true}
	}
	at := p.BackFrom()
	if hand == joint.Right {
		at += p.Back
	}
	for i, fr := range k.Frames {
		left := i%2 == 0 // the framing left of the opening: what ends there is a right end
		switch {
		case left && hand == joint.Right && at > fr.From-slack && at <= fr.To+measure.Inch:
			return held{InOpening, (at - fr.From).Inches(), true}
		case !left && hand == joint.Left && at >= fr.From-measure.Inch && at < fr.To+slack:
			return held{InOpening, (fr.To - at).Inches(), true}
		}
	}
	if l := f.long[wall]; hand == joint.Left && at < measure.Inch || hand == joint.Right && l > 0 && at > l-measure.Inch {
		return held{InCorner, cornerTo, true} // every wall ends in framing
	}
	return held{}
}
