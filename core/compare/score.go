package compare

import (
	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/money"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/sticks"
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
func ScoreOf(j job.Job, p *plan.Plan) Score {
	var s Score
	for _, d := range p.Decisions() {
		if d.Against != "" { // nothing meets there
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
	for i, c := range p.Chains() {
		for _, run := range c.Runs {
			chain[run] = i
		}
	}
	for _, d := range p.Decisions() {
		if d.Now != nil && !seen[chain[d.Run]] { // one tally holds for all that shares corners
			seen[chain[d.Run]] = true
			s.Double, s.Seams, s.OffHand = s.Double+len(d.Now.Double), s.Seams+len(d.Now.Seams), s.OffHand+len(d.Now.OffHand)
		}
	}
	for i := range p.Pieces {
		if p.Pieces[i].Left.Joint == piece.Scarf {
			s.Scarfs++
		}
	}
	s.Bench = len(p.Glue())
	for _, o := range p.Orders() {
		if o.By == j.Rules.Order {
			s.Moves = o.Moves
		}
	}
	for _, f := range p.Findings() {
		if f.Severity == finding.Stop {
			s.Stops++
		}
	}
	for _, m := range j.Mouldings {
		f, err := sticks.NewFitting(&j, p.Pieces, m.ID, nil)
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
