package job

import (
	"reflect"
	"slices"
	"unsafe"
)

// Fork is a copy of the job to be changed step by step. It shares all that stands in the job with it but the
// list of its rooms. Whoever changes a room of it owns that first (OwnRoom), and what holds for every room, the
// layouts and what was set by hand likewise. A job is never changed once it has been forked.
func (j Job) Fork() Job {
	j.Rooms = slices.Clone(j.Rooms)
	j.Layouts, j.ByHand, j.Records = slices.Clip(j.Layouts), slices.Clip(j.ByHand), slices.Clip(j.Records) // what is added goes to a list of its own
	return j
}

// OwnShop makes what holds for every room of a fork its own, to be changed.
func (j *Job) OwnShop() {
	own := copied(j.shop())
	own.Rooms, own.Layouts, own.ByHand, own.Records = j.Rooms, j.Layouts, j.ByHand, j.Records
	*j = own
}

// OwnRoom makes a room of a fork its own, to be changed.
func (j *Job) OwnRoom(i int) { j.Rooms[i] = copied(j.Rooms[i]) }

// OwnLayouts makes the layouts of a fork its own.
func (j *Job) OwnLayouts() { j.Layouts = copied(j.Layouts) }

// OwnByHand makes what was set by hand a fork's own.
func (j *Job) OwnByHand() { j.ByHand = copied(j.ByHand) }

// Same tells whether two rooms hold the same. Of a room that a fork shares with the job that it
// was made of that is seen at once: the two are one memory, and nothing in it is looked at.
func (r *Room) Same(o *Room) bool { return bits(r) == bits(o) || reflect.DeepEqual(r, o) }

// bits are a thing as it lies in memory: where its lists are, not what is in them. Equal bits
// are equal things; things of other bits may be equal too.
func bits[T any](v *T) string { return unsafe.String((*byte)(unsafe.Pointer(v)), unsafe.Sizeof(*v)) }

// CommonRecords are how many records two jobs have alike from the first on.
func (j *Job) CommonRecords(o *Job) int { return common(j.Records, o.Records) }

// SameList tells whether two lists are one and the same in memory, or hold the same.
func SameList[T any](a, b []T) bool {
	return len(a) == len(b) && (unsafe.SliceData(a) == unsafe.SliceData(b) || common(a, b) == len(a))
}

// common is how many of two lists are alike from the first on.
func common[T any](a, b []T) int {
	n := min(len(a), len(b))
	if unsafe.SliceData(a) == unsafe.SliceData(b) {
		return n
	}
	for i := range n {
		if bits(&a[i]) != bits(&b[i]) && !reflect.DeepEqual(a[i], b[i]) {
			return i
		}
	}
	return n
}

// SameLayouts tells whether two jobs have the same laid out, and SameByHand and SameRecords
// likewise.
func (j *Job) SameLayouts(o *Job) bool { return SameList(j.Layouts, o.Layouts) }

// SameByHand tells whether the same is set by hand in two jobs.
func (j *Job) SameByHand(o *Job) bool { return SameList(j.ByHand, o.ByHand) }

// SameRecords tells whether two jobs have the same records.
func (j *Job) SameRecords(o *Job) bool { return SameList(j.Records, o.Records) }

// SameShop tells whether two jobs are alike in all but their rooms, layouts, records and what
// was set by hand: in what holds for every room.
func (j *Job) SameShop(o *Job) bool {
	a, b := j.shop(), o.shop()
	return reflect.DeepEqual(&a, &b)
}

// shop is a job without what it has much of.
func (j *Job) shop() Job {
	s := *j
	s.Rooms, s.Layouts, s.ByHand, s.Records = nil, nil, nil, nil
	return s
}

// Places are where the rooms of a job stand, by their identifiers.
func (j *Job) Places() map[string]int {
	at := make(map[string]int, len(j.Rooms))
	for i := range j.Rooms {
		at[j.Rooms[i].ID] = i
	}
	return at
}

// Since finds for each room of a job the same room of the job that it was made of; nil where it
// is new or something in it has changed.
func (j *Job) Since(was *Job) []*Room {
	out := make([]*Room, len(j.Rooms))
	var at map[string]int
	for i := range j.Rooms {
		r := &j.Rooms[i]
		k := i // where most stand still
		if i >= len(was.Rooms) || was.Rooms[i].ID != r.ID {
			if at == nil {
				at = was.Places()
			}
			var there bool
			if k, there = at[r.ID]; !there {
				continue
			}
		}
		if o := &was.Rooms[k]; r.Same(o) && (at == nil || !slices.Contains(out[:i], o)) { // one room is not two
			out[i] = o
		}
	}
	return out
}
