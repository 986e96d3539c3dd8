package demo

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"time"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// YearOf is what the demo's year is made by: the shop's small saw runs a little over on the left, copes take longer than the shop reckons with, and one of
// three tapes reads long.
func YearOf() Crew {
	return Crew{Zero: -.2, At45: .2, Protractor: -.15, Bias: .03, Stretch: .0002, Leans: "Tom", ReadingSD: .4, LengthSD: 1.0 / 64, Hides: 1.0 / 32,
		Scatter: .4, Says: 85, Spoils: 2, Wrong: 1,
		Slower: map[string]float64{"cope": 1.6, "hang": .8, "outside": 1.3}, People: []string{"Ada", "Tom", "Imogen"}}
}

var yearNames = []string{"Harbour Lane", "The Net Loft", "Signal Cottage", "Tide Street", "The Chandlery", "Quay Stores", "Mill Steps",
	"The Pilot's House", "Rope Walk",
	"Salt Row", "The Old Customs House", "Ferry Slip"}

// YearJob is the job of a number of a made-up year: a few small rooms of the Ferry House's mouldings, the same for the same number. Its facts are to come.
func YearJob(n int) job.Job {
	var j job.Job
	if err := json.Unmarshal(Flats(1), &j); err != nil {
		panic(err) // it is built in
	}
	rng := rand.New(rand.NewPCG(24, uint64(n)))
	j.Name, j.Saw = yearNames[n%len(yearNames)], "loft"
	if n >= len(yearNames) {
		j.Name += fmt.Sprintf(", part %d", n/len(yearNames)+1)
	}
	loft := job.DefaultSaw()
	loft.ID, loft.Name, loft.Resolution = "loft", "The saw in the loft", .1
	j.Rooms, j.Saws = nil, []job.Saw{loft}
	for i := range 1 + rng.IntN(2) {
		r := flatRoom(5*n+i, rng)
		r.Name, r.Storey = []string{"Hall", "Back room"}[i], ""
		by := []string{"Ada", "Tom"}[rng.IntN(2)]
		for k := range r.Walls {
			r.Walls[k].Lengths[0].By, r.Corners[k].Readings[0].By = by, by
		}
		j.Rooms = append(j.Rooms, r)
	}
	if err := job.Resolve(&j, measure.UnitInch); err != nil {
		panic(err)
	}
	j.Normalise()
	return j
}

// Year is a year of a shop's jobs with their facts, so many of them, the same for the same crew.
func Year(c Crew, jobs int) ([]job.Job, error) {
	at := time.Date(2030, 5, 6, 7, 40, 0, 0, time.UTC)
	var out []job.Job
	for n := range jobs {
		j := YearJob(n)
		rng := rand.New(rand.NewPCG(2030+c.Seed, uint64(n)))
		if _, err := c.Work(&j, rng, at.AddDate(0, 0, n*364/max(jobs, 1))); err != nil {
			return nil, err
		}
		out = append(out, j)
	}
	return out, nil
}
