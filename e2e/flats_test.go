package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	made "gnomon/demo"
)

// A block of flats of 300 rooms on a phone: brought in, walked through, a corner read anew by thumb, a piece found that is in none of
// the rooms seen, its cut marked, and all of it printed. The page holds the rooms that it showed, not all.
func TestABlockOfFlats(t *testing.T) {
	file := filepath.Join(t.TempDir(), "row.json")
	require.NoError(t, os.WriteFile(file, made.Flats(300), 0o644))
	p := run(t, "serve", "--db", filepath.Join(t.TempDir(), "g.db"))
	b := open(t, 390, 844)
	b.goTo(p.addr + "/")
	b.see("None yet")
	b.do(chromedp.SetUploadFiles("input[type=file]", []string{file}, chromedp.ByQuery))
	b.until("document.querySelector('.thumb h2')?.innerText.startsWith('Wall 1')")
	sent := func() int {
		return js[int](b, "performance.getEntriesByType('resource').filter(e => e.name.includes('/told')).reduce((n, e) => n + e.encodedBodySize, 0)")
	}
	assert.Less(t, sent(), 60_000, "a page of 300 rooms begins with what it shows")

	// Corner B of a room far down, by thumb.
	go60 := func(words, title string) {
		b.do(chromedp.Click("[aria-label='Go to a wall, corner or piece']", chromedp.ByQuery))
		b.until("document.activeElement?.classList.contains('ask')")
		b.press(words)
		b.until("document.querySelector('[role=option]')?.innerText.includes(" + quote(title) + ")")
		b.press(kb.Enter)
	}
	go60("flat 60, kitchen", "Flat 60, kitchen")
	b.until("document.querySelector('.room').innerText.startsWith('Flat 60, kitchen')")
	js[bool](b, "(document.querySelectorAll('.band .wall')[1].click(), true)")
	b.until("document.querySelector('.thumb h2').innerText.startsWith('Wall 2')")
	js[bool](b, "(document.querySelector('.thumb .on').click(), true)")
	b.until("document.querySelector('.thumb h2').innerText.startsWith('Corner B')")
	for _, k := range []string{"9", "1", "point", "7"} {
		b.tap(k)
	}
	before := sent()
	js[bool](b, "(document.querySelector('.thumb .on').click(), true)")
	job := js[string](b, "location.pathname.split('/')[2]")
	waitFor(t, "the reading", func() bool {
		return strings.Contains(string(get(t, p.addr+"/api/jobs/"+job+"/file")), `"reading": 91.7`)
	})
	assert.Equal(t, before, sent(), "an edit asks for nothing besides")

	// A piece of a room that was never shown, at the saw.
	go60("crown 3 flat 41, hall", "Flat 41, hall")
	b.until("document.querySelector('.saw h2')?.innerText.includes('Crown 3')")
	b.until("document.querySelector('.room').innerText.startsWith('Flat 41, hall')")
	js[bool](b, "(document.querySelector('.saw .act').click(), true)")
	waitFor(t, "the mark", func() bool { return strings.Contains(string(get(t, p.addr+"/api/jobs/"+job+"/file")), `"kind": "cut"`) })

	// All of it is printed: the rooms are fetched for that.
	b.goTo(p.addr + "/jobs/" + job + "/joints?room=f1")
	b.until("document.querySelectorAll('.joints .list li').length > 0")
	js[bool](b, "(window.print = () => (window.printed = document.querySelectorAll('.print-only .of').length), true)")
	b.click(".el-segmented__item", "Cut list")
	b.click(".tools .link", "Print all rooms")
	b.untilFor(time.Minute, "window.printed === 300")
	for _, sheet := range []string{"cutsheet.pdf", "labels.pdf"} {
		assert.True(t, strings.HasPrefix(string(get(t, p.addr+"/api/jobs/"+job+"/"+sheet)), "%PDF"), sheet)
	}
}
