package fit_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/fit"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/profile/profiletest"
)

func quayCope(t testing.TB) fit.Joint {
	s := profiletest.Named(t, "quay")
	return fit.Joint{Kind: fit.Cope, Crown: true, Through: s, Coped: s, Corner: fit.Corner{Theta: 90}, Made: fit.Made{Theta: 90, Back: 15}}
}

// A cope that gapes at the top by what a crown stop 1/8 out opens is traced to it once its test mitre is measured; with the mitre right, to something else.
func TestStopOutIsFound(t *testing.T) {
	j := quayCope(t)
	edge := fit.OffStop(j.Coped, 45, 1.0/8)
	off := j
	off.Made.Edge = &edge
	closed := off.Close()
	assert.InDelta(t, 3.25, edge.Slope*3.125+edge.Rise*3.875, 1e-9, "it runs as far as it stood out")
	require.Greater(t, closed.Worst().Own.Z, 3.0, "at the top")

	run := 3.25
	got := j.Wrong(fit.Seen{At: fit.AtTop, Gap: closed.Gap(), Run: &run}, measure.UnitInch)
	require.NotEmpty(t, got)
	assert.Equal(t, fit.CauseStop, got[0].Code)
	assert.True(t, got[0].Told)
	assert.InDelta(t, 1.0/8, got[0].Needs, 1.0/128)
	assert.Contains(t, got[0].Text, `The crown stop stood 1/8" too far out`)
	assert.Contains(t, got[0].Cure, `Move the stop in by 1/8"`)

	run = 3.125
	got = j.Wrong(fit.Seen{At: fit.AtTop, Gap: closed.Gap(), Run: &run}, measure.UnitInch)
	assert.NotEqual(t, fit.CauseStop, got[0].Code)
	low := closed.Gap() / 2
	for _, c := range got {
		if c.Code == fit.CauseSeat {
			low = c.Needs
		}
	}
	got = j.Wrong(fit.Seen{At: fit.AtTop, Gap: closed.Gap(), Run: &run, Low: &low}, measure.UnitInch)
	assert.Equal(t, fit.CauseSeat, got[0].Code)
	sum := 0.0
	for _, c := range got {
		sum += c.Likely
		assert.NotEmpty(t, c.Cure, c.Code)
	}
	assert.InDelta(t, 1, sum, 1e-9)
}

// What a cause is said to need does open what was seen, there.
func TestEachCauseOpensWhatWasSeen(t *testing.T) {
	for _, id := range []string{"quay", "ogee"} {
		s := profiletest.Named(t, id)
		j := fit.Joint{Kind: fit.Cope, Crown: id == "quay", Through: s, Coped: s, Corner: fit.Corner{Theta: 91}, Made: fit.Made{Theta: 91}}
		for _, at := range []fit.Place{fit.AtTop, fit.AtBottom} {
			for _, c := range j.Wrong(fit.Seen{At: at, Gap: .02}, measure.UnitMillimetre) {
				k := j
				switch c.Code {
				case fit.CauseCorner:
					k.Corner.Theta += measure.Angle(c.Needs)
				case fit.CauseSwing:
					k.Made.Edge = &fit.Plane{Slope: (44.5 + measure.Angle(c.Needs)).Tan()}
				case fit.CauseStop:
					e := fit.OffStop(s, 44.5, c.Needs)
					k.Made.Edge = &e
				case fit.CauseHigh:
					k.Poses.Coped.Up = c.Needs
				case fit.CauseLean:
					k.Corner.Lean, k.Poses.Through = measure.Angle(c.Needs), profile.Pose{Roll: measure.Angle(c.Needs)}
				default:
					continue
				}
				g := k.Close().Worst()
				assert.InDelta(t, .02, g.Gap, .003, "%s %s %s", id, at, c.Code)
				assert.Equal(t, at == fit.AtTop, g.Own.Z > s.Height().Inches()/2, "%s %s %s", id, at, c.Code)
			}
		}
	}
}

func TestAMitreThatGapes(t *testing.T) {
	s := profiletest.Named(t, "landing")
	j := fit.Joint{Kind: fit.Mitre, Through: s, Coped: s, Corner: fit.Corner{Theta: 90}, Made: fit.Made{Theta: 90, Halves: [2]measure.Angle{45, 45}}}
	codes := []string{}
	for _, c := range j.Wrong(fit.Seen{At: fit.AtTop, Gap: .02}, measure.UnitInch) {
		codes = append(codes, c.Code)
	}
	assert.ElementsMatch(t, []string{fit.CauseSwing, fit.CauseCorner}, codes)
}

