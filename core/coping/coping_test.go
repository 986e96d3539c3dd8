package coping_test

import (
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/cope"
	"gnomon/core/coping"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
	"gnomon/core/profile"
	"gnomon/core/profile/profiletest"
	"gnomon/core/saw"
)

func side(s *profile.Section, name string) coping.Side {
	m := saw.Moulding{Projection: s.Projection(), Drop: s.Height(), Crown: s.Leans(), Unit: measure.UnitInch}
	if m.Crown {
		m.Spring = 38
	}
	return coping.Side{Name: name, Shape: &piece.Shape{Section: s, Moulding: m}}
}

func made(t require.TestingT, through, coped *profile.Section, theta measure.Angle, hand joint.Hand, tool string) *coping.End {
	m := job.DefaultSaw()
	e, err := coping.New(side(through, "Through"), side(coped, "Coped"), coping.Meeting{Theta: theta}, hand, nil, &job.Rules{CopeTool: tool,
		Crown: job.CrownNested}, &m,
		measure.UnitInch)
	require.NoError(t, err)
	return e
}

func texts(e *coping.End) string {
	var out []string
	for _, s := range e.Steps() {
		out = append(out, s.Kind+": "+s.Text)
	}
	return strings.Join(out, "\n")
}

// The long flat of a base is cut at the saw, square or with the corner's own back-cut; what is left is sawn in from the waste.
func TestBaseIsCutAtTheSawFirst(t *testing.T) {
	s := profiletest.Named(t, "landing")
	e := made(t, s, s, 89, joint.Left, job.CopeByHand)
	steps := e.Steps()
	assert.Equal(t, coping.StepSaw, steps[0].Kind)
	assert.InDelta(t, 3.875, steps[0].To, 1e-9)
	assert.Contains(t, steps[0].Text, `At the saw, upright: cut it square from the bottom edge to 3 7/8" up the face and stop there.`)
	assert.Contains(t, e.LineText(), "The edge of the test mitre is the line")
	assert.Contains(t, e.WasteText(), "the waste is on the left of the line")
	assert.Empty(t, e.ExtraText())
	for _, k := range steps[1:] {
		if k.Kind == coping.StepPart {
			assert.GreaterOrEqual(t, k.From, 3.875-1e-9, "what the saw has cut is not sawn again")
		}
	}
	e = made(t, s, s, 95, joint.Right, job.CopeByPower)
	assert.Contains(t, texts(e), "cut it at 5° right from the bottom edge")
	assert.Contains(t, e.LeanText(), "Lean a power saw 20° or more")
	assert.Contains(t, e.LeanText(), "5° clear the other face, the rest is the tool's own")
}

// Over a lower plank the line runs along the piece at one height: a relief cut goes there, and the template is wanted.
func TestOverAPlank(t *testing.T) {
	e := made(t, profiletest.Named(t, "plank4"), profiletest.Named(t, "ogee"), 90, joint.Right, job.CopeByHand)
	assert.False(t, e.Follows)
	assert.Contains(t, e.LineText(), "Draw the line from the template: the mitre's own edge would be off by")
	said := texts(e)
	assert.Contains(t, said, `Relief cut 1: from the end along the piece, through the waste, to the corner 3 1/2" up the face.`)
	for _, k := range e.Steps() {
		if k.Kind == coping.StepRelief {
			at := e.OnFace(k)
			require.Len(t, at, 2)
			assert.InDelta(t, -0.75, at[1][0], 1e-9, "a right end runs off to the left")
			assert.InDelta(t, 3.5, at[1][1], 1e-9)
		}
	}
	wide := made(t, profiletest.Named(t, "plank4"), profiletest.Named(t, "ogee"), 110, joint.Left, job.CopeByHand)
	assert.Contains(t, wide.ExtraText(), `1/4" past the corner line`)
	grinder := made(t, profiletest.Named(t, "quay"), profiletest.Named(t, "quay"), 90, joint.Left, job.CopeByGrinder)
	assert.Contains(t, texts(grinder), "does not reach into the hollow")
	assert.Contains(t, texts(grinder), "finish it with a round file")
}

