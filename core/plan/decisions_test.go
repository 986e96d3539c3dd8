package plan_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/compare"
	"gnomon/core/edit"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

func told(id, corner, side string) job.Override {
	return job.Override{ID: id, Run: "k", Corner: corner, Question: job.AskCoped, Choice: side}
}

// Copes told all to one side of a closed room: the finding proves it by naming the ring,
// offers each of them to drop, and the rest of the plan stands.
func TestAnOrderThatCannotBe(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 180, 144, 180", "90, 90, 90, 90"))
	r := &j.Rooms[0]
	for i := range 4 {
		r.Overrides = append(r.Overrides, told(fmt.Sprint("o", i), fmt.Sprintf("c%d", i+1), job.HandLeft))
	}
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "cannot_be_hung")
	assert.Equal(t, finding.Stop, f.Severity)
	assert.Equal(t, "There is no order to hang base 1, base 2, base 3 and base 4: each waits for the next.", f.Text)
	assert.Equal(t, "Base 1 is coped into base 2, base 2 is coped into base 3, base 3 is coped into base 4 and base 4 is coped into base 1.", f.Why)
	require.Len(t, f.Acts, 4)
	assert.Equal(t, finding.Act{Do: finding.ActDrop, Kind: "override", ID: "o0", Text: "Drop which piece gives way at corner A",
		Next: "which piece gives way at corner A"}, f.Acts[0])
	assert.Len(t, p.Chains()[0].Ring, 4)
	assert.Empty(t, p.HangOrder())
	assert.Len(t, p.Cuts(), 8+4, "what is cut and coped is still worked out")
	for i := range 4 { // dropping any of them mends it
		mended := j.Clone()
		mended.Rooms[0].Overrides = slices.Delete(mended.Rooms[0].Overrides, i, i+1)
		q := plantest.Build(t, mended)
		assert.NotContains(t, plantest.Codes(q), "cannot_be_hung")
		assert.Len(t, q.HangOrder(), 4)
	}
	for _, d := range p.Decisions() {
		assert.NotEmpty(t, d.Overrides)
		assert.Equal(t, "overruled", d.Rule)
	}
}

// A group from the bench that comes all the way round meets itself; rooms of one wall or two
// are no rooms, and still have their plan.
func TestARunThatMeetsItself(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, `"inside":"mitre"`, "36, 6, 36, 6", "90, 90, 90, 90"))
	j.Rooms[0].Overrides = []job.Override{{ID: "a", Corner: "c4", Question: "inside", Choice: job.InsideCope}}
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "cannot_be_hung")
	assert.Equal(t, "Base 1 cannot be hung: it meets itself, and would go up after itself.", f.Text)
	for _, walls := range []string{"96", "96, 60"} {
		corners := strings.Repeat("90, ", strings.Count(walls, ",")) + "90"
		p := plantest.Build(t, plantest.Read(t, plantest.Room(true, "", walls, corners)))
		assert.NotEmpty(t, p.Pieces)
		assert.Contains(t, plantest.Codes(p), "too_few_walls")
	}
}

// What is to go up first does, and is coped nowhere; where a corner says otherwise, it is
// said that both cannot be.
func TestFirst(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 180, 144, 180", "90, 90, 90, 90"))
	r := &j.Rooms[0]
	r.Overrides = []job.Override{{ID: "f", Run: "k", Question: job.AskFirst, Choice: "k.w3"}}
	p := plantest.Build(t, j)
	assert.Equal(t, "k.w3", p.HangOrder()[0])
	assert.Zero(t, copes(*plantest.Piece(t, p, "k.w3")))
	assert.Equal(t, "k.w3", p.Chains()[0].First)
	r.Overrides = append(r.Overrides, told("o", "c3", job.HandLeft))
	p = plantest.Build(t, j)
	f := plantest.Finding(t, p, "cannot_be_hung")
	assert.Contains(t, f.Why, "Base 3 is coped into base 4")
	assert.Contains(t, f.Why, "base 4 goes up after base 3, which was chosen to go up first")
	assert.Len(t, f.Acts, 2)
}

