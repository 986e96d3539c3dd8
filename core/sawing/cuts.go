package sawing

import (
	"fmt"

	"gnomon/core/coping"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/sticks"
	"gnomon/core/words"
)

// Step is what is done to an end: it is cut, and then coped where it is to be.
type Step string

// The steps of an end.
const (
	AtSaw  Step = "cut"
	Coping Step = "cope"
)

// Cut is one step of one end. A piece is done when all of its own are.
type Cut struct {
	Piece    string
	Hand     joint.Hand
	Step     Step
	Number   int // of the piece's own two cuts, 1 or 2; of its copes likewise
	Done     bool
	Check    string // what to measure after it
	Tries    string // of a cope: how often it can be begun anew
	First    string // what is tried on a scrap before it, where that often fails here
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
	left := leftOf(supplies)
	add := func(p *piece.Piece, hands [2]joint.Hand) {
		for n, hand := range hands {
			e := p.End(hand)
			k := Cut{Piece: p.ID, Hand: hand, Step: AtSaw, Number: n + 1, Done: e.Mark != "" || p.Hung != "", Check: checkAfter(j, e), Batch: c.alike[alikeKey(p)]}
			k.Stays = last != nil && last.SameSetting(e)
			k.Cautions, k.First = cautions(j, p, e, said), tryFirst(j, p, e)
			last = e
			out = append(out, k)
		}
		out = append(out, copes(j, p, hands, left)...)
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

// leftOf is what is left of the stick that each piece lies on.
func leftOf(supplies []sticks.Supply) map[string]measure.Length {
	out := map[string]measure.Length{}
	for _, s := range supplies {
		for _, bar := range s.Sticks {
			for _, q := range bar.On {
				if q.Piece != nil {
					out[q.Piece.ID] = bar.Leftover
				}
			}
		}
	}
	return out
}

// copes are the ends of a piece that are coped once both are cut: it is off the saw then.
func copes(j *job.Job, p *piece.Piece, hands [2]joint.Hand, left map[string]measure.Length) []Cut {
	var out []Cut
	for _, hand := range hands {
		e := p.End(hand)
		if e.Joint != piece.Cope || e.Setting == nil {
			continue
		}
		rules, _ := j.RulesAt(j.Room(p.Room), p.Run, e.Corner)
		t := coping.ToolOf(rules)
		deep := e.Run
		if e.Template { // cut to the wall, and sawn back as far as the other piece stands out
			deep += e.OtherFace
		}
		rest, laid := left[p.ID]
		out = append(out, Cut{Piece: p.ID, Hand: hand, Step: Coping, Number: len(out) + 1, Done: e.Finished() || p.Hung != "", Cautions: copingCautions(j),
			Tries: coping.TriesText(coping.Tries(rest, deep, j.Kerf()), laid),
			Check: fmt.Sprintf("Cope it with %s, leaned %s or more, and try it on a scrap of what it meets.", t.Name, t.LeansAtLeast(e.Theta))})
	}
	return out
}

// checkAfter is what to try or to do after a cut.
func checkAfter(j *job.Job, e *piece.End) string {
	switch {
	case e.Setting == nil:
		return "Read the corner first: this end has no setting."
	case e.Joint == piece.Cope && e.Template:
		return "Then it is coped: draw the other section on its face from the template."
	case e.Joint == piece.Cope:
		return fmt.Sprintf("The cut runs %s along the piece. Then it is coped.", e.Run.In(j.Unit))
	case e.Faced && e.TopLong.Abs() >= measure.Sixtyfourth/2:
		text := fmt.Sprintf("At this end its outer edge is %s than the inner one.", words.Longer(e.TopLong, j.Unit))
		if e.Joint == piece.Mitre {
			text += " Plane away the back of the mitre a little, not its face: the front closes first."
		}
		return text
	case e.Chamfer > 0:
		return fmt.Sprintf("Try it with a square. Then chamfer the face at 45° from %s back of this end.", e.Chamfer.In(j.Unit))
	case e.Run >= measure.Sixtyfourth/2:
		return fmt.Sprintf("The cut runs %s along the piece.", e.Run.In(j.Unit))
	}
	return "Try it with a square: face and back."
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

// tryFirst says to try a joint on a scrap where the shop's work says that this moulding's ones often gape.
func tryFirst(j *job.Job, p *piece.Piece, e *piece.End) string {
	m := j.Moulding(p.Moulding)
	if m == nil || m.TryFirst == "" {
		return ""
	}
	kind := map[string]string{piece.FittedCope: "cope", piece.FittedMitre: "mitre", piece.FittedOutside: "mitre"}[e.Kind()]
	if kind == "" || m.TryFirst != kind && m.TryFirst != "all" {
		return ""
	}
	return fmt.Sprintf("%ss of %s often gape here: try it on a scrap first.", words.Capital(kind), m.Title())
}
