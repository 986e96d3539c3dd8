package e2e

import (
	"database/sql"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"maps"
	"math/rand/v2"
	"net"
	"net/http"
	"net/url"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	_ "github.com/glebarez/go-sqlite"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var (
	kills   = flag.Int("kills", 8, "how often the program is killed while others write")
	cutoffs = flag.Int("cutoffs", 12, "how often a browser is cut off while it marks")
	crowd   = flag.Int("crowd", 25, "how many devices edit one job")
	edits   = flag.Duration("edits", 8*time.Second, "how long they do")
)

// marksOf reads a job's records and its walls' lengths from its job file.
func marksOf(t *testing.T, url string) (ids map[string]int, lengths map[string]string) {
	t.Helper()
	var f struct {
		Records []struct{ ID string }
		Rooms   []struct {
			Walls []struct {
				Lengths []struct{ ID, Length string }
			}
		}
	}
	require.NoError(t, getJSON(url, &f))
	ids, lengths = map[string]int{}, map[string]string{}
	for _, m := range f.Records {
		ids[m.ID]++
	}
	for _, r := range f.Rooms {
		for _, w := range r.Walls {
			for _, l := range w.Lengths {
				lengths[l.ID] = l.Length
			}
		}
	}
	return ids, lengths
}

// hand is one of those who write while the program is killed. It keeps what was not answered
// and sends it again under the same name, as the pages do.
type hand struct {
	d     *device
	n     int
	name  string
	acked []string // marks
	sure  int      // the last edit that was answered
	tried int      // the last that was sent
	wait  []string // bodies to be sent
}

func (h *hand) write(stop <-chan bool) {
	for {
		select {
		case <-stop:
			return
		default:
		}
		if len(h.wait) == 0 {
			h.n++
			id := fmt.Sprintf("%s-%d", h.name, h.n)
			if h.n%2 == 0 {
				h.tried = h.n
				h.wait = append(h.wait, fmt.Sprintf(`{"client":"c","once":%q,"ops":[{"do":"set","kind":"length","id":"l-%s","field":"length","value":"%d"}]}`, id, h.name,
					100+h.n))
			} else {
				h.wait = append(h.wait, fmt.Sprintf(
					`{"client":"c","once":%q,"ops":[{"do":"record","id":%q,"value":{"kind":"cut","piece":"p.%s","end":"left","cut":{"length":"10"}}}]}`,
					id, id, h.name))
			}
		}
		status, _ := h.d.call("POST", "/api/jobs/"+jobKilled+"/changes", h.wait[0])
		if status != 200 {
			return // the program is gone: what waits is sent when it is back
		}
		if h.n%2 == 0 {
			h.sure = h.n
		} else {
			h.acked = append(h.acked, fmt.Sprintf("%s-%d", h.name, h.n))
		}
		h.wait = nil
	}
}

var jobKilled string

// The program is killed again and again while three devices write: what it has answered is
// there after each start, once, and the database is whole.
func TestKilledWhileOthersWrite(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	hands := []*hand{{name: "a", d: p.join("a", "full")}, {name: "b", d: p.join("b", "full")}, {name: "c", d: p.join("c", "full")}}
	fresh := func() {
		res, err := http.Post(p.desk+"/api/jobs", "application/json", strings.NewReader(`{"name":"Killed","unit":"in"}`))
		require.NoError(t, err)
		defer res.Body.Close()
		var made struct{ ID string }
		require.NoError(t, json.NewDecoder(res.Body).Decode(&made))
		jobKilled = made.ID
		ops := `{"do":"add","kind":"room","id":"r","value":{"id":"r","name":"r","closed":false,"walls":[`
		for i, h := range hands {
			if i > 0 {
				ops += ","
			}
			ops += fmt.Sprintf(`{"id":"w-%s","lengths":[{"id":"l-%s","level":"floor","length":"100"}]}`, h.name, h.name)
			h.acked, h.sure, h.tried, h.wait = nil, 0, 0, nil
		}
		ops += `],"corners":[{"id":"ca"},{"id":"cb"},{"id":"cc"}],"openings":[],"runs":[]}}`
		status, b := hands[0].d.call("POST", "/api/jobs/"+jobKilled+"/changes", `{"client":"c","ops":[`+ops+`]}`)
		require.Equal(t, 200, status, "%s", b)
	}
	written, resent := 0, 0
	var slowest time.Duration
	for round := range *kills {
		if round%20 == 0 { // so that no job grows without end
			fresh()
		}
		stop := make(chan bool)
		var all sync.WaitGroup
		for _, h := range hands {
			resent += len(h.wait)
			all.Add(1)
			go func() { defer all.Done(); h.write(stop) }()
		}
		time.Sleep(time.Duration(30+rand.IntN(250)) * time.Millisecond)
		p.kill()
		close(stop)
		all.Wait()
		began := time.Now()
		p.again()
		slowest = max(slowest, time.Since(began))

		ids, lengths := marksOf(t, p.desk+"/api/jobs/"+jobKilled+"/file")
		for id, n := range ids {
			require.Equal(t, 1, n, "mark %s came twice", id)
		}
		for _, h := range hands {
			for _, id := range h.acked {
				require.Equal(t, 1, ids[id], "mark %s was answered and is gone, round %d", id, round)
			}
			value, err := strconv.Atoi(lengths["l-"+h.name])
			require.NoError(t, err)
			if is := value - 100; h.sure > 0 {
				require.Contains(t, []int{h.sure, h.tried}, is, "the edit that was answered last, or the one on its way; round %d", round)
			}
		}
		db, err := sql.Open("sqlite", p.db)
		require.NoError(t, err)
		var says string
		require.NoError(t, db.QueryRow("PRAGMA integrity_check").Scan(&says))
		require.Equal(t, "ok", says)
		require.NoError(t, db.QueryRow("SELECT count(*) FROM (SELECT 1 FROM changes WHERE request <> '' GROUP BY job_id, client, request HAVING count(*) > 1)").Scan(
			&says))
		require.Equal(t, "0", says, "no request was made twice")
		db.Close()
		if (round+1)%20 == 0 || round == *kills-1 {
			for _, h := range hands {
				written += len(h.acked) + h.sure/2
			}
		}
	}
	require.Greater(t, written, *kills)
	t.Logf("killed %d times: %d writes answered, all there once; %d sent again after a start; the longest start took %v", *kills, written, resent,
		slowest.Round(time.Millisecond))
}

// cutter stands between a browser and the program, and cuts.
type cutter struct {
	l      net.Listener
	to     string
	mu     sync.Mutex
	lines  map[net.Conn]bool
	closed bool
	cut    int
}

func newCutter(t *testing.T, to string) *cutter {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	c := &cutter{l: l, to: to, lines: map[net.Conn]bool{}}
	t.Cleanup(func() { l.Close() })
	go func() {
		for {
			in, err := l.Accept()
			if err != nil {
				return
			}
			go c.carry(in)
		}
	}()
	return c
}

func (c *cutter) carry(in net.Conn) {
	c.mu.Lock()
	closed := c.closed
	if !closed {
		c.lines[in] = true
	}
	c.mu.Unlock()
	if closed {
		in.Close()
		return
	}
	out, err := net.Dial("tcp", c.to)
	if err == nil {
		go func() { _, _ = io.Copy(out, in); out.Close() }()
		_, _ = io.Copy(in, out)
		out.Close()
	}
	in.Close()
	c.mu.Lock()
	delete(c.lines, in)
	c.mu.Unlock()
}

// now cuts every line, and takes no new one for a while.
func (c *cutter) now(during time.Duration) {
	c.mu.Lock()
	c.closed = during > 0
	for l := range c.lines {
		_ = l.(*net.TCPConn).SetLinger(0)
		l.Close()
	}
	c.cut++
	c.mu.Unlock()
	if during > 0 {
		time.AfterFunc(during, func() { c.mu.Lock(); c.closed = false; c.mu.Unlock() })
	}
}

// A browser at the saw is cut off at random while it marks: every mark arrives, once.
func TestCutOffWhileMarking(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	c := newCutter(t, strings.TrimPrefix(p.shared, "http://"))
	at := "http://" + c.l.Addr().String()
	b := open(t, 820, 1180)
	b.goTo(at + "/join")
	b.joinWith(p.code("Saw tablet", "saw"))
	b.goTo(at + "/jobs/ferry-house/saw?room=galley")
	b.until("document.querySelector('.saw .blade')")
	// Every mark that the page keeps to be sent, by name, and how many wait still.
	js[bool](b, `(() => {
		window.queued = new Set()
		const put = IDBObjectStore.prototype.put
		IDBObjectStore.prototype.put = function (v) {
			if (this.name === 'waiting') { v.forEach((d) => window.queued.add(d.id)); window.left = v.length }
			return put.apply(this, arguments)
		}
		return true
	})()`)
	state := "document.querySelector('header .count').innerText + document.querySelector('.do').innerText + document.querySelector('h2').innerText"
	news := func() string {
		return js[string](b, "(() => { const n = document.querySelector('.news'); if (!n) return ''; const t = n.innerText; n.querySelector('.seen').click(); "+
			"return t })()")
	}
	for range *cutoffs {
		before := js[string](b, state)
		// A cut where one is open; the piece spoiled where all are made.
		b.key(map[bool]string{true: " ", false: "x"}[js[bool](b, "(() => { const a = document.querySelector('.act'); return !a.classList.contains('back') })()")])
		time.Sleep(time.Duration(rand.IntN(40)) * time.Millisecond)
		during := time.Duration(0)
		if rand.IntN(2) == 0 {
			during = time.Duration(rand.IntN(500)) * time.Millisecond
		}
		c.now(during)
		b.until(state + " !== " + quote(before))
		require.Empty(t, news(), "nobody else did anything")
		for was := ""; was != js[string](b, state); time.Sleep(80 * time.Millisecond) { // the next cut has come
			was = js[string](b, state)
		}
	}
	// The page says nothing of what was done a moment ago, so its own list is asked.
	b.untilFor(time.Minute, "window.left === 0 && !document.querySelector('.reach')")
	ids, _ := marksOf(t, p.desk+job+"/file")
	for id, n := range ids {
		assert.Equal(t, 1, n, id)
	}
	queued := js[[]string](b, "[...window.queued]")
	assert.GreaterOrEqual(t, len(queued), *cutoffs*9/10, "a key pressed again before its mark is kept is one cut")
	arrived := slices.Collect(maps.Keys(ids))
	assert.ElementsMatch(t, queued, arrived, "every mark, once")
	t.Logf("cut off %d times: %d marks made, %d arrived, none twice", c.cut, len(queued), len(ids))
}

// 25 devices look at one job of 60 rooms and edit it, each every two seconds, and are told what is new as their pages are.
func TestManyDevices(t *testing.T) {
	devices, job := *crowd, "/api/jobs/ferry-row"
	p := share(t, "127.0.0.1:0", "--flats", "60")
	var mu sync.Mutex
	sent := map[int64]time.Time{}
	var seen []time.Duration
	missed := 0
	revision, standing := regexp.MustCompile(`"revision":(\d+)`), regexp.MustCompile(`"stand":"(\w+)"`)
	ctx := make(chan bool)
	var all, streams sync.WaitGroup
	for n := range devices {
		d := p.join(fmt.Sprint("device ", n), "full")
		d.http = &http.Client{Transport: &http.Transport{}}
		req, _ := http.NewRequest("GET", p.shared+job+"/events?client=c", nil)
		req.AddCookie(d.cookie)
		res, err := d.http.Do(req)
		require.NoError(t, err)
		streams.Add(1)
		news := make(chan int64, 1)
		go func() { // the stream; of several changes only the last matters, as in the pages
			defer streams.Done()
			defer close(news)
			buf, text := make([]byte, 4096), ""
			for {
				k, err := res.Body.Read(buf)
				text += string(buf[:k])
				for {
					line, rest, ok := strings.Cut(text, "\n")
					if !ok {
						break
					}
					text = rest
					if m := revision.FindStringSubmatch(line); m != nil {
						r, _ := strconv.ParseInt(m[1], 10, 64)
						select {
						case <-news:
						default:
						}
						news <- r
					}
				}
				if err != nil {
					return
				}
			}
		}()
		streams.Add(1)
		go func() { // the fetching
			defer streams.Done()
			var has int64
			stand, want := "", []string{"shop", "rooms", "findings", fmt.Sprint("room/f", 1+n%60)}
			for r := range news {
				if r <= has {
					continue
				}
				q := url.Values{"stand": {stand}, "want": nil}
				for _, w := range want {
					if stand != "" {
						w = fmt.Sprint(w, "@", has)
					}
					q.Add("want", w)
				}
				status, b := d.call("GET", job+"/told?"+q.Encode(), "")
				if m := standing.FindSubmatch(b[:min(len(b), 300)]); m != nil {
					stand = string(m[1])
				}
				m := revision.FindSubmatch(b[:min(len(b), 200)])
				if status != 200 || m == nil {
					continue
				}
				now := time.Now()
				is, _ := strconv.ParseInt(string(m[1]), 10, 64)
				mu.Lock()
				for k := has + 1; k <= is; k++ {
					if at, ok := sent[k]; ok {
						seen = append(seen, now.Sub(at))
					}
				}
				mu.Unlock()
				has = is
			}
		}()
		all.Add(1)
		go func() { // the edits
			defer all.Done()
			defer func() { time.Sleep(2 * time.Second); res.Body.Close() }()
			time.Sleep(time.Duration(n) * 2 * time.Second / time.Duration(devices))
			tick := time.NewTicker(2 * time.Second)
			defer tick.Stop()
			for k := 0; ; k++ {
				began := time.Now()
				status, b := d.call("POST", job+"/changes", fmt.Sprintf(`{"client":"c","ops":[{"do":"set","kind":"length","id":"f%d-l%d","field":"length","value":"%d 1/%d"}]}`,
					1+n%60, 1+n/60, 100+n, []int{2, 4, 8, 16}[k%4]))
				mu.Lock()
				if m := revision.FindSubmatch(b); status == 200 && m != nil {
					r, _ := strconv.ParseInt(string(m[1]), 10, 64)
					sent[r] = began
				} else {
					missed++
				}
				mu.Unlock()
				select {
				case <-ctx:
					return
				case <-tick.C:
				}
			}
		}()
	}
	time.Sleep(*edits)
	close(ctx)
	all.Wait()
	streams.Wait()
	assert.Zero(t, missed, "every edit was taken")
	require.NotEmpty(t, seen)
	// What it keeps, and not what a sweep that is due on a busy machine will free.
	rss := resident(t, p.cmd.Process.Pid)
	for range 10 {
		if rss < 150 {
			break
		}
		time.Sleep(time.Second)
		rss = resident(t, p.cmd.Process.Pid)
	}
	slices.Sort(seen)
	at := func(q float64) time.Duration { return seen[int(q*float64(len(seen)-1))].Round(time.Millisecond) }
	within := 0
	for _, d := range seen {
		if d <= 500*time.Millisecond {
			within++
		}
	}
	t.Logf("%d devices, %d edits, %d times seen by a device: half within %v, 95 %% within %v, the last %v; %.1f %% within 500 ms; resident %.0f MB", devices,
		len(sent), len(seen), at(0.5), at(0.95), at(1), 100*float64(within)/float64(len(seen)), rss)
	assert.Less(t, rss, 150.0, "megabytes")
}

// off takes the network away; on brings it back.
func (c *cutter) off() { c.now(24 * time.Hour) }
func (c *cutter) on()  { c.mu.Lock(); c.closed = false; c.mu.Unlock() }
