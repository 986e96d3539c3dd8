package shop

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
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

// sheet is a kind of which a job has one.
type sheet struct {
	kind, title string
	origin      func(*job.Job) **job.Origin
}

var sheets = []sheet{
	{"prices", "Price sheet", func(j *job.Job) **job.Origin { return &j.Prices.Origin }},
	{"cutting", "Sticks and blade", func(j *job.Job) **job.Origin { return &j.Cutting.Origin }},
	{"tools", "What is measured with", func(j *job.Job) **job.Origin { return &j.Tools.Origin }},
	{"rules", "House rules", func(j *job.Job) **job.Origin { return &j.Rules.Origin }},
}

// Fingerprint is the same for things that have the same figures, however these were typed and whatever the things are called.
// Kind is saw, moulding, prices, cutting, tools or rules; empty where there is no such thing.
func Fingerprint(j *job.Job, kind, id string) string {
	only := job.Job{Unit: measure.UnitMillimetre}
	var thing any
	switch kind {
	case "saw":
		s := j.SawNamed(id)
		if s == nil {
			return ""
		}
		only.Saws = []job.Saw{*s}
		only = only.Clone()
		s = &only.Saws[0]
		s.ID, s.Name, s.Origin = "", "", nil
		slices.SortFunc(s.Tests, func(a, b job.Test) int { return strings.Compare(a.ID, b.ID) })
		thing = s
	case "moulding":
		m := j.Moulding(id)
		if m == nil {
			return ""
		}
		only.Mouldings = []job.Moulding{*m}
		only = only.Clone()
		m = &only.Mouldings[0]
		m.ID, m.Name, m.Origin, m.Usual = "", "", nil, false
		thing = m
	case "prices":
		only.Prices = j.Prices
		only = only.Clone()
		only.Prices.Origin = nil
		thing = &only.Prices
	case "cutting":
		only.Cutting = j.Cutting
		only.Cutting.Origin = nil
		thing = &only.Cutting
	case "tools":
		only.Tools = j.Tools
		only.Tools.Origin = nil
		thing = &only.Tools
	case "rules":
		only.Rules = j.Rules
		only = only.Clone()
		only.Rules.Origin, only.Rules.Set = nil, ""
		thing = &only.Rules
	default:
		panic("a shop has no " + kind)
	}
	only = only.Clone()
	job.Plainly(thing.(job.Measured))
	b, err := json.Marshal(thing)
	if err != nil {
		panic(err) // our own plain types
	}
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:8])
}

// Compare tells how each thing of a job that a shop may have stands to that. Sets are named sets of house rules, by their names: a job
// that took one is held against it, others against the rules of the shop.
func Compare(j, shop *job.Job, sets map[string]job.Rules) []Standing {
	var out []Standing
	for i := range j.Saws {
		s := &j.Saws[i]
		out = append(out, stand(j, "saw", s.ID, or(s.Name, "The saw"), s.Origin, shop))
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		out = append(out, stand(j, "moulding", m.ID, m.Title(), m.Origin, shop))
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

func or(s, def string) string {
	if s == "" {
		return def
	}
	return s
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
var inside = map[string]string{"stick": "other prices of its lengths", "test": "other test cuts", "sundry": "other sundries"}

// clip keeps a sentence short: a section is a list of points.
func clip(s string) string {
	if len(s) > 60 {
		return "otherwise"
	}
	return s
}
