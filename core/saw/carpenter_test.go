package saw

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// A crown springing at 38 in a square room, worked by hand. Nested, the saw is at 45 and
// the whole art is which way and which side. Flat, the table is at
// atan(sin 38 / tan 45) = 31.62 and the blade at asin(cos 38 · cos 45) = 33.86.
//
// "right inside" is the right end of a piece, as one faces the wall, that runs into an
// inside corner. Handle and blade: where the saw's handle swings and the top of its
// blade leans.
func TestCrownWorkedByHand(t *testing.T) {
	for _, c := range []struct {
		end, lies    string
		handle       string
		blade        string
		keep         joint.Hand
		mitre, bevel measure.Angle
		hand         joint.Hand
		inside       bool
		pose         Pose
	}{
		// Nested: upside down, so what hangs on the right lies on the left.
		{"right inside", "nested", "45 right", "upright", joint.Right, 45, 0, joint.Right, true, Pose{Lie: Nested}},
		{"left inside", "nested", "45 left", "upright", joint.Left, -45, 0, joint.Left, true, Pose{Lie: Nested}},
		{"right outside", "nested", "45 left", "upright", joint.Right, -45, 0, joint.Right, false, Pose{Lie: Nested}},
		{"left outside", "nested", "45 right", "upright", joint.Left, 45, 0, joint.Left, false, Pose{Lie: Nested}},
		// Flat on its back, face up: top edge to the fence, then bottom edge.
		{"right inside", "flat, top to the fence", "31.62 right", "33.86 left", joint.Left, 31.62, 33.86, joint.Right, true, Pose{Flat, Top, 38}},
		{"left inside", "flat, top to the fence", "31.62 left", "33.86 right", joint.Right, -31.62, -33.86, joint.Left, true, Pose{Flat, Top, 38}},
		{"right outside", "flat, top to the fence", "31.62 left", "33.86 right", joint.Left, -31.62, -33.86, joint.Right, false, Pose{Flat, Top, 38}},
		{"left outside", "flat, top to the fence", "31.62 right", "33.86 left", joint.Right, 31.62, 33.86, joint.Left, false, Pose{Flat, Top, 38}},
		{"right inside", "flat, bottom to the fence", "31.62 right", "33.86 right", joint.Right, 31.62, -33.86, joint.Right, true, Pose{Flat, Bottom, 38}},
		{"left inside", "flat, bottom to the fence", "31.62 left", "33.86 left", joint.Left, -31.62, 33.86, joint.Left, true, Pose{Flat, Bottom, 38}},
		{"right outside", "flat, bottom to the fence", "31.62 left", "33.86 left", joint.Right, -31.62, 33.86, joint.Right, false, Pose{Flat, Bottom, 38}},
		{"left outside", "flat, bottom to the fence", "31.62 right", "33.86 right", joint.Left, 31.62, -33.86, joint.Left, false, Pose{Flat, Bottom, 38}},
	} {
		name := c.end + ", " + c.lies
		n := joint.OutsideEnd(90)
		if c.inside {
			n = joint.InsideEnd(90)
		}
		s := For(n.At(c.hand), c.pose)
		assert.InDelta(t, float64(c.mitre), float64(s.Mitre), 0.005, name+": handle "+c.handle)
		assert.InDelta(t, float64(c.bevel), float64(s.Bevel), 0.005, name+": blade "+c.blade)
		assert.Equal(t, c.keep, s.Keep, name+": keep")
	}
}
