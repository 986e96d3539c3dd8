package server

import (
	"net"
	"net/netip"
	"sync"
)

// What the shared listener takes: a phone has six lines or so. The desk's listener is apart,
// and has its lines whatever happens here.
const (
	mostLines = 380
	mostFrom  = 32 // from one address
	mostSixth = 96 // from all of one IPv6 network: in it, one device may take any address
)

// bounded is a listener that closes at once what is one line too many: in all, or from one
// address. Lines of this machine itself count in all only.
type bounded struct {
	net.Listener
	mu   sync.Mutex
	all  int
	from map[netip.Prefix]int
}

func newBounded(l net.Listener) *bounded {
	return &bounded{Listener: l, from: map[netip.Prefix]int{}}
}

func (b *bounded) Accept() (net.Conn, error) {
	for {
		c, err := b.Listener.Accept()
		if err != nil {
			return nil, err
		}
		from := sourceOf(c.RemoteAddr())
		if b.take(from) {
			return &counted{Conn: c, give: func() { b.give(from) }}, nil
		}
		c.Close()
	}
}

func (b *bounded) take(from netip.Prefix) bool {
	b.mu.Lock()
	defer b.mu.Unlock()
	most := mostFrom
	if from.Addr().Is6() {
		most = mostSixth
	}
	if b.all >= mostLines || b.from[from] >= most && !from.Addr().IsLoopback() {
		return false
	}
	b.all++
	b.from[from]++
	return true
}

func (b *bounded) give(from netip.Prefix) {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.all--
	if b.from[from]--; b.from[from] == 0 {
		delete(b.from, from)
	}
}

// sourceOf is the address that a line comes from: of IPv6 its network.
func sourceOf(a net.Addr) netip.Prefix {
	at, ok := a.(*net.TCPAddr)
	if !ok {
		return netip.Prefix{}
	}
	ip, _ := netip.AddrFromSlice(at.IP)
	ip = ip.Unmap()
	bits := ip.BitLen()
	if ip.Is6() {
		bits = 64
	}
	p, err := ip.Prefix(bits)
	if err != nil {
		return netip.Prefix{}
	}
	return p
}

// counted gives its line back when it is closed.
type counted struct {
	net.Conn
	once sync.Once
	give func()
}

func (c *counted) Close() error {
	c.once.Do(c.give)
	return c.Conn.Close()
}
