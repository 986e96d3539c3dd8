package lesson

import (
	"cmp"
	"maps"
	"slices"

	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

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
