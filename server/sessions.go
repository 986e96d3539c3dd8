package server

import (
	"cmp"
	"context"
	"errors"
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
	mu     sync.Mutex
	known  map[string]session
	going  map[string]map[*context.CancelFunc]bool
	ended  map[string]bool // turned away: a request that was let through just before must not bring them back
	unkept map[string]bool // of these, those that the database could not be told of yet
	base   string          // the address that a device last reached this by
}

// session is a device as the database had it at a time.
type session struct {
	store.Device
	read time.Time
}

// anew is how long what was read of a device holds: another program on the same file may turn
// it away.
const anew = 3 * time.Second

func newSessions() *sessions {
	return &sessions{known: map[string]session{}, going: map[string]map[*context.CancelFunc]bool{}, ended: map[string]bool{}, unkept: map[string]bool{}}
}

// mostUnderWay is how much one device may have under way at once, streams included. A page
// has two streams and a handful of requests.
const mostUnderWay = 40

// watch keeps a request of a device until the function it gives is called; ok is false where
// the device has too much under way already.
func (s *sessions) watch(id string, cancel context.CancelFunc) (over func(), ok bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.ended[id] {
		cancel()
	}
	if s.going[id] == nil {
		s.going[id] = map[*context.CancelFunc]bool{}
	}
	ok = len(s.going[id]) < mostUnderWay
	s.going[id][&cancel] = true
	return func() {
		cancel()
		s.mu.Lock()
		defer s.mu.Unlock()
		delete(s.going[id], &cancel)
		if len(s.going[id]) == 0 {
			delete(s.going, id)
		}
	}, ok
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

func (s *sessions) isEnded(id string) bool {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.ended[id]
}

// device finds the device of a request, or store.ErrNoDevice.
func (s *server) device(r *http.Request) (store.Device, error) {
	c, err := r.Cookie(cookieOf(r.TLS != nil))
	if err != nil {
		return store.Device{}, store.ErrNoDevice
	}
	token := share.Hash(c.Value)
	now := time.Now()
	s.sessions.mu.Lock()
	known, ok := s.sessions.known[token]
	s.sessions.mu.Unlock()
	if !ok || now.Sub(known.read) > anew {
		seen := known.Seen
		if known.Device, err = s.store.DeviceOf(token); err != nil {
			return known.Device, err
		}
		if known.Seen.Before(seen) {
			known.Seen = seen
		}
		known.read = now
	}
	d := known.Device
	if d.Revoked || !now.Before(d.Until) {
		return d, store.ErrNoDevice
	}
	late := now.Sub(d.Seen) > time.Minute
	if late {
		known.Seen = now
	}
	s.sessions.mu.Lock()
	ended := s.sessions.ended[d.ID]
	if !ended {
		s.sessions.known[token] = known
		if itsOwn(r) {
			s.sessions.base = baseOf(r.TLS != nil, r.Host)
		}
	}
	s.sessions.mu.Unlock()
	if ended {
		return d, store.ErrNoDevice
	}
	if late {
		if err := s.store.SawDevice(d.ID, now); err != nil { // a full disk keeps nobody from reading
			slog.Warn("when a device was heard of is not kept", "device", d.ID, "why", err)
		}
	}
	return known.Device, nil
}

// standing ends a stream once its device may no longer have it, as the database knows.
func (s *server) standing(ctx context.Context, token string, end context.CancelFunc) {
	each := time.NewTicker(anew)
	defer each.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-each.C:
			if d, err := s.store.DeviceOf(token); errors.Is(err, store.ErrNoDevice) || err == nil && d.Revoked {
				end()
				return
			}
		}
	}
}

// turnAway revokes a device: its next request is refused and its streams end at once, whatever
// becomes of writing it down. Where that fails, on a full disk, it is tried until it is written:
// a program started before that would know the device again.
func (s *server) turnAway(id string) error {
	if known, err := s.store.KnowsDevice(id); err != nil || !known {
		return cmp.Or(err, store.ErrNoDevice)
	}
	s.sessions.end(id)
	s.people.gone(id)
	err := s.store.RevokeDevice(id)
	slog.Info("device turned away", "device", id)
	if err != nil {
		slog.Error("that a device was turned away is not written yet", "device", id, "why", err)
		s.sessions.mu.Lock()
		again := !s.sessions.unkept[id]
		s.sessions.unkept[id] = true
		s.sessions.mu.Unlock()
		if again {
			go s.keepTurnedAway(id)
		}
		return &notWritten{err}
	}
	return nil
}

// notWritten is a device that is turned away here and not yet in the database.
type notWritten struct{ error }

func (e *notWritten) Unwrap() error { return e.error }

// keepTurnedAway tries to write it until it is written.
func (s *server) keepTurnedAway(id string) {
	for {
		time.Sleep(anew)
		if err := s.store.RevokeDevice(id); err != nil && !errors.Is(err, store.ErrNoDevice) {
			continue
		}
		s.sessions.mu.Lock()
		delete(s.sessions.unkept, id)
		s.sessions.mu.Unlock()
		return
	}
}
