package nest

import (
	"fmt"
	"math"

	"gnomon/core/measure"
)

// Limits of a problem: more is a slip, or a job to split.
const (
	MaxPieces = 2000
	MaxStocks = 500
	maxPrice  = 1_000_000_00 // cents
)

// Unlimited is the Available of a stock that can be bought as needed.
const Unlimited = -1

// End is the slant of a piece's end: S along the stick for each unit out from
// the back, R for each unit up.
type End struct{ S, R float64 }

// Piece is one piece to cut. Length is told at the back, bottom edge.
type Piece struct {
	ID          string
	Length      measure.Length
	Left, Right End
	Barred      []string // ids of stocks that it must not be cut from
	Scarf       *Scarf   // how it may be divided, where it fits no stick whole
}

// Stock is a kind of stick to buy, or an offcut or the rest of a stick that is
// at hand.
type Stock struct {
	ID        string
	Length    measure.Length
	Price     int64 // cents each
	Available int   // how many there are, or Unlimited
	OnHand    bool  // costs nothing and is not counted; there is one
	// The ends of the rest of a stick, where pieces beside it are cut already:
	// the left one is the right end of the piece before it, and the other way
	// about. The blade takes its kerf there; nothing is trimmed.
	CutLeft, CutRight *End
}

// Problem is what to fit. Trim is taken off both ends of each stick and
// includes its own cut.
type Problem struct {
	Stocks     []Stock
	Pieces     []Piece
	Kerf       measure.Length
	Trim       measure.Length
	Projection measure.Length
	Height     measure.Length
}

// Invalid says what in a problem cannot be taken, and the way out.
type Invalid struct{ Thing, Reason, Remedy string }

func (e *Invalid) Error() string { return e.Thing + ": " + e.Reason + "; " + e.Remedy }

// Check refuses what no layout could be made of. The error is an *Invalid.
func (p *Problem) Check() error {
	bad := func(thing, reason, remedy string) error { return &Invalid{thing, reason, remedy} }
	if p.Kerf < 0 {
		return bad("kerf "+p.Kerf.String(), "is negative", "give the width the blade takes out, such as 1/8")
	}
	if p.Trim < 0 {
		return bad("end trim "+p.Trim.String(), "is negative", "give what is cut off each end of a stick, or 0")
	}
	if p.Projection < 0 || p.Height < 0 {
		return bad("projection", "is negative", "give how far the moulding stands out from the wall")
	}
	if len(p.Pieces) > MaxPieces {
		return bad(fmt.Sprintf("%d pieces", len(p.Pieces)), "are too many for one plan", fmt.Sprintf("fit %d at most, room by room", MaxPieces))
	}
	if len(p.Stocks) > MaxStocks {
		return bad(fmt.Sprintf("%d sticks and offcuts", len(p.Stocks)), "are too many to choose from", fmt.Sprintf("list %d at most", MaxStocks))
	}
	if len(p.Stocks) == 0 {
		return bad("sticks", "there are none to cut from", "give at least one stick length or offcut")
	}
	seen := map[string]bool{}
	for _, s := range p.Stocks {
		name := "stick " + s.ID
		switch {
		case seen[s.ID]:
			return bad(name, "is listed twice", "list each once, with how many there are")
		case s.Length <= 0:
			return bad(name, "has no length", "give how long it is")
		case s.Length > measure.MaxLength:
			return bad(name, "is longer than any building", "check its unit")
		case s.Price < 0 || s.Price > maxPrice:
			return bad(name, "has an impossible price", fmt.Sprintf("give from 0 to %d", maxPrice/100))
		case s.Available < Unlimited:
			return bad(name, "has an impossible number available", "give 0 or more, or leave it out where there are enough")
		case s.usable(p.Trim) <= 0:
			return bad(name, "nothing is left of it once "+p.Trim.String()+" is trimmed off each end", "trim less, or leave it out")
		}
		seen[s.ID] = true
	}
	ids := map[string]bool{}
	for _, q := range p.Pieces {
		name := "piece " + q.ID
		switch {
		case ids[q.ID]:
			return bad(name, "stands twice in the list", "give every piece a name of its own")
		case q.Length <= 0:
			return bad(name, "has no length", "measure it again")
		case q.Length > measure.MaxLength:
			return bad(name, "is longer than any building", "check its unit")
		case q.Length < p.Kerf:
			return bad(name, fmt.Sprintf("is %s long, shorter than the kerf of %s", q.Length.FeetInches(), p.Kerf.FeetInches()), "check its length and the kerf")
		}
		for _, e := range []End{q.Left, q.Right} {
			if !(math.Abs(e.S) <= 1000 && math.Abs(e.R) <= 1000) {
				return bad(name, "has an impossible slant", "give slopes as tangents, 0 for a square end")
			}
		}
		ids[q.ID] = true
	}
	return nil
}

// there is how many can be used.
func (s Stock) there() int {
	if s.OnHand {
		return 1
	}
	return s.Available
}

// usable is what is left of the stick between its trimmed or cut ends.
func (s Stock) usable(trim measure.Length) measure.Length {
	l := s.Length
	if s.CutLeft == nil {
		l -= trim
	}
	if s.CutRight == nil {
		l -= trim
	}
	return l
}
