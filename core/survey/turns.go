package survey

import (
	"math"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Sigma is the standard deviation of one reading: a good protractor repeats
// better, but it reads the last foot of wall, which joint compound bends.
const Sigma measure.Angle = 0.5

// Turns is the check that every closed room allows: its turns add to +360 seen
// from inside, −360 around a pier or island.
type Turns struct {
	Sum    measure.Angle
	Target measure.Angle // +360 or −360, whichever the sum is nearer to
	Off    measure.Angle // Sum − Target
	Limit  measure.Angle // 3·σ·√n
	OK     bool
}

// CheckTurns adds up the signed turns of a closed room.
func CheckTurns(turns []measure.Angle) Turns {
	var t Turns
	for _, a := range turns {
		t.Sum += a
	}
	t.Target = 360
	if t.Sum < 0 {
		t.Target = -360
	}
	t.Off = (t.Sum - t.Target).Clean()
	t.Limit = Sigma * 3 * measure.Angle(math.Sqrt(float64(len(turns))))
	t.OK = t.Off.Abs() <= t.Limit
	return t
}

// CornerReading is one corner as it was read.
type CornerReading struct {
	Kind    job.CornerKind
	Reading measure.Angle
	Scale   job.Scale
}

func (c CornerReading) turn() (measure.Angle, bool) {
	theta, ok := Theta(c.Reading, c.Scale)
	return Turn(theta, c.Kind), ok
}

// Slip is one change to one corner that would make the turns add up.
type Slip struct {
	Corner int
	As     CornerReading // what it would have to be
}

// Slips tries each corner on the other scales and as the other kind, and lists
// every single change that brings the turns of a closed room within the limit.
// All readings must be possible on their own scales.
func Slips(corners []CornerReading) []Slip {
	turns := make([]measure.Angle, len(corners))
	for i, c := range corners {
		turns[i], _ = c.turn()
	}
	var out []Slip
	try := func(i int, as CornerReading) {
		t, ok := as.turn()
		if theta, _ := Theta(as.Reading, as.Scale); !ok || Improbable(theta) {
			return
		}
		was := turns[i]
		turns[i] = t
		if CheckTurns(turns).OK {
			out = append(out, Slip{i, as})
		}
		turns[i] = was
	}
	for i, c := range corners {
		for _, s := range Scales {
			if s != c.Scale {
				try(i, CornerReading{c.Kind, c.Reading, s})
			}
		}
		other := job.Outside
		if c.Kind == job.Outside {
			other = job.Inside
		}
		try(i, CornerReading{other, c.Reading, c.Scale})
	}
	return out
}
