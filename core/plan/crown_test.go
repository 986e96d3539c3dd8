package plan_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
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

func of(p plan.Plan, run string) (out []piece.Piece) {
	for _, q := range p.Pieces {
		if q.Run == run {
			out = append(out, q)
		}
	}
	return out
}

func run(j *job.Job, id string) *job.Run {
	r := &j.Rooms[0]
	return &r.Runs[slices.IndexFunc(r.Runs, func(k job.Run) bool { return k.ID == id })]
}

// Crown passes over the door and stops at the cabinet that reaches the ceiling; the base
// stops at both.
func TestEachRunOverItsOwnStretch(t *testing.T) {
	j := plantest.Hall(t)
	p := plantest.Build(t, j)
	assert.Len(t, of(p, "kb"), 9)
	crown := of(p, "kc")
	require.Len(t, crown, 8)
	assert.Equal(t, 15*measure.Foot, crown[0].Length, "over the door")
	last := crown[7]
	assert.Equal(t, 90*in, last.Length)
	assert.Equal(t, piece.Butt, last.Left.Joint)
	assert.Equal(t, []string{"Base 1", "Crown 1"}, []string{of(p, "kb")[0].Label, crown[0].Label})

	// A cabinet that ends under the crown lets it pass.
	j.Rooms[0].Openings[1].Head = plantest.Typed("80")
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, plantest.Build(t, j), "kc.w8").Length)

	// Over three walls only: its ends are square, and nothing meets them.
	run(&j, "kc").First, run(&j, "kc").Last = "w8", "w2"
	crown = of(plantest.Build(t, j), "kc")
	require.Len(t, crown, 3)
	assert.Equal(t, "kc.w8", crown[0].ID, "from the first to the last, past the room's beginning")
	assert.Equal(t, piece.Square, crown[0].Left.Joint)
	assert.Equal(t, piece.Square, crown[2].Right.Joint)
	assert.Equal(t, crown[0].ID, crown[1].Left.Meets)
	run(&j, "kc").First, run(&j, "kc").Last = "w1", "w8"
	assert.Len(t, of(plantest.Build(t, j), "kc"), 8)
	assert.Len(t, plantest.Build(t, j).HangOrder, 17, "all around, said wall by wall: every piece can be hung")
	run(&j, "kc").Last = "w2"
	run(&j, "kc").First = "w5"
	assert.Len(t, of(plantest.Build(t, j), "kc"), 6)
}

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
	require.Len(t, p.Lines, 1)
	l := p.Lines[0]
	assert.Equal(t, []measure.Length{3*in + 7*in/8, 3*in + 13*in/16, 3*in + in/8}, []measure.Length{l.Drop, l.Mark, l.Stop})
}

// On a saw too small for it nested, the crown is laid flat, with the edge to the fence that
// its one tilt asks for, and the plan says why.
func TestCrownOnASmallSaw(t *testing.T) {
	j := plantest.Hall(t)
	j.Rooms[0].Runs = j.Rooms[0].Runs[1:]
	j.Saw = "small"
	p := plantest.Build(t, j)
	for _, q := range of(p, "kc") {
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
	k := run(&j, "kc")
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
	require.NotEmpty(t, p.Groups)
	assert.Contains(t, p.Groups[len(p.Groups)-1].Pieces, "kc.w1.cap-right")
	assert.Equal(t, 1, p.Supply("c").Pieces, "a cap comes from an offcut")
	for _, c := range p.Cuts {
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
	run(&j, "kc").On = "kf"
	p := plantest.Build(t, j)
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kf.w2").Length)
	assert.Equal(t, 10*measure.Foot-3*in/2, plantest.Piece(t, p, "kc.w2").Length)
	assert.Equal(t, 5*measure.Foot+3*in/2, plantest.Piece(t, p, "kc.w5").Length, "between outside corners")
	assert.Equal(t, 14*in, plantest.Piece(t, p, "kc.w4").Length, "one inside, one outside")
	assert.Equal(t, 3*in/4, plantest.Piece(t, p, "kc.w2").From)
	require.Len(t, p.Lines, 1)
	assert.Equal(t, plan.Line{Room: "r", Run: "kf", Members: []string{"kc", "kf"}, Drop: 9 * in / 2, Mark: 9*in/2 - in/16, Stop: 3*in + in/8}, p.Lines[0])
	run(&j, "kf").Below = plantest.Typed("1")
	assert.Equal(t, 11*in/2, plantest.Build(t, j).Lines[0].Drop)
}

// Tiles that reach the crown: it hangs on furring of their thickness, and so its pieces
// are shorter there, and beside it, by what that stands out.
func TestCrownOverTile(t *testing.T) {
	j := plantest.Hall(t)
	r := &j.Rooms[0]
	r.Walls[1].TileThickness, r.Walls[1].TileHeight = plantest.Typed("3/8"), plantest.Typed("93")
	p := plantest.Build(t, j)
	assert.Equal(t, 15*measure.Foot-3*in/8, plantest.Piece(t, p, "kc.w1").Length, "its neighbour ends at the furring")
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kc.w2").Length)
	f := plantest.Finding(t, p, "crown_on_furring")
	assert.Contains(t, f.Text, `furring 3/8" thick on wall 2, its lower edge 3 5/8" under the ceiling`)
	assert.Equal(t, 10*measure.Foot, plantest.Piece(t, p, "kb.w2").Length, "the base stands on the wall as measured")
	r.Walls[1].TileHeight = plantest.Typed("48")
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "crown_on_furring")
}

// A wall that leans a degree into the room: the square end of the piece beside it gets a
// bevel, its top shorter; the piece on the wall itself keeps its ends.
func TestLeaningWall(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "120, 96, 120, 96", "90, 90, 90, 90"))
	j.Rooms[0].Walls[1].Lean = &job.Lean{Angle: 1, Text: "1"}
	j.Saws[0].BevelRight = 45
	j.Rooms[0].Overrides = []job.Override{{ID: "a", Run: "k", Corner: "c1", Question: job.AskCoped, Choice: job.HandRight}}
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "k.w1").Right
	assert.InDelta(t, -1, float64(e.Lean), 1e-9, "top short")
	assert.InDelta(t, 1, float64(e.Setting.Bevel), 1e-6)
	assert.InDelta(t, -5.25*math.Tan(math.Pi/180), e.TopLong.Inches(), 1e-6)
	assert.InDelta(t, -1, float64(plantest.Piece(t, p, "k.w3").Left.Lean), 1e-9, "so is that of the piece on its other side")
	assert.Zero(t, plantest.Piece(t, p, "k.w2").Left.Lean+plantest.Piece(t, p, "k.w2").Right.Lean)
	assert.Contains(t, plantest.Finding(t, p, "end_leans").Text, `3/32" short of its bottom`)
	assert.Contains(t, plantest.Finding(t, p, "end_leans").Remedy, "told to the bottom edge")

	// The corner's own lean, measured, goes before the wall's: top to the right, long.
	j.Rooms[0].Corners[0].Lean = &job.Lean{Angle: 2, Text: "2"}
	e = plantest.Piece(t, plantest.Build(t, j), "k.w1").Right
	assert.InDelta(t, 2, float64(e.Lean), 1e-9)
	// A single-tilt saw that cannot lean so lays it flat, and the lean becomes a mitre.
	j.Saws[0].BevelRight = 0
	e = plantest.Piece(t, plantest.Build(t, j), "k.w1").Right
	require.NotNil(t, e.Dial)
	assert.Equal(t, saw.Flat, e.Pose.Lie)
	assert.InDelta(t, 2, math.Abs(float64(e.Setting.Mitre)), 1e-6)
}

