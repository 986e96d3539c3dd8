package detail

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// work works a detail out with fields given by name and text in turn.
func work(t *testing.T, name string, fields ...string) *Worked {
	t.Helper()
	w, err := try(name, fields...)
	require.NoError(t, err, "%s %v", name, fields)
	return w
}

func try(name string, fields ...string) (*Worked, error) {
	d, err := Named(name)
	if err != nil {
		return nil, err
	}
	texts := map[string][]string{}
	for i := 0; i+1 < len(fields); i += 2 {
		texts[fields[i]] = append(texts[fields[i]], fields[i+1])
	}
	g, err := Read(d, texts, measure.UnitInch)
	if err != nil {
		return nil, err
	}
	return d.Work(g)
}

func figure(t *testing.T, w *Worked, name string) float64 {
	t.Helper()
	f := w.Figure(name)
	require.NotNil(t, f, name)
	require.False(t, f.None, name)
	return f.Value
}

func figures(t *testing.T, w *Worked, want map[string]float64) {
	t.Helper()
	for name, v := range want {
		assert.InDelta(t, v, figure(t, w, name), 6e-5, name)
	}
}

func part(t *testing.T, w *Worked, name string) *Stick {
	t.Helper()
	for i := range w.Sticks {
		if w.Sticks[i].Part == name {
			return &w.Sticks[i]
		}
	}
	require.Fail(t, "no part "+name)
	return nil
}

