package decide

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// Piece is what a decision needs to know of a piece. Pieces come in the order
// of the run, left to right. LeftCorner and RightCorner are indices of corners,
// or -1 where an end meets none.
type Piece struct {
	Label       string
	Length      measure.Length
	LeftCorner  int
	RightCorner int
}

// Run is one moulding's way around a room.
type Run struct {
	Closed  bool // the room is closed; a door may still break the run
	Pieces  []Piece
	Corners []job.CornerKind
	Rules   job.Rules
	Why     string // why Rules.Inside is not the house rule's, or none
}

// Kind is how two pieces meet at a corner.
type Kind string

// The joints at corners of this version. Alone is an end that nothing meets.
const (
	Cope  Kind = "cope"
	Mitre Kind = "mitre"
	Alone Kind = "square"
)

// Rules that make decisions, as codes.
const (
	RuleOutsideMitre = "outside_mitre"
	RuleInsideMitre  = "inside_mitre"
	RuleMoulding     = "moulding"
	RuleCopeHand     = "cope_hand"
	RuleLongestFirst = "longest_runs_square"
	RuleNothingMeets = "nothing_meets"
)

// Corner is the decision at one corner.
type Corner struct {
	Index       int // of the corner
	Joint       Kind
	Left, Right int // the pieces whose right and left ends stand here, or -1
	Coped       int // the piece that is coped, or -1
	Rule        string
	Reason      string
	RunnerUp    string
}

// Corners decides every corner at which at least one piece ends.
func Corners(r Run) []Corner {
	out := make([]Corner, 0, len(r.Corners))
	for i := range r.Corners {
		c := Corner{Index: i, Left: -1, Right: -1, Coped: -1}
		for k, p := range r.Pieces {
			if p.RightCorner == i {
				c.Left = k
			}
			if p.LeftCorner == i {
				c.Right = k
			}
		}
		if c.Left >= 0 || c.Right >= 0 {
			out = append(out, c)
		}
	}
	longest, next := r.ring()
	for i := range out {
		r.corner(&out[i], longest, next)
	}
	return out
}

// ring finds the longest piece of a closed room of inside corners only, and its
// right-hand neighbour; -1 for both elsewhere. Pieces are in order of their
// walls, so of equals the first has the lowest wall number.
func (r Run) ring() (longest, next int) {
	if !r.Closed || len(r.Pieces) < 2 || r.Rules.Inside != job.InsideCope {
		return -1, -1
	}
	for _, k := range r.Corners {
		if k != job.Inside {
			return -1, -1
		}
	}
	for k, p := range r.Pieces {
		if p.Length > r.Pieces[longest].Length {
			longest = k
		}
	}
	return longest, (longest + 1) % len(r.Pieces)
}

func (r Run) corner(c *Corner, longest, next int) {
	if c.Left < 0 || c.Right < 0 {
		c.Joint, c.Rule = Alone, RuleNothingMeets
		c.Reason = "Nothing comes from the other wall, so the end is cut square."
		return
	}
	left, right := r.Pieces[c.Left].Label, r.Pieces[c.Right].Label
	if r.Corners[c.Index] == job.Outside {
		c.Joint, c.Rule = Mitre, RuleOutsideMitre
		c.Reason = fmt.Sprintf("%s and %s are mitred: an outside corner always is.", left, lower(right))
		c.RunnerUp = "None: no other joint turns an outside corner."
		return
	}
	if r.Rules.Inside == job.InsideMitre {
		c.Joint, c.Rule = Mitre, RuleInsideMitre
		c.Reason = fmt.Sprintf("%s and %s are mitred: the house rule mitres inside corners.", left, lower(right))
		if r.Why != "" {
			c.Rule, c.Reason = RuleMoulding, fmt.Sprintf("%s and %s are mitred: %s.", left, lower(right), r.Why)
		}
		c.RunnerUp = fmt.Sprintf("Coping %s into %s would not open when the wood shrinks.", lower(left), lower(right))
		return
	}
	c.Joint, c.Rule, c.Coped = Cope, RuleCopeHand, c.Left
	hand := joint.Right
	if r.Rules.CopeHand == job.HandLeft {
		c.Coped, hand = c.Right, joint.Left
	}
	byHand := c.Coped
	switch {
	case c.Left == longest && c.Right == longest:
	case c.Left == longest || c.Right == next:
		c.Coped = c.Right
	case c.Right == longest || c.Left == next:
		c.Coped = c.Left
	}
	through := c.Left
	if c.Coped == c.Left {
		through = c.Right
	}
	coped, square := r.Pieces[c.Coped].Label, r.Pieces[through].Label
	if c.Coped == byHand {
		c.Reason = fmt.Sprintf("%s is coped into %s: the house rule copes %s ends.", coped, lower(square), hand)
		c.RunnerUp = fmt.Sprintf("Coping %s instead would put the cope on its %s end.", lower(square), hand.Other())
		return
	}
	c.Rule = RuleLongestFirst
	if through == longest {
		c.Reason = fmt.Sprintf("%s is coped into %s: the longest piece of a closed room runs square into both its corners.", coped, lower(square))
	} else {
		c.Reason = fmt.Sprintf("%s is coped into %s: it is coped at both ends, beside the longest piece.", coped, lower(square))
	}
	c.RunnerUp = fmt.Sprintf("Coping %s would keep to the %s hand.", lower(square), hand)
}

// lower makes a label fit the middle of a sentence: "base 3".
func lower(label string) string {
	if label == "" {
		return label
	}
	b := []byte(label)
	if b[0] >= 'A' && b[0] <= 'Z' {
		b[0] += 'a' - 'A'
	}
	return string(b)
}
