package decide

import (
	"cmp"
	"fmt"
	"slices"

	"gnomon/core/fit"
	"gnomon/core/joint"
	"gnomon/core/words"
)

// hands are the ends on which the choices put a cope.
var hands = [2]joint.Hand{joint.Right, joint.Left}

// who are the piece that gives way at a joint and the one that runs through.
func (s *search) who(n, o int) (gives, through Piece) {
	j := s.open[n]
	return s.run.Pieces[j.side(o)], s.run.Pieces[j.side(1-o)]
}

// reason tells which piece gives way at a joint, and why it.
func (s *search) reason(n int, gives []int) (is, why string) {
	j, o := s.open[n], gives[n]
	p, q := s.who(n, o)
	does := "is coped into"
	if j.Kind == Butt {
		does = "stops against"
	}
	is = fmt.Sprintf("%s %s %s", p.Label, does, words.Small(q.Label))
	hidden := s.run.Corners[j.Corner].Seam[1-o] > s.run.Corners[j.Corner].Seam[o]+turned
	switch j.Rule {
	case RuleShort:
		why += "the longer one runs square"
		if hidden {
			why += ", and the seam points away from the way in"
		}
	case RuleHidden:
		why += "so the seam points away from the way in"
		if p.Length < q.Length {
			why += ", and the shorter one is coped"
		}
	case RuleTight:
		c := s.run.Corners[j.Corner].Shows
		why += fmt.Sprintf("so it closes better: %s that it shows, and %s the other way about", fit.In1(c[o]), fit.In1(c[1-o]))
	case RuleCopeHand:
		why += fmt.Sprintf("copes keep to %s ends", hands[o])
	case RuleDouble:
		why += fmt.Sprintf("else %s would be coped at both ends", s.newDouble(s.tally(flip(gives, n), gives), *j.Now))
	case RuleOrder:
		if first := s.run.First; first >= 0 && s.body[first] == s.body[j.side(1-o)] {
			why += words.Small(s.run.Pieces[first].Label) + " is to go up first"
			break
		}
		why += "else every piece would wait for its neighbour, and none could go up first"
	case RuleSections:
		why += "what is coped over its face would not close"
	case RuleCut:
		why += "an end at this corner is cut so already"
	case RuleOverruled:
		why += "that was chosen for this corner"
	}
	return is, why
}

// newDouble names a piece that would be coped at both ends and is not.
func (s *search) newDouble(would, is Tally) string {
	for _, k := range would.Double {
		if !slices.Contains(is.Double, k) {
			return words.Small(s.run.Pieces[k].Label)
		}
	}
	return "one more piece"
}

// swap begins a sentence on the other choice.
func (s *search) swap(n, o int) string {
	_, q := s.who(n, o)
	if s.open[n].Kind == Butt {
		return fmt.Sprintf("Butting %s instead", words.Small(q.Label))
	}
	return fmt.Sprintf("Coping %s instead", words.Small(q.Label))
}

// price says what the other choice would cost the run, and what it would save.
func (s *search) price(n, o int, now, then Tally) string {
	var costs, saves []string
	say := func(by int, more, less string) {
		switch {
		case by > 0:
			costs = append(costs, more)
		case by < 0:
			saves = append(saves, less)
		}
	}
	if d := then.Coped - now.Coped; d != 0 {
		_, q := s.who(n, o)
		say(cmp.Compare(d, 0), "a cope on a longer piece, "+q.Length.In(s.run.Unit), "a cope on a longer piece")
	}
	say(len(then.Seams)-len(now.Seams), facing(len(then.Seams)-len(now.Seams)), "a seam that faces the way in")
	say(len(then.OffHand)-len(now.OffHand), count(len(then.OffHand)-len(now.OffHand), "cope")+" on the other hand", "a cope on the other hand")
	say(len(then.Double)-len(now.Double), s.newDouble(then, now)+" coped at both ends", "a piece coped at both ends")
	if others := len(then.Turned) - 1; others > 0 {
		var at []string
		for _, c := range then.Turned {
			if c != s.open[n].Corner {
				at = append(at, s.run.Corners[c].Letter)
			}
		}
		costs = append(costs, "another choice at "+words.List(at))
	}
	out := s.swap(n, o)
	switch {
	case len(costs) == 0 && len(saves) == 0:
		return out + " would do as well."
	case len(costs) == 0:
		return out + " saves " + words.List(saves) + ", and costs more of what counts here: look at the weights."
	case len(saves) == 0:
		return out + " costs " + words.List(costs) + "."
	}
	return out + " costs " + words.List(costs) + "; it saves " + words.List(saves) + "."
}

func facing(n int) string {
	if n == 1 {
		return "one seam that faces the way in"
	}
	return count(n, "seam") + " that face the way in"
}

var numbers = []string{"no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine"}

// count is a number with its noun: "one seam", "two seams".
func count(n int, noun string) string {
	if n != 1 {
		noun += "s"
	}
	if n >= 0 && n < len(numbers) {
		return numbers[n] + " " + noun
	}
	return fmt.Sprintf("%d %s", n, noun)
}
