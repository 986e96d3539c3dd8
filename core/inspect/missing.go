package inspect

import (
	"fmt"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/words"
)

var (
	noRun = finding.Declare(finding.Form{Code: "no_run", Severity: finding.Note, Stop: finding.Measure, Kind: "room",
		Text: "No moulding runs in this room.", Why: "Without one there is nothing to cut.", Remedy: "Choose a moulding for it in Shop."})
	tooFewWalls = finding.Declare(finding.Form{Code: "too_few_walls", Severity: finding.Stop, Stop: finding.Measure, Kind: "room",
		Text: "A closed room of %d walls does not close.", Why: "It takes three walls to come round.", Remedy: "Add the missing walls, or make it an open run."})
	wallUnmeasured = finding.Declare(finding.Form{Code: "wall_unmeasured", Severity: finding.Check, Stop: finding.Measure, Kind: "wall",
		Text: "Wall %s has no length yet.", Why: "Its pieces are left out of the cut list.", Remedy: "Measure at the floor, from corner line to corner line.",
		Missing: true})
	cornerUnread = finding.Declare(finding.Form{Code: "corner_unread", Severity: finding.Check, Stop: finding.Measure, Kind: "corner",
		Text: "Corner %s has not been read; it is taken as 90°.", Why: "Few corners are square, and half of what one is off shows in each mitre.",
		Remedy: "Read them with a protractor.", Missing: true, Cause: finding.Unread})
)

// begun tells of a room with nothing to cut, or that cannot be one.
func (in *inspection) begun() {
	r := in.room
	if len(r.Runs) == 0 && len(r.Walls) > 0 {
		in.found.Add(noRun.In(r.ID, r.ID))
	}
	if r.Closed && len(r.Walls) > 0 && len(r.Walls) < 3 {
		in.found.Add(tooFewWalls.In(r.ID, r.ID).Says(len(r.Walls)))
	}
}

// missing says in one note each which walls have no length and which
// corners no reading yet, so that a room just begun is not a page of warnings.
func (in *inspection) missing() {
	r := in.room
	var walls, wallIDs, corners, cornerIDs []string
	for i, w := range r.Walls {
		if _, ok := in.measures.Wall(i, job.Floor); !ok {
			walls, wallIDs = append(walls, fmt.Sprint(i+1)), append(wallIDs, w.ID)
		}
		if _, ok := in.measures.Corner(i, job.Floor); !ok && r.Joined(i) {
			corners, cornerIDs = append(corners, job.CornerLetter(i)), append(cornerIDs, r.Corners[i].ID)
		}
	}
	switch {
	case len(walls) == 1:
		in.found.Add(wallUnmeasured.In(r.ID, wallIDs[0]).Says(walls[0]))
	case len(walls) > 1:
		f := wallUnmeasured.In(r.ID, r.ID)
		f.Kind, f.Text, f.Why = "room", "Walls "+words.List(walls)+" have no length yet.", "Their pieces are left out of the cut list."
		in.found.Add(f)
	}
	if len(corners) == 0 {
		return
	}
	f := cornerUnread.In(r.ID, cornerIDs[0]).Says(corners[0])
	if len(corners) > 1 {
		f.Kind, f.ID, f.Text = "room", r.ID, "Corners "+words.List(corners)+" have not been read; they are taken as 90°."
	}
	for _, id := range cornerIDs {
		f.Doubts = append(f.Doubts, finding.Ref{Kind: "corner", ID: id})
	}
	in.found.Add(f)
}
