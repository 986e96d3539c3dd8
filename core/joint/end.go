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

// FaceEnd is the plane of a right end that is cut off square in the face of the wall, as what goes around
// an opening is: its upper edge, which is the outer one there, the longer where across is positive. A
// piece that is rolled on the wall, its upper edge forward by roll, has that plane in its own frame as
// (cos a, −sin a·sin ρ, −sin a·cos ρ).
func FaceEnd(across, roll measure.Angle) Normal {
	return clean(across.Cos(), -across.Sin()*roll.Sin(), -across.Sin()*roll.Cos())
}

// ButtEnd is the plane of a right end cut to the face of the wall, or of the moulding,
// that it meets at a corner of the reading θ.
func ButtEnd(theta measure.Angle) Normal {
	return clean(theta.Sin(), -theta.Cos(), 0)
}

func clean(x, y, z float64) Normal {
	if math.Abs(y) < 1e-15 {
		y = 0
	}
	return Normal{x, y, z}
}

// Leaning turns the plane of a right end against something that leans in the plane of
// the wall: by λ, top of the end long where it is positive. The mitre at the
// bottom stays. Against a thing whose top leans right by ρ, λ = +ρ at a right end and
// −ρ at a left one.
func (n Normal) Leaning(lambda measure.Angle) Normal {
	if lambda == 0 {
		return n
	}
	z := n.Z - n.X*lambda.Tan()
	l := math.Sqrt(n.X*n.X + n.Y*n.Y + z*z)
	return Normal{n.X / l, n.Y / l, z / l}
}

// LeaningMitre is the plane of a right end mitred at a corner that turns by turn, more than
// nothing inside, between two walls whose tops lean into the room: the piece's own by own, the
// one that it meets by other. Its points stand as far from the one wall as from the other, so
// with N the walls' normals, into them, and Z up the piece's wall, the normal is ±(N' − N), in
// the piece's own frame
//
//	±(cos b·sin τ, cos a·cos b·cos τ + sin a·sin b − 1, cos a·sin b − sin a·cos b·cos τ).
//
// For a left end take it at that hand.
func LeaningMitre(turn, own, other measure.Angle) Normal {
	sinA, cosA, sinB, cosB := own.Sin(), own.Cos(), other.Sin(), other.Cos()
	n := Normal{cosB * turn.Sin(), cosA*cosB*turn.Cos() + sinA*sinB - 1, cosA*sinB - sinA*cosB*turn.Cos()}
	l := math.Sqrt(n.X*n.X + n.Y*n.Y + n.Z*n.Z)
	if turn < 0 {
		l = -l
	}
	return Normal{n.X / l, n.Y / l, n.Z / l}
}

// Raked gives the plane in the own frame of a piece that rises to the right by p: the
// plane is told as installed, at its hand already.
func (n Normal) Raked(p measure.Angle) Normal {
	if p == 0 {
		return n
	}
	return Normal{n.X*p.Cos() + n.Z*p.Sin(), n.Y, n.Z*p.Cos() - n.X*p.Sin()}
}

// CornerLeans are by how much the line of a corner leans right in the faces of the two
// walls that meet there, of which the tops lean into the room by a and b; turn is what
// the room turns there, positive inside:
//
//	tan ρ_A = (tan a·cos τ − tan b)/sin τ,  tan ρ_B = (tan a − tan b·cos τ)/sin τ
func CornerLeans(turn, a, b measure.Angle) (onLeft, onRight measure.Angle) {
	sin, cos := turn.Sin(), turn.Cos()
	if math.Abs(sin) < 1e-6 || a == 0 && b == 0 {
		return 0, 0
	}
	return measure.FromRadians(math.Atan((a.Tan()*cos - b.Tan()) / sin)), measure.FromRadians(math.Atan((a.Tan() - b.Tan()*cos) / sin))
}

// RightLean is how far the wall right of a corner leans into the room, where the one
// left of it leans by a and the corner's line leans right in it by rho.
func RightLean(turn, a, rho measure.Angle) measure.Angle {
	return measure.FromRadians(math.Atan(a.Tan()*turn.Cos() - rho.Tan()*turn.Sin()))
}

// LeftLean is how far the wall left of a corner leans into the room, where the one right of
// it leans by b and the corner's line leans right in that one's face by rho.
func LeftLean(turn, b, rho measure.Angle) measure.Angle {
	return measure.FromRadians(math.Atan(rho.Tan()*turn.Sin() + b.Tan()*turn.Cos()))
}

// Proud is how much shorter a piece is at a corner for lying on a surface that stands
// proud of its wall by own, where the next wall's stands proud by other:
// (other − own·cos τ)/sin τ, which is b·tan(τ/2) where both stand proud alike; less
// than 0 at an outside corner.
func Proud(turn measure.Angle, own, other measure.Length) measure.Length {
	if own == other {
		return own.Times((turn / 2).Tan())
	}
	return measure.Length(math.Round((float64(other) - float64(own)*turn.Cos()) / turn.Sin()))
}

// Rise is r in x = x₀ + r·z: how far the end moves along the piece for each unit up.
// Positive means that the top reaches further right than the bottom.
func (n Normal) Rise() float64 {
	if n.Z == 0 {
		return 0
	}
	return -n.Z / n.X
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

// UnequalTurn is the reading of the corner for which a piece that stands out by own would
// be cut, where it is mitred to one that stands out by other: the two cuts meet in a line
// from corner to corner of the faces, (k + cos θ)/sin θ along each unit out, k = other/own.
func UnequalTurn(theta measure.Angle, own, other measure.Length) measure.Angle {
	k := float64(other) / float64(own)
	half := measure.FromRadians(math.Atan((k + theta.Cos()) / theta.Sin()))
	return 180 - 2*half
}
