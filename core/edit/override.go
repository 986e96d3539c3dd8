package edit

import (
	"slices"

	"gnomon/core/job"
)

func overrideKind() Kind {
	k := listed(Kind{Name: "override", Said: "decision", List: "overrides", In: "room"}, things[job.Override]{
		lists: inRooms(func(r *job.Room) *[]job.Override { return &r.Overrides }), id: func(o *job.Override) *string { return &o.ID }, mirror: mirrorOverride})
	k.fields, k.add = nil, override // decided anew as a whole
	return k
}

// override decides something in a room otherwise than the house rules have it, in the
// place of what was decided for the same before.
func override(j *job.Job, op Op) (Op, error) {
	r := j.Room(op.In)
	if r == nil {
		return Op{}, &Missing{"room " + op.In}
	}
	inv := Op{Do: Remove, Kind: op.Kind, ID: op.ID}
	var o job.Override
	if err := strict(op, &o); err != nil {
		return inv, err
	}
	o.ID = op.ID
	if i := slices.IndexFunc(r.Overrides, o.SamePlace); i >= 0 {
		if op.Was != nil && !sameAs(op, Raw(r.Overrides[i])) {
			return inv, &Conflict{Thing: "decision " + r.Overrides[i].ID, Field: "choice", Yours: o.Choice, Theirs: r.Overrides[i].Choice}
		}
		inv = Op{Do: Add, Kind: op.Kind, ID: r.Overrides[i].ID, In: r.ID, Value: Raw(r.Overrides[i]), Unit: op.Unit}
		r.Overrides = slices.Delete(r.Overrides, i, i+1)
	}
	r.Overrides = append(r.Overrides, o) // Normalise puts them in order
	return inv, nil
}
