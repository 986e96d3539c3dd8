package inspect

import (
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Survey is how one room's measurements at one level go together.
type Survey struct {
	Room    string
	Level   job.Level
	Verdict survey.Verdict
	Helps   []survey.Help
	Whole   bool // nothing is missing to close it
}

// Doubts are the measurements suspected, as kind and id of wall, corner or
// diagonal.
func (s Survey) Doubts(r *job.Room) map[[2]string]bool {
	out := map[[2]string]bool{}
	for _, x := range slices.Concat(s.Verdict.Suspects, s.Verdict.Others) {
		kind, id := place(r, x.Ref)
		out[[2]string{kind, id}] = true
	}
	return out
}

// Text says in a line how the measurements go together, as of the room drawn with
// the gap given.
func (s Survey) Text(gap measure.Length, unit measure.Unit) string {
	v := s.Verdict
	switch {
	case v.Redundancy == 0 || !s.Whole && v.Closes:
		return ""
	case v.Closes:
		return "closes to " + gap.Round(unit.Step()).In(unit)
	}
	return "open by " + gap.Round(unit.Step()).In(unit)
}

// place is where a measurement belongs: the wall, corner or diagonal.
func place(r *job.Room, m survey.Ref) (kind, id string) {
	switch m.Of {
	case survey.OfWall:
		return "wall", r.Walls[m.At].ID
	case survey.OfTurn:
		return "corner", r.Corners[m.At].ID
	}
	return "diagonal", m.ID
}

// About is a length as coarse as an estimate deserves.
func About(l measure.Length, unit measure.Unit) string {
	step := unit.Step()
	if !unit.Metric() && l > 4*measure.Inch {
		step = measure.Inch / 2
	}
	return l.Round(step).In(unit)
}