// Overrides outlast walls that are added, moved and taken out: they hold where their corner
// is, or say that they were dropped.
func TestOverridesOutlastWalls(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90, 90, out 90, 90, 90, 90"))
	j.Rooms[0].Overrides = []job.Override{told("o", "c2", job.HandRight)}
	do := func(op edit.Op) {
		t.Helper()
		next, _, err := edit.Apply(j, op)
		require.NoError(t, err)
		j = next
	}
	holds := func() bool {
		p := plantest.Build(t, j)
		for _, d := range p.Decisions() {
			if d.Corner == "c2" {
				return len(d.Overrides) > 0 && d.Coped == d.Right && !slices.Contains(plantest.Codes(p), "override_dropped")
			}
		}
		return false
	}
	assert.True(t, holds())
	do(edit.Op{Do: edit.Add, Kind: "wall", In: "r", ID: "new", After: "w1"})
	assert.True(t, holds(), "a wall more")
	do(edit.Op{Do: edit.Remove, Kind: "wall", ID: "new"})
	do(edit.Op{Do: edit.Move, Kind: "wall", ID: "w2", After: "w4"})
	assert.True(t, holds(), "moved, with its wall")
	do(edit.Op{Do: edit.Set, Kind: "corner", ID: "c2", Field: "kind", Value: []byte(`"outside"`)})
	assert.Equal(t, "Which piece gives way at corner D was dropped.", plantest.Finding(t, plantest.Build(t, j), "override_dropped").Text,
		"an outside corner is mitred")
	do(edit.Op{Do: edit.Set, Kind: "corner", ID: "c2", Field: "kind", Value: []byte(`"inside"`)})
	assert.True(t, holds(), "turned back, it holds again")
	do(edit.Op{Do: edit.Remove, Kind: "wall", ID: "w2"})
	d := plantest.Finding(t, plantest.Build(t, j), "override_dropped")
	assert.Equal(t, "Its corner is not there any more.", d.Why)
	assert.Equal(t, finding.ActDrop, d.Acts[0].Do)
	do(edit.Op{Do: edit.Remove, Kind: "override", ID: "o"})
	assert.NotContains(t, plantest.Codes(plantest.Build(t, j)), "override_dropped")
}

// Wishes for a room, a run and a corner: the smaller counts, and what cannot be is said.
func TestWishes(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 60, 48, 84, 144", "90, 90, out 90, 90, 90, 90"))
	r := &j.Rooms[0]
	jointAt := func(letter string) string {
		for _, d := range plantest.Build(t, j).Decisions() {
			if d.Letter == letter {
				return d.Joint
			}
		}
		return ""
	}
	r.Overrides = []job.Override{{ID: "a", Question: "inside", Choice: job.InsideMitre}}
	assert.Equal(t, "mitre", jointAt("A"))
	r.Overrides = append(r.Overrides, job.Override{ID: "b", Run: "k", Question: "inside", Choice: job.InsideCope})
	assert.Equal(t, "cope", jointAt("A"), "the run against its room")
	r.Overrides = append(r.Overrides, job.Override{ID: "c", Corner: "c1", Question: "inside", Choice: job.InsideMitre})
	assert.Equal(t, "mitre", jointAt("A"), "the corner against its run")
	assert.Equal(t, "cope", jointAt("B"))
	r.Overrides = []job.Override{{ID: "d", Corner: "c1", Question: "inside", Choice: job.InsideButt},
		{ID: "e", Corner: "c3", Question: "inside", Choice: job.InsideCope}}
	p := plantest.Build(t, j)
	assert.Equal(t, "cope", jointAt("A"))
	assert.Contains(t, plantest.Finding(t, p, "cannot_be_butted").Remedy, "Cope it")
	f := plantest.Finding(t, p, "outside_is_mitred")
	assert.Equal(t, "corner:c3", f.About())
	assert.Equal(t, "e", f.Acts[0].ID)
}

