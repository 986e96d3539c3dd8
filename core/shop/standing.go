package shop

import (
	"fmt"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Own is what a job's own sheet of a kind of which there is one was taken from.
const Own = "shop"

// State is how a thing of a job stands to the shop.
type State string

// Moved: the shop has other figures since they were taken or left. Apart: the job has other figures than those that the shop had and has.
// Loose: the shop has no such thing.
const (
	Same  State = "same"
	Moved State = "moved"
	Apart State = "apart"
	Loose State = "loose"
)

// Standing is how one thing of a job stands to the shop.
type Standing struct {
	Kind  string
	ID    string // none of what a job has once
	Title string
	State State
	Of    string // the shop's
	// Differences say in words what the shop has otherwise, the job's own figure beside it.
	Differences []string
	// Take are the steps of the job that make it follow the shop, and Leave those that keep its figures and say
	// no more of it until the shop moves on again.
	Take, Leave []edit.Op
}

// Compare tells how each thing of a job that a shop may have stands to that. Sets are named sets of house rules, by their names: a job
// that took one is held against it, others against the rules of the shop.
func Compare(j, shop *job.Job, sets map[string]job.Rules) []Standing {
	var out []Standing
	for _, l := range lists {
		for _, k := range l.items(j) {
			out = append(out, stand(j, l.kind, k.id, k.title, *k.origin, shop))
		}
	}
	for _, k := range sheets {
		against := shop
		if set, has := sets[j.Rules.Set]; k.kind == "rules" && has {
			named := *shop
			named.Rules = set
			against = &named
		}
		out = append(out, stand(j, k.kind, "", k.title, *k.origin(j), against))
	}
	return out
}

func stand(j *job.Job, kind, id, title string, origin *job.Origin, shop *job.Job) Standing {
	out := Standing{Kind: kind, ID: id, Title: title, State: Loose}
	if origin == nil {
		return out
	}
	of := origin.Of
	if id == "" {
		of = ""
	}
	there := Fingerprint(shop, kind, of)
	if there == "" {
		return out
	}
	out.Of = origin.Of
	switch here := Fingerprint(j, kind, id); {
	case here == there:
		out.State = Same
		return out
	case there == origin.At:
		out.State = Apart
	default:
		out.State = Moved
	}
	steps := edit.Alike(j, kind, id, shop, of)
	now := edit.Op{Do: edit.Set, Kind: kind, ID: id, Field: "origin", Value: edit.Raw(job.Origin{Of: origin.Of, At: there}), Unit: j.Unit}
	out.Take, out.Leave = append(steps, now), []edit.Op{now}
	out.Differences = say(j, steps, shop, of)
	return out
}

// say tells in words what steps would make otherwise, with what the job has now.
func say(j *job.Job, steps []edit.Op, shop *job.Job, of string) (out []string) {
	seen := map[string]bool{}
	for _, op := range steps {
		if op.Do == edit.Set && op.Kind != "stick" {
			there := op
			there.ID = of
			out = append(out, fmt.Sprintf("%s %s, here %s", Word(op.Field), clip(edit.Shown(shop, there, j.Unit)), clip(edit.Shown(j, op, j.Unit))))
			continue
		}
		if !seen[op.Kind] {
			seen[op.Kind] = true
			out = append(out, inside[op.Kind])
		}
	}
	return out
}

// inside is what is said where what stands in a thing is not the same.
var inside = map[string]string{"stick": "other prices of its lengths", "test": "other test cuts", "sundry": "other sundries", "instrument": "other instruments"}

// clip keeps a sentence short: a section is a list of points.
func clip(s string) string {
	if len(s) > 60 {
		return "otherwise"
	}
	return s
}
