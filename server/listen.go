package server

import (
	"context"
	"fmt"
	"net"
	"os"
	"strings"
)

func listen(addr string) (net.Listener, error) {
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return nil, fmt.Errorf("cannot listen on %s: %w; give another --addr", addr, err)
	}
	return l, nil
}

func baseContext(ctx context.Context) func(net.Listener) context.Context {
	return func(net.Listener) context.Context { return ctx }
}

// HostsOf gives the names that a server listening on an address answers to. On
// all interfaces those are the machine's own addresses and name.
func HostsOf(addr string) []string {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return nil
	}
	if ip := net.ParseIP(host); host != "" && (ip == nil || !ip.IsUnspecified()) {
		return []string{strings.ToLower(host)}
	}
	var out []string
	if name, err := os.Hostname(); err == nil {
		out = append(out, strings.ToLower(name), strings.ToLower(name)+".local")
	}
	addrs, err := net.InterfaceAddrs()
	if err != nil {
		return out
	}
	for _, a := range addrs {
		if n, ok := a.(*net.IPNet); ok {
			out = append(out, n.IP.String())
		}
	}
	return out
}
