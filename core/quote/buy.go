package quote

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/nest"
	"gnomon/core/sticks"
	"gnomon/core/words"
)

// Buy is one way of buying a moulding.
type Buy struct {
	Way    string // job.BuyShare or job.BuyFit
	Sticks []Lot
	Count  int
	Cost   money.Cents
	Length measure.Length // of the sticks
	Short  string         // why it cannot be bought so, where it cannot
	Proved bool           // fitted, and no fit costs less
}

// Lot is so many sticks of one length.
type Lot struct {
	Length measure.Length
	Count  int
	Price  money.Cents // of one
}

// Cost of the lot.
func (l Lot) Cost() money.Cents { return money.Cents(l.Count) * l.Price }

// Choice is both ways of buying a moulding side by side.
type Choice struct {
	Quantity
	Share, Fit Buy
	Advised    string // the way that is safer here
	Why        string
	Chosen     string // the way the sheet goes by
	Measured   bool   // every piece is measured
	Missing    string // what has no price yet
}

// Taken is the way the sheet goes by.
func (c *Choice) Taken() *Buy {
	if c.Chosen == job.BuyFit {
		return &c.Fit
	}
	return &c.Share
}

// Difference tells in words how the fit compares with the share.
func (c *Choice) Difference(currency string) (sticks, amount string) {
	if c.Fit.Short != "" || c.Share.Short != "" {
		return "", ""
	}
	switch n := c.Share.Count - c.Fit.Count; {
	case n == 0:
		sticks = "as many sticks"
	case n > 0:
		sticks = words.Count(n, "stick") + " fewer fitted"
	default:
		sticks = words.Count(-n, "stick") + " more fitted"
	}
	switch d := c.Share.Cost - c.Fit.Cost; {
	case d == 0:
		amount = "the same money"
	case d > 0:
		amount = d.Text(currency) + " less fitted"
	default:
		amount = (-d).Text(currency) + " more fitted"
	}
	return sticks, amount
}

// quickWork bounds the fitting of a quick look: some tens of milliseconds.
const quickWork = nest.Second / 20

// few is up to how many pieces a room or two make: there the fit is safer.
const few = 12

// Choose works out both ways for a moulding.
func Choose(j *job.Job, q Quantity) Choice {
	c := Choice{Quantity: q, Share: share(j, q), Fit: fit(j, q), Measured: q.Rough == 0}
	more := c.Fit.Count > c.Share.Count || c.Fit.Cost > c.Share.Cost
	switch {
	case c.Fit.Short != "":
		c.Advised, c.Why = job.BuyShare, "The pieces cannot be fitted as the list of sticks stands."
	case c.Share.Short != "":
		c.Advised, c.Why = job.BuyFit, "The yard has too few sticks for a share on top."
	case more:
		c.Advised, c.Why = job.BuyFit, "Long walls leave offcuts too short for the others: the share would run out before the last wall."
	case c.Measured:
		c.Advised, c.Why = job.BuyFit, "Every wall is measured, so the fit can be trusted."
	case len(q.Pieces) <= few && q.Rooms <= 2:
		c.Advised, c.Why = job.BuyFit, "A few walls: one piece too many shows at once, and the fit wastes least."
	default:
		c.Advised, c.Why = job.BuyShare, fmt.Sprintf("%d of %d pieces go by rough lengths: a fit counts on every inch of them, a share forgives some.", q.Rough,
			len(q.Pieces))
	}
	c.Chosen = cmp.Or(q.Moulding.Buy, j.Rules.Buying, c.Advised)
	unpriced := slices.ContainsFunc(c.Taken().Sticks, func(l Lot) bool { return l.Price == 0 })
	unrated := q.Moulding.Rate == 0 && !q.Moulding.Is().Laid
	switch {
	case unpriced && unrated:
		c.Missing = "Its sticks have no price yet, nor has putting it up."
	case unpriced:
		c.Missing = "Some of its sticks have no price yet."
	case unrated:
		c.Missing = "Putting it up has no rate yet."
	}
	return c
}

