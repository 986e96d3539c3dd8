package server

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/share"
)

// post sends and reads an answer.
func (c *client) post(method, path, body string, into any) {
	c.t.Helper()
	status, _, b := c.send(method, path, body)
	require.Equal(c.t, 200, status, "%s %s: %s", method, path, b)
	if into != nil {
		require.NoError(c.t, json.Unmarshal(b, into))
	}
}

func (c *client) begin(name, unit string) string {
	c.t.Helper()
	var made JobMade
	c.post("POST", "/api/jobs", fmt.Sprintf(`{"name":%q,"unit":%q}`, name, unit), &made)
	return made.ID
}

func (c *client) set(job, kind, id, field, value string) {
	c.t.Helper()
	c.post("POST", "/api/jobs/"+job+"/changes", fmt.Sprintf(`{"client":"a","ops":[{"do":"set","kind":%q,"id":%q,"field":%q,"value":%q}]}`, kind, id, field, value), nil)
}

func (c *client) stand(job, kind string) StandingView {
	c.t.Helper()
	var s ShopStand
	c.get("/api/jobs/"+job+"/shop", &s)
	for _, k := range s.Things {
		if k.Kind == kind {
			return k
		}
	}
	require.Fail(c.t, "no "+kind)
	return StandingView{}
}

