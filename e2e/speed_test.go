package e2e

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	made "gnomon/demo"
)

var (
	speed = flag.Bool("speed", false, "measure what an edit costs in jobs of more and more rooms, for docs/speed.md")
	// A program of before jobs were told in parts answers every change with the whole job.
	whole = flag.Bool("whole", false, "with -speed: ask for the whole job, as pages did before they were told in parts")
)

// asker is what a page asks of a job: once, and with each change.
type asker struct {
	at    string // the job's address
	stand string
	rev   int64
}

var wanted = []string{"shop", "rooms", "findings", "room/f1"}

func (p *asker) open() string {
	if *whole {
		return p.at + "?client=a"
	}
	q := url.Values{"client": {"a"}, "want": wanted}
	return p.at + "/told?" + q.Encode()
}

func (p *asker) edit(n int) string {
	v := map[string]any{"client": "a", "ops": []any{map[string]any{"do": "set", "kind": "reading", "id": "f1-a2", "field": "reading",
		"value": fmt.Sprintf("%d.%d", 88+n%3, n%10)}}}
	if !*whole {
		want := []string{}
		for _, w := range wanted {
			want = append(want, fmt.Sprintf("%s@%d", w, p.rev))
		}
		v["stand"], v["want"] = p.stand, want
	}
	b, _ := json.Marshal(v)
	return string(b)
}

// answer sends a request that takes gzip and gives how long it took to the last byte, how many came, and what.
func (p *asker) answer(t *testing.T, method, at, body string) (time.Duration, int) {
	t.Helper()
	req, err := http.NewRequest(method, at, strings.NewReader(body))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("Accept-Encoding", "gzip")
	began := time.Now()
	res, err := http.DefaultTransport.RoundTrip(req)
	require.NoError(t, err)
	b, err := io.ReadAll(res.Body)
	res.Body.Close()
	took := time.Since(began)
	require.NoError(t, err)
	plain := unzipped(t, res, b)
	require.Equal(t, 200, res.StatusCode, "%s", plain)
	var told struct {
		Stand    string `json:"stand"`
		Revision int64  `json:"revision"`
	}
	require.NoError(t, json.Unmarshal(plain, &told))
	p.stand, p.rev = told.Stand, told.Revision
	return took, len(b)
}

// unzipped is a body as it was before it was packed.
func unzipped(t *testing.T, res *http.Response, b []byte) []byte {
	t.Helper()
	if res.Header.Get("Content-Encoding") != "gzip" {
		return b
	}
	z, err := gzip.NewReader(bytes.NewReader(b))
	require.NoError(t, err)
	out, err := io.ReadAll(z)
	require.NoError(t, err)
	return out
}

// quantile of durations, in milliseconds.
func quantile(all []time.Duration, q float64) float64 {
	slices.Sort(all)
	return float64(all[int(q*float64(len(all)-1))].Microseconds()) / 1000
}

// TestSpeed prints the table of docs/speed.md. It fails on no time.
func TestSpeed(t *testing.T) {
	if !*speed {
		t.Skip("make speed measures")
	}
	t.Log("| rooms | open cold | sent | open again | edit p50 | edit p95 | sent | on the disk | first paint | memory |")
	for _, n := range []int{1, 3, 10, 30, 100, 300} {
		t.Run(fmt.Sprint(n, " rooms"), func(t *testing.T) { ofRooms(t, n) })
	}
}

