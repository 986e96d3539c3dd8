package lesson

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// onSide names a setting of a scale.
func onSide(scale string, setting float64) string {
	positive, negative := "right", "left"
	if scale == job.SawBevel {
		positive, negative = negative, positive
	}
	switch {
	case setting > 0:
		return degrees(setting)[:len(degrees(setting))-len("°")] + " " + positive
	case setting < 0:
		return degrees(setting)[:len(degrees(setting))-len("°")] + " " + negative
	}
	return "square"
}

// offer is what a saw's scale is to be set past its marks by, where it errs at a setting by more than it can be set to otherwise than is reckoned with.
func (s *SawLearned) offer(shop *job.Job) []Offer {
	m := shop.SawNamed(s.Saw)
	if m == nil {
		return nil
	}
	step := float64(m.Resolution)
	if s.Scale == job.SawBevel {
		step = float64(m.ReadsBevel())
	}
	var worst *AtSetting
	for i := range s.At {
		if a := &s.At[i]; learn.Justified(a.By-a.Now, a.SD, step) && (worst == nil || math.Abs(a.By-a.Now) > math.Abs(worst.By-worst.Now)) {
			worst = a
		}
	}
	if worst == nil {
		return nil
	}
	zero, scale := s.Line.Line()
	give := func(at float64) measure.Angle {
		_, sd := s.Line.At(at)
		return measure.Angle(2 * sd).Round(.001)
	}
	now := slices.DeleteFunc(slices.Clone(m.Learned), func(l job.Learned) bool { return l.Scale == s.Scale })
	now = append(now, job.Learned{Scale: s.Scale, Zero: measure.Angle(zero).Round(.001), At45: measure.Angle(scale).Round(.001), Left: give(-45), Square: give(0),
		Right: give(45), From: len(s.Seen)})
	way := "right"
	if (worst.By < 0) != (s.Scale == job.SawBevel) {
		way = "left"
	}
	o := Offer{ID: id("saw", s.Saw, s.Scale), Kind: "saw", Of: s.Saw, Field: "learned", Was: raw(append([]job.Learned{}, m.Learned...)), Now: raw(now),
		Jobs:   s.Jobs,
		Weight: 1 / (worst.SD * worst.SD),
		Says: fmt.Sprintf("%s cuts %s too far %s at %s%s.", s.Title, degrees(worst.By), way, map[string]string{job.SawBevel: "bevel "}[s.Scale],
			onSide(s.Scale, worst.Setting)),
		Rests: rests(s.Tests, "test cut", nil), Sure: between(worst.By-learn.Sure*worst.SD, worst.By+learn.Sure*worst.SD, signedDegrees),
		Does: "Every setting of this saw is dialled past its mark by that, where it is as sure."}
	o.Rests = rests(s.Fits, "joint", s.Jobs)
	if s.Tests > 0 {
		o.Rests += fmt.Sprintf(" And on %s.", words.Count(s.Tests, "test cut"))
	}
	if worst.Now != 0 {
		o.Says += fmt.Sprintf(" Now %s is taken off.", signedDegrees(worst.Now))
	}
	o.Chart = Chart{Across: s.Scale + " dialled, right +", Up: "cuts too far right, °", Now: worst.Now}
	for _, r := range s.Seen {
		if y, sd, shows := shownAt(r, s.Line, s.Readers); shows {
			o.Chart.Points = append(o.Chart.Points, Point{r.Setting, y, sd, r.Kind})
		}
	}
	for x := -50.0; x <= 50; x += 5 {
		y, sd := s.Line.At(x)
		o.Chart.Line = append(o.Chart.Line, Point{X: x, Y: y, SD: sd})
	}
	return []Offer{o}
}

// shownAt is a record as the error of a cut at its setting, less what the protractor adds. A pair of mitres is shown as its right cut.
func shownAt(r SawSeen, line learn.Saw, readers []string) (y, sd float64, shows bool) {
	g := 0.0
	if r.Within { // it is drawn as the middle of what it may be
		r.Value, r.SD = (r.Lo+r.Hi)/2, math.Hypot(r.SD, (r.Hi-r.Lo)/math.Sqrt(12))
	}
	if len(readers) > 0 {
		g, _ = line.Protractor(r.Reader)
	}
	switch r.Kind {
	case learn.MitrePair:
		return (r.Value + g) / 2, math.Hypot(r.SD, r.Reading) / 2, true
	case learn.CopeCut:
		return math.Copysign(1, r.Setting) * (r.Value + g/2), math.Hypot(r.SD, r.Reading/2), true
	}
	return r.Value, r.SD, true
}

func signedDegrees(a float64) string {
	if a < 0 {
		return "−" + degrees(a)
	}
	return "+" + degrees(a)
}
