package edit

import (
	"bytes"
	"encoding/json"
	"fmt"
	"slices"

	"gnomon/core/job"
)

// Face is a wall with all that belongs to it: the corner at its right end, the
// diagonals from there, what is in it and on it. It is what "add wall" takes and
// "remove wall" gives back.
type Face struct {
	Wall      job.Wall       `json:"wall"`
	Corner    job.Corner     `json:"corner"`
	Openings  []job.Opening  `json:"openings,omitempty"`
	Spots     []job.Spot     `json:"spots,omitempty"`
	Diagonals []job.Diagonal `json:"diagonals,omitempty"`
}

// part is a face as a room of its own, so that its lengths are read as a room's.
func (f *Face) part() *job.Room {
	return &job.Room{Walls: []job.Wall{f.Wall}, Corners: []job.Corner{f.Corner}, Openings: f.Openings, Spots: f.Spots, Diagonals: f.Diagonals}
}

// strict reads JSON and refuses fields it does not know.
func strict(op Op, v any) error {
	dec := json.NewDecoder(bytes.NewReader(op.Value))
	dec.DisallowUnknownFields()
	if err := dec.Decode(v); err != nil {
		words, _ := job.JSONWords(err)
		return &job.Invalid{Thing: op.Kind + " " + op.ID, Field: "value", Reason: words, Remedy: "send it as the job file would hold it"}
	}
	return nil
}

// decodeThing reads something to add, with its lengths, and names it as the step
// does.
func decodeThing(op Op, v job.Measured, id *string) error {
	if err := strict(op, v); err != nil {
		return err
	}
	*id = op.ID
	return job.Resolve(v, op.Unit)
}

func indexOf[T any](s []T, id func(T) string, want string) int {
	return slices.IndexFunc(s, func(v T) bool { return id(v) == want })
}

func roomID(r job.Room) string         { return r.ID }
func wallID(w job.Wall) string         { return w.ID }
func openingID(o job.Opening) string   { return o.ID }
func runID(k job.Run) string           { return k.ID }
func sundryID(s job.Sundry) string     { return s.ID }
func mouldingID(m job.Moulding) string { return m.ID }

// place is where something that comes after another goes.
func place[T any](s []T, id func(T) string, kind, after string) (int, error) {
	if after == "" {
		return 0, nil
	}
	i := indexOf(s, id, after)
	if i < 0 {
		return 0, &Missing{kind + " " + after}
	}
	return i + 1, nil
}

// before is the identifier that the thing at i comes after.
func before[T any](s []T, id func(T) string, i int) string {
	if i == 0 {
		return ""
	}
	return id(s[i-1])
}

// insert puts v after its neighbour.
func insert[T any](s *[]T, id func(T) string, op Op, v T) error {
	at, err := place(*s, id, op.Kind, op.After)
	if err == nil {
		*s = slices.Insert(*s, at, v)
	}
	return err
}

// inRooms are the kinds that are added to a room.
var inRooms = map[string]bool{"wall": true, "walls": true, "opening": true, "run": true, "diagonal": true, "spot": true, "override": true}

