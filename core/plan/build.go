package plan

import (
	"gnomon/core/effort"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/sticks"
)

// shared is what a room is planned with.
type shared struct {
	job      *job.Job // with this room alone
	shapes   *piece.Shapes
	fits     map[string]*nest.Problem // the sticks of each moulding, as many as are needed
	checking inspect.Budget           // for whether the room closes
	dividing *effort.Effort           // for finding where long pieces are scarfed
}

// Build makes the plan of a job. The job must have passed Normalise and Resolve; what is
// missing or doubtful in it comes back as findings, and the error is only for a
// job that Check refuses.
func Build(j job.Job) (Plan, error) { return new(Kept).Build(j) }

// WithLayout gives the state of a moulding's sticks as it would be with a layout, planned by Build or by what kept the job's plan.
func WithLayout(j job.Job, l job.Layout, build func(job.Job) (Plan, error)) (sticks.Supply, error) {
	next := j.Fork()
	next.OwnLayouts()
	if old := next.Layout(l.Moulding); old != nil {
		*old = l
	} else {
		next.Layouts = append(next.Layouts, l)
	}
	p, err := build(next)
	if err != nil {
		return sticks.Supply{}, err
	}
	if s := p.Supply(l.Moulding); s.Moulding != "" {
		return s, nil
	}
	return sticks.Supply{}, &job.Invalid{Thing: "moulding " + l.Moulding, Reason: "has no pieces", Remedy: "measure a room it runs in"}
}
