package nest

import (
	"fmt"

	"gnomon/core/measure"
)

// Placed is a piece on a stick: where its ends stand on the back line.
type Placed struct {
	Piece    string
	From, To measure.Length
}

// Stick is one stick or offcut with what is cut from it, left to right.
type Stick struct {
	Stock  string
	Pieces []Placed
	// Leftover is what is left past the last piece: the blade takes its kerf of
	// that, where it is cut off there.
	Leftover measure.Length
}

// Solution is a plan of what to cut from what.
type Solution struct {
	Sticks []Stick
	// Splits are the places, from their left ends, at which pieces too long for
	// any stick are divided; their parts are named by PartID.
	Splits map[string][]measure.Length
	Cost   int64 // cents
	Count  int   // sticks bought
	// No layout can cost less, or take fewer sticks, than these.
	LeastCost  int64
	LeastCount int
	Proved     bool // the cost meets its bound
	Work       int64
	Cancelled  bool // the search was stopped before its effort was spent
}

// TooLong is a piece that fits no stick it may be cut from.
type TooLong struct {
	Piece  string
	Length measure.Length
	Room   measure.Length // the most there is in one stick
}

func (e *TooLong) Error() string {
	if e.Room <= 0 {
		return fmt.Sprintf("piece %s: every stick is barred for it; allow one", e.Piece)
	}
	return fmt.Sprintf("piece %s takes %s and the longest stick gives %s; add a longer stick, or make it of two joined by a scarf", e.Piece, e.Length.FeetInches(),
		e.Room.FeetInches())
}

// TooFew are pieces for which no stick is left.
type TooFew struct{ Pieces []string }

func (e *TooFew) Error() string {
	return fmt.Sprintf("too few sticks: nothing is left for %s; make more available", names(e.Pieces))
}

func names(ids []string) string {
	const most = 5
	s := ""
	for i, id := range ids {
		if i == most {
			return s + fmt.Sprintf(" and %d more", len(ids)-most)
		}
		if i > 0 {
			s += ", "
		}
		s += "piece " + id
	}
	return s
}

// Verify checks a layout against the problem by the rule of the package: every
// piece on one stick, in the stick over its whole width, clear of its
// neighbours, and no more of a stock than there is. The error names what is wrong.
func (p *Problem) Verify(l Solution) error {
	d, err := p.divided(l.Splits)
	if err != nil {
		return err
	}
	p = &d
	pieces := map[string]Piece{}
	for _, q := range p.Pieces {
		pieces[q.ID] = q
	}
	stocks := map[string]Stock{}
	for _, s := range p.Stocks {
		stocks[s.ID] = s
	}
	used := map[string]int{}
	for i, st := range l.Sticks {
		s, ok := stocks[st.Stock]
		if !ok {
			return fmt.Errorf("stick %d: there is no stock %s", i+1, st.Stock)
		}
		used[s.ID]++
		if n := s.there(); n >= 0 && used[s.ID] > n {
			return fmt.Errorf("stick %d: only %d of %s are there", i+1, n, s.ID)
		}
		at := p.start(s)
		for _, c := range st.Pieces {
			q, ok := pieces[c.Piece]
			if !ok {
				return fmt.Errorf("stick %d: there is no piece %s to place, or it stands twice", i+1, c.Piece)
			}
			delete(pieces, c.Piece)
			if c.To-c.From != q.Length {
				return fmt.Errorf("stick %d: piece %s has %s and needs %s", i+1, q.ID, c.To-c.From, q.Length)
			}
			for _, b := range q.Barred {
				if b == s.ID {
					return fmt.Errorf("stick %d: piece %s must not be cut from %s", i+1, q.ID, s.ID)
				}
			}
			if least := p.after(at, q.Left); c.From < least {
				return fmt.Errorf("stick %d: piece %s begins at %s and can begin at %s", i+1, q.ID, c.From, least)
			}
			at = edge{at: c.To, end: q.Right, cut: true}
		}
		if end := p.finish(s, at); end > s.Length {
			return fmt.Errorf("stick %d: the last piece reaches %s past its end", i+1, end-s.Length)
		}
	}
	for _, q := range p.Pieces {
		if _, left := pieces[q.ID]; left {
			return fmt.Errorf("piece %s is on no stick", q.ID)
		}
	}
	return nil
}

// edge is where the wood before a place on the stick ends.
type edge struct {
	at  measure.Length
	end End
	cut bool // by the blade, which takes its kerf
}

func (p *Problem) start(s Stock) edge {
	if s.CutLeft != nil {
		return edge{end: *s.CutLeft, cut: true}
	}
	return edge{at: p.Trim}
}

// after is where a left end can begin past the edge.
func (p *Problem) after(e edge, left End) measure.Length {
	x := e.at + p.wedge(e.end, left)
	if e.cut {
		x += p.kerf(e.end)
	}
	return x
}

// finish is how far the stick must reach for what stands before its right end.
func (p *Problem) finish(s Stock, e edge) measure.Length {
	if !e.cut { // nothing on it
		return e.at
	}
	if s.CutRight != nil {
		return e.at + p.wedge(e.end, *s.CutRight) + p.kerf(e.end)
	}
	return e.at + p.wedge(e.end, End{}) + p.Trim
}
