package plan

import (
	"gnomon/core/finding"
	"gnomon/core/job"
)

var pieceSliver = finding.Declare(finding.Form{Code: "piece_sliver", Severity: finding.Check, Stop: finding.Joints, Kind: "piece",
	Text: "%s is %s long: less than the blade takes.", Why: "No saw cuts it; the sticks are fitted without it.",
	Remedy: "Let what stands beside it close the place, or fill it. If the place is wider, measure it again."})

// slivers finds the pieces that no saw cuts, and holds them back.
func (p *RoomPlan) slivers(j *job.Job) {
	for _, q := range p.Pieces {
		if !q.FromStick() || q.Back >= j.Kerf() {
			continue
		}
		f := pieceSliver.In(p.Room, q.ID).Says(q.Label, q.Back.In(j.Unit))
		p.Findings.Add(f)
		q.Sliver = true
		if q.Held == "" {
			q.Held = f.Text
		}
	}
}
