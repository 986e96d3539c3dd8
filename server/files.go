package server

import (
	"bytes"
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/files"
)

// Download is a file to keep.
type Download struct {
	Type        string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func (s *server) files(api huma.API) {
	imp := op(http.MethodPost, "/api/jobs/import", "import-job", "Keep the job of a job file")
	imp.MaxBodyBytes = maxJobBody
	imp.SkipValidateBody = true // the job file's own reader says more
	huma.Register(api, imp, func(_ context.Context, in *struct {
		RawBody []byte `contentType:"application/json"`
	}) (*Body[JobMade], error) {
		j, err := files.ReadJob(bytes.NewReader(in.RawBody))
		if err != nil {
			return nil, problem(http.StatusUnprocessableEntity, err.Error(), FieldProblem{Field: "file", Message: err.Error(), Remedy: "Mend the file and import it again; nothing was kept."})
		}
		id, err := s.store.Create(j)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[JobMade]{JobMade{id}}, nil
	})
	s.file(api, "/api/jobs/{job}/file", "export-job", "The job as a job file", "application/json", "job.json", func(b *bytes.Buffer, id string) error {
		j, _, err := s.store.Job(id)
		if err != nil {
			return err
		}
		return files.WriteJob(b, j)
	})
	s.file(api, "/api/jobs/{job}/plan", "export-plan", "The plan as scripts read it", "application/json", "plan.json", func(b *bytes.Buffer, id string) error {
		_, p, err := s.planned(id)
		if err != nil {
			return err
		}
		return files.WritePlanJSON(b, p)
	})
	s.file(api, "/api/jobs/{job}/cutlist.csv", "export-cut-list", "The cut list as CSV", "text/csv; charset=utf-8", "cut-list.csv", func(b *bytes.Buffer, id string) error {
		j, p, err := s.planned(id)
		if err != nil {
			return err
		}
		return files.WritePlanCSV(b, j, p)
	})
}

// file registers a download made from a job.
func (s *server) file(api huma.API, path, id, summary, kind, name string, write func(*bytes.Buffer, string) error) {
	huma.Register(api, op(http.MethodGet, path, id, summary), func(_ context.Context, in *JobPath) (*Download, error) {
		var b bytes.Buffer
		if err := write(&b, in.Job); err != nil {
			return nil, asProblem(err)
		}
		return &Download{kind, `attachment; filename="` + name + `"`, b.Bytes()}, nil
	})
}
