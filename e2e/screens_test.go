package e2e

import (
	"crypto/tls"
	"flag"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

var shots = flag.String("screenshots", "", "folder to write the README's pictures to")

// sticksLaid fits the sticks, uses the plan and chooses a piece.
const sticksLaid = `(async () => {
	const press = async (t) => {
		let b
		while (!(b = [...document.querySelectorAll('button')].find(e => e.innerText.trim() === t))) await new Promise(r => setTimeout(r, 50))
		b.click()
	}
	await press('Fit the sticks')
	await press('Use this plan')
	while (!document.querySelector('.flag')) await new Promise(r => setTimeout(r, 50))
	document.querySelectorAll('.piece')[4].click()
})()`

// onWallTwo stands at a wall on the phone and keys most of a length.
const onWallTwo = `(async () => {
	document.querySelectorAll('.band .wall')[3].click()
	await new Promise(r => setTimeout(r, 100))
	for (const k of ['3', 'ft', '2']) [...document.querySelectorAll('.keys .left button')].find(b => b.innerText === k).click()
	document.querySelector('.keys [aria-label="1/2"]').click()
})()`

// someJobs are begun beside the demo's, one of them pinned and promised.
const someJobs = `(async () => {
	const headers = { 'Content-Type': 'application/json' }
	const send = (method, path, body) => fetch('/api/jobs' + path, { method, headers, body: JSON.stringify(body) }).then((r) => r.json())
	for (const name of ['Boat shed, new door', 'Wharf Street 4, upper floor', 'Harbour office'])
		(window.last ??= []).push((await send('POST', '', { name, unit: 'in', room: 'Hall' })).id)
	await send('PATCH', '/' + window.last[1], { pinned: true })
	await send('POST', '/' + window.last[1] + '/changes', { client: 'picture', ops: [{ do: 'set', kind: 'job', field: 'promised', value: '2031-05-30' }] })
	document.querySelector('a[href="/bench/fit"]').click()
	await new Promise(r => setTimeout(r, 600))
	history.back()
	while (document.querySelectorAll('.jobs .next').length < 4) await new Promise(r => setTimeout(r, 50))
})()`

// atCrownEight has what goes up before a piece of crown up, and shows that.
const atCrownEight = `(async () => {
	const wait = () => new Promise(r => setTimeout(r, 120))
	for (let i = 0; i < 18 && !document.querySelectorAll('.list li')[17].classList.contains('done'); i++) {
		document.querySelector('.act').click()
		await wait()
	}
	[...document.querySelectorAll('.list button')].find(b => b.innerText.includes('Crown 8')).click()
	document.querySelector('.main').scrollTo(0, 0)
})()`

// firstDay says when the work begins, and that two people do it.
const firstDay = `(async () => {
	const ops = [['start', '2031-05-05'], ['people', 2]].map(([field, value]) => ({ do: 'set', kind: 'day', field, value }))
	const headers = { 'Content-Type': 'application/json' }
	await fetch('/api/jobs/ferry-house/changes', { method: 'POST', headers, body: JSON.stringify({ client: 'picture', ops }) })
	while (!document.querySelector('.days').innerText.includes('Mon 5 May')) await new Promise(r => setTimeout(r, 50))
})()`

// anyCertificate does not ask whose the certificate is.
var anyCertificate = &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{InsecureSkipVerify: true}}}

