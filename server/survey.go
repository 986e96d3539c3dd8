package server

import (
	"bytes"
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/picture"
	"gnomon/core/plan"
	"gnomon/core/survey"
	"gnomon/files"
	"gnomon/store"
)

// SurveyPreview is what a survey file holds, before it is taken.
type SurveyPreview struct {
	Rooms []PreviewRoom  `json:"rooms"`
	Notes []FindingView  `json:"notes" doc:"what the rooms would be told of, closing among it"`
	Bad   []FieldProblem `json:"bad" doc:"lines at fault; nothing can be taken then"`
}

// PreviewRoom is one room of a survey file.
type PreviewRoom struct {
	Name    string        `json:"name"`
	Closed  bool          `json:"closed"`
	Closing string        `json:"closing"`
	Walls   []PreviewWall `json:"walls"`
}

// PreviewWall is one line of a survey file as it was understood.
type PreviewWall struct {
	Label    string `json:"label"`
	Length   string `json:"length"`
	Corner   string `json:"corner"`
	Openings int    `json:"openings"`
}

// RoomPath names a room of a job.
type RoomPath struct {
	JobPath
	Room string `path:"room" maxLength:"80"`
}

type surveyFile struct {
	JobPath
	Client  string `query:"client" maxLength:"64"`
	RawBody []byte `contentType:"text/csv"`
}

func (s *server) survey(api huma.API) {
	body := func(path, id, summary string) huma.Operation {
		o := op(http.MethodPost, path, id, summary)
		o.MaxBodyBytes = files.MaxSurveyCSV + 1
		o.SkipValidateBody = true // the survey's own reader says more
		return o
	}
	huma.Register(api, body("/api/jobs/{job}/survey/preview", "preview-survey", "What a survey file would bring"),
		func(_ context.Context, in *surveyFile) (*Body[SurveyPreview], error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			out := SurveyPreview{Rooms: []PreviewRoom{}, Notes: []FindingView{}, Bad: []FieldProblem{}}
			rooms, err := files.ReadSurveyCSV(bytes.NewReader(in.RawBody), j.Unit, store.NewID)
			if err != nil {
				out.Bad = faults(err)
				return &Body[SurveyPreview]{out}, nil
			}
			// As though they were the whole job, to see how they close.
			j = j.Clone()
			j.Rooms, j.Records, j.Layouts = rooms, nil, nil
			j.Normalise()
			p, err := plan.Build(j)
			if err != nil {
				return nil, asProblem(err)
			}
			for i := range j.Rooms {
				r := &j.Rooms[i]
				v := roomView(&j, r, p.Rooms[i])
				pr := PreviewRoom{Name: v.Title, Closed: r.Closed, Closing: v.Closing, Walls: []PreviewWall{}}
				for k, w := range v.Walls {
					pw := PreviewWall{Label: w.Label}
					if w.Length != nil {
						pw.Length = w.Length.Text
					}
					if c := v.Corners[k]; c.Joined {
						pw.Corner = string(r.Corners[k].Kind) + " " + c.Theta
					}
					for _, o := range r.Openings {
						if o.Wall == w.ID {
							pw.Openings++
						}
					}
					pr.Walls = append(pr.Walls, pw)
				}
				out.Rooms = append(out.Rooms, pr)
			}
			for _, f := range p.Findings() {
				if f.Stop == "measure" && f.Code != "no_run" {
					out.Notes = append(out.Notes, findingView(f))
				}
			}
			return &Body[SurveyPreview]{out}, nil
		})
	huma.Register(api, telling(api, body("/api/jobs/{job}/survey", "take-survey", "Add the rooms of a survey file to the job")),
		func(ctx context.Context, in *surveyFile) (*Encoded, error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			rooms, err := files.ReadSurveyCSV(bytes.NewReader(in.RawBody), j.Unit, store.NewID)
			if err != nil {
				return nil, problem(http.StatusUnprocessableEntity, "The survey was not taken, and nothing of it was kept.", faults(err)...)
			}
			after := ""
			if n := len(j.Rooms); n > 0 {
				after = j.Rooms[n-1].ID
			}
			var ops []edit.Op
			for _, r := range rooms {
				if len(j.Mouldings) > 0 {
					r.Runs = []job.Run{{ID: store.NewID("k"), Moulding: j.Mouldings[0].ID, Level: job.Floor}}
				}
				ops = append(ops, edit.Op{Do: edit.Add, Kind: "room", ID: r.ID, After: after, Value: edit.Raw(r)})
				after = r.ID
			}
			return s.do(ctx, in.Job, Sender{Client: in.Client}, ops)
		})
	huma.Register(api, telling(api, body("/api/jobs/{job}/schedule", "take-schedule", "Bring a schedule of openings into the job")),
		func(ctx context.Context, in *surveyFile) (*Encoded, error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			ops, err := files.ReadScheduleCSV(bytes.NewReader(in.RawBody), &j, store.NewID)
			if err != nil {
				return nil, problem(http.StatusUnprocessableEntity, "The schedule was not taken, and nothing of it was kept.", faults(err)...)
			}
			return s.do(ctx, in.Job, Sender{Client: in.Client}, ops)
		})
	s.file(api, "/api/jobs/{job}/schedule.csv", "export-schedule", "The openings, one line each", "text/csv; charset=utf-8", "openings.csv",
		func(b *bytes.Buffer, id string) error {
			j, _, err := s.store.Job(id)
			if err != nil {
				return err
			}
			return files.WriteScheduleCSV(b, j)
		})
	s.file(api, "/api/jobs/{job}/survey.csv", "survey-csv", "What was measured, one line a wall", "text/csv; charset=utf-8", "survey.csv",
		func(b *bytes.Buffer, id string) error {
			j, _, err := s.store.Job(id)
			if err != nil {
				return err
			}
			return files.WriteSurveyCSV(b, j)
		})
	s.drawing(api, "plan.svg", "room-svg", "The room from above as SVG", "image/svg+xml",
		func(b *bytes.Buffer, d files.Drawing) error { return files.WriteSVG(b, d) })
	s.drawing(api, "plan.dxf", "room-dxf", "The room from above as DXF", "application/dxf",
		func(b *bytes.Buffer, d files.Drawing) error { return files.WriteDXF(b, d) })
}

