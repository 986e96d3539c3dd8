package learn

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
)

// pair asserts an estimate and its deviation to four places.
func pair(t *testing.T, value, sd float64, got func() (float64, float64), what string) {
	t.Helper()
	v, d := got()
	assert.InDelta(t, value, v, 5e-5, what)
	assert.InDelta(t, sd, d, 5e-5, what)
}

func at(s Saw, setting float64) func() (float64, float64) {
	return func() (float64, float64) { return s.At(setting) }
}

// The worked values of docs/learning.md.
func TestWorkedValues(t *testing.T) {
	one := LearnSaw([]SawRecord{{Kind: TestCut, Setting: 45, Value: .3, SD: .1}})
	pair(t, .2455, .0905, at(one, 45), "one test cut at 45, where it was made")
	pair(t, 0, .2121, at(one, -45), "and on the other side, of which it says nothing: zero and scale might both be it")

	m := LearnSaw([]SawRecord{{Kind: MitrePair, Setting: 45, Value: .6, SD: .2, Reading: .5}})
	zero, scale := m.Line()
	assert.InDelta(t, 0, zero, 1e-12, "a mitre never shows the table's zero")
	assert.InDelta(t, .0643, scale, 5e-5)
	g, _ := m.Protractor(0)
	assert.InDelta(t, -.0571, g, 5e-5)

	c := LearnSaw([]SawRecord{{Kind: CopeCut, Setting: 45, Value: .4, SD: .2, Reading: .5}})
	pair(t, .1143, .1793, at(c, 45), "one cope")
	assert.InDelta(t, 1.7679, Opening(.03, .6875, 45), 5e-5)
	assert.InDelta(t, .4584, PastHalf(.05, 3.125, 0, 45, true), 5e-5)
	assert.InDelta(t, -.4584, PastHalf(.05, 3.125, 0, 45, false), 5e-5)
	assert.InDelta(t, .0090, Shut(1.0/64), 5e-5)
	assert.True(t, Justified(.25, .06, .1))
	assert.InDelta(t, .2, Correction(.25, .06, .1), 1e-12, "half-way goes to the even step")
	assert.Zero(t, Correction(.25, .1, .1))

	tape := LearnTape([]Compared{{1.0 / 16, 120}, {1.0 / 32, 60}, {0, 30}})
	pair(t, .0452, .0261, func() (float64, float64) { return tape.At(144) }, "a tape")

	assert.InDelta(t, TimesPrior, TimesN0(CVWithin, CVBetween), .005)
	mean := Mean(26+31+22, 3, 20, TimesPrior)
	assert.InDelta(t, 23.8462, mean, 5e-5)
	assert.InDelta(t, 10.4594, NextSD(mean, 3, TimesPrior, CVWithin), 5e-5)
	pair(t, 3.1475, .1536, func() (float64, float64) { return Shrunk(3.2, 5, .4, Belief{3, .3}) }, "a share")
	assert.InDelta(t, 36.6217, SumSD([]Part{{8, 20, 3, 1.94, .4}}), 5e-5)
	assert.InDelta(t, .2, Between([]Group{{N: 1e9, Mean: 12, Believed: 10}, {N: 1e9, Mean: 8, Believed: 10}, {}}), 1e-6, "two kinds, a fifth more and less")
	assert.InDelta(t, CVBetween, Between(nil), 1e-12)
}

// With flat priors the estimate is that of weighted least squares: gonum's line through the same points.
func TestSolveIsWeightedLeastSquares(t *testing.T) {
	rng := rand.New(rand.NewPCG(4, 4))
	for range 50 {
		var xs, ys, ws []float64
		var seen []Seen
		for range 3 + rng.IntN(20) {
			x, y, sd := rng.NormFloat64()*45, rng.NormFloat64(), .05+rng.Float64()
			xs, ys, ws = append(xs, x), append(ys, y), append(ws, 1/(sd*sd))
			seen = append(seen, Seen{Row: Row{1, x}, Value: y, SD: sd})
		}
		n := Solve([]Belief{{0, 1e6}, {0, 1e6}}, seen, nil)
		alpha, beta := stat.LinearRegression(xs, ys, ws, false)
		a, _ := n.Of(Row{1, 0})
		b, _ := n.Of(Row{0, 1})
		assert.InDelta(t, alpha, a, 1e-6)
		assert.InDelta(t, beta, b, 1e-6)
		// Their deviations by the closed form of a line.
		w, sx, sxx := 0.0, 0.0, 0.0
		for i := range xs {
			w, sx, sxx = w+ws[i], sx+ws[i]*xs[i], sxx+ws[i]*xs[i]*xs[i]
		}
		_, sd := n.Of(Row{1, 0})
		assert.InDelta(t, math.Sqrt(sxx/(w*sxx-sx*sx)), sd, 1e-6)
	}
}

