package sawing

import (
	"cmp"
	"slices"

	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// nearest finds of what is left to cut that for which the saw moves least. What begins at one
// setting stands together, and settings stand in the order of their mitres, so that only those
// near the saw's are looked at.
type nearest struct {
	groups []*begins // those with a setting, by mitre and then by their first
	unset  []int     // those without one
	at     map[stands]*begins
}

// stands is how a saw stands.
type stands struct {
	mitre, bevel measure.Angle
	fence        joint.Hand
}

// begins are the sticks whose first cut is made at one setting.
type begins struct {
	stands
	sticks []int
}

// looked is how many settings are looked at to find the nearest, at most.
const looked = 2000

func standsFor(e *piece.End) stands { return stands{e.Dial.Mitre, e.Dial.Bevel, e.Fence} }

func newNearest(left []int, first []*piece.End) *nearest {
	n := &nearest{at: map[stands]*begins{}}
	for _, i := range left {
		if first[i].Dial == nil {
			n.unset = append(n.unset, i)
			continue
		}
		k := standsFor(first[i])
		g := n.at[k]
		if g == nil {
			g = &begins{stands: k}
			n.at[k] = g
			n.groups = append(n.groups, g)
		}
		g.sticks = append(g.sticks, i)
	}
	slices.SortStableFunc(n.groups, func(a, b *begins) int { return cmp.Compare(a.mitre, b.mitre) })
	return n
}

// take takes the next stick where the saw stands as it did for an end, nil for anyhow.
func (n *nearest) take(e *piece.End) int {
	if e == nil || e.Dial == nil {
		return n.first()
	}
	now := standsFor(e)
	if g := n.at[now]; g != nil {
		return n.from(g)
	}
	var best *begins
	off := 0.0
	right, _ := slices.BinarySearchFunc(n.groups, now.mitre, func(g *begins, m measure.Angle) int { return cmp.Compare(g.mitre, m) })
	left := right - 1
	for range looked {
		var g *begins
		away := func(i int) float64 { return float64((n.groups[i].mitre - now.mitre).Abs()) }
		switch {
		case left >= 0 && (right >= len(n.groups) || away(left) < away(right)):
			g, left = n.groups[left], left-1
		case right < len(n.groups):
			g, right = n.groups[right], right+1
		}
		if g == nil || best != nil && float64((g.mitre-now.mitre).Abs()) > off {
			break
		}
		d := float64((now.mitre - g.mitre).Abs() + 2*(now.bevel-g.bevel).Abs())
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
		delete(n.at, g.stands)
		at := slices.Index(n.groups, g)
		n.groups = slices.Delete(n.groups, at, at+1)
	}
	return i
}
