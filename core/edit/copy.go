package edit

import (
	"fmt"
	"reflect"
	"slices"

	"gnomon/core/job"
	"gnomon/core/survey"
)

// Copy asks for a copy of a room.
type Copy struct {
	Of     string `json:"of"`
	Name   string `json:"name"`
	Storey string `json:"storey"`
	Mirror bool   `json:"mirror"` // a flat across the landing: left becomes right
	Rough  bool   `json:"rough"`  // keep the lengths as called out only, to be measured
}

// copyRoom adds a copy of a room after it. Everything in it gets an identifier of
// its own, made from the copy's.
func copyRoom(j *job.Job, op Op) (Op, error) {
	var ask Copy
	if err := strict(op, &ask); err != nil {
		return Op{}, err
	}
	src := j.Room(ask.Of)
	if src == nil {
		return Op{}, &Missing{"room " + ask.Of}
	}
	if err := j.Check(); err != nil { // what is worked out from a room needs one that can be
		return Op{}, err
	}
	r := src.Clone()
	if ask.Mirror {
		if err := mirror(j, &r); err != nil {
			return Op{}, err
		}
	}
	if ask.Rough {
		callOnly(j, src, &r, ask.Mirror)
	}
	renamed(&r, op.ID)
	r.Name, r.Storey = ask.Name, ask.Storey
	at := slices.IndexFunc(j.Rooms, func(o job.Room) bool { return o.ID == ask.Of }) + 1
	j.Rooms = slices.Insert(j.Rooms, at, r)
	return Op{Do: Remove, Kind: "room", ID: op.ID}, nil
}

// renamed gives everything in a room a new identifier, made from the room's, and names what
// refers to another thing (the fields tagged of) anew. What was decided for a piece stays
// behind: the copy's are others.
func renamed(r *job.Room, id string) {
	n := 0
	now := map[string]string{"": "", job.Start: job.Start}
	each(reflect.ValueOf(r).Elem(), func(f reflect.StructField, v reflect.Value) {
		if f.Name == "ID" && v.Addr().Interface() != &r.ID {
			n++
			fresh := fmt.Sprintf("%s-%d", id, n)
			now[v.String()] = fresh
			v.SetString(fresh)
		}
	})
	r.ID = id
	r.Overrides = slices.DeleteFunc(r.Overrides, func(o job.Override) bool {
		return o.Piece != "" || o.Question == job.AskFirst || o.Run != "" && now[o.Run] == "" || o.Corner != "" && now[o.Corner] == ""
	})
	each(reflect.ValueOf(r).Elem(), func(f reflect.StructField, v reflect.Value) {
		if f.Tag.Get("of") != "" {
			v.SetString(now[v.String()])
		}
	})
}

// each calls f for every text of a thing and of what stands in its lists.
func each(v reflect.Value, f func(reflect.StructField, reflect.Value)) {
	switch v.Kind() {
	case reflect.Slice:
		for i := range v.Len() {
			each(v.Index(i), f)
		}
	case reflect.Struct:
		for i := range v.NumField() {
			if field := v.Type().Field(i); field.Type.Kind() == reflect.String {
				f(field, v.Field(i))
			} else {
				each(v.Field(i), f)
			}
		}
	}
}

// callOnly takes the measurements out and leaves the lengths as called out.
func callOnly(j *job.Job, src, r *job.Room, mirrored bool) {
	m := survey.Reduce(j, src)
	n := len(r.Walls)
	for i := range r.Walls {
		from := i
		if mirrored {
			from = n - 1 - i
		}
		w := &r.Walls[i]
		w.Lengths = nil
		if l, ok := m.Wall(from, job.Floor); ok {
			w.Rough = &job.Entry{Length: l.Length, Text: l.Length.String()}
		}
		r.Corners[i].Readings = nil
	}
	r.Diagonals = nil
}
