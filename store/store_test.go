package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/demo"
	"gnomon/files"
)

func openAt(t *testing.T, path string) *Store {
	t.Helper()
	s, err := Open(path)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}

func ferry(t *testing.T) job.Job {
	t.Helper()
	j, err := files.ReadJob(strings.NewReader(string(demo.FerryHouse)))
	require.NoError(t, err)
	return j
}

func set(kind, id, field string, value any) edit.Op {
	b, _ := json.Marshal(value)
	return edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: field, Value: b}
}

func mark(piece, hand string) edit.Op {
	return edit.Op{Do: edit.Record, Value: json.RawMessage(fmt.Sprintf(`{"kind":"cut","piece":%q,"end":%q,"cut":{"length":"11' 4\"","mitre":-44.8}}`, piece, hand))}
}

func TestAJobComesBackAsItWas(t *testing.T) {
	path := filepath.Join(t.TempDir(), "a # folder?", "g.db") // a name that means something in an address
	s := openAt(t, path)
	j := ferry(t)
	// Values at other levels are kept too.
	typed := func(s string) *job.Entry {
		e, err := job.Typed(s, "in")
		require.NoError(t, err)
		return &e
	}
	r := &j.Rooms[0]
	w := &r.Walls[0]
	w.Lengths = append(w.Lengths, job.WallLength{ID: "extra", As: *typed("21' 5"), Level: job.Ceiling, Burned: typed("1"), Left: job.AtFace, Right: job.AtCasing,
		To:    "who",
		Faces: job.Faces{Left: typed("3/4")}, Kept: true})
	w.Lean, w.CeilingLeft, w.StudSpacing = &job.Lean{Text: "0.4", Angle: 0.4}, typed("96 1/4"), typed("16")
	r.Openings = append(r.Openings, job.Opening{ID: "who", Wall: w.ID, Kind: job.OpenWindow, From: *typed("30"), Width: *typed("20"),
		OpeningFacts: job.OpeningFacts{Casing: typed("3 1/2")}})
	r.Corners[0].Readings = append(r.Corners[0].Readings, job.Reading{ID: "again", Angle: 44.5, Scale: job.ScaleMitre, Level: job.Rail, Kept: true})
	r.Corners[0].Radius, r.Corners[0].Drop = typed("3/4"), true
	r.Diagonals = []job.Diagonal{{ID: "d", From: r.Corners[0].ID, To: r.Corners[2].ID, As: *typed("200"), Level: job.Floor, Burned: typed("1")}}
	r.Spots = []job.Spot{{ID: "s", Wall: w.ID, Kind: job.SpotSocket, At: *typed("40"), Height: typed("2"), Stud: "left"}}
	corner := measure.Angle(90.3)
	j.Saws = append(j.Saws, job.Saw{ID: "shop", Name: "The saw in the shop", MitreLeft: 60, MitreRight: 60, BevelLeft: 48, BevelRight: 48, Resolution: 0.1,
		Detents: []measure.Angle{0, 45},
		SawFacts: job.SawFacts{BevelResolution: 0.5, NestedHeight: typed("6 1/2"), Flat45: typed("8"), Kerf: typed("3/32"), Fence: job.FenceSliding,
			Note: "80 teeth"},
		Tests: []job.Test{{ID: "t1", Way: job.TestCorner, Scale: job.SawMitre, Set: -45, Corner: &corner},
			{ID: "t2", Way: job.TestRun, Scale: job.SawMitre, Set: 45, Run: typed("3 3/16"), Over: typed("3 1/8")}}})
	j.Saw, j.Rules.Order, j.Rules.Bench, j.PutAway = "shop", job.OrderMoves, *typed("16"), []string{"short"}
	j.ByHand = []job.ByHand{{Piece: "wh-base.wh4", Length: typed("15 7/16"), By: "Ada", Why: "held up in place"}}
	m := &j.Mouldings[0]
	m.Section, m.Material, m.WallFoot = job.SectionOf(profile.Box(m.Height.Length, m.Thickness.Length), "in"), job.MDF, typed("3/8")
	k := &r.Runs[0]
	k.First, k.Last, k.Below = "wh8", "wh2", typed("1/2")
	j.Records = []job.Record{{ID: "m1", Kind: job.RecordCut, On: job.On{Piece: "wh-base.wh1", End: "left"},
		Bodies: job.Bodies{Cut: &job.Cut{Length: 1, Pose: "nested"}}}}
	j.Rules.Weights, j.Rules.Hair, j.Rules.Bullnose = &job.Weights{Hand: 100}, *typed("1/64"), job.BullnoseTwo
	r.Entry, r.Wet, r.Overrides = "who", true,
		[]job.Override{{ID: "o", Run: k.ID, Corner: r.Corners[0].ID, Question: job.AskCoped, Choice: job.HandLeft, By: "Ada", Why: "it is the short one"}}
	r.Storey, r.LeftEnd, r.LeftSetback = "Ground floor", job.EndReturn, typed("1/4")
	j.Normalise()
	id, err := s.Create(j)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	s = openAt(t, path)
	got, rev, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, j, got)
	assert.Zero(t, rev)
	list, err := s.Jobs()
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, int64(4), list[0].Rooms)
	_, _, err = s.Job("nowhere")
	assert.ErrorIs(t, err, ErrNoJob)
}

