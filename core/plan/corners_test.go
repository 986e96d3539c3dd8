package plan_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"gnomon/core/finding"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/plan/plantest"
)

// What a carpenter finds in the corners, worked by hand, and each time the whole class of it
// on rooms made at random.

// vec is a place or a direction in plan: x along the left wall of a corner toward it, y into
// that wall, the corner at nothing.
type vec struct{ x, y float64 }

func (a vec) dot(b vec) float64   { return a.x*b.x + a.y*b.y }
func (a vec) times(k float64) vec { return vec{a.x * k, a.y * k} }
func (a vec) plus(b vec) vec      { return vec{a.x + b.x, a.y + b.y} }
func rotated(a vec, deg float64) vec {
	s, c := math.Sincos(deg * math.Pi / 180)
	return vec{c*a.x - s*a.y, s*a.x + c*a.y}
}
func alongRight(kind string, theta float64) vec { // the wall right of a corner
	turn := -(180 - theta)
	if kind == "outside" {
		turn = -turn
	}
	return rotated(vec{1, 0}, turn)
}

// hung is where the end of a piece stands in plan, u out from its wall: e at the hand, told
// short of the corner line by short.
func hung(e piece.End, hand joint.Hand, kind string, theta, short, u float64) vec {
	d := vec{1, 0}
	o := d.times(-short)
	if hand == joint.Left {
		d = alongRight(kind, theta)
		o = d.times(short)
	}
	return o.plus(d.times(e.Slope * u)).plus(rotated(d, 90).times(-u))
}

// off is how far a place stands out from the other wall of a corner.
func off(p vec, hand joint.Hand, kind string, theta float64) float64 {
	into := vec{0, 1} // into the left wall
	if hand == joint.Right {
		into = rotated(alongRight(kind, theta), 90)
	}
	return -into.dot(p)
}

// Tiles 3/8 thick on wall a, so furring behind everything there; the flat member is 3/4, and
// the crown on wall b ends against both: 100 − (3/8 + 3/4) = 98 7/8.
func TestCrownOnAFlatMemberOnFurring(t *testing.T) {
	p := plantest.Build(t, plantest.Read(t, `{"gnomon":5,"mouldings":[{"id":"f","kind":"flat","height":"4","thickness":"3/4"},{"id":"c","kind":"crown","height":"3","thickness":"3"}],
		"rooms":[{"id":"r","walls":[{"id":"a","length":"60","tile_thickness":"3/8"},{"id":"b","length":"100"}],"corners":[{"id":"q","reading":90}],
		"runs":[{"id":"k","moulding":"f","level":"ceiling"},{"id":"l","moulding":"c","level":"ceiling","on":"k"}]}]}`))
	assert.Equal(t, 98.875, plantest.Piece(t, p, "l.b").Length.Inches())
	assert.Equal(t, 99.625, plantest.Piece(t, p, "k.b").Length.Inches(), "the flat member ends against the furring alone")
	assert.Equal(t, 60-0.75, plantest.Piece(t, p, "l.a").Length.Inches())
}

