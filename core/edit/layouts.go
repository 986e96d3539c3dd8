package edit

import (
	"encoding/json"
	"slices"
	"strings"

	"gnomon/core/job"
)

func hasLayout(j *job.Job, moulding string) bool { return j.Layout(moulding) != nil }

func layoutIDs(j *job.Job) (out []string) {
	for _, l := range j.Layouts {
		out = append(out, l.Moulding)
	}
	return out
}

// addLayout puts an accepted layout in the place of the moulding's old one.
func addLayout(j *job.Job, op Op) (Op, error) {
	var l job.Layout
	if err := strict(op, &l); err != nil {
		return Op{}, err
	}
	l.Moulding = op.ID
	inv := Op{Do: Remove, Kind: "layout", ID: op.ID}
	old := j.Layout(op.ID)
	if op.Was != nil && !sameLayout(old, op.Was) {
		return Op{}, &Conflict{Thing: "layout " + op.ID, Field: "sticks", Yours: "the plan found", Theirs: "another layout"}
	}
	if old != nil {
		inv = Op{Do: Add, Kind: "layout", ID: op.ID, Value: Raw(old)}
		*old = l
		return inv, nil
	}
	j.Layouts = append(j.Layouts, l)
	slices.SortFunc(j.Layouts, func(a, b job.Layout) int { return strings.Compare(a.Moulding, b.Moulding) })
	return inv, nil
}

// sameLayout tells whether the layout is still the one that was on the screen.
func sameLayout(now *job.Layout, was json.RawMessage) bool {
	var w *job.Layout
	if json.Unmarshal(was, &w) != nil || (w == nil) != (now == nil) {
		return false
	}
	return w == nil || string(Raw(w)) == string(Raw(now))
}

func removeLayout(j *job.Job, op Op) (Op, error) {
	i := slices.IndexFunc(j.Layouts, func(l job.Layout) bool { return l.Moulding == op.ID })
	if i < 0 {
		return Op{}, &Missing{"layout " + op.ID}
	}
	inv := Op{Do: Add, Kind: "layout", ID: op.ID, Value: Raw(j.Layouts[i])}
	j.Layouts = slices.Delete(j.Layouts, i, i+1)
	return inv, nil
}
