package edit

import (
	"bytes"
	"encoding/json"
	"iter"
	"slices"

	"gnomon/core/job"
)

// things are those of one kind that stand in lists, and how they differ from others.
type things[T any] struct {
	lists func(j *job.Job) iter.Seq2[string, *[]T] // each list that holds them, with the identifier of what holds it
	id    func(*T) *string

	// The rest may be left out.
	unnamed func(j *job.Job) string           // the one whose fields are meant where none is named
	read    func(op Op, v *T) error           // one to add, where it may be typed otherwise than a job file has it
	stays   func(j *job.Job, id string) error // why one cannot be removed
	more    func(*T) map[string]any           // fields that a file puts deeper than they are set
	mirror  func(m *mirroring, v *T) error    // nil: left and right are the same to it
	sorted  bool                              // Normalise puts them in order
	movable bool
}

func inJob[T any](list func(*job.Job) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return func(j *job.Job) iter.Seq2[string, *[]T] {
		return func(yield func(string, *[]T) bool) { yield("", list(j)) }
	}
}

// inEach are the lists that each of several things holds.
func inEach[H, T any](holders func(*job.Job) []H, id func(*H) string, list func(*H) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return func(j *job.Job) iter.Seq2[string, *[]T] {
		return func(yield func(string, *[]T) bool) {
			all := holders(j)
			for i := range all {
				if !yield(id(&all[i]), list(&all[i])) {
					return
				}
			}
		}
	}
}

func inRooms[T any](list func(*job.Room) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return inEach(func(j *job.Job) []job.Room { return j.Rooms }, func(r *job.Room) string { return r.ID }, list)
}

func inSaws[T any](list func(*job.Saw) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return inEach(func(j *job.Job) []job.Saw { return j.Saws }, func(s *job.Saw) string { return s.ID }, list)
}

func inPeople[T any](list func(*job.Person) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return inEach(func(j *job.Job) []job.Person { return j.People }, func(p *job.Person) string { return p.ID }, list)
}

func inWalls[T any](list func(*job.Wall) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return func(j *job.Job) iter.Seq2[string, *[]T] {
		return func(yield func(string, *[]T) bool) {
			for i := range j.Rooms {
				for k := range j.Rooms[i].Walls {
					if w := &j.Rooms[i].Walls[k]; !yield(w.ID, list(w)) {
						return
					}
				}
			}
		}
	}
}

func inCorners[T any](list func(*job.Corner) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return func(j *job.Job) iter.Seq2[string, *[]T] {
		return func(yield func(string, *[]T) bool) {
			for i := range j.Rooms {
				for k := range j.Rooms[i].Corners {
					if c := &j.Rooms[i].Corners[k]; !yield(c.ID, list(c)) {
						return
					}
				}
			}
		}
	}
}

func inOpenings[T any](list func(*job.Opening) *[]T) func(*job.Job) iter.Seq2[string, *[]T] {
	return func(j *job.Job) iter.Seq2[string, *[]T] {
		return func(yield func(string, *[]T) bool) {
			for i := range j.Rooms {
				for k := range j.Rooms[i].Openings {
					if o := &j.Rooms[i].Openings[k]; !yield(o.ID, list(o)) {
						return
					}
				}
			}
		}
	}
}

// find is where a thing stands: what holds it, its list and its place there.
func (t *things[T]) find(j *job.Job, id string) (holder string, list *[]T, at int) {
	for holder, list := range t.lists(j) {
		if at := t.place(*list, id); at >= 0 {
			return holder, list, at
		}
	}
	return "", nil, -1
}

func (t *things[T]) place(list []T, id string) int {
	for i := range list {
		if *t.id(&list[i]) == id {
			return i
		}
	}
	return -1
}

