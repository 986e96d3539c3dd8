package plan

import (
	"fmt"
	"slices"

	"gnomon/core/decide"
	"gnomon/core/joint"
)

// Group is glued up on the bench and hung as one.
type Group struct {
	ID     string
	Room   string
	Run    string
	Pieces []string // left to right
}

// GlueStep is one joint to glue on the bench. Dry is in minutes: what has to pass before
// it, since the group's joint before must have set and nothing else is to be glued.
type GlueStep struct {
	Group       string
	Left, Right string // piece ids
	Dry         int
	Text        string
}

// groups marks pieces of a chain for the bench: those of one body, a return with its
// piece, transition pieces with theirs, and what is short by itself.
func (b *builder) groups(c *chain, pieces []Piece) {
	team := make([]int, len(pieces))
	count := make([]int, len(c.hung))
	for i, p := range pieces {
		k, there := c.of[p.ID]
		if !there { // a cap goes with the piece that it turns back to the wall
			k = c.of[p.Left.Meets+p.Right.Meets]
		}
		team[i] = k
		count[k]++
	}
	limit := c.trims[0].rules.Bench.Length
	at := map[int]int{} // node to group
	for i := range pieces {
		p := &pieces[i]
		if count[team[i]] < 2 && !(p.Cut < limit && p.Cut > 0) {
			continue
		}
		g, there := at[team[i]]
		if !there {
			g = len(b.plan.Groups)
			at[team[i]] = g
			b.plan.Groups = append(b.plan.Groups, Group{ID: p.ID, Room: p.Room, Run: p.Run})
		}
		p.Group = b.plan.Groups[g].ID
		b.plan.Groups[g].Pieces = append(b.plan.Groups[g].Pieces, p.ID)
	}
}

// glueUp works out in which order the joints on the bench are glued, over the whole job.
func (b *builder) glueUp() {
	at := b.byID()
	type glued struct{ left, right *Piece }
	var joints [][]glued
	var counts []int
	var groups []string
	for _, g := range b.plan.Groups {
		var mine []glued
		for _, id := range g.Pieces {
			p := at[id]
			for _, hand := range []joint.Hand{joint.Left, joint.Right} {
				q := at[p.End(hand).Meets]
				if q == nil || q.Group != g.ID || p.End(hand).Joint != Mitre {
					continue
				}
				two := glued{p, q}
				if hand == joint.Left {
					two = glued{q, p}
				}
				if !slices.Contains(mine, two) {
					mine = append(mine, two)
				}
			}
		}
		if len(mine) > 0 {
			joints, counts, groups = append(joints, mine), append(counts, len(mine)), append(groups, g.ID)
		}
	}
	for _, s := range decide.GlueUp(counts) {
		two := joints[s.Group][s.At]
		step := GlueStep{Group: groups[s.Group], Left: two.left.ID, Right: two.right.ID}
		e := two.left.Right
		where := "at the return"
		if e.Letter != "" {
			angle := e.Theta
			if two.left.Turns || two.right.Turns {
				angle = e.Turn
			}
			where = fmt.Sprintf("at %s, braced to %s", e.Letter, angle)
		}
		step.Text = fmt.Sprintf("Glue %s to %s %s.", two.left.Label, two.right.Label, where)
		if s.Wait {
			step.Dry = b.job.Rules.Drying
			step.Text += fmt.Sprintf(" Let the joint before it dry %d minutes first.", step.Dry)
		}
		b.plan.Glue = append(b.plan.Glue, step)
	}
}
