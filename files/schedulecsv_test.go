package files

import (
	"bytes"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/plan"
)

// A schedule written and brought in again changes nothing; brought into the same job without its openings it plans the same sets.
func TestScheduleThereAndBack(t *testing.T) {
	j, was := ferryPlan(t)
	var b bytes.Buffer
	require.NoError(t, WriteScheduleCSV(&b, j))
	text := b.String()
	assert.Equal(t, 6, strings.Count(text, "\n"), "five openings")
	assert.Contains(t, text, "Hall stool")
	ops, err := ReadScheduleCSV(strings.NewReader(text), &j, ids())
	require.NoError(t, err)
	assert.Empty(t, ops)

	bare := j.Clone()
	for i := range bare.Rooms {
		bare.Rooms[i].Openings = nil
	}
	ops, err = ReadScheduleCSV(strings.NewReader(text), &bare, ids())
	require.NoError(t, err)
	next, _, err := edit.ApplyAll(bare, ops)
	require.NoError(t, err)
	p, err := plan.Build(next)
	require.NoError(t, err)
	require.Len(t, p.Sets(), len(was.Sets()))
	for i, s := range p.Sets() {
		o := was.Sets()[i]
		assert.Equal(t, o.Title, s.Title)
		require.Len(t, s.Pieces, len(o.Pieces))
		for k := range s.Pieces {
			assert.Equal(t, o.Pieces[k].Cut, s.Pieces[k].Cut, s.Pieces[k].Label)
		}
	}
}

// It changes what it says, and only that; a cell that says nothing leaves what is there.
func TestScheduleChanges(t *testing.T) {
	j, _ := ferryPlan(t)
	ops, err := ReadScheduleCSV(strings.NewReader("room;name;rising;top left;head;casing\nWaiting hall;door 1;86;90.5;over;\nGalley;Door 1;;;;none\n"), &j, ids())
	require.NoError(t, err)
	next, _, err := edit.ApplyAll(j, ops)
	require.NoError(t, err)
	o := next.Room("waiting-hall").Opening("wh-door")
	assert.Equal(t, "86", lastSide(o, job.JambRising).As.Text)
	assert.Equal(t, "over", o.HeadSchool)
	assert.InDelta(t, 90.5, float64(o.Angles[0].Angle), 1e-9)
	ops, err = ReadScheduleCSV(strings.NewReader("room,name,told\nGalley,Door 1,casing\n"), &j, ids())
	require.NoError(t, err)
	there, _, err := edit.ApplyAll(j, ops)
	require.NoError(t, err)
	assert.False(t, there.Room("galley").Opening("ga-door").ToJamb(), "casings are there")
	b := &bytes.Buffer{}
	require.NoError(t, WriteScheduleCSV(b, there))
	assert.Contains(t, b.String(), "Galley,5,Door 1,door,casing")
	assert.Equal(t, "none", next.Room("galley").Opening("ga-door").CasingOf)
	assert.Equal(t, j.Room("waiting-hall").Opening("wh-door").Sides[0], o.Sides[0])
}

func TestScheduleRefuses(t *testing.T) {
	j, _ := ferryPlan(t)
	for _, c := range []struct{ in, says string }{
		{"", "empty"}, {"room,colour\n", "no column"}, {"room\n", `no column "name"`}, {"room,name,name\n", "twice"}, {"room,name\n", "names no opening"},
		{"room,name\nAttic,D1\n", "no such room"}, {"room,name\nGalley,\n", "missing"}, {"room,name\nGalley,D9\n", "is no wall"},
		{"room,name,wall,from,width\nGalley,D9,99,1,2\n", "1 to 6"}, {"room,name,wall,from,width\nGalley,D9,1,x,2\n", "line 2, from"},
		{"room,name,rising\nGalley,Door 1,7 furlongs\n", "rising"}, {"room,name,kind\nGalley,Door 1,hatch\n", "door, window"},
		{"room,name,stool\nGalley,Door 1,Oak\n", "no such moulding"}, {"room,name,top left\nGalley,Door 1,steep\n", "top left"},
		{"room,name\nGalley,D1\nGalley,Door 1\ngalley,door 1\n", "is no wall"}, {"room,name\nGalley,Door 1\ngalley,door 1\n", "stands twice"},
		{"\xff\xfer", "UTF-16"}, {"room,name,proud left\nGalley,Door 1,--1\n", "proud left"},
	} {
		_, err := ReadScheduleCSV(strings.NewReader(c.in), &j, ids())
		require.Error(t, err, c.in)
		assert.Contains(t, err.Error(), c.says, c.in)
		var lines LineErrors
		if errors.As(err, &lines) {
			assert.NotEmpty(t, lines[0].Remedy)
		}
	}
}

// More openings at once than any house has are refused as a whole.
func TestScheduleIsBounded(t *testing.T) {
	j, _ := ferryPlan(t)
	var b strings.Builder
	b.WriteString("room,wall,name,from,width\n")
	for i := range MostScheduled + 1 {
		fmt.Fprintf(&b, "Galley,1,D%d,1,1\n", i)
	}
	_, err := ReadScheduleCSV(strings.NewReader(b.String()), &j, ids())
	assert.ErrorContains(t, err, "by parts")
}

func FuzzReadScheduleCSV(f *testing.F) {
	j, _ := ferryPlan(f)
	f.Add("room,name,rising\nGalley,Door 1,85\n")
	f.Add("room;wall;name;from;width\nGalley;1;D2;30;36\n")
	f.Fuzz(func(t *testing.T, in string) {
		ops, err := ReadScheduleCSV(strings.NewReader(in), &j, ids())
		if err != nil {
			return
		}
		if next, _, err := edit.ApplyAll(j, ops); err == nil {
			if _, err := plan.Build(next); err != nil {
				var no *job.Invalid
				if !errors.As(err, &no) {
					t.Fatal(err)
				}
			}
		}
	})
}
