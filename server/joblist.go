package server

import (
	"context"
	"encoding/json"
	"net/http"
	"slices"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/shop"
	"gnomon/store"
)

// JobEntry is a job in the list.
type JobEntry struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Rooms    int64         `json:"rooms"`
	Created  string        `json:"created"`
	Touched  string        `json:"touched"`
	Promised string        `json:"promised,omitempty" doc:"the day it is promised for"`
	Pinned   bool          `json:"pinned"`
	Archived string        `json:"archived,omitempty" doc:"when it was put away"`
	Deleted  string        `json:"deleted,omitempty" doc:"when it was thrown away"`
	Until    string        `json:"until,omitempty" doc:"how long it can be brought back then"`
	Progress *ProgressView `json:"progress,omitempty" doc:"none while it is worked out"`
}

// ProgressView is how far a job has come.
type ProgressView struct {
	Stops []StopView `json:"stops"`
	Next  string     `json:"next" doc:"what to do next"`
	At    string     `json:"at" doc:"the stop where that is done"`
}

// JobList is the list of jobs, newest first.
type JobList struct {
	Jobs    []JobEntry `json:"jobs"`
	Waiting bool       `json:"waiting" doc:"the progress of some is being worked out: ask again"`
	Fresh   bool       `json:"fresh" doc:"nobody has said anything of the shop yet"`
	Unit    string     `json:"unit" enum:"in,mm" doc:"the shop's"`
}

// Putting is what becomes of a job in the list.
type Putting struct {
	Pinned   *bool `json:"pinned,omitempty"`
	Archived *bool `json:"archived,omitempty"`
	Deleted  *bool `json:"deleted,omitempty"`
}

// Copying is how a job is duplicated.
type Copying struct {
	Name     string `json:"name" maxLength:"200"`
	Readings bool   `json:"readings" doc:"with what was measured; a new start has the bare rooms"`
}

func (s *server) jobList(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs", "list-jobs", "List the jobs"), func(ctx context.Context, _ *struct{}) (*Body[JobList], error) {
		es, err := s.store.Jobs()
		if err != nil {
			return nil, asProblem(err)
		}
		own, err := s.store.Shop()
		if err != nil {
			return nil, asProblem(err)
		}
		out := JobList{Jobs: []JobEntry{}, Fresh: shop.Fresh(&own), Unit: string(own.Unit)}
		only := onlyJob(ctx) // let in for one job, it learns of no other
		var stale []string
		for _, e := range es {
			if only != "" && (only != e.ID || e.Deleted != "") {
				continue
			}
			v := entryOf(&e)
			if v.Progress == nil && e.Deleted == "" {
				stale = append(stale, e.ID)
			}
			out.Jobs = append(out.Jobs, v)
		}
		out.Waiting = len(stale) > 0
		s.lines.work(stale, s.keepLine)
		return &Body[JobList]{out}, nil
	})
	huma.Register(api, op(http.MethodPatch, "/api/jobs/{job}", "put-job", "Pin a job, put it away, throw it away, or bring it back"),
		func(ctx context.Context, in *struct {
			JobPath
			Body Putting
		}) (*Body[JobEntry], error) {
			if err := s.store.PutJob(in.Job, store.Put{Pinned: in.Body.Pinned, Archived: in.Body.Archived, Deleted: in.Body.Deleted}); err != nil {
				return nil, asProblem(err)
			}
			if in.Body.Deleted != nil {
				s.hub.tell(in.Job, Changed{}) // those on it ask, and are told
			}
			es, err := s.store.Jobs()
			if err != nil {
				return nil, asProblem(err)
			}
			for _, e := range es {
				if e.ID == in.Job {
					return &Body[JobEntry]{entryOf(&e)}, nil
				}
			}
			return nil, asProblem(store.ErrNoJob)
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/duplicate", "duplicate-job", "Begin another job with the rooms of this one"),
		func(_ context.Context, in *struct {
			JobPath
			Body Copying
		}) (*Body[JobMade], error) {
			id, err := s.store.Duplicate(in.Job, in.Body.Name, in.Body.Readings)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[JobMade]{JobMade{id}}, nil
		})
}

func entryOf(e *store.Entry) JobEntry {
	v := JobEntry{ID: e.ID, Name: e.Name, Rooms: e.Rooms, Created: e.Created, Touched: e.Touched, Promised: e.Promised, Pinned: e.Pinned, Archived: e.Archived,
		Deleted: e.Deleted}
	if at, err := time.Parse(time.RFC3339, e.Deleted); err == nil {
		v.Until = when(at.Add(store.KeptDeleted))
	}
	if e.Line != "" && e.LineAt == e.Revision {
		var p ProgressView
		if json.Unmarshal([]byte(e.Line), &p) == nil {
			v.Progress = &p
		}
	}
	return v
}

// keepLine works out how far a job has come, and keeps it for the list.
func (s *server) keepLine(id string) error {
	p, err := s.peek(id)
	if err != nil {
		return err
	}
	v := ProgressView{Stops: headView(&p.job, &p.plan).Stops}
	v.Next, v.At = p.plan.Next()
	b, err := json.Marshal(v)
	if err != nil {
		return err
	}
	return s.store.KeepLine(id, p.revision, string(b))
}

// peek gives a job with its plan, as it is at hand or worked out for once: a list of a thousand jobs must not put away the plans of
// those that are worked on.
func (s *server) peek(id string) (*planned, error) {
	if s.fresh.has(id) {
		return s.current(id)
	}
	j, rev, err := s.store.Job(id)
	if err != nil {
		return nil, err
	}
	p := &planned{id: id, revision: rev, job: j}
	p.plan, err = p.kept.Build(j)
	return p, err
}

// lines works out lines of progress in the background, one job after another: those who work on a job do not wait for the list.
type lines struct {
	mu    sync.Mutex
	queue []string
	busy  bool
}

// work has jobs worked out that do not wait for it already.
func (l *lines) work(jobs []string, one func(string) error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	for _, id := range jobs {
		if !slices.Contains(l.queue, id) {
			l.queue = append(l.queue, id)
		}
	}
	if l.busy || len(l.queue) == 0 {
		return
	}
	l.busy = true
	go func() {
		for id, more := l.next(); more; id, more = l.next() {
			_ = one(id) // what fails is tried at the next look
		}
	}()
}

func (l *lines) next() (string, bool) {
	l.mu.Lock()
	defer l.mu.Unlock()
	if len(l.queue) == 0 {
		l.busy = false
		return "", false
	}
	id := l.queue[0]
	l.queue = l.queue[1:]
	return id, true
}
