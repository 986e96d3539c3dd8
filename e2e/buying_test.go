package e2e

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"io"
	"net/http"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// get fetches an address of the program.
func get(t *testing.T, url string) []byte {
	t.Helper()
	res, err := http.Get(url)
	require.NoError(t, err)
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	require.NoError(t, err)
	require.Equal(t, 200, res.StatusCode, "%s: %s", url, b)
	return b
}

// The Ferry House from nothing: called out, priced, quoted, measured, and laid
// out on sticks; then a miscut, and fitted again.
func TestFromLookToSticks(t *testing.T) {
	p := run(t, "serve", "--db", filepath.Join(t.TempDir(), "gnomon.db"))
	b := open(t, 1280, 800)
	b.goTo(p.page)
	b.see("None yet")
	b.tabTo("form input")
	b.press("The Ferry House")
	b.press(kb.Enter)
	b.focused("Wall 1")
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))

	// Called out as in the trade: the list goes in with commas and one Enter.
	b.chord(input.ModifierAlt, "1")
	b.see("How much, and what will it cost")
	b.tabTo("#call")
	b.press("11, 9'6, 4, 17, 8'3")
	b.press(kb.Enter)
	b.until("document.querySelectorAll('.walls li').length === 5")
	assert.Equal(t, []string{"11′", "9′ 6″", "4′", "17′", "8′ 3″"}, js[[]string](b, "[...document.querySelectorAll('.walls .length')].map(e => e.innerText)"))
	b.until("document.querySelector('.card')?.innerText.includes('49′ 9″ in 5 pieces, 1 scarf')")
	b.see("safer here")
	b.press("elbow")
	b.press(kb.Enter)
	b.see("elbow") // refused with the way out, and kept in the field
	b.until("document.querySelector('.call [role=alert]')")
	b.until("document.querySelector('#call').value === 'elbow'")
	b.do(chromedp.Evaluate("document.querySelector('#call').select()", nil))
	b.press(kb.Delete)
	b.fill("doors", "1")
	b.until("document.querySelector('.card')?.innerText.includes('46′ 8″ in 5 pieces')")
	b.fill("room's name", "Waiting Hall")
	before := js[string](b, "document.querySelector('.charge .total').innerText")
	b.click(".btn", "Price sheet")
	b.fill("cope, a joint", "20")
	b.fill("cope, a joint", "plenty")
	b.see("Is no amount")
	b.press(kb.Escape)
	b.click(".btn", "Back to Look")
	b.until("document.querySelector('.charge .total') && document.querySelector('.charge .total').innerText !== " + quote(before))

	// The quote a customer reads, on screen, printed and as PDF.
	b.click(".btn", "Quote")
	b.see("Inside corners, coped")
	b.do(chromedp.Evaluate("document.querySelectorAll('.words textarea')[2].focus()", nil))
	b.press("Library Trust")
	b.press(kb.Tab)
	b.until("document.querySelector('.sheet').innerText.includes('Library Trust')")
	total := js[string](b, "document.querySelector('.sums .total td').innerText")
	assert.GreaterOrEqual(t, countPages(b.print()), 1)
	job := js[string](b, "location.pathname.split('/')[2]")
	pdf := get(t, p.addr+"/api/jobs/"+job+"/quote.pdf")
	assert.True(t, bytes.HasPrefix(pdf, []byte("%PDF-")))
	assert.Equal(t, 1, countPages(pdf))
	assert.True(t, bytes.HasPrefix(get(t, p.addr+"/api/jobs/"+job+"/shopping.pdf"), []byte("%PDF-")))
	rows, err := csv.NewReader(bytes.NewReader(get(t, p.addr+"/api/jobs/"+job+"/shopping.csv"))).ReadAll()
	require.NoError(t, err)
	assert.Equal(t, []string{"count", "what", "length", "for", "price", "cost"}, rows[0])
	assert.Equal(t, "Base", rows[1][1])

	// Measured: the walls wait there, and nothing is entered twice.
	b.chord(input.ModifierAlt, "2")
	b.see("0 of 5 walls")
	b.until("document.querySelector('.panel input')?.placeholder.startsWith('about 11')")
	b.do(chromedp.Evaluate("document.querySelector('.panel input').focus()", nil))
	for i, w := range []string{"10' 11 5/8", "9' 5 1/4", "48 1/16", "17' 3/8", "8' 2 7/8"} {
		b.enter(fmt.Sprintf("Wall %d", i+1), w)
		b.enter("Corner "+string(rune('A'+i)), "108")
	}
	b.see("5 of 5 walls, 5 of 5 corners")
	b.until("document.querySelector('.story').innerText.includes('1 room')")

	// Laid out on sticks.
	b.chord(input.ModifierAlt, "4")
	b.see("6 pieces")
	b.click(".none .btn", "Fit the sticks")
	b.click(".btn", "Use this plan")
	b.until("document.querySelectorAll('.bars .piece').length === 6 && document.querySelector('.bars .flag')")
	b.see("joined by a 45° scarf")
	b.until("/proved least|none costs less/.test(document.querySelector('.sums').innerText)")
	sticks := js[int](b, "document.querySelectorAll('.bars .row').length")
	cost := js[string](b, "document.querySelector('.sums p:nth-child(2) b').innerText")
	assert.NotEqual(t, total, cost)

	// A piece is moved by keyboard, and its price is seen before.
	b.do(chromedp.Evaluate("document.querySelector('.bars .row:last-child .piece').click()", nil))
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	b.key("m")
	b.until("document.activeElement?.matches('.el-dialog select')")
	b.do(chromedp.Evaluate("(s => { s.value = 'new:0'; s.dispatchEvent(new Event('change', {bubbles: true})) })(document.querySelector('.el-dialog select'))",
		nil))
	b.until("/It costs|It saves/.test(document.querySelector('.el-dialog').innerText)")
	b.click(".el-dialog .btn", "Move it")
	b.see("Moved.")
	b.until("!document.querySelector('.el-dialog')")
	b.chord(input.ModifierCtrl, "z")
	b.until(fmt.Sprintf("document.querySelectorAll('.bars .row').length === %d", sticks))

	// A miscut at the saw: its wood is gone, the rest is fitted anew.
	b.chord(input.ModifierAlt, "5")
	b.until("document.querySelector('.saw .blade')")
	b.see("from stick")
	b.key("x")
	b.see("1 miscut so far")
	b.chord(input.ModifierAlt, "4")
	b.see("was miscut: its wood is spoiled.")
	b.see("does not hold any more")
	b.click(".btn", "Fit again")
	b.click(".btn", "Use this plan")
	b.until("!document.body.innerText.includes('its wood is spoiled')")
	b.until("document.querySelector('.bars .spoiled')")
}

