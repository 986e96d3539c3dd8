package server

import (
	"bufio"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/demo"
	"gnomon/instrument"
	"gnomon/share"
	"gnomon/store"
)

// Written the way the attacks were made: by devices with the least rights, by strangers, and
// by two programs on one file.

func cookieText(c *http.Cookie) string { return c.Name + "=" + c.Value }

// told is what a device is answered.
func (h *house) told(c *http.Cookie, method, path, body string) (int, string) {
	h.desk.t.Helper()
	status, _, b := h.out.send(method, path, body, "Cookie", cookieText(c))
	return status, string(b)
}

func step(ops ...string) string {
	return `{"client":"a","ops":[` + strings.Join(ops, ",") + `]}`
}

func TestNothingIsSmuggledInsideARoom(t *testing.T) {
	h := shared(t)
	measure := h.join("Nell’s phone", "measure", "")
	changes := "/api/jobs/" + h.job + "/changes"
	var runs []string
	for i := range 4000 {
		runs = append(runs, fmt.Sprintf(`{"id":"k%d","moulding":"hall-base","level":"floor"}`, i))
	}
	room := func(inside string) string {
		return step(`{"do":"add","kind":"room","id":"trap","value":{"id":"trap","name":"Trap","walls":[{"id":"t1"}],"corners":[{"id":"t2"}]` + inside + `}}`)
	}
	for _, inside := range []string{`,"runs":[` + strings.Join(runs, ",") + `]`, `,"runs":[{"id":"k","moulding":"hall-base"}]`,
		`,"RUNS":[{"id":"k","moulding":"hall-base"}]`, `,"overrides":[{"id":"o","question":"inside","choice":"mitre"}]`} {
		status, says := h.told(measure, "POST", changes, room(inside))
		assert.Equal(t, 403, status, "%.80s", inside)
		assert.Contains(t, says, "to measure")
	}
	status, _ := h.told(measure, "POST", changes, room(""))
	assert.Equal(t, 200, status, "a room with what it may measure in it")
	// With all rights it is bounded, by name.
	p := h.desk.problem(422, "POST", changes, room(`,"runs":[`+strings.Join(runs, ",")+`]`))
	assert.Contains(t, p.Detail, `runs "4000": too many`)
	p = h.desk.problem(422, "POST", changes,
		step(strings.Split(strings.Repeat(`{"do":"set","kind":"room","id":"galley","field":"wet","value":true}|`, 501), "|")[:501]...))
	assert.Contains(t, p.Detail, "500 steps")
}

func TestUndoErasesNobodysWork(t *testing.T) {
	h := shared(t)
	measure := h.join("Nell’s phone", "measure", "")
	at := "/api/jobs/" + h.job
	status, _ := h.told(measure, "POST", at+"/changes", step(`{"do":"set","kind":"room","id":"galley","field":"storey","value":"Low"}`))
	require.Equal(t, 200, status)
	status, _ = h.told(measure, "POST", at+"/changes",
		step(`{"do":"add","kind":"room","id":"n","value":{"id":"","name":"Larder","walls":[{"id":"n1"}],"corners":[{"id":"nc"}]}}`))
	require.Equal(t, 200, status)
	h.desk.view("POST", at+"/changes", step(`{"do":"add","kind":"length","in":"n1","id":"nl","value":{"id":"","length":"96"}}`))

	status, says := h.told(measure, "POST", at+"/undo", `{"client":"a"}`)
	assert.Equal(t, 409, status, "it may remove no room, by undoing neither")
	assert.Contains(t, says, "passed over")
	j, _, err := h.store.Job(h.job)
	require.NoError(t, err)
	require.NotNil(t, j.Room("n"))
	assert.Len(t, j.Room("n").Walls[0].Lengths, 1)
	status, _ = h.told(measure, "POST", at+"/undo", `{"client":"a"}`)
	assert.Equal(t, 200, status, "the change before it")
	assert.Equal(t, 200, first(h.desk.send("POST", at+"/undo", `{"client":"a"}`)), "the desk's own is there to undo")

	// With all rights, what others put in keeps it, and they are named.
	full := h.join("Ilo’s tablet", "full", "")
	status, _ = h.told(full, "POST", at+"/changes",
		step(`{"do":"add","kind":"room","id":"m","value":{"id":"","name":"Porch","walls":[{"id":"m1"}],"corners":[{"id":"mc"}]}}`))
	require.Equal(t, 200, status)
	status, _ = h.told(measure, "POST", at+"/changes", step(`{"do":"add","kind":"reading","in":"mc","id":"mr","value":{"id":"","text":"90"}}`))
	require.Equal(t, 200, status)
	status, says = h.told(full, "POST", at+"/undo", `{"client":"a"}`)
	assert.Equal(t, 409, status)
	assert.Contains(t, says, "Porch stays: since it was added, 1 reading was added by Nell’s phone")
}

