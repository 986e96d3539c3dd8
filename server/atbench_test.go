package server

import (
	"encoding/json"
	"net/http/httptest"
	"net/url"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/store"
)

const quayTwice = "through=library:quay&coped=library:quay"

// What is at the bench begins with the job's own mouldings, and has the library's.
func TestBenchMouldings(t *testing.T) {
	c, id := start(t)
	var v BenchMouldings
	c.get("/api/bench/mouldings?job="+id, &v)
	from := map[string]int{}
	for _, m := range v.Mouldings {
		from[m.From]++
		if m.Ref == "library:figure" {
			assert.Contains(t, m.Why, "falls back under itself")
		}
	}
	assert.Equal(t, 3, from["job"])
	assert.Greater(t, from["library"], 10)
	assert.Len(t, v.Rulers, 3)
	c.get("/api/bench/mouldings", &v)
	assert.NotEmpty(t, v.Mouldings)
}

func TestBenchFit(t *testing.T) {
	c, id := start(t)
	var v ClosingView
	c.get("/api/bench/fit?"+quayTwice+"&reading=92&made=90&back=15&cures=true&space=true&job="+id, &v)
	require.NotNil(t, v.Cope)
	require.NotNil(t, v.Mitre)
	assert.Equal(t, []string{`7/64"`, `5/32"`}, []string{v.Cope.Gap, v.Mitre.Gap})
	assert.Equal(t, []string{"recut", "recut"}, []string{v.Cope.Verdict, v.Mitre.Verdict})
	assert.Equal(t, "open at its top edge", v.Cope.Where)
	best := 0
	for _, k := range v.Cope.Cures {
		if k.Best {
			best++
			assert.Equal(t, "cut_again", k.Do)
			assert.Equal(t, "92°", k.Reading)
		}
	}
	assert.Equal(t, 1, best)
	assert.Equal(t, len(v.Cope.Picture.Edge), len(v.Cope.Picture.Mate))
	assert.Greater(t, v.Cope.Picture.Times, 1)
	require.NotNil(t, v.Cope.Space)
	for _, p := range v.Cope.Space.Pieces {
		assert.Equal(t, len(p.Section), len(p.Near))
		assert.Equal(t, len(p.Section), len(p.Far))
	}
	assert.Equal(t, "92°", v.Asked.Reading)

	c.get("/api/bench/fit?"+quayTwice+"&reading=92&made=92", &v)
	assert.Equal(t, "closed all along", v.Cope.Where)
	// A ceiling that comes down, and a crown that sits low, open what was cut right.
	c.get("/api/bench/fit?"+quayTwice+"&reading=90&ceiling=1/8", &v)
	assert.Equal(t, `9/64"`, v.Cope.Gap)
	c.get("/api/bench/fit?"+quayTwice+"&reading=90&low=1/16", &v)
	assert.NotEqual(t, "closed", v.Cope.Verdict)
	c.get("/api/bench/fit?"+quayTwice+"&reading=90&compound=1/16", &v)
	assert.Contains(t, v.Says[1].Text, "With compound in it")
	// Two sections are coped and not mitred; what cannot be coped is mitred.
	var two ClosingView
	c.get("/api/bench/fit?through=library:plank4&coped=library:landing&reading=90", &two)
	assert.Nil(t, two.Mitre)
	assert.Contains(t, two.Why, "do not mitre")
	var figure ClosingView
	c.get("/api/bench/fit?through=library:figure&coped=library:figure&reading=90", &figure)
	assert.Nil(t, figure.Cope)
	assert.NotNil(t, figure.Mitre)
	assert.Contains(t, figure.Why, "falls back")
}

