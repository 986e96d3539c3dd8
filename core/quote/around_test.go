package quote

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
)

// Sets, stools, bands, heads and plinths are lines of their own at their own rates; both faces of a wall are two of each; what a job
// has no rate for costs nothing until it has.
func TestWhatGoesAroundOpenings(t *testing.T) {
	j := house(t, "12", "10", "12", "10")
	for _, kind := range []string{job.KindBand, job.KindPlinth, job.KindStool} {
		j.Mouldings = append(j.Mouldings, job.Moulding{ID: kind, Kind: kind, Height: length(t, "4 in"), Thickness: length(t, "1 in"),
			Sticks: []job.Stick{{Entry: length(t, "16"), Price: 20_00}}})
	}
	r := &j.Rooms[0]
	r.Runs = append(r.Runs, job.Run{ID: "rk", Moulding: "k"})
	door := job.Opening{ID: "d", Wall: r.Walls[0].ID, From: length(t, "4"), Width: length(t, "3"), OpeningFacts: job.OpeningFacts{Told: "jamb"},
		SetFacts: job.SetFacts{BandOf: job.KindBand, PlinthOf: job.KindPlinth, Faces: "both", HeadSchool: job.HeadBuilt, FilletOf: "b", CapOf: "c"}}
	head := length(t, "80 in")
	door.Head = &head
	window := job.Opening{ID: "w", Wall: r.Walls[1].ID, Kind: job.OpenWindow, From: length(t, "4"), Width: length(t, "3"),
		OpeningFacts: job.OpeningFacts{Told: "jamb", Head: &head}, SetFacts: job.SetFacts{StoolOf: job.KindStool}}
	cabinet := job.Opening{ID: "c", Wall: r.Walls[2].ID, Kind: job.OpenCabinet, From: length(t, "4"), Width: length(t, "3")}
	r.Openings = []job.Opening{door, window, cabinet}
	j.Normalise()
	require.NoError(t, j.Check())
	s := Work(&j)
	assert.Equal(t, Around{Sets: 3, Stools: 1, Bands: 2, Built: 2, Plinths: 2}, s.Look.Around)
	rates := map[string]int64{}
	for _, l := range s.Lines {
		rates[l.Name] = int64(l.Amount)
	}
	p := j.Prices
	assert.EqualValues(t, 3*p.Casing, rates["Casing sets: two legs and a head"])
	assert.EqualValues(t, p.Stool, rates["Stools with their aprons"])
	assert.EqualValues(t, 2*p.Band, rates["Back bands around sets"])
	assert.EqualValues(t, 2*p.Built, rates["Built-up heads"])
	assert.EqualValues(t, 2*p.Plinths, rates["Plinth blocks"])
	for _, q := range s.Look.Mouldings {
		assert.NotEmpty(t, q.Pieces)
		assert.Positive(t, q.Length, q.Moulding.ID)
	}
	// The base stops at where the casings will stand.
	base := s.Look.Mouldings[0]
	assert.Equal(t, "b", base.Moulding.ID)
	a := j.Around(r, &r.Openings[0])
	at := slices.IndexFunc(base.Pieces, func(q Piece) bool { return q.Wall == r.Walls[0].ID })
	assert.Equal(t, 4*foot-a.Off(), base.Pieces[at].Length)
	// A job from before has no rates for what it did not know.
	j.Prices.Stool, j.Prices.Band, j.Prices.Built, j.Prices.Plinths = 0, 0, 0, 0
	for _, l := range Work(&j).Lines {
		if l.Name == "Stools with their aprons" {
			assert.Zero(t, l.Amount)
		}
	}
}
