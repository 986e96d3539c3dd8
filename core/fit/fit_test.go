package fit_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/cope"
	"gnomon/core/fit"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/profile/profiletest"
)

// coped is a section coped into another for a corner; back is how far the saw leans.
func coped(through, section *profile.Section, madeFor, back measure.Angle) *fit.Coped {
	j := cope.Joint{Through: through.Hung(profile.Pose{}), Coped: section.Hung(profile.Pose{}), Theta: madeFor}
	return fit.Along(j.Line(), section, back)
}

func mitred(s *profile.Section, half measure.Angle) fit.Mitred {
	return fit.Mitred{Section: s, Left: fit.MitredFor(half), Right: fit.MitredFor(half)}
}

var still fit.Poses

// The table of docs/geometry.md, "Fit": both cut for a square corner, back-cut 15; largest gap on the face at first contact,
// and with both pieces rolled alike as far as they may.
func TestTable(t *testing.T) {
	thetas := []measure.Angle{85, 87, 88, 89, 91, 92, 93, 95}
	for _, c := range []struct {
		id          string
		crown       bool
		cope, mitre []float64
		held        [2][3]float64 // at 89, 91, 92
	}{
		{"ogee", false, []float64{.0400, .0236, .0156, .0077, .0076, .0151, .0224, .0366}, []float64{.0542, .0325, .0217, .0108, .0170, .0339, .0509, .0848},
			[2][3]float64{{.0064, .0062, .0124}, {.0089, .0089, .0179}}},
		{"quay", true, []float64{.2235, .1321, .0873, .0433, .0541, .1072, .1593, .2605}, []float64{.3855, .2314, .1543, .0771, .0771, .1543, .2314, .3855},
			[2][3]float64{{.0131, .0084, .0317}, {.0281, .0146, .0457}}},
		{"c45", true, []float64{.2602, .1542, .1022, .0506, .0649, .1286, .1911, .3126}, []float64{.4627, .2776, .1851, .0926, .0926, .1851, .2776, .4627},
			[2][3]float64{{.0267, .0070, .0650}, {.0513, .0133, .0955}}},
	} {
		s := profiletest.Named(t, c.id)
		end := coped(s, s, 90, 15)
		for i, theta := range thetas {
			assert.InDelta(t, c.cope[i], end.Close(s, fit.Corner{Theta: theta}, still).Gap(), 1e-4, "%s coped in %v", c.id, theta)
			assert.InDelta(t, c.mitre[i], mitred(s, 45).Close(theta, 0).Gap(), 1e-4, "%s mitred in %v", c.id, theta)
		}
		for i, theta := range []measure.Angle{89, 91, 92} {
			assert.InDelta(t, c.held[0][i], end.Roll(s, fit.Corner{Theta: theta}, still, c.crown, fit.Both).Gap, 2.5e-4, "%s coped, held in %v", c.id, theta)
			m := mitred(s, 45)
			m.Eased = true
			assert.InDelta(t, c.held[1][i], m.Roll(theta, profile.Pose{}, c.crown).Gap, 2.5e-4, "%s mitred, held in %v", c.id, theta)
		}
	}
	// One piece alone.
	for _, c := range []struct {
		id    string
		theta measure.Angle
		who   fit.Who
		want  float64
	}{{"quay", 88, fit.Laid, .0856}, {"quay", 92, fit.Laid, .1058}, {"quay", 89, fit.Through, .0368}, {"quay", 91, fit.Through, .0233}, {"quay", 92,
		fit.Through, .0455},
		{"c45", 89, fit.Through, .0393}, {"c45", 92, fit.Through, .0784}} {
		s := profiletest.Named(t, c.id)
		assert.InDelta(t, c.want, coped(s, s, 90, 15).Roll(s, fit.Corner{Theta: c.theta}, still, true, c.who).Gap, 2.5e-4, "%s %s rolled in %v", c.id, c.who, c.theta)
	}
	// A ceiling out by 1/8 and 1/16 over the width rolls both.
	for _, c := range []struct {
		id                   string
		by, coped, mitredGap float64
	}{{"quay", 1.0 / 8, .1394, .2217}, {"quay", -1.0 / 8, .1527, .2159}, {"c45", 1.0 / 8, .1029, .1770}, {"c45", -1.0 / 8, .1245, .1761},
		{"quay", 1.0 / 16, .0697, 0}, {"quay", -1.0 / 16, .0769, 0}, {"c45", 1.0 / 16, .0517, 0}, {"c45", -1.0 / 16, .0624, 0}} {
		s := profiletest.Named(t, c.id)
		roll := fit.CeilingRolls(s, c.by)
		both := fit.Poses{Through: profile.Pose{Roll: roll}, Coped: profile.Pose{Roll: roll}}
		assert.InDelta(t, c.coped, coped(s, s, 90, 15).Close(s, fit.Corner{Theta: 90}, both).Gap(), 1e-4, "%s, ceiling down by %v", c.id, c.by)
		if c.mitredGap > 0 {
			assert.InDelta(t, c.mitredGap, mitred(s, 45).Close(90, roll).Gap(), 7e-4, "%s mitred, ceiling down by %v", c.id, c.by)
		}
	}
}

