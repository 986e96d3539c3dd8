package sawing

import (
	"cmp"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/sticks"
)

// Ways are the orders to choose from at the saw.
var Ways = []string{job.OrderLongest, job.OrderRoom, job.OrderMoves}

// Order is one of them. Turned are the sticks of which the pieces would change
// places for it, Kept those of them that hold them so no longer, so that they stay as
// they lie.
type Order struct {
	By           string
	Moves        int // how often the saw is set anew
	Turned, Kept int
}

// cutStick is a stick to cut, or a piece that lies on none yet.
type cutStick struct {
	pieces []int // of the plan, as they lie
	laid   bool
	at     int // of the stick in its layout
	supply int // of the plan's
}

// cutting is everything to cut.
type cutting struct {
	job    *job.Job
	pieces []*piece.Piece
	supply []sticks.Supply
	sticks []cutStick
	alike  map[alike]int // how many pieces are cut alike, where more than one is
}

func newCutting(j *job.Job, pieces []*piece.Piece, supply []sticks.Supply) *cutting {
	c := &cutting{job: j, pieces: pieces, supply: supply, alike: map[alike]int{}}
	at := make(map[string]int, len(pieces))
	for i := range pieces {
		at[pieces[i].ID] = i
	}
	on := make([]bool, len(pieces))
	for n, s := range supply {
		for k, bar := range s.Sticks {
			st := cutStick{laid: true, at: k, supply: n}
			for _, q := range bar.On {
				if q.Piece == nil || q.Piece.Cut <= 0 {
					continue
				}
				if i := at[q.Piece.ID]; !on[i] {
					on[i] = true
					st.pieces = append(st.pieces, i)
				}
			}
			if len(st.pieces) > 0 {
				c.sticks = append(c.sticks, st)
			}
		}
	}
	for i := range pieces {
		p := pieces[i]
		if p.Cut <= 0 {
			continue
		}
		if !on[i] {
			c.sticks = append(c.sticks, cutStick{pieces: []int{i}})
		}
		if !p.OffStick() {
			c.alike[alikeKey(p)]++
		}
	}
	for k, n := range c.alike {
		if n < 2 {
			delete(c.alike, k)
		}
	}
	return c
}

// hands are the ends of a piece in the order to cut them.
func (c *cutting) hands(stick int, p *piece.Piece) [2]joint.Hand {
	if !c.sticks[stick].laid && p.Left.Slope != 0 && p.Right.Slope == 0 {
		return [2]joint.Hand{joint.Right, joint.Left}
	}
	return [2]joint.Hand{joint.Left, joint.Right}
}

// sorted are the sticks in an order: what goes around openings goes up first, and is cut first.
func (c *cutting) sorted(by string) []int {
	var around, out []int
	for i, s := range c.sticks {
		if c.pieces[s.pieces[0]].Set != "" {
			around = append(around, i)
		} else {
			out = append(out, i)
		}
	}
	return append(c.sortedBy(by, around), c.sortedBy(by, out)...)
}

func (c *cutting) sortedBy(by string, out []int) []int {
	if len(out) == 0 {
		return nil
	}
	pieces := c.pieces
	switch by {
	case job.OrderLongest:
		longest := make([]measure.Length, len(c.sticks))
		for i, s := range c.sticks {
			for _, k := range s.pieces {
				longest[i] = max(longest[i], pieces[k].Cut)
			}
		}
		slices.SortStableFunc(out, func(x, y int) int { return cmp.Compare(longest[y], longest[x]) })
	case job.OrderRoom:
		slices.SortStableFunc(out, func(x, y int) int {
			return cmp.Compare(slices.Min(c.sticks[x].pieces), slices.Min(c.sticks[y].pieces))
		})
	case job.OrderMoves:
		return c.chained(out)
	}
	return out
}

