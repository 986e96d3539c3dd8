package casing

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// The worked values of docs/geometry.md, "Casing".
func TestWorkedValues(t *testing.T) {
	const near = 6e-5
	got := func(want, is float64) { t.Helper(); assert.InDelta(t, want, is, near) }
	angle := func(a, b, d float64) float64 { v, ok := Corner(a, b, d); require.True(t, ok); return v }
	got(90.3025, angle(36, 80, 87.9))
	got(89.9106, angle(36.125, 80, math.Hypot(36, 80)))
	got(0.0771, CornerSD(36, 80, math.Hypot(36, 80), 1.0/32))
	f, err := Opening{36, 36.25, 80, 80.125, 87.625, 88}.Corners()
	require.NoError(t, err)
	got(89.8223, f[TopLeft])
	got(80.1843, Leg(80, 3.0/16, 91, 0, 90))
	got(80.1885, Leg(80, 3.0/16, 89.2, 0, 90.5))
	got(36.3764, Side(36, 3.0/16, 91, 88.6))
	got(43.4024, Side(36, 3.0/16+3.5, 91, 88.6))
	got(44.5, MitreSaw(91))
	got(54.4623, UnequalSaw(90, 2.5, 3.5))
	got(44.375, ButtHead(36, 3.0/16, 3.5, .5))
	got(6.3402, Tilt(1.0/16, 9.0/16, 3.5))
	got(-1.2192, Tilt(-1.0/16, 9.0/16, 3.5))
	swing, bevel := Tilted(90, 6.3402)
	got(44.8242, swing)
	got(4.4786, bevel)
	o := TiltOpen(90, 6.3402, 3.5, 11.0/16)
	for i, want := range []float64{.0303, 0, .1376, .0973} {
		got(want, []float64{o.Toe, o.Heel, o.Back, o.Off}[i])
	}
	o = TiltOpen(90, -1.2190, 3.5, 11.0/16)
	for i, want := range []float64{.0218, .0207, .0011, .0008} {
		got(want, []float64{o.Toe, o.Heel, o.Back, o.Off}[i])
	}
	got(.0448, MostProud(90, 3.5, 11.0/16, 9.0/16, 1.0/64, false))
	got(.0454, MostProud(90, 3.5, 11.0/16, 9.0/16, 1.0/64, true))
	up, out := HeadLong(1.0/32, 91)
	got(.0159, up)
	got(.0156, out)
	got(44.875, StoolLength(36, 3.0/16, 3.5, 0, .75))
	n := Notches(36, 35.5, 44.875, 4, .125, 1.0/32)
	got(4.4688, n[0].Face)
	got(4.5938, n[0].Back)
	got(4, n[0].Deep)
	got(1.7899, n[0].Saw)
	got(43.375, ApronLength(36, 3.0/16, 3.5, 0))

	s := Set{Opening: Opening{Top: 36, Bottom: 36, Left: 80, Right: 80}, Angles: Corners{91, 90, 90, 90}, Reveal: 3.0 / 16, Width: 3.5,
		Band: &Band{Lap: .25, Width: .6875}}
	w, err := s.Work()
	require.NoError(t, err)
	got(83.6237, w.Left.Outer)
	got(83.3780, w.Band[0].Inner)
	s.School, s.Band = Over, nil
	w, err = s.Work()
	require.NoError(t, err)
	got(80.1843, w.Left.Inner)
	got(80.1232, w.Left.Outer)
	got(-1, w.Left.Finish)
}

// opening is a random one, out of square by up to an inch, with its six lengths and corners by coordinates alone.
func opening(t *rapid.T) (Quad, Opening, Corners) {
	off := func(name string) float64 { return rapid.Float64Range(-.5, .5).Draw(t, name) }
	w, h := rapid.Float64Range(18, 72).Draw(t, "width"), rapid.Float64Range(24, 96).Draw(t, "height")
	lean := off("lean")
	q := Quad{TopLeft: {lean + off("tlx"), h + off("tly")}, TopRight: {w + lean + off("trx"), h + off("try")}, BottomRight: {w + off("brx"), 0}, BottomLeft: {}}
	d := func(a, b At) float64 { return math.Hypot(q[a].X-q[b].X, q[a].Y-q[b].Y) }
	o := Opening{Top: d(TopLeft, TopRight), Bottom: d(BottomLeft, BottomRight), Left: d(BottomLeft, TopLeft), Right: d(BottomRight, TopRight),
		Rising: d(BottomLeft, TopRight), Falling: d(TopLeft, BottomRight)}
	var f Corners
	for i := range q {
		a, b := q[(i+1)%4], q[(i+3)%4]
		turn := math.Atan2(a.Y-q[i].Y, a.X-q[i].X) - math.Atan2(b.Y-q[i].Y, b.X-q[i].X)
		f[i] = math.Abs(math.Remainder(turn, 2*math.Pi)) * 180 / math.Pi
	}
	return q, o, f
}

