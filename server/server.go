package server

import (
	"io/fs"
	"mime"
	"net/http"
	"strings"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"gnomon/instrument"
	"gnomon/share"
	"gnomon/store"
)

// Config is what a server is made of.
type Config struct {
	Instruments []instrument.Source // what measures, beside the keyboard
	Store       *store.Store
	Web         fs.FS // the built web application, index.html at its root
	Sharing     Sharing
	Version     string
}

type server struct {
	store     *store.Store
	hub       *hub
	people    *people
	fresh     *fresh
	searches  *searches
	sources   []instrument.Source
	sharing   Sharing
	codes     *share.Codes
	sessions  *sessions
	line      *line
	lines     *lines
	evidences *evidences
	spent     spent
}

// Request bodies are edits of single fields; only a job file is larger.
const (
	maxBody    = 256 << 10
	maxJobBody = 9 << 20
)

// Program is the whole program as its two listeners serve it. Desk is for the loopback:
// whoever sits at this machine may do everything. Shared is for the local network: only
// devices that were let in may do anything. Clear answers in the clear on a shared listener
// that is private; it is nil where that is not.
type Program struct{ Desk, Shared, Clear http.Handler }

// New makes the handlers of the whole program.
func New(c Config) Program { return newServer(c).program(c) }

func (s *server) program(c Config) Program {
	r := chi.NewRouter()
	r.Use(middleware.Recoverer)
	r.Use(packing(middleware.Compress(5, "text/html", "text/css", "text/javascript", "application/javascript", "application/json", "application/problem+json",
		"image/svg+xml")))
	s.api(r, c.Version)
	app := pages(c.Web)
	r.NotFound(func(w http.ResponseWriter, q *http.Request) {
		if !isAPI(q) {
			app.ServeHTTP(w, q)
			return
		}
		refuse(w, problem(http.StatusNotFound, "There is nothing at this address.",
			FieldProblem{Field: "path", Value: clip(q.URL.Path), Message: "not known", Remedy: "See /api/openapi.json for what there is."}))
	})
	r.MethodNotAllowed(func(w http.ResponseWriter, q *http.Request) {
		refuse(w, problem(http.StatusMethodNotAllowed, "This address does not take that method.",
			FieldProblem{Field: "method", Value: clip(q.Method), Message: "not allowed", Remedy: "See /api/openapi.json for what it takes."}))
	})
	network := onNetwork(c.Sharing.Names)
	p := Program{Desk: guard(atDesk, r), Shared: guard(network, s.joined(r))}
	if c.Sharing.Authority != nil {
		p.Clear = trust(c.Sharing.Authority, network)
	}
	return p
}

func newServer(c Config) *server {
	h := newHub()
	return &server{store: c.Store, hub: h, people: newPeople(h.tell), fresh: newFresh(), searches: newSearches(), sources: c.Instruments, sharing: c.Sharing,
		codes: &share.Codes{}, sessions: newSessions(), line: newLine(), evidences: newEvidences(), lines: &lines{}, spent: spent{of: map[string]*purse{}}}
}

// API puts the API's routes on a router and gives their description.
func API(r chi.Router, c Config) huma.API { return newServer(c).api(r, c.Version) }

func (s *server) api(r chi.Router, version string) huma.API {
	cfg := huma.DefaultConfig("Gnomon", version)
	cfg.Info.Description = "Jobs, edits, plans and marks. Lengths are nanometres with their parts to typeset; angles are degrees."
	cfg.OpenAPIPath, cfg.DocsPath, cfg.SchemasPath = "/api/openapi", "", ""
	cfg.CreateHooks = nil // no $schema in bodies
	cfg.Transformers = append(cfg.Transformers, hideMoney)
	api := humachi.New(r, cfg)
	api.UseMiddleware(permit, s.inTurn, accepting)
	for _, part := range []func(huma.API){s.pairing, s.jobs, s.edits, s.find, s.files, s.quote, s.rules, s.sections, s.atSaw, s.onWall, s.onDay, s.onLog,
		s.pictures, s.sticks, s.rack,
		s.corner, s.bench, s.benchDetails, s.live, s.instruments, s.survey, s.shop, s.copies} {
		part(api)
	}
	return api
}

func init() {
	// What it is called is in no table of types on many machines.
	if err := mime.AddExtensionType(".webmanifest", "application/manifest+json"); err != nil {
		panic(err)
	}
}

// pages serves the built application; every address that is no file is the
// application's own, and gets its page.
func pages(web fs.FS) http.Handler {
	server := http.FileServerFS(web)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet && r.Method != http.MethodHead {
			refuse(w, problem(http.StatusMethodNotAllowed, "Pages are only read.",
				FieldProblem{Field: "method", Value: clip(r.Method), Message: "not allowed", Remedy: "What changes a job is under /api."}))
			return
		}
		if r.URL.Path == "/index.html" { // the page under its own name, as browsers keep it
			r = r.Clone(r.Context())
			r.URL.Path = "/"
		}
		if r.URL.Path != "/" {
			if f, err := fs.Stat(web, r.URL.Path[1:]); err == nil && !f.IsDir() {
				w.Header().Set("Cache-Control", "no-cache")
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
