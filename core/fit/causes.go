package fit

import (
	"math"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// CeilingRolls is by how much a ceiling that comes down by so much over a crown's projection rolls both pieces about
// their wall feet, flatter, and steeper where it goes up: until what stands highest under it just touches.
func CeilingRolls(s *profile.Section, down float64) measure.Angle {
	h := s.Hung(profile.Pose{})
	p, d := s.Projection().Inches(), s.Height().Inches()
	over := func(roll measure.Angle) float64 {
		sin, cos := sincos(roll)
		most := math.Inf(-1)
		for _, q := range h.Chain {
			most = max(most, -q.U*sin+q.Z*cos-d+down*(q.U*cos+q.Z*sin)/p)
		}
		return most
	}
	lo, hi := measure.Angle(-20), measure.Angle(20)
	for range 60 {
		if m := (lo + hi) / 2; over(m) > 0 {
			lo = m
		} else {
			hi = m
		}
	}
	return hi
}

// LowSeat is a crown that hangs so much too low and still touches the ceiling: how far it stands out then, and what that
// opens at the top of a cope made for its right place at a square corner: with both pieces low, or only the one
// that runs through, for a straight face.
func LowSeat(projection, drop, low float64, both bool) (out, gap float64) {
	out = math.Sqrt(projection*projection + drop*drop - (drop+low)*(drop+low))
	if both {
		return out, projection - out
	}
	return out, projection + low*out/(drop+low) - out
}

// LowPose is how such a crown hangs.
func LowPose(s *profile.Section, low float64) profile.Pose {
	p, d := s.Projection().Inches(), s.Height().Inches()
	out, _ := LowSeat(p, d, low, true)
	return profile.Pose{Roll: measure.FromRadians(math.Atan2(out, d+low) - math.Atan2(p, d)), Up: -low}
}

// Off is a gap told by a cause: how large, level, and whether it opens where the moulding stands out furthest.
type Off struct {
	Level float64
	Far   bool
}

// RunOff is what a cope opens that follows a test mitre which ran d over its projection: |d − P·tan h|·(1 − u_min/P)·sin θ.
func RunOff(projection, least, d float64, theta measure.Angle) Off {
	off := d - projection*((180-theta)/2).Tan()
	return Off{math.Abs(off) * (1 - least/projection) * theta.Sin(), off > 0}
}

// HungHigh is how far a coped crown stands off that hangs so much higher than the one it is coped into: the greatest
// U(z + e) − U(z) over its face, for its lips bind.
func HungHigh(h *profile.Hung, high float64) float64 {
	most := 0.0
	for _, level := range h.Levels() {
		for _, z := range []float64{level, level - high} {
			for _, beside := range []float64{1e-9, -1e-9} {
				if z := z + beside; z >= 0 && z <= h.High() && z+high <= h.High() {
					a, _ := h.Out(z+high, profile.Greater)
					b, _ := h.Out(z, profile.Greater)
					most = max(most, a-b)
				}
			}
		}
	}
	return most
}

// LeaningWalls is how far an upright cope opens along the piece over its height where the tops of the walls lean into the
// room: at its foot where it is positive, else at its top.
func LeaningWalls(high float64, theta, through, coped measure.Angle) float64 {
	return high * (through.Tan() + coped.Tan()*theta.Cos()) / theta.Sin()
}

// Compound is how much more, for each wall built up, a protractor reads inside the reach of compound so thick at the
// corner than what a piece so long meets.
func Compound(thick, reach, long float64) measure.Angle {
	return measure.FromRadians(math.Atan(thick/reach) - math.Atan(thick/long))
}

// Touched is what both halves of a mitre cut a touch over or under leave open on the face, between its most and its least
// projecting place.
func Touched(projection, least float64, half, touch measure.Angle) float64 {
	return 2 * (projection - least) * math.Abs((half+touch).Tan()-half.Tan()) * half.Cos()
}
