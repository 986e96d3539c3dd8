package picture

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

// combination is one way that an end can be cut.
type combination struct {
	name string
	cut  Cut
	st   Blank
}

// combinations are all of them: four nested, eight flat, upright, each as it is and with
// an end that leans to either hand.
func combinations(t *testing.T) (out []combination) {
	lib, _ := profile.Library()
	stock := map[string]Blank{}
	for _, k := range lib {
		s, err := profile.New(k.Outline)
		require.NoError(t, err)
		stock[k.ID] = Blank{Section: s.Sketch(0), Known: true}
	}
	poses := []saw.Pose{{Lie: saw.Upright}, {Lie: saw.Nested, Spring: 38}, {Lie: saw.Flat, Edge: saw.Top, Spring: 38},
		{Lie: saw.Flat, Edge: saw.Bottom, Spring: 38}}
	for _, pose := range poses {
		for _, kind := range []string{"inside", "outside"} {
			for _, hand := range []joint.Hand{joint.Left, joint.Right} {
				for _, lean := range []measure.Angle{0, 3, -3} {
					n := joint.InsideEnd(88)
					if kind == "outside" {
						n = joint.OutsideEnd(88)
					}
					n = n.Leaning(lean).At(hand)
					st := stock["skiff"]
					if pose.Lie == saw.Upright {
						st = stock["landing"]
					}
					out = append(out, combination{fmt.Sprint(kind, " ", hand, " ", pose.Name(), " leaning ", lean), Cut{Plane: n, Pose: pose, Setting: saw.For(n, pose)}, st})
				}
			}
		}
	}
	return out
}

func mean(ps []Place, i int) float64 {
	sum := 0.0
	for _, p := range ps {
		sum += p[i]
	}
	return sum / float64(len(ps))
}

// Whatever the combination: on the saw the kept piece lies on the side to keep and the
// waste on the other; the piece lies on the table and touches the fence with the edge that
// is named; the cut lies in the blade's plane, and that is the setting's.
func TestSolidAgreesWithTheSetting(t *testing.T) {
	all := combinations(t)
	assert.Len(t, all, 4*2*2*3)
	for _, c := range all {
		s := Turned(c.cut, c.st)
		on := func(ps []Place) (out []Place) {
			for _, p := range ps {
				out = append(out, s.OnSaw(p))
			}
			return out
		}
		end, far, waste := on(s.End), on(s.Far), on(s.Waste)
		if c.cut.Setting.Keep == joint.Left {
			assert.Less(t, mean(far, 0), mean(end, 0), c.name)
			assert.Greater(t, mean(waste, 0), mean(end, 0), c.name)
		} else {
			assert.Greater(t, mean(far, 0), mean(end, 0), c.name)
			assert.Less(t, mean(waste, 0), mean(end, 0), c.name)
		}
		low, back, at := math.Inf(1), math.Inf(-1), 0
		for i, p := range end {
			low = min(low, p[2])
			if p[1] > back {
				back, at = p[1], i
			}
		}
		assert.InDelta(t, 0, low, 1e-3, c.name+": on the table")
		assert.InDelta(t, 0, back, 1e-3, c.name+": against the fence")
		// Which edge touches: the installed height of the place at the fence.
		high := 0.0
		for _, p := range c.st.Section {
			high = max(high, p[1])
		}
		switch z := c.st.Section[at][1]; touches(c.cut.Pose) {
		case "bottom edge":
			assert.Less(t, z, high/2, c.name)
		case "top edge":
			assert.Greater(t, z, high/2, c.name)
		case "back":
			assert.InDelta(t, 0, c.st.Section[at][0], 1e-6, c.name)
		}
		// The blade's plane, by its corners, has the setting's normal, and the cut lies in it.
		u, v := minus(s.Blade[1], s.Blade[0]), minus(s.Blade[3], s.Blade[0])
		n := Place{u[1]*v[2] - u[2]*v[1], u[2]*v[0] - u[0]*v[2], u[0]*v[1] - u[1]*v[0]}
		l := math.Sqrt(dot(n, n))
		m, b := c.cut.Setting.Mitre, c.cut.Setting.Bevel
		want := Place{b.Cos() * m.Cos(), b.Cos() * m.Sin(), b.Sin()}
		assert.InDelta(t, 1, math.Abs(dot(n, want))/l, 1e-6, c.name)
		for _, p := range end {
			assert.InDelta(t, 0, dot(minus(p, s.Blade[0]), want), 2e-3, c.name+": the cut lies in the blade's plane")
		}
		// The told point is at nothing on the piece, and in the picture from above as well.
		bench := OnSaw(c.cut, c.st)
		assert.InDelta(t, s.OnSaw(Place{})[1], bench.Mark[1], 1e-3, c.name)
		assert.NotEmpty(t, s.Still)
	}
}

