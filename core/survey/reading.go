package survey

import (
	"cmp"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Theta is the corner's own angle, from a reading on a scale. ok is false where
// the reading is impossible on that scale: the corner must come out between
// nothing and straight.
func Theta(reading measure.Angle, scale job.Scale) (theta measure.Angle, ok bool) {
	switch scale {
	case job.ScaleDeflection:
		theta = 180 - reading
	case job.ScaleMitre:
		theta = 180 - 2*reading
	default:
		theta = reading
	}
	return theta, theta > 0 && theta < 180
}

// Turn is the signed turn at a corner.
func Turn(theta measure.Angle, kind job.CornerKind) measure.Angle {
	if kind == job.Outside {
		return theta - 180
	}
	return 180 - theta
}

// Corners sharper or straighter than these are built, but seldom; a reading
// that gives one is questioned.
const (
	sharpest    measure.Angle = 60
	straightest measure.Angle = 175
)

// Improbable tells whether a corner is so sharp or so nearly straight that its
// reading is more likely a slip than a wall.
func Improbable(theta measure.Angle) bool { return theta < sharpest || theta > straightest }

// Scales are all the scales a reading can be on.
var Scales = []job.Scale{job.ScaleCorner, job.ScaleDeflection, job.ScaleMitre}

// LooksLike lists the other scales on which the same number would be an
// ordinary corner, most likely first: nearest to square, as most corners are.
func LooksLike(reading measure.Angle, scale job.Scale) []job.Scale {
	type guess struct {
		scale job.Scale
		off   float64
	}
	var g []guess
	for _, s := range Scales {
		if theta, ok := Theta(reading, s); s != scale && ok && !Improbable(theta) {
			g = append(g, guess{s, math.Abs(float64(theta - 90))})
		}
	}
	slices.SortStableFunc(g, func(a, b guess) int { return cmp.Compare(a.off, b.off) })
	out := make([]job.Scale, len(g))
	for i := range g {
		out[i] = g[i].scale
	}
	return out
}
