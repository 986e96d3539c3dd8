package lesson

import (
	"cmp"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/quote"
	"gnomon/core/sticks"
)

// spoiled lists miscuts with their causes, and counts the ends that were cut, by kind and moulding.
func (g *gathering) spoiled() {
	why := map[string]string{}
	for _, r := range g.stand {
		if r.Why != nil {
			why[r.Why.About] = r.Why.Cause
		}
	}
	counts := map[[2]string]int{}
	for _, r := range g.stand {
		p := g.pieces[r.Piece]
		if p == nil {
			continue
		}
		hand := joint.Hand(r.End)
		switch r.Kind {
		case job.RecordMiscut:
			g.out.Miscuts = append(g.out.Miscuts, Miscut{cutOf(p.End(hand)), g.known(p.Moulding), why[r.ID], Who(r)})
		case job.RecordRecut:
			g.out.Recuts++
		case job.RecordCut:
			counts[[2]string{cutOf(p.End(hand)), g.known(p.Moulding)}]++
		}
	}
	for k, n := range counts {
		g.out.Cuts = append(g.out.Cuts, CutCount{k[0], k[1], n})
	}
	slices.SortFunc(g.out.Cuts, func(a, b CutCount) int {
		return cmp.Or(cmp.Compare(a.Kind, b.Kind), cmp.Compare(a.Moulding, b.Moulding))
	})
}

// used sets what each moulding took beside what was planned.
func (g *gathering) used() {
	came := map[string][]job.Came{}
	for _, r := range g.stand {
		if r.Came != nil {
			came[r.Came.Moulding] = append(came[r.Came.Moulding], *r.Came)
		}
	}
	done := map[string]bool{}
	for _, p := range g.p.Pieces {
		if p.FromStick() && p.Cut > 0 {
			was, seen := done[p.Moulding]
			done[p.Moulding] = (was || !seen) && (p.OffStick() || p.Hung != "")
		}
	}
	buys := map[string]*quote.Buy{}
	for i := range g.sheet.Choices {
		c := &g.sheet.Choices[i]
		buys[c.Moulding.ID] = c.Taken()
	}
	for _, s := range g.p.Supplies {
		m := g.j.Moulding(s.Moulding)
		if m == nil {
			continue
		}
		u := Used{Moulding: g.known(m.ID), Title: m.Title(), Pieces: s.Pieces, Needed: s.Length.Inches(), Planned: s.Total.Inches(), Cost: s.Cost, Done: done[m.ID],
			Racked: racked(g.j, s).Inches(), Laid: s.Laid}
		if b := buys[m.ID]; !s.Laid && b != nil {
			u.Planned, u.Cost = 0, 0
			for _, lot := range b.Sticks {
				u.Planned += lot.Length.Inches() * float64(lot.Count)
				u.Cost += lot.Cost()
			}
		}
		for _, c := range came[m.ID] {
			u.Came += c.Length.Inches() * float64(c.Count)
			u.Paid += money.Cents(c.Count) * priceOf(m, c.Length)
		}
		g.out.Used = append(g.out.Used, u)
	}
}

// Wasted is how much more was used than the pieces needed, as a share; known once every piece is cut, of sticks that came or were laid out.
func (e *Evidence) Wasted() (share float64, known bool) {
	needed, used := 0.0, 0.0
	for _, u := range e.Used {
		bought := u.Came
		if bought == 0 && u.Laid {
			bought = u.Planned
		}
		if !u.Done || bought == 0 {
			return 0, false
		}
		needed, used = needed+u.Needed, used+bought-u.Racked
	}
	if needed <= 0 {
		return 0, false
	}
	return used/needed - 1, true
}

// priceOf is what a stick costs: by the list, or by the foot of the longest one where it is not on that.
func priceOf(m *job.Moulding, l measure.Length) money.Cents {
	var longest *job.Stick
	for i := range m.Sticks {
		s := &m.Sticks[i]
		if s.Length == l {
			return s.Price
		}
		if longest == nil || s.Length > longest.Length {
			longest = s
		}
	}
	if longest == nil || longest.Length <= 0 {
		return 0
	}
	return money.Cents(float64(longest.Price) * float64(l) / float64(longest.Length))
}

// racked is what the sticks leave that is worth keeping.
func racked(j *job.Job, s sticks.Supply) measure.Length {
	sum := measure.Length(0)
	for _, b := range s.Sticks {
		if b.Finished {
			sum += sticks.Offcut(j, b)
		}
	}
	return sum
}
