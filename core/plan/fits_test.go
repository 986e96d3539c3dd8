package plan_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// drawn is a room whose run has a section of the library, given by its points in the job file.
func drawn(t *testing.T, section, kind, level, rules, corners string) job.Job {
	t.Helper()
	return plantest.Read(t, fmt.Sprintf(`{"gnomon":9,"mouldings":[{"id":"m","kind":%q,"section":[%s],"sticks":[{"length":"16'"}]}],"rules":{%s},
		"rooms":[{"id":"r","closed":true,"walls":[{"id":"w1","length":"120"},{"id":"w2","length":"96"},{"id":"w3","length":"120"},{"id":"w4","length":"96"}],
		"corners":[%s],"runs":[{"id":"k","moulding":"m","level":%q}]}]}`, kind, section, rules, corners, level))
}

func point(u, z string, bow string) string { return fmt.Sprintf(`{"u":%q,"z":%q,"bow":%q}`, u, z, bow) }

func line(points ...string) (out string) {
	for i, p := range points {
		if i > 0 {
			out += ","
		}
		out += p
	}
	return out
}

var (
	landing = line(point("0", "0", "0"), point("9/16", "0", "0"), point("9/16", "3 7/8", "0.09"), point("5/16", "4 5/16", "-0.06"), point("1/4", "4 11/16", "0"),
		point("1/4", "4 3/4", "0.1"), point("3/16", "5 1/4", "0"), point("0", "5 1/4", "0"))
	tread = line(point("0", "0", "0"), point("3/4", "0", "0"), point("3/4", "3", "0"), point("1/2", "3", "0"), point("1/2", "3 3/4", "0.05"),
		point("1/4", "4 1/4", "0"),
		point("0", "4 1/4", "0"))
	quay = line(point("0", "0", "0"), point("9/32", "1/32", "0"), point("19/32", "19/64", "-0.12"), point("1 11/32", "1 15/32", "0"), point("1 17/32",
		"1 37/64", "0.18"),
		point("2 37/64", "2 21/32", "-0.05"), point("2 59/64", "3 17/64", "0"), point("3 7/64", "3 3/8", "0"), point("3 1/8", "3 7/8", "0"),
		point("2 5/8", "3 7/8", "0"),
		point("0", "1/2", "0"))
	square4  = `{"id":"a","reading":90},{"id":"b","reading":90},{"id":"c","reading":90},{"id":"d","reading":90}`
	readings = `{"id":"a","reading":90.3},{"id":"b","reading":90},{"id":"c","reading":89.7},{"id":"d","reading":90}`
)

// Every joint is told how it will close. A base at detents closes; a crown may show, and more where its setting falls between the saw's marks.
func TestJointsAreToldHowTheyClose(t *testing.T) {
	for _, d := range plantest.Build(t, drawn(t, landing, "base", "floor", "", square4)).Decisions() {
		require.NotNil(t, d.Fit, d.Letter)
		assert.Equal(t, "closes", d.Fit.Word())
		assert.Less(t, d.Fit.Shows, .02)
	}
	j := drawn(t, quay, "crown", "ceiling", "", readings)
	p := plantest.Build(t, j)
	var shows []float64
	for _, d := range p.Decisions() {
		require.NotNil(t, d.Fit)
		shows = append(shows, d.Fit.Shows)
		assert.NotEmpty(t, d.Fit.At)
	}
	assert.Greater(t, shows[0], shows[1], "half of 90.3 lies between the marks of this saw")
	assert.Greater(t, shows[1], .05)
	j.Rules.Inside = job.InsideMitre
	for i, d := range plantest.Build(t, j).Decisions() {
		assert.Greater(t, d.Fit.Shows, shows[i]-.05, "a mitre forgives no more")
	}
	assert.Equal(t, plantest.Build(t, j).Decisions()[0].Fit, plantest.Build(t, j).Decisions()[0].Fit, "the same every time")
	bare := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90")))
	assert.Nil(t, bare.Decisions()[0].Fit, "nothing follows from measures alone")
}

// A corner that was not read is doubtful; on a mitred crown that is a finding with the way out.
func TestAJointThatWillHardlyClose(t *testing.T) {
	j := drawn(t, quay, "crown", "ceiling", `"inside":"mitre"`, `{"id":"a"},{"id":"b","reading":90},{"id":"c","reading":90},{"id":"d","reading":90}`)
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "joint_shows")
	assert.Equal(t, finding.Check, f.Severity)
	assert.Contains(t, f.Text, "At corner A")
	assert.Contains(t, f.Remedy, "Read the corner")
	assert.Contains(t, f.Why, "that it shows")
}

// A saw that errs on one side decides who is coped where joints are to close, and is told; where they count for nothing it does not.
func TestTightJointsDecide(t *testing.T) {
	j := drawn(t, quay, "crown", "ceiling", `"weights":{"short":0,"hidden":0,"hand":1,"double":0,"tight":100},"cope_hand":"either"`, square4)
	entry := func(s string) *job.Entry { e, _ := job.Typed(s, "in"); return &e }
	// Well tested to the right, and not at all to the left.
	for i := range 4 {
		j.Saws[0].Tests = append(j.Saws[0].Tests, job.Test{ID: fmt.Sprint("t", i), Way: job.TestGap, Scale: job.SawMitre, Set: 45, Gap: entry("0"),
			Open: job.OpenHeel, Width: entry("8")})
	}
	j.Normalise()
	p := plantest.Build(t, j)
	rules := map[string]int{}
	for _, d := range p.Decisions() {
		rules[d.Rule]++
		if d.Rule == "tight_joint" {
			assert.Contains(t, d.Why, "o it closes better: ")
			assert.Contains(t, d.Why, "the other way about")
			assert.Equal(t, joint.Right, copedHand(p, d), "nested, a right end is cut to the right")
		}
	}
	assert.Positive(t, rules["tight_joint"])
	j.Rules.Weights.Tight = 0
	for _, d := range plantest.Build(t, j).Decisions() {
		assert.NotEqual(t, "tight_joint", d.Rule)
	}
}