func TestUndoDoesNotStick(t *testing.T) {
	c, id := start(t)
	at := "/api/jobs/" + id
	undo := func() (int, string) {
		status, _, b := c.send("POST", at+"/undo", `{"client":"a"}`)
		return status, string(b)
	}
	standing := func() int {
		n := 0
		for _, k := range c.view("GET", at+"?client=a", "").Cuts {
			if k.Done {
				n++
			}
		}
		return n
	}
	c.view("POST", at+"/changes", setBody("a", "room", "galley", "storey", `"Low"`, ""))
	before := standing()
	c.view("POST", at+"/changes", step(`{"do":"mark","id":"mine","value":{"kind":"cut","piece":"wh-base.wh3","end":"left","cut":"50"}}`))
	c.view("POST", at+"/recut", `{"client":"a","piece":"wh-base.wh3","end":"left","off":"1/16","by":""}`)
	for range 3 { // the recut, the mark, and what came before
		status, says := undo()
		require.Equal(t, 200, status, says)
	}
	assert.Equal(t, before, standing())
	status, _ := undo()
	assert.Equal(t, 409, status, "nothing more")

	c.view("POST", at+"/changes", step(`{"do":"mark","id":"other","value":{"kind":"cut","piece":"wh-base.wh3","end":"left","cut":"50"}}`))
	c.view("POST", at+"/changes", step(`{"do":"unmark","id":"other"}`))
	for range 2 {
		status, says := undo()
		require.Equal(t, 200, status, says)
	}
	assert.Equal(t, before, standing())
}

