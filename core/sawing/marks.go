package sawing

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/words"
)

var (
	markTwice = finding.Declare(finding.Form{Code: "mark_twice", Severity: finding.Check, Stop: finding.Saw, Kind: "piece",
		Text: "%s, %s, was marked cut twice: %s.", Why: "Neither mark was known where the other was made.",
		Remedy: "Look how many there are. Take back a mark that was pressed by mistake; where there are two, keep one for a shorter piece and take its mark back."})
	markPieceGone = finding.Declare(finding.Form{Code: "mark_piece_gone", Severity: finding.Check, Stop: finding.Saw, Kind: "piece",
		Text: "%s was cut at %s and is no longer in the plan.", Why: "Its wall, opening or run was taken out after the cut.",
		Remedy: "Use the piece elsewhere, or undo the change or the mark."})
	markLengthChanged = finding.Declare(finding.Form{Code: "mark_length_changed", Severity: finding.Check, Stop: finding.Saw, Kind: "piece",
		Text: "%s was cut at %s and is now planned at %s, %s.", Why: "A measurement or a joint changed after the cut.", Remedy: CutDown})
	markSettingChanged = finding.Declare(finding.Form{Code: "mark_setting_changed", Severity: finding.Check, Stop: finding.Saw, Kind: "piece",
		Text: "%s, %s end, was cut at %s and now wants %s.", Why: "The corner's reading or its joint changed after the cut.", Remedy: CutEndAgain})
)

// What is done about a piece that was cut otherwise than it is planned now.
const (
	CutDown     = "Cut it down to the new length and mark it again."
	TooShortNow = "It is too short now: mark it miscut and cut another, or undo the change."
	CutEndAgain = "Cut the end again and mark it, or undo the change."
)

// LayMarks lays the facts from the saw over the pieces: which ends are cut, which marks no longer
// fit what is planned, and which are of pieces that are gone.
func LayMarks(j *job.Job, pieces []*piece.Piece) (found, gone finding.List) {
	byID := piece.ByID(pieces)
	cut := map[string][]job.Record{} // the standing marks of an end since its wood was last spoiled
	var keys []string                // in the order they were first cut
	coped := map[string]string{}     // and the last mark that an end was coped
	for _, m := range j.Standing() {
		switch m.Kind {
		case job.RecordMiscut:
			// The wood is spoiled: both ends must be cut on another.
			delete(cut, m.Piece+"/left")
			delete(cut, m.Piece+"/right")
			delete(coped, m.Piece+"/left")
			delete(coped, m.Piece+"/right")
			if p := byID[m.Piece]; p != nil {
				p.Miscuts++
			}
		case job.RecordCoped:
			coped[m.Piece+"/"+m.End] = m.ID
		case job.RecordCut:
			k := m.Piece + "/" + m.End
			keys = append(keys, k)
			cut[k] = append(cut[k], m)
		}
	}
	said := map[string]bool{}
	twice := map[string][]job.Record{}
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
		p := byID[m.Piece]
		if p == nil {
			if !said[m.Piece] {
				said[m.Piece] = true
				label := m.Label
				if label == "" {
					label = m.Piece
				}
				gone.Add(markPieceGone.In("", m.Piece).Says(label, m.Cut.Length.In(j.Unit)))
			}
			continue
		}
		e := p.End(joint.Hand(m.End))
		e.Mark = m.ID
		if e.Joint == piece.Cope {
			e.Coped = coped[k]
		}
		found.Add(moved(p, m, said, j.Unit)...)
	}
	for i := range pieces {
		p := pieces[i]
		p.Done = p.Hung != "" || p.Left.Finished() && p.Right.Finished() // what hangs was cut, marked or not
		if ms := twice[p.ID]; len(ms) > 0 {
			found.Add(cutTwice(p, ms))
		}
	}
	return found, gone
}

// cutTwice tells of an end that was marked cut more than once: two who could not see each
// other's marks. Both facts stay until somebody looks at the wood.
func cutTwice(p *piece.Piece, ms []job.Record) finding.Finding {
	f := markTwice.In(p.Room, p.ID)
	var who []string
	ends := 0
	for i, m := range ms {
		if i == 0 || ms[i-1].End != m.End {
			ends++
		}
		if !slices.Contains(who, Maker(m.Device)) {
			who = append(who, Maker(m.Device))
		}
		what := fmt.Sprintf("the %s end, %s", m.End, Maker(m.Device))
		f.Acts = append(f.Acts, finding.Act{Do: finding.ActTakeBack, Kind: "record", ID: m.ID, Text: "Take back " + what, Next: what})
	}
	end := ms[0].End + " end"
	if ends > 1 {
		end = "both ends"
	}
	return f.Says(p.Label, end, strings.Join(who, " and "))
}

// Maker is where a record came from, in words.
func Maker(device string) string {
	if device == "" {
		return "at the desk"
	}
	return "by " + device
}

// moved tells what is planned otherwise than an end was cut; a length once for each piece.
func moved(p *piece.Piece, m job.Record, said map[string]bool, unit measure.Unit) finding.List {
	var found finding.List
	if p.Hung != "" {
		return nil // it stays as it hangs: what differs is told there
	}
	if m.Cut.Length != p.Cut && !said[p.ID] {
		said[p.ID] = true
		f := markLengthChanged.In(p.Room, p.ID).Says(p.Label, m.Cut.Length.In(unit), p.Cut.In(unit), words.Longer(p.Cut-m.Cut.Length, unit))
		if p.Cut > m.Cut.Length {
			f.Remedy = TooShortNow
		}
		found.Add(f)
	}
	if e := p.End(joint.Hand(m.End)); e.MovedFrom(*m.Cut) {
		found.Add(markSettingChanged.In(p.Room, p.ID).Says(p.Label, m.End, saw.SwingText(m.Cut.Mitre), saw.SwingText(e.Setting.Mitre)))
	}
	return found
}
