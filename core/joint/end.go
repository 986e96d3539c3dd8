package joint

import (
	"math"

	"gnomon/core/measure"
)

// Normal is the unit normal of an end's plane, pointing out of the piece, in
// the frame of the installed piece.
type Normal struct{ X, Y, Z float64 }

// Hand tells the two ends of a piece apart, as you face the wall.
type Hand string

// The two ends.
const (
	Left  Hand = "left"
	Right Hand = "right"
)

// Other is the opposite hand.
func (h Hand) Other() Hand {
	if h == Left {
		return Right
	}
	return Left
}

// At gives the plane for the hand; n is the one for a right end. A left end has
// the X component negated.
func (n Normal) At(h Hand) Normal {
	if h == Left {
		n.X = -n.X
	}
	return n
}

// Half is half the deflection of a corner: what each of two mitred pieces takes.
func Half(theta measure.Angle) measure.Angle { return (180 - theta) / 2 }

// SquareEnd is the plane of a square right end.
func SquareEnd() Normal { return Normal{X: 1} }

// InsideEnd is the plane of a right end mitred, or mitred to be coped, at an
// inside corner: the long point is at the back.
func InsideEnd(theta measure.Angle) Normal {
	h := Half(theta)
	return Normal{h.Cos(), -h.Sin(), 0}
}

// OutsideEnd is the plane of a right end mitred at an outside corner: the short
// point is at the back.
func OutsideEnd(theta measure.Angle) Normal {
	h := Half(theta)
	return Normal{h.Cos(), h.Sin(), 0}
}

// ScarfEnd is the plane of a right end cut for a scarf at φ off square. The part
// whose long point is at the back lies under the other one, which has the
// opposite plane: its long point is on the face.
func ScarfEnd(phi measure.Angle, backLong bool) Normal {
	n := Normal{phi.Cos(), -phi.Sin(), 0}
	if !backLong {
		n.Y = -n.Y
	}
	return n
}

// Slope is s in x = x₀ + s·u: how far the end moves along the piece for each
// unit out from the wall, at either hand. Positive means that the face reaches
// further right than the back.
func (n Normal) Slope() float64 {
	// On the plane X·x + Y·y = const with u = −y, so x = x₀ + (Y/X)·u.
	s := n.Y / n.X
	if s == 0 {
		return 0
	}
	return s
}

// SquareReach is how far a square end of thickness P must stop short of the
// corner line at an inside corner where another piece will cover it: P·cot θ
// where the corner is acute, else its front tip runs into the other wall;
// nothing at 90 or more. Rounded up to the nanometre.
func SquareReach(theta measure.Angle, p measure.Length) measure.Length {
	if theta >= 90 {
		return 0
	}
	return measure.Length(math.Ceil(float64(p) * theta.Cot()))
}

// ThinnestThatCovers is how far out from the wall the covering piece's face must
// stand everywhere to hide a square end that stops SquareReach short: the cover
// ends u·cot(θ/2) from the corner line, so u is at least P·cot θ·tan(θ/2). Flat
// stock always covers.
func ThinnestThatCovers(theta measure.Angle, p measure.Length) measure.Length {
	if theta >= 90 {
		return 0
	}
	return p.Times(theta.Cot() * (theta / 2).Tan())
}
