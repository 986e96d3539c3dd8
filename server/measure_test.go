package server

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/demo"
	"gnomon/files"
	"gnomon/instrument"
	"gnomon/store"
)

// withInstruments is a server with practice instruments.
func withInstruments(t *testing.T) (*httptest.Server, *instrument.Practice) {
	t.Helper()
	s, err := store.Open(filepath.Join(t.TempDir(), "g.db"))
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	rooms, err := instrument.ReadRooms(demo.TrueRooms)
	require.NoError(t, err)
	laser := instrument.NewLaser(rooms, 1)
	srv := httptest.NewServer(New(Config{Store: s, Version: "test", Instruments: []instrument.Source{laser, instrument.NewProtractor(rooms, 1)}}).Desk)
	t.Cleanup(srv.Close)
	return srv, laser
}

// A press brings its reading to all who listen, with who asked for it.
func TestInstrumentEvents(t *testing.T) {
	srv, laser := withInstruments(t)
	set := laser.Settings()
	set.Noise, set.Delay = 0, 0
	require.NoError(t, laser.Set(set))
	resp, err := http.Get(srv.URL + "/api/instruments/events")
	require.NoError(t, err)
	defer resp.Body.Close()
	lines := make(chan string, 100)
	go func() {
		buf := make([]byte, 4096)
		for {
			n, err := resp.Body.Read(buf)
			lines <- string(buf[:n])
			if err != nil {
				return
			}
		}
	}()
	wait := func(what string) string {
		var all strings.Builder
		for {
			select {
			case l := <-lines:
				all.WriteString(l)
				if strings.Contains(all.String(), what) {
					return all.String()
				}
			case <-time.After(5 * time.Second):
				require.Fail(t, "nothing heard", "%s", all.String())
			}
		}
	}
	wait("event: ready")
	post := func(path, body string) (int, string) {
		r, err := http.Post(srv.URL+path, "application/json", strings.NewReader(body))
		require.NoError(t, err)
		defer r.Body.Close()
		var b bytes.Buffer
		_, _ = b.ReadFrom(r.Body)
		return r.StatusCode, b.String()
	}
	code, body := post("/api/instruments/laser/press", `{"client":"me","room":"Galley","index":0}`)
	require.Equal(t, 200, code, body)
	got := wait("event: reading")
	assert.Contains(t, got, `"for":"me"`)
	assert.Contains(t, got, `10' 7 3/4`)
	code, body = post("/api/instruments/laser/press", `{"client":"me","room":"Attic","index":0}`)
	assert.Equal(t, 422, code)
	assert.Contains(t, body, "Waiting Hall", "the rooms it knows are named")
	code, _ = post("/api/instruments/kite/press", `{"client":"me","room":"Galley","index":0}`)
	assert.Equal(t, 404, code)
	req, _ := http.NewRequest("PUT", srv.URL+"/api/instruments/laser",
		strings.NewReader(`{"noise":0.1,"bias":0,"delayMs":5,"dropouts":0,"battery":9,"unit":"mm"}`))
	req.Header.Set("Content-Type", "application/json")
	r, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer r.Body.Close()
	var list InstrumentList
	require.NoError(t, json.NewDecoder(r.Body).Decode(&list))
	assert.True(t, list.Instruments[0].Low)
	assert.Equal(t, "mm", list.Instruments[0].Unit)
	assert.Len(t, list.Rooms, 4)
}

