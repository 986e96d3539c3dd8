package e2e

import (
	"compress/gzip"
	"context"
	"errors"
	"flag"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var stops = flag.Int("stops", 10, "how often a backup, an upgrade and a restore are killed half way")

// gnomon runs a command to its end.
func gnomon(t *testing.T, args ...string) (string, error) {
	t.Helper()
	out, err := exec.Command(built(t), args...).CombinedOutput()
	return string(out), err
}

// killed runs a command and kills it after a while, if it is not done by then.
func killed(t *testing.T, after time.Duration, args ...string) (done bool) {
	t.Helper()
	cmd := exec.Command(built(t), args...)
	require.NoError(t, cmd.Start())
	time.AfterFunc(after, func() { _ = cmd.Process.Signal(syscall.SIGKILL) })
	return cmd.Wait() == nil
}

// grown is a database with some jobs of sixty rooms, so that what is done to it takes a while.
func grown(t *testing.T) (db, id string) {
	t.Helper()
	p := share(t, "127.0.0.1:0")
	id = p.imported(houseOf(t, p, 60))
	for range 2 {
		p.imported(withMarks(t, houseOf(t, p, 60), 1<<20))
	}
	_ = p.cmd.Process.Signal(syscall.SIGTERM)
	_ = p.cmd.Wait()
	return p.db, id
}

// What docs/keeping.md says, done as it says it, and killed at each step.
func TestKeepingByThePage(t *testing.T) {
	db, id := grown(t)
	before, err := gnomon(t, "export", "--db", db, id)
	require.NoError(t, err)
	dir := t.TempDir()
	backup := filepath.Join(dir, "backup.db")
	rng := rand.New(rand.NewPCG(5, 16))
	half := 0
	for range *stops {
		if killed(t, time.Duration(20+rng.IntN(500))*time.Millisecond, "backup", "--db", db, backup) {
			require.NoError(t, os.Remove(backup))
			continue
		}
		half++
		_, err := os.Stat(backup)
		if err == nil { // it had just got its name
			after, err := gnomon(t, "export", "--db", backup, id)
			require.NoError(t, err, after)
			require.NoError(t, os.Remove(backup))
			continue
		}
		require.ErrorIs(t, err, os.ErrNotExist, "nothing stands under the name of a backup that was killed")
	}
	t.Logf("backups killed half way: %d of %d", half, *stops)
	out, err := gnomon(t, "backup", "--db", db, backup)
	require.NoError(t, err, out)

	// Moved to another folder, as to another machine.
	moved := filepath.Join(t.TempDir(), "moved.db")
	require.NoError(t, os.Rename(backup, moved))
	p := run(t, "serve", "--db", db)
	res, err := http.Post(p.addr+"/api/jobs/"+id+"/changes", "application/json",
		strings.NewReader(`{"client":"a","ops":[{"do":"set","kind":"job","field":"name","value":"Changed since"}]}`))
	require.NoError(t, err)
	res.Body.Close()
	require.Equal(t, 200, res.StatusCode)
	out, err = gnomon(t, "restore", "--db", db, moved)
	require.Error(t, err, "not under a program that serves it")
	assert.Contains(t, out, "stop it first")
	out, err = gnomon(t, "demo", "--year", "0", "--fresh", "--db", db, "--addr", "127.0.0.1:0")
	require.Error(t, err, "nor is a demo begun afresh under it")
	assert.Contains(t, out, "stop it first")
	p.stop()
	now, err := gnomon(t, "export", "--db", db, id)
	require.NoError(t, err)
	require.Contains(t, now, "Changed since")
	half = 0
	for range *stops { // killed at any moment, either the old or the new stands under the name
		if !killed(t, time.Duration(20+rng.IntN(500))*time.Millisecond, "restore", "--db", db, moved) {
			half++
		}
		is, err := gnomon(t, "export", "--db", db, id)
		require.NoError(t, err, is)
		assert.True(t, is == before || is == now)
	}
	t.Logf("restores killed half way: %d of %d", half, *stops)
	out, err = gnomon(t, "restore", "--db", db, moved)
	require.NoError(t, err, out)
	assert.Contains(t, out, "What was there lies in "+db+".replaced-")
	assert.Contains(t, out, "with 4 jobs")
	is, err := gnomon(t, "export", "--db", db, id)
	require.NoError(t, err)
	assert.Equal(t, before, is)
	p = run(t, "serve", "--db", db)
	var jobs struct{ Jobs []struct{ Name string } }
	require.NoError(t, getJSON(p.addr+"/api/jobs", &jobs))
	assert.Len(t, jobs.Jobs, 4)
}

// An upgrade that is killed goes on at the next start, and loses nothing.
func TestKilledUpgrade(t *testing.T) {
	packed, err := os.Open("../store/testdata/schema2.db.gz")
	require.NoError(t, err)
	defer packed.Close()
	z, err := gzip.NewReader(packed)
	require.NoError(t, err)
	old, err := io.ReadAll(z)
	require.NoError(t, err)
	rng := rand.New(rand.NewPCG(6, 16))
	half, want := 0, ""
	for range *stops {
		db := filepath.Join(t.TempDir(), "g.db")
		require.NoError(t, os.WriteFile(db, old, 0o600))
		for range 3 {
			if !killed(t, time.Duration(15+rng.IntN(120))*time.Millisecond, "serve", "--addr", "127.0.0.1:0", "--db", db) {
				half++
			}
		}
		p := run(t, "serve", "--db", db)
		var jobs struct{ Jobs []struct{ ID string } }
		require.NoError(t, getJSON(p.addr+"/api/jobs", &jobs))
		require.Len(t, jobs.Jobs, 1)
		p.stop()
		is, err := gnomon(t, "export", "--db", db, jobs.Jobs[0].ID)
		require.NoError(t, err, is)
		if want == "" {
			want = is
			assert.Contains(t, want, "21' 5")
		}
		assert.Equal(t, want, is)
	}
	t.Logf("started on a database of schema 2 and killed: %d times", half)
}

// A disk that fills: what is not kept is said to be, what was kept is read and printed, a device
// can still be turned away, and once there is room work goes on without a start.
func TestAFullDisk(t *testing.T) {
	dir := t.TempDir()
	if err := exec.Command("unshare", "--mount", "sh", "-c", "mount -t tmpfs -o size=1m none "+dir).Run(); err != nil {
		t.Skip("no disk of its own can be made here: ", err)
	}
	p := &sharedProgram{t: t, db: filepath.Join(dir, "full.db")}
	p.args = []string{"--db", p.db, "--share", "--share-addr", "127.0.0.1:0"}
	p.mounted = "mount -t tmpfs -o size=6m none " + dir
	p.start("demo", "127.0.0.1:0")
	t.Cleanup(p.kill)
	d, other := p.join("Nell’s phone", "full"), p.join("Lost phone", "full")
	edit := func(n int) (int, string) {
		status, b := d.call("POST", job+"/changes",
			fmt.Sprintf(`{"client":"a","once":"n%d","ops":[{"do":"set","kind":"length","id":"wh3-floor","field":"length","value":"%d"}]}`, n, 40+n%20))
		return status, string(b)
	}
	status, says := edit(0)
	require.Equal(t, 200, status, says)
	time.Sleep(3 * time.Second) // the log is moved into the file

	filler := fmt.Sprintf("/proc/%d/root%s/filler", p.cmd.Process.Pid, dir)
	f, err := os.Create(filler)
	require.NoError(t, err)
	for block := make([]byte, 4096); ; {
		if _, err = f.Write(block); err != nil {
			break
		}
	}
	require.True(t, errors.Is(err, syscall.ENOSPC), "%v", err)
	f.Close()
	kept := 0
	for n := 1; ; n++ { // what the log still has room for is kept
		require.Less(t, n, 400, "the disk never filled")
		if status, says = edit(n); status != 200 {
			break
		}
		kept = n
	}
	assert.Equal(t, 507, status)
	assert.Contains(t, says, "is full")
	assert.NotContains(t, says, dir)
	assert.NotContains(t, strings.ToLower(says), "restart")
	res, err := http.Post(p.desk+"/api/copies", "application/json", nil)
	require.NoError(t, err)
	res.Body.Close()
	assert.Equal(t, 507, res.StatusCode, "a copy is refused likewise")
	var copies struct{ Copies []struct{ Name string } }
	require.NoError(t, getJSON(p.desk+"/api/copies", &copies))
	assert.LessOrEqual(t, len(copies.Copies), 1, "and nothing of it has a name")
	status, b := d.call("GET", job+"/file", "")
	assert.Equal(t, 200, status, "what was kept is read")
	assert.Contains(t, string(b), fmt.Sprintf(`"length": "%d`, 40+kept%20))
	for _, path := range []string{job, job + "/labels.pdf", job + "/cutlist.csv", "/api/jobs"} {
		status, _ = d.call("GET", path, "")
		assert.Equal(t, 200, status, path)
	}

	var devices struct {
		Devices []struct {
			ID, Name string
			Gone     bool
		}
	}
	require.NoError(t, getJSON(p.desk+"/api/share", &devices))
	for _, k := range devices.Devices {
		if k.Name == "Lost phone" {
			ctx, stop := context.WithTimeout(context.Background(), 30*time.Second)
			req, _ := http.NewRequestWithContext(ctx, "DELETE", p.desk+"/api/share/devices/"+k.ID, nil)
			res, err := http.DefaultClient.Do(req)
			stop()
			require.NoError(t, err)
			res.Body.Close()
			assert.Equal(t, 200, res.StatusCode)
		}
	}
	status, _ = other.call("GET", job, "")
	assert.Equal(t, 401, status, "turned away, written down or not")
	require.NoError(t, getJSON(p.desk+"/api/share", &devices))
	for _, k := range devices.Devices {
		assert.Equal(t, k.Name == "Lost phone", k.Gone, k.Name)
	}

	require.NoError(t, os.Remove(filler))
	waitFor(t, "an edit once there is room", func() bool { status, _ = edit(1000); return status == 200 })
	waitFor(t, "that it was turned away is written", func() bool {
		devices.Devices = nil
		return getJSON(p.desk+"/api/share", &devices) == nil && len(devices.Devices) == 1
	})
}

// A database on a medium that takes no writing is read, printed and exported, and says so.
func TestAFileThatCannotBeWritten(t *testing.T) {
	dir := t.TempDir()
	if err := exec.Command("unshare", "--mount", "sh", "-c", "mount -t tmpfs none "+dir).Run(); err != nil {
		t.Skip("nothing can be mounted here: ", err)
	}
	db := filepath.Join(dir, "g.db")
	p := run(t, "demo", "--year", "0", "--db", db)
	p.stop()
	p = start(t, exec.Command("unshare", "--mount", "sh", "-c", "mount --bind "+dir+" "+dir+" && mount -o remount,ro,bind "+dir+` && exec "$0" "$@"`, built(t),
		"serve", "--addr", "127.0.0.1:0", "--db", db))
	b := open(t, 1280, 800)
	b.goTo(p.addr + "/jobs/ferry-house/measure")
	b.see("This database can only be read")
	b.see("8 of 8 walls")
	b.press(kb.Enter)
	b.enter("Wall 1", "21'")
	b.see("start Gnomon on a copy that can be written")
	for _, path := range []string{"/file", "/cutlist.csv", "/labels.pdf"} {
		res, err := http.Get(p.addr + "/api/jobs/ferry-house" + path)
		require.NoError(t, err)
		res.Body.Close()
		assert.Equal(t, 200, res.StatusCode, path)
	}
}