// Members on one another, furring behind some of them, over some of the walls: the piece ends
// where the surfaces that it lies on cross.
func TestBuiltUpOnFurringAtRandom(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom([]string{"inside", "outside"}).Draw(t, "kind")
		theta := float64(rapid.IntRange(70, 160).Draw(t, "theta"))
		tile := [2]int{rapid.IntRange(0, 12).Draw(t, "tile left"), rapid.IntRange(0, 12).Draw(t, "tile right")} // sixteenths
		flat := rapid.IntRange(6, 20).Draw(t, "flat")
		over := rapid.SampledFrom([]string{"", `,"last":"a"`, `,"first":"b"`}).Draw(t, "the flat member goes over")
		wall := func(id string, n int) string {
			if n == 0 {
				return fmt.Sprintf(`{"id":%q,"length":"100"}`, id)
			}
			return fmt.Sprintf(`{"id":%q,"length":"100","tile_thickness":"%d/16"}`, id, n)
		}
		p := plantest.Build(t, plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"mouldings":[{"id":"f","kind":"flat","height":"6","thickness":"%d/16"},{"id":"c","kind":"crown","height":"3","thickness":"3"}],
			"rooms":[{"id":"r","walls":[%s,%s],"corners":[{"id":"q","kind":%q,"reading":%v}],
			"runs":[{"id":"k","moulding":"f","level":"ceiling"%s},{"id":"l","moulding":"c","level":"ceiling","on":"k"}]}]}`, flat, wall("a", tile[0]), wall("b", tile[1]), kind, theta, over)))
		proud := func(n int, has bool) float64 {
			if has {
				n += flat
			}
			return float64(n) / 16
		}
		a, b := proud(tile[0], over != `,"first":"b"`), proud(tile[1], over != `,"last":"a"`)
		// Where the two surfaces cross in plan: a out from the left wall, b from the right one.
		d := alongRight(kind, theta)
		n := rotated(d, 90)
		x := (-b + a*n.y) / n.x
		at := vec{x, -a}
		assert.InDelta(t, 100+at.x, plantest.Piece(t, p, "l.a").Length.Inches(), 1e-6)
		assert.InDelta(t, 100-at.dot(d), plantest.Piece(t, p, "l.b").Length.Inches(), 1e-6)
	})
}

// Crown over wall b alone, the corner 70: nothing comes from wall a, so it is cut to that
// wall, 20 off square, and told 90 to its long point. In an obtuse corner the short point is
// told and the face reaches the wall. Beside a door that ends the neighbour it is the same.
func TestNothingComesToMeetIt(t *testing.T) {
	alone := func(theta string) plan.Plan {
		return plantest.Build(t, plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"mouldings":[{"id":"c","kind":"crown","height":"3","thickness":"3","profiled":true}],
			"rooms":[{"id":"r","walls":[{"id":"a","length":"60"},{"id":"b","length":"90"}],"corners":[{"id":"q","reading":%s}],"runs":[{"id":"k","moulding":"c","level":"ceiling","first":"b"}]}]}`, theta)))
	}
	p := alone("70")
	q := plantest.Piece(t, p, "k.b")
	assert.Equal(t, 90*in, q.Cut)
	assert.Equal(t, piece.Butt, q.Left.Joint)
	assert.Equal(t, piece.ToLong, q.Left.ToldTo)
	assert.InDelta(t, 20, float64(q.Left.Setting.Mitre.Abs()), 1e-9)
	q = plantest.Piece(t, alone("130"), "k.b")
	assert.Equal(t, 90*in, q.Cut)
	assert.Equal(t, piece.ToShort, q.Left.ToldTo)
	assert.InDelta(t, 40, float64(q.Left.Setting.Mitre.Abs()), 1e-9)
	assert.Equal(t, piece.Square, plantest.Piece(t, alone("90"), "k.b").Left.Joint)
	// A door from the corner on, its casing a long way off: the neighbour ends at it.
	p = plantest.Build(t, plantest.Read(t,
		plantest.Room(false, "", "100, 90", "70", `{"id":"o","wall":"w1","from":"60","width":"40","casing_thickness":"0 1/16"}`)))
	q = plantest.Piece(t, p, "k.w2")
	assert.Equal(t, piece.Butt, q.Left.Joint)
	for _, p := range []plan.Plan{p, alone("70"), alone("130"), alone("50")} {
		for _, f := range p.Findings() {
			assert.NotContains(t, plantest.All(f), "coped over", f.Code)
		}
		for _, d := range p.Decisions() {
			assert.NotContains(t, d.Reason, "cut square")
		}
	}
}

