package day_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/day"
	"gnomon/core/job"
	"gnomon/core/plan/housetest"
	"gnomon/core/plan/plantest"
)

// trade is a day's plan as the trade tells it, step by step: nothing of a later step is begun before all of an earlier one is done, of one
// room and of the whole job.
var trade = []string{"fetch", "acclimatise sort", "prime", "coat", "studs", "backing", "measure", "setup", "cut", "cope", "glue", "hang-casing", "hang-crown",
	"hang-rail", "hang-base", "trouble", "fill bead", "sand", "wall-prime", "wall-coat", "last-coat touch", "silicone"}

// together are steps that do not wait for one another though the list tells one after the other: the wood lies while the walls are
// looked at, and the saw is set up meanwhile.
var together = map[string]string{"prime": "acclimatise", "coat": "acclimatise",
	"studs": "fetch acclimatise sort prime coat", "backing": "acclimatise sort prime coat",
	"measure": "fetch acclimatise sort prime coat", "setup": "prime coat studs backing measure acclimatise"}

func step(j *job.Job, t *day.Task) (name string, at int) {
	name = t.ID
	if t.Room != "" {
		name = strings.TrimPrefix(t.ID, t.Room+".")
		if name == day.Prime || name == day.Coat {
			name = "wall-" + name
		}
	}
	for i, s := range trade {
		for _, k := range strings.Fields(s) {
			if k == name {
				return name, i
			}
		}
	}
	panic("no step " + name)
}

// Whatever is done, ticked or moved, no task is begun before one that the trade does first.
func TestTheOrderOfTheTrade(t *testing.T) {
	compared := 0
	for seed := range uint64(150) {
		j := housetest.Whole(seed)
		rng := rand.New(rand.NewPCG(seed, 36))
		j.Day = job.Day{Start: "2031-01-06", From: "07:30", To: "16:00", People: 1 + rng.IntN(4)}
		j.Rules.Paint = []string{job.PaintTrestles, job.PaintBought, job.PaintHung}[rng.IntN(3)]
		p := plantest.Build(t, j)
		if rng.IntN(2) == 0 {
			if next := housetest.WorkOn(seed, j, &p); next.Check() == nil {
				j = next
			}
		}
		for n, k := range day.Tasks(&j, &p) {
			switch rng.IntN(6) {
			case 0:
				at := ""
				if rng.IntN(2) == 0 {
					at = fmt.Sprintf("2031-01-%02dT%02d:15", 1+rng.IntN(12), 7+rng.IntN(9))
				}
				j.Records = append(j.Records, job.Record{ID: fmt.Sprint("tick", n), Kind: job.RecordTicked, Bodies: job.Bodies{Ticked: &job.Ticked{Task: k.ID, At: at}}})
			case 1:
				all := day.Tasks(&j, &p)
				before := all[rng.IntN(len(all))].ID
				if before == k.ID {
					break
				}
				j.Day.Moves = append(j.Day.Moves, job.Moved{ID: fmt.Sprint("move", n), Task: k.ID, Before: before})
			}
		}
		require.NoError(t, j.Check())
		p = plantest.Build(t, j)
		d := day.Make(&j, &p)
		for i := range d.Tasks {
			for k := range d.Tasks {
				a, b := &d.Tasks[i], &d.Tasks[k]
				first, m := step(&j, a)
				then, n := step(&j, b)
				if m >= n || b.Done || a.Done || a.Room != "" && b.Room != "" && a.Room != b.Room ||
					b.Room == "" && a.Room != "" || strings.Contains(" "+together[then]+" ", " "+first+" ") {
					continue
				}
				compared++
				require.GreaterOrEqual(t, d.Placed[k].Start, d.Placed[i].End+a.Dries, "house %d: %s begins before %s is done", seed, b.ID, a.ID)
			}
		}
		for i := range d.Tasks { // what was ticked goes on drying
			a := &d.Tasks[i]
			for k := range d.Tasks {
				for _, id := range d.Tasks[k].After {
					if id == a.ID && a.Done && a.At != "" && !d.Tasks[k].Done && d.Tasks[k].Minutes > 0 {
						require.GreaterOrEqual(t, d.Placed[k].Start, d.Placed[i].End+a.Dries, "house %d: %s is begun before %s is dry", seed, d.Tasks[k].ID, a.ID)
					}
				}
			}
		}
	}
	assert.Greater(t, compared, 10_000)
}

// A room is measured, and neither are its studs found nor is its backing fixed: both come before anything is cut, and before the crown.
func TestBackingBeforeTheCrown(t *testing.T) {
	j := plantest.Hall(t)
	j.Day = job.Day{Start: "2031-01-06", From: "07:30", To: "16:00", People: 2}
	for i := range j.Rooms[0].Walls {
		j.Rooms[0].Walls[i].Joists = i%2 == 0
	}
	d := planned(t, j)
	at := map[string]int{}
	for i := range d.Tasks {
		at[d.Tasks[i].ID] = i
	}
	require.Contains(t, at, "r.backing")
	require.Contains(t, at, "r.hang-crown")
	assert.GreaterOrEqual(t, d.Placed[at["r.backing"]].Start, d.Placed[at["r.studs"]].End)
	assert.GreaterOrEqual(t, d.Placed[at["r.hang-crown"]].Start, d.Placed[at["r.backing"]].End)
}

// A coat ticked on the evening before the first day dries on: a day later its wood is cut, and no sooner.
func TestTickedTheDayBefore(t *testing.T) {
	j := small(t)
	j.Times.PaintDries, j.Times.Acclimatise = 24*60, 0
	for _, id := range []string{"fetch", "sort", "prime", "coat", "setup", "r.studs"} {
		j.Records = append(j.Records, job.Record{ID: strings.ReplaceAll(id, ".", "-"), Kind: job.RecordTicked,
			Bodies: job.Bodies{Ticked: &job.Ticked{Task: id, At: "2031-01-05T16:30"}}})
	}
	d := planned(t, j)
	for i := range d.Tasks {
		if d.Tasks[i].ID == "r.cut" {
			assert.Equal(t, "2031-01-07T07:30", d.At(d.Placed[i].Start).Format(job.LocalTime))
		}
	}
	// In another century it was not done.
	j.Records[0].Ticked.At = "2331-01-05T16:30"
	assert.ErrorContains(t, j.Check(), "more than a century")
}

// Where all is painted on the wall, so is what is glued to bare walls: there is no hole to fill, and paint all the same.
func TestGluedTrimIsPainted(t *testing.T) {
	j := small(t)
	j.Rules.Paint = job.PaintHung
	for i := range j.Rooms[0].Walls {
		j.Rooms[0].Walls[i].Bare = true
	}
	d := planned(t, j)
	assert.Nil(t, d.Task("r.fill"))
	for _, id := range []string{"r.prime", "r.coat", "r.last-coat"} {
		require.NotNil(t, d.Task(id), id)
		assert.Positive(t, d.Task(id).Minutes)
	}
	assert.Equal(t, []string{"r.hang-base", "r.bead"}, d.Task("r.prime").After)
}
