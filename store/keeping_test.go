package store

import (
	"bytes"
	"compress/gzip"
	"fmt"
	"io"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
)

func unpacked(t *testing.T, name string) string {
	t.Helper()
	f, err := os.Open(filepath.Join("testdata", name+".gz"))
	require.NoError(t, err)
	defer f.Close()
	z, err := gzip.NewReader(f)
	require.NoError(t, err)
	b, err := io.ReadAll(z)
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), name)
	require.NoError(t, os.WriteFile(path, b, 0o600))
	return path
}

func bytesOf(t *testing.T, path string) []byte {
	t.Helper()
	b, err := os.ReadFile(path)
	require.NoError(t, err)
	return b
}

// The databases in testdata were written by the programs of their time: the demo imported, then
// over the API renamed, a wall read as 21' 5", one cut marked, the price of a cope changed where
// there was one, a room added, undone and done again. (No program ever shipped with schema 1.)
func TestDatabasesOfEveryEarlierProgram(t *testing.T) {
	for schema := 2; schema < int(schemaNow()); schema++ {
		t.Run(fmt.Sprint(schema), func(t *testing.T) {
			path := unpacked(t, fmt.Sprintf("schema%d.db", schema))
			before := bytesOf(t, path)

			read, err := OpenToRead(path)
			require.NoError(t, err)
			jobs, err := read.Jobs()
			require.NoError(t, err)
			require.Len(t, jobs, 1)
			seen, _, err := read.Job(jobs[0].ID)
			require.NoError(t, err)
			_, err = read.Do(jobs[0].ID, By{Client: "x"}, []edit.Op{set("job", "", "name", "No")})
			assert.ErrorIs(t, err, ErrReading)
			require.NoError(t, read.Close())
			require.NoError(t, BackupFile(path, path+".copy"))
			assert.Equal(t, before, bytesOf(t, path), "reading and backing up upgrade nothing")

			s := openAt(t, path)
			j, _, err := s.Job(jobs[0].ID)
			require.NoError(t, err)
			assert.Equal(t, seen, j)
			assert.Equal(t, fmt.Sprintf("Ferry House, schema %d", schema), j.Name)
			assert.Equal(t, "21' 5", j.Room("waiting-hall").Walls[0].Lengths[0].As.Text)
			require.Len(t, j.Standing(), 1)
			assert.Equal(t, "wh-base.wh1", j.Standing()[0].Piece)
			assert.True(t, j.Room("later") != nil)
			if schema == 12 { // its last fact told of trouble at a joint
				_, wall, _ := j.Facts()
				require.Len(t, wall, 1)
				assert.Equal(t, job.Fit{How: job.FitClosed, Where: "top", Gap: measure.Inch / 32, Tried: []string{"rolled"}}, *wall[0].Fit)
			}
			_, err = plan.Build(j)
			require.NoError(t, err)
			for n := 0; ; n++ { // what can still be undone is, and it ends
				require.Less(t, n, 10)
				if _, err = s.Undo(jobs[0].ID, By{Client: "old"}); err == ErrNothing {
					break
				}
				refused(t, err)
			}
			copies, err := filepath.Glob(path + fmt.Sprintf(".schema%d-*.bak", schema))
			require.NoError(t, err)
			assert.Len(t, copies, 1)
			for _, old := range append(copies, path+".copy") {
				r, err := Restore(old, filepath.Join(filepath.Dir(path), "elsewhere.db"))
				require.NoError(t, err)
				assert.Equal(t, 1, r.Jobs, "and brought back")
			}
		})
	}
}

// A database is never changed under a program that has it open; restoring and a demo begun
// afresh are refused too.
func TestAnotherProgramHasItOpen(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	old, err := open(path, upTo(t, "00006"))
	require.NoError(t, err)
	var inUse *InUse
	_, err = Open(path)
	require.ErrorAs(t, err, &inUse, "an upgrade waits until nobody has it open")
	require.ErrorAs(t, Clear(path), &inUse)
	other := openAt(t, filepath.Join(t.TempDir(), "o.db"))
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, other.Backup(copied))
	_, err = Restore(copied, path)
	require.ErrorAs(t, err, &inUse)
	left, err := filepath.Glob(path + ".*")
	require.NoError(t, err)
	assert.Empty(t, left, "nothing of what was refused is left")
	assert.FileExists(t, path)
	require.NoError(t, BackupFile(path, path+".copy"), "a backup is made all the same")
	require.NoError(t, old.Close())
	s, err := Open(path)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	require.NoError(t, Clear(path))
	assert.NoFileExists(t, path)
}

