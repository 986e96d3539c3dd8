package fit

import (
	"math"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Plane is an end cut in one plane: x = Slope·u + Rise·z back from the corner line, on the section as drawn.
type Plane struct{ Slope, Rise float64 }

// MitredFor is the plane of an end mitred for a half of what a corner turns.
func MitredFor(half measure.Angle) Plane { return Plane{Slope: half.Tan()} }

// OffStop is the plane of a test mitre for a half of what a corner turns whose crown lay against a stop that stood so much too
// far out: it lay flatter, and the cut runs as much further along it.
func OffStop(s *profile.Section, half measure.Angle, out float64) Plane {
	p, d := s.Projection().Inches(), s.Height().Inches()
	long := math.Hypot(p, d)
	roll := math.Asin(max(-1, min(1, (p+out)/long))) - math.Atan2(p, d)
	sin, cos := math.Sincos(roll)
	return Plane{half.Tan() * cos, half.Tan() * sin}
}

// Mitred are two ends of one section mitred to each other. Outside, their planes run away from the corner line.
// Where the backs are eased only the faces touch.
type Mitred struct {
	Section     *profile.Section
	Left, Right Plane
	Outside     bool
	Eased       bool
}

// Close slides both pieces home alike in a corner, both rolled alike: an opening of
// [(k_A + k_B)·u₀ + (r_A + r_B)·z₀ − 2·tan h·u]·cos h less its least, (u₀, z₀) as cut, u as it hangs.
func (m Mitred) Close(theta measure.Angle, roll measure.Angle) Closed {
	return m.close(theta, roll, whole.fine)
}

func (m Mitred) close(theta, roll measure.Angle, fine float64) Closed {
	half := (180 - theta) / 2
	sin, cos := sincos(roll)
	side := 1.0
	if m.Outside {
		side = -1
	}
	k, r, tan, by := m.Left.Slope+m.Right.Slope, m.Left.Rise+m.Right.Rise, 2*half.Tan(), half.Cos()
	open := func(q profile.Place) float64 {
		return (side*(k*q.U-tan*(q.U*cos+q.Z*sin)) + r*q.Z) * by
	}
	h := m.Section.Hung(profile.Pose{})
	touches := h.Chain
	if m.Eased {
		touches = h.Own
	}
	least := math.Inf(1)
	for _, q := range touches {
		least = min(least, open(q))
	}
	out := Closed{Home: least / (2 * by), Touch: Body}
	for i := 0; i+1 < len(h.Own); i++ {
		a, b := h.Own[i], h.Own[i+1]
		n := steps(math.Hypot(b.U-a.U, b.Z-a.Z), fine)
		last := n
		if i+2 == len(h.Own) {
			last++
		}
		for j := range last {
			t := float64(j) / float64(n)
			q := profile.Mix(a, b, t)
			v := open(q) - least
			out.Gaps = append(out.Gaps, Gap{h.Around[i] + (h.Around[i+1]-h.Around[i])*t, m.Right.Slope*q.U + m.Right.Rise*q.Z - out.Home, q, v, v})
		}
	}
	for _, q := range h.Own {
		if open(q) <= least+1e-9 {
			out.Touch = Edge
		}
	}
	return out
}

// Slip is the raw end left bare along the face where the two halves differ: |k_B − k_A|·u·sin h, where the face stands out
// furthest.
func (m Mitred) Slip(theta measure.Angle) float64 {
	return math.Abs(m.Right.Slope-m.Left.Slope) * m.Section.Projection().Inches() * ((180 - theta) / 2).Sin()
}

// RecutBy is what to add to each half of a mitre cut for a half, so that it closes.
func RecutBy(theta, half measure.Angle) measure.Angle { return (180-theta)/2 - half }

// Butted is the gap on the face of a square-edged piece so thick, butted with its end cut for one corner into
// another and eased so far behind: t·sin(θ − θ₀ − β)/sin(θ₀ + β), none where it closes on its face.
func Butted(thick float64, theta, madeFor, eased measure.Angle) float64 {
	if by := theta - madeFor - eased; by > 0 {
		return thick * by.Sin() / (madeFor + eased).Sin()
	}
	return 0
}

// Scarfed is the gap of a scarf so thick, cut at a slope off square, whose two planes differ by an angle: they touch at
// one edge and open along the other.
func Scarfed(thick float64, slope, differ measure.Angle) float64 {
	return thick / slope.Cos() * differ.Abs().Sin()
}
