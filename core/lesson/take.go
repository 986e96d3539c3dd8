package lesson

import (
	"encoding/json"
	"time"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Find is the offer of a name among those that are made.
func Find(all []Offer, id string) *Offer {
	for i := range all {
		if all[i].ID == id {
			return &all[i]
		}
	}
	return nil
}

// Take are the steps that change the shop's figure as offered, and write down that it was.
func (o *Offer) Take(shop *job.Job, at time.Time) []edit.Op {
	return append([]edit.Op{o.set(o.Now)}, o.lesson(shop, true, at)...)
}

// Leave are the steps that write down that it was left.
func (o *Offer) Leave(shop *job.Job, at time.Time) []edit.Op { return o.lesson(shop, false, at) }

func (o *Offer) set(value string) edit.Op {
	return edit.Op{Do: edit.Set, Kind: o.Kind, ID: o.Of, Field: o.Field, Value: json.RawMessage(value)}
}

func (o *Offer) lesson(shop *job.Job, taken bool, at time.Time) []edit.Op {
	var ops []edit.Op
	if named(shop, o.ID) != nil {
		ops = append(ops, edit.Op{Do: edit.Remove, Kind: "lesson", ID: o.ID})
	}
	return append(ops, edit.Op{Do: edit.Add, Kind: "lesson", ID: o.ID, Value: edit.Raw(job.Lesson{ID: o.ID, Says: o.Says, Kind: o.Kind, Of: o.Of, Field: o.Field,
		Was: o.Was, Now: o.Now, Taken: taken, On: at.UTC().Format(time.RFC3339), Weight: o.Weight})})
}

func named(shop *job.Job, id string) *job.Lesson {
	for i := range shop.Lessons {
		if shop.Lessons[i].ID == id {
			return &shop.Lessons[i]
		}
	}
	return nil
}

// TakeBack are the steps that set what was before a lesson was taken; it counts as left then. There are none of one that is not taken.
func TakeBack(shop *job.Job, id string, at time.Time) []edit.Op {
	l := named(shop, id)
	if l == nil || !l.Taken {
		return nil
	}
	o := Offer{ID: l.ID, Says: l.Says, Kind: l.Kind, Of: l.Of, Field: l.Field, Was: l.Was, Now: l.Now, Weight: l.Weight}
	return append([]edit.Op{o.set(l.Was)}, o.lesson(shop, false, at)...)
}
