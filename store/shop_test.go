package store

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/shop"
)

func stateOf(t *testing.T, s *Store, id, kind string) shop.State {
	t.Helper()
	j, _, err := s.Job(id)
	require.NoError(t, err)
	own, err := s.Shop()
	require.NoError(t, err)
	for _, k := range shop.Compare(&j, &own, nil) {
		if k.Kind == kind {
			return k.State
		}
	}
	t.Fatal("no " + kind)
	return ""
}

func test(id string) edit.Op {
	return edit.Op{Do: edit.Add, Kind: "test", ID: id, Value: edit.Raw(map[string]any{"way": "corner", "dialled": 45, "corner": 90.3})}
}

// A shop of which nobody has said anything measures as its first job does; what is said of it then, the next job begins with.
func TestJobsBeginWithTheShop(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	first, err := s.Begin("First", measure.UnitMillimetre, "")
	require.NoError(t, err)
	own, err := s.Shop()
	require.NoError(t, err)
	assert.Equal(t, measure.UnitMillimetre, own.Unit)
	j, _, err := s.Job(first)
	require.NoError(t, err)
	assert.Equal(t, measure.UnitMetre, j.Prices.Per)

	_, err = s.Do(ShopID, By{Client: "a"}, []edit.Op{set("saw", "saw", "name", "The bench saw"), set("saw", "saw", "mitre_left", "52"), set("prices",
		"", "cope", "12")})
	require.NoError(t, err)
	next, err := s.Begin("Next", measure.UnitInch, "")
	require.NoError(t, err)
	j, _, err = s.Job(next)
	require.NoError(t, err)
	assert.Equal(t, "The bench saw", j.Saws[0].Name)
	assert.Equal(t, measure.Angle(52), j.Machine().MitreLeft)
	assert.Equal(t, "12.00", j.Prices.Cope.String())
	assert.Equal(t, shop.Moved, stateOf(t, s, first, "saw"))
	assert.Equal(t, shop.Same, stateOf(t, s, next, "saw"))
	jobs, err := s.Jobs()
	require.NoError(t, err)
	assert.Len(t, jobs, 2, "the shop is none of them")
}

// A test cut made in a job is the saw's: the shop has it, other jobs are told, and it is taken back there too.
func TestATestCutIsTheSaws(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	a, err := s.Begin("A", measure.UnitInch, "")
	require.NoError(t, err)
	b, err := s.Begin("B", measure.UnitMillimetre, "")
	require.NoError(t, err)
	count := func(id string) int {
		j, _, err := s.Job(id)
		require.NoError(t, err)
		return len(j.Saws[0].Tests)
	}
	r, err := s.Do(a, By{Client: "a"}, []edit.Op{test("t1")})
	require.NoError(t, err)
	assert.Positive(t, r.Shop)
	assert.Equal(t, []int{1, 1, 0}, []int{count(a), count(ShopID), count(b)})
	assert.Equal(t, []shop.State{shop.Same, shop.Moved}, []shop.State{stateOf(t, s, a, "saw"), stateOf(t, s, b, "saw")})

	_, err = s.Undo(a, By{Client: "a"})
	require.NoError(t, err)
	assert.Equal(t, []int{0, 0, 0}, []int{count(a), count(ShopID), count(b)})
	assert.Equal(t, []shop.State{shop.Same, shop.Same}, []shop.State{stateOf(t, s, a, "saw"), stateOf(t, s, b, "saw")})
	_, err = s.Redo(a, By{Client: "a"})
	require.NoError(t, err)

	// B follows, and makes one of its own; A is told of that.
	j, _, err := s.Job(b)
	require.NoError(t, err)
	own, err := s.Shop()
	require.NoError(t, err)
	_, err = s.Do(b, By{Client: "b"}, shop.Compare(&j, &own, nil)[0].Take)
	require.NoError(t, err)
	assert.Equal(t, shop.Same, stateOf(t, s, b, "saw"))
	_, err = s.Do(b, By{Client: "b"}, []edit.Op{test("t2")})
	require.NoError(t, err)
	assert.Equal(t, []int{1, 2, 2}, []int{count(a), count(ShopID), count(b)})
	assert.Equal(t, []shop.State{shop.Moved, shop.Same}, []shop.State{stateOf(t, s, a, "saw"), stateOf(t, s, b, "saw")})

	// What the shop has removed stays with the job, and a step of the job is not refused for it.
	_, err = s.Do(ShopID, By{Client: "c"}, []edit.Op{{Do: edit.Remove, Kind: "test", ID: "t1"}})
	require.NoError(t, err)
	_, err = s.Do(a, By{Client: "a"}, []edit.Op{{Do: edit.Remove, Kind: "test", ID: "t1"}})
	require.NoError(t, err)
	assert.Equal(t, []int{0, 1, 2}, []int{count(a), count(ShopID), count(b)})
	_, err = s.Do(ShopID, By{Client: "c"}, []edit.Op{test("t3")})
	require.NoError(t, err)
	assert.Equal(t, 2, count(ShopID))
}

