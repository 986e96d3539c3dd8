package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/store"
)

// JobPath names a job.
type JobPath struct {
	Job string `path:"job" maxLength:"64"`
}

// Body is an answer with a JSON body.
type Body[T any] struct{ Body T }

// Encoded is an answer that is JSON already.
type Encoded struct {
	Type     string `header:"Content-Type"`
	Encoding string `header:"Content-Encoding"`
	Body     []byte
}

// NewJob is a job to begin.
type NewJob struct {
	Name string `json:"name" maxLength:"200"`
	Unit string `json:"unit" enum:"in,mm"`
	Room string `json:"room,omitempty" maxLength:"200" doc:"the name of its first room; none is begun without"`
}

// JobMade gives a new job's identifier.
type JobMade struct {
	ID string `json:"id"`
}

func op(method, path, id, summary string) huma.Operation {
	return huma.Operation{Method: method, Path: path, OperationID: id, Summary: summary, MaxBodyBytes: maxBody, BodyReadTimeout: slowBody}
}

func (s *server) jobs(api huma.API) {
	s.jobList(api)
	huma.Register(api, op(http.MethodPost, "/api/jobs", "create-job", "Begin a job with the shop's saw, mouldings and sheets"),
		func(_ context.Context, in *struct{ Body NewJob }) (*Body[JobMade], error) {
			id, err := s.store.Begin(in.Body.Name, measure.Unit(in.Body.Unit), in.Body.Room)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[JobMade]{JobMade{id}}, nil
		})
	huma.Register(api, telling(api, op(http.MethodGet, "/api/jobs/{job}/told", "tell-job", "What is new of a job to a page that has some of it")),
		func(ctx context.Context, in *struct {
			JobPath
			Client string `query:"client" maxLength:"64" doc:"whose undo and redo to tell of; none is told without"`
			Telling
		}) (*Encoded, error) {
			return s.asIs(ctx, in.Job, Sender{Client: in.Client, Telling: in.Telling})
		})
	whole := answers[JobView](api, op(http.MethodGet, "/api/jobs/{job}", "get-job", "A job with its plan, whole"))
	huma.Register(api, whole, func(ctx context.Context, in *struct {
		JobPath
		Client string `query:"client" maxLength:"64" doc:"whose undo and redo to tell of; none is told without"`
	}) (*Encoded, error) {
		p, err := s.current(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		if in.Client != "" {
			v := viewOf(p.id, p.revision, &p.job, &p.plan)
			can, err := s.can(ctx, p.id, in.Client)
			if err != nil {
				return nil, asProblem(err)
			}
			v.CanUndo, v.CanRedo = can[0], can[1]
			return packed(forWhom(ctx, edit.Raw(v)), accepted(ctx)), nil
		}
		if !seesMoney(ctx) {
			return packed(forWhom(ctx, p.encoded("").Body), accepted(ctx)), nil
		}
		// What all see alike is made once for all of them.
		return p.encoded(accepted(ctx)), nil
	})
}

// answer tells of a job after a change, for the one who made it.
func (s *server) answer(ctx context.Context, id string, from Sender, r store.Result) (*Encoded, error) {
	p, err := s.fresh.at(id, r.Revision, func() (job.Job, int64, error) { return r.Job, r.Revision, nil })
	if err != nil {
		return nil, asProblem(err)
	}
	return s.told(ctx, p, from.Client, from.Telling)
}

// asIs tells of a job as it stands.
func (s *server) asIs(ctx context.Context, id string, from Sender) (*Encoded, error) {
	p, err := s.current(id)
	if err != nil {
		return nil, asProblem(err)
	}
	return s.told(ctx, p, from.Client, from.Telling)
}
