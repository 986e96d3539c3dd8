package plan

import (
	"slices"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/odd"
	"gnomon/core/sawing"
	"gnomon/core/sets"
)

// facts are what was done about pieces, by the run, the set or the odd place that they are of: what a piece is called begins with
// it.
type facts map[string]*runFacts

type runFacts struct {
	records []job.Record // of the saw and the bench, that stand
	wall    []job.Record // and of what hangs
	byHand  []job.ByHand
	scarfs  []scarfed
}

// scarfed is where an accepted layout divides a piece.
type scarfed struct {
	moulding string
	job.Scarf
}

// owners are what the names of a room's pieces begin with: its runs, what goes around its openings, its odd places.
func owners(r *job.Room) []string {
	out := make([]string, 0, len(r.Runs)+len(r.Openings)+len(r.Odds))
	for i := range r.Runs {
		out = append(out, r.Runs[i].ID)
	}
	for i := range r.Openings {
		if r.Openings[i].ToJamb() {
			out = append(out, sets.Prefix(r.Openings[i].ID))
		}
	}
	for i := range r.Odds {
		out = append(out, odd.Prefix(r.Odds[i].ID))
	}
	return out
}

func runOf(piece string) string {
	run, _, _ := strings.Cut(piece, ".")
	return run
}

func factsOf(j *job.Job) facts {
	out := facts{}
	of := func(piece string) *runFacts {
		run := runOf(piece)
		if out[run] == nil {
			out[run] = &runFacts{}
		}
		return out[run]
	}
	saw, wall, _ := j.Facts()
	for _, r := range saw {
		f := of(r.Piece)
		f.records = append(f.records, r)
	}
	for _, r := range wall {
		f := of(r.Piece)
		f.wall = append(f.wall, r)
	}
	for _, h := range j.ByHand {
		f := of(h.Piece)
		f.byHand = append(f.byHand, h)
	}
	for _, l := range j.Layouts {
		for _, s := range l.Scarfs {
			f := of(s.Piece)
			f.scarfs = append(f.scarfs, scarfed{l.Moulding, s})
		}
	}
	return out
}

// same tells whether the same was done about a room's pieces.
func (f facts) same(was facts, r *job.Room) bool {
	for _, id := range owners(r) {
		a, b := f[id], was[id]
		if a == b {
			continue
		}
		if a == nil || b == nil || !job.SameList(a.records, b.records) || !job.SameList(a.wall, b.wall) || !job.SameList(a.byHand, b.byHand) ||
			!job.SameList(a.scarfs, b.scarfs) {
			return false
		}
	}
	return true
}

// alone is a job with one room only, and what was done about its pieces.
func (f facts) alone(j *job.Job, at int) job.Job {
	only := *j
	only.Rooms, only.Records, only.ByHand, only.Layouts = j.Rooms[at:at+1:at+1], nil, nil, nil
	for _, id := range owners(&only.Rooms[0]) {
		of := f[id]
		if of == nil {
			continue
		}
		only.Records, only.ByHand = append(append(only.Records, of.records...), of.wall...), append(only.ByHand, of.byHand...)
		for _, s := range of.scarfs {
			l := only.Layout(s.moulding)
			if l == nil {
				only.Layouts = append(only.Layouts, job.Layout{Moulding: s.moulding})
				l = &only.Layouts[len(only.Layouts)-1]
			}
			l.Scarfs = append(l.Scarfs, s.Scarf)
		}
	}
	return only
}

// gone tells of what was cut for runs that are in no room any more.
func (f facts) gone(j *job.Job) finding.List {
	if len(f) == 0 {
		return nil
	}
	there := map[string]bool{}
	for i := range j.Rooms {
		for _, id := range owners(&j.Rooms[i]) {
			there[id] = true
		}
	}
	only := *j
	only.Rooms, only.Records, only.ByHand, only.Layouts = nil, nil, nil, nil
	var wall []job.Record
	for run, of := range f {
		if !there[run] {
			only.Records, wall = append(only.Records, of.records...), append(wall, of.wall...)
		}
	}
	if len(only.Records)+len(wall) == 0 {
		return nil
	}
	order := map[string]int{}
	for i := range j.Records {
		order[j.Records[i].ID] = i
	}
	asMade := func(a, b job.Record) int { return order[a.ID] - order[b.ID] }
	slices.SortFunc(only.Records, asMade)
	slices.SortFunc(wall, asMade)
	_, gone := sawing.LayMarks(&only, nil)
	_, taken := hang.Lay(wall, nil, j.Unit)
	return append(gone, taken...)
}
