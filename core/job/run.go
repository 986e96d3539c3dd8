package job

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/measure"
)

// Run is a moulding that follows the room at a level, over all of its walls or over a
// stretch of them.
type Run struct {
	ID       string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Moulding string `json:"moulding" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Level    Level  `json:"level,omitempty" enum:"floor,rail,ceiling" default:"floor"`
	RunFacts
}

// RunFacts are what else is said of a run. First and Last are the walls that it begins
// and ends on, going right; none is all of them. On is the run that it lands on, whose
// moulding it stands proud by; Proud is what else it stands proud by; Below is how far
// its top hangs under the ceiling.
type RunFacts struct {
	First    string `json:"first,omitempty" of:"wall" maxLength:"200"`
	Last     string `json:"last,omitempty" of:"wall" maxLength:"200"`
	LeftEnd  string `json:"left_end,omitempty" enum:",stop,return"`
	RightEnd string `json:"right_end,omitempty" enum:",stop,return"`
	On       string `json:"on,omitempty" of:"run" maxLength:"80"`
	Proud    *Entry `json:"proud,omitempty"`
	Below    *Entry `json:"below,omitempty"`
}

func (k *Run) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "run "+k.ID, entriesIn(k)...)
}

// Whole tells whether the run goes over all walls of its room.
func (k *Run) Whole() bool { return k.First == "" && k.Last == "" }

// Over are the indices of the walls that the run goes over, going right from its first
// to its last, and past the room's own beginning where that is closed.
func (r *Room) Over(k *Run) []int {
	n := len(r.Walls)
	at := func(id string, none int) int {
		if i := slices.IndexFunc(r.Walls, func(w Wall) bool { return w.ID == id }); i >= 0 {
			return i
		}
		return none
	}
	first, last := at(k.First, 0), at(k.Last, n-1)
	if last < first {
		if !r.Closed {
			return nil
		}
		last += n
	}
	var out []int
	for i := first; i <= last; i++ {
		out = append(out, i%n)
	}
	return out
}

// Under is the run that another lands on, nil where that lands on the wall.
func (r *Room) Under(k *Run) *Run {
	return find(r.Runs, func(o *Run) bool { return k.On != "" && o.ID == k.On })
}

func (c *checker) run(j *Job, r *Room, k *Run) {
	thing := c.id("run", k.ID)
	if j.Moulding(k.Moulding) == nil {
		c.refuse(thing, "moulding", k.Moulding, "no such moulding in the job", "name one of the job's mouldings")
	}
	c.text(thing, "first", k.First)
	c.text(thing, "last", k.Last)
	for _, n := range entriesIn(k) {
		if n.e != nil && (n.e.Length < 0 || n.e.Length > 10*measure.Foot) {
			c.refuse(thing, n.field, n.e.Text, "is no such distance", "give 0 or more")
		}
	}
	seen := map[string]bool{k.ID: true}
	for at := k; at.On != ""; {
		o := r.Under(at)
		if o == nil {
			c.refuse(thing, "on", at.On, "no such run in its room", "name a run of the same room, or none")
			return
		}
		if seen[o.ID] {
			c.refuse(thing, "on", k.On, "the runs land on one another in a ring", "let one of them land on the wall")
			return
		}
		seen[o.ID], at = true, o
	}
}

// ByHand is a length set by the carpenter: a number, or none where the piece was marked
// in place; with who decided and why.
type ByHand struct {
	Piece   string `json:"piece" required:"true" maxLength:"200"`
	Length  *Entry `json:"length,omitempty"`
	InPlace bool   `json:"in_place,omitempty"`
	By      string `json:"by,omitempty" maxLength:"200"`
	Why     string `json:"why,omitempty" maxLength:"200"`
	At      string `json:"at,omitempty" maxLength:"200" doc:"RFC 3339, UTC"`
}

func (h *ByHand) entries(f func(thing, field string, e *Entry) error) error {
	return each(f, "length by hand of "+h.Piece, entriesIn(h)...)
}

// Copy copies it with its length.
func (h ByHand) Copy() ByHand {
	return copied(h)
}

// ByPiece orders lengths set by hand.
func ByPiece(a, b ByHand) int { return strings.Compare(a.Piece, b.Piece) }

// Hand finds what was set by hand for a piece.
func (j *Job) Hand(piece string) *ByHand {
	return find(j.ByHand, func(h *ByHand) bool { return h.Piece == piece })
}

func (c *checker) byHand(h *ByHand) {
	thing := "length by hand of " + h.Piece
	c.text(thing, "piece", h.Piece)
	if h.Piece == "" || c.seen[thing] {
		c.refuse(thing, "piece", h.Piece, "must name a piece, once", "keep one for each piece")
	}
	c.seen[thing] = true
	if h.InPlace == (h.Length != nil) {
		c.refuse(thing, "length", "", "is either a length or marked in place", "give the one or the other")
	}
	if h.Length != nil {
		c.positive(thing, "length", *h.Length)
		if h.Length.Length > measure.MaxLength {
			c.refuse(thing, "length", h.Length.Text, "is longer than any building", "check its unit")
		}
	}
	for field, v := range map[string]string{"by": h.By, "why": h.Why, "at": h.At} {
		c.text(thing, field, v)
	}
}

// maxPutAway are more cautions than there are.
const maxPutAway = 50

func (c *checker) putAway(codes []string) {
	if len(codes) > maxPutAway {
		c.refuse("job", "put_away", fmt.Sprint(len(codes)), "too many", "name each caution once")
	}
	for _, v := range codes {
		if !idPattern.MatchString(v) {
			c.refuse("job", "put_away", v, "names no caution", "name one by its code")
		}
	}
}
