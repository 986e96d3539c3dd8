package edit

import (
	"encoding/json"
	"fmt"
	"strings"

	"gnomon/core/job"
)

// callOut adds walls with the rough lengths of a list, one after another.
func callOut(room *job.Room, op Op) (Op, error) {
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

// takeBack removes walls that were called out together.
func takeBack(j *job.Job, op Op) (Op, error) {
	var ids []string
	if err := strict(op, &ids); err != nil {
		return Op{}, err
	}
	var faces []Op
	for i := len(ids) - 1; i >= 0; i-- {
		inv, err := remove(j, Op{Do: Remove, Kind: "wall", ID: ids[i]})
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
