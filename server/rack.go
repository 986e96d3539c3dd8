package server

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// OffcutView is an offcut on the shop's rack.
type OffcutView struct {
	ID      string     `json:"id"`
	Name    string     `json:"name"`
	Kind    string     `json:"kind"`
	Section string     `json:"section" doc:"height and thickness"`
	Length  LengthView `json:"length"`
	Note    string     `json:"note"`
	TakenBy string     `json:"takenBy" doc:"the job that counts on it"`
}

// RackView is what is on the rack, for the unit of one job.
type RackView struct {
	Offcuts []OffcutView `json:"offcuts"`
}

// NewOffcut is an offcut to put on the rack by hand.
type NewOffcut struct {
	Moulding string `json:"moulding" maxLength:"64"`
	Length   string `json:"length" maxLength:"60"`
	Note     string `json:"note" maxLength:"200"`
}

func (s *server) rack(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/rack", "get-rack", "The shop's offcuts, in the job's unit"),
		func(ctx context.Context, in *JobPath) (*Body[RackView], error) {
			return s.rackView(ctx, in.Job)
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/rack", "add-offcut", "Put an offcut on the rack"), func(ctx context.Context, in *struct {
		JobPath
		Body NewOffcut
	}) (*Body[RackView], error) {
		j, _, err := s.store.Job(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		m := j.Moulding(in.Body.Moulding)
		if m == nil {
			return nil, asProblem(&edit.Missing{Thing: "moulding " + in.Body.Moulding})
		}
		e, err := job.Typed(in.Body.Length, j.Unit)
		if err != nil {
			return nil, asProblem(job.Unreadable("offcut", "length", in.Body.Length, err))
		}
		if e.Length <= 0 {
			return nil, asProblem(&job.Invalid{Thing: "offcut", Field: "length", Value: in.Body.Length, Reason: "has no length", Remedy: "measure it"})
		}
		if _, err := s.store.PutOnRack(m, e, in.Body.Note); err != nil {
			return nil, asProblem(err)
		}
		return s.rackView(ctx, in.Job)
	})
	huma.Register(api, op(http.MethodDelete, "/api/jobs/{job}/rack", "remove-offcut", "Take an offcut off the rack"), func(ctx context.Context, in *struct {
		JobPath
		Offcut string `query:"offcut" required:"true" maxLength:"200"`
	}) (*Body[RackView], error) {
		if err := s.store.TakeFromRack(in.Offcut); err != nil {
			return nil, asProblem(err)
		}
		return s.rackView(ctx, in.Job)
	})
}

// rackView is the rack as it is shown on a job. A device for that job alone sees what it can cut
// from, not whose else it was or is.
func (s *server) rackView(ctx context.Context, id string) (*Body[RackView], error) {
	j, _, err := s.store.Job(id)
	if err != nil {
		return nil, asProblem(err)
	}
	all, err := s.store.Rack()
	if err != nil {
		return nil, asProblem(err)
	}
	names := map[string]string{}
	jobs, err := s.store.Jobs()
	if err != nil {
		return nil, asProblem(err)
	}
	for _, e := range jobs {
		names[e.ID] = e.Name
	}
	v := RackView{Offcuts: []OffcutView{}}
	for _, o := range all {
		by := names[o.TakenBy]
		if onlyJob(ctx) != "" {
			if o.TakenBy != "" && o.TakenBy != id {
				by = "another job"
			}
			if o.From != id {
				o.Note = ""
			}
		}
		v.Offcuts = append(v.Offcuts, OffcutView{ID: o.ID, Name: o.Name, Kind: o.Kind, Section: section(o.Height, o.Thickness, j.Unit),
			Length: lengthView(o.Length, j.Unit), Note: o.Note, TakenBy: by})
	}
	return &Body[RackView]{v}, nil
}

func section(height, thickness measure.Length, u measure.Unit) string {
	return fmt.Sprintf("%s × %s", height.In(u), thickness.In(u))
}
