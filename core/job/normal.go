package job

import (
	"cmp"
	"slices"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// Starter is a job to begin with: a base moulding, so that the first room has
// something to run.
func Starter(name string, unit measure.Unit) Job {
	m := Moulding{ID: "base", Name: "Base", Profiled: true}
	sizes := []string{"5 1/4", "9/16", "16'", "12'"}
	if unit == measure.UnitMillimetre {
		sizes = []string{"140", "15", "4800", "3600"}
	}
	entries := make([]Entry, len(sizes))
	for i, s := range sizes {
		entries[i], _ = Typed(s, unit) // our own text; a test reads it
	}
	m.Height, m.Thickness = entries[0], entries[1]
	for i, price := range []money.Cents{38_40, 28_80} {
		m.Sticks = append(m.Sticks, Stick{Entry: entries[2+i], Price: price})
	}
	m.Rate = 2_60
	if unit.Metric() {
		m.Rate = 8_50
	}
	j := Job{Name: name, Unit: unit, Mouldings: []Moulding{m}, Quote: Quote{Included: DefaultIncluded, Excluded: DefaultExcluded}}
	j.Normalise()
	return j
}

// Normalise fills in every default, so that two jobs that mean the same are
// the same value, and takes out of names what no screen or list should obey. It gives each wall its corner; the corner that an open room
// does not list gets an identifier made from its wall's.
func (j *Job) Normalise() { j.NormaliseSince(&Job{}) }

// NormaliseSince does the same where the job was made of one that is normalised, with what it does
// not share with that.
func (j *Job) NormaliseSince(was *Job) {
	if !j.SameShop(was) || j.Gnomon == 0 {
		j.normaliseShop()
	}
	j.Rooms = some(j.Rooms)
	for i, same := range j.Since(was) {
		if same == nil {
			j.Rooms[i].normalise(j.Unit)
		}
	}
	for i := j.CommonRecords(was); i < len(j.Records); i++ {
		j.Records[i].Renew()
		j.Records[i].plainTexts()
	}
	if !j.SameByHand(was) {
		for i := range j.ByHand {
			j.ByHand[i].plainTexts()
		}
		slices.SortFunc(j.ByHand, ByPiece)
	}
	if !j.SameLayouts(was) {
		for i := range j.Layouts {
			j.Layouts[i].plainTexts()
		}
	}
}

// normaliseShop does it for all that a job has once.
func (j *Job) normaliseShop() {
	j.Gnomon = FileVersion
	j.plainTexts()
	j.Unit = or(j.Unit, measure.UnitInch)
	j.Rules.normalise(j.Unit)
	j.Cutting.normalise(j.Unit)
	j.Prices.normalise(j.Unit)
	j.Times.normalise(j.Unit)
	j.Day.normalise()
	j.Tools.normalise(j.Unit)
	d := DefaultDoors(j.Unit)
	j.Doors.Width, j.Doors.Height = orEntry(j.Doors.Width, d.Width), orEntry(j.Doors.Height, d.Height)
	j.normaliseSaws()
	j.Mouldings = some(j.Mouldings)
	for i := range j.Mouldings {
		j.Mouldings[i].normalise(j.Unit)
	}
}

func (r *Room) normalise(unit measure.Unit) {
	r.plainTexts()
	r.Walls, r.Corners = some(r.Walls), some(r.Corners)
	r.Openings, r.Runs = some(r.Openings), some(r.Runs)
	if len(r.Corners) == 0 || !r.Closed && len(r.Corners) == len(r.Walls)-1 {
		for i := len(r.Corners); i < len(r.Walls); i++ {
			id := r.Walls[i].ID + "-right"
			for slices.ContainsFunc(r.Corners, func(c Corner) bool { return c.ID == id }) {
				id += "-"
			}
			r.Corners = append(r.Corners, Corner{ID: id})
		}
	}
	place := map[string]int{}
	for i, w := range r.Walls {
		place[w.ID] = i
	}
	slices.SortStableFunc(r.Openings, func(a, b Opening) int {
		return cmp.Or(cmp.Compare(place[a.Wall], place[b.Wall]), cmp.Compare(a.From.Length, b.From.Length), cmp.Compare(a.ID, b.ID))
	})
	for i := range r.Walls {
		for k := range r.Walls[i].Lengths {
			t := &r.Walls[i].Lengths[k]
			t.Level = or(t.Level, Floor)
		}
	}
	for i := range r.Corners {
		c := &r.Corners[i]
		c.Kind = or(c.Kind, Inside)
		for k := range c.Readings {
			rd := &c.Readings[k]
			rd.Scale, rd.Level = or(rd.Scale, ScaleCorner), or(rd.Level, Floor)
		}
	}
	corner := map[string]int{Start: -1}
	for i, c := range r.Corners {
		corner[c.ID] = i
	}
	slices.SortStableFunc(r.Diagonals, func(a, b Diagonal) int {
		return cmp.Or(cmp.Compare(corner[a.From], corner[b.From]), cmp.Compare(corner[a.To], corner[b.To]), cmp.Compare(a.ID, b.ID))
	})
	for i := range r.Diagonals {
		r.Diagonals[i].Level = or(r.Diagonals[i].Level, Floor)
	}
	for i := range r.Openings {
		o := &r.Openings[i]
		o.Kind = or(o.Kind, OpenDoor)
		for k := range o.Angles {
			o.Angles[k].Scale = or(o.Angles[k].Scale, ScaleCorner)
		}
	}
	slices.SortStableFunc(r.Spots, func(a, b Spot) int {
		return cmp.Or(cmp.Compare(place[a.Wall], place[b.Wall]), cmp.Compare(a.At.Length, b.At.Length), cmp.Compare(a.ID, b.ID))
	})
	for i := range r.Runs {
		r.Runs[i].Level = or(r.Runs[i].Level, Floor)
	}
	for i := range r.Overrides {
		r.Overrides[i].normalise(unit)
	}
	slices.SortFunc(r.Overrides, byPlace)
}

func or[T comparable](v, def T) T {
	var zero T
	if v == zero {
		return def
	}
	return v
}

// some makes an empty slice of a nil one, so that JSON shows [] for it.
func some[T any](s []T) []T {
	if s == nil {
		return []T{}
	}
	return s
}

// Clone copies the job so that a change to one leaves the other alone.
func (j Job) Clone() Job { return copied(j) }

// Clone copies the room so that a change to one leaves the other alone.
func (r Room) Clone() Room { return copied(r) }