// A device for one job learns nothing of others: not of whose an offcut is, nor of the rules and
// readings of others.
func TestADeviceForOneJobLearnsOfNoOther(t *testing.T) {
	s, id := ferry(t)
	rooms, err := instrument.ReadRooms(demo.TrueRooms)
	require.NoError(t, err)
	laser := instrument.NewLaser(rooms, 1)
	set := laser.Settings()
	set.Delay = 0
	require.NoError(t, laser.Set(set))
	p := New(Config{Store: s, Web: webPages, Version: "test", Sharing: Sharing{On: true, Address: "127.0.0.1:8485"}, Instruments: []instrument.Source{laser}})
	desk, out := httptest.NewServer(p.Desk), httptest.NewServer(p.Shared)
	t.Cleanup(desk.Close)
	t.Cleanup(out.Close)
	h := &house{&client{t, desk.URL}, &client{t, out.URL}, id, s, nil}
	secret, err := s.Create(job.Starter("Harbour Bank", "in"))
	require.NoError(t, err)
	j, _, err := s.Job(secret)
	require.NoError(t, err)
	m := &j.Mouldings[0]
	layout := func(source string, l string) string {
		return `{"moulding":"` + m.ID + `","sticks":[{"id":"s1","source":"` + source + `","length":"` + l + `"}]}`
	}
	_, err = s.PutOnRack(m, job.Entry{Length: 900000000, Text: "35"}, "behind the Harbour Bank’s door")
	require.NoError(t, err)
	all, err := s.Rack()
	require.NoError(t, err)
	_, err = s.Do(secret, store.By{Client: "x"}, []edit.Op{{Do: edit.Add, Kind: "layout", ID: m.ID, Value: json.RawMessage(layout("rack:"+all[0].ID, `900 mm`))}})
	require.NoError(t, err)
	require.NoError(t, s.KeepRuleSet(store.RuleSet{Name: "Harbour Bank’s way", Unit: "in", Rules: j.Rules}))

	one, whole := h.join("Helper", "full", h.job), h.join("Ilo’s tablet", "full", "")
	at := "/api/jobs/" + h.job
	for _, path := range []string{at + "/rack", at + "/rulebook", at, "/api/jobs", "/api/me", at + "/file", "/api/instruments"} {
		status, says := h.told(one, "GET", path, "")
		assert.Equal(t, 200, status, path)
		assert.NotContains(t, says, "Harbour", path)
	}
	_, says := h.told(one, "GET", at+"/rack", "")
	assert.Contains(t, says, "another job")
	_, says = h.told(whole, "GET", at+"/rack", "")
	assert.Contains(t, says, "Harbour Bank")
	status, says := h.told(one, "POST", at+"/rulebook/take", `{"client":"a","name":"Harbour Bank’s way"}`)
	assert.Equal(t, 404, status, says)
	status, says = h.told(one, "POST", at+"/try", `{"set":"Harbour Bank’s way"}`)
	assert.Equal(t, 404, status, says)
	mine, _, err := s.Job(h.job)
	require.NoError(t, err)
	status, says = h.told(one, "POST", at+"/changes",
		step(`{"do":"add","kind":"layout","id":"`+mine.Mouldings[0].ID+`","value":`+strings.ReplaceAll(layout("rack:"+all[0].ID, "900 mm"), m.ID,
			mine.Mouldings[0].ID)+`}`))
	assert.Equal(t, 409, status)
	assert.Contains(t, says, "laid out in another job")
	assert.NotContains(t, says, "Harbour")

	// Readings go to who asked for them.
	listen := func(base string, c *http.Cookie) chan string {
		req, err := http.NewRequest("GET", base+"/api/instruments/events", nil)
		require.NoError(t, err)
		if c != nil {
			req.AddCookie(c)
		}
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		t.Cleanup(func() { res.Body.Close() })
		lines := make(chan string, 100)
		go func() {
			for sc := bufio.NewScanner(res.Body); sc.Scan(); {
				lines <- sc.Text()
			}
		}()
		for l := range lines {
			if strings.Contains(l, "instruments") {
				break
			}
		}
		return lines
	}
	toOne, toWhole, toDesk := listen(out.URL, one), listen(out.URL, whole), listen(desk.URL, nil)
	heard := func(lines chan string) string {
		got := ""
		for wait := time.After(400 * time.Millisecond); ; {
			select {
			case l := <-lines:
				got += l
			case <-wait:
				return got
			}
		}
	}
	press := func(c *http.Cookie, room string) int {
		return h.as(c, "POST", "/api/instruments/laser/press", `{"client":"w","room":"`+room+`","index":0}`)
	}
	require.Equal(t, 200, press(whole, "Waiting Hall"))
	assert.Contains(t, heard(toWhole), `"for":"w"`)
	assert.Empty(t, heard(toOne)+heard(toDesk), "nobody else hears it")
	require.Equal(t, 200, press(one, "Waiting Hall"))
	assert.Contains(t, heard(toOne), `"for":"w"`)
	require.Equal(t, 200, first(h.desk.send("POST", "/api/instruments/laser/press", `{"client":"w","room":"Waiting Hall","index":0}`)))
	assert.Contains(t, heard(toDesk), `"for":"w"`)
	assert.Empty(t, heard(toOne)+heard(toWhole))
	_, err = s.Do(h.job, store.By{Client: "x"}, []edit.Op{{Do: edit.Set, Kind: "room", ID: "waiting-hall", Field: "name", Value: json.RawMessage(`"Hall"`)}})
	require.NoError(t, err)
	status, says = h.told(one, "POST", "/api/instruments/laser/press", `{"client":"w","room":"Waiting Hall","index":0}`)
	assert.Equal(t, 422, status, "a room that is not of its job")
	assert.NotContains(t, says, "Galley", "and learns of none by asking")
}

// hurry gives bodies two seconds.
func hurry(t *testing.T) {
	t.Helper()
	was := slowBody
	slowBody = 2 * time.Second
	t.Cleanup(func() { slowBody = was })
}

