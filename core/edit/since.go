package edit

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Since is something that is not taken away, because more stands in it now than was put
// there when it was added.
type Since struct {
	Thing string
	What  []string // what came since, in words
	IDs   []string // of what came since, and of what holds it
	Who   string   // who put it there, where that is known
}

func (e *Since) Error() string {
	by := ""
	if e.Who != "" {
		by = " by " + e.Who
	}
	return fmt.Sprintf("%s stays: since it was added, %s%s; take that out first, or remove %s by itself if all of it is to go", e.Thing,
		strings.Join(e.What, " and "), by, e.Thing)
}

// Inside are the steps by which what a step adds would be added one thing at a time, the step
// itself without what it holds first. Who may not add a thing alone may not add it inside
// another: rights are asked for each. A value that cannot be read gives the step as it is.
func Inside(op Op) []Op {
	out := []Op{{Do: op.Do, Kind: op.Kind, ID: op.ID, Field: op.Field}}
	if op.Do != Add {
		return out
	}
	if op.Kind == "walls" { // a list called out
		return append(out, Op{Do: Add, Kind: "wall"})
	}
	var v any
	if json.Unmarshal(op.Value, &v) != nil {
		return out
	}
	if op.Kind == "faces" { // steps that put walls back
		for _, f := range elements(v) {
			o, _ := f.(map[string]any)
			out = append(out, held(map[string]any{"wall": o["value"]})...)
		}
		return out
	}
	return append(out, held(v)...)
}

// held are the steps that would add what stands in a value.
func held(v any) []Op {
	var out []Op
	switch v := v.(type) {
	case []any:
		for _, e := range v {
			out = append(out, held(e)...)
		}
	case map[string]any:
		for field, e := range v {
			// JSON's reader takes a field's name in any case.
			kind := inside[strings.ToLower(field)]
			if one, is := e.(map[string]any); is && slices.Contains([]string{"wall", "corner"}, strings.ToLower(field)) {
				kind, e = strings.ToLower(field), []any{one}
			}
			for _, one := range elements(e) {
				if kind != "" {
					out = append(out, Op{Do: Add, Kind: kind})
				}
				out = append(out, held(one)...)
			}
			if kind == "" {
				out = append(out, held(e)...)
			}
		}
	}
	return out
}

func elements(v any) []any {
	l, _ := v.([]any)
	return l
}

// asAdded is a thing as the step that removes it would asAdded it back, its lengths' texts in the unit;
// empty where it is not there.
func asAdded(j *job.Job, rm Op, unit measure.Unit) json.RawMessage {
	k := *j
	k.Records, k.Rooms = nil, nil
	if rm.Kind != "layout" {
		k.Layouts = nil
	}
	id := rm.ID
	if rm.Kind == "walls" {
		id = string(rm.Value)
	}
	for i := range j.Rooms {
		if has := KindOf(rm.Kind).has; has != nil && has(&job.Job{Rooms: j.Rooms[i : i+1]}, id) {
			k.Rooms = append(k.Rooms, j.Rooms[i])
		}
	}
	k = k.Clone() // removing it changes what it is given
	k.Unit = unit
	rm.Was = nil
	back, _ := remove(&k, rm) // what hinders it is said when it is removed in earnest
	if rm.Kind != "walls" {
		return back.Value
	}
	var faces []Op
	_ = json.Unmarshal(back.Value, &faces)
	values := []json.RawMessage{}
	for _, f := range faces {
		values = append(values, f.Value)
	}
	return Raw(values)
}

// unchanged refuses to remove a thing in which more stands than when it was added. Of one that
// is not there removing it says so.
func unchanged(j *job.Job, op Op) error {
	c, ok := sinceWas(op, asAdded(j, op, op.Unit))
	if !ok || len(c.ids) == 0 {
		return nil
	}
	thing := "this " + said(op.Kind)
	if op.Kind == "walls" {
		thing = "each of these walls"
	} else if r := j.Room(op.ID); op.Kind == "room" && r != nil {
		thing = r.Title()
	}
	return &Since{Thing: thing, What: c.words(), IDs: c.ids}
}

