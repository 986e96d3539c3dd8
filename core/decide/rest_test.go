package decide

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/effort"
	"gnomon/core/job"
	"gnomon/core/measure"
)

func TestKinds(t *testing.T) {
	profiled := Piece{Label: "Base 1", Section: "a", Copable: true}
	beaded := Piece{Label: "Base 2", Section: "b"}
	flat, thick := Piece{Label: "Flat 1", Section: "f", Flat: true, Copable: true, Out: 1}, Piece{Label: "Flat 2", Section: "g", Flat: true, Copable: true, Out: 2}
	for _, c := range []struct {
		name       string
		a, b       Piece
		kind       job.CornerKind
		inside, by string
		want       Kind
		rule       string
		refused    string
		unequal    bool
		gives      int // of a cope that can go one way only, else -1
	}{
		{"copes", profiled, profiled, job.Inside, job.InsideCope, "", Cope, RuleCopeHand, "", false, -1},
		{"mitres by the rule", profiled, profiled, job.Inside, job.InsideMitre, "", Mitre, RuleInsideMitre, "", false, -1},
		{"outside", profiled, profiled, job.Outside, job.InsideCope, "", Mitre, RuleOutsideMitre, "", false, -1},
		{"outside, wished coped", profiled, profiled, job.Outside, job.InsideCope, job.OverCorner, Mitre, RuleOutsideMitre, WishOut, false, -1},
		{"cannot be coped", beaded, beaded, job.Inside, job.InsideCope, "", Mitre, RuleMoulding, "", false, -1},
		{"cannot be coped and was wished", beaded, beaded, job.Inside, job.InsideCope, job.OverRun, Mitre, RuleMoulding, WishCope, false, -1},
		{"butt by the rule, profiled", profiled, profiled, job.Inside, job.InsideButt, "", Cope, RuleSections, "", false, -1},
		{"butt wished here, profiled", profiled, profiled, job.Inside, job.InsideButt, job.OverCorner, Cope, RuleSections, WishButt, false, -1},
		{"flat butts", flat, flat, job.Inside, job.InsideButt, "", Butt, RuleInsideButt, "", false, -1},
		{"flat of two thicknesses, outside", flat, thick, job.Outside, job.InsideCope, "", Mitre, RuleOutsideMitre, "", true, -1},
		{"flat of two thicknesses, mitred inside", flat, thick, job.Inside, job.InsideMitre, "", Mitre, RuleInsideMitre, "", true, -1},
		{"two sections, inside: over the one that closes", profiled, beaded, job.Inside, job.InsideCope, "", Cope, RuleSections, "", false, 1},
		{"two sections, wished mitred", profiled, beaded, job.Inside, job.InsideMitre, job.OverCorner, Cope, RuleSections, WishMitre, false, 1},
		{"two sections, outside", profiled, beaded, job.Outside, job.InsideCope, "", Apart, RuleSections, "", false, -1},
	} {
		r := Run{First: -1, Corners: []Corner{{Letter: "A", Kind: c.kind, Inside: c.inside, By: c.by, Hand: job.HandRight}}, Pieces: []Piece{c.a, c.b},
			Weights: job.DefaultWeights()}
		r.Pieces[0].Length, r.Pieces[1].Length = 100*measure.Inch, 100*measure.Inch
		r.Pieces[0].LeftCorner, r.Pieces[1].RightCorner = -1, -1
		j := Joint{Right: 1}
		r.kind(&j)
		assert.Equal(t, c.want, j.Kind, c.name)
		assert.Equal(t, c.refused, j.Refused, c.name)
		assert.Equal(t, c.unequal, j.Unequal, c.name)
		if c.want != Cope && c.want != Butt {
			assert.Equal(t, c.rule, j.Rule, c.name)
		}
		joints, _ := Joints(r)
		if c.gives >= 0 {
			assert.Equal(t, c.gives, joints[0].Gives, c.name)
			assert.Equal(t, RuleSections, joints[0].Rule, c.name)
		}
	}
	beads := Run{First: -1, Corners: []Corner{{Letter: "A", Kind: job.Inside, Inside: job.InsideCope}}, Pieces: []Piece{beaded, {Label: "Base 3", Section: "c"}}}
	j := Joint{Right: 1}
	beads.kind(&j)
	assert.Equal(t, Apart, j.Kind, "two that neither cope nor mitre")
}

