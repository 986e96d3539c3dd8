package saw

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

func end(kind string, reading measure.Angle, hand joint.Hand) joint.Normal {
	switch kind {
	case "inside":
		return joint.InsideEnd(reading).At(hand)
	case "outside":
		return joint.OutsideEnd(reading).At(hand)
	}
	return joint.SquareEnd().At(hand)
}

// The worked table of docs/geometry.md, "The saw", to a hundredth of a degree.
func TestWorkedTable(t *testing.T) {
	for _, c := range []struct {
		kind    string
		reading measure.Angle
		hand    joint.Hand
		pose    Pose
		mitre   float64
		bevel   float64
		keep    joint.Hand
	}{
		{"inside", 91.5, joint.Right, Pose{Lie: Upright}, -44.25, 0, joint.Left},
		{"outside", 88.4, joint.Left, Pose{Lie: Upright}, -45.80, 0, joint.Right},
		{"outside", 136, joint.Right, Pose{Lie: Upright}, 22, 0, joint.Left},
		{"square", 0, joint.Left, Pose{Lie: Upright}, 0, 0, joint.Right},
		{"square", 0, joint.Right, Pose{Lie: Nested}, 0, 0, joint.Right},
		{"inside", 90, joint.Right, Pose{Lie: Nested, Spring: 38}, 45, 0, joint.Right},
		{"inside", 90, joint.Left, Pose{Lie: Nested, Spring: 38}, -45, 0, joint.Left},
		{"outside", 90, joint.Right, Pose{Lie: Nested, Spring: 38}, -45, 0, joint.Right},
		{"outside", 88.4, joint.Left, Pose{Lie: Nested, Spring: 45}, 45.80, 0, joint.Left},
		{"inside", 90, joint.Right, Pose{Flat, Top, 45}, 35.26, 30, joint.Left},
		{"inside", 90, joint.Left, Pose{Flat, Bottom, 45}, -35.26, 30, joint.Left},
		{"outside", 90, joint.Right, Pose{Flat, Bottom, 45}, -35.26, 30, joint.Right},
		{"outside", 90, joint.Left, Pose{Flat, Top, 45}, 35.26, 30, joint.Right},
		{"inside", 91.5, joint.Right, Pose{Flat, Top, 38}, 30.95, 33.36, joint.Left},
		{"outside", 88.4, joint.Right, Pose{Flat, Bottom, 38}, -32.34, 34.40, joint.Right},
		{"inside", 136, joint.Left, Pose{Flat, Bottom, 52}, -17.66, 13.33, joint.Left},
	} {
		s := For(end(c.kind, c.reading, c.hand), c.pose)
		name := string(c.hand) + " " + c.kind + " " + string(c.pose.Lie) + " " + string(c.pose.Edge)
		assert.InDelta(t, c.mitre, float64(s.Mitre), 0.005, name)
		assert.InDelta(t, c.bevel, float64(s.Bevel), 0.005, name)
		assert.Equal(t, c.keep, s.Keep, name)
		assert.False(t, math.Signbit(float64(s.Mitre)) && s.Mitre == 0, name)
		assert.False(t, math.Signbit(float64(s.Bevel)) && s.Bevel == 0, name)
	}
}

// Flat crown against the closed form: mitre = atan(sin S / tan(θ/2)),
// bevel = asin(cos S·cos(θ/2)).
func TestFlatCrownClosedForm(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(20, 179).Draw(t, "theta"))
		spring := measure.Angle(rapid.Float64Range(1, 89).Draw(t, "spring"))
		kind := rapid.SampledFrom([]string{"inside", "outside"}).Draw(t, "kind")
		hand := rapid.SampledFrom([]joint.Hand{joint.Left, joint.Right}).Draw(t, "hand")
		edge := rapid.SampledFrom([]Edge{Top, Bottom}).Draw(t, "edge")
		s := For(end(kind, theta, hand), Pose{Flat, edge, spring})
		assert.InDelta(t, math.Atan(spring.Sin()/(theta/2).Tan())*180/math.Pi, math.Abs(float64(s.Mitre)), 1e-9)
		assert.InDelta(t, math.Asin(spring.Cos()*(theta/2).Cos())*180/math.Pi, math.Abs(float64(s.Bevel)), 1e-9)
	})
}

func drawEnd(t *rapid.T) joint.Normal {
	x := rapid.Float64Range(0.02, 1).Draw(t, "x")
	if rapid.Bool().Draw(t, "left") {
		x = -x
	}
	y, z := rapid.Float64Range(-1, 1).Draw(t, "y"), rapid.Float64Range(-1, 1).Draw(t, "z")
	l := math.Sqrt(x*x + y*y + z*z)
	return joint.Normal{X: x / l, Y: y / l, Z: z / l}
}

