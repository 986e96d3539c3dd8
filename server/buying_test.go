package server

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/url"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/money"
)

func (c *client) get(path string, into any) {
	c.t.Helper()
	code, _, b := c.send("GET", path, "")
	require.Equal(c.t, 200, code, "%s", b)
	require.NoError(c.t, json.Unmarshal(b, into))
}

// fit runs a search to its end.
func (c *client) fit(id, moulding string) FitView {
	c.t.Helper()
	code, _, b := c.send("POST", "/api/jobs/"+id+"/sticks/"+moulding+"/fit", `{"seconds":1}`)
	require.Equal(c.t, 200, code, "%s", b)
	var s FitStarted
	require.NoError(c.t, json.Unmarshal(b, &s))
	var v FitView
	for range 400 {
		c.get("/api/jobs/"+id+"/fits/"+s.Search, &v)
		if v.State == "done" || v.State == "failed" {
			return v
		}
		time.Sleep(20 * time.Millisecond)
	}
	c.t.Fatal("the search never ends")
	return v
}

func (c *client) use(id string, f FitView) JobView {
	c.t.Helper()
	return c.view("POST", "/api/jobs/"+id+"/fits/"+f.Search+"/use", `{"client":"a"}`)
}

func stockOf(v JobView, moulding string) SupplyView {
	for _, s := range v.Stock {
		if s.Moulding == moulding {
			return s
		}
	}
	return SupplyView{}
}

func TestFittingOffTheRequestPath(t *testing.T) {
	c, id := start(t)
	f := c.fit(id, "hall-base")
	require.Equal(t, "done", f.State)
	require.NotNil(t, f.Found)
	assert.True(t, f.Found.Valid)
	assert.Positive(t, f.Found.Count)
	before := c.view("GET", "/api/jobs/"+id, "")
	assert.False(t, stockOf(before, "hall-base").Laid, "nothing is kept until it is used")
	v := c.use(id, f)
	s := stockOf(v, "hall-base")
	assert.True(t, s.Laid && s.Valid && s.Bounded)
	assert.Equal(t, f.Found.Cost, s.Cost)
	assert.True(t, *v.CanUndo)
	total := int64(0)
	for _, l := range s.Lots {
		total += l.Cost.Cents
	}
	assert.Equal(t, s.Cost.Cents, total)
	scarfed := 0
	for _, p := range v.Pieces {
		if p.Moulding == "hall-base" {
			if p.Of != "" {
				scarfed++
			}
			assert.Contains(t, p.Stick, "stick ")
		}
	}
	assert.Equal(t, 2, scarfed, "the long wall of the hall")
	for _, b := range s.Sticks {
		at := 0.0
		for i, p := range b.Picture.Pieces {
			assert.GreaterOrEqual(t, p.BackFrom, at)
			assert.Equal(t, b.Pieces[i].ID, p.ID)
			at = p.BackTo
		}
		assert.LessOrEqual(t, at, b.Picture.Length)
		assert.Regexp(t, `^[A-Z]{2,3} `, b.Pieces[0].Short)
	}
	u := c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	assert.False(t, stockOf(u, "hall-base").Laid)

	// A plan made from an older picture of the sticks is refused.
	stale, other := c.fit(id, "hall-base"), c.fit(id, "hall-base")
	c.use(id, other)
	p := c.problem(409, "POST", "/api/jobs/"+id+"/fits/"+stale.Search+"/use", `{"client":"a"}`)
	assert.NotNil(t, p.Conflict)
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)

	// Stopped at once, it is done with its best plan so far.
	code, _, b := c.send("POST", "/api/jobs/"+id+"/sticks/hall-base/fit", `{"seconds":120}`)
	require.Equal(t, 200, code, "%s", b)
	var st FitStarted
	require.NoError(t, json.Unmarshal(b, &st))
	c.send("POST", "/api/jobs/"+id+"/fits/"+st.Search+"/stop", "")
	for range 400 {
		c.get("/api/jobs/"+id+"/fits/"+st.Search, &f)
		if f.State == "done" {
			break
		}
		time.Sleep(20 * time.Millisecond)
	}
	assert.Equal(t, "done", f.State)
	assert.True(t, f.Found.Valid)
}

