package plan

import (
	"slices"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

// Group is glued up on the bench and hung as one.
type Group struct {
	ID     string
	Room   string
	Run    string
	Pieces []string // left to right
}

// handy is the longest piece that is still carried and glued up on the bench with a short
// one.
const handy = 8 * measure.Foot

// groups marks short pieces for the bench, with those that they are mitred to: the two
// sides of a chimney breast with its front, a jog with what turns its outside corner,
// a return with its piece.
func (b *builder) groups(t *trim, pieces []Piece) {
	at := map[string]int{}
	for i, p := range pieces {
		at[p.ID] = i
	}
	limit := b.job.Rules.Bench.Length
	team := make([]int, len(pieces)) // the lowest index of those glued together
	for i := range team {
		team[i] = i
	}
	of := func(i int) int {
		for team[i] != i {
			i = team[i]
		}
		return i
	}
	join := func(i, k int) { team[max(of(i), of(k))] = min(of(i), of(k)) }
	short := func(p Piece) bool { return p.Cut < limit && p.Cut > 0 }
	for i, p := range pieces {
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			e := p.End(hand)
			k, there := at[e.Meets]
			if !there || e.Joint != Mitre {
				continue
			}
			q := pieces[k]
			if p.Cap || (short(p) || short(q)) && p.Cut <= handy && q.Cut <= handy {
				join(i, k)
			}
		}
	}
	members := map[int][]string{}
	for i := range pieces {
		members[of(i)] = append(members[of(i)], pieces[i].ID)
	}
	for i := range pieces {
		ids := members[of(i)]
		if len(ids) < 2 && !short(pieces[i]) {
			continue
		}
		pieces[i].Group = pieces[of(i)].ID
		if of(i) == i {
			b.plan.Groups = append(b.plan.Groups, Group{ID: pieces[i].ID, Room: pieces[i].Room, Run: pieces[i].Run, Pieces: slices.Clone(ids)})
		}
	}
}
