package plan

import (
	"fmt"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// allow adds or takes off, end by end, what the rules allow: a square end that a cope
// covers a hair short, one square at both ends a hair long and sprung in, a coped end
// sprung where both ends are held. A piece for the bench is cut as it is measured.
func (b *builder) allow(c *chain, n int, byCorner map[int]decide.Joint) {
	t, s, p := c.at[n].t, c.at[n].span(), c.at[n].piece()
	if p.Length < t.rules.Bench.Length {
		return
	}
	covered := func(i int) bool { // square, and a cope comes over it
		return i >= 0 && byCorner[i].Kind == decide.Cope && byCorner[i].Gives != n && byCorner[i].Gives >= 0
	}
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		e, i := p.end(hand), s.left
		if hand == joint.Right {
			i = s.right
		}
		switch {
		case e.Joint == Cope:
			if p.Left.holds() && p.Right.holds() {
				e.Give = t.rules.Spring.Length
			}
		case e.Joint != Square || !covered(i):
		case t.rules.Square == job.SquareShort:
			e.Give = -hair(t, e)
		case t.rules.Square == job.SquareLong && covered(s.left) && covered(s.right):
			e.Give = t.rules.Hair.Length
		}
	}
}

// holds tells whether something fixed stands at an end that the piece can be pressed against:
// a wall or what hangs on it, a casing, a cabinet. An outside corner gives way, and so does
// a free end.
func (e End) holds() bool {
	if e.Corner != "" {
		return e.Side == job.Inside
	}
	return e.Joint == Butt || e.Joint == Mitre && e.ToldTo != ToTip
}

// hair is what a square end is cut short, no more than what the cope over it hides.
func hair(t *trim, e *End) measure.Length {
	return max(0, min(t.rules.Hair.Length, t.shape.covers(e.Theta)-e.Short))
}

// Allowed tells what the rules add to a piece or take off it, end by end, or nothing.
func (p Piece) Allowed(unit measure.Unit) string {
	var out []string
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		e := p.End(hand)
		if e.Give == 0 {
			continue
		}
		what := "added"
		if e.Give < 0 {
			what = "taken off"
		}
		why := map[Joint]string{Cope: "to spring it in", Square: "by the rule for square pieces", Mitre: "for the rounded corner"}[e.Joint]
		out = append(out, e.Give.Abs().In(unit)+" "+what+" at the "+string(hand)+" end "+why)
	}
	return strings.Join(out, ", ")
}

// ChamferText tells how an end's face is taken away, or nothing.
func (e End) ChamferText(unit measure.Unit) string {
	if e.Chamfer <= 0 {
		return ""
	}
	return fmt.Sprintf("chamfer the face at 45° from %s back", e.Chamfer.In(unit))
}

// Says tells what else is done to an end, or how it ends against an opening.
func (e End) Says() string {
	switch {
	case e.Note != "":
		return e.Note
	case e.Template:
		return "Coped over another section: draw its line from a template."
	case e.Turn != 0 && e.Assumed && e.Turn != e.Theta:
		return "The corner was not read: the mitre is cut for " + e.Turn.String() + " by the house rule."
	}
	return ""
}
