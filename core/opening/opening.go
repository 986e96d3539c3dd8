package opening

import (
	"cmp"
	"math"
	"slices"

	"gnomon/core/casing"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Side is one side or diagonal as its readings settle.
type Side struct {
	survey.Length
	Read bool // it was read, and is not taken from another
}

// Corner is the angle inside one corner.
type Corner struct {
	Angle   measure.Angle
	Sigma   measure.Angle
	Known   bool // from a diagonal or a reading, not taken as square
	Read    int  // by how many readings
	Differs bool // its readings and its diagonal disagree
	ByTape  measure.Angle
	ByRead  measure.Angle
}

// Measured is an opening as it was measured. Corners are by casing.At.
type Measured struct {
	*job.Opening
	Room    *job.Room
	Job     *job.Job
	Title   string
	Around  *job.Around // what is put around it; nil where nothing is
	Sides   map[string]Side
	Corners [4]Corner
	Height  bool           // its height was measured
	Misses  measure.Angle  // by how much its corners miss 360°, where all six lengths were read
	Sure    measure.Angle  // the deviation of that
	Six     bool           // all six were read
	Lengths casing.Opening // what the corners are worked out from, in inches
}

// Of is an opening of a room that is told to its jambs; nil where it is not.
func Of(j *job.Job, r *job.Room, o *job.Opening) *Measured {
	if !o.ToJamb() {
		return nil
	}
	m := &Measured{Opening: o, Room: r, Job: j, Title: r.OpeningTitle(o), Around: j.Around(r, o), Sides: map[string]Side{}}
	m.settle()
	m.corners()
	return m
}

// settle takes each side from all its readings, and what was not read from the side across.
func (m *Measured) settle() {
	tape := m.Job.Tools.Tape.Length
	for _, side := range job.JambSides {
		var all, kept []measure.Length
		if side == job.JambBottom {
			all = append(all, m.Width.Length)
		}
		for _, t := range m.Opening.Sides {
			if t.Side == side {
				all = append(all, t.Length())
				if t.Kept {
					kept = append(kept, t.Length())
				}
			}
		}
		if n := len(all); n > 0 {
			count := n
			if len(kept) > 0 {
				all = kept
			}
			l := survey.Settle(all, tape)
			l.Count = count
			m.Sides[side] = Side{l, true}
		}
	}
	instead := func(side string, from ...string) {
		for _, f := range from {
			if s, ok := m.Sides[f]; ok && !m.Sides[side].Read {
				m.Sides[side] = Side{Length: s.Length}
				return
			}
		}
	}
	if m.Head != nil {
		for _, side := range []string{job.JambLeft, job.JambRight} {
			if !m.Sides[side].Read {
				m.Sides[side] = Side{survey.Length{Length: m.Head.Length, Count: 1}, true}
			}
		}
	}
	instead(job.JambTop, job.JambBottom)
	instead(job.JambLeft, job.JambRight)
	instead(job.JambRight, job.JambLeft)
	m.Height = m.Sides[job.JambLeft].Length.Length > 0
}

// In is a side in inches; 0 where nothing tells it.
func (m *Measured) In(side string) float64 { return m.Sides[side].Length.Length.Inches() }

// corners works out the four corners: each from the diagonal across it and from what was read of it, the surer counting for
// more. Where no diagonal was read, one is worked out from a corner that was. What nothing tells is taken as square.
func (m *Measured) corners() {
	o := casing.Opening{Top: m.In(job.JambTop), Bottom: m.In(job.JambBottom), Left: m.In(job.JambLeft), Right: m.In(job.JambRight),
		Rising: m.In(job.JambRising), Falling: m.In(job.JambFalling)}
	read := m.readings()
	measured := o.Rising > 0 || o.Falling > 0
	m.Six = m.Height && o.Rising > 0 && o.Falling > 0
	for _, s := range []string{job.JambTop, job.JambBottom, job.JambLeft, job.JambRight} {
		m.Six = m.Six && m.Sides[s].Read
	}
	if !measured && m.Height { // the corner that was read best stands for a diagonal
		best := -1
		for c := range read {
			if read[c].Read > 0 && (best < 0 || read[c].Sigma < read[best].Sigma) {
				best = c
			}
		}
		if best >= 0 {
			far := func(a, b float64) float64 { return casing.Far(a, b, float64(read[best].ByRead)) }
			switch casing.At(best) {
			case casing.TopLeft:
				o.Rising = far(o.Top, o.Left)
			case casing.BottomRight:
				o.Rising = far(o.Bottom, o.Right)
			case casing.TopRight:
				o.Falling = far(o.Top, o.Right)
			default:
				o.Falling = far(o.Bottom, o.Left)
			}
			for c := range read { // the others follow from it, no surer
				if read[c].Read == 0 {
					read[c].Sigma = read[best].Sigma
				}
			}
		}
	}
	whole, _ := o.Completed()
	m.Lengths = whole
	sd := survey.TapeSigma(0, m.Job.Tools.Tape.Length).Inches()
	for c := range m.Corners {
		k := read[c]
		tape, ok := whole.At(casing.At(c))
		switch {
		case ok && measured:
			k.Known, k.ByTape = true, measure.Angle(tape)
			sigma := measure.Angle(whole.SDAt(casing.At(c), sd))
			k.Angle = k.ByTape
			if k.Read > 0 {
				a, b := 1/float64(sigma*sigma), 1/float64(k.Sigma*k.Sigma)
				k.Angle = measure.Angle((float64(k.ByTape)*a + float64(k.ByRead)*b) / (a + b))
				k.Differs = float64((k.ByTape - k.ByRead).Abs()) > apart*math.Hypot(float64(sigma), float64(k.Sigma))
				sigma = measure.Angle(1 / math.Sqrt(a+b))
			}
			k.Sigma = sigma
		case k.Read > 0:
			k.Known, k.Angle = true, k.ByRead
		case ok:
			k.Known, k.Angle = true, measure.Angle(tape)
		default:
			k.Angle = 90
		}
		m.Corners[c] = k
	}
	if m.Six {
		if by, err := whole.Misses(); err == nil {
			m.Misses, m.Sure = measure.Angle(by), measure.Angle(whole.MissesSD(sd))
		}
	}
}

// apart is how many deviations two readings of one thing may differ by.
const apart = 2.5

// readings are the corners as they were read by themselves: the middle one of their readings.
func (m *Measured) readings() (out [4]Corner) {
	for c, name := range job.JambCorners {
		var all, kept []job.JambReading
		for _, r := range m.Angles {
			if _, ok := survey.Theta(r.Angle, r.Scale); ok && r.Corner == name {
				all = append(all, r)
				if r.Kept {
					kept = append(kept, r)
				}
			}
		}
		if len(kept) > 0 {
			all = kept
		}
		if len(all) == 0 {
			continue
		}
		theta := func(r job.JambReading) measure.Angle { v, _ := survey.Theta(r.Angle, r.Scale); return v }
		slices.SortFunc(all, func(a, b job.JambReading) int { return cmp.Compare(theta(a), theta(b)) })
		n := len(all)
		k := &out[c]
		k.ByRead, k.Read = (theta(all[(n-1)/2])+theta(all[n/2]))/2, n
		k.Sigma = m.Job.Tools.Reading
		if all[n/2].Scale == job.ScaleMitre {
			k.Sigma *= 2
		}
		k.Sigma /= measure.Angle(math.Sqrt(float64(n)))
	}
	return out
}

// Angle is the angle inside a corner.
func (m *Measured) Angle(c casing.At) measure.Angle { return m.Corners[c].Angle }

// Inside are the four of them, in degrees.
func (m *Measured) Inside() (out casing.Corners) {
	for c := range out {
		out[c] = float64(m.Corners[c].Angle)
	}
	return out
}

// Leans are how its two sides lean, their tops to the right: what its corners at the foot are off square.
func (m *Measured) Leans() (left, right measure.Angle) {
	if k := m.Corners[casing.BottomLeft]; k.Known {
		left = 90 - k.Angle
	}
	if k := m.Corners[casing.BottomRight]; k.Known {
		right = k.Angle - 90
	}
	return left, right
}

// Proud is how far the board stands proud of the jamb beside a leg or over the head; negative where the jamb does.
func (m *Measured) Proud(side string) measure.Length {
	e := map[string]*job.Entry{job.JambLeft: m.ProudLeft, job.JambRight: m.ProudRight, job.JambTop: m.ProudHead}[side]
	if e == nil {
		return 0
	}
	return e.Length
}
