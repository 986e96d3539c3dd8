package server

import (
	"strings"
	"sync"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/store"
)

// most jobs whose plans are kept at hand; the one not asked for longest goes first.
const mostFresh = 4

// planned is a job at one revision with all that follows from it: worked out once, however
// many devices ask. Nothing of it is changed by who reads it.
type planned struct {
	id       string
	revision int64
	job      job.Job
	plan     plan.Plan
	kept     plan.Kept // a copy of it plans what the job would come to otherwise
	told     *told

	apart sync.Once
	of    map[string]*workOf // by room

	whole         sync.Once
	plain, packed *Encoded
}

// encoded is the whole view, as the one who asks takes it.
func (p *planned) encoded(accepts string) *Encoded {
	p.whole.Do(func() {
		body := edit.Raw(viewOf(p.id, p.revision, &p.job, &p.plan))
		p.plain, p.packed = packed(body, ""), packed(body, "gzip")
	})
	if strings.Contains(accepts, "gzip") {
		return p.packed
	}
	return p.plain
}

// otherwise plans the job as it would be.
func (p *planned) otherwise(j job.Job) (plan.Plan, error) {
	kept := p.kept
	return kept.Build(j)
}

// fresh keeps the newest plan of the jobs that are worked on.
type fresh struct {
	mu   sync.Mutex
	jobs map[string]*slot
	used int64
}

type slot struct {
	mu   sync.Mutex // held while the plan is worked out, so that it is only once
	now  *planned
	kept plan.Kept
	told told
	last int64
}

func newFresh() *fresh { return &fresh{jobs: map[string]*slot{}} }

func (f *fresh) slot(id string) *slot {
	f.mu.Lock()
	defer f.mu.Unlock()
	k := f.jobs[id]
	if k == nil {
		if len(f.jobs) >= mostFresh {
			oldest := ""
			for id, o := range f.jobs {
				if oldest == "" || o.last < f.jobs[oldest].last {
					oldest = id
				}
			}
			delete(f.jobs, oldest)
		}
		k = &slot{told: told{stand: store.NewID("t"), parts: map[string]*part{}}}
		f.jobs[id] = k
	}
	f.used++
	k.last = f.used
	return k
}

// has tells whether a job's plan is at hand.
func (f *fresh) has(id string) bool {
	f.mu.Lock()
	defer f.mu.Unlock()
	return f.jobs[id] != nil
}

// at gives what follows from a job at a revision. Of two that come at once the newer stays.
func (f *fresh) at(id string, revision int64, read func() (job.Job, int64, error)) (*planned, error) {
	k := f.slot(id)
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.now != nil && k.now.revision >= revision {
		return k.now, nil
	}
	if k.now == nil {
		defer opening.begin()()
	}
	j, rev, err := read()
	if err != nil {
		return nil, err
	}
	p, err := k.kept.Build(j)
	if err != nil {
		return nil, err
	}
	next := &planned{id: id, revision: rev, job: j, plan: p, kept: k.kept, told: &k.told}
	k.told.now(next)
	k.now = next
	return next, nil
}

// current is a job as it is now, with its plan. Other programs may have the file open too,
// so the database is asked for its revision every time.
func (s *server) current(id string) (*planned, error) {
	rev, err := s.store.Revision(id)
	if err != nil {
		return nil, err
	}
	return s.fresh.at(id, rev, func() (job.Job, int64, error) { return s.store.Job(id) })
}

// planned gives a job, to be changed at will, and its plan, to be read.
func (s *server) planned(id string) (job.Job, plan.Plan, error) {
	p, err := s.current(id)
	if err != nil {
		return job.Job{}, plan.Plan{}, err
	}
	return p.job.Clone(), p.plan, nil
}
