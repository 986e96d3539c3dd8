package plan

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/survey"
)

// Words for how far a stop has come.
const (
	Untouched = "untouched"
	InHand    = "in hand"
	Settled   = "settled"
)

// progress tells how far each stop of the work has come.
func (b *builder) progress() {
	measure := Stop{ID: "measure", State: Untouched, Text: "nothing measured"}
	walls, measured, corners, read := 0, 0, 0, 0
	for i := range b.job.Rooms {
		r := &b.job.Rooms[i]
		m := survey.Reduce(b.job, r)
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
	joints := Stop{ID: "joints", State: Untouched, Text: "no corners yet"}
	if n := len(b.plan.Decisions); n > 0 {
		joints.State, joints.Text = InHand, plural(n, "joint")
	}
	done := 0
	for _, c := range b.plan.Cuts {
		if c.Done {
			done++
		}
	}
	saw := Stop{ID: "saw", State: Untouched, Text: "nothing to cut"}
	if n := len(b.plan.Cuts); n > 0 {
		saw.Text = fmt.Sprintf("%d of %s", done, plural(n, "cut"))
		if done > 0 {
			saw.State = InHand
		}
		if done == n {
			saw.State = Settled
		}
	}
	if measured+read > 0 {
		measure.State = InHand
		measure.Text = fmt.Sprintf("%d of %s", measured, plural(walls, "wall"))
	}
	b.plan.Stops = []Stop{b.looked(), measure, joints, b.sticks(), saw}
	for i := range b.plan.Stops {
		s := &b.plan.Stops[i]
		for _, f := range b.plan.Findings {
			if f.Stop == s.ID && f.Severity != SeverityNote {
				s.Findings++
			}
		}
	}
	if m := &b.plan.Stops[1]; m.State == InHand && m.Findings == 0 && measured == walls && read == corners {
		m.State, m.Text = Settled, plural(walls, "wall")
	}
	if m := &b.plan.Stops[2]; m.State == InHand && m.Findings == 0 && b.plan.Stops[1].State == Settled {
		m.State = Settled
	}
}

// looked tells how much of the job has been called out or measured.
func (b *builder) looked() Stop {
	s := Stop{ID: "look", State: Untouched, Text: "nothing called out"}
	rooms, known := 0, 0
	for i := range b.job.Rooms {
		r := &b.job.Rooms[i]
		have := 0
		m := survey.Reduce(b.job, r)
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
		s.State, s.Text = InHand, plural(rooms, "room")
	}
	if known > 0 && known == len(b.job.Rooms) {
		s.State = Settled
	}
	return s
}

// sticks tells how many of the mouldings to cut have their sticks laid out.
func (b *builder) sticks() Stop {
	s := Stop{ID: "sticks", State: Untouched, Text: "nothing laid out"}
	laid, valid, count := 0, 0, 0
	for _, k := range b.plan.Stock {
		if k.Laid {
			laid++
			count += k.Count
		}
		if k.Valid {
			valid++
		}
	}
	if laid > 0 {
		s.State, s.Text = InHand, plural(count, "stick")
		if valid == len(b.plan.Stock) {
			s.State = Settled
		}
	}
	return s
}

func plural(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}
