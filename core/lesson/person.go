package lesson

import (
	"maps"
	"slices"

	"gnomon/core/job"
)

// Rename calls somebody otherwise in all that a job says of who did what, and in its list of people. It tells whether that changed anything.
func Rename(j *job.Job, from, to string) bool {
	changed := false
	who := func(name *string) {
		if *name == from {
			*name, changed = to, true
		}
	}
	for i := range j.Records {
		who(&j.Records[i].By)
		who(&j.Records[i].Device)
	}
	for i := range j.ByHand {
		who(&j.ByHand[i].By)
	}
	for i := range j.Rooms {
		for k := range j.Rooms[i].Walls {
			for n := range j.Rooms[i].Walls[k].Lengths {
				who(&j.Rooms[i].Walls[k].Lengths[n].By)
			}
		}
		for k := range j.Rooms[i].Corners {
			for n := range j.Rooms[i].Corners[k].Readings {
				who(&j.Rooms[i].Corners[k].Readings[n].By)
			}
		}
	}
	for i := range j.People {
		who(&j.People[i].Name)
	}
	return changed
}

// Forget takes somebody's records out of a job: what they did, what took that back, and what tells more of it. What they measured and set by hand
// stays, since the
// room is planned from it, but no longer says whose it is. It tells whether that changed anything.
func Forget(j *job.Job, name string) bool {
	gone := map[string]bool{}
	for i := range j.Records {
		if r := &j.Records[i]; r.By == name || r.By == "" && r.Device == name {
			gone[r.ID] = true
		}
	}
	for more := true; more; { // what tells of what is gone goes with it
		more = false
		for i := range j.Records {
			r := &j.Records[i]
			about := r.Of
			switch {
			case r.Why != nil:
				about = r.Why.About
			case r.Took != nil:
				about = r.Took.About
			}
			if !gone[r.ID] && gone[about] {
				gone[r.ID], more = true, true
			}
		}
	}
	kept := make([]job.Record, 0, len(j.Records))
	for _, r := range j.Records {
		if !gone[r.ID] {
			kept = append(kept, r)
		}
	}
	people := make([]job.Person, 0, len(j.People))
	for _, p := range j.People {
		if p.Name != name {
			people = append(people, p)
		}
	}
	changed := len(gone) > 0 || len(people) != len(j.People)
	if len(j.People) > 0 {
		j.People = people
	}
	j.Records = kept
	return Rename(j, name, "") || changed
}

// Of are the facts of somebody, as the book has them.
func Of(book []Fact, name string) (out []Fact) {
	for _, f := range book {
		if f.Who == name {
			out = append(out, f)
		}
	}
	return out
}

// Names are those of everybody whom evidence tells of, in order.
func Names(all []Evidence) []string {
	seen := map[string]bool{}
	for i := range all {
		e := &all[i]
		for _, k := range e.Joints {
			seen[k.By] = true
		}
		for _, k := range e.Times {
			seen[k.By] = true
		}
		for _, k := range e.Miscuts {
			seen[k.By] = true
		}
		for _, k := range e.Lengths {
			seen[k.By], seen[k.Read] = true, true
		}
	}
	delete(seen, "")
	return slices.Sorted(maps.Keys(seen))
}