// Worked by hand and by the yardstick.
func TestWorkedValues(t *testing.T) {
	figures(t, work(t, "step", "fall", "3/4", "slope_deg", "45"), map[string]float64{"joint_deg": 22.5, "link_in": 1.06066, "takes_in": .75, "filler_tip_deg": 45,
		"top_over_in": 2.1746})
	figures(t, work(t, "step", "fall", "1/2", "slope_deg", "30"), map[string]float64{"joint_deg": 15, "link_in": 1, "takes_in": .86603, "filler_tip_deg": 60})
	figures(t, work(t, "bullnose", "radius", "3/4", "pieces", "1"), map[string]float64{"cut_deg": 22.5, "back_in": .62132, "past_start_in": .31066,
		"from_corner_in": .43934, "hollow_in": .0618})
	figures(t, work(t, "bullnose", "radius", "3/4", "pieces", "2"), map[string]float64{"cut_deg": 15, "back_in": .4019, "past_start_in": .20096,
		"from_corner_in": .54904, "hollow_in": .02646})
	figures(t, work(t, "bullnose", "radius", "1 1/2", "turn_deg", "88.5"), map[string]float64{"cut_deg": 22.125, "back_in": 1.21968, "hollow_in": .1192})
	figures(t, work(t, "bullnose", "radius", "3/4", "thickness", "3 1/8"), map[string]float64{"face_in": 3.2102})
	figures(t, work(t, "bullnose", "dots", "1.0607"), map[string]float64{"back_in": .6213, "short_by_in": .1268})
	figures(t, work(t, "bullnose", "crossed", ".3107"), map[string]float64{"radius_in": .7501})
	figures(t, work(t, "bend", "chord", "60", "rise", "4", "pieces", "3"), map[string]float64{"radius_in": 114.5, "turn_deg": 30.37856})
	figures(t, work(t, "bend", "radius", "30", "turn_deg", "60"), map[string]float64{"pieces": 5})
	figures(t, work(t, "bend", "radius", "30", "turn_deg", "60", "pieces", "4"), map[string]float64{"cut_deg": 6, "back_in": 6.3063, "past_start_in": 3.1531,
		"from_corner_in": 14.1674, "hollow_in": .1652})
	figures(t, work(t, "bend", "side", "concave", "radius", "30", "turn_deg", "60"), map[string]float64{"pieces": 6, "back_in": 5.2293, "end_cut_deg": 2.5,
		"cut_deg": 5, "hollow_in": .1142})
	figures(t, work(t, "stair", "riser", "7 1/2", "tread", "10", "risers", "14", "height", "5 1/4", "above_nosing", "2", "board", "9 1/4"), map[string]float64{
		"pitch_deg": 36.8699, "joint_deg": 18.43495, "starts_in": -6.33333, "ends_in": 3.66667, "top_edge_in": 175, "board_in": 8, "stock_in": 181.9375})
	figures(t, work(t, "stair", "rise", "105", "run", "130"), map[string]float64{"pitch_deg": 36.8699})
	figures(t, work(t, "stair", "pitch_deg", "36.8699", "riser", "7 1/2"), map[string]float64{"starts_in": -6.33333})
	figures(t, work(t, "needle", "pitch_deg", "36.87"), map[string]float64{"cut_deg": 71.565, "fence_deg": 18.435, "run_in": 7.5})
	figures(t, work(t, "rake_crown", "projection", "3", "height", "4", "pitch_deg", "18.4349"), map[string]float64{"miss_in": -.7836})
	figures(t, work(t, "rake_crown", "projection", "2", "height", "3", "pitch_deg", "30"), map[string]float64{"needs_high_in": 3.5981, "needs_out_in": 2})
	figures(t, work(t, "rake_crown", "projection", "2", "height", "3", "pitch_deg", "30", "kind", "inside"), map[string]float64{"needs_high_in": 1.5981})
	figures(t, work(t, "rake_crown", "projection", "3", "height", "1", "corner_deg", "120", "pitch_deg", "18.4349", "rises", "falls"),
		map[string]float64{"needs_high_in": .4010})
	w := work(t, "notch", "left_of", "40 1/16", "right_of", "75 7/16", "wall", "118", "height_high", "4 1/2", "height", "5 1/4")
	figures(t, w, map[string]float64{"misread_in": 0, "from_in": 40, "to_in": 42.625, "high_in": 4.5625})
	assert.True(t, w.Figure("low_in").None, "it is open at the bottom")
	assert.InDelta(t, .2770, Misread(1.0/16, 118), 5e-5)
	figures(t, work(t, "pipe", "left_of", "31", "right_of", "87 1/8", "wall", "118", "diameter", "7/8"), map[string]float64{"misread_in": .125, "at_in": 30.9375,
		"wide_in": 1.125})
	figures(t, work(t, "chamfer"), map[string]float64{"back_in": .1875, "face_in": .26517})
	figures(t, work(t, "lean", "lean_deg", "1.2"), map[string]float64{"top_in": .10997})
	n := part(t, work(t, "lean", "lean_deg", "1.2", "corner_deg", "135"), "base").Right.Plane
	assert.InDelta(t, -.0148, n.Z, 1e-4)
	figures(t, work(t, "vent", "width", "12", "thickness", "9/16"), map[string]float64{"open_in": 12.125, "back_short_in": .5625, "cap_in": .5625})
	// Looking up 20.6 degrees from 8 ft away, to a 100 in ceiling: W·cos(38 − about 20).
	figures(t, work(t, "spring", "ceiling", "100", "away", "96"), map[string]float64{"sight_deg": 20.556, "best_deg": 38})
	figures(t, work(t, "spring", "ceiling", "144", "away", "60"), map[string]float64{"best_deg": 52})
	// Gaps 0, 1/8, 1/2: off go 1/2, 3/8, 0. The line through the first and the last, raised by 1/8 over the middle.
	w = work(t, "scribe", "gaps", "0", "gaps", "1/8", "gaps", "1/2")
	figures(t, w, map[string]float64{"scribe_most_in": .5, "taper_left_in": .625, "taper_right_in": .125, "left_over_in": .125})
	// 10 in blade radius 5 through 3/4: √(25 − 16) − √(25 − 22.5625).
	assert.InDelta(t, 3-math.Sqrt(25-sq(4.75)), StopsShort(10, .75), 1e-12)
}

const touch = 1e-6

