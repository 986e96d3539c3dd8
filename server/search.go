package server

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"gnomon/core/job"
	"gnomon/core/nest"
	"gnomon/core/plan"
	"gnomon/core/sticks"
	"gnomon/store"
)

// mostSearches is how many searches are remembered; the oldest goes first.
const mostSearches = 40

// searches runs fittings off the request path, two at a time.
type searches struct {
	mu    sync.Mutex
	runs  map[string]*search
	order []string
	slots chan struct{}
}

// search is one fitting on its way or done.
type search struct {
	id, jobID, moulding string
	stop                context.CancelFunc
	was                 *job.Layout // what was laid out when it began

	mu       sync.Mutex
	progress nest.Progress
	begun    bool
	done     bool
	layout   *job.Layout
	err      error
}

func newSearches() *searches {
	return &searches{runs: map[string]*search{}, slots: make(chan struct{}, 2)}
}

// start begins a fitting in the background. A search for the same moulding of the
// same job that is still on its way is stopped.
func (s *searches) start(jobID string, f *sticks.Fitting, moulding string, was *job.Layout, work int64) *search {
	// The clock only cancels what is far too slow.
	ctx, stop := context.WithTimeout(context.Background(), time.Duration(20*work/nest.Second+30)*time.Second)
	r := &search{id: store.NewID("f"), jobID: jobID, moulding: moulding, stop: stop, was: was}
	s.mu.Lock()
	for _, o := range s.runs {
		if o.jobID == jobID && o.moulding == moulding {
			o.stop()
		}
	}
	s.runs[r.id] = r
	s.order = append(s.order, r.id)
	for len(s.order) > mostSearches {
		s.runs[s.order[0]].stop()
		delete(s.runs, s.order[0])
		s.order = s.order[1:]
	}
	s.mu.Unlock()
	go func() {
		defer stop()
		s.slots <- struct{}{}
		defer func() { <-s.slots }()
		r.set(func() { r.begun = true })
		l, err := nest.Search(ctx, f.Problem, nest.Effort{Work: work, Report: func(p nest.Progress) { r.set(func() { r.progress = p }) }})
		r.set(func() {
			r.done, r.err = true, err
			if err == nil {
				out := f.Layout(l, func(n int) string { return fmt.Sprintf("s%d", n) })
				r.layout = &out
			}
		})
	}()
	return r
}

func (r *search) set(f func()) {
	r.mu.Lock()
	defer r.mu.Unlock()
	f()
}

// find gives a search of a job.
func (s *searches) find(jobID, id string) *search {
	s.mu.Lock()
	defer s.mu.Unlock()
	if r := s.runs[id]; r != nil && r.jobID == jobID {
		return r
	}
	return nil
}

// fittingProblem puts what hinders a fitting in the carpenter's names for pieces.
func fittingProblem(p *plan.Plan, j *job.Job, err error) error {
	label := map[string]string{}
	for _, q := range p.Pieces {
		label[q.ID] = q.Label
		if q.Of != "" {
			label[q.Of] = q.Label
		}
	}
	name := func(id string) string {
		if l := label[id]; l != "" {
			return l
		}
		return "piece " + id
	}
	var long *nest.TooLong
	var few *nest.TooFew
	var bad *nest.Invalid
	switch {
	case errors.As(err, &long):
		return &job.Invalid{Thing: name(long.Piece), Field: "length", Value: long.Length.In(j.Unit),
			Reason: fmt.Sprintf("takes more than any stick gives (%s) and cannot be made of parts", long.Room.In(j.Unit)),
			Remedy: "add a longer stick in Shop, or allow shorter parts"}
	case errors.As(err, &few):
		names := ""
		for i, id := range few.Pieces {
			if i == 5 {
				names += fmt.Sprintf(" and %d more", len(few.Pieces)-5)
				break
			}
			if i > 0 {
				names += ", "
			}
			names += name(id)
		}
		return &job.Invalid{Thing: "sticks", Field: "available", Value: names, Reason: "there are too few: nothing is left for " + names,
			Remedy: "raise what the yard has in Shop, or add another length"}
	case errors.As(err, &bad):
		return &job.Invalid{Thing: bad.Thing, Reason: bad.Reason, Remedy: bad.Remedy}
	}
	return err
}