func TestWhatCannotBeFittedSaysWhy(t *testing.T) {
	c, id := start(t)
	at := "/api/jobs/" + id + "/sticks/"
	c.problem(422, "POST", at+"nothing/fit", `{"seconds":1}`)
	c.problem(422, "POST", at+"hall-base/fit", `{"seconds":1e9}`)
	c.problem(422, "POST", at+"hall-base/fit", `{"seconds":0}`)
	c.problem(404, "GET", "/api/jobs/"+id+"/fits/none", "")
	c.problem(404, "POST", "/api/jobs/"+id+"/fits/none/use", `{"client":"a"}`)
	c.problem(422, "POST", at+"hall-base/move", `{"client":"a","piece":"wh-base.wh2","to":"s1"}`)
	c.problem(409, "POST", at+"hall-base/rack", `{"client":"a"}`)
	c.problem(422, "POST", at+"hall-base/keepoff", `{"client":"a","piece":"wh-base.wh2"}`)
	change := func(kind, thing, field, value string) {
		t.Helper()
		c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", kind, thing, field, value, ""))
	}
	// Sticks shorter than the trim, none at all.
	change("cutting", "", "end_trim", `"100"`)
	p := c.problem(422, "POST", at+"galley-base/fit", `{"seconds":1}`)
	assert.Contains(t, p.Detail, "trim")
	change("cutting", "", "end_trim", `"0"`)
	change("moulding", "galley-base", "sticks", `"9'"`)
	change("stick", "galley-base/0", "available", `"2"`)
	f := c.fit(id, "galley-base")
	assert.Equal(t, "failed", f.State)
	assert.Contains(t, f.Why, "too few")
	assert.Contains(t, f.Why, "Base ")
	assert.NotEmpty(t, f.Remedy)
	c.problem(409, "POST", "/api/jobs/"+id+"/fits/"+f.Search+"/use", `{"client":"a"}`)
	change("moulding", "galley-base", "sticks", `"3'"`)
	f = c.fit(id, "galley-base")
	assert.Equal(t, "failed", f.State)
	assert.Contains(t, f.Why, "made of parts")
	change("moulding", "galley-base", "sticks", `""`)
	p = c.problem(422, "POST", at+"galley-base/fit", `{"seconds":1}`)
	assert.Contains(t, p.Detail, "none to cut from")
}

func TestMovingSeesThePriceFirst(t *testing.T) {
	c, id := start(t)
	v := c.use(id, c.fit(id, "galley-base"))
	s := stockOf(v, "galley-base")
	piece := s.Sticks[0].Pieces[0].ID
	at := "/api/jobs/" + id + "/sticks/galley-base/"
	body := fmt.Sprintf(`{"client":"b","piece":%q,"to":"new:0"}`, piece)
	code, _, b := c.send("POST", at+"try", body)
	require.Equal(t, 200, code, "%s", b)
	var tried Tried
	require.NoError(t, json.Unmarshal(b, &tried))
	assert.Equal(t, s.Cost, tried.Now.Cost)
	assert.Equal(t, "It costs "+money.Cents(tried.Then.Cost.Cents-tried.Now.Cost.Cents).Difference("$"), tried.Text)
	assert.Equal(t, v.Revision, c.view("GET", "/api/jobs/"+id, "").Revision, "nothing was changed")
	v = c.view("POST", at+"move", body)
	assert.Equal(t, tried.Then.Cost, stockOf(v, "galley-base").Cost)
	assert.True(t, stockOf(v, "galley-base").Valid)
	c.problem(422, "POST", at+"try", fmt.Sprintf(`{"client":"b","piece":%q,"to":"new:9"}`, piece))
}

