package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var (
	drip    = flag.Duration("drip", 6*time.Second, "how long a stranger holds lines open")
	imports = flag.Int("imports", 6, "how many large job files are imported at once")
)

// cpu is what the program has used of the processor so far.
func (p *sharedProgram) cpu() time.Duration {
	p.t.Helper()
	b, err := os.ReadFile(fmt.Sprintf("/proc/%d/stat", p.cmd.Process.Pid))
	require.NoError(p.t, err)
	f := strings.Fields(string(b[bytes.LastIndexByte(b, ')')+2:]))
	user, err := strconv.Atoi(f[11])
	require.NoError(p.t, err)
	sys, err := strconv.Atoi(f[12])
	require.NoError(p.t, err)
	return time.Duration(user+sys) * 10 * time.Millisecond // hundredths, whatever the kernel counts in
}

// most is what the program has had resident at most, in MB.
func (p *sharedProgram) most() int {
	p.t.Helper()
	b, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", p.cmd.Process.Pid))
	require.NoError(p.t, err)
	_, s, ok := strings.Cut(string(b), "VmHWM:")
	require.True(p.t, ok)
	n, err := strconv.Atoi(strings.Fields(s)[0])
	require.NoError(p.t, err)
	return n >> 10
}

// A stranger on the network opens as many lines as it can, sends a byte now and then on each,
// and opens each anew when it is cut off. The phone that was let in and the desk go on.
func TestAStrangerHoldsLines(t *testing.T) {
	stranger, phone := otherHost(t, 5), otherHost(t, 6)
	p := share(t, "0.0.0.0:0")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(p.shared, "http://"))
	require.NoError(t, err)
	p.shared = "http://" + net.JoinHostPort(phone.here, port)
	d := p.joinBy(phone.client(nil), p.shared, "Nell’s phone", "measure")
	target := net.JoinHostPort(stranger.here, port)

	ctx, stop := context.WithTimeout(context.Background(), *drip)
	defer stop()
	var all sync.WaitGroup
	var mu sync.Mutex
	held, mostHeld, sent := 0, 0, 0
	for range 256 {
		all.Go(func() {
			for ctx.Err() == nil {
				c, err := stranger.dial(ctx, "tcp", target)
				if err != nil {
					time.Sleep(100 * time.Millisecond)
					continue
				}
				n, _ := fmt.Fprintf(c, "POST /api/pair HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{", target)
				mu.Lock()
				held, sent = held+1, sent+n
				mu.Unlock()
				gone := make(chan bool)
				go func() { _, _ = io.Copy(io.Discard, c); close(gone) }()
				for open := true; open && ctx.Err() == nil; {
					select {
					case <-gone:
						open = false
					case <-time.After(time.Second):
						_, _ = c.Write([]byte(" "))
						mu.Lock()
						sent++
						mostHeld = max(mostHeld, held)
						mu.Unlock()
					}
				}
				c.Close()
				mu.Lock()
				held--
				mu.Unlock()
				time.Sleep(50 * time.Millisecond)
			}
		})
	}
	time.Sleep(time.Second)
	asked, slowest := 0, time.Duration(0)
	for ctx.Err() == nil {
		began := time.Now()
		status, _ := d.call("GET", job, "")
		require.Equal(t, 200, status, "the phone is answered")
		slowest = max(slowest, time.Since(began))
		var me struct{ Desk bool }
		require.NoError(t, getJSON(p.desk+"/api/me", &me))
		require.True(t, me.Desk)
		asked++
		time.Sleep(100 * time.Millisecond)
	}
	all.Wait()
	assert.Greater(t, asked, 5)
	t.Logf("%v of drip, %d bytes, at most %d lines held: the phone asked %d times, the slowest answer took %v", *drip, sent, mostHeld, asked,
		slowest.Round(time.Millisecond))
}

// houseOf is the demo's job file with its rooms so many times over.
func houseOf(t *testing.T, p *sharedProgram, rooms int) []byte {
	t.Helper()
	var f map[string]any
	require.NoError(t, getJSON(p.desk+job+"/file", &f))
	f["layouts"], f["records"], f["by_hand"] = nil, nil, nil
	first := f["rooms"].([]any)
	var out []any
	for n := 0; len(out) < rooms; n++ {
		for _, r := range first {
			b, err := json.Marshal(r)
			require.NoError(t, err)
			var room map[string]any
			require.NoError(t, json.Unmarshal(b, &room))
			delete(room, "overrides")
			rename(room, fmt.Sprintf("n%d-", n), f["mouldings"].([]any))
			if len(out) < rooms {
				out = append(out, room)
			}
		}
	}
	f["rooms"] = out
	b, err := json.Marshal(f)
	require.NoError(t, err)
	return b
}

