package job_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/job/jobtest"
)

// A copy can be planned, with its readings or as a new start; what was cut stays with the first one.
func TestAgain(t *testing.T) {
	j := jobtest.Full(t)
	for _, readings := range []bool{true, false} {
		c := j.Again("Another", readings)
		c.Normalise()
		require.NoError(t, c.Check())
		assert.Empty(t, c.Records)
		assert.Empty(t, c.Promised)
		assert.Empty(t, jobtest.Shared(j, c))
		for i := range c.Rooms {
			assert.Equal(t, readings, len(c.Rooms[i].Openings) == len(j.Rooms[i].Openings) && len(c.Rooms[i].Openings) > 0 || len(j.Rooms[i].Openings) == 0 && readings)
			for k := range c.Rooms[i].Corners {
				assert.Equal(t, j.Rooms[i].Corners[k].Kind, c.Rooms[i].Corners[k].Kind, "which way it turns is no reading")
			}
		}
	}
}

func TestBare(t *testing.T) {
	bare := job.Room{ID: "r", Walls: []job.Wall{{ID: "a"}, {ID: "b"}}, Corners: []job.Corner{{ID: "c", Kind: job.Inside}, {ID: "d", Kind: job.Inside}},
		Runs: []job.Run{{ID: "k", Moulding: "base"}}}
	assert.True(t, bare.Bare())
	for what, change := range map[string]func(*job.Room){
		"no walls":  func(r *job.Room) { r.Walls = nil },
		"a length":  func(r *job.Room) { r.Walls[0].Lengths = []job.WallLength{{ID: "x"}} },
		"rough":     func(r *job.Room) { r.Walls[1].Rough = &job.Entry{Text: "9"} },
		"a reading": func(r *job.Room) { r.Corners[0].Readings = []job.Reading{{ID: "x"}} },
		"outside":   func(r *job.Room) { r.Corners[1].Kind = job.Outside },
		"a drop":    func(r *job.Room) { r.Corners[1].Drop = true },
		"a door":    func(r *job.Room) { r.Openings = []job.Opening{{ID: "o"}} },
		"a stretch": func(r *job.Room) { r.Runs[0].First = "a" },
	} {
		r := bare.Clone()
		change(&r)
		assert.False(t, r.Bare(), what)
	}
}
