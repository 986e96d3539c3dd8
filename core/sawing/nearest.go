package sawing

import (
	"cmp"
	"slices"

	"gnomon/core/measure"
	"gnomon/core/piece"
)

// nearest finds of what is left to cut that for which the saw moves least. What begins at one
// setting stands together, and settings stand in the order of their mitres, so that only those
// near the saw's are looked at.
type nearest struct {
	groups []*begins // those with a setting, by mitre and then by their first
	unset  []int     // those without one
	at     map[piece.Stand]*begins
}

// begins are the sticks whose first cut is made at one setting.
type begins struct {
	piece.Stand
	sticks []int
}

// looked is how many settings are looked at to find the nearest, at most.
const looked = 2000

func newNearest(left []int, first []*piece.End) *nearest {
	n := &nearest{at: map[piece.Stand]*begins{}}
	for _, i := range left {
		k, ok := first[i].Stand()
		if !ok {
			n.unset = append(n.unset, i)
			continue
		}
		g := n.at[k]
		if g == nil {
			g = &begins{Stand: k}
			n.at[k] = g
			n.groups = append(n.groups, g)
		}
		g.sticks = append(g.sticks, i)
	}
	slices.SortStableFunc(n.groups, func(a, b *begins) int { return cmp.Compare(a.Mitre, b.Mitre) })
	return n
}

// take takes the next stick where the saw stands as it did for an end, nil for anyhow.
func (n *nearest) take(e *piece.End) int {
	if e == nil {
		return n.first()
	}
	now, ok := e.Stand()
	if !ok {
		return n.first()
	}
	if g := n.at[now]; g != nil {
		return n.from(g)
	}
	var best *begins
	off := 0.0
	right, _ := slices.BinarySearchFunc(n.groups, now.Mitre, func(g *begins, m measure.Angle) int { return cmp.Compare(g.Mitre, m) })
	left := right - 1
	for range looked {
		var g *begins
		away := func(i int) float64 { return float64((n.groups[i].Mitre - now.Mitre).Abs()) }
		switch {
		case left >= 0 && (right >= len(n.groups) || away(left) < away(right)):
			g, left = n.groups[left], left-1
		case right < len(n.groups):
			g, right = n.groups[right], right+1
		}
		if g == nil || best != nil && float64((g.Mitre-now.Mitre).Abs()) > off {
			break
		}
		d := float64((now.Mitre - g.Mitre).Abs() + 2*(now.Bevel-g.Bevel).Abs())
		if best == nil || d < off || d == off && g.sticks[0] < best.sticks[0] {
			best, off = g, d
		}
	}
	if best == nil {
		return n.first()
	}
	return n.from(best)
}

// first takes the first of all that is left.
func (n *nearest) first() int {
	var best *begins
	for _, g := range n.groups {
		if best == nil || g.sticks[0] < best.sticks[0] {
			best = g
		}
	}
	if best == nil || len(n.unset) > 0 && n.unset[0] < best.sticks[0] {
		i := n.unset[0]
		n.unset = n.unset[1:]
		return i
	}
	return n.from(best)
}

// from takes the first stick of a group.
func (n *nearest) from(g *begins) int {
	i := g.sticks[0]
	if g.sticks = g.sticks[1:]; len(g.sticks) == 0 {
		delete(n.at, g.Stand)
		at := slices.Index(n.groups, g)
		n.groups = slices.Delete(n.groups, at, at+1)
	}
	return i
}