func minus(a, b Place) Place { return Place{a[0] - b[0], a[1] - b[1], a[2] - b[2]} }
func dot(a, b Place) float64 { return a[0]*b[0] + a[1]*b[1] + a[2]*b[2] }

// Along an added fence the piece lies square to the saw's own, in front of it, comes toward
// whoever saws, and its cut has the slant of the blade as it is set: from above and in
// space, at both hands, inside and outside, upright and nested.
func TestAlongAnAddedFence(t *testing.T) {
	base, crown := Sample(measure.Inch, 4*measure.Inch, false), Sample(3*measure.Inch, 3*measure.Inch, true)
	for _, k := range []struct {
		hand joint.Hand
		end  func(measure.Angle) joint.Normal
		pose saw.Pose
		st   Blank
	}{
		{joint.Left, joint.InsideEnd, saw.Pose{Lie: saw.Upright}, base}, {joint.Right, joint.InsideEnd, saw.Pose{Lie: saw.Upright}, base},
		{joint.Left, joint.OutsideEnd, saw.Pose{Lie: saw.Upright}, base}, {joint.Right, joint.OutsideEnd, saw.Pose{Lie: saw.Upright}, base},
		{joint.Left, joint.InsideEnd, saw.Pose{Lie: saw.Nested, Spring: 45}, crown}, {joint.Right, joint.InsideEnd, saw.Pose{Lie: saw.Nested, Spring: 45}, crown},
		{joint.Left, joint.OutsideEnd, saw.Pose{Lie: saw.Nested, Spring: 45}, crown}, {joint.Right, joint.OutsideEnd, saw.Pose{Lie: saw.Nested, Spring: 45}, crown},
	} {
		for _, theta := range []measure.Angle{50, 88} {
			n := k.end(theta).At(k.hand)
			is, fence, ok := saw.AddedFence(saw.For(n, k.pose), saw58)
			require.True(t, ok)
			cut := Cut{Plane: n, Pose: k.pose, Setting: is, Fence: fence}
			alongAdded(t, cut, OnSaw(cut, k.st), Turned(cut, k.st))
		}
	}
}

func alongAdded(t *testing.T, c Cut, b Bench, s Solid) {
	is := c.Setting
	require.NotNil(t, b.Added)
	assert.Equal(t, c.Fence, b.AddedOn)
	slant := (b.Keep[1][0] - b.Keep[2][0]) / (b.Keep[1][1] - b.Keep[2][1])
	assert.InDelta(t, -is.Mitre.Tan(), slant, 1e-3)
	// Which side of the blade's line the kept wood lies on.
	right := func(ps []Point) bool {
		x, y := middle(ps)
		return (x-b.Blade[0][0])*is.Mitre.Cos()+(y-b.Blade[0][1])*is.Mitre.Sin() > 0
	}
	assert.Equal(t, is.Keep == joint.Right, right(b.Keep))
	assert.Equal(t, is.Keep == joint.Left, right(b.Waste))
	_, keepY := middle(b.Keep)
	x, wasteY := middle(b.Waste)
	assert.Less(t, keepY, wasteY, "what is kept comes toward whoever saws")
	assert.Equal(t, c.Fence == joint.Left, x > 0, "the piece lies beside the added fence")
	for _, p := range append(b.Keep, b.Waste...) {
		assert.Negative(t, p[1], "it lies in front of the saw's own fence")
	}
	// The same in space.
	require.NotEmpty(t, s.Added)
	assert.Equal(t, string(is.Keep), s.Keep)
	normal := Place{is.Mitre.Cos(), is.Mitre.Sin(), 0}
	var end, far Place
	for i := range s.End {
		p, q := s.OnSaw(s.End[i]), s.OnSaw(s.Far[i])
		assert.InDelta(t, 0, dot(minus(p, s.Blade[0]), normal), 2e-3, "the cut lies in the blade's plane")
		assert.Equal(t, is.Keep == joint.Right, dot(minus(q, s.Blade[0]), normal) > 0, "what is kept")
		for k := range 3 {
			end[k], far[k] = end[k]+p[k], far[k]+q[k]
		}
	}
	assert.Less(t, far[1], end[1], "toward whoever saws")
}

func middle(ps []Point) (x, y float64) {
	for _, p := range ps {
		x, y = x+p[0]/float64(len(ps)), y+p[1]/float64(len(ps))
	}
	return x, y
}

var saw58 = &job.Saw{MitreLeft: 58, MitreRight: 58}
