package share

import (
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"fmt"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
)

var morning = time.Date(2026, 5, 4, 8, 0, 0, 0, time.UTC)

func TestACodeWorksOnceAndNotForLong(t *testing.T) {
	var c Codes
	g := Grant{Name: "Nell’s phone", Rights: Measure, Until: morning.Add(time.Hour)}
	k := c.Make(g, morning)
	assert.Regexp(t, `^\d{8}$`, k.Digits)
	got, err := c.Use(k.Digits[:4]+" "+k.Digits[4:], "a", morning.Add(time.Minute))
	require.NoError(t, err)
	assert.Equal(t, g, got)
	_, err = c.Use(k.Digits, "a", morning.Add(time.Minute))
	assert.ErrorContains(t, err, "mistyped, used or older")

	k = c.Make(g, morning)
	_, err = c.Use(k.Digits, "b", morning.Add(CodeFor))
	assert.Error(t, err, "too old")
	k = c.Make(g, morning)
	c.Cancel("none")
	c.Cancel(k.ID)
	assert.Empty(t, c.Open(morning))
}

func TestGuessersAreShutOut(t *testing.T) {
	var c Codes
	k := c.Make(Grant{}, morning)
	for range WrongHere {
		_, err := c.Use("no", "10.0.0.9", morning)
		assert.False(t, err.(*Refusal).ShutOut)
	}
	_, err := c.Use(k.Digits, "10.0.0.9", morning.Add(time.Minute))
	var no *Refusal
	require.ErrorAs(t, err, &no)
	assert.True(t, no.ShutOut)
	assert.Equal(t, ShutOutFor-time.Minute, no.Wait)
	assert.Contains(t, no.Error(), "10 minutes")
	_, err = c.Use(k.Digits, "10.0.0.7", morning)
	assert.NoError(t, err, "others are not shut out")
	k = c.Make(Grant{}, morning.Add(ShutOutFor))
	_, err = c.Use(k.Digits, "10.0.0.9", morning.Add(ShutOutFor))
	assert.NoError(t, err, "nor is anybody for ever")
}

// From however many addresses one guesses, a short code does not outlast ten wrong ones; those
// made from then on are long, and stay.
func TestGuessingFromManyAddressesMakesCodesLonger(t *testing.T) {
	var c Codes
	a, b := c.Make(Grant{}, morning), c.Make(Grant{}, morning)
	assert.Len(t, a.Digits, 8)
	for i := range WrongInAll - 1 {
		_, _ = c.Use("00", fmt.Sprint("10.0.0.", i), morning)
	}
	assert.Len(t, c.Open(morning), 2)
	assert.False(t, c.Guessing(morning))
	assert.Equal(t, 8, c.Digits(morning))
	_, _ = c.Use("00", "10.0.1.1", morning)
	assert.Empty(t, c.Open(morning))
	assert.True(t, c.Guessing(morning))
	assert.Equal(t, 12, c.Digits(morning))
	for _, k := range []Code{a, b} {
		_, err := c.Use(k.Digits, "10.0.2.1", morning)
		assert.Error(t, err)
	}
	// A flood that does not end keeps nobody out.
	now := morning
	for person := range 20 {
		k := c.Make(Grant{}, now)
		assert.Len(t, k.Digits, 12)
		for i := range 600 {
			_, err := c.Use(fmt.Sprintf("%012d", i), fmt.Sprint("flood", person, ".", i), now)
			assert.Error(t, err)
		}
		now = now.Add(time.Second)
		_, err := c.Use(k.Digits[:4]+" "+k.Digits[4:8]+" "+k.Digits[8:], fmt.Sprint("10.1.0.", person), now)
		assert.NoError(t, err, "person %d", person)
	}
	assert.LessOrEqual(t, len(c.heard), mostHeard)
	now = now.Add(ShutOutFor)
	assert.Len(t, c.Make(Grant{}, now).Digits, 8, "once it is over they are short again")
}

func TestOnlySoManyCodesAreOpen(t *testing.T) {
	var c Codes
	seen := map[string]bool{}
	for range MostCodes + 5 {
		k := c.Make(Grant{}, morning)
		assert.False(t, seen[k.Digits])
		seen[k.Digits] = true
	}
	assert.Len(t, c.Open(morning), MostCodes)
}

