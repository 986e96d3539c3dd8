package inspect

import (
	"slices"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/sight"
)

var (
	weightsNothing = finding.Declare(finding.Form{Code: "weights_nothing", Severity: finding.Check, Stop: finding.Joints, Kind: "rules",
		Text: "All four weights are 0.", Why: "Then it does not matter who is coped: ends are chosen by the hand alone, and so that nothing waits in a ring.",
		Remedy: "Move at least one of them up."})
	weightsNoHand = finding.Declare(finding.Form{Code: "weights_no_hand", Severity: finding.Check, Stop: finding.Joints, Kind: "rules",
		Text: "Only keeping to one hand counts, and no hand is preferred.", Why: "So nothing tells who is coped.",
		Remedy: "Choose a hand, or let something else count."})
	sprungTwice = finding.Declare(finding.Form{Code: "sprung_twice", Severity: finding.Check, Stop: finding.Joints, Kind: "rules",
		Text: "Square pieces are cut %s long and coped ends %s: together that is more than a wall gives.",
		Why:  "A piece sprung so far pushes its neighbours off their joints.", Remedy: "Spring the one or the other."})
	wayInGone = finding.Declare(finding.Form{Code: "way_in_gone", Severity: finding.Check, Stop: finding.Joints, Kind: "room",
		Text: "The opening that people were to come in by is gone.", Why: "Seams turn away from the first door instead.", Remedy: "Choose the way in again."})
	noWayIn = finding.Declare(finding.Form{Code: "no_way_in", Severity: finding.Note, Stop: finding.Joints, Kind: "room",
		Text: "This room has no door: nothing tells where people come in.", Why: "So no seam is turned away from them.",
		Remedy: "Add the door, or choose the opening that they come in by."})
	wetFloor = finding.Declare(finding.Form{Code: "wet_floor", Severity: finding.Note, Stop: finding.Joints, Kind: "room",
		Text: "This room is wet: run clear silicone between base and floor.", Why: "Water that gets behind the base stays there.",
		Remedy: "Leave it open everywhere else: wood and laminate floors move."})
)

// springMost is what two pieces may be sprung together at one corner.
const springMost = measure.Inch / 8

// Rules tells of house rules that say nothing, or against each other.
func Rules(j *job.Job) finding.List {
	var out finding.List
	r := j.Rules
	if r.Weights.Zero() {
		out.Add(weightsNothing.In("", "rules"))
	}
	if r.CopeHand == job.HandEither && r.Weights.Hand > 0 && r.Weights.Short+r.Weights.Hidden+r.Weights.Double+r.Weights.Tight == 0 {
		out.Add(weightsNoHand.In("", "rules"))
	}
	if r.Square == job.SquareLong && r.Hair.Length > 0 && r.Spring.Length > 0 && r.Hair.Length+r.Spring.Length > springMost {
		out.Add(sprungTwice.In("", "rules").Says(r.Hair.Length.In(j.Unit), r.Spring.Length.In(j.Unit)))
	}
	return out
}

// WayIn tells of a way in that is gone or not known, and of what keeps water out.
func WayIn(j *job.Job, r *job.Room, v sight.View) finding.List {
	var out finding.List
	if r.Entry != "" && !slices.ContainsFunc(r.Openings, func(o job.Opening) bool { return o.ID == r.Entry }) {
		out.Add(wayInGone.In(r.ID, r.ID))
	}
	if v.From == nil && len(r.Openings) > 0 && !v.Drawn.Island && j.Rules.Weights.Hidden > 0 {
		out.Add(noWayIn.In(r.ID, r.ID))
	}
	rules, _ := j.RulesAt(r, "", "")
	base := slices.ContainsFunc(r.Runs, func(k job.Run) bool { return k.Level == job.Floor && j.Moulding(k.Moulding).Is().Runs })
	if r.Wet && base {
		f := wetFloor.In(r.ID, r.ID)
		if rules.FloorJoint == job.FloorOpen {
			f.Severity, f.Text = finding.Check, "This room is wet, and the rule leaves the floor joint open."
			f.Remedy = "Follow the other school in this room, or say that it is dry."
		}
		out.Add(f)
	}
	return out
}
