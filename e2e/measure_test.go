package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// houses are the Ferry House's rooms: how each corner turns, in the order of the
// walk.
var houseRooms = []struct{ name, turns string }{
	{"Waiting Hall", "iiiooiii"}, {"Ticket Office", "iioiioii"}, {"Galley", "iioiii"}, {"Purser's Study", "iioiii"},
}

// newRoom adds a room by keyboard and stands at its first wall.
func (b *browser) newRoom(name string, walls int) {
	b.t.Helper()
	b.do(chromedp.Evaluate("document.activeElement?.blur()", nil))
	b.until("document.querySelector('.room') || document.querySelector('main .btn.main')")
	if js[bool](b, "document.body.innerText.includes('No room yet') && !!document.querySelector('main .btn.main')") {
		b.tabTo("main .btn.main")
		b.press(kb.Enter)
	} else {
		b.click(".room", js[string](b, "document.querySelector('.room').innerText.trim()"))
		b.click(".el-dropdown-menu__item", "Add room…")
	}
	b.tabTo(".el-dialog input:not([inputmode])")
	b.press(name)
	b.tabTo(".el-dialog input[inputmode=numeric]")
	b.do(chromedp.Evaluate("document.activeElement.select()", nil))
	b.press(fmt.Sprint(walls))
	b.press(kb.Enter)
	b.see(fmt.Sprintf("0 of %d walls", walls))
	b.until("!document.querySelector('.el-dialog')?.offsetParent")
	b.press(kb.Enter)
	b.focused("Wall 1")
}

// The four rooms are measured with the practice instruments from an empty job;
// then three mistakes are made, and the program names each.
func TestMeasureWithInstruments(t *testing.T) {
	p := run(t, "demo", "--year", "0", "--instruments", "--db", filepath.Join(t.TempDir(), "g.db"))
	b := open(t, 1280, 800)
	res, err := http.Post(p.addr+"/api/jobs", "application/json", strings.NewReader(`{"name":"Practice","unit":"in"}`))
	require.NoError(t, err)
	var made struct{ ID string }
	require.NoError(t, json.NewDecoder(res.Body).Decode(&made))
	require.NoError(t, res.Body.Close())
	b.goTo(p.addr + "/jobs/" + made.ID + "/measure")
	b.see("No room yet")
	for _, r := range houseRooms {
		n := len(r.turns)
		b.newRoom(r.name, n)
		for i, turn := range r.turns {
			b.focused(fmt.Sprintf("Wall %d", i+1))
			b.key("p")
			b.focused("Corner " + string(rune('A'+i)))
			if turn == 'o' {
				b.key("o")
				b.until("document.querySelector('[aria-label=\"Inside or outside\"] .is-selected')?.innerText === 'outside'")
			}
			b.key("p")
		}
		b.focused("Wall 1")
		b.see(fmt.Sprintf("%d of %d walls, %d of %d corners", n, n, n, n))
		b.see("closes to")
		assert.NotContains(t, js[string](b, "document.body.innerText"), "does not close", r.name)
	}

	// A misread foot in the study.
	was := js[string](b, "document.activeElement.value")
	assert.Regexp(t, `^1[12]'`, was)
	b.enter("Wall 1", "13"+strings.TrimPrefix(strings.TrimPrefix(was, "11"), "12"))
	b.see("The room does not close.")
	b.see("a misread foot")
	b.until("document.querySelector('.plan .open')")
	b.do(chromedp.Click("[aria-label='Measure wall 1 again']", chromedp.ByQuery))
	b.focused("Wall 1")
	b.key("p")
	b.see("closes to")

	// In the galley a second reading from the burned inch.
	b.click(".room", "Purser's Study ▾")
	b.click(".el-dropdown-menu__item", "Galley")
	b.until("document.querySelector('.room').innerText.startsWith('Galley')")
	b.until("document.querySelector('.plan')?.innerText.includes('closes') ?? true")
	b.click(".band .wall", js[string](b, "document.querySelectorAll('.band .wall')[1].innerText.trim()"))
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	b.key("r")
	b.focused("Wall 2")
	b.press("87")
	b.press(kb.Enter)
	b.see("The readings of wall 2 differ by")
	b.see("the burned inch")
	b.do(chromedp.Evaluate("[...document.querySelectorAll('.chips button')].find(e => e.innerText.startsWith('7′ 3') || e.innerText.startsWith(\"7' 3\")).click()",
		nil))
	b.focused("Wall 2")
	b.key("b")
	b.until("!document.body.innerText.includes('The readings of wall 2 differ by')")
	b.see("closes to")

	// In the hall the protractor's mitre scale, taken for the corner.
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	b.click(".room", "Galley ▾")
	b.click(".el-dropdown-menu__item", "Waiting Hall")
	b.until("document.querySelector('.room').innerText.startsWith('Waiting Hall')")
	b.until("document.querySelectorAll('.band .wall').length === 8")
	b.click(".band .wall", js[string](b, "document.querySelectorAll('.band .wall')[7].innerText.trim()"))
	b.fill("Corner H, reading", "44.8")
	b.see("On the mitre scale it would be a corner of 90.4°")
	b.do(chromedp.Click("[aria-label='Measure corner H again']", chromedp.ByQuery))
	b.focused("Corner H")
	b.key("s")
	b.key("s")
	b.see("closes to")
}

