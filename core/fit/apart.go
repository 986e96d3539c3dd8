package fit

import (
	"math"

	"gnomon/core/profile"
)

// Apart is where two sections that meet end to end on one wall, their bottoms level, differ most in how far they stand out: how high
// up, and by how much the second stands out further. Above the lower one's top only the higher one stands, and that is not looked at.
func Apart(a, b *profile.Section) (at, by float64) {
	top := min(a.Height().Inches(), b.Height().Inches())
	look := func(z float64) {
		if z < 0 || z > top {
			return
		}
		if d := b.At(z) - a.At(z); math.Abs(d) > math.Abs(by) {
			at, by = z, d
		}
	}
	const parts = 256
	for i := range parts + 1 {
		look(top * float64(i) / parts)
	}
	for _, s := range []*profile.Section{a, b} {
		for _, z := range s.Levels() {
			look(z)
		}
	}
	return at, by
}
