package server

import (
	"bufio"
	"context"
	"crypto/tls"
	"errors"
	"fmt"
	"io"
	"log"
	"net"
	"net/http"
	"time"
)

// Serve runs the program until the context ends, then lets requests finish. Desk must be
// an address of the loopback. Ready is called with the
// addresses that it listens on.
func Serve(ctx context.Context, desk string, sharing Sharing, p func(Sharing) Program, ready func(desk string, shared Sharing)) error {
	l, err := listen(desk, "--addr")
	if err != nil {
		return err
	}
	if at, ok := l.Addr().(*net.TCPAddr); !ok || !at.IP.IsLoopback() {
		l.Close()
		return fmt.Errorf("%s is not of this machine alone, and the desk asks for no code; use --share, and --share-addr for the network's address", desk)
	}
	var servers []*http.Server
	done := make(chan error, 4)
	run := func(l net.Listener, h http.Handler) {
		srv := &http.Server{Handler: h, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 30 * time.Second, MaxHeaderBytes: 32 << 10,
			ErrorLog:    log.New(io.Discard, "", 0),                        // every stranger that hangs up would fill a log
			BaseContext: func(net.Listener) context.Context { return ctx }} // streams end when the server does
		servers = append(servers, srv)
		go func() { done <- srv.Serve(l) }()
	}
	if !sharing.On {
		run(l, p(sharing).Desk)
	} else {
		n, err := listen(sharing.Address, "--share-addr")
		if err != nil {
			l.Close()
			return err
		}
		sharing.Address = n.Addr().String()
		made := p(sharing)
		run(l, made.Desk)
		n = newBounded(n)
		if sharing.Authority == nil {
			run(n, made.Shared)
		} else {
			private, clear := apart(ctx, n, sharing.Authority.TLS(func(host string) bool { return isName(sharing.Names, host) }))
			run(private, made.Shared)
			run(clear, made.Clear)
		}
	}
	ready(l.Addr().String(), sharing)
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	stop, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	for _, srv := range servers {
		err = errors.Join(err, srv.Shutdown(stop))
	}
	return err
}

func listen(addr, flag string) (net.Listener, error) {
	l, err := net.Listen("tcp", addr)
	if err != nil {
		return nil, fmt.Errorf("cannot listen on %s: %w; give another %s", addr, err, flag)
	}
	return l, nil
}

// apart parts what comes to one listener into what is private and what is in the clear, by
// the first byte: a TLS record of a handshake begins with 22, and no HTTP method does.
func apart(ctx context.Context, l net.Listener, cfg *tls.Config) (private, clear net.Listener) {
	p, c := newQueue(l.Addr()), newQueue(l.Addr())
	context.AfterFunc(ctx, func() { l.Close(); _ = p.Close(); _ = c.Close() })
	go func() {
		for {
			conn, err := l.Accept()
			if err != nil {
				_ = p.Close()
				_ = c.Close()
				return
			}
			go func() {
				_ = conn.SetReadDeadline(time.Now().Add(10 * time.Second))
				r := bufio.NewReaderSize(conn, 512)
				first, err := r.Peek(1)
				_ = conn.SetReadDeadline(time.Time{})
				switch {
				case err != nil:
					conn.Close()
				case first[0] == 22:
					p.put(&peeked{conn, r})
				default:
					c.put(&peeked{conn, r})
				}
			}()
		}
	}()
	return tls.NewListener(p, cfg), c
}

// peeked is a connection whose first bytes were looked at.
type peeked struct {
	net.Conn
	r *bufio.Reader
}

func (p *peeked) Read(b []byte) (int, error) { return p.r.Read(b) }

// queue is a listener that is handed its connections.
type queue struct {
	addr  net.Addr
	conns chan net.Conn
	done  context.Context
	end   context.CancelFunc
}

func newQueue(addr net.Addr) *queue {
	q := &queue{addr: addr, conns: make(chan net.Conn)}
	q.done, q.end = context.WithCancel(context.Background())
	return q
}

func (q *queue) put(c net.Conn) {
	select {
	case q.conns <- c:
	case <-q.done.Done():
		c.Close()
	}
}

func (q *queue) Accept() (net.Conn, error) {
	select {
	case c := <-q.conns:
		return c, nil
	case <-q.done.Done():
		return nil, net.ErrClosed
	}
}

func (q *queue) Close() error   { q.end(); return nil }
func (q *queue) Addr() net.Addr { return q.addr }
