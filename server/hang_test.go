package server

import (
	"regexp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A room on the wall: its cards, walls, rounds, strips and finish; what is hung is told, and what is not there refused.
func TestHangView(t *testing.T) {
	c, id := start(t)
	var v HangView
	c.get("/api/jobs/"+id+"/hang?room=waiting-hall", &v)
	require.NotEmpty(t, v.Cards)
	assert.Len(t, v.Walls, 8)
	assert.Len(t, v.Rounds[0].Climbs, 8)
	assert.Len(t, v.Strips, 2)
	assert.Len(t, v.Firsts, 1)
	assert.Len(t, v.Finish.Steps, 4)
	nails := 0
	for _, w := range v.Walls {
		nails += len(w.Nails)
		for _, n := range w.Nails {
			assert.True(t, n.At[0] > -1 && n.At[0] < w.Width+1 && n.At[1] > -1 && n.At[1] < w.Height+1, "%s %v is on the drawing", n.Piece, n.At)
		}
	}
	assert.Greater(t, nails, 300)
	card := v.Cards[0]
	c.post("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"record","id":"h1","value":{"kind":"hung","piece":"`+card.Pieces[0].ID+
		`","hung":{"length":"3'"}}},{"do":"record","id":"k1","value":{"kind":"ticked","ticked":{"task":"waiting-hall.bead","at":"2031-05-02T11:40"}}}]}`, nil)
	c.get("/api/jobs/"+id+"/hang?room=waiting-hall", &v)
	assert.Equal(t, "h1", v.Cards[0].Pieces[0].Hung)
	assert.True(t, v.Cards[0].Up)
	assert.Equal(t, []string{"waiting-hall.bead"}, v.Ticked)
	assert.Equal(t, "hung_otherwise", v.Findings[len(v.Findings)-1].Code, "it was cut for three feet")
	c.problem(404, "GET", "/api/jobs/"+id+"/hang?room=nowhere", "")
	c.problem(422, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"record","value":{"kind":"hung","piece":"x"}}]}`)
}

// The plan of the day: its tasks placed; a move that may be is kept and can be taken back, one against the order is refused with its reason; no
// calendar without a day.
func TestDayView(t *testing.T) {
	c, id := start(t)
	day := func() (v PlanOfDay) { c.get("/api/jobs/"+id+"/day", &v); return v }
	v := day()
	require.NotEmpty(t, v.Tasks)
	assert.False(t, v.Dated)
	assert.NotEmpty(t, v.Prepare)
	assert.NotEmpty(t, v.Nails)
	c.problem(422, "GET", "/api/jobs/"+id+"/day.ics", "")
	c.set(id, "day", "", "start", "2031-05-05")
	c.set(id, "times", "", "cut", "3")
	c.problem(422, "POST", "/api/jobs/"+id+"/day/move", `{"client":"a","task":"galley.cope","before":"galley.cut"}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"set","kind":"times","field":"acclimatise","value":999999}]}`)
	c.post("POST", "/api/jobs/"+id+"/day/move", `{"client":"a","task":"galley.studs","before":"setup"}`, nil)
	v = day()
	require.Len(t, v.Moves, 1)
	assert.Equal(t, "Find studs and joists, Galley before Set up and test the saw", v.Moves[0].Text)
	at := map[string]DayTaskView{}
	for _, k := range v.Tasks {
		at[k.ID] = k
	}
	assert.LessOrEqual(t, at["galley.studs"].End, at["setup"].Start)
	code, _, b := c.send("GET", "/api/jobs/"+id+"/day.ics", "")
	require.Equal(t, 200, code)
	assert.Contains(t, string(b), "DTSTART:20310505T073000\r\n", "in the time of the place")
	assert.Contains(t, string(b), "SUMMARY:Buy and bring")
	// What imports it tells jobs apart, and which of two exports is the newer; the names of tasks stay.
	assert.Contains(t, string(b), "UID:fetch."+id+"@gnomon\r\n")
	assert.Regexp(t, `SEQUENCE:[0-9]+\r\n`, string(b))
	assert.Regexp(t, `DTSTAMP:20[0-9]{6}T[0-9]{6}Z\r\n`, string(b))
	_, _, again := c.send("GET", "/api/jobs/"+id+"/day.ics", "")
	stamp := regexp.MustCompile(`DTSTAMP:.*`)
	assert.Equal(t, stamp.ReplaceAllString(string(b), ""), stamp.ReplaceAllString(string(again), ""))
	c.post("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"remove","kind":"moved","id":"`+v.Moves[0].ID+`"}]}`, nil)
	assert.Empty(t, day().Moves)
}
