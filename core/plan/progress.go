package plan

import "fmt"

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
		for k, w := range r.Walls {
			walls++
			if w.Length != nil {
				measured++
			}
			if r.Joined(k) {
				corners++
				if r.Corners[k].Angle != nil {
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
	b.plan.Stops = []Stop{measure, joints, saw}
	for i := range b.plan.Stops {
		s := &b.plan.Stops[i]
		for _, f := range b.plan.Findings {
			if f.Stop == s.ID && f.Severity != SeverityNote {
				s.Findings++
			}
		}
	}
	if m := &b.plan.Stops[0]; m.State == InHand && m.Findings == 0 && measured == walls && read == corners {
		m.State, m.Text = Settled, plural(walls, "wall")
	}
	if m := &b.plan.Stops[1]; m.State == InHand && m.Findings == 0 && b.plan.Stops[0].State == Settled {
		m.State = Settled
	}
}

func plural(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}
