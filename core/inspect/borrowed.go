package inspect

import (
	"fmt"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/survey"
	"gnomon/core/words"
)

var levelBorrowed = finding.Declare(finding.Form{Code: "level_borrowed", Severity: finding.Check, Stop: finding.Measure, Kind: "room",
	Text: "This room was not measured at the %s, where %s runs.", Why: "What was measured at the %s stands in, and walls lean.",
	Remedy: "Measure at the %s, where the moulding sits."})

// Borrowed says which walls and corners of a run were measured only at another
// level.
func Borrowed(j *job.Job, r *job.Room, m survey.Measures, run *job.Run) finding.List {
	var walls, corners []string
	f := levelBorrowed.In(r.ID, r.ID)
	from := job.Level("")
	note := func(list *[]string, name, kind, id string, l job.Level) {
		*list, from = append(*list, name), l
		f.Kind, f.ID = kind, id
	}
	for i, w := range r.Walls {
		if l, ok := m.Wall(i, run.Level); ok && l.Level != run.Level {
			note(&walls, fmt.Sprint(i+1), "wall", w.ID, l.Level)
		}
	}
	for i, c := range r.Corners {
		if k, ok := m.Corner(i, run.Level); ok && k.Level != run.Level && r.Joined(i) {
			note(&corners, job.CornerLetter(i), "corner", c.ID, k.Level)
		}
	}
	if len(walls)+len(corners) == 0 {
		return nil
	}
	if len(walls)+len(corners) > 1 {
		f.Kind, f.ID = "room", r.ID
	}
	f = f.Says(run.Level, j.Moulding(run.Moulding).Title()).Because(from).Do(run.Level)
	if len(walls) != len(r.Walls) {
		f.Text = words.Capital(fmt.Sprintf("%s not measured at the %s.", wallsAndCornersWere(walls, corners), run.Level))
	}
	return finding.List{f}
}

// wallsAndCornersWere names walls and corners as the beginning of a sentence.
func wallsAndCornersWere(walls, corners []string) string {
	var parts []string
	for _, p := range []struct {
		one   string
		names []string
	}{{"wall", walls}, {"corner", corners}} {
		switch len(p.names) {
		case 0:
		case 1:
			parts = append(parts, p.one+" "+p.names[0])
		default:
			parts = append(parts, p.one+"s "+words.List(p.names))
		}
	}
	if len(walls)+len(corners) == 1 {
		return parts[0] + " was"
	}
	return strings.Join(parts, " and ") + " were"
}