// A job is pinned, put away, thrown away and brought back; what was thrown away long ago is gone.
func TestWhatBecomesOfAJob(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	yes, no := true, false
	require.NoError(t, s.PutJob(id, Put{Pinned: &yes, Archived: &yes}))
	e := func() Entry {
		jobs, err := s.Jobs()
		require.NoError(t, err)
		require.Len(t, jobs, 1)
		return jobs[0]
	}
	assert.True(t, e().Pinned)
	assert.NotEmpty(t, e().Archived)
	was, rev, err := s.Job(id)
	require.NoError(t, err)

	require.NoError(t, s.PutJob(id, Put{Deleted: &yes}))
	var gone *DeletedError
	_, _, err = s.Job(id)
	require.ErrorAs(t, err, &gone)
	_, err = s.Do(id, By{Client: "x"}, []edit.Op{set("job", "", "name", "No")})
	require.ErrorAs(t, err, &gone)
	_, err = s.Undo(id, By{Client: "x"})
	require.ErrorAs(t, err, &gone)
	n, err := s.Sweep()
	require.NoError(t, err)
	assert.Zero(t, n)
	require.NoError(t, s.Backup(path+".copy"))
	r, err := Restore(path+".copy", filepath.Join(t.TempDir(), "else.db"))
	require.NoError(t, err)
	assert.Zero(t, r.Jobs)

	require.NoError(t, s.PutJob(id, Put{Deleted: &no}))
	j, now, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, was, j)
	assert.Equal(t, rev, now)
	require.NoError(t, s.PutJob(id, Put{Deleted: &yes}))
	s.now = func() time.Time { return time.Now().UTC().Add(KeptDeleted + time.Hour) }
	n, err = s.Sweep()
	require.NoError(t, err)
	assert.EqualValues(t, 1, n)
	assert.ErrorIs(t, s.PutJob(id, Put{Deleted: &no}), ErrNoJob)
	assert.ErrorIs(t, s.PutJob(ShopID, Put{Deleted: &yes}), ErrNoJob, "the shop stays")
}

// A copy has what was measured, or the bare rooms; what was cut stays with the first one.
func TestDuplicate(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	was, _, err := s.Job(id)
	require.NoError(t, err)
	for _, readings := range []bool{true, false} {
		c, err := s.Duplicate(id, "Again", readings)
		require.NoError(t, err)
		j, _, err := s.Job(c)
		require.NoError(t, err)
		assert.Equal(t, "Again", j.Name)
		assert.Empty(t, j.Records)
		assert.Equal(t, was.Saws, j.Saws)
		require.Len(t, j.Rooms, len(was.Rooms))
		for i := range j.Rooms {
			assert.Equal(t, readings, j.Rooms[i].Same(&was.Rooms[i]))
			assert.Len(t, j.Rooms[i].Walls, len(was.Rooms[i].Walls))
			assert.Equal(t, was.Rooms[i].Runs, j.Rooms[i].Runs)
		}
	}
	_, err = s.Duplicate(ShopID, "No", true)
	assert.ErrorIs(t, err, ErrNoJob)
}

// The jobs of a database of before shops make one: every thing of every job is the shop's, once where two are the same, and apart
// where they are not.
func TestOldJobsMakeAShop(t *testing.T) {
	path := unpacked(t, "schema11.db")
	raw, err := connect(path, forAll)
	require.NoError(t, err)
	for _, q := range []string{
		`INSERT INTO jobs (id, name, unit, doc, created_at) SELECT 'older', 'Older', unit, json_set(doc, '$.saws[0].mitre_left', 44, '$.prices.cope', '3.00'),
			'2020-01-01T00:00:00Z' FROM jobs`,
		"INSERT INTO mouldings (job_id, id, pos, name, kind, unit, doc) SELECT 'older', id, pos, name, kind, unit, doc FROM mouldings",
		"UPDATE mouldings SET doc = json_set(doc, '$.rate', '9.99') WHERE job_id = 'older' AND pos = 0",
	} {
		require.NoError(t, raw.db.Exec(q).Error, q)
	}
	require.NoError(t, raw.Close())
	s := openAt(t, path)
	jobs, err := s.Jobs()
	require.NoError(t, err)
	require.Len(t, jobs, 2)
	own, err := s.Shop()
	require.NoError(t, err)
	newest, _, err := s.Job(jobs[0].ID)
	require.NoError(t, err)
	older, _, err := s.Job("older")
	require.NoError(t, err)
	assert.Equal(t, measure.Angle(44), older.Saws[0].MitreLeft, "a job keeps its figures")
	assert.Equal(t, "3.00", older.Prices.Cope.String())
	assert.Len(t, own.Saws, len(newest.Saws)+1)
	assert.Len(t, own.Mouldings, len(newest.Mouldings)+1)
	assert.Equal(t, "7.50", own.Prices.Cope.String(), "the newest job's sheet")
	assert.Len(t, shop.Said(&own), 2)
	for _, j := range []*job.Job{&newest, &older} {
		for _, k := range shop.Compare(j, &own, nil) {
			want := shop.Same
			if j == &older && k.Kind == "prices" {
				want = shop.Apart
			}
			assert.Equal(t, want, k.State, "%s %s", k.Kind, k.ID)
		}
	}
	assert.Empty(t, own.Rooms)
	_, err = s.Undo(jobs[0].ID, By{Client: "old"})
	require.NoError(t, err, "what could be undone still can")
}
