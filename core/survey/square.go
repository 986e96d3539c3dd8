package survey

import "math"

// square is a square matrix, row by row. The matrices here have a row for each
// condition: three or a few more, so that a general library's setting up would
// cost more than the work.
type square struct {
	n int
	a []float64
}

func newSquare(n int) square { return square{n, make([]float64, n*n)} }

func (s square) at(r, c int) float64     { return s.a[r*s.n+c] }
func (s square) set(r, c int, v float64) { s.a[r*s.n+c] = v }
func (s square) row(r int) []float64     { return s.a[r*s.n : (r+1)*s.n] }

// corner is the part of the first n rows and columns.
func (s square) corner(n int) square {
	out := newSquare(n)
	for r := range n {
		copy(out.row(r), s.row(r)[:n])
	}
	return out
}

// times is the product with a column.
func (s square) times(v []float64) []float64 {
	out := make([]float64, s.n)
	for r := range out {
		for c, x := range s.row(r) {
			out[r] += x * v[c]
		}
	}
	return out
}

// singular is how small a pivot may get beside the largest number of its column.
const singular = 1e-13

// invert turns the matrix into its inverse, by Gauss and Jordan with the largest
// pivot of each column. ok is false where there is none to speak of.
func (s square) invert() (ok bool) {
	n := s.n
	order := make([]int, n)
	scale := make([]float64, n)
	for c := range n {
		order[c] = c
		for r := range n {
			scale[c] = max(scale[c], math.Abs(s.at(r, c)))
		}
	}
	for k := range n {
		best := k
		for r := k + 1; r < n; r++ {
			if math.Abs(s.at(r, k)) > math.Abs(s.at(best, k)) {
				best = r
			}
		}
		pivot := s.at(best, k)
		if !(math.Abs(pivot) > singular*scale[k]) {
			return false
		}
		if best != k {
			a, b := s.row(k), s.row(best)
			for c := range a {
				a[c], b[c] = b[c], a[c]
			}
			order[k], order[best] = order[best], order[k]
		}
		row := s.row(k)
		row[k] = 1
		for c := range row {
			row[c] /= pivot
		}
		for r := range n {
			if r == k {
				continue
			}
			other := s.row(r)
			f := other[k]
			if f == 0 {
				continue
			}
			other[k] = 0
			for c, x := range row {
				other[c] -= f * x
			}
		}
	}
	// Rows were changed over: the inverse has its columns so.
	line := make([]float64, n)
	for r := range n {
		copy(line, s.row(r))
		for k, c := range order {
			s.set(r, c, line[k])
		}
	}
	return true
}

// quadratic is aᵀ·M·a.
func (s square) quadratic(a func(int) float64) float64 {
	sum := 0.0
	for r := range s.n {
		ar := a(r)
		if ar == 0 {
			continue
		}
		for c, x := range s.row(r) {
			sum += ar * x * a(c)
		}
	}
	return sum
}
