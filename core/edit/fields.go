package edit

import (
	"maps"

	"gnomon/core/job"
)

// fieldsOf are the variables of a thing by their names in a job file, as its struct declares
// them; nil where the job has no such thing. Here stands only what the file puts deeper than
// it is set.
func fieldsOf(j *job.Job, op Op) map[string]any {
	switch op.Kind {
	case "job":
		return job.Fields(j)
	case "rules":
		r := &j.Rules
		if r.Weights == nil {
			w := job.DefaultWeights()
			r.Weights = &w
		}
		return with(job.Fields(r), job.Fields(r.Weights))
	case "cutting":
		return job.Fields(&j.Cutting)
	case "tools":
		return job.Fields(&j.Tools)
	case "doors":
		return job.Fields(&j.Doors)
	case "prices":
		p := &j.Prices
		return with(job.Fields(p), map[string]any{"strip": &p.Strip.Entry, "strip_price": &p.Strip.Price})
	case "sundry":
		return of(j.Prices.Sundry(op.ID))
	case "quote":
		return job.Fields(&j.Quote)
	case "laid": // a stick of a layout: moulding and stick, as in base/s1
		if s := laid(j, op.ID); s != nil {
			return map[string]any{"locked": &s.Locked, "bad": &s.Bad, "rack": &s.Rack}
		}
	case "stick": // of a moulding's list: moulding and place, as in base/0
		if s := stick(j, op.ID); s != nil {
			return map[string]any{"price": &s.Price, "available": &s.Available}
		}
	case "saw":
		return of(theSaw(j, op.ID))
	case "moulding":
		return of(j.Moulding(op.ID))
	case "room":
		if r := j.Room(op.ID); r != nil {
			return with(job.Fields(r), job.Fields(&r.Look))
		}
	default:
		for i := range j.Rooms {
			if f := ofRoom(&j.Rooms[i], op); f != nil {
				return f
			}
		}
	}
	return nil
}

// of are the fields of a thing that may not be there.
func of[T any](thing *T) map[string]any {
	if thing == nil {
		return nil
	}
	return job.Fields(thing)
}

func with(fields, more map[string]any) map[string]any {
	maps.Copy(fields, more)
	return fields
}

// ofRoom are the fields of something in a room.
func ofRoom(r *job.Room, op Op) map[string]any {
	switch op.Kind {
	case "wall":
		return of(byID(r.Walls, wallID, op.ID))
	case "length":
		for k := range r.Walls {
			if t := byID(r.Walls[k].Lengths, takenID, op.ID); t != nil {
				return with(job.Fields(t), map[string]any{"left_face": &t.Faces.Left, "right_face": &t.Faces.Right})
			}
		}
	case "corner":
		return of(byID(r.Corners, cornerID, op.ID))
	case "reading":
		for k := range r.Corners {
			if rd := byID(r.Corners[k].Readings, readingID, op.ID); rd != nil {
				return job.Fields(rd)
			}
		}
	case "diagonal":
		return of(byID(r.Diagonals, diagonalID, op.ID))
	case "opening":
		return of(byID(r.Openings, openingID, op.ID))
	case "spot":
		return of(byID(r.Spots, spotID, op.ID))
	case "run":
		return of(byID(r.Runs, runID, op.ID))
	}
	return nil
}
