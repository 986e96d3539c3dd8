package share

import (
	"bytes"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"time"
)

// Authority signs the certificates of this machine. It is made once and trusted on each
// device by hand. It is of use for nothing else: it is held to the addresses of local
// networks and to the machine's own names, so that whoever stole its key could pass for no site of
// the wide net.
type Authority struct {
	cert *x509.Certificate
	der  []byte
	key  *ecdsa.PrivateKey

	mu     sync.Mutex
	leaves map[string]*tls.Certificate
	now    func() time.Time
}

// How long the authority and what it signs hold. Phones refuse more than 825 days of a
// certificate.
const (
	authorityFor = 5 * 365 * 24 * time.Hour
	leafFor      = 397 * 24 * time.Hour
)

// local are the networks that no router carries further (RFC 1918, RFC 3927, RFC 4193,
// RFC 6598, and the loopback).
var local = []string{"10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10", "127.0.0.0/8", "fc00::/7", "fe80::/10", "::1/128"}

// OpenAuthority reads the authority kept in a folder, or makes one there for a machine's
// names. The key is readable by its owner only.
func OpenAuthority(dir string, names []string, now func() time.Time) (*Authority, error) {
	a := &Authority{leaves: map[string]*tls.Certificate{}, now: now}
	certFile, keyFile := filepath.Join(dir, "authority.pem"), filepath.Join(dir, "authority-key.pem")
	c, err := os.ReadFile(certFile)
	if errors.Is(err, fs.ErrNotExist) {
		return a, a.make(dir, certFile, keyFile, names)
	}
	if err != nil {
		return nil, fmt.Errorf("certificate: %w", err)
	}
	k, err := os.ReadFile(keyFile)
	if err != nil {
		return nil, fmt.Errorf("certificate: %s is there without its key: %w; take %s away and start again, then trust the new one on each device", certFile, err,
			dir)
	}
	cb, _ := pem.Decode(c)
	kb, _ := pem.Decode(k)
	if cb == nil || kb == nil {
		return nil, fmt.Errorf("certificate: %s cannot be read; take it away and start again, then trust the new one on each device", dir)
	}
	a.der = cb.Bytes
	if a.cert, err = x509.ParseCertificate(cb.Bytes); err == nil {
		a.key, err = x509.ParseECPrivateKey(kb.Bytes)
	}
	if err != nil {
		return nil, fmt.Errorf("certificate: %s: %w; take it away and start again, then trust the new one on each device", dir, err)
	}
	if now().After(a.cert.NotAfter.Add(-30 * 24 * time.Hour)) {
		return a, a.make(dir, certFile, keyFile, names)
	}
	return a, nil
}

func (a *Authority) make(dir, certFile, keyFile string, names []string) error {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return err
	}
	var nets []*net.IPNet
	for _, s := range local {
		_, n, err := net.ParseCIDR(s)
		if err != nil {
			return err
		}
		nets = append(nets, n)
	}
	t := &x509.Certificate{SerialNumber: serial(),
		Subject:   pkix.Name{CommonName: "Gnomon on " + first(names, "this machine"), Organization: []string{"Gnomon, local"}},
		NotBefore: a.now().Add(-time.Hour), NotAfter: a.now().Add(authorityFor), IsCA: true, BasicConstraintsValid: true, MaxPathLenZero: true,
		KeyUsage: x509.KeyUsageCertSign, PermittedDNSDomainsCritical: true, PermittedIPRanges: nets, PermittedDNSDomains: append([]string{"localhost"}, names...)}
	der, err := x509.CreateCertificate(rand.Reader, t, t, &key.PublicKey, key)
	if err != nil {
		return err
	}
	if a.cert, err = x509.ParseCertificate(der); err != nil {
		return err
	}
	a.der, a.key = der, key
	kb, err := x509.MarshalECPrivateKey(key)
	if err != nil {
		return err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return fmt.Errorf("certificate: %w", err)
	}
	// The key first: a certificate without one would be refused at the next start.
	if err := os.WriteFile(keyFile, pem.EncodeToMemory(&pem.Block{Type: "EC PRIVATE KEY", Bytes: kb}), 0o600); err != nil {
		return fmt.Errorf("certificate: %w", err)
	}
	if err := os.WriteFile(certFile, a.PEM(), 0o644); err != nil {
		return fmt.Errorf("certificate: %w", err)
	}
	return nil
}

