package e2e

import (
	"compress/gzip"
	"flag"
	"io"
	"net/http"
	"os"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

var figures = flag.Bool("figures", false, "measure and print figures")

// TestFigures prints what the program weighs and how quick it is. Times are of
// this machine and this hour; it fails on none of them.
func TestFigures(t *testing.T) {
	if !*figures {
		t.Skip("make figures measures")
	}
	p := demo(t)
	b := open(t, 1280, 800)
	b.goTo(p.page)
	b.see("8 of 8 walls")
	total := 0
	for _, u := range js[[]string](b, "[location.href, ...performance.getEntriesByType('resource').map(e => e.name)]") {
		if strings.HasSuffix(u, ".js") || strings.HasSuffix(u, ".css") {
			total += gzipped(t, u)
		}
	}
	t.Logf("first load of the demo: %.1f KB of JavaScript and CSS, gzipped", float64(total)/1024)

	var loads []float64
	for range 5 {
		b.goTo("about:blank")
		b.goTo(p.addr + "/jobs/ferry-house/joints")
		b.until("document.querySelectorAll('.joints .list li').length === 8")
		loads = append(loads, js[float64](b, "(performance.mark('seen'), performance.getEntriesByName('seen')[0].startTime)"))
	}
	t.Logf("from request to the joints on screen: %.0f ms at most (polled every 30 ms), of %v", loads, len(loads))

	// From leaving a corner's field to the new cut list: the piece's band entry
	// and the cut list come from the same answer; the Measure stop shows the
	// finding of a plan that has changed.
	b.goTo(p.addr + "/jobs/ferry-house/measure")
	b.see("8 of 8 walls")
	b.press(kb.Enter)
	b.focused("Wall 1")
	b.press(kb.Enter)
	b.focused("Corner A")
	js[bool](b, `(() => {
		window.times = []
		let at = 0
		document.querySelector('.measure').addEventListener('keydown', (e) => { if (e.key === 'Enter') at = performance.now() }, true)
		new MutationObserver(() => { if (at) { const t = at; at = 0; requestAnimationFrame(() => setTimeout(() => window.times.push(performance.now() - t))) } })
			.observe(document.querySelector('.plan'), { subtree: true, childList: true, characterData: true, attributes: true })
		return true
	})()`)
	for _, r := range []string{"90.3", "90.4", "90.5", "90.6", "90.7"} {
		b.do(focusCorner())
		b.focused("Corner A")
		b.press(r)
		n := js[int](b, "window.times.length")
		b.press(kb.Enter)
		b.until("window.times.length > " + string(rune('0'+n)))
		b.press(kb.Escape)
		js[bool](b, "(document.querySelectorAll('.band .wall')[0].click(), true)")
		time.Sleep(100 * time.Millisecond)
	}
	t.Logf("from leaving a corner's field to the new plan on screen: %.0f ms", js[[]float64](b, "window.times"))

	// From choosing a piece on the band to its pictures on the Saw stop: both the drawing
	// and the piece in space, drawn by software here.
	b.goTo(p.addr + "/jobs/ferry-house/saw")
	b.until("document.querySelector('.saw .blade') && document.querySelector('.space')")
	b.do(chromedp.Sleep(2 * time.Second))
	shown := `(async () => {
		const out = []
		for (const n of [2, 5, 3, 6, 4, 7]) {
			const was = document.querySelector('.bench svg').getAttribute('aria-label') + document.querySelector('h2').innerText
			const t = performance.now()
			document.querySelector('.band [aria-label="Crown ' + n + '"]').click()
			while (document.querySelector('.bench svg').getAttribute('aria-label') + document.querySelector('h2').innerText === was)
				await new Promise(requestAnimationFrame)
			await new Promise(requestAnimationFrame)
			out.push(performance.now() - t)
			await new Promise((r) => setTimeout(r, 300))
		}
		return out
	})()`
	var times []float64
	b.do(chromedp.Evaluate(shown, &times, func(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) }))
	t.Logf("from choosing a piece to its pictures: %.0f ms; in space: %s", times,
		js[string](b, "document.querySelector('.space canvas').style.display === 'none' ? 'still' : 'turning'"))

	info, err := os.Stat(*binary)
	require.NoError(t, err)
	t.Logf("binary %.1f MB; resident while serving: %.1f MB", float64(info.Size())/1e6, resident(t, p.cmd.Process.Pid))
}

// resident is how much memory a process holds, in megabytes.
func resident(t *testing.T, pid int) float64 {
	t.Helper()
	status, err := os.ReadFile("/proc/" + strconv.Itoa(pid) + "/status")
	require.NoError(t, err)
	for _, line := range strings.Split(string(status), "\n") {
		if rest, ok := strings.CutPrefix(line, "VmRSS:"); ok {
			kb, err := strconv.ParseFloat(strings.TrimSuffix(strings.TrimSpace(rest), " kB"), 64)
			require.NoError(t, err)
			return kb / 1000
		}
	}
	t.Fatal("no resident size told")
	return 0
}

func gzipped(t *testing.T, url string) int {
	t.Helper()
	res, err := http.Get(url)
	require.NoError(t, err)
	defer res.Body.Close()
	var n counter
	z := gzip.NewWriter(&n)
	_, err = io.Copy(z, res.Body)
	require.NoError(t, err)
	require.NoError(t, z.Close())
	return int(n)
}

type counter int

func (c *counter) Write(b []byte) (int, error) { *c += counter(len(b)); return len(b), nil }

func focusCorner() chromedp.Action {
	return chromedp.Evaluate("[...document.querySelectorAll('.measure label')].find(l => l.innerText.startsWith('Corner')).control.focus()", nil)
}