// sameAs tells whether what is there now is still what a step says was there.
func sameAs(op Op, now json.RawMessage) bool {
	c, ok := sinceWas(op, now)
	return ok && len(c.ids) == 0
}

// sinceWas compares what a step says was there with what is there now; ok is false where one of
// them does not read.
func sinceWas(op Op, now json.RawMessage) (c came, ok bool) {
	var was, is any
	if json.Unmarshal(op.Was, &was) != nil || json.Unmarshal(now, &is) != nil {
		return c, false
	}
	c = came{unit: op.Unit, added: map[string]int{}, changed: map[string]int{}}
	if op.Kind == "walls" {
		c.things("wall", elements(was), elements(is))
	} else {
		c.thing(op.Kind, was, is)
	}
	return c, true
}

// came is what stands in a thing now and did not when it was added. What was taken out of it
// since is no reason to keep it.
type came struct {
	unit           measure.Unit
	added, changed map[string]int // by kind
	ids            []string
}

func (c *came) words() []string {
	var out []string
	for _, of := range []struct {
		n    map[string]int
		done string
	}{{c.added, "added"}, {c.changed, "changed"}} {
		for _, kind := range slices.Sorted(maps.Keys(of.n)) {
			name := said(kind)
			if n := of.n[kind]; n == 1 {
				out = append(out, fmt.Sprintf("1 %s was %s", name, of.done))
			} else {
				out = append(out, fmt.Sprintf("%d %ss were %s", n, name, of.done))
			}
		}
	}
	return out
}

// things compares two lists of things by their identifiers.
func (c *came) things(kind string, was, is []any) {
	had := map[string]any{}
	for _, v := range was {
		had[idOf(v)] = v
	}
	for _, v := range is {
		if old, ok := had[idOf(v)]; ok {
			c.thing(kind, old, v)
			continue
		}
		c.added[kind]++
		c.ids = append(c.ids, idOf(v))
	}
}

// thing compares one thing as it was and as it is.
func (c *came) thing(kind string, was, is any) {
	a, _ := was.(map[string]any)
	b, _ := is.(map[string]any)
	changed := false
	for field, v := range b {
		_, one := v.(map[string]any)
		switch {
		case inside[field] != "":
			c.things(inside[field], elements(a[field]), elements(v))
		case one && (field == "wall" || field == "corner"): // of a wall with all that belongs to it
			c.thing(field, a[field], v)
		case !alike(a[field], v, job.FieldUnit(field, c.unit)): // as it is typed there
			changed = true
		}
	}
	if changed {
		c.changed[kind]++
		c.ids = append(c.ids, idOf(is))
	}
}

// idOf is what a thing is known by; of a wall with all that belongs to it, its wall's.
func idOf(v any) string {
	o, _ := v.(map[string]any)
	if w, ok := o["wall"].(map[string]any); ok {
		o = w
	}
	id, _ := o["id"].(string)
	return id
}

// alike compares two values. A length is the same however it is written, and nothing is the
// same as an empty list.
func alike(a, b any, unit measure.Unit) bool {
	if empty(a) && empty(b) {
		return true
	}
	x, isX := a.(string)
	y, isY := b.(string)
	if !isX || !isY || x == y {
		return string(Raw(a)) == string(Raw(b))
	}
	l, err := measure.ParseLength(x, unit)
	m, err2 := measure.ParseLength(y, unit)
	return err == nil && err2 == nil && l == m
}

func empty(v any) bool {
	switch v := v.(type) {
	case nil:
		return true
	case []any:
		return len(v) == 0
	case string:
		return v == ""
	case bool:
		return !v
	case float64:
		return v == 0
	}
	return false
}
