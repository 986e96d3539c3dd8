package server

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net"
	"net/http/httptest"
	"net/url"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/edit/edittest"
	"gnomon/core/plan"
)

// page is a page as the browser holds it: the parts that it was told, and at which revision each held.
type page struct {
	c      *client
	job    string
	name   string
	stand  string
	at     map[string]int64 // by what it wants
	parts  map[string]any   // shop, findings, stock, orders, line/ID, room/ID, work/ID
	order  []string
	room   string
	atSaw  bool
	sticks bool
}

func (p *page) wants() []string {
	out := []string{"shop", "rooms", "findings", "room/" + p.room}
	if p.atSaw {
		out = append(out, "work/"+p.room, "orders")
	}
	if p.sticks {
		out = append(out, "stock")
	}
	return out
}

// asks are its wants with what it has.
func (p *page) asks() []string {
	out := p.wants()
	for i, w := range out {
		if at, has := p.at[w]; has {
			out[i] = fmt.Sprintf("%s@%d", w, at)
		}
	}
	return out
}

// hears takes an answer in.
func (p *page) hears(b []byte, wants []string) {
	var raw map[string]any
	require.NoError(p.c.t, json.Unmarshal(b, &raw))
	if p.stand != raw["stand"] {
		p.stand, p.at, p.parts = raw["stand"].(string), map[string]int64{}, map[string]any{}
	}
	rev := int64(raw["revision"].(float64))
	for _, k := range []string{"shop", "findings", "stock", "orders"} {
		if v, told := raw[k]; told {
			p.parts[k] = v
		}
	}
	if v, told := raw["order"]; told {
		p.order = nil
		for _, id := range v.([]any) {
			p.order = append(p.order, id.(string))
		}
	}
	for list, of := range map[string]func(map[string]any) string{
		"rooms": func(v map[string]any) string { return "line/" + v["id"].(string) },
		"parts": func(v map[string]any) string { return "room/" + v["room"].(map[string]any)["id"].(string) },
		"work":  func(v map[string]any) string { return "work/" + v["room"].(string) },
	} {
		all, _ := raw[list].([]any)
		for _, v := range all {
			p.parts[of(v.(map[string]any))] = v
		}
	}
	for _, w := range wants {
		p.at[w] = rev
	}
	for name := range p.parts { // of rooms that are gone
		if _, id, of := strings.Cut(name, "/"); of && !slices.Contains(p.order, id) {
			delete(p.parts, name)
		}
	}
	for w := range p.at {
		if _, id, of := strings.Cut(w, "/"); of && !slices.Contains(p.order, id) {
			delete(p.at, w)
		}
	}
	p.parts["head"] = raw["head"]
}

func (p *page) looks() {
	q := url.Values{"stand": {p.stand}, "want": p.asks(), "client": {p.name}}
	code, _, b := p.c.send("GET", "/api/jobs/"+p.job+"/told?"+q.Encode(), "")
	require.Equal(p.c.t, 200, code, "%s", b)
	p.hears(b, p.wants())
}

// sends makes a change; a refused one changes nothing.
func (p *page) sends(path string, ops []edit.Op) bool {
	body := map[string]any{"client": p.name, "stand": p.stand, "want": p.asks()}
	if ops != nil {
		body["ops"] = ops
	}
	code, _, b := p.c.send("POST", "/api/jobs/"+p.job+path, string(edit.Raw(body)))
	if code != 200 {
		require.Less(p.c.t, code, 500, "%s", b)
		return false
	}
	p.hears(b, p.wants())
	return true
}

// shows is what the page shows, and what one that was just loaded would.
func (p *page) shows() (held, fresh map[string]any) {
	only := func(k *page) map[string]any {
		out := map[string]any{"order": k.order, "head": k.parts["head"]}
		for _, w := range k.wants() {
			out[w] = k.parts[w]
		}
		for _, id := range k.order {
			out["line/"+id] = k.parts["line/"+id]
		}
		return out
	}
	k := *p
	k.stand, k.at, k.parts, k.order = "", map[string]int64{}, map[string]any{}, nil
	k.looks()
	return only(p), only(&k)
}

