package edit

import (
	"encoding/json"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Alike are the steps that make a thing of a job, of a kind with fields, have the figures of one of another job: one for each
// field in which they differ, and what stands in it (test cuts, sundries, instruments) added or taken out. What each was taken
// from is left as it is.
func Alike(j *job.Job, kind, id string, like *job.Job, likeID string) []Op {
	var ops []Op
	from, to := Op{Kind: kind, ID: id}, Op{Kind: kind, ID: likeID}
	fields := fieldsOf(like, to)
	names := make([]string, 0, len(fields))
	for f := range fields {
		if f != "origin" {
			names = append(names, f)
		}
	}
	slices.Sort(names)
	for _, f := range names {
		from.Field, to.Field = f, f
		is, err := value(j, from)
		wanted, err2 := value(like, to)
		if err == nil && err2 == nil && !same(is, wanted) {
			ops = append(ops, Op{Do: Set, Kind: kind, ID: id, Field: f, Unit: j.Unit, Value: text2raw(wanted, job.FieldUnit(f, j.Unit))})
		}
	}
	ops = append(ops, stickSteps(j, kind, id, like, likeID)...)
	for _, k := range within(kind) {
		ops = append(ops, listSteps(k, j, id, like, likeID)...)
	}
	return ops
}

// within are the kinds of what stands in a thing of a kind.
func within(kind string) (out []Kind) {
	for _, k := range Kinds {
		if k.In == kind && k.With == "" || kind == "prices" && k.Name == "sundry" {
			out = append(out, k)
		}
	}
	return out
}

// stickSteps set what the stick lengths of a moulding cost and how many there are: setting the lengths
// leaves that of a length that was there.
func stickSteps(j *job.Job, kind, id string, like *job.Job, likeID string) (ops []Op) {
	if kind != "moulding" || j.Moulding(id) == nil || like.Moulding(likeID) == nil {
		return nil
	}
	sticks := slices.Clone(like.Moulding(likeID).Sticks)
	was := j.Moulding(id).Sticks
	if same(was, sticks) {
		was = slices.Clone(was)
	} else {
		kept := slices.Clone(sticks)
		keepPrices(kept, was)
		was = kept
	}
	for i, s := range sticks {
		at := Op{Do: Set, Kind: "stick", ID: id + "/" + text(i, j.Unit), Unit: j.Unit}
		if s.Price != was[i].Price {
			at.Field, at.Value = "price", Raw(s.Price)
			ops = append(ops, at)
		}
		if !same(s.Available, was[i].Available) {
			at.Field, at.Value = "available", Raw(s.Available)
			ops = append(ops, at)
		}
	}
	return ops
}

// listSteps make the things of a kind that stand in one thing those that stand in another.
func listSteps(k Kind, j *job.Job, id string, like *job.Job, likeID string) (ops []Op) {
	is, wanted := asAddedIn(k, j, id, j.Unit), asAddedIn(k, like, likeID, j.Unit)
	find := func(in []Op, id string) *Op {
		if i := slices.IndexFunc(in, func(o Op) bool { return o.ID == id }); i >= 0 {
			return &in[i]
		}
		return nil
	}
	after := ""
	var adds []Op
	for _, w := range wanted {
		if had := find(is, w.ID); had == nil || string(had.Value) != string(w.Value) || had.After != after {
			if had != nil {
				ops = append(ops, Op{Do: Remove, Kind: k.Name, ID: w.ID})
			}
			w.After, w.In = after, ""
			if k.In != "" {
				w.In = id
			}
			adds = append(adds, w)
		}
		after = w.ID
	}
	for _, had := range is {
		if find(wanted, had.ID) == nil {
			ops = append(ops, Op{Do: Remove, Kind: k.Name, ID: had.ID})
		}
	}
	return append(ops, adds...)
}

// asAddedIn are the steps that would add the things of a kind to what holds them, in their order, in a job of the unit.
func asAddedIn(k Kind, j *job.Job, holder string, unit measure.Unit) (out []Op) {
	own := job.Job{Unit: unit, Saws: j.Saws, Prices: j.Prices, People: j.People}
	for _, id := range k.ids(&own) {
		last := own.Clone()
		back, err := k.remove(&last, Op{Do: Remove, Kind: k.Name, ID: id})
		if err == nil && (k.In == "" || back.In == holder) {
			out = append(out, back)
		}
	}
	return out
}

// Bring is the step that adds a thing of another job to this one, under a name of its own, with what it is noted to be
// taken from; nil where it is the job's own.
func Bring(kind, id string, from *job.Job, fromID, after string, origin *job.Origin) (Op, error) {
	own := *from
	own.Rooms, own.Layouts, own.Records, own.ByHand, own.Saw = nil, nil, nil, nil, "" // whether it is in use there is nothing to this job
	own = own.Clone()
	k := KindOf(kind)
	if k.remove == nil || k.has == nil || !k.has(&own, fromID) {
		return Op{}, &Missing{kind + " " + fromID}
	}
	op, err := k.remove(&own, Op{Do: Remove, Kind: kind, ID: fromID})
	if err != nil {
		return op, err
	}
	var value map[string]any
	if err := json.Unmarshal(op.Value, &value); err != nil {
		return op, err
	}
	value["id"] = id
	delete(value, "origin")
	delete(value, "usual")
	if origin != nil {
		value["origin"] = origin
	}
	op.ID, op.Value, op.After, op.In = id, Raw(value), after, ""
	return op, nil
}

// Shown is what the field of a step holds now, for people.
func Shown(j *job.Job, op Op, unit measure.Unit) string {
	v, err := value(j, op)
	if err != nil {
		return "nothing"
	}
	return text(v, unit)
}
