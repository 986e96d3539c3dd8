package plan

import (
	"fmt"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/sticks"
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
	ID       string // look, measure, joints, sticks, saw, hang
	State    string // untouched, in hand, settled
	Text     string
	Findings int // those of severity stop and check that wait there
}

// come is how far a room has come.
type come struct {
	walls, called, measured int // called are those that something can be bought for
	corners, read           int
	cuts, cut               int
	copes, coped            int
	hangs, up               int            // what goes up as one, and what of it is
	joints, told            int            // of what is up, and of how many it was said how they closed
	waiting                 map[string]int // findings of severity stop and check, by stop
}

// progress counts how far a room has come.
func (p *RoomPlan) progress(r *room) {
	n := &p.come
	for k := range r.Walls {
		n.walls++
		if _, _, ok := r.Measured.Bought(k, job.Floor); ok {
			n.called++
		}
		if _, ok := r.Measured.Wall(k, job.Floor); ok {
			n.measured++
		}
		if r.Joined(k) {
			n.corners++
			if _, ok := r.Measured.Corner(k, job.Floor); ok {
				n.read++
			}
		}
	}
	down := make([]bool, len(p.HangOrder)+1) // by the place in the order: something of what goes up there is not up
	seen := make([]bool, len(down))
	for _, q := range p.Pieces {
		if q.Cut > 0 && q.Hang > 0 {
			seen[q.Hang] = true
			down[q.Hang] = down[q.Hang] || q.Hung == ""
		}
		if q.Cut > 0 {
			for _, hand := range piece.Hands {
				n.cuts++
				e := q.End(hand)
				if e.Mark != "" || q.Hung != "" {
					n.cut++
				}
				if e.Joint == piece.Cope {
					n.copes++
					if e.Finished() || q.Hung != "" {
						n.coped++
					}
				}
			}
		}
	}
	for k := range seen {
		if seen[k] {
			n.hangs++
		}
		if seen[k] && !down[k] {
			n.up++
		}
	}
	n.closed(p)
	n.waiting = waiting(p.Findings)
	for stop, waits := range waiting(p.Fixing.Findings) {
		n.waiting[stop] += waits
	}
}

// closed counts the joints of what is up, and of how many it was said how they closed.
func (n *come) closed(p *RoomPlan) {
	if n.up == 0 {
		return
	}
	down, fits := map[string]bool{}, map[[2]string]bool{}
	for _, q := range p.Pieces {
		down[q.ID] = q.Hung == ""
	}
	for _, r := range p.wall {
		if r.Kind == job.RecordFit {
			fits[[2]string{r.Piece, r.End}] = true
		}
	}
	for _, q := range p.Pieces {
		if down[q.ID] {
			continue
		}
		for i, hand := range piece.Hands {
			e := q.End(hand)
			if e.Fitted(hand) == "" || down[e.Meets] {
				continue
			}
			n.joints++
			if fits[[2]string{q.ID, string(hand)}] || fits[[2]string{e.Meets, string(piece.Hands[1-i])}] {
				n.told++
			}
		}
	}
}

// Waiting counts the findings of severity stop and check of the room that follow from no other.
func (p *RoomPlan) Waiting() int {
	n := 0
	for _, waits := range p.come.waiting {
		n += waits
	}
	return n
}

// waiting counts the findings of severity stop and check that wait at each stop.
func waiting(found finding.List) map[string]int {
	out := map[string]int{}
	for _, f := range found {
		if f.Severity != finding.Note && f.Follows == "" {
			out[f.Stop]++
		}
	}
	return out
}

// progress tells how far each stop of the work has come. What is found of no room is given.
func (p *Plan) progress(ofNone finding.List) []StopProgress {
	looked := StopProgress{ID: "look", State: Untouched, Text: "nothing called out"}
	measure := StopProgress{ID: "measure", State: Untouched, Text: "nothing measured"}
	joints := StopProgress{ID: "joints", State: Untouched, Text: "no corners yet"}
	saw := StopProgress{ID: "saw", State: Untouched, Text: "nothing to cut"}
	var all come
	all.waiting = waiting(ofNone)
	rooms, known, decided := 0, 0, 0
	for _, r := range p.Rooms {
		n := &r.come
		decided += len(r.Decisions)
		all.walls, all.measured, all.corners, all.read = all.walls+n.walls, all.measured+n.measured, all.corners+n.corners, all.read+n.read
		all.hangs, all.up = all.hangs+n.hangs, all.up+n.up
		all.joints, all.told = all.joints+n.joints, all.told+n.told
		all.cuts, all.cut, all.copes, all.coped = all.cuts+n.cuts, all.cut+n.cut, all.copes+n.copes, all.coped+n.coped
		for stop, waits := range n.waiting {
			all.waiting[stop] += waits
		}
		if n.called > 0 {
			rooms++
			if n.called == n.walls {
				known++
			}
		}
	}
	if rooms > 0 {
		looked.State, looked.Text = InHand, words.Count(rooms, "room")
	}
	if known > 0 && known == len(p.Rooms) {
		looked.State = Settled
	}
	if decided > 0 {
		joints.State, joints.Text = InHand, words.Count(decided, "joint")
	}
	if all.cuts > 0 {
		saw.Text = fmt.Sprintf("%d of %s", all.cut, words.Count(all.cuts, "cut"))
		if all.cut > 0 {
			saw.State = InHand
		}
		if all.cut == all.cuts {
			if all.copes > 0 {
				saw.Text = fmt.Sprintf("%d of %s", all.coped, words.Count(all.copes, "cope"))
			}
			if all.coped == all.copes {
				saw.State = Settled
			}
		}
	}
	if all.measured+all.read > 0 {
		measure.State = InHand
		measure.Text = fmt.Sprintf("%d of %s", all.measured, words.Count(all.walls, "wall"))
	}
	stops := []StopProgress{looked, measure, joints, laidOut(p.Supplies), saw, onWall(all.up, all.hangs), inLog(all.told, all.joints)}
	for i := range stops {
		stops[i].Findings = all.waiting[stops[i].ID]
	}
	if m := &stops[1]; m.State == InHand && m.Findings == 0 && all.measured == all.walls && all.read == all.corners {
		m.State, m.Text = Settled, words.Count(all.walls, "wall")
	}
	if m := &stops[2]; m.State == InHand && m.Findings == 0 && stops[1].State == Settled {
		m.State = Settled
	}
	return stops
}

// onWall tells how much of what goes up is up.
func onWall(up, hangs int) StopProgress {
	s := StopProgress{ID: "hang", State: Untouched, Text: "nothing to hang"}
	if hangs > 0 {
		s.Text = fmt.Sprintf("%d of %d up", up, hangs)
	}
	if up > 0 {
		s.State = InHand
	}
	if up > 0 && up == hangs {
		s.State = Settled
	}
	return s
}

// inLog tells of how many joints that are up it was said how they closed.
func inLog(told, joints int) StopProgress {
	s := StopProgress{ID: "log", State: Untouched, Text: "nothing hangs yet"}
	if joints > 0 {
		s.Text = fmt.Sprintf("%d of %s told", told, words.Count(joints, "joint"))
	}
	if told > 0 {
		s.State = InHand
	}
	if told > 0 && told >= joints {
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
