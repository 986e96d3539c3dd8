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

const in = measure.Inch

func long(l measure.Length) *job.Entry { return &job.Entry{Length: l} }

var (
	quay  = Moulding{3*in + in/8, 3*in + 7*in/8, 38, true, false, "in"}
	plain = Moulding{5 * in / 8, 5 * in, 0, false, false, "in"}
)

// A saw that tilts left only, with what it takes.
func single() *job.Saw {
	return &job.Saw{MitreLeft: 50, MitreRight: 55, BevelLeft: 47, Resolution: 0.25,
		SawFacts: job.SawFacts{NestedHeight: long(5 * in), NestedDepth: long(4 * in), Flat: long(8 * in), Flat45: long(6 * in)}}
}

func TestHouseRuleFirst(t *testing.T) {
	w := Choose(joint.InsideEnd(90), quay, Nested, single())
	assert.Equal(t, Nested, w.Pose.Lie)
	assert.Empty(t, w.Why)
	w = Choose(joint.InsideEnd(90), quay, Flat, single())
	assert.Equal(t, Pose{Flat, Top, 38}, w.Pose)
	assert.Empty(t, w.Why, "the edge that this saw's tilt asks for is no fall-back")
	w = Choose(joint.InsideEnd(90), plain, Nested, single())
	assert.Equal(t, Upright, w.Pose.Lie)
}

// A single-tilt saw puts the other edge to the fence for every end whose bevel would
// lean the wrong way; a double-tilt one keeps the top edge there.
func TestTiltOnTheWrongSideTurnsTheEdge(t *testing.T) {
	both := single()
	both.BevelRight = 47
	for _, n := range []joint.Normal{joint.InsideEnd(90), joint.OutsideEnd(88)} {
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			w := Choose(n.At(hand), quay, Flat, single())
			require.True(t, w.Reached)
			assert.Positive(t, w.Setting.Bevel)
			assert.Equal(t, Top, Choose(n.At(hand), quay, Flat, both).Pose.Edge)
		}
	}
}

func TestTooTallNestedFallsToFlat(t *testing.T) {
	tall := Moulding{4*in + in/2, 5*in + in/4, 38, true, false, "in"}
	w := Choose(joint.InsideEnd(90), tall, Nested, single())
	require.True(t, w.Reached)
	assert.Equal(t, Flat, w.Pose.Lie)
	require.Len(t, w.Why, 1)
	assert.Equal(t, `Nested it stands 5 1/4" and this saw takes 5", nested it reaches out 4 1/2" and this saw takes 4".`, w.Why[0])
	// Across its back it is 6.91 in: more than this saw takes at a mitre of 45.
	narrow := single()
	narrow.Flat, narrow.Flat45 = long(7*in), long(5*in)
	w = Choose(joint.InsideEnd(90), tall, Nested, narrow)
	assert.False(t, w.Reached)
	assert.Equal(t, Nested, w.Pose.Lie)
	assert.Len(t, w.Why, 2, "both flat ways said once")
	// What is not known is held against nothing.
	assert.Equal(t, Nested, Choose(joint.InsideEnd(90), tall, Nested, &job.Saw{MitreLeft: 50, MitreRight: 50}).Pose.Lie)
}

// What a saw takes across its table shrinks with the mitre, and is never negative: at
// 89 no blade crosses anything.
func TestFlatCapacityNearNinety(t *testing.T) {
	m := single()
	m.Flat, m.Flat45 = long(8*in), long(5*in)
	for _, a := range []measure.Angle{0, 45, 70, 80, 89.31} {
		most, ok := FlatCapacity(a, m)
		require.True(t, ok)
		assert.GreaterOrEqual(t, most, measure.Length(0), a)
	}
	most, _ := FlatCapacity(45, m)
	assert.InDelta(t, 5, most.Inches(), 1e-9)
}

// A base turned 108 needs a mitre of 54: laid flat the blade tilts no further than 47;
// a fence square to the saw's own makes it 36.
func TestPastTheSwing(t *testing.T) {
	e := joint.InsideEnd(72)
	w := Choose(e, plain, Nested, single())
	require.True(t, w.Reached)
	assert.NotEmpty(t, w.Fence)
	assert.InDelta(t, 36, float64(w.Setting.Mitre), 1e-9)
	assert.Len(t, w.Why, 3)
	far := single()
	far.BevelLeft = 60
	w = Choose(e, plain, Nested, far)
	assert.Empty(t, w.Fence)
	assert.Equal(t, Flat, w.Pose.Lie)
	assert.InDelta(t, 54, float64(w.Setting.Bevel), 1e-9)
}

// Whatever is chosen as reached is within the saw, and cuts the end.
func TestChosenIsWithinTheSaw(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m := &job.Saw{MitreLeft: measure.Angle(rapid.Float64Range(0, 60).Draw(t, "l")), MitreRight: measure.Angle(rapid.Float64Range(0, 60).Draw(t, "r")),
			BevelLeft: measure.Angle(rapid.Float64Range(0, 50).Draw(t, "bl")), BevelRight: measure.Angle(rapid.Float64Range(0, 50).Draw(t, "br"))}
		if rapid.Bool().Draw(t, "small") {
			m.NestedHeight, m.Flat = long(4*in), long(6*in)
		}
		st := rapid.SampledFrom([]Moulding{quay, plain, {5 * in, 6 * in, 40, true, false, "in"}}).Draw(t, "stock")
		e := drawEnd(t)
		w := Choose(e, st, rapid.SampledFrom([]Lie{Nested, Flat}).Draw(t, "prefer"), m)
		if !w.Reached {
			assert.NotEmpty(t, w.Why)
			return
		}
		assert.True(t, Reaches(w.Setting, m))
		if w.Fence != "" {
			assert.Zero(t, w.Setting.Bevel)
			return
		}
		assert.Empty(t, Against(w.Setting, w.Pose, st, m))
		back := plane(w.Setting, w.Pose)
		assert.InDelta(t, 1, back.X*e.X+back.Y*e.Y+back.Z*e.Z, 1e-9)
	})
}

func TestFlatCapacity(t *testing.T) {
	m := single()
	at := func(a measure.Angle) measure.Length { l, _ := FlatCapacity(a, m); return l }
	assert.Equal(t, 8*in, at(0))
	assert.InDelta(t, float64(6*in), float64(at(-45)), 2)
	assert.Less(t, at(50), 6*in)
	assert.Greater(t, at(30), 6*in)
	_, ok := FlatCapacity(0, &job.Saw{})
	assert.False(t, ok)
}

// The wrong common spring taken for a 38 crown of 3 1/8 by 3 7/8: cut as a 45 the joint
// stands open by more than a quarter inch; with the right one by nothing.
func TestWrongSpring(t *testing.T) {
	spring := measure.FromRadians(math.Atan2(3.125, 3.875))
	assert.InDelta(t, 0, float64(WrongSpring(90, spring, spring, quay.Projection, quay.Drop)), 2)
	open := WrongSpring(90, spring, 45, quay.Projection, quay.Drop)
	assert.Greater(t, open, in/4)
	assert.Less(t, WrongSpring(90, spring, 38, quay.Projection, quay.Drop), open)
	// By hand for a quarter turn: the plane of a 45 crown, cut on one that springs at S.
	n := Pose{Flat, Top, spring}.Installed(Pose{Flat, Top, 45}.OnSaw(joint.InsideEnd(90)))
	x := n.Slope()*3.125 + n.Rise()*3.875
	assert.InDelta(t, 2*math.Abs(x+3.125)*math.Sqrt2/2, open.Inches(), 1e-6)
}
