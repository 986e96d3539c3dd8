package server

import (
	"bytes"
	"context"
	"encoding/json"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/files"
)

// logFiles are the book and the closing sheet as files. A device that sees no money gets none, and of the book its own facts only.
func (s *server) logFiles(api huma.API) {
	file := func(path, id, summary, kind, name string, write func(ctx context.Context, b *bytes.Buffer, p *planned) error) {
		huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/"+path, id, summary), func(ctx context.Context, in *JobPath) (*Download, error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			var b bytes.Buffer
			if err := write(ctx, &b, p); err != nil {
				return nil, asProblem(err)
			}
			return &Download{kind, `attachment; filename="` + name + `"`, b.Bytes()}, nil
		})
	}
	book := func(ctx context.Context, j *job.Job) []lesson.Fact {
		all := lesson.Book(j)
		if name, only := mine(ctx); only {
			return lesson.Of(all, name)
		}
		return all
	}
	file("book.csv", "export-book", "Every fact of the job as a table", "text/csv; charset=utf-8", "book.csv", func(ctx context.Context,
		b *bytes.Buffer, p *planned) error {
		return files.WriteBookCSV(b, book(ctx, &p.job))
	})
	file("book.json", "export-facts", "Every fact of the job as the job file has it", "application/json", "book.json", func(ctx context.Context,
		b *bytes.Buffer, p *planned) error {
		out := []*job.Record{}
		for _, f := range book(ctx, &p.job) {
			out = append(out, f.Record)
		}
		b.Write(pretty(out))
		return nil
	})
	file("closing.pdf", "closing-pdf", "The closing sheet: plan beside fact", "application/pdf", "closing.pdf", func(ctx context.Context,
		b *bytes.Buffer, p *planned) error {
		e := gathered(p.id, &p.job, &p.plan)
		_, only := mine(ctx)
		return files.WriteClosingPDF(b, p.job, &e, lesson.Close(&p.job, &p.plan, &e), !only)
	})
}

// pretty is JSON for people too.
func pretty(v any) []byte {
	b, _ := json.MarshalIndent(v, "", "  ") // of our own plain types
	return b
}