func TestBackupAndRestore(t *testing.T) {
	dir := t.TempDir()
	path, copied := filepath.Join(dir, "g.db"), filepath.Join(dir, "copy [1].db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	require.NoError(t, s.Backup(copied))
	assert.ErrorContains(t, s.Backup(copied), "there already")
	assert.ErrorContains(t, s.Backup(filepath.Join(dir, "none", "x.db")), "cannot be written")
	_, err = s.Do(id, By{Client: "x"}, []edit.Op{set("job", "", "name", "After the backup")})
	require.NoError(t, err)
	require.NoError(t, s.Close())

	_, err = Restore(path, path)
	var unusable *Unusable
	require.ErrorAs(t, err, &unusable, "not from itself")
	moved := filepath.Join(t.TempDir(), "moved.db") // to another folder, as to another machine
	require.NoError(t, os.Rename(copied, moved))
	r, err := Restore(moved, path)
	require.NoError(t, err)
	assert.Equal(t, 1, r.Jobs)
	name := func(path string) string {
		s, err := OpenToRead(path)
		require.NoError(t, err)
		defer s.Close()
		j, _, err := s.Job(id)
		require.NoError(t, err)
		return j.Name
	}
	assert.Equal(t, ferry(t).Name, name(path))
	assert.Equal(t, "After the backup", name(r.Kept), "what it replaced is kept whole")
	for _, f := range []string{path, moved, r.Kept} {
		at, err := os.Stat(f)
		require.NoError(t, err)
		assert.Equal(t, os.FileMode(0o600), at.Mode().Perm(), f)
	}
	left, err := filepath.Glob(filepath.Join(dir, "*part*"))
	require.NoError(t, err)
	assert.Empty(t, left)
	r, err = Restore(moved, filepath.Join(dir, "fresh", "n.db"))
	assert.Error(t, err, "no folder is made for it")
	r, err = Restore(moved, filepath.Join(dir, "n.db"))
	require.NoError(t, err)
	assert.Empty(t, r.Kept)
	_, err = Restore(filepath.Join(dir, "nothing.db"), path)
	require.ErrorAs(t, err, &unusable)
	before := bytesOf(t, path)
	newer := openAt(t, filepath.Join(dir, "newer.db"))
	require.NoError(t, newer.sql.QueryRow("INSERT INTO goose_db_version (version_id, is_applied) VALUES (9999, 1) RETURNING id").Scan(new(int)))
	require.NoError(t, newer.Close())
	_, err = Restore(filepath.Join(dir, "newer.db"), path)
	var ahead *Newer
	require.ErrorAs(t, err, &ahead)
	assert.Equal(t, before, bytesOf(t, path))
	require.NoError(t, os.WriteFile(moved, before[:len(before)/2], 0o600))
	_, err = Restore(moved, path)
	var bad *BadBackup
	require.ErrorAs(t, err, &bad)
	assert.Equal(t, before, bytesOf(t, path))
}

// A backup copied by hand over a database whose log still lies beside it: the next start says
// so and how to bring the backup back, and restoring puts it right.
func TestABackupCopiedOverByHand(t *testing.T) {
	dir := t.TempDir()
	path, copied := filepath.Join(dir, "g.db"), filepath.Join(dir, "copy.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	require.NoError(t, s.Backup(copied))
	for n := range 60 {
		_, err = s.Do(id, By{Client: "x"},
			[]edit.Op{set("length", "wh1-floor", "length", fmt.Sprint(100+n)),
				{Do: edit.Add, Kind: "room", ID: fmt.Sprintf("r%d", n), Value: []byte(`{"id":"","name":"Room"}`)}})
		require.NoError(t, err)
	}
	// As a kill leaves it: the log is not in the file yet.
	crashed := filepath.Join(t.TempDir(), "g.db")
	require.NoError(t, copyFile(copied, crashed))
	require.NoError(t, copyFile(path+"-wal", crashed+"-wal"))
	c, err := Open(crashed)
	if err == nil {
		_, err = c.whole()
		c.Close()
	}
	var damaged *Damaged
	require.ErrorAs(t, err, &damaged)
	assert.Contains(t, err.Error(), "gnomon restore")
	r, err := Restore(copied, crashed)
	require.NoError(t, err)
	assert.FileExists(t, r.Kept)
	c = openAt(t, crashed)
	j, _, err := c.Job(id)
	require.NoError(t, err)
	assert.Equal(t, ferry(t), j)
}

// Soon after the last change the file alone is the whole.
func TestTheFileAloneIsTheWhole(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	require.Eventually(t, func() bool {
		at, err := os.Stat(path + "-wal")
		return err == nil && at.Size() == 0
	}, 30*time.Second, 50*time.Millisecond)
	alone := filepath.Join(t.TempDir(), "copied while it serves.db")
	require.NoError(t, copyFile(path, alone))
	c := openAt(t, alone)
	j, _, err := c.Job(id)
	require.NoError(t, err)
	assert.Equal(t, ferry(t), j)
	_, err = s.Do(id, By{Client: "x"}, []edit.Op{set("job", "", "name", "On")})
	require.NoError(t, err)
}

// Whatever page is spoiled, a backup is refused or holds every job as it was.
func TestNoBackupOfADamagedDatabase(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	_, err = s.Do(id, By{Client: "x"}, []edit.Op{set("job", "", "name", "Whole")})
	require.NoError(t, err)
	whole, _, err := s.Job(id)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	good := bytesOf(t, path)
	rng := rand.New(rand.NewPCG(4, 16))
	const page = 4096
	spoil := []func(b []byte){
		func(b []byte) { clear(b) },
		func(b []byte) {
			for i := range b {
				b[i] = byte(rng.UintN(256))
			}
		},
		func(b []byte) { copy(b, good[rng.IntN(len(good)/page)*page:][:page]) },
	}
	dir := t.TempDir()
	refused, held := 0, 0
	for at := 0; at < len(good); at += page {
		for k, f := range spoil {
			bad, out := filepath.Join(dir, "bad.db"), filepath.Join(dir, "out.db")
			b := bytes.Clone(good)
			f(b[at : at+page])
			require.NoError(t, os.WriteFile(bad, b, 0o600))
			os.Remove(out)
			if err := BackupFile(bad, out); err != nil {
				refused++
				assert.NoFileExists(t, out)
				assert.NotContains(t, err.Error(), "SQLITE_")
				continue
			}
			held++
			c, err := OpenToRead(out)
			require.NoError(t, err, "page %d, %d", at/page, k)
			j, _, err := c.Job(id)
			require.NoError(t, err)
			assert.Equal(t, whole, j, "page %d, %d", at/page, k)
			require.NoError(t, c.Close())
		}
	}
	assert.Greater(t, refused, 50)
	t.Logf("%d spoiled files refused, in %d the page held nothing", refused, held)
}

// A damaged database is left alone, and the copies that lie beside it are named.
func TestStartOnADamagedDatabase(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	_, err := s.Create(ferry(t))
	require.NoError(t, err)
	require.NoError(t, s.Close())
	b := bytesOf(t, path)
	require.NoError(t, os.WriteFile(path+".schema7-20260101T000000.bak", b, 0o600))
	for at := 4096; at < len(b); at += 3 * 4096 {
		clear(b[at : at+4096])
	}
	require.NoError(t, os.WriteFile(path, b, 0o600))
	_, err = Open(path)
	var damaged *Damaged
	require.ErrorAs(t, err, &damaged)
	assert.Contains(t, err.Error(), "gnomon restore FILE --db "+path)
	assert.Contains(t, err.Error(), "g.db.schema7-20260101T000000.bak")
	assert.Equal(t, b, bytesOf(t, path))
	_, err = Restore(path+".schema7-20260101T000000.bak", path)
	require.NoError(t, err)
	openAt(t, path)
}

func TestWhatCannotBeWrittenIsRead(t *testing.T) {
	dir := t.TempDir()
	path := filepath.Join(dir, "g.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	require.NoError(t, s.Close())
	require.NoError(t, os.Chmod(path, 0o400))
	require.NoError(t, os.Chmod(dir, 0o500))
	t.Cleanup(func() { os.Chmod(dir, 0o700) })
	before := bytesOf(t, path)
	r, err := OpenToRead(path)
	require.NoError(t, err)
	t.Cleanup(func() { r.Close() })
	assert.True(t, r.Reading())
	j, _, err := r.Job(id)
	require.NoError(t, err)
	assert.Equal(t, ferry(t), j)
	for name, change := range map[string]func() error{
		"a step":   func() error { _, err := r.Do(id, By{}, []edit.Op{set("job", "", "name", "x")}); return err },
		"a job":    func() error { _, err := r.Create(job.Job{}); return err },
		"a rule":   func() error { return r.KeepRuleSet(RuleSet{Name: "x", Unit: "in", Rules: j.Rules}) },
		"a device": func() error { return r.AddDevice(Device{ID: "d"}) },
	} {
		assert.ErrorIs(t, change(), ErrReading, name)
	}
	assert.Equal(t, before, bytesOf(t, path))
	assert.False(t, strings.HasPrefix(r.path, os.TempDir()+"/gnomon-"), "it goes by its own name")
}