// Many records of one saw, and a wrong one in twenty: a cut at the mirrored setting, 90° off, moves nothing that can be set; without
// the weights it would be most of the estimate. Clean records all count in full.
func TestOneAbsurdRecordInTwenty(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 7))
	worst, without := 0.0, 0.0
	for range 300 {
		var clean []SawRecord
		for range 19 {
			m := []float64{-45, 45, -22.5, 22.5}[rng.IntN(4)]
			clean = append(clean, SawRecord{Kind: TestCut, Setting: m, Value: -.1 + .2*m/45 + .1*rng.NormFloat64(), SD: .1})
		}
		a := LearnSaw(clean)
		for _, w := range a.Weights {
			require.Equal(t, 1.0, w)
		}
		wrong := append(clean[:10:10], SawRecord{Kind: TestCut, Setting: 45, Value: []float64{90, -90, 5, -3}[rng.IntN(4)], SD: .1})
		wrong = append(wrong, clean[10:]...)
		was, _ := a.At(45)
		is, _ := LearnSaw(wrong).At(45)
		worst = math.Max(worst, math.Abs(is-was))
		fooled := make([]Seen, len(wrong))
		for i, r := range wrong {
			fooled[i] = r.seen(1)
		}
		plain, _ := Solve([]Belief{Zero, ScaleAt45, Protractor}, fooled, nil).Of(Row{1, 1, 0})
		without = math.Max(without, math.Abs(plain-was))
	}
	assert.Less(t, worst, .02)
	assert.Greater(t, without, 1.0)
}

// A single absurd record, with nothing beside it, is held against what was believed before: no offer comes of it.
func TestAbsurdAlone(t *testing.T) {
	s := LearnSaw([]SawRecord{{Kind: TestCut, Setting: 45, Value: 45, SD: .1}})
	by, sd := s.At(45)
	assert.Zero(t, Correction(by, sd, .1))
	tape := LearnTape([]Compared{{12, 120}})
	off, sd := tape.At(120)
	assert.False(t, Justified(off, sd, 1.0/64))
}

// No records, one, all the same: what was believed, and intervals that only shrink.
func TestFewRecords(t *testing.T) {
	none := LearnSaw(nil)
	pair(t, 0, math.Hypot(.15, .15), at(none, 45), "nothing but the belief")
	last := math.Inf(1)
	for n := 1; n < 200; n *= 3 {
		same := make([]SawRecord, n)
		for i := range same {
			same[i] = SawRecord{Kind: TestCut, Setting: 45, Value: .3, SD: .1}
		}
		by, sd := LearnSaw(same).At(45)
		assert.Less(t, sd, last)
		assert.LessOrEqual(t, by, .3)
		last = sd
	}
}

