package plan_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
	"gnomon/core/profile"
	"gnomon/core/saw"
)

const in = measure.Inch

// Nested by the house rule, told at the bottom edge, outside to the short point.
func TestCrownNested(t *testing.T) {
	p := plantest.Build(t, plantest.Hall(t))
	front := plantest.Piece(t, p, "kc.w5")
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		e := front.End(hand)
		assert.Equal(t, saw.Nested, e.Pose.Lie)
		assert.Equal(t, piece.ToShort, e.ToldTo)
		assert.InDelta(t, 45, math.Abs(float64(e.Setting.Mitre)), 1e-9)
		assert.Equal(t, "at the 45 detent", e.Dial.Text())
		assert.Equal(t, 3*in+in/8, e.Run)
	}
	assert.Equal(t, joint.Right, front.Right.Setting.Keep, "upside down: the right end's piece lies right")
	assert.InDelta(t, -45, float64(front.Right.Setting.Mitre), 1e-9)
	assert.Equal(t, 5*measure.Foot, front.Cut)
	assert.Equal(t, 5*measure.Foot+2*(3*in+in/8), front.Overall)
	require.Len(t, p.Lines(), 1)
	l := p.Lines()[0]
	assert.Equal(t, []measure.Length{3*in + 7*in/8, 3*in + 13*in/16, 3*in + in/8}, []measure.Length{l.Drop, l.Mark, l.Stop})
}

// On a saw too small for it nested, the crown is laid flat, with the edge to the fence that
// its one tilt asks for, and the plan says why.
func TestCrownOnASmallSaw(t *testing.T) {
	j := plantest.Hall(t)
	j.Rooms[0].Runs = j.Rooms[0].Runs[1:]
	j.Saw = "small"
	p := plantest.Build(t, j)
	for _, q := range plantest.OfRun(p, "kc") {
		for _, e := range []piece.End{q.Left, q.Right} {
			require.NotNil(t, e.Dial)
			if e.Slope != 0 {
				assert.Equal(t, saw.Flat, e.Pose.Lie)
				assert.Positive(t, e.Setting.Bevel)
			}
		}
	}
	f := plantest.Finding(t, p, "other_pose")
	assert.Contains(t, f.Why, `Nested it stands 3 7/8" and this saw takes 3 1/2"`)
	// And taller than the small saw takes flat as well.
	j.Mouldings[1].Height, j.Mouldings[1].Thickness = *plantest.Typed("7"), *plantest.Typed("5")
	f = plantest.Finding(t, plantest.Build(t, j), "cut_beyond_swing")
	assert.Equal(t, finding.Stop, f.Severity)
	assert.Equal(t, 1, strings.Count(f.Why, "Flat it lies"), "said once: %s", f.Why)
}

// A free end that returns is told to the tip; its cap is as long as the crown projects,
// and both are glued up on the bench.
func TestReturn(t *testing.T) {
	j := plantest.Hall(t)
	k := plantest.Run(&j, "kc")
	k.First, k.Last, k.RightEnd = "w1", "w1", job.EndReturn
	p := plantest.Build(t, j)
	q := plantest.Piece(t, p, "kc.w1")
	assert.Equal(t, piece.ToTip, q.Right.ToldTo)
	assert.Equal(t, 15*measure.Foot, q.Cut)
	assert.Equal(t, 15*measure.Foot-(3*in+in/8), q.Back, "on the stick its back is shorter by P·tan h")
	assert.Equal(t, q.Cut, q.Overall)
	c := plantest.Piece(t, p, "kc.w1.cap-right")
	assert.True(t, c.Cap)
	assert.Equal(t, 3*in+in/8, c.Cut)
	assert.Zero(t, c.Back)
	assert.Equal(t, "kc.w1", c.Left.Meets)
	assert.InDelta(t, 45, float64(c.Left.Setting.Mitre), 1e-9)
	require.NotEmpty(t, p.Groups())
	assert.Contains(t, p.Groups()[len(p.Groups())-1].Pieces, "kc.w1.cap-right")
	assert.Equal(t, 1, p.Supply("c").Pieces, "a cap comes from an offcut")
	for _, c := range p.Cuts() {
		if c.Piece == "kc.w1.cap-right" {
			assert.Contains(t, c.Cautions[0].Text, "Tiny piece")
		}
	}
}

