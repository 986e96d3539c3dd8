// Package profiletest has sections for tests: those of the library by their names, some made up for worked
// values, and random ones.
package profiletest

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// made are sections made up for worked values: [u, z, bow] in inches.
var made = map[string][][]float64{
	"ogee":  {{0, 0}, {.6875, 0}, {.6875, 4, .06}, {.4375, 4.5, -.06}, {.25, 4.9375}, {.25, 5.25}, {0, 5.25}},
	"tread": {{0, 0}, {.75, 0}, {.75, 3}, {.5, 3}, {.5, 3.75, .05}, {.25, 4.25}, {0, 4.25}},
	"c45": {{0, 0}, {.3125, .0625}, {.71875, .46875, -.13}, {1.5625, 1.46875}, {1.75, 1.5625, .2}, {3, 2.71875, -.05}, {3.4375, 3.1875}, {3.65625, 3.25},
		{3.75, 3.75}, {3.25, 3.75}, {0, .5}},
}

// Of makes a section of points in inches.
func Of(points [][]float64) (*profile.Section, error) {
	var o profile.Outline
	for _, p := range points {
		q := profile.Point{U: measure.FromInches(p[0]), Z: measure.FromInches(p[1])}
		if len(p) > 2 {
			q.Bow = measure.FromInches(p[2])
		}
		o = append(o, q)
	}
	return profile.New(o)
}

// Named is a section of the library or one made up.
func Named(t require.TestingT, id string) *profile.Section {
	if points, ok := made[id]; ok {
		s, err := Of(points)
		require.NoError(t, err, id)
		return s
	}
	all, _ := profile.Library()
	for _, k := range all {
		if k.ID == id {
			s, err := profile.New(k.Outline)
			require.NoError(t, err, id)
			return s
		}
	}
	require.FailNow(t, "no section "+id)
	return nil
}

// Still is a section as it hangs where nothing leans.
func Still(t testing.TB, id string) *profile.Hung { return Named(t, id).Hung(profile.Pose{}) }

// Any draws a random section whose face never falls: a base, or a crown whose back leaves the wall.
func Any(t *rapid.T, name string) *profile.Section {
	crown := rapid.Bool().Draw(t, name+" is a crown")
	n := rapid.IntRange(2, 6).Draw(t, name+" stretches")
	points := [][]float64{{0, 0}}
	u, z := 0.0, 0.0
	step := func(lo, hi int, what string) float64 {
		return float64(rapid.IntRange(lo, hi).Draw(t, name+" "+what)) / 32
	}
	if !crown {
		u = step(12, 36, "thick")
		points = append(points, []float64{u, 0})
	}
	for i := range n {
		bow := 0.0
		if rapid.IntRange(0, 2).Draw(t, name+" arc") == 0 {
			bow = step(-2, 2, "bow") / 4
		}
		points[len(points)-1] = append(points[len(points)-1][:2], bow)
		if z == 0 && !crown || points[len(points)-1][0] == 0 {
			points[len(points)-1][2] = 0
		}
		if crown {
			u += step(4, 40, "out")
		} else {
			u = max(6.0/32, u+step(-8, 5, "out"))
		}
		z += step(6, 40, "up")
		if i > 0 && rapid.IntRange(0, 4).Draw(t, name+" tread") == 0 && !crown {
			points = append(points, []float64{u, points[len(points)-1][1]})
		}
		points = append(points, []float64{u, z})
	}
	if crown {
		points = append(points, []float64{u - 0.25, z}, []float64{0, 0.25})
	} else {
		points = append(points, []float64{0, z})
	}
	s, err := Of(points)
	if err != nil || !s.Cope().OK {
		t.Skip("no section that copes")
	}
	return s
}
