package edit

import (
	"gnomon/core/job"
	"gnomon/core/measure"
)

// addMeasured adds a length to its wall, a reading to its corner, a diagonal or a
// spot to its room.
func addMeasured(j *job.Job, room *job.Room, op Op) error {
	switch op.Kind {
	case "diagonal":
		var d job.Diagonal
		if err := decodeThing(op, &d, &d.ID); err != nil {
			return err
		}
		room.Diagonals = append(room.Diagonals, d)
		return nil
	case "spot":
		var s job.Spot
		if err := decodeThing(op, &s, &s.ID); err != nil {
			return err
		}
		room.Spots = append(room.Spots, s)
		return nil
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		if w := byID(r.Walls, wallID, op.In); w != nil && op.Kind == "length" {
			var t job.Taken
			if err := decodeThing(op, &t, &t.ID); err != nil {
				return err
			}
			return insert(&w.Lengths, takenID, op, t)
		}
		if c := byID(r.Corners, cornerID, op.In); c != nil && op.Kind == "reading" {
			var rd struct {
				job.Reading
				Text string `json:"text"` // as typed
			}
			if err := strict(op, &rd); err != nil {
				return err
			}
			if rd.Text != "" {
				a, err := measure.ParseAngle(rd.Text)
				if err != nil {
					return job.Unreadable("reading "+op.ID, "reading", rd.Text, err)
				}
				rd.Angle = a
			}
			rd.ID = op.ID
			return insert(&c.Readings, readingID, op, rd.Reading)
		}
	}
	if op.Kind == "length" {
		return &Missing{"wall " + op.In}
	}
	return &Missing{"corner " + op.In}
}

// removeMeasured takes one away again.
func removeMeasured(r *job.Room, op Op, inv *Op, j *job.Job) bool {
	switch op.Kind {
	case "length":
		for k := range r.Walls {
			if w := &r.Walls[k]; takeOut(&w.Lengths, takenID, op, inv, func(t *job.Taken) { job.Settle(t, j.Unit) }) {
				inv.In = w.ID
				return true
			}
		}
	case "reading":
		for k := range r.Corners {
			if c := &r.Corners[k]; takeOut(&c.Readings, readingID, op, inv, func(*job.Reading) {}) {
				inv.In = c.ID
				return true
			}
		}
	case "diagonal":
		return takeOut(&r.Diagonals, diagonalID, op, inv, func(d *job.Diagonal) { job.Settle(d, j.Unit) })
	case "spot":
		return takeOut(&r.Spots, spotID, op, inv, func(s *job.Spot) { job.Settle(s, j.Unit) })
	}
	return false
}

// split parts a list into what is and what is not.
func split[T any](s []T, is func(T) bool) (yes, no []T) {
	for _, v := range s {
		if is(v) {
			yes = append(yes, v)
		} else {
			no = append(no, v)
		}
	}
	return yes, no
}