// Pages that are told only what changed show what one shows that was just loaded, whatever two people do, undo and do again; and
// what is told in parts is what is told whole.
func TestToldIsTheWhole(t *testing.T) {
	steps := 500
	if n, err := strconv.Atoi(os.Getenv("TOLD_STEPS")); err == nil {
		steps = n
	}
	s, id := ferry(t)
	srv := httptest.NewServer(New(Config{Store: s, Web: webPages, Version: "test"}).Desk)
	t.Cleanup(srv.Close)
	c := &client{t, srv.URL}
	rng := rand.New(rand.NewPCG(18, 2))
	var pages []*page
	var people []*edittest.Person
	for _, name := range []string{"a", "b"} {
		pages = append(pages, &page{c: c, job: id, name: name, at: map[string]int64{}, parts: map[string]any{}, room: "waiting-hall"})
		people = append(people, &edittest.Person{Name: name, Rng: rng})
	}
	rev := int64(-1)
	for n := range steps {
		i := rng.IntN(2)
		p := pages[i]
		j, _, err := s.Job(id)
		require.NoError(t, err)
		if rng.IntN(4) == 0 && len(j.Rooms) > 0 {
			p.room, p.atSaw, p.sticks = j.Rooms[rng.IntN(len(j.Rooms))].ID, rng.IntN(2) == 0, rng.IntN(3) == 0
		}
		switch k := rng.IntN(10); {
		case k < 6:
			p.sends("/changes", people[i].Step(j))
		case k < 8:
			p.sends("/undo", nil)
		default:
			p.sends("/redo", nil)
		}
		q := pages[rng.IntN(2)]
		q.looks()
		held, fresh := q.shows()
		require.Equal(t, fresh, held, "step %d", n)
		if j, now, err := s.Job(id); err == nil && now != rev && n%5 == 0 {
			rev = now
			anew, err := plan.Build(j)
			require.NoError(t, err)
			_, _, b := c.send("GET", "/api/jobs/"+id, "")
			require.Equal(t, string(edit.Raw(viewOf(id, now, &j, &anew))), string(b), "what is kept is what would be worked out anew")
			heldIsWhole(t, b, q)
		}
	}
}

// heldIsWhole holds what a page was told against the job told whole.
func heldIsWhole(t *testing.T, b []byte, p *page) {
	t.Helper()
	var whole map[string]any
	require.NoError(t, json.Unmarshal(b, &whole))
	of := func(list string, is func(map[string]any) bool) []any {
		out := []any{}
		for _, v := range whole[list].([]any) {
			if is(v.(map[string]any)) {
				out = append(out, v)
			}
		}
		return out
	}
	here := func(v map[string]any) bool { return v["room"] == p.room }
	part, shown := p.parts["room/"+p.room].(map[string]any)
	if !shown {
		return
	}
	sticks := map[string]any{}
	pieces := of("pieces", here)
	for _, v := range pieces {
		if words, has := v.(map[string]any)["stick"]; has {
			sticks[v.(map[string]any)["id"].(string)] = words
			delete(v.(map[string]any), "stick")
		}
	}
	assert.Equal(t, of("rooms", func(v map[string]any) bool { return v["id"] == p.room })[0], part["room"])
	for list, want := range map[string][]any{"pieces": pieces, "lines": of("lines", here), "groups": of("groups", here), "chains": of("chains", here),
		"decisions": of("decisions", here), "findings": of("findings", here)} {
		assert.Equal(t, want, part[list], list)
	}
	for k, v := range p.parts["shop"].(map[string]any) {
		assert.Equal(t, whole[k], v, k)
	}
	if work, has := p.parts["work/"+p.room].(map[string]any); has && p.atSaw {
		mine := map[string]bool{}
		for _, v := range pieces {
			mine[v.(map[string]any)["id"].(string)] = true
		}
		assert.Equal(t, of("cuts", func(v map[string]any) bool { return mine[v["piece"].(string)] }), work["cuts"])
		assert.Equal(t, sticks, work["sticks"])
		assert.Equal(t, whole["orders"], p.parts["orders"])
	}
	require.False(t, t.Failed(), strings.Join(p.order, " "))
}