// What is sawn and what is cut at the saw are the whole line, each part once.
func TestStepsCoverTheLine(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := profiletest.Any(t, "through"), profiletest.Any(t, "coped")
		tool := rapid.SampledFrom([]string{job.CopeByHand, job.CopeByPower, job.CopeByGrinder}).Draw(t, "tool")
		hand := rapid.SampledFrom(piece.Hands[:]).Draw(t, "hand")
		e := made(t, a, b, measure.Angle(rapid.IntRange(60, 150).Draw(t, "corner")), hand, tool)
		end := e.Line[len(e.Line)-1].Around
		covered := make([]int, 400)
		for _, k := range e.Steps() {
			if k.Text == "" {
				t.Fatalf("a step says nothing: %+v", k)
			}
			if k.Kind != coping.StepPart && k.Kind != coping.StepSaw {
				continue
			}
			for i := range covered {
				if at := (float64(i) + .5) / 400 * end; at > k.From && at < k.To {
					covered[i]++
				}
			}
		}
		missed := 0
		for i, n := range covered {
			if n > 1 {
				t.Fatalf("sawn twice at %d of 400", i)
			}
			if n == 0 {
				missed++
			}
		}
		if float64(missed)/400*end > 1.0/64*float64(len(e.Parts))+end/200 { // what is too short to be a part of its own
			t.Fatalf("%d of 400 are not sawn", missed)
		}
		// A template has the line on the side of its hand, and on its sheet.
		face := e.Face()
		for _, k := range face.Strokes {
			for _, p := range k.At {
				if k.Layer == coping.LayerCut && (p[0] < face.Low[0] || p[0] > face.High[0] || p[1] < face.Low[1] || p[1] > face.High[1]) {
					t.Fatalf("the line leaves its sheet at %v", p)
				}
			}
		}
	})
}

func TestNotDrawnAndNotCoped(t *testing.T) {
	m := job.DefaultSaw()
	quay := side(profiletest.Named(t, "quay"), "Quay")
	bare := coping.Side{Name: "Some crown", Shape: &piece.Shape{}}
	_, err := coping.New(bare, quay, coping.Meeting{Theta: 90}, joint.Left, nil, &job.Rules{}, &m, measure.UnitInch)
	var undrawn *coping.Undrawn
	require.ErrorAs(t, err, &undrawn)
	assert.Contains(t, err.Error(), "Some crown has measures only")
	assert.Contains(t, err.Error(), "library")
	_, err = coping.New(quay, quay, coping.Meeting{Theta: 176}, joint.Left, nil, &job.Rules{}, &m, measure.UnitInch)
	var unfit *cope.Unfit
	require.ErrorAs(t, err, &unfit)

	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	p := plantest.Build(t, j)
	_, err = coping.Of(&j, piece.NewShapes(&j), piece.ByID(p.Pieces), "k.w2", joint.Left)
	assert.ErrorContains(t, err, "is not coped")
	_, err = coping.Of(&j, piece.NewShapes(&j), piece.ByID(p.Pieces), "k.w9", joint.Left)
	assert.ErrorContains(t, err, "is not in the plan")
	_, err = coping.Of(&j, piece.NewShapes(&j), piece.ByID(p.Pieces), "k.w2", joint.Right)
	assert.ErrorAs(t, err, &undrawn, "a base of measures only")
}

func TestTries(t *testing.T) {
	in := measure.Inch
	assert.Equal(t, 3, coping.Tries(10*in, 3*in, in/8))
	assert.Equal(t, 0, coping.Tries(2*in, 3*in, in/8))
	assert.Contains(t, coping.TriesText(0, false), "lies on no stick yet")
	assert.Contains(t, coping.TriesText(0, true), "no second try")
	assert.Contains(t, coping.TriesText(1, true), "One more try")
	assert.Contains(t, coping.TriesText(3, true), "3 more tries")
}

// The squares to check are squares, one inside the other.
func TestCheckSquares(t *testing.T) {
	s := coping.CheckSquares([2]float64{1, 2})
	for i, side := range []float64{2, 50 / 25.4} {
		at := s.Strokes[i].At
		assert.InDelta(t, side, at[1][0]-at[0][0], 1e-12)
		assert.InDelta(t, side, at[2][1]-at[1][1], 1e-12)
		assert.Equal(t, at[0], at[4])
	}
	assert.InDelta(t, 85.6, coping.Rulers[0].Inches*25.4, 1e-9)
	assert.False(t, math.IsNaN(s.High[0]))
}
