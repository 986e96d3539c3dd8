package profile

import (
	"math"

	"gnomon/core/measure"
)

// Seen is how much of a section is painted across: the girth of its face from its lower front edge on, and the top back to the wall of
// what stands below the eye. Of a crown that is its face from foot to foot.
func (s *Section) Seen() (face, top measure.Length) {
	sum := 0.0
	for i := 1; i < len(s.face); i++ {
		if s.face[i].Z < 1e-9 {
			continue // its lower edge lies on the floor
		}
		sum += s.face[i].off(s.face[i-1])
	}
	last := s.face[len(s.face)-1]
	back := math.Inf(1)
	for _, p := range s.chain {
		if p.Z > s.high-1e-9 {
			back = min(back, p.U)
		}
	}
	return measure.FromInches(sum), measure.FromInches(max(0, last.U-back))
}