// The worked values of docs/geometry.md, "Fit".
func TestWorkedValues(t *testing.T) {
	near := func(want, got float64, what string) { t.Helper(); assert.InDelta(t, want, got, 6e-5, what) }
	quay, landing, ogee := profiletest.Named(t, "quay"), profiletest.Named(t, "landing"), profiletest.Named(t, "ogee")
	near(-0.1110, coped(quay, quay, 90, 15).Close(quay, fit.Corner{Theta: 88}, still).Home, "home")
	near(0.0194, coped(landing, landing, 90, 5).Close(landing, fit.Corner{Theta: 93}, still).Gap(), "landing coped")
	near(0.0421, mitred(landing, 45).Close(93, 0).Gap(), "landing mitred")
	assert.Equal(t, fit.Body, coped(ogee, ogee, 90, 0).Close(ogee, fit.Corner{Theta: 93}, still).Touch)
	assert.Equal(t, fit.Edge, coped(ogee, ogee, 90, 5).Close(ogee, fit.Corner{Theta: 93}, still).Touch)
	near(0.0458, coped(ogee, ogee, 90, 5).Close(ogee, fit.Corner{Theta: 90}, fit.Poses{Through: profile.Pose{Roll: .5}}).Gap(), "rolled square piece")

	near(-0.0635, fit.LeaningWalls(5.5, 84, -.7, .4), "leaning walls")
	p, both := fit.LowSeat(3.125, 4, 1.0/8, true)
	near(2.9580, p, "projection")
	near(0.1670, both, "both low")
	_, one := fit.LowSeat(3.125, 4, 1.0/8, false)
	near(0.2566, one, "the square one low")
	near(0.0625, fit.RunOff(3.125, 0, 3.1875, 90).Level, "test mitre too long")
	near(0.0051, fit.RunOff(.6875, .25, .671875, 92).Level, "test mitre too short")
	near(0.1406, fit.HungHigh(quay.Hung(profile.Pose{}), 1.0/64), "hung high")
	near(0.1563, fit.HungHigh(profiletest.Still(t, "c45"), 1.0/32), "hung high")
	near(0.0262, fit.Butted(.75, 92, 90, 0), "butt")
	near(0.4774, float64(fit.Compound(1.0/8, 12, 60)), "compound")
	m := fit.Mitred{Section: ogee, Left: fit.MitredFor(44.7), Right: fit.MitredFor(45.3)}
	near(0.0102, m.Slip(90), "slip")
	near(0.1516, fit.Touched(3.125, 0, 45, -1), "a touch under on a crown")
	near(0.0212, fit.Touched(.6875, .25, 45, -1), "and on a base")
}

// slab is a crown with a straight face from its told point: it springs at a spring.
func slab(t *rapid.T) (s *profile.Section, p, spring float64) {
	spring = float64(rapid.IntRange(36, 54).Draw(t, "spring"))
	p = float64(rapid.IntRange(64, 160).Draw(t, "projection")) / 32
	d := p / math.Tan(spring*math.Pi/180)
	s, err := profiletest.Of([][]float64{{0, 0}, {p, d}, {p - .25, d}, {0, .25}})
	if err != nil {
		t.Fatalf("%v", err)
	}
	return s, p, spring
}

