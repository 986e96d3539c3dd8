package edit

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

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
	Odds      []job.Odd      `json:"odds,omitempty"`
	Diagonals []job.Diagonal `json:"diagonals,omitempty"`
}

// part is a face as a room of its own, so that its lengths are read as a room's.
func (f *Face) part() *job.Room {
	return &job.Room{Walls: []job.Wall{f.Wall}, Corners: []job.Corner{f.Corner}, Openings: f.Openings, Spots: f.Spots, Odds: f.Odds, Diagonals: f.Diagonals}
}

var walls = things[job.Wall]{lists: inRooms(func(r *job.Room) *[]job.Wall { return &r.Walls }), id: func(w *job.Wall) *string { return &w.ID },
	mirror: mirrorWall}

// wallKind is the kind of walls, which come and go with what belongs to them.
func wallKind() Kind {
	k := listed(Kind{Name: "wall", List: "walls", In: "room", Measured: true}, walls)
	k.add, k.remove, k.move = addWall, removeWall, moveWall
	return k
}

// roomOf is the room that a wall stands in, and its place there.
func roomOf(j *job.Job, wall string) (*job.Room, int, error) {
	for i := range j.Rooms {
		r := &j.Rooms[i]
		if k := walls.place(r.Walls, wall); k >= 0 && len(r.Corners) == len(r.Walls) {
			return r, k, nil
		}
	}
	return nil, 0, &Missing{"wall " + wall}
}

func addWall(j *job.Job, op Op) (Op, error) {
	room := j.Room(op.In)
	if room == nil {
		return Op{}, &Missing{"room " + op.In}
	}
	return Op{Do: Remove, Kind: "wall", ID: op.ID}, addFace(room, op)
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
	op.Kind = "wall"
	if err := walls.put(&room.Walls, op, part.Walls[0]); err != nil {
		return err
	}
	room.Corners = slices.Insert(room.Corners, walls.place(room.Walls, op.ID), part.Corners[0])
	room.Openings = append(room.Openings, part.Openings...)
	room.Spots = append(room.Spots, part.Spots...)
	room.Odds = append(room.Odds, part.Odds...)
	room.Diagonals = append(room.Diagonals, part.Diagonals...) // Normalise puts them in order
	return nil
}

func removeWall(j *job.Job, op Op) (Op, error) {
	r, i, err := roomOf(j, op.ID)
	if err != nil {
		return Op{}, err
	}
	inv := Op{Do: Add, Kind: "wall", ID: op.ID, In: r.ID, After: walls.after(r.Walls, i), Unit: j.Unit}
	f := Face{Wall: r.Walls[i], Corner: r.Corners[i]}
	f.Openings, r.Openings = split(r.Openings, func(o job.Opening) bool { return o.Wall == op.ID })
	f.Spots, r.Spots = split(r.Spots, func(s job.Spot) bool { return s.Wall == op.ID })
	f.Odds, r.Odds = split(r.Odds, func(o job.Odd) bool { return o.Wall == op.ID || o.Corner == f.Corner.ID })
	f.Diagonals, r.Diagonals = split(r.Diagonals, func(d job.Diagonal) bool { return d.From == f.Corner.ID || d.To == f.Corner.ID })
	job.Settle(f.part(), j.Unit)
	inv.Value = Raw(f)
	r.Walls, r.Corners = slices.Delete(r.Walls, i, i+1), slices.Delete(r.Corners, i, i+1)
	return inv, nil
}

func moveWall(j *job.Job, op Op) (Op, error) {
	r, i, err := roomOf(j, op.ID)
	if err != nil {
		return Op{}, err
	}
	inv := Op{Do: Move, Kind: "wall", ID: op.ID, After: walls.after(r.Walls, i)}
	w, c := r.Walls[i], r.Corners[i]
	r.Walls, r.Corners = slices.Delete(r.Walls, i, i+1), slices.Delete(r.Corners, i, i+1)
	if err := walls.put(&r.Walls, op, w); err != nil {
		return inv, err
	}
	r.Corners = slices.Insert(r.Corners, walls.place(r.Walls, op.ID), c)
	return inv, nil
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

// callOut adds walls with the rough lengths of a list, one after another.
func callOut(j *job.Job, op Op) (Op, error) {
	room := j.Room(op.In)
	if room == nil {
		return Op{}, &Missing{"room " + op.In}
	}
	var text string
	if json.Unmarshal(op.Value, &text) != nil {
		return Op{}, &job.Invalid{Thing: "walls", Field: "value", Value: string(op.Value), Reason: "is no list",
			Remedy: "write lengths parted by commas, such as 11, 9'6, 4"}
	}
	n := 0
	var made []string
	for _, part := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' || r == '\n' }) {
		part = strings.TrimSpace(part)
		if part == "" {
			continue
		}
		e, err := job.Typed(part, job.FieldUnit("rough", op.Unit))
		if err != nil {
			return Op{}, job.Unreadable("walls", "rough length", part, err)
		}
		n++
		id := fmt.Sprintf("%s-%d", op.ID, n)
		room.Walls = append(room.Walls, job.Wall{ID: id, Rough: &e})
		room.Corners = append(room.Corners, job.Corner{ID: id + "-right"})
		made = append(made, id)
	}
	if n == 0 {
		return Op{}, &job.Invalid{Thing: "walls", Field: "value", Value: text, Reason: "names no length",
			Remedy: "write lengths parted by commas, such as 11, 9'6, 4"}
	}
	return Op{Do: Remove, Kind: "walls", Value: Raw(made)}, nil
}

// removeCalled removes walls that were called out together.
func removeCalled(j *job.Job, op Op) (Op, error) {
	var ids []string
	if err := strict(op, &ids); err != nil {
		return Op{}, err
	}
	var faces []Op
	for i := len(ids) - 1; i >= 0; i-- {
		inv, err := removeWall(j, Op{ID: ids[i]})
		if err != nil {
			return Op{}, err
		}
		faces = append([]Op{inv}, faces...)
	}
	return Op{Do: Add, Kind: "faces", Value: Raw(faces), Unit: j.Unit}, nil
}

// putBack adds walls again that were taken back together.
func putBack(j *job.Job, op Op) (Op, error) {
	var faces []Op
	if err := strict(op, &faces); err != nil {
		return Op{}, err
	}
	var made []string
	for _, f := range faces {
		room := j.Room(f.In)
		if room == nil {
			return Op{}, &Missing{"room " + f.In}
		}
		if f.Unit == "" {
			f.Unit = op.Unit
		}
		if err := addFace(room, f); err != nil {
			return Op{}, err
		}
		made = append(made, f.ID)
	}
	return Op{Do: Remove, Kind: "walls", Value: Raw(made)}, nil
}

// hasAnyWall tells whether one of the walls that were called out together is there.
func hasAnyWall(j *job.Job, list string) bool {
	var ids []string
	_ = json.Unmarshal([]byte(list), &ids)
	return slices.ContainsFunc(ids, func(id string) bool { _, _, err := roomOf(j, id); return err == nil })
}
