package server

import (
	"context"
	"log/slog"
	"net/http"
	"sync"
	"time"

	"gnomon/share"
	"gnomon/store"
)

// cookieOf is the name of the cookie that a device is known by. Over a private line it is
// bound to this very address by its prefix.
func cookieOf(private bool) string {
	if private {
		return "__Host-gnomon"
	}
	return "gnomon"
}

// sessions are the devices that are known, by their tokens' hashes, and what they have on
// its way.
type sessions struct {
	mu    sync.Mutex
	known map[string]store.Device
	going map[string]map[*context.CancelFunc]bool
	ended map[string]bool // turned away: a request that was let through just before must not bring them back
	base  string          // the address that a device last reached this by
}

func newSessions() *sessions {
	return &sessions{known: map[string]store.Device{}, going: map[string]map[*context.CancelFunc]bool{}, ended: map[string]bool{}}
}

// watch keeps a request of a device until the function it gives is called.
func (s *sessions) watch(id string, cancel context.CancelFunc) func() {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.ended[id] {
		cancel()
	}
	if s.going[id] == nil {
		s.going[id] = map[*context.CancelFunc]bool{}
	}
	s.going[id][&cancel] = true
	return func() {
		cancel()
		s.mu.Lock()
		defer s.mu.Unlock()
		delete(s.going[id], &cancel)
		if len(s.going[id]) == 0 {
			delete(s.going, id)
		}
	}
}

// end forgets a device and ends all that it has on its way.
func (s *sessions) end(id string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.ended[id] = true
	for token, d := range s.known {
		if d.ID == id {
			delete(s.known, token)
		}
	}
	for cancel := range s.going[id] {
		(*cancel)()
	}
}

// device finds the device of a request, or store.ErrNoDevice.
func (s *server) device(r *http.Request) (store.Device, error) {
	c, err := r.Cookie(cookieOf(r.TLS != nil))
	if err != nil {
		return store.Device{}, store.ErrNoDevice
	}
	token := share.Hash(c.Value)
	s.sessions.mu.Lock()
	d, ok := s.sessions.known[token]
	s.sessions.mu.Unlock()
	if !ok {
		if d, err = s.store.DeviceOf(token); err != nil {
			return d, err
		}
	}
	now := time.Now()
	if d.Revoked || !now.Before(d.Until) {
		return d, store.ErrNoDevice
	}
	late := now.Sub(d.Seen) > time.Minute
	if late {
		d.Seen = now
	}
	s.sessions.mu.Lock()
	ended := s.sessions.ended[d.ID]
	if !ended {
		s.sessions.known[token] = d
		s.sessions.base = baseOf(r.TLS != nil, r.Host)
	}
	s.sessions.mu.Unlock()
	if ended {
		return d, store.ErrNoDevice
	}
	if late {
		if err := s.store.SawDevice(d.ID, now); err != nil {
			return d, err
		}
	}
	return d, nil
}

// turnAway revokes a device: its next request is refused and its streams end at once. The
// order matters: what is kept in memory is forgotten after the database knows.
func (s *server) turnAway(id string) error {
	if err := s.store.RevokeDevice(id); err != nil {
		return err
	}
	s.sessions.end(id)
	s.people.gone(id)
	slog.Info("device turned away", "device", id)
	return nil
}