// lie is where the four corners of a stick are on the wall that lies with its inner edge on a line, so far outside the side from
// a to b, its start so far along that from a: inner start, inner end, outer end, outer start.
func lie(k Stick, a, b Point, off, from, width float64) [4]Point {
	l := math.Hypot(b.X-a.X, b.Y-a.Y)
	d := Point{(b.X - a.X) / l, (b.Y - a.Y) / l}
	at := func(along, out float64) Point {
		return Point{a.X + d.X*along - d.Y*out, a.Y + d.Y*along + d.X*out}
	}
	tan := func(v float64) float64 { return math.Tan(v * math.Pi / 180) }
	return [4]Point{at(from, off), at(from+k.Inner, off), at(from+k.Inner+width*tan(k.Finish), off+width), at(from-width*tan(k.Start), off+width)}
}

// beside is how far a point lies outside the line from a to b.
func beside(p, a, b Point) float64 {
	l := math.Hypot(b.X-a.X, b.Y-a.Y)
	return ((p.Y-a.Y)*(b.X-a.X) - (p.X-a.X)*(b.Y-a.Y)) / l
}

// Each stick is laid on the wall by its own figures: its outer edge is as long as it says, legs stand on the floor, what is
// mitred or butted meets along one line, and the reveal is even.
func TestSticksMeetOnTheWall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q, o, f := opening(t)
		got, err := o.Corners()
		require.NoError(t, err)
		for i := range f {
			require.InDelta(t, f[i], got[i], 1e-9)
		}
		misses, err := o.Misses()
		require.NoError(t, err)
		require.InDelta(t, 0, misses, 1e-9)
		s := Set{Opening: o, Angles: got, Reveal: rapid.Float64Range(0, .5).Draw(t, "reveal"), Width: rapid.Float64Range(2, 6).Draw(t, "width"),
			School: rapid.SampledFrom(Schools).Draw(t, "school")}
		s.Head = s.Width
		if rapid.Bool().Draw(t, "wider") {
			s.Head += rapid.Float64Range(.25, 2).Draw(t, "by")
		}
		if s.School != Picture {
			s.Drop = rapid.Float64Range(0, 9).Draw(t, "drop")
		}
		s.Band = &Band{Lap: .25, Width: .75}
		w, err := s.Work()
		require.NoError(t, err)
		meets := func(a, b Point) {
			t.Helper()
			require.InDelta(t, a.X, b.X, 1e-8)
			require.InDelta(t, a.Y, b.Y, 1e-8)
		}
		edge := func(k Stick, p [4]Point) {
			t.Helper()
			require.InDelta(t, k.Inner, math.Hypot(p[1].X-p[0].X, p[1].Y-p[0].Y), 1e-9)
			require.InDelta(t, k.Outer, math.Hypot(p[2].X-p[3].X, p[2].Y-p[3].Y), 1e-9)
		}
		// The left leg's foot: inner edge on what it stands on, s.Drop up the jamb.
		cot := func(a float64) float64 { return 1 / math.Tan(a*math.Pi/180) }
		side := func(i At) (a, b Point) { return q[i], q[(i+1)%4] }
		a, b := side(BottomLeft)
		left := lie(w.Left, a, b, s.Reveal, s.Drop-s.Reveal*cot(f[BottomLeft]), s.Width)
		if s.School == Picture {
			left = lie(w.Left, a, b, s.Reveal, -s.Reveal*cot(f[BottomLeft]/2), s.Width)
		}
		edge(w.Left, left)
		a, b = side(TopLeft)
		head := lie(w.Head, a, b, s.Reveal, -s.Reveal*cot(f[TopLeft]/2), s.Head)
		if s.School == Over {
			head = lie(w.Head, a, b, s.Reveal, -s.Reveal-s.Width-s.Overhang, s.Head)
		}
		edge(w.Head, head)
		a, b = side(TopRight)
		right := lie(w.Right, a, b, s.Reveal, -s.Reveal*cot(f[TopRight]/2), s.Width)
		switch s.School {
		case Over:
			right = lie(w.Right, a, b, s.Reveal, -s.Reveal*cot(f[TopRight]/2), s.Width)
		case Between:
			right = lie(w.Right, a, b, s.Reveal, -s.Reveal*cot(f[TopRight]/2)-s.Head/math.Sin(f[TopRight]*math.Pi/180), s.Width)
		}
		edge(w.Right, right)
		if s.School != Picture { // both feet level, one height over the floor along each leg
			level := s.Drop * math.Sin(f[BottomLeft]*math.Pi/180)
			require.InDelta(t, left[0].Y, left[3].Y, 1e-8, "the foot is sawn to what it stands on")
			require.InDelta(t, level, left[0].Y, 1e-8)
			require.InDelta(t, right[1].Y, right[2].Y, 1e-8)
			require.InDelta(t, s.Drop*math.Sin(f[BottomRight]*math.Pi/180), right[1].Y, 1e-8)
		}
		for _, p := range []struct {
			at   [4]Point
			side At
		}{{left, BottomLeft}, {head, TopLeft}, {right, TopRight}} {
			a, b := side(p.side)
			require.InDelta(t, s.Reveal, beside(p.at[0], a, b), 1e-9, "the reveal is even")
			require.InDelta(t, s.Reveal, beside(p.at[1], a, b), 1e-9)
		}
		switch s.School {
		case Mitred, Picture: // the mitres share both their points
			meets(left[1], head[0])
			meets(left[2], head[3])
			meets(right[0], head[1])
			meets(right[3], head[2])
		case Over: // the legs' tops lie along the head's lower edge
			a, b := side(TopLeft)
			for _, p := range []Point{left[1], left[2], right[0], right[3]} {
				require.InDelta(t, s.Reveal, beside(p, a, b), 1e-8)
			}
		case Between: // the head's ends lie along the legs' inner edges, all tops in one line
			a, b := side(BottomLeft)
			c, d := side(TopRight)
			require.InDelta(t, s.Reveal, beside(head[0], a, b), 1e-8)
			require.InDelta(t, s.Reveal, beside(head[3], a, b), 1e-8)
			require.InDelta(t, s.Reveal, beside(head[1], c, d), 1e-8)
			require.InDelta(t, s.Reveal, beside(head[2], c, d), 1e-8)
			e, g := side(TopLeft)
			for _, p := range []Point{left[1], left[2], right[0], right[3]} {
				require.InDelta(t, s.Reveal+s.Head, beside(p, e, g), 1e-8)
			}
		}
		sum := 0.0
		if w.Sill != nil { // the frame closes, and its eight ends come to 360
			a, b := side(BottomRight)
			sill := lie(*w.Sill, a, b, s.Reveal, -s.Reveal*cot(f[BottomRight]/2), s.Head)
			edge(*w.Sill, sill)
			meets(right[1], sill[0])
			meets(right[2], sill[3])
			meets(sill[1], left[0])
			meets(sill[2], left[3])
			for _, k := range []Stick{w.Left, w.Head, w.Right, *w.Sill} {
				sum += k.Start + k.Finish
			}
			require.InDelta(t, 360, sum, 1e-8)
		}
		bands(t, s, w, q, f)
		mirrored(t, s, w)
	})
}

