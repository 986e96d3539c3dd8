package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// Every odd place alone on the Bench: its drawing, its figures, what cannot be and the way out; one is put in a room from there, as
// one step that is taken back.
func TestOddPlacesOnTheBench(t *testing.T) {
	b := onDemo(t, "bench/odd?room=galley")
	b.until("document.querySelectorAll('.names button').length === 18")
	for i := range 18 {
		js[bool](b, fmt.Sprintf("document.querySelectorAll('.names button')[%d].click() || true", i))
		b.until(fmt.Sprintf("document.querySelectorAll('.names button')[%d].className === 'on' && document.querySelector('.odd polygon, .odd polyline')", i))
		b.until("document.querySelectorAll('.answer dt').length > 0 && !document.querySelector('[role=alert]')")
	}
	b.click(".names button", "Step in the floor")
	b.until("document.querySelector('.answer dd')?.innerText === '22.5°'")
	b.fill("slope of the link, °", "30")
	b.until("document.querySelector('.answer dd')?.innerText === '15°'")
	b.fill("the step’s height", "3/8")
	b.until("[...document.querySelectorAll('.answer dd')][1]?.innerText.startsWith('3⁄4') || document.querySelector('.answer').innerText.includes('3/4')")
	b.fill("the step’s height", "40")
	b.until("document.querySelector('main [role=alert]')?.innerText.includes('it lies from')")
	b.fill("the step’s height", "3/8")
	b.until("!document.querySelector('[role=alert]')")
	b.click(".put .btn", "Put it in the Galley")
	js[bool](b, `(() => { const s = document.querySelector('.put select'); s.value = 'ga3'; s.dispatchEvent(new Event('change')); return true })()`)
	b.fill("from its left end", "20")
	b.fill("call it", "Old hearth")
	b.click(".put .btn", "Put it there")
	b.until("location.pathname.endsWith('/joints') && document.querySelector('.detail h2')?.innerText.includes('Old hearth')")
	b.until("document.querySelectorAll('.detail table tr').length === 4")
	b.fill("slope of the link, °", "60")
	b.until("document.querySelector('.detail .answer dd')?.innerText === '30°'")
	b.fill("slope of the link, °", "85")
	b.see("from 15° to 80°")
	b.press(kb.Escape)
	js[bool](b, "(document.activeElement.blur(), true)")
	b.chord(2, "z")
	b.until("document.querySelector('.detail .answer dd')?.innerText === '15°'")
	b.chord(2, "z")
	b.until("![...document.querySelectorAll('.list b.kind')].some(e => e.innerText === 'Old hearth')")
}

// The Ferry House's own: the Galley's steps, leaning dresser, pipe and sockets, the Study's rounded corner, stair and old cornice
// are planned, cut and printed.
func TestOddPlacesOfTheFerryHouse(t *testing.T) {
	p := demo(t)
	steps(t, p.addr, measuredStudy()...)
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/joints?room=galley")
	kinds := func() string {
		return strings.Join(js[[]string](b, "[...document.querySelectorAll('.list b.kind')].map(e => e.innerText)"), " ")
	}
	b.until("document.querySelectorAll('.list b.kind').length > 5")
	assert.Contains(t, kinds(), "Step Pipe Socket")
	js[bool](b, `[...document.querySelectorAll('.list button')].find(e => e.innerText.includes('Socket')).click() || true`)
	b.until("document.querySelector('.detail .odd .hole')")
	b.click(".detail .link", "Base 6")
	b.until("document.querySelector('.lying .hole')")
	b.see("Cut out for the socket")

	// At the saw the piece lies there with its hole; marked, it is cut.
	b.click(".story .word", "Saw")
	js[bool](b, "(document.querySelector('.band [aria-label=\"Base 7\"]').click(), true)")
	b.until("document.querySelector('.saw h2 .piece')?.innerText === 'Base 7' && document.querySelector('.saw .lying .hole')")
	b.see("No nail from")
	b.until("document.querySelector('.act') && !document.querySelector('.act').disabled")
	b.key(" ")
	b.see("1 of 39 done")
	js[bool](b, "(document.querySelector('.band [aria-label=\"Base 8a\"]').click(), true)")
	b.until("document.querySelector('.saw h2 .piece')?.innerText === 'Base 8a'")
	b.see("bevel, blade’s top right")

	b.goTo(p.addr + "/jobs/ferry-house/joints?room=pursers-study")
	b.until("document.querySelectorAll('.list b.kind').length > 5")
	assert.Contains(t, kinds(), "Old cornice")
	assert.Contains(t, kinds(), "Loft stair")
	js[bool](b, `[...document.querySelectorAll('.list button')].find(e => e.innerText.includes('Old cornice')).click() || true`)
	b.until("document.querySelector('.detail .answer')?.innerText.includes('spring as it hangs')")
	js[bool](b, `[...document.querySelectorAll('.list button')].find(e => e.innerText.includes('Loft stair')).click() || true`)
	b.until("document.querySelectorAll('.detail table tr').length === 2") // and the base that it parts
	b.until("document.querySelector('.detail table').innerText.includes('Loft stair skirt')")
	text := fetched(t, p.addr+"/api/jobs/ferry-house/cutlist.csv")
	for _, says := range []string{"Loft stair skirt", "Base 8 link", "Base 8 filler", "turn"} {
		assert.Contains(t, text, says)
	}
	for _, sheet := range []string{"cutsheet.pdf", "labels.pdf"} {
		assert.True(t, strings.HasPrefix(fetched(t, p.addr+"/api/jobs/ferry-house/"+sheet), "%PDF"), sheet)
	}
}

// On the phone the bench works by thumb: a stair at the foot of it.
func TestOddPlacesOnAPhone(t *testing.T) {
	b := open(t, 390, 844)
	b.goTo(demo(t).addr + "/jobs/ferry-house/bench/odd?detail=stair")
	b.until("document.querySelector('.answer dd')?.innerText === '36.87°'")
	assert.LessOrEqual(t, js[float64](b, "document.documentElement.scrollWidth"), 390.0)
	small := js[[]string](b, "[...document.querySelectorAll('main select, main input, .put button')].filter(e => e.offsetParent && "+
		"e.getBoundingClientRect().height < 40).map(e => e.outerHTML.slice(0, 90))")
	assert.Empty(t, small, "targets for a thumb")
}
