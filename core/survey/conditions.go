package survey

import "math"

// rad is one degree.
const rad = math.Pi / 180

// lay gives the points of the walls laid end to end: x holds lengths, then turns.
func (w *network) lay(x []float64) []Point {
	p, _, _ := w.headed(x)
	return p
}

// headed is lay with each wall's direction, and the sum of the turns.
func (w *network) headed(x []float64) (p, dirs []Point, h float64) {
	return lay(w.n, func(i int) (length, turn float64) { return x[i], x[w.n+i] })
}

// conditions are what the variables must satisfy, and how each depends on each
// variable: three for a closed room (it comes back to where it began, along and
// across, and its turns add to the target) and one for each diagonal (the
// corners stand as far apart as was shot). A turn swings all that follows about
// its corner.
func (w *network) conditions(x []float64, target float64) (f []float64, b [][]float64) {
	n := w.n
	p, dirs, h := w.headed(x)
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
	for k, shot := range w.shots {
		r := row()
		d := w.shotRow(p, dirs, shot, r)
		r[2*n+k] = -1
		f, b = append(f, d-x[2*n+k]), append(b, r)
	}
	return f, b
}

// shotRow fills in how the distance between two points, which it gives, depends
// on the walls and turns between them: on nothing outside.
func (w *network) shotRow(p, dirs []Point, shot [2]int, r []float64) float64 {
	to := p[shot[1]]
	dx, dy := to.X-p[shot[0]].X, to.Y-p[shot[0]].Y
	d := math.Hypot(dx, dy)
	if d > 0 {
		dx, dy = dx/d, dy/d
	}
	for i := shot[0]; i < shot[1]; i++ {
		r[i] = dx*dirs[i].X + dy*dirs[i].Y
		if i+1 < shot[1] {
			r[w.n+i] = (-dx*(to.Y-p[i+1].Y) + dy*(to.X-p[i+1].X)) * rad
		}
	}
	return d
}
