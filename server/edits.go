package server

import (
	"context"
	"encoding/json"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/store"
)

// Change is a set of steps to make as one.
type Change struct {
	Client string    `json:"client" minLength:"1" maxLength:"64" doc:"this browser; undo takes back its own changes"`
	Ops    []edit.Op `json:"ops" minItems:"1" maxItems:"500"`
}

// Turn says whose last change to undo or redo.
type Turn struct {
	Client string `json:"client" minLength:"1" maxLength:"64"`
}

func (s *server) edits(api huma.API) {
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/changes", "change-job", "Change a job: all steps or none"), func(_ context.Context, in *struct {
		JobPath
		Body Change
	}) (*Body[JobView], error) {
		for i := range in.Body.Ops {
			stamp(&in.Body.Ops[i])
		}
		return s.changed(in.Job, in.Body.Client, func() (store.Result, error) { return s.store.Do(in.Job, in.Body.Client, in.Body.Ops) })
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/undo", "undo", "Take back this browser's last change"), func(_ context.Context, in *struct {
		JobPath
		Body Turn
	}) (*Body[JobView], error) {
		return s.changed(in.Job, in.Body.Client, func() (store.Result, error) { return s.store.Undo(in.Job, in.Body.Client) })
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/redo", "redo", "Make this browser's last undone change again"), func(_ context.Context, in *struct {
		JobPath
		Body Turn
	}) (*Body[JobView], error) {
		return s.changed(in.Job, in.Body.Client, func() (store.Result, error) { return s.store.Redo(in.Job, in.Body.Client) })
	})
}

func (s *server) changed(id, client string, change func() (store.Result, error)) (*Body[JobView], error) {
	r, err := change()
	if err != nil {
		return nil, asProblem(err)
	}
	s.hub.tell(id, Changed{Revision: r.Revision, Client: client})
	return s.answer(id, client, r)
}

// now is the time as facts keep it.
func now() string { return time.Now().UTC().Format(time.RFC3339) }

// stamp puts the time on a mark: the core knows no clock.
func stamp(o *edit.Op) {
	if o.Do != edit.Record && o.Do != edit.Unmark && !(o.Do == edit.Add && o.Kind == "hand") {
		return
	}
	var fields map[string]any
	if len(o.Value) > 0 && json.Unmarshal(o.Value, &fields) != nil {
		return // the core says what is wrong with it
	}
	if fields == nil {
		fields = map[string]any{}
	}
	fields["at"] = now()
	o.Value, _ = json.Marshal(fields)
}
