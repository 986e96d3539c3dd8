package instrument

import (
	"sync"
	"time"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Kind of reading.
type Kind string

// What instruments read.
const (
	Length Kind = "length"
	Angle  Kind = "angle"
)

// Reading is one value as an instrument shows it.
type Reading struct {
	Source  string         // the instrument's id
	Kind    Kind           // which of the two below counts
	Length  measure.Length // rounded to what it shows
	Angle   measure.Angle
	Unit    measure.Unit // of a length
	Scale   job.Scale    // of an angle
	Text    string       // as it would type it into a field
	Battery int          // percent
	At      time.Time
	For     string // who asked for it, where someone did
}

// Info is what an instrument says of itself.
type Info struct {
	ID      string
	Name    string
	Kind    Kind
	Unit    measure.Unit
	Scale   job.Scale
	Battery int
}

// Low is the battery, in percent, below which an instrument is not to be trusted.
const Low = 15

// Source is an instrument: what it is, and the stream of what it reads. Listen
// gives a channel until leave is called; a listener that is slow misses readings
// rather than hold the instrument up.
type Source interface {
	Info() Info
	Listen() (readings <-chan Reading, leave func())
}

// listeners hands readings to all who listen.
type listeners struct {
	mu  sync.Mutex
	all map[chan Reading]bool
}

func (l *listeners) Listen() (<-chan Reading, func()) {
	c := make(chan Reading, 16)
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.all == nil {
		l.all = map[chan Reading]bool{}
	}
	l.all[c] = true
	return c, func() {
		l.mu.Lock()
		defer l.mu.Unlock()
		delete(l.all, c)
	}
}

func (l *listeners) send(r Reading) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for c := range l.all {
		select {
		case c <- r:
		default:
		}
	}
}
