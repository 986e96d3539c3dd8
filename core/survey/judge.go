package survey

import (
	"cmp"
	"math"
	"slices"

	"gnomon/core/measure"
)

// Verdict is what the measurements of a room say about each other.
type Verdict struct {
	Redundancy int     // how many measurements more than were needed
	Omega      float64 // weighted sum of squared residuals
	Limit      float64 // which it stays under 99 times in 100 when nothing is wrong
	Closes     bool    // it does
	Points     []Point // corners as adjusted, for drawing only; none where nothing could be solved
	Suspects   []Suspect
	Others     []Suspect // a second mistake that is left when the first suspect is taken away
	Cleared    bool      // with the suspects away, the rest agrees
	Seen       []Seen
	// Untried is how many measurements were not tried as the wrong one, for want of effort:
	// all of them where the room was not even solved.
	Untried  int
	Unsolved bool

	// As solved, to find what would help.
	net    *network
	solved *solution
}

// Suspect is a measurement that may be the wrong one. Suspects named together
// cannot be told apart by what was measured.
type Suspect struct {
	Ref
	Off    Amount // observed less what all the others make of it
	Give   Amount // standard deviation of Off
	Fits   []string
	weight float64
	x      []float64 // the room without it, where it was left out
}

// Seen is the smallest mistake in a measurement that the check would notice nine
// times in ten. Checked is false where nothing checks the measurement.
type Seen struct {
	Ref
	Checked bool
	Least   Amount
}

// Check judges a room. Nothing is checked where there are no more measurements
// than needed: Redundancy is 0 then, and Closes false.
func Check(r Room) Verdict {
	if len(r.Walls) < 2 || r.Closed && len(r.Walls) < 3 {
		return Verdict{}
	}
	w := newNetwork(r)
	w.allow()
	s, ok := w.adjust(skip, w.target)
	v := Verdict{}
	if ok {
		v.Points = w.lay(s.x)
		v.Redundancy, v.Omega = s.dof, s.omega
		v.Seen = w.seen(s)
		v.net, v.solved = w, s
	} else {
		v.Redundancy = len(w.obs) - w.unknowns()
	}
	if v.Redundancy < 1 {
		v.Redundancy = 0
		return v
	}
	v.Limit = limit(v.Redundancy)
	if w.effort.Out() {
		v.Untried, v.Unsolved = len(w.obs), true
		return v
	}
	if ok && s.omega <= v.Limit {
		v.Closes = true
		return v
	}
	gross := !ok || s.omega > 10*v.Limit || w.turnsOmega() > 3*3
	v.Suspects, v.Untried = w.suspects(s, gross)
	if len(v.Suspects) == 0 {
		return v
	}
	first := w.indexOf(v.Suspects[0].Ref)
	left, target, ok := w.without(first)
	if !ok {
		return v
	}
	if gross || v.Points == nil {
		v.Points = w.lay(left.x)
	}
	if left.dof < 1 || left.omega <= limit(left.dof) {
		v.Cleared = true
		return v
	}
	rest := *w
	rest.allow()
	rest.target = target
	rest.obs = slices.Delete(slices.Clone(w.obs), first, first+1)
	if again, ok := rest.adjust(skip, target); ok {
		v.Others, _ = rest.suspects(again, again.omega > 10*limit(again.dof))
		if len(v.Others) > 0 {
			if s, _, ok := rest.without(rest.indexOf(v.Others[0].Ref)); ok && (s.dof < 1 || s.omega <= limit(s.dof)) {
				v.Cleared = true
			}
		}
	}
	return v
}

func (w *network) indexOf(r Ref) int {
	return slices.IndexFunc(w.obs, func(o obs) bool { return o.ref == r })
}

// turnsOff is what a closed room's turns miss their sum by: 0 where a turn is
// missing.
func (w *network) turnsOff() float64 {
	sum, n := -w.target, 0
	for _, o := range w.obs {
		if o.ref.Of == OfTurn {
			sum, n = sum+o.value, n+1
		}
	}
	if !w.closed || n < w.n {
		return 0
	}
	return sum
}

// turnsOmega is what that alone adds to the weighted sum of squares at the least.
func (w *network) turnsOmega() float64 {
	off, sum := w.turnsOff(), 0.0
	if off == 0 {
		return 0
	}
	for _, o := range w.obs {
		if o.ref.Of == OfTurn {
			sum += o.sigma * o.sigma
		}
	}
	return off * off / sum
}

// without leaves one observation out. A turn that is away no longer tells which
// way round the room goes, so both are tried, unless the other turns would leave
// it more than a corner can turn.
func (w *network) without(i int) (best *solution, target float64, ok bool) {
	targets := []float64{w.target}
	turn := w.closed && w.obs[i].ref.Of == OfTurn
	if turn {
		targets = append(targets, -w.target)
	}
	others := w.turnsOff() + w.target - w.obs[i].value // 0 off where another turn is missing too
	for _, t := range targets {
		if turn && w.turnsOff() != 0 && math.Abs(t-others) > 190 {
			continue
		}
		if s, solved := w.adjust(i, t); solved && (best == nil || s.omega < best.omega) {
			best, target = s, t
		}
	}
	return best, target, best != nil
}

// plain tells whether the walls of a solution meet only at their corners, as far as there is
// effort left to look.
func (w *network) plain(x []float64) bool {
	return !w.closed || !w.effort.Spend(int64(4*w.n*w.n)) || !Crosses(w.lay(x)[:w.n])
}

