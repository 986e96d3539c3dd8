package e2e

import (
	"bytes"
	"encoding/json"
	"io"
	"math/rand/v2"
	"net/http"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	jobs "gnomon/core/job"
	"gnomon/core/measure"
	ferry "gnomon/demo"
	"gnomon/files"
)

// threeRooms is a job whose first three rooms were cut on a saw that is 0.3° off to the left, and hung, each joint told of; its fourth room is still to be
// cut.
func threeRooms(t *testing.T) []byte {
	t.Helper()
	j := ferry.YearJob(1)
	for n := 2; len(j.Rooms) < 4; n++ {
		next := ferry.YearJob(n)
		j.Rooms = append(j.Rooms, next.Rooms...)
	}
	names := []string{"Hall", "Parlour", "Store", "Next room"}
	j.Rooms = j.Rooms[:4]
	for i := range j.Rooms {
		j.Rooms[i].Name = names[i]
	}
	j.Name = "Three rooms"
	j.Tools.Reading = .2 // a good protractor
	require.NoError(t, jobs.Resolve(&j, measure.UnitInch))
	j.Normalise()
	last := j.Rooms[3]
	j.Rooms = j.Rooms[:3]
	crew := ferry.Crew{Zero: -.3, ReadingSD: .15, Says: 95, Scatter: .3, LengthSD: 1.0 / 128, Hides: 1.0 / 16, People: []string{"Ada"}}
	_, err := crew.Work(&j, rand.New(rand.NewPCG(1, 3)), time.Date(2031, 3, 3, 8, 0, 0, 0, time.UTC))
	require.NoError(t, err)
	j.Rooms = append(j.Rooms, last)
	var b bytes.Buffer
	require.NoError(t, files.WriteJob(&b, j))
	return b.Bytes()
}

func posted(t *testing.T, url, body string) []byte {
	t.Helper()
	r, err := http.Post(url, "application/json", strings.NewReader(body))
	require.NoError(t, err)
	defer r.Body.Close()
	b, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	require.Equal(t, 200, r.StatusCode, "%.300s", b)
	return b
}

// Three rooms were hung with a saw that is off. The Log names it with what it rests on; the offer is taken, the next room is dialled by it, the closing sheet
// is there; and it is taken back.
func TestWhatTheLastRoomTaught(t *testing.T) {
	p := demoShop(t)
	var made struct{ ID string }
	require.NoError(t, json.Unmarshal(posted(t, p.addr+"/api/jobs/import", string(threeRooms(t))), &made))
	posted(t, p.addr+"/api/jobs/"+made.ID+"/shop/keep", `{"client":"z","kind":"saw","id":"loft"}`)
	at := p.addr + "/jobs/" + made.ID
	b := open(t, 1280, 800)
	b.goTo(at + "/log")
	b.see("closed")
	b.until("document.querySelectorAll('.mark').length > 10")
	// What nobody said yet is said: two taps.
	told := js[int](b, "document.querySelectorAll('.mark.untold:not(.down)').length")
	if told > 0 {
		b.click(".untold-list button", "")
		b.tap("Closed")
		b.until(`document.querySelectorAll('.mark.untold:not(.down)').length === ` + string(rune('0'+told-1)))
	}

	b.goTo(at + "/log?sheet=offers")
	b.see("The saw in the loft cuts 0.")
	b.see("too far left at")
	b.see("It rests on")
	b.see("95 times in 100")
	b.until("document.querySelector('.offer .box svg')")
	b.tap("What would change?")
	b.see("dialled otherwise")
	b.tap("Take it")
	b.see("Taken and left")
	b.until("![...document.querySelectorAll('.offer h3')].some(e => e.innerText.includes('The saw in the loft'))")

	// The next room's settings include it.
	var file struct{ Rooms []struct{ ID string } }
	require.NoError(t, getJSON(p.addr+"/api/jobs/"+made.ID+"/file", &file))
	room := file.Rooms[3].ID
	b.goTo(at + "/saw?room=" + room)
	b.until("document.querySelector('.saw .act')")
	for range 12 {
		if js[bool](b, "document.body.innerText.includes('own error')") {
			break
		}
		b.key("j")
		time.Sleep(150 * time.Millisecond)
	}
	b.see("own error of −0.")
	// A miscut, and why.
	whys := len(factsOf(t, p.addr, "/api/jobs/"+made.ID)["why"])
	b.key("x")
	b.see("Why?")
	b.tap("mirror image")
	b.until("!document.querySelector('[aria-label^=Why]')")

	require.Eventually(t, func() bool { return len(factsOf(t, p.addr, "/api/jobs/"+made.ID)["why"]) > whys }, 10*time.Second, 100*time.Millisecond)
	b.goTo(at + "/log?sheet=book")
	b.see("the mirror image")
	b.goTo(at + "/log?sheet=closing")
	b.see("Hours at the saw and on the wall")
	b.see("Earned by the hour")
	assert.NotEmpty(t, b.print())
	r, err := http.Get(p.addr + "/api/jobs/" + made.ID + "/closing.pdf")
	require.NoError(t, err)
	defer r.Body.Close()
	assert.Equal(t, 200, r.StatusCode)

	b.goTo(at + "/log?sheet=offers")
	b.tap("Take it back")
	b.until("![...document.querySelectorAll('button')].some(e => e.innerText === 'Take it back')")
}

// The shop's page over a year of jobs: charts with tables behind them, and it is printed; nothing where there are no facts.
func TestWhatTheWorkSays(t *testing.T) {
	p := demoShop(t)
	b := open(t, 1280, 900)
	b.goTo(p.addr + "/jobs/shop/shop/log")
	b.see("What the work says")
	b.see("12 jobs")
	b.until("document.querySelectorAll('.charts .box svg').length >= 4")
	b.see("Month by month")
	b.see("An end coped at the bench")
	js[bool](b, "([...document.querySelectorAll('.charts .link')][0].click(), true)")
	b.until("document.querySelectorAll('.charts table:not(.sr) tbody tr').length >= 10")
	assert.NotEmpty(t, b.print())
	empty := onDemo(t, "shop/log")
	empty.see("No job has facts yet")
}

// How a joint closed is asked while one stands at it: on a phone, of what just went up.
func TestHowItClosedOnThePhone(t *testing.T) {
	p := demo(t)
	const job = "/api/jobs/ferry-house"
	cutAll(t, p.addr, job, "study")
	b := open(t, 390, 844)
	b.goTo(p.addr + "/jobs/ferry-house/hang?room=study")
	b.until("document.querySelector('.hang .card')")
	for range 6 {
		b.tap("Hung")
		time.Sleep(400 * time.Millisecond)
		if js[bool](b, "!!document.querySelector('.just .tap')") {
			break
		}
	}
	b.see("How did it close?")
	b.tap("Closed")
	b.until("!!document.querySelector('.fits .said')")
	require.Eventually(t, func() bool { return len(factsOf(t, p.addr, job)["fit"]) == 1 }, 10*time.Second, 100*time.Millisecond)
}

// demoShop starts the program on a fresh demo with its made-up year.
func demoShop(t *testing.T) *program {
	t.Helper()
	return run(t, "demo", "--db", filepath.Join(t.TempDir(), "demo.db"), "--fresh")
}