// assemble lays the pieces of a detail as they hang, and looks that the ends of each joint lie in one plane, that what
// has one section meets at every edge of it, and that no two pieces take one place.
func assemble(t *testing.T, w *Worked, what string) {
	t.Helper()
	at := map[string]*Stick{}
	for i := range w.Sticks {
		s := &w.Sticks[i]
		require.Nil(t, at[s.Part], "%s: two parts %s", what, s.Part)
		at[s.Part] = s
		for _, f := range []Vec{s.At.Along, s.At.Up, s.At.Into()} {
			require.InDelta(t, 1, math.Sqrt(sq(f[0])+sq(f[1])+sq(f[2])), touch, "%s: %s", what, s.Part)
		}
	}
	joints := 0
	for _, s := range at {
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			e := s.End(hand)
			if e.Meets == "" {
				continue
			}
			o := at[e.Meets]
			require.NotNil(t, o, "%s: %s meets %s, which is not there", what, s.Part, e.Meets)
			back := joint.Left
			if o.End(back).Meets != s.Part {
				back = joint.Right
			}
			require.Equal(t, s.Part, o.End(back).Meets, "%s: %s and %s", what, s.Part, o.Part)
			joints++
			// A base's end against a skirt lies in its plane; pieces of one section meet edge to edge.
			for _, u := range []float64{0, min(s.Thick, o.Thick)} {
				for _, z := range []float64{0, min(s.High, o.High)} {
					p := s.Point(hand, u, z)
					assert.InDelta(t, 0, offPlane(o, back, p), touch, "%s: %s to %s", what, s.Part, o.Part)
					if s.High == o.High && s.Thick == o.Thick && !(s.Part == "base" || o.Part == "base") {
						up := z
						if s.Part == "rake" || o.Part == "rake" { // as in a frame: the one's outer edge is its bottom, the other's its top
							up = s.High - z
						}
						q := o.Point(back, u, up)
						for k := range 3 {
							assert.InDelta(t, q[k], p[k], touch, "%s: %s to %s", what, s.Part, o.Part)
						}
					}
				}
			}
		}
	}
	rnd := rand.New(rand.NewPCG(3, 4))
	for _, s := range at {
		for range 200 {
			u, z := s.Thick*rnd.Float64(), s.High*rnd.Float64()
			a, b := s.Reach(joint.Left, u, z), s.Reach(joint.Right, u, z)
			require.LessOrEqual(t, a, b+touch, "%s: the ends of %s cross", what, s.Part)
			p := s.At.Place(a+(b-a)*rnd.Float64(), u, z)
			for _, o := range at {
				if o != s {
					require.False(t, inside(o, p), "%s: %s runs into %s at %v", what, s.Part, o.Part, p)
				}
			}
		}
	}
}

// local is a point in a piece's own terms: along it, out from the wall, up it.
func local(s *Stick, p Vec) (x, u, z float64) {
	d := p.plus(s.At.At.times(-1))
	dot := func(a Vec) float64 { return a[0]*d[0] + a[1]*d[1] + a[2]*d[2] }
	return dot(s.At.Along), -dot(s.At.Into()), dot(s.At.Up)
}

func offPlane(s *Stick, hand joint.Hand, p Vec) float64 {
	x, u, z := local(s, p)
	e, at := s.End(hand), 0.0
	if hand == joint.Right {
		at = s.Length
	}
	return e.Plane.X*(x-at) - e.Plane.Y*u + e.Plane.Z*z
}

// inside tells whether a point lies in a piece, by more than touching.
func inside(s *Stick, p Vec) bool {
	x, u, z := local(s, p)
	const in = 1e-5
	return u > in && u < s.Thick-in && z > in && z < s.High-in && x > s.Reach(joint.Left, u, z)+in && x < s.Reach(joint.Right, u, z)-in
}

// random is a random value of a field, in its range but no wilder than rooms are.
func random(rnd *rand.Rand, lo, hi float64) string {
	return fmt.Sprintf("%.4f", lo+(hi-lo)*rnd.Float64())
}

