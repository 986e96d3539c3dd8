package decide

import (
	"fmt"
	"slices"

	"gnomon/core/effort"
	"gnomon/core/measure"
)

// Hold is a length of stick for scarfed parts: what it gives a part at most, what it
// costs in cents, and how many there are, negative for as many as wanted.
type Hold struct {
	Length    measure.Length
	Price     int64
	Available int
}

// Long is a piece longer than any stick. Lengths are told at its back, places from its
// left end.
type Long struct {
	Label  string
	Length measure.Length
	Least  measure.Length   // the shortest part
	Sticks []Hold           // any order
	Studs  []measure.Length // that it passes, nil where none are known
	Below  []measure.Length // scarfs of the run below or above
	Joint  int64            // cents for making one scarf
	Unit   measure.Unit
	Effort *effort.Effort // a step is one part looked at; nil for no bound
}

// Division is where a long piece is scarfed.
type Division struct {
	At      []measure.Length
	OnStuds bool
	Reason  string
}

// apart is how far scarfs of runs that hang over one another keep: a stud bay.
const apart = 16 * measure.Inch

// mostParts is how many parts a piece is made of at most.
const mostParts = 40

// Divide chooses where a long piece is scarfed: in as few parts as the sticks allow, or
// one more where that costs less; over studs where they are known; no part shorter than
// the least, so that no scarf comes near a corner; a stud bay away from the scarfs of the
// run below where there is a choice; and else as even as can be. The price of a part is
// that of the cheapest stick that gives it, a fixed estimate. ok is false where no
// division holds.
func Divide(l Long) (d Division, ok bool) {
	best := int64(-1)
	try := func(places []measure.Length, studs bool) {
		for _, n := range l.numbers() {
			at, cost, found := l.divided(n, places, l.Sticks)
			if !found {
				continue
			}
			cost += l.Joint * int64(n-1)
			if best < 0 || cost < best {
				best, d, ok = cost, Division{At: at, OnStuds: studs}, true
			}
		}
	}
	if len(l.Studs) > 0 {
		try(l.Studs, true)
	}
	if !ok {
		try(nil, false)
	}
	if !ok {
		return Division{}, false
	}
	divided := fmt.Sprintf("in %s as even as the sticks allow", count(len(d.At)+1, "part"))
	switch {
	case d.OnStuds:
		divided = fmt.Sprintf("in %s, each joint over a stud", count(len(d.At)+1, "part"))
	case len(l.Studs) > 0:
		divided += ", no stud lying where a joint could be"
	}
	d.Reason = fmt.Sprintf("%s is longer than any stick: %s.", l.Label, divided)
	return d, true
}

// numbers are the fewest parts, and one more.
func (l *Long) numbers() []int {
	most := measure.Length(0)
	for _, h := range l.Sticks {
		if h.Available != 0 {
			most = max(most, h.Length)
		}
	}
	if most <= 0 {
		return nil
	}
	n := max(2, int((l.Length+most-1)/most))
	if n > mostParts {
		return nil
	}
	return []int{n, min(n+1, mostParts)}
}

// divided places n−1 joints among places, or near the even ones where none are told, at
// the least price, then with the fewest near scarfs below, then most even. Where more
// sticks of one length are asked for than there are, it does without some of them.
func (l *Long) divided(n int, places []measure.Length, sticks []Hold) ([]measure.Length, int64, bool) {
	at, cost, ok := l.walk(n, places, sticks)
	if !ok || l.Effort.Out() {
		return nil, 0, false
	}
	// Longest parts first, each from the cheapest that is left.
	parts := partsOf(at, l.Length)
	slices.SortFunc(parts, func(a, b measure.Length) int { return int(b/measure.Sixtyfourth - a/measure.Sixtyfourth) })
	left := slices.Clone(sticks)
	sum := int64(0)
	for _, p := range parts {
		i := cheapest(left, p)
		if i < 0 {
			// The one that ran out holds parts no more: without it, where that does.
			for k := range sticks {
				if sticks[k].Available > 0 && left[k].Available == 0 {
					fewer := slices.Delete(slices.Clone(sticks), k, k+1)
					if at, cost, ok := l.divided(n, places, fewer); ok {
						return at, cost, true
					}
				}
			}
			return nil, 0, false
		}
		sum += left[i].Price
		if left[i].Available > 0 {
			left[i].Available--
		}
	}
	return at, max(cost, sum), true
}

