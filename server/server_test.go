package server

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/demo"
	"gnomon/files"
	"gnomon/store"
)

type client struct {
	t   *testing.T
	url string
}

// webPages stand for the built application.
var webPages = fstest.MapFS{"index.html": {Data: []byte("<title>Gnomon</title>")}, "assets/a.js": {Data: []byte("1")}}

// ferry is a store that holds the demo's job.
func ferry(t testing.TB) (*store.Store, string) {
	t.Helper()
	s, err := store.Open(filepath.Join(t.TempDir(), "g.db"))
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	j, err := files.ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	id, err := s.Create(j)
	require.NoError(t, err)
	return s, id
}

func start(t *testing.T) (*client, string) {
	t.Helper()
	s, id := ferry(t)
	srv := httptest.NewServer(New(Config{Store: s, Web: webPages, Version: "test"}).Desk)
	t.Cleanup(srv.Close)
	return &client{t, srv.URL}, id
}

// send makes a request and gives the status, the media type and the body.
func (c *client) send(method, path, body string, header ...string) (int, string, []byte) {
	c.t.Helper()
	req, err := http.NewRequest(method, c.url+path, strings.NewReader(body))
	require.NoError(c.t, err)
	if body != "" {
		req.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i < len(header); i += 2 {
		if header[i] == "Host" {
			req.Host = header[i+1]
		}
		req.Header.Set(header[i], header[i+1])
	}
	res, err := http.DefaultClient.Do(req)
	require.NoError(c.t, err)
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	require.NoError(c.t, err)
	return res.StatusCode, res.Header.Get("Content-Type"), b
}

// raw is the answer's text.
func (c *client) raw(path string) []byte {
	c.t.Helper()
	status, _, b := c.send("GET", path, "")
	require.Equal(c.t, 200, status, "%.300s", b)
	return b
}

// kept is the job as its file has it.
func (c *client) kept(id string) job.Job {
	c.t.Helper()
	j, err := files.ReadJob(bytes.NewReader(c.raw("/api/jobs/" + id + "/file")))
	require.NoError(c.t, err)
	return j
}

func (c *client) view(method, path, body string) JobView {
	c.t.Helper()
	code, _, b := c.send(method, path, body)
	require.Equal(c.t, 200, code, "%s", b)
	var v JobView
	if method == "GET" {
		require.NoError(c.t, json.Unmarshal(b, &v))
		return v
	}
	return c.whole(b)
}

// whole is the job whole that somebody was told of in parts.
func (c *client) whole(answer []byte) JobView {
	c.t.Helper()
	var told Told
	require.NoError(c.t, json.Unmarshal(answer, &told))
	v := c.view("GET", "/api/jobs/"+told.ID, "")
	require.Equal(c.t, told.Revision, v.Revision)
	v.CanUndo, v.CanRedo = told.Head.CanUndo, told.Head.CanRedo
	return v
}

func (c *client) problem(want int, method, path, body string, header ...string) Problem {
	c.t.Helper()
	code, kind, b := c.send(method, path, body, header...)
	assert.Equal(c.t, want, code, "%s %s: %s", method, path, b)
	assert.Equal(c.t, "application/problem+json", kind, "%s %s", method, path)
	var p Problem
	require.NoError(c.t, json.Unmarshal(b, &p), "%s", b)
	if assert.NotEmpty(c.t, p.Errors, "%s", b) {
		assert.NotEmpty(c.t, p.Errors[0].Message)
		assert.NotEmpty(c.t, p.Errors[0].Remedy)
	}
	return p
}

func setBody(client, kind, id, field, value, was string) string {
	w := ""
	if was != "" {
		w = `,"was":` + was
	}
	return fmt.Sprintf(`{"client":%q,"ops":[{"do":"set","kind":%q,"id":%q,"field":%q,"value":%s%s}]}`, client, kind, id, field, value, w)
}

func TestTheViewIsReadyToTypeset(t *testing.T) {
	c, id := start(t)
	v := c.view("GET", "/api/jobs/"+id, "")
	var seen struct {
		Rooms []struct {
			Walls []struct{ Lengths []struct{ Length EntryView } }
		}
	}
	require.NoError(t, json.Unmarshal(c.raw("/api/jobs/"+id), &seen))
	l := seen.Rooms[0].Walls[0].Lengths[0].Length
	assert.Equal(t, LengthView{NM: 6515100000, Feet: 21, Inches: 4, Num: 1, Den: 2, Total: 256, MM: "6515.1", Text: `21' 4 1/2"`}, l.LengthView)
	assert.Equal(t, l.LengthView, *v.Rooms[0].Walls[0].Length)
	assert.Equal(t, "21' 4 1/2", l.Typed)
	first := slices.IndexFunc(v.Pieces, func(p PieceView) bool { return p.Run == "wh-base" })
	p := v.Pieces[first+1]
	assert.Equal(t, "cope", p.Right.Joint)
	assert.Equal(t, AngleView{Degrees: -45, Text: "45°", Side: "left"}, *p.Right.Dial)
	assert.Equal(t, "at the 45 detent", p.Right.Detent)
	steps := map[string]int{}
	for _, k := range v.Cuts {
		steps[k.Step]++
	}
	assert.Equal(t, map[string]int{"cut": 132, "cope": 23}, steps)
	assert.Equal(t, "90.2°", v.Rooms[0].Corners[0].Theta)
	assert.Nil(t, v.CanUndo, "nobody in particular asks")
}

func TestEditUndoRedo(t *testing.T) {
	c, id := start(t)
	v := c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "length", "wh2-floor", "length", `"15' 2 1/4"`, `"14' 2 1/4"`))
	at := slices.IndexFunc(v.Pieces, func(p PieceView) bool { return p.ID == "wh-base.wh2" })
	assert.Equal(t, `15' 2 1/4"`, v.Pieces[at].Cut.Text, "the answer holds the new plan")
	assert.True(t, *v.CanUndo)
	v = c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	assert.Equal(t, `14' 2 1/4"`, v.Pieces[at].Cut.Text)
	assert.True(t, *v.CanRedo)
	v = c.view("POST", "/api/jobs/"+id+"/redo", `{"client":"a"}`)
	assert.Equal(t, `15' 2 1/4"`, v.Pieces[at].Cut.Text)
	c.problem(409, "POST", "/api/jobs/"+id+"/undo", `{"client":"b"}`)
}

