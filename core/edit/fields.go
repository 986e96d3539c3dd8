package edit

import (
	"maps"
	"strconv"
	"strings"

	"gnomon/core/job"
)

// What the file puts deeper than it is set.

func rulesFields(j *job.Job) map[string]any {
	r := &j.Rules
	if r.Weights == nil {
		w := job.DefaultWeights()
		r.Weights = &w
	}
	return with(job.Fields(r), job.Fields(r.Weights))
}

func pricesFields(j *job.Job) map[string]any {
	p := &j.Prices
	return with(job.Fields(p), map[string]any{"strip": &p.Strip.Entry, "strip_price": &p.Strip.Price})
}

// stickFields are those of a stick length, by its moulding and its place in the list.
func stickFields(j *job.Job, id string) map[string]any {
	moulding, at, _ := strings.Cut(id, "/")
	m := j.Moulding(moulding)
	n, err := strconv.Atoi(at)
	if m == nil || err != nil || n < 0 || n >= len(m.Sticks) {
		return nil
	}
	s := &m.Sticks[n]
	return map[string]any{"price": &s.Price, "available": &s.Available}
}

// laidFields are those of a stick of a layout, by its moulding and its own identifier.
func laidFields(j *job.Job, id string) map[string]any {
	moulding, of, _ := strings.Cut(id, "/")
	if l := j.Layout(moulding); l != nil {
		for k := range l.Sticks {
			if s := &l.Sticks[k]; s.ID == of {
				return map[string]any{"locked": &s.Locked, "bad": &s.Bad, "rack": &s.Rack}
			}
		}
	}
	return nil
}

func with(fields, more map[string]any) map[string]any {
	maps.Copy(fields, more)
	return fields
}