// rename puts something before every identifier in a value, but for what names a moulding.
func rename(v any, by string, mouldings []any) {
	switch v := v.(type) {
	case []any:
		for _, e := range v {
			rename(e, by, mouldings)
		}
	case map[string]any:
		for k, e := range v {
			s, isText := e.(string)
			ref := k == "id" || k == "wall" || k == "first" || k == "last" || k == "on" || k == "entry"
			if _, opening := v["width"]; (k == "from" || k == "to") && !opening { // of a length or a diagonal
				ref = true
			}
			if isText && ref && s != "" && s != "start" {
				v[k] = by + s
				continue
			}
			rename(e, by, mouldings)
		}
	}
}

// withMarks is a job file with so many marks that it is so large.
func withMarks(t *testing.T, file []byte, size int) []byte {
	t.Helper()
	var f map[string]any
	require.NoError(t, json.Unmarshal(file, &f))
	marks := []any{}
	for n, room := len(file), size; n < room; {
		m := map[string]any{"id": fmt.Sprintf("m%d", len(marks)), "kind": "cut", "piece": "gone", "label": "Base of a room that was taken out", "end": "left",
			"cut": map[string]any{"length": "90\"", "mitre": -45.25, "bevel": 0}}
		b, err := json.Marshal(m)
		require.NoError(t, err)
		marks, n = append(marks, m), n+len(b)+1
	}
	f["records"] = marks
	b, err := json.Marshal(f)
	require.NoError(t, err)
	return b
}

func (p *sharedProgram) imported(file []byte) string {
	p.t.Helper()
	res, err := http.Post(p.desk+"/api/jobs/import", "application/json", bytes.NewReader(file))
	require.NoError(p.t, err)
	defer res.Body.Close()
	b, _ := io.ReadAll(res.Body)
	require.Equal(p.t, 200, res.StatusCode, "%.400s", b)
	var made struct{ ID string }
	require.NoError(p.t, json.Unmarshal(b, &made))
	return made.ID
}

// What is costly is quick enough, waits its turn, and ends with who asked for it.
func TestCostlyWork(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	id := p.imported(houseOf(t, p, 60))
	at := p.desk + "/api/jobs/" + id
	res, err := http.Get(at) // planned once, so that the sheet alone is measured
	require.NoError(t, err)
	_, _ = io.Copy(io.Discard, res.Body)
	res.Body.Close()

	before := p.cpu()
	res, err = http.Get(at + "/labels.pdf")
	require.NoError(t, err)
	n, err := io.Copy(io.Discard, res.Body)
	res.Body.Close()
	require.NoError(t, err)
	require.Equal(t, 200, res.StatusCode)
	took := p.cpu() - before
	t.Logf("labels of 60 rooms: %v of processor, %d KB", took, n>>10)

	// Ten are asked for and hung up on: hardly any of them is made.
	before = p.cpu()
	var all sync.WaitGroup
	for range 10 {
		all.Go(func() {
			ctx, stop := context.WithTimeout(context.Background(), 30*time.Millisecond)
			defer stop()
			req, _ := http.NewRequestWithContext(ctx, "GET", at+"/labels.pdf", nil)
			if res, err := http.DefaultClient.Do(req); err == nil {
				res.Body.Close()
			}
		})
	}
	all.Wait()
	time.Sleep(3 * time.Second)
	hung := p.cpu() - before
	assert.Less(t, hung, 10*took, "what nobody waits for is not made")
	t.Logf("ten of them hung up on: %v", hung)

	// Many large files at once.
	file := withMarks(t, houseOf(t, p, 60), 7<<20)
	for range *imports {
		all.Go(func() {
			res, err := http.Post(p.desk+"/api/jobs/import", "application/json", bytes.NewReader(file))
			if assert.NoError(t, err) {
				res.Body.Close()
				assert.Contains(t, []int{200, 503}, res.StatusCode)
			}
		})
	}
	all.Wait()
	t.Logf("%d imports of %.1f MB at once: resident %d MB at most", *imports, float64(len(file))/(1<<20), p.most())
	assert.Less(t, p.most(), 300)
}
