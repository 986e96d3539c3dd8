package sawing

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/sticks"
)

// Cut is one end to cut. A piece is cut when both of its ends are.
type Cut struct {
	Piece    string
	Hand     joint.Hand
	Number   int // of the piece's own two cuts, 1 or 2
	Done     bool
	Check    string // what to measure after it
	Cautions []Caution
	Stays    bool // the saw is set so already, by the cut before
	Batch    int  // so many pieces alike come one after the other: set a stop block
}

// Cuts lists every end in the order to cut it. The order is
// of sticks first; on a stick
// the pieces come as they lie, from the left, each with its left end first, since the
// stick is fed from one side. Of a piece that lies on no stick yet a square end comes
// first, so that the tape hooks on it. What is held back comes last of all,
// and so does what lies behind it on its stick.
func Cuts(j *job.Job, pieces []*piece.Piece, supplies []sticks.Supply) []Cut {
	c := newCutting(j, pieces, supplies)
	said := map[any]bool{}
	var out []Cut
	var last *piece.End
	add := func(p *piece.Piece, hands [2]joint.Hand) {
		for n, hand := range hands {
			e := p.End(hand)
			k := Cut{Piece: p.ID, Hand: hand, Number: n + 1, Done: e.Mark != "", Check: checkAfter(j, e), Batch: c.alike[alikeKey(p)]}
			k.Stays = last != nil && last.SameSetting(e)
			k.Cautions = cautions(j, p, e, said)
			last = e
			out = append(out, k)
		}
	}
	sorted := c.sorted(j.Rules.Order)
	for _, held := range []bool{false, true} {
		for _, s := range sorted {
			waits := false
			for _, i := range c.sticks[s].pieces {
				p := pieces[i]
				if waits = waits || p.Held != ""; waits == held {
					add(p, c.hands(s, p))
				}
			}
		}
	}
	return out
}

// checkAfter is what to try or to do after a cut.
func checkAfter(j *job.Job, e *piece.End) string {
	switch {
	case e.Setting == nil:
		return "Read the corner first: this end has no setting."
	case e.Joint == piece.Cope && e.Template:
		return fmt.Sprintf("Then draw the other section on the face from a template, and cope along it with %s, leaned %s or more.", copeTools[j.Rules.CopeTool].name,
			backCut(j, e))
	case e.Joint == piece.Cope:
		return fmt.Sprintf("The cut runs %s along the piece. Then cope along the face line with %s, leaned %s or more.", e.Run.In(j.Unit),
			copeTools[j.Rules.CopeTool].name, backCut(j, e))
	case e.Chamfer > 0:
		return fmt.Sprintf("Try it with a square. Then chamfer the face at 45° from %s back of this end.", e.Chamfer.In(j.Unit))
	case e.Run > 0:
		return fmt.Sprintf("The cut runs %s along the piece.", e.Run.In(j.Unit))
	}
	return "Try it with a square: face and back."
}

// copeTools are what copes are cut with, and how much each leans beyond what must clear:
// a power saw's blade wanders.
var copeTools = map[string]struct {
	name  string
	leans measure.Angle
}{job.CopeByHand: {"a hand saw", 5}, job.CopeByPower: {"a power saw", 15}, job.CopeByGrinder: {"a grinder", 5}}

// backCut is how far a cope leans at least, so that only its front edge touches: what the
// corner is past square, and the tool's own.
func backCut(j *job.Job, e *piece.End) measure.Angle {
	return max(0, e.Theta-90) + copeTools[j.Rules.CopeTool].leans
}

// dialled is how the saw stands for an end, and how that lies on it.
type dialled struct {
	pose saw.Pose
	piece.Stand
}

func dialledFor(e *piece.End) dialled {
	s, _ := e.Stand()
	return dialled{e.Pose, s}
}

// alike is the same for pieces that are cut alike.
type alike struct {
	piece       string // one that is like no other
	moulding    string
	cut         measure.Length
	left, right dialled
}

func alikeKey(p *piece.Piece) alike {
	if p.Held != "" || p.Left.Dial == nil || p.Right.Dial == nil || p.Hand != nil && p.Hand.InPlace {
		return alike{piece: p.ID}
	}
	return alike{moulding: p.Moulding, cut: p.Cut.Round(measure.Sixtyfourth), left: dialledFor(&p.Left), right: dialledFor(&p.Right)}
}
