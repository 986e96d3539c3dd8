package e2e

import (
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// From a corner at Joints to its template, to the saw, to Mark coped: the end is done when it is cut and coped.
func TestCopedFromTheTemplate(t *testing.T) {
	b := onDemo(t, "joints?room=waiting-hall")
	b.until("document.querySelectorAll('.joints .list > li:not(.set)').length === 8")
	js[bool](b, "document.querySelectorAll('.joints .list > li:not(.set) button')[1].click() || true")
	b.see("Base 3 is coped into base 2")
	b.see("It closes:")
	b.click(".card a", "Template")
	b.see("Base 3, left end, coped into base 2 at corner B")
	b.see("The edge of the test mitre is the line")
	b.see("cut it square from the bottom edge to 5 3/4″ up the face")
	for format, begins := range map[string]string{"Print on Letter": "%PDF-", "on A4": "%PDF-", "SVG": "<svg", "DXF": "0\nSECTION"} {
		href := js[string](b, "[...document.querySelectorAll('.acts a')].find(a => a.innerText.trim() === '"+format+"').href")
		r, err := http.Get(href)
		require.NoError(t, err)
		text, err := io.ReadAll(r.Body)
		require.NoError(t, err)
		require.NoError(t, r.Body.Close())
		assert.Equal(t, 200, r.StatusCode, format)
		assert.True(t, strings.HasPrefix(string(text), begins), format)
	}
	// The screen's own inch is set once: then the template is as large as it is.
	b.click("button", "Set the screen ruler")
	js[bool](b, `(() => { const s = document.querySelector('.ruler input'); s.value = 120; s.dispatchEvent(new Event('input')); return true })()`)
	b.click("button", "They are as long")
	b.see("in true size on this screen")
	assert.InDelta(t, 120, js[float64](b,
		"(() => { const s = document.querySelector('.paper svg'); return s.getBoundingClientRect().height / s.viewBox.baseVal.height })()"), 0.01)

	// At the saw its cope comes once both ends are cut.
	b.goTo(js[string](b, "location.origin") + "/jobs/ferry-house/saw?room=waiting-hall&piece=wh-base.wh3")
	b.until("document.querySelector('.saw .blade') && document.querySelector('.saw h2').innerText.includes('Base 3')")
	for range 2 {
		b.until("document.querySelector('.act')?.innerText.startsWith('Mark cut') && !document.querySelector('.act').disabled")
		was := js[string](b, "document.querySelector('.saw h2').innerText")
		b.key(" ")
		b.until("document.querySelector('.saw h2').innerText !== " + quote(was))
	}
	b.see("left end, to be coped")
	b.until("document.querySelector('.saw .cope svg .cut')")
	b.see("both hands behind the blade")
	b.see("It lies on no stick yet")
	assert.Zero(t, js[int](b, "document.querySelectorAll('.band .piece.done').length"), "cut, and still to be coped")
	b.see("2 of 84 done")
	b.key(" ")
	b.see("3 of 84 done")
	b.until("document.querySelectorAll('.band .piece.done').length === 1")
}

// A corner of 92° is tried both ways; what was sawn for 90° is closed by sawing it for what the corner reads.
func TestWillItClose(t *testing.T) {
	b := onDemo(t, "bench/fit?through=job:quay-crown&coped=job:quay-crown&reading=92&made=90")
	b.see("Will it close?")
	b.until("[...document.querySelectorAll('p.gap')].map(e => e.innerText).join().includes('7/64') || document.querySelector('p.gap .frac')")
	said := "[...document.querySelectorAll('p.gap')].map(e => e.innerText.replace(/\\s+/g, ' ')).join(' | ')"
	b.until(said + ".includes('cut again')")
	assert.Contains(t, js[string](b, said), "open at its top edge")
	assert.Equal(t, 2, js[int](b, "document.querySelectorAll('svg.seam .gap').length"))
	assert.Equal(t, 2, js[int](b, "document.querySelectorAll('.graph polyline').length"))
	b.see("Cut again: swing 1° less and cope again")

	// A handle is moved with the keyboard alone, and answers.
	js[bool](b, "document.querySelector('.handle input[type=range]').focus() || true")
	b.press(kb.ArrowLeft)
	b.until("document.querySelector('.handle b').innerText === '91.9°'")
	js[bool](b, "document.activeElement.blur() || true")
	b.key("s")
	b.until(said + ".includes('closed all along')")
	assert.NotContains(t, js[string](b, said), "cut again")
	b.key("f")
	b.see("in space, true")
}

// A cope that gapes at the top is traced to a crown stop that stood 1/8 out.
func TestWhatWentWrong(t *testing.T) {
	b := onDemo(t, "bench/wrong?run=wh-crown&corner=whc")
	b.see("corner C of Waiting Hall")
	b.see("Say by how much it gapes")
	b.fill("by how much", "1/8")
	b.until("document.querySelectorAll('.causes li').length > 1")
	b.fill("a test mitre runs", "3 1/4")
	b.until("document.querySelector('.causes li').innerText.includes('The crown stop stood')")
	b.see("what you measured says so")
	b.see("cut a test mitre until it runs the projection")
	b.fill("by how much", "none")
	b.until("document.querySelector('[role=alert]') || document.querySelector('.bad, .wrong .stop')")
}
