package plan

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

// cuts lists every end in the order to cut it. The order is of sticks first; on a stick
// the pieces come as they lie, from the left, each with its left end first, since the
// stick is fed from one side. Of a piece that lies on no stick yet a square end comes
// first, so that the tape hooks on it. What is held back comes last of all,
// and so does what lies behind it on its stick.
func (b *builder) cuts() {
	c := b.cutting()
	b.plan.Orders = c.choices()
	said := map[any]bool{}
	var last *End
	add := func(p *Piece, hands [2]joint.Hand) {
		for n, hand := range hands {
			e := p.end(hand)
			k := Cut{Piece: p.ID, Hand: hand, Number: n + 1, Done: e.Mark != "", Check: b.checkAfter(e), Batch: c.alike[alikeKey(p)]}
			k.Stays = last != nil && sameSetting(last, e)
			k.Cautions = b.cautions(p, e, said)
			last = e
			b.plan.Cuts = append(b.plan.Cuts, k)
		}
	}
	sticks := c.sorted(b.job.Rules.Order)
	for _, held := range []bool{false, true} {
		for _, s := range sticks {
			waits := false
			for _, i := range c.sticks[s].pieces {
				p := &b.plan.Pieces[i]
				if waits = waits || p.Held != ""; waits == held {
					add(p, c.hands(s, p))
				}
			}
		}
	}
}

func (p *Piece) end(hand joint.Hand) *End {
	if hand == joint.Left {
		return &p.Left
	}
	return &p.Right
}

func (b *builder) checkAfter(e *End) string {
	switch {
	case e.Setting == nil:
		return "Read the corner first: this end has no setting."
	case e.Joint == Cope && e.Template:
		return fmt.Sprintf("Then draw the other section on the face from a template, and cope along it with %s, leaned %s or more.", copeTools[b.job.Rules.CopeTool].name, b.backCut(e))
	case e.Joint == Cope:
		return fmt.Sprintf("The cut runs %s along the piece. Then cope along the face line with %s, leaned %s or more.", e.Run.In(b.unit), copeTools[b.job.Rules.CopeTool].name, b.backCut(e))
	case e.Chamfer > 0:
		return fmt.Sprintf("Try it with a square. Then chamfer the face at 45° from %s back of this end.", e.Chamfer.In(b.unit))
	case e.Run > 0:
		return fmt.Sprintf("The cut runs %s along the piece.", e.Run.In(b.unit))
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
func (b *builder) backCut(e *End) measure.Angle {
	return max(0, e.Theta-90) + copeTools[b.job.Rules.CopeTool].leans
}

// Codes of cautions, by which they are put away.
const (
	CautionShort   = "short"
	CautionFence   = "fence"
	CautionBevel   = "bevel"
	CautionSetting = "setting"
	CautionDust    = "dust"
	CautionBeyond  = "beyond"
)

// cautions are those of the trade that this one cut calls for. That of a new setting and
// that of dust come once each; none comes that was put away for the job.
func (b *builder) cautions(p *Piece, e *End, said map[any]bool) []Caution {
	var out []Caution
	add := func(code, text string) {
		if !slices.Contains(b.job.PutAway, code) {
			out = append(out, Caution{code, text})
		}
	}
	once := func(key any) bool {
		first := !said[key]
		said[key] = true
		return first
	}
	if e.Setting != nil && e.Dial == nil {
		add(CautionBeyond, "This saw cannot reach the cut: read the note in the margin before you set up.")
	}
	if p.Cut < shortPiece {
		text := "Short piece: cut it from the end of a long one and hold the long part, or clamp it. Never hold it in front of the blade."
		if p.Cap {
			text = "Tiny piece: cut it from the end of a long offcut against a backed fence, and let the blade stop before you lift. Never hold it in front of the blade."
		}
		add(CautionShort, text)
	}
	if e.Fence != "" {
		add(CautionFence, "Added fence: clamp it and the piece, no screws in the blade's line, and keep your hands out of that line: it now points where you may stand.")
	}
	if e.Dial != nil && e.Dial.Bevel != 0 {
		add(CautionBevel, "Tilted blade: with the saw off, see that it clears the fence on its whole way down.")
	}
	if e.Dial != nil && (e.Dial.Mitre != 0 || e.Dial.Bevel != 0) && e.Mark == "" && once(dialledFor(e)) {
		add(CautionSetting, "First cut at this setting: try it on scrap, hands out of the blade's line, and let the blade stop before you lift.")
	}
	if m := b.job.Moulding(p.Moulding); m.Material == job.MDF && once("dust "+m.ID) {
		add(CautionDust, "MDF: its dust is bad for you. Extraction on, mask, eyes and ears.")
	}
	return out
}

// dialled is how the saw stands for an end.
type dialled struct {
	pose         saw.Pose
	mitre, bevel measure.Angle
	fence        joint.Hand
}

func dialledFor(e *End) dialled {
	return dialled{e.Pose, e.Dial.Mitre, e.Dial.Bevel, e.Fence}
}

// alike is the same for pieces that are cut alike.
type alike struct {
	piece       string // one that is like no other
	moulding    string
	cut         measure.Length
	left, right dialled
}

func alikeKey(p *Piece) alike {
	if p.Held != "" || p.Left.Dial == nil || p.Right.Dial == nil || p.Hand != nil && p.Hand.InPlace {
		return alike{piece: p.ID}
	}
	return alike{moulding: p.Moulding, cut: p.Cut.Round(measure.Sixtyfourth), left: dialledFor(&p.Left), right: dialledFor(&p.Right)}
}

// sameSetting tells whether the saw need not be moved between two cuts.
func sameSetting(a, b *End) bool {
	if a.Dial == nil || b.Dial == nil {
		return false
	}
	return a.Dial.Mitre == b.Dial.Mitre && a.Dial.Bevel == b.Dial.Bevel && a.Fence == b.Fence
}
