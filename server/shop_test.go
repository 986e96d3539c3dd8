package server

import (
	"encoding/json"
	"net/url"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// moulding is one of a job as kept, and its view.
func (c *client) moulding(id string, v JobView, name string) (job.Moulding, MouldingView) {
	c.t.Helper()
	for i, m := range c.kept(id).Mouldings {
		if m.Name == name {
			return m, v.Mouldings[i]
		}
	}
	require.Fail(c.t, "no moulding "+name)
	return job.Moulding{}, MouldingView{}
}

// A built-up crown is taken from the library into a room: two mouldings, two runs, one on
// the other, as one change that can be undone.
func TestFromTheLibrary(t *testing.T) {
	c, id := start(t)
	var lib LibraryView
	_, _, b := c.send("GET", "/api/library", "")
	require.NoError(t, json.Unmarshal(b, &lib))
	assert.GreaterOrEqual(t, len(lib.Sections), 14)
	before := c.kept(id)
	v := c.view("POST", "/api/jobs/"+id+"/mouldings", `{"client":"a","pick":"study","room":"pursers-study"}`)
	_, crown := c.moulding(id, v, "Steamer crown")
	require.NotNil(t, crown.Crown)
	assert.Equal(t, "38", strings.TrimSuffix(crown.Crown.Common+crown.Crown.Spring, "°")[:2])
	assert.NotEmpty(t, crown.Points)
	kept := c.kept(id)
	room := kept.Room("pursers-study")
	n := len(room.Runs)
	assert.Equal(t, room.Runs[n-2].ID, room.Runs[n-1].On)
	assert.Equal(t, job.Ceiling, room.Runs[n-2].Level)
	require.NotEmpty(t, v.Lines)
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	assert.Equal(t, before.Mouldings, c.kept(id).Mouldings)
	c.problem(404, "POST", "/api/jobs/"+id+"/mouldings", `{"client":"a","pick":"nothing"}`)
	c.problem(404, "POST", "/api/jobs/"+id+"/mouldings", `{"client":"a","pick":"skiff","room":"attic"}`)
}

// A section is typed, dragged, read from a file and written to one; what is refused
// names its place, and nothing is changed.
func TestSections(t *testing.T) {
	c, id := start(t)
	at := "/api/jobs/" + id + "/mouldings/hall-casing/section"
	v := c.view("PUT", at, `{"client":"a","points":[{"u":"0","z":"0","bow":""},{"u":"11/16","z":"0","bow":""},{"u":"11/16","z":"3","bow":"1/8"},{"u":"1/4","z":"3 1/2","bow":"-1/32"},{"u":"0","z":"3 1/2","bow":""}]}`)
	kept, m := c.moulding(id, v, "Hall casing")
	assert.Equal(t, `-1/32"`, m.Points[3].Bow.Typed)
	assert.Equal(t, 7*measure.Inch/2, kept.Height.Length)
	v = c.view("PUT", at, `{"client":"a","points":[{"u":"0","z":"0","bow":""},{"u":"11/16","z":"0","bow":""},{"u":"11/16","z":"3","bow":""},{"u":"0","z":"3 1/2","bow":""}],"moved":{"at":2,"u":0.79,"z":3.01}}`)
	kept, m = c.moulding(id, v, "Hall casing")
	assert.Equal(t, `25/32"`, m.Points[2].U.Text, "snapped, and the thickness follows")
	assert.Equal(t, 25*measure.Inch/32, kept.Thickness.Length)
	p := c.problem(422, "PUT", at, `{"client":"a","points":[{"u":"0","z":"0","bow":""},{"u":"2","z":"2","bow":""},{"u":"2","z":"0","bow":""},{"u":"0","z":"2","bow":""}]}`)
	assert.Equal(t, "1,1", p.Errors[0].Value)
	c.problem(422, "PUT", at, `{"client":"a","points":[{"u":"wide","z":"0","bow":""}]}`)
	p = c.problem(422, "POST", at+"/import", `{"client":"a","format":"svg","unit":"in","left":false,"text":"M0 0 H1 V-2 H0.5"}`)
	assert.Contains(t, p.Errors[0].Message, "not closed")
	assert.Equal(t, "0.5,2", p.Errors[0].Value)
	for _, format := range []string{"svg", "dxf", "csv"} {
		code, _, file := c.send("GET", "/api/jobs/"+id+"/mouldings/quay-crown/section/file?format="+format, "")
		require.Equal(t, 200, code)
		body, _ := json.Marshal(map[string]any{"client": "a", "format": format, "unit": "in", "left": false, "text": string(file)})
		v = c.view("POST", at+"/import", string(body))
		kept, m = c.moulding(id, v, "Hall casing")
		assert.Equal(t, 31*measure.Inch/8, kept.Height.Length, format)
		assert.Len(t, m.Points, 11)
	}
	v = c.view("PUT", at, `{"client":"a","points":[]}`)
	_, m = c.moulding(id, v, "Hall casing")
	assert.Empty(t, m.Points)
	c.problem(404, "PUT", "/api/jobs/"+id+"/mouldings/none/section", `{"client":"a","points":[]}`)
}

// A piece cut too long is recut: its length is set by hand, with who and why, and its end
// is to be cut again.
func TestRecut(t *testing.T) {
	c, id := start(t)
	v := c.view("GET", "/api/jobs/"+id, "")
	find := func(v JobView, piece string) PieceView {
		for _, p := range v.Pieces {
			if p.ID == piece {
				return p
			}
		}
		require.Fail(t, "no piece")
		return PieceView{}
	}
	for _, k := range v.Cuts {
		if k.Piece == "ga-base.ga3" {
			b, _ := json.Marshal(k.Mark)
			v = c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"record","value":`+string(b)+`}]}`)
		}
	}
	require.True(t, find(v, "ga-base.ga3").Done)
	v = c.view("POST", "/api/jobs/"+id+"/recut", `{"client":"a","piece":"ga-base.ga3","end":"right","off":"1/16","by":"Ada"}`)
	p := find(v, "ga-base.ga3")
	assert.Equal(t, `4' 3 7/16"`, p.Cut.Text)
	assert.Equal(t, `4' 3 1/2"`, p.Hand.Computed.Text)
	assert.Equal(t, "Ada", p.Hand.By)
	assert.False(t, p.Done)
	assert.Empty(t, p.Right.Mark)
	assert.NotEmpty(t, p.Left.Mark)
	c.problem(422, "POST", "/api/jobs/"+id+"/recut", `{"client":"a","piece":"ga-base.ga3","end":"right","off":"20'"}`)
	c.problem(404, "POST", "/api/jobs/"+id+"/recut", `{"client":"a","piece":"none","end":"right","off":"1/16"}`)
	v = c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"add","kind":"hand","id":"ga-base.ga3","value":{"piece":"","in_place":true}}]}`)
	assert.True(t, find(v, "ga-base.ga3").Hand.InPlace)
}

func TestOrderAndPair(t *testing.T) {
	c, id := start(t)
	v := c.view("POST", "/api/jobs/"+id+"/order", `{"client":"a","by":"moves"}`)
	assert.Equal(t, "moves", v.Rules.Answers["order"])
	moves := map[string]int{}
	for _, o := range v.Orders {
		moves[o.By] = o.Moves
	}
	assert.LessOrEqual(t, moves["moves"], moves["longest"])
	var a Anew
	code, _, b := c.send("POST", "/api/jobs/"+id+"/order/try", `{"client":"a","by":"longest"}`)
	require.Equal(t, 200, code, "%s", b)
	require.NoError(t, json.Unmarshal(b, &a))
	assert.False(t, a.Worth, "nothing is laid out yet")

	// Laid out anew in that order, each stick holds its pieces longest first, at the price
	// that was told.
	c.use(id, c.fit(id, "hall-base"))
	cost := stockOf(c.view("GET", "/api/jobs/"+id, ""), "hall-base").Cost
	_, _, b = c.send("POST", "/api/jobs/"+id+"/order/try", `{"client":"a","by":"longest"}`)
	require.NoError(t, json.Unmarshal(b, &a))
	assert.True(t, a.Worth)
	assert.Contains(t, a.Text, "Laid out anew")
	v = c.view("POST", "/api/jobs/"+id+"/order", `{"client":"a","by":"longest","anew":true}`)
	assert.Equal(t, a.More.Cents, stockOf(v, "hall-base").Cost.Cents-cost.Cents)
	assert.True(t, stockOf(v, "hall-base").Valid)
	for _, o := range v.Orders {
		if o.By == "longest" {
			assert.Zero(t, o.Turned)
		}
	}

	var p PairView
	_, _, b = c.send("GET", "/api/jobs/"+id+"/pair?moulding=quay-crown&left="+url.QueryEscape("3 3/16")+"&right="+url.QueryEscape("3 3/16"), "")
	require.NoError(t, json.Unmarshal(b, &p))
	assert.Contains(t, p.Words[0], `1/16" more than the projection`)
	assert.False(t, p.Good)
	_, _, b = c.send("GET", "/api/jobs/"+id+"/pair?moulding=quay-crown&left=3.125&right=3.125", "")
	require.NoError(t, json.Unmarshal(b, &p))
	assert.True(t, p.Good)
	c.problem(422, "GET", "/api/jobs/"+id+"/pair?moulding=quay-crown&left=9&right=3", "")
	c.problem(404, "GET", "/api/jobs/"+id+"/pair?moulding=none&left=3&right=3", "")
	// A test cut as typed: what was dialled, to which side.
	v = c.view("POST", "/api/jobs/"+id+"/changes",
		`{"client":"a","ops":[{"do":"add","kind":"test","in":"van","id":"t9","value":{"id":"","way":"corner","scale":"mitre","dialled":0,"text":"45","side":"left","angled":"89 1/2"}}]}`)
	require.Len(t, v.Saw.Errors, 1)
	assert.Equal(t, "45° left", v.Saw.Errors[0].Name)
	assert.Equal(t, "−0.25° ± 0.2°", v.Saw.Errors[0].Text)
	c.problem(422, "POST", "/api/jobs/"+id+"/changes",
		`{"client":"a","ops":[{"do":"add","kind":"test","in":"van","id":"t8","value":{"id":"","way":"gap","dialled":45,"gap":"1/32","open":"toe","width":"3"}}]}`)
}

func TestBenchHasASolid(t *testing.T) {
	c, id := start(t)
	b, body := c.picture(id, "wh-crown.wh5", "left")
	assert.Equal(t, "left", b.Solid.Keep)
	assert.Equal(t, "bottom edge", b.Touches)
	assert.Len(t, b.Solid.End, len(b.Solid.Section))
	assert.NotEmpty(t, b.Solid.Still)
	assert.Less(t, len(body), 120_000)
}
