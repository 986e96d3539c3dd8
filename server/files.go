package server

import (
	"bytes"
	"context"
	"net/http"
	"net/url"

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
	s.file(api, "/api/jobs/{job}/cutsheet.pdf", "export-cut-sheet", "The cut list to print, with boxes to tick", "application/pdf", "cut-sheet.pdf", func(b *bytes.Buffer, id string) error {
		j, p, err := s.planned(id)
		if err != nil {
			return err
		}
		return files.WriteCutSheetPDF(b, j, p)
	})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/labels.pdf", "export-labels", "Labels for the pieces, with codes that open them at the saw"), func(_ context.Context, in *At) (*Download, error) {
		j, p, err := s.planned(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		var b bytes.Buffer
		if err := files.WriteLabelsPDF(&b, j, p, in.link); err != nil {
			return nil, asProblem(err)
		}
		return &Download{"application/pdf", `inline; filename="labels.pdf"`, b.Bytes()}, nil
	})
}

// At is a job, and the address under which the browser that asks reaches it.
type At struct {
	JobPath
	base string
}

// Resolve notes the address.
func (a *At) Resolve(ctx huma.Context) []error {
	scheme := "http"
	if ctx.TLS() != nil {
		scheme = "https"
	}
	a.base = scheme + "://" + ctx.Host()
	return nil
}

// link opens a piece at the saw.
func (a *At) link(piece string) string {
	return a.base + "/jobs/" + url.PathEscape(a.Job) + "/saw?piece=" + url.QueryEscape(piece)
}

// file registers a download made from a job.
func (s *server) file(api huma.API, path, id, summary, kind, name string, write func(*bytes.Buffer, string) error) {
	huma.Register(api, op(http.MethodGet, path, id, summary), func(_ context.Context, in *JobPath) (*Download, error) {
		var b bytes.Buffer
		if err := write(&b, in.Job); err != nil {
			return nil, asProblem(err)
		}
		how := "attachment"
		if name == "cut-sheet.pdf" { // opened to be printed
			how = "inline"
		}
		return &Download{kind, how + `; filename="` + name + `"`, b.Bytes()}, nil
	})
}
