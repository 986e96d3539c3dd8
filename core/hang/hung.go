package hang

import (
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/words"
)

var (
	hungOtherwise = finding.Declare(finding.Form{Code: "hung_otherwise", Severity: finding.Check, Stop: finding.Hang, Kind: "piece",
		Text: "%s hangs as it was cut, at %s, and is now planned at %s, %s.", Why: "A measurement or a joint changed after it was hung.",
		Remedy: "It stays as it hangs. Look at its joints; take it down and cut it again only where they gape."})
	hungGone = finding.Declare(finding.Form{Code: "hung_piece_gone", Severity: finding.Check, Stop: finding.Hang, Kind: "piece",
		Text: "%s was hung and is no longer in the plan.", Why: "Its wall, opening or run was taken out after it went up.",
		Remedy: "Take it down, or undo the change."})
	hungBefore = finding.Declare(finding.Form{Code: "hung_before_its_mate", Severity: finding.Check, Stop: finding.Hang, Kind: "piece",
		Text: "%s went up before %s, which it %s.", Why: "What runs through goes up first, so that the cope is pressed against it.",
		Remedy: "Slide %s in behind it before it is nailed at that end, or take it down again."})
)

// Lay lays the facts of the wall over the pieces: which hang. It finds what is planned otherwise than it hangs, and what hangs that is
// planned no more.
func Lay(facts []job.Record, pieces []*piece.Piece, unit measure.Unit) (found, gone finding.List) {
	byID := piece.ByID(pieces)
	for _, r := range facts {
		if r.Kind != job.RecordHung {
			continue
		}
		p := byID[r.Piece]
		if p == nil {
			label := r.Label
			if label == "" {
				label = r.Piece
			}
			gone.Add(hungGone.In("", r.Piece).Says(label))
			continue
		}
		p.Hung = r.ID
		if r.Hung.Length != p.Cut {
			found.Add(hungOtherwise.In(p.Room, p.ID).Says(p.Label, r.Hung.Length.In(unit), p.Cut.In(unit), words.Longer(p.Cut-r.Hung.Length, unit)))
		}
	}
	return found, gone
}

// Before tells of a piece that was hung before one that it gives way to; how is what it does there, as in "is coped into".
func Before(p, through *piece.Piece, how string) finding.Finding {
	f := hungBefore.In(p.Room, p.ID).Says(p.Label, words.Small(through.Label), how)
	return f.Do(words.Small(through.Label))
}
