package survey

import "math"

// solution is a room adjusted by least squares.
type solution struct {
	x     []float64 // adjusted variables
	omega float64   // weighted sum of squared residuals
	dof   int       // redundancy
	// cof[v] is what the conditions take off the variance of variable v, as the
	// observations of it together have it: adjusted variance = q − q²·cof.
	cof  []float64
	q    []float64 // variance of each variable's observations together; 0 where free
	sdOf map[int]float64
	// inner is the inverse of the conditions' cofactors, and rows the conditions
	// themselves: what one more condition would do follows from both.
	inner square
	rows  [][]float64
}

const (
	rounds = 50
	closeE = 1e-6 // inches and degrees
	skip   = -1
)

// adjust solves the room without the observation at index out (skip for none),
// its turns adding to the target. ok is false where it does not converge or
// cannot be solved.
//
// The method is that of condition equations: with observations x̄ of variances Q,
// residuals v and conditions f(x) = 0 linearised with rows B, v = Q·Bᵀ·k and
// (B·Q·Bᵀ)·k = −w, w = f(x) + B·(x̄ − x). The matrix has a row for each condition
// only. Variables nobody observed enter as free ones, bordering it.
func (w *network) adjust(out int, target float64) (*solution, bool) {
	m := w.vars()
	weight, mean := make([]float64, m), make([]float64, m)
	used := 0
	for i, o := range w.obs {
		if i == out {
			continue
		}
		p := 1 / (o.sigma * o.sigma)
		weight[o.v] += p
		mean[o.v] += p * o.value
		used++
	}
	q := make([]float64, m)
	for v := range m {
		if weight[v] > 0 {
			mean[v] /= weight[v]
			q[v] = 1 / weight[v]
		}
	}
	free := w.begin(mean, q, target)
	s := &solution{x: append([]float64{}, mean...), q: q, sdOf: map[int]float64{}}
	c := len(w.shots)
	if w.closed {
		c += 3
	}
	s.dof = used - w.unknowns()
	if s.dof < 0 || len(free) > c {
		return nil, false
	}
	if c == 0 {
		s.cof = make([]float64, m)
		return s, w.rate(s, out)
	}
	for round := 0; ; round++ {
		if !w.effort.Spend(w.round(len(free))) {
			return nil, false
		}
		f, b := w.conditions(s.x, target)
		inv, ok := bordered(b, q, free)
		if !ok {
			return nil, false
		}
		rhs := make([]float64, c+len(free))
		for r := range c {
			sum := f[r]
			for v := range m {
				if q[v] > 0 {
					sum += b[r][v] * (mean[v] - s.x[v])
				}
			}
			rhs[r] = -sum
		}
		k := inv.times(rhs)
		worst := 0.0
		for v := range m {
			if q[v] == 0 {
				continue
			}
			sum := 0.0
			for r := range c {
				sum += b[r][v] * k[r]
			}
			next := mean[v] + q[v]*sum
			worst = max(worst, math.Abs(next-s.x[v]))
			s.x[v] = next
		}
		for i, v := range free {
			d := k[c+i]
			worst = max(worst, math.Abs(d))
			s.x[v] += d
		}
		if math.IsNaN(worst) || math.IsInf(worst, 0) || worst > 1e9 {
			return nil, false
		}
		if worst < closeE {
			s.spread(b, inv, free)
			return s, w.rate(s, out)
		}
		if round == rounds {
			return nil, false
		}
	}
}

// unknowns is how many coordinates the room has that no turning or shifting of
// the whole changes.
func (w *network) unknowns() int { return 2*w.points() - 3 }

// bordered inverts the conditions' cofactor matrix, bordered by the columns of
// the free variables.
func bordered(b [][]float64, q []float64, free []int) (square, bool) {
	c := len(b)
	a := newSquare(c + len(free))
	for r := range c {
		for t := r; t < c; t++ {
			sum := 0.0
			for v, qv := range q {
				sum += b[r][v] * qv * b[t][v]
			}
			a.set(r, t, sum)
			a.set(t, r, sum)
		}
		for i, v := range free {
			a.set(r, c+i, b[r][v])
			a.set(c+i, r, b[r][v])
		}
	}
	return a, a.invert()
}

// spread works out the variances that the adjustment leaves.
func (s *solution) spread(b [][]float64, inv square, free []int) {
	c := len(b)
	s.rows = b
	s.inner = inv.corner(c)
	s.cof = make([]float64, len(s.q))
	for v, qv := range s.q {
		if qv > 0 {
			s.cof[v] = s.inner.quadratic(func(r int) float64 { return b[r][v] })
		}
	}
	for i, v := range free {
		s.sdOf[v] = math.Sqrt(max(0, -inv.at(c+i, c+i)))
	}
}

// variance is what the adjusted variable has, with gain added to what the
// conditions take off it.
func (s *solution) variance(v int, gain float64) float64 {
	if s.q[v] == 0 {
		return s.sdOf[v] * s.sdOf[v]
	}
	return s.q[v] - s.q[v]*s.q[v]*(s.cof[v]+gain)
}

// redundancy is the share of a mistake in an observation that its residual shows,
// with the same gain.
func (s *solution) redundancy(o obs, gain float64) float64 {
	return 1 - s.variance(o.v, gain)/(o.sigma*o.sigma)
}

// rate adds up the residuals, and refuses a room that could not be built: a
// length of nothing, or a corner that turns past straight.
func (w *network) rate(s *solution, out int) bool {
	for i, o := range w.obs {
		if i == out {
			continue
		}
		v := (s.x[o.v] - o.value) / o.sigma
		s.omega += v * v
	}
	if out < 0 {
		return true
	}
	v := w.obs[out].v
	if w.of(v) == OfTurn {
		return math.Abs(s.x[v]) < 180
	}
	return s.x[v] > 0
}

// begin gives what nobody observed a value to start from, and lists it.
func (w *network) begin(mean, q []float64, target float64) (free []int) {
	walls, known, turns := 0.0, 0, 0.0
	for v := range w.n {
		if q[v] > 0 {
			walls, known = walls+mean[v], known+1
		}
		turns += mean[w.n+v]
	}
	var corners []int
	for v := range mean {
		switch {
		case q[v] > 0 || !w.closed && v == 2*w.n-1: // an open run turns nowhere at its end
			continue
		case w.of(v) == OfTurn:
			corners = append(corners, v)
			mean[v] = 90
		default:
			mean[v] = walls / float64(max(known, 1))
		}
		free = append(free, v)
	}
	if w.closed {
		for _, v := range corners { // what the others leave
			mean[v] = (target - turns) / float64(len(corners))
		}
	}
	return free
}
