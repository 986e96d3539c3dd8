package e2e

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// sharedProgram is a running gnomon that is shared: the desk's address, the network's, and
// all that it has said.
type sharedProgram struct {
	t            *testing.T
	cmd          *exec.Cmd
	desk, shared string
	db           string
	args         []string
	mounted      string // a command that gives it a disk of its own first
	mu           sync.Mutex
	said         bytes.Buffer
}

// job is the demo's.
const job = "/api/jobs/ferry-house"

// share starts the demo, shared at an address; on port 0 the ports stay the same when it is
// started again.
func share(t *testing.T, at string, more ...string) *sharedProgram {
	t.Helper()
	p := &sharedProgram{t: t, db: filepath.Join(t.TempDir(), "shared.db")}
	p.args = append([]string{"--db", p.db, "--share", "--share-addr", at}, more...)
	p.start("demo", "127.0.0.1:0")
	t.Cleanup(p.kill)
	return p
}

func (p *sharedProgram) start(command, desk string) {
	p.t.Helper()
	args := append([]string{command, "--addr", desk}, p.args...)
	if command == "demo" && !slices.Contains(args, "--year") {
		args = append(args, "--year", "0")
	}
	p.cmd = exec.Command(built(p.t), args...)
	if p.mounted != "" {
		p.cmd = exec.Command("unshare", append([]string{"--mount", "sh", "-c", p.mounted + ` && exec "$0" "$@"`}, p.cmd.Args...)...)
	}
	out, err := p.cmd.StdoutPipe()
	require.NoError(p.t, err)
	p.cmd.Stderr = writer(p.write)
	require.NoError(p.t, p.cmd.Start())
	r := bufio.NewReader(out)
	line := func() string {
		s, err := r.ReadString('\n')
		require.NoError(p.t, err, "the program ended")
		p.write([]byte(s))
		return s
	}
	between := func(s, from string) string {
		_, s, ok := strings.Cut(s, from)
		require.True(p.t, ok, s)
		s, _, _ = strings.Cut(strings.TrimSpace(s), " ")
		return strings.TrimSuffix(s, ".")
	}
	p.desk = strings.Join(strings.SplitN(between(line(), "is at "), "/", 4)[:3], "/")
	p.shared = between(line(), "network it is at ")
	go io.Copy(writer(p.write), r)
}

type writer func([]byte) (int, error)

func (w writer) Write(b []byte) (int, error) { return w(b) }

func (p *sharedProgram) write(b []byte) (int, error) {
	p.mu.Lock()
	defer p.mu.Unlock()
	return p.said.Write(b)
}

func (p *sharedProgram) log() string {
	p.mu.Lock()
	defer p.mu.Unlock()
	return p.said.String()
}

// kill ends it as a battery does.
func (p *sharedProgram) kill() {
	if p.cmd.ProcessState == nil {
		_ = p.cmd.Process.Signal(syscall.SIGKILL)
		_ = p.cmd.Wait()
	}
}

// again starts it anew where it was.
func (p *sharedProgram) again() {
	p.t.Helper()
	for i, a := range p.args {
		if a == "--share-addr" {
			p.args[i+1] = strings.TrimPrefix(strings.TrimPrefix(p.shared, "http://"), "https://")
		}
	}
	p.start("serve", strings.TrimPrefix(p.desk, "http://"))
}

// code has the desk make a code.
func (p *sharedProgram) code(name, rights string) string {
	p.t.Helper()
	res, err := http.Post(p.desk+"/api/share/codes", "application/json", strings.NewReader(fmt.Sprintf(`{"name":%q,"rights":%q,"days":7}`, name, rights)))
	require.NoError(p.t, err)
	defer res.Body.Close()
	var v struct{ Codes []struct{ Digits string } }
	require.NoError(p.t, json.NewDecoder(res.Body).Decode(&v))
	require.NotEmpty(p.t, v.Codes)
	return strings.ReplaceAll(v.Codes[len(v.Codes)-1].Digits, " ", "")
}

// device is a device that was let in.
type device struct {
	p      *sharedProgram
	cookie *http.Cookie
	http   *http.Client
}

func (p *sharedProgram) join(name, rights string) *device {
	p.t.Helper()
	return p.joinBy(http.DefaultClient, p.shared, name, rights)
}

func (p *sharedProgram) joinBy(by *http.Client, at, name, rights string) *device {
	p.t.Helper()
	res, err := by.Post(at+"/api/pair", "application/json", strings.NewReader(`{"code":"`+p.code(name, rights)+`"}`))
	require.NoError(p.t, err)
	defer res.Body.Close()
	require.Equal(p.t, 200, res.StatusCode)
	require.Len(p.t, res.Cookies(), 1)
	return &device{p, res.Cookies()[0], by}
}

// call makes a request as the device. A network's error is no answer: status 0.
func (d *device) call(method, path, body string) (int, []byte) {
	req, err := http.NewRequest(method, d.p.shared+path, strings.NewReader(body))
	if err != nil {
		return 0, nil
	}
	req.Header.Set("Content-Type", "application/json")
	req.AddCookie(d.cookie)
	res, err := d.http.Do(req)
	if err != nil {
		return 0, nil
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		return 0, nil
	}
	return res.StatusCode, b
}

// routes are those of the running program's own description, with an address to call each by.
func (p *sharedProgram) routes() [][2]string {
	p.t.Helper()
	res, err := http.Get(p.desk + "/api/openapi.json")
	require.NoError(p.t, err)
	defer res.Body.Close()
	var doc struct {
		Paths map[string]map[string]json.RawMessage
	}
	require.NoError(p.t, json.NewDecoder(res.Body).Decode(&doc))
	var out [][2]string
	for path, methods := range doc.Paths {
		for m := range methods {
			at := strings.NewReplacer("{job}", "ferry-house", "{room}", "galley", "{moulding}", "galley-base", "{id}", "x", "{search}", "x", "{name}", "x").Replace(path)
			require.NotContains(p.t, at, "{")
			out = append(out, [2]string{strings.ToUpper(m), at})
		}
	}
	require.Greater(p.t, len(out), 50)
	return out
}

// waitFor polls until something is so.
func waitFor(t *testing.T, what string, ok func() bool) {
	t.Helper()
	for end := time.Now().Add(20 * time.Second); time.Now().Before(end); time.Sleep(20 * time.Millisecond) {
		if ok() {
			return
		}
	}
	t.Fatal("never: ", what)
}

func getJSON(url string, v any) error {
	res, err := http.Get(url)
	if err != nil {
		return err
	}
	defer res.Body.Close()
	return json.NewDecoder(res.Body).Decode(v)
}

// joinWith keys a code in, digit by digit, as on the phone.
func (b *browser) joinWith(code string) {
	b.t.Helper()
	b.until("document.querySelector('.join .pad')")
	for _, d := range code {
		b.do(chromedp.Click(fmt.Sprintf(".join .pad button[aria-label='%c']", d), chromedp.ByQuery))
	}
	b.until("!document.querySelector('.join')")
}
