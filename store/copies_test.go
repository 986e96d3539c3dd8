package store

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/measure"
)

// Of a year of copies, one a day, those of seven days, four weeks and twelve months stay; the newest always does.
func TestCopiesAreThinned(t *testing.T) {
	var all []Copy
	day := time.Date(2031, 1, 1, 18, 0, 0, 0, time.UTC)
	for range 800 {
		day = day.AddDate(0, 0, 1)
		all = append([]Copy{{Name: day.Format(nameOfCopy), At: day}}, all...)
		gone := map[string]bool{}
		for _, c := range thinned(all, day) {
			gone[c.Name] = true
		}
		var left []Copy
		for _, c := range all {
			if !gone[c.Name] {
				left = append(left, c)
			}
		}
		all = left
		assert.LessOrEqual(t, len(all), keptDays+keptWeeks+keptMonths+2)
	}
	assert.Equal(t, day, all[0].At)
	for i := range keptDays {
		assert.Equal(t, day.AddDate(0, 0, -i), all[i].At)
	}
	months := map[string]bool{}
	for _, c := range all {
		months[c.At.Format("2006-01")] = true
	}
	assert.GreaterOrEqual(t, len(months), keptMonths)
	old := []Copy{{At: day.AddDate(-3, 0, 0)}}
	assert.Empty(t, thinned(old, day), "the only one stays, however old")
}

// A copy is kept of each day, in the folder that was chosen, and holds what the database held.
func TestACopyADay(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, filepath.Join(dir, "g.db"))
	now := time.Date(2031, 5, 2, 9, 0, 0, 0, time.UTC)
	s.now = func() time.Time { return now }
	_, err := s.Begin("First", measure.UnitInch, "")
	require.NoError(t, err)
	require.NoError(t, s.today())
	require.NoError(t, s.today())
	all, err := s.Copies()
	require.NoError(t, err)
	require.Len(t, all, 1, "one a day")
	assert.FileExists(t, filepath.Join(dir, "g-copies", all[0].Name))

	other := filepath.Join(dir, "stick")
	var bad *Unusable
	require.ErrorAs(t, s.KeepCopiesIn(other), &bad)
	require.ErrorAs(t, s.KeepCopiesIn("stick"), &bad)
	require.NoError(t, os.Mkdir(other, 0o700))
	require.NoError(t, s.KeepCopiesIn(other))
	now = now.AddDate(0, 0, 1)
	require.NoError(t, os.WriteFile(filepath.Join(other, "notes.txt"), []byte("mine"), 0o600))
	require.NoError(t, s.today())
	all, err = s.Copies()
	require.NoError(t, err)
	require.Len(t, all, 1)
	at, err := s.CopyNamed(all[0].Name)
	require.NoError(t, err)
	c, err := OpenToRead(at)
	require.NoError(t, err)
	jobs, err := c.Jobs()
	require.NoError(t, err)
	assert.Len(t, jobs, 1)
	require.NoError(t, c.Close())
	for _, name := range []string{"", "notes.txt", "../g.db", "gnomon-20310101-000000.db"} {
		_, err = s.CopyNamed(name)
		assert.ErrorIs(t, err, ErrNoCopy, name)
	}
}

// A backup is brought back while the database is served: jobs and shop are those of the backup, devices are those of now, revisions
// go on, and what was replaced is kept.
func TestBringBackWhileServed(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	now := time.Date(2031, 5, 2, 9, 0, 0, 0, time.UTC)
	s.now = func() time.Time { now = now.Add(time.Second); return now }
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	was, _, err := s.Job(id)
	require.NoError(t, err)
	backup := path + ".copy"
	require.NoError(t, s.Backup(backup))

	later, err := s.Begin("Later", measure.UnitInch, "")
	require.NoError(t, err)
	r, err := s.Do(id, By{Client: "a"}, []edit.Op{set("job", "", "name", "Changed")})
	require.NoError(t, err)
	_, err = s.Do(ShopID, By{Client: "a"}, []edit.Op{set("prices", "", "cope", "44")})
	require.NoError(t, err)

	out, err := s.BringBack(backup)
	require.NoError(t, err)
	assert.Equal(t, 1, out.Jobs)
	j, rev, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, was, j)
	assert.Greater(t, rev, r.Revision)
	_, _, err = s.Job(later)
	require.ErrorIs(t, err, ErrNoJob)
	own, err := s.Shop()
	require.NoError(t, err)
	assert.NotEqual(t, "44.00", own.Prices.Cope.String())
	next, err := s.Do(id, By{Client: "a"}, []edit.Op{set("job", "", "name", "On")})
	require.NoError(t, err)
	assert.Greater(t, next.Revision, rev)
	_, err = s.whole()
	require.NoError(t, err)

	kept, err := s.CopyNamed(out.Kept)
	require.NoError(t, err)
	_, err = s.BringBack(kept)
	require.NoError(t, err)
	j, _, err = s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, "Changed", j.Name, "what was replaced comes back too")
	_, _, err = s.Job(later)
	require.NoError(t, err)

	for _, schema := range []string{"schema2.db", "schema11.db"} {
		out, err = s.BringBack(unpacked(t, schema))
		require.NoError(t, err, schema)
		assert.Equal(t, 1, out.Jobs)
	}
	before, err := s.Jobs()
	require.NoError(t, err)
	bad := filepath.Join(t.TempDir(), "bad.db")
	require.NoError(t, os.WriteFile(bad, []byte("no database"), 0o600))
	_, err = s.BringBack(bad)
	require.Error(t, err)
	newer := filepath.Join(t.TempDir(), "newer.db")
	require.NoError(t, s.Backup(newer))
	raw, err := connect(newer, forAll)
	require.NoError(t, err)
	require.NoError(t, raw.db.Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)").Error)
	require.NoError(t, raw.Close())
	var tooNew *Newer
	_, err = s.BringBack(newer)
	require.ErrorAs(t, err, &tooNew)
	after, err := s.Jobs()
	require.NoError(t, err)
	assert.Equal(t, before, after, "what is refused changes nothing")
}