func add(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Remove, Kind: op.Kind, ID: op.ID}
	var room *job.Room
	if inRooms[op.Kind] {
		if room = j.Room(op.In); room == nil {
			return inv, &Missing{"room " + op.In}
		}
	}
	var err error
	switch op.Kind {
	case "room":
		var r job.Room
		if err = decodeThing(op, &r, &r.ID); err == nil {
			err = insert(&j.Rooms, roomID, op, r)
		}
	case "moulding":
		var m job.Moulding
		if err = decodeThing(op, &m, &m.ID); err == nil {
			err = insert(&j.Mouldings, mouldingID, op, m)
		}
	case "sundry":
		var y job.Sundry
		if err = strict(op, &y); err == nil {
			y.ID = op.ID
			err = insert(&j.Prices.Sundries, sundryID, op, y)
		}
	case "layout":
		return addLayout(j, op)
	case "walls":
		return callOut(room, op)
	case "faces":
		return putBack(j, op)
	case "wall":
		err = addFace(room, op)
	case "opening":
		var o job.Opening
		if err = decodeThing(op, &o, &o.ID); err == nil {
			room.Openings = append(room.Openings, o) // Normalise puts them in order
		}
	case "length", "reading", "diagonal", "spot":
		err = addMeasured(j, room, op)
	case "copy":
		return copyRoom(j, op)
	case "run":
		var k job.Run
		if err = decodeThing(op, &k, &k.ID); err == nil {
			err = insert(&room.Runs, runID, op, k)
		}
	case "saw", "test", "hand":
		return addShop(j, op)
	case "override":
		return override(room, op)
	default:
		err = unknownKind(op)
	}
	return inv, err
}

func addFace(room *job.Room, op Op) error {
	var f Face
	if len(op.Value) > 0 {
		if err := strict(op, &f); err != nil {
			return err
		}
	}
	f.Wall.ID = op.ID
	if f.Corner.ID == "" {
		f.Corner.ID = op.ID + "-right"
	}
	part := f.part()
	if err := job.Resolve(part, op.Unit); err != nil {
		return err
	}
	at, err := place(room.Walls, wallID, "wall", op.After)
	if err != nil {
		return err
	}
	room.Walls = slices.Insert(room.Walls, at, part.Walls[0])
	room.Corners = slices.Insert(room.Corners, at, part.Corners[0])
	room.Openings = append(room.Openings, part.Openings...)
	room.Spots = append(room.Spots, part.Spots...)
	room.Diagonals = append(room.Diagonals, part.Diagonals...) // Normalise puts them in order
	return nil
}

func remove(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Add, Kind: op.Kind, ID: op.ID, Unit: j.Unit}
	switch op.Kind {
	case "room":
		if i := indexOf(j.Rooms, roomID, op.ID); i >= 0 {
			r := j.Rooms[i]
			job.Settle(&r, j.Unit)
			inv.Value, inv.After = Raw(r), before(j.Rooms, roomID, i)
			j.Rooms = slices.Delete(j.Rooms, i, i+1)
			return inv, nil
		}
	case "moulding":
		if i := indexOf(j.Mouldings, mouldingID, op.ID); i >= 0 {
			m := j.Mouldings[i]
			job.Settle(&m, j.Unit)
			inv.Value, inv.After = Raw(m), before(j.Mouldings, mouldingID, i)
			for _, r := range j.Rooms {
				for _, k := range r.Runs {
					if k.Moulding == op.ID {
						return inv, &job.Invalid{Thing: "moulding " + op.ID, Reason: "a run in " + r.Title() + " uses it", Remedy: "give that run another moulding first"}
					}
				}
			}
			if j.Layout(op.ID) != nil {
				return inv, &job.Invalid{Thing: "moulding " + op.ID, Reason: "has sticks laid out for it", Remedy: "take its stick plan back first"}
			}
			j.Mouldings = slices.Delete(j.Mouldings, i, i+1)
			return inv, nil
		}
	case "sundry":
		if i := indexOf(j.Prices.Sundries, sundryID, op.ID); i >= 0 {
			inv.Value, inv.After = Raw(j.Prices.Sundries[i]), before(j.Prices.Sundries, sundryID, i)
			j.Prices.Sundries = slices.Delete(j.Prices.Sundries, i, i+1)
			return inv, nil
		}
	case "layout":
		return removeLayout(j, op)
	case "saw", "test", "hand":
		return removeShop(j, op)
	case "walls":
		return takeBack(j, op)
	case "wall", "opening", "run", "override", "length", "reading", "diagonal", "spot":
		for i := range j.Rooms {
			r := &j.Rooms[i]
			inv.In = r.ID
			if removeInRoom(r, op, &inv, j) {
				return inv, nil
			}
		}
	default:
		return inv, unknownKind(op)
	}
	return inv, &Missing{op.Kind + " " + op.ID}
}