// Closed forms for a straight face: level gap |cot(θ₀/2) − cot(θ/2)|·sin θ·P, true times cos S below the ceiling; mitre
// 2P·|tan h₀ − tan h|·cos h from its back, half of that at its edge.
func TestStraightFaces(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s, p, spring := slab(t)
		theta := measure.Angle(rapid.IntRange(850, 950).Draw(t, "corner")) / 10
		cos := math.Cos(spring * math.Pi / 180)
		c := coped(s, s, 90, 15).Close(s, fit.Corner{Theta: theta}, still)
		level := math.Abs(1-1/(theta/2).Tan()) * theta.Sin() * p
		worst := 0.0
		for _, g := range c.Gaps {
			worst = max(worst, g.Level)
			// The top edge of the other one is nearest to what stands above it: less is true below.
			if z := g.Own.Z; z > .3 && z < s.Height().Inches()-.3-level && math.Abs(g.Gap-g.Level*cos) > 1e-6 {
				t.Fatalf("true %v, not %v", g.Gap, g.Level*cos)
			}
		}
		if math.Abs(worst-level) > 1e-6 {
			t.Fatalf("level %v, not %v", worst, level)
		}
		h := (180 - theta) / 2
		whole := 2 * p * math.Abs(1-h.Tan()) * h.Cos()
		if got := mitred(s, 45).Close(theta, 0).Gap(); math.Abs(got-whole) > 1e-5 {
			t.Fatalf("mitre %v, not %v", got, whole)
		}
	})
}

// Two mouldings against solids filled with points: the coped piece slid home keeps its points out of the other
// piece and its wall, and slid a little further it does not.
func TestAgainstSolids(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := profiletest.Any(t, "through"), profiletest.Any(t, "coped")
		made := measure.Angle(rapid.IntRange(70, 110).Draw(t, "made for"))
		theta := made + measure.Angle(rapid.IntRange(-30, 30).Draw(t, "off"))/10
		back := fit.LeansFor(made)
		end := coped(a, b, made, back)
		home := end.Close(a, fit.Corner{Theta: theta}, still).Home
		if overlap(a, b, made, theta, back, home) > 2e-3 {
			t.Fatalf("overlaps by %v", overlap(a, b, made, theta, back, home))
		}
		if v := overlap(a, b, made, theta, back, home+.02); v < 1e-4 {
			t.Fatalf("pushed .02 further it is still free: %v", v)
		}
	})
}

// overlap is how deep the points of a cope's cut surface stand in the other piece or behind its wall, by points only.
func overlap(a, b *profile.Section, made, theta, back measure.Angle, home float64) float64 {
	ha, hb := a.Hung(profile.Pose{}), b.Hung(profile.Pose{})
	j := cope.Joint{Through: ha, Coped: hb, Theta: made}
	deepest := 0.0
	for _, m := range cope.Close(j.Line(), 1.0/64) {
		behind, ok := hb.Back(m.Z)
		if !ok {
			continue
		}
		for k := range 9 {
			deep := (m.U - behind) * float64(k) / 8
			x, u := m.Along+deep*back.Tan()-home, m.U-deep
			d := x*theta.Sin() - u*theta.Cos()
			deepest = max(deepest, -d) // behind the wall
			if q := (profile.Place{U: d, Z: m.Z}); d > 0 && ha.Inside(q) {
				_, off, _ := ha.Nearest(q, 0)
				deepest = max(deepest, off)
			}
		}
	}
	return deepest
}

// A joint made for the corner that is there closes, whatever the sections, but for what a face that falls back hides.
func TestMadeForTheCornerCloses(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := profiletest.Any(t, "through"), profiletest.Any(t, "coped")
		theta := measure.Angle(rapid.IntRange(65, 140).Draw(t, "corner"))
		c := coped(a, b, theta, fit.LeansFor(theta)).Close(a, fit.Corner{Theta: theta}, still)
		if math.Abs(c.Home) > 1e-6 {
			t.Fatalf("home %v", c.Home)
		}
		for _, g := range c.Gaps {
			if over := math.Abs(g.Own.Z-a.Height().Inches()) < 1e-9; !over && g.Gap > a.Cope().Gap.Inches()+1e-6 {
				t.Fatalf("gap %+v, %v first", g, c.Touch)
			}
		}
	})
}

func TestJudge(t *testing.T) {
	assert.Equal(t, []fit.Verdict{fit.Closes, fit.Fills, fit.Recut}, []fit.Verdict{fit.Judge(1.0 / 64), fit.Judge(1.0 / 32), fit.Judge(.04)})
	assert.Zero(t, fit.Closed{}.Gap())
}

func BenchmarkClose(b *testing.B) {
	s := profiletest.Named(b, "quay")
	end := coped(s, s, 90, 15)
	for b.Loop() {
		end.Close(s, fit.Corner{Theta: 92}, still)
	}
}

func BenchmarkRoll(b *testing.B) {
	s := profiletest.Named(b, "quay")
	end := coped(s, s, 90, 15)
	for b.Loop() {
		end.Roll(s, fit.Corner{Theta: 92}, still, true, fit.Both)
	}
}
