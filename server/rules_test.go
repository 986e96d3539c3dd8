package server

import (
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
)

func (c *client) trial(id, body string) TrialView {
	c.t.Helper()
	code, _, b := c.send("POST", "/api/jobs/"+id+"/try", body)
	require.Equal(c.t, 200, code, "%s", b)
	var v TrialView
	require.NoError(c.t, json.Unmarshal(b, &v))
	return v
}

// The questions come with their schools and reasons; a set is kept under a name, tried
// beside the job's rules, taken and undone as one.
func TestRuleBook(t *testing.T) {
	c, id := start(t)
	code, _, b := c.send("GET", "/api/jobs/"+id+"/rulebook", "")
	require.Equal(t, 200, code, "%s", b)
	var book RuleBook
	require.NoError(t, json.Unmarshal(b, &book))
	assert.Len(t, book.Questions, 21)
	for _, q := range book.Questions {
		assert.GreaterOrEqual(t, len(q.Schools), 2)
		for _, s := range q.Schools {
			assert.NotEmpty(t, s.Why)
		}
	}
	rules := func() job.Rules { return c.kept(id).Rules }
	was := rules()
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "rules", "", "inside", `"mitre"`, ""))
	c.view("POST", "/api/jobs/"+id+"/changes", setBody("a", "rules", "", "drying", `45`, ""))
	code, _, b = c.send("POST", "/api/jobs/"+id+"/rulebook", `{"name":"Imogen"}`)
	require.Equal(t, 200, code, "%s", b)
	require.NoError(t, json.Unmarshal(b, &book))
	assert.Contains(t, names(book), "Imogen")
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)

	v := c.trial(id, `{"set":"Imogen"}`)
	assert.Zero(t, v.Would.Copes)
	assert.Greater(t, v.Would.Mitres, v.Is.Mitres)
	assert.Positive(t, v.Is.Sticks)
	assert.NotEmpty(t, v.Changes)
	same := c.trial(id, `{"set":"Imogen","beside":"Imogen"}`)
	assert.Empty(t, same.Changes)
	assert.Equal(t, same.Is, same.Would)
	assert.Equal(t, was, rules(), "trying changes nothing")

	took := c.view("POST", "/api/jobs/"+id+"/rulebook/take", `{"client":"a","name":"Imogen"}`)
	assert.Equal(t, "Imogen", rules().Set)
	assert.Equal(t, "mitre", took.Rules.Answers["inside"])
	assert.Equal(t, 45, rules().Drying)
	again := c.view("POST", "/api/jobs/"+id+"/rulebook/take", `{"client":"a","name":"Imogen"}`)
	assert.Equal(t, took.Revision, again.Revision, "nothing to take")
	c.view("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	assert.Equal(t, was, rules())

	c.problem(404, "POST", "/api/jobs/"+id+"/rulebook/take", `{"client":"a","name":"nobody"}`)
	c.problem(404, "POST", "/api/jobs/"+id+"/try", `{"set":"nobody"}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/rulebook", `{"name":""}`)
	c.problem(422, "POST", "/api/jobs/"+id+"/try", `{"ops":[{"do":"set","kind":"rules","field":"inside","value":"weld"}]}`)
	code, _, b = c.send("DELETE", "/api/jobs/"+id+"/rulebook?name=Imogen", "")
	require.Equal(t, 200, code, "%s", b)
	c.problem(404, "DELETE", "/api/jobs/"+id+"/rulebook?name=Imogen", "")
}

func names(b RuleBook) (out []string) {
	for _, s := range b.Sets {
		out = append(out, s.Name)
	}
	return out
}

// Deciding for one corner otherwise: the answer shows it done, with what to send to take it
// back; forcing a ring is a finding with its ways out, and the cut list stays.
func TestOverrulingACorner(t *testing.T) {
	c, id := start(t)
	find := func(v JobView, run, letter string) DecisionView {
		for _, d := range v.Decisions {
			if d.Run == run && d.Letter == letter {
				return d
			}
		}
		t.Fatal("no decision at " + letter)
		return DecisionView{}
	}
	v := c.view("GET", "/api/jobs/"+id, "")
	d := find(v, "wh-base", "A")
	require.NotNil(t, d.Other)
	assert.Equal(t, "Cope base 2 instead", d.Other.Text)
	require.NotNil(t, d.Instead)
	assert.Greater(t, d.Instead.Cost, d.Now.Cost)
	override := func(run, corner, choice string) JobView {
		return c.view("POST", "/api/jobs/"+id+"/changes",
			`{"client":"a","ops":[{"do":"add","kind":"override","in":"waiting-hall","id":"o-`+run+corner+`","value":{"id":"","run":"`+run+`","corner":"`+corner+`","question":"coped","choice":"`+choice+`"}}]}`)
	}
	v = override("wh-base", d.Corner, d.Other.Choice)
	is := find(v, "wh-base", "A")
	assert.Equal(t, d.Through, is.Coped)
	assert.Equal(t, []string{"o-wh-base" + d.Corner}, is.Overrides)
	assert.Contains(t, is.Why, "chosen for this corner")

	for _, l := range []string{"A", "B", "C", "F", "G", "H"} {
		v = override("wh-crown", find(v, "wh-crown", l).Corner, "left")
	}
	var ring *FindingView
	for i := range v.Findings {
		if v.Findings[i].Code == "cannot_be_hung" {
			ring = &v.Findings[i]
		}
	}
	require.NotNil(t, ring, "the breast is glued up and counts as one, so the crown goes round")
	assert.Len(t, ring.Acts, 6)
	assert.Equal(t, "drop", ring.Acts[0].Do)
	v = c.view("POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"remove","kind":"override","id":"`+ring.Acts[2].ID+`"}]}`)
	for _, f := range v.Findings {
		assert.NotEqual(t, "cannot_be_hung", f.Code)
	}
}

func TestSheetsToPrint(t *testing.T) {
	c, id := start(t)
	for _, f := range []string{"cutsheet.pdf", "labels.pdf"} {
		code, kind, b := c.send("GET", "/api/jobs/"+id+"/"+f, "")
		require.Equal(t, 200, code)
		assert.Equal(t, "application/pdf", kind)
		assert.True(t, strings.HasPrefix(string(b), "%PDF-"))
	}
	c.problem(404, "GET", "/api/jobs/nowhere/labels.pdf", "")
}
