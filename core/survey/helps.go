package survey

import (
	"math"

	"gnomon/core/measure"
)

// Help is one more thing to measure and what it is worth: the largest mistake in
// a wall that could still go unseen, before and after.
type Help struct {
	Twice    bool // read every wall that was read once a second time
	From, To int  // or shoot this diagonal, by points
	Before   measure.Length
	After    measure.Length
}

// worth is what help must take off to be offered.
const worth = 0.8

// Helps offers what would make a room's check see smaller mistakes, best first:
// a second, independent reading of the walls, and the diagonal inside the room
// that helps most, between corners that see each other. What gains less than a
// fifth is not offered. The verdict must be the room's own.
func Helps(r Room, v Verdict) []Help {
	if !r.Closed || v.Points == nil || v.Redundancy < 1 {
		return nil
	}
	w := newNetwork(r)
	s, ok := w.adjust(skip, w.target)
	if !ok {
		return nil
	}
	before := worst(w, s, s.dof, 0, nil)
	if math.IsInf(before, 1) || before == 0 {
		return nil
	}
	var out []Help
	if h, ok := w.twice(r, before); ok {
		out = append(out, h)
	}
	if h, ok := w.shoot(s, v.Points[:w.n], before); ok {
		out = append(out, h)
	}
	if len(out) == 2 && out[1].After < out[0].After {
		out[0], out[1] = out[1], out[0]
	}
	return out
}

// worst is the largest smallest mistake over the walls, in inches, with extra
// added to the redundancy and gain to the cofactor of each variable.
func worst(w *network, s *solution, dof, extra int, gain func(v int) float64) float64 {
	sh := shift(dof + extra)
	most := 0.0
	for _, o := range w.obs {
		if o.ref.Of != OfWall {
			continue
		}
		cof := s.cof[o.v]
		if gain != nil {
			cof += gain(o.v)
		}
		q := s.q[o.v]
		r := 1 - (q-q*q*cof)/(o.sigma*o.sigma)
		if r < least {
			return math.Inf(1)
		}
		most = max(most, o.sigma*math.Sqrt(sh/r))
	}
	return most
}

// twice is the room with a second reading of each wall that has one.
func (w *network) twice(r Room, before float64) (Help, bool) {
	again := Room{Closed: r.Closed, Turns: r.Turns, Diagonals: r.Diagonals}
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
	s, ok := n.adjust(skip, w.target)
	if !ok {
		return Help{}, false
	}
	after := worst(n, s, s.dof, 0, nil)
	return Help{Twice: true, Before: measure.FromInches(before), After: measure.FromInches(after)}, after <= worth*before
}

// shoot finds the diagonal that helps most. One more condition with row b and
// the shot's own variance adds (bᵥ − Bᵥᵀ·M·g)²/(b·Q·b + σ² − gᵀ·M·g) to each cofactor,
// g = B·Q·b: nothing need be solved again.
func (w *network) shoot(s *solution, p []Point, before float64) (Help, bool) {
	done := map[[2]int]bool{}
	for _, d := range w.shots {
		done[d] = true
	}
	best := Help{}
	least := math.Inf(1)
	for i := range w.n {
		for k := i + 2; k < w.n; k++ {
			if done[[2]int{i, k}] || !Sees(p, i, k) {
				continue
			}
			if a := w.after(s, i, k); a < least {
				least = a
				best = Help{From: i, To: k, Before: measure.FromInches(before), After: measure.FromInches(a)}
			}
		}
	}
	return best, least <= worth*before
}

// after is the largest smallest mistake once the diagonal from i to k is shot.
func (w *network) after(s *solution, i, k int) float64 {
	one := &network{closed: false, n: w.n, shots: [][2]int{{i, k}}}
	x := append(append([]float64{}, s.x[:2*w.n]...), 0)
	f, rows := one.conditions(x, 0)
	b := rows[0][:2*w.n]
	sigma := TapeSigma(measure.FromInches(f[0]), DefaultTape).Inches()
	own := sigma * sigma
	g := make([]float64, len(s.rows))
	for v, bv := range b {
		own += bv * s.q[v] * bv
		for r := range g {
			g[r] += s.rows[r][v] * s.q[v] * bv
		}
	}
	mg := make([]float64, len(g))
	for r := range mg {
		row := s.inner.RawRowView(r)
		for t := range g {
			mg[r] += row[t] * g[t]
		}
		own -= mg[r] * g[r]
	}
	return worst(w, s, s.dof, 1, func(v int) float64 {
		d := b[v]
		for r := range mg {
			d -= s.rows[r][v] * mg[r]
		}
		return d * d / own
	})
}
