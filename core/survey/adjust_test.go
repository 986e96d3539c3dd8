package survey

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/measure"
)

// What a job's tools are taken to be where nothing else is said.
const (
	defaultTape                  = measure.Inch / 16
	defaultReading measure.Angle = 0.5
)

// plainRoom is 12 × 15 ft with the default deviations.
func plainRoom() (trueRoom, Room) {
	t := trueRoom{{0, 0}, {180, 0}, {180, 144}, {0, 144}}
	r := Room{Closed: true, Tape: defaultTape}
	for i := range t {
		l := measure.FromInches(t.wall(i))
		r.Walls = append(r.Walls, []Tape{{Length: l, Sigma: TapeSigma(l, defaultTape)}})
		r.Turns = append(r.Turns, Turned{Known: true, Turn: 90, Sigma: defaultReading})
	}
	return t, r
}

// The noncentralities are those of the tables.
func TestShift(t *testing.T) {
	for i, want := range []float64{14.88, 17.43, 19.25, 20.74, 22.03, 23.18, 24.24, 25.21, 26.12, 26.98} {
		assert.InDelta(t, want, shift(i+1), 0.006, "redundancy %d", i+1)
	}
	assert.InDelta(t, 11.345, limit(3), 1e-3)
}

// What a 12 × 15 ft room sees, as docs/geometry.md, "Closing" has it: 6.9 in by itself, 1.5
// with two diagonals, about half an inch on a 12 ft wall with every wall read twice.
func TestWhatARoomSees(t *testing.T) {
	_, r := plainRoom()
	worst := func(r Room) float64 {
		v := Check(r)
		require.True(t, v.Closes)
		most := 0.0
		for _, s := range v.Seen {
			require.True(t, s.Checked)
			if s.Of == OfWall {
				most = max(most, s.Least.Length.Inches())
			}
		}
		return most
	}
	assert.InDelta(t, 6.9, worst(r), 0.05)
	assert.Equal(t, 3, Check(r).Redundancy)
	d := measure.FromInches(math.Hypot(180, 144))
	shot := r
	for _, k := range [][2]int{{0, 2}, {1, 3}} {
		shot.Diagonals = append(shot.Diagonals, Diagonal{k[0], k[1], Tape{Length: d, Sigma: TapeSigma(d, defaultTape)}})
	}
	assert.InDelta(t, 1.5, worst(shot), 0.05)
	twice := Room{Closed: true, Turns: r.Turns, Tape: defaultTape}
	for _, w := range r.Walls {
		twice.Walls = append(twice.Walls, []Tape{w[0], w[0]})
	}
	assert.InDelta(t, 0.6, worst(twice), 0.1)

	h := Helps(r, Check(r))
	require.Len(t, h, 2)
	assert.True(t, h[0].Twice)
	assert.InDelta(t, worst(twice), h[0].After.Inches(), 1e-6)
	one := r
	one.Diagonals = shot.Diagonals[:1]
	assert.InDelta(t, worst(one), h[1].After.Inches(), 0.02, "what the diagonal is said to be worth is what it brings")
}

// A room measured without a fault is left as it is, and its parts agree with a
// traverse; the residuals of an adjusted one satisfy the conditions.
func TestAdjustedRoomsClose(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		rnd := rand.New(rand.NewPCG(uint64(rapid.Uint32().Draw(t, "seed")), 1))
		room := build(rnd)
		n := noise{1.0 / 16, 0.3}
		m := room.help(rnd, room.read(rnd, n), n, rapid.IntRange(0, 2).Draw(t, "diagonals"))
		w := newNetwork(m)
		s, ok := w.adjust(skip, w.target)
		require.True(t, ok)
		f, _ := w.conditions(s.x, w.target)
		for _, v := range f {
			assert.InDelta(t, 0, v, 1e-5)
		}
		sum := 0.0
		for _, o := range w.obs {
			r := s.redundancy(o, 0)
			assert.Greater(t, r, -1e-9)
			assert.Less(t, r, 1+1e-9)
			sum += r
		}
		assert.InDelta(t, float64(s.dof), sum, 1e-6, "redundancies add to the whole")

		exact := room.read(rnd, noise{1e-9, 1e-9})
		p := newNetwork(exact).lay(append(lengthsOf(exact), turnsOf(exact)...))
		assert.InDelta(t, 0, math.Hypot(p[len(room)].X, p[len(room)].Y), 1e-4)
	})
}