func TestBenchRefuses(t *testing.T) {
	c, id := start(t)
	for _, path := range []string{
		"/api/bench/fit?" + quayTwice + "&reading=200", "/api/bench/fit?" + quayTwice + "&reading=straight", "/api/bench/fit?" + quayTwice + "&reading=90&made=10",
		"/api/bench/fit?" + quayTwice + "&reading=90&ceiling=4", "/api/bench/fit?" + quayTwice + "&reading=90&roll=40",
		"/api/bench/fit?through=library:none&coped=library:quay&reading=90",
		"/api/bench/fit?through=quay&coped=library:quay&reading=90", "/api/bench/fit?through=library:figure&coped=library:quay&reading=90",
		"/api/bench/fit?through=job:galley-base&coped=job:galley-base&reading=90&lean=9&job=" + id,
		"/api/bench/wrong?" + quayTwice + "&reading=90&gap=0", "/api/bench/wrong?" + quayTwice + "&reading=90&gap=wide",
		"/api/bench/wrong?through=library:plank4&coped=library:quay&reading=90&gap=1/16&joint=mitre",
		"/api/bench/cope?" + quayTwice + "&reading=176", "/api/bench/cope?through=library:figure&coped=library:quay&reading=90",
		"/api/jobs/" + id + "/cope?piece=wh-base.wh2&end=left", "/api/jobs/" + id + "/cope?piece=none&end=left",
		"/api/jobs/" + id + "/template?piece=wh-base.wh2&end=left",
		"/api/jobs/" + id + "/templates?room=pursers-study",
	} {
		p := c.problem(422, "GET", path, "")
		assert.NotContains(t, p.Detail, "\n")
	}
	c.problem(404, "GET", "/api/jobs/"+id+"/joint?run=wh-crown&corner=none", "")
	c.problem(404, "GET", "/api/jobs/none/cope?piece=a&end=left", "")
	c.problem(404, "GET", "/api/jobs/"+id+"/templates?room=none", "")
}

func TestBenchWrong(t *testing.T) {
	c, _ := start(t)
	var v WrongView
	c.get("/api/bench/wrong?"+quayTwice+"&reading=90&at=top&gap=1/8&run="+url.QueryEscape("3 1/4"), &v)
	require.NotEmpty(t, v.Causes)
	assert.Equal(t, "stop", v.Causes[0].Code)
	assert.True(t, v.Causes[0].Told)
	sum := 0
	for _, k := range v.Causes {
		sum += k.Share
		assert.NotEmpty(t, k.Cure)
	}
	assert.LessOrEqual(t, sum, 102)
	c.get("/api/bench/wrong?"+quayTwice+"&reading=90&joint=mitre&gap=1/16", &v)
	assert.NotEmpty(t, v.Causes)
}

// From a corner of a job the bench begins with what it has; its coped end has its template.
func TestFromACornerToItsTemplate(t *testing.T) {
	c, id := start(t)
	var at JointBegins
	c.get("/api/jobs/"+id+"/joint?run=wh-crown&corner=whc", &at)
	assert.Equal(t, "corner C of Waiting Hall", at.Title)
	assert.Equal(t, []string{"cope", "job:quay-crown", "job:quay-crown", "90.4"}, []string{at.Joint, at.Through, at.Coped, at.Reading})
	require.NotEmpty(t, at.Piece)
	var v CopeView
	c.get("/api/jobs/"+id+"/cope?piece="+at.Piece+"&end="+at.End, &v)
	assert.True(t, v.Exact)
	assert.NotEmpty(t, v.Steps)
	assert.NotNil(t, v.Back)
	for _, k := range v.Steps {
		assert.NotEmpty(t, k.Text)
		assert.NotEmpty(t, k.At, k.Text)
	}
	for format, kind := range map[string]string{"pdf": "application/pdf", "svg": "image/svg+xml", "dxf": "application/dxf"} {
		for _, path := range []string{"/api/jobs/" + id + "/template?piece=" + at.Piece + "&end=" + at.End, "/api/bench/template?" + quayTwice + "&reading=91"} {
			status, got, b := c.send("GET", path+"&format="+format+"&paper=a4", "")
			assert.Equal(t, 200, status)
			assert.True(t, strings.HasPrefix(got, kind), got)
			assert.Greater(t, len(b), 500)
		}
	}
	status, _, b := c.send("GET", "/api/jobs/"+id+"/templates?room=waiting-hall", "")
	assert.Equal(t, 200, status)
	assert.Greater(t, strings.Count(string(b), "/Type /Page\n"), 11, "a page for each coped end at least")

	// The pictures of copes come with those of cuts, and a name says what is on it.
	all := c.view("GET", "/api/jobs/"+id, "")
	names := url.Values{}
	for _, k := range all.Cuts {
		if k.Step == "cope" && slices.Contains([]string{"wh-base.wh3", "wh-crown.wh4", "wh-crown.wh7"}, k.Piece) {
			names.Add("of", k.Picture)
			assert.Equal(t, "coped", string(k.Mark.Kind))
			assert.NotEmpty(t, k.Tries)
		}
	}
	var pictures Pictures
	c.get("/api/jobs/"+id+"/pictures?"+names.Encode(), &pictures)
	require.Len(t, names["of"], 3)
	assert.Len(t, pictures.Copes, 3)
	assert.Empty(t, pictures.Pictures)
	for _, d := range all.Decisions {
		if d.Joint == "cope" || d.Joint == "mitre" {
			require.NotNil(t, d.Fit, d.Corner)
			assert.NotEmpty(t, d.Fit.Text)
		}
	}
}

