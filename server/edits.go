package server

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/store"
)

// Sender is who sends a change, and what it says of the sending.
type Sender struct {
	Client string `json:"client" minLength:"1" maxLength:"64" doc:"this browser; undo takes back its own changes"`
	Once   string `json:"once,omitempty" maxLength:"64" doc:"a name for this very request: sent again, it is answered and not made again"`
	Ago    int64  `json:"ago,omitempty" minimum:"0" maximum:"31536000" doc:"how many seconds ago it was done, where it was kept meanwhile"`
	Telling
}

// mostSteps are more than any page of ours makes as one change.
const mostSteps = 500

// Change is a set of steps to make as one.
type Change struct {
	Sender
	Ops []edit.Op `json:"ops" minItems:"1"`
}

// Turn says whose last change to undo or redo.
type Turn struct{ Sender }

func (s *server) edits(api huma.API) {
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/changes", "change-job", "Change a job: all steps or none")),
		func(ctx context.Context, in *struct {
			JobPath
			Body Change
		}) (*Encoded, error) {
			if n := len(in.Body.Ops); n > mostSteps {
				return nil, problem(http.StatusUnprocessableEntity, fmt.Sprintf("%d steps are too many for one change: %d steps at most.", n, mostSteps),
					FieldProblem{Field: "ops", Value: fmt.Sprint(n), Message: "too many steps", Remedy: "Send them as several changes."})
			}
			if err := allowed(ctx, in.Body.Ops); err != nil {
				return nil, err
			}
			return s.do(ctx, in.Job, in.Body.Sender, in.Body.Ops)
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/undo", "undo", "Take back this browser's last change")),
		func(ctx context.Context, in *struct {
			JobPath
			Body Turn
		}) (*Encoded, error) {
			r, err := s.store.Undo(in.Job, s.by(ctx, in.Body.Sender))
			return s.changed(ctx, in.Job, in.Body.Sender, r, err)
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/redo", "redo", "Make this browser's last undone change again")),
		func(ctx context.Context, in *struct {
			JobPath
			Body Turn
		}) (*Encoded, error) {
			r, err := s.store.Redo(in.Job, s.by(ctx, in.Body.Sender))
			return s.changed(ctx, in.Job, in.Body.Sender, r, err)
		})
}

// clientOf is who a browser is. What a device says of itself holds within that device: it
// cannot take back what another did.
func (s *server) clientOf(ctx context.Context, client string) string {
	if d := deviceOf(ctx); d != nil {
		return d.ID + "/" + client
	}
	return client
}

func (s *server) by(ctx context.Context, from Sender) store.By {
	return store.By{Client: s.clientOf(ctx, from.Client), Once: from.Once, May: func(ops []edit.Op) error {
		if err := allowed(ctx, ops); err != nil {
			return err
		}
		return s.spend(ctx, ops)
	}}
}

// do makes steps as one change, and puts on facts when they were made and by whom.
func (s *server) do(ctx context.Context, id string, from Sender, ops []edit.Op) (*Encoded, error) {
	if err := s.spend(ctx, ops); err != nil {
		return nil, asProblem(err)
	}
	at := when(time.Now().Add(-time.Duration(from.Ago) * time.Second))
	for i := range ops {
		ops[i] = edit.Stamped(ops[i], at, nameOf(ctx)) // the core knows neither clock nor devices
	}
	r, err := s.store.Do(id, s.by(ctx, from), ops)
	return s.changed(ctx, id, from, r, err)
}

// changed tells everybody of a change and answers it.
func (s *server) changed(ctx context.Context, id string, from Sender, r store.Result, err error) (*Encoded, error) {
	var taken *store.OffcutTaken
	if errors.As(err, &taken) && onlyJob(ctx) != "" {
		taken.Job = ""
	}
	var over *store.PassedOver
	if errors.As(err, &over) { // what can be undone is another now
		if rev, err := s.store.Revision(id); err == nil {
			s.hub.tell(id, Changed{Revision: rev})
		}
	}
	if err != nil {
		return nil, asProblem(err)
	}
	s.hub.tell(id, Changed{Revision: r.Revision})
	if r.Shop > 0 {
		s.hub.tell(store.ShopID, Changed{Revision: r.Shop})
	}
	return s.answer(ctx, id, from, r)
}

// when is a time as facts and views keep it.
func when(t time.Time) string { return t.UTC().Format(time.RFC3339) }
