package lesson

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// Differs tells how a job that is not finished would be another by a change of its figures: which cuts that are still to be made would be dialled or
// measured otherwise. A
// change that touches none says so.
func Differs(j *job.Job, p *plan.Plan, next *job.Job) ([]string, error) {
	n, err := plan.Build(*next)
	if err != nil {
		return nil, err
	}
	is := piece.ByID(n.Pieces)
	dialled, cut := 0, 0
	for _, q := range p.Pieces {
		o := is[q.ID]
		if o == nil || q.Cut <= 0 {
			continue
		}
		if !q.Begun() && o.Cut != q.Cut {
			cut++
		}
		for _, hand := range piece.Hands {
			a, b := q.End(hand), o.End(hand)
			if a.Mark == "" && a.Dial != nil && b.Dial != nil && (a.Dial.Mitre != b.Dial.Mitre || a.Dial.Bevel != b.Dial.Bevel) {
				dialled++
			}
		}
	}
	var out []string
	if dialled > 0 {
		out = append(out, fmt.Sprintf("%s still to be made %s dialled otherwise.", words.Count(dialled, "cut"), words.IsAre(dialled)))
	}
	if cut > 0 {
		out = append(out, fmt.Sprintf("%s not cut yet %s of another length.", words.Count(cut, "piece"), words.IsAre(cut)))
	}
	if len(out) == 0 {
		out = append(out, "No cut changes; its times, prices or notes do.")
	}
	return out, nil
}
