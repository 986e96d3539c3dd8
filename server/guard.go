package server

import (
	"net"
	"net/http"
	"slices"
	"strings"
)

// guard refuses what no browser of ours sends: foreign Host headers, which a
// rebound name would carry, and writes from another site's page.
func guard(hosts []string, next http.Handler) http.Handler {
	cross := http.NewCrossOriginProtection()
	cross.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		refuse(w, problem(http.StatusForbidden, "Another site's page may not write here; open Gnomon itself.",
			FieldProblem{Field: "Origin", Value: clip(r.Header.Get("Origin")), Message: "is not this program's address", Remedy: "Use the address that Gnomon printed."}))
	}))
	inner := cross.Handler(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !knownHost(r.Host, hosts) {
			refuse(w, problem(http.StatusForbidden, "This name is not known here.",
				FieldProblem{Field: "Host", Value: clip(r.Host), Message: "is not a name of this program", Remedy: "Use the address that Gnomon printed."}))
			return
		}
		h := w.Header()
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Content-Security-Policy", "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'")
		inner.ServeHTTP(w, r)
	})
}

// knownHost takes the loopback names and those the server was told to listen on.
func knownHost(host string, hosts []string) bool {
	name, _, err := net.SplitHostPort(host)
	if err != nil {
		name = host
	}
	name = strings.ToLower(strings.Trim(name, "[]"))
	return slices.Contains([]string{"localhost", "127.0.0.1", "::1"}, name) || slices.Contains(hosts, name)
}
