package decide

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/profile"
	"gnomon/core/words"
)

// kind says which joint two pieces make at a corner, from the corner, the mouldings, what
// meets what, and the wish.
func (r *Run) kind(j *Joint) {
	if j.Left < 0 || j.Right < 0 {
		j.Kind, j.Rule = Alone, RuleNothingMeets
		j.Reason = alone(r.Corners[j.Corner])
		j.Why = j.Reason
		return
	}
	c, a, b := r.Corners[j.Corner], r.Pieces[j.Left], r.Pieces[j.Right]
	left, right := a.Label, words.Small(b.Label)
	mitres := a.Section == b.Section || a.Flat && b.Flat
	j.Unequal = a.Section != b.Section && a.Out != b.Out
	if c.Round && c.Kind == job.Inside {
		j.Kind, j.Rule = Mitre, RuleBullnose
		j.Reason = fmt.Sprintf("%s and %s follow the hollow corner with short pieces between them, each joint a part of the turn.", left, right)
		j.Why = j.Reason
		j.RunnerUp = "None: a cope or one mitre would leave the hollow open behind it."
		if !mitres {
			j.apart(left, right)
		}
		return
	}
	if c.Kind == job.Outside {
		j.Kind, j.Rule = Mitre, RuleOutsideMitre
		j.because(left+" and "+right+" are mitred", "an outside corner always is")
		j.RunnerUp = "None: no other joint turns an outside corner."
		if c.By == job.OverCorner && c.Inside != job.InsideMitre {
			j.Refused = WishOut
		}
		if c.Round {
			j.Rule = RuleBullnose
			j.Reason = fmt.Sprintf("%s and %s turn the rounded corner with short pieces between them, each joint a part of the turn.", left, right)
			j.Why = j.Reason
			j.RunnerUp = "One plain mitre would leave a larger hollow behind it to fill."
		}
		if !mitres {
			j.apart(left, right)
		}
		return
	}
	cope, butt := a.Copable || b.Copable, a.Flat && b.Flat
	wish := job.InsideJoint(c.Inside, butt, cope)
	if wish == job.InsideMitre && !mitres {
		if wish = job.InsideCope; !cope {
			j.apart(left, right)
			return
		}
	}
	switch {
	case wish == c.Inside || c.By == "" || butt && c.Inside == job.InsideCope: // what is square-edged is butted where a cope is wished
	case c.Inside == job.InsideCope:
		j.Refused = WishCope
	case c.By == job.OverCorner && c.Inside == job.InsideButt:
		j.Refused = WishButt
	case c.By == job.OverCorner:
		j.Refused = WishMitre
	}
	switch wish {
	case job.InsideMitre:
		j.Kind, j.Rule = Mitre, RuleInsideMitre
		j.because(left+" and "+right+" are mitred", says("mitres inside corners", c.By))
		j.RunnerUp = fmt.Sprintf("Coping %s into %s would not open when the wood shrinks.", words.Small(left), right)
		if !cope && c.Inside != job.InsideMitre {
			j.Rule = RuleMoulding
			j.because(left+" and "+right+" are mitred", "their face "+profile.FallsBack+" and cannot be coped")
			j.RunnerUp = "A cope would gape there; glue the mitre, and shim the ends."
		}
	case job.InsideButt:
		j.Kind, j.Rule = Butt, RuleInsideButt
	default:
		j.Kind, j.Rule = Cope, RuleCopeHand
		if c.Inside != job.InsideCope || a.Section != b.Section {
			j.Rule = RuleSections
		}
	}
}

// alone tells how an end stands in a corner that nothing else comes to.
func alone(c Corner) string {
	switch {
	case c.Stands != "":
		return c.Stands + " stands in the corner, so the end stops against it."
	case c.Kind == job.Outside:
		return "Nothing comes round the corner, so the end is cut square at it."
	}
	return "Nothing comes from the other wall, so the end is cut to that wall."
}

// ByMoulding is a wish that came with the moulding.
const ByMoulding = "moulding"

func (j *Joint) apart(left, right string) {
	j.Kind, j.Rule = Apart, RuleSections
	j.because(left+" and "+right+" are of two sections that neither mitre nor cope", "each is cut square")
	j.RunnerUp = "A block at the corner that both stop against, or a return on each."
}

// says tells who rules that.
func says(what, by string) string {
	switch by {
	case ByMoulding:
		return "that was chosen for the moulding"
	case job.OverRoom, job.OverRun, job.OverCorner:
		return "that was chosen for this " + by
	}
	return "the house rule " + what
}