// With the least rights nobody makes a job larger in a day than a day's measuring does, however
// it is cut up; an undo that has to wait is not given up.
func TestADaysWorkIsBounded(t *testing.T) {
	h := shared(t)
	measure := h.join("Nell’s phone", "measure", "")
	at := "/api/jobs/" + h.job
	room := func(n int) string {
		var walls []string
		for w := range 60 {
			walls = append(walls, fmt.Sprintf(`{"id":"x%dw%d","lengths":[{"id":"x%dw%da","length":"100"},{"id":"x%dw%db","length":"100.5"}]}`, n, w, n, w, n, w))
		}
		return step(fmt.Sprintf(`{"do":"add","kind":"room","id":"x%d","value":{"id":"","name":"x%d","walls":[%s]}}`, n, n, strings.Join(walls, ",")))
	}
	status, _ := h.told(measure, "POST", at+"/changes", step(`{"do":"set","kind":"room","id":"galley","field":"storey","value":"Low"}`))
	require.Equal(t, 200, status)
	n, says := 0, ""
	for ; n < 100; n++ {
		if status, says = h.told(measure, "POST", at+"/changes", room(n)); status != 200 {
			break
		}
	}
	assert.Equal(t, 429, status)
	assert.Contains(t, says, "5000 changes in a day")
	assert.Less(t, n, 30)
	for range n { // additions of rooms are the desk's to take back
		status, _ = h.told(measure, "POST", at+"/undo", `{"client":"a"}`)
		assert.Equal(t, 409, status)
	}
	h.server.spent.of[func() string { d, _ := h.store.DeviceOf(share.Hash(measure.Value)); return d.ID }()].n = mostADay
	status, _ = h.told(measure, "POST", at+"/undo", `{"client":"a"}`)
	assert.Equal(t, 429, status)
	var mine *purse
	for _, p := range h.server.spent.of {
		mine = p
	}
	mine.since = time.Now().Add(-25 * time.Hour)
	status, says = h.told(measure, "POST", at+"/undo", `{"client":"a"}`)
	assert.Equal(t, 200, status, "the next day it is there to undo: %s", says)
	assert.Equal(t, 200, first(h.desk.send("POST", at+"/changes", room(n))), "the desk goes on")
}

// A body that comes a byte at a time holds its line for the time that a body may take, wherever
// it is sent and whether or not anybody reads it.
func TestADripHoldsNoLineForLong(t *testing.T) {
	hurry(t)
	h := shared(t)
	addr := strings.TrimPrefix(h.out.url, "http://")
	var all sync.WaitGroup
	for _, path := range []string{pairPath, "/api/jobs", "/api/jobs/x/changes", "/", "/join"} {
		all.Go(func() {
			c, err := net.Dial("tcp", addr)
			if !assert.NoError(t, err) {
				return
			}
			defer c.Close()
			began := time.Now()
			fmt.Fprintf(c, "POST %s HTTP/1.1\r\nHost: %s\r\nContent-Type: application/json\r\nContent-Length: 200000\r\n\r\n{", path, addr)
			go func() {
				for time.Since(began) < 3*slowBody {
					if _, err := c.Write([]byte(" ")); err != nil {
						return
					}
					time.Sleep(100 * time.Millisecond)
				}
			}()
			_ = c.SetReadDeadline(time.Now().Add(3 * slowBody))
			for buf := make([]byte, 4096); ; {
				if _, err := c.Read(buf); err != nil {
					var late net.Error
					assert.False(t, asNet(err, &late) && late.Timeout(), "%s was held for %v", path, time.Since(began))
					break
				}
			}
			assert.Less(t, time.Since(began), 2*slowBody, path)
		})
	}
	all.Wait()
}

func asNet(err error, to *net.Error) bool {
	n, ok := err.(net.Error)
	*to = n
	return ok
}

// An answer may take longer than a body: the line is not cut while something is worked out.
func TestALongAnswerOutlastsItsBodysTime(t *testing.T) {
	hurry(t)
	seen := make(chan error, 1)
	slow := http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		buf := make([]byte, 10)
		for {
			if _, err := r.Body.Read(buf); err != nil {
				break
			}
		}
		select {
		case <-r.Context().Done():
			seen <- r.Context().Err()
		case <-time.After(slowBody + time.Second):
			seen <- nil
		}
	})
	srv := httptest.NewServer(guard(func(*http.Request, string) bool { return true }, slow))
	defer srv.Close()
	res, err := http.Post(srv.URL+"/api/x", "text/plain", strings.NewReader("body"))
	require.NoError(t, err)
	res.Body.Close()
	assert.NoError(t, <-seen)
}

