package lesson

import (
	"maps"
	"math"
	"slices"

	"gnomon/core/learn"
)

// TapeLearned is how the lengths that somebody reads lean.
type TapeLearned struct {
	Who     string
	Tape    learn.Tape
	Seen    []LengthSeen
	Jobs    []string
	At      float64 // a usual length
	Off, SD float64
}

func (l *learning) tapes() {
	by := map[string]*TapeLearned{}
	for i := range l.all {
		for _, s := range l.all[i].Lengths {
			if by[s.Read] == nil {
				by[s.Read] = &TapeLearned{Who: s.Read}
			}
			by[s.Read].Seen, by[s.Read].Jobs = append(by[s.Read].Seen, s), add(by[s.Read].Jobs, l.all[i].Name)
		}
	}
	trimmed, allowed := 0.0, 0.0
	for _, who := range slices.Sorted(maps.Keys(by)) {
		t := by[who]
		all, sum := make([]learn.Compared, len(t.Seen)), 0.0
		for i, s := range t.Seen {
			all[i] = s.Compared
			sum += s.Length
			if s.Allowed > 0 {
				allowed++
			}
			if s.Trimmed {
				trimmed++
			}
		}
		t.Tape, t.At = learn.LearnTape(all), sum/float64(len(all))
		t.Off, t.SD = t.Tape.At(t.At)
		l.out.Tapes = append(l.out.Tapes, *t)
	}
	l.out.Trimmed.Value, l.out.Trimmed.SD = learn.Share(trimmed, allowed, .2, 4)
	l.out.Trimmed.N = int(allowed)
}

// tools are the deviations of a reading of a length and of a corner: of pairs, the variance drawn towards what the shop reckons with as if that had come of
// eight pairs. What a tape gains by its length is left out. A pair that is five deviations apart is a misread one.
func (l *learning) tools() {
	const before, misread = 8.0, 5.0
	estimate := func(what string, now float64) Estimate {
		sum, n := 0.0, 0.0
		for i := range l.all {
			for _, s := range l.all[i].Spreads {
				by := .0002 * s.Length
				if d := s.By*s.By - by*by; s.What == what && math.Abs(s.By) < misread*now {
					sum, n = sum+math.Max(d, 0), n+1
				}
			}
		}
		sd := math.Sqrt((before*now*now + sum) / (before + n))
		return Estimate{Value: sd, SD: sd / math.Sqrt(2*(before+n)), N: int(n)}
	}
	l.out.Tape = estimate("tape", l.shop.Tools.Tape.Length.Inches())
	l.out.Reading = estimate("reading", float64(l.shop.Tools.Reading))
}
