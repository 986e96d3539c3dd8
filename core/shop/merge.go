package shop

import (
	"encoding/json"
	"fmt"
	"slices"

	"gnomon/core/edit"
	"gnomon/core/job"
)

// Merge takes what a job has into a shop: what the shop has under the same name with the same figures is that one; what it has under
// the same name with other figures stays beside it, and Said tells so. The job then says of each thing which of the shop's it is.
// A sheet is taken where the shop's is as new as New made it; a job that has another keeps its own.
func Merge(shop, j *job.Job) {
	fresh := New(shop.Unit)
	if s := &shop.Saws[0]; len(shop.Saws) == 1 && s.Name == "" && alike(shop, &fresh, "saw", s.ID) && !slices.ContainsFunc(j.Saws, func(o job.Saw) bool {
		return o.Name == "" && Fingerprint(j, "saw", o.ID) == Fingerprint(shop, "saw", s.ID)
	}) {
		shop.Saws = nil // the one that nobody chose
	}
	for i := range j.Saws {
		s := &j.Saws[i]
		id := among(shop, "saw", s.ID, s.Name, Fingerprint(j, "saw", s.ID), ids(shop.Saws, func(s *job.Saw) (string, string) { return s.ID, s.Name }))
		if shop.SawNamed(id) == nil {
			own := job.Job{Saws: []job.Saw{*s}}.Clone().Saws[0]
			own.ID, own.Origin = id, nil
			shop.Saws = append(shop.Saws, own)
		}
		s.Origin = originOf(shop, "saw", id)
	}
	if shop.SawNamed(shop.Saw) == nil {
		shop.Saw = j.SawNamed(j.Saw).Origin.Of
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		id := among(shop, "moulding", m.ID, m.Name, Fingerprint(j, "moulding", m.ID),
			ids(shop.Mouldings, func(m *job.Moulding) (string, string) { return m.ID, m.Name }))
		if shop.Moulding(id) == nil {
			own := job.Job{Mouldings: []job.Moulding{*m}}.Clone().Mouldings[0]
			own.ID, own.Origin = id, nil
			shop.Mouldings = append(shop.Mouldings, own)
		}
		m.Origin = originOf(shop, "moulding", id)
	}
	own := j.Clone()
	for _, k := range sheets {
		if alike(shop, &fresh, k.kind, "") && (k.kind != "rules" || j.Rules.Set == "") {
			switch k.kind {
			case "prices":
				shop.Prices = own.Prices
			case "cutting":
				shop.Cutting = own.Cutting
			case "tools":
				shop.Tools = own.Tools
			case "rules":
				shop.Rules = own.Rules
			}
			*k.origin(shop) = nil
		}
		*k.origin(j) = originOf(shop, k.kind, "")
	}
	for _, p := range own.People {
		if !slices.ContainsFunc(shop.People, func(o job.Person) bool { return o.ID == p.ID || o.Name == p.Name }) {
			shop.People = append(shop.People, p)
		}
	}
	for _, n := range own.Nails {
		if !slices.ContainsFunc(shop.Nails, func(o job.Nail) bool { return o.ID == n.ID || o.Kind == n.Kind && o.Length.Length == n.Length.Length }) {
			shop.Nails = append(shop.Nails, n)
		}
	}
	shop.Normalise()
}

// alike tells whether two shops have the same figures of a thing.
func alike(a, b *job.Job, kind, id string) bool {
	return Fingerprint(a, kind, id) == Fingerprint(b, kind, id)
}

// named is what a shop has in a list.
type named struct{ id, name string }

func ids[T any](list []T, of func(*T) (id, name string)) (out []named) {
	for i := range list {
		id, name := of(&list[i])
		out = append(out, named{id, name})
	}
	return out
}

// among gives the identifier of the thing of the same name and the same figures, or one that is free.
func among(shop *job.Job, kind, id, name, print string, has []named) string {
	for _, h := range has {
		if h.name == name && Fingerprint(shop, kind, h.id) == print {
			return h.id
		}
	}
	free := id
	for n := 2; slices.ContainsFunc(has, func(h named) bool { return h.id == free }); n++ {
		free = fmt.Sprintf("%.70s-%d", id, n)
	}
	return free
}

