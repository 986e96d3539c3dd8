package e2e

import (
	"fmt"
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

// lShape is typed wall by wall: length, then the reading of the corner at its
// right end; the third corner turns away.
var lShape = []struct{ length, reading, kind string }{
	{"12'", "90.4", ""}, {"8-0", "89.6", ""}, {"60", "91", "o"}, {"48", "90", ""}, {"84", "89", ""}, {"3657.6 mm", "44.7", "s"},
}

// From an empty database to two marked cuts by keyboard alone; then the
// program is started again, and a second browser watches.
func TestFromTapeToSaw(t *testing.T) {
	db := filepath.Join(t.TempDir(), "gnomon.db")
	p := run(t, "serve", "--db", db)
	b := open(t, 1280, 800)
	b.goTo(p.page)
	b.see("None yet")

	b.tabTo("form input")
	b.press("Shed")
	b.press(kb.Enter)
	b.focused("Wall 1") // ready to type
	for range 2 {
		b.click(".low .btn", "Add wall")
	}
	b.see("0 of 6 walls")
	b.do(chromedp.Reload())
	b.see("0 of 6 walls")
	b.press(kb.Enter)
	for i, w := range lShape {
		n := string(rune('1' + i))
		b.focused("Wall " + n)
		b.press(w.length)
		if i == 4 { // the door, while still on its wall
			b.key("o")
			b.enter("Opening from left end", "24")
			b.enter("width", `36 1/2`)
		} else {
			b.press(kb.Enter)
		}
		b.focused("Corner " + string(rune('A'+i)))
		b.press(w.reading)
		switch w.kind {
		case "o":
			b.key("o")
		case "s": // corner, deflection, mitre
			b.key("s")
			b.until("document.querySelector('[aria-label=\"Scale of the reading\"] .is-selected')?.innerText === 'deflection'")
			b.key("s")
			b.until("document.querySelector('[aria-label=\"Scale of the reading\"] .is-selected')?.innerText === 'mitre'")
		}
		b.press(kb.Enter)
	}
	b.focused("Wall 1")
	b.see("6 of 6 walls, 6 of 6 corners")
	b.see("A wall can be off by up to")

	b.chord(input.ModifierAlt, "3")
	b.until("document.querySelector('.joints .list')")
	b.key("l")
	b.until("document.querySelectorAll('.lower .cuts tbody tr').length === 7")
	rows := js[[]string](b, "[...document.querySelectorAll('.lower .cuts tbody tr')].map(r => r.innerText.replace(/\\s+/g, ' ').trim())")
	for i, want := range []string{
		"Base 1 wall 1 1 square 0° 12′ square 0°",
		"Base 2 wall 2 3 cope into base 1 45° right long 8′ square 0°",
		"Base 3 wall 3 4 cope into base 2 45° right long 5′ mitre with base 4 44.5° right short",
		"Base 4 wall 4 2 mitre with base 3 44.5° left short 4′ square 0°",
		"Base 5 wall 5 5 cope into base 4 45° right long 2′ butt against the casing 0°",
		"Base 6 wall 5 7 butt against the casing 0° 1′ 11 1/2″ cope into base 7 45.5° left long",
		"Base 7 wall 6 6 square short of the corner 0° 11′ 11 63/64″ measured 12′ cope into base 1 44.5° left long",
	} {
		assert.Equal(t, want, rows[i])
	}
	assert.Len(t, rows, 7)

	b.chord(input.ModifierAlt, "5")
	b.see("0 of 19 done")
	b.until("document.querySelector('.saw .blade')")
	first := js[string](b, "document.querySelector('.saw h2').innerText")
	assert.Contains(t, first, "Base 1")

	second := open(t, 820, 1180)
	second.goTo(js[string](b, "location.href"))
	second.see("0 of 19 done")
	second.until("document.querySelector('.saw .blade')")

	b.press(" ")
	b.see("1 of 19 done")
	b.press(" ")
	b.see("2 of 19 done")
	second.see("2 of 19 done")
	assert.Equal(t, 1, js[int](second, "document.querySelectorAll('.band .piece.done').length"), "the piece fills in on the band")

	p.stop()
	p = run(t, "serve", "--db", db)
	b.goTo(strings.TrimSuffix(p.page, "/") + js[string](b, "location.pathname"))
	b.see("2 of 19 done")
	assert.Equal(t, 1, js[int](b, "document.querySelectorAll('.band .piece.done').length"))

	// A wall measured again after its piece was cut is a note, not a silent change.
	b.chord(input.ModifierAlt, "2")
	b.see("6 of 6 walls")
	js[bool](b, "(document.querySelectorAll('.band .wall')[0].click(), true)")
	b.press(kb.Enter)
	b.enter("Wall 1", "12' 1/2")
	b.see("Base 1 was cut at 12′ and is now planned at 12′ 1/2″, 1/2″ longer.")
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	b.chord(input.ModifierCtrl, "z")
	b.see("A wall can be off by up to")
}

// A refused value stays in its field with the way out, and nothing is lost.
func TestRefusedValue(t *testing.T) {
	b := onDemo(t, "measure")
	b.see("8 of 8 walls")
	b.press(kb.Enter)
	b.enter("Wall 1", "21' 4 furlongs")
	b.see("means nothing here")
	b.see("Write it like 12'")
	assert.Equal(t, "21' 4 furlongs", js[string](b, "document.activeElement.value"))
	b.press(kb.Escape)
	assert.Equal(t, "21' 4 1/2", js[string](b, "document.activeElement.value"))
	// Left for another wall, the refusal is said where it can still be seen.
	b.press("99 furlongs")
	b.until("document.activeElement.value.endsWith('99 furlongs')")
	b.do(chromedp.Click(".band .wall:nth-of-type(3)", chromedp.ByQuery))
	b.see("99 furlongs”")
}

// Two people on one field: the second is shown both values and chooses.
func TestTwoPeopleOneField(t *testing.T) {
	p := demo(t)
	a, b := open(t, 1280, 800), open(t, 1280, 800)
	for _, w := range []*browser{a, b} {
		w.goTo(p.page)
		w.see("8 of 8 walls")
		w.press(kb.Enter)
		w.focused("Wall 1")
	}
	// The second has typed and not yet taken it when the first one's arrives.
	b.press("22'")
	a.enter("Wall 1", "21'")
	b.until("document.querySelector('.band .len')?.innerText === '21′'")
	b.press(kb.Enter)
	b.see("Someone else changed this too")
	assert.Contains(t, js[string](b, "document.querySelector('.el-dialog').innerText"), "while you entered 22′, it became 21′")
	b.tabTo(".el-dialog .btn:not(.main)")
	b.press(kb.Enter)
	a.until("document.querySelector('.band .len')?.innerText === '22′'")
}

func TestOneCornerOnAPhone(t *testing.T) {
	p := run(t, "serve", "--db", filepath.Join(t.TempDir(), "gnomon.db"))
	b := open(t, 390, 844)
	b.goTo(p.addr + "/corner")
	b.until("document.querySelectorAll('.answers article').length === 2")
	b.do(chromedp.Focus(".read input"), chromedp.Evaluate("document.activeElement.select()", nil))
	b.press("91.5")
	b.see("A corner of 91.5°: each mitre takes 44.25°.")
	assert.Equal(t, []string{"44.25° left", "0°", "left"}, js[[]string](b, "[...document.querySelectorAll('article:first-of-type b')].map(e => e.innerText)"))
	assert.LessOrEqual(t, js[int](b, "document.documentElement.scrollWidth"), 390, "nothing runs off a phone's side")
	b.do(chromedp.Focus(".read input"), chromedp.Evaluate("document.activeElement.select()", nil))
	b.press("190")
	b.see("This corner cannot read 190° on the corner scale.")
}

// The pages keep to themselves: all they load comes from the program.
func TestNothingComesFromElsewhere(t *testing.T) {
	p := demo(t)
	b := open(t, 1280, 800)
	for _, stop := range []string{"measure", "joints", "saw", "shop"} {
		b.goTo(p.addr + "/jobs/ferry-house/" + stop)
		b.see("Waiting Hall")
		for _, u := range js[[]string](b, "performance.getEntriesByType('resource').map(e => e.name)") {
			require.True(t, strings.HasPrefix(u, p.addr) || strings.HasPrefix(u, "data:"), u)
		}
	}
}

// A room that somebody else has measured in is not undone: it says why, and the next undo goes on
// to the change before.
func TestUndoSaysWhatHindersIt(t *testing.T) {
	p := demo(t)
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/measure")
	b.see("8 of 8 walls")
	b.press(kb.Enter)
	b.enter("Wall 1", "21'")
	b.until("document.querySelector('.band .len')?.innerText === '21′'")
	b.newRoom("Larder", 4)
	var j struct {
		Rooms []struct {
			Title string
			Walls []struct{ ID string }
		}
	}
	require.NoError(t, getJSON(p.addr+"/api/jobs/ferry-house", &j))
	room := j.Rooms[len(j.Rooms)-1]
	require.Equal(t, "Larder", room.Title)
	res, err := http.Post(p.addr+"/api/jobs/ferry-house/changes", "application/json",
		strings.NewReader(fmt.Sprintf(`{"client":"other","ops":[{"do":"add","kind":"length","in":%q,"id":"x1","value":{"id":"","length":"8'"}}]}`, room.Walls[0].ID)))
	require.NoError(t, err)
	res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
	b.do(chromedp.Evaluate("document.activeElement.blur()", nil))
	b.chord(input.ModifierCtrl, "z")
	b.see("Larder stays: since it was added, 1 length was added by the desk")
	b.chord(input.ModifierCtrl, "z")
	b.see("Undone.")
	require.NoError(t, getJSON(p.addr+"/api/jobs/ferry-house", &j))
	assert.Equal(t, "Larder", j.Rooms[len(j.Rooms)-1].Title)
}