func TestSecrets(t *testing.T) {
	a, b := Secret(), Secret()
	assert.NotEqual(t, a, b)
	assert.Len(t, a, 43)
	assert.Len(t, Hash(a), 64)
	assert.Equal(t, Hash(a), Hash(a))
}

func TestRights(t *testing.T) {
	for _, c := range []struct {
		op  string
		may string
	}{
		{`{"do":"set","kind":"length","field":"length"}`, "measure full"},
		{`{"do":"add","kind":"reading"}`, "measure full"},
		{`{"do":"add","kind":"room"}`, "measure full"},
		{`{"do":"remove","kind":"room"}`, "full"},
		{`{"do":"set","kind":"rules"}`, "full"},
		{`{"do":"set","kind":"prices"}`, "full"},
		{`{"do":"set","kind":"job","field":"name"}`, "full"},
		{`{"do":"set","kind":"job","field":"put_away"}`, "saw full"},
		{`{"do":"add","kind":"walls"}`, "full"},
		{`{"do":"add","kind":"faces"}`, "full"},
		{`{"do":"add","kind":"copy"}`, "full"},
		{`{"do":"add","kind":"run"}`, "full"},
		{`{"do":"add","kind":"spot"}`, "measure full"},
		{`{"do":"record"}`, "saw full"},
		{`{"do":"take_back"}`, "saw full"},
		{`{"do":"remove","kind":"hand"}`, "saw full"},
		{`{"do":"mark"}`, "saw full"},
		{`{"do":"unmark"}`, "saw full"},
		{`{"do":"mark","kind":"length"}`, "saw full"},
		{`{"do":"add","kind":"hand"}`, "saw full"},
		{`{"do":"add","kind":"layout"}`, "full"},
		{`{"do":"wipe","kind":"wall"}`, "full"}, // refused by what it is
	} {
		var o edit.Op
		require.NoError(t, json.Unmarshal([]byte(c.op), &o))
		for _, r := range []Rights{Measure, Saw, Full, "king"} {
			assert.Equal(t, strings.Contains(" "+c.may+" ", " "+string(r)+" "), r.May(o), "%s: %s", r, c.op)
		}
	}
	assert.True(t, Saw.Known())
	assert.False(t, Rights("king").Known())
}

func TestAuthority(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "tls")
	a, err := OpenAuthority(dir, []string{"van.local"}, time.Now)
	require.NoError(t, err)
	info, err := os.Stat(filepath.Join(dir, "authority-key.pem"))
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), info.Mode().Perm())
	again, err := OpenAuthority(dir, nil, time.Now)
	require.NoError(t, err)
	assert.Equal(t, a.Fingerprint(), again.Fingerprint(), "made once, trusted for long")
	assert.Len(t, strings.Fields(a.Fingerprint()), 16)
	assert.Contains(t, string(a.PEM()), "CERTIFICATE")

	roots := x509.NewCertPool()
	require.True(t, roots.AppendCertsFromPEM(again.PEM()))
	check := func(host string) error {
		c, err := a.leaf(host)
		require.NoError(t, err)
		same, _ := a.leaf(host)
		assert.Same(t, c, same, "signed once")
		_, err = c.Leaf.Verify(x509.VerifyOptions{DNSName: host, Roots: roots})
		return err
	}
	for _, host := range []string{"192.168.4.20", "10.1.2.3", "127.0.0.1", "van.local", "localhost", "fe80::1"} {
		assert.NoError(t, check(host), host)
	}
	for _, host := range []string{"bank.example", "8.8.8.8", "vanx.local"} {
		assert.Error(t, check(host), "it vouches for nothing beyond this machine and local networks: %s", host)
	}

	for _, host := range []string{"192.168.4.20", "van.local"} {
		c, err := a.leaf(host)
		require.NoError(t, err)
		assert.Empty(t, c.Leaf.Subject.CommonName, "no client takes it for a host that the constraints forbid")
	}

	// Over the wire, by name and by address.
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer l.Close()
	tl := tls.NewListener(l, a.TLS(func(host string) bool { return host == "van.local" }))
	go func() {
		for {
			c, err := tl.Accept()
			if err != nil {
				return
			}
			go func() { _ = c.(*tls.Conn).Handshake(); c.Close() }()
		}
	}()
	dial := func(name string) error {
		c, err := tls.Dial("tcp", l.Addr().String(), &tls.Config{RootCAs: roots, ServerName: name})
		if err == nil {
			c.Close()
		}
		return err
	}
	assert.NoError(t, dial("127.0.0.1"))
	assert.NoError(t, dial("van.local"))
	assert.Error(t, dial("bank.example"))
	for _, old := range []uint16{tls.TLS_ECDHE_ECDSA_WITH_AES_128_CBC_SHA, tls.TLS_ECDHE_ECDSA_WITH_AES_128_CBC_SHA256, tls.TLS_RSA_WITH_AES_128_GCM_SHA256} {
		c, err := tls.Dial("tcp", l.Addr().String(), &tls.Config{RootCAs: roots, ServerName: "van.local", MaxVersion: tls.VersionTLS12, CipherSuites: []uint16{old}})
		if !assert.Error(t, err, tls.CipherSuiteName(old)) {
			c.Close()
		}
	}
	twelve, err := tls.Dial("tcp", l.Addr().String(), &tls.Config{RootCAs: roots, ServerName: "van.local", MaxVersion: tls.VersionTLS12})
	require.NoError(t, err)
	assert.Contains(t, suites, twelve.ConnectionState().CipherSuite)
	twelve.Close()

	// Renewed before it is over; damaged, it says so.
	later, err := OpenAuthority(dir, nil, func() time.Time { return time.Now().Add(authorityFor - 24*time.Hour) })
	require.NoError(t, err)
	assert.NotEqual(t, a.Fingerprint(), later.Fingerprint())
	require.NoError(t, os.Remove(filepath.Join(dir, "authority-key.pem")))
	_, err = OpenAuthority(dir, nil, time.Now)
	assert.ErrorContains(t, err, "trust the new one")
	require.NoError(t, os.WriteFile(filepath.Join(dir, "authority-key.pem"), []byte("x"), 0o600))
	_, err = OpenAuthority(dir, nil, time.Now)
	assert.ErrorContains(t, err, "cannot be read")
}

