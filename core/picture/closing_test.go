package picture_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/fit"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/profile/profiletest"
)

func quayIn(t *testing.T, theta measure.Angle, kind fit.Kind) fit.Joint {
	s := profiletest.Named(t, "quay")
	return fit.Joint{Kind: kind, Crown: true, Through: s, Coped: s, Corner: fit.Corner{Theta: theta}, Made: fit.Made{Theta: 90, Back: 15,
		Halves: [2]measure.Angle{45, 45}}}
}

// The gap is drawn so many times as wide as it is, and told so; the graph has it true.
func TestClosingIsDrawnAsItIs(t *testing.T) {
	c := quayIn(t, 92, fit.Cope).Close()
	p := picture.OfClosing(c, 1.0/16)
	assert.Equal(t, len(p.Edge), len(p.Mate))
	most := 0.0
	for i, e := range p.Edge {
		drawn := e[0] - p.Mate[i][0]
		assert.InDelta(t, p.Graph[i][1]*float64(p.Times), drawn, .02)
		most = max(most, p.Graph[i][1])
	}
	assert.InDelta(t, c.Gap(), most, 1e-3)
	assert.GreaterOrEqual(t, p.Most, most)
	assert.Equal(t, 16, picture.OfClosing(quayIn(t, 90.1, fit.Cope).Close(), 1.0/16).Times, "what is hardly open is drawn large")
	assert.Equal(t, 1, picture.OfClosing(fit.Closed{}, 1).Times)
}

// In space the two pieces stand in their corner: each on its own wall, their near ends beside each other.
func TestJointInSpace(t *testing.T) {
	for _, kind := range []fit.Kind{fit.Cope, fit.Mitre} {
		for _, theta := range []measure.Angle{88, 90, 92} {
			j := quayIn(t, theta, kind)
			s := picture.InSpace(j, j.Close())
			sin, cos := math.Sincos(theta.Radians())
			for _, p := range s.Pieces {
				for i, q := range p.Section {
					off := p.Far[i][1] // how far out from its own wall
					if !p.Gives {
						off = p.Far[i][0]*sin - p.Far[i][1]*cos
					}
					assert.InDelta(t, q[0], off, 2e-2, "%s in %v", kind, theta)
					assert.InDelta(t, q[1], p.Far[i][2], 2e-2)
					// The ends stay on their own side of the other wall.
					d := p.Near[i][0]*sin - p.Near[i][1]*cos
					if !p.Gives {
						d = p.Near[i][1]
					}
					assert.Greater(t, d, -.05, "%s in %v", kind, theta)
				}
			}
			assert.Len(t, s.Walls, 3)
		}
	}
}
