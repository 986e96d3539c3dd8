package plan

import (
	"gnomon/core/effort"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/parts"
	"gnomon/core/piece"
	"gnomon/core/sawing"
	"gnomon/core/sticks"
)

// shared is what all rooms of a job are planned with.
type shared struct {
	job      *job.Job
	shapes   *piece.Shapes
	fits     map[string]*nest.Problem // the sticks of each moulding, as many as are needed
	checking inspect.Budget           // for whether rooms close
	dividing *effort.Effort           // for finding where long pieces are scarfed
}

// Build makes the plan of a job. The job must have passed Check; what is
// missing or doubtful in it comes back as findings, and the error is only for a
// job that Check would have refused.
func Build(j job.Job) (Plan, error) {
	if err := j.Check(); err != nil {
		return Plan{}, err
	}
	p := Plan{Findings: inspect.Rules(&j)}
	s := shared{&j, piece.NewShapes(&j), map[string]*nest.Problem{}, inspect.NewBudget(), effort.Of(parts.All)}
	p.Pieces = make([]piece.Piece, 0, mostPieces(&j))
	for i := range j.Rooms {
		p.add(planRoom(s, &j.Rooms[i], p.Pieces[len(p.Pieces):]))
	}
	p.Glue = glueUp(&j, p.Groups, p.Pieces)
	p.Findings.Add(sawing.LayMarks(&j, p.Pieces)...)
	supplies, found := sticks.Supplies(&j, p.Pieces)
	p.Supplies = supplies
	p.Findings.Add(found...)
	p.Cuts, p.Orders = sawing.Cuts(&j, p.Pieces, p.Supplies)
	p.Findings.CausesFirst()
	p.Stops = progress(&j, &p)
	return p, nil
}

// mostPieces is about how many pieces a job has at most, so that they are not moved in memory.
func mostPieces(j *job.Job) int {
	n := 0
	for i := range j.Rooms {
		r := &j.Rooms[i]
		n += len(r.Runs) * (len(r.Walls) + len(r.Openings) + 2)
	}
	return n
}

// fit is what pieces of a moulding are held against: how many the yard has decides what is
// bought, not what fits.
func (s shared) fit(m *job.Moulding) *nest.Problem {
	if s.fits[m.ID] == nil {
		f := sticks.Problem(s.job, m)
		for i := range f.Stocks {
			f.Stocks[i].Available = nest.Unlimited
		}
		s.fits[m.ID] = &f
	}
	return s.fits[m.ID]
}

// WithLayout gives the state of a moulding's sticks as it would be with a layout.
func WithLayout(j *job.Job, l job.Layout) (sticks.Supply, error) {
	next := j.Clone()
	if old := next.Layout(l.Moulding); old != nil {
		*old = l
	} else {
		next.Layouts = append(next.Layouts, l)
	}
	p, err := Build(next)
	if err != nil {
		return sticks.Supply{}, err
	}
	if s := p.Supply(l.Moulding); s.Moulding != "" {
		return s, nil
	}
	return sticks.Supply{}, &job.Invalid{Thing: "moulding " + l.Moulding, Reason: "has no pieces", Remedy: "measure a room it runs in"}
}