// Whatever the corner: such an end runs into no wall, and stands off it by no more than what
// does not show.
func TestNothingComesToMeetItAtRandom(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := float64(rapid.IntRange(450, 1700).Draw(t, "theta")) / 10
		out := float64(rapid.IntRange(6, 72).Draw(t, "projection")) / 16
		hand := rapid.SampledFrom([]joint.Hand{joint.Left, joint.Right}).Draw(t, "hand")
		wall := map[joint.Hand]string{joint.Left: "b", joint.Right: "a"}[hand]
		p := plantest.Build(t, plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"mouldings":[{"id":"c","kind":"crown","height":"%v","thickness":"%v","profiled":true}],"saws":[{"id":"s","mitre_left":80,"mitre_right":80,"bevel_left":60,"bevel_right":60}],"saw":"s",
			"rooms":[{"id":"r","walls":[{"id":"a","length":"90"},{"id":"b","length":"90"}],"corners":[{"id":"q","reading":%v}],"runs":[{"id":"k","moulding":"c","level":"ceiling","first":%q,"last":%q}]}]}`, out+1, out, theta, wall, wall)))
		q := plantest.Piece(t, p, "k."+wall)
		for _, u := range []float64{0, out} {
			o := off(hung(*q.End(hand), hand, "inside", theta, 90-q.Cut.Inches(), u), hand, "inside", theta)
			assert.GreaterOrEqual(t, o, -1e-6)
			assert.LessOrEqual(t, o, 1.0/64+1e-6)
		}
	})
}

// Spring presses a piece between two things that hold it. An outside mitre gives way, and so
// does a free end: longer there, its short point would stand past the corner.
func TestSpringNeedsBothEndsHeld(t *testing.T) {
	j := plantest.Read(t, plantest.Room(false, `"inside":"cope","cope_hand":"right","spring":"1/16"`, "100, 90, 80, 70, 60", "90, 90, out 90, 90",
		`{"id":"o","wall":"w2","from":"40","width":"30","casing_thickness":"3/4"}`))
	p := plantest.Build(t, j)
	for id, want := range map[string]float64{
		"k.w1":   100,         // free at its left end
		"k.w2":   40,          // coped nowhere
		"k.w2.o": 20 + 1.0/16, // from the casing to a corner that it is coped into
		"k.w3":   80,          // square, then an outside mitre
		"k.w4":   70,          // from the outside mitre to a cope
	} {
		assert.InDelta(t, want, plantest.Piece(t, p, id).Cut.Inches(), 1e-9, id)
	}
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(2, 7).Draw(t, "walls")
		var walls, corners []string
		for i := range n {
			walls = append(walls, "100")
			if i < n-1 {
				corners = append(corners, rapid.SampledFrom([]string{"90", "90", "out 90"}).Draw(t, "corner"))
			}
		}
		p := plantest.Build(t, plantest.Read(t, plantest.Room(false, `"inside":"cope","cope_hand":"either","spring":"1/16"`, strings.Join(walls, ", "),
			strings.Join(corners, ", "))))
		for i := range n {
			q := plantest.Piece(t, p, fmt.Sprintf("k.w%d", i+1))
			want := 100.0
			if i > 0 && i < n-1 && !strings.HasPrefix(corners[i-1], "out") && !strings.HasPrefix(corners[i], "out") {
				for _, e := range []piece.End{q.Left, q.Right} {
					if e.Joint == piece.Cope {
						want += 1.0 / 16
					}
				}
			}
			assert.InDelta(t, want, q.Cut.Inches(), 1e-9)
		}
	})
}

// Flat stock 1 in and 7/16, outside 126: on the thick one the cut leans the other way, so that
// its back is the long point. The point that is told is always the one at the back.
func TestToldToThePointAtTheBack(t *testing.T) {
	two := func(t plantest.T, kind string, theta, a, b float64) (l, r piece.End) {
		p := plantest.Build(t, plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"rules":{"inside":"mitre"},"saws":[{"id":"s","mitre_left":80,"mitre_right":80,"bevel_left":60,"bevel_right":60}],"saw":"s","mouldings":[{"id":"a","height":"4","thickness":"%v"},{"id":"b","height":"5","thickness":"%v"}],
			"rooms":[{"id":"r","walls":[{"id":"w1","length":"100"},{"id":"w2","length":"90"}],"corners":[{"id":"q","kind":%q,"reading":%v}],"runs":[{"id":"k","moulding":"a","last":"w1"},{"id":"l","moulding":"b","first":"w2"}]}]}`, a, b, kind, theta)))
		f := plantest.Finding(t, p, "heights_differ")
		assert.Contains(t, f.Text, `1"`, "mitred with another height: it is told")
		return plantest.Piece(t, p, "k.w1").Right, plantest.Piece(t, p, "l.w2").Left
	}
	thick, thin := two(t, "outside", 126, 1, 0.4375)
	assert.Equal(t, piece.ToLong, thick.ToldTo)
	assert.Equal(t, piece.ToShort, thin.ToldTo)
	rapid.Check(t, func(t *rapid.T) {
		kind := rapid.SampledFrom([]string{"inside", "outside"}).Draw(t, "kind")
		size := func(s string) float64 { return float64(rapid.IntRange(6, 24).Draw(t, s)) / 16 }
		a, b := size("left"), size("right")
		if a == b {
			return
		}
		l, r := two(t, kind, float64(rapid.IntRange(60, 160).Draw(t, "theta")), a, b)
		for hand, e := range map[joint.Hand]piece.End{joint.Right: l, joint.Left: r} {
			face := e.Slope // how far the face reaches past the back
			if hand == joint.Left {
				face = -face
			}
			want := map[bool]piece.Point{true: piece.ToShort, false: piece.ToLong}[face > 0]
			if math.Abs(face) < 1e-9 { // where the other is so much thicker that this one is cut square
				want = piece.ToEnd
			}
			assert.Equal(t, want, e.ToldTo)
		}
	})
}

