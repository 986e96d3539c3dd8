package joint

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/measure"
)

func TestEnds(t *testing.T) {
	assert.Equal(t, Normal{1, 0, 0}, SquareEnd())
	assert.Equal(t, Normal{-1, 0, 0}, SquareEnd().At(Left))
	n := InsideEnd(90)
	assert.InDelta(t, -math.Sqrt2/2, n.Y, 1e-12, "back long")
	assert.InDelta(t, math.Sqrt2/2, OutsideEnd(90).Y, 1e-12, "back short")
	assert.Equal(t, measure.Angle(44.25), Half(91.5))
	assert.Equal(t, Right, Left.Other())
	assert.Equal(t, Left, Right.Other())
}

// The slope is −tan h at an inside right end, +tan h at an outside one, and
// the opposite at left ends.
func TestSlope(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(5, 179).Draw(t, "theta"))
		tan := Half(theta).Tan()
		assert.InDelta(t, -tan, InsideEnd(theta).Slope(), 1e-9)
		assert.InDelta(t, tan, InsideEnd(theta).At(Left).Slope(), 1e-9)
		assert.InDelta(t, tan, OutsideEnd(theta).Slope(), 1e-9)
		assert.InDelta(t, -tan, OutsideEnd(theta).At(Left).Slope(), 1e-9)
	})
	assert.False(t, math.Signbit(SquareEnd().At(Left).Slope()))
}

// At an acute corner of θ the other wall leans over the piece by u·cot θ at a
// distance u out: a square end that stops SquareReach short touches it with
// its front tip and no more, and the covering piece still hides it.
func TestSquareReach(t *testing.T) {
	const p = 9 * measure.Inch / 16
	assert.Zero(t, SquareReach(90, p))
	assert.Zero(t, SquareReach(91, p))
	assert.InDelta(t, 0.5625/math.Sqrt(3), SquareReach(60, p).Inches(), 1e-6)
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(20, 89.99).Draw(t, "theta"))
		e := SquareReach(theta, p).Inches()
		// The wall's line through the corner: distance of the tip from it.
		tip := e*theta.Sin() - 0.5625*theta.Cos()
		assert.InDelta(t, 0, tip, 1e-6)
		assert.GreaterOrEqual(t, tip, 0.0)
		cover := ThinnestThatCovers(theta, p)
		assert.Less(t, cover, p, "flat stock always covers")
		assert.InDelta(t, e, cover.Inches()*(theta/2).Cot(), 1e-6)
	})
	assert.Zero(t, ThinnestThatCovers(95, p))
}

// The two parts of a scarf meet in one plane: the same slope at the right end of
// one and the left end of the other.
func TestScarfMates(t *testing.T) {
	for _, phi := range []measure.Angle{45, 22.5} {
		under, over := ScarfEnd(phi, true), ScarfEnd(phi, false).At(Left)
		assert.Equal(t, Normal{-under.X, -under.Y, -under.Z}, over, "opposite planes")
		assert.InDelta(t, -phi.Tan(), under.Slope(), 1e-12)
		assert.InDelta(t, under.Slope(), over.Slope(), 1e-12)
	}
}

// A lean is the row "leaning by λ" of the table for a square end, keeps the mitre at
// the bottom for any other, and its plane holds the line of the corner.
func TestLeaning(t *testing.T) {
	assert.InDelta(t, measure.Angle(2).Cos(), SquareEnd().Leaning(2).X, 1e-12)
	assert.InDelta(t, -measure.Angle(2).Sin(), SquareEnd().Leaning(2).Z, 1e-12)
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(30, 170).Draw(t, "theta"))
		rho := measure.Angle(rapid.Float64Range(-5, 5).Draw(t, "rho"))
		n := InsideEnd(theta).Leaning(rho)
		assert.InDelta(t, 1, n.X*n.X+n.Y*n.Y+n.Z*n.Z, 1e-12)
		assert.InDelta(t, InsideEnd(theta).Slope(), n.Slope(), 1e-9)
		assert.InDelta(t, rho.Tan(), n.Rise(), 1e-9)
		assert.InDelta(t, 0, n.X*rho.Sin()+n.Z*rho.Cos(), 1e-12, "the corner's line lies in it")
		left := InsideEnd(theta).Leaning(-rho).At(Left)
		assert.InDelta(t, rho.Tan(), left.Rise(), 1e-9, "at a left end the same thing leans the same way")
	})
}

// The rows for a raking piece: plumb uphill and downhill, level above and below.
func TestRaked(t *testing.T) {
	const p = 30
	sin, cos := measure.Angle(p).Sin(), measure.Angle(p).Cos()
	near := func(want, got Normal) {
		t.Helper()
		assert.InDelta(t, want.X, got.X, 1e-12)
		assert.InDelta(t, want.Y, got.Y, 1e-12)
		assert.InDelta(t, want.Z, got.Z, 1e-12)
	}
	near(Normal{cos, 0, -sin}, SquareEnd().Raked(p))
	near(Normal{-cos, 0, sin}, SquareEnd().At(Left).Raked(p))
	near(Normal{sin, 0, cos}, Normal{Z: 1}.Raked(p))
	near(Normal{-sin, 0, -cos}, Normal{Z: -1}.Raked(p))
}