// Said is what is to be told of a shop: things of one name with different figures, which no list can tell apart.
func Said(shop *job.Job) []string {
	out := twice("mouldings", ids(shop.Mouldings, func(m *job.Moulding) (string, string) { return m.ID, m.Title() }))
	return append(out, twice("saws", ids(shop.Saws, func(s *job.Saw) (string, string) { return s.ID, or(s.Name, "The saw") }))...)
}

func twice(what string, list []named) (out []string) {
	count := map[string]int{}
	for _, n := range list {
		count[n.name]++
		if count[n.name] == 2 {
			out = append(out, fmt.Sprintf("Several %s are called %s, with different figures. Give each a name of its own, or remove one.", what, n.name))
		}
	}
	return out
}

// Bring is the step that takes a thing of the shop into a job under a name that is free there, with where it was taken from.
func Bring(j, shop *job.Job, kind, id string) (edit.Op, error) {
	has, after := ids(j.Mouldings, func(m *job.Moulding) (string, string) { return m.ID, m.Name }), ""
	if kind == "saw" {
		has = ids(j.Saws, func(s *job.Saw) (string, string) { return s.ID, s.Name })
	}
	if len(has) > 0 {
		after = has[len(has)-1].id
	}
	free := id
	for n := 2; slices.ContainsFunc(has, func(h named) bool { return h.id == free }); n++ {
		free = fmt.Sprintf("%.70s-%d", id, n)
	}
	return edit.Bring(kind, free, shop, id, after, originOf(shop, kind, id))
}

// Keep are the steps of the shop that make a thing of a job its own, and those of the job that note it: in the place of what it was
// taken from, or beside what there is.
func Keep(j, shop *job.Job, kind, id string) (inShop, after []edit.Op, err error) {
	print := Fingerprint(j, kind, id)
	if print == "" {
		return nil, nil, &edit.Missing{Thing: kind + " " + id}
	}
	of := Own
	var origin *job.Origin
	switch kind {
	case "saw":
		origin = j.SawNamed(id).Origin
	case "moulding":
		origin = j.Moulding(id).Origin
	}
	switch {
	case kind != "saw" && kind != "moulding":
		inShop = edit.Alike(shop, kind, "", j, "")
	case origin != nil && Fingerprint(shop, kind, origin.Of) != "":
		of = origin.Of
		inShop = edit.Alike(shop, kind, of, j, id)
	default:
		add, err := Bring(shop, j, kind, id)
		if err != nil {
			return nil, nil, err
		}
		of = add.ID
		inShop = []edit.Op{Loosened(add)}
	}
	return inShop, []edit.Op{{Do: edit.Set, Kind: kind, ID: id, Field: "origin", Value: edit.Raw(job.Origin{Of: of, At: print}), Unit: j.Unit}}, nil
}

// TakeRules are the steps that make a job follow a named set of house rules, and note that it does.
func TakeRules(j job.Job, set job.Rules) []edit.Op {
	ops := edit.TakeRules(j, set)
	origin := job.Origin{Of: Own, At: print(set)}
	if j.Rules.Origin != nil && *j.Rules.Origin == origin {
		return ops
	}
	return append(ops, edit.Op{Do: edit.Set, Kind: "rules", Field: "origin", Value: edit.Raw(origin), Unit: j.Unit})
}

// Loosened is a step that brings a thing, which then is of no shop.
func Loosened(add edit.Op) edit.Op {
	var value map[string]any
	if json.Unmarshal(add.Value, &value) == nil {
		delete(value, "origin")
		add.Value = edit.Raw(value)
	}
	return add
}

// Recognise notes of each thing of a job that came from elsewhere which of the shop's it is, where that has one of the same name with
// the same figures. The rest is the job's own: what another shop called it says nothing here.
func Recognise(j, shop *job.Job) {
	for i := range j.Saws {
		s := &j.Saws[i]
		s.Origin = nil
		for k := range shop.Saws {
			if o := &shop.Saws[k]; o.Name == s.Name && Fingerprint(shop, "saw", o.ID) == Fingerprint(j, "saw", s.ID) {
				s.Origin = originOf(shop, "saw", o.ID)
			}
		}
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		m.Origin = nil
		for k := range shop.Mouldings {
			if o := &shop.Mouldings[k]; o.Name == m.Name && Fingerprint(shop, "moulding", o.ID) == Fingerprint(j, "moulding", m.ID) {
				m.Origin = originOf(shop, "moulding", o.ID)
			}
		}
	}
	for _, k := range sheets {
		*k.origin(j) = originOf(shop, k.kind, "")
	}
}
