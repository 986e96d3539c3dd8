package compare

import (
	"cmp"
	"slices"

	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// Change is a piece that is not the same in two plans.
type Change struct {
	Piece, Label, Room string
	What               []string
}

// Changes lists the pieces that differ between two plans, in words: what would be cut or
// hung otherwise.
func Changes(was, is *plan.Plan, unit measure.Unit) []Change {
	at := map[string]*piece.Piece{}
	for i := range is.Pieces {
		at[is.Pieces[i].ID] = is.Pieces[i]
	}
	var out []Change
	for i := range was.Pieces {
		p := was.Pieces[i]
		q := at[p.ID]
		delete(at, p.ID)
		c := Change{Piece: p.ID, Label: p.Label, Room: p.Room}
		if q == nil {
			c.What = []string{"is not cut any more"}
			out = append(out, c)
			continue
		}
		for _, hand := range piece.Hands {
			if what := otherEnd(p.End(hand), q.End(hand), hand); what != "" {
				c.What = append(c.What, what)
			}
		}
		if by := q.Cut - p.Cut; by.Abs() >= measure.Inch/128 {
			c.What = append(c.What, words.Longer(by, unit))
		}
		if (p.Held == "") != (q.Held == "") {
			c.What = append(c.What, map[bool]string{true: "is held back", false: "is not held back any more"}[q.Held != ""])
		}
		if p.Hang != q.Hang {
			c.What = append(c.What, "hangs "+words.Ordinal(q.Hang)+", not "+words.Ordinal(p.Hang))
		}
		if (p.Group == "") != (q.Group == "") {
			c.What = append(c.What, map[bool]string{true: "glued on the bench", false: "hung by itself"}[q.Group != ""])
		}
		if len(c.What) > 0 {
			out = append(out, c)
		}
	}
	for _, q := range is.Pieces {
		if at[q.ID] != nil {
			out = append(out, Change{Piece: q.ID, Label: q.Label, Room: q.Room, What: []string{"is new"}})
		}
	}
	slices.SortStableFunc(out, func(a, b Change) int { return cmp.Compare(a.Room, b.Room) })
	return out
}

func otherEnd(p, q *piece.End, hand joint.Hand) string {
	switch {
	case p.Joint != q.Joint:
		return string(hand) + " end " + string(q.Joint) + ", not " + string(p.Joint)
	case p.Setting != nil && q.Setting != nil && (*p.Setting != *q.Setting || p.Pose != q.Pose || p.Fence != q.Fence):
		return string(hand) + " end cut at another setting"
	case (p.Setting == nil) != (q.Setting == nil):
		return string(hand) + " end set otherwise"
	}
	return ""
}
