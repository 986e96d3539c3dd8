package saw

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// tested makes the reading that each way of testing would give on a saw that is off by
// e, worked the other way round: from the cut to the tape.
func tested(way string, set, e measure.Angle) job.Test {
	cut := (set + e).Abs()
	t := job.Test{ID: "t", Way: way, Scale: job.SawMitre, Set: set}
	switch way {
	case job.TestCorner:
		c := 180 - 2*cut
		t.Corner = &c
	case job.TestGap:
		// Two pieces against a true square of 180 − 2·set: the wedge left between.
		wedge := 2 * (cut - set.Abs())
		t.Width = long(8 * in)
		t.Gap = long(measure.FromInches(8 / set.Cos() * math.Abs(wedge.Tan())))
		t.Open = job.OpenToe
		if wedge < 0 {
			t.Open = job.OpenHeel
		}
	case job.TestFlipped:
		t.Width = long(8 * in)
		t.Gap = long(measure.FromInches(8 * math.Abs((2 * e).Tan())))
		t.Open = job.OpenFence
		if e < 0 {
			t.Open = job.OpenNear
		}
	case job.TestRun:
		t.Over = long(3 * in)
		t.Run = long(measure.FromInches(3 * cut.Tan()))
	}
	return t
}

// However a saw is tested, its error comes back with its sign.
func TestErrorComesBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		way := rapid.SampledFrom([]string{job.TestCorner, job.TestGap, job.TestFlipped, job.TestRun}).Draw(t, "way")
		set := measure.Angle(rapid.Float64Range(5, 60).Draw(t, "set"))
		if rapid.Bool().Draw(t, "left") {
			set = -set
		}
		if way == job.TestFlipped {
			set = 0
		}
		e := measure.Angle(rapid.Float64Range(-1.5, 1.5).Draw(t, "e"))
		got := Tested(tested(way, set, e))
		assert.InDelta(t, float64(e), float64(got.By), 1e-4, way)
		assert.Positive(t, got.Give)
	})
}

// How sure: a gap on a wide board tells most, a run over a small projection least: a
// 1/32 there is a quarter of a degree.
func TestHowSure(t *testing.T) {
	corner, gap, run := Tested(tested(job.TestCorner, 45, 0)), Tested(tested(job.TestGap, 45, 0)), Tested(tested(job.TestRun, 45, 0))
	assert.Equal(t, measure.Angle(0.2), corner.Give)
	assert.Less(t, gap.Give, corner.Give)
	assert.Greater(t, run.Give, corner.Give)
	assert.InDelta(t, 0.29, float64(Coarse(3*in+in/8)), 0.01)
	two := Errors(&job.Saw{Tests: []job.Test{tested(job.TestCorner, 45, 0.2), tested(job.TestCorner, 45, 0.4)}}, job.SawMitre)
	require.Len(t, two, 1)
	assert.InDelta(t, 0.3, float64(two[0].By), 1e-9)
	assert.InDelta(t, 0.2/math.Sqrt2, float64(two[0].Give), 1e-9)
	assert.Equal(t, 2, two[0].Tests)
	assert.Equal(t, "+0.3° ± 0.14°", two[0].Text())
}

// A straight line between tested angles, nothing beyond them.
func TestBetweenAndBeyond(t *testing.T) {
	m := &job.Saw{MitreLeft: 50, MitreRight: 50, BevelLeft: 45, Resolution: 0.1, Detents: []measure.Angle{0, 45},
		Tests: []job.Test{tested(job.TestCorner, 45, 0.4), tested(job.TestFlipped, 0, 0.1), tested(job.TestCorner, -45, 0.2)}}
	es := Errors(m, job.SawMitre)
	require.Len(t, es, 3)
	at := func(a measure.Angle) (float64, bool) { e, ok := ErrorAt(es, a); return float64(e.By), ok }
	for a, want := range map[measure.Angle]float64{45: 0.4, 22.5: 0.25, 0: 0.1, -22.5: 0.15, -45: 0.2} {
		got, ok := at(a)
		assert.True(t, ok)
		assert.InDelta(t, want, got, 1e-6, "%v", a)
	}
	for _, a := range []measure.Angle{45.5, -46, 60} {
		_, ok := at(a)
		assert.False(t, ok, "%v", a)
	}
	_, ok := ErrorAt(Errors(m, job.SawBevel), 0)
	assert.False(t, ok, "the bevel scale was not tested")

	// What is dialled is the setting less the error, and is shown as such.
	d := On(Setting{Mitre: 45}, m)
	assert.InDelta(t, 44.6, float64(d.Mitre), 1e-9)
	assert.Nil(t, d.Detent)
	require.NotNil(t, d.MitreOff)
	assert.Nil(t, d.BevelOff)
	assert.InDelta(t, -45.2, float64(On(Setting{Mitre: -45}, m).Mitre), 1e-9)
	assert.Equal(t, measure.Angle(48), On(Setting{Mitre: 48}, m).Mitre, "beyond what was tested nothing is corrected")
}

// Left 45 and right 45 on one offcut: the mean tells the stop, the difference the scale.
func TestPairOfMitres(t *testing.T) {
	p := 3*in + in/8
	v := Pair{p, p, p, 0}.Judge("in")
	assert.Zero(t, v.Stop)
	assert.Zero(t, v.Scale)
	assert.Contains(t, v.Words[0], "the stop is right")
	assert.Contains(t, v.Words[1], "run alike")

	v = Pair{p + in/16, p + in/16, p, 0}.Judge("in")
	assert.Equal(t, in/16, v.Stop)
	assert.Equal(t, in/16, v.Gape)
	assert.Contains(t, v.Words[0], `1/16" more than the projection: bring the stop in`)
	assert.Contains(t, v.Words[0], "gapes at the top")
	v = Pair{p - in/16, p - in/16, p, p / 5}.Judge("in")
	assert.InDelta(t, 0.8/16, v.Gape.Inches(), 1e-6)
	assert.Contains(t, v.Words[0], "gapes at the bottom")

	// A table half a degree too far right.
	right, left := measure.FromInches(3.125*measure.Angle(45.5).Tan()), measure.FromInches(3.125*measure.Angle(44.5).Tan())
	v = Pair{left, right, p, 0}.Judge("in")
	assert.InDelta(t, 0.5, float64(v.Scale), 0.01)
	assert.Less(t, v.Stop.Abs(), in/1000)
	assert.Contains(t, v.Words[1], "too far right")
}
