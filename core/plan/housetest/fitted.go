package housetest

import (
	"context"
	"fmt"

	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/plan"
	"gnomon/core/sticks"
)

// Fitted is a job with the sticks of its mouldings fitted, without much of a search, and used; what cannot be fitted is left, and so are more
// than 60 pieces of one moulding. The error names what is wrong with what was found.
func Fitted(j job.Job, p *plan.Plan, rack []sticks.RackOffcut) (job.Job, error) {
	next := j.Clone()
	for i := range next.Mouldings {
		m := next.Mouldings[i].ID
		f, err := sticks.NewFitting(&j, p.Pieces, m, rack)
		if err != nil || len(f.Problem.Pieces) > 60 {
			continue
		}
		found, err := nest.Search(context.Background(), f.Problem, nest.Effort{Work: 20_000})
		if err != nil {
			continue
		}
		if err := f.Problem.Verify(found); err != nil {
			return next, err
		}
		l := f.Layout(found, func(n int) string { return fmt.Sprint("stick", n) })
		if old := next.Layout(m); old != nil {
			*old = l
		} else {
			next.Layouts = append(next.Layouts, l)
		}
	}
	return next, nil
}
