package server

import "sync"

// Changed tells a browser that a job has a new revision, and whose change it was.
type Changed struct {
	Revision int64  `json:"revision"`
	Client   string `json:"client"`
}

// Hello is the first event of a stream: what the job's revision is now.
type Hello struct {
	Revision int64 `json:"revision"`
}

// hub hands changes to the browsers that have a job open.
type hub struct {
	mu   sync.Mutex
	subs map[string]map[chan Changed]bool
}

func newHub() *hub { return &hub{subs: map[string]map[chan Changed]bool{}} }

// listen gives a channel of a job's changes until leave is called.
func (h *hub) listen(job string) (c chan Changed, leave func()) {
	c = make(chan Changed, 16)
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.subs[job] == nil {
		h.subs[job] = map[chan Changed]bool{}
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

// tell never waits: a browser that is slow misses events, not the newest
// revision, since it reads the whole job when it gets to one.
func (h *hub) tell(job string, e Changed) {
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
