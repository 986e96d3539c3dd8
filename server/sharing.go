package server

import (
	"net"
	"net/url"
	"os"
	"slices"
	"strings"

	"gnomon/share"
)

// Sharing is how the program listens on the local network, beside the desk's own listener.
type Sharing struct {
	On        bool
	Address   string // that it listens on, host:port
	Names     []string
	Authority *share.Authority // over TLS; nil is in the clear
}

// NamesOf are the names of this machine on a local network.
func NamesOf() []string {
	name, err := os.Hostname()
	name = strings.ToLower(strings.TrimSuffix(name, ".local"))
	if err != nil || name == "" || name == "localhost" {
		return nil
	}
	return []string{name + ".local", name}
}

func isName(names []string, host string) bool {
	return slices.Contains(names, host) || slices.Contains(loopback, host)
}

// addresses are those that a device may reach it by, the likeliest first: that of the
// interface by which this machine reaches others. They are asked for anew each time, since
// a laptop changes networks.
func (s Sharing) addresses() []*url.URL {
	host, port, err := net.SplitHostPort(s.Address)
	if err != nil {
		return nil
	}
	scheme := "http"
	if s.Authority != nil {
		scheme = "https"
	}
	at := func(h string) *url.URL { return &url.URL{Scheme: scheme, Host: net.JoinHostPort(h, port)} }
	if ip := net.ParseIP(host); host != "" && (ip == nil || !ip.IsUnspecified()) {
		return []*url.URL{at(host)}
	}
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	var ips []string
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.To4() != nil && !n.IP.IsLoopback() {
			ips = append(ips, n.IP.String())
		}
	}
	out := outward()
	rank := func(ip string) int {
		switch {
		case ip == out:
			return 0
		case net.ParseIP(ip).IsPrivate():
			return 1
		}
		return 2
	}
	slices.SortStableFunc(ips, func(a, b string) int { return rank(a) - rank(b) })
	var us []*url.URL
	for _, ip := range ips {
		us = append(us, at(ip))
	}
	if len(us) == 0 { // on no network yet
		us = append(us, at("127.0.0.1"))
	}
	return us
}

// Texts are the same as text.
func (s Sharing) Texts() []string {
	var out []string
	for _, u := range s.addresses() {
		out = append(out, u.String())
	}
	return out
}

// TrustAt is where a device fetches the certificate.
func (s Sharing) TrustAt() string {
	if all := s.addresses(); len(all) > 0 {
		return all[0].Host + trustPath
	}
	return s.Address + trustPath
}

// outward is the address by which this machine reaches others. No packet is sent for it.
func outward() string {
	c, err := net.Dial("udp4", "192.0.2.1:9") // kept for documents (RFC 5737): nobody is there
	if err != nil {
		return ""
	}
	defer c.Close()
	return c.LocalAddr().(*net.UDPAddr).IP.String()
}

// reach is the address to print: by which a device last came, if one has; else the
// likeliest, or where it is not shared that of the desk.
func (s *server) reach(desk string) string {
	s.sessions.mu.Lock()
	last := s.sessions.base
	s.sessions.mu.Unlock()
	if last != "" {
		return last
	}
	if s.sharing.On {
		if all := s.sharing.addresses(); len(all) > 0 {
			return all[0].String()
		}
	}
	return desk
}
