package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/store"
)

// JobPath names a job.
type JobPath struct {
	Job string `path:"job" maxLength:"64"`
}

// Body is an answer with a JSON body.
type Body[T any] struct{ Body T }

// JobEntry is a job in the list.
type JobEntry struct {
	ID      string `json:"id"`
	Name    string `json:"name"`
	Rooms   int64  `json:"rooms"`
	Created string `json:"created"`
}

// JobList is the list of jobs, newest first.
type JobList struct {
	Jobs []JobEntry `json:"jobs"`
}

// NewJob is a job to begin.
type NewJob struct {
	Name string `json:"name" maxLength:"200"`
	Unit string `json:"unit" enum:"in,mm"`
}

// JobMade gives a new job's identifier.
type JobMade struct {
	ID string `json:"id"`
}

func op(method, path, id, summary string) huma.Operation {
	return huma.Operation{Method: method, Path: path, OperationID: id, Summary: summary, MaxBodyBytes: maxBody, BodyReadTimeout: 15 * time.Second}
}

func (s *server) jobs(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs", "list-jobs", "List the jobs"), func(_ context.Context, _ *struct{}) (*Body[JobList], error) {
		es, err := s.store.Jobs()
		if err != nil {
			return nil, asProblem(err)
		}
		out := JobList{Jobs: []JobEntry{}}
		for _, e := range es {
			out.Jobs = append(out.Jobs, JobEntry(e))
		}
		return &Body[JobList]{out}, nil
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs", "create-job", "Begin a job, with a base moulding and a saw to change"), func(_ context.Context, in *struct{ Body NewJob }) (*Body[JobMade], error) {
		id, err := s.store.Create(job.Starter(in.Body.Name, measure.Unit(in.Body.Unit)))
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[JobMade]{JobMade{id}}, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}", "get-job", "A job with its plan"), func(_ context.Context, in *struct {
		JobPath
		Client string `query:"client" maxLength:"64" doc:"whose undo and redo to tell of"`
	}) (*Body[JobView], error) {
		j, rev, err := s.store.Job(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		return s.answer(in.Job, in.Client, store.Result{Job: j, Revision: rev})
	})
}

// planned reads a job and builds its plan.
func (s *server) planned(id string) (job.Job, plan.Plan, error) {
	j, _, err := s.store.Job(id)
	if err != nil {
		return j, plan.Plan{}, err
	}
	p, err := plan.Build(j)
	return j, p, err
}

// answer builds the plan of a job and makes its view.
func (s *server) answer(id, client string, r store.Result) (*Body[JobView], error) {
	p, err := plan.Build(r.Job)
	if err != nil {
		return nil, asProblem(err)
	}
	v := viewOf(id, r.Revision, r.Job, p)
	if v.CanUndo, v.CanRedo, err = s.store.CanUndo(id, client); err != nil {
		return nil, asProblem(err)
	}
	return &Body[JobView]{v}, nil
}

func (s *server) live(api huma.API) {
	sse.Register(api, huma.Operation{OperationID: "job-events", Method: http.MethodGet, Path: "/api/jobs/{job}/events", Summary: "Changes of a job as they happen"},
		map[string]any{"hello": Hello{}, "changed": Changed{}},
		func(ctx context.Context, in *JobPath, send sse.Sender) {
			changes, leave := s.hub.listen(in.Job)
			defer leave()
			_, rev, err := s.store.Job(in.Job)
			if err != nil || send.Data(Hello{rev}) != nil {
				return
			}
			beat := time.NewTicker(20 * time.Second) // keeps the line open through proxies
			defer beat.Stop()
			for {
				select {
				case <-ctx.Done():
					return
				case c := <-changes:
					err = send.Data(c)
				case <-beat.C:
					err = send.Data(Hello{rev})
				}
				if err != nil {
					return
				}
			}
		})
}
