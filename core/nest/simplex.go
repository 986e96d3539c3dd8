package nest

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// column is a way to cut one stick of a kind: how often each class is on it.
type column struct {
	kind  int // -1 for a surplus or slack
	cost  float64
	row   []int32
	count []float64
	real  bool // can be cut, also with its slants
}

// master is the linear program over the columns known so far: least cost so
// that every class is cut often enough and no limited kind is used too often.
// It is solved by the revised simplex method with an explicit inverse of the
// basis, kept by columns.
type master struct {
	rows  int // classes first, then limited kinds
	need  []float64
	slack []bool // rows of limited kinds: at most, not at least
	cols  []column
	basis []int // the column in each row of the basis; −1−r is row r's surplus or slack
	inv   []float64
	x     []float64
	price []float64 // the dual prices of the rows
	work  *meter
	since int // pivots since the inverse was made anew
	alpha []float64
	some  []int
}

const tiny = 1e-9

// newMaster begins with a basis of columns that each serve one class, which
// come first, and the slacks of the limited rows.
func newMaster(need []float64, slack []bool, begin []column, work *meter) *master {
	n := len(need)
	l := &master{rows: n, need: make([]float64, n), slack: slack, cols: begin, basis: make([]int, n), inv: make([]float64, n*n),
		x: make([]float64, n), price: make([]float64, n), work: work, alpha: make([]float64, n)}
	for r := range need {
		// A little more than is needed, differently in each row, keeps the
		// pivots from standing still; the bound uses the true need.
		l.need[r] = need[r] + 1e-7*(1+float64((r*7919)%1009)/1009)
		l.inv[r*n+r] = 1
		if slack[r] {
			l.basis[r] = -1 - r
			l.x[r] = l.need[r]
			continue
		}
		l.basis[r] = r
		l.x[r] = l.need[r] / begin[r].count[0]
		l.inv[r*n+r] = 1 / begin[r].count[0]
	}
	l.duals()
	return l
}

func (l *master) duals() {
	n := l.rows
	for c := range n {
		s := 0.0
		col := l.inv[c*n : c*n+n]
		for r, b := range l.basis {
			if b >= 0 && col[r] != 0 {
				s += l.cols[b].cost * col[r]
			}
		}
		l.price[c] = s
	}
}

func (l *master) reduced(j int) float64 {
	if j < 0 {
		if r := -1 - j; l.slack[r] {
			return -l.price[r]
		} else {
			return l.price[r]
		}
	}
	c := &l.cols[j]
	v := c.cost
	for i, r := range c.row {
		v -= l.price[r] * c.count[i]
	}
	return v
}

// solve makes pivots until no column betters the plan; false when the work is
// used up.
func (l *master) solve() bool {
	for {
		best, enter := -1e-8, 0
		found := false
		for j := range l.cols {
			if v := l.reduced(j); v < best {
				best, enter, found = v, j, true
			}
		}
		for r := range l.rows {
			if v := l.reduced(-1 - r); v < best {
				best, enter, found = v, -1-r, true
			}
		}
		if !l.work.spend(int64(len(l.cols)*8 + l.rows*4)) {
			return false
		}
		if !found || !l.pivot(enter, best) {
			return true
		}
	}
}

// pivot brings a column into the basis; false where none can leave.
func (l *master) pivot(enter int, reduced float64) bool {
	n := l.rows
	for i := range l.alpha {
		l.alpha[i] = 0
	}
	add := func(r int, v float64) {
		col := l.inv[r*n : r*n+n]
		for i, a := range col {
			l.alpha[i] += a * v
		}
	}
	if enter < 0 {
		if r := -1 - enter; l.slack[r] {
			add(r, 1)
		} else {
			add(r, -1)
		}
	} else {
		c := &l.cols[enter]
		for i, r := range c.row {
			add(int(r), c.count[i])
		}
	}
	leave, ratio := -1, math.Inf(1)
	l.some = l.some[:0]
	for i, a := range l.alpha {
		if math.Abs(a) < 1e-12 {
			l.alpha[i] = 0
			continue
		}
		l.some = append(l.some, i)
		if a > tiny {
			if t := l.x[i] / a; t < ratio-1e-12 || t < ratio+1e-12 && a > l.alpha[leave] {
				leave, ratio = i, t
			}
		}
	}
	if leave < 0 {
		return false
	}
	ratio = max(ratio, 0)
	pivot := l.alpha[leave]
	for _, i := range l.some {
		l.x[i] -= ratio * l.alpha[i]
	}
	l.x[leave] = ratio
	touched := 0
	for c := range n {
		col := l.inv[c*n : c*n+n]
		v := col[leave]
		if v == 0 {
			continue
		}
		touched++
		l.price[c] += reduced * v / pivot
		v /= pivot
		for _, i := range l.some {
			col[i] -= l.alpha[i] * v
		}
		col[leave] = v
	}
	l.basis[leave] = enter
	l.work.spend(int64(touched*len(l.some) + n*4))
	if l.since++; l.since >= max(400, 2*n) {
		l.refactor()
	}
	return true
}

// refactor makes the inverse of the basis anew, so that rounding does not add up.
func (l *master) refactor() {
	n := l.rows
	l.since = 0
	b := mat.NewDense(n, n, nil)
	for i, j := range l.basis {
		if j < 0 {
			r := -1 - j
			if l.slack[r] {
				b.Set(r, i, 1)
			} else {
				b.Set(r, i, -1)
			}
			continue
		}
		for k, r := range l.cols[j].row {
			b.Set(int(r), i, l.cols[j].count[k])
		}
	}
	l.work.spend(int64(n) * int64(n) * int64(n) / 3)
	var inv mat.Dense
	if err := inv.Inverse(b); err != nil {
		return // badly conditioned: go on with the one there is
	}
	for c := range n {
		for r := range n {
			v := inv.At(r, c)
			if math.Abs(v) < 1e-13 {
				v = 0
			}
			l.inv[c*n+r] = v
		}
	}
	for r := range n {
		s := 0.0
		for c := range n {
			s += l.inv[c*n+r] * l.need[c]
		}
		l.x[r] = max(0, s)
	}
	l.duals()
}
