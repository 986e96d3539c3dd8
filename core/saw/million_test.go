package saw

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// A million random ends in random poses: the setting cuts the very plane it came from.
func TestAMillionEnds(t *testing.T) {
	n := 1_000_000
	if testing.Short() {
		n = 50_000
	}
	r := rand.New(rand.NewPCG(5, 38))
	worst := 0.0
	for range n {
		e := joint.Normal{X: r.Float64()*2 - 1, Y: r.Float64()*2 - 1, Z: r.Float64()*2 - 1}
		l := math.Sqrt(e.X*e.X + e.Y*e.Y + e.Z*e.Z)
		if l < 0.05 {
			continue
		}
		e = joint.Normal{X: e.X / l, Y: e.Y / l, Z: e.Z / l}
		p := Pose{[]Lie{Upright, Nested, Flat}[r.IntN(3)], []Edge{Top, Bottom}[r.IntN(2)], measure.Angle(r.Float64() * 90)}
		s := For(e, p)
		back := plane(s, p)
		worst = max(worst, math.Abs(back.X-e.X), math.Abs(back.Y-e.Y), math.Abs(back.Z-e.Z))
		// The kept piece lies on the side that its end looks away from.
		on := p.OnSaw(e)
		if (on.X > 0) != (s.Keep == joint.Left) && math.Abs(on.X) > 1e-12 {
			t.Fatalf("kept on the wrong side: %+v %+v", e, p)
		}
		if m := float64(s.Mitre.Abs()); m > 90+1e-9 {
			t.Fatalf("mitre of %v", m)
		}
	}
	require.Less(t, worst, 1e-9)
}

// At a corner of any angle and with any lean of its line, the ends of the two pieces
// are one plane, seen from either wall.
func TestMatingEndsMeetWhateverLeans(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	for range 100_000 {
		turn := measure.Angle(10 + 160*r.Float64())
		inside := r.IntN(2) == 0
		a := measure.Angle(r.Float64()*6 - 3)
		end := joint.InsideEnd(180 - turn)
		signed := turn
		if !inside {
			end, signed = joint.OutsideEnd(180-turn), -turn
		}
		// Walls that lean alike keep the joint in the plane that halves the corner.
		onA, onB := joint.CornerLeans(signed, a, a)
		right, left := end.Leaning(onA), end.Leaning(-onB).At(joint.Left)
		// The two fold into one another by reflection: the same slopes, mirrored.
		require.InDelta(t, right.Slope(), -left.Slope(), 1e-9)
		require.InDelta(t, right.Rise(), -left.Rise(), 1e-9)
	}
}

// Where the ways of laying a piece must agree they do: flat with a spring of nothing is
// a base on its back, mitre for bevel; nested is upright turned half around.
func TestPosesAgree(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 9))
	for range 10_000 {
		theta := measure.Angle(30 + 140*r.Float64())
		hand := []joint.Hand{joint.Left, joint.Right}[r.IntN(2)]
		e := joint.InsideEnd(theta).At(hand)
		up, nested := For(e, Pose{Lie: Upright}), For(e, Pose{Lie: Nested})
		require.InDelta(t, float64(up.Mitre), -float64(nested.Mitre), 1e-9)
		require.NotEqual(t, up.Keep, nested.Keep)
		flat := For(e, Pose{Flat, Top, 0})
		require.InDelta(t, 0, float64(flat.Mitre), 1e-9)
		require.InDelta(t, math.Abs(float64(up.Mitre)), math.Abs(float64(flat.Bevel)), 1e-9)
		// A crown standing on edge against the ceiling, spring 90, is all mitre.
		require.InDelta(t, math.Abs(float64(up.Mitre)), math.Abs(float64(For(e, Pose{Flat, Top, 90}).Mitre)), 1e-9)
	}
}
