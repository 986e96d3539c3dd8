package instrument

import (
	"fmt"
	"math/rand/v2"
	"sync"
	"time"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Settings make a practice instrument as good or bad as wanted. Noise and Bias
// are inches of a length, degrees of an angle.
type Settings struct {
	Noise    float64
	Bias     float64
	Delay    time.Duration
	Dropouts float64 // share of presses that bring nothing
	Battery  int     // percent
	Unit     measure.Unit
	Scale    job.Scale
}

// Practice is a simulated instrument over made-up rooms.
type Practice struct {
	listeners
	info  Info
	rooms []Room
	now   func() time.Time
	after func(time.Duration, func()) // does something once the time is over

	mu  sync.Mutex
	set Settings
	rnd *rand.Rand
}

// NewLaser is a simulated laser distance meter. The seed makes it repeatable.
func NewLaser(rooms []Room, seed uint64) *Practice {
	return newPractice(Info{ID: "laser", Name: "Practice laser", Kind: Length}, rooms, seed,
		Settings{Noise: 1.0 / 32, Delay: 250 * time.Millisecond, Battery: 82, Unit: measure.UnitInch})
}

// NewProtractor is a simulated digital protractor.
func NewProtractor(rooms []Room, seed uint64) *Practice {
	return newPractice(Info{ID: "protractor", Name: "Practice protractor", Kind: Angle}, rooms, seed,
		Settings{Noise: 0.2, Delay: 150 * time.Millisecond, Battery: 64, Scale: job.ScaleCorner})
}

func newPractice(i Info, rooms []Room, seed uint64, s Settings) *Practice {
	return &Practice{info: i, rooms: rooms, now: time.Now, after: func(d time.Duration, f func()) { time.AfterFunc(d, f) }, set: s,
		rnd: rand.New(rand.NewPCG(seed, 7))}
}

// Info tells what it is and how its battery stands.
func (p *Practice) Info() Info {
	p.mu.Lock()
	defer p.mu.Unlock()
	i := p.info
	i.Battery, i.Unit, i.Scale = p.set.Battery, p.set.Unit, p.set.Scale
	return i
}

// Rooms are the names of the rooms it knows.
func (p *Practice) Rooms() []string {
	var out []string
	for _, r := range p.rooms {
		out = append(out, r.Name)
	}
	return out
}

// Settings are as they stand.
func (p *Practice) Settings() Settings {
	p.mu.Lock()
	defer p.mu.Unlock()
	return p.set
}

// Set changes the settings.
func (p *Practice) Set(s Settings) error {
	switch {
	case !(s.Noise >= 0 && s.Noise <= 10) || !(s.Bias >= -24 && s.Bias <= 24):
		return &NoTarget{fmt.Sprintf("noise %v and bias %v are not of an instrument", s.Noise, s.Bias), "give noise from 0 to 10 and bias from -24 to 24"}
	case !(s.Dropouts >= 0 && s.Dropouts <= 1) || s.Battery < 0 || s.Battery > 100:
		return &NoTarget{fmt.Sprintf("dropouts %v and battery %d", s.Dropouts, s.Battery), "give dropouts from 0 to 1 and the battery from 0 to 100"}
	case s.Delay < 0 || s.Delay > 10*time.Second:
		return &NoTarget{fmt.Sprintf("a delay of %v", s.Delay), "give up to ten seconds"}
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	p.set = s
	return nil
}

// finest is what a laser shows lengths to.
const (
	finestInch = measure.Inch / 32
	finestMM   = measure.Millimetre / 2
)

// Press takes a reading: after the delay it goes to all who listen, unless it
// drops out. Each press takes a little of the battery; a low one makes it noisy
// and slow.
func (p *Practice) Press(t Target, by string) error {
	room, err := find(p.rooms, t)
	if err != nil {
		return err
	}
	there, err := room.read(p.info.Kind, t)
	if err != nil {
		return err
	}
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.set.Battery <= 0 {
		return &NoTarget{p.info.Name + " does not answer: its battery is flat", "charge it in its settings"}
	}
	noise, delay := p.set.Noise, p.set.Delay
	if p.set.Battery < Low {
		noise, delay = 4*noise, 3*delay
	}
	if p.rnd.IntN(4) == 0 {
		p.set.Battery--
	}
	off := p.set.Bias + noise*p.rnd.NormFloat64()
	lost := p.rnd.Float64() < p.set.Dropouts
	r := Reading{Source: p.info.ID, Kind: p.info.Kind, Unit: p.set.Unit, Scale: p.set.Scale, Battery: p.set.Battery, For: by}
	if r.Kind == Length {
		step := finestInch
		if r.Unit.Metric() {
			step = finestMM
		}
		r.Length = max(step, measure.FromInches(there+off).Round(step))
		r.Text = r.Length.In(r.Unit)
	} else {
		r.Angle = onScale(measure.Angle(there+off), r.Scale).Round(0.1)
		r.Text = r.Angle.Text(1)
	}
	if lost {
		return nil
	}
	p.after(delay, func() {
		r.At = p.now()
		p.send(r)
	})
	return nil
}

// onScale is a corner as the scale shows it.
func onScale(theta measure.Angle, s job.Scale) measure.Angle {
	switch s {
	case job.ScaleDeflection:
		return 180 - theta
	case job.ScaleMitre:
		return (180 - theta) / 2
	}
	return theta
}
