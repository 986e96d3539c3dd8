package lesson

import (
	"cmp"
	"maps"
	"slices"

	"gnomon/core/learn"
)

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
