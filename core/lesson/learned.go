package lesson

import (
	"cmp"
	"maps"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/saw"
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

// SawLearned is what is known of one scale of a saw.
type SawLearned struct {
	Saw, Scale  string
	Title       string
	Seen        []SawSeen
	Jobs        []string
	At          []AtSetting
	Line        learn.Saw
	Readers     []string // whose readings its corners are by, as the records number them
	Tests, Fits int
}

// AtSetting is a saw's error at one setting, and what is taken off there now.
type AtSetting struct {
	Setting, By, SD float64
	Now             float64
}

// TapeLearned is how the lengths that somebody reads lean.
type TapeLearned struct {
	Who     string
	Tape    learn.Tape
	Seen    []LengthSeen
	Jobs    []string
	At      float64 // a usual length
	Off, SD float64
}

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

// FitLearned is how often joints of a kind in a moulding do not close as they were cut.
type FitLearned struct {
	Moulding, Title, Kind string
	Gaped                 Estimate
	Eased                 Estimate
	Where                 map[string]int
	How                   map[string]int
	Jobs                  []string
}

// MiscutLearned is how often a kind of cut is spoiled, and why.
type MiscutLearned struct {
	Kind, Moulding string
	Share          Estimate
	Cuts           int
	Causes         map[string]int
	Jobs           []string
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

// Wasted is the waste of one job whose pieces are all cut.
type Wasted struct {
	Job, Name string
	Share     float64
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

// settings are where a saw's error is told.
var settings = []float64{-45, -22.5, 0, 22.5, 45}

func (l *learning) saws() {
	type key struct{ saw, scale string }
	by := map[key]*SawLearned{}
	tested := map[[3]string]bool{}
	take := func(from string, s SawSeen) {
		if s.Test != "" {
			at := [3]string{s.Saw, s.Scale, s.Test}
			if tested[at] {
				return // a job's copy of the saw has the shop's test cuts
			}
			tested[at] = true
		}
		k := key{s.Saw, s.Scale}
		if by[k] == nil {
			by[k] = &SawLearned{Saw: s.Saw, Scale: s.Scale, Title: s.Saw}
		}
		e := by[k]
		if i := slices.Index(e.Readers, s.Read); s.Kind != learn.TestCut && i < 0 {
			s.Reader, e.Readers = len(e.Readers), append(e.Readers, s.Read)
		} else {
			s.Reader = max(i, 0)
		}
		if s.Kind == learn.TestCut {
			e.Tests++
		} else {
			e.Fits++
		}
		e.Seen, e.Jobs = append(e.Seen, s), add(e.Jobs, from)
	}
	of := gathering{j: l.shop, out: &Evidence{}}
	of.tests()
	for _, s := range of.out.Saw {
		take("", s)
	}
	for i := range l.all {
		for _, s := range l.all[i].Saw {
			take(l.all[i].Name, s)
		}
	}
	keys := slices.SortedFunc(maps.Keys(by), func(a, b key) int { return cmp.Or(cmp.Compare(a.saw, b.saw), cmp.Compare(b.scale, a.scale)) })
	for _, k := range keys {
		e := by[k]
		records := make([]learn.SawRecord, len(e.Seen))
		for i := range e.Seen {
			records[i] = e.Seen[i].SawRecord
		}
		e.Line = learn.LearnSaw(records)
		machine := l.shop.SawNamed(k.saw)
		if machine != nil && machine.Name != "" {
			e.Title = machine.Name
		}
		for _, at := range settings {
			a := AtSetting{Setting: at}
			a.By, a.SD = e.Line.At(at)
			if machine != nil {
				a.Now = float64(saw.Off(machine, k.scale, measure.Angle(at)))
			}
			e.At = append(e.At, a)
		}
		l.out.Saws = append(l.out.Saws, *e)
	}
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

// gapes is how often a joint gapes before anything is known of its moulding, and as how many joints that counts.
const gapes, gapesCount = .15, 6

func (l *learning) fits() {
	type key struct{ moulding, kind string }
	by := map[key]*FitLearned{}
	gaped, eased := map[key]float64{}, map[key]float64{}
	for i := range l.all {
		for k := range l.all[i].Joints {
			j := &l.all[i].Joints[k]
			if j.How == "" {
				continue
			}
			at := key{j.Moulding, j.Kind}
			if by[at] == nil {
				by[at] = &FitLearned{Moulding: j.Moulding, Title: j.Moulding, Kind: j.Kind, Where: map[string]int{}, How: map[string]int{}}
			}
			f := by[at]
			f.Gaped.N++
			f.How[j.How]++
			f.Jobs = add(f.Jobs, l.all[i].Name)
			if j.Gaped() {
				gaped[at]++
				f.Where[j.Where]++
			}
			if slices.Contains(j.Tried, "eased") {
				eased[at]++
			}
		}
	}
	for at, f := range by {
		n := float64(f.Gaped.N)
		f.Gaped.Value, f.Gaped.SD = learn.Share(gaped[at], n, gapes, gapesCount)
		f.Eased.N = f.Gaped.N
		f.Eased.Value, f.Eased.SD = learn.Share(eased[at], n, gapes/2, gapesCount)
		if m := l.shop.Moulding(at.moulding); m != nil {
			f.Title = m.Title()
		}
		l.out.Fits = append(l.out.Fits, *f)
	}
	slices.SortFunc(l.out.Fits, func(a, b FitLearned) int {
		return cmp.Or(cmp.Compare(b.Gaped.Value, a.Gaped.Value), cmp.Compare(a.Moulding, b.Moulding), cmp.Compare(a.Kind, b.Kind))
	})
}

// spoils is how often an end is cut wrong before anything is known of it, and as how many ends that counts.
const spoils, spoilsCount = .02, 50

func (l *learning) miscuts() {
	kinds, mouldings := map[string]*MiscutLearned{}, map[string]*MiscutLearned{}
	of := func(all map[string]*MiscutLearned, name string) *MiscutLearned {
		if all[name] == nil {
			all[name] = &MiscutLearned{Causes: map[string]int{}}
		}
		return all[name]
	}
	for i := range l.all {
		e := &l.all[i]
		for _, c := range e.Cuts {
			for _, m := range []*MiscutLearned{of(kinds, c.Kind), of(mouldings, c.Moulding)} {
				m.Cuts += c.Count
				m.Jobs = add(m.Jobs, e.Name)
			}
		}
		for _, c := range e.Miscuts {
			for _, m := range []*MiscutLearned{of(kinds, c.Kind), of(mouldings, c.Moulding)} {
				m.Share.N++
				m.Causes[c.Cause]++
			}
		}
	}
	list := func(all map[string]*MiscutLearned, name func(m *MiscutLearned) *string) (out []MiscutLearned) {
		for _, k := range slices.Sorted(maps.Keys(all)) {
			m := all[k]
			*name(m) = k
			m.Share.Value, m.Share.SD = learn.Share(float64(m.Share.N), float64(max(m.Cuts, m.Share.N)), spoils, spoilsCount)
			out = append(out, *m)
		}
		return out
	}
	l.out.Miscuts = list(kinds, func(m *MiscutLearned) *string { return &m.Kind })
	l.out.Spoiled = list(mouldings, func(m *MiscutLearned) *string { return &m.Moulding })
}

// What jobs waste differs by about so much from one to the next, and from shop to shop.
const wasteWithin, wasteBetween = .08, .05

// waste is what was used past what was needed, of jobs whose every piece is cut; what goes on the rack is not wasted.
func (l *learning) waste() {
	now := float64(l.shop.Cutting.Share) / 100_00
	sum := 0.0
	for i := range l.all {
		e := &l.all[i]
		share, known := e.Wasted()
		if !known {
			continue
		}
		w := Wasted{e.Job, e.Name, share}
		sum += w.Share
		l.out.Wasted = append(l.out.Wasted, w)
	}
	n := float64(len(l.out.Wasted))
	l.out.Waste = Estimate{Value: now, SD: wasteBetween, N: len(l.out.Wasted)}
	if n > 0 {
		l.out.Waste.Value, l.out.Waste.SD = learn.Shrunk(sum/n, n, wasteWithin, learn.Belief{Mean: now, SD: wasteBetween})
	}
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
