package plan

import (
	"fmt"
	"slices"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
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

// group marks pieces of a chain for the bench: those of one body, a return with its
// piece, transition pieces with theirs, and what is short by itself.
func (p *Plan) group(c *chain, pieces []piece.Piece) {
	team := make([]int, len(pieces))
	count := make([]int, len(c.hung))
	for i := range pieces {
		q := &pieces[i]
		k, there := c.of[q.ID]
		if !there { // a cap goes with the piece that it turns back to the wall
			k = c.of[q.Left.Meets+q.Right.Meets]
		}
		team[i] = k
		count[k]++
	}
	limit := c.runs[0].Rules.Bench.Length
	at := map[int]int{} // node to group
	for i := range pieces {
		q := &pieces[i]
		if count[team[i]] < 2 && !(q.Cut < limit && q.Cut > 0) {
			continue
		}
		g, there := at[team[i]]
		if !there {
			g = len(p.Groups)
			at[team[i]] = g
			p.Groups = append(p.Groups, Group{ID: q.ID, Room: q.Room, Run: q.Run})
		}
		q.Group = p.Groups[g].ID
		p.Groups[g].Pieces = append(p.Groups[g].Pieces, q.ID)
	}
}

// glueUp works out in which order the joints on the bench are glued, over the whole job.
func glueUp(j *job.Job, all []Group, pieces []piece.Piece) []GlueStep {
	var out []GlueStep
	byID := piece.ByID(pieces)
	type glued struct{ left, right *piece.Piece }
	var joints [][]glued
	var counts []int
	var groups []string
	for _, g := range all {
		var mine []glued
		for _, id := range g.Pieces {
			p := byID[id]
			for _, hand := range piece.Hands {
				q := byID[p.End(hand).Meets]
				if q == nil || q.Group != g.ID || p.End(hand).Joint != piece.Mitre {
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
				angle = e.MitredFor
			}
			where = fmt.Sprintf("at %s, braced to %s", e.Letter, angle)
		}
		step.Text = fmt.Sprintf("Glue %s to %s %s.", two.left.Label, two.right.Label, where)
		if s.Wait {
			step.Dry = j.Rules.Drying
			step.Text += fmt.Sprintf(" Let the joint before it dry %d minutes first.", step.Dry)
		}
		out = append(out, step)
	}
	return out
}