// Every detail with pieces, over its range: its ends meet, nothing overlaps.
func TestPiecesComeTogether(t *testing.T) {
	rnd := rand.New(rand.NewPCG(1, 2))
	r := func(lo, hi float64) string { return random(rnd, lo, hi) }
	for range 60 {
		cases := [][]string{
			{"step", "fall", r(.1, 4), "slope_deg", r(16, 79), "height", r(2, 9), "thickness", r(.3, 1.2), "falls", pick(rnd, "left", "right")},
			{"bullnose", "radius", r(.2, 8), "turn_deg", r(20, 150), "pieces", fmt.Sprint(rnd.IntN(5)), "height", r(2, 6), "thickness", r(.3, 3)},
			{"bend", "radius", r(10, 200), "turn_deg", r(5, 120), "pieces", fmt.Sprint(1 + rnd.IntN(9)), "thickness", r(.3, 1.5)},
			{"bend", "side", "concave", "radius", r(20, 200), "turn_deg", r(15, 100), "pieces", fmt.Sprint(1 + rnd.IntN(7)), "thickness", r(.3, 1)},
			{"lean", "lean_deg", r(-10, 10), "corner_deg", r(60, 120), "end", pick(rnd, "left", "right")},
			{"gable", "rise", r(5, 80), "run", r(60, 140), "foot", pick(rnd, "wall", "level"), "shape", pick(rnd, "peak", "wall"), "height", r(1, 5)},
			{"vent", "width", r(4, 20), "thickness", r(.3, 1)},
			{"return", "thickness", r(.3, 3), "end", pick(rnd, "left", "right")},
			{"floor_return", "height", r(2, 8), "end", pick(rnd, "left", "right")},
			{"stair", "riser", r(6, 8.5), "tread", r(8.5, 13), "risers", fmt.Sprint(3 + rnd.IntN(14)), "above_nosing", r(.5, 3), "height", r(3, 7),
				"moulding", r(.5, 2), "side", pick(rnd, "left", "right", "both"), "flights", fmt.Sprint(1 + rnd.IntN(3))},
			{"stair", "riser", r(6, 8.5), "tread", r(8.5, 13), "foot", "post", "head", pick(rnd, "post", "base"), "foot_at", r(0, 3), "head_at", r(0, 4),
				"moulding", "1"},
			{"needle", "pitch_deg", r(10, 80), "height", r(.5, 4), "rises", pick(rnd, "left", "right")},
			{"old", "swing_deg", r(-30, 30), "tilt_deg", r(-15, 15), "side", pick(rnd, "left", "right")},
			{"chain", "faces", r(4, 12), "faces", r(4, 12), "faces", r(4, 12), "turns_deg", r(50, 110), "turns_deg", r(-60, 90), "thickness", r(.3, 1),
				"ends", pick(rnd, "wall", "return", "square")},
			{"chain", "faces", "8", "faces", "5", "faces", "8", "faces", "5", "closed", "yes", "thickness", r(.3, 3)},
		}
		for _, c := range cases {
			w := work(t, c[0], c[1:]...)
			require.NotEmpty(t, w.Sticks)
			assemble(t, w, fmt.Sprint(c))
			if t.Failed() {
				return
			}
		}
	}
}

func pick(rnd *rand.Rand, of ...string) string { return of[rnd.IntN(len(of))] }

// What lies around: the back of every piece around a curve lies along a straight wall or touches the circle, outside it; a
// chord's ends lie on it.
func TestBendsFollowTheirWall(t *testing.T) {
	rnd := rand.New(rand.NewPCG(5, 6))
	for range 100 {
		rad0, turn, k := 5+100*rnd.Float64(), 10+100*rnd.Float64(), 1+rnd.IntN(8)
		w := work(t, "bend", "radius", fmt.Sprintf("%.6f", rad0), "turn_deg", fmt.Sprintf("%.6f", turn), "pieces", fmt.Sprint(k))
		r := figure(t, w, "radius_in")
		for i := range w.Sticks {
			s := &w.Sticks[i]
			a, b := s.At.Place(0, 0, 0), s.At.Place(s.Length, 0, 0)
			// Distance of the centre (0, r) from the line of its back.
			dx, dy := b[0]-a[0], b[1]-a[1]
			assert.InDelta(t, r, math.Abs(dx*(r-a[1])+dy*a[0])/math.Hypot(dx, dy), touch)
		}
		last := &w.Sticks[len(w.Sticks)-1]
		assert.InDelta(t, math.Tan(turn*math.Pi/180), last.At.Along[1]/last.At.Along[0], 1e-4*(1+sq(last.At.Along[1]/last.At.Along[0])),
			"and the last goes on along the other wall")

		w = work(t, "bend", "side", "concave", "radius", fmt.Sprintf("%.6f", rad0), "turn_deg", fmt.Sprintf("%.6f", turn), "pieces", fmt.Sprint(k+1))
		hollow := figure(t, w, "hollow_in")
		for i := range w.Sticks {
			s := &w.Sticks[i]
			if s.Beside {
				continue
			}
			for _, x := range []float64{0, s.Length} {
				p := s.At.Place(x, 0, 0)
				assert.InDelta(t, r, math.Hypot(p[0], p[1]+r), touch)
			}
			m := s.At.Place(s.Length/2, 0, 0)
			assert.InDelta(t, r-hollow, math.Hypot(m[0], m[1]+r), touch)
		}
		// As few as leave no more hollow than is accepted.
		y := .02 + .3*rnd.Float64()
		for _, side := range []string{"convex", "concave"} {
			args := []string{"side", side, "radius", fmt.Sprintf("%.6f", rad0), "turn_deg", fmt.Sprintf("%.6f", turn)}
			w, err := try("bend", append(args, "hollow", fmt.Sprintf("%.6f", y))...)
			require.NoError(t, err)
			n := int(figure(t, w, "pieces"))
			assert.LessOrEqual(t, figure(t, w, "hollow_in"), y+1e-6)
			if n > 1 {
				fewer := work(t, "bend", append(args, "pieces", fmt.Sprint(n-1))...)
				assert.Greater(t, figure(t, fewer, "hollow_in"), y)
			}
		}
	}
}