func partsOf(at []measure.Length, whole measure.Length) []measure.Length {
	var out []measure.Length
	from := measure.Length(0)
	for _, to := range append(slices.Clone(at), whole) {
		out = append(out, to-from)
		from = to
	}
	return out
}

// cheapest is the stick that costs least for a part, -1 where none gives it.
func cheapest(sticks []Hold, part measure.Length) int {
	best := -1
	for i, h := range sticks {
		if h.Available != 0 && h.Length >= part && (best < 0 || h.Price < sticks[best].Price) {
			best = i
		}
	}
	return best
}

// worth orders ways to divide: price, joints near those below, unevenness.
type worth struct {
	cents  int64
	near   int
	uneven float64
}

func (a worth) less(b worth) bool {
	if a.cents != b.cents {
		return a.cents < b.cents
	}
	if a.near != b.near {
		return a.near < b.near
	}
	return a.uneven < b.uneven-1e-9
}

// spread is how many places, a hand apart, are tried to each side of an even joint.
const (
	spread = 9
	hand   = 4 * measure.Inch
)

// walk goes along the piece joint by joint and keeps the best way to each place.
func (l *Long) walk(n int, places []measure.Length, sticks []Hold) ([]measure.Length, int64, bool) {
	even := l.Length / measure.Length(n)
	most := measure.Length(0)
	for _, h := range sticks {
		most = max(most, h.Length)
	}
	type way struct {
		at   measure.Length
		w    worth
		from int
	}
	price := func(part measure.Length) (int64, bool) {
		if part < l.Least {
			return 0, false
		}
		i := cheapest(sticks, part)
		if i < 0 {
			return 0, false
		}
		return sticks[i].Price, true
	}
	levels := [][]way{{{}}}
	for k := 1; k <= n; k++ {
		var options []measure.Length
		switch {
		case k == n:
			options = []measure.Length{l.Length}
		case places != nil:
			options = places
		default:
			for d := -spread; d <= spread; d++ {
				options = append(options, (even*measure.Length(k)).Whole(measure.Inch)+measure.Length(d)*hand)
			}
			for _, h := range sticks { // a whole stick first, or last
				options = append(options, (h.Length * measure.Length(k)).Whole(measure.Sixtyfourth), l.Length-h.Length*measure.Length(n-k))
			}
		}
		var level []way
		for _, at := range options {
			if at > most*measure.Length(k) || l.Length-at > most*measure.Length(n-k) {
				continue // no sticks reach there, or from there
			}
			if !l.Effort.Spend(int64(len(levels[k-1]) * (len(sticks) + len(l.Below)))) {
				return nil, 0, false
			}
			best, found := way{at: at}, false
			for i, before := range levels[k-1] {
				cents, ok := price(at - before.at)
				if !ok {
					continue
				}
				w := before.w
				w.cents += cents
				off := (at - before.at - even).Inches()
				w.uneven += off * off
				if k < n && slices.ContainsFunc(l.Below, func(b measure.Length) bool { return (b - at).Abs() < apart }) {
					w.near++
				}
				if !found || w.less(best.w) {
					best, found = way{at, w, i}, true
				}
			}
			if found {
				level = append(level, best)
			}
		}
		if len(level) == 0 {
			return nil, 0, false
		}
		levels = append(levels, level)
	}
	end := levels[n][0]
	out := make([]measure.Length, n-1)
	for k, i := n-1, end.from; k > 0; k-- {
		out[k-1] = levels[k][i].at
		i = levels[k][i].from
	}
	return out, end.w.cents, true
}