func drawPose(t *rapid.T) Pose {
	return Pose{rapid.SampledFrom([]Lie{Upright, Nested, Flat}).Draw(t, "lie"), rapid.SampledFrom([]Edge{Top, Bottom}).Draw(t, "edge"),
		measure.Angle(rapid.Float64Range(0, 90).Draw(t, "spring"))}
}

// plane is the end plane that a setting cuts on a piece lying so: the inverse
// of For, worked the other way round.
func plane(s Setting, pose Pose) joint.Normal {
	b, m := s.Bevel, s.Mitre
	n := joint.Normal{X: b.Cos() * m.Cos(), Y: b.Cos() * m.Sin(), Z: b.Sin()}
	if s.Keep == joint.Right {
		n = joint.Normal{X: -n.X, Y: -n.Y, Z: -n.Z}
	}
	return pose.Installed(n)
}

// A setting cuts the plane it was worked out from, whatever the pose.
func TestSettingReproducesThePlane(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, pose := drawEnd(t), drawPose(t)
		back := plane(For(n, pose), pose)
		assert.InDelta(t, n.X, back.X, 1e-9)
		assert.InDelta(t, n.Y, back.Y, 1e-9)
		assert.InDelta(t, n.Z, back.Z, 1e-9)
	})
}

// The other hand of an end is the mirrored cut: mitre and bevel change sign,
// and the other side is kept.
func TestMirroredEndsGiveMirroredSettings(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, pose := drawEnd(t), drawPose(t)
		a, b := For(n, pose), For(n.At(joint.Left), pose)
		assert.InDelta(t, float64(a.Mitre), -float64(b.Mitre), 1e-9)
		// The blade plane's z stays and its x turns, so the tilt turns as well.
		assert.InDelta(t, float64(a.Bevel), -float64(b.Bevel), 1e-9)
		assert.NotEqual(t, a.Keep, b.Keep)
	})
}

// At one inside corner of a base the two pieces are mirror images at the saw,
// and so they are at an outside one.
func TestMatingEndsMeet(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := measure.Angle(rapid.Float64Range(5, 179).Draw(t, "theta"))
		kind := rapid.SampledFrom([]string{"inside", "outside"}).Draw(t, "kind")
		right, left := end(kind, theta, joint.Right), end(kind, theta, joint.Left)
		// Turn the left end of the next wall's piece into the first wall's frame
		// by the signed turn; the two planes are then one, facing each other.
		turn := 180 - theta
		if kind == "outside" {
			turn = -turn
		}
		// Walls run clockwise from above: X' = X cos − ..., with Y into the wall.
		x := left.X*turn.Cos() + left.Y*turn.Sin()
		y := -left.X*turn.Sin() + left.Y*turn.Cos()
		assert.InDelta(t, -right.X, x, 1e-9)
		assert.InDelta(t, -right.Y, y, 1e-9)
	})
}

func TestDialAndDetent(t *testing.T) {
	m := &job.Saw{MitreLeft: 50, MitreRight: 50, BevelLeft: 45, Resolution: 0.5, Detents: []measure.Angle{0, 15, 22.5, 30, 45}}
	at := func(a measure.Angle) *measure.Angle { return &a }
	for _, c := range []struct {
		mitre  measure.Angle
		dial   measure.Angle
		detent *measure.Angle
		text   string
	}{
		{-44.8, -45, at(45), "at the 45 detent"},
		{45.25, 45.5, nil, "0.5° past the 45 detent"},
		{-44.25, -44.5, nil, "0.5° short of the 45 detent"},
		{0, 0, at(0), "at the square detent"},
		{22.4, 22.5, at(22.5), "at the 22.5 detent"},
		{37.6, 37.5, nil, "7.5° past the 30 detent"},
		{62, 62, nil, "no detent near"},
	} {
		d := On(Setting{Mitre: c.mitre}, m)
		assert.Equal(t, c.dial, d.Mitre)
		assert.Equal(t, c.detent, d.Detent)
		assert.Equal(t, c.text, d.Text())
	}
}

func TestReaches(t *testing.T) {
	m := &job.Saw{MitreLeft: 50, MitreRight: 60, BevelLeft: 45, BevelRight: 0, Resolution: 0.5}
	for _, c := range []struct {
		s    Setting
		want bool
	}{
		{Setting{Mitre: -50}, true}, {Setting{Mitre: -50.1}, false}, {Setting{Mitre: 60}, true}, {Setting{Mitre: 60.01}, false},
		{Setting{Bevel: 45}, true}, {Setting{Bevel: -1}, false}, {Setting{}, true},
	} {
		assert.Equal(t, c.want, Reaches(c.s, m), "%+v", c.s)
	}
}

