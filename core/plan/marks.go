package plan

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

// settingMoved is a change of angle that shows.
const settingMoved measure.Angle = 0.05

// marks lays the facts from the saw over the plan: which ends are cut, and
// which marks no longer fit what is planned.
func (b *builder) marks() {
	at := make(map[string]int, len(b.plan.Pieces))
	for i, p := range b.plan.Pieces {
		at[p.ID] = i
	}
	cut := map[string][]job.Mark{} // the standing marks of an end since its wood was last spoiled
	var keys []string              // in the order they were first cut
	for _, m := range b.job.Standing() {
		switch m.Kind {
		case job.MarkMiscut:
			// The wood is spoiled: both ends must be cut on another.
			delete(cut, m.Piece+"/left")
			delete(cut, m.Piece+"/right")
			if i, planned := at[m.Piece]; planned {
				b.plan.Pieces[i].Miscuts++
			}
		case job.MarkCut:
			k := m.Piece + "/" + m.End
			keys = append(keys, k)
			cut[k] = append(cut[k], m)
		}
	}
	said := map[string]bool{}
	twice := map[string][]job.Mark{}
	for _, k := range keys {
		ms := cut[k]
		if len(ms) == 0 {
			continue
		}
		delete(cut, k)
		m := ms[len(ms)-1]
		if len(ms) > 1 {
			twice[m.Piece] = append(twice[m.Piece], ms...)
		}
		i, planned := at[m.Piece]
		if !planned {
			if !said[m.Piece] {
				said[m.Piece] = true
				b.markGone(m)
			}
			continue
		}
		p := &b.plan.Pieces[i]
		p.end(joint.Hand(m.End)).Mark = m.ID
		b.markMoved(p, p.end(joint.Hand(m.End)), m, said)
	}
	for i := range b.plan.Pieces {
		p := &b.plan.Pieces[i]
		p.Done = p.Left.Mark != "" && p.Right.Mark != ""
		if ms := twice[p.ID]; len(ms) > 0 {
			b.markTwice(p, ms)
		}
	}
}

// markTwice tells of an end that was marked cut more than once: two who could not see each
// other's marks. Both facts stay until somebody looks at the wood.
func (b *builder) markTwice(p *Piece, ms []job.Mark) {
	f := Finding{Code: "mark_twice", Severity: SeverityCheck, Stop: "saw", Room: p.Room, Kind: "piece", ID: p.ID,
		Why:    "Neither mark was known where the other was made.",
		Remedy: "Look how many there are. Take back a mark that was pressed by mistake; where there are two, keep one for a shorter piece and take its mark back."}
	var who []string
	ends := 0
	for i, m := range ms {
		if i == 0 || ms[i-1].End != m.End {
			ends++
		}
		if !slices.Contains(who, maker(m.By)) {
			who = append(who, maker(m.By))
		}
		f.Acts = append(f.Acts, Act{Do: "unmark", Kind: "mark", ID: m.ID, Text: fmt.Sprintf("Take back the %s end, %s", m.End, maker(m.By))})
	}
	end := ms[0].End + " end"
	if ends > 1 {
		end = "both ends"
	}
	f.Text = fmt.Sprintf("%s, %s, was marked cut twice: %s.", p.Label, end, strings.Join(who, " and "))
	b.find(f)
}

// maker is who made a mark, in words.
func maker(by string) string {
	if by == "" {
		return "at the desk"
	}
	return "by " + by
}

// differs tells how much longer or shorter something is, in words.
func differs(by measure.Length, unit measure.Unit) string {
	way := " longer"
	if by < 0 {
		way = " shorter"
	}
	return by.Abs().In(unit) + way
}

// Lies is how the end lies on the saw as marks keep it.
func (e *End) Lies() string {
	if e.Fence != "" {
		return e.Pose.Code() + saw.Fenced
	}
	return e.Pose.Code()
}

// movedFrom tells whether an end wants another setting than it was cut or shown at. Where
// it lies otherwise now, the two say nothing of one another.
func (e *End) movedFrom(m job.Mark) bool {
	s := e.Setting
	return s != nil && (m.Pose == "" || m.Pose == e.Lies()) && ((s.Mitre-m.Mitre).Abs() > settingMoved || (s.Bevel-m.Bevel).Abs() > settingMoved)
}

func (b *builder) markGone(m job.Mark) {
	label := m.Label
	if label == "" {
		label = m.Piece
	}
	b.find(Finding{Code: "mark_piece_gone", Severity: SeverityCheck, Stop: "saw", Kind: "piece", ID: m.Piece,
		Text:   fmt.Sprintf("%s was cut at %s and is no longer in the plan.", label, m.Length.In(b.unit)),
		Why:    "Its wall, opening or run was taken out after the cut.",
		Remedy: "Use the piece elsewhere, or undo the change or the mark."})
}

func (b *builder) markMoved(p *Piece, e *End, m job.Mark, said map[string]bool) {
	f := Finding{Severity: SeverityCheck, Stop: "saw", Room: p.Room, Kind: "piece", ID: p.ID}
	if m.Length != p.Cut && !said[p.ID] {
		said[p.ID] = true
		f.Code = "mark_length_changed"
		f.Text = fmt.Sprintf("%s was cut at %s and is now planned at %s, %s.", p.Label, m.Length.In(b.unit), p.Cut.In(b.unit), differs(p.Cut-m.Length, b.unit))
		f.Why = "A measurement or a joint changed after the cut."
		f.Remedy = "Cut it down to the new length and mark it again."
		if p.Cut > m.Length {
			f.Remedy = "It is too short now: mark it miscut and cut another, or undo the change."
		}
		b.find(f)
	}
	if e.movedFrom(m) {
		f.Code = "mark_setting_changed"
		f.Text = fmt.Sprintf("%s, %s end, was cut at %s and now wants %s.", p.Label, m.End, saw.SwingText(m.Mitre), saw.SwingText(e.Setting.Mitre))
		f.Why = "The corner's reading or its joint changed after the cut."
		f.Remedy = "Cut the end again and mark it, or undo the change."
		b.find(f)
	}
}
