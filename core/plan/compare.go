package plan

import (
	"cmp"
	"fmt"
	"slices"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Score is what a way of deciding comes to over a job.
type Score struct {
	Copes, Butts, Mitres, Scarfs int
	Double                       int // pieces or groups coped at both ends
	Seams                        int // that face the way in
	OffHand                      int // copes on the other hand
	Bench                        int // joints glued on the bench
	Moves                        int // of the saw, in the order that is followed
	Sticks                       int // bought, by a fixed estimate: longest first, each on the first stick that holds it
	Cost                         money.Cents
	Stops                        int // findings that keep it from being cut or hung
}

// ScoreOf works out what the plan of a job comes to.
func ScoreOf(j job.Job, p *Plan) Score {
	var s Score
	for _, d := range p.Decisions {
		if d.Stops != "" { // nothing meets there
			continue
		}
		switch decide.Kind(d.Joint) {
		case decide.Cope:
			s.Copes++
		case decide.Butt:
			s.Butts++
		case decide.Mitre:
			s.Mitres++
		}
	}
	chain, seen := map[string]int{}, map[int]bool{}
	for i, c := range p.Chains {
		for _, run := range c.Runs {
			chain[run] = i
		}
	}
	for _, d := range p.Decisions {
		if d.Now != nil && !seen[chain[d.Run]] { // one tally holds for all that shares corners
			seen[chain[d.Run]] = true
			s.Double, s.Seams, s.OffHand = s.Double+len(d.Now.Double), s.Seams+len(d.Now.Seams), s.OffHand+len(d.Now.OffHand)
		}
	}
	for _, q := range p.Pieces {
		if q.Left.Joint == Scarf {
			s.Scarfs++
		}
	}
	s.Bench = len(p.Glue)
	for _, o := range p.Orders {
		if o.By == j.Rules.Order {
			s.Moves = o.Moves
		}
	}
	for _, f := range p.Findings {
		if f.Severity == SeverityStop {
			s.Stops++
		}
	}
	for _, m := range j.Mouldings {
		f, err := NewFitting(&j, p, m.ID, nil)
		if err != nil {
			continue
		}
		if l, err := f.InOrder(job.OrderLongest); err == nil {
			s.Sticks += len(l.Sticks)
			s.Cost += money.Cents(l.Cost)
		}
	}
	return s
}

// Change is a piece that is not the same in two plans.
type Change struct {
	Piece, Label, Room string
	What               []string
}

// Changes lists the pieces that differ between two plans, in words: what would be cut or
// hung otherwise.
func Changes(was, is *Plan, unit measure.Unit) []Change {
	at := map[string]*Piece{}
	for i := range is.Pieces {
		at[is.Pieces[i].ID] = &is.Pieces[i]
	}
	var out []Change
	for i := range was.Pieces {
		p := &was.Pieces[i]
		q := at[p.ID]
		delete(at, p.ID)
		c := Change{Piece: p.ID, Label: p.Label, Room: p.Room}
		if q == nil {
			c.What = []string{"is not cut any more"}
			out = append(out, c)
			continue
		}
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			if what := otherEnd(p.End(hand), q.End(hand), hand); what != "" {
				c.What = append(c.What, what)
			}
		}
		if by := q.Cut - p.Cut; by.Abs() >= measure.Inch/128 {
			c.What = append(c.What, differs(by, unit))
		}
		if (p.Held == "") != (q.Held == "") {
			c.What = append(c.What, map[bool]string{true: "is held back", false: "is not held back any more"}[q.Held != ""])
		}
		if p.Hang != q.Hang {
			c.What = append(c.What, "hangs "+ordinal(q.Hang)+", not "+ordinal(p.Hang))
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

func otherEnd(p, q End, hand joint.Hand) string {
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

var ordinals = []string{"nowhere", "first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"}

func ordinal(n int) string {
	if n < len(ordinals) {
		return ordinals[n]
	}
	suffix := "th"
	if t := n % 100; t < 11 || t > 13 {
		suffix = map[int]string{1: "st", 2: "nd", 3: "rd"}[n%10]
		if suffix == "" {
			suffix = "th"
		}
	}
	return fmt.Sprint(n) + suffix
}
