package lesson

import (
	"maps"
	"math"
	"slices"

	"gnomon/core/learn"
)

// TimeLearned is how long something takes. Now is what the shop reckons with.
type TimeLearned struct {
	Rate string
	Estimate
	Next   float64 // the deviation of the next one
	Now    float64
	Jobs   []string
	Points []float64 // as single ones that were seen would have it
}

// PersonLearned is how many times as long somebody takes.
type PersonLearned struct {
	Who string
	Estimate
}

// strange is how many times as long as its parts a time may be, or as short, before it counts for less.
const strange = 4.0

// times finds the rates of the shop's times by the normal equations: each time is the sum of its parts, give or take CVWithin of it, and each rate is believed
// to be what the shop reckons with, as if that had been seen TimesPrior times. Where every time is of one part alone that is the mean of
// docs/learning.md, n₀·m₀ + Σt over n₀ + n; the deviations depend on the rates, so it is done again until they stay.
func (l *learning) times() {
	now := Rates(&l.shop.Times)
	names := slices.Sorted(maps.Keys(now))
	type seen struct {
		*Timed
		job string
		row learn.Row
	}
	var all []seen
	count, times := make([]float64, len(names)), make([]float64, len(names))
	for i := range l.all {
		for k := range l.all[i].Times {
			t := &l.all[i].Times[k]
			s := seen{t, l.all[i].Name, make(learn.Row, len(names))}
			for n, name := range names {
				if c := t.Parts[name]; c > 0 {
					s.row[n] = c
					count[n], times[n] = count[n]+c, times[n]+1
				}
			}
			all = append(all, s)
		}
	}
	mean := make([]float64, len(names))
	for n, name := range names {
		mean[n] = now[name]
	}
	expected := func(r learn.Row) float64 {
		sum := 0.0
		for n, c := range r {
			sum += c * mean[n]
		}
		return max(sum, .01)
	}
	var solved *learn.Normal
	for range 8 {
		prior := make([]learn.Belief, len(names))
		for n, name := range names {
			few := 1.0
			if times[n] > 0 { // a rate by length is believed for so many lengths as usual
				few = max(1, count[n]/times[n])
			}
			prior[n] = learn.Belief{Mean: now[name], SD: learn.CVWithin * max(mean[n], .01) / math.Sqrt(learn.TimesPrior*few)}
		}
		rows, weights := make([]learn.Seen, len(all)), make([]float64, len(all))
		for i, s := range all {
			e := expected(s.row)
			rows[i], weights[i] = learn.Seen{Row: s.row, Value: s.Minutes, SD: learn.CVWithin * e}, 1
			if far := max(s.Minutes/e, e/max(s.Minutes, .01)) / strange; far > 1 {
				weights[i] = 1 / (far * far * far * far)
			}
		}
		solved = learn.Solve(prior, rows, weights)
		moved := 0.0
		for n, name := range names {
			v, _ := solved.Of(unit(n, len(names)))
			v = max(v, .05*now[name])
			moved, mean[n] = max(moved, math.Abs(v-mean[n])/max(v, .01)), v
		}
		if moved < 1e-4 {
			break
		}
	}
	l.people(len(all), func(i int) (*Timed, float64) { return all[i].Timed, expected(all[i].row) })
	for n, name := range names {
		t := TimeLearned{Rate: name, Now: now[name]}
		for _, s := range all {
			c, e := s.row[n], expected(s.row)
			if c == 0 {
				continue
			}
			t.N++
			t.Jobs = add(t.Jobs, s.job)
			t.Points = append(t.Points, mean[n]*s.Minutes/e)
		}
		t.Value = mean[n]
		_, t.SD = solved.Of(unit(n, len(names)))
		t.Next = math.Hypot(t.SD, learn.CVWithin*t.Value)
		l.out.Times = append(l.out.Times, t)
	}
}

// unit is the row of one of so many unknowns.
func unit(n, of int) learn.Row {
	r := make(learn.Row, of)
	r[n] = 1
	return r
}

// people are how many times as long as the shop each of them takes.
func (l *learning) people(n int, at func(i int) (t *Timed, expected float64)) {
	all := map[string]*PersonLearned{}
	for i := range n {
		t, e := at(i)
		if t.By == "" {
			continue
		}
		if all[t.By] == nil {
			all[t.By] = &PersonLearned{Who: t.By}
		}
		all[t.By].Value, all[t.By].N = all[t.By].Value+min(t.Minutes/e, strange), all[t.By].N+1
	}
	for _, who := range slices.Sorted(maps.Keys(all)) {
		p := all[who]
		n := float64(p.N)
		p.Value = learn.Mean(p.Value, n, 1, learn.TimesPrior)
		p.SD = learn.MeanSD(p.Value, n, learn.TimesPrior, learn.CVWithin)
		l.out.People = append(l.out.People, *p)
	}
}