// Lines are bounded in all and for each address, and are given back.
func TestLinesAreBounded(t *testing.T) {
	b := newBounded(nil)
	from := func(ip string) net.Addr { return &net.TCPAddr{IP: net.ParseIP(ip)} }
	take := func(ip string) bool { return b.take(sourceOf(from(ip))) }
	for range mostFrom {
		require.True(t, take("10.0.0.9"))
	}
	assert.False(t, take("10.0.0.9"), "one address takes no more")
	assert.True(t, take("10.0.0.8"), "another does")
	for i := range mostSixth {
		require.True(t, take(fmt.Sprintf("fd00::%x", i)))
	}
	assert.False(t, take("fd00::ffff"), "of IPv6 the network counts")
	b.give(sourceOf(from("10.0.0.9")))
	assert.True(t, take("10.0.0.9"))
	for i := 0; b.all < mostLines; i++ {
		take(fmt.Sprintf("10.0.1.%d", i))
	}
	assert.False(t, take("10.0.2.1"), "and all together no more than so many")
	assert.False(t, take("127.0.0.1"))

	// Over the wire: what is one too many is closed, and closing one makes room.
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	w := newBounded(l)
	defer l.Close()
	conns := make(chan net.Conn, mostLines+1)
	go func() {
		for {
			c, err := w.Accept()
			if err != nil {
				return
			}
			conns <- c
		}
	}()
	var mine []net.Conn
	for range mostLines {
		c, err := net.Dial("tcp", l.Addr().String())
		require.NoError(t, err)
		mine = append(mine, c)
	}
	extra, err := net.Dial("tcp", l.Addr().String())
	require.NoError(t, err)
	_ = extra.SetReadDeadline(time.Now().Add(5 * time.Second))
	_, err = extra.Read(make([]byte, 1))
	assert.ErrorContains(t, err, "EOF")
	k := <-conns
	k.Close()
	k.Close() // twice counts once
	again, err := net.Dial("tcp", l.Addr().String())
	require.NoError(t, err)
	require.Eventually(t, func() bool { w.mu.Lock(); defer w.mu.Unlock(); return w.all == mostLines }, 5*time.Second, 10*time.Millisecond)
	for _, c := range append(mine, extra, again) {
		c.Close()
	}
}

// A device has so much under way at once and no more.
func TestADeviceAsksForSoMuchAtOnce(t *testing.T) {
	s := newSessions()
	var ends []func()
	for range mostUnderWay {
		over, ok := s.watch("d", func() {})
		require.True(t, ok)
		ends = append(ends, over)
	}
	over, ok := s.watch("d", func() {})
	assert.False(t, ok)
	over()
	_, ok = s.watch("e", func() {})
	assert.True(t, ok)
	ends[0]()
	_, ok = s.watch("d", func() {})
	assert.True(t, ok)
}

func withAPI(s *server) http.Handler {
	r := chi.NewRouter()
	s.api(r, "test")
	return r
}

// Costly work waits its turn; the line is short for each device, says how long it is, and whoever
// hangs up takes nobody's turn.
func TestCostlyWorkWaitsItsTurn(t *testing.T) {
	l := newLine()
	l.wait = 50 * time.Millisecond
	ctx := context.Background()
	var leave []func()
	for range mostAtOnce {
		f, _ := l.enter(ctx, "a")
		require.NotNil(t, f)
		leave = append(leave, f)
	}
	f, before := l.enter(ctx, "a")
	assert.Nil(t, f, "it waited in vain")
	assert.Equal(t, mostAtOnce, before)
	gone, hangUp := context.WithCancel(ctx)
	done := make(chan bool)
	l.wait = time.Minute
	for range mostOfOne - mostAtOnce {
		go func() { f, _ := l.enter(gone, "a"); done <- f == nil }()
	}
	require.Eventually(t, func() bool { l.mu.Lock(); defer l.mu.Unlock(); return l.of["a"] == mostOfOne }, 5*time.Second, time.Millisecond)
	f, _ = l.enter(ctx, "a")
	assert.Nil(t, f, "one device fills no line")
	got := make(chan func())
	go func() { f, _ := l.enter(ctx, "b"); got <- f }()
	hangUp()
	for range mostOfOne - mostAtOnce {
		assert.True(t, <-done)
	}
	leave[0]()
	(<-got)()
	leave[1]()
	assert.Equal(t, map[string]int{}, l.of)
	assert.Zero(t, l.all)

	s, id := ferry(t)
	srv := newServer(Config{Store: s, Version: "test"})
	srv.line.wait = 10 * time.Millisecond
	for range mostAtOnce {
		srv.line.slots <- struct{}{}
	}
	h := httptest.NewServer(withAPI(srv))
	defer h.Close()
	c := &client{t, h.URL}
	p := c.problem(503, "GET", "/api/jobs/"+id+"/labels.pdf", "")
	assert.Contains(t, p.Detail, "Gnomon is busy")
	c.view("GET", "/api/jobs/"+id+"?client=a", "")
	<-srv.line.slots
	assert.Equal(t, 200, first(c.send("GET", "/api/jobs/"+id+"/labels.pdf", "")))
}

