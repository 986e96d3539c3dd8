package store

import (
	"bytes"
	"fmt"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/demo"
	"gnomon/files"
)

// What a change was made of is forgotten beyond the reach of undo, and a request that comes again
// is known as one all the same, until it is too long ago.
func TestReachOfUndo(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	s.SetReach(Reach{Changes: 5, Age: 90 * 24 * time.Hour})
	now := time.Date(2031, 5, 1, 8, 0, 0, 0, time.UTC)
	s.now = func() time.Time { return now }
	id, err := s.Create(small(t))
	require.NoError(t, err)
	name := func(n int) (Result, error) {
		return s.Do(id, By{Client: "a", Once: fmt.Sprint("once", n)}, []edit.Op{set("job", "", "name", fmt.Sprint("Name ", n))})
	}
	for n := range 12 {
		_, err := name(n)
		require.NoError(t, err)
	}
	require.NoError(t, s.forget())
	again, err := name(0)
	require.NoError(t, err)
	assert.Equal(t, "Name 11", again.Job.Name, "a request of long ago is not made again")
	for n := range 5 {
		r, err := s.Undo(id, By{Client: "a"})
		require.NoError(t, err)
		assert.Equal(t, fmt.Sprint("Name ", 10-n), r.Job.Name)
	}
	_, err = s.Undo(id, By{Client: "a"})
	require.ErrorIs(t, err, ErrNothing)
	undo, redo, err := s.CanUndo(id, "a")
	require.NoError(t, err)
	assert.Equal(t, []bool{false, true}, []bool{undo, redo})

	rev, err := s.Revision(id)
	require.NoError(t, err)
	now = now.Add(91 * 24 * time.Hour)
	r, err := name(20)
	require.NoError(t, err)
	assert.Greater(t, r.Revision, rev)
	require.NoError(t, s.forget())
	var left int64
	require.NoError(t, s.db.Model(&changeRow{}).Count(&left).Error)
	assert.EqualValues(t, 1, left, "only what was made within the time is in the log")
	_, err = s.Undo(id, By{Client: "a"})
	require.NoError(t, err)
}

// A slider that is dragged all day does not make the database grow.
func TestTheLogDoesNotGrow(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	s.SetReach(Reach{Changes: 100, Age: time.Hour})
	id, err := s.Create(small(t))
	require.NoError(t, err)
	pages := func() (n int64) {
		s.background.Wait()
		require.NoError(t, s.forget())
		require.NoError(t, s.db.Raw("SELECT page_count FROM pragma_page_count").Scan(&n).Error)
		return n
	}
	now := time.Date(2031, 5, 1, 8, 0, 0, 0, time.UTC)
	s.now = func() time.Time { return now }
	drag := func() {
		for n := range 600 {
			now = now.Add(10 * time.Second)
			_, err := s.Do(id, By{Client: "a", Once: fmt.Sprint(now.Unix())}, []edit.Op{set("job", "", "name", fmt.Sprint("N", n))})
			require.NoError(t, err)
		}
	}
	drag()
	was := pages()
	drag()
	drag()
	assert.LessOrEqual(t, pages(), was+was/10)
}

// What was typed is there as it was typed, under whatever unit it was typed and is shown.
func TestTypedTextsOutlastTheUnit(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	id, err := s.Create(small(t))
	require.NoError(t, err)
	by := By{Client: "a"}
	for _, op := range []edit.Op{set("length", "wh1-floor", "length", "251 3/8"), set("job", "", "unit", "mm"), set("length", "wh2-floor", "length", "2400"),
		set("wall", "wh3", "rough", "3.5"), set("moulding", "hall-casing", "height", "90"), set("cutting", "", "keep", "300")} {
		_, err := s.Do(id, by, []edit.Op{op})
		require.NoError(t, err)
	}
	for _, unit := range []string{"in", "mm", "in"} {
		r, err := s.Do(id, by, []edit.Op{set("job", "", "unit", unit)})
		require.NoError(t, err)
		asKeptIs(t, s, id, r.Job)
		require.NoError(t, s.Close())
		s = openAt(t, path)
		j, _, err := s.Job(id)
		require.NoError(t, err)
		require.Equal(t, exactText(r.Job), exactText(j))
		w := j.Rooms[0].Walls
		assert.Equal(t, []string{"251 3/8", "2400", "3.5", "90", "300"},
			[]string{w[0].Lengths[0].As.Text, w[1].Lengths[0].As.Text, w[2].Rough.Text, j.Moulding("hall-casing").Height.Text, j.Cutting.Keep.Text})
	}
}

// An edit writes as many rows in a job of many rooms as in one of few.
func TestRowsWritten(t *testing.T) {
	for _, rooms := range []int{3, 120} {
		s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
		s.sql.SetMaxOpenConns(1) // rows are counted for each line to the file
		j, err := files.ReadJob(bytes.NewReader(demo.Flats(rooms)))
		require.NoError(t, err)
		id, err := s.Create(j)
		require.NoError(t, err)
		written := func(op edit.Op) (n int64) {
			var before int64
			require.NoError(t, s.db.Raw("SELECT total_changes()").Scan(&before).Error)
			_, err := s.Do(id, By{Client: "a"}, []edit.Op{op})
			require.NoError(t, err)
			require.NoError(t, s.db.Raw("SELECT total_changes()").Scan(&n).Error)
			return n - before
		}
		assert.EqualValues(t, 3, written(set("reading", "f2-a1", "reading", 91)), "its room, the change, the job's revision")
		assert.EqualValues(t, 3, written(edit.Op{Do: edit.Record, ID: "m", Value: mark("f2-base1.f2-w1", "left").Value}), "the record, the change, the revision")
		assert.EqualValues(t, 3, written(set("prices", "", "cope", "7")), "the job, the change, the revision")
	}
}
