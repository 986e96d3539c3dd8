package server

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/shop"
	"gnomon/demo"
	"gnomon/store"
)

// worked fills a shop with some jobs of the made-up year and gives them by their names.
func worked(t testing.TB, s *store.Store, jobs int) map[string]string {
	t.Helper()
	all, err := demo.Year(demo.YearOf(), jobs)
	require.NoError(t, err)
	own := all[0].Clone()
	own.Rooms, own.Records = nil, nil
	for _, name := range demo.YearOf().People {
		own.People = append(own.People, job.Person{ID: strings.ToLower(name), Name: name})
	}
	_, _, err = s.TakeShop(shop.Whole{Shop: own})
	require.NoError(t, err)
	ids := map[string]string{}
	for _, j := range all {
		id, err := s.TakeIn(j)
		require.NoError(t, err)
		ids[j.Name] = id
	}
	return ids
}

func offerOf(all []OfferView, id string) *OfferView {
	for i := range all {
		if all[i].ID == id {
			return &all[i]
		}
	}
	return nil
}

// The year's shop: a job tells its joints, what they offer, and the plan beside what happened; an offer that is taken changes the shop and the job
// with it, is not
// made again, and can be taken back.
func TestTheLogOfAYear(t *testing.T) {
	h := shared(t)
	c := h.desk
	ids := worked(t, h.store, 12)
	id := ids["The Net Loft"]
	log := func() (v LogView) { c.get("/api/jobs/"+id+"/log", &v); return v }
	v := log()
	require.Len(t, v.Joints, 40)
	assert.Positive(t, v.Open)
	assert.NotEmpty(t, v.Times)
	assert.True(t, v.Money)
	closing := map[string]ClosingRow{}
	for _, r := range v.Closing {
		closing[r.What] = r
	}
	assert.Equal(t, "80", closing["Cuts"].Plan)
	assert.Contains(t, closing["Sticks"].Plan, "$")
	assert.NotEmpty(t, closing["Earned by the hour"].Fact)

	offers := func() (v OffersView) { c.get("/api/shop/offers", &v); return v }
	o := offerOf(offers().Offers, "saw-loft-mitre")
	require.NotNil(t, o)
	assert.Contains(t, o.Rests, "in 12 jobs")
	assert.NotEmpty(t, o.Chart.Line)
	var would WouldChange
	c.get("/api/shop/would?offer="+o.ID, &would)
	require.NotEmpty(t, would.Jobs)
	c.post("POST", "/api/jobs/"+id+"/log/take", `{"client":"a","offer":"saw-loft-mitre"}`, nil)
	own, err := h.store.Shop()
	require.NoError(t, err)
	require.Len(t, own.SawNamed("loft").Learned, 1)
	j := c.kept(id)
	assert.Equal(t, own.SawNamed("loft").Learned, j.Machine().Learned, "the job follows")
	now := offers()
	assert.Nil(t, offerOf(now.Offers, "saw-loft-mitre"))
	require.Len(t, now.Lessons, 1)
	assert.True(t, now.Lessons[0].Taken)
	c.problem(422, "POST", "/api/jobs/"+id+"/log/take", `{"client":"a","offer":"saw-loft-mitre"}`)
	c.post("POST", "/api/jobs/"+id+"/log/back", `{"client":"a","offer":"saw-loft-mitre"}`, nil)
	own, err = h.store.Shop()
	require.NoError(t, err)
	assert.Empty(t, own.SawNamed("loft").Learned)
	j = c.kept(id)
	assert.Empty(t, j.Machine().Learned)
	assert.Nil(t, offerOf(offers().Offers, "saw-loft-mitre"), "taken back, it counts as left")
	c.problem(404, "POST", "/api/jobs/"+id+"/log/back", `{"client":"a","offer":"nothing"}`)

	// A time that is taken is in the job's times, and one that is left is not offered again.
	c.post("POST", "/api/jobs/"+id+"/log/take", `{"client":"a","offer":"time-cope"}`, nil)
	assert.InDelta(t, 15, float64(c.kept(id).Times.Cope)/100, 2)
	c.post("POST", "/api/jobs/"+id+"/log/leave", `{"client":"a","offer":"reads-tom"}`, nil)
	assert.Nil(t, offerOf(offers().Offers, "reads-tom"))

	// All jobs together.
	var all ShopLogView
	c.get("/api/shop/log", &all)
	assert.Equal(t, 12, all.Jobs)
	assert.Len(t, all.Months, 12)
	assert.Equal(t, []string{"Ada", "Imogen", "Tom"}, all.Names)
	assert.NotEmpty(t, all.Times)
	assert.NotEmpty(t, all.Fits)
	assert.NotEmpty(t, all.Saws)
}