// share buys the running length plus the waste share, in whole sticks: the longest,
// so that no wall is joined that need not be, and the last one as cheap as will do.
func share(j *job.Job, q Quantity) Buy {
	b := Buy{Way: job.BuyShare}
	kinds := sorted(q.Moulding)
	if len(kinds) == 0 {
		b.Short = "No stick lengths are listed for it."
		return b
	}
	need := q.Length + measure.Length(money.Cents(q.Length).Of(int64(j.Cutting.Share), 100_00))
	left := make([]int, len(kinds))
	for i, s := range kinds {
		left[i] = math.MaxInt
		if s.Available != nil {
			left[i] = *s.Available
		}
	}
	for i, s := range kinds {
		n := min(int(need/s.Length), left[i])
		left[i] -= n
		b.lot(s.Length, n, s.Price)
		need -= measure.Length(n) * s.Length
		if last := ending(kinds, left, need); need > 0 && last >= 0 {
			b.lot(kinds[last].Length, 1, kinds[last].Price)
			need = 0
		}
		if need <= 0 {
			break
		}
	}
	if need > 0 {
		b.Short = fmt.Sprintf("The yard has %s too little.", need.In(j.Unit))
	}
	b.spares(q, kinds)
	return b
}

// ending is the cheapest stick that holds what is still needed, or -1.
func ending(kinds []job.Stick, left []int, need measure.Length) int {
	best := -1
	for i, s := range kinds {
		if left[i] > 0 && s.Length >= need && (best < 0 || s.Price <= kinds[best].Price) {
			best = i
		}
	}
	return best
}

func sorted(m *job.Moulding) []job.Stick {
	kinds := slices.Clone(m.Sticks)
	slices.SortFunc(kinds, func(a, b job.Stick) int { return cmp.Compare(b.Length, a.Length) })
	return kinds
}

func (b *Buy) lot(l measure.Length, n int, price money.Cents) {
	if n == 0 {
		return
	}
	for i := range b.Sticks {
		if b.Sticks[i].Length == l && b.Sticks[i].Price == price {
			b.Sticks[i].Count += n
			n = 0
		}
	}
	if n > 0 {
		b.Sticks = append(b.Sticks, Lot{l, n, price})
	}
	b.Count, b.Cost, b.Length = 0, 0, 0
	for _, s := range b.Sticks {
		b.Count += s.Count
		b.Cost += s.Cost()
		b.Length += measure.Length(s.Count) * s.Length
	}
}

// spares adds the sticks kept whole against miscuts: of the shortest length that
// makes any piece.
func (b *Buy) spares(q Quantity, kinds []job.Stick) {
	if q.Moulding.Spares == 0 || len(kinds) == 0 {
		return
	}
	longest := q.Pieces[longestOf(q.Pieces)].Length
	at := 0
	for i, s := range kinds { // longest first
		if s.Length >= longest {
			at = i
		}
	}
	b.lot(kinds[at].Length, q.Moulding.Spares, kinds[at].Price)
}

// fit fits the pieces, square-ended, into sticks by a short search.
func fit(j *job.Job, q Quantity) Buy {
	b := Buy{Way: job.BuyFit}
	p := sticks.Problem(j, q.Moulding)
	slices.SortFunc(p.Stocks, func(a, b nest.Stock) int { return cmp.Compare(b.Length, a.Length) })
	scarf := sticks.Scarf(j, j.Rules.Scarf, false, nil)
	for i, piece := range q.Pieces {
		// What is shorter than the kerf is no piece; it comes off any offcut.
		if piece.Length > p.Kerf {
			p.Pieces = append(p.Pieces, nest.Piece{ID: fmt.Sprint(i), Length: piece.Length, Scarf: scarf})
		}
	}
	l, err := nest.Search(context.Background(), p, nest.Effort{Work: quickWork})
	if err != nil {
		b.Short = why(j, q, err)
		return b
	}
	b.Proved = l.Proved
	for _, st := range l.Sticks {
		for _, s := range p.Stocks {
			if s.ID == st.Stock {
				b.lot(s.Length, 1, money.Cents(s.Price))
			}
		}
	}
	b.spares(q, sorted(q.Moulding))
	return b
}

// why puts what hinders a fit in the words of the look.
func why(j *job.Job, q Quantity, err error) string {
	var long *nest.TooLong
	var few *nest.TooFew
	switch {
	case len(q.Moulding.Sticks) == 0:
		return "No stick lengths are listed for it."
	case errors.As(err, &long):
		return fmt.Sprintf("A piece of %s is longer than the sticks and cannot be made of parts.", long.Length.In(j.Unit))
	case errors.As(err, &few):
		return fmt.Sprintf("The yard has too few sticks: %d pieces would be left.", len(few.Pieces))
	}
	return err.Error()
}