// Built up of a flat member and a crown landing on it: the crown's pieces are shorter by
// the member's thickness at inside corners and longer at outside ones; one layout line
// for the whole.
func TestBuiltUp(t *testing.T) {
	j := plantest.Hall(t)
	r := &j.Rooms[0]
	r.Runs = append(r.Runs, job.Run{ID: "kf", Moulding: "f", Level: job.Ceiling})
	plantest.Run(&j, "kc").On = "kf"
	p := plantest.Build(t, j)
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kf.w2").Length)
	assert.Equal(t, 10*measure.Foot-3*in/2, plantest.Piece(t, p, "kc.w2").Length)
	assert.Equal(t, 5*measure.Foot+3*in/2, plantest.Piece(t, p, "kc.w5").Length, "between outside corners")
	assert.Equal(t, 14*in, plantest.Piece(t, p, "kc.w4").Length, "one inside, one outside")
	assert.Equal(t, 3*in/4, plantest.Piece(t, p, "kc.w2").From)
	require.Len(t, p.Lines(), 1)
	assert.Equal(t, hang.Line{Room: "r", Run: "kf", Members: []string{"kc", "kf"}, Drop: 9 * in / 2, Mark: 9*in/2 - in/16, Stop: 3*in + in/8}, p.Lines()[0])
	plantest.Run(&j, "kf").Below = plantest.Typed("1")
	assert.Equal(t, 11*in/2, plantest.Build(t, j).Lines()[0].Drop)
}

// A section whose face falls back under itself is mitred from the day it is entered.
func TestUncopableIsMitred(t *testing.T) {
	j := plantest.Hall(t)
	m := &j.Mouldings[0]
	o := profile.Outline{{}, {U: in / 2}, {U: in / 2, Z: 4 * in}, {U: 3 * in / 4, Z: 4*in - in/4}, {U: 3 * in / 4, Z: 5 * in}, {Z: 5 * in}}
	m.Section, m.Height, m.Thickness = job.SectionOf(o, "in"), *plantest.Typed("5"), *plantest.Typed("3/4")
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "section_not_copable")
	assert.Equal(t, finding.Check, f.Severity)
	assert.Contains(t, f.Text, `4" above its bottom`)
	assert.Equal(t, piece.Mitre, plantest.Piece(t, p, "kb.w2").Right.Joint)
	assert.Contains(t, p.Decisions()[0].Reason, "cannot be coped")
	m.Inside = job.InsideCope
	p = plantest.Build(t, j)
	assert.Equal(t, piece.Mitre, plantest.Piece(t, p, "kb.w2").Right.Joint, "wished for or not")
	assert.Contains(t, plantest.Finding(t, p, "cannot_be_coped").Remedy, "Mitre it")
	j.Rules.Inside, m.Inside = job.InsideMitre, ""
	assert.NotContains(t, plantest.Build(t, j).Decisions()[0].Reason, "cannot be coped", "the house rule mitres anyhow")
}

// In an acute corner a square end whose cover is too thin is cut to the wall instead.
func TestAcuteCornerWithASection(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "120, 96, 130, 88", "90, 70, 110, 90"))
	m := &j.Mouldings[0]
	square := func() piece.End { return plantest.Piece(t, plantest.Build(t, j), "k.w3").Left }
	m.Section = job.SectionOf(profile.Box(m.Height.Length, m.Thickness.Length), "in")
	e := square()
	assert.Equal(t, piece.Square, e.Joint, "flat stock always covers")
	assert.Positive(t, e.Short)
	// Its top edge tapers to a sixteenth: nothing hides a gap of P·cot 70.
	m.Section = job.SectionOf(profile.Outline{{}, {U: 9 * in / 16}, {U: 9 * in / 16, Z: 4 * in}, {U: in / 16, Z: 21 * in / 4}, {Z: 21 * in / 4}}, "in")
	e = square()
	assert.Equal(t, piece.Butt, e.Joint)
	assert.Equal(t, piece.ToLong, e.ToldTo)
	assert.Zero(t, e.Short)
	assert.InDelta(t, 20, math.Abs(float64(e.Setting.Mitre)), 1e-6)
}

func TestChimneyBreastOnTheBench(t *testing.T) {
	p := plantest.Build(t, plantest.Hall(t))
	got := map[string][]string{}
	for _, g := range p.Groups() {
		got[g.Run] = append(got[g.Run], g.Pieces...)
	}
	assert.Equal(t, []string{"kc.w4", "kc.w5", "kc.w6"}, got["kc"])
	assert.Equal(t, []string{"kb.w4", "kb.w5", "kb.w6"}, got["kb"])
	assert.Equal(t, "kc.w4", plantest.Piece(t, p, "kc.w6").Group)
	assert.Empty(t, plantest.Piece(t, p, "kc.w1").Group)
}

