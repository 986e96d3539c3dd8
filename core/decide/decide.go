package decide

import (
	"slices"

	"gnomon/core/job"
)

// decide chooses who gives way at every open joint, and says why.
func (s *search) decide() {
	if len(s.open) == 0 {
		return
	}
	held, why := s.held()
	gives, cost, ok := s.solve(held)
	if !ok { // what was overruled goes round: what goes up first yields to it
		held, why = s.heldWithout()
		gives, cost, ok = s.solve(held)
	}
	now := s.tally(gives, gives)
	now.Cost = cost
	for n, j := range s.open {
		j.Gives = j.side(gives[n])
		t := now
		j.Now = &t
		s.explain(n, gives, held, why[n], ok)
	}
}

// held are the choices that are not free, and the rule that holds each.
func (s *search) held() (held []int, why []string) {
	held, why = s.heldWithout()
	for n, j := range s.open {
		if held[n] != free || s.run.First < 0 {
			continue
		}
		first := s.body[s.run.First]
		switch {
		case s.body[j.Left] == first && s.body[j.Right] != first:
			held[n], why[n] = right, RuleOrder
		case s.body[j.Right] == first && s.body[j.Left] != first:
			held[n], why[n] = left, RuleOrder
		}
	}
	return held, why
}

// sides are the choices, by the side that gives way.
var sides = map[string]int{job.HandLeft: left, job.HandRight: right}

// heldWithout leaves aside what is to go up first.
func (s *search) heldWithout() (held []int, why []string) {
	held, why = make([]int, len(s.open)), make([]string, len(s.open))
	for n, j := range s.open {
		held[n] = free
		c := s.run.Corners[j.Corner]
		can := [2]bool{true, true}
		if j.Kind == Cope {
			can = [2]bool{s.run.Pieces[j.Right].Copable, s.run.Pieces[j.Left].Copable}
		}
		switch o, is := sides[c.Gives]; {
		case is && can[o]:
			held[n], why[n] = o, RuleOverruled
		case !can[left]:
			held[n], why[n] = right, RuleSections
		case !can[right]:
			held[n], why[n] = left, RuleSections
		case c.Cut != "":
			held[n], why[n] = sides[c.Cut], RuleCut
		}
		if o, is := sides[c.Gives]; is && !can[o] {
			j.Refused = WishGives
		}
	}
	return held, why
}

// tally tells what choices come to; against are those decided.
func (s *search) tally(gives, against []int) Tally {
	var t Tally
	for n, j := range s.open {
		c, k := s.run.Corners[j.Corner], j.side(gives[n])
		t.Coped += s.run.Pieces[k].Length
		if c.Seam[gives[n]] > seen {
			t.Seams = append(t.Seams, j.Corner)
		}
		if offHand(c, gives[n]) {
			t.OffHand = append(t.OffHand, j.Corner)
		}
		if gives[n] != against[n] {
			t.Turned = append(t.Turned, j.Corner)
		}
	}
	for n, k := range s.next {
		if k >= 0 && s.same[n] && gives[n] == right && gives[k] == left {
			t.Double = append(t.Double, s.open[n].Right)
		}
	}
	return t
}

// goesRound tells whether the choices cannot be hung, for the chain of a joint.
func (s *search) goesRound(n int, gives []int) bool {
	for _, c := range s.chains {
		if !c.ring {
			continue
		}
		mine, alike := false, true
		for _, at := range c.at {
			mine = mine || at == n
			alike = alike && gives[at] == gives[c.at[0]]
		}
		if mine && alike {
			return true
		}
	}
	return false
}

// flip makes the other choice at one joint.
func flip(gives []int, n int) []int {
	out := slices.Clone(gives)
	out[n] = 1 - out[n]
	return out
}

// explain gives one joint its rule, its reason and its runner-up.
func (s *search) explain(n int, gives, held []int, why string, hangs bool) {
	j := s.open[n]
	o := gives[n]
	other := slices.Clone(held)
	other[n] = 1 - o // whether it was held or free
	var instead []int
	var cost float64
	ok := false
	if why != RuleSections {
		instead, cost, ok = s.solve(other)
	}
	if ok {
		t := s.tally(instead, gives)
		t.Cost = cost
		j.Instead = &t
	}
	j.Rule = s.rule(n, gives, why)
	j.because(s.reason(n, gives))
	switch {
	case why == RuleSections:
		j.RunnerUp = "None: what would be coped over the other face does not close."
	case ok:
		j.RunnerUp = s.price(n, o, *j.Now, *j.Instead)
	case hangs:
		j.RunnerUp = s.swap(n, o) + " cannot be hung: every piece would wait for its neighbour."
	default:
		j.RunnerUp = s.swap(n, o) + " would not mend the order by itself."
	}
}

// rule tells what decided a joint: what holds it, the wish that speaks loudest for the
// choice, or else what stands behind it in the run.
func (s *search) rule(n int, gives []int, why string) string {
	if why != "" {
		return why
	}
	j, o := s.open[n], gives[n]
	c, w := s.run.Corners[j.Corner], s.run.Weights
	loudest, rule := 1e-12, ""
	speak := func(code string, by float64) {
		if by > loudest {
			loudest, rule = by, code
		}
	}
	length := func(o int) float64 { return heft(s.run.Pieces[j.side(o)]) }
	if net := s.cost.one[n][1-o] - s.cost.one[n][o]; net > 1e-12 {
		// The shares of the wishes in what the other choice costs more here.
		speak(RuleShort, s.cost.short*(length(1-o)-length(o)))
		speak(RuleHidden, s.cost.hidden*(c.Seam[1-o]-c.Seam[o]))
		speak(RuleTight, s.cost.tight*(c.Shows[1-o]-c.Shows[o]))
		if offHand(c, 1-o) {
			speak(RuleCopeHand, s.cost.hand)
		}
		if rule != "" { // else it only tells between two that are alike
			return rule
		}
	}
	flipped := flip(gives, n)
	switch {
	case s.goesRound(n, flipped):
		return RuleOrder
	case len(s.tally(flipped, gives).Double) > len(j.Now.Double) && w.Double > 0:
		return RuleDouble
	case !offHand(c, o) && c.Hand != job.HandEither:
		return RuleCopeHand
	}
	return RuleOrder
}