// Flat stock of 3/4 butted: what runs through goes to the corner line; what stops against
// it is 3/4 shorter at a square corner, and 3/4 / sin 91.5 at one of 91.5, cut to its face.
func TestButts(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, `"inside":"butt"`, "60, 96, 60", "90, 91.5"))
	m := &j.Mouldings[0]
	m.Profiled, m.Thickness, m.Height = false, *plantest.Typed("3/4"), *plantest.Typed("3 1/2")
	j.Rooms[0].Overrides = []job.Override{told("a", "c1", job.HandLeft), told("b", "c2", job.HandRight)}
	p := plantest.Build(t, j)
	a, c := plantest.Piece(t, p, "k.w1"), plantest.Piece(t, p, "k.w3")
	assert.Equal(t, 96*in, plantest.Piece(t, p, "k.w2").Cut)
	assert.Equal(t, 60*in-3*in/4, a.Cut)
	assert.Equal(t, piece.Butt, a.Right.Joint)
	assert.InDelta(t, 60-0.75/math.Sin(91.5*math.Pi/180), c.Cut.Inches(), 1e-6)
	assert.InDelta(t, -1.5, float64(c.Left.Setting.Mitre), 1e-9, "long at the face")
	assert.Equal(t, piece.ToShort, c.Left.ToldTo)
	assert.Equal(t, "k.w2", p.HangOrder()[0])
	assert.Contains(t, p.Decisions()[0].Reason, "stops against")
}

// A bullnose of 1 in radius at a square corner: one transition piece, each joint cut 22.5,
// its back 2·tan 22.5 = 0.8284, the walls' pieces tan 45 − tan 22.5 = 0.5858 short of the
// sharp corner; hollow 1/cos 22.5 − 1 = 0.0824. Two: 15, 0.5359, 0.7321 and 0.0353.
func TestBullnose(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "60, 60", "out 90"))
	j.Rooms[0].Corners[0].Radius = plantest.Typed("1")
	p := plantest.Build(t, j)
	turn := plantest.Piece(t, p, "k.c1.turn-1")
	assert.InDelta(t, 0.828427, turn.Cut.Inches(), 1e-6)
	assert.InDelta(t, 60-0.585786, plantest.Piece(t, p, "k.w1").Cut.Inches(), 1e-6)
	assert.Equal(t, 60*in, plantest.Piece(t, p, "k.w1").Length, "what was measured stays")
	for _, e := range []piece.End{turn.Left, turn.Right, plantest.Piece(t, p, "k.w1").Right, plantest.Piece(t, p, "k.w2").Left} {
		assert.InDelta(t, 22.5, math.Abs(float64(e.Setting.Mitre)), 1e-9)
		assert.Equal(t, piece.ToShort, e.ToldTo)
	}
	assert.True(t, turn.Turns && turn.Cap)
	assert.Equal(t, []string{"k.w1", "k.w2"}, []string{turn.Left.Meets, turn.Right.Meets})
	assert.Equal(t, "k.c1.turn-1", plantest.Piece(t, p, "k.w1").Right.Meets)
	assert.Contains(t, plantest.Finding(t, p, "bullnose_hollow").Text, `hollow of 5/64"`)
	assert.Equal(t, plantest.Piece(t, p, "k.w1").Group, turn.Group, "glued up with what can be carried")

	j.Rules.Bullnose = job.BullnoseTwo
	p = plantest.Build(t, j)
	assert.InDelta(t, 2*math.Tan(15*math.Pi/180), plantest.Piece(t, p, "k.c1.turn-2").Cut.Inches(), 1e-6)
	assert.InDelta(t, 60-1+math.Tan(15*math.Pi/180), plantest.Piece(t, p, "k.w2").Cut.Inches(), 1e-6)
	assert.Equal(t, "k.c1.turn-2", plantest.Piece(t, p, "k.w2").Left.Meets)
	j.Rooms[0].Overrides = []job.Override{{ID: "p", Corner: "c1", Question: "bullnose", Choice: job.BullnosePlain}}
	p = plantest.Build(t, j)
	assert.Equal(t, 60*in, plantest.Piece(t, p, "k.w1").Cut, "a plain mitre goes to the sharp corner")
	assert.Contains(t, plantest.Finding(t, p, "bullnose_hollow").Text, `hollow of 27/64"`)
	assert.Len(t, p.Pieces, 2)
}