// A page that slept while others changed the job, and while its plan was put away for those of other jobs or the program was started
// anew, shows what one shows that was just loaded.
func TestAPageThatSlept(t *testing.T) {
	s, id := ferry(t)
	serve := func() *client {
		srv := httptest.NewServer(New(Config{Store: s, Web: webPages, Version: "test"}).Desk)
		t.Cleanup(srv.Close)
		return &client{t, srv.URL}
	}
	c := serve()
	sleeper := &page{c: c, job: id, name: "a", at: map[string]int64{}, parts: map[string]any{}, room: "galley", atSaw: true, sticks: true}
	sleeper.looks()
	for n := range 30 {
		c.does("POST", "/api/jobs/"+id+"/changes", setBody("b", "length", "ga2-floor", "length", fmt.Sprintf(`"7' %d"`, n%9), ""))
	}
	held, fresh := func() (any, any) { sleeper.looks(); return sleeper.shows() }()
	require.Equal(t, fresh, held, "it slept")
	stand := sleeper.stand
	for range mostFresh + 1 {
		_, _, b := c.send("POST", "/api/jobs", `{"name":"Another","unit":"in"}`)
		var made JobMade
		require.NoError(t, json.Unmarshal(b, &made))
		c.send("GET", "/api/jobs/"+made.ID, "")
	}
	c.does("POST", "/api/jobs/"+id+"/changes", `{"client":"b","ops":[{"do":"remove","kind":"room","id":"pursers-study"},{"do":"set","kind":"job","field":"unit","value":"mm"}]}`)
	held, fresh = func() (any, any) { sleeper.looks(); return sleeper.shows() }()
	require.Equal(t, fresh, held, "the job's plan was put away")
	assert.NotEqual(t, stand, sleeper.stand)
	sleeper.c = serve()
	held, fresh = func() (any, any) { sleeper.looks(); return sleeper.shows() }()
	require.Equal(t, fresh, held, "the program was started anew")
}

// Who opens a stream and never reads it holds up nobody.
func TestAReaderThatNeverReads(t *testing.T) {
	s, id := ferry(t)
	srv := httptest.NewServer(New(Config{Store: s, Web: webPages, Version: "test"}).Desk)
	t.Cleanup(srv.Close)
	c := &client{t, srv.URL}
	for range 8 {
		conn, err := net.Dial("tcp", strings.TrimPrefix(srv.URL, "http://"))
		require.NoError(t, err)
		t.Cleanup(func() { conn.Close() })
		_, err = fmt.Fprintf(conn, "GET /api/jobs/%s/events?client=deaf HTTP/1.1\r\nHost: %s\r\n\r\n", id, strings.TrimPrefix(srv.URL, "http://"))
		require.NoError(t, err)
	}
	var slowest time.Duration
	for n := range 200 {
		began := time.Now()
		c.does("POST", "/api/jobs/"+id+"/changes", setBody("b", "length", "ga2-floor", "length", fmt.Sprintf(`"7' %d"`, n%9), ""))
		slowest = max(slowest, time.Since(began))
	}
	t.Log("the slowest of 200 changes beside eight that never read:", slowest)
}

// does makes a request that is taken.
func (c *client) does(method, path, body string) {
	c.t.Helper()
	code, _, b := c.send(method, path, body)
	require.Equal(c.t, 200, code, "%s", b)
}
