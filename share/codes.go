package share

import (
	"crypto/rand"
	"crypto/sha256"
	"crypto/subtle"
	"encoding/base64"
	"encoding/hex"
	"fmt"
	"math/big"
	"slices"
	"strings"
	"sync"
	"time"
)

// How long a code holds, and how often one may be wrong.
const (
	CodeFor    = 5 * time.Minute
	WrongHere  = 5  // wrong codes from one address before it is shut out
	WrongInAll = 10 // wrong codes from anywhere before somebody counts as guessing
	ShutOutFor = 10 * time.Minute
	MostCodes  = 20
	mostHeard  = 4096 // addresses remembered
)

// Grant is what a code gives: to whom, what, for which job (none for the whole shop),
// and until when.
type Grant struct {
	Name   string
	Rights Rights
	Job    string
	Until  time.Time
}

// Code is a code that is open.
type Code struct {
	ID     string
	Digits string
	Until  time.Time
	Grant  Grant
}

// Refusal is why a code does not let anybody in.
type Refusal struct {
	ShutOut bool
	Wait    time.Duration // until the address may try again
}

func (r *Refusal) Error() string {
	if r.ShutOut {
		return fmt.Sprintf("too many wrong codes from here; try again in %d minutes", int(r.Wait/time.Minute)+1)
	}
	return "this code lets nobody in: it is mistyped, used or older than five minutes; have the desk make a new one"
}

// A code is eight digits. While somebody guesses, from however many addresses, it is twelve:
// they are typed in one breath more, and are not found in five minutes at any rate that this
// answers at, so that nobody need be shut out for the guesser's sake.
const (
	digits     = 8
	longDigits = 12
)

// Codes are the codes that are open, and who has guessed at them. The zero value is
// ready. It is safe for use by many goroutines.
type Codes struct {
	mu      sync.Mutex
	open    []Code
	wrong   int       // since the oldest open code was made
	guessed time.Time // when somebody who guesses was last heard of
	heard   map[string]*guesses
}

// Guessing tells whether somebody has been guessing at codes a short time ago.
func (c *Codes) Guessing(now time.Time) bool {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.guessing(now)
}

// Digits are how many a code has that is open or made now.
func (c *Codes) Digits(now time.Time) int {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.sweep(now)
	if c.guessing(now) || slices.ContainsFunc(c.open, func(k Code) bool { return len(k.Digits) == longDigits }) {
		return longDigits
	}
	return digits
}

func (c *Codes) guessing(now time.Time) bool {
	return !c.guessed.IsZero() && now.Sub(c.guessed) < ShutOutFor
}

type guesses struct {
	wrong int
	since time.Time
}

// Make opens a code.
func (c *Codes) Make(g Grant, now time.Time) Code {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.sweep(now)
	if len(c.open) == 0 {
		c.wrong = 0
	}
	if len(c.open) >= MostCodes {
		c.open = c.open[1:]
	}
	k := Code{ID: Secret()[:12], Until: now.Add(CodeFor), Grant: g}
	many, most := digits, int64(1e8)
	if c.guessing(now) {
		many, most = longDigits, 1e12
	}
	for k.Digits == "" || c.find(k.Digits) >= 0 {
		n, err := rand.Int(rand.Reader, big.NewInt(most))
		if err != nil {
			panic(err) // without chance there is no safety
		}
		k.Digits = fmt.Sprintf("%0*d", many, n)
	}
	c.open = append(c.open, k)
	return k
}

// Open lists the open codes.
func (c *Codes) Open(now time.Time) []Code {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.sweep(now)
	return append([]Code{}, c.open...)
}

// Cancel closes a code.
func (c *Codes) Cancel(id string) {
	c.mu.Lock()
	defer c.mu.Unlock()
	for i, k := range c.open {
		if k.ID == id {
			c.open = append(c.open[:i:i], c.open[i+1:]...)
			return
		}
	}
}

// Use takes a code, once. The error is *Refusal.
func (c *Codes) Use(digits, from string, now time.Time) (Grant, error) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.sweep(now)
	g := c.heard[from]
	if g != nil && g.wrong >= WrongHere {
		return Grant{}, &Refusal{ShutOut: true, Wait: ShutOutFor - now.Sub(g.since)}
	}
	if i := c.find(strings.NewReplacer(" ", "", "-", "").Replace(digits)); i >= 0 {
		k := c.open[i]
		c.open = append(c.open[:i:i], c.open[i+1:]...)
		delete(c.heard, from)
		return k.Grant, nil
	}
	c.missed(from, g, now)
	return Grant{}, &Refusal{}
}

// missed counts a wrong code. The tenth ends the short codes that are open; long ones stay.
func (c *Codes) missed(from string, g *guesses, now time.Time) {
	if c.heard == nil {
		c.heard = map[string]*guesses{}
	}
	if g == nil {
		if len(c.heard) >= mostHeard {
			clear(c.heard) // a flood of addresses: the count over all still holds
		}
		g = &guesses{}
		c.heard[from] = g
	}
	g.wrong++
	g.since = now
	c.wrong++
	if c.wrong >= WrongInAll || c.guessing(now) {
		c.guessed, c.wrong = now, 0
		c.open = slices.DeleteFunc(c.open, func(k Code) bool { return len(k.Digits) == digits })
	}
}

func (c *Codes) find(digits string) int {
	at := -1
	for i, k := range c.open { // all of them, so that the time taken tells nothing
		if subtle.ConstantTimeCompare([]byte(k.Digits), []byte(digits)) == 1 {
			at = i
		}
	}
	return at
}

func (c *Codes) sweep(now time.Time) {
	kept := c.open[:0:0]
	for _, k := range c.open {
		if now.Before(k.Until) {
			kept = append(kept, k)
		}
	}
	c.open = kept
	for from, g := range c.heard {
		if now.Sub(g.since) >= ShutOutFor {
			delete(c.heard, from)
		}
	}
}

// Secret is what a device is known by: 32 random bytes as text.
func Secret() string {
	var b [32]byte
	if _, err := rand.Read(b[:]); err != nil {
		panic(err)
	}
	return base64.RawURLEncoding.EncodeToString(b[:])
}

// Hash is what is kept of a secret.
func Hash(secret string) string {
	h := sha256.Sum256([]byte(secret))
	return hex.EncodeToString(h[:])
}