// The book: all of it, searched, by kind and person, and as files.
func TestTheBook(t *testing.T) {
	h := shared(t)
	c := h.desk
	id := worked(t, h.store, 2)["Harbour Lane"]
	var v BookView
	c.get("/api/jobs/"+id+"/book", &v)
	all := v.All
	assert.Equal(t, len(c.kept(id).Records), all)
	c.get("/api/jobs/"+id+"/book?kind=fit", &v)
	assert.Less(t, v.All, all)
	assert.Contains(t, v.Facts[0].Text, ": ")
	c.get("/api/jobs/"+id+"/book?text=miscut", &v)
	for _, f := range v.Facts {
		assert.Contains(t, strings.ToLower(f.Text), "miscut")
	}
	rows, err := csv.NewReader(bytes.NewReader(c.raw("/api/jobs/" + id + "/book.csv"))).ReadAll()
	require.NoError(t, err)
	assert.Len(t, rows, all+1)
	var records []job.Record
	require.NoError(t, json.Unmarshal(c.raw("/api/jobs/"+id+"/book.json"), &records))
	assert.Equal(t, c.kept(id).Records, records)
	assert.True(t, bytes.HasPrefix(c.raw("/api/jobs/"+id+"/closing.pdf"), []byte("%PDF")))
}

// A device that may only measure or mark sees no money, no other person's record and no offers; the shop's page and what is done with people is not for it.
func TestTheLogOfAnothersDevice(t *testing.T) {
	h := shared(t)
	ids := worked(t, h.store, 2)
	id := ids["Harbour Lane"]
	for _, rights := range []string{"saw", "measure"} {
		cookie := h.join("Tom", rights, "")
		get := func(path string) []byte {
			status, _, b := h.out.send("GET", path, "", "Cookie", cookie.Name+"="+cookie.Value)
			require.Equal(t, 200, status, path)
			return b
		}
		for _, path := range []string{"/log", "/book", "/book.csv", "/book.json"} {
			b := string(get("/api/jobs/" + id + path))
			for _, other := range []string{"Ada", "Imogen", "$", "Earned"} {
				assert.NotContains(t, b, other, "%s %s", rights, path)
			}
		}
		room := string(get("/api/jobs/" + id))
		assert.NotContains(t, room, `"by":"Ada"`, "nor who read a wall")
		assert.True(t, bytes.HasPrefix(get("/api/jobs/"+id+"/closing.pdf"), []byte("%PDF")))
		for _, refused := range [][3]string{{"GET", "/api/shop/log", ""}, {"GET", "/api/shop/offers", ""}, {"POST", "/api/jobs/" + id + "/log/take", `{"client":"a","offer":"time-cope"}`},
			{"GET", "/api/shop/would?offer=x", ""}, {"POST", "/api/shop/people/rename", `{"from":"Tom","to":"Ada"}`}, {"GET", "/api/shop/people/records?name=Ada", ""}} {
			assert.Equal(t, 403, h.as(cookie, refused[0], refused[1], refused[2]), refused[1])
		}
	}
	// One with full rights for one job changes that, and not the shop.
	one := h.join("Ada", "full", id)
	assert.Equal(t, 200, h.as(one, "GET", "/api/jobs/"+id+"/log", ""))
	assert.Equal(t, 403, h.as(one, "GET", "/api/shop/offers", ""))
	assert.Equal(t, 403, h.as(one, "POST", "/api/jobs/"+id+"/log/take", `{"client":"a","offer":"time-cope"}`))
}

