package server

import (
	"bytes"
	"context"
	"io"
	"net/http"
	"net/url"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/plan"
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
		j, err := files.JobIn(in.RawBody)
		if err != nil {
			return nil, problem(http.StatusUnprocessableEntity, err.Error(),
				FieldProblem{Field: "file", Message: err.Error(), Remedy: "Mend the file and import it again; nothing was kept."})
		}
		id, err := s.store.TakeIn(j)
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
		j, p, err := s.planned(id)
		if err != nil {
			return err
		}
		return files.WritePlanJSON(b, j, p)
	})
	s.file(api, "/api/jobs/{job}/cutlist.csv", "export-cut-list", "The cut list as CSV", "text/csv; charset=utf-8", "cut-list.csv",
		func(b *bytes.Buffer, id string) error {
			j, p, err := s.planned(id)
			if err != nil {
				return err
			}
			return files.WritePlanCSV(b, j, p)
		})
	s.coded(api, "cutsheet.pdf", "export-cut-sheet", "The cut list to print, with boxes to tick, and codes that open each piece at the saw", "cut-sheet.pdf",
		files.WriteCutSheetPDF)
	s.coded(api, "labels.pdf", "export-labels", "Labels for the pieces, with codes that open them at the saw", "labels.pdf", files.WriteLabelsPDF)
}

// coded registers a sheet to print whose codes hold the address that devices reach. It ends
// where whoever asked for it hangs up.
func (s *server) coded(api huma.API, path, id, summary, name string, write func(io.Writer, job.Job, plan.Plan, files.Link) error) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/"+path, id, summary), func(ctx context.Context, in *At) (*Download, error) {
		j, p, err := s.planned(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		base := s.reach(in.base)
		var b bytes.Buffer
		if err := write(&b, j, p, func(piece string) (string, error) {
			return base + "/jobs/" + url.PathEscape(in.Job) + "/saw?piece=" + url.QueryEscape(piece), ctx.Err()
		}); err != nil {
			return nil, asProblem(err)
		}
		return &Download{"application/pdf", `inline; filename="` + name + `"`, b.Bytes()}, nil
	})
}

// At is a job, and the address under which the browser that asks reaches it.
type At struct {
	JobPath
	base string
}

// Resolve notes the address.
func (a *At) Resolve(ctx huma.Context) []error {
	a.base = baseOf(ctx.TLS() != nil, ctx.Host())
	return nil
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