// A chimney breast: two sides of 14 in and a front of 5 ft are one; long walls beside them
// stay by themselves.
func TestBodies(t *testing.T) {
	r := square(false, 8, 14.0/12, 5, 14.0/12, 8)
	r.Corners[1].Kind, r.Corners[2].Kind = job.Outside, job.Outside
	_, body := Joints(r)
	assert.Equal(t, []int{0, 1, 1, 1, 4}, body, "sides of a jog count as short up to twice the limit")
	r.Pieces[1].Length, r.Pieces[3].Length = 30*measure.Inch, 30*measure.Inch
	_, body = Joints(r)
	assert.Equal(t, []int{0, 1, 2, 3, 4}, body)
	r.Pieces[2].Length = 11 * measure.Inch
	_, body = Joints(r)
	assert.Equal(t, []int{0, 1, 1, 1, 4}, body, "a short front takes its sides with it")
	r.Pieces[1].Length = 9 * measure.Foot
	_, body = Joints(r)
	assert.Equal(t, []int{0, 1, 2, 2, 4}, body, "but none that is too long to carry")
}

func TestGlueUp(t *testing.T) {
	assert.Equal(t, []Glue{{0, 0, false}, {1, 0, false}, {0, 1, false}, {0, 2, true}, {2, 0, false}}, GlueUp([]int{3, 1, 1}))
	assert.Empty(t, GlueUp(nil))
}

func TestAgainst(t *testing.T) {
	e := func(s string) *job.Entry { v, _ := job.Typed(s, measure.UnitInch); return &v }
	door := &job.Opening{Kind: job.OpenDoor, OpeningFacts: job.OpeningFacts{CasingThickness: e("11/16")}}
	half := measure.Inch / 2
	assert.Equal(t, OpeningEnd{Reason: "Square against the casing."}, Against(job.KindOf(job.KindBase), job.Floor, half, door, measure.UnitInch))
	s := Against(job.KindOf(job.KindBase), job.Floor, 3*measure.Inch/4, door, measure.UnitInch)
	assert.Equal(t, measure.Inch/16, s.Chamfer)
	assert.Contains(t, s.Reason, `chamfer the face at 45° from 1/16" back`)
	assert.True(t, Against(job.KindOf(job.KindShoe), job.Floor, half, door, measure.UnitInch).Sloped)
	door.Plinth, door.PlinthThickness = e("5"), e("1")
	assert.Equal(t, OpeningEnd{Reason: "Square against the plinth."}, Against(job.KindOf(job.KindBase), job.Floor, 3*measure.Inch/4, door, measure.UnitInch))
	tub := &job.Opening{Kind: job.OpenTub, OpeningFacts: job.OpeningFacts{Lean: &job.Lean{Angle: -1.5}}}
	assert.Contains(t, Against(job.KindOf(job.KindShoe), job.Floor, half, tub, measure.UnitInch).Reason, "lean of 1.5°")
	assert.Equal(t, OpeningEnd{Reason: "Square against the cabinet."}, Against(job.KindOf(job.KindBase), job.Floor, half, &job.Opening{Kind: job.OpenCabinet},
		measure.UnitInch))
}

func feet(f float64) measure.Length { return measure.FromInches(12 * f) }

