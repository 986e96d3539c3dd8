package survey

import (
	"math"
	"slices"

	"gnomon/core/measure"
)

// Help is one more thing to measure and what it is worth: the largest mistake in
// a wall that could still go unseen, before and after.
type Help struct {
	Twice    bool // read every wall that was read once a second time
	From, To int  // or shoot this diagonal, by points
	Before   measure.Length
	After    measure.Length
	Cut      bool // there was no effort left to try every diagonal
}

// worth is what help must take off to be offered.
const worth = 0.8

// Helps offers what would make a room's check see smaller mistakes, best first:
// a second, independent reading of the walls, and the diagonal inside the room
// that helps most, between corners that see each other. What gains less than a
// fifth is not offered. The verdict must be the room's own.
func Helps(r Room, v Verdict) []Help {
	if !r.Closed || v.solved == nil || v.Redundancy < 1 {
		return nil
	}
	net, s := *v.net, v.solved
	w := &net
	w.all = r.Helping
	w.allow()
	before, _ := worst(w.wallReadings(), s, 0, math.Inf(1), nil)
	if math.IsInf(before, 1) || before == 0 {
		return nil
	}
	var out []Help
	if h, ok := w.twice(r, before); ok {
		out = append(out, h)
	}
	if h, ok := w.shoot(s, v.Points[:w.n], before, 0); ok {
		out = append(out, h)
	}
	if len(out) == 2 && out[1].After < out[0].After {
		out[0], out[1] = out[1], out[0]
	}
	return out
}

// alike are readings of one wall that tell as much as each other.
type alike struct {
	obs
	count int
}

// wallReadings are the readings of walls, those of one wall that tell the same together.
func (w *network) wallReadings() []alike {
	var out []alike
	from := 0 // readings of one wall stand beside each other
	for _, o := range w.obs {
		if o.ref.Of != OfWall {
			continue
		}
		if from < len(out) && out[from].v != o.v {
			from = len(out)
		}
		i := slices.IndexFunc(out[from:], func(a alike) bool { return a.sigma == o.sigma })
		if i < 0 {
			out = append(out, alike{o, 0})
			i = len(out) - 1 - from
		}
		out[from+i].count++
	}
	return out
}

// worst is the largest smallest mistake over the readings of walls, in inches, and the sum of
// the squares; extra is added to the redundancy and gain to the cofactor of each wall. It
// gives up once the largest is more than enough.
func worst(walls []alike, s *solution, extra int, enough float64, gain func(v int) float64) (most, squares float64) {
	sh := shift(s.dof + extra)
	for _, o := range walls {
		more := 0.0
		if gain != nil {
			more = gain(o.v)
		}
		r := s.redundancy(o.obs, more)
		if r < least {
			return math.Inf(1), math.Inf(1)
		}
		m := o.sigma * math.Sqrt(sh/r)
		if most, squares = max(most, m), squares+float64(o.count)*m*m; most > enough {
			break
		}
	}
	return most, squares
}

// twice is the room with a second reading of each wall that has one.
func (w *network) twice(r Room, before float64) (Help, bool) {
	again := r
	again.Walls = nil
	added := false
	for _, t := range r.Walls {
		if len(t) == 1 {
			t = []Tape{t[0], t[0]}
			added = true
		}
		again.Walls = append(again.Walls, t)
	}
	if !added {
		return Help{}, false
	}
	n := newNetwork(again)
	n.all, n.effort = w.all, w.effort
	s, ok := n.adjust(skip, w.target)
	if !ok {
		return Help{}, false
	}
	after, _ := worst(n.wallReadings(), s, 0, math.Inf(1), nil)
	return Help{Twice: true, Before: measure.FromInches(before), After: measure.FromInches(after)}, after <= worth*before
}

// ahead is how many diagonals are thought of at once: two walls that are equally
// poorly checked may need one each before either shows.
const ahead = 3

