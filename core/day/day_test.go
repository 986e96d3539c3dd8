package day_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/day"
	"gnomon/core/job"
	"gnomon/core/plan/plantest"
)

// A small room: four walls of base, read; one carpenter from Monday the 6th of January 2031.
func small(t *testing.T) job.Job {
	j := plantest.Read(t, plantest.Room(true, "", "144, 96, 144, 96", "90, 90, 90, 90"))
	j.Day = job.Day{Start: "2031-01-06", From: "07:30", To: "16:00", People: 1}
	return j
}

func planned(t *testing.T, j job.Job) day.Plan {
	p := plantest.Build(t, j)
	return day.Make(&j, &p)
}

// Worked by hand. Fetching takes 90 minutes, and the wood lies for a day: nothing is cut before Tuesday at nine. Three sticks are sorted in 5
// minutes; 40 ft are primed in 24 and get a coat in 24, each drying for four hours. The saw is set up for one moulding in 15.
func TestOneRoom(t *testing.T) {
	j := small(t)
	d := planned(t, j)
	at := func(id string) (start, end string) {
		for i := range d.Tasks {
			if d.Tasks[i].ID == id {
				return d.At(d.Placed[i].Start).Format(job.LocalTime), d.At(d.Placed[i].End).Format(job.LocalTime)
			}
		}
		require.Fail(t, "no task", id)
		return
	}
	for _, c := range [][3]string{
		{"fetch", "2031-01-06T07:30", "2031-01-06T09:00"},
		{"sort", "2031-01-06T09:00", "2031-01-06T09:05"},
		{"prime", "2031-01-06T09:05", "2031-01-06T09:29"},
		{"coat", "2031-01-06T13:29", "2031-01-06T13:53"},
		{"acclimatise", "2031-01-06T09:00", "2031-01-06T09:00"},
		{"r.cut", "2031-01-07T09:00", "2031-01-07T09:20"},
	} {
		start, end := at(c[0])
		assert.Equal(t, c[1], start, c[0])
		assert.Equal(t, c[2], end, c[0])
	}
	assert.True(t, d.Task("r.measure").Done, "all is read: there is nothing to measure")
	assert.Equal(t, d.Ends, d.Bound)
	assert.Equal(t, "r.touch", d.Longest[len(d.Longest)-1])
	assert.Empty(t, d.Findings)
}

// The coat is ticked late, at two on Tuesday: it dries until six, so that nothing is cut before Wednesday, and the job is late.
func TestPaintDriedLate(t *testing.T) {
	j := small(t)
	j.Promised = "2031-01-07"
	before := planned(t, j)
	require.Empty(t, before.Findings)
	for i, id := range []string{"fetch", "sort", "prime", "coat"} {
		at := []string{"2031-01-06T09:00", "2031-01-06T09:30", "2031-01-07T08:00", "2031-01-07T14:00"}[i]
		j.Records = append(j.Records, job.Record{ID: id, Kind: job.RecordTicked, Bodies: job.Bodies{Ticked: &job.Ticked{Task: id, At: at}}})
	}
	d := planned(t, j)
	assert.Equal(t, "2031-01-07T14:00", d.Task("coat").At)
	for i := range d.Tasks {
		if d.Tasks[i].ID == "r.cut" {
			assert.Equal(t, "2031-01-08T07:30", d.At(d.Placed[i].Start).Format(job.LocalTime))
		}
	}
	require.Len(t, d.Findings, 1)
	assert.Equal(t, "late", d.Findings[0].Code)
	assert.Equal(t, "By the plan of the day the work ends on Wed 8 Jan 2031, and it is promised for Tue 7 Jan 2031.", d.Findings[0].Text)
	// Taken back, it is to be done again.
	j.Records = append(j.Records, job.Record{ID: "u", Kind: job.RecordUndone, Of: "coat"})
	again := planned(t, j)
	assert.False(t, again.Task("coat").Done)
}

func TestWhatIsSaidOfTheDay(t *testing.T) {
	j := small(t)
	j.Promised = "2030-12-24"
	assert.Equal(t, "promised_before_start", planned(t, j).Findings[0].Code)
	j = small(t)
	j.Times.Cut = 0
	f := planned(t, j).Findings
	require.Len(t, f, 1)
	assert.Equal(t, "Cut would take no time at all.", f[0].Text)
	j = small(t)
	j.Day.Moves = []job.Moved{{ID: "m", Task: "r.cut", Before: "coat"}, {ID: "n", Task: "gone", Before: "coat"}}
	f = planned(t, j).Findings
	require.Len(t, f, 1)
	assert.Equal(t, "Cut, Room r cannot come before first coat on trestles as it was moved.", f[0].Text)
	// Without a date the plan stands, from some Monday on, and with nothing to do there is none.
	j = small(t)
	j.Day.Start = ""
	d := planned(t, j)
	assert.False(t, d.Dated)
	assert.NotZero(t, d.Work)
	j.Rooms = nil
	assert.Empty(t, planned(t, j).Tasks)
}

func TestMove(t *testing.T) {
	j := small(t)
	d := planned(t, j)
	assert.NoError(t, d.Move(&j, "r.studs", "fetch"))
	assert.ErrorContains(t, d.Move(&j, "r.touch", "fetch"), "cannot come first: it waits for sand")
	assert.ErrorContains(t, d.Move(&j, "r.cut", "coat"), "it waits for it")
	assert.ErrorContains(t, d.Move(&j, "r.cut", "nowhere"), "names no other task")
}

func TestHours(t *testing.T) {
	assert.Equal(t, []string{"20 min", "3 h", "3 h 5 min"}, []string{day.Hours(20), day.Hours(180), day.Hours(185)})
}
