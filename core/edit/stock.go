package edit

import (
	"encoding/json"
	"slices"
	"strconv"
	"strings"

	"gnomon/core/job"
)

// stick finds a stick length by its moulding and its place in the list.
func stick(j *job.Job, id string) *job.Stick {
	moulding, at, _ := strings.Cut(id, "/")
	m := j.Moulding(moulding)
	n, err := strconv.Atoi(at)
	if m == nil || err != nil || n < 0 || n >= len(m.Sticks) {
		return nil
	}
	return &m.Sticks[n]
}

// laid finds a stick of a layout by its moulding and its own identifier.
func laid(j *job.Job, id string) *job.LaidStick {
	moulding, of, _ := strings.Cut(id, "/")
	l := j.Layout(moulding)
	if l == nil {
		return nil
	}
	for k := range l.Sticks {
		if l.Sticks[k].ID == of {
			return &l.Sticks[k]
		}
	}
	return nil
}

// sticks reads a list of stick lengths: those of the job file, or text parted by
// commas.
func sticks(b json.RawMessage, entry func(string) (job.Entry, error)) ([]job.Stick, error) {
	var parts []json.RawMessage
	if json.Unmarshal(b, &parts) != nil {
		entries, err := list(b, entry)
		out := make([]job.Stick, len(entries))
		for i, e := range entries {
			out[i].Entry = e
		}
		return out, err
	}
	out := make([]job.Stick, len(parts))
	for i, p := range parts {
		if err := json.Unmarshal(p, &out[i]); err != nil {
			return nil, &job.Invalid{Thing: "moulding", Field: "sticks", Value: string(p), Reason: err.Error(), Remedy: "send a length, or length, price and available"}
		}
		var err error
		if out[i].Entry, err = entry(out[i].Text); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// keepPrices gives lengths that were in the list before the price they had.
func keepPrices(next, was []job.Stick) {
	for i := range next {
		if next[i].Price != 0 || next[i].Available != nil {
			continue
		}
		k := slices.IndexFunc(was, func(s job.Stick) bool { return s.Length == next[i].Length })
		if k >= 0 {
			next[i].Price, next[i].Available = was[k].Price, was[k].Available
		}
	}
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
