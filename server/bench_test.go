package server

import (
	"fmt"
	"net/http/httptest"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// One change of the demo, and one look at it by each of 24 others.
func BenchmarkChangeSeenByMany(b *testing.B) {
	s, id := ferry(b)
	h := New(Config{Store: s, Version: "test"}).Desk
	call := func(method, path, body string) {
		r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("Accept-Encoding", "gzip")
		w := httptest.NewRecorder()
		h.ServeHTTP(w, r)
		require.Equal(b, 200, w.Code)
	}
	b.ReportAllocs()
	for i := range b.N {
		call("POST", "/api/jobs/"+id+"/changes", setBody("a", "length", "wh3-floor", "length", fmt.Sprintf(`"%d"`, 50+i%9), ""))
		for range 24 {
			call("GET", "/api/jobs/"+id, "")
		}
	}
}