// A square end stops as far short of an acute corner as the cope over it hides; where more than a thirty-second of its
// wood would still stand in the other wall it is turned to that, however it was read.
func TestSquareEndStaysOutOfTheWall(t *testing.T) {
	crown := func(reading string) piece.End {
		p := plantest.Build(t, plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"mouldings":[{"id":"c","kind":"crown","height":"3 1/2","thickness":"3 1/2","profiled":true,"section":[{"u":"0","z":"0"},{"u":"3 1/2","z":"3 1/2"},{"u":"3","z":"3 1/2"},{"u":"0","z":"1/2"}]}],"rules":{"cope_hand":"right"},
			"rooms":[{"id":"r","walls":[{"id":"a","length":"60"},{"id":"b","length":"90"}],"corners":[{"id":"q",%s}],"runs":[{"id":"k","moulding":"c","level":"ceiling"}]}]}`, reading)))
		if e := plantest.Piece(t, p, "k.a").Right; e.Joint != piece.Cope {
			return e
		}
		return plantest.Piece(t, p, "k.b").Left
	}
	e := crown(`"reading":89.6`)
	assert.Equal(t, piece.Square, e.Joint)
	assert.InDelta(t, 1.0/64, e.Short.Inches(), 1e-6, "3 1/2·cot 89.6 would be 0.0244, and the cope hides 1/64")
	assert.InDelta(t, 3.5/math.Tan(89.9*math.Pi/180), crown(`"reading":89.9`).Short.Inches(), 1e-6)
	assert.Equal(t, piece.Square, crown(`"reading":89.24`).Joint, "3 1/2·cot 89.24 less 1/64 is 0.0308")
	assert.Equal(t, piece.Butt, crown(`"reading":89.2`).Joint, "and of 89.2 it is 0.0333")
	for theta := 60.0; theta < 90; theta += 0.1 {
		for _, reading := range []string{fmt.Sprintf(`"reading":%g`, theta), fmt.Sprintf(`"reading":%g,"scale":"mitre"`, (180-theta)/2)} {
			if e := crown(reading); e.Joint == piece.Square {
				assert.LessOrEqual(t, 3.5/math.Tan(theta*math.Pi/180)-e.Short.Inches(), 1.0/32+1e-9, reading)
			} else {
				assert.Equal(t, piece.Butt, e.Joint, reading)
				assert.Zero(t, e.Short, reading)
			}
		}
	}
}

// Flat stock has no line to cope along: under the default rule it is butted, and says so.
func TestFlatStockIsButted(t *testing.T) {
	j := plantest.Read(t, plantest.Room(true, "", plantest.Square4, "90, 90, 90, 90"))
	j.Mouldings[0].Profiled = false
	p := plantest.Build(t, j)
	for _, d := range p.Decisions() {
		assert.Equal(t, "butt", d.Joint)
		assert.Contains(t, d.Reason, "stops against")
	}
	for _, q := range p.Pieces {
		for _, e := range []piece.End{q.Left, q.Right} {
			assert.Zero(t, e.Setting.Mitre)
		}
	}
	assert.NotContains(t, plantest.Codes(p), "cannot_be_coped")
}

// A gross mistake in a hall with dozens of wrong diagonals: what cannot be tried in one go is
// left, the plan says so, and it is the same every time.
func TestWhatIsLeftUntriedIsSaid(t *testing.T) {
	var w, c, d []string
	for i := range 100 {
		w = append(w, fmt.Sprintf(`{"id":"w%d","length":"60"}`, i))
		c = append(c, fmt.Sprintf(`{"id":"c%d","reading":176.4}`, i))
	}
	for i := range 50 {
		d = append(d, fmt.Sprintf(`{"id":"d%d","from":"c%d","to":"c%d","length":"%d"}`, i, i, (i+30)%100, 100+i*37%1900))
	}
	j := plantest.Read(t, fmt.Sprintf(`{"gnomon":5,"rooms":[{"id":"r","closed":true,"walls":[%s],"corners":[%s],"diagonals":[%s]}]}`, strings.Join(w, ","),
		strings.Join(c, ","), strings.Join(d, ",")))
	p := plantest.Build(t, j)
	f := plantest.Finding(t, p, "check_untried")
	assert.Equal(t, finding.Check, f.Severity)
	assert.Contains(t, f.Text, "were not tried as the wrong one")
	assert.Equal(t, p.Findings(), plantest.Build(t, j).Findings())
}

// Whatever the corner and the casing: no point of the base lies within the casing, and it
// comes to it.
func TestWhatStandsInACornerAtRandom(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		theta := float64(rapid.IntRange(600, 1500).Draw(t, "theta")) / 10
		thick := float64(rapid.IntRange(4, 20).Draw(t, "casing")) / 16
		gap := float64(rapid.IntRange(0, 16).Draw(t, "gap")) / 16
		p := plantest.Build(t, plantest.Read(t,
			plantest.Room(false, "", "100, 80", fmt.Sprint(theta), fmt.Sprintf(`{"id":"o","wall":"w2","from":"%v","width":"36","casing_thickness":"%v"}`, gap, thick))))
		q := plantest.Piece(t, p, "k.w1")
		const out = 9.0 / 16
		d := alongRight("inside", theta)
		arris := d.times(gap).plus(rotated(d, 90).times(-thick)) // of the casing, nearest to the base
		inTheWay := math.Min(-arris.y, -d.times(gap).y) < out-1e-9
		if !inTheWay {
			assert.NotEmpty(t, q.Right.Meets)
			return
		}
		for _, u := range []float64{0, out} {
			stands := off(hung(q.Right, joint.Right, "inside", theta, 100-q.Cut.Inches(), u), joint.Right, "inside", theta)
			assert.GreaterOrEqual(t, stands, thick-1e-6, "it runs into no casing")
			assert.LessOrEqual(t, stands, thick+1.0/64+1e-6, "and its end lies at the casing's face")
		}
	})
}
