package decide

import (
	"math"

	"gnomon/core/measure"
)

// Vec is a direction or a place on the floor.
type Vec [2]float64

// Seam is how much of a coped or butted joint's seam shows from an eye: max(0, d·a), with
// d from the eye to the corner and a, of length one, along the piece that runs through
// toward the corner. 0 is not seen, 1 looked straight into.
func Seam(eye, corner, along Vec) float64 {
	d := Vec{corner[0] - eye[0], corner[1] - eye[1]}
	l := math.Hypot(d[0], d[1])
	if l == 0 {
		return 0
	}
	return max(0, (d[0]*along[0]+d[1]*along[1])/l)
}

// ScarfSeam is how much of a scarf's open edge shows: max(0, cos(a + φ)) where the piece
// nearer the way in has its long point on the face, and max(0, cos(a − φ)) lapped the
// other way; a is the eye's angle off square to the wall.
func ScarfSeam(a, phi measure.Angle, nearerOver bool) float64 {
	if nearerOver {
		return max(0, (a + phi).Cos())
	}
	return max(0, (a - phi).Cos())
}
