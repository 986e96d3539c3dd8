package profile

import (
	"math"

	"gnomon/core/measure"
)

// What a gap behind a cope may be: over the first it shows, over the second the
// section is not to be coped. A fold lower than the third is no more than an eased
// arris.
const (
	GapShows = measure.Inch / 64
	GapMost  = measure.Inch / 32
	foldLow  = 1.0 / 128
)

// Coped tells whether a section can be coped over itself.
type Coped struct {
	OK  bool           // the gap stays hidden or nearly so
	Gap measure.Length // the largest behind the coped piece
	At  *Point         // where the face falls, none where it never does
}

// Shows tells whether there is a gap to be seen.
func (c Coped) Shows() bool { return c.Gap > GapShows }

// Cope walks the face from bottom to top as hung. Where it falls, the coped piece
// closes over its outermost part and leaves a gap behind, u_max(z) − u(z); the
// largest is told, and where the face falls.
func (s *Section) Cope() Coped {
	out := Coped{OK: true}
	levels := s.Levels()
	most := 0.0
	// Heights at which the face is crossed more than once lie together in folds.
	for i := 0; i+1 < len(levels); i++ {
		gap, fold := 0.0, 0.0
		first := i
		for ; i+1 < len(levels); i++ {
			lo, hi := levels[i], levels[i+1]
			least, greatest, times := s.crossed(lo, hi)
			if times < 2 {
				break
			}
			fold += hi - lo
			for e := range 2 {
				gap = max(gap, greatest[e]-least[e])
			}
		}
		if fold > foldLow && gap > most {
			most = gap
			at := s.falls(levels[first], levels[i])
			out.At = &Point{U: measure.FromInches(at.U), Z: measure.FromInches(at.Z)}
		}
	}
	out.Gap = measure.FromInches(most)
	out.OK = out.Gap <= GapMost
	return out
}

// crossed is how the face is crossed between two neighbouring levels: how often, and
// its innermost and outermost place just above the lower and just below the upper.
func (s *Section) crossed(lo, hi float64) (least, greatest [2]float64, times int) {
	least, greatest = [2]float64{math.Inf(1), math.Inf(1)}, [2]float64{math.Inf(-1), math.Inf(-1)}
	for i := 0; i+1 < len(s.face); i++ {
		a, b := s.face[i], s.face[i+1]
		if min(a.Z, b.Z) > lo || max(a.Z, b.Z) < hi {
			continue
		}
		times++
		for e, z := range [2]float64{lo, hi} {
			u := Mix(a, b, (z-a.Z)/(b.Z-a.Z)).U
			least[e], greatest[e] = min(least[e], u), max(greatest[e], u)
		}
	}
	return least, greatest, times
}

// falls is where the face begins to fall between two levels.
func (s *Section) falls(lo, hi float64) Place {
	for i := 0; i+1 < len(s.face); i++ {
		if a, b := s.face[i], s.face[i+1]; b.Z < a.Z && a.Z > lo && b.Z < hi {
			return a
		}
	}
	return s.face[0]
}

// FallsBack is why a section cannot be coped, as every sentence says it of its face.
const FallsBack = "falls back under itself"
