package edit

import (
	"bytes"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// field finds the variable behind a field's name.
func field(j *job.Job, op Op) (any, error) {
	fields := fieldsOf(j, op)
	if fields == nil {
		return nil, &Missing{strings.TrimSpace(op.Kind + " " + op.ID)}
	}
	v, ok := fields[op.Field]
	if !ok {
		return nil, &job.Invalid{Thing: op.Kind, Field: op.Field, Reason: "there is no such field", Remedy: "use a field of the job file"}
	}
	return v, nil
}

// value is what a field holds.
func value(j *job.Job, op Op) (any, error) {
	v, err := field(j, op)
	if err != nil {
		return nil, err
	}
	return reflect.ValueOf(v).Elem().Interface(), nil
}

func set(j *job.Job, op Op) (Op, error) {
	target, err := field(j, op)
	if err != nil {
		return Op{}, err
	}
	cur := reflect.ValueOf(target).Elem()
	thing := strings.TrimSpace(op.Kind + " " + op.ID)
	unit := job.FieldUnit(op.Field, op.Unit)
	value, err := decode(cur.Type(), op.Value, unit, thing, op.Field)
	if err != nil {
		return Op{}, err
	}
	if op.Was != nil {
		was, err := decode(cur.Type(), op.Was, unit, thing, op.Field)
		if err != nil {
			return Op{}, err
		}
		if !same(cur.Interface(), was.Interface()) && !same(cur.Interface(), value.Interface()) {
			return Op{}, &Conflict{Thing: thing, Field: op.Field,
				Yours: text(value.Interface(), unit), Theirs: text(cur.Interface(), unit)}
		}
	}
	if list, ok := value.Interface().([]job.Stick); ok {
		keepPrices(list, cur.Interface().([]job.Stick))
	}
	inv := Op{Do: Set, Kind: op.Kind, ID: op.ID, Field: op.Field, Unit: op.Unit,
		Value: text2raw(cur.Interface(), unit), Was: text2raw(value.Interface(), unit)}
	cur.Set(value)
	if op.Kind == "rules" { // before Normalise takes nothing for a field left out
		return inv, j.Rules.Check()
	}
	if op.Kind == "saw" { // before Normalise takes a zero for a field left out
		return inv, j.SawNamed(cmp.Or(op.ID, j.Saw)).Check()
	}
	return inv, nil
}

// decode reads a field's value as the browser or a script sends it: JSON of
// the job file, or text as typed, in lists parted by commas.
func decode(t reflect.Type, b json.RawMessage, unit measure.Unit, thing, field string) (reflect.Value, error) {
	v := reflect.New(t)
	if len(bytes.TrimSpace(b)) == 0 {
		b = json.RawMessage("null")
	}
	bad := func(reason, remedy string) (reflect.Value, error) {
		return v, &job.Invalid{Thing: thing, Field: field, Value: strings.Trim(string(b), `"`), Reason: reason, Remedy: remedy}
	}
	isNull := string(bytes.TrimSpace(b)) == "null"
	if isNull && t == reflect.TypeFor[[]job.Learned]() { // nothing is learned of it
		return v.Elem(), nil
	}
	if isNull && t.Kind() != reflect.Pointer {
		return bad("must not be empty", "enter a value")
	}
	if isNull {
		return v.Elem(), nil
	}
	var s string
	typed := json.Unmarshal(b, &s) == nil
	if !typed {
		s = string(b)
	}
	s = strings.TrimSpace(s)
	if s == "" && t.Kind() == reflect.Pointer {
		return v.Elem(), nil
	}
	entry := func(s string) (job.Entry, error) {
		e, err := job.TypedIn(field, s, unit)
		if err != nil {
			return e, job.Unreadable(thing, field, s, err)
		}
		return e, nil
	}
	angle := func(s string) (measure.Angle, error) {
		a, err := measure.ParseAngle(s)
		if err != nil {
			return a, job.Unreadable(thing, field, s, err)
		}
		return a, nil
	}
	amount := func(err error) error {
		var m *money.Error
		if errors.As(err, &m) {
			return &job.Invalid{Thing: thing, Field: field, Value: m.Text, Reason: m.Reason, Remedy: m.Remedy}
		}
		return err
	}
	var err error
	switch p := v.Interface().(type) {
	case *money.Cents:
		*p, err = money.Parse(s)
		err = amount(err)
	case *money.Percent:
		*p, err = money.ParsePercent(s)
		err = amount(err)
	case *int:
		if *p, err = strconv.Atoi(s); err != nil {
			return bad("is no whole number", "count it: 0, 1, 2 and so on")
		}
	case **int:
		var n int
		if n, err = strconv.Atoi(s); err != nil {
			return bad("is no whole number", "count it, or leave it empty")
		}
		*p = &n
	case *[]job.Stick:
		*p, err = sticks(b, entry)
	case *job.Entry:
		*p, err = entry(s)
	case **job.Entry:
		var e job.Entry
		e, err = entry(s)
		*p = &e
	case *measure.Angle:
		*p, err = angle(s)
	case **job.Lean:
		var a measure.Angle
		if a, err = measure.ParseSlope(s, unit); err != nil {
			err = job.Unreadable(thing, field, s, err)
		}
		*p = &job.Lean{Angle: a, Text: s}
	case *[]measure.Angle:
		*p, err = list(b, angle)
	case *[]job.SectionPoint:
		var m job.Moulding
		if json.Unmarshal(b, &m.Section) != nil {
			return bad("is no list of points", "send points with u, z and bow")
		}
		if len(m.Section) > 0 { // a moulding without one has its measures to read
			err = job.Resolve(&m, unit)
		}
		*p = m.Section
	default:
		if json.Unmarshal(b, p) != nil {
			return bad("is not of the right kind", "send what the job file would hold there")
		}
	}
	return v.Elem(), err
}

// list reads a JSON array, or text parted by commas or semicolons.
func list[T any](b json.RawMessage, one func(string) (T, error)) ([]T, error) {
	var parts []json.RawMessage
	var texts []string
	if json.Unmarshal(b, &parts) == nil {
		for _, p := range parts {
			var s string
			if json.Unmarshal(p, &s) != nil {
				s = string(p)
			}
			texts = append(texts, s)
		}
	} else {
		var s string
		_ = json.Unmarshal(b, &s)
		texts = strings.FieldsFunc(s, func(r rune) bool { return r == ',' || r == ';' })
	}
	out := []T{}
	for _, s := range texts {
		if strings.TrimSpace(s) == "" {
			continue
		}
		v, err := one(strings.TrimSpace(s))
		if err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, nil
}

// same compares two values of one field: lengths by what they mean, not by how
// they were typed.
func same(a, b any) bool {
	switch x := a.(type) {
	case job.Entry:
		return x.Length == b.(job.Entry).Length
	case *job.Entry:
		y := b.(*job.Entry)
		return x == nil && y == nil || x != nil && y != nil && x.Length == y.Length
	case *job.Lean:
		y := b.(*job.Lean)
		return x == nil && y == nil || x != nil && y != nil && x.Angle == y.Angle
	case []string:
		return slices.Equal(x, b.([]string))
	case []job.SectionPoint:
		return slices.EqualFunc(x, b.([]job.SectionPoint), func(p, q job.SectionPoint) bool {
			return p.U.Length == q.U.Length && p.Z.Length == q.Z.Length && same(p.Bow, q.Bow)
		})
	case []job.Stick: // the field holds lengths; prices are set one by one
		return slices.EqualFunc(x, b.([]job.Stick), func(p, q job.Stick) bool { return p.Length == q.Length })
	}
	return reflect.DeepEqual(a, b)
}

// text2raw writes a value so that decode reads it back in the unit.
func text2raw(v any, unit measure.Unit) json.RawMessage {
	switch x := v.(type) {
	case job.Entry:
		return Raw(x.Shown(unit))
	case *job.Entry:
		if x != nil {
			return Raw(x.Shown(unit))
		}
	case []job.SectionPoint:
		m := job.Moulding{MouldingFacts: job.MouldingFacts{Section: x}}
		out := job.Job{Mouldings: []job.Moulding{m}}.Clone().Mouldings[0]
		job.Settle(&out, unit)
		return Raw(append([]job.SectionPoint{}, out.Section...))
	case []string:
		return Raw(append([]string{}, x...))
	case []job.Stick:
		out := slices.Clone(x)
		for i := range out {
			out[i].Text = out[i].Shown(unit)
		}
		return Raw(out)
	}
	return Raw(v)
}

// text is a value for people.
func text(v any, unit measure.Unit) string {
	if list, ok := v.([]job.Stick); ok {
		var out []string
		for _, e := range list {
			out = append(out, e.Shown(unit))
		}
		return strings.Join(out, ", ")
	}
	b := text2raw(v, unit)
	var s string
	if json.Unmarshal(b, &s) == nil && s != "" {
		return s
	}
	if string(b) == "null" || string(b) == `""` {
		return "nothing"
	}
	return fmt.Sprint(strings.Trim(string(b), "[]"))
}

// sticks reads a list of stick lengths: those of the job file, or text parted by
// commas.
func sticks(b json.RawMessage, entry func(string) (job.Entry, error)) ([]job.Stick, error) {
	var parts []json.RawMessage
	if json.Unmarshal(b, &parts) != nil {
		entries, err := list(b, entry)
		out := make([]job.Stick, len(entries))
		for i, e := range entries {
			out[i].Entry = e
		}
		return out, err
	}
	out := make([]job.Stick, len(parts))
	for i, p := range parts {
		if err := json.Unmarshal(p, &out[i]); err != nil {
			return nil, &job.Invalid{Thing: "moulding", Field: "sticks", Value: string(p), Reason: err.Error(), Remedy: "send a length, or length, price and available"}
		}
		var err error
		if out[i].Entry, err = entry(out[i].Text); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// keepPrices gives lengths that were in the list before the price they had.
func keepPrices(next, was []job.Stick) {
	for i := range next {
		if next[i].Price != 0 || next[i].Available != nil {
			continue
		}
		k := slices.IndexFunc(was, func(s job.Stick) bool { return s.Length == next[i].Length })
		if k >= 0 {
			next[i].Price, next[i].Available = was[k].Price, was[k].Available
		}
	}
}
