package plan

import (
	"fmt"
	"slices"

	"gnomon/core/decide"
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
func (p *RoomPlan) group(c *chain, pieces []*piece.Piece) {
	team := make([]int, len(pieces))
	count := make([]int, len(c.hung))
	for i := range pieces {
		q := pieces[i]
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
		q := pieces[i]
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

// gluedUp is a group whose pieces are joined by mitres, with these.
type gluedUp struct {
	group  string
	joints []GlueStep
}

// glued finds the joints of each group.
func glued(groups []Group, pieces []*piece.Piece) []gluedUp {
	var out []gluedUp
	byID := piece.ByID(pieces)
	type two struct{ left, right *piece.Piece }
	for _, g := range groups {
		var mine []two
		for _, id := range g.Pieces {
			p := byID[id]
			for _, hand := range piece.Hands {
				q := byID[p.End(hand).Meets]
				if q == nil || q.Group != g.ID || p.End(hand).Joint != piece.Mitre {
					continue
				}
				k := two{p, q}
				if hand == joint.Left {
					k = two{q, p}
				}
				if !slices.Contains(mine, k) {
					mine = append(mine, k)
				}
			}
		}
		if len(mine) == 0 {
			continue
		}
		of := gluedUp{group: g.ID}
		for _, k := range mine {
			of.joints = append(of.joints, glueStep(g.ID, k.left, k.right))
		}
		out = append(out, of)
	}
	return out
}

func glueStep(group string, left, right *piece.Piece) GlueStep {
	e := left.Right
	where := "at the return"
	switch {
	case e.Faced && e.ToldTo != piece.ToTip:
		where = "at the step, face down, tape across the joint"
	case e.Letter != "":
		angle := e.Theta
		if left.Turns || right.Turns {
			angle = e.MitredFor
		}
		where = fmt.Sprintf("at %s, braced to %s", e.Letter, angle)
	}
	return GlueStep{Group: group, Left: left.ID, Right: right.ID, Text: fmt.Sprintf("Glue %s to %s %s.", left.Label, right.Label, where)}
}

// glueUp works out in which order the joints on the bench are glued, over the whole job.
func glueUp(drying int, rooms []*RoomPlan) []GlueStep {
	var all []gluedUp
	var counts []int
	for _, r := range rooms {
		for _, g := range r.glued {
			all, counts = append(all, g), append(counts, len(g.joints))
		}
	}
	var out []GlueStep
	for _, s := range decide.GlueUp(counts) {
		step := all[s.Group].joints[s.At]
		if s.Wait {
			step.Dry = drying
			step.Text += fmt.Sprintf(" Let the joint before it dry %d minutes first.", step.Dry)
		}
		out = append(out, step)
	}
	return out
}