// A cope that binds behind its line is told so, and how far to lean.
func TestBindsBehind(t *testing.T) {
	s := profiletest.Named(t, "ogee")
	j := fit.Joint{Kind: fit.Cope, Through: s, Coped: s, Corner: fit.Corner{Theta: 93}, Made: fit.Made{Theta: 90, Back: 1}}
	got := j.Wrong(fit.Seen{At: fit.AllAlong, Gap: .03}, measure.UnitInch)
	assert.Equal(t, fit.CauseBack, got[0].Code)
	cures := j.Cures()
	assert.Equal(t, []fit.Do{fit.Leave, fit.BackCutMore}, []fit.Do{cures[0].Do, cures[1].Do})
	assert.InDelta(t, 3, float64(cures[1].Back), 0.5)
	assert.Less(t, cures[1].Gap, cures[0].Gap)
}

// The cures of a crown's cope: rolling both alike gains most short of cutting again, within what may leave its line.
func TestCures(t *testing.T) {
	j := quayCope(t)
	j.Corner.Theta = 91
	cures := j.Cures()
	by := map[fit.Do]fit.Cure{}
	for _, c := range cures {
		by[c.Do] = c
		assert.LessOrEqual(t, c.Foot, fit.Held+1e-9)
		assert.GreaterOrEqual(t, c.Off, -1e-9)
		assert.LessOrEqual(t, c.Off, fit.Held+1e-9)
	}
	assert.InDelta(t, .0084, by[fit.RollBoth].Gap, 3e-4)
	assert.Less(t, by[fit.RollBoth].Gap, by[fit.RollThrough].Gap)
	assert.Equal(t, fit.RollBoth, fit.Advise(cures).Do)
	assert.InDelta(t, -.5, float64(by[fit.CutAgain].By), 1e-9)
	j.Corner.Theta = 97
	assert.Equal(t, fit.CutAgain, fit.Advise(j.Cures()).Do)

	butt := fit.Joint{Kind: fit.Butt, Through: j.Through, Coped: profiletest.Named(t, "plank4"), Corner: fit.Corner{Theta: 92}, Made: fit.Made{Theta: 90}}
	assert.InDelta(t, .0262, butt.Close().Gap(), 1e-4)
	assert.InDelta(t, 2, float64(butt.Cures()[1].Back), 1e-9)
	scarf := fit.Joint{Kind: fit.Scarf, Coped: profiletest.Named(t, "plank4"), Made: fit.Made{Halves: [2]measure.Angle{45, 44.5}}}
	assert.InDelta(t, .75/.70711*.0087265, scarf.Close().Gap(), 1e-5)
}

func TestChance(t *testing.T) {
	v := func(x []float64) []float64 { return []float64{.04, .02, 0, .02, .04} }
	x := []float64{-2, -1, 0, 1, 2}
	assert.InDelta(t, .3173, fit.Chance(x, v(x), 0, 1, .02), 1e-3, "over one deviation either way")
	assert.InDelta(t, .0455, fit.Chance(x, v(x), 0, 1, .04), 1e-3)
	assert.InDelta(t, .0027, fit.Chance(x, v(x), 0, 1, .06), 1e-3, "and on beyond")
	assert.InDelta(t, .5, fit.Chance([]float64{0, 1}, []float64{0, 1}, 0, 1, 0), 1e-6)
	assert.Zero(t, fit.Chance(nil, nil, 0, 1, 0))
	assert.Equal(t, 1.0, fit.Chance(x, v(x), 1, 0, .01))

	j := quayCope(t)
	u := fit.Unsure{Corner: .3, Cut: .1}
	held, still := j.Shows(u, fit.Fill, true), j.Shows(u, fit.Fill, false)
	assert.Less(t, held, still)
	assert.Greater(t, still, .02)
	assert.InDelta(t, j.Shows(u, fit.Fill, true), held, 0, "the same every time")
	u.Corner = 1
	assert.Greater(t, j.Shows(u, fit.Fill, false), still)
}

// Looking for the roll in a few steps finds all but what looking everywhere does.
func TestEasedInAFewSteps(t *testing.T) {
	for _, id := range []string{"quay", "c45", "ogee", "skiff"} {
		s := profiletest.Named(t, id)
		for _, theta := range []measure.Angle{88.5, 89.4, 90.6, 91.5} {
			j := fit.Joint{Kind: fit.Cope, Crown: s.Leans(), Through: s, Coped: s, Corner: fit.Corner{Theta: theta}, Made: fit.Made{Theta: 90}}
			end := coped(s, s, 90, 5)
			want := end.Roll(s, j.Corner, still, s.Leans(), fit.Both).Gap
			assert.InDelta(t, want, j.Eased(true), .003, "%s in %v", id, theta)
		}
	}
}
