package cope_test

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/cope"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/profile/profiletest"
)

func of(t testing.TB, through, coped string, theta measure.Angle) cope.Joint {
	return cope.Joint{Through: profiletest.Still(t, through), Coped: profiletest.Still(t, coped), Theta: theta}
}

// at is the line where the coped piece's outermost face stands so high.
func at(t testing.TB, j cope.Joint, z float64) float64 {
	for _, m := range cope.Close(j.Line(), 1.0/512) {
		if math.Abs(m.Z-z) < 1.0/1024 {
			return m.Along
		}
	}
	require.FailNow(t, "nothing so high")
	return 0
}

// The worked values of docs/geometry.md, "Copes".
func TestWorkedValues(t *testing.T) {
	near := func(want, got float64, what string) { t.Helper(); assert.InDelta(t, want, got, 6e-5, what) }
	assert.InDelta(t, 0.2918, at(t, of(t, "landing", "ogee", 92), 4.3125), 2e-3)
	assert.InDelta(t, 1.3818, at(t, of(t, "quay", "quay", 88.4), 1.46875), 2e-3)
	quay := profiletest.Named(t, "quay")
	low := cope.Joint{Through: quay.Hung(profile.Pose{Up: -0.125}), Coped: quay.Hung(profile.Pose{}), Theta: 90}
	assert.InDelta(t, 2.6144, at(t, low, 2.65625), 2e-3)

	tread := of(t, "tread", "tread", 100)
	line := tread.Line()
	near(3.25, line[2].Around, "the far end of the tread")
	near(0.6734, line[2].Along, "square to the arris")
	near(3.25, line[3].Around, "and the riser there")
	near(0.4195, line[3].Along, "on the riser")
	near(0.2539, tread.OffMitre(line), "off the mitre's edge")
	near(0.2502, cope.Extra(of(t, "plank4", "ogee", 110).Line()), "past the corner line")
	over := of(t, "plank4", "ogee", 80).Line()
	near(3.5, over[2].Around, "over the top of the lower one")
	near(0.1212, over[2].Along, "on to the wall")

	f := of(t, "quay", "quay", 90)
	got := f.Feathers(f.Line(), 5, cope.Tip, cope.Wide)
	near(0, got[0].From, "feather")
	near(0.2830, got[0].To, "feather")
	near(8.2389, float64(got[0].Angle), "feather")
	near(0.2158, got[0].Width, "feather")
	near(0.0336, got[0].Gap, "feather")

	near(0.2234, cope.Blade{Width: 1.0 / 8, Kerf: .032, Body: .02}.Turns(), "a coping saw's blade")
	c := cope.Corners(of(t, "plank4", "ogee", 90).Line(), .25)[0]
	near(3.5, c.Around, "inner corner")
	near(0.75, c.Along, "inner corner")
	near(90, float64(c.Turn), "inner corner")
	assert.True(t, c.Inner)
	c = cope.Corners(of(t, "tread", "tread", 90).Line(), .25)[1]
	near(3.25, c.Around, "outer corner")
	near(0.5, c.Along, "outer corner")
	near(-90, float64(c.Turn), "outer corner")
	assert.False(t, c.Inner)
	b := of(t, "landing", "ogee", 110)
	near(0.5986, b.Behind(b.Line(), 20)[0][0], "on the back")
}

// A blade square to the back of a straight crown leans as tan β' = (sin S·tan S − cos S·cos θ)/sin θ says, and that is as much as the
// solid wants, looked for over the depth of its wood.
func TestSquareToTheBack(t *testing.T) {
	for _, c := range []struct{ spring, theta, want float64 }{{38, 90, 25.6879}, {45, 90, 35.2644}, {52, 90, 45.2455}, {45, 100, 40.1207}} {
		theta, spring := measure.Angle(c.theta), measure.Angle(c.spring)
		assert.InDelta(t, c.want, float64(cope.SquareToBack(theta, spring)), 1e-4)
		p := 4 * spring.Tan()
		slab, err := profiletest.Of([][]float64{{0, 0}, {p, 4}, {p - .5, 4}, {0, .5 / spring.Tan()}})
		require.NoError(t, err)
		h := slab.Hung(profile.Pose{})
		along := func(z, u float64) float64 {
			out, _ := h.Out(z, profile.Greater)
			return (out + u*theta.Cos()) / theta.Sin()
		}
		most := 0.0
		for k := range 20 {
			deep := .02 + .005*float64(k)
			u, z := p/2-deep*spring.Cos(), 2+deep*spring.Sin()
			require.True(t, h.Inside(profile.Place{U: u, Z: z}))
			most = max(most, (along(z, u)-along(2, p/2))/deep)
		}
		assert.InDelta(t, c.want, math.Atan(most)*180/math.Pi, 0.01, "spring %v in %v", c.spring, c.theta)
	}
}

func joint(t *rapid.T) cope.Joint {
	a, b := profiletest.Any(t, "through"), profiletest.Any(t, "coped")
	lean := measure.Angle(rapid.IntRange(-20, 20).Draw(t, "lean")) / 10
	return cope.Joint{Through: a.Hung(profile.Pose{Roll: lean, Up: float64(rapid.IntRange(-16, 16).Draw(t, "up")) / 32}),
		Coped: b.Hung(profile.Pose{Roll: measure.Angle(rapid.IntRange(-20, 20).Draw(t, "own lean")) / 10}), Theta: measure.Angle(rapid.IntRange(60,
			150).Draw(t, "corner")), Lean: lean}
}

