package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
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
func (b *builder) checkPiece(m *job.Moulding, p Piece) {
	f := Finding{Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID}
	if p.Cut <= 0 {
		n := f
		n.Code, n.Severity = "piece_vanishes", SeverityStop
		n.Text = fmt.Sprintf("%s leaves nothing to cut.", p.Label)
		n.Why, n.Remedy = "Its wall is shorter than its ends must stop short of the corners.", "Measure the wall again, or fill it with a block."
		b.find(n)
	}
	if p.Cut < shortPiece && p.Cut > 0 {
		n := f
		n.Code, n.Severity, n.Stop = "short_piece", SeverityNote, "saw"
		n.Text = fmt.Sprintf("%s is short: %s.", p.Label, p.Cut.In(b.unit))
		n.Why, n.Remedy = "A short piece cannot be held safely at the saw.", "Cut it from the end of a long piece and hold the long part, or clamp it; let the blade stop before you lift."
		b.find(n)
	}
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		b.checkEnd(m, p, hand, f)
	}
}

func (b *builder) checkEnd(m *job.Moulding, p Piece, hand joint.Hand, f Finding) {
	e := p.End(hand)
	if e.Setting == nil || e.Corner == "" {
		return
	}
	where := fmt.Sprintf("%s, %s end, corner %s", p.Label, hand, e.Letter)
	if e.Dial == nil {
		n := f
		n.Code, n.Severity, n.Stop = "cut_beyond_swing", SeverityStop, "saw"
		why, remedy := beyondSwing(e, hand, m, b.job.Machine(), b.unit)
		n.Text, n.Why, n.Remedy = where+": this saw cannot reach the cut.", why, remedy
		b.find(n)
	}
	if e.Short > 0 && m.Profiled {
		if cover := joint.ThinnestThatCovers(e.Theta, m.Thickness.Length); cover > coverNote {
			n := f
			n.Code, n.Severity = "acute_cover", SeverityNote
			n.Text = fmt.Sprintf("%s: the square end stops %s short, since the corner is acute.", where, e.Short.In(b.unit))
			n.Why = fmt.Sprintf("The piece coped over it hides that only where its face stands at least %s out from the wall.", cover.In(b.unit))
			n.Remedy = "Where its top edge is thinner, cut this end to the other wall instead."
			b.find(n)
		}
	}
}

// End gives one end of the piece.
func (p Piece) End(hand joint.Hand) End {
	if hand == joint.Left {
		return p.Left
	}
	return p.Right
}
