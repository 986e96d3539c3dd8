package server

import (
	"context"
	"errors"
	"io"
	"net/http"
	"os"
	"path/filepath"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/store"
)

// CopyView is a kept copy of the whole database.
type CopyView struct {
	Name string `json:"name"`
	At   string `json:"at"`
	Size int64  `json:"size"`
}

// CopyList are the copies that are kept, and where.
type CopyList struct {
	Folder  string     `json:"folder"`
	Copies  []CopyView `json:"copies"`
	Trouble string     `json:"trouble,omitempty" doc:"why the folder cannot be read"`
}

// CopyFolder is where copies are kept.
type CopyFolder struct {
	Folder string `json:"folder" maxLength:"1000" doc:"its whole path; none is the one beside the database"`
}

// BroughtBack is what came of a restore.
type BroughtBack struct {
	Jobs int    `json:"jobs"`
	Kept string `json:"kept" doc:"the copy of what was replaced"`
}

// mostBackup is a larger backup than any shop has.
const mostBackup = 256 << 20

func (s *server) copies(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/copies", "list-copies", "The copies of everything that are kept, and where"),
		func(context.Context, *struct{}) (*Body[CopyList], error) { return s.copyList() })
	huma.Register(api, op(http.MethodPost, "/api/copies", "make-copy", "Keep a copy of everything now"),
		func(context.Context, *struct{}) (*Body[CopyList], error) {
			if _, err := s.store.KeepCopy(); err != nil {
				return nil, copyProblem(err)
			}
			return s.copyList()
		})
	huma.Register(api, op(http.MethodPut, "/api/copies", "keep-copies-in", "Keep copies in another folder"),
		func(_ context.Context, in *struct{ Body CopyFolder }) (*Body[CopyList], error) {
			if err := s.store.KeepCopiesIn(in.Body.Folder); err != nil {
				return nil, copyProblem(err)
			}
			return s.copyList()
		})
	huma.Register(api, op(http.MethodGet, "/api/copies/{name}", "get-copy", "A kept copy, to take to another machine"),
		func(_ context.Context, in *CopyPath) (*huma.StreamResponse, error) {
			path, err := s.store.CopyNamed(in.Name)
			if err != nil {
				return nil, copyProblem(err)
			}
			f, err := os.Open(path)
			if err != nil {
				return nil, copyProblem(err)
			}
			return &huma.StreamResponse{Body: func(ctx huma.Context) {
				defer f.Close()
				ctx.SetHeader("Content-Type", "application/octet-stream")
				ctx.SetHeader("Content-Disposition", `attachment; filename="`+in.Name+`"`)
				_, _ = io.Copy(ctx.BodyWriter(), f) // whoever asked is gone if this fails
			}}, nil
		})
	huma.Register(api, op(http.MethodPost, "/api/copies/{name}/restore", "restore-copy", "Put what a kept copy holds in the place of everything"),
		func(_ context.Context, in *CopyPath) (*Body[BroughtBack], error) {
			path, err := s.store.CopyNamed(in.Name)
			if err != nil {
				return nil, copyProblem(err)
			}
			return s.bringBack(path)
		})
	up := op(http.MethodPost, "/api/restore", "restore-backup", "Put what a backup holds in the place of everything")
	up.MaxBodyBytes = mostBackup
	huma.Register(api, up, func(_ context.Context, in *struct {
		RawBody []byte `contentType:"application/octet-stream"`
	}) (*Body[BroughtBack], error) {
		dir, err := os.MkdirTemp("", "gnomon-*") // 0700
		if err != nil {
			return nil, copyProblem(err)
		}
		defer os.RemoveAll(dir)
		path := filepath.Join(dir, "backup.db")
		if err := os.WriteFile(path, in.RawBody, 0o600); err != nil {
			return nil, copyProblem(err)
		}
		return s.bringBack(path)
	})
}

// CopyPath names a kept copy.
type CopyPath struct {
	Name string `path:"name" maxLength:"64"`
}

func (s *server) copyList() (*Body[CopyList], error) {
	folder, err := s.store.CopiesIn()
	if err != nil {
		return nil, copyProblem(err)
	}
	out := CopyList{Folder: folder, Copies: []CopyView{}}
	all, err := s.store.Copies()
	if err != nil {
		out.Trouble = err.Error()
	}
	for _, c := range all {
		out.Copies = append(out.Copies, CopyView{c.Name, when(c.At), c.Size})
	}
	return &Body[CopyList]{out}, nil
}

func (s *server) bringBack(path string) (*Body[BroughtBack], error) {
	out, err := s.store.BringBack(path)
	if err != nil {
		return nil, copyProblem(err)
	}
	s.hub.tellAll(func(job string) any { // every page asks anew, and is told whole
		rev, err := s.store.Revision(job)
		if err != nil {
			rev = 0
		}
		return Changed{Revision: rev}
	})
	return &Body[BroughtBack]{BroughtBack{out.Jobs, out.Kept}}, nil
}

// copyProblem says what is wrong with a copy or its folder. The desk alone asks, so it names files.
func copyProblem(err error) error {
	var unusable *store.Unusable
	var bad *store.BadBackup
	var newer *store.Newer
	switch {
	case errors.Is(err, store.ErrNoCopy):
		return problem(http.StatusNotFound, "That copy is not kept any more.", FieldProblem{Field: "name", Message: "no such copy",
			Remedy: "Choose one of those listed."})
	case errors.As(err, &unusable):
		return problem(http.StatusUnprocessableEntity, unusable.Path+" cannot be used: "+unusable.Why+".",
			FieldProblem{Field: "folder", Value: unusable.Path, Message: unusable.Why, Remedy: "Give a folder that is there and takes files."})
	case errors.As(err, &bad):
		return problem(http.StatusUnprocessableEntity, "This backup does not read: "+bad.Why+". Nothing was changed.",
			FieldProblem{Field: "file", Message: bad.Why, Remedy: "Take another one."})
	case errors.As(err, &newer):
		return problem(http.StatusUnprocessableEntity, "This backup was made by a newer Gnomon. Nothing was changed.",
			FieldProblem{Field: "file", Message: "is newer than this program", Remedy: "Restore it with the Gnomon that made it, or a newer one."})
	}
	return asProblem(err)
}