// put inserts a thing after its neighbour.
func (t *things[T]) put(list *[]T, op Op, v T) error {
	at := 0
	if op.After != "" {
		if at = t.place(*list, op.After) + 1; at == 0 {
			return &Missing{op.Kind + " " + op.After}
		}
	}
	if t.sorted {
		at = len(*list)
	}
	*list = slices.Insert(*list, at, v)
	return nil
}

// after is the identifier that the thing at i comes after.
func (t *things[T]) after(list []T, i int) string {
	if i == 0 {
		return ""
	}
	return *t.id(&list[i-1])
}

// listed is the kind of things that stand in lists.
func listed[T any](k Kind, t things[T]) Kind {
	k.has = func(j *job.Job, id string) bool { _, list, _ := t.find(j, id); return list != nil }
	k.ids = func(j *job.Job) (out []string) {
		for _, list := range t.lists(j) {
			for i := range *list {
				out = append(out, *t.id(&(*list)[i]))
			}
		}
		return out
	}
	k.fields = func(j *job.Job, id string) map[string]any {
		if id == "" && t.unnamed != nil {
			id = t.unnamed(j)
		}
		_, list, i := t.find(j, id)
		if list == nil {
			return nil
		}
		v := &(*list)[i]
		fields := job.Fields(v)
		if t.more != nil {
			fields = with(fields, t.more(v))
		}
		return fields
	}
	if t.mirror != nil {
		k.mirror = func(m *mirroring, r *job.Room) error {
			for _, list := range t.lists(&job.Job{Rooms: []job.Room{*r}}) {
				for i := range *list {
					if err := t.mirror(m, &(*list)[i]); err != nil {
						return err
					}
				}
			}
			return nil
		}
	}
	if k.With != "" {
		return k
	}
	k.add = func(j *job.Job, op Op) (Op, error) { return t.add(j, k, op) }
	k.remove = t.remove
	if t.movable {
		k.move = t.move
	}
	return k
}

func (t *things[T]) add(j *job.Job, k Kind, op Op) (Op, error) {
	var list *[]T
	in := op.In
	if k.In == "saw" && in == "" {
		in = j.Saw
	}
	for holder, l := range t.lists(j) {
		if k.In == "" || holder == in {
			list = l
			break
		}
	}
	if list == nil {
		return Op{}, &Missing{k.In + " " + in}
	}
	var v T
	var err error
	if t.read != nil {
		err = t.read(op, &v)
	} else {
		err = strict(op, &v)
	}
	if err != nil {
		return Op{}, err
	}
	*t.id(&v) = op.ID // what is said of its lengths names it
	if m, is := any(&v).(job.Measured); is {
		if err := job.Resolve(m, op.Unit); err != nil {
			return Op{}, err
		}
	}
	return Op{Do: Remove, Kind: op.Kind, ID: op.ID}, t.put(list, op, v)
}

func (t *things[T]) remove(j *job.Job, op Op) (Op, error) {
	holder, list, i := t.find(j, op.ID)
	if list == nil {
		return Op{}, &Missing{op.Kind + " " + op.ID}
	}
	v := (*list)[i]
	if m, is := any(&v).(job.Measured); is { // its texts must read back to its lengths
		job.Settle(m, j.Unit)
	}
	inv := Op{Do: Add, Kind: op.Kind, ID: op.ID, In: holder, Value: Raw(v), After: t.after(*list, i), Unit: j.Unit}
	if t.stays != nil {
		if err := t.stays(j, op.ID); err != nil {
			return inv, err
		}
	}
	*list = slices.Delete(*list, i, i+1)
	return inv, nil
}

func (t *things[T]) move(j *job.Job, op Op) (Op, error) {
	_, list, i := t.find(j, op.ID)
	if list == nil {
		return Op{}, &Missing{op.Kind + " " + op.ID}
	}
	inv := Op{Do: Move, Kind: op.Kind, ID: op.ID, After: t.after(*list, i)}
	v := (*list)[i]
	*list = slices.Delete(*list, i, i+1)
	return inv, t.put(list, op, v)
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