// Turned away on a file that takes no writing at that moment, a device is turned away; and a
// program that another's turning away was written by hears of it in seconds.
func TestTurningAwayCannotFail(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s, err := store.Open(path)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	secret := share.Secret()
	require.NoError(t, s.AddDevice(store.Device{ID: "d1", Name: "Lost phone", Rights: "full", Token: share.Hash(secret), Until: time.Now().Add(time.Hour),
		Seen: time.Now()}))
	other, err := store.Open(path)
	require.NoError(t, err)
	t.Cleanup(func() { other.Close() })
	first, second := newServer(Config{Store: s}), newServer(Config{Store: other})
	ask := func(on *server) error {
		r := httptest.NewRequest("GET", "/api/jobs", nil)
		r.AddCookie(&http.Cookie{Name: "gnomon", Value: secret})
		_, err := on.device(r)
		return err
	}
	require.NoError(t, ask(first))
	require.NoError(t, ask(second))
	ctx, end := context.WithCancel(context.Background())
	defer end()
	go second.standing(ctx, share.Hash(secret), end)

	raw, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	defer raw.Close()
	raw.SetMaxOpenConns(1)
	_, err = raw.Exec("BEGIN IMMEDIATE") // nothing can be written meanwhile
	require.NoError(t, err)
	called := make(chan error, 1)
	go func() { called <- first.turnAway("d1") }()
	require.Eventually(t, func() bool { return ask(first) != nil }, 2*time.Second, 10*time.Millisecond, "before it is written")
	_, err = raw.Exec("ROLLBACK")
	require.NoError(t, err)
	require.NoError(t, <-called)
	require.Eventually(t, func() bool { return ask(second) != nil }, 3*anew, 50*time.Millisecond, "the other program reads devices anew")
	select {
	case <-ctx.Done():
	case <-time.After(3 * anew):
		t.Fatal("its streams go on")
	}
	assert.ErrorIs(t, first.turnAway("none"), store.ErrNoDevice)
}

func TestJoiningAnewEndsWhatTheDeviceWas(t *testing.T) {
	h := shared(t)
	old := h.join("Nell’s phone", "full", "")
	other := h.join("Ilo’s tablet", "full", "")
	req, err := http.NewRequest("POST", h.out.url+pairPath, strings.NewReader(`{"code":"`+h.code("Nell’s phone", "measure", "")+`"}`))
	require.NoError(t, err)
	req.Header.Set("Content-Type", "application/json")
	req.AddCookie(old)
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
	assert.Equal(t, 401, h.as(old, "GET", "/api/jobs", ""))
	assert.Equal(t, 200, h.as(res.Cookies()[0], "GET", "/api/jobs", ""))
	assert.Equal(t, 200, h.as(other, "GET", "/api/jobs", ""), "and nobody else's")
}

