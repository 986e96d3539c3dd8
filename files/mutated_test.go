package files

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"maps"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/plan"
	"gnomon/demo"
)

var mutateFor = flag.Duration("mutate", 0, "plan mutated job files for so long, and tell of the slowest")

// values are what a field is changed to: what people type, what they mistype, and the ends of
// what is taken.
var values = []any{0.0, -1.0, 1.0, 2.0, 7.5, 45.0, 60.0, 88.0, 89.9, 90.0, 92.0, 120.0, 179.9, 180.0, 360.0, 1e9, true, false, nil, "", "0", "1/64", "1/8",
	"3/4", "1", "4", "16", "24", "96 1/2", "12' 3 5/8\"", "9000'", "3 m", "−1", "x",
	"inside", "outside", "corner", "deflection", "mitre", "floor", "rail", "ceiling", "cope", "butt", "nested", "flat", "short", "long", "left", "right", "hold",
	"longer", "door", "window", "opening", "cabinet", "tub", "casing", "plinth", "face", "round",
	"base", "crown", "shoe", "step_up", "step_down", "socket", "stud", "return", "stop", "two", "none", "in", "mm"}

// mutated changes one thing somewhere in a JSON value.
func mutated(r *rand.Rand, v any) any {
	switch v := v.(type) {
	case map[string]any:
		keys := make([]string, 0, len(v))
		for k := range v {
			keys = append(keys, k)
		}
		if len(keys) == 0 {
			return v
		}
		// Maps come in any order: the same seed must take the same key.
		k := keys[0]
		n := r.Uint64()
		best := uint64(0)
		for _, c := range keys {
			h := n
			for _, b := range []byte(c) {
				h = (h ^ uint64(b)) * 1099511628211
			}
			if h >= best {
				best, k = h, c
			}
		}
		if r.IntN(12) == 0 {
			delete(v, k)
			return v
		}
		v[k] = mutated(r, v[k])
		return v
	case []any:
		if len(v) == 0 || r.IntN(30) == 0 {
			return []any{values[r.IntN(len(values))]}
		}
		i := r.IntN(len(v))
		switch r.IntN(10) {
		case 0:
			return append(v[:i], v[i+1:]...)
		case 1: // again, under names of its own
			var again any
			b, _ := json.Marshal(v[i])
			_ = json.Unmarshal(b, &again)
			return append(v, renamed(r, again))
		case 2:
			k := r.IntN(len(v))
			v[i], v[k] = v[k], v[i]
			return v
		}
		v[i] = mutated(r, v[i])
		return v
	}
	if r.IntN(10) == 0 {
		return values[r.IntN(len(values))]
	}
	for { // of its own kind, as a slip would be
		if w := values[r.IntN(len(values))]; fmt.Sprintf("%T", w) == fmt.Sprintf("%T", v) {
			return w
		}
	}
}

// renamed gives what is copied an identifier of its own.
func renamed(r *rand.Rand, v any) any {
	switch v := v.(type) {
	case map[string]any:
		for _, k := range slices.Sorted(maps.Keys(v)) { // so that the same seed gives the same names
			x := v[k]
			if id, is := x.(string); is && k == "id" {
				v[k] = fmt.Sprintf("%.40s-%d", id, r.IntN(1_000_000))
				continue
			}
			v[k] = renamed(r, x)
		}
	case []any:
		for i := range v {
			v[i] = renamed(r, v[i])
		}
	}
	return v
}

// Job files changed at random in a few places: each is refused in one line or planned and
// written, and nothing panics. With -mutate it goes on for so long and tells of the slowest.
func TestMutatedJobFiles(t *testing.T) {
	seeds := []string{string(demo.FerryHouse), shed(t)}
	began, taken, slowest := time.Now(), 0, time.Duration(0)
	for n := uint64(0); n < 400 || time.Since(began) < *mutateFor; n++ {
		r := rand.New(rand.NewPCG(n, 15))
		var v any
		require.NoError(t, json.Unmarshal([]byte(seeds[n%uint64(len(seeds))]), &v))
		for range 1 + r.IntN(4) {
			v = mutated(r, v)
		}
		b, err := json.Marshal(v)
		require.NoError(t, err)
		from := time.Now()
		j, err := ReadJob(bytes.NewReader(b))
		if err != nil {
			assert.NotContains(t, err.Error(), "\n")
			assert.NotContains(t, err.Error(), "struct {")
			assert.NotContains(t, err.Error(), "job.")
			continue
		}
		taken++
		p, err := plan.Build(j)
		require.NoError(t, err, "a file that passes is planned: seed %d", n)
		require.NoError(t, WritePlanJSON(io.Discard, j, p))
		require.NoError(t, WritePlanCSV(io.Discard, j, p))
		require.NoError(t, WritePlanText(io.Discard, j, p))
		if took := time.Since(from); took > slowest {
			slowest = took
			if *mutateFor > 0 {
				t.Logf("seed %d took %v", n, took)
				keep(t, "slowest.json", b)
			}
		}
	}
	assert.Greater(t, taken, 50)
	t.Logf("%d of them were planned, the slowest in %v", taken, slowest)
}