// The band's corners stand where the outer edges of legs and head cross, less the lap.
func bands(t *rapid.T, s Set, w Worked, q Quad, f Corners) {
	off, top := s.Reveal+s.Width-s.Band.Lap, s.Reveal+s.Head-s.Band.Lap
	at := q.Moved(Off{Top: top, Right: off, Left: off, Bottom: top})
	length := func(a, b At) float64 { return math.Hypot(at[a].X-at[b].X, at[a].Y-at[b].Y) }
	if s.School == Picture {
		if s.Head == s.Width {
			require.InDelta(t, length(TopLeft, BottomLeft), w.Band[0].Inner, 1e-8)
			require.InDelta(t, length(BottomLeft, BottomRight), w.Band[3].Inner, 1e-8)
		}
		return
	}
	require.InDelta(t, length(TopLeft, TopRight), w.Band[1].Inner, 1e-8)
	foot := q.Moved(Off{Left: off, Right: off, Top: top})
	leg := math.Hypot(foot[TopLeft].X-foot[BottomLeft].X, foot[TopLeft].Y-foot[BottomLeft].Y)
	require.InDelta(t, leg-s.Drop, w.Band[0].Inner, 1e-8)
}

// The set of the opening seen from the other side is the mirror of this one.
func mirrored(t *rapid.T, s Set, w Worked) {
	m := s
	m.Opening, m.Angles = s.Mirrored(), s.Angles.Mirrored()
	v, err := m.Work()
	require.NoError(t, err)
	turned := func(k Stick) Stick { return Stick{k.Inner, k.Outer, k.Finish, k.Start} }
	same := func(a, b Stick) {
		t.Helper()
		for _, p := range [][2]float64{{a.Inner, b.Inner}, {a.Outer, b.Outer}, {a.Start, b.Start}, {a.Finish, b.Finish}} {
			require.InDelta(t, p[0], p[1], 1e-9)
		}
	}
	same(turned(w.Left), v.Right)
	same(turned(w.Right), v.Left)
	same(turned(w.Head), v.Head)
	same(turned(w.Band[0]), v.Band[2])
	if w.Sill != nil {
		same(turned(*w.Sill), *v.Sill)
	}
}

