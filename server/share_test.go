package server

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/share"
	"gnomon/store"
)

// house is a shared program with one job, as the desk and as strangers reach it.
type house struct {
	desk, out *client
	job       string
	store     *store.Store
	server    *server
}

func shared(t *testing.T) *house {
	t.Helper()
	s, id := ferry(t)
	c := Config{Store: s, Web: webPages, Version: "test", Sharing: Sharing{On: true, Address: "127.0.0.1:8485", Names: []string{"van.local"}}}
	of := newServer(c)
	p := of.program(c)
	desk, out := httptest.NewServer(p.Desk), httptest.NewServer(p.Shared)
	t.Cleanup(desk.Close)
	t.Cleanup(out.Close)
	return &house{&client{t, desk.URL}, &client{t, out.URL}, id, s, of}
}

// code has the desk make a code.
func (h *house) code(name, rights, job string) string {
	h.desk.t.Helper()
	status, _, b := h.desk.send("POST", "/api/share/codes", fmt.Sprintf(`{"name":%q,"rights":%q,"job":%q,"days":7}`, name, rights, job))
	require.Equal(h.desk.t, 200, status, "%s", b)
	var v ShareView
	require.NoError(h.desk.t, json.Unmarshal(b, &v))
	return v.Codes[len(v.Codes)-1].Digits
}

// join lets a device in and gives its cookie.
func (h *house) join(name, rights, job string) *http.Cookie {
	h.desk.t.Helper()
	res, err := http.Post(h.out.url+pairPath, "application/json", strings.NewReader(`{"code":"`+h.code(name, rights, job)+`"}`))
	require.NoError(h.desk.t, err)
	defer res.Body.Close()
	require.Equal(h.desk.t, 200, res.StatusCode)
	require.Len(h.desk.t, res.Cookies(), 1)
	return res.Cookies()[0]
}

func (h *house) as(c *http.Cookie, method, path, body string) int {
	h.desk.t.Helper()
	status, _, _ := h.out.send(method, path, body, "Cookie", c.Name+"="+c.Value)
	return status
}

type operation struct{ id, method, path string }

// operations are those of the OpenAPI document, each with an address to call.
func operations(t *testing.T, job string) []operation {
	t.Helper()
	var out []operation
	for path, item := range API(chi.NewRouter(), Config{Version: "test"}).OpenAPI().Paths {
		b, err := json.Marshal(item)
		require.NoError(t, err)
		var by map[string]struct {
			OperationID string `json:"operationId"`
		}
		require.NoError(t, json.Unmarshal(b, &by))
		for method, o := range by {
			at := strings.ReplaceAll(path, "{job}", job)
			out = append(out, operation{o.OperationID, strings.ToUpper(method), regexp.MustCompile(`\{\w+\}`).ReplaceAllString(at, "x")})
		}
	}
	require.Greater(t, len(out), 50)
	return out
}

// A route that is added without saying who may call it fails here.
func TestEveryOperationSaysWhoMay(t *testing.T) {
	known := map[string]bool{}
	for _, o := range operations(t, "j") {
		_, said := whoMay[o.id]
		assert.True(t, said, "%s says nowhere who may call it: name it in whoMay", o.id)
		known[o.id] = true
	}
	for id := range whoMay {
		assert.True(t, known[id], "whoMay names %s, which is no operation", id)
	}
}

// Nothing under /api answers a stranger, but for the way in.
func TestStrangersGetNothing(t *testing.T) {
	h := shared(t)
	for _, o := range operations(t, h.job) {
		if o.id == "pair" || o.id == "how-to-join" {
			continue
		}
		for _, cookie := range []string{"", "gnomon=", "gnomon=guessed", "gnomon=" + share.Secret()} {
			status, _, b := h.out.send(o.method, o.path, "", "Cookie", cookie)
			assert.Equal(t, 401, status, "%s %s with %q", o.method, o.path, cookie)
			assert.NotContains(t, string(b), "Waiting Hall")
		}
	}
	for _, path := range []string{"/api/openapi.json", "/api/openapi.yaml", "/api", "/api/", "/api/nothing", "/api/jobs/" + h.job + "/"} {
		assert.Equal(t, 401, first(h.out.send("GET", path, "")), path)
	}
	// The program itself is no secret; there is nothing of a job in it.
	for _, path := range []string{"/", "/join", "/jobs/" + h.job + "/saw", "/assets/a.js"} {
		status, _, b := h.out.send("GET", path, "")
		assert.Equal(t, 200, status, path)
		assert.NotContains(t, string(b), "Ferry")
	}
	assert.NotEqual(t, 200, first(h.out.send("POST", "/jobs", "{}")))
}