func TestConflictGivesBothValues(t *testing.T) {
	c, id := start(t)
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "length", "wh2-floor", "length", `"15'"`, `"14' 2 1/4"`))
	p := c.problem(409, "POST", "/api/jobs/"+id+"/changes", setBody("b", "length", "wh2-floor", "length", `"16'"`, `"14' 2 1/4"`))
	assert.Equal(t, &Conflict{"length wh2-floor", "length", "16'", "15'"}, p.Conflict)
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("b", "length", "wh1-floor", "length", `"16'"`, `"21' 4 1/2"`))
}

func TestMarksCarryTheirTime(t *testing.T) {
	c, id := start(t)
	v := c.view("GET", "/api/jobs/"+id, "")
	m := v.Cuts[0].Mark
	m.Kind = "cut"
	b, err := json.Marshal(m)
	require.NoError(t, err)
	v = c.view("POST", "/api/jobs/"+id+"/changes", fmt.Sprintf(`{"client":"a","ops":[{"do":"record","value":%s}]}`, b))
	assert.True(t, v.Cuts[0].Done)
	_, _, file := c.send("GET", "/api/jobs/"+id+"/file", "")
	j, err := files.ReadJob(bytes.NewReader(file))
	require.NoError(t, err)
	require.Len(t, j.Records, 1)
	at, err := time.Parse(time.RFC3339, j.Records[0].At)
	require.NoError(t, err)
	assert.WithinDuration(t, time.Now(), at, time.Minute)
	v = c.view("POST", "/api/jobs/"+id+"/changes", fmt.Sprintf(`{"client":"a","ops":[{"do":"take_back","id":%q}]}`, j.Records[0].ID))
	assert.False(t, v.Cuts[0].Done)
}

