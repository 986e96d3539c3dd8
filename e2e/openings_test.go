package e2e

import (
	"io"
	"net/http"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// fetched is what an address of the program gives.
func fetched(t *testing.T, url string) string {
	t.Helper()
	r, err := http.Get(url)
	require.NoError(t, err)
	defer r.Body.Close()
	b, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	require.Equal(t, 200, r.StatusCode, "%s", b)
	return string(b)
}

// The Ferry House's door that is 3/8 out of square: one line at Joints that unfolds, each mitre half of its own corner; base dies
// into its casing; its leg is cut at the saw, flat, and the sheet of all casings prints.
func TestCasingsOfTheFerryHouse(t *testing.T) {
	b := onDemo(t, "joints?room=waiting-hall")
	b.until("document.querySelectorAll('.joints .list > li.set').length === 3")
	b.click(".joints .list > li.set b.kind", "Door 1")
	b.see("top left: 90.25°, each cut 44.88°")
	b.see("top right: 89.75°, each cut 45.13°")
	b.until("document.querySelectorAll('.detail svg.elevation .part').length === 3")
	b.until("document.querySelectorAll('.joints .list .parts li').length === 3")
	js[bool](b, "(document.querySelector('.joints .list .parts button').click(), true)")
	b.see("Inner edge at the reveal, all the way up")
	// The window's stool says what else is done to it.
	b.click(".joints .list > li.set b.kind", "Window 1")
	b.see("Notch the left end: 4 29/32″ along the wall")
	b.until("document.querySelectorAll('.detail svg.elevation .part').length === 8")
	// Base ends where the casing will stand.
	b.click("label .el-segmented__item-label, .el-segmented__item-label", "Cut list")
	b.see("against the casing")

	b.goTo(strings.Replace(js[string](b, "location.href"), "/joints", "/saw", 1))
	b.until("document.querySelector('.saw h2')?.innerText.startsWith('Opening 1')") // the longest of what goes around openings, before any base
	for range 30 {                                                                  // one by one to the door's head, as J goes
		if js[bool](b, "document.querySelector('.saw h2').innerText.startsWith('Door 1 head')") {
			break
		}
		was := js[string](b, "document.querySelector('.saw h2').innerText + location.search")
		b.key("j")
		b.until("document.querySelector('.saw .blade') && document.querySelector('.saw h2').innerText + location.search !== " + quote(was))
	}
	b.see("On its back, face up, outer edge to the fence.")
	b.see("to the short point")
	js[bool](b, "(document.querySelector('.act').click(), true)")
	b.see("1 of 84 done")

	at := js[string](b, "location.origin") + "/api/jobs/ferry-house/"
	assert.True(t, strings.HasPrefix(fetched(t, at+"cutsheet.pdf"), "%PDF-"))
	assert.Contains(t, fetched(t, at+"schedule.csv"), "Waiting Hall,8,Door 1,door,jamb")
	assert.Contains(t, fetched(t, at+"rooms/waiting-hall/plan.dxf"), "CASINGS")
}

// A new window at the desk, by keys: jamb to jamb, its diagonals, framed in four mitres at once; what is misread is told.
func TestMeasureAWindow(t *testing.T) {
	b := onDemo(t, "measure?room=galley")
	b.until("document.querySelectorAll('.band .wall').length === 6")
	b.key("o")
	b.enter("Opening from left end", "40")
	b.enter("width, jamb to jamb", "30")
	b.click(".low .btn", "Openings 1")
	b.click(".facts .el-segmented__item-label", "window")
	b.fill("left height", "40")
	b.fill("diagonal ↗", "50")
	b.fill("diagonal ↘", "50")
	b.fill("width, head", "30")
	b.see("its corners come to 360°")
	// An inch burned on one of them is found by the check of the six.
	b.fill("diagonal ↗", "51")
	b.see("its six lengths do not go together")
	b.see("as the burned inch makes it would explain it")
	js[bool](b, "([...document.querySelectorAll('.facts .mini')].find(e => e.innerText.includes('from the burned')).click(), true)")
	b.see("its corners come to 360°")
	b.goTo(strings.Replace(js[string](b, "location.href"), "/measure", "/joints", 1))
	b.click(".joints .list > li.set b.kind", "Window 1")
	b.see("picture frame")
	b.until("document.querySelectorAll('.detail svg.elevation .part').length === 4")
	// Like the door beside it, and back with one undo.
	b.goTo(strings.Replace(js[string](b, "location.href"), "/joints", "/measure", 1))
	b.click(".low .btn", "Openings 1")
	like := `document.querySelector('[aria-label="Make it like another opening"]')`
	b.until(like)
	b.until(like + ".querySelector('[value=wh-window]')")
	js[bool](b, `(() => { const s = `+like+`; s.value = 'wh-window';
		s.dispatchEvent(new Event('change')); return true })()`)
	b.see("stool past casing")
	b.chord(2, "z")
	b.until("![...document.querySelectorAll('label')].some(l => l.innerText.trim() === 'stool past casing')")
}

// A door by thumb: from, width and the rest keyed one after the other, on to the next thing by one key.
func TestMeasureADoorByThumb(t *testing.T) {
	b := open(t, 390, 844)
	b.goTo(demo(t).addr + "/jobs/ferry-house/measure?room=galley")
	b.until("document.querySelector('.thumb h2')?.innerText.startsWith('Wall 1')")
	b.tap("Add a door or window in this wall")
	figure := func(keys ...string) {
		for _, k := range keys {
			b.tap(k)
		}
		js[bool](b, "(document.querySelector('.thumb .on').click(), true)")
	}
	b.see("New door")
	figure("4", "0", "3/16")
	b.until("document.querySelector('.thumb h2').innerText.includes('width at the foot')")
	figure("3", "0")
	b.until("document.querySelector('.thumb h2').innerText.includes('Door 1 width at the head')")
	figure("3", "0")
	b.until("document.querySelector('.thumb h2').innerText.includes('left height')")
	figure("8", "0")
	b.until("document.querySelector('.thumb h2').innerText.includes('right height')")
	figure()
	b.until("document.querySelector('.thumb h2').innerText.includes('bottom left to top right')")
	figure("8", "5", "1/2")
	b.until("document.querySelector('.thumb h2').innerText.includes('top left to bottom right')")
	figure("8", "5", "3/8")
	b.until("document.querySelector('.thumb h2').innerText.startsWith('Corner A')")
	b.press(kb.Escape)
	b.goTo(strings.Replace(js[string](b, "location.href"), "/measure", "/joints", 1))
	b.see("Door 1")
	assert.Contains(t, fetched(t, js[string](b, "location.origin")+"/api/jobs/ferry-house/schedule.csv"), "Galley,1,Door 1,door,jamb,40 3/16,30,80")
}

// With the practice instruments P in a field reads what stands there, at the desk; on the phone one key reads side after side.
func TestReadADoorWithInstruments(t *testing.T) {
	p := run(t, "demo", "--year", "0", "--instruments", "--db", filepath.Join(t.TempDir(), "g.db"))
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/measure?room=ticket-office")
	b.until("document.querySelectorAll('.band .wall').length === 8")
	b.click(".low .btn", "Openings 1")
	read := func(label, want string) {
		at := "[...document.querySelectorAll('.jamb label')].find(l => l.innerText.trim() === " + quote(label) + ")?.control"
		b.until(at)
		js[bool](b, "("+at+".focus(), true)")
		b.key("p")
		b.until(want + ".test(" + at + ".value)")
	}
	read("right height", `/^(6' 8|6' 7 (15|31))/`)
	read("top left", `/^(89|90)\.?\d*$/`)

	phone := open(t, 390, 844)
	phone.goTo(p.addr + "/jobs/ferry-house/measure?room=ticket-office")
	phone.until("document.querySelector('.thumb h2')?.innerText.startsWith('Wall 1')")
	js[bool](phone, "(document.querySelector('.thumb .on').click(), true)")
	for _, side := range []string{"from the wall", "width at the foot", "width at the head", "left height"} {
		phone.until("document.querySelector('.thumb h2')?.innerText.includes('" + side + "')")
		phone.until("document.querySelector('.thumb .read')?.innerText === 'Laser' && !document.querySelector('.thumb .on').disabled")
		js[bool](phone, "(document.querySelector('.thumb .read').click(), true)")
	}
	phone.until("document.querySelector('.thumb h2').innerText.includes('right height')")
	phone.do(chromedp.EmulateViewport(844, 390))
	phone.until("innerWidth === 844 && document.querySelector('.thumb .on').getBoundingClientRect().bottom <= innerHeight")
}
