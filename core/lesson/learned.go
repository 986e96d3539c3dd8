package lesson

import (
	"slices"

	"gnomon/core/job"
	"gnomon/core/learn"
)

// Estimate is a figure with its deviation and what it rests on.
type Estimate struct {
	Value, SD float64
	N         int
}

// Sure tells the interval of 95 %.
func (e Estimate) Sure() (least, most float64) {
	return e.Value - learn.Sure*e.SD, e.Value + learn.Sure*e.SD
}

// Learned is what all of a shop's evidence comes to.
type Learned struct {
	Saws    []SawLearned
	Tapes   []TapeLearned
	Times   []TimeLearned
	People  []PersonLearned
	Fits    []FitLearned
	Miscuts []MiscutLearned // by kind
	Spoiled []MiscutLearned // and by moulding, whatever the cut
	Waste   Estimate        // what was used past what was needed, as a share
	Wasted  []Wasted
	Tape    Estimate // deviation of one reading of a length, in inches
	Reading Estimate // and of a corner, in degrees
	Trimmed Estimate // how often what the rules cut long came off again
	Hours   float64  // that marks tell of
	Hourly  float64  // what is earned by one of them on the whole, in the shop's money
}

// learning is what evidence is learned from.
type learning struct {
	shop *job.Job
	all  []Evidence
	out  *Learned
}

// Learn makes estimates of what all jobs' facts say. What people did who are left out does not count.
func Learn(shop *job.Job, all []Evidence) Learned {
	l := learning{shop: shop, all: withoutLeftOut(shop, all), out: &Learned{}}
	l.saws()
	l.tapes()
	l.times()
	l.fits()
	l.miscuts()
	l.waste()
	l.tools()
	for i := range l.all {
		l.out.Hours += l.all[i].Hours
		l.out.Hourly += float64(l.all[i].Earned) / 100
	}
	if l.out.Hours > 0 {
		l.out.Hourly /= l.out.Hours
	}
	return *l.out
}

// withoutLeftOut is evidence less that of people who are left out.
func withoutLeftOut(shop *job.Job, all []Evidence) []Evidence {
	out := map[string]bool{}
	for _, p := range shop.People {
		if p.LeftOut && p.Name != "" {
			out[p.Name] = true
		}
	}
	if len(out) == 0 {
		return all
	}
	all = slices.Clone(all)
	for i := range all {
		e := &all[i]
		e.Joints = slices.DeleteFunc(slices.Clone(e.Joints), func(k Joint) bool { return out[k.By] })
		e.Saw = slices.DeleteFunc(slices.Clone(e.Saw), func(k SawSeen) bool { return out[k.By] || out[k.Read] })
		e.Lengths = slices.DeleteFunc(slices.Clone(e.Lengths), func(k LengthSeen) bool { return out[k.By] || out[k.Read] })
		e.Times = slices.DeleteFunc(slices.Clone(e.Times), func(k Timed) bool { return out[k.By] })
		e.Miscuts = slices.DeleteFunc(slices.Clone(e.Miscuts), func(k Miscut) bool { return out[k.By] })
	}
	return all
}

// add names a job that evidence comes from, once.
func add(jobs []string, name string) []string {
	if name == "" || slices.Contains(jobs, name) {
		return jobs
	}
	return append(jobs, name)
}