func TestBadRequestsAreProblems(t *testing.T) {
	c, id := start(t)
	for _, r := range []struct {
		code               int
		method, path, body string
	}{
		{404, "GET", "/api/jobs/none", ""}, {404, "GET", "/api/nothing", ""}, {404, "POST", "/api/jobs/none/changes", setBody("a", "job", "", "name", `"x"`, "")},
		{405, "DELETE", "/api/jobs", ""},
		{422, "POST", "/api/jobs", `{"name":"x","unit":"furlong"}`}, {422, "POST", "/api/jobs", `{"name":"x","unit":"in","colour":1}`},
		{400, "POST", "/api/jobs", `{"name":`},
		{422, "POST", "/api/jobs/" + id + "/changes", `{"client":"a","ops":[]}`}, {422, "POST", "/api/jobs/" + id + "/changes", `{"client":"","ops":[{"do":"set"}]}`},
		{422, "POST", "/api/jobs/" + id + "/changes", `{"client":"a","ops":[{"do":"set","shade":2}]}`},
		{422, "POST", "/api/jobs/" + id + "/changes", setBody("a", "length", "wh1-floor", "length", `"12x"`, "")},
		{404, "POST", "/api/jobs/" + id + "/changes", setBody("a", "length", "gone-floor", "length", `"12"`, "")},
		{422, "POST", "/api/jobs/import", `{"gnomon":15}`}, {422, "POST", "/api/jobs/import", `nonsense`},
		{422, "GET", "/api/corner?reading=abc", ""}, {422, "GET", "/api/corner?reading=190", ""}, {422, "GET", "/api/corner?reading=90&pose=nested&spring=95", ""},
		{422, "GET", "/api/corner", ""},
		{422, "GET", "/api/jobs/" + id + "/pictures", ""}, {404, "GET", "/api/jobs/none/pictures?of=x", ""},
	} {
		c.problem(r.code, r.method, r.path, r.body)
	}
	c.problem(413, "POST", "/api/jobs", `{"name":"`+strings.Repeat("x", maxBody)+`","unit":"in"}`)
	p := c.problem(422, "POST", "/api/jobs/"+id+"/changes", setBody("a", "length", "wh1-floor", "length", `"12x"`, ""))
	assert.Equal(t, FieldProblem{"length", "12x", `"x" means nothing here`, `write it like 12' 3 5/8", 147 5/8, 147.625 or 3742.5 mm`}, p.Errors[0])
}

func TestForeignHostsAndOriginsAreRefused(t *testing.T) {
	c, id := start(t)
	c.problem(403, "GET", "/api/jobs", "", "Host", "evil.example")
	c.problem(403, "GET", "/", "", "Host", "127.0.0.1.evil.example:8484")
	body := setBody("a", "job", "", "name", `"x"`, "")
	c.problem(403, "POST", "/api/jobs/"+id+"/changes", body, "Origin", "http://evil.example")
	c.problem(403, "POST", "/api/jobs/"+id+"/changes", body, "Sec-Fetch-Site", "cross-site")
	for _, host := range []string{"localhost:8484", "127.0.0.1", "[::1]:8484"} {
		code, _, _ := c.send("GET", "/api/jobs", "", "Host", host)
		assert.Equal(t, 200, code, host)
	}
	code, _, _ := c.send("POST", "/api/jobs/"+id+"/changes", body, "Origin", c.url)
	assert.Equal(t, 200, code)
}

func TestPages(t *testing.T) {
	c, _ := start(t)
	for _, path := range []string{"/", "/jobs/x/saw", "/corner"} {
		code, kind, b := c.send("GET", path, "")
		assert.Equal(t, 200, code)
		assert.Contains(t, kind, "text/html")
		assert.Contains(t, string(b), "Gnomon")
	}
	_, kind, _ := c.send("GET", "/assets/a.js", "")
	assert.Contains(t, kind, "javascript")
	_, _, b := c.send("GET", "/api/openapi.json", "")
	assert.Contains(t, string(b), `"/api/jobs/{job}/changes"`)
}

func TestImportExportAndFiles(t *testing.T) {
	c, id := start(t)
	_, _, file := c.send("GET", "/api/jobs/"+id+"/file", "")
	code, _, b := c.send("POST", "/api/jobs/import", string(file))
	require.Equal(t, 200, code, "%s", b)
	var made JobMade
	require.NoError(t, json.Unmarshal(b, &made))
	_, _, one := c.send("GET", "/api/jobs/"+id+"/plan", "")
	_, _, two := c.send("GET", "/api/jobs/"+made.ID+"/plan", "")
	assert.Equal(t, string(one), string(two))
	_, kind, csv := c.send("GET", "/api/jobs/"+id+"/cutlist.csv", "")
	assert.Contains(t, kind, "text/csv")
	assert.Equal(t, 67, strings.Count(string(csv), "\n"))
	code, _, b = c.send("POST", "/api/jobs", `{"name":"New","unit":"mm"}`)
	require.Equal(t, 200, code)
	require.NoError(t, json.Unmarshal(b, &made))
	assert.Equal(t, "mm", c.view("GET", "/api/jobs/"+made.ID, "").Unit)
	_, _, b = c.send("GET", "/api/jobs", "")
	assert.Equal(t, 3, strings.Count(string(b), `"id"`))
}