func first(status int, _ string, _ []byte) int { return status }

func TestWhatRightsGive(t *testing.T) {
	h := shared(t)
	other, err := h.store.Create(job.Starter("Boat shed", "in"))
	require.NoError(t, err)
	devices := map[string]*http.Cookie{"measure": h.join("Nell’s phone", "measure", ""), "saw": h.join("Saw tablet", "saw", ""),
		"full": h.join("Ilo’s tablet", "full", "")}
	one := h.join("Helper", "full", h.job)
	changes := "/api/jobs/" + h.job + "/changes"
	length := setBody("a", "length", "wh3-floor", "length", `"52"`, "")
	mark := `{"client":"a","ops":[{"do":"mark","value":{"kind":"cut","piece":"wh-base.wh3","end":"left","cut":"50"}}]}`
	rule := setBody("a", "rules", "", "order", `"room"`, "")
	away := `{"client":"a","ops":[{"do":"remove","kind":"room","id":"galley"}]}`
	for _, c := range []struct {
		method, path, body string
		may                string // who gets through
	}{
		{"GET", "/api/jobs", "", "measure saw full"},
		{"GET", "/api/jobs/" + h.job, "", "measure saw full"},
		{"GET", "/api/me", "", "measure saw full"},
		{"POST", changes, length, "measure full"},
		{"POST", changes, mark, "saw full"},
		{"POST", changes, rule, "full"},
		{"POST", changes, setBody("a", "job", "", "put_away", `["dust"]`, ""), "saw full"},
		{"POST", changes, setBody("a", "job", "", "unit", `"mm"`, ""), "full"},
		{"POST", changes, away, "full"},
		{"POST", "/api/jobs", `{"name":"x","unit":"in"}`, "full"},
		{"GET", "/api/share", "", ""},
		{"POST", "/api/share/codes", `{"name":"me too","rights":"full","days":9}`, ""},
		{"DELETE", "/api/share/devices/x", "", ""},
	} {
		for rights, cookie := range devices {
			status := h.as(cookie, c.method, c.path, c.body)
			if strings.Contains(c.may, rights) {
				assert.Equal(t, 200, status, "%s: %s %s %s", rights, c.method, c.path, c.body)
			} else {
				assert.Equal(t, 403, status, "%s: %s %s %s", rights, c.method, c.path, c.body)
			}
		}
	}
	// Steps are looked at one by one, and all are refused with the one that may not be.
	both := `{"client":"a","ops":[` + mark[len(`{"client":"a","ops":[`):len(mark)-2] + `,` + length[len(`{"client":"a","ops":[`):]
	before := h.desk.view("GET", "/api/jobs/"+h.job, "").Revision
	assert.Equal(t, 403, h.as(devices["saw"], "POST", changes, both))
	assert.Equal(t, before, h.desk.view("GET", "/api/jobs/"+h.job, "").Revision)

	// Let in for one job, a device learns of no other and makes none.
	for path, want := range map[string]int{"/api/jobs/" + h.job: 200, "/api/jobs/" + other: 403, "/api/jobs/" + other + "/file": 403, "/api/jobs/" + other +
		"/events": 403, "/api/jobs/nowhere": 403} {
		assert.Equal(t, want, h.as(one, "GET", path, ""), path)
	}
	_, _, b := h.out.send("GET", "/api/jobs", "", "Cookie", "gnomon="+one.Value)
	assert.Contains(t, string(b), "Ferry House")
	assert.NotContains(t, string(b), "Boat shed")
	assert.Equal(t, 403, h.as(one, "POST", "/api/jobs", `{"name":"x","unit":"in"}`))
	assert.Equal(t, 403, h.as(one, "POST", "/api/jobs/"+h.job+"/rack", `{"moulding":"x","length":"3","note":""}`))
}

