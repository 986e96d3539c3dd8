package edit

import (
	"fmt"
	"slices"

	"gnomon/core/job"
)

// record appends a mark, under the identifier that the step brings where it brings one:
// a device that cuts out of reach must be able to name a mark before it has sent it.
// Others are numbered in the order they are made, so that the step stays a pure
// function of the job. A mark made again names the one that was taken back.
func record(j *job.Job, op Op) (Op, error) {
	var m job.Mark
	if err := strict(op, &m); err != nil {
		return Op{}, err
	}
	if m.Kind == job.MarkUndone {
		return Op{}, &job.Invalid{Thing: "mark", Field: "kind", Value: string(m.Kind), Reason: "takes no mark back by itself",
			Remedy: "use unmark with the mark's id"}
	}
	if m.Of != "" && latest(j, m.Of) != nil {
		return Op{}, &job.Invalid{Thing: "mark " + m.Of, Reason: "was made again already", Remedy: "take that one back first"}
	}
	m.ID = op.ID
	if m.ID == "" {
		m.ID = nextMark(j)
	}
	j.Marks = append(j.Marks, m)
	return Op{Do: Unmark, ID: m.ID}, nil
}

// latest is a mark that stands, by its own name or by that of one that was taken back and of
// which it is made again; nil where none does.
func latest(j *job.Job, id string) *job.Mark {
	var now *job.Mark
	for i := range j.Marks { // in the order they were made
		m := &j.Marks[i]
		switch {
		case m.Kind == job.MarkUndone && m.Of == id:
			now = nil
		case m.Kind != job.MarkUndone && (m.ID == id || m.Of == id):
			now, id = m, m.ID
		}
	}
	return now
}

// unmark appends the fact that a mark was taken back, or the one made again of it.
func unmark(j *job.Job, op Op) (Op, error) {
	found := latest(j, op.ID)
	if found == nil {
		if slices.ContainsFunc(j.Marks, func(m job.Mark) bool { return m.ID == op.ID && m.Kind != job.MarkUndone }) {
			return Op{}, &job.Invalid{Thing: "mark " + op.ID, Reason: "was taken back already", Remedy: "mark the cut again if it was made"}
		}
		return Op{}, &Missing{"mark " + op.ID}
	}
	again := *found
	again.Of = found.ID
	u := stamped(op, found)
	u.ID, u.Kind, u.Of, u.Piece, u.Label = nextMark(j), job.MarkUndone, found.ID, found.Piece, found.Label
	j.Marks = append(j.Marks, u)
	return Op{Do: Record, Value: Raw(again)}, nil
}

// stamped tells when and by whom the step was made, where the caller said so in the
// value.
func stamped(op Op, m *job.Mark) job.Mark {
	var v job.Mark
	if len(op.Value) > 0 && strict(op, &v) == nil {
		return job.Mark{At: v.At, By: v.By}
	}
	return job.Mark{At: m.At, By: m.By}
}

func nextMark(j *job.Job) string {
	taken := map[string]bool{}
	for _, m := range j.Marks {
		taken[m.ID] = true
	}
	n := len(j.Marks) + 1
	for taken[fmt.Sprintf("m%d", n)] {
		n++
	}
	return fmt.Sprintf("m%d", n)
}
