package e2e

import (
	"os"
	"path/filepath"
	"testing"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every screen passes the checks of axe-core at desk and phone size: names,
// contrast, roles, order.
func TestAccessibility(t *testing.T) {
	axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "run make test, which installs it")
	p := share(t, "127.0.0.1:0", "--year", "3")
	p.code("Nell’s phone", "measure")
	for _, size := range [][2]int{{1280, 800}, {390, 844}} {
		b := open(t, size[0], size[1])
		for path, ready := range map[string]string{
			"/": ".jobs li", "/corner?reading=91.5": ".answers .blade", "/jobs/ferry-house/measure": ".plan svg, .thumb .keys", "/devices": ".devices .now",
			"/join": ".join .pad", "/jobs/ferry-house/joints": ".joints .list", "/jobs/ferry-house/shop/rules": ".questions li",
			"/jobs/ferry-house/saw": ".saw .blade", "/jobs/ferry-house/shop": ".shop select", "/jobs/ferry-house/shop/mouldings?moulding=quay-crown": ".points .pt",
			"/jobs/ferry-house/shop/saws?saw=jetty": ".chart",
			"/jobs/ferry-house/look":                ".look .cards", "/jobs/ferry-house/quote": ".sheet .sums", "/jobs/ferry-house/prices": ".prices .line",
			"/jobs/ferry-house/sticks": ".sticks .btn", "/jobs/ferry-house/hang?room=waiting-hall": ".hang .card",
			"/jobs/ferry-house/log": ".log .room svg", "/jobs/ferry-house/log?sheet=closing": ".closing table", "/jobs/ferry-house/log?sheet=book": ".find",
			"/jobs/shop/shop/log": ".charts .box svg",
		} {
			at := p.desk
			if path == "/join" {
				at = p.shared
			}
			b.goTo(at + path)
			b.until("document.querySelector('" + ready + "')")
			b.do(chromedp.Evaluate(string(axe)+";0", nil))
			var bad []string
			b.do(chromedp.Evaluate(`axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa']}).then(r => r.violations.map(v => v.id + ': ' + v.nodes.map(n => n.target.join(' ') + ' ' + (n.any[0]?.message ?? n.all[0]?.message ?? '')).slice(0, 4).join(' | ')))`,
				&bad, func(e *runtime.EvaluateParams) *runtime.EvaluateParams { return e.WithAwaitPromise(true) }))
			assert.Empty(t, bad, "%s at %d", path, size[0])
		}
	}
}

// Search and go: part of a name, Enter, and there it is.
func TestGoToAPiece(t *testing.T) {
	b := onDemo(t, "measure")
	b.see("8 of 8 walls")
	b.press("/")
	b.until("document.activeElement?.matches('.ask')")
	b.press("galley base 4")
	b.see("3′ 2 1/2″, at the saw")
	b.press(kb.Enter)
	b.until("document.querySelector('.saw h2')?.innerText.startsWith('Base 4')")
	assert.Equal(t, "/jobs/ferry-house/saw", js[string](b, "location.pathname"))
	b.until("!document.querySelector('.el-dialog')")
	b.press("?")
	b.see("Single keys act when no field has the focus.")
}

// A miscut takes back both ends, an undone mark comes off, and the units turn
// for everyone.
func TestMiscutUndoAndUnits(t *testing.T) {
	b := onDemo(t, "saw?room=galley")
	b.see("0 of 39 done")
	b.until("document.querySelector('.saw .blade')")
	// A key pressed twice at once is one mark.
	js[bool](b, `[1, 2].every(() => window.dispatchEvent(new KeyboardEvent('keydown', {key: ' ', cancelable: true})) || true)`)
	b.see("1 of 39 done")
	b.key("x")
	b.see("0 of 39 done")
	b.see("1 miscut so far")
	b.chord(2, "z")
	b.see("1 of 39 done")
	b.chord(2, "z")
	b.see("0 of 39 done")
	b.key("u")
	b.see("2036.8 mm")
	b.key("u")
	b.see("6′ 8 3/16″")
}

// The cut list of the demo, with what goes around its openings, prints on four pages at most: some twenty pieces a page.
func TestCutListPrintsOnFewPages(t *testing.T) {
	b := onDemo(t, "joints")
	b.until("document.querySelector('.joints .list')")
	// Rooms come one after the other: the list is whole when the last is there.
	b.until(`[...document.querySelectorAll('.of')].some((e) => e.textContent.includes("Purser's Study"))`)
	pdf := b.print()
	pages := countPages(pdf)
	assert.GreaterOrEqual(t, pages, 1)
	assert.LessOrEqual(t, pages, 4)
	if dir := os.Getenv("GNOMON_KEEP"); dir != "" {
		require.NoError(t, os.WriteFile(filepath.Join(dir, "cuts.pdf"), pdf, 0o600))
	}
}