func TestTheCookieIsOnlyForTheBrowser(t *testing.T) {
	h := shared(t)
	c := h.join("Nell’s phone", "measure", "")
	assert.True(t, c.HttpOnly)
	assert.Equal(t, http.SameSiteStrictMode, c.SameSite)
	assert.Equal(t, "/", c.Path)
	assert.InDelta(t, 7*24*3600, c.MaxAge, 4000)
	d, err := h.store.DeviceOf(share.Hash(c.Value))
	require.NoError(t, err)
	assert.Equal(t, "Nell’s phone", d.Name)
	assert.NotEqual(t, c.Value, d.Token, "the database holds no secret")
	_, _, file := h.desk.send("GET", "/api/jobs/"+h.job+"/file", "")
	assert.NotContains(t, string(file), c.Value)
}

func TestCodesAreForOneDeviceAndNotToBeGuessed(t *testing.T) {
	h := shared(t)
	code := h.code("Nell’s phone", "measure", "")
	try := func(code string) (int, string) {
		status, _, b := h.out.send("POST", pairPath, `{"code":"`+code+`"}`)
		return status, string(b)
	}
	status, _ := try(strings.ReplaceAll(code, " ", ""))
	assert.Equal(t, 200, status)
	status, says := try(code)
	assert.Equal(t, 403, status, "a code is used up")
	assert.Contains(t, says, "Ask at the desk")
	code = h.code("Nell’s phone", "measure", "")
	for range share.WrongHere - 1 {
		try("00000000")
	}
	status, says = try(code)
	assert.Equal(t, 429, status, "shut out, even with a good one")
	assert.Contains(t, says, "10 minutes")
	assert.NotContains(t, says, code)
}

// The desk's own pages need no code, and its listener answers to the loopback's names alone.
func TestNamesAndOrigins(t *testing.T) {
	h := shared(t)
	cookie := h.join("Nell’s phone", "full", "")
	port := h.out.url[strings.LastIndex(h.out.url, ":"):]
	for host, want := range map[string]int{"van.local" + port: 200, "127.0.0.1" + port: 200, "evil.example" + port: 403, "192.0.2.9" + port: 403,
		"van.local.evil.example" + port: 403,
		"127.0.0.1:6666":                200} {
		assert.Equal(t, want, first(h.out.send("GET", "/api/jobs", "", "Host", host, "Cookie", "gnomon="+cookie.Value)), host)
	}
	assert.Equal(t, 403, first(h.desk.send("GET", "/api/jobs", "", "Host", "van.local")))
	at := "gnomon=" + cookie.Value
	for _, header := range [][]string{{"Origin", "http://evil.example"}, {"Origin", "null"}, {"Sec-Fetch-Site", "cross-site"}, {"Sec-Fetch-Site", "same-site"},
		{"Origin", strings.Replace(h.out.url, "http:", "https:", 1)}} {
		for _, method := range []string{"GET", "POST"} {
			assert.Equal(t, 403, first(h.out.send(method, "/api/jobs", "", append(header, "Cookie", at)...)), "%s %v", method, header)
		}
	}
	assert.Equal(t, 200, first(h.out.send("GET", "/api/jobs", "", "Origin", h.out.url, "Sec-Fetch-Site", "same-origin", "Cookie", at)))
	res, err := http.Get(h.out.url + "/")
	require.NoError(t, err)
	res.Body.Close()
	csp := res.Header.Get("Content-Security-Policy")
	assert.Contains(t, csp, "default-src 'none'")
	assert.NotContains(t, csp, "unsafe")
	assert.Equal(t, "DENY", res.Header.Get("X-Frame-Options"))
}

// stream opens a job's stream as a device and gives its lines until it ends.
func (h *house) stream(cookie *http.Cookie) chan string {
	h.desk.t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	h.desk.t.Cleanup(cancel)
	req, err := http.NewRequestWithContext(ctx, "GET", h.out.url+"/api/jobs/"+h.job+"/events?client=c", nil)
	require.NoError(h.desk.t, err)
	req.AddCookie(cookie)
	res, err := http.DefaultClient.Do(req)
	require.NoError(h.desk.t, err)
	require.Equal(h.desk.t, 200, res.StatusCode)
	lines := make(chan string, 100)
	go func() {
		defer close(lines)
		defer res.Body.Close()
		for sc := bufio.NewScanner(res.Body); sc.Scan(); {
			lines <- sc.Text()
		}
	}()
	return lines
}