// A handle answers at once; what closes it comes after.
func BenchmarkBenchFit(b *testing.B) {
	s, err := store.Open(filepath.Join(b.TempDir(), "g.db"))
	require.NoError(b, err)
	defer s.Close()
	h := New(Config{Store: s, Version: "test"}).Desk
	for name, more := range map[string]string{"handle": "", "cures": "&cures=true", "space": "&space=true"} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				w := httptest.NewRecorder()
				h.ServeHTTP(w, httptest.NewRequest("GET", "http://127.0.0.1/api/bench/fit?"+quayTwice+"&reading=92&made=90&ceiling=1/16"+more, nil))
				require.Equal(b, 200, w.Code, w.Body.String())
			}
		})
	}
}

// An outside corner is mitred, and begins so from the job.
func TestBenchOutside(t *testing.T) {
	c, id := start(t)
	var at JointBegins
	c.get("/api/jobs/"+id+"/joint?run=wh-crown&corner=whd", &at)
	assert.Equal(t, []string{"mitre", "outside"}, []string{at.Joint, at.Side})
	var v ClosingView
	c.get("/api/bench/fit?"+quayTwice+"&reading=91&made=90&side=outside&cures=true", &v)
	assert.Nil(t, v.Cope)
	require.NotNil(t, v.Mitre)
	assert.Contains(t, v.Why, "outside corner")
	assert.NotEqual(t, "nothing", v.Mitre.Gap)
	c.get("/api/bench/fit?"+quayTwice+"&reading=91&made=91&side=outside", &v)
	assert.Equal(t, "closed all along", v.Mitre.Where)
}

// Who was let in for one job sees at the bench what that job has and the library, no other job's mouldings and not the shop's.
func TestBenchOfOneJob(t *testing.T) {
	h := shared(t)
	status, _, b := h.desk.send("POST", "/api/jobs", `{"name":"Another","unit":"in"}`)
	require.Equal(t, 200, status, "%s", b)
	var made JobMade
	require.NoError(t, json.Unmarshal(b, &made))
	c := h.join("Nell", "saw", h.job)
	for path, want := range map[string]int{
		"/api/bench/mouldings?job=" + h.job: 200, "/api/bench/mouldings?job=" + made.ID: 403, "/api/bench/mouldings?job=shop": 403,
		"/api/bench/fit?" + quayTwice + "&reading=90":                                                         200,
		"/api/bench/fit?" + quayTwice + "&reading=90&job=" + made.ID:                                          403,
		"/api/bench/fit?through=shop:quay-crown&coped=shop:quay-crown&reading=90":                             422,
		"/api/bench/cope?through=job:quay-crown&coped=job:quay-crown&reading=90&job=" + h.job:                 200,
		"/api/jobs/" + made.ID + "/cope?piece=a&end=left":                                                     403,
		"/api/bench/template?through=shop:quay-crown&coped=library:quay&reading=90&format=svg&job=" + made.ID: 403,
	} {
		assert.Equal(t, want, h.as(c, "GET", path, ""), path)
	}
	_, _, b = h.out.send("GET", "/api/bench/mouldings", "", "Cookie", c.Name+"="+c.Value)
	var v BenchMouldings
	require.NoError(t, json.Unmarshal(b, &v))
	for _, m := range v.Mouldings {
		assert.NotEqual(t, "shop", m.From)
	}
	assert.NotEmpty(t, v.Mouldings)
}
