package shop

import (
	"fmt"
	"reflect"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// New is a shop that nobody has said anything of: an ordinary saw, a made-up price sheet, and nothing that is taken for known.
func New(unit measure.Unit) job.Job {
	s := job.Job{Name: "Shop", Unit: unit, Nails: job.DefaultNails(unit), Quote: job.Quote{Included: job.DefaultIncluded, Excluded: job.DefaultExcluded}}
	s.Normalise()
	return s
}

// Fresh tells whether nobody has said anything of a shop yet.
func Fresh(s *job.Job) bool {
	fresh := New(s.Unit)
	return reflect.DeepEqual(s, &fresh)
}

// Begin is a new job of a shop: with the saw that the shop uses, the mouldings that new jobs begin with (the first base where none
// is marked so, and a made-up one where there is none), its sheets, rules and people; and with a first room, where that has a name.
func Begin(shop *job.Job, name string, unit measure.Unit, room string) job.Job {
	own := shop.Clone()
	s := &own
	j := job.Job{Name: name, Unit: unit, Prices: s.Prices, Times: s.Times, Cutting: s.Cutting, Tools: s.Tools, Rules: s.Rules, Doors: s.Doors,
		People: s.People, Nails: s.Nails,
		Quote: job.Quote{From: s.Quote.From, Included: s.Quote.Included, Excluded: s.Quote.Excluded, Note: s.Quote.Note}}
	j.Day = job.Day{From: s.Day.From, To: s.Day.To, People: s.Day.People, Weekends: s.Day.Weekends}
	j.Saws, j.Saw = []job.Saw{*s.Machine()}, s.Machine().ID
	for _, m := range s.Mouldings {
		if m.Usual {
			j.Mouldings = append(j.Mouldings, m)
		}
	}
	if len(j.Mouldings) == 0 {
		if i := slices.IndexFunc(s.Mouldings, func(m job.Moulding) bool { return m.Is().Code == "base" }); i >= 0 {
			j.Mouldings = append(j.Mouldings, s.Mouldings[i])
		}
	}
	if len(j.Mouldings) == 0 {
		j.Mouldings = job.Starter(name, unit).Mouldings
	}
	for i := range j.Mouldings {
		j.Mouldings[i].Usual = false
	}
	if room != "" {
		j.Rooms = []job.Room{firstRoom(room, &j.Mouldings[0])}
	}
	j.Normalise()
	Link(&j, shop)
	return j
}

// firstRoom has four walls, as most have, and the moulding along them.
func firstRoom(name string, m *job.Moulding) job.Room {
	r := job.Room{ID: "room-1", Name: name, Closed: true, Runs: []job.Run{{ID: "room-1-run", Moulding: m.ID, Level: m.Is().Level}}}
	for i := range 4 {
		id := fmt.Sprintf("room-1-w%d", i+1)
		r.Walls, r.Corners = append(r.Walls, job.Wall{ID: id}), append(r.Corners, job.Corner{ID: id + "c"})
	}
	return r
}

// Link notes of each thing of a job that the shop has under the same name which one it is, and what figures that has.
func Link(j, shop *job.Job) {
	for _, l := range lists {
		for _, k := range l.items(j) {
			*k.origin = originOf(shop, l.kind, k.id)
		}
	}
	for _, k := range sheets {
		*k.origin(j) = originOf(shop, k.kind, "")
	}
}

// Thing is a saw, a moulding, a person or a nail as a list names it.
type Thing struct{ Kind, ID, Title, Says string }

// Things are what stands in the lists of a shop or job, with their figures in a few words.
func Things(s *job.Job, unit measure.Unit) (out []Thing) {
	for _, l := range lists {
		for _, k := range l.items(s) {
			out = append(out, Thing{l.kind, k.id, k.title, inWords(s, l.kind, k.id, unit)})
		}
	}
	return out
}

func inWords(j *job.Job, kind, id string, unit measure.Unit) string {
	switch kind {
	case "saw":
		s := j.SawNamed(id)
		return fmt.Sprintf("swings %s left, %s right; tilts %s, %s; %s", s.MitreLeft, s.MitreRight, s.BevelLeft, s.BevelRight, words.Count(len(s.Tests), "test cut"))
	case "moulding":
		m := j.Moulding(id)
		says := fmt.Sprintf("%s by %s", m.Height.Length.In(unit), m.Thickness.Length.In(unit))
		if len(m.Sticks) > 0 {
			says += ", " + words.Count(len(m.Sticks), "stick length")
		}
		if m.Yard != "" {
			says += ", " + m.Yard
		}
		return says
	case "person":
		return words.Count(len(j.Person(id).Instruments), "instrument")
	}
	return ""
}
