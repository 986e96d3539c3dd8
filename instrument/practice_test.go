package instrument

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/demo"
)

// shed is 12 × 8 ft with a 5 × 4 ft corner out of it: corner C is outside. Its third
// wall has a door whose head leans.
var shed = []Room{{Name: "Shed", Corners: [][2]float64{{0, 0}, {144, 0}, {144, 96}, {84, 96}, {84, 144}, {0, 144}},
	Openings: []Opening{{Wall: 2, Corners: [4][2]float64{{12, 80}, {42, 81}, {42, 0}, {12, 0}}}}}}

func take(t *testing.T, p *Practice, at Target) (Reading, bool) {
	t.Helper()
	c, leave := p.Listen()
	defer leave()
	require.NoError(t, p.Press(at, "me"))
	select {
	case r := <-c:
		return r, true
	case <-time.After(200 * time.Millisecond):
		return Reading{}, false
	}
}

// Without noise it shows what stands there, on the scale and in the unit set.
func TestReadsTheTrueRoom(t *testing.T) {
	laser, prot := NewLaser(shed, 1), NewProtractor(shed, 1)
	require.NoError(t, laser.Set(Settings{Battery: 90, Unit: measure.UnitInch}))
	require.NoError(t, prot.Set(Settings{Battery: 90, Scale: job.ScaleMitre}))
	r, ok := take(t, laser, Target{Room: "shed", Wall: 1, To: -1})
	require.True(t, ok)
	assert.Equal(t, Reading{Source: "laser", Kind: Length, Length: 96 * measure.Inch, Unit: "in", Text: `8'`, Battery: r.Battery, At: r.At, For: "me"}, r)
	assert.False(t, r.At.IsZero())
	r, _ = take(t, laser, Target{Room: "Shed", Wall: 0, To: 4})
	assert.InDelta(t, math.Hypot(144, 144), r.Length.Inches(), 1.0/64, "corner A to corner E")
	require.NoError(t, laser.Set(Settings{Battery: 90, Unit: measure.UnitMillimetre}))
	r, _ = take(t, laser, Target{Room: "Shed", Wall: 1, To: -1})
	assert.Equal(t, "2438.5 mm", r.Text)
	for i, want := range []string{"45", "45", "45", "45"} {
		r, _ = take(t, prot, Target{Room: "Shed", Wall: i, To: -1})
		assert.Equal(t, want, r.Text)
		assert.Equal(t, job.ScaleMitre, r.Scale)
	}
}

// At an opening the laser reads its sides, its diagonals and where it begins, the protractor
// its corners.
func TestReadsAnOpening(t *testing.T) {
	laser, prot := NewLaser(shed, 1), NewProtractor(shed, 1)
	require.NoError(t, laser.Set(Settings{Battery: 90, Unit: measure.UnitInch}))
	require.NoError(t, prot.Set(Settings{Battery: 90, Scale: job.ScaleCorner}))
	for at, want := range map[string]float64{"from": 12, "bottom": 30, "top": math.Hypot(30, 1), "left": 80, "right": 81,
		"rising": math.Hypot(30, 81), "falling": math.Hypot(30, 80)} {
		r, ok := take(t, laser, Target{Room: "Shed", Wall: 2, To: -1, Jamb: Jamb{Opening: 1, At: at}})
		require.True(t, ok, at)
		assert.InDelta(t, want, r.Length.Inches(), 1.0/64+1e-9, at)
	}
	lean := math.Atan2(1, 30) * 180 / math.Pi
	for at, want := range map[string]float64{"top_left": 90 + lean, "top_right": 90 - lean, "bottom_right": 90, "bottom_left": 90} {
		r, _ := take(t, prot, Target{Room: "Shed", Wall: 2, To: -1, Jamb: Jamb{Opening: 1, At: at}})
		assert.InDelta(t, want, float64(r.Angle), 0.051, at)
	}
}

func TestNoiseBiasAndDropouts(t *testing.T) {
	p := NewProtractor(shed, 3)
	require.NoError(t, p.Set(Settings{Noise: 0.2, Bias: 1, Battery: 100, Scale: job.ScaleCorner}))
	sum, squares, n := 0.0, 0.0, 200
	for range n {
		r, ok := take(t, p, Target{Room: "Shed", Wall: 0, To: -1})
		require.True(t, ok)
		sum, squares = sum+float64(r.Angle), squares+math.Pow(float64(r.Angle)-91, 2)
		s := p.Settings()
		s.Battery = 100
		require.NoError(t, p.Set(s))
	}
	assert.InDelta(t, 91, sum/float64(n), 0.06)
	assert.InDelta(t, 0.2, math.Sqrt(squares/float64(n)), 0.05)
	require.NoError(t, p.Set(Settings{Dropouts: 1, Battery: 100}))
	_, ok := take(t, p, Target{Room: "Shed", Wall: 0, To: -1})
	assert.False(t, ok)
}

