package server

import (
	"context"
	"net/http"
	"slices"
	"strconv"
	"sync"
	"time"

	"github.com/danielgtaylor/huma/v2"
)

// costly are the operations that take a machine's while: sheets to print, tables, files in and
// what is worked out on trial. A few are made at a time, the rest wait their turn.
var costly = []string{"export-plan", "export-cut-list", "export-cut-sheet", "export-labels", "quote-pdf", "shopping-pdf", "shopping-csv",
	"survey-csv", "export-schedule", "take-schedule",
	"room-svg", "room-dxf",
	"import-job", "import-section", "preview-survey", "take-survey", "try-rules", "try-order", "set-order", "try-move", "fit-sticks",
	"bench-fit", "bench-wrong", "bench-template", "export-template", "export-templates"}

// How many costly things are made at once, how many wait in all and of one device, and for how
// long one waits.
const (
	mostAtOnce  = 2
	mostWaiting = 40
	mostOfOne   = 6
	patience    = 30 * time.Second
)

// line lets costly work through, a few at a time.
type line struct {
	slots chan struct{}
	mu    sync.Mutex
	all   int
	of    map[string]int // by device; the desk's is empty
	wait  time.Duration
}

func newLine() *line {
	return &line{slots: make(chan struct{}, mostAtOnce), of: map[string]int{}, wait: patience}
}

// enter waits for a turn. The function it gives ends it; there is none where the line is too
// long, or whoever asks is gone.
func (l *line) enter(ctx context.Context, device string) (leave func(), before int) {
	l.mu.Lock()
	before = l.all
	if l.all >= mostWaiting || device != "" && l.of[device] >= mostOfOne {
		l.mu.Unlock()
		return nil, before
	}
	l.all++
	l.of[device]++
	l.mu.Unlock()
	out := func() {
		l.mu.Lock()
		defer l.mu.Unlock()
		l.all--
		if l.of[device]--; l.of[device] == 0 {
			delete(l.of, device)
		}
	}
	late := time.NewTimer(l.wait)
	defer late.Stop()
	select {
	case l.slots <- struct{}{}:
		return func() { <-l.slots; out() }, before
	case <-late.C:
	case <-ctx.Done():
	}
	out()
	return nil, before
}

// inTurn lets costly operations wait for each other.
func (s *server) inTurn(ctx huma.Context, next func(huma.Context)) {
	if !slices.Contains(costly, ctx.Operation().OperationID) {
		next(ctx)
		return
	}
	device := ""
	if d := deviceOf(ctx.Context()); d != nil {
		device = d.ID
	}
	leave, before := s.line.enter(ctx.Context(), device)
	if leave == nil {
		ctx.SetHeader("Retry-After", "5")
		say(ctx, problem(http.StatusServiceUnavailable, "Gnomon is busy: "+strconv.Itoa(before)+" sheets, files or trials are being worked out before this one.",
			FieldProblem{Field: "request", Message: "had to wait too long", Remedy: "Try again in a moment; nothing was changed."}))
		return
	}
	defer leave()
	if ctx.Context().Err() != nil { // hung up while it waited
		return
	}
	next(ctx)
}