func lengthsOf(r Room) (out []float64) {
	for _, w := range r.Walls {
		out = append(out, w[0].Length.Inches())
	}
	return out
}

func turnsOf(r Room) (out []float64) {
	for _, k := range r.Turns {
		out = append(out, float64(k.Turn))
	}
	return out
}

// The derivatives are those of the conditions themselves.
func TestDerivatives(t *testing.T) {
	rnd := rand.New(rand.NewPCG(4, 4))
	room := build(rnd)
	for len(room) < 8 {
		room = build(rnd)
	}
	w := newNetwork(room.read(rnd, noise{1, 2}))
	w.shots = [][2]int{{0, 3}, {2, 6}}
	x := make([]float64, w.vars())
	for _, o := range w.obs {
		x[o.v] = o.value
	}
	f, b := w.conditions(x, 360)
	for v := range x {
		const h = 1e-5
		x[v] += h
		g, _ := w.conditions(x, 360)
		x[v] -= h
		for r := range f {
			assert.InDelta(t, (g[r]-f[r])/h, b[r][v], 1e-3, "condition %d, variable %d", r, v)
		}
	}
}

// A missing wall leaves two conditions to check the rest with; two more leave none.
func TestMissing(t *testing.T) {
	_, r := plainRoom()
	r.Walls[1] = nil
	v := Check(r)
	assert.Equal(t, 2, v.Redundancy)
	assert.True(t, v.Closes)
	assert.InDelta(t, 144, v.Points[2].Y, 0.01, "and the wall comes out of the others")
	r.Turns[3].Known = false
	assert.Equal(t, 1, Check(r).Redundancy)
	r.Turns[1].Known = false
	assert.Equal(t, 0, Check(r).Redundancy)
	open := Room{Walls: r.Walls[2:], Turns: r.Turns[2:]}
	assert.Equal(t, Verdict{}.Redundancy, Check(open).Redundancy)
	assert.Equal(t, Verdict{}, Check(Room{Closed: true, Walls: r.Walls[:2], Turns: r.Turns[:2]}))
}

// A single shot across an open run checks it.
func TestOpenRun(t *testing.T) {
	leg := func(in int64) []Tape { return []Tape{{Length: measure.Length(in) * measure.Inch, Sigma: defaultTape}} }
	r := Room{Walls: [][]Tape{leg(60), leg(80)}, Turns: []Turned{{Known: true, Turn: 90, Sigma: defaultReading}, {}}}
	assert.Zero(t, Check(r).Redundancy)
	r.Diagonals = []Diagonal{{0, 2, leg(100)[0]}}
	v := Check(r)
	assert.True(t, v.Closes)
	assert.Equal(t, 1, v.Redundancy)
	r.Diagonals[0].Length = 110 * measure.Inch
	v = Check(r)
	assert.False(t, v.Closes)
	assert.Len(t, v.Suspects, 4, "one condition parts nothing")
}

// Two mistakes at once: the second is found when the first is taken away, and
// without both the rest agrees.
func TestTwoMistakes(t *testing.T) {
	room, _ := plainRoom()
	rnd := rand.New(rand.NewPCG(8, 8))
	n := noise{1.0 / 16, 0.3}
	m := room.again(rnd, room.read(rnd, n), n)
	m = offWall(offWall(m, 0, 12), 3, 4)
	v := Check(m)
	require.NotEmpty(t, v.Suspects)
	require.NotEmpty(t, v.Others)
	assert.Equal(t, Ref{Of: OfWall, At: 0}, v.Suspects[0].Ref)
	assert.InDelta(t, 12, v.Suspects[0].Off.Length.Inches(), 0.5)
	assert.Equal(t, "a foot", v.Suspects[0].Matches()[0].Name)
	assert.Equal(t, 3, v.Others[0].At)
	assert.True(t, v.Cleared)
}
