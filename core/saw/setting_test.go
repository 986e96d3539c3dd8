package saw

import (
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

// The worked table of docs/geometry.md, to a hundredth of a degree.
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
	s, ok := AddedFence(Setting{Mitre: 68, Keep: joint.Left}, m)
	require.True(t, ok)
	assert.InDelta(t, -22, float64(s.Mitre), 1e-9)
	s, ok = AddedFence(Setting{Mitre: -68, Keep: joint.Right}, m)
	require.True(t, ok)
	assert.InDelta(t, 22, float64(s.Mitre), 1e-9)
	_, ok = AddedFence(Setting{Mitre: 68, Bevel: 3}, m)
	assert.False(t, ok)
	_, ok = AddedFence(Setting{Mitre: 30}, m)
	assert.False(t, ok, "60 is past the swing as well")
}

func TestSides(t *testing.T) {
	assert.Equal(t, "44.75° left", SwingText(-44.75))
	assert.Equal(t, "22° right", SwingText(22))
	assert.Equal(t, "30° left", TiltText(30))
	assert.Equal(t, "0°", TiltText(0))
}
