package survey

import "math"

// rad is one degree.
const rad = math.Pi / 180

// lay gives the points of the walls laid end to end: x holds lengths, then turns.
func (w *network) lay(x []float64) []Point {
	p := make([]Point, w.n+1)
	h := 0.0
	for i := range w.n {
		s, c := math.Sincos(h * rad)
		p[i+1] = Point{p[i].X + x[i]*c, p[i].Y + x[i]*s}
		h += x[w.n+i]
	}
	return p
}

// conditions are what the variables must satisfy, and how each depends on each
// variable: three for a closed room (it comes back to where it began, along and
// across, and its turns add to the target) and one for each diagonal (the
// corners stand as far apart as was shot). A turn swings all that follows about
// its corner.
func (w *network) conditions(x []float64, target float64) (f []float64, b [][]float64) {
	p := w.lay(x)
	n := w.n
	dirs := make([]Point, n)
	h := 0.0
	for i := range n {
		s, c := math.Sincos(h * rad)
		dirs[i] = Point{c, s}
		h += x[n+i]
	}
	row := func() []float64 { return make([]float64, w.vars()) }
	if w.closed {
		bx, by, bt := row(), row(), row()
		end := p[n]
		for i := range n {
			bx[i], by[i] = dirs[i].X, dirs[i].Y
			bx[n+i] = -(end.Y - p[i+1].Y) * rad
			by[n+i] = (end.X - p[i+1].X) * rad
			bt[n+i] = 1
		}
		f, b = append(f, end.X, end.Y, h-target), append(b, bx, by, bt)
	}
	for k, s := range w.shots {
		r := row()
		dx, dy := p[s[1]].X-p[s[0]].X, p[s[1]].Y-p[s[0]].Y
		d := math.Hypot(dx, dy)
		if d > 0 {
			dx, dy = dx/d, dy/d
		}
		for i := s[0]; i < s[1]; i++ {
			r[i] = dx*dirs[i].X + dy*dirs[i].Y
			if i+1 < s[1] {
				r[n+i] = (-dx*(p[s[1]].Y-p[i+1].Y) + dy*(p[s[1]].X-p[i+1].X)) * rad
			}
		}
		r[2*n+k] = -1
		f, b = append(f, d-x[2*n+k]), append(b, r)
	}
	return f, b
}