// A skirt's top edge lies as far from every nosing as was asked, square to its own line, and meets both bases at their tops;
// its board covers the corners of tread and riser.
func TestSkirtOverTheNosings(t *testing.T) {
	rnd := rand.New(rand.NewPCG(7, 8))
	for range 100 {
		rise, run, n := 6+3*rnd.Float64(), 8+5*rnd.Float64(), 2+rnd.IntN(15)
		high, d := 3+4*rnd.Float64(), .25+3*rnd.Float64()
		w := work(t, "stair", "riser", fmt.Sprintf("%.5f", rise), "tread", fmt.Sprintf("%.5f", run), "risers", fmt.Sprint(n), "height", fmt.Sprintf("%.5f", high),
			"above_nosing", fmt.Sprintf("%.5f", d))
		s := part(t, w, "skirt")
		a, b := s.Point(joint.Left, 0, s.High), s.Point(joint.Right, 0, s.High)
		assert.InDelta(t, high, a[2], 1e-4)
		assert.InDelta(t, float64(n)*rise+high, b[2], 1e-3)
		l := math.Hypot(b[0]-a[0], b[2]-a[2])
		for i := range n {
			px, pz := float64(i)*run, float64(i+1)*rise
			assert.InDelta(t, d, ((b[0]-a[0])*(a[2]-pz)-(b[2]-a[2])*(a[0]-px))/l, 1e-3, "nosing %d", i)
		}
		for i := range n - 1 { // the inner corner of tread and riser
			_, _, z := local(s, Vec{float64(i+1) * run, 0, float64(i+1) * rise})
			assert.Greater(t, z, -1e-4, "the board covers corner %d", i)
		}
	}
}

// What cannot be is refused, with the way out.
func TestRefusals(t *testing.T) {
	for _, c := range [][]string{
		{"nothing"}, {"step"}, {"step", "fall", "0"}, {"step", "fall", "x"}, {"step", "fall", "3/4", "slope_deg", "5"}, {"step", "fall", "1", "depth", "2"},
		{"step", "fall", "1", "low_side", "2"}, {"step", "fall", "4", "way", "rip"}, {"step", "fall", "1", "way", "jump"}, {"bullnose"},
		{"bullnose", "radius", "1", "pieces", "1/2"}, {"bullnose", "radius", "1", "pieces", "99"}, {"bend", "chord", "10"}, {"bend", "radius", "10"},
		{"bend", "chord", "10", "rise", "6"}, {"bend", "side", "concave", "radius", "1", "turn_deg", "90", "thickness", "2"},
		{"bend", "radius", "2000", "turn_deg", "170", "hollow", "1/128"}, {"lean"}, {"lean", "lean_deg", "1", "gap", "1"}, {"gable", "run", "40"},
		{"scribe", "gaps", "1/8"}, {"scribe", "gaps", "3", "gaps", "0"}, {"notch", "left_of", "4", "height_low", "4", "height_high", "3"},
		{"notch", "left_of", "4", "height_high", "3", "start", "10"}, {"notch", "left_of", "4", "height_low", "9", "height_high", "12", "height", "5"},
		{"pipe", "left_of", "0"}, {"pipe", "left_of", "9", "up", "30"}, {"chamfer", "thickness", "1/2"}, {"stair"}, {"stair", "riser", "7"},
		{"stair", "riser", "7", "tread", "10", "board", "3"}, {"stair", "riser", "7", "tread", "10", "flights", "2", "landing", "2"},
		{"stair", "riser", "7", "tread", "10", "flights", "2", "foot", "post"}, {"chain", "faces", "4", "closed", "yes"},
		{"chain", "faces", "4", "faces", "4", "faces", "4", "faces", "9", "closed", "yes"}, {"chain", "faces", "1", "faces", "1", "faces", "1",
			"turns_deg", "-90", "thickness", "2"},
		{"spring", "ceiling", "60", "eye", "70"}, {"spring", "ceiling", "108", "ceiling", "109"},
	} {
		_, err := try(c[0], c[1:]...)
		if assert.Error(t, err, "%v", c) {
			assert.Contains(t, err.Error(), ";", "%v: it says the way out", c)
		}
	}
}