// Dragging a piece onto another stick with the mouse, locking, a bad stick, and
// the offcuts of what is cut put on the rack.
func TestSticksByHand(t *testing.T) {
	b := onDemo(t, "sticks")
	b.click(".tabs button", "Galley base")
	b.click(".none .btn", "Fit the sticks")
	b.click(".btn", "Use this plan")
	b.until("document.querySelectorAll('.bars .flag').length === 6")
	b.see("3 × 14′")

	// To a stick that is full: it says by how much, and nothing moves.
	where := func(selector string) (x, y float64) {
		r := js[[]float64](b, "(r => [r.x + r.width / 2, r.y + r.height / 2])(document.querySelector("+quote(selector)+").getBoundingClientRect())")
		return r[0], r[1]
	}
	x, y := where(".row:nth-child(1) .piece")
	tx, ty := where(".row:nth-child(2) .piece")
	drag := []chromedp.Action{input.DispatchMouseEvent(input.MousePressed, x, y).WithButton(input.Left).WithClickCount(1)}
	for i := 1; i <= 8; i++ {
		f := float64(i) / 8
		drag = append(drag, input.DispatchMouseEvent(input.MouseMoved, x+(tx-x)*f, y+(ty-y)*f).WithButton(input.Left), chromedp.Sleep(30_000_000))
	}
	drag = append(drag, input.DispatchMouseEvent(input.MouseReleased, tx, ty).WithButton(input.Left).WithClickCount(1))
	was := js[string](b, "document.querySelector('.bars').innerText")
	b.do(drag...)
	b.until("/too short for that as well|Moved/.test(document.querySelector('.notice')?.innerText)")
	if strings.Contains(js[string](b, "document.querySelector('.notice').innerText"), "too short") {
		assert.Equal(t, was, js[string](b, "document.querySelector('.bars').innerText"))
	}

	b.do(chromedp.Evaluate("document.querySelectorAll('.flag')[0].click()", nil))
	b.until("document.querySelectorAll('.flag')[0].innerText === 'locked'")
	b.do(chromedp.Evaluate("document.querySelectorAll('.row')[1].querySelectorAll('.flag')[1].click()", nil))
	b.see("Stick 2 is marked bad")
	b.click(".btn", "Fit again")
	b.click(".btn", "Use this plan")
	b.until("!document.body.innerText.includes('Stick 2 is marked bad')")
	b.until("document.querySelectorAll('.bars .flag').length === 8")
	b.see("4 sticks")
	b.chord(input.ModifierCtrl, "z")
	b.see("Stick 2 is marked bad")

	// A long search can be stopped with its best plan so far; the page stays alive.
	b.click(".tabs button", "Hall base")
	b.click(".el-segmented__item", "thorough")
	b.click(".none .btn", "Fit the sticks")
	b.until("/Stop with the best so far|Use this plan/.test(document.body.innerText)")
	b.do(chromedp.Evaluate("[...document.querySelectorAll('button')].find(e => e.innerText.includes('Stop with'))?.click()", nil))
	b.see("A plan was found. Nothing is kept until you use it.")
	b.click(".btn", "Put it aside")
	b.see("Fit them into sticks")
}