func TestSameFileTwiceIsTwoJobs(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	a, err := s.Create(ferry(t))
	require.NoError(t, err)
	b, err := s.Create(ferry(t))
	require.NoError(t, err)
	_, err = s.Do(a, By{Client: "x"}, []edit.Op{set("length", "wh1-floor", "length", "20'")})
	require.NoError(t, err)
	j, _, err := s.Job(b)
	require.NoError(t, err)
	assert.Equal(t, "21' 4 1/2", j.Rooms[0].Walls[0].Lengths[0].As.Text)
}

func TestUndoTakesBackThisClientsOwnChanges(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	length := func() string {
		j, _, err := s.Job(id)
		require.NoError(t, err)
		return j.Rooms[0].Walls[0].Lengths[0].As.Text
	}
	do := func(client string, ops ...edit.Op) {
		_, err := s.Do(id, By{Client: client}, ops)
		require.NoError(t, err)
	}
	do("desk", set("length", "wh1-floor", "length", "20'"))
	do("ladder", set("length", "wh2-floor", "length", "14'"))
	do("desk", set("length", "wh1-floor", "length", "19'"), set("job", "", "name", "Ferry"))
	_, err = s.Undo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "20'", length())
	r, err := s.Undo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "21' 4 1/2", length())
	assert.Equal(t, "14'", r.Job.Rooms[0].Walls[1].Lengths[0].As.Text, "the other's change stays")
	_, err = s.Undo(id, By{Client: "desk"})
	assert.ErrorIs(t, err, ErrNothing)
	_, err = s.Redo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "20'", length())
	_, err = s.Redo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "19'", length())
	_, err = s.Undo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "20'", length())
	undo, redo, err := s.CanUndo(id, "desk")
	require.NoError(t, err)
	assert.True(t, undo && redo)
	do("desk", set("length", "wh3-floor", "length", "8'"))
	_, err = s.Redo(id, By{Client: "desk"})
	assert.ErrorIs(t, err, ErrNothing, "a new change ends what could be redone")

	// A field that another has changed since is not undone over their head.
	do("desk", set("length", "wh4-floor", "length", "15"))
	do("ladder", set("length", "wh4-floor", "length", "15 1/4"))
	_, err = s.Undo(id, By{Client: "desk"})
	var c *edit.Conflict
	assert.ErrorAs(t, err, &c)
}

func TestARefusedChangeLeavesTheDatabaseAsItWas(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	before, rev, err := s.Job(id)
	require.NoError(t, err)
	_, err = s.Do(id, By{Client: "x"}, []edit.Op{set("length", "wh1-floor", "length", "20'"), set("length", "wh2-floor", "length", "bad")})
	require.Error(t, err)
	after, rev2, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, before, after)
	assert.Equal(t, rev, rev2)
	_, err = s.Do("nowhere", By{Client: "x"}, []edit.Op{set("job", "", "name", "y")})
	assert.ErrorIs(t, err, ErrNoJob)
}

func TestMarksSurviveRestartAndRemovalOfTheirPiece(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	_, err = s.Do(id, By{Client: "saw"}, []edit.Op{mark("wh-base.wh1", "left")})
	require.NoError(t, err)
	_, err = s.Do(id, By{Client: "desk"}, []edit.Op{{Do: edit.Remove, Kind: "room", ID: "waiting-hall"}})
	require.NoError(t, err)
	require.NoError(t, s.Close())
	s = openAt(t, path)
	j, _, err := s.Job(id)
	require.NoError(t, err)
	require.Len(t, j.Records, 1)
	assert.Len(t, j.Rooms, 3)
	r, err := s.Undo(id, By{Client: "desk"})
	require.NoError(t, err)
	assert.Equal(t, "Waiting Hall", r.Job.Rooms[0].Name)
	assert.Equal(t, ferry(t).Rooms, r.Job.Rooms)
}

// Many writers at once: every acknowledged change is there, none twice.
func TestManyWriters(t *testing.T) {
	path := filepath.Join(t.TempDir(), "g.db")
	s := openAt(t, path)
	other := openAt(t, path) // another program with the same file open
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	var wg sync.WaitGroup
	for w := range 6 {
		wg.Go(func() {
			st := s
			if w%3 == 0 {
				st = other
			}
			for i := range 10 {
				_, err := st.Do(id, By{Client: fmt.Sprint("c", w)}, []edit.Op{mark(fmt.Sprintf("p%d.%d", w, i), "left")})
				assert.NoError(t, err)
			}
		})
	}
	wg.Wait()
	j, rev, err := s.Job(id)
	require.NoError(t, err)
	assert.Len(t, j.Records, 60)
	assert.Equal(t, int64(60), rev)
	seen := map[string]bool{}
	for _, m := range j.Records {
		assert.False(t, seen[m.Piece])
		seen[m.Piece] = true
	}
}