// Square ends a hair short where a cope covers, or long where they are sprung between two
// walls; coped ends sprung. Both lengths are kept.
func TestAllowances(t *testing.T) {
	rules := func(more string) plan.Plan {
		return plantest.Build(t, plantest.Read(t, plantest.Room(true, `"inside":"cope","cope_hand":"right",`+more, "100, 142, 100, 136", "90, 90, 90, 90")))
	}
	p := rules(`"square":"short","hair":"1/32"`)
	q := plantest.Piece(t, p, "k.w2")
	assert.Equal(t, 142*in, q.Length)
	assert.Equal(t, 142*in-in/16, q.Cut, "square at both ends")
	assert.Equal(t, 100*in-in/32, plantest.Piece(t, p, "k.w1").Cut, "square at one")
	assert.Equal(t, 100*in, plantest.Piece(t, p, "k.w3").Cut, "coped at both")
	assert.Equal(t, `1/32" taken off at the left end by the rule for square pieces, 1/32" taken off at the right end by the rule for square pieces`,
		q.AllowanceText("in"))
	p = rules(`"square":"long","hair":"1/32","spring":"1/16"`)
	assert.Equal(t, 142*in+in/16, plantest.Piece(t, p, "k.w2").Cut)
	assert.Equal(t, 100*in+in/16, plantest.Piece(t, p, "k.w1").Cut, "its coped end is sprung")
	assert.Equal(t, 100*in+in/8, plantest.Piece(t, p, "k.w3").Cut)

	// What the cope over it hides is all that a hair may take: at 90, least·(1 + cos)/sin.
	j := plantest.Read(t, plantest.Room(true, `"square":"short","hair":"3/16"`, "100, 142, 100, 136", "90, 90, 90, 90"))
	section(t, &j, "b", [][2]string{{"0", "0"}, {"9/16", "0"}, {"1/16", "5 1/4"}, {"0", "5 1/4"}})
	covers := in/16 + in/64
	assert.Equal(t, 142*in-2*covers, plantest.Piece(t, plantest.Build(t, j), "k.w2").Cut)
}

func section(t *testing.T, j *job.Job, id string, points [][2]string) {
	t.Helper()
	m := j.Moulding(id)
	m.Section = nil
	for _, p := range points {
		m.Section = append(m.Section, job.SectionPoint{U: *plantest.Typed(p[0]), Z: *plantest.Typed(p[1])})
	}
	require.NoError(t, j.Check())
}

// Base 9/16 thick at a casing of 1/2: chamfered from 1/16 back. Shoe ends at 45, long at
// the back.
func TestEndsAtACasing(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120, 96", "90", `{"id":"o","wall":"w1","from":"30","width":"36","casing_thickness":"1/2"}`))
	j.Mouldings = append(j.Mouldings, job.Moulding{ID: "s", Kind: job.KindShoe, Height: *plantest.Typed("3/4"), Thickness: *plantest.Typed("1/2"),
		Sticks: j.Mouldings[0].Sticks})
	j.Rooms[0].Runs = append(j.Rooms[0].Runs, job.Run{ID: "s", Moulding: "s", Level: job.Floor})
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "k.w1").Right
	assert.Equal(t, in/16, e.Chamfer)
	assert.Contains(t, e.Remark(), "chamfer the face at 45°")
	for _, c := range p.Cuts() {
		if c.Piece == "k.w1" && c.Hand == joint.Right {
			assert.Contains(t, c.Check, `chamfer the face at 45° from 1/16" back`)
		}
	}
	s := plantest.Piece(t, p, "s.w1").Right
	assert.InDelta(t, -45, float64(s.Setting.Mitre), 1e-9)
	assert.Equal(t, piece.ToLong, s.ToldTo)
	assert.Empty(t, s.Meets)
	assert.Equal(t, "s.", p.HangOrder()[len(p.HangOrder())-1][:2], "shoe goes up last")
}