func copedHand(p plan.Plan, d *plan.Decision) joint.Hand {
	if d.Coped == d.Left {
		return joint.Right
	}
	return joint.Left
}

// Where a mitre's edge is not the line, that is said at the end: for a tread, and not for a profile without one.
func TestTreadsWantATemplate(t *testing.T) {
	p := plantest.Build(t, drawn(t, tread, "base", "floor", "", square4))
	n := 0
	for _, q := range p.Pieces {
		for _, hand := range piece.Hands {
			if e := q.End(hand); e.Joint == piece.Cope {
				n++
				assert.True(t, e.Drawn)
				assert.Contains(t, e.Remark(), "draw that from a template")
			}
		}
	}
	assert.Positive(t, n)
	for _, q := range plantest.Build(t, drawn(t, landing, "base", "floor", "", square4)).Pieces {
		assert.False(t, q.Left.Drawn || q.Right.Drawn)
	}
}

// A cope is not wished into a corner that is not coped.
func TestCornersThatAreNotCoped(t *testing.T) {
	p := plantest.Build(t, drawn(t, landing, "base", "floor", "", `{"id":"a","reading":55},{"id":"b","reading":90},{"id":"c","reading":90},{"id":"d","reading":125}`))
	f := plantest.Finding(t, p, "cope_corner")
	assert.Contains(t, f.Text, "the corner is 55°")
	assert.NotContains(t, plantest.Codes(plantest.Build(t, drawn(t, landing, "base", "floor", "", square4))), "cope_corner")
}

// Scarfs that are cut at one setting stay parallel, whatever the saw errs.
func TestScarfsStayParallel(t *testing.T) {
	j := drawn(t, landing, "base", "floor", "", square4)
	e, _ := job.Typed("8'", "in")
	j.Mouldings[0].Sticks[0].Entry = e
	p := plantest.Build(t, j)
	all := plan.Scarfs(&j, p.Pieces)
	require.NotEmpty(t, all)
	for _, s := range all {
		assert.Zero(t, s.Fit.Gap)
		assert.Less(t, s.Fit.Shows, .01)
	}
}

// Where walls lean far, the line of a cope leaves the end as it is cut: how far is told, and of less nothing.
func TestALineThatLeavesItsEnd(t *testing.T) {
	for lean, told := range map[string]bool{"0": false, "1": false, "5": false, "9": true, "-14": true} {
		j := plantest.Read(t, fmt.Sprintf(`{"gnomon":9,"mouldings":[{"id":"m","kind":"base","section":[%s],"sticks":[{"length":"16'"}]}],
			"rooms":[{"id":"r","walls":[{"id":"w1","length":"120","lean":%s},{"id":"w2","length":"96"}],"corners":[{"id":"a","reading":90}],"runs":[{"id":"k","moulding":"m"}]}]}`,
			landing, lean))
		p := plantest.Build(t, j)
		if !told {
			assert.NotContains(t, plantest.Codes(p), "cope_misses", lean)
			continue
		}
		assert.Contains(t, plantest.Finding(t, p, "cope_misses").Text, "past the end as it is cut")
	}
}

// Two mouldings on neighbouring walls are coped over each other: without a section there is no line, and that is said with the
// way out; where walls lean so far that the line leaves the end as it is cut, that too.
func TestWhatStandsAgainstALine(t *testing.T) {
	two := func(other, lean string) job.Job {
		return plantest.Read(t, fmt.Sprintf(`{"gnomon":9,"mouldings":[{"id":"m","kind":"base","section":[%s],"sticks":[{"length":"16'"}]},{"id":"n","kind":"base",%s,"sticks":[{"length":"16'"}]}],
			"rooms":[{"id":"r","closed":false,"walls":[{"id":"w1","length":"120"},{"id":"w2","length":"96"%s}],"corners":[{"id":"a","reading":90}],
			"runs":[{"id":"k","moulding":"m","first":"w1","last":"w1"},{"id":"l","moulding":"n","first":"w2","last":"w2"}]}]}`, landing, other, lean))
	}
	p := plantest.Build(t, two(`"height":"4","thickness":"5/8"`, ""))
	f := plantest.Finding(t, p, "cope_undrawn")
	assert.Contains(t, f.Remedy, "take the nearest of the library")
	drawnToo := plantest.Build(t, two(`"section":[`+tread+`]`, ""))
	assert.NotContains(t, plantest.Codes(drawnToo), "cope_undrawn")
	assert.NotContains(t, plantest.Codes(drawnToo), "cope_misses")
	for _, d := range drawnToo.Decisions() {
		if d.Joint == "cope" {
			require.NotNil(t, d.Fit)
		}
	}
}