// stands is how far out the other piece, or its wall, stands at a height.
func stands(j cope.Joint, z float64, side profile.Side) float64 {
	if out, ok := j.Through.Out(z, side); ok {
		return out
	}
	return z * j.Lean.Tan()
}

// jumps tells whether what stands there jumps at a height, or as good as does.
func jumps(j cope.Joint, z float64) bool {
	all := []float64{stands(j, z-1e-6, profile.Greater), stands(j, z, profile.JustBelow), stands(j, z, profile.JustAbove), stands(j, z+1e-6, profile.Greater)}
	return slices.Max(all)-slices.Min(all) > 1e-5
}

// apart is how far a place of the coped piece, as it stands in the corner, is from the other piece's wood along its own
// piece: negative where the two overlap.
func apart(j cope.Joint, along float64, p profile.Place) float64 {
	return (along*j.Theta.Sin() - p.U*j.Theta.Cos() - stands(j, p.Z, profile.Greater)) / j.Theta.Sin()
}

// The face of the coped piece touches the other one all along the line, and where it is cut back as little as is
// told, nothing behind the line stands in the other piece; one degree less does.
func TestCopedSolidTouchesAndDoesNotOverlap(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := joint(t)
		line := j.Line()
		for _, m := range cope.Close(line, 1.0/16) {
			// Beside a jump the line has both places, and runs from the one to the other.
			if g := apart(j, m.Along, m.Place); math.Abs(g) > 1e-6 && !jumps(j, m.Z) {
				t.Fatalf("stands off by %v at %v", g, m)
			}
		}
		least := cope.BackCut(j.Theta)
		binds := func(back measure.Angle) float64 {
			worst := math.Inf(1)
			for _, m := range cope.Close(line, 1.0/16) {
				behind, ok := j.Coped.Back(m.Z)
				if !ok || jumps(j, m.Z) {
					continue
				}
				for k := 1; k <= 4; k++ {
					deep := (m.U - behind) * float64(k) / 4
					worst = min(worst, apart(j, m.Along+deep*back.Tan(), profile.Place{U: m.U - deep, Z: m.Z}))
				}
			}
			return worst
		}
		if got := binds(least); got < -1e-6 {
			t.Fatalf("at %v binds by %v", least, got)
		}
		if j.Theta > 91 {
			if got := binds(least - 1); got > -1e-6 {
				t.Fatalf("one degree less than %v does not bind: %v", least, got)
			}
		}
	})
}

// Same section, square to its walls, no treads: the line is the edge of the mitre that halves the corner, to 1e-9.
func TestSameSectionFollowsTheMitre(t *testing.T) {
	for _, id := range []string{"landing", "harbour", "rail", "shoe", "quay", "skiff", "steamer", "ogee", "c45", "plank4"} {
		for _, theta := range []measure.Angle{60, 84.3, 90, 92, 135, 175} {
			j := of(t, id, id, theta)
			line := j.Line()
			if id == "plank4" {
				line = line[:1] // its top is no face
			}
			assert.InDelta(t, 0, j.OffMitre(line), 1e-9, "%s in %v", id, theta)
		}
	}
	j := of(t, "landing", "ogee", 92)
	assert.Greater(t, j.OffMitre(j.Line()), 0.05)
}

// The flat pattern keeps distances: a straight line on a plane of the face is as long on the pattern as in space.
func TestPatternKeepsDistances(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := joint(t)
		line := j.Line()
		for i := 1; i < len(line); i++ {
			a, b := line[i-1], line[i]
			flat := math.Hypot(b.Along-a.Along, b.Around-a.Around)
			space := math.Sqrt((b.Along-a.Along)*(b.Along-a.Along) + (b.U-a.U)*(b.U-a.U) + (b.Z-a.Z)*(b.Z-a.Z))
			if math.Abs(flat-space) > 1e-9 {
				t.Fatalf("%v on the pattern, %v in space", flat, space)
			}
		}
	})
}

// Between two marks of Close the line is never further than so much around the face, and no mark is lost.
func TestCloseKeepsEveryMark(t *testing.T) {
	j := of(t, "landing", "harbour", 87)
	line := j.Line()
	close := cope.Close(line, 1.0/32)
	k := 0
	for i, m := range close {
		if i > 0 {
			assert.LessOrEqual(t, m.Around-close[i-1].Around, 1.0/32+1e-12)
		}
		if k < len(line) && m == line[k] {
			k++
		}
	}
	assert.Equal(t, len(line), k)
}

func TestWhatIsNotCoped(t *testing.T) {
	for _, c := range []struct {
		id    string
		theta measure.Angle
		says  string
	}{{"figure", 90, "falls back under itself"}, {"quay", 176, "is not coped"}, {"quay", 59, "is not coped"}, {"quay", measure.Angle(math.NaN()),
		"is not coped"}} {
		err := cope.Check(profiletest.Named(t, c.id), c.theta)
		assert.ErrorContains(t, err, c.says)
		var unfit *cope.Unfit
		require.ErrorAs(t, err, &unfit)
		assert.NotEmpty(t, unfit.Remedy)
	}
	assert.NoError(t, cope.Check(profiletest.Named(t, "quay"), 175))
}
