package e2e

import (
	"context"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// tap presses a button by what it says or is called.
func (b *browser) tap(label string) {
	b.t.Helper()
	at := fmt.Sprintf("[...document.querySelectorAll('button')].find(e => e.offsetParent && (e.innerText.trim() === %[1]s || e.getAttribute('aria-label') === "+
		"%[1]s))", quote(label))
	b.until(at + " && !" + at + ".disabled")
	js[bool](b, "("+at+".click(), true)")
}

// swipe draws a finger over the face of the phone.
func (b *browser) swipe(from, to float64) {
	b.t.Helper()
	b.do(chromedp.ActionFunc(func(ctx context.Context) error {
		touch := func(kind input.TouchType, points ...*input.TouchPoint) error {
			return input.DispatchTouchEvent(kind, points).Do(ctx)
		}
		if err := touch(input.TouchStart, &input.TouchPoint{X: from, Y: 230}); err != nil {
			return err
		}
		for i := range 6 {
			if err := touch(input.TouchMove, &input.TouchPoint{X: from + (to-from)*float64(i+1)/6, Y: 230}); err != nil {
				return err
			}
		}
		return touch(input.TouchEnd)
	}))
}

// letIn has the desk let a device in, as one does on its screen, and gives the code.
func (b *browser) letIn(name, rights string) string {
	b.t.Helper()
	b.until("document.querySelector('.devices form input')")
	b.do(chromedp.Evaluate("document.querySelector('.devices form input').value = ''", nil))
	b.do(chromedp.SendKeys(".devices form input", name, chromedp.ByQuery))
	js[bool](b, fmt.Sprintf("([...document.querySelectorAll('[aria-label=\"It may\"] .el-segmented__item')].find(e => e.innerText === %s).click(), true)",
		quote(rights)))
	b.tap("Make a code")
	b.until("document.querySelector('.now')?.innerText.includes(" + quote(name) + ")")
	return strings.ReplaceAll(js[string](b, "document.querySelector('.now .digits').innerText"), " ", "")
}

// A second browser at phone size pairs by code and measures; a third marks cuts with the
// network off, and they arrive; what changed meanwhile is read before the next cut.
func TestOnTheLadderAndAtTheSaw(t *testing.T) {
	p := share(t, "127.0.0.1:0", "--instruments")
	desk := open(t, 1280, 800)
	desk.goTo(p.desk + "/devices")
	code := desk.letIn("Nell’s phone", "measure")

	phone := open(t, 390, 844)
	phone.goTo(p.shared + "/jobs/ferry-house/measure?room=galley")
	phone.see("Join this Gnomon")
	assert.NotContains(t, js[string](phone, "document.body.innerText"), "Galley", "nothing of the job before it has joined")
	phone.joinWith(code)
	desk.see("Nell’s phone has joined.")
	phone.until("document.querySelector('.thumb h2')?.innerText.startsWith('Wall 1')")

	// A wall by thumb: feet, inches, sixteenths, and on to its corner.
	js[bool](phone, "(document.querySelectorAll('.band .wall')[3].click(), true)")
	phone.until("document.querySelector('.thumb h2')?.innerText.startsWith('Wall 4')")
	for _, k := range []string{"3", "feet", "2", "3/16"} {
		phone.tap(k)
	}
	phone.until("document.querySelector('.thumb .figure').innerText.replace(/\\s/g, '').includes('3′23/16')")
	desk.goTo(p.desk + "/jobs/ferry-house/measure?room=galley")
	desk.until("document.querySelectorAll('.band .wall').length === 6")
	phone.tap("5/8")
	began := time.Now()
	js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")
	desk.until("document.querySelectorAll('.band .wall')[3].innerText.includes('3′ 2 5/8″')")
	t.Logf("on the desk's screen %v after it was taken on the phone", time.Since(began).Round(time.Millisecond))
	desk.see("Nell’s phone")
	desk.see("ladder")
	// The room closed before to within what corners are; what this changed is said at once, or it goes on.
	if js[bool](phone, "document.querySelector('.thumb h2').innerText.startsWith('Wall 4')") {
		js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")
	}
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Corner D')")

	// A wrong sixteenth is taken back with one key; a fraction replaces the one before.
	phone.tap("8")
	phone.tap("9")
	phone.tap("point")
	phone.tap("5")
	phone.tap("one back")
	phone.tap("7")
	phone.until("document.querySelector('.thumb .figure').innerText.trim() === '89.7°'")
	phone.swipe(300, 80)
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Wall 5')")
	phone.swipe(80, 300)
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Corner D')")

	// An instrument that types fills the field that fills the screen, and one goes on.
	js[bool](phone, "(document.querySelectorAll('.band .wall')[2].click(), true)")
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Wall 3')")
	js[bool](phone, `([...'1102 mm'].forEach((k) => window.dispatchEvent(new KeyboardEvent('keydown', { key: k, cancelable: true, bubbles: true }))), window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', cancelable: true, bubbles: true })), true)`)
	waitFor(t, "the laser's reading", func() bool {
		_, lengths := marksOf(t, p.desk+job+"/file")
		return strings.Contains(fmt.Sprint(lengths), "1102 mm")
	})
	// Turned on its side the phone keeps what was keyed.
	phone.until("!document.querySelector('.thumb .on').disabled")
	phone.tap("4")
	phone.tap("feet")
	phone.do(chromedp.EmulateViewport(844, 390))
	phone.until("innerWidth === 844 && document.querySelector('.thumb .figure').innerText.trim() === '4′'")
	phone.do(chromedp.EmulateViewport(390, 844))
	phone.until("innerWidth === 390 && document.querySelector('.thumb .figure').innerText.trim() === '4′'")
	phone.tap("one back")
	was := js[string](phone, "document.querySelector('.thumb h2').innerText")
	phone.tap("one back")
	phone.until("!document.querySelector('.thumb .keyed')")
	js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")
	phone.until("document.querySelector('.thumb h2').innerText !== " + quote(was))
	_, all := marksOf(t, p.desk+job+"/file")
	assert.Len(t, all, 23, "keys taken back throw no reading away")
	// So does one that streams in.
	js[bool](phone, "(document.querySelectorAll('.band .wall')[5].click(), true)")
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Wall 6')")
	_, before := marksOf(t, p.desk+job+"/file")
	phone.tap("Laser")
	waitFor(t, "the streamed reading", func() bool {
		_, now := marksOf(t, p.desk+job+"/file")
		return now["ga6-floor"] != before["ga6-floor"]
	})
	// One that raises no doubt goes on around the room: where it does, that comes first.
	for n := 0; n < 40 && js[bool](phone, "document.querySelector('.thumb h2').innerText.startsWith('Wall 6')"); n++ {
		time.Sleep(30 * time.Millisecond)
	}
	// What is refused stays, with the way out.
	js[bool](phone, "(document.querySelectorAll('.band .corner')[1].click(), true)")
	phone.until("document.querySelector('.thumb h2').innerText.startsWith('Corner A')")
	for _, k := range []string{"9", "9", "9"} {
		phone.tap(k)
	}
	js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")
	phone.until("document.querySelector('.thumb .error, .thumb .here') && !document.querySelector('.thumb .on').disabled")
	phone.tap("90°")
	js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")

	// The third is at the saw, and its network goes.
	net := newCutter(t, strings.TrimPrefix(p.shared, "http://"))
	saw := open(t, 820, 1180)
	saw.goTo("http://" + net.l.Addr().String() + "/jobs/ferry-house/saw?room=galley")
	saw.joinWith(p.code("Saw tablet", "saw"))
	saw.until("document.querySelector('.saw .blade')")
	saw.untilFor(30*time.Second, "(navigator.serviceWorker.ready.then(() => window.kept = true), window.kept)")
	saw.untilFor(30*time.Second, "performance.getEntriesByType('resource').some(e => e.name.includes('CutAgain') && e.responseEnd)")
	js[bool](saw, "(document.querySelector('.band [aria-label=\"Base 1\"]').click(), true)") // the casings before it wait
	saw.until("document.querySelector('.saw h2 .piece').innerText === 'Base 1'")
	piece := js[string](saw, "document.querySelector('.saw h2 .piece').innerText")
	net.off()
	for n := range 3 {
		saw.until("document.querySelector('.act') && !document.querySelector('.act').disabled && !document.querySelector('.act').classList.contains('back')")
		saw.key(" ")
		saw.see(fmt.Sprintf("%d of 39 done", n+1))
		time.Sleep(150 * time.Millisecond)
	}
	saw.see("Out of reach")
	saw.see("3 waiting to be sent")
	// A recut waits too: the page does not work out its length.
	saw.tap("Recut")
	saw.tap("1/32″ off")
	saw.see("take another 1/32 off")
	saw.see("4 waiting to be sent")
	assert.Empty(t, first(marksOf(t, p.desk+job+"/file")))

	// Loaded again with the network still off, it is all there: page, plan, pictures, marks.
	saw.do(chromedp.Reload())
	saw.see("3 of 39 done")
	saw.see("4 waiting to be sent")
	saw.until("document.querySelector('.saw .blade')")

	// So is the cut list.
	js[bool](saw, "([...document.querySelectorAll('.story a')].find(e => e.innerText.includes('Joints')).click(), true)")
	saw.until("document.querySelector('.joints')")
	saw.key("l")
	saw.until("[...document.querySelectorAll('.cuts tr')].filter(e => e.querySelector('.tick')?.innerText.includes('cut') || " +
		"e.querySelector('.tick')?.innerText.includes('one end')).length === 2")
	js[bool](saw, "([...document.querySelectorAll('.story a')].find(e => e.innerText.includes('Saw')).click(), true)")
	// Turned on its side it stays where it is.
	was = js[string](saw, "document.querySelector('.saw h2').innerText")
	saw.do(chromedp.EmulateViewport(1180, 820))
	assert.Equal(t, was, js[string](saw, "document.querySelector('.saw h2').innerText"))
	saw.do(chromedp.EmulateViewport(820, 1180))

	// Meanwhile somebody measures a wall again whose piece has just been cut.
	desk.goTo(p.desk + "/jobs/ferry-house/measure?room=galley")
	desk.until("document.querySelectorAll('.band .wall').length === 6")
	wall := js[string](saw, "[...document.querySelectorAll('.band .piece')].find(e => e.getAttribute('aria-label') === "+quote(piece+", cut")+") ? 'cut' : 'not'")
	assert.Equal(t, "cut", wall)
	var v struct {
		Pieces []struct{ ID, Label, Room, Wall string }
		Rooms  []struct {
			ID    string
			Walls []struct {
				ID      string
				Lengths []struct {
					ID string
				}
			}
		}
	}
	require.NoError(t, getJSON(p.desk+job, &v))
	length := ""
	for _, q := range v.Pieces {
		for _, r := range v.Rooms {
			for _, w := range r.Walls {
				if q.Label == piece && q.Room == "galley" && r.ID == "galley" && w.ID == q.Wall {
					length = w.Lengths[0].ID
				}
			}
		}
	}
	require.NotEmpty(t, length)
	full := p.join("Desk’s hand", "full")
	status, b := full.call("POST", job+"/changes", `{"client":"z","ops":[{"do":"set","kind":"length","id":"`+length+`","field":"length","value":"10'"}]}`)
	require.Equal(t, 200, status, "%s", b)

	net.on()
	saw.untilFor(30*time.Second, "document.querySelector('.news')")
	said := js[string](saw, "document.querySelector('.news').innerText")
	assert.Regexp(t, piece+` was .* (longer|shorter) when you cut it`, said)
	assert.True(t, js[bool](saw, "document.querySelector('.act').disabled"), "it is read before the next cut")
	saw.tap("I have read it")
	saw.until("!document.querySelector('.news') && !document.querySelector('.reach')")
	marks := first(marksOf(t, p.desk+job+"/file"))
	assert.Len(t, marks, 4, "three cuts and the recut")
	var kept struct {
		Hand []struct{ Piece, Why string } `json:"by_hand"`
	}
	require.NoError(t, getJSON(p.desk+job+"/file", &kept))
	require.Len(t, kept.Hand, 1, "and the recut, once")
	assert.Contains(t, kept.Hand[0].Why, `1/32" off`)
	desk.goTo(p.desk + "/jobs/ferry-house/saw?room=galley")
	desk.see("3 of 39 done")
	desk.until("document.querySelector('.people')?.innerText.includes('Saw tablet')")

	// The piece on the tablet is held for it; the desk may take it over.
	held := js[string](saw, "document.querySelector('.saw h2 .piece').innerText")
	js[bool](desk, "(document.querySelector('.band [aria-label="+quote(held)+"]').click(), true)")
	desk.see("is cutting this piece")
	assert.True(t, js[bool](desk, "document.querySelector('.act').disabled"))
	desk.tap("Cut it here instead")
	desk.until("!document.querySelector('.act').disabled")
	saw.until("document.querySelector('.held')?.innerText.replace(/\\s+/g, ' ').startsWith('the desk is cutting this piece.')")

	// A label's code opens its piece on the tablet.
	saw.goTo("http://" + net.l.Addr().String() + "/jobs/ferry-house/saw?piece=wh-crown.wh3")
	saw.until("document.querySelector('.saw h2')?.innerText.startsWith('Crown 3')")

	// Turned away, the phone shows nothing of the job any more.
	desk.goTo(p.desk + "/devices")
	desk.tap("Turn Nell’s phone away")
	phone.see("Join this Gnomon")
	phone.do(chromedp.Reload())
	phone.see("Join this Gnomon")
	assert.NotContains(t, js[string](phone, "document.documentElement.innerHTML"), "Galley")
}

func first[A, B any](a A, _ B) A { return a }
