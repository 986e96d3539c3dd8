package server

import (
	"context"
	"fmt"
	"net/http"
	"sync"
	"time"

	"gnomon/core/edit"
	"gnomon/share"
	"gnomon/store"
)

// mostADay is how many steps a device that may not do everything makes in a day, what stands
// inside them counted one by one. A house of thirty rooms measured twice is some two thousand;
// no device with the least rights makes a job or its log larger than that in a day.
const mostADay = 5000

// spent counts what devices have done within a day from their first step.
type spent struct {
	mu sync.Mutex
	of map[string]*purse
}

type purse struct {
	since time.Time
	n     int
}

func (s *spent) add(device string, n int, now time.Time) bool {
	s.mu.Lock()
	defer s.mu.Unlock()
	p := s.of[device]
	if p == nil || now.Sub(p.since) > 24*time.Hour {
		p = &purse{since: now}
		s.of[device] = p
	}
	if p.n+n > mostADay {
		return false
	}
	p.n += n
	return true
}

// spend counts steps against what their device may make in a day. The desk, and devices that
// may do everything, are not counted.
func (s *server) spend(ctx context.Context, ops []edit.Op) error {
	d := deviceOf(ctx)
	if d == nil || share.Rights(d.Rights) == share.Full {
		return nil
	}
	n := 0
	for _, o := range ops {
		n += len(edit.Inside(o))
	}
	if s.spent.add(d.ID, n, time.Now()) {
		return nil
	}
	return &store.Later{Why: problem(http.StatusTooManyRequests,
		fmt.Sprintf("With this one device has made more than %d changes in a day, more than anybody measures or cuts.", mostADay),
		FieldProblem{Field: "ops", Value: fmt.Sprint(n), Message: "too many changes from this device in a day",
			Remedy: "Do it at the desk, or let the device in with full rights."})}
}
