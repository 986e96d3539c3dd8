package edit

import "gnomon/core/job"

// inRoom finds the fields of something in a room.
func inRoom(j *job.Job, op Op) map[string]any {
	for i := range j.Rooms {
		r := &j.Rooms[i]
		if f := ofRoom(r, op); f != nil {
			return f
		}
	}
	return nil
}

func ofRoom(r *job.Room, op Op) map[string]any {
	switch op.Kind {
	case "wall":
		if w := byID(r.Walls, wallID, op.ID); w != nil {
			return map[string]any{"rough": &w.Rough, "joists": &w.Joists, "lean": &w.Lean, "tile_thickness": &w.TileThickness, "tile_height": &w.TileHeight,
				"ceiling_left": &w.CeilingLeft, "ceiling_right": &w.CeilingRight, "floor_left": &w.FloorLeft, "floor_right": &w.FloorRight, "stud_spacing": &w.StudSpacing}
		}
	case "length":
		for k := range r.Walls {
			if t := byID(r.Walls[k].Lengths, takenID, op.ID); t != nil {
				return map[string]any{"length": &t.As, "level": &t.Level, "burned": &t.Burned, "left": &t.Left, "right": &t.Right, "from": &t.From, "to": &t.To,
					"left_face": &t.Faces.Left, "right_face": &t.Faces.Right, "kept": &t.Kept}
			}
		}
	case "corner":
		if c := byID(r.Corners, cornerID, op.ID); c != nil {
			return map[string]any{"kind": &c.Kind, "radius": &c.Radius, "chord": &c.Chord, "depth": &c.Depth, "lean": &c.Lean, "lean_face": &c.LeanFace, "drop": &c.Drop}
		}
	case "reading":
		for k := range r.Corners {
			if rd := byID(r.Corners[k].Readings, readingID, op.ID); rd != nil {
				return map[string]any{"reading": &rd.Angle, "scale": &rd.Scale, "level": &rd.Level, "kept": &rd.Kept}
			}
		}
	case "diagonal":
		if d := byID(r.Diagonals, diagonalID, op.ID); d != nil {
			return map[string]any{"from": &d.From, "to": &d.To, "length": &d.As, "level": &d.Level, "burned": &d.Burned, "kept": &d.Kept}
		}
	case "opening":
		if o := byID(r.Openings, openingID, op.ID); o != nil {
			return map[string]any{"wall": &o.Wall, "kind": &o.Kind, "from": &o.From, "width": &o.Width, "casing": &o.Casing, "casing_thickness": &o.CasingThickness,
				"head": &o.Head,
				"sill": &o.Sill, "plinth": &o.Plinth, "plinth_thickness": &o.PlinthThickness, "depth": &o.Depth, "lean": &o.Lean}
		}
	case "spot":
		if s := byID(r.Spots, spotID, op.ID); s != nil {
			return map[string]any{"wall": &s.Wall, "kind": &s.Kind, "at": &s.At, "width": &s.Width, "height": &s.Height, "stud": &s.Stud}
		}
	case "run":
		if k := byID(r.Runs, runID, op.ID); k != nil {
			return map[string]any{"moulding": &k.Moulding, "level": &k.Level, "first": &k.First, "last": &k.Last, "left_end": &k.LeftEnd, "right_end": &k.RightEnd,
				"on": &k.On, "proud": &k.Proud, "below": &k.Below}
		}
	}
	return nil
}

func takenID(t job.Taken) string       { return t.ID }
func cornerID(c job.Corner) string     { return c.ID }
func readingID(r job.Reading) string   { return r.ID }
func diagonalID(d job.Diagonal) string { return d.ID }
func spotID(s job.Spot) string         { return s.ID }

func byID[T any](s []T, id func(T) string, want string) *T {
	if i := indexOf(s, id, want); i >= 0 {
		return &s[i]
	}
	return nil
}
