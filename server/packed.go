package server

import (
	"bytes"
	"compress/gzip"
	"context"
	"net/http"
	"runtime"
	"strings"

	"github.com/danielgtaylor/huma/v2"
)

// packers pack answers: as many at once as there are processors. What one needs to pack is as large as ten answers, and a hundred devices
// that ask at once would have a hundred of them.
var packers = func() chan *gzip.Writer {
	c := make(chan *gzip.Writer, runtime.GOMAXPROCS(0))
	for range cap(c) {
		w, err := gzip.NewWriterLevel(nil, gzip.BestSpeed)
		if err != nil {
			panic(err) // it is one of the levels there are
		}
		c <- w
	}
	return c
}()

// smallest is what is worth packing.
const smallest = 1 << 10

// packed is an answer as the one who asks takes it.
func packed(body []byte, accepts string) *Encoded {
	out := &Encoded{Type: "application/json", Body: body}
	if len(body) < smallest || !strings.Contains(accepts, "gzip") {
		return out
	}
	w := <-packers
	defer func() { packers <- w }()
	var b bytes.Buffer
	w.Reset(&b)
	if _, err := w.Write(body); err != nil || w.Close() != nil {
		return out
	}
	out.Encoding, out.Body = "gzip", b.Bytes()
	return out
}

// packing has answers packed, but those that are not: a stream would hold what packs it for as long as it lasts, and what a page is told
// is packed already.
func packing(pack func(http.Handler) http.Handler) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		with := pack(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if strings.HasSuffix(r.URL.Path, "/events") || strings.HasSuffix(r.URL.Path, "/told") {
				next.ServeHTTP(w, r)
				return
			}
			with.ServeHTTP(w, r)
		})
	}
}

type acceptKey struct{}

// accepting keeps with a request what its answer may be packed as.
func accepting(ctx huma.Context, next func(huma.Context)) {
	next(huma.WithValue(ctx, acceptKey{}, ctx.Header("Accept-Encoding")))
}

func accepted(ctx context.Context) string {
	s, _ := ctx.Value(acceptKey{}).(string)
	return s
}
