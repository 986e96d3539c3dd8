package plan

import (
	"fmt"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/sticks"
	"gnomon/core/survey"
	"gnomon/core/words"
)

// Words for how far a stop has come.
const (
	Untouched = "untouched"
	InHand    = "in hand"
	Settled   = "settled"
)

// StopProgress is how far one stop of the work has come.
type StopProgress struct {
	ID       string // look, measure, joints, sticks, saw
	State    string // untouched, in hand, settled
	Text     string
	Findings int // those of severity stop and check that wait there
}

// progress tells how far each stop of the work has come.
func progress(j *job.Job, p *Plan) []StopProgress {
	measure := StopProgress{ID: "measure", State: Untouched, Text: "nothing measured"}
	walls, measured, corners, read := 0, 0, 0, 0
	for i := range j.Rooms {
		r := &j.Rooms[i]
		m := survey.Reduce(j, r)
		for k := range r.Walls {
			walls++
			if _, ok := m.Wall(k, job.Floor); ok {
				measured++
			}
			if r.Joined(k) {
				corners++
				if _, ok := m.Corner(k, job.Floor); ok {
					read++
				}
			}
		}
	}
	joints := StopProgress{ID: "joints", State: Untouched, Text: "no corners yet"}
	if n := len(p.Decisions); n > 0 {
		joints.State, joints.Text = InHand, words.Count(n, "joint")
	}
	done := 0
	for _, c := range p.Cuts {
		if c.Done {
			done++
		}
	}
	saw := StopProgress{ID: "saw", State: Untouched, Text: "nothing to cut"}
	if n := len(p.Cuts); n > 0 {
		saw.Text = fmt.Sprintf("%d of %s", done, words.Count(n, "cut"))
		if done > 0 {
			saw.State = InHand
		}
		if done == n {
			saw.State = Settled
		}
	}
	if measured+read > 0 {
		measure.State = InHand
		measure.Text = fmt.Sprintf("%d of %s", measured, words.Count(walls, "wall"))
	}
	stops := []StopProgress{looked(j), measure, joints, laidOut(p.Supplies), saw}
	for i := range stops {
		s := &stops[i]
		for _, f := range p.Findings {
			if f.Stop == s.ID && f.Severity != finding.Note && f.Follows == "" {
				s.Findings++
			}
		}
	}
	if m := &stops[1]; m.State == InHand && m.Findings == 0 && measured == walls && read == corners {
		m.State, m.Text = Settled, words.Count(walls, "wall")
	}
	if m := &stops[2]; m.State == InHand && m.Findings == 0 && stops[1].State == Settled {
		m.State = Settled
	}
	return stops
}

// looked tells how much of the job has been called out or measured.
func looked(j *job.Job) StopProgress {
	s := StopProgress{ID: "look", State: Untouched, Text: "nothing called out"}
	rooms, known := 0, 0
	for i := range j.Rooms {
		r := &j.Rooms[i]
		have := 0
		m := survey.Reduce(j, r)
		for k := range r.Walls {
			if _, _, ok := m.Bought(k, job.Floor); ok {
				have++
			}
		}
		if have > 0 {
			rooms++
		}
		if have == len(r.Walls) && have > 0 {
			known++
		}
	}
	if rooms > 0 {
		s.State, s.Text = InHand, words.Count(rooms, "room")
	}
	if known > 0 && known == len(j.Rooms) {
		s.State = Settled
	}
	return s
}

// laidOut tells how many of the mouldings to cut have their sticks laid out.
func laidOut(supplies []sticks.Supply) StopProgress {
	s := StopProgress{ID: "sticks", State: Untouched, Text: "nothing laid out"}
	laid, valid, count := 0, 0, 0
	for _, k := range supplies {
		if k.Laid {
			laid++
			count += k.Count
		}
		if k.Valid {
			valid++
		}
	}
	if laid > 0 {
		s.State, s.Text = InHand, words.Count(count, "stick")
		if valid == len(supplies) {
			s.State = Settled
		}
	}
	return s
}
