package shop

import (
	"cmp"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// What a shop has and jobs take: things that stand in lists, and sheets of which there is one. A new kind of either is its line here.

// listed is a kind of things that stand in a list.
type listed struct {
	kind, said string // as steps call it, and as people call several
	items      func(j *job.Job) []item
	// take puts a copy of the thing at i into another job, under an identifier that is free there.
	take func(to, from *job.Job, i int, id string)
}

// item is one thing of a list.
type item struct {
	id, name, title string
	origin          **job.Origin
	figures         func() job.Measured // a copy of it, without what it is called
}

var lists = []listed{
	{"saw", "saws", saws, func(to, from *job.Job, i int, id string) {
		put(&to.Saws, job.Job{Saws: from.Saws[i : i+1]}.Clone().Saws[0], func(s *job.Saw) { s.ID, s.Origin = id, nil })
	}},
	{"moulding", "mouldings", mouldings, func(to, from *job.Job, i int, id string) {
		put(&to.Mouldings, job.Job{Mouldings: from.Mouldings[i : i+1]}.Clone().Mouldings[0], func(m *job.Moulding) { m.ID, m.Origin, m.Usual = id, nil, false })
	}},
	{"person", "people", people, func(to, from *job.Job, i int, id string) {
		put(&to.People, job.Job{People: from.People[i : i+1]}.Clone().People[0], func(p *job.Person) { p.ID, p.Origin = id, nil })
	}},
	{"nail", "nails", nails, func(to, from *job.Job, i int, id string) {
		put(&to.Nails, job.Job{Nails: from.Nails[i : i+1]}.Clone().Nails[0], func(n *job.Nail) { n.ID, n.Origin = id, nil })
	}},
}

func put[T any](list *[]T, v T, change func(*T)) {
	change(&v)
	*list = append(*list, v)
}

func saws(j *job.Job) (out []item) {
	for i := range j.Saws {
		s := &j.Saws[i]
		out = append(out, item{s.ID, s.Name, cmp.Or(s.Name, "The saw"), &s.Origin, func() job.Measured {
			c := &job.Job{Saws: []job.Saw{*s}}.Clone().Saws[0]
			c.ID, c.Name, c.Origin = "", "", nil
			slices.SortFunc(c.Tests, func(a, b job.Test) int { return strings.Compare(a.ID, b.ID) })
			return c
		}})
	}
	return out
}

func mouldings(j *job.Job) (out []item) {
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		out = append(out, item{m.ID, m.Name, m.Title(), &m.Origin, func() job.Measured {
			c := &job.Job{Mouldings: []job.Moulding{*m}}.Clone().Mouldings[0]
			c.ID, c.Name, c.Origin, c.Usual = "", "", nil, false
			return c
		}})
	}
	return out
}

func people(j *job.Job) (out []item) {
	for i := range j.People {
		p := &j.People[i]
		out = append(out, item{p.ID, p.Name, cmp.Or(p.Name, "Somebody"), &p.Origin, func() job.Measured {
			c := &job.Job{People: []job.Person{*p}}.Clone().People[0]
			c.ID, c.Name, c.Origin = "", "", nil
			return c
		}})
	}
	return out
}

func nails(j *job.Job) (out []item) {
	for i := range j.Nails {
		n := &j.Nails[i]
		out = append(out, item{n.ID, n.Name, n.Title(j.Unit), &n.Origin, func() job.Measured {
			c := &job.Job{Nails: []job.Nail{*n}}.Clone().Nails[0]
			c.ID, c.Name, c.Origin = "", "", nil
			return c
		}})
	}
	return out
}

// find is a thing of a list; nil where there is none.
func find(items []item, id string) *item {
	for i := range items {
		if items[i].id == id {
			return &items[i]
		}
	}
	return nil
}

// listOf is the kind of things that stand in lists under a name; nil where that is none.
func listOf(kind string) *listed {
	for i := range lists {
		if lists[i].kind == kind {
			return &lists[i]
		}
	}
	return nil
}

// sheet is a kind of which there is one.
type sheet struct {
	kind, title string
	origin      func(*job.Job) **job.Origin
	figures     func(*job.Job) job.Measured // of a job that may be changed
	take        func(to, from *job.Job)
}

var sheets = []sheet{
	{"prices", "Price sheet", func(j *job.Job) **job.Origin { return &j.Prices.Origin }, func(j *job.Job) job.Measured { return &j.Prices },
		func(to, from *job.Job) { to.Prices = from.Prices }},
	{"times", "Times", func(j *job.Job) **job.Origin { return &j.Times.Origin }, func(j *job.Job) job.Measured { return &j.Times },
		func(to, from *job.Job) { to.Times = from.Times }},
	{"cutting", "Sticks and blade", func(j *job.Job) **job.Origin { return &j.Cutting.Origin }, func(j *job.Job) job.Measured { return &j.Cutting },
		func(to, from *job.Job) { to.Cutting = from.Cutting }},
	{"tools", "What is measured with", func(j *job.Job) **job.Origin { return &j.Tools.Origin }, func(j *job.Job) job.Measured { return &j.Tools },
		func(to, from *job.Job) { to.Tools = from.Tools }},
	{"rules", "House rules", func(j *job.Job) **job.Origin { return &j.Rules.Origin }, func(j *job.Job) job.Measured { j.Rules.Set = ""; return &j.Rules },
		func(to, from *job.Job) { to.Rules = from.Rules }},
}

// Fingerprint is the same for things that have the same figures, however these were typed and whatever the things are called. Kind
// is one of a list or a sheet; it is empty where there is no such thing.
func Fingerprint(j *job.Job, kind, id string) string {
	if l := listOf(kind); l != nil {
		if k := find(l.items(j), id); k != nil {
			return printOf(k.figures())
		}
		return ""
	}
	for _, k := range sheets {
		if k.kind == kind {
			own := job.Job{Unit: measure.UnitMillimetre, Prices: j.Prices, Times: j.Times, Cutting: j.Cutting, Tools: j.Tools, Rules: j.Rules}.Clone()
			*k.origin(&own) = nil
			return printOf(k.figures(&own))
		}
	}
	return ""
}

func printOf(thing job.Measured) string {
	job.Plainly(thing)
	b, err := json.Marshal(thing)
	if err != nil {
		panic(err) // our own plain types
	}
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:8])
}

func originOf(shop *job.Job, kind, id string) *job.Origin {
	at := Fingerprint(shop, kind, id)
	if at == "" {
		return nil
	}
	return &job.Origin{Of: cmp.Or(id, Own), At: at}
}