// A measuring device cuts nothing: it holds no piece and takes none over. Who is on a job is
// bounded, and told a few times a second at most.
func TestPresencesAreBounded(t *testing.T) {
	h := shared(t)
	saw, measure := h.join("Saw tablet", "saw", ""), h.join("Nell’s phone", "measure", "")
	here := func(c *http.Cookie, body string) Presences {
		status, says := h.told(c, "POST", "/api/jobs/"+h.job+"/here", body)
		require.Equal(t, 200, status, says)
		var v Presences
		require.NoError(t, json.Unmarshal([]byte(says), &v))
		return v
	}
	holds := func(v Presences) string {
		for _, p := range v.People.People {
			if p.Holds {
				return p.Name
			}
		}
		return ""
	}
	at := `{"client":"c","where":"saw","piece":"wh-base.wh3"`
	here(saw, at+"}")
	assert.Equal(t, "Saw tablet", holds(here(measure, at+`,"take":true}`)))
	lines := h.stream(saw)
	for i := range 300 {
		here(measure, fmt.Sprintf(`{"client":"w%d","where":"ladder","room":"r%d"}`, i, i))
	}
	v := here(saw, at+"}")
	assert.LessOrEqual(t, len(v.People.People), mostWindows+1)
	assert.Equal(t, "Saw tablet", holds(v), "and pushes nobody else out")
	time.Sleep(3 * tellEach)
	sent := 0
	for len(lines) > 0 {
		if strings.Contains(<-lines, `"people"`) {
			sent++
		}
	}
	assert.Less(t, sent, 150)

	p := newPeople(func(string, any) {})
	for i := range 2 * mostOnJob {
		p.here("j", Person{ID: fmt.Sprint(i), device: fmt.Sprintf("d%d", i), Where: "ladder"}, false)
	}
	assert.Len(t, p.on("j").People, mostOnJob)
}

// Who did something is written by the server, whatever a device says.
func TestNobodyWritesInAnothersName(t *testing.T) {
	h := shared(t)
	saw := h.join("Saw tablet", "saw", "")
	status, says := h.told(saw, "POST", "/api/jobs/"+h.job+"/changes",
		step(`{"do":"add","kind":"hand","id":"wh-base.wh3","value":{"piece":"","length":"50","by":"Ilo","at":"1999-01-01T00:00:00Z"}}`))
	require.Equal(t, 200, status, says)
	j, _, err := h.store.Job(h.job)
	require.NoError(t, err)
	require.NotNil(t, j.Hand("wh-base.wh3"))
	assert.Equal(t, "Saw tablet", j.Hand("wh-base.wh3").By)
	assert.NotContains(t, j.Hand("wh-base.wh3").At, "1999")
}

// What a database says is for the desk's log. A full disk and a file that is only read are told
// as what they are.
func TestTroubleIsToldPlainly(t *testing.T) {
	for err, want := range map[error]struct {
		status int
		says   string
	}{
		fmt.Errorf("SQL logic error: no such table: jobs (1) in /home/ilo/gnomon.db"): {500, "under "},
		&store.Full{Path: "/home/ilo/gnomon.db"}:                                      {507, "is full"},
		store.ErrReading:                                                              {403, "only be read"},
		context.Canceled:                                                              {503, "gone"},
	} {
		p := asProblem(err).(*Problem)
		b, _ := json.Marshal(p)
		assert.Equal(t, want.status, p.Status)
		assert.Contains(t, string(b), want.says)
		for _, secret := range []string{"/home", "SQL", "table", "restart"} {
			assert.NotContains(t, string(b), secret)
		}
	}
}

// Every route against every right, as the one table has it; what a refused route would have done
// is not looked at before who asks.
func TestEveryRouteAgainstEveryRight(t *testing.T) {
	h := shared(t)
	other, err := h.store.Create(job.Starter("Boat shed", "in"))
	require.NoError(t, err)
	asked, refused := 0, 0
	for _, rights := range []share.Rights{share.Measure, share.Saw, share.Full} {
		for _, only := range []string{"", h.job} {
			c := h.join("Device", string(rights), only)
			for _, at := range []string{h.job, other} {
				for _, o := range operations(t, at) {
					if strings.HasSuffix(o.path, "/events") || o.id == "leave" || o.id == "pair" || at == other && !strings.Contains(o.path, other) {
						continue // streams have no end, and who leaves is gone
					}
					m := whoMay[o.id]
					may := (m.any || slices.Contains(m.only, rights)) && (only == "" || !m.shop && at == only)
					status := h.as(c, o.method, o.path, "")
					assert.Equal(t, may, status != 403, "%s, for %q: %s %s gave %d", rights, only, o.method, o.path, status)
					asked++
					if status == 403 {
						refused++
					}
				}
			}
		}
	}
	t.Logf("%d calls, %d refused", asked, refused)
}