// A low battery is noisy; a flat one does not answer and says what to do.
func TestBattery(t *testing.T) {
	p := NewLaser(shed, 5)
	require.NoError(t, p.Set(Settings{Noise: 0.25, Battery: Low - 1, Unit: measure.UnitInch}))
	squares := 0.0
	for range 100 {
		s := p.Settings()
		s.Battery = Low - 1
		require.NoError(t, p.Set(s))
		r, ok := take(t, p, Target{Room: "Shed", Wall: 1, To: -1})
		require.True(t, ok)
		squares += math.Pow(r.Length.Inches()-96, 2)
	}
	assert.InDelta(t, 1, math.Sqrt(squares/100), 0.25)
	require.NoError(t, p.Set(Settings{Battery: 0}))
	err := p.Press(Target{Room: "Shed", Wall: 0, To: -1}, "")
	assert.ErrorContains(t, err, "charge it")
	for range 60 {
		_ = p.Set(Settings{Battery: 50})
	}
	before := p.Info().Battery
	for range 60 {
		_ = p.Press(Target{Room: "Shed", Wall: 0, To: -1}, "")
	}
	assert.Less(t, p.Info().Battery, before, "presses take of it")
}

func TestWhatIsNotThere(t *testing.T) {
	p := NewLaser(shed, 1)
	for _, c := range []Target{
		{Room: "Attic", To: -1}, {Room: "Shed", Wall: 6, To: -1}, {Room: "Shed", Wall: -1, To: -1}, {Room: "Shed", To: 9},
		{Room: "Shed", To: -1, Jamb: Jamb{Opening: 1, At: "top"}}, {Room: "Shed", Wall: 2, To: -1, Jamb: Jamb{Opening: 2, At: "top"}},
		{Room: "Shed", Wall: 2, To: -1, Jamb: Jamb{Opening: 1, At: "top_left"}}, {Room: "Shed", Wall: 2, To: -1, Jamb: Jamb{Opening: 1, At: "sill"}},
	} {
		var no *NoTarget
		require.ErrorAs(t, p.Press(c, ""), &no)
		assert.NotEmpty(t, no.Remedy)
	}
	for _, s := range []Settings{{Noise: -1}, {Noise: math.NaN()}, {Bias: 99}, {Dropouts: 2}, {Battery: 101}, {Delay: time.Minute}} {
		assert.Error(t, p.Set(s))
	}
	_, err := ReadRooms([]byte(`{"rooms":[{"name":"x","corners":[[0,0]]}]}`))
	assert.Error(t, err)
	_, err = ReadRooms([]byte(`{"rooms":[{"name":"x","corners":[[0,0],[1,0],[0,1]],"openings":[{"wall":3}]}]}`))
	assert.Error(t, err)
	_, err = ReadRooms([]byte(`{`))
	assert.Error(t, err)
}

// A slow listener does not hold the instrument up, and one that left hears nothing.
func TestListeners(t *testing.T) {
	p := NewLaser(shed, 1)
	c, leave := p.Listen()
	for range 100 {
		p.send(Reading{})
	}
	leave()
	p.send(Reading{})
	assert.Len(t, c, 16)
}

func TestTheDemoRoomsRead(t *testing.T) {
	rooms, err := ReadRooms(demo.TrueRooms)
	require.NoError(t, err)
	assert.Len(t, rooms, 4)
	h, err := rooms[0].read(Angle, Target{Wall: 7, To: -1})
	require.NoError(t, err)
	assert.InDelta(t, 89.59, h, 0.02)
	window, err := rooms[0].read(Length, Target{Wall: 1, To: -1, Jamb: Jamb{Opening: 1, At: "jamb_depth"}})
	require.NoError(t, err)
	assert.InDelta(t, 4.125, window, 1.0/32)
}

// A reading comes after its delay and not before, a low battery's after three times as long;
// its time is that of its coming.
func TestDelay(t *testing.T) {
	p := NewLaser(shed, 1)
	var waits []time.Duration
	var come []func()
	now := time.Date(2031, 5, 2, 9, 0, 0, 0, time.UTC)
	p.after = func(d time.Duration, f func()) { waits, come = append(waits, d), append(come, f) }
	p.now = func() time.Time { return now }
	heard, leave := p.Listen()
	defer leave()
	for _, battery := range []int{90, Low, Low - 1} {
		require.NoError(t, p.Set(Settings{Delay: 2 * time.Second, Battery: battery, Unit: measure.UnitInch}))
		require.NoError(t, p.Press(Target{Room: "Shed", Wall: 1, To: -1}, "me"))
	}
	assert.Equal(t, []time.Duration{2 * time.Second, 2 * time.Second, 6 * time.Second}, waits)
	assert.Empty(t, heard, "nothing is there yet")
	for i, f := range come {
		now = now.Add(time.Minute)
		f()
		require.Len(t, heard, 1)
		r := <-heard
		assert.Equal(t, now, r.At, "reading %d", i)
	}
	require.NoError(t, p.Set(Settings{Delay: time.Second, Dropouts: 1, Battery: 90, Unit: measure.UnitInch}))
	require.NoError(t, p.Press(Target{Room: "Shed", Wall: 1, To: -1}, "me"))
	assert.Len(t, waits, 3, "what drops out never comes")
}
