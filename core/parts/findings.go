package parts

import (
	"fmt"
	"slices"

	"gnomon/core/finding"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sticks"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

var (
	scarfCannotBe = finding.Declare(finding.Form{Code: "scarf_cannot_be", Severity: finding.Check, Stop: finding.Joints, Kind: "piece",
		Text: "%s cannot be scarfed at %s.", Why: "A part would be longer than any stick, or lie beyond its ends.", Remedy: "Choose other places, or drop them."})
	pieceScarfed = finding.Declare(finding.Form{Code: "piece_scarfed", Severity: finding.Note, Stop: finding.Joints, Kind: "piece",
		Text: "%s is longer than any stick: %s, joined by a %s scarf at %s from its left end.", Remedy: "Glue it, and nail both parts into the stud behind."})
	longerThanStick = finding.Declare(finding.Form{Code: "piece_longer_than_stick", Severity: finding.Stop, Stop: finding.Joints, Kind: "piece",
		Text: "%s takes %s and the longest stick is %s.", Why: "It cannot be cut from one stick.",
		Remedy: "Fit the sticks: it will be made of parts joined by a scarf. Or add a longer stick in Shop."})
)

// onStud is how far from a stud's middle a joint still has wood behind it.
const onStud = measure.Inch / 2

// scarfed tells where a piece is divided, which part goes up first, and what lies behind.
func scarfed(run *stretch.Run, p piece.Piece, s scarfing, out []piece.Piece) finding.Finding {
	var joints []string
	onStuds := len(s.offer) > 0
	for _, at := range s.at {
		joints = append(joints, (at + p.BackFrom() - p.From).In(run.Room.Job.Unit))
		onStuds = onStuds && slices.ContainsFunc(s.offer, func(stud measure.Length) bool { return (stud - at).Abs() <= onStud })
	}
	f := pieceScarfed.In(p.Room, out[0].ID).Says(p.Label, words.Count(len(out), "part"), run.Rules.Scarf, words.List(joints))
	first, then := "left", "right"
	if s.over == joint.Left {
		first, then = then, first
	}
	f.Why = fmt.Sprintf("The part on the %s goes up first; the one on the %s laps over it with its long point on the face", first, then)
	if s.lapGiven {
		f.Why += ", so that the open edge points away from where people come in"
	}
	f.Why += "."
	switch {
	case len(s.offer) == 0:
		f.Remedy = "Put the joint over a stud, and glue it. With studs marked at Measure it is placed on one."
	case !onStuds:
		f.Remedy = "No stud lies behind it: fix a block behind the joint, and glue it."
	}
	return f
}

// tooLong tells of a piece that is longer than any stick and was not divided.
func (d *Divider) tooLong(run *stretch.Run, p piece.Piece, untried bool) finding.Finding {
	j := run.Room.Job
	var longest measure.Length
	for _, s := range run.Moulding.Sticks {
		longest = max(longest, s.Length)
	}
	n := longerThanStick.In(p.Room, p.ID).Says(p.Label, p.Overall.In(j.Unit), longest.In(j.Unit))
	switch {
	case untried:
		n.Why = "It would have to be scarfed, and where was not worked out: the job has more such pieces than are tried in one go."
		n.Remedy = "Split the job, or add a longer stick in Shop."
	case d.Effort.Spend(int64(len(p.Divides.Places)*100)) && d.Fit.EvenParts(sticks.Fitted(j, &p)) == nil:
		n.Why = fmt.Sprintf("Nor can it be divided into parts of %s or more that fit.", j.Cutting.Shortest.Length.In(j.Unit))
		n.Remedy = "Add a longer stick in Shop, or allow shorter parts."
	}
	return n
}
