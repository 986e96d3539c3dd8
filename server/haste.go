package server

import (
	"runtime/debug"
	"sync"
)

// haste lets the heap grow while a job is read and worked out whole: nearly all that is made then stays, and sweeping it again
// and again takes as long as the work itself.
type haste struct {
	mu     sync.Mutex
	inside int
	was    int
}

const heapInHaste = 400 // percent of what is in use

var opening haste

// begin gives what ends it.
func (h *haste) begin() (end func()) {
	h.mu.Lock()
	defer h.mu.Unlock()
	if h.inside++; h.inside == 1 {
		h.was = debug.SetGCPercent(heapInHaste)
	}
	return func() {
		h.mu.Lock()
		defer h.mu.Unlock()
		if h.inside--; h.inside == 0 {
			debug.SetGCPercent(h.was)
		}
	}
}