// A burst of typing that ends in Enter while no field waits is a reading for the
// tray, never a shortcut, and is there after a reload.
func TestTypingInstrument(t *testing.T) {
	b := onDemo(t, "measure?room=galley")
	b.see("6 of 6 walls")
	burst := func(text string) {
		js[bool](b, "[..."+quote(text)+", 'Enter'].every(k => window.dispatchEvent(new KeyboardEvent('keydown', {key: k, cancelable: true, bubbles: true})) || true)")
	}
	burst(`10' 7 13/16"`)
	b.see("In the tray")
	b.see(`10' 7 13/16"`)
	assert.False(t, js[bool](b, "!!document.querySelector('.el-dialog')"), "the stroke in it opens no search")
	b.do(chromedp.Reload())
	b.see(`10' 7 13/16"`)
	b.do(chromedp.Click(".tray .btn", chromedp.ByQuery))
	b.until("!document.querySelector('.tray')")
	b.focused("Corner A")
	b.until("!document.body.innerText.includes('The room does not close')")
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	burst("ujk")
	b.see("ft in")
	assert.Equal(t, "ft in", js[string](b, "document.querySelector('.units .is-selected').innerText"), "no key of a burst acts")
	b.key("u")
	b.until("document.querySelector('.units .is-selected').innerText === 'mm'")
}

// A slow radio link and a busy machine take nothing off a reading: it stays whole with gaps
// of half a second in it, with the page busy while it comes, and where it is typed before the
// page is ready.
func TestTypingInstrumentWithGaps(t *testing.T) {
	b := onDemo(t, "measure?room=galley")
	b.see("6 of 6 walls")
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	for i, c := range `12' 3 5/8"` {
		time.Sleep(time.Duration(i%4) * 150 * time.Millisecond)
		if i == 4 { // longer than any gap of shortcuts, and the keys wait behind it
			js[bool](b, "(() => { const to = performance.now() + 300; while (performance.now() < to); return true })()")
		}
		b.do(chromedp.KeyEvent(string(c)))
	}
	b.do(chromedp.KeyEvent(kb.Enter))
	b.see("In the tray")
	b.see(`12' 3 5/8"`)
	b.do(chromedp.Click(".tray .btn", chromedp.ByQuery))
	b.until("!document.querySelector('.tray')")

	// Typed while the page's own script is still on its way.
	at := js[string](b, "location.href")
	b.do(chromedp.Navigate("about:blank"))
	b.do(chromedp.ActionFunc(func(ctx context.Context) error {
		_, err := page.AddScriptToEvaluateOnNewDocument(`document.addEventListener('readystatechange', () => {
		if (document.readyState !== 'interactive') return
		for (const k of ["9", "8", " ", "1", "/", "2", "Enter"]) window.dispatchEvent(new KeyboardEvent('keydown', { key: k, cancelable: true, bubbles: true }))
		})`).Do(ctx)
		return err
	}))
	b.goTo(at)
	b.see("In the tray")
	b.see("98 1/2")
}