// drawing registers a download of one room drawn.
func (s *server) drawing(api huma.API, name, id, summary, kind string, write func(*bytes.Buffer, files.Drawing) error) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/rooms/{room}/"+name, id, summary), func(_ context.Context, in *RoomPath) (*Download, error) {
		j, p, err := s.planned(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		r := j.Room(in.Room)
		if r == nil {
			return nil, asProblem(&edit.Missing{Thing: "room " + in.Room})
		}
		m := survey.Reduce(&j, r)
		d := files.Drawing{Title: r.Title(), Job: &j, Floor: picture.Above(m, j.Stood(r), p.Pieces, p.Survey(r.ID, job.Floor)), Sizes: map[string]string{},
			Reads: map[string]string{}}
		for i, w := range r.Walls {
			if l, ok := m.Wall(i, job.Floor); ok {
				d.Sizes[w.ID] = l.Length.In(j.Unit)
			}
			if c, ok := m.Corner(i, job.Floor); ok && c.Usable {
				d.Reads[r.Corners[i].ID] = c.Theta.String()
			}
		}
		for _, x := range r.Diagonals {
			d.Sizes[x.ID] = x.Length().In(j.Unit)
		}
		var b bytes.Buffer
		if err := write(&b, d); err != nil {
			return nil, asProblem(err)
		}
		return &Download{kind, `attachment; filename="` + name + `"`, b.Bytes()}, nil
	})
}

// faults are the lines of a survey that cannot be taken.
func faults(err error) []FieldProblem {
	var lines files.LineErrors
	if !errors.As(err, &lines) {
		return []FieldProblem{{Field: "file", Message: err.Error(), Remedy: "Mend the file; nothing was kept."}}
	}
	var out []FieldProblem
	for _, l := range lines {
		out = append(out, FieldProblem{Field: l.Place(), Value: l.Value, Message: l.Reason, Remedy: l.Remedy})
	}
	return out
}
