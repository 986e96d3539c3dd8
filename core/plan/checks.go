package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/joint"
	"gnomon/core/measure"
)

func (b *builder) find(f Finding) { b.plan.Findings = append(b.plan.Findings, f) }

// sortFindings puts what cannot be cut or hung first, then what is likely
// wrong; within each the order of the work.
func (b *builder) sortFindings() {
	rank := map[Severity]int{SeverityStop: 0, SeverityCheck: 1, SeverityNote: 2}
	slices.SortStableFunc(b.plan.Findings, func(x, y Finding) int {
		return cmp.Compare(rank[x.Severity], rank[y.Severity])
	})
}

func upper(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

// Short pieces cannot be held at the saw; the trade draws the line at a foot.
const shortPiece = measure.Foot

// coverNote is the thickness of a top edge that is worth a word.
const coverNote = measure.Inch / 8

// checkPiece looks at one piece as it would be cut.
func (b *builder) checkPiece(t *trim, p Piece) {
	f := Finding{Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID}
	if p.Cut <= 0 || p.Back <= 0 {
		n := f
		n.Code, n.Severity = "piece_vanishes", SeverityStop
		n.Text = fmt.Sprintf("%s leaves nothing to cut.", p.Label)
		n.Why, n.Remedy = "Its wall is shorter than its ends must stop short of the corners.", "Measure the wall again, or fill it with a block."
		b.find(n)
	} else if p.Cut < shortPiece {
		n := f
		n.Code, n.Severity, n.Stop = "short_piece", SeverityNote, "saw"
		n.Text = fmt.Sprintf("%s is short: %s.", p.Label, p.Cut.In(b.unit))
		n.Why, n.Remedy = "A short piece cannot be held safely at the saw.", "Cut it from the end of a long piece and hold the long part, or clamp it; let the blade stop before you lift."
		b.find(n)
	}
	b.checkCrossing(t, p, f)
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		b.checkEnd(t, p, hand, f)
	}
	b.checkHand(p, f)
}

func (b *builder) checkEnd(t *trim, p Piece, hand joint.Hand, f Finding) {
	e := p.End(hand)
	if e.Setting == nil {
		return
	}
	where := fmt.Sprintf("%s, %s end", p.Label, hand)
	if e.Corner != "" {
		where += ", corner " + e.Letter
	}
	if e.Dial == nil || e.Fence != "" {
		n := f
		n.Code, n.Stop = "cut_beyond_swing", "saw"
		n.Why = beyondSwing(e)
		if e.Fence != "" {
			n.Severity, n.Text, n.Remedy = SeverityCheck, where+": this saw reaches the cut with an added fence only.", withFence(e)
		} else {
			n.Severity, n.Text = SeverityStop, where+": this saw cannot reach the cut."
			n.Remedy = "Use a saw with more swing or tilt, or one that takes more, or cut to a line by hand."
		}
		b.find(n)
	}
	if e.Short > 0 && e.Joint == Square && e.Meets != "" && t.m.Profiled && t.shape.section == nil {
		if cover := joint.ThinnestThatCovers(e.Theta, t.shape.Projection); cover > coverNote {
			n := f
			n.Code, n.Severity = "acute_cover", SeverityNote
			n.Text = fmt.Sprintf("%s: the square end stops %s short, since the corner is acute.", where, e.Short.In(b.unit))
			n.Why = fmt.Sprintf("The piece coped over it hides that only where its face stands at least %s out from the wall.", cover.In(b.unit))
			n.Remedy = "Where its top edge is thinner, cut this end to the other wall instead."
			b.find(n)
		}
	}
	if long := e.TopLong.Abs(); long >= measure.Inch/32 {
		n := f
		n.Code, n.Severity = "end_leans", SeverityNote
		more := "further than"
		if e.TopLong < 0 {
			more = "short of"
		}
		n.Text = fmt.Sprintf("%s: the end leans, and its top stands %s %s its bottom.", where, long.In(b.unit), more)
		n.Why, n.Remedy = "What it ends against is out of plumb, or the piece follows a floor or ceiling that is not level.", "The length is told to the bottom edge: measure and mark there."
		b.find(n)
	}
}

// checkHand tells of a length set by hand that the measurements do not bear out.
func (b *builder) checkHand(p Piece, f Finding) {
	h := p.Hand
	if h == nil || h.InPlace || p.Cut == p.Computed {
		return
	}
	f.Code, f.Severity, f.Stop = "set_by_hand", SeverityNote, "saw"
	who := ""
	if h.By != "" {
		who = " by " + h.By
	}
	f.Text = fmt.Sprintf("%s is set to %s by hand%s; measured, it comes to %s.", p.Label, p.Cut.In(b.unit), who, p.Computed.In(b.unit))
	f.Why = "What was decided at the wall counts."
	if h.Why != "" {
		f.Why = upper(strings.TrimSuffix(h.Why, ".")) + "."
	}
	f.Remedy = "Take it back on the Saw stop to go by the measurements again."
	b.find(f)
}

// End gives one end of the piece.
func (p Piece) End(hand joint.Hand) End {
	if hand == joint.Left {
		return p.Left
	}
	return p.Right
}