// Offcuts go to the rack of the shop and are used first by the next job.
func TestRack(t *testing.T) {
	b := onDemo(t, "shop")
	b.see("Nothing on the rack.")
	b.do(chromedp.Evaluate("(s => { s.value = 'galley-base'; s.dispatchEvent(new Event('change', {bubbles: true})) })([...document.querySelectorAll('form "+
		"select')].at(-1))", nil))
	b.fill("long", "0")
	b.see("Measure it")
	b.fill("long", `6' 8`)
	b.until("document.querySelector('li b')?.innerText === '6′ 8″'")
	b.chord(input.ModifierAlt, "4")
	b.click(".tabs button", "Galley base")
	b.click(".none .btn", "Fit the sticks")
	b.click(".btn", "Use this plan")
	b.see("offcut")
	b.click(".story .word", "Shop")
	b.see("laid out in The Ferry House")
}

// A quick look is as good on a phone: the price stays in sight while walls are
// called out.
func TestLookOnAPhone(t *testing.T) {
	b := open(t, 390, 844)
	b.goTo(demo(t).addr + "/jobs/ferry-house/look?room=pursers-study")
	b.until("document.querySelectorAll('.walls li').length === 6")
	b.until("document.querySelector('.sum')")
	sum := js[string](b, "document.querySelector('.sum').innerText")
	assert.Contains(t, sum, "To charge $")
	assert.True(t, js[bool](b, "(r => r.top > 0 && r.bottom < innerHeight)(document.querySelector('.sum').getBoundingClientRect())"))
	b.do(chromedp.Evaluate("document.querySelector('#call').focus()", nil))
	b.press("4'6,")
	b.until("document.querySelectorAll('.walls li').length === 7")
	b.until("document.querySelector('.sum').innerText !== " + quote(sum))
	small := js[[]string](b, "[...document.querySelectorAll('.left button, .left input:not([type=checkbox]), .left label.tick')].filter(e => e.offsetParent && "+
		"e.getBoundingClientRect().height < 40).map(e => e.outerHTML.slice(0, 90))")
	assert.Empty(t, small, "targets for a thumb")
}