// TestScreenshots takes one picture of each main view from the demo.
func TestScreenshots(t *testing.T) {
	if *shots == "" {
		t.Skip("make screenshots takes them")
	}
	p := share(t, "127.0.0.1:0", "--tls", "--year", "12")
	for _, d := range [][2]string{{"Nell’s phone", "measure"}, {"Saw tablet", "saw"}} {
		p.joinBy(anyCertificate, p.shared, d[0], d[1])
	}
	p.code("Ilo’s tablet", "full")
	var listed struct{ Jobs []struct{ ID, Name string } }
	require.NoError(t, getJSON(p.desk+"/api/jobs", &listed))
	at := slices.IndexFunc(listed.Jobs, func(j struct{ ID, Name string }) bool { return j.Name == "The Net Loft" })
	log := "/jobs/" + listed.Jobs[at].ID + "/log" // of the made-up year
	for _, s := range []struct {
		name          string
		path          string
		width, height int
		wait          string
		act           string
	}{
		{"look", "/jobs/ferry-house/look?room=pursers-study", 1280, 800, ".look .cards", "0"},
		{"measure", "/jobs/ferry-house/measure?room=galley", 1280, 800, ".plan svg", "document.querySelectorAll('.band .wall')[0].click()"},
		{"joints", "/jobs/ferry-house/joints?room=waiting-hall", 1280, 800, ".joints .list",
			`document.querySelectorAll('.runs button')[1].click(), document.querySelectorAll('.joints .list > li.set button')[2].click(), document.querySelector('.bar .btn').click()`},
		{"rules", "/jobs/ferry-house/shop/rules", 1280, 800, ".questions li", "document.querySelectorAll('.schools button')[9].click()"},
		{"saw", "/jobs/ferry-house/saw?room=waiting-hall", 1280, 800, ".saw .blade", `document.querySelector('.band [aria-label="Crown 5"]').click()`},
		{"measure-phone", "/jobs/ferry-house/measure?room=galley", 390, 844, ".thumb .keys", onWallTwo},
		{"fit", "/jobs/ferry-house/bench/fit?through=job:quay-crown&coped=job:quay-crown&reading=92&made=90", 1280, 800, "aside li", "0"},
		{"shop", "/jobs/shop/shop", 1280, 800, ".shop .card", "0"},
		{"jobs", "/", 1280, 800, ".jobs .next", someJobs},
		{"odd", "/jobs/ferry-house/bench/odd?detail=bullnose&moulding=hall-base&field=radius=3&field=pieces=2", 1280, 800, ".answer dd", "0"},
		{"hang", "/jobs/ferry-house/hang?room=waiting-hall", 1280, 800, ".hang .card", atCrownEight},
		{"hang-phone", "/jobs/ferry-house/hang?room=waiting-hall", 390, 844, ".hang .card", atCrownEight},
		{"ladder", "/jobs/ferry-house/hang?room=waiting-hall&sheet=ladder", 1280, 800, ".task", "0"},
		{"day", "/jobs/ferry-house/hang?room=waiting-hall&sheet=day", 1280, 800, ".plan .list li", firstDay},
		{"log", log, 1280, 800, ".log .room svg", "0"},
		{"log-phone", log, 390, 844, ".log .room svg", "document.querySelector('.untold-list button')?.click()"},
		{"closing", log + "?sheet=closing", 1280, 800, ".closing table", "0"},
		{"shop-log", "/jobs/shop/shop/log", 1280, 1200, ".charts .box svg", "0"},
		// Last: the plan it accepts stays with the demo.
		{"sticks", "/jobs/ferry-house/sticks", 1280, 800, ".sticks .btn", sticksLaid},
	} {
		t.Run(s.name, func(t *testing.T) { // each in a browser of its own, which closes
			b := open(t, s.width, s.height)
			at := p.desk
			b.goTo(at + s.path)
			b.until("document.querySelector('" + s.wait + "') && document.fonts.status === 'loaded'")
			b.do(chromedp.Evaluate(s.act, nil, func(p *runtime.EvaluateParams) *runtime.EvaluateParams { return p.WithAwaitPromise(true) }))
			b.until("!document.querySelector('section.saw') || document.querySelector('.saw .blade, .saw .cope svg')")
			b.do(chromedp.Evaluate("new Promise(r => setTimeout(r, 400))", nil, chromedp.EvalAsValue))
			var png []byte
			b.do(chromedp.Sleep(400_000_000), chromedp.CaptureScreenshot(&png))
			require.NoError(t, os.WriteFile(filepath.Join(*shots, s.name+".png"), png, 0o644))
		})
	}
}
