package plan

import (
	"fmt"

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
	undone := b.job.Undone()
	at := make(map[string]int, len(b.plan.Pieces))
	for i, p := range b.plan.Pieces {
		at[p.ID] = i
	}
	cut := map[string]job.Mark{} // the standing mark of an end
	var keys []string            // in the order they were first cut
	for _, m := range b.job.Marks {
		if m.Kind == job.MarkUndone || undone[m.ID] {
			continue
		}
		i, planned := at[m.Piece]
		switch m.Kind {
		case job.MarkMiscut:
			// The wood is spoiled: both ends must be cut on another.
			delete(cut, m.Piece+"/left")
			delete(cut, m.Piece+"/right")
			if planned {
				b.plan.Pieces[i].Miscuts++
			}
		case job.MarkCut:
			k := m.Piece + "/" + m.End
			keys = append(keys, k)
			cut[k] = m
		}
	}
	said := map[string]bool{}
	for _, k := range keys {
		m, ok := cut[k]
		if !ok {
			continue
		}
		delete(cut, k)
		i, planned := at[m.Piece]
		if !planned {
			if !said[m.Piece] {
				said[m.Piece] = true
				b.markGone(m)
			}
			continue
		}
		p := &b.plan.Pieces[i]
		e := &p.Left
		if m.End == string(joint.Right) {
			e = &p.Right
		}
		e.Mark = m.ID
		b.markMoved(p, e, m, said)
	}
	for i := range b.plan.Pieces {
		p := &b.plan.Pieces[i]
		p.Done = p.Left.Mark != "" && p.Right.Mark != ""
	}
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
		by, way := p.Cut-m.Length, "longer"
		if by < 0 {
			by, way = -by, "shorter"
		}
		f.Code = "mark_length_changed"
		f.Text = fmt.Sprintf("%s was cut at %s and is now planned at %s, %s %s.", p.Label, m.Length.In(b.unit), p.Cut.In(b.unit), by.In(b.unit), way)
		f.Why = "A measurement or a joint changed after the cut."
		f.Remedy = "Cut it down to the new length and mark it again."
		if way == "longer" {
			f.Remedy = "It is too short now: mark it miscut and cut another, or undo the change."
		}
		b.find(f)
	}
	if s := e.Setting; s != nil && (m.Pose == "" || m.Pose == e.Pose.Code()) && ((s.Mitre-m.Mitre).Abs() > settingMoved || (s.Bevel-m.Bevel).Abs() > settingMoved) {
		f.Code = "mark_setting_changed"
		f.Text = fmt.Sprintf("%s, %s end, was cut at %s and now wants %s.", p.Label, m.End, saw.SwingText(m.Mitre), saw.SwingText(s.Mitre))
		f.Why = "The corner's reading or its joint changed after the cut."
		f.Remedy = "Cut the end again and mark it, or undo the change."
		b.find(f)
	}
}