// Two bases take turns around a room. Inside, the one is coped over the other along a
// template, cut to the wall first; outside, two sections cannot meet, flat stock of two
// thicknesses can: atan((k + cos θ)/sin θ) on each.
func TestTwoSectionsMeet(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120, 96, 60", "90, out 90"))
	j.Mouldings = append(j.Mouldings, job.Moulding{ID: "b2", Kind: job.KindBase, Height: *plantest.Typed("4"), Thickness: *plantest.Typed("5/8"), Profiled: true,
		Sticks: j.Mouldings[0].Sticks})
	r := &j.Rooms[0]
	r.Runs = []job.Run{{ID: "k", Moulding: "b", Level: job.Floor, RunFacts: job.RunFacts{First: "w1", Last: "w1"}},
		{ID: "l", Moulding: "b2", Level: job.Floor, RunFacts: job.RunFacts{First: "w2", Last: "w3"}}}
	r.Overrides = []job.Override{told("o", "c1", job.HandLeft)}
	p := plantest.Build(t, j)
	e := plantest.Piece(t, p, "k.w1").Right
	assert.Equal(t, piece.Cope, e.Joint)
	assert.True(t, e.Template)
	assert.InDelta(t, 0, float64(e.Setting.Mitre), 1e-9, "at a square corner it is cut square, and coped")
	assert.Equal(t, "l.w2", e.Meets)
	assert.Equal(t, "k.w1", plantest.Piece(t, p, "l.w2").Left.Meets)
	assert.Less(t, plantest.Piece(t, p, "l.w2").Hang, plantest.Piece(t, p, "k.w1").Hang)
	assert.Contains(t, e.Remark(), "template")
	assert.Len(t, p.Chains(), 1)

	r.Runs[0].Last, r.Runs[1].First = "w2", "w3"
	p = plantest.Build(t, j)
	assert.Equal(t, "apart", p.Decisions()[1].Joint)
	assert.Equal(t, piece.Square, plantest.Piece(t, p, "l.w3").Left.Joint)
	assert.Equal(t, finding.Check, plantest.Finding(t, p, "sections_do_not_meet").Severity)
	j.Mouldings[0].Profiled, j.Mouldings[1].Profiled = false, false
	p = plantest.Build(t, j)
	assert.Equal(t, "mitre", p.Decisions()[1].Joint)
	k := 0.625 / 0.5625
	assert.InDelta(t, math.Atan(k)*180/math.Pi, math.Abs(float64(plantest.Piece(t, p, "k.w2").Right.Setting.Mitre)), 1e-9)
	assert.InDelta(t, math.Atan(1/k)*180/math.Pi, math.Abs(float64(plantest.Piece(t, p, "l.w3").Left.Setting.Mitre)), 1e-9)
}

