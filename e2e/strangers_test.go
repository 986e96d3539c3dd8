package e2e

import (
	"bufio"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// refused calls every route as a stranger: none answers, reads or writes.
func refused(t *testing.T, p *sharedProgram, by *http.Client, at string) {
	t.Helper()
	calls := 0
	for _, r := range p.routes() {
		for _, cookie := range []string{"", "gnomon=MTIzNDU2Nzg5MDEyMzQ1Njc4OTAxMjM0NTY3ODkwMTI; __Host-gnomon=x"} {
			req, err := http.NewRequest(r[0], at+r[1], strings.NewReader(`{"code":"00000000"}`))
			require.NoError(t, err)
			req.Header.Set("Content-Type", "application/json")
			if cookie != "" {
				req.Header.Set("Cookie", cookie)
			}
			res, err := by.Do(req)
			require.NoError(t, err, "%v", r)
			b, err := io.ReadAll(res.Body)
			require.NoError(t, err)
			res.Body.Close()
			want := []int{401, 403}
			if r[1] == "/api/pair" && r[0] == "POST" {
				want = []int{403, 429} // the way in, with a wrong code
			}
			if r[1] == "/api/pair" && r[0] == "GET" { // how many digits to type
				want = []int{200}
				assert.Contains(t, string(b), `{"digits":`)
				assert.Less(t, len(b), 16)
			}
			assert.Contains(t, want, res.StatusCode, "%v: %s", r, b)
			assert.NotContains(t, string(b), "Waiting Hall")
			calls++
		}
	}
	t.Logf("%d calls refused at %s", calls, at)
}

func TestStrangersOnLoopback(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	before := p.join("Before", "full")
	refused(t, p, http.DefaultClient, p.shared)
	_, b := before.call("GET", job, "")
	assert.Contains(t, string(b), `"revision":0`, "nothing was written")

	// The desk's own listener answers to no other name, and to no other page.
	for header, value := range map[string]string{"Host": "evil.example", "Origin": "http://evil.example", "Sec-Fetch-Site": "cross-site"} {
		req, _ := http.NewRequest("GET", p.desk+"/api/jobs", nil)
		req.Header.Set(header, value)
		if header == "Host" {
			req.Host = value
		}
		res, err := http.DefaultClient.Do(req)
		require.NoError(t, err)
		res.Body.Close()
		assert.Equal(t, 403, res.StatusCode, header)
	}
}

// Guessing is shut out, however good the guess that comes after.
func TestGuessing(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	code := p.code("Nell’s phone", "full")
	try := func(code string) *http.Response {
		res, err := http.Post(p.shared+"/api/pair", "application/json", strings.NewReader(`{"code":"`+code+`"}`))
		require.NoError(t, err)
		res.Body.Close()
		return res
	}
	for i := range 20 {
		res := try(fmt.Sprintf("%08d", i))
		assert.Contains(t, []int{403, 429}, res.StatusCode)
	}
	res := try(code)
	assert.Equal(t, 429, res.StatusCode)
	assert.NotEmpty(t, res.Header.Get("Retry-After"))
}

// Nothing secret is said: not in what the program prints, not in a job file, not in an address.
func TestNoSecretIsSaid(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	code := p.code("Nell’s phone", "full")
	d := p.join("Saw tablet", "full")
	for _, path := range []string{job, job + "/file", job + "/plan", job + "/cutlist.csv", "/api/me", "/api/jobs", job + "/labels.pdf"} {
		status, b := d.call("GET", path, "")
		require.Equal(t, 200, status, path)
		assert.NotContains(t, string(b), d.cookie.Value, path)
	}
	res, err := http.Get(p.desk + "/api/share")
	require.NoError(t, err)
	b, _ := io.ReadAll(res.Body)
	res.Body.Close()
	assert.NotContains(t, string(b), d.cookie.Value)
	assert.NotContains(t, string(b), "/join?", "the code is in no address")
	said := p.log()
	assert.Contains(t, said, "a device joined")
	assert.NotContains(t, said, d.cookie.Value)
	assert.NotContains(t, said, code)
	// Nor is it in the database, beside which backups are made.
	file, err := os.ReadFile(p.db)
	require.NoError(t, err)
	wal, _ := os.ReadFile(p.db + "-wal")
	assert.NotContains(t, string(file)+string(wal), d.cookie.Value)
	assert.NotContains(t, string(file)+string(wal), code)
}

// What is too large or too slow is cut off.
func TestOversizedAndSlowRequests(t *testing.T) {
	if testing.Short() {
		t.Skip("waits for deadlines")
	}
	p := share(t, "127.0.0.1:0")
	d := p.join("Saw tablet", "full")
	status, _ := d.call("POST", job+"/changes", `{"client":"a","ops":[{"do":"set","value":"`+strings.Repeat("x", 300<<10)+`"}]}`)
	assert.Equal(t, 413, status)
	status, _ = d.call("POST", "/api/jobs/import", strings.Repeat("[", 10<<20))
	assert.Contains(t, []int{0, 413}, status, "cut off, or told so")

	host := strings.TrimPrefix(p.shared, "http://")
	// ends tells how long the program bears with a line on which this is sent, bit by bit.
	ends := func(head string, drip byte) time.Duration {
		c, err := net.Dial("tcp", host)
		require.NoError(t, err)
		defer c.Close()
		_, err = io.WriteString(c, head)
		require.NoError(t, err)
		began := time.Now()
		gone := make(chan bool)
		go func() { _, _ = io.Copy(io.Discard, c); close(gone) }()
		for {
			select {
			case <-gone:
				return time.Since(began)
			case <-time.After(time.Second):
				if _, err := c.Write([]byte{drip}); err != nil || time.Since(began) > time.Minute {
					return time.Since(began)
				}
			}
		}
	}
	type result struct {
		what string
		took time.Duration
	}
	results := make(chan result, 3)
	go func() {
		results <- result{"a header without an end", ends("GET /api/jobs HTTP/1.1\r\nHost: "+host+"\r\nX-Slow: ", 'a')}
	}()
	go func() {
		results <- result{"a body without an end",
			ends("POST "+job+"/changes HTTP/1.1\r\nHost: "+host+"\r\nCookie: gnomon="+d.cookie.Value+"\r\n"+
				"Content-Type: application/json\r\nContent-Length: 5000\r\n\r\n{", ' ')}
	}()
	go func() { results <- result{"a line that says nothing", ends("", 'G')} }()
	for range 3 {
		r := <-results
		assert.Less(t, r.took, 40*time.Second, r.what)
		t.Logf("%s was cut off after %.0f s", r.what, r.took.Seconds())
	}
	// A stranger's long header is refused outright.
	req, _ := http.NewRequest("GET", p.shared+"/api/jobs", nil)
	req.Header.Set("X-Long", strings.Repeat("x", 64<<10))
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	res.Body.Close()
	assert.Equal(t, 431, res.StatusCode)
}

// A device that is turned away loses its live stream within two seconds.
func TestTurnedAway(t *testing.T) {
	p := share(t, "127.0.0.1:0")
	d := p.join("Nell’s phone", "measure")
	req, _ := http.NewRequest("GET", p.shared+job+"/events", nil)
	req.AddCookie(d.cookie)
	res, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	defer res.Body.Close()
	ended := make(chan time.Time, 1)
	first := make(chan bool, 1)
	go func() {
		for sc := bufio.NewScanner(res.Body); sc.Scan(); {
			select {
			case first <- true:
			default:
			}
		}
		ended <- time.Now()
	}()
	<-first
	var devices struct{ Devices []struct{ ID string } }
	require.NoError(t, getJSON(p.desk+"/api/share", &devices))
	require.Len(t, devices.Devices, 1)
	began := time.Now()
	req, _ = http.NewRequest("DELETE", p.desk+"/api/share/devices/"+devices.Devices[0].ID, nil)
	gone, err := http.DefaultClient.Do(req)
	require.NoError(t, err)
	gone.Body.Close()
	select {
	case at := <-ended:
		t.Logf("the stream ended %v after the device was turned away", at.Sub(began).Round(time.Microsecond))
	case <-time.After(2 * time.Second):
		t.Fatal("the stream goes on after two seconds")
	}
	status, _ := d.call("GET", job, "")
	assert.Equal(t, 401, status)
}