// What is left of a finished stick goes on the rack, and the next job's fitting
// takes it first.
func TestRackRoutes(t *testing.T) {
	c, id := start(t)
	v := c.use(id, c.fit(id, "galley-base"))
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "cutting", "", "keep", `"1"`, ""))
	for _, cut := range v.Cuts {
		if strings.HasPrefix(cut.Piece, "ga-base") {
			m := cut.Mark
			b, err := json.Marshal(m)
			require.NoError(t, err)
			v = c.view("POST", "/api/jobs/"+id+"/changes", fmt.Sprintf(`{"client":"a","ops":[{"do":"record","value":%s}]}`, b))
		}
	}
	s := stockOf(v, "galley-base")
	require.Positive(t, s.Rackable)
	assert.True(t, s.Sticks[0].Finished)
	v = c.view("POST", "/api/jobs/"+id+"/sticks/galley-base/rack", `{"client":"a"}`)
	assert.Zero(t, stockOf(v, "galley-base").Rackable)
	var rack RackView
	c.get("/api/jobs/"+id+"/rack", &rack)
	require.Len(t, rack.Offcuts, s.Rackable)
	assert.Equal(t, "Galley base", rack.Offcuts[0].Name)
	assert.Positive(t, rack.Offcuts[0].Length.NM)

	code, _, b := c.send("POST", "/api/jobs/"+id+"/rack", `{"moulding":"galley-base","length":"11' 2","note":"primed"}`)
	require.Equal(t, 200, code, "%s", b)
	c.problem(404, "POST", "/api/jobs/"+id+"/rack", `{"moulding":"none","length":"5","note":""}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/rack", `{"moulding":"galley-base","length":"elbow","note":""}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/rack", `{"moulding":"galley-base","length":"0","note":""}`)

	file := func() string {
		_, _, b := c.send("GET", "/api/jobs/"+id+"/file", "")
		var f map[string]any
		require.NoError(t, json.Unmarshal(b, &f))
		delete(f, "layouts")
		delete(f, "records")
		out, err := json.Marshal(f)
		require.NoError(t, err)
		return string(out)
	}()
	code, _, b = c.send("POST", "/api/jobs/import", file)
	require.Equal(t, 200, code, "%s", b)
	var made JobMade
	require.NoError(t, json.Unmarshal(b, &made))
	v = c.use(made.ID, c.fit(made.ID, "galley-base"))
	s = stockOf(v, "galley-base")
	require.Equal(t, "rack", s.Sticks[0].From)
	c.get("/api/jobs/"+id+"/rack", &rack)
	taken := ""
	for _, o := range rack.Offcuts {
		if o.TakenBy != "" {
			taken = o.ID
		}
	}
	require.NotEmpty(t, taken)
	c.problem(409, "DELETE", "/api/jobs/"+id+"/rack?offcut="+url.QueryEscape(taken), "")
	c.problem(404, "DELETE", "/api/jobs/"+id+"/rack?offcut=none", "")

	// Kept off it, the piece is fitted elsewhere.
	on := s.Sticks[0].Pieces[0].ID
	v = c.view("POST", "/api/jobs/"+made.ID+"/sticks/galley-base/keepoff", fmt.Sprintf(`{"client":"a","piece":%q}`, on))
	assert.False(t, stockOf(v, "galley-base").Valid)
	v = c.use(made.ID, c.fit(made.ID, "galley-base"))
	for _, b := range stockOf(v, "galley-base").Sticks {
		for _, p := range b.Pieces {
			assert.False(t, p.ID == on && b.ID == s.Sticks[0].ID && b.From == "rack")
		}
	}
	assert.True(t, stockOf(v, "galley-base").Valid)
}

func TestQuoteRoutes(t *testing.T) {
	c, id := start(t)
	var q SheetView
	c.get("/api/jobs/"+id+"/quote", &q)
	require.Len(t, q.Choices, 6)
	sum := int64(0)
	for _, g := range q.Groups {
		lines := int64(0)
		for _, l := range g.Lines {
			lines += l.Amount.Cents
		}
		assert.Equal(t, g.Sum.Cents, lines)
		sum += lines
	}
	assert.Equal(t, "together", q.Sums[0].ID)
	assert.Equal(t, sum, q.Sums[0].Amount.Cents)
	added := int64(0)
	for _, s := range q.Sums[:len(q.Sums)-1] {
		added += s.Amount.Cents
	}
	assert.Equal(t, q.Total.Cents, added, "totals add up")
	assert.Contains(t, q.Basis, "22 of 28 walls")
	assert.NotEmpty(t, q.Rooms[0].Hints, "a high ceiling and crown")
	for path, kind := range map[string]string{"quote.pdf": "%PDF-", "shopping.pdf": "%PDF-", "shopping.csv": "count,what"} {
		code, _, b := c.send("GET", "/api/jobs/"+id+"/"+path, "")
		assert.Equal(t, 200, code)
		assert.True(t, bytes.HasPrefix(b, []byte(kind)), path)
	}
	c.problem(404, "GET", "/api/jobs/none/quote", "")
	c.problem(404, "GET", "/api/jobs/none/quote.pdf", "")
	v := c.view("GET", "/api/jobs/"+id, "")
	assert.Contains(t, string(c.raw("/api/jobs/"+id)), `"rough":{"nm":3657600000,`)
	assert.Regexp(t, `"rough":\{[^}]*"typed":"12'"`, string(c.raw("/api/jobs/"+id)), "as it is put back into a field that reads in feet")
	assert.Equal(t, "$43.20", v.Mouldings[0].Sticks[0].Price.Text)
	assert.Equal(t, "110", v.Prices.Sundries[4].Lasts)
}