// Two leaning walls, taken as planes, meet in the line that CornerLeans tells, seen
// from either face; and the lean of one wall comes back from it.
func TestCornerLeans(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		turn := measure.Angle(rapid.Float64Range(20, 150).Draw(t, "turn"))
		if rapid.Bool().Draw(t, "outside") {
			turn = -turn
		}
		a, b := measure.Angle(rapid.Float64Range(-4, 4).Draw(t, "a")), measure.Angle(rapid.Float64Range(-4, 4).Draw(t, "b"))
		// At height 1 the faces stand tan a and tan b nearer the room: solve for the
		// corner's place there. Wall A runs along (1, 0), into it is (0, 1).
		into := [2]float64{turn.Sin(), turn.Cos()}
		y := -a.Tan()
		x := (-b.Tan() - into[1]*y) / into[0]
		onA, onB := CornerLeans(turn, a, b)
		assert.InDelta(t, x, onA.Tan(), 1e-9)
		assert.InDelta(t, x*turn.Cos()-y*turn.Sin(), onB.Tan(), 1e-9)
		assert.InDelta(t, float64(b), float64(RightLean(turn, a, onA)), 1e-9)
	})
	left, right := CornerLeans(90, 0, 1)
	assert.InDelta(t, -1, float64(left), 1e-9, "the wall on the right leans in: the corner leans left")
	assert.InDelta(t, 0, float64(right), 1e-9)
}

// Surfaces proud by different amounts meet where their lines do.
func TestProud(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		turn := measure.Angle(rapid.Float64Range(5, 170).Draw(t, "turn"))
		if rapid.Bool().Draw(t, "outside") {
			turn = -turn
		}
		own, other := measure.Length(rapid.IntRange(0, 25_400_000).Draw(t, "own")), measure.Length(rapid.IntRange(0, 25_400_000).Draw(t, "other"))
		e := Proud(turn, own, other).Inches()
		// Back from the corner by e and out by own stands other out of the next wall.
		out := e*turn.Sin() + own.Inches()*turn.Cos()
		assert.InDelta(t, other.Inches(), out, 1e-6)
	})
	assert.Equal(t, measure.Inch, Proud(90, measure.Inch, measure.Inch))
	assert.Equal(t, -measure.Inch, Proud(-90, measure.Inch, measure.Inch))
}

// A butt is the wall's own plane: at a square corner a square end.
func TestButt(t *testing.T) {
	assert.InDelta(t, 1, ButtEnd(90).X, 1e-12)
	n := ButtEnd(80)
	assert.InDelta(t, -measure.Angle(80).Cot(), n.Slope(), 1e-12, "the back is long in an acute corner")
}

// Two thicknesses that mitre: their cuts meet in one line, and together they turn the
// corner; of one thickness it is the plain mitre.
func TestUnequalTurn(t *testing.T) {
	for _, theta := range []measure.Angle{60, 90, 91.5, 135} {
		a, b := 3*measure.Inch/4, measure.Inch/2
		half := func(own, other measure.Length) measure.Angle { return Half(UnequalTurn(theta, own, other)) }
		assert.InDelta(t, 180-float64(theta), float64(half(a, b)+half(b, a)), 1e-9, "both mitres take the deflection")
		assert.InDelta(t, float64(a)/float64(half(a, b).Cos()), float64(b)/float64(half(b, a).Cos()), 1, "and their slants are as long")
		assert.InDelta(t, float64(theta), float64(UnequalTurn(theta, a, a)), 1e-9)
	}
}

// Between plumb walls it is the mitre of the corner; between leaning ones every point of it
// stands as far from the one wall as from the other, at both hands.
func TestLeaningMitre(t *testing.T) {
	for _, theta := range []measure.Angle{60, 90, 135} {
		in, out := LeaningMitre(180-theta, 0, 0), LeaningMitre(theta-180, 0, 0)
		for _, p := range [][2]Normal{{InsideEnd(theta), in}, {OutsideEnd(theta), out}} {
			assert.InDelta(t, p[0].X, p[1].X, 1e-12)
			assert.InDelta(t, p[0].Y, p[1].Y, 1e-12)
			assert.InDelta(t, 0, p[1].Z, 1e-12)
		}
	}
	rapid.Check(t, func(t *rapid.T) {
		turn := measure.Angle(rapid.Float64Range(5, 120).Draw(t, "turn"))
		if rapid.Bool().Draw(t, "outside") {
			turn = -turn
		}
		a, b := measure.Angle(rapid.Float64Range(-4, 4).Draw(t, "own")), measure.Angle(rapid.Float64Range(-4, 4).Draw(t, "other"))
		n := LeaningMitre(turn, a, b)
		assert.InDelta(t, 1, n.X*n.X+n.Y*n.Y+n.Z*n.Z, 1e-9)
		assert.Positive(t, n.X, "it points out of the piece")
		// Two places of the plane, in the piece's frame, and how far they are from both walls:
		// from its own −Y; from the other by that one's normal, turned into the same frame.
		other := [3]float64{b.Cos() * turn.Sin(), a.Cos()*b.Cos()*turn.Cos() + a.Sin()*b.Sin(), a.Cos()*b.Sin() - a.Sin()*b.Cos()*turn.Cos()}
		for _, yz := range [][2]float64{{-1, 0}, {0, 1}, {-3, 4}} {
			x := -(n.Y*yz[0] + n.Z*yz[1]) / n.X
			assert.InDelta(t, yz[0], other[0]*x+other[1]*yz[0]+other[2]*yz[1], 1e-9)
		}
	})
}