func TestOneCorner(t *testing.T) {
	c, _ := start(t)
	var o OneCorner
	_, _, b := c.send("GET", "/api/corner?reading=44.25&scale=mitre", "")
	require.NoError(t, json.Unmarshal(b, &o))
	assert.Equal(t, "91.5°", o.Theta)
	assert.Equal(t, AngleView{-44.25, "44.25°", "left"}, o.Ends[0].Mitre)
	assert.Equal(t, "left", o.Ends[0].Keep)
	assert.Equal(t, AngleView{44.25, "44.25°", "right"}, o.Ends[1].Mitre)
	assert.Nil(t, o.Finding)
	_, _, b = c.send("GET", "/api/corner?reading=45&kind=outside&pose=flat&edge=bottom&spring=38", "")
	o = OneCorner{}
	require.NoError(t, json.Unmarshal(b, &o))
	require.NotNil(t, o.Finding)
	assert.Contains(t, o.Finding.Remedy, "mitre scale")
	assert.Equal(t, "short", o.Ends[0].ToldTo)
	assert.NotZero(t, o.Ends[0].Bevel.Degrees)
}

// picture fetches the picture of an end, as the screen does.
func (c *client) picture(id, piece, end string) (BenchView, []byte) {
	c.t.Helper()
	for _, k := range c.view("GET", "/api/jobs/"+id, "").Cuts {
		if k.Piece == piece && k.Hand == end {
			code, _, b := c.send("GET", "/api/jobs/"+id+"/pictures?of=none&of="+k.Picture, "")
			require.Equal(c.t, 200, code, "%s", b)
			var out Pictures
			require.NoError(c.t, json.Unmarshal(b, &out))
			require.Len(c.t, out.Pictures, 1)
			return out.Pictures[k.Picture], b
		}
	}
	c.t.Fatalf("no cut %s, %s", piece, end)
	return BenchView{}, nil
}

func TestPicturesOfCuts(t *testing.T) {
	c, id := start(t)
	b, _ := c.picture(id, "wh-base.wh3", "left")
	assert.Contains(t, b.Lies, "Standing on its bottom edge")
	key := func(piece, end string) string {
		for _, k := range c.view("GET", "/api/jobs/"+id, "").Cuts {
			if k.Piece == piece && k.Hand == end {
				return k.Picture
			}
		}
		return "gone"
	}
	was := key("wh-base.wh3", "left")
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "length", "wh3-floor", "length", `"52"`, ""))
	assert.Equal(t, was, key("wh-base.wh3", "left"), "the same saw, the same picture, whatever the length")
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "reading", "whb-floor", "reading", `92`, ""))
	assert.NotEqual(t, was, key("wh-base.wh3", "left"))
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "reading", "whb-floor", "reading", `190`, ""))
	assert.Empty(t, key("wh-base.wh3", "left"), "no setting, no picture")
}

// A second browser hears of a change within a second.
func TestOtherBrowsersHear(t *testing.T) {
	c, id := start(t)
	ctx, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	req, err := http.NewRequestWithContext(ctx, "GET", c.url+"/api/jobs/"+id+"/events", nil)
	require.NoError(t, err)
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	lines := bufio.NewScanner(res.Body)
	next := func(prefix string) string {
		for lines.Scan() {
			if strings.HasPrefix(lines.Text(), prefix) {
				return lines.Text()
			}
		}
		t.Fatal("the stream ended")
		return ""
	}
	assert.JSONEq(t, `{"revision":0}`, strings.TrimPrefix(next("data:"), "data: "))
	assert.JSONEq(t, `{"people":[]}`, strings.TrimPrefix(next("data:"), "data: "))
	v := c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "job", "", "name", `"x"`, ""))
	assert.JSONEq(t, fmt.Sprintf(`{"revision":%d}`, v.Revision), strings.TrimPrefix(next("data:"), "data: "))
}

// A browser that does not listen neither holds up the others nor misses the
// newest revision.
func TestSlowListenerKeepsTheNewest(t *testing.T) {
	h := newHub()
	ch, leave := h.listen("j")
	for i := range int64(100) {
		h.tell("j", Changed{Revision: i})
	}
	var last Changed
	for len(ch) > 0 {
		last = (<-ch).(Changed)
	}
	assert.Equal(t, int64(99), last.Revision)
	leave()
	h.tell("j", Changed{})
	assert.Empty(t, h.subs)
}