// The shop moves on; a job begun before says so, with what it would come to, takes one thing and leaves another.
func TestAJobFollowsTheShop(t *testing.T) {
	c, _ := start(t)
	id := c.begin("First", "in")
	assert.Equal(t, "same", c.stand(id, "saw").State)
	c.set("shop", "saw", "", "mitre_left", "47")
	c.set("shop", "prices", "", "cope", "14.25")
	saw, prices := c.stand(id, "saw"), c.stand(id, "prices")
	assert.Equal(t, "moved", saw.State)
	assert.Equal(t, []string{"swings left to 47, here 50"}, saw.Differences)
	assert.Equal(t, []string{"cope 14.25, here 9.00"}, prices.Differences)
	trial := c.trial(id, fmt.Sprintf(`{"thing":{"kind":"saw","id":%q}}`, saw.ID))
	assert.Empty(t, trial.Changes, "no piece of an empty job changes")

	c.post("POST", "/api/jobs/"+id+"/shop/take", fmt.Sprintf(`{"client":"a","kind":"saw","id":%q}`, saw.ID), nil)
	c.post("POST", "/api/jobs/"+id+"/shop/leave", `{"client":"a","kind":"prices"}`, nil)
	assert.Equal(t, "same", c.stand(id, "saw").State)
	assert.Equal(t, "apart", c.stand(id, "prices").State)
	assert.Equal(t, "9.00", c.kept(id).Prices.Cope.String())
	c.post("POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`, nil)
	assert.Equal(t, "moved", c.stand(id, "prices").State, "leaving is undone as well")

	next := c.begin("Next", "mm")
	assert.Equal(t, "14.25", c.kept(next).Prices.Cope.String())
	c.problem(404, "POST", "/api/jobs/"+id+"/shop/take", `{"client":"a","kind":"saw","id":"nowhere"}`)
}

// What a job has of its own becomes the shop's, and what the shop has is brought into a job; things are copied from another job.
func TestThingsGoBothWays(t *testing.T) {
	c, ferry := start(t)
	id := c.begin("First", "in")
	base := c.kept(ferry).Mouldings[0]
	assert.Equal(t, "loose", c.stand(ferry, "moulding").State)
	c.post("POST", "/api/jobs/"+ferry+"/shop/keep", fmt.Sprintf(`{"client":"a","kind":"moulding","id":%q}`, base.ID), nil)
	assert.Equal(t, "same", c.stand(ferry, "moulding").State)
	var s ShopStand
	c.get("/api/jobs/"+id+"/shop", &s)
	require.Len(t, s.Others, 1)
	c.post("POST", "/api/jobs/"+id+"/shop/bring", fmt.Sprintf(`{"client":"a","kind":"moulding","id":%q}`, s.Others[0].ID), nil)
	ms := c.kept(id).Mouldings
	assert.Equal(t, base.Name, ms[len(ms)-1].Name)

	// Changed in the job, it is made the shop's; the other job is told of it.
	c.set(ferry, "moulding", base.ID, "spares", "4")
	assert.Equal(t, "apart", c.stand(ferry, "moulding").State)
	c.post("POST", "/api/jobs/"+ferry+"/shop/keep", fmt.Sprintf(`{"client":"a","kind":"moulding","id":%q}`, base.ID), nil)
	assert.Equal(t, "same", c.stand(ferry, "moulding").State)
	c.get("/api/jobs/"+id+"/shop", &s)
	moved := 0
	for _, k := range s.Things {
		if k.State == "moved" {
			moved++
			assert.Equal(t, []string{"spares 4, here 0"}, k.Differences)
		}
	}
	assert.Equal(t, 1, moved)

	var list ThingList
	c.post("POST", "/api/jobs/shop/things?from="+ferry, "{}", &list)
	require.Len(t, list.Things, len(c.kept(ferry).Mouldings)+len(c.kept(ferry).Saws))
	one, err := json.Marshal(list.Things[0].Op)
	require.NoError(t, err)
	c.post("POST", "/api/jobs/shop/changes", `{"client":"a","ops":[`+string(one)+`]}`, nil)
	file := string(c.raw("/api/jobs/" + ferry + "/file"))
	c.post("POST", "/api/jobs/"+id+"/things", file, &list)
	require.NotEmpty(t, list.Things)
	c.problem(422, "POST", "/api/jobs/"+id+"/things", `{"gnomon":99}`)
}

// The whole shop goes out as one file and into another shop, where names that are taken stay apart.
func TestShopFile(t *testing.T) {
	c, ferry := start(t)
	for _, m := range c.kept(ferry).Mouldings {
		c.post("POST", "/api/jobs/"+ferry+"/shop/keep", fmt.Sprintf(`{"client":"a","kind":"moulding","id":%q}`, m.ID), nil)
	}
	c.set("shop", "saw", "", "name", "The bench saw")
	c.set("shop", "saw", "", "mitre_left", "48")
	c.post("POST", "/api/jobs/"+ferry+"/rulebook", `{"name":"Nell"}`, nil)
	c.post("POST", "/api/jobs/"+ferry+"/rack", fmt.Sprintf(`{"moulding":%q,"length":"31 1/2","note":"by the door"}`, c.kept(ferry).Mouldings[0].ID), nil)
	file := string(c.raw("/api/shop/file"))

	other, into := start(t)
	var taken Taken
	other.post("POST", "/api/shop/import", file, &taken)
	assert.Equal(t, len(c.kept(ferry).Mouldings)+2, taken.Things)
	assert.Empty(t, taken.Said)
	assert.JSONEq(t, file, string(other.raw("/api/shop/file")))
	other.post("POST", "/api/shop/import", file, &taken)
	assert.Zero(t, taken.Things, "what is there is there once")
	next := other.begin("Next", "in")
	assert.Equal(t, "The bench saw", other.kept(next).Saws[0].Name)
	var rack RackView
	other.get("/api/jobs/"+into+"/rack", &rack)
	assert.Len(t, rack.Offcuts, 1)

	other.post("POST", "/api/shop/import", strings.Replace(file, `"mitre_left": 48`, `"mitre_left": 44`, 1), &taken)
	assert.Equal(t, 1, taken.Things)
	assert.Equal(t, []string{"Several saws are called The bench saw, with different figures. Give each a name of its own, or remove one."}, taken.Said)
	before := string(other.raw("/api/shop/file"))
	for _, bad := range []string{"{}", `{"gnomon_shop":2}`, `{"gnomon_shop":1,"shop":{}}`, strings.Replace(file, `"rule_sets"`, `"rule_set"`, 1),
		string(c.raw("/api/jobs/" + ferry + "/file")), strings.Replace(file, `2' 7 1/2\"`, `long`, 1)} {
		other.problem(422, "POST", "/api/shop/import", bad)
	}
	assert.Equal(t, before, string(other.raw("/api/shop/file")), "a bad file changes nothing")
}

// A job is pinned, put away, thrown away while somebody is on it, brought back, and duplicated; each tells how far it has come.
func TestJobList(t *testing.T) {
	c, id := start(t)
	list := func() (l JobList) { c.get("/api/jobs", &l); return l }
	for n := 0; list().Waiting; n++ {
		require.Less(t, n, 200)
		time.Sleep(20 * time.Millisecond)
	}
	e := list().Jobs[0]
	require.NotNil(t, e.Progress)
	assert.Len(t, e.Progress.Stops, 7)
	assert.NotEmpty(t, e.Progress.Next)
	c.set(id, "job", "", "promised", "2031-06-01")
	assert.Equal(t, "2031-06-01", list().Jobs[0].Promised)
	c.problem(422, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"set","kind":"job","field":"promised","value":"soon"}]}`)

	c.post("PATCH", "/api/jobs/"+id, `{"pinned":true,"archived":true}`, &e)
	assert.True(t, e.Pinned)
	assert.NotEmpty(t, e.Archived)
	c.post("PATCH", "/api/jobs/"+id, `{"deleted":true}`, &e)
	assert.NotEmpty(t, e.Until)
	p := c.problem(410, "POST", "/api/jobs/"+id+"/changes", `{"client":"a","ops":[{"do":"set","kind":"job","field":"name","value":"X"}]}`)
	assert.Contains(t, p.Detail, "bring it back")
	c.problem(410, "GET", "/api/jobs/"+id+"/told?want=shop", "")
	e = JobEntry{}
	c.post("PATCH", "/api/jobs/"+id, `{"deleted":false,"archived":false}`, &e)
	assert.Empty(t, e.Deleted)
	var made JobMade
	c.post("POST", "/api/jobs/"+id+"/duplicate", `{"name":"Second storey","readings":false}`, &made)
	assert.Equal(t, "Second storey", c.kept(made.ID).Name)
	c.problem(404, "PATCH", "/api/jobs/shop", `{"deleted":true}`)
	c.problem(404, "POST", "/api/jobs/nowhere/duplicate", `{"name":"","readings":true}`)
}

// What a job earns and costs is seen at the desk and by devices with full rights, and by nobody else.
func TestWhoSeesMoney(t *testing.T) {
	h := shared(t)
	for field := range map[string]bool{"cope": true, "mitre": true, "outside": true, "return": true, "butt": true, "casing": true, "backing": true,
		"least": true, "strip_price": true} {
		h.desk.set(h.job, "prices", "", field, "7171.71")
	}
	for _, field := range []string{"margin", "tax"} {
		h.desk.set(h.job, "prices", "", field, "71.71")
	}
	j, _, err := h.store.Job(h.job)
	require.NoError(t, err)
	for _, m := range j.Mouldings {
		h.desk.set(h.job, "moulding", m.ID, "rate", "7171.71")
		for i := range m.Sticks {
			h.desk.set(h.job, "stick", fmt.Sprintf("%s/%d", m.ID, i), "price", "7171.71")
		}
	}
	seen := func(c *http.Cookie) (n int, where []string) {
		for _, o := range operations(t, h.job) {
			if o.method != "GET" || strings.HasSuffix(o.path, "/events") {
				continue
			}
			path := o.path
			if o.id == "tell-job" {
				path += "?want=shop&want=rooms&want=findings&want=stock&want=orders&want=room/waiting-hall&want=work/waiting-hall"
			}
			_, _, b := h.out.send("GET", path, "", "Cookie", c.Name+"="+c.Value)
			if s := string(b); strings.Contains(s, "717171") || strings.Contains(s, "7,171.71") || strings.Contains(s, "71.71") {
				where = append(where, o.id)
			}
			n++
		}
		return n, where
	}
	for _, rights := range []share.Rights{share.Measure, share.Saw} {
		n, where := seen(h.join("Device", string(rights), ""))
		assert.Empty(t, where, rights)
		assert.Greater(t, n, 20)
	}
	_, where := seen(h.join("Device", string(share.Full), ""))
	assert.Contains(t, where, "tell-job")
	assert.Contains(t, where, "get-quote")
	assert.Contains(t, where, "get-job")
}
