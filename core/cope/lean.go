package cope

import (
	"math"

	"gnomon/core/measure"
)

// BackCut is the least that the saw leans, level as the piece hangs, so that nothing behind the line touches first:
// the cut may be as steep as the other piece's own face, which runs at the corner's angle whatever the
// two sections are. Nothing where the corner is square or acute.
func BackCut(theta measure.Angle) measure.Angle { return max(0, theta-90) }

// SquareToBack is what a blade that is held square to the back of a crown, not level as it hangs, leans at least where the
// face runs straight: tan β' = (sin S·tan S − cos S·cos θ)/sin θ. Its lips want more, and are filed.
func SquareToBack(theta, spring measure.Angle) measure.Angle {
	t := (spring.Sin()*spring.Tan() - spring.Cos()*theta.Cos()) / theta.Sin()
	return max(0, measure.FromRadians(math.Atan(t)))
}

// wood is the angle of the wood left between face and cut along a stretch of the line whose along, u and z
// change by so much for each unit around the face; the saw leans by back, level as the piece hangs.
func wood(along, u, z float64, back measure.Angle) measure.Angle {
	b := back.Tan()
	n := math.Sqrt(z*z*(1+b*b) + (along+b*u)*(along+b*u))
	if n < 1e-15 {
		return 0
	}
	c := (b + u*along) / n / math.Sqrt(u*u+z*z)
	return measure.FromRadians(math.Acos(max(-1, min(1, c))))
}

// Feather is a stretch of the line where the wood behind it is thinner than it can be left: squared off, it
// leaves a gap that shows so much of the other face.
type Feather struct {
	From, To float64       // around the face
	Angle    measure.Angle // of the thinnest wood
	Width    float64       // to take off behind the line where it is thinnest
	Gap      float64       // that it leaves there
}

// What wood is squared off: thinner than Tip where more than Wide behind the line is. Wider than that it breaks anyway.
const (
	Tip  = 1.0 / 32
	Wide = 1.0 / 16
)

// Feathers are the stretches to square off to a thickness, for a saw that leans by back. Taking off f/tan ω leaves f·sin ω₀/tan ω, ω₀
// the angle at the least back-cut. Where the saw runs along the piece, and on level treads, it leaves none.
func (j Joint) Feathers(line []Mark, back measure.Angle, tip, wide float64) []Feather {
	var out []Feather
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		d := b.Around - a.Around
		if d < 1e-9 || math.Abs(b.Z-a.Z) < 1e-9 {
			continue
		}
		along, u, z := (b.Along-a.Along)/d, (b.U-a.U)/d, (b.Z-a.Z)/d
		w, least := wood(along, u, z, back), wood(along, u, z, j.Theta-90)
		width := 0.0
		switch {
		case w <= 0:
			width = math.Inf(1)
		case w < 90:
			width = tip / w.Tan()
		}
		if width <= wide {
			continue
		}
		gap := width * least.Sin()
		if n := len(out); n > 0 && a.Around-out[n-1].To < 1e-9 {
			o := &out[n-1]
			o.To, o.Angle, o.Width, o.Gap = b.Around, min(o.Angle, w), max(o.Width, width), max(o.Gap, gap)
			continue
		}
		out = append(out, Feather{a.Around, b.Around, w, width, gap})
	}
	return out
}

// Behind is the line on the back of the piece, for a saw that leans by back, level as it hangs: how far from
// the corner line the blade comes out, and how far up the back that is. Heights without a back are left out.
func (j Joint) Behind(line []Mark, back measure.Angle) [][2]float64 {
	var out [][2]float64
	// The back of what stands off its wall runs from its wall foot to its ceiling foot.
	foot, top := j.Coped.Chain[len(j.Coped.Chain)-1], j.Coped.Chain[len(j.Coped.Chain)-2]
	sprung := top.U-foot.U > samePlace && top.Z > foot.Z
	for _, m := range line {
		u, ok := j.Coped.Back(m.Z)
		if !ok || sprung && (m.Z < foot.Z || m.Z > top.Z) {
			continue
		}
		up := m.Z
		if sprung {
			up = math.Hypot(u-foot.U, m.Z-foot.Z)
		}
		out = append(out, [2]float64{m.Along + (m.U-u)*back.Tan(), up})
	}
	return out
}

const samePlace = 1e-9
