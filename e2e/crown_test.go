package e2e

import (
	"context"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// steps makes edits of the demo's job, for what is no part of a test.
func steps(t *testing.T, addr string, ops ...string) {
	t.Helper()
	res, err := http.Post(addr+"/api/jobs/ferry-house/changes", "application/json", strings.NewReader(`{"client":"before","ops":[`+strings.Join(ops, ",")+`]}`))
	require.NoError(t, err)
	res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
}

// measuredStudy measures the Purser's Study at the ceiling.
func measuredStudy() []string {
	var ops []string
	for i, l := range []string{"12'", "9' 6", "5'", "3'", "7'", "12' 6"} {
		ops = append(ops, fmt.Sprintf(`{"do":"add","kind":"length","in":"ps%d","id":"x%d","value":{"id":"","length":%q,"level":"ceiling"}}`, i+1, i, l))
	}
	return ops
}

const sawText = "document.querySelector('.saw')?.innerText ?? ''"

// From a section brought in from a file to the last marked cut, on a saw too small to take
// the crown nested: the Purser's Study gets its tall built-up crown.
func TestBuiltUpCrownOnASmallSaw(t *testing.T) {
	p := demo(t)
	steps(t, p.addr, append(measuredStudy(), `{"do":"remove","kind":"run","id":"ps-crown"}`, `{"do":"remove","kind":"run","id":"ps-base"}`,
		`{"do":"remove","kind":"run","id":"ps-casing"}`,
		`{"do":"set","kind":"corner","id":"ps3-right","field":"kind","value":"outside"}`,
		`{"do":"set","kind":"saw","id":"jetty","field":"bevel_left","value":"46"}`)...)
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/shop/mouldings?room=pursers-study")

	// The library's pair runs in the study at once.
	b.click("button", "From the library")
	b.until("document.querySelectorAll('.shelf button').length > 14")
	js[bool](b, `(() => { const s = document.querySelector('.el-dialog select'); s.value = 'pursers-study'; s.dispatchEvent(new Event('change')); return true })()`)
	js[bool](b, `[...document.querySelectorAll('.shelf .pair')].find(e => e.innerText.includes('Study cornice')).click() || true`)
	b.until("document.querySelector('.list')?.innerText.includes('Steamer crown')")

	// A path that is not closed is refused with its place; a good one is taken.
	b.click("button", "Add by measures")
	b.until("document.querySelector('.list')?.innerText.includes('New moulding')")
	js[bool](b, "document.querySelector('details').open = true")
	paste := func(text string) {
		js[bool](b, fmt.Sprintf("(() => { const t = document.querySelector('textarea'); t.value = %s; t.dispatchEvent(new Event('input')); return true })()",
			quote(text)))
		b.click("button", "Take this section")
	}
	paste("M0 0 H0.5 V-3 H0.25")
	b.see("not closed")
	paste("M0 0 H0.5 V-2 A0.5 0.5 0 0 0 0.25 -3 H0 Z")
	b.see("Can be coped")
	b.until("document.querySelectorAll('.points .pt').length === 5")

	// The crown's own section comes in from a file as well.
	js[bool](b, `[...document.querySelectorAll('.list button')].find(e => e.innerText.includes('Steamer crown')).click() || true`)
	b.until("document.querySelector('.one input').value === 'Steamer crown'")
	svg := js[string](b, `(() => { const r = new XMLHttpRequest(); r.open('GET', document.querySelector('.files a[href$="svg"]').href, false); r.send(); return r.responseText })()`)
	js[bool](b, "document.querySelector('details').open = true")
	points := js[int](b, "document.querySelectorAll('.points .pt').length")
	paste(svg)
	b.see("Section read.")
	assert.Equal(t, points, js[int](b, "document.querySelectorAll('.points .pt').length"))
	js[bool](b, `[...document.querySelectorAll('.list button')].find(e => e.innerText.includes('New moulding')).click() || true`)
	b.until("document.querySelectorAll('.points .pt').length === 5")

	// A point is dragged: the drawing and the table follow, and the measures with them.
	at := js[[]float64](b, "(() => { const r = document.querySelectorAll('.drawing .hit')[1].getBoundingClientRect(); return [r.x + r.width / 2, r.y + "+
		"r.height / 2] })()")
	b.do(chromedp.MouseEvent(input.MousePressed, at[0], at[1], chromedp.ButtonLeft), chromedp.MouseEvent(input.MouseMoved, at[0]+30, at[1], chromedp.ButtonLeft),
		chromedp.MouseEvent(input.MouseReleased, at[0]+30, at[1], chromedp.ButtonLeft))
	b.until("document.querySelector('.pt:nth-child(3) input').value !== '1/2' && document.querySelector('.pt:nth-child(3) input').value !== ''")
	b.chord(input.ModifierCtrl, "z")
	b.until(`document.querySelector('.pt:nth-child(3) input').value.startsWith('1/2')`)

	// The saw: too small for it; a test cut is entered and shows as ±.
	b.goTo(p.addr + "/jobs/ferry-house/shop/saws?saw=jetty&room=pursers-study")
	b.click("button", "Cut this job on it")
	b.see("This job is cut on it.")
	b.fill("corner made", "89.4")
	b.click("button", "Keep this test")
	b.until("document.querySelectorAll('.tests li').length === 5")
	b.see("±")

	// The plan lays the crown flat and says why.
	b.goTo(p.addr + "/jobs/ferry-house/saw?room=pursers-study")
	b.until("document.querySelector('.saw .blade')")
	js[bool](b, `document.querySelector('.band [aria-label^="Crown 2"]').click() || true`)
	b.until(sawText + ".includes('Crown 2')")
	b.until(sawText + ".includes('Cut flat')")
	assert.Contains(t, js[string](b, sawText), "Nested it stands")
	b.until("document.querySelector('.space canvas, .space svg')")
	b.key("f")
	b.until("document.querySelector('.flip').innerText.includes('on the wall')")
	b.key("f")

	// A caution is put away for the job and comes back.
	for range 30 {
		if js[bool](b, "!!document.querySelector('.warn .away')") {
			break
		}
		b.key("j")
		b.do(chromedp.Sleep(100 * time.Millisecond))
	}
	b.until("document.querySelector('.warn .away')")
	was := js[int](b, "document.querySelectorAll('.warn').length")
	js[bool](b, "document.querySelector('.warn .away').click() || true")
	b.until(fmt.Sprintf("document.querySelectorAll('.warn').length < %d", was))
	b.click("button", "Show cautions again")
	b.until(fmt.Sprintf("document.querySelectorAll('.warn').length === %d", was))

	// The order with the fewest moves has no more than the longest first.
	moves := js[[]string](b, "[...document.querySelectorAll('.order option')].map(o => o.innerText)")
	require.Len(t, moves, 3)
	js[bool](b, `(() => { const s = document.querySelector('.order select'); s.value = 'moves'; s.dispatchEvent(new Event('change')); return true })()`)
	b.until("document.querySelector('.order select').value === 'moves'")

	// Every cut is made, to the last.
	n := js[int](b, "Number(document.querySelector('header .count').innerText.match(/of (\\d+)/)[1])")
	require.Equal(t, 30+10, n, "cuts and copes")
	for i := range n {
		b.until(fmt.Sprintf("document.querySelector('header .count').innerText.startsWith('%d of')", i))
		b.until("document.querySelector('.act')?.innerText.startsWith('Mark c')")
		if js[bool](b, "document.querySelector('.act').innerText.startsWith('Mark coped')") { // its line is drawn
			b.until("document.querySelector('.saw .cope svg .cut')")
		}
		b.key(" ")
	}
	b.until(fmt.Sprintf("document.querySelector('header .count').innerText.startsWith('%d of %d')", n, n))

	// One is a sixteenth too long: it is recut, and that end is to be cut again.
	b.click("button", "Recut")
	b.fill("decided by", "Ada")
	b.click(".el-dialog button", "1/16″ off")
	b.until(fmt.Sprintf("parseInt(document.querySelector('header .count').innerText) < %d", n)) // what was coped there is to be done as well
	b.see("Length set by hand by Ada")
}

// The Waiting Hall's crown around its chimney breast: nested, told to short points, the
// breast glued up on the bench, the gauge block with its allowance.
func TestCrownAroundAChimneyBreast(t *testing.T) {
	b := onDemo(t, "joints?room=waiting-hall")
	b.until("document.querySelector('.runs button')")
	b.see("gauge block")
	b.click(".runs button", "Quay crown")
	js[bool](b, "document.querySelectorAll('.joints .list > li:not(.set) button')[3].click() || true")
	b.see("Crown 4 and crown 5 are mitred")
	b.see("An outside corner always is.")
	b.do(chromedp.Navigate(strings.Replace(js[string](b, "location.href"), "/joints", "/saw", 1)))
	b.until("document.querySelector('.saw .blade')")
	js[bool](b, `document.querySelector('.band [aria-label="Crown 5"]').click() || true`)
	b.until(sawText + ".includes('to the short point')")
	text := js[string](b, sawText)
	for _, want := range []string{"44.5° right", "left", "Upside down", "Crown stop at", "glued up with crown 4, crown 6"} {
		assert.Contains(t, text, want)
	}
	// The flip says where one looks from.
	b.until("document.querySelector('.flip')?.innerText.includes('on the saw')")
}

// Without WebGL, or where its first frames take too long, the picture that Go drew takes the
// place of the one that turns.
func TestStillPicture(t *testing.T) {
	p := demo(t)
	for name, script := range map[string]string{
		"no WebGL": `HTMLCanvasElement.prototype.getContext = () => null`,
		"too slow": `for (const c of [WebGLRenderingContext, WebGL2RenderingContext]) c.prototype.finish = function () { const t = performance.now(); while (performance.now() - t < 80); }`,
	} {
		b := open(t, 1280, 800)
		b.do(chromedp.ActionFunc(func(ctx context.Context) error {
			_, err := page.AddScriptToEvaluateOnNewDocument(script).Do(ctx)
			return err
		}))
		b.goTo(p.addr + "/jobs/ferry-house/saw?room=waiting-hall")
		b.until("document.querySelectorAll('.space polygon.keep').length >= 5")
		b.until("document.querySelectorAll('.space polygon.waste').length >= 5")
		assert.Equal(t, 1, js[int](b, "document.querySelectorAll('.space polygon.blade').length"), name)
		assert.Equal(t, "none", js[string](b, "document.querySelector('.space canvas').style.display"), name)
	}
}