// A corner that was not read: the school's touch, and a finding that says so.
func TestUnreadCorners(t *testing.T) {
	for _, c := range []struct {
		rules, corner string
		mitre         float64
		why           string
	}{
		{`"unread_outside":"half_degree"`, "out ?", 45.5, "0.5° over half"},
		{`"unread_outside":"degree"`, "out ?", 46, "1° over half"},
		{`"unread_outside":"half"`, "out ?", 45, "exactly half"},
		{`"inside":"mitre"`, "?", 44, "1° under half"},
		{`"inside":"mitre","unread_inside":"half"`, "?", 45, "exactly half"},
	} {
		p := plantest.Build(t, plantest.Read(t, plantest.Room(false, c.rules, "60, 60", c.corner)))
		assert.InDelta(t, c.mitre, math.Abs(float64(plantest.Piece(t, p, "k.w1").Right.Setting.Mitre)), 1e-9, c.rules)
		assert.Contains(t, plantest.Finding(t, p, "corner_assumed").Why, c.why)
	}
	p := plantest.Build(t, plantest.Read(t, plantest.Room(false, "", "60, 60", "?")))
	assert.InDelta(t, 45, math.Abs(float64(plantest.Piece(t, p, "k.w1").Right.Setting.Mitre)), 1e-9, "a cope is cut for a square corner")
	assert.NotContains(t, plantest.Codes(p), "corner_assumed")
}

// What the saw has decided stays: with an end cut, the choice at its corner holds through
// whatever is measured anew.
func TestWhatIsCutDecides(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 180, 144, 180", "90, 90, 90, 90"))
	p := plantest.Build(t, j)
	d := p.Decisions()[0]
	j = plantest.Marked(j, job.RecordCut, d.Coped, "right")
	for i := range j.Records {
		j.Records[i].Cut.Mitre = -45
	}
	j.Rules.CopeHand = job.HandLeft
	is := plantest.Build(t, j).Decisions()[0]
	assert.Equal(t, d.Coped, is.Coped)
	assert.Equal(t, "cut_already", is.Rule)
	j.Rooms[0].Overrides = []job.Override{told("o", "c1", job.HandRight)}
	assert.Equal(t, d.Through, plantest.Build(t, j).Decisions()[0].Coped, "unless it is told otherwise by hand")
}

func TestWeightsOfNothing(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, `"weights":{"short":0,"hidden":0,"hand":0,"double":0}`, "144, 180, 144, 180", "90, 90, 90, 90"))
	p := plantest.Build(t, j)
	assert.Contains(t, plantest.Finding(t, p, "weights_nothing").Remedy, "one of them")
	assert.Len(t, p.HangOrder(), 4)
	j.Rules.Weights, j.Rules.CopeHand = &job.Weights{Hand: 50}, job.HandEither
	plantest.Finding(t, plantest.Build(t, j), "weights_no_hand")
	j.Rules.Square, j.Rules.Hair, j.Rules.Spring = job.SquareLong, *plantest.Typed("3/32"), *plantest.Typed("3/32")
	plantest.Finding(t, plantest.Build(t, j), "sprung_twice")
}

// A floor that steps and a room that is wet, by the schools.
func TestFloors(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, "", "120, 96", "90"))
	r := &j.Rooms[0]
	r.Spots, r.Wet = []job.Spot{{ID: "s", Wall: "w1", Kind: job.SpotStepDown, At: *plantest.Typed("60"), Height: plantest.Typed("3/4")}}, true
	p := plantest.Build(t, j)
	assert.Equal(t, `Step the base with a link sloped 45°: both joints cut 22.5°, the link 1 1/16" between its cuts; it takes 3/4" of wall. Fill under it with a piece 3/4" high, its tip cut 45°.`, plantest.Finding(t, p, "floor_steps").Remedy)
	assert.Contains(t, plantest.Finding(t, p, "wet_floor").Text, "silicone")
	j.Rules.Step, j.Rules.FloorJoint = job.StepRip, job.FloorOpen
	p = plantest.Build(t, j)
	assert.Contains(t, plantest.Finding(t, p, "floor_steps").Remedy, `Rip 3/4" off`)
	assert.Equal(t, finding.Check, plantest.Finding(t, p, "wet_floor").Severity)
}