// What the carpenter set counts; a part of a scarfed wall cut shorter lengthens the next.
func TestSetByHand(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90, 90, 90, 90"))
	j.ByHand = []job.ByHand{{Piece: "k.w2", Length: plantest.Typed("95 15/16"), By: "Ada", Why: "the plaster bulges"}, {Piece: "k.w3", InPlace: true}}
	p := plantest.Build(t, j)
	q := plantest.Piece(t, p, "k.w2")
	assert.Equal(t, 96*in-in/16, q.Cut)
	assert.Equal(t, 96*in, q.Computed)
	assert.Equal(t, q.Cut, q.Back)
	f := plantest.Finding(t, p, "set_by_hand")
	assert.Contains(t, f.Text, "by Ada")
	assert.Equal(t, "The plaster bulges.", f.Why)
	assert.True(t, plantest.Piece(t, p, "k.w3").Hand.InPlace)
	assert.Equal(t, 120*in, plantest.Piece(t, p, "k.w3").Cut, "its stick still needs a length")

	j, p = plantest.Fitted(t, plantest.SticksOf(plantest.Read(t, plantest.Room(false, "", "240", "90")), 16))
	require.Len(t, p.Pieces, 2)
	first, second := p.Pieces[0], p.Pieces[1]
	j.ByHand = []job.ByHand{{Piece: first.ID, Length: &job.Entry{Length: first.Cut - in/2}}}
	p = plantest.Build(t, j)
	assert.Equal(t, first.Cut-in/2, p.Pieces[0].Cut)
	assert.Equal(t, second.Cut+in/2, p.Pieces[1].Cut, "the next part makes up for it")
}

// The saw's own error is taken off what is dialled, and said.
func TestCalibratedDial(t *testing.T) {
	j := plantest.Hall(t)
	c := measure.Angle(89.4)
	j.Saws[0].Tests = []job.Test{{ID: "t", Way: job.TestCorner, Scale: job.SawMitre, Set: -45, Corner: &c}}
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "kc.w5").Right
	assert.InDelta(t, -45, float64(e.Setting.Mitre), 1e-9)
	assert.InDelta(t, -44.7, float64(e.Dial.Mitre), 1e-9)
	assert.Equal(t, "This saw's own error of −0.3° ± 0.2° is taken off the mitre.", e.CalibrationText())
	assert.Empty(t, plantest.Piece(t, p, "kc.w5").Left.CalibrationText(), "the other side was not tested")
}

// A house of 30 rooms with base, shoe and crown, some 1,200 pieces.
func crowned(t plantest.T) job.Job {
	j := plantest.Read(t, plantest.House(30, false))
	j.Mouldings = append(j.Mouldings, job.Moulding{ID: "s", Kind: job.KindShoe, Height: *plantest.Typed("3/4"), Thickness: *plantest.Typed("1/2")},
		job.Moulding{ID: "c", Kind: job.KindCrown, Height: *plantest.Typed("3 7/8"), Thickness: *plantest.Typed("3 1/8"), Profiled: true})
	lib, _ := profile.Library()
	for _, s := range lib {
		if s.ID == "quay" {
			m := j.Moulding("c")
			m.Section = job.SectionOf(s.Outline, "in")
			q, err := profile.New(s.Outline)
			require.NoError(t, err)
			m.Height, m.Thickness = job.Entry{Length: q.Height(), Text: q.Height().String()}, job.Entry{Length: q.Projection(), Text: q.Projection().String()}
		}
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		r.Runs = append(r.Runs, job.Run{ID: fmt.Sprint("s", i), Moulding: "s", Level: job.Floor}, job.Run{ID: fmt.Sprint("c", i), Moulding: "c", Level: job.Ceiling})
	}
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// BenchmarkBuildWithCrown plans 30 rooms with base, shoe and crown, without a stud known and with all of them.
func BenchmarkBuildWithCrown(b *testing.B) {
	for _, framed := range []bool{false, true} {
		j := crowned(b)
		if framed {
			for i := range j.Rooms {
				r := &j.Rooms[i]
				r.JoistSpacing = plantest.Typed("16")
				for k := range r.Walls {
					r.Walls[k].StudSpacing = plantest.Typed("16")
					r.Spots = append(r.Spots, job.Spot{ID: r.Walls[k].ID + "s", Wall: r.Walls[k].ID, Kind: job.SpotStud, At: *plantest.Typed("7")})
				}
				r.Spots = append(r.Spots, job.Spot{ID: r.ID + "j", Wall: r.Walls[0].ID, Kind: job.SpotJoist, At: *plantest.Typed("9")})
			}
			j.Normalise()
		}
		p := plantest.Build(b, j)
		require.Len(b, p.Pieces, 420+420+360)
		b.Run(map[bool]string{false: "no studs", true: "studs and joists"}[framed], func(b *testing.B) {
			nails := 0
			for b.Loop() {
				p, err := plan.Build(j)
				if err != nil {
					b.Fatal(err)
				}
				nails = 0
				for _, r := range p.Rooms {
					nails += len(r.Fixing.Nails)
				}
			}
			b.ReportMetric(float64(nails), "nails")
		})
	}
}
