package plan_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/housetest"
	"gnomon/core/plan/plantest"
	"gnomon/core/saw"
)

// A saw that swings 45 and cuts half a degree less than it says would have to be dialled 45.5 for a mitre of 45: it stands
// against its stop before that. Along an added fence it can be cut.
func TestDialPastTheSwing(t *testing.T) {
	j := plantest.Read(t, `{"gnomon":5,"mouldings":[{"id":"b","height":"4","thickness":"5/8","profiled":true,"sticks":["16'"]}],
		"saws":[{"id":"s","mitre_left":45,"mitre_right":45,"bevel_left":45,"bevel_right":0,"resolution":0.5,"detents":[0,45],
			"tests":[{"id":"t","way":"corner","dialled":45,"corner":91}]}],"saw":"s","rules":{"inside":"mitre"},
		"rooms":[{"id":"r","walls":[{"id":"w0","length":"60"},{"id":"w1","length":"80"}],"corners":[{"id":"c0","kind":"outside","reading":90}],
			"runs":[{"id":"k","moulding":"b"}]}]}`)
	p := plantest.Build(t, j)
	left, right := plantest.Piece(t, p, "k.w0").Right, plantest.Piece(t, p, "k.w1").Left
	for _, e := range []piece.End{left, right} {
		if e.Dial != nil {
			assert.LessOrEqual(t, float64(e.Dial.Mitre.Abs()), 45.0)
		}
	}
	past := left
	if len(right.Why) > 0 {
		past = right
	}
	assert.Contains(t, past.Why[0], "takes a mitre of 45°")
	assert.Contains(t, past.Why[0], "dialled 45.5°")
}

// Nothing is ever dialled past a saw's swing or tilt, whatever its test cuts say and whatever was learned of it.
func TestNothingIsDialledPastTheSaw(t *testing.T) {
	dialled := 0
	for seed := range uint64(*houses) {
		j := housetest.Whole(seed)
		rng := rand.New(rand.NewPCG(seed, 35))
		s := &j.Saws[0]
		for n := range rng.IntN(4) {
			corner := measure.Angle(88 + 4*rng.Float64())
			s.Tests = append(s.Tests, job.Test{ID: fmt.Sprint("t", n), Way: "corner", Set: measure.Angle(45 - 90*rng.IntN(2)), Corner: &corner})
		}
		j.Normalise()
		if j.Check() != nil {
			continue
		}
		p := plantest.Build(t, j)
		for _, q := range p.Pieces {
			for _, hand := range piece.Hands {
				e := q.End(hand)
				if e.Dial == nil || e.Setting == nil {
					continue
				}
				dialled++
				if e.Setting.Mitre != 0 {
					require.LessOrEqual(t, float64(e.Dial.Mitre.Abs()), float64(s.MitreLeft)+1e-9, "house %d: %s", seed, q.ID)
				}
				if most := map[bool]float64{true: float64(s.BevelLeft), false: float64(s.BevelRight)}[e.Dial.Bevel > 0]; e.Setting.Bevel != 0 {
					require.LessOrEqual(t, float64(e.Dial.Bevel.Abs()), most+1e-9, "house %d: %s", seed, q.ID)
				}
				require.True(t, saw.Reaches(*e.Setting, j.Machine()))
			}
		}
	}
	assert.Positive(t, dialled)
}
