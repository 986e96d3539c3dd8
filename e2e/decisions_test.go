package e2e

import (
	"bytes"
	"compress/zlib"
	"io"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// In the Waiting Hall: another way in turns the seams; the long wall is kept from being
// coped; an order that cannot be is forced, read and mended; the sheets are printed; and a
// label's address opens its piece at the saw.
func TestDecidingInTheWaitingHall(t *testing.T) {
	b := onDemo(t, "joints?room=waiting-hall")
	b.until("document.querySelector('.joints .list')")
	coped := func() map[string]string {
		out := map[string]string{}
		for _, row := range js[[]string](b, "[...document.querySelectorAll('.joints .list > li:not(.set)')].map(l => l.innerText.replace(/\\s+/g, ' ').trim())") {
			letter, rest, _ := strings.Cut(row, " ")
			out[letter] = rest
		}
		return out
	}
	before := coped()
	assert.Equal(t, "mitre", before["D"])
	assert.Contains(t, before["A"], "cope base 1")

	// The other way in, through the opening in wall 7: seams turn.
	b.key("s")
	b.until("document.querySelectorAll('.sight .door').length === 2")
	assert.Positive(t, js[int](b, "document.querySelectorAll('.sight > line').length"))
	otherWay := `document.querySelector('.sight .door:not(.on) .hit').dispatchEvent(new MouseEvent('click', { bubbles: true })) || true`
	atA := "document.querySelector('.joints .list > li:not(.set)').innerText.includes"
	js[bool](b, otherWay)
	b.until(atA + "('base 2')")
	assert.NotEqual(t, before["G"], coped()["G"])

	// By the first door it is the long wall that is coped there: forbid that for its corner.
	js[bool](b, otherWay)
	b.until(atA + "('base 1')")
	assert.Equal(t, before, coped(), "and turn back")
	b.key("j")
	b.see("Cope base 2 instead")
	assert.Equal(t, 2, js[int](b, "document.querySelectorAll('.card tbody tr').length"), "what each choice comes to")
	b.key("i")
	b.see("That was chosen for this corner.")
	b.until("document.querySelector('.joints .list > li:not(.set)').innerText.includes('by hand')")
	b.click(".card .btn", "Back to the house rules")
	b.until("!document.querySelector('.joints .list').innerText.includes('by hand')")

	b.click(".runs button", "Quay crown")
	// All copes to one side: the breast is glued up and counts as one, so it goes round.
	for range 8 {
		was := js[string](b, "document.querySelector('.card .letter')?.innerText ?? ''")
		b.key("j")
		b.until("(document.querySelector('.card .letter')?.innerText ?? '') !== " + quote(was))
		if js[bool](b, "!!document.querySelector('.card')?.innerText.includes(' is coped into ')") {
			force(b)
		}
	}
	b.see("There is no order to hang")
	b.see("each waits for the next")
	b.until("document.querySelector('.margin .stop .acts button')")
	why := js[string](b, "document.querySelector('.margin .stop .why').innerText")
	assert.Contains(t, why, "is coped into")
	b.click(".head .el-segmented__item", "Order to hang")
	b.see("Not to be hung as decided")
	js[bool](b, "document.querySelector('.margin .stop .acts button').click() || true")
	b.until("!document.body.innerText.includes('There is no order to hang')")

	// Two sets of rules side by side.
	b.click("button", "Compare two sets")
	b.until("document.querySelectorAll('.el-dialog tbody tr').length === 12")
	b.see("pieces differ")
	b.do(chromedp.Evaluate("document.querySelector('.el-dialog__headerbtn').click()", nil))

	// What is printed, and the code on a label.
	at, err := url.Parse(js[string](b, "location.href"))
	require.NoError(t, err)
	base := at.Scheme + "://" + at.Host
	for _, sheet := range []string{"cutsheet.pdf", "labels.pdf"} {
		r, err := http.Get(base + "/api/jobs/ferry-house/" + sheet)
		require.NoError(t, err)
		pdf, err := io.ReadAll(r.Body)
		require.NoError(t, err)
		require.NoError(t, r.Body.Close())
		assert.Equal(t, 200, r.StatusCode)
		assert.Greater(t, countPages(pdf), 1)
		if sheet == "labels.pdf" {
			assert.Greater(t, strings.Count(inflated(pdf), " re f"), 20*300, "a code for each piece")
		}
	}
	b.goTo(base + "/jobs/ferry-house/saw?piece=" + url.QueryEscape("to-base.to4"))
	b.until("document.querySelector('.saw h2')?.innerText.includes('Base 5')")
	b.see("Ticket Office")
	assert.NotContains(t, js[string](b, "location.search"), "piece=", "the address is the room's again")
	b.goTo(base + "/jobs/ferry-house/saw?piece=nothing")
	b.see("That piece is not in the plan any more")
}

// force lets the piece left of the chosen corner give way.
func force(b *browser) {
	js[bool](b, `(void (async () => {
		const j = await (await fetch('/api/jobs/ferry-house')).json()
		const letter = document.querySelector('.card .letter').innerText
		const d = j.decisions.find(d => d.run === 'wh-crown' && d.letter === letter)
		await fetch('/api/jobs/ferry-house/changes', {
			method: 'POST', headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ client: 'someone', ops: [{ do: 'add', kind: 'override', in: 'waiting-hall', id: 'f-' + letter,
				value: { id: '', run: d.run, corner: d.corner, question: 'coped', choice: 'left' } }] }) })
	})(), true)`)
	b.until("document.querySelector('.card .acts')?.innerText.includes('Back to the house rules')")
}

var streams = regexp.MustCompile(`(?s)stream\r?\n(.*?)endstream`)

// inflated are the contents of a PDF's compressed streams.
func inflated(pdf []byte) string {
	var out strings.Builder
	for _, m := range streams.FindAllSubmatch(pdf, -1) {
		if z, err := zlib.NewReader(bytes.NewReader(m[1])); err == nil {
			_, _ = io.Copy(&out, z)
		}
	}
	return out.String()
}

// House rules: what would change is shown before a school is followed; a set is kept under
// a name, compared and taken; a room can follow another school.
func TestHouseRules(t *testing.T) {
	b := onDemo(t, "shop/rules")
	b.until("document.querySelectorAll('.questions > li').length === 21")
	b.click(".schools button", "two transition pieces")
	b.see("would change")
	b.click(".trial .btn", "Leave it")
	b.click(".schools button", "a hair short where a cope covers")
	b.see("pieces would change")
	b.see(`shorter`)
	b.click(".trial .btn", "Follow it in this job")
	b.until("document.querySelector('[aria-label=\"Square pieces\"] .on').innerText.startsWith('a hair short')")
	b.fill("a hair is", "1/64")
	b.see("pieces would change")
	assert.Contains(t, js[string](b, "document.querySelector('aside .trial').innerText"), "longer", "a smaller hair")
	b.click("aside .trial .btn", "Follow it in this job")
	b.until("!document.querySelector('.trial')")
	b.do(chromedp.SendKeys("form input", "Imogen", chromedp.ByQuery))
	b.click("form .btn", "Keep these under a name")
	b.until("document.querySelector('.sets select')?.value === 'Imogen'")
	b.click(".schools button", "a hair long and sprung in")
	b.click(".trial .btn", "Follow it in this job")
	b.until("document.querySelector('[aria-label=\"Square pieces\"] .on').innerText.startsWith('a hair long')")

	b.click(".story .word", "Joints")
	b.click("button", "Compare two sets")
	b.until("document.querySelectorAll('.el-dialog tbody tr').length === 12")
	b.see("pieces differ")
	b.do(chromedp.Evaluate("document.querySelector('.el-dialog__headerbtn').click()", nil))

	// A weight that is moved tells what would change before it is let go.
	js[bool](b, `(() => { const r = document.querySelector('.weights input'); r.value = 0; r.dispatchEvent(new Event('input')); return true })()`)
	b.see("Let go here,")
	assert.Equal(t, "75", js[string](b, "document.querySelector('.weights b').innerText"), "nothing is taken yet")
	js[bool](b, `(() => { const r = document.querySelector('.weights input'); r.value = 0; r.dispatchEvent(new Event('change')); return true })()`)
	b.until("document.querySelector('.weights b').innerText === '0'")

	b.click(".weights a", "All house rules")
	b.until("document.querySelector('.sets select')")
	js[bool](b, `(() => { const s = document.querySelector('.sets select'); s.value = 'Imogen'; s.dispatchEvent(new Event('change')); return true })()`)
	b.click(".sets .btn", "Follow this set")
	b.see("would change")
	b.click(".trial .btn", "Follow it in this job")
	b.until("document.querySelector('.sets .quiet').innerText === 'taken from Imogen'")
	b.until("document.querySelector('[aria-label=\"Square pieces\"] .on').innerText.startsWith('a hair short')")
	js[bool](b, `(() => { const s = document.querySelector('[aria-label="Where"]'); s.value = 'galley'; s.dispatchEvent(new Event('change')); return true })()`)
	b.until("document.querySelector('[aria-label=\"Question\"]')")
	b.click(".other .btn", "Decide it so there")
	b.see("inside corner: glued mitre")
	b.click(".others .link", "Drop")
	b.see("Nothing is decided otherwise.")
}