// What else is found at a wall and a corner, and a diagonal that was offered.
func TestFactsOfARoom(t *testing.T) {
	b := onDemo(t, "measure?room=ticket-office")
	b.see("8 of 8 walls")
	b.click(".low .btn", "Wall 1…")
	b.fill("ceiling over floor, left", "113 1/4")
	b.fill("ceiling over floor, right", "113 3/4")
	b.see("The ceiling rises 1/2″ in 11′ 6″.")
	b.fill("leans, + top into room", "1/4 over 48")
	b.fill("studs apart", "16")
	b.do(chromedp.Evaluate("(s => { s.value = 'stud'; s.dispatchEvent(new Event('change')) })(document.querySelector('.facts [aria-label=\"add a\"]'))", nil))
	b.fill("at, from left end", "22")
	b.see("Studs at 6″, 1′ 10″, 3′ 2″")
	b.click(".low .btn", "Diagonals")
	b.focused("Diagonal")
	b.press("11' 8 3/4")
	b.press(kb.Enter)
	b.until("document.querySelectorAll('.plan .shot:not(.offered)').length === 1")
	b.click(".low .btn", "Corner A…")
	b.fill("radius", "3/4")
	b.click(".low .btn", "Room…")
	b.click(".facts .btn", "Copy this room")
	b.see("Ticket Office, copy")
	b.see("0 of 8 walls")
	b.chord(input.ModifierCtrl, "z")
	b.until("!document.body.innerText.includes('Ticket Office, copy')")
}

// A survey file is looked at before it is taken; one at fault is refused by its
// lines. The plan is drawn as DXF that an independent reader opens.
func TestSurveyFiles(t *testing.T) {
	p := demo(t)
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/measure?room=galley")
	b.see("6 of 6 walls")
	dir := t.TempDir()
	bad, good := filepath.Join(dir, "bad.csv"), filepath.Join(dir, "good.csv")
	require.NoError(t, os.WriteFile(bad, []byte("wall,length\n1,9 cubits\n"), 0o644))
	require.NoError(t, os.WriteFile(good,
		[]byte("room,wall,length (mm),corner,reading\nPantry,1,2400,inside,90\nPantry,2,1800,inside,90\nPantry,3,2400,inside,90\nPantry,4,1800,inside,90\n"), 0o644))
	b.click(".low .btn", "Room…")
	b.until("document.querySelector('.facts input[type=file]')")
	b.do(chromedp.SetUploadFiles(".facts input[type=file]", []string{bad}, chromedp.ByQuery))
	b.see("Nothing can be taken until these are mended")
	b.see("line 2, length")
	b.do(chromedp.Click(".survey .el-dialog__headerbtn", chromedp.ByQuery))
	b.until("!document.querySelector('.survey')?.offsetParent")
	b.do(chromedp.SetUploadFiles(".facts input[type=file]", []string{good}, chromedp.ByQuery))
	b.see("closes to 0″")
	b.click(".survey .btn", "Add this room")
	b.see("4 of 4 walls, 4 of 4 corners")
	b.until("document.querySelector('.room').innerText.startsWith('Pantry')")

	dxf := filepath.Join(dir, "plan.dxf")
	require.NoError(t, os.WriteFile(dxf, get(t, p.addr+"/api/jobs/ferry-house/rooms/galley/plan.dxf"), 0o644))
	cmd := exec.Command("node", "-e", `const P = require('dxf-parser'); const d = new (P.default ?? P)().parseSync(require('fs').readFileSync(process.argv[1], 'utf8'));
		const n = k => d.entities.filter(e => e.type === k).length; const w = d.entities.find(e => e.layer === 'WALLS');
		console.log(n('LINE'), n('TEXT'), Math.hypot(w.vertices[1].x - w.vertices[0].x, w.vertices[1].y - w.vertices[0].y).toFixed(3), Object.keys(d.tables.layer.layers).length)`, dxf)
	modules, err := filepath.Abs("../web/node_modules")
	require.NoError(t, err)
	cmd.Env = append(os.Environ(), "NODE_PATH="+modules)
	out, err := cmd.CombinedOutput()
	require.NoError(t, err, string(out))
	assert.Equal(t, "17 13 139.750 8", strings.TrimSpace(string(out)),
		"six walls, a door with its two casings, a dresser, and the gap; sizes, corners and the door; the first wall full size")
}