// A cut of 68 where the saw reaches 52: a fence square to the first makes it
// 22 the other way.
func TestAddedFence(t *testing.T) {
	m := &job.Saw{MitreLeft: 52, MitreRight: 52, Resolution: 0.5}
	s, _, ok := AddedFence(Setting{Mitre: 68, Keep: joint.Left}, m)
	require.True(t, ok)
	assert.InDelta(t, -22, float64(s.Mitre), 1e-9)
	s, _, ok = AddedFence(Setting{Mitre: -68, Keep: joint.Right}, m)
	require.True(t, ok)
	assert.InDelta(t, 22, float64(s.Mitre), 1e-9)
	_, _, ok = AddedFence(Setting{Mitre: 68, Bevel: 3}, m)
	assert.False(t, ok)
	_, _, ok = AddedFence(Setting{Mitre: 30}, m)
	assert.False(t, ok, "60 is past the swing as well")
}

// Which hand's end, at which corner, and how it lies: with the fence added, the piece comes
// toward whoever saws, and what is kept lies as it then must.
func TestAddedFenceByHand(t *testing.T) {
	m := &job.Saw{MitreLeft: 45, MitreRight: 45, Resolution: 0.5}
	for _, c := range []struct {
		kind     string
		theta    measure.Angle
		hand     joint.Hand
		lie      Lie
		mitre    measure.Angle
		keep     joint.Hand
		standsOn joint.Hand
	}{
		{"outside", 88, joint.Right, Upright, -44, joint.Right, joint.Left},
		{"outside", 88, joint.Left, Upright, 44, joint.Left, joint.Right},
		{"inside", 60, joint.Right, Upright, 30, joint.Left, joint.Left},
		{"inside", 60, joint.Left, Upright, -30, joint.Right, joint.Right},
		{"outside", 88, joint.Right, Nested, 44, joint.Left, joint.Right},
		{"outside", 88, joint.Left, Nested, -44, joint.Right, joint.Left},
		{"inside", 60, joint.Right, Nested, -30, joint.Right, joint.Right},
		{"inside", 60, joint.Left, Nested, 30, joint.Left, joint.Left},
	} {
		w := Choose(end(c.kind, c.theta, c.hand), Moulding{Crown: c.lie == Nested, Spring: 45}, Nested, m)
		name := fmt.Sprintf("%s %s %s", c.kind, c.hand, c.lie)
		require.True(t, w.Reached, name)
		assert.Equal(t, c.lie, w.Pose.Lie, name)
		assert.InDelta(t, float64(c.mitre), float64(w.Setting.Mitre), 1e-9, name)
		assert.Equal(t, c.keep, w.Setting.Keep, name)
		assert.Equal(t, c.standsOn, w.Fence, name)
	}
}

// The whole class, hung again in space: along an added fence the piece is turned so that it
// comes toward whoever saws (−y), its back lies against that fence, and the plane that the
// blade cuts, with the side that is kept, is the end's own.
func TestAddedFenceCutsTheEnd(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom([]string{"inside", "outside"}).Draw(t, "kind")
		hand := rapid.SampledFrom([]joint.Hand{joint.Left, joint.Right}).Draw(t, "hand")
		lie := rapid.SampledFrom([]Lie{Upright, Nested}).Draw(t, "lie")
		theta := measure.Angle(rapid.Float64Range(30, 89).Draw(t, "theta"))
		n, p := end(kind, theta, hand), Pose{Lie: lie, Spring: 40}
		s, side, ok := AddedFence(For(n, p), &job.Saw{MitreLeft: 80, MitreRight: 80})
		require.True(t, ok)
		about := func(v joint.Normal) joint.Normal { // the turn that brings the body toward −y
			quarter := 1.0
			if body := p.OnSaw(joint.Normal{X: map[joint.Hand]float64{joint.Right: -1, joint.Left: 1}[hand]}); body.X > 0 {
				quarter = -1
			}
			v = p.OnSaw(v)
			return joint.Normal{X: -quarter * v.Y, Y: quarter * v.X, Z: v.Z}
		}
		body := about(joint.Normal{X: map[joint.Hand]float64{joint.Right: -1, joint.Left: 1}[hand]})
		require.InDelta(t, -1, body.Y, 1e-9, "it comes toward whoever saws")
		back := about(joint.Normal{Y: 1})
		assert.Equal(t, side == joint.Right, back.X > 0, "its back lies against the added fence")
		out := about(n)
		assert.Equal(t, s.Keep == joint.Left, out.X > 0, "what is kept")
		blade := joint.Normal{X: s.Mitre.Cos(), Y: s.Mitre.Sin()}
		assert.InDelta(t, 1, math.Abs(blade.X*out.X+blade.Y*out.Y), 1e-9, "the blade's plane is the end's")
	})
}

func TestSides(t *testing.T) {
	assert.Equal(t, "44.75° left", SwingText(-44.75))
	assert.Equal(t, "22° right", SwingText(22))
	assert.Equal(t, "30° left", TiltText(30))
	assert.Equal(t, "0°", TiltText(0))
}
