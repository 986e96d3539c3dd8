package server

import (
	"context"
	"io/fs"
	"net/http"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"gnomon/instrument"
	"gnomon/store"
)

// Config is what a server is made of.
type Config struct {
	Instruments []instrument.Source // what measures, beside the keyboard
	Store       *store.Store
	Web         fs.FS    // the built web application, index.html at its root
	Hosts       []string // names besides the loopback's that it answers to
	Version     string
}

type server struct {
	store    *store.Store
	hub      *hub
	searches *searches
	sources  []instrument.Source
}

// Request bodies are edits of single fields; only a job file is larger.
const (
	maxBody    = 256 << 10
	maxJobBody = 9 << 20
)

// New makes the handler of the whole program.
func New(c Config) http.Handler {
	r := chi.NewRouter()
	r.Use(middleware.Recoverer)
	r.Use(middleware.Compress(5, "text/html", "text/css", "text/javascript", "application/javascript", "application/json", "application/problem+json", "image/svg+xml"))
	API(r, c)
	app := pages(c.Web)
	r.NotFound(func(w http.ResponseWriter, q *http.Request) {
		if !strings.HasPrefix(q.URL.Path, "/api/") {
			app.ServeHTTP(w, q)
			return
		}
		refuse(w, problem(http.StatusNotFound, "There is nothing at this address.", FieldProblem{Field: "path", Value: clip(q.URL.Path), Message: "not known", Remedy: "See /api/openapi.json for what there is."}))
	})
	r.MethodNotAllowed(func(w http.ResponseWriter, q *http.Request) {
		refuse(w, problem(http.StatusMethodNotAllowed, "This address does not take that method.", FieldProblem{Field: "method", Value: clip(q.Method), Message: "not allowed", Remedy: "See /api/openapi.json for what it takes."}))
	})
	return guard(c.Hosts, r)
}

// API puts the API's routes on a router and gives their description.
func API(r chi.Router, c Config) huma.API {
	s := &server{store: c.Store, hub: newHub(), searches: newSearches(), sources: c.Instruments}
	cfg := huma.DefaultConfig("Gnomon", c.Version)
	cfg.Info.Description = "Jobs, edits, plans and marks. Lengths are nanometres with their parts to typeset; angles are degrees."
	cfg.OpenAPIPath, cfg.DocsPath, cfg.SchemasPath = "/api/openapi", "", ""
	cfg.CreateHooks = nil // no $schema in bodies
	api := humachi.New(r, cfg)
	s.jobs(api)
	s.edits(api)
	s.files(api)
	s.quote(api)
	s.rules(api)
	s.sections(api)
	s.atSaw(api)
	s.sticks(api)
	s.rack(api)
	s.corner(api)
	s.live(api)
	s.instruments(api)
	s.survey(api)
	return api
}

// pages serves the built application; every address that is no file is the
// application's own, and gets its page.
func pages(web fs.FS) http.Handler {
	server := http.FileServerFS(web)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path != "/" {
			if f, err := fs.Stat(web, r.URL.Path[1:]); err == nil && !f.IsDir() {
				if strings.HasPrefix(r.URL.Path, "/assets/") { // built files carry a hash of their content in their names
					w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
				}
				server.ServeHTTP(w, r)
				return
			}
			r = r.Clone(r.Context())
			r.URL.Path = "/"
		}
		w.Header().Set("Cache-Control", "no-cache")
		server.ServeHTTP(w, r)
	})
}

// Serve runs the handler until the context ends, then lets requests finish.
func Serve(ctx context.Context, addr string, h http.Handler, ready func(addr string)) error {
	l, err := listen(addr)
	if err != nil {
		return err
	}
	srv := &http.Server{Handler: h, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute,
		// Streams end when the server does.
		BaseContext: baseContext(ctx)}
	done := make(chan error, 1)
	go func() { done <- srv.Serve(l) }()
	ready(l.Addr().String())
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	stop, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return srv.Shutdown(stop)
}
