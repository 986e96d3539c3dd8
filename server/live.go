package server

import (
	"context"
	"net/http"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/sse"

	"gnomon/share"
)

// Changed tells a browser that a job has a new revision.
type Changed struct {
	Revision int64 `json:"revision"`
}

// Hello is the first event of a stream, and comes again from time to time: what the job's
// revision is now.
type Hello struct {
	Revision int64 `json:"revision"`
}

// Presence is where a device is.
type Presence struct {
	Client string `json:"client" minLength:"1" maxLength:"64"`
	Where  string `json:"where" enum:"ladder,saw,desk"`
	Room   string `json:"room,omitempty" maxLength:"80"`
	Piece  string `json:"piece,omitempty" maxLength:"200" doc:"the piece being cut"`
	Take   bool   `json:"take,omitempty" doc:"take the piece over from who holds it"`
}

// Presences are those on the job, and which of them is oneself.
type Presences struct {
	You string `json:"you"`
	People
}

// hub hands what happens to the browsers that have a job open.
type hub struct {
	mu   sync.Mutex
	subs map[string]map[chan any]bool
}

func newHub() *hub { return &hub{subs: map[string]map[chan any]bool{}} }

// listen gives a channel of a job's events until leave is called.
func (h *hub) listen(job string) (c chan any, leave func()) {
	c = make(chan any, 16)
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.subs[job] == nil {
		h.subs[job] = map[chan any]bool{}
	}
	h.subs[job][c] = true
	return c, func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		delete(h.subs[job], c)
		if len(h.subs[job]) == 0 {
			delete(h.subs, job)
		}
	}
}

// tellAll tells the listeners of each job something of it.
func (h *hub) tellAll(of func(job string) any) {
	h.mu.Lock()
	var jobs []string
	for job := range h.subs {
		jobs = append(jobs, job)
	}
	h.mu.Unlock()
	for _, job := range jobs {
		h.tell(job, of(job))
	}
}

// tell never waits: a browser that is slow misses events, not the newest: it reads the
// whole job when it gets to one, and each list of people is whole.
func (h *hub) tell(job string, e any) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c := range h.subs[job] {
		for sent := false; !sent; {
			select {
			case c <- e:
				sent = true
			default:
				select {
				case <-c: // make room by dropping the oldest
				default:
				}
			}
		}
	}
}

// beat keeps lines open through proxies, and is how often silent devices are looked for.
const beat = 15 * time.Second

func (s *server) live(api huma.API) {
	sse.Register(api, huma.Operation{OperationID: "job-events", Method: http.MethodGet, Path: "/api/jobs/{job}/events",
		Summary: "Changes of a job as they happen, and who is on it"},
		map[string]any{"hello": Hello{}, "changed": Changed{}, "people": People{}},
		func(ctx context.Context, in *struct {
			JobPath
			Client string `query:"client" maxLength:"64" doc:"who listens; shown as out of reach when the stream ends"`
		}, send sse.Sender) {
			events, leave := s.hub.listen(in.Job)
			defer leave()
			if in.Client != "" {
				defer s.people.left(in.Job, s.clientOf(ctx, in.Client))
			}
			rev, err := s.store.Revision(in.Job)
			if err != nil || send.Data(Hello{rev}) != nil || send.Data(s.people.on(in.Job)) != nil {
				return
			}
			again := time.NewTicker(beat)
			defer again.Stop()
			for {
				var err error
				select {
				case <-ctx.Done():
					return
				case e := <-events:
					err = send.Data(e)
				case <-again.C:
					s.people.on(in.Job)
					if rev, err = s.store.Revision(in.Job); err == nil {
						err = send.Data(Hello{rev})
					}
				}
				if err != nil {
					return
				}
			}
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/here", "be-here", "Say where one is, and which piece is being cut"),
		func(ctx context.Context, in *struct {
			JobPath
			Body Presence
		}) (*Body[Presences], error) {
			if _, err := s.store.Revision(in.Job); err != nil {
				return nil, asProblem(err)
			}
			b := in.Body
			me := Person{ID: s.clientOf(ctx, b.Client), Where: b.Where, Room: b.Room, Piece: b.Piece}
			if d := deviceOf(ctx); d != nil {
				me.Name, me.device = d.Name, d.ID
				if share.Rights(d.Rights) == share.Measure { // it cuts nothing, and holds no piece
					me.Piece, b.Take = "", false
				}
			}
			return &Body[Presences]{Presences{You: me.ID, People: s.people.here(in.Job, me, b.Take)}}, nil
		})
}