// chained puts a stick next of which the first cut needs no move of the saw, or else
// the one that begins nearest to where the saw stands; of several the first.
func (c *cutting) chained(left []int) []int {
	first, last := make([]*piece.End, len(c.sticks)), make([]*piece.End, len(c.sticks))
	for i, s := range c.sticks {
		p, q := c.pieces[s.pieces[0]], c.pieces[s.pieces[len(s.pieces)-1]]
		first[i], last[i] = p.End(c.hands(i, p)[0]), q.End(c.hands(i, q)[1])
	}
	near := newNearest(left, first)
	out := make([]int, 0, len(left))
	var at *piece.End
	for len(out) < len(left) {
		i := near.take(at)
		out, at = append(out, i), last[i]
	}
	return out
}

// moves counts how often the saw is set anew in an order.
func (c *cutting) moves(sorted []int) int {
	n := 0
	var at *piece.End
	for _, s := range sorted {
		for _, i := range c.sticks[s].pieces {
			p := c.pieces[i]
			for _, hand := range c.hands(s, p) {
				e := p.End(hand)
				if at != nil && !at.SameSetting(e) {
					n++
				}
				at = e
			}
		}
	}
	return n
}

// Orders are those to choose from, with what each costs in moves of the saw.
func Orders(j *job.Job, pieces []*piece.Piece, supplies []sticks.Supply) []Order {
	c := newCutting(j, pieces, supplies)
	var out []Order
	for _, by := range Ways {
		k := Order{By: by}
		sticks := slices.Clone(c.sticks)
		for i, s := range sticks {
			want, moved, fits := c.turned(s, by)
			if !moved {
				continue
			}
			k.Turned++
			if !fits {
				k.Kept++
				continue
			}
			sticks[i].pieces = want
		}
		as := &cutting{job: c.job, pieces: c.pieces, supply: c.supply, sticks: sticks, alike: c.alike}
		k.Moves = as.moves(as.sorted(by))
		out = append(out, k)
	}
	return out
}

// turned are the pieces of a stick in the order wanted: longest first, or as they hang
// around the room. Those of a stick that is begun, locked or holds spoiled wood stay. fits
// tells whether the stick still holds them so.
func (c *cutting) turned(s cutStick, by string) (want []int, moved, fits bool) {
	pieces := c.pieces
	want = slices.Clone(s.pieces)
	switch by {
	case job.OrderLongest:
		slices.SortStableFunc(want, func(x, y int) int { return cmp.Compare(pieces[y].Cut, pieces[x].Cut) })
	case job.OrderRoom:
		slices.Sort(want)
	}
	if !s.laid || slices.Equal(want, s.pieces) {
		return s.pieces, false, true
	}
	bar := c.supply[s.supply].Sticks[s.at]
	if bar.Started || bar.Locked || len(bar.Spoiled) > 0 || len(bar.On) != len(s.pieces) {
		return s.pieces, false, true
	}
	_, fits = laidSo(c.job, c.pieces, bar, want)
	return want, true, fits
}

// laidSo lays pieces on a bar in an order, from its left; ok is false where they do not
// fit so.
func laidSo(j *job.Job, pieces []*piece.Piece, bar sticks.Bar, order []int) ([]job.Laid, bool) {
	f := sticks.Problem(j, j.Moulding(pieces[order[0]].Moulding))
	w := nest.Walk(&f, bar.Length)
	var out []job.Laid
	for _, i := range order {
		p := pieces[i]
		from, to := w.Next(sticks.Fitted(j, p))
		out = append(out, job.Laid{Piece: p.ID, From: from, To: to})
	}
	return out, w.Over() <= 0
}

// Reorder gives the layouts of a job with the pieces on their sticks in an order, where
// the sticks hold them so. Only those come back that change.
func Reorder(j *job.Job, pieces []*piece.Piece, supply []sticks.Supply, by string) []job.Layout {
	c := newCutting(j, pieces, supply)
	changed := map[int]*job.Layout{}
	for _, s := range c.sticks {
		want, moved, fits := c.turned(s, by)
		if !moved || !fits {
			continue
		}
		l := changed[s.supply]
		if l == nil {
			l = j.Layout(supply[s.supply].Moulding).Copy()
			changed[s.supply] = l
		}
		l.Sticks[s.at].Pieces, _ = laidSo(j, pieces, supply[s.supply].Sticks[s.at], want)
	}
	var out []job.Layout
	for i := range supply {
		if l := changed[i]; l != nil {
			out = append(out, *l)
		}
	}
	return out
}