func removeInRoom(r *job.Room, op Op, inv *Op, j *job.Job) bool {
	switch op.Kind {
	case "wall":
		i := indexOf(r.Walls, wallID, op.ID)
		if i < 0 || len(r.Corners) != len(r.Walls) {
			return false
		}
		f := Face{Wall: r.Walls[i], Corner: r.Corners[i]}
		inv.After = before(r.Walls, wallID, i)
		f.Openings, r.Openings = split(r.Openings, func(o job.Opening) bool { return o.Wall == op.ID })
		f.Spots, r.Spots = split(r.Spots, func(s job.Spot) bool { return s.Wall == op.ID })
		f.Diagonals, r.Diagonals = split(r.Diagonals, func(d job.Diagonal) bool { return d.From == f.Corner.ID || d.To == f.Corner.ID })
		part := f.part()
		job.Settle(part, j.Unit)
		inv.Value = Raw(f)
		r.Walls, r.Corners = slices.Delete(r.Walls, i, i+1), slices.Delete(r.Corners, i, i+1)
		return true
	case "length", "reading", "diagonal", "spot":
		return removeMeasured(r, op, inv, j)
	case "override":
		return takeOut(&r.Overrides, overrideID, op, inv, func(*job.Override) {})
	case "opening":
		return takeOut(&r.Openings, openingID, op, inv, func(o *job.Opening) { job.Settle(o, j.Unit) })
	}
	return takeOut(&r.Runs, runID, op, inv, func(k *job.Run) { job.Settle(k, j.Unit) })
}

// takeOut takes something out of its list and makes the step that puts it back.
// What holds lengths is settled, so that its texts read back to them.
func takeOut[T any](s *[]T, id func(T) string, op Op, inv *Op, settle func(*T)) bool {
	i := indexOf(*s, id, op.ID)
	if i < 0 {
		return false
	}
	v := (*s)[i]
	settle(&v)
	inv.Value, inv.After = Raw(v), before(*s, id, i)
	*s = slices.Delete(*s, i, i+1)
	return true
}

func move(j *job.Job, op Op) (Op, error) {
	inv := Op{Do: Move, Kind: op.Kind, ID: op.ID}
	switch op.Kind {
	case "room":
		i := indexOf(j.Rooms, roomID, op.ID)
		if i < 0 {
			break
		}
		inv.After = before(j.Rooms, roomID, i)
		r := j.Rooms[i]
		j.Rooms = slices.Delete(j.Rooms, i, i+1)
		return inv, insert(&j.Rooms, roomID, op, r)
	case "wall":
		for k := range j.Rooms {
			r := &j.Rooms[k]
			i := indexOf(r.Walls, wallID, op.ID)
			if i < 0 || len(r.Corners) != len(r.Walls) {
				continue
			}
			inv.After = before(r.Walls, wallID, i)
			w, c := r.Walls[i], r.Corners[i]
			r.Walls, r.Corners = slices.Delete(r.Walls, i, i+1), slices.Delete(r.Corners, i, i+1)
			at, err := place(r.Walls, wallID, "wall", op.After)
			if err != nil {
				return inv, err
			}
			r.Walls, r.Corners = slices.Insert(r.Walls, at, w), slices.Insert(r.Corners, at, c)
			return inv, nil
		}
	default:
		return inv, unknownKind(op)
	}
	return inv, &Missing{op.Kind + " " + op.ID}
}

func unknownKind(op Op) error {
	return &job.Invalid{Thing: "edit", Field: "kind", Value: op.Kind, Reason: fmt.Sprintf("cannot %s that", op.Do),
		Remedy: "use room, wall, length, corner, reading, diagonal, opening, spot, run, moulding, sundry, saw, test, hand, override or layout"}
}