// A cabinet side out of plumb leans the base's butt against it.
func TestLeaningCabinet(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120", "90", `{"id":"o","wall":"w1","kind":"cabinet","from":"40","width":"30","lean":"1.5"}`))
	p := plantest.Build(t, j)
	assert.InDelta(t, 1.5, float64(plantest.Piece(t, p, "k.w1").Right.Lean), 1e-9)
	assert.InDelta(t, -1.5, float64(plantest.Piece(t, p, "k.w1.o").Left.Lean), 1e-9)
}

// A floor that falls an inch over ten feet to the right: the base follows it, and its
// plumb ends lean off its bottom edge, both the same way.
func TestFloorOutOfLevel(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120", "90"))
	j.Rooms[0].Walls[0].FloorLeft, j.Rooms[0].Walls[0].FloorRight = plantest.Typed("0"), plantest.Typed("1")
	j.Saws[0].BevelRight = 45
	q := plantest.Piece(t, plantest.Build(t, j), "k.w1")
	p := math.Asin(1.0 / 120) // the tape lay along the floor
	// Falling right, the right end is the downhill one: plumb downhill is (cos p, 0, +sin p).
	assert.InDelta(t, p*180/math.Pi, float64(q.Right.Setting.Bevel), 1e-9)
	assert.InDelta(t, p*180/math.Pi, float64(q.Left.Setting.Bevel), 1e-9)
	assert.InDelta(t, -5.25*math.Tan(p), q.Right.TopLong.Inches(), 1e-6)
	assert.InDelta(t, 5.25*math.Tan(p), q.Left.TopLong.Inches(), 1e-6)
	assert.Equal(t, 120*in, q.Cut, "told at the bottom edge")
}

// A ceiling that rises along one wall and not along the next: what the corner needs.
func TestCeilingRises(t *testing.T) {
	j := plantest.Hall(t)
	w := j.Rooms[0].Walls
	w[0].CeilingLeft, w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("96"), plantest.Typed("96 1/2"), plantest.Typed("96 1/2")
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "ceiling_slopes")
	assert.NotEmpty(t, f.Text)
	assert.NotContains(t, plantest.Codes(p), "rises_differ", "3 1/8·tan 45·1/360 is under a sixty-fourth")
	w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("101"), plantest.Typed("101")
	f = plantest.Finding(t, plantest.Build(t, j), "rises_differ")
	assert.Equal(t, finding.Note, f.Severity)
	w[0].CeilingRight, w[1].CeilingRight = plantest.Typed("106"), plantest.Typed("106")
	f = plantest.Finding(t, plantest.Build(t, j), "rises_differ")
	assert.Equal(t, finding.Stop, f.Severity)
	assert.Contains(t, f.Remedy, "cannot be mitred")
	assert.Equal(t, "corner:ca", f.About())
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
	assert.Contains(t, p.Decisions[0].Reason, "cannot be coped")
	m.Inside = job.InsideCope
	p = plantest.Build(t, j)
	assert.Equal(t, piece.Mitre, plantest.Piece(t, p, "kb.w2").Right.Joint, "wished for or not")
	assert.Contains(t, plantest.Finding(t, p, "cannot_be_coped").Remedy, "Mitre it")
	j.Rules.Inside, m.Inside = job.InsideMitre, ""
	assert.NotContains(t, plantest.Build(t, j).Decisions[0].Reason, "cannot be coped", "the house rule mitres anyhow")
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
	for _, g := range p.Groups {
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

func BenchmarkBuildWithCrown(b *testing.B) {
	j := crowned(b)
	require.Len(b, plantest.Build(b, j).Pieces, 420+420+360)
	for b.Loop() {
		if _, err := plan.Build(j); err != nil {
			b.Fatal(err)
		}
	}
}