func serial() *big.Int {
	n, err := rand.Int(rand.Reader, new(big.Int).Lsh(big.NewInt(1), 120))
	if err != nil {
		panic(err)
	}
	return n
}

func first(s []string, none string) string {
	if len(s) > 0 {
		return s[0]
	}
	return none
}

// PEM is the authority's certificate, to be trusted on devices. It holds no secret.
func (a *Authority) PEM() []byte {
	return pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: a.der})
}

// DER is the same as phones take it.
func (a *Authority) DER() []byte { return bytes.Clone(a.der) }

// Fingerprint is the SHA-256 of the certificate as devices show it: compared by eye, it
// proves that nobody on the network put another in its place.
func (a *Authority) Fingerprint() string {
	h := sha256.Sum256(a.der)
	var out []string
	for i := 0; i < len(h); i += 2 {
		out = append(out, fmt.Sprintf("%02X%02X", h[i], h[i+1]))
	}
	return strings.Join(out, " ")
}

// suites are those of TLS 1.2 that are taken: keys agreed anew for each line, and a cipher that
// also proves what it carries. TLS 1.3 has no others.
var suites = []uint16{tls.TLS_ECDHE_ECDSA_WITH_AES_128_GCM_SHA256, tls.TLS_ECDHE_ECDSA_WITH_AES_256_GCM_SHA384,
	tls.TLS_ECDHE_ECDSA_WITH_CHACHA20_POLY1305_SHA256}

// TLS is a configuration that signs a certificate for whatever name or address of this
// machine a device asks for: addresses change with the network.
func (a *Authority) TLS(known func(host string) bool) *tls.Config {
	return &tls.Config{MinVersion: tls.VersionTLS12, CipherSuites: suites, NextProtos: []string{"h2", "http/1.1"},
		GetCertificate: func(h *tls.ClientHelloInfo) (*tls.Certificate, error) {
			host := strings.ToLower(h.ServerName)
			if host == "" { // asked for by address
				at, ok := h.Conn.LocalAddr().(*net.TCPAddr)
				if !ok {
					return nil, errors.New("no address to certify")
				}
				host = at.IP.String()
			} else if !known(host) {
				return nil, fmt.Errorf("%q is not a name of this machine", host)
			}
			return a.leaf(host)
		}}
}

func (a *Authority) leaf(host string) (*tls.Certificate, error) {
	a.mu.Lock()
	defer a.mu.Unlock()
	if c := a.leaves[host]; c != nil && a.now().Before(c.Leaf.NotAfter.Add(-24*time.Hour)) {
		return c, nil
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return nil, err
	}
	// There is no common name: some clients hold one against the constraints on hosts' names,
	// whether it is an address or a sentence, and refuse a certificate for an address.
	t := &x509.Certificate{SerialNumber: serial(), Subject: pkix.Name{Organization: []string{"Gnomon, local"}, OrganizationalUnit: []string{host}},
		NotBefore: a.now().Add(-time.Hour), NotAfter: a.now().Add(leafFor),
		KeyUsage: x509.KeyUsageDigitalSignature, ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}}
	if ip := net.ParseIP(host); ip != nil {
		t.IPAddresses = []net.IP{ip}
	} else {
		t.DNSNames = []string{host}
	}
	der, err := x509.CreateCertificate(rand.Reader, t, a.cert, &key.PublicKey, a.key)
	if err != nil {
		return nil, err
	}
	leaf, err := x509.ParseCertificate(der)
	if err != nil {
		return nil, err
	}
	c := &tls.Certificate{Certificate: [][]byte{der, a.der}, PrivateKey: key, Leaf: leaf}
	a.leaves[host] = c
	return c, nil
}
