package server

import (
	"bytes"
	"encoding/json"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// of is the thing that a view is of. Its fields stand in the view beside what the view adds,
// under the names that they have in a job file and are set by: a new field of a thing is there
// without a word here. They are written once, however many look at the view.
type of[T any] struct{ fields []byte }

func viewed[T any](thing *T, j *job.Job) of[T] {
	return fieldsOf(thing, j.Unit, j.Prices.Currency)
}

func fieldsOf[T any](thing *T, u measure.Unit, currency string) of[T] {
	var b bytes.Buffer
	enc := json.NewEncoder(&b) // ends each value with a line, which whoever takes this in leaves out
	enc.SetEscapeHTML(false)
	for _, f := range job.FieldsIn(thing) {
		v := shown(f, u, currency)
		if v == nil || private(f) {
			continue
		}
		if b.Len() > 0 {
			b.WriteByte(',')
		}
		b.WriteString(`"` + f.Name + `":`)
		if err := enc.Encode(v); err != nil {
			panic(err) // only our own plain types come here
		}
	}
	return of[T]{b.Bytes()}
}

// private tells whether a field says what somebody did, which not every device is told: no view of a job has it.
func private(f job.Field) bool { return f.Tag.Get("private") != "" }

// shown is a field's value as the browser has it; nil where there is none, or where its view
// tells it otherwise.
func shown(f job.Field, u measure.Unit, currency string) any {
	switch x := f.Value.(type) {
	case *job.Entry:
		return entryIn(f.Name, *x, u)
	case **job.Entry:
		if *x != nil {
			return entryIn(f.Name, **x, u)
		}
	case **job.Lean:
		if *x != nil {
			return (*x).Text
		}
		return ""
	case *money.Cents:
		return moneyView(*x, currency)
	case *money.Percent:
		return x.String()
	case *measure.Angle:
		return x
	case **int:
		if *x != nil {
			return *x
		}
	case *[]measure.Angle:
		return degrees(*x)
	case *[]string:
		return some(*x)
	case *[]job.Learned:
		return some(*x)
	default:
		if k := reflect.TypeOf(f.Value).Elem().Kind(); k != reflect.Slice && k != reflect.Pointer {
			return f.Value
		}
	}
	return nil
}

// entryIn is a length as it is put back into its field, which may read bare numbers in a unit
// of its own.
func entryIn(field string, e job.Entry, u measure.Unit) EntryView {
	return EntryView{LengthView: lengthView(e.Length, u), Typed: e.Shown(job.FieldUnit(field, u))}
}

// beside writes a view with the fields of its thing.
func (o of[T]) beside(view any) ([]byte, error) {
	out, err := json.Marshal(view)
	if err != nil || len(o.fields) == 0 {
		return out, err
	}
	out = out[:len(out)-1]
	if len(out) > 1 {
		out = append(out, ',')
	}
	return append(append(out, o.fields...), '}'), nil
}

// schema adds the fields to the schema of their view.
func (of[T]) schema(r huma.Registry, s *huma.Schema) *huma.Schema {
	for _, f := range job.FieldsIn(new(T)) {
		if private(f) {
			continue
		}
		p := &huma.Schema{}
		must := true
		switch f.Value.(type) {
		case *job.Entry:
			p = r.Schema(reflect.TypeFor[EntryView](), true, "")
		case **job.Entry:
			p, must = r.Schema(reflect.TypeFor[EntryView](), true, ""), false
		case **job.Lean, *money.Percent:
			p.Type = huma.TypeString
		case *money.Cents:
			p = r.Schema(reflect.TypeFor[MoneyView](), true, "")
		case *[]measure.Angle:
			p.Type, p.Items = huma.TypeArray, &huma.Schema{Type: huma.TypeNumber}
		case *[]string:
			p.Type, p.Items = huma.TypeArray, &huma.Schema{Type: huma.TypeString}
		case *[]job.Learned:
			p.Type, p.Items = huma.TypeArray, r.Schema(reflect.TypeFor[job.Learned](), true, "")
		default:
			t := reflect.TypeOf(f.Value).Elem()
			if t.Kind() == reflect.Slice { // its view tells it otherwise
				continue
			}
			p, must = huma.SchemaFromField(r, reflect.StructField{Name: f.Name, Type: t, Tag: f.Tag}, ""), t.Kind() != reflect.Pointer
		}
		if s.Properties[f.Name] != nil {
			panic("a view tells " + f.Name + " twice")
		}
		s.Properties[f.Name] = p
		if must {
			s.Required = append(s.Required, f.Name)
		}
	}
	return s
}