func TestSurveyOverHTTP(t *testing.T) {
	c, id := start(t)
	send := func(path, body string) (int, string) {
		t.Helper()
		resp, err := http.Post(c.url+"/api/jobs/"+id+path, "text/csv", strings.NewReader(body))
		require.NoError(t, err)
		defer resp.Body.Close()
		var b bytes.Buffer
		_, _ = b.ReadFrom(resp.Body)
		return resp.StatusCode, b.String()
	}
	const good = "room,wall,length,corner,reading\nPantry,1,96,inside,90\nPantry,2,72,inside,90\nPantry,3,108,inside,90\nPantry,4,72,inside,90\n"
	before := c.view("GET", "/api/jobs/"+id, "")
	code, body := send("/survey/preview", good)
	require.Equal(t, 200, code, body)
	var p SurveyPreview
	require.NoError(t, json.Unmarshal([]byte(body), &p))
	assert.Equal(t, PreviewWall{Label: "wall 1", Length: "8'", Corner: "inside 90°"}, p.Rooms[0].Walls[0])
	assert.Equal(t, "open by 1'", p.Rooms[0].Closing)
	assert.Equal(t, "room_open", p.Notes[0].Code)
	assert.Equal(t, before.Revision, c.view("GET", "/api/jobs/"+id, "").Revision, "a look takes nothing")

	code, body = send("/survey?client=a", good)
	require.Equal(t, 200, code, body)
	v := c.view("GET", "/api/jobs/"+id, "")
	require.Len(t, v.Rooms, 5)
	assert.Equal(t, "Pantry", v.Rooms[4].Title)
	assert.Len(t, v.Rooms[4].Runs, 1)
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)

	for _, bad := range []string{"wall,length\n1,9 cubits\n", "\xff\xfea", "wall,length\n1,=2+2\n", "\n"} {
		code, body = send("/survey?client=a", bad)
		assert.Equal(t, 422, code, bad)
		assert.Contains(t, body, "nothing", bad)
		code, body = send("/survey/preview", bad)
		assert.Equal(t, 200, code, bad)
		assert.NotContains(t, body, `"bad":[]`, bad)
	}
	code, _ = send("/survey?client=a", strings.Repeat("wall,length\n", 50<<20/12))
	assert.Equal(t, 413, code, "fifty megabytes")
	assert.Len(t, c.view("GET", "/api/jobs/"+id, "").Rooms, 4)

	_, _, b := c.send("GET", "/api/jobs/"+id+"/survey.csv", "")
	rooms, err := files.ReadSurveyCSV(bytes.NewReader(b), "in", store.NewID)
	require.NoError(t, err)
	assert.Len(t, rooms, 4)
	for _, kind := range []string{"svg", "dxf"} {
		code, _, b = c.send("GET", "/api/jobs/"+id+"/rooms/galley/plan."+kind, "")
		assert.Equal(t, 200, code)
		assert.NotEmpty(t, b)
		c.problem(404, "GET", "/api/jobs/"+id+"/rooms/attic/plan."+kind, "")
	}
}

// Two people measure one wall: both readings are kept.
// A schedule of openings comes out and goes in; what is wrong with one is told by its line, and nothing of it is kept.
func TestScheduleOverHTTP(t *testing.T) {
	c, id := start(t)
	send := func(body string) (int, string) {
		resp, err := http.Post(c.url+"/api/jobs/"+id+"/schedule?client=a", "text/csv", strings.NewReader(body))
		require.NoError(t, err)
		defer resp.Body.Close()
		b, err := io.ReadAll(resp.Body)
		require.NoError(t, err)
		return resp.StatusCode, string(b)
	}
	code, kind, b := c.send("GET", "/api/jobs/"+id+"/schedule.csv", "")
	require.Equal(t, 200, code)
	assert.Contains(t, kind, "text/csv")
	before := c.view("GET", "/api/jobs/"+id, "").Revision
	code, body := send("room,name,wall,from,width,height,rising\nGalley,D9,1,40,30,80,85 1/2\nGalley,Door 1,,,,81,\n")
	require.Equal(t, 200, code, body)
	j := c.kept(id)
	r := j.Room("galley")
	require.Len(t, r.Openings, 3)
	assert.Equal(t, "D9", r.Openings[0].Name)
	assert.Equal(t, "81", r.Opening("ga-door").Head.Text)
	v := c.view("GET", "/api/jobs/"+id, "")
	assert.Len(t, v.Sets, 6)
	assert.NotEmpty(t, v.Sets[0].Drawn.Parts)
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	_, _, again := c.send("GET", "/api/jobs/"+id+"/schedule.csv", "")
	assert.Equal(t, string(b), string(again), "one undo takes all of it back")
	for _, bad := range []string{"room,name\nAttic,D1\n", "colour\nred\n", "room,name,head\nGalley,Door 1,gothic\n"} {
		code, body = send(bad)
		assert.Equal(t, 422, code, bad)
		assert.Contains(t, body, "nothing", bad)
	}
	assert.Greater(t, c.view("GET", "/api/jobs/"+id, "").Revision, before)
}

func TestTwoReadingsOfOneWall(t *testing.T) {
	c, id := start(t)
	add := func(client, lid, text string) {
		c.view("POST", "/api/jobs/"+id+"/changes",
			`{"client":"`+client+`","ops":[{"do":"add","kind":"length","in":"ps1","id":"`+lid+`","value":{"id":"","length":"`+text+`"}}]}`)
	}
	add("a", "la", "12' 1/4")
	add("b", "lb", "12' 1/8")
	w := c.view("GET", "/api/jobs/"+id, "").Rooms[3].Walls[0]
	require.Len(t, w.Lengths, 2)
	assert.Equal(t, `12' 3/16"`, w.Length.Text)
	assert.Equal(t, `1/8"`, w.Spread)
}