// ofRooms prints the line of a job of so many rooms.
func ofRooms(t *testing.T, n int) {
	edits, before := 200, 10
	if *whole {
		edits, before = 15, 2
	}
	db := filepath.Join(t.TempDir(), "g.db")
	p := run(t, "serve", "--db", db)
	res, err := http.Post(p.addr+"/api/jobs/import", "application/json", bytes.NewReader(made.Flats(n)))
	require.NoError(t, err)
	var job struct{ ID string }
	require.NoError(t, json.NewDecoder(res.Body).Decode(&job))
	res.Body.Close()
	p.stop()
	p = run(t, "serve", "--db", db)
	k := &asker{at: p.addr + "/api/jobs/" + job.ID}
	cold, sent := k.answer(t, "GET", k.open(), "")
	again, _ := k.answer(t, "GET", k.open(), "")
	var took []time.Duration
	all := 0
	for i := range before {
		k.answer(t, "POST", k.at+"/changes", k.edit(i))
	}
	wrote := written(t, p)
	for i := range edits {
		d, size := k.answer(t, "POST", k.at+"/changes", k.edit(i))
		took, all = append(took, d), all+size
	}
	disk := (written(t, p) - wrote) / edits
	b := open(t, 1280, 800)
	b.goTo("about:blank")
	b.goTo(p.addr + "/jobs/" + job.ID + "/measure")
	b.until("document.querySelector('.measure input')")
	paint := js[float64](b, "performance.getEntriesByName('first-contentful-paint')[0].startTime")
	t.Logf("| %d | %.0f ms | %.0f KB | %.0f ms | %.1f ms | %.1f ms | %.1f KB | %.1f KB | %.0f ms | %.0f MB |", n, ms(cold), kilo(sent), ms(again),
		quantile(took, 0.5), quantile(took, 0.95), kilo(all/edits), kilo(disk), paint, resident(t, p.cmd.Process.Pid))
	p.stop()
}

func ms(d time.Duration) float64 { return float64(d.Microseconds()) / 1000 }
func kilo(n int) float64         { return float64(n) / 1024 }

// written is how many bytes a program has had written to the disk.
func written(t *testing.T, p *program) int {
	t.Helper()
	b, err := os.ReadFile(fmt.Sprintf("/proc/%d/io", p.cmd.Process.Pid))
	require.NoError(t, err)
	var n int
	_, err = fmt.Sscanf(string(b[strings.Index(string(b), "\nwrite_bytes:"):]), "\nwrite_bytes: %d", &n)
	require.NoError(t, err)
	return n
}

// TestSpeedOnAPhone prints how soon Measure can be used on a phone: four times slower than this machine, at 1.5 Mbit/s.
func TestSpeedOnAPhone(t *testing.T) {
	if !*speed {
		t.Skip("make speed measures")
	}
	slow := []*network.Conditions{{Latency: 40, DownloadThroughput: 1.5e6 / 8, UploadThroughput: 0.75e6 / 8}}
	var first, next, third []time.Duration
	for range 3 {
		p := demo(t)
		b := open(t, 390, 844)
		b.do(network.Enable(), emulation.SetCPUThrottlingRate(4), chromedp.ActionFunc(func(ctx context.Context) error {
			_, err := network.EmulateNetworkConditionsByRule(false, slow).Do(ctx)
			return err
		}))
		// When what is measured is on the screen and the page does what it is told, as the page itself sees it.
		_, err := page.AddScriptToEvaluateOnNewDocument(`(function look() {
			if (document.querySelector('.thumb .figure')) setTimeout(() => (window.usable = performance.now()))
			else requestAnimationFrame(look)
		})()`).Do(cdp.WithExecutor(b.ctx, chromedp.FromContext(b.ctx).Target))
		require.NoError(t, err)
		usable := func() time.Duration {
			b.goTo("about:blank")
			b.do(chromedp.Evaluate(`location.href = `+quote(p.addr+"/jobs/ferry-house/measure"), nil))
			b.untilFor(30*time.Second, "window.usable")
			return time.Duration(js[float64](b, "window.usable") * float64(time.Millisecond))
		}
		first = append(first, usable())
		next = append(next, usable())
		third = append(third, usable()) // a browser keeps a page's scripts compiled once they came twice
	}
	t.Logf("Measure can be used on a phone after %.1f s the first time, %.1f s the second and %.1f s the third (of three each, the middle)",
		quantile(first, 0.5)/1000, quantile(next, 0.5)/1000, quantile(third, 0.5)/1000)
}