// Simulated saws and tapes: the stated intervals of 95 % cover what is true in 90 to 99 of a hundred.
func TestIntervalsCover(t *testing.T) {
	rng := rand.New(rand.NewPCG(11, 3))
	const shops = 2000
	inSaw, inTape, in := 0, 0, func(by, sd, is float64) int {
		if math.Abs(by-is) <= Sure*sd {
			return 1
		}
		return 0
	}
	for range shops {
		a, b, g := .15*rng.NormFloat64(), .15*rng.NormFloat64(), .2*rng.NormFloat64()
		var all []SawRecord
		for range 1 + rng.IntN(30) {
			m := []float64{-45, 45, -22.5, 22.5, 30, -31.6}[rng.IntN(6)]
			switch rng.IntN(3) {
			case 0:
				all = append(all, SawRecord{Kind: TestCut, Setting: m, Value: a + b*m/45 + .1*rng.NormFloat64(), SD: .1})
			case 1:
				h := math.Abs(m)
				all = append(all, SawRecord{Kind: MitrePair, Setting: h, Value: 2*b*h/45 - g + math.Hypot(.2, .5)*rng.NormFloat64(), SD: .2, Reading: .5})
			default:
				e := math.Copysign(a, a*m) + b*math.Abs(m)/45 - g/2 + math.Hypot(.2, .25)*rng.NormFloat64()
				all = append(all, SawRecord{Kind: CopeCut, Setting: m, Value: e, SD: .2, Reading: .5})
			}
		}
		by, sd := LearnSaw(all).At(-45)
		inSaw += in(by, sd, a-b)
		bias, stretch := rng.NormFloat64()/32, .0003*rng.NormFloat64()
		var compared []Compared
		for range 1 + rng.IntN(40) {
			l := 20 + 200*rng.Float64()
			compared = append(compared, Compared{bias + stretch*l + TapeSD*rng.NormFloat64(), l})
		}
		off, sd := LearnTape(compared).At(144)
		inTape += in(off, sd, bias+144*stretch)
	}
	t.Logf("of %d intervals of 95 %%: saw %.1f %%, tape %.1f %% cover what is true", shops, 100*float64(inSaw)/shops, 100*float64(inTape)/shops)
	for _, k := range []int{inSaw, inTape} {
		assert.Greater(t, k, shops*90/100)
		assert.Less(t, k, shops*99/100)
	}
}

// A tape that is off alike at all lengths, one that is stretched, and lengths so much alike that either might be it.
func TestBiasAndStretchToldApartOnlyWhereTheDataCan(t *testing.T) {
	var alike, apart []Compared
	for i := range 60 {
		alike = append(alike, Compared{.06, 100})
		apart = append(apart, Compared{.02 + .0004*float64(4*i), float64(4 * i)})
	}
	_, _, _, _, told := LearnTape(alike).Parts()
	assert.False(t, told)
	bias, stretch, _, _, told := LearnTape(apart).Parts()
	assert.True(t, told)
	assert.InDelta(t, .02, bias, .005)
	assert.InDelta(t, .0004, stretch, .00006)
}

func TestShareIsDrawnTowardsTheBelief(t *testing.T) {
	p, _ := Share(0, 0, .1, 10)
	assert.InDelta(t, .1, p, 1e-12)
	p, sd := Share(500, 1000, .1, 10)
	assert.InDelta(t, .496, p, .001)
	assert.InDelta(t, math.Sqrt(.25/1000), sd, 5e-4)
}

// A value known within bounds: wide ones say nothing, narrow ones are a reading of their middle, one bound far off is a half-line. Held against the
// posterior by
// summing over a fine grid.
func TestWithinBounds(t *testing.T) {
	for _, c := range []struct{ prior, sd, lo, hi float64 }{{.2, .3, -.5, .5}, {.2, .3, -9, 9}, {.2, .5, .4, .6}, {.3, .2, .3, 9}, {.15, .4, -.1, .1}} {
		n := Robust([]Belief{{0, c.prior}}, []Seen{{Row: Row{1}, SD: c.sd, Within: true, Lo: c.lo, Hi: c.hi}}, 1)
		mean, sd := n.Of(Row{1})
		w, m, v := 0.0, 0.0, 0.0
		best, at := 0.0, 0.0
		for x := -3.0; x <= 3; x += .0005 {
			p := math.Exp(-x*x/(2*c.prior*c.prior)) * (normal.CDF((c.hi-x)/c.sd) - normal.CDF((c.lo-x)/c.sd))
			w, m, v = w+p, m+p*x, v+p*x*x
			if p > best {
				best, at = p, x
			}
		}
		m, v = m/w, v/w
		assert.InDelta(t, at, mean, .002, "%v: the likeliest", c)
		assert.InDelta(t, math.Sqrt(v-m*m), sd, .12*c.prior, "%v", c)
	}
}