func TestADeviceTurnedAwayLosesItsStream(t *testing.T) {
	h := shared(t)
	cookie := h.join("Nell’s phone", "measure", "")
	lines := h.stream(cookie)
	require.Contains(t, <-lines, "hello")
	_, _, b := h.desk.send("GET", "/api/share", "")
	var v ShareView
	require.NoError(t, json.Unmarshal(b, &v))
	require.Len(t, v.Devices, 1)
	began := time.Now()
	assert.Equal(t, 200, first(h.desk.send("DELETE", "/api/share/devices/"+v.Devices[0].ID, "")))
	deadline := time.After(2 * time.Second)
	for open := true; open; {
		select {
		case _, open = <-lines:
		case <-deadline:
			t.Fatal("the stream goes on")
		}
	}
	t.Logf("the stream ended %v after", time.Since(began))
	assert.Equal(t, 401, h.as(cookie, "GET", "/api/jobs", ""))
	assert.Equal(t, 404, first(h.desk.send("DELETE", "/api/share/devices/none", "")))
}

// A request that read the device just before it was turned away neither keeps it known nor
// keeps a stream open.
func TestTurningAwayWinsTheRace(t *testing.T) {
	s := newServer(Config{})
	s.sessions.end("d1")
	ctx, cancel := context.WithCancel(context.Background())
	over, _ := s.sessions.watch("d1", cancel)
	defer over()
	assert.Error(t, ctx.Err(), "what begins after the end is ended at once")

	h := shared(t)
	secret := share.Secret()
	require.NoError(t, h.store.AddDevice(store.Device{ID: "d2", Name: "Late", Rights: "full", Token: share.Hash(secret), Until: time.Now().Add(time.Hour)}))
	s.store = h.store
	r := httptest.NewRequest("GET", "/api/jobs", nil)
	r.AddCookie(&http.Cookie{Name: "gnomon", Value: secret})
	_, err := s.device(r)
	require.NoError(t, err)
	s.sessions.end("d2") // the database still says that it may
	_, err = s.device(r)
	assert.ErrorIs(t, err, store.ErrNoDevice)
	assert.Empty(t, s.sessions.known)
}

func TestADeviceWhoseTimeIsOver(t *testing.T) {
	h := shared(t)
	secret := share.Secret()
	require.NoError(t, h.store.AddDevice(store.Device{ID: "d1", Name: "Old", Rights: "full", Token: share.Hash(secret),
		Until: time.Now().Add(1200 * time.Millisecond)}))
	cookie := &http.Cookie{Name: "gnomon", Value: secret}
	lines := h.stream(cookie)
	for range lines { // until it ends by itself
	}
	assert.Equal(t, 401, h.as(cookie, "GET", "/api/jobs", ""))
}

