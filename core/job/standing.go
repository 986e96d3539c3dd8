package job

import (
	"slices"
	"time"
)

// Standing are the cuts and miscuts that were not taken back, in the order they were
// made. That is not the order they came in: a device that was out of reach sends its
// marks late, and what it spoiled first must not spoil what another cut since. A mark
// without a time counts as made right after the one before it.
func (j *Job) Standing() []Mark {
	undone := map[string]bool{}
	for _, m := range j.Marks {
		if m.Kind == MarkUndone {
			undone[m.Of] = true
		}
	}
	type timed struct {
		Mark
		at time.Time
	}
	var all []timed
	var last time.Time
	for _, m := range j.Marks {
		if at, err := time.Parse(time.RFC3339, m.At); err == nil {
			last = at
		}
		if m.Kind != MarkUndone && !undone[m.ID] {
			all = append(all, timed{m, last})
		}
	}
	slices.SortStableFunc(all, func(a, b timed) int { return a.at.Compare(b.at) })
	out := make([]Mark, len(all))
	for i, m := range all {
		out[i] = m.Mark
	}
	return out
}
