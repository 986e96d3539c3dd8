package lesson

import (
	"time"

	"gnomon/core/job"
)

// Month is what a shop's jobs came to in one month, by the day of their last fact.
type Month struct {
	Month   string // 2031-05
	Jobs    int
	Joints  int     // of which it was said how they closed
	Gaped   int     // that did not close as they were cut
	Gap     float64 // mean of the gaps, inches, of those that gaped with a gap told
	gaps    int
	Cuts    int
	Miscuts int
	Minutes map[string]float64 // of one of each rate, where times tell, drawn towards what the shop reckons with
	Hours   float64
	Planned float64
	Waste   float64 // share, of jobs whose pieces are all cut
	wasted  int
	Earned  float64 // in the shop's money, by the hour
	earned  float64
	worked  float64 // hours of what was earned

	evidence []Evidence
}

// Trend is a shop's work by months, in order; jobs without facts are left out.
func Trend(shop *job.Job, all []Evidence) []Month {
	all = withoutLeftOut(shop, all)
	by := map[string]*Month{}
	var first, last time.Time
	for i := range all {
		e := &all[i]
		if e.To.IsZero() {
			continue
		}
		if first.IsZero() || e.To.Before(first) {
			first = e.To
		}
		if e.To.After(last) {
			last = e.To
		}
		name := e.To.Format("2006-01")
		if by[name] == nil {
			by[name] = &Month{Month: name, Minutes: map[string]float64{}}
		}
		by[name].take(e)
	}
	var out []Month
	if first.IsZero() {
		return out
	}
	at := time.Date(first.Year(), first.Month(), 1, 0, 0, 0, 0, time.UTC)
	for n := 0; !at.After(last) && n < mostMonths; n++ { // a month in which nothing was done stands there too
		name := at.Format("2006-01")
		m := by[name]
		if m == nil {
			m = &Month{Month: name}
		}
		m.settle(shop)
		out = append(out, *m)
		at = at.AddDate(0, 1, 0)
	}
	return out
}

// mostMonths is ten years: a clock that was wrong once must not fill a page with empty months.
const mostMonths = 120

func (m *Month) take(e *Evidence) {
	m.Jobs++
	for i := range e.Joints {
		k := &e.Joints[i]
		if k.How == "" {
			continue
		}
		m.Joints++
		if k.Gaped() {
			m.Gaped++
			if k.Gap > 0 {
				m.Gap, m.gaps = m.Gap+k.Gap, m.gaps+1
			}
		}
	}
	for _, c := range e.Cuts {
		m.Cuts += c.Count
	}
	m.Miscuts += len(e.Miscuts)
	m.Hours, m.Planned = m.Hours+e.Hours, m.Planned+e.Planned
	if share, known := e.Wasted(); known {
		m.Waste, m.wasted = m.Waste+share, m.wasted+1
	}
	if e.Hours > 0 {
		m.earned, m.worked = m.earned+float64(e.Earned)/100, m.worked+e.Hours
	}
	m.evidence = append(m.evidence, *e)
}

func (m *Month) settle(shop *job.Job) {
	l := learning{shop: shop, all: m.evidence, out: &Learned{}}
	l.times()
	m.Minutes = map[string]float64{}
	for _, t := range l.out.Times {
		if t.N > 0 {
			m.Minutes[t.Rate] = t.Value
		}
	}
	m.evidence = nil
	if m.gaps > 0 {
		m.Gap /= float64(m.gaps)
	}
	if m.wasted > 0 {
		m.Waste /= float64(m.wasted)
	}
	if m.worked > 0 {
		m.Earned = m.earned / m.worked
	}
}