// What is sent twice counts once, and what comes late counts from when it was done.
func TestMarksThatComeLateAndTwice(t *testing.T) {
	h := shared(t)
	phone, tablet := h.join("Nell’s phone", "saw", ""), h.join("Saw tablet", "saw", "")
	cut := func(c *http.Cookie, once, id, kind string, ago int) JobView {
		body := fmt.Sprintf(`{"client":"q","once":%q,"ago":%d,"ops":[{"do":"mark","id":%q,"value":{"kind":%q,"piece":"wh-base.wh3","label":"Base 3","end":"left","cut":"50","by":"somebody else","at":"1999-01-01T00:00:00Z"}}]}`, once, ago, id, kind)
		status, _, b := h.out.send("POST", "/api/jobs/"+h.job+"/changes", body, "Cookie", "gnomon="+c.Value)
		require.Equal(t, 200, status, "%s", b)
		_, _, b = h.out.send("GET", "/api/jobs/"+h.job, "", "Cookie", "gnomon="+c.Value)
		var v JobView
		require.NoError(t, json.Unmarshal(b, &v))
		return v
	}
	first := cut(phone, "r1", "k1", "cut", 0)
	assert.Equal(t, first.Revision, cut(phone, "r1", "k1", "cut", 9).Revision)
	j, _, err := h.store.Job(h.job)
	require.NoError(t, err)
	require.Len(t, j.Records, 1)
	assert.Equal(t, "Nell’s phone", j.Records[0].Device, "nobody marks in another's name")
	at, err := time.Parse(time.RFC3339, j.Records[0].At)
	require.NoError(t, err)
	assert.WithinDuration(t, time.Now(), at, 5*time.Second)

	// The same name of a request from another device is another request.
	v := cut(tablet, "r1", "k2", "cut", 3600)
	var twice []FindingView
	for _, f := range v.Findings {
		if f.Code == "mark_twice" {
			twice = append(twice, f)
		}
	}
	require.Len(t, twice, 1, "both facts, one finding")
	assert.Contains(t, twice[0].Text, "left end, was marked cut twice: by Saw tablet and by Nell’s phone.")
	require.Len(t, twice[0].Acts, 2)

	// A miscut made before both, and sent after them, spoils neither.
	v = cut(tablet, "r2", "k3", "miscut", 7200)
	for _, p := range v.Pieces {
		if p.ID == "wh-base.wh3" {
			assert.Equal(t, 1, p.Miscuts)
			assert.Equal(t, "k1", p.Left.Mark)
		}
	}
	// Undo reaches what the device itself did, under the same client's name too.
	body := func(c *http.Cookie) int {
		return h.as(c, "POST", "/api/jobs/"+h.job+"/undo", `{"client":"q","once":"u1"}`)
	}
	assert.Equal(t, 200, body(phone))
	assert.Equal(t, 200, body(phone), "sent again")
	j, _, _ = h.store.Job(h.job)
	last := j.Records[len(j.Records)-1]
	assert.Equal(t, []any{job.RecordUndone, "k1", 4}, []any{last.Kind, last.Of, len(j.Records)})

	// A recut that is sent again takes nothing more off.
	recut := func() Told {
		status, _, b := h.out.send("POST", "/api/jobs/"+h.job+"/recut", `{"client":"q","once":"t1","piece":"wh-base.wh3","end":"left","off":"1/32"}`, "Cookie",
			"gnomon="+phone.Value)
		require.Equal(t, 200, status, "%s", b)
		var v Told
		require.NoError(t, json.Unmarshal(b, &v))
		return v
	}
	assert.Equal(t, recut().Revision, recut().Revision)
}

func TestNewsOfWhatChangedMeanwhile(t *testing.T) {
	h := shared(t)
	saw := h.join("Saw tablet", "saw", "")
	v := h.desk.view("GET", "/api/jobs/"+h.job, "")
	var shown []ShownCut
	for _, c := range v.Cuts {
		if c.Piece == "wh-base.wh3" || c.Piece == "wh-base.wh5" {
			shown = append(shown, ShownCut{On: c.Mark.On, Cut: *c.Mark.Cut})
		}
	}
	h.desk.view("POST", "/api/jobs/"+h.job+"/changes", `{"client":"a","ops":[{"do":"mark","value":{"kind":"cut","piece":"wh-base.wh5","end":"left","cut":"10"}}]}`)
	h.desk.view("POST", "/api/jobs/"+h.job+"/changes", setBody("a", "length", "wh3-floor", "length", `"47"`, ""))
	body, err := json.Marshal(NewsAsk{Shown: shown})
	require.NoError(t, err)
	status, _, b := h.out.send("POST", "/api/jobs/"+h.job+"/news", string(body), "Cookie", "gnomon="+saw.Value)
	require.Equal(t, 200, status, "%s", b)
	assert.Contains(t, string(b), "now than this device showed")
	assert.Contains(t, string(b), "was marked cut at the desk meanwhile.")
}

func TestWhoIsWhere(t *testing.T) {
	h := shared(t)
	phone, tablet := h.join("Nell’s phone", "saw", ""), h.join("Saw tablet", "saw", "")
	here := func(c *http.Cookie, body string) Presences {
		status, _, b := h.out.send("POST", "/api/jobs/"+h.job+"/here", body, "Cookie", "gnomon="+c.Value)
		require.Equal(t, 200, status, "%s", b)
		var v Presences
		require.NoError(t, json.Unmarshal(b, &v))
		return v
	}
	of := func(v Presences, name string) Person {
		for _, p := range v.People.People {
			if p.Name == name {
				return p
			}
		}
		return Person{}
	}
	lines := h.stream(phone)
	at := `{"client":"c","where":"saw","room":"waiting-hall","piece":"wh-base.wh3"`
	assert.True(t, of(here(phone, at+"}"), "Nell’s phone").Holds)
	v := here(tablet, at+"}")
	assert.False(t, of(v, "Saw tablet").Holds, "held for the one who came first")
	assert.NotEqual(t, v.You, of(v, "Nell’s phone").ID)
	v = here(tablet, at+`,"take":true}`)
	assert.True(t, of(v, "Saw tablet").Holds)
	assert.False(t, of(v, "Nell’s phone").Holds)
	here(phone, `{"client":"c","where":"ladder"}`)
	seen := func(want string) {
		t.Helper()
		deadline := time.After(3 * time.Second)
		for {
			select {
			case l := <-lines:
				if strings.Contains(l, want) {
					return
				}
			case <-deadline:
				t.Fatal("never heard of ", want)
			}
		}
	}
	seen(`"where":"ladder"`)
	assert.Equal(t, 404, first(h.desk.send("POST", "/api/jobs/none/here", `{"client":"c","where":"desk"}`)))
	assert.Equal(t, 401, func() int { h.as(tablet, "POST", "/api/leave", ""); return h.as(tablet, "GET", "/api/me", "") }())
	seen(`{"people":[{"id"`)
}