func TestDivide(t *testing.T) {
	sixteen, twelve := Hold{feet(15.9), 3840, -1}, Hold{feet(11.9), 2880, -1}
	at := func(l Long) []float64 {
		d, ok := Divide(l)
		require.True(t, ok)
		out := []float64{}
		for _, a := range d.At {
			out = append(out, a.Inches())
		}
		return out
	}
	long := Long{Label: "Base 1", Length: feet(20), Least: feet(2), Sticks: []Hold{sixteen, twelve}}
	assert.Equal(t, []float64{120}, at(long), "two equal parts from the cheaper sticks")
	long.Studs = []measure.Length{feet(1), feet(5), feet(9), feet(11.5)}
	assert.Equal(t, []float64{108}, at(long), "the stud nearest the middle")
	long.Below = []measure.Length{feet(9.5)}
	assert.Equal(t, []float64{138}, at(long), "a bay away from the scarf below")
	long.Studs = []measure.Length{feet(1)}
	d, ok := Divide(long)
	require.True(t, ok)
	assert.False(t, d.OnStuds, "too near the corner, so no stud serves")
	assert.Contains(t, d.Reason, "no stud")
	long.Studs, long.Below = nil, nil
	long.Sticks[1].Available = 1
	assert.Equal(t, []float64{120}, at(long), "one 12 and one 16 cost less than two of 16")
	long.Sticks[1].Available = 0
	assert.Equal(t, []float64{120}, at(long))
	// 24 ft: a stick of 16 and one of 8 1/2 at 53.40, or three of 8 1/2 at 45.
	long = Long{Label: "Base 1", Length: feet(24), Least: feet(2), Sticks: []Hold{sixteen, {feet(8.5), 1500, -1}}}
	assert.Len(t, at(long), 2)
	long.Joint = 2500
	assert.Len(t, at(long), 1, "unless a joint costs more than that saves")
	_, ok = Divide(Long{Length: feet(20), Least: feet(11), Sticks: []Hold{sixteen}})
	assert.False(t, ok)
	_, ok = Divide(Long{Length: feet(20), Least: feet(2)})
	assert.False(t, ok, "no sticks")
}

// With little effort left nothing is found, and with none of it spent on dead ends much is:
// where no stick reaches is not looked at.
func TestDivideWithinItsEffort(t *testing.T) {
	l := Long{Label: "Base 1", Length: feet(580), Least: feet(2), Sticks: []Hold{{feet(15.9), 3840, -1}}, Unit: measure.UnitInch}
	for at := feet(0); at < l.Length; at += 2 * measure.Inch {
		l.Studs = append(l.Studs, at)
	}
	l.Effort = effort.Of(10)
	_, ok := Divide(l)
	assert.False(t, ok)
	assert.True(t, l.Effort.Out())
	l.Effort = effort.Of(2_000_000) // all places with all others would be 37 · 3480², 450 million
	d, ok := Divide(l)
	assert.True(t, ok)
	assert.False(t, l.Effort.Out())
	assert.True(t, d.OnStuds)
	assert.Len(t, d.At, 36)
}

// However long the piece, whatever the sticks: parts add up, none is too short or longer
// than a stick that there still is.
func TestDividedPartsHold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := Long{Length: measure.Length(rapid.IntRange(200, 1200).Draw(t, "length")) * measure.Inch, Least: feet(2), Unit: measure.UnitInch}
		for range rapid.IntRange(1, 3).Draw(t, "sticks") {
			l.Sticks = append(l.Sticks, Hold{measure.Length(rapid.IntRange(70, 200).Draw(t, "stick")) * measure.Inch, int64(rapid.IntRange(500, 5000).Draw(t, "price")),
				rapid.IntRange(-1, 3).Draw(t, "there")})
		}
		if rapid.Bool().Draw(t, "studs") {
			for at := feet(1); at < l.Length; at += 16 * measure.Inch {
				l.Studs = append(l.Studs, at)
			}
		}
		d, ok := Divide(l)
		if !ok {
			return
		}
		left := append([]Hold(nil), l.Sticks...)
		sum := measure.Length(0)
		for _, p := range partsOf(d.At, l.Length) {
			assert.GreaterOrEqual(t, p, l.Least)
			assert.GreaterOrEqual(t, cheapest(left, p), 0)
			sum += p
		}
		assert.Equal(t, l.Length, sum)
		if d.OnStuds {
			for _, a := range d.At {
				assert.Contains(t, l.Studs, a)
			}
		}
	})
}
