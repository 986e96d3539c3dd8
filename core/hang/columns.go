package hang

import (
	"math"
	"slices"

	"gnomon/core/measure"
)

const tiny = 1e-9

// Studs are the studs of a wall that is length long, in inches from its left end: from one known place, spacing apart.
func Studs(known, spacing, length float64) []float64 {
	if spacing <= 0 {
		return nil
	}
	var out []float64
	for k := math.Ceil(-known/spacing - tiny); known+k*spacing <= length+tiny; k++ {
		out = append(out, known+k*spacing)
	}
	return out
}

// Ends are where along a piece its first and last nails may stand, and whether something that holds them stands behind.
type Ends struct {
	Left, Right     float64 // what the cut of each end takes of whole wood
	InLeft, InRight float64 // from whole wood to the first nail
	Near            float64 // a stud so near to the nails of an end is left to them
	OnLeft, OnRight bool    // there is framing at that end, whatever the studs are
}

// Columns are where along a piece its nails stand: at each end that has framing behind it, and at the studs between. Where there is no
// room for two ends, one stands in the middle. Lengths are inches from the piece's left end.
func Columns(length float64, studs []float64, e Ends) []float64 {
	a, b := e.Left+e.InLeft, length-e.Right-e.InRight
	if b < a {
		if !e.OnLeft && !e.OnRight && !slices.ContainsFunc(studs, func(s float64) bool { return math.Abs(s-length/2) < 1 }) {
			return nil
		}
		return []float64{length / 2}
	}
	var out []float64
	first, last := a-tiny, b+tiny // of the studs that count
	if e.OnLeft {
		out, first = append(out, a), a+e.Near
	}
	if e.OnRight && !(e.OnLeft && b-a < e.Near) {
		out, last = append(out, b), b-e.Near
	} else if e.OnRight {
		last = b - e.Near
	}
	for _, s := range studs {
		if s > first-tiny && s < last+tiny {
			out = append(out, s)
		}
	}
	slices.Sort(out)
	return out
}

// Spread are places from one to another, evenly and no further apart than every; the middle where nothing lies between.
func Spread(from, to, every float64) []float64 {
	if to <= from {
		return []float64{(from + to) / 2}
	}
	n := max(1, int(math.Ceil((to-from)/every-tiny)))
	out := make([]float64, n+1)
	for i := range out {
		out[i] = from + (to-from)*float64(i)/float64(n)
	}
	return out
}

const (
	lowest = 0.75 // of two nails on a stud, from the lower edge; the other as far from the upper one
	single = 2.5  // what stands lower has one nail on a stud
	narrow = 1.5  // what is narrower has it in its middle, whatever its class
)

// Heights are those of the nails on one stud, in inches: one low and one high, or one where there is no room for two. The class of
// its wall moves them toward one another, so that those of two walls in one corner never meet. High is the highest that a nail may
// stand, where the top is too thin for one.
func Heights(tall float64, class int, high, stagger float64) []float64 {
	by := float64(class) * stagger
	if tall < single {
		if tall <= narrow {
			return []float64{tall / 2}
		}
		return []float64{tall/2 + (float64(class)-1)*stagger/2}
	}
	if high-by-lowest-by <= 0.5 {
		return []float64{lowest + by}
	}
	return []float64{lowest + by, high - by}
}

// Classes give each wall of a run one of two classes so that neighbours differ, or of three around an odd ring.
func Classes(n int, closed bool) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i % 2
	}
	if closed && n%2 == 1 && n > 1 {
		out[n-1] = 2
	}
	return out
}

// Length is the least length sold that is at least as long as wanted; ok is false where none is, and the longest is told.
func Length(wanted measure.Length, sold []measure.Length) (l measure.Length, ok bool) {
	var longest, least measure.Length
	for _, s := range sold {
		longest = max(longest, s)
		if s >= wanted && (least == 0 || s < least) {
			least = s
		}
	}
	if least == 0 {
		return longest, false
	}
	return least, true
}

// Sold are the lengths of nail that are sold everywhere, in inches: what counts where a job keeps none.
var Sold = []float64{0.75, 1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 3}
