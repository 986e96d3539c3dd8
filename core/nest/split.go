package nest

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gnomon/core/measure"
)

// Scarf lets a piece that is longer than any stick be made of parts joined end
// to end. Slope is that of the joint's plane, the same for both parts.
type Scarf struct {
	Slope float64
	Least measure.Length // the shortest part
	// Places are where it may be divided, from the left end, in order; none is anywhere.
	Places []measure.Length
}

// maxParts is how many parts a piece is made of at most.
const maxParts = 40

// PartID names a part of a divided piece, counted from 1 at its left end.
func PartID(piece string, n int) string { return fmt.Sprintf("%s~%d", piece, n) }

// Parts divides a piece at places told from its left end. The error says which
// place cannot be.
func (q Piece) Parts(at []measure.Length) ([]Piece, error) {
	slope := 0.0
	if q.Scarf != nil {
		slope = q.Scarf.Slope
	}
	var out []Piece
	from := measure.Length(0)
	for n, to := range append(slices.Clone(at), q.Length) {
		if to <= from {
			return nil, fmt.Errorf("piece %s: part %d would end at %s and begins at %s", q.ID, n+1, to, from)
		}
		part := Piece{ID: PartID(q.ID, n+1), Length: to - from, Left: End{S: slope}, Right: End{S: slope}, Barred: q.Barred}
		if n == 0 {
			part.Left = q.Left
		}
		if n == len(at) {
			part.Right = q.Right
		}
		out = append(out, part)
		from = to
	}
	return out, nil
}

// divided is the problem with some pieces in parts.
func (p *Problem) divided(splits map[string][]measure.Length) (Problem, error) {
	out := *p
	if len(splits) == 0 {
		return out, nil
	}
	out.Pieces = nil
	for _, q := range p.Pieces {
		at := splits[q.ID]
		if len(at) == 0 {
			out.Pieces = append(out.Pieces, q)
			continue
		}
		parts, err := q.Parts(at)
		if err != nil {
			return out, err
		}
		out.Pieces = append(out.Pieces, parts...)
	}
	return out, nil
}

// Fits tells whether a piece can be cut from some stick by itself.
func (p *Problem) Fits(q Piece) bool {
	for _, s := range p.Stocks {
		if s.there() == 0 || slices.Contains(q.Barred, s.ID) {
			continue
		}
		to := p.after(p.start(s), q.Left) + q.Length
		if p.finish(s, edge{at: to, end: q.Right, cut: true}) <= s.Length {
			return true
		}
	}
	return false
}

// longest is the most that one stick which can be bought gives a piece.
func (p *Problem) longest(q Piece) measure.Length {
	most, any := measure.Length(0), measure.Length(0)
	for _, s := range p.Stocks {
		if slices.Contains(q.Barred, s.ID) {
			continue
		}
		any = max(any, s.usable(p.Trim))
		if !s.OnHand && s.there() != 0 {
			most = max(most, s.usable(p.Trim))
		}
	}
	if most == 0 {
		return any
	}
	return most
}

// divide chooses where the pieces that fit no stick are divided: in as few parts
// as can be, at the places that let a quick layout of all pieces do best.
func (p *Problem) divide(work *meter) (map[string][]measure.Length, error) {
	splits := map[string][]measure.Length{}
	var long []Piece
	for _, q := range p.Pieces {
		if q.Scarf == nil || p.Fits(q) {
			continue
		}
		long = append(long, q)
		options := p.places(q, nil)
		if len(options) == 0 {
			return nil, &TooLong{q.ID, q.Length, p.longest(q)}
		}
		splits[q.ID] = options[0]
	}
	quick := func() (worth, []bin, *model) {
		d, err := p.divided(splits)
		if err != nil {
			return worth{cost: 1 << 62}, nil, nil
		}
		m, err := newModel(&d)
		if err != nil {
			return worth{cost: 1 << 62}, nil, nil
		}
		s := &search{m: m, work: work}
		bins, _ := m.firstOf(s.all(), s.limits(), work, m.cheapest)
		return m.worth(bins), bins, m
	}
	for _, q := range long {
		best, bins, m := quick()
		var left []measure.Length
		for _, b := range bins {
			left = append(left, measure.Length(b.left-m.least))
		}
		kept := splits[q.ID]
		for _, at := range p.places(q, left) {
			splits[q.ID] = at
			if w, _, _ := quick(); w.compare(best) < 0 {
				best, kept = w, at
			}
		}
		splits[q.ID] = kept
	}
	return splits, nil
}

