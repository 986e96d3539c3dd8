package server

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"gnomon/demo"
	"gnomon/files"
	"gnomon/store"
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

// One corner read anew at Measure in jobs of more and more rooms, as its page sends it: up to the answer's last byte.
func BenchmarkOneCorner(b *testing.B) {
	for _, rooms := range []int{3, 30, 300} {
		b.Run(fmt.Sprint(rooms, " rooms"), func(b *testing.B) {
			s, err := store.Open(filepath.Join(b.TempDir(), "g.db"))
			require.NoError(b, err)
			defer s.Close()
			j, err := files.ReadJob(bytes.NewReader(demo.Flats(rooms)))
			require.NoError(b, err)
			id, err := s.Create(j)
			require.NoError(b, err)
			h := New(Config{Store: s, Version: "test"}).Desk
			stand, bytes := "", 0
			call := func(method, path, body string) (told struct {
				Stand    string
				Revision int64
			}) {
				r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
				r.Header.Set("Content-Type", "application/json")
				w := httptest.NewRecorder()
				h.ServeHTTP(w, r)
				require.Equal(b, 200, w.Code, w.Body.String())
				bytes += w.Body.Len()
				require.NoError(b, json.Unmarshal(w.Body.Bytes(), &told))
				return told
			}
			at := call("GET", "/api/jobs/"+id+"/told?client=a&want=shop&want=rooms&want=findings&want=room/f2", "")
			stand, bytes = at.Stand, 0
			n := 0
			for b.Loop() {
				n++
				body := fmt.Sprintf(`{"client":"a","stand":%q,"want":["shop@%[2]d","rooms@%[2]d","findings@%[2]d","room/f2@%[2]d"],"ops":[{"do":"set","kind":"reading","id":"f2-a1","field":"reading","value":"%[3]d.%[4]d"}]}`,
					stand, at.Revision, 88+n%3, n%10)
				at = call("POST", "/api/jobs/"+id+"/changes", body)
			}
			b.ReportMetric(float64(bytes)/float64(n), "bytes/edit")
		})
	}
}