// shoot finds the diagonal that helps most. It is worth shooting when it, or it
// with the one or two best after it, gains a fifth for each. One more condition
// with row b and the shot's own variance adds (bᵥ − Bᵥᵀ·M·g)²/(b·Q·b + σ² − gᵀ·M·g) to each
// cofactor, g = B·Q·b: nothing need be solved again to choose.
func (w *network) shoot(s *solution, p []Point, before float64, depth int) (Help, bool) {
	done := map[[2]int]bool{}
	for _, d := range w.shots {
		done[d] = true
	}
	best := Help{}
	least, rest := math.Inf(1), math.Inf(1)
	try := newTrial(w, s)
	for i := range w.n {
		for k := i + 2; k < w.n; k++ {
			if done[[2]int{i, k}] {
				continue
			}
			if !w.effort.Spend(try.steps()) {
				break
			}
			if !Sees(p, i, k) {
				continue
			}
			if a, sum := try.after(i, k, least); a < least || a == least && sum < rest {
				least, rest = a, sum
				best = Help{From: i, To: k, Before: measure.FromInches(before), After: measure.FromInches(a)}
			}
		}
	}
	best.Cut = w.effort.Out()
	if math.IsInf(least, 1) {
		return best, false
	}
	if least <= math.Pow(worth, float64(depth+1))*before {
		return best, true
	}
	if depth+1 == ahead {
		return best, false
	}
	next, ok := w.shotAt(s, best.From, best.To)
	if !ok {
		return best, false
	}
	t, ok := next.adjust(skip, w.target)
	if !ok {
		return best, false
	}
	_, ok = next.shoot(t, p, before, depth+1)
	return best, ok
}

// shotAt is the room with a diagonal as it would be shot.
func (w *network) shotAt(s *solution, i, k int) (*network, bool) {
	p := w.lay(s.x)
	d := math.Hypot(p[k].X-p[i].X, p[k].Y-p[i].Y)
	if d == 0 {
		return nil, false
	}
	next := *w
	next.shots = append(slices.Clone(w.shots), [2]int{i, k})
	next.obs = append(slices.Clone(w.obs), obs{ref: Ref{Of: OfDiagonal, At: len(w.shots)}, v: 2*w.n + len(w.shots), value: d,
		sigma: w.shotSigma(d)})
	return &next, true
}

// shotSigma is the deviation of a diagonal not shot yet, in inches.
func (w *network) shotSigma(d float64) float64 {
	return TapeSigma(measure.FromInches(d), w.tape).Inches()
}

// trial holds what trying one diagonal after another needs.
type trial struct {
	w       *network
	s       *solution
	walls   []alike
	p, dirs []Point
	b       []float64
	g, mg   []float64
}

func newTrial(w *network, s *solution) *trial {
	t := &trial{w: w, s: s, walls: w.wallReadings(), b: make([]float64, 2*w.n), g: make([]float64, len(s.rows)), mg: make([]float64, len(s.rows))}
	t.p, t.dirs, _ = w.headed(s.x)
	return t
}

// steps is what trying one diagonal takes.
func (t *trial) steps() int64 {
	return int64(12*t.w.n + len(t.g)*(2*t.w.n+2*len(t.walls)+len(t.g)) + 10*len(t.walls))
}

// after is the largest smallest mistake once the diagonal from i to k is shot, and
// the sum of their squares, unless the first is more than enough.
func (t *trial) after(i, k int, enough float64) (most, squares float64) {
	clear(t.b)
	clear(t.g)
	d := t.w.shotRow(t.p, t.dirs, [2]int{i, k}, t.b)
	sigma := t.w.shotSigma(d)
	own := sigma * sigma
	for v, bv := range t.b {
		if bv == 0 {
			continue
		}
		own += bv * t.s.q[v] * bv
		for r := range t.g {
			t.g[r] += t.s.rows[r][v] * t.s.q[v] * bv
		}
	}
	for r := range t.mg {
		t.mg[r] = 0
		for c, m := range t.s.inner.row(r) {
			t.mg[r] += m * t.g[c]
		}
		own -= t.mg[r] * t.g[r]
	}
	return worst(t.walls, t.s, 1, enough, func(v int) float64 {
		d := t.b[v]
		for r, m := range t.mg {
			d -= t.s.rows[r][v] * m
		}
		return d * d / own
	})
}
