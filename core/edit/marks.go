package edit

import (
	"fmt"

	"gnomon/core/job"
)

// record appends a mark, under the identifier that the step brings where it brings one:
// a device that cuts out of reach must be able to name a mark before it has sent it.
// Others are numbered in the order they are made, so that the step stays a pure
// function of the job.
func record(j *job.Job, op Op) (Op, error) {
	var m job.Mark
	if err := strict(op, &m); err != nil {
		return Op{}, err
	}
	if m.Kind == job.MarkUndone {
		return Op{}, &job.Invalid{Thing: "mark", Field: "kind", Value: string(m.Kind), Reason: "takes no mark back by itself", Remedy: "use unmark with the mark's id"}
	}
	m.ID, m.Of = op.ID, ""
	if m.ID == "" {
		m.ID = nextMark(j)
	}
	j.Marks = append(j.Marks, m)
	return Op{Do: Unmark, ID: m.ID}, nil
}

// unmark appends the fact that a mark was taken back.
func unmark(j *job.Job, op Op) (Op, error) {
	var found *job.Mark
	for i := range j.Marks {
		m := &j.Marks[i]
		if m.ID == op.ID && m.Kind != job.MarkUndone {
			found = m
		}
		if m.Kind == job.MarkUndone && m.Of == op.ID {
			return Op{}, &job.Invalid{Thing: "mark " + op.ID, Reason: "was taken back already", Remedy: "mark the cut again if it was made"}
		}
	}
	if found == nil {
		return Op{}, &Missing{"mark " + op.ID}
	}
	inv := Op{Do: Record, Value: Raw(found)}
	u := stamped(op, found)
	u.ID, u.Kind, u.Of, u.Piece, u.Label = nextMark(j), job.MarkUndone, op.ID, found.Piece, found.Label
	j.Marks = append(j.Marks, u)
	return inv, nil
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