// Every step against every right: what a step adds is judged with all that stands inside it,
// however deep and however its fields are written.
func TestEveryRightAgainstEveryStep(t *testing.T) {
	kinds := []string{"wall", "corner", "length", "reading", "opening", "spot", "diagonal", "run", "override", "test"}
	fields := map[string][]string{"wall": {"walls", "Walls", "WALL"}, "corner": {"corners", "corner"}, "length": {"lengths"}, "reading": {"readings", "ReadingS"},
		"opening": {"openings"}, "spot": {"spots"},
		"diagonal": {"diagonals"}, "run": {"runs", "Runs", "RUNS"}, "override": {"overrides", "OVERRIDES"}, "test": {"tests"}}
	outer := []string{"room", "wall", "saw", "moulding", "run", "opening", "faces", "copy", "layout", "hand", "length", "reading"}
	wraps := []string{`{%q:[{}]}`, `{"walls":[{%q:[{}]}]}`, `{"wall":{%q:[{"id":"x"}]}}`, `{"x":{"y":[{%q:[{}]}]}}`, `{%q:[null]}`}
	pairs, refused := 0, 0
	for _, r := range []Rights{Measure, Saw, Full} {
		may := func(kind string) bool { return r.May(edit.Op{Do: edit.Add, Kind: kind}) }
		for _, out := range outer {
			for _, in := range kinds {
				for _, field := range fields[in] {
					for _, wrap := range wraps {
						v := fmt.Sprintf(wrap, field)
						if strings.ToLower(field) == in {
							v = strings.ReplaceAll(strings.ReplaceAll(v, `[{}]`, `{}`), `[null]`, `{}`)
							v = strings.ReplaceAll(v, `[{"id":"x"}]`, `{"id":"x"}`)
						}
						if out == "faces" {
							v = `[{"value":` + v + `}]`
						}
						want := may(out) && may(in)
						if strings.Contains(wrap, `"wall`) {
							want = want && may("wall")
						}
						got := r.May(edit.Op{Do: edit.Add, Kind: out, Value: json.RawMessage(v)})
						assert.Equal(t, want, got, "%s adds a %s holding %s", r, out, v)
						pairs++
						if !got {
							refused++
						}
					}
				}
			}
		}
	}
	t.Logf("%d steps asked, %d refused", pairs, refused)
}
