package edit

import (
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// addMeasured adds a length to its wall, a reading to its corner, a diagonal or a
// spot to its room.
func addMeasured(j *job.Job, room *job.Room, op Op) error {
	switch op.Kind {
	case "diagonal":
		var d job.Diagonal
		if err := strict(op, &d); err != nil {
			return err
		}
		if err := job.Resolve(&d, op.Unit); err != nil {
			return err
		}
		d.ID = op.ID
		room.Diagonals = append(room.Diagonals, d)
		return nil
	case "spot":
		var s job.Spot
		if err := strict(op, &s); err != nil {
			return err
		}
		if err := job.Resolve(&s, op.Unit); err != nil {
			return err
		}
		s.ID = op.ID
		room.Spots = append(room.Spots, s)
		return nil
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		if w := byID(r.Walls, wallID, op.In); w != nil && op.Kind == "length" {
			var t job.Taken
			if err := strict(op, &t); err != nil {
				return err
			}
			if err := job.Resolve(&t, op.Unit); err != nil {
				return err
			}
			t.ID = op.ID
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
			w := &r.Walls[k]
			if i := indexOf(w.Lengths, takenID, op.ID); i >= 0 {
				t := w.Lengths[i]
				job.Settle(&t, j.Unit)
				inv.Value, inv.In, inv.After = Raw(t), w.ID, before(w.Lengths, takenID, i)
				w.Lengths = slices.Delete(w.Lengths, i, i+1)
				return true
			}
		}
	case "reading":
		for k := range r.Corners {
			c := &r.Corners[k]
			if i := indexOf(c.Readings, readingID, op.ID); i >= 0 {
				inv.Value, inv.In, inv.After = Raw(c.Readings[i]), c.ID, before(c.Readings, readingID, i)
				c.Readings = slices.Delete(c.Readings, i, i+1)
				return true
			}
		}
	case "diagonal":
		if i := indexOf(r.Diagonals, diagonalID, op.ID); i >= 0 {
			d := r.Diagonals[i]
			job.Settle(&d, j.Unit)
			inv.Value = Raw(d)
			r.Diagonals = slices.Delete(r.Diagonals, i, i+1)
			return true
		}
	case "spot":
		if i := indexOf(r.Spots, spotID, op.ID); i >= 0 {
			s := r.Spots[i]
			job.Settle(&s, j.Unit)
			inv.Value = Raw(s)
			r.Spots = slices.Delete(r.Spots, i, i+1)
			return true
		}
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