// places lists ways to divide a piece into as few parts as can be: in equal
// parts, the whole sticks first or last, and with an end part that just fits
// what is left of other sticks.
func (p *Problem) places(q Piece, left []measure.Length) [][]measure.Length {
	slant, ends := p.slants(q)
	room := p.longest(q) - slant - ends // what the parts can have, told at the back
	least := max(q.Scarf.Least, p.Kerf, 1)
	if room < least {
		return nil
	}
	n := int((q.Length + room - 1) / room)
	if n < 2 {
		n = 2
	}
	if n > maxParts || q.Length < measure.Length(n)*least {
		return nil
	}
	if at := placed(q, n, least, room); len(at) > 0 {
		return at
	}
	var out [][]measure.Length
	take := func(first, last measure.Length) { // the rest in equal parts
		first, last = min(max(first, least), room), min(max(last, least), room)
		at := []measure.Length{first}
		if n == 2 {
			if r := q.Length - first; r < least || r > room {
				return
			}
		} else {
			rest := q.Length - first - last
			each := rest / measure.Length(n-2)
			if each < least || each > room || rest-each*measure.Length(n-3) > room {
				return
			}
			for range n - 3 {
				at = append(at, at[len(at)-1]+each)
			}
			at = append(at, q.Length-last)
		}
		out = append(out, at)
	}
	even := (q.Length / measure.Length(n)).Whole(measure.Inch)
	take(even, even)
	if len(out) == 0 {
		take(q.Length/measure.Length(n), q.Length/measure.Length(n))
	}
	rest := q.Length - room*measure.Length(n-1)
	take(room, rest)
	take(max(least, rest), room)
	sizes := slices.Clone(left)
	for _, s := range p.Stocks {
		sizes = append(sizes, s.usable(p.Trim)-slant-ends)
	}
	slices.Sort(sizes)
	for _, l := range slices.Compact(sizes) {
		for _, x := range []measure.Length{l, l - slant} {
			x = x.Whole(measure.Sixtyfourth)
			if x < least || x > room || q.Length-x < least {
				continue
			}
			if n == 2 {
				take(x, q.Length-x)
				take(q.Length-x, x)
				continue
			}
			take(x, (q.Length-x)/measure.Length(n-1))
			take((q.Length-x)/measure.Length(n-1), x)
		}
	}
	return out
}

// slants are what a part loses of a stick to the scarf's slant, and to those of the
// piece's own ends.
func (p *Problem) slants(q Piece) (slant, ends measure.Length) {
	return up(math.Abs(q.Scarf.Slope) * float64(p.Projection)), p.wedge(End{}, q.Left) + p.wedge(q.Right, End{})
}

// Gives is what each stock gives a part of a scarfed piece at most, told at the back: a
// fixed estimate that leaves aside what else comes from the stick.
func (p *Problem) Gives(q Piece) []measure.Length {
	slant, ends := p.slants(q)
	out := make([]measure.Length, len(p.Stocks))
	for i, s := range p.Stocks {
		out[i] = s.usable(p.Trim) - slant - ends
	}
	return out
}

// mostPlaced is how many ways to divide a piece at its own places are tried.
const mostPlaced = 60

// placed lists ways to divide a piece in n parts at the places told, the more even ones
// first.
func placed(q Piece, n int, least, most measure.Length) [][]measure.Length {
	var out [][]measure.Length
	at := make([]measure.Length, 0, n)
	dead := map[[2]int]bool{} // from where, and after how many parts, nothing comes of it
	var walk func(from measure.Length, k int)
	walk = func(from measure.Length, k int) {
		left := measure.Length(n - len(at))
		if len(out) >= 50*mostPlaced || q.Length-from > left*most || q.Length-from < left*least || dead[[2]int{k, len(at)}] {
			return
		}
		had := len(out)
		defer func() {
			if len(out) == had {
				dead[[2]int{k, len(at)}] = true
			}
		}()
		if left := q.Length - from; len(at) == n-1 {
			if left >= least && left <= most {
				out = append(out, slices.Clone(at))
			}
			return
		}
		for i := k; i < len(q.Scarf.Places); i++ {
			l := q.Scarf.Places[i] - from
			if l > most {
				break // they come in order
			}
			if l >= least {
				at = append(at, q.Scarf.Places[i])
				walk(q.Scarf.Places[i], i+1)
				at = at[:len(at)-1]
			}
		}
	}
	walk(0, 0)
	uneven := func(at []measure.Length) float64 {
		sum, from := 0.0, measure.Length(0)
		for _, to := range append(slices.Clone(at), q.Length) {
			l := (to - from).Inches()
			sum, from = sum+l*l, to
		}
		return sum
	}
	slices.SortStableFunc(out, func(a, b []measure.Length) int { return cmp.Compare(uneven(a), uneven(b)) })
	return out[:min(len(out), mostPlaced)]
}

// Divides tells whether a piece divided at these places can be cut.
func (p *Problem) Divides(q Piece, at []measure.Length) bool {
	parts, err := q.Parts(at)
	if err != nil {
		return false
	}
	for _, part := range parts {
		if !p.Fits(part) {
			return false
		}
	}
	return true
}

// EvenParts gives places that divide a piece into as few and as equal parts as
// can be, or nil where there are none: a fixed, cheap choice.
func (p *Problem) EvenParts(q Piece) []measure.Length {
	for _, at := range p.places(q, nil) {
		if p.Divides(q, at) {
			return at
		}
	}
	return nil
}
