package e2e

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/sys/unix"
)

// namespace is another host on a network of its own, with this machine at 10.231.n.1.
type namespace struct{ name, here string }

// otherHost makes one, or skips where this machine may not.
func otherHost(t *testing.T, n int) *namespace {
	t.Helper()
	if _, err := exec.LookPath("ip"); err != nil || os.Geteuid() != 0 {
		t.Skip("another host on this machine wants root and iproute2")
	}
	s := &namespace{fmt.Sprintf("gnomon%d-%d", os.Getpid()%10000, n), fmt.Sprintf("10.231.%d.1", n)}
	veth := fmt.Sprintf("gn%d-%d", os.Getpid()%10000, n)
	run := func(args ...string) error {
		out, err := exec.Command("ip", args...).CombinedOutput()
		if err != nil {
			return fmt.Errorf("ip %s: %s", strings.Join(args, " "), out)
		}
		return nil
	}
	if err := run("netns", "add", s.name); err != nil {
		t.Skip("no network namespaces here: ", err)
	}
	t.Cleanup(func() { _ = run("netns", "del", s.name) })
	for _, c := range [][]string{
		{"link", "add", veth + "a", "type", "veth", "peer", "name", veth + "b", "netns", s.name},
		{"addr", "add", s.here + "/24", "dev", veth + "a"},
		{"link", "set", veth + "a", "up"},
		{"-n", s.name, "addr", "add", strings.TrimSuffix(s.here, "1") + "2/24", "dev", veth + "b"},
		{"-n", s.name, "link", "set", veth + "b", "up"},
		{"-n", s.name, "link", "set", "lo", "up"},
	} {
		require.NoError(t, run(c...))
	}
	return s
}

// client dials from within the other host: a socket belongs to the namespace it was made in.
func (s *namespace) client(cfg *tls.Config) *http.Client {
	return &http.Client{Transport: &http.Transport{DialContext: s.dial, TLSClientConfig: cfg, ForceAttemptHTTP2: true}, Timeout: 30 * time.Second}
}

// dial opens a line as that host does.
func (s *namespace) dial(_ context.Context, network, addr string) (net.Conn, error) {
	type made struct {
		c   net.Conn
		err error
	}
	out := make(chan made, 1)
	go func() {
		runtime.LockOSThread() // never unlocked: the thread ends with the goroutine
		f, err := os.Open(filepath.Join("/var/run/netns", s.name))
		if err == nil {
			defer f.Close()
			err = unix.Setns(int(f.Fd()), unix.CLONE_NEWNET)
		}
		if err != nil {
			out <- made{nil, err}
			return
		}
		c, err := net.DialTimeout(network, addr, 3*time.Second)
		out <- made{c, err}
	}()
	m := <-out
	return m.c, m.err
}

// Two other hosts: a stranger gets nothing, the desk's listener cannot be reached at all,
// and a phone that was let in works by the address that it reached.
func TestOtherHosts(t *testing.T) {
	stranger, phone := otherHost(t, 1), otherHost(t, 2)
	p := share(t, "0.0.0.0:0")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(p.shared, "http://"))
	require.NoError(t, err)
	at := func(s *namespace) string { return "http://" + net.JoinHostPort(s.here, port) }

	refused(t, p, stranger.client(nil), at(stranger))
	_, deskPort, _ := net.SplitHostPort(strings.TrimPrefix(p.desk, "http://"))
	_, err = stranger.client(nil).Get("http://" + net.JoinHostPort(stranger.here, deskPort) + "/api/jobs")
	assert.Error(t, err, "the desk listens to this machine alone")
	for host, want := range map[string]int{stranger.here: 401, phone.here: 403, "evil.example": 403, "127.0.0.1": 403, "localhost": 403} {
		req, _ := http.NewRequest("GET", at(stranger)+"/api/jobs", nil)
		req.Host = net.JoinHostPort(host, port)
		res, err := stranger.client(nil).Do(req)
		require.NoError(t, err)
		res.Body.Close()
		assert.Equal(t, want, res.StatusCode, "under the name %s", host)
	}

	p.shared = at(phone)
	d := p.joinBy(phone.client(nil), at(phone), "Nell’s phone", "measure")
	status, b := d.call("GET", job, "")
	assert.Equal(t, 200, status)
	assert.Contains(t, string(b), "Waiting Hall")
	// What is printed at the desk now holds the address that the phone came by.
	var labels struct{ Addresses []struct{ Text string } }
	require.NoError(t, getJSON(p.desk+"/api/share", &labels))
	var all []string
	for _, a := range labels.Addresses {
		all = append(all, a.Text)
	}
	assert.Contains(t, all, at(phone))
}

// Over a private line: the certificate is trusted once made known, and vouches for this
// address; in the clear there is only the page with the certificate.
func TestPrivateLine(t *testing.T) {
	phone := otherHost(t, 3)
	p := share(t, "0.0.0.0:0", "--tls")
	_, port, err := net.SplitHostPort(strings.TrimPrefix(p.shared, "https://"))
	require.NoError(t, err)
	at := net.JoinHostPort(phone.here, port)
	clear := phone.client(nil)
	clear.CheckRedirect = func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }
	get := func(path string) (*http.Response, []byte) {
		res, err := clear.Get("http://" + at + path)
		require.NoError(t, err)
		defer res.Body.Close()
		b, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		return res, b
	}
	res, page := get("/trust")
	assert.Equal(t, 200, res.StatusCode)
	var s struct{ Fingerprint string }
	require.NoError(t, getJSON(p.desk+"/api/share", &s))
	assert.Contains(t, string(page), "compare the number")
	assert.NotContains(t, string(page), s.Fingerprint, "a page in the clear proves nothing")
	assert.Len(t, strings.Fields(s.Fingerprint), 16, "the desk shows it")
	res, _ = get("/join")
	assert.Equal(t, "https://"+at+"/join", res.Header.Get("Location"))
	res, _ = get("//evil.example/x")
	assert.NotContains(t, strings.TrimPrefix(res.Header.Get("Location"), "https://"+at), "//", "it sends nobody elsewhere")
	for _, path := range []string{"/api/jobs", "/api/openapi.json", job + "/events"} {
		res, _ = get(path)
		assert.Equal(t, 403, res.StatusCode, path)
	}
	_, der := get("/gnomon-authority.crt")
	cert, err := x509.ParseCertificate(der)
	require.NoError(t, err)

	_, err = phone.client(nil).Get("https://" + at + "/")
	assert.Error(t, err, "not trusted yet")
	roots := x509.NewCertPool()
	roots.AddCert(cert)
	private := phone.client(&tls.Config{RootCAs: roots})
	p.shared = "https://" + at
	refused(t, p, private, p.shared)
	// The wrong codes just now ended whatever was open, and shut this host out: rightly. The
	// program is started anew to go on.
	p.kill()
	p.args = p.args[:len(p.args)-1]
	p.args = append(p.args, "--tls")
	p.again()
	p.shared = "https://" + at
	d := p.joinBy(private, p.shared, "Nell’s phone", "measure")
	assert.True(t, d.cookie.Secure)
	assert.Equal(t, "__Host-gnomon", d.cookie.Name)
	status, _ := d.call("GET", job, "")
	assert.Equal(t, 200, status, "the certificate is the same after a restart")
}