func TestBackupWhileOpen(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, filepath.Join(dir, "g.db"))
	id, err := s.Create(ferry(t))
	require.NoError(t, err)
	second := openAt(t, filepath.Join(dir, "g.db"))
	require.NoError(t, second.Backup(filepath.Join(dir, "copy.db")))
	assert.ErrorContains(t, second.Backup(filepath.Join(dir, "copy.db")), "there already")
	assert.Error(t, second.Backup(filepath.Join(dir, "no", "such", "folder.db")))
	c := openAt(t, filepath.Join(dir, "copy.db"))
	j, _, err := c.Job(id)
	require.NoError(t, err)
	assert.Equal(t, ferry(t), j)
}

// names lists the migrations there are.
func names(t *testing.T) []string {
	t.Helper()
	files, err := fs.Glob(migrations, "migrations/*.sql")
	require.NoError(t, err)
	for i := range files {
		files[i] = filepath.Base(files[i])
	}
	return files
}

// An older file is copied and upgraded; a newer one is refused and left alone.
func TestSchemaVersions(t *testing.T) {
	dir := t.TempDir()
	path := filepath.Join(dir, "g.db")
	all := fstest.MapFS{}
	for _, name := range names(t) {
		b, err := migrations.ReadFile("migrations/" + name)
		require.NoError(t, err)
		all[name] = &fstest.MapFile{Data: b}
	}
	old, err := open(path, fstest.MapFS{"00001_jobs.sql": all["00001_jobs.sql"]})
	require.NoError(t, err)
	require.NoError(t, old.db.Exec("INSERT INTO jobs (id, name, unit, saw, inside, cope_hand, created_at) VALUES ('j1', 'Old', 'in', ?, 'cope', 'right', '')",
		jsonText(job.DefaultSaw())).Error)
	require.NoError(t, old.Close())

	s := openAt(t, path)
	j, _, err := s.Job("j1")
	require.NoError(t, err)
	assert.Equal(t, "Old", j.Name)
	require.NoError(t, s.Close())
	baks, err := filepath.Glob(filepath.Join(dir, "*.bak"))
	require.NoError(t, err)
	require.Len(t, baks, 1)
	assert.Contains(t, baks[0], "schema1")
	first, err := open(baks[0], fstest.MapFS{"00001_jobs.sql": all["00001_jobs.sql"]})
	require.NoError(t, err, "the copy is of the older schema")
	first.Close()

	all["09999_later.sql"] = &fstest.MapFile{Data: []byte("-- +goose Up\nCREATE TABLE later (x);\n-- +goose Down\nDROP TABLE later;\n")}
	later, err := open(path, all)
	require.NoError(t, err)
	require.NoError(t, later.Close())
	before, err := os.ReadFile(path)
	require.NoError(t, err)
	_, err = Open(path)
	var newer *Newer
	require.True(t, errors.As(err, &newer), "%v", err)
	assert.Contains(t, err.Error(), "newer Gnomon")
	after, err := os.ReadFile(path)
	require.NoError(t, err)
	assert.Equal(t, before, after)
}

func TestWhatIsNoDatabaseIsRefused(t *testing.T) {
	path := filepath.Join(t.TempDir(), "notes.txt")
	require.NoError(t, os.WriteFile(path, []byte(strings.Repeat("not a database ", 300)), 0o644))
	_, err := Open(path)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "--db")
	// What cannot be opened at all says why, and names the file.
	folder := t.TempDir()
	var damaged *Damaged
	require.ErrorAs(t, err, &damaged)
	assert.Contains(t, err.Error(), "file is not a database")
	for path, says := range map[string]string{folder: "it is a folder;", filepath.Join(path, "g.db"): "not a directory;"} {
		_, err := Open(path)
		var unusable *Unusable
		require.ErrorAs(t, err, &unusable, path)
		assert.Equal(t, fmt.Sprintf("database %s cannot be opened: %s give another --db, or put that right", path, says), err.Error())
	}
}

func TestPragmas(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	for pragma, want := range map[string]string{"foreign_keys": "1", "journal_mode": "wal", "synchronous": "2"} {
		var got string
		require.NoError(t, s.sql.QueryRow("PRAGMA "+pragma).Scan(&got))
		assert.Equal(t, want, got, pragma)
	}
	err := s.db.Create(&roomRow{JobID: "none", ID: "r"}).Error
	assert.ErrorContains(t, err, "FOREIGN KEY")
}
