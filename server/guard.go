package server

import (
	"context"
	"errors"
	"io"
	"net"
	"net/http"
	"slices"
	"strconv"
	"strings"
	"time"

	"gnomon/store"
)

// policy is what a page of ours may do in a browser: load what ships with the program and
// speak to it, nothing else, and no script or style that stands in the page itself.
const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; manifest-src " +
	"'self'; worker-src 'self'; object-src 'self'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'"

// slowest is how long an answer may take to be fetched, slowBody how long a request's body
// may take to arrive, whether anybody reads it or not. Streams have deadlines of their own,
// event by event.
const slowest = time.Minute

var slowBody = 15 * time.Second // tests have less patience

// timed is a body that must arrive in time. Once it is here the line waits for nothing: what
// is worked out from it may take longer.
type timed struct {
	io.ReadCloser
	line *http.ResponseController
}

func (t *timed) Read(b []byte) (int, error) {
	n, err := t.ReadCloser.Read(b)
	if err == io.EOF {
		_ = t.line.SetReadDeadline(time.Time{})
	}
	return n, err
}

// guard refuses what no browser of ours sends: foreign Host headers, which a rebound name
// would carry, and requests that another site's page makes.
func guard(known func(r *http.Request, host string) bool, next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Content-Security-Policy", policy)
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("X-Frame-Options", "DENY")
		if r.TLS != nil { // for a week, so that the same name may be in the clear again some day
			h.Set("Strict-Transport-Security", "max-age=604800")
		}
		if isAPI(r) {
			h.Set("Cache-Control", "no-store")
		}
		if !known(r, hostOf(r)) {
			refuse(w, problem(http.StatusForbidden, "This name is not known here.",
				FieldProblem{Field: "Host", Value: clip(r.Host), Message: "is not a name of this program", Remedy: "Use the address that Gnomon printed."}))
			return
		}
		if foreign(r) {
			refuse(w, problem(http.StatusForbidden, "Another site's page may not use this; open Gnomon itself.",
				FieldProblem{Field: "Origin", Value: clip(r.Header.Get("Origin")), Message: "is not this program's address",
					Remedy: "Use the address that Gnomon printed."}))
			return
		}
		if !strings.HasSuffix(r.URL.Path, "/events") {
			line := http.NewResponseController(w)
			_ = line.SetWriteDeadline(time.Now().Add(slowest)) // a recorder in a test has none
			if r.ContentLength != 0 && line.SetReadDeadline(time.Now().Add(slowBody)) == nil {
				r = r.WithContext(r.Context()) // the server looks at its own request's body when all is done
				r.Body = &timed{r.Body, line}
			}
		}
		next.ServeHTTP(w, r)
	})
}

func isAPI(r *http.Request) bool {
	return r.URL.Path == "/api" || strings.HasPrefix(r.URL.Path, "/api/")
}

// baseOf is an address under which the program is reached.
func baseOf(private bool, host string) string {
	if private {
		return "https://" + host
	}
	return "http://" + host
}

// foreign tells whether another site's page made the request, as browsers say it. What is
// no browser says neither, and has nothing that a page could make it send.
func foreign(r *http.Request) bool {
	if o := r.Header.Get("Origin"); o != "" && !strings.EqualFold(o, baseOf(r.TLS != nil, r.Host)) {
		return true
	}
	site := r.Header.Get("Sec-Fetch-Site")
	return isAPI(r) && site != "" && site != "same-origin" && site != "none"
}

func hostOf(r *http.Request) string {
	name, _, err := net.SplitHostPort(r.Host)
	if err != nil {
		name = r.Host
	}
	return strings.ToLower(strings.Trim(name, "[]"))
}

var loopback = []string{"localhost", "127.0.0.1", "::1"}

// atDesk are the names of the desk's own listener.
func atDesk(_ *http.Request, host string) bool { return slices.Contains(loopback, host) }

// onNetwork are the names of the shared listener: the machine's own, and the very address
// that the connection came in by, since a laptop changes networks.
func onNetwork(names []string) func(r *http.Request, host string) bool {
	return func(r *http.Request, host string) bool {
		if slices.Contains(names, host) {
			return true
		}
		at, ok := r.Context().Value(http.LocalAddrContextKey).(*net.TCPAddr)
		return ok && (at.IP.String() == host || at.IP.IsLoopback() && slices.Contains(loopback, host))
	}
}

// itsOwn tells whether a request names the very port that it came in by: codes are printed
// with no other, whatever a device says or a forwarded line has it say.
func itsOwn(r *http.Request) bool {
	_, port, err := net.SplitHostPort(r.Host)
	at, ok := r.Context().Value(http.LocalAddrContextKey).(*net.TCPAddr)
	return err == nil && ok && port == strconv.Itoa(at.Port)
}

type deviceKey struct{}

// deviceOf is the device that makes a request; none is the desk.
func deviceOf(ctx context.Context) *store.Device {
	d, _ := ctx.Value(deviceKey{}).(*store.Device)
	return d
}

// nameOf is what the device that makes a request is called; empty at the desk.
func nameOf(ctx context.Context) string {
	if d := deviceOf(ctx); d != nil {
		return d.Name
	}
	return ""
}

// onlyJob is the one job that the device which makes a request was let in for; it is empty at
// the desk and for one that is for the whole shop. Such a device learns of no other job.
func onlyJob(ctx context.Context) string {
	if d := deviceOf(ctx); d != nil {
		return d.Job
	}
	return ""
}

// joined lets none but devices that were let in at anything under /api, but for the route
// by which they come in. The pages themselves are the program, the same for everybody.
func (s *server) joined(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !isAPI(r) || r.URL.Path == pairPath && (r.Method == http.MethodPost || r.Method == http.MethodGet) {
			next.ServeHTTP(w, r)
			return
		}
		d, err := s.device(r)
		if errors.Is(err, store.ErrNoDevice) {
			w.Header().Set("Connection", "close") // nothing more is waited for from a stranger
			refuse(w, problem(http.StatusUnauthorized, "This device has not joined, or no longer may.",
				FieldProblem{Field: "device", Message: "is not known here", Remedy: "Join with a code from the desk."}))
			return
		}
		if err != nil {
			refuse(w, asProblem(err).(*Problem))
			return
		}
		// What is on its way ends when the device is turned away or its time is over.
		ctx, done := context.WithDeadline(context.WithValue(r.Context(), deviceKey{}, &d), d.Until)
		over, ok := s.sessions.watch(d.ID, done)
		defer over()
		if !ok {
			w.Header().Set("Retry-After", "1")
			refuse(w, problem(http.StatusTooManyRequests, "This device asks for more at once than any page of ours.",
				FieldProblem{Field: "device", Message: "has too much under way", Remedy: "Wait for what was asked for; close windows that are not needed."}))
			return
		}
		if strings.HasSuffix(r.URL.Path, "/events") { // turned away by another program on the same file, it ends too
			go s.standing(ctx, d.Token, done)
		}
		next.ServeHTTP(w, r.WithContext(ctx))
	})
}
