package e2e

import (
	"flag"
	"os"
	"path/filepath"
	"testing"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

var shots = flag.String("screenshots", "", "folder to write the README's pictures to")

// sticksLaid fits the sticks, uses the plan and chooses a piece.
const sticksLaid = `(async () => {
	const press = async (t) => {
		let b
		while (!(b = [...document.querySelectorAll('button')].find(e => e.innerText.trim() === t))) await new Promise(r => setTimeout(r, 50))
		b.click()
	}
	await press('Fit the sticks')
	await press('Use this plan')
	while (!document.querySelector('.flag')) await new Promise(r => setTimeout(r, 50))
	document.querySelectorAll('.piece')[4].click()
})()`

// onSmallSaw lets the job be cut on the small saw, and chooses a piece that it takes flat only.
const onSmallSaw = `(async () => {
	await fetch('/api/jobs/ferry-house/changes', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ client: 'picture', ops: [{ do: 'set', kind: 'job', field: 'saw', value: 'jetty' }] }) })
	document.querySelector('.band [aria-label="Crown 5"]').click()
	while (!document.querySelector('.saw .note')) await new Promise(r => setTimeout(r, 50))
})()`

// TestScreenshots takes one picture of each main view from the demo.
func TestScreenshots(t *testing.T) {
	if *shots == "" {
		t.Skip("make screenshots takes them")
	}
	p := demo(t)
	for _, s := range []struct {
		name          string
		path          string
		width, height int
		wait          string
		act           string
	}{
		{"look", "/jobs/ferry-house/look?room=pursers-study", 1280, 800, ".look .cards", "0"},
		{"quote", "/jobs/ferry-house/quote", 1280, 800, ".sheet .sums", "0"},
		{"prices", "/jobs/ferry-house/prices", 1280, 800, ".prices .line", "0"},
		{"measure", "/jobs/ferry-house/measure?room=galley", 1280, 800, ".plan svg", "document.querySelectorAll('.band .wall')[0].click()"},
		{"joints", "/jobs/ferry-house/joints?room=waiting-hall", 1280, 800, ".joints .list", `document.querySelectorAll('.runs button')[1].click(), document.querySelectorAll('.joints .list button')[0].click(), document.querySelector('.bar .btn').click()`},
		{"rules", "/jobs/ferry-house/shop/rules", 1280, 800, ".questions li", "document.querySelectorAll('.schools button')[7].click()"},
		{"cut-sheet", "/api/jobs/ferry-house/cutsheet.pdf#toolbar=0&navpanes=0&view=FitH", 850, 1100, "body", "new Promise(r => setTimeout(r, 2000))"},
		{"saw", "/jobs/ferry-house/saw?room=waiting-hall", 1280, 800, ".saw .blade", `document.querySelector('.band [aria-label="Crown 5"]').click()`},
		{"mouldings", "/jobs/ferry-house/shop/mouldings?moulding=quay-crown", 1280, 800, ".section .wood", "0"},
		{"saws", "/jobs/ferry-house/shop/saws?saw=jetty", 1280, 800, ".chart", "0"},
		{"saw-phone", "/jobs/ferry-house/saw?room=galley", 390, 844, ".saw .blade", "document.querySelectorAll('.next button')[2].click()"},
		{"saw-tablet", "/jobs/ferry-house/saw?room=galley", 820, 1180, ".saw .blade", "document.querySelectorAll('.next button')[2].click()"},
		{"measure-phone", "/jobs/ferry-house/measure?room=galley", 390, 844, ".plan svg", "0"},
		{"measure-tablet", "/jobs/ferry-house/measure?room=ticket-office", 820, 1180, ".plan svg", "document.querySelectorAll('.band .wall')[7].click()"},
		{"one-corner", "/corner?reading=91.5", 1280, 800, ".answers .blade", "0"},
		{"shop", "/jobs/ferry-house/shop", 1280, 800, ".shop", "0"},
		{"jobs", "/", 1280, 800, ".jobs li", "0"},
		{"saw-flat", "/jobs/ferry-house/saw?room=waiting-hall", 1280, 800, ".saw .blade", onSmallSaw},
		// Last: the plan it accepts stays with the demo.
		{"sticks", "/jobs/ferry-house/sticks", 1280, 800, ".sticks .btn", sticksLaid},
	} {
		b := open(t, s.width, s.height)
		b.goTo(p.addr + s.path)
		b.until("document.querySelector('" + s.wait + "') && document.fonts.status === 'loaded'")
		b.do(chromedp.Evaluate(s.act, nil, func(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) }))
		b.until("!document.querySelector('.saw') || document.querySelector('.saw .blade')")
		b.do(chromedp.Evaluate("new Promise(r => setTimeout(r, 400))", nil, chromedp.EvalAsValue))
		var png []byte
		b.do(chromedp.Sleep(400_000_000), chromedp.CaptureScreenshot(&png))
		require.NoError(t, os.WriteFile(filepath.Join(*shots, s.name+".png"), png, 0o644))
	}
}
