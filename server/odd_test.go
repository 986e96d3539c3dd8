package server

import (
	"net/url"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/detail"
)

// The bench lists every odd place, works each out with what it begins with, and says in a line what cannot be.
func TestOddPlacesAtTheBench(t *testing.T) {
	c, id := start(t)
	var all []DetailView
	c.get("/api/bench/details?job="+id, &all)
	require.Len(t, all, len(detail.All))
	for _, d := range all {
		q := url.Values{"detail": {d.Name}, "job": {id}}
		for _, f := range d.Fields {
			for _, text := range strings.Split(f.Begins, ", ") {
				if text != "" {
					q.Add("field", f.Name+"="+text)
				}
			}
		}
		var w WorkedView
		c.get("/api/bench/detail?"+q.Encode(), &w)
		assert.NotEmpty(t, w.Figures, d.Name)
		assert.NotEmpty(t, w.Drawn.Shapes, d.Name)
		for _, s := range w.Sticks {
			if !s.Beside {
				assert.NotEmpty(t, s.Left.Said+s.Right.Said, "%s %s", d.Name, s.Part)
			}
		}
	}
	var w WorkedView
	c.get("/api/bench/detail?detail=step&field=fall=3/4&field=height=9&field=slope_deg=30", &w)
	assert.Equal(t, "15°", w.Figures[0].Text)
	assert.Equal(t, []string{"fall=3/4", "slope_deg=30"}, w.Put, "what a room knows is not kept")
	c.get("/api/bench/detail?detail=step&field=fall=3/4&moulding=hall-base&job="+id, &w)
	assert.Contains(t, w.Given, GivenTextView{"height", `7 1/4"`})

	for path, says := range map[string]string{
		"detail=nothing":                             "none of that name",
		"detail=step":                                "is missing",
		"detail=step&field=fall=-1":                  "never negative",
		"detail=step&field=fall=x":                   "height",
		"detail=bend&field=radius=4":                 "turn",
		"detail=step&field=fall=1&field=colour=blue": "colour",
	} {
		p := c.problem(422, "GET", "/api/bench/detail?"+path, "")
		assert.Contains(t, p.Detail, says, path)
	}
	var f FieldsView
	c.get("/api/bench/fields?detail=bend&field=radius=40&field=height=4&field=hollow=1/16", &f)
	assert.Equal(t, []string{"radius=40", "hollow=1/16"}, f.Fields)
	c.problem(422, "GET", "/api/bench/fields?detail=bend&field=radius=wide", "")
}

// Put in a room it parts its base, is told with its drawing, and is taken out again.
func TestOddPlaceInARoom(t *testing.T) {
	c, id := start(t)
	n := len(c.view("GET", "/api/jobs/"+id, "").Pieces)
	v := c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"add","kind":"odd","in":"galley","id":"o1",
		"value":{"detail":"step","fields":["fall=1/2"],"wall":"ga3","at":"20"}}]}`)
	assert.Len(t, v.Pieces, n+3)
	find := func(v JobView) *OddView {
		for i := range v.Odds {
			if v.Odds[i].ID == "o1" {
				return &v.Odds[i]
			}
		}
		return nil
	}
	o := find(v)
	require.NotNil(t, o)
	require.NotNil(t, o.Worked)
	assert.Equal(t, `wall 3, 1' 8" from its left end`, o.Where)
	assert.Equal(t, []GivenTextView{{"fall", "1/2"}}, o.Given)
	assert.Len(t, o.Pieces, 4)
	v = c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"set","kind":"odd","id":"o1","field":"at","value":"300"}]}`)
	assert.Nil(t, find(v).Worked)
	assert.True(t, slices.ContainsFunc(v.Findings, func(f FindingView) bool { return f.Code == "odd_nowhere" }))
	v = c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	assert.NotNil(t, find(v).Worked)
	v = c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"remove","kind":"odd","id":"o1"}]}`)
	assert.Len(t, v.Pieces, n)
	c.problem(422, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"add","kind":"odd","in":"galley","id":"o2","value":{"detail":"step","fields":["fall"],"wall":"ga3"}}]}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"add","kind":"odd","in":"galley","id":"o2","value":{"detail":"step","fields":[],"wall":"wh1"}}]}`)
	// What is cut out of a piece is drawn as it lies.
	for _, p := range v.Pieces {
		if p.ID == "ga-base.ga6" {
			require.NotNil(t, p.Lying)
			require.Len(t, p.Lying.Holes, 1)
			assert.Equal(t, p.Lying.Holes[0].NailFrom+4, p.Lying.Holes[0].From)
		}
	}
}