// Somebody is called otherwise everywhere, takes their records along, and goes out of every job.
func TestPeopleOfTheRecords(t *testing.T) {
	h := shared(t)
	c := h.desk
	ids := worked(t, h.store, 6)
	of := func(name string) (n int) {
		for _, id := range ids {
			j := c.kept(id)
			for _, r := range j.Records {
				if r.By == name {
					n++
				}
			}
		}
		return n
	}
	tom := of("Tom")
	require.Positive(t, tom)
	var theirs []PersonRecords
	require.NoError(t, json.Unmarshal(c.raw("/api/shop/people/records?name=Tom"), &theirs))
	n := 0
	for _, p := range theirs {
		n += len(p.Records)
	}
	assert.Equal(t, tom, n)
	c.post("POST", "/api/shop/people/rename", `{"from":"Tom","to":"Thomas"}`, nil)
	assert.Equal(t, tom, of("Thomas"))
	assert.Zero(t, of("Tom"))
	own, err := h.store.Shop()
	require.NoError(t, err)
	assert.NotNil(t, own.PersonNamed("Thomas"))
	c.post("POST", "/api/shop/people/forget", `{"name":"Thomas"}`, nil)
	assert.Zero(t, of("Thomas"))
	var v ShopLogView
	c.get("/api/shop/log", &v)
	assert.NotContains(t, v.Names, "Thomas")
	assert.NotContains(t, string(c.raw("/api/shop/file")), "Thomas")
	for _, id := range ids {
		assert.NotContains(t, string(c.raw("/api/jobs/"+id+"/file")), "Thomas", "nor who read a wall")
		c.problem(409, "POST", "/api/jobs/"+id+"/undo", `{"client":"a"}`)
	}
	c.problem(422, "POST", "/api/shop/people/forget", `{"name":""}`)
}

// A shop of 200 jobs: the page is there at once, once what they come to is known; asked again after one change, one job is worked out.
func TestAShopOfManyJobs(t *testing.T) {
	if testing.Short() {
		t.Skip("it makes 40 jobs")
	}
	h := shared(t)
	worked(t, h.store, 40)
	var v ShopLogView
	begun := time.Now()
	h.desk.get("/api/shop/log", &v)
	first := time.Since(begun)
	begun = time.Now()
	h.desk.get("/api/shop/log", &v)
	t.Logf("%d jobs, %d facts: the page first in %v, then in %v", v.Jobs, v.Facts, first, time.Since(begun))
	assert.Equal(t, 40, v.Jobs)
	// Another program of the same file reads what this one kept.
	own, err := h.store.Shop()
	require.NoError(t, err)
	kept, err := h.store.Evidence(evidenceFormat)
	require.NoError(t, err)
	assert.Len(t, kept, 41, "with the ferry house, which has no facts")
	again := newEvidences()
	require.NoError(t, again.read(h.store))
	all, err := (&server{store: h.store, evidences: again}).evidence()
	require.NoError(t, err)
	is, _ := json.Marshal(shopLogView(&own, all))
	was, _ := json.Marshal(v)
	assert.JSONEq(t, string(was), string(is))
}

func BenchmarkShopPage(b *testing.B) {
	s, _ := ferry(b)
	worked(b, s, 25)
	few, err := (&server{store: s, evidences: newEvidences()}).evidence()
	require.NoError(b, err)
	own, err := s.Shop()
	require.NoError(b, err)
	all := few[:0:0]
	for len(all) < 200 {
		e := few[len(all)%len(few)]
		e.Job = fmt.Sprint(len(all))
		all = append(all, e)
	}
	facts := 0
	for i := range all {
		facts += all[i].Facts()
	}
	b.ReportMetric(float64(facts), "facts")
	for b.Loop() {
		_ = shopLogView(&own, all)
	}
}
