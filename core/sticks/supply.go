package sticks

import (
	"cmp"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/piece"
)

// Supply is what to cut from what for one moulding, as its accepted layout has it.
type Supply struct {
	Moulding string
	Pieces   int            // to cut, all rooms
	Length   measure.Length // of these pieces, as they lie on sticks
	Laid     bool           // there is a layout
	Valid    bool           // and it still holds every piece
	Sticks   []Bar
	Cost     money.Cents // of the sticks bought
	Count    int
	Least    money.Cents // no layout costs less; of use where Bounded
	Bounded  bool        // the bound is for these pieces and prices
	Waste    measure.Length
	Offcuts  measure.Length // of the waste, what is long enough to keep
	Total    measure.Length // of the sticks
}

// Proved tells whether no layout can cost less.
func (s Supply) Proved() bool { return s.Valid && s.Bounded && s.Cost <= s.Least }

// Bar is a stick with where each piece stands on it.
type Bar struct {
	job.LaidStick
	On       []BarPiece
	Leftover measure.Length // past the last cut
	Finished bool           // every piece on it is cut
	Started  bool           // one is
	Fits     bool
}

// BarPiece is a piece on a stick; Piece is nil where the plan has none of its name.
type BarPiece struct {
	job.Laid
	Piece *piece.Piece
	Begun bool
}

// Offcut is what a stick leaves for the rack once its pieces are cut off: nothing
// where it is shorter than the job keeps, or the stick is bad.
func Offcut(j *job.Job, bar Bar) measure.Length {
	left := bar.Leftover
	if len(bar.On) > 0 || len(bar.Spoiled) > 0 {
		left -= j.Kerf()
	}
	if bar.Bad || left < j.Cutting.Keep.Length || left <= 0 {
		return 0
	}
	return left
}

// Fingerprint stands for all that a layout's bound depends on: pieces, stick
// lengths, prices and the blade.
func Fingerprint(j *job.Job, m *job.Moulding, pieces []*piece.Piece) string {
	h := sha256.New()
	c := j.Cutting
	fmt.Fprintln(h, j.Kerf(), c.EndTrim.Length, m.Out(), m.Tall())
	for _, s := range Problem(j, m).Stocks {
		fmt.Fprintln(h, int64(s.Length), s.Price, s.Available)
	}
	var lines []string
	for i := 0; i < len(pieces); i++ {
		p := pieces[i]
		id, length, last := p.ID, p.Back, p
		if p.Of != "" { // where it is divided is the layout's own choice
			id = p.Of
			for ; i+1 < len(pieces) && pieces[i+1].Of == id; i++ {
				last = pieces[i+1]
				length += last.Back
			}
		}
		lines = append(lines, fmt.Sprintln(id, int64(length), p.Left.Slope, last.Right.Slope, p.Left.Rise, last.Right.Rise))
	}
	slices.Sort(lines)
	fmt.Fprint(h, lines)
	return hex.EncodeToString(h.Sum(nil)[:12])
}

// Spare tells whether the stick is kept whole against miscuts.
func (b Bar) Spare() bool { return len(b.On) == 0 && len(b.Spoiled) == 0 && b.Source == "" && !b.Bad }

// Origin is where a laid stick came from: bought, rack or miscut.
func Origin(s job.LaidStick) string {
	switch {
	case strings.HasPrefix(s.Source, SourceRack):
		return "rack"
	case strings.HasPrefix(s.Source, SourceMiscut):
		return "miscut"
	}
	return "bought"
}

// Lot is so many sticks of one length, bought together.
type Lot struct {
	Length measure.Length
	Count  int
	Cost   money.Cents
}

// Lots are the sticks bought, by length, longest first.
func (s Supply) Lots() []Lot {
	var out []Lot
	for _, b := range s.Sticks {
		if b.Source != "" {
			continue
		}
		i := slices.IndexFunc(out, func(l Lot) bool { return l.Length == b.Length })
		if i < 0 {
			i = len(out)
			out = append(out, Lot{Length: b.Length})
		}
		out[i].Count++
		out[i].Cost += b.Price
	}
	slices.SortFunc(out, func(a, b Lot) int { return cmp.Compare(b.Length, a.Length) })
	return out
}

// WasteCost is what the waste of the sticks bought cost.
func (s Supply) WasteCost() money.Cents {
	if s.Total <= 0 {
		return 0
	}
	return s.Cost.Of(int64(s.Waste), int64(s.Total))
}

// WastePercent is the waste as a share of the sticks.
func (s Supply) WastePercent() money.Percent {
	if s.Total <= 0 {
		return 0
	}
	return money.Percent(money.Cents(100_00).Of(int64(s.Waste), int64(s.Total)))
}