// suspects ranks the measurements that may be wrong and keeps those that cannot
// be told apart from the likeliest. Where the mistake is so gross that the
// residuals of the whole mean nothing, every one is left out in turn instead.
func (w *network) suspects(s *solution, gross bool) (suspects []Suspect, untried int) {
	var all []Suspect
	w.allow()
	if gross {
		all, untried = w.leaveOut()
	} else {
		for _, o := range w.obs {
			if r := s.redundancy(o, 0); r >= least {
				v := s.x[o.v] - o.value
				all = append(all, w.suspect(o, o.value+v/r, o.sigma/math.Sqrt(r), v*v/(o.sigma*o.sigma*r)))
			}
		}
	}
	slices.SortStableFunc(all, func(a, b Suspect) int { return cmp.Compare(b.weight, a.weight) })
	var named []Suspect
	for _, x := range all {
		if len(named) > 0 && named[0].weight-x.weight > tied {
			break
		}
		if x.x == nil || w.plain(x.x) {
			named = append(named, x)
		}
	}
	w.allow()
	suspects, unasked := w.explain(named, all, gross)
	return suspects, max(untried, unasked)
}

// leaveOut leaves each observation out in turn. Turns come first: when they do not
// add up, leaving a length out cannot help, and is not tried where the sum alone
// says that it would do worse. untried is how many there was no effort left for.
func (w *network) leaveOut() (all []Suspect, untried int) {
	best := math.Inf(1)
	turns := w.turnsOmega()
	for _, turn := range []bool{true, false} {
		for i, o := range w.obs {
			if (o.ref.Of == OfTurn) != turn || !turn && turns > best+tied {
				continue
			}
			if w.effort.Out() {
				untried++
				continue
			}
			if left, _, ok := w.without(i); ok {
				x := w.suspect(o, left.x[o.v], math.Sqrt(o.sigma*o.sigma+left.variance(o.v, 0)), -left.omega)
				x.x = left.x
				all = append(all, x)
				best = min(best, left.omega)
			}
		}
	}
	return all, untried
}

func (w *network) suspect(o obs, should, give, weight float64) Suspect {
	off := o.value - should
	if o.ref.Of == OfTurn {
		off = math.Remainder(off, 360)
	}
	return Suspect{Ref: o.ref, Off: amount(o.ref.Of, off), Give: amount(o.ref.Of, give), weight: weight}
}

// explain asks of each suspect whether a mistake that people make would account
// for it: the value is put right that way and the room judged again. With a gross
// mistake every measurement is asked, and one that a known mistake explains is
// named even where leaving another out would close the room as well. unasked is how many
// there was no effort left to ask.
func (w *network) explain(named, all []Suspect, gross bool) (out []Suspect, unasked int) {
	ask := named
	if gross {
		ask = all
	}
	type fit struct {
		s     Suspect
		omega float64
	}
	var fits []fit
	for _, x := range ask {
		i := w.indexOf(x.Ref)
		best := math.Inf(1)
		if w.obs[i].others == nil {
			continue
		}
		if w.effort.Out() {
			unasked++
			continue
		}
		for _, alt := range w.obs[i].others() {
			if om, ok := w.instead(i, alt.value); ok {
				x.Fits = append(x.Fits, alt.as)
				best = min(best, om)
			}
		}
		if len(x.Fits) > 0 {
			fits = append(fits, fit{x, best})
		}
	}
	slices.SortStableFunc(fits, func(a, b fit) int { return cmp.Compare(a.omega, b.omega) })
	seen := map[Ref]bool{}
	for _, f := range fits {
		if f.omega-fits[0].omega <= tied {
			out = append(out, f.s)
			seen[f.s.Ref] = true
		}
	}
	for _, x := range named {
		if !seen[x.Ref] {
			out = append(out, x)
		}
	}
	return out, unasked
}

// instead judges the room with another value for one observation.
func (w *network) instead(i int, value float64) (omega float64, closes bool) {
	alt := *w
	alt.obs = slices.Clone(w.obs)
	alt.obs[i].value = value
	alt.aim()
	lim := limit(len(w.obs) - w.unknowns())
	if alt.turnsOmega() > lim {
		return 0, false // the turns alone already miss by more
	}
	s, ok := alt.adjust(skip, alt.target)
	if !ok {
		return 0, false
	}
	return s.omega, s.omega <= lim && alt.plain(s.x)
}

// seen tells for each measurement the smallest mistake that would be noticed.
func (w *network) seen(s *solution) []Seen {
	var out []Seen
	for _, o := range w.obs {
		n := Seen{Ref: o.ref}
		if r := s.redundancy(o, 0); s.dof > 0 && r > least {
			n.Checked = true
			n.Least = amount(o.ref.Of, o.sigma*math.Sqrt(shift(s.dof)/r))
		}
		out = append(out, n)
	}
	return out
}

// Pattern is a mistake in a length that people make.
type Pattern struct {
	Name   string // how much
	Slip   string // what was done
	Length measure.Length
}

// Patterns are the mistakes of the tape: from the burned inch or hundred, a foot
// or a hundred millimetres misread, a centimetre.
var Patterns = []Pattern{
	{"an inch", "the burned inch", measure.Inch}, {"a foot", "a misread foot", measure.Foot},
	{"10 mm", "a misread centimetre", 10 * measure.Millimetre}, {"100 mm", "the burned hundred or a misread figure", 100 * measure.Millimetre},
}

// Matches names the patterns of the tape that what a length is off may be: within
// two deviations of one, and known to better than a quarter of it.
func (s Suspect) Matches() []Pattern {
	var out []Pattern
	if s.Of == OfTurn {
		return nil
	}
	for _, p := range Patterns {
		if s.Give.Length*4 <= p.Length && (s.Off.Length.Abs()-p.Length).Abs() <= 2*s.Give.Length {
			out = append(out, p)
		}
	}
	return out
}