// Silence makes one out of reach, and after a while forgotten; a held piece is kept longer.
func TestPeopleFadeAway(t *testing.T) {
	p := newPeople(func(string, any) {})
	p.here("j", Person{ID: "window", Where: "saw", Piece: "q"}, false)
	p.here("j", Person{ID: "d/phone", Where: "saw", Piece: "r", device: "d"}, false)
	p.left("j", "window")
	p.left("j", "d/phone")
	left := p.on("j").People
	require.Len(t, left, 1, "a window of the desk that is closed is gone; a phone is out of reach")
	assert.True(t, left[0].Away && left[0].Holds)
	p.gone("d")
	at := time.Date(2026, 5, 4, 8, 0, 0, 0, time.UTC)
	p.now = func() time.Time { return at }
	p.here("j", Person{ID: "a", Where: "ladder"}, false)
	p.here("j", Person{ID: "b", Where: "saw", Piece: "q"}, false)
	at = at.Add(silentFor + time.Second)
	all := p.on("j").People
	require.Len(t, all, 2)
	assert.True(t, all[0].Away && all[1].Away)
	at = at.Add(gonePeople)
	require.Len(t, p.on("j").People, 1)
	assert.True(t, p.on("j").People[0].Holds)
	assert.False(t, p.here("j", Person{ID: "c", Where: "saw", Piece: "q"}, false).People[1].Holds, "it may be under the saw")
	at = at.Add(goneHolds)
	assert.Empty(t, p.on("j").People)
	assert.Empty(t, p.jobs)
}

// Printed codes hold the address that a device came by.
func TestPrintedCodesHoldTheAddressThatDevicesReach(t *testing.T) {
	h := shared(t)
	cookie := h.join("Nell’s phone", "measure", "")
	port := h.out.url[strings.LastIndex(h.out.url, ":"):]
	for _, host := range []string{"van.local" + port, "127.0.0.1:6666", "van.local:6666", "van.local"} { // all but the first are not where devices come by
		require.Equal(t, 200, first(h.out.send("GET", "/api/me", "", "Host", host, "Cookie", cookieText(cookie))), host)
		assert.Equal(t, "http://van.local"+port, h.server.reach("http://127.0.0.1:8484"), host)
	}
	s := newServer(Config{Sharing: Sharing{On: true, Address: "192.0.2.4:8485"}})
	assert.Equal(t, "http://192.0.2.4:8485", s.reach("http://127.0.0.1:8484"))
	s.sessions.base = "https://van.local:8485"
	assert.Equal(t, "https://van.local:8485", s.reach("http://127.0.0.1:8484"))
	assert.Equal(t, "http://127.0.0.1:8484", newServer(Config{}).reach("http://127.0.0.1:8484"))
	all := Sharing{On: true, Address: "[::]:8485"}.addresses()
	require.NotEmpty(t, all)
	for _, u := range all {
		assert.Equal(t, "8485", u.Port())
	}
}

func TestSharingIsOffUnlessAsked(t *testing.T) {
	c, _ := start(t)
	c.problem(409, "POST", "/api/share/codes", `{"name":"x","rights":"saw","days":1}`)
	_, _, b := c.send("GET", "/api/share", "")
	assert.Contains(t, string(b), `"on":false`)
	for _, addr := range []string{"0.0.0.0:0", "[::]:0"} {
		err := Serve(context.Background(), addr, Sharing{}, nil, nil)
		assert.ErrorContains(t, err, "use --share", addr)
	}
}