// A detail and its mirror image have the same lengths, and mirrored pieces.
func TestMirrors(t *testing.T) {
	for _, c := range [][2][]string{
		{{"step", "fall", "1", "falls", "right"}, {"step", "fall", "1", "falls", "left"}},
		{{"lean", "lean_deg", "3", "end", "right"}, {"lean", "lean_deg", "3", "end", "left"}},
		{{"stair", "riser", "7", "tread", "10", "moulding", "1"}, {"stair", "riser", "7", "tread", "10", "moulding", "1", "side", "left"}},
		{{"old", "swing_deg", "8", "tilt_deg", "2", "side", "left"}, {"old", "swing_deg", "8", "tilt_deg", "2", "side", "right"}},
	} {
		a, b := work(t, c[0][0], c[0][1:]...), work(t, c[1][0], c[1][1:]...)
		require.Equal(t, len(a.Sticks), len(b.Sticks))
		for i := range a.Sticks {
			s, m := &a.Sticks[i], &b.Sticks[i]
			assert.InDelta(t, s.Length, m.Length, 1e-12)
			for _, u := range []float64{0, s.Thick} {
				for _, z := range []float64{0, s.High} {
					p, q := s.Point(joint.Left, u, z), m.Point(joint.Right, u, z)
					assert.InDelta(t, -p[0], q[0], touch)
					assert.InDelta(t, p[1], q[1], touch)
					assert.InDelta(t, p[2], q[2], touch)
				}
			}
		}
	}
}

// Every detail says what it is for, and every field can be asked for.
func TestDetailsAreTold(t *testing.T) {
	for _, d := range All {
		assert.NotEmpty(t, d.Says, d.Name)
		assert.NotEmpty(t, d.Title, d.Name)
		for _, f := range d.Fields {
			assert.NotEmpty(t, f.Label, "%s %s", d.Name, f.Name)
			assert.True(t, f.Takes == Choice || f.Least < f.Most, "%s %s has a range", d.Name, f.Name)
			assert.Equal(t, f.Takes == Choice, len(f.Choices) > 0, "%s %s", d.Name, f.Name)
		}
	}
	assert.Len(t, All, 18)
}

// What the bench begins with works out, whatever the unit.
func TestWhatTheBenchBeginsWith(t *testing.T) {
	for _, unit := range []measure.Unit{measure.UnitInch, measure.UnitMillimetre} {
		for _, d := range All {
			texts := map[string][]string{}
			for i := range d.Fields {
				f := &d.Fields[i]
				if b := f.Begins(unit); b != "" {
					texts[f.Name] = strings.Split(b, ", ")
				}
				if s := f.Stands(unit); s != "" {
					texts[f.Name] = strings.Split(s, ", ")
				}
			}
			g, err := Read(d, texts, unit)
			require.NoError(t, err, d.Name)
			w, err := d.Work(g)
			require.NoError(t, err, d.Name)
			assert.NotEmpty(t, w.Drawn.Shapes, d.Name)
			assert.NotEmpty(t, w.Steps, d.Name)
			again := Split(Texts(d, texts, unit, false))
			g, err = Read(d, again, measure.UnitInch)
			require.NoError(t, err, d.Name)
			v, err := d.Work(g)
			require.NoError(t, err, d.Name)
			for i, f := range w.Figures {
				assert.InDelta(t, f.Value, v.Figures[i].Value, 1e-9, "%s %s as it is kept", d.Name, f.Name)
			}
		}
	}
}