// A door 3/8 out of square, by hand: 36 × 80, its head moved 3/8 to the right. Diagonals √(36.375² + 80²) and √(35.625² + 80²); the
// jambs lean atan(0.375/80) = 0.26857°, so the corners are 90 ± that.
func TestDoorOutOfSquare(t *testing.T) {
	h := math.Hypot(80, .375)
	o := Opening{Top: 36, Bottom: 36, Left: h, Right: h, Rising: math.Hypot(36.375, 80), Falling: math.Hypot(35.625, 80)}
	f, err := o.Corners()
	require.NoError(t, err)
	assert.InDelta(t, 90.26857, f[TopLeft], 1e-5)
	assert.InDelta(t, 89.73143, f[TopRight], 1e-5)
	w, err := Set{Opening: o, Angles: f, Reveal: .25, Width: 3}.Work()
	require.NoError(t, err)
	// Reveal/tan(45.134285°) = 0.248831 at the head, and 0.25·cot(89.73143°) = 0.001172 at the foot.
	assert.InDelta(t, 80.000879+.248831+.001172, w.Left.Inner, 1e-5)
	assert.InDelta(t, 44.865715, w.Left.Finish, 1e-5)
	assert.InDelta(t, .26857, w.Left.Start, 1e-5)
	assert.InDelta(t, 36.500005, w.Head.Inner, 1e-5, "what one corner adds the other takes")
}

// Six lengths of which one is a burned inch do not come to 360, and only that one is an inch from closing them.
func TestOneOfSixWrong(t *testing.T) {
	h := math.Hypot(80, .375)
	good := Opening{Top: 36, Bottom: 36, Left: h, Right: h, Rising: math.Hypot(36.375, 80), Falling: math.Hypot(35.625, 80)}
	for i := range good.lengths() {
		bad := good
		*bad.lengths()[i]++
		m, err := bad.Misses()
		require.NoError(t, err)
		assert.Greater(t, math.Abs(m), 3*bad.MissesSD(1.0/16), i)
		assert.InDelta(t, -1, bad.Closing()[i]-*bad.lengths()[i], 1e-9, i)
	}
	m, _ := good.Misses()
	assert.InDelta(t, 0, m, 1e-9)
	assert.Equal(t, good.Top, good.Closing()[0])
	// One diagonal gives the other.
	one := good
	one.Falling = 0
	c, ok := one.Completed()
	require.True(t, ok)
	assert.InDelta(t, good.Falling, c.Falling, 1e-9)
	one = good
	one.Rising = 0
	c, ok = one.Completed()
	require.True(t, ok)
	assert.InDelta(t, good.Rising, c.Rising, 1e-9)
	_, ok = Opening{Top: 1, Bottom: 1, Left: 1, Right: 1}.Completed()
	assert.False(t, ok)
	// In wind: the top left corner half an inch out of the plane of the others.
	wind := good
	wind.Left, wind.Top, wind.Falling = math.Hypot(good.Left, .5), math.Hypot(good.Top, .5), math.Hypot(good.Falling, .5)
	m, _ = wind.Misses()
	assert.Negative(t, m)
	out, ok := wind.Wind()
	require.True(t, ok)
	assert.InDelta(t, .5, out, 1e-6)
}