// Two ways of deciding beside each other: what they come to, and which pieces differ.
func TestCompare(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", "144, 180, 144, 180", "90, 90, 90, 90", `{"id":"o","wall":"w4","from":"74","width":"32"}`))
	p := plantest.Build(t, j)
	assert.Empty(t, compare.Changes(&p, &p, "in"))
	s := compare.ScoreOf(j, &p)
	assert.Equal(t, []int{4, 0, 0}, []int{s.Copes, s.Mitres, s.OffHand})
	assert.Equal(t, 4, s.Sticks, "pieces of 12, 15, 12, 8 2/12 and 6 2/12 ft from sticks of 16")
	next := j.Clone()
	next.Rules.Inside = job.InsideMitre
	q := plantest.Build(t, next)
	assert.Equal(t, 4, compare.ScoreOf(next, &q).Mitres)
	c := compare.Changes(&p, &q, "in")
	require.Len(t, c, 5)
	assert.Equal(t, "k.w1", c[0].Piece)
	assert.Contains(t, strings.Join(c[0].What, "; "), "end mitre, not cope")
	next.Rooms[0].Runs = nil
	q = plantest.Build(t, next)
	assert.Equal(t, []string{"is not cut any more"}, compare.Changes(&p, &q, "in")[0].What)
	assert.Equal(t, []string{"is new"}, compare.Changes(&q, &p, "in")[0].What)
}

// In whole plans of rooms at random nothing goes up before what it is coped into or laps
// over, what is glued on the bench goes up as one, and places told hold the place taken.
func TestHangingOrderOfPlans(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(3, 9).Draw(t, "walls")
		var walls, corners []string
		for range n {
			walls = append(walls, fmt.Sprint(rapid.IntRange(5, 330).Draw(t, "wall")))
			corners = append(corners, rapid.SampledFrom([]string{"90", "88.5", "91", "135", "out 90", "out 134"}).Draw(t, "corner"))
		}
		closed := rapid.Bool().Draw(t, "closed")
		var door []string
		if rapid.Bool().Draw(t, "door") {
			door = []string{fmt.Sprintf(`{"id":"o","wall":"w%d","from":"20","width":"32"}`, rapid.IntRange(1, n).Draw(t, "door's"))}
		}
		if !closed {
			corners = corners[:n-1]
		}
		j := plantest.Read(t, plantest.Room(closed, `"weights":null`, strings.Join(walls, ", "), strings.Join(corners, ", "), door...))
		for i := range 3 {
			if rapid.Bool().Draw(t, "told") {
				c := j.Rooms[0].Corners[rapid.IntRange(0, len(j.Rooms[0].Corners)-1).Draw(t, "at")].ID
				if !slices.ContainsFunc(j.Rooms[0].Overrides, func(o job.Override) bool { return o.Corner == c }) {
					j.Rooms[0].Overrides = append(j.Rooms[0].Overrides, told(fmt.Sprint("o", i), c, rapid.SampledFrom([]string{"left", "right"}).Draw(t, "side")))
				}
			}
		}
		p := plantest.Build(t, j)
		at := map[string]piece.Piece{}
		for _, q := range p.Pieces {
			at[q.ID] = *q
		}
		ringed := len(p.Chains()) > 0 && len(p.Chains()[0].Ring) > 0
		assert.Equal(t, ringed, slices.Contains(plantest.Codes(p), "cannot_be_hung"))
		for _, q := range p.Pieces {
			for _, e := range []piece.End{q.Left, q.Right} {
				m, there := at[e.Meets]
				after := e.Joint == piece.Cope || e.Joint == piece.Scarf && e.ToldTo == piece.ToShort
				if after && there && q.Hang > 0 {
					assert.Less(t, m.Hang, q.Hang, "%s after %s", q.ID, m.ID)
				}
			}
			if q.Hang > 0 && !q.Cap {
				assert.True(t, q.Early <= q.Hang && q.Hang <= q.Late, "%s %d %d %d", q.ID, q.Early, q.Hang, q.Late)
			}
			if !ringed {
				assert.Positive(t, q.Hang)
			}
			if g, ok := at[q.Group]; ok {
				assert.Equal(t, g.Hang, q.Hang)
			}
		}
	})
}