func TestImpossibleOpenings(t *testing.T) {
	for _, o := range []Opening{{}, {36, 36, 80, 80, 200, 88}, {36, 36, 80, 80, 88, 20}, {0, 36, 80, 80, 88, 88}, {math.NaN(), 36, 80, 80, 88, 88},
		{math.Inf(1), 36, 80, 80, 88, 88}} {
		_, err := o.Corners()
		var no *Impossible
		require.ErrorAs(t, err, &no)
		assert.NotEmpty(t, no.Remedy)
	}
	ok := Set{Opening: Opening{Top: 36, Bottom: 36, Left: 80, Right: 80}, Angles: Corners{90, 90, 90, 90}, Reveal: .1875, Width: 3.5}
	for name, spoil := range map[string]func(*Set){
		"head lower than the plinth": func(s *Set) { s.Drop = 81 },
		"reveal":                     func(s *Set) { s.Reveal = 3.5 },
		"negative reveal":            func(s *Set) { s.Reveal = -.1 },
		"width":                      func(s *Set) { s.Width = 0 },
		"corner":                     func(s *Set) { s.Angles[0] = 30 },
		"no angle":                   func(s *Set) { s.Angles[0] = math.NaN() },
		"lap":                        func(s *Set) { s.Band = &Band{Lap: 4, Width: 1} },
		"band over an overhang":      func(s *Set) { s.School, s.Overhang, s.Band = Over, .5, &Band{Width: 1} },
		"overhang":                   func(s *Set) { s.Overhang = -1 },
		"height":                     func(s *Set) { s.Left = 0 },
		"opening":                    func(s *Set) { s.Top = 0 },
	} {
		s := ok
		spoil(&s)
		_, err := s.Work()
		assert.Error(t, err, name)
	}
	_, err := ok.Work()
	assert.NoError(t, err)
}

// A stool and its apron: horns, notches and what they leave come to the whole.
func TestStoolComesToTheWhole(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := func(name string, lo, hi float64) float64 { return rapid.Float64Range(lo, hi).Draw(t, name) }
		w, r, c, b, over := v("width", 18, 72), v("reveal", 0, .5), v("casing", 2, 6), v("band", 0, 1), v("over", 0, 1.5)
		l := StoolLength(w, r, c, b, over)
		require.InDelta(t, l, 2*Horn(w, l)+w, 1e-9)
		require.InDelta(t, l, ApronLength(w, r, c, b)+2*over, 1e-9)
		sash, off, clear := w-v("less", 0, 1), v("off", -.25, .25), 1.0/32
		n := Notches(w, sash, l, v("deep", 1, 6), off, clear)
		require.InDelta(t, w-2*clear, l-n[0].Face-n[1].Face, 1e-9, "what goes into the opening")
		require.InDelta(t, sash-2*clear, l-n[0].Back-n[1].Back, 1e-9, "and to the sash")
		require.InDelta(t, 2*off, n[1].Back-n[0].Back, 1e-9)
	})
	set, cut := Scribe([]float64{.1, .3, 0})
	assert.InDelta(t, .3, set, 1e-12)
	assert.InDeltaSlice(t, []float64{.2, 0, .3}, cut, 1e-12)
}

// What tilts, by turning points of the stick in space: a mitre cut by Tilted lies in the plane that halves the corner.
func TestTiltedMitreLiesInItsPlane(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		corner, roll := rapid.Float64Range(85, 95).Draw(t, "corner"), rapid.Float64Range(-8, 8).Draw(t, "roll")
		swing, bevel := Tilted(corner, roll)
		h, r := MitreSaw(corner)*math.Pi/180, roll*math.Pi/180
		sw, bv := swing*math.Pi/180, bevel*math.Pi/180
		for range 4 {
			z, d := rapid.Float64Range(0, 4).Draw(t, "across"), rapid.Float64Range(0, 1).Draw(t, "up from the back")
			// On the saw: along x, across z, up d. The blade swung by sw leans by bv, back long where that is positive.
			x := z*math.Tan(sw) - d*math.Tan(bv)/math.Cos(sw)
			// On the wall, rolled about the inner edge's back: outer edge forward.
			across := z*math.Cos(r) - d*math.Sin(r)
			require.InDelta(t, across*math.Tan(h), x, 1e-9)
		}
	})
}

func BenchmarkSet(b *testing.B) {
	o := Opening{36, 36.25, 80, 80.125, 87.625, 88}
	f, _ := o.Corners()
	s := Set{Opening: o, Angles: f, Reveal: .1875, Width: 3.5, Band: &Band{Lap: .25, Width: .6875}}
	for b.Loop() {
		if _, err := s.Work(); err != nil {
			b.Fatal(err)
		}
	}
}
