package job

import (
	"reflect"
	"strings"
	"sync"

	"gnomon/core/measure"
	"gnomon/core/money"
)

// What a field is, its name, its type and what it belongs to, is declared once: on its
// struct, by its tag. What is set one by one, what lengths a thing holds and how it is
// copied follow from that here.

// valueTypes are the structs and lists that are one value, and not things of their own.
var valueTypes = map[reflect.Type]bool{
	reflect.TypeFor[Entry](): true, reflect.TypeFor[Lean](): true, reflect.TypeFor[[]Stick](): true, reflect.TypeFor[[]SectionPoint](): true,
	reflect.TypeFor[[]string](): true, reflect.TypeFor[[]measure.Angle](): true, reflect.TypeFor[money.Cents](): true, reflect.TypeFor[Origin](): true,
	reflect.TypeFor[[]Learned](): true, reflect.TypeFor[Reads](): true,
}

// fieldAt is where in a thing one of its fields stands.
type fieldAt struct {
	name  string
	index []int
	tag   reflect.StructTag
}

var fieldsOf sync.Map // of a struct type, in its order: []fieldAt

// fieldsIn are the fields of a struct that hold one value, those of what it embeds among
// them. What it is called by, and what is tagged edit:"-", is none of them.
func fieldsIn(t reflect.Type) []fieldAt {
	if known, ok := fieldsOf.Load(t); ok {
		return known.([]fieldAt)
	}
	var out []fieldAt
	for i := range t.NumField() {
		f := t.Field(i)
		name := FieldName(f)
		inner := f.Type
		if inner.Kind() == reflect.Pointer {
			inner = inner.Elem()
		}
		switch {
		case f.Anonymous && f.Type.Kind() == reflect.Struct && !valueTypes[f.Type]:
			for _, e := range fieldsIn(f.Type) {
				out = append(out, fieldAt{e.name, append([]int{i}, e.index...), e.tag})
			}
		case name == "" || name == "-" || name == "id" || f.Tag.Get("edit") == "-":
		case valueTypes[inner] || inner.Kind() != reflect.Struct && inner.Kind() != reflect.Slice:
			out = append(out, fieldAt{name, []int{i}, f.Tag})
		}
	}
	fieldsOf.Store(t, out)
	return out
}

// FieldName is what a field is called in a job file.
func FieldName(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// Field is a field of a thing: its name, a pointer to its value, and what its tag says.
type Field struct {
	Name  string
	Value any
	Tag   reflect.StructTag
}

// FieldsIn are the fields of a thing, given by a pointer to it, that hold one value each: as they
// stand in a job file, in their order.
func FieldsIn(thing any) []Field {
	v := reflect.ValueOf(thing).Elem()
	fields := fieldsIn(v.Type())
	out := make([]Field, 0, len(fields))
	for _, f := range fields {
		out = append(out, Field{f.name, v.FieldByIndex(f.index).Addr().Interface(), f.tag})
	}
	return out
}

// FieldNames are the names of those fields.
func FieldNames(thing any) []string {
	var out []string
	for _, f := range FieldsIn(thing) {
		out = append(out, f.Name)
	}
	return out
}

// Fields are the variables behind those names.
func Fields(thing any) map[string]any {
	out := map[string]any{}
	for _, f := range FieldsIn(thing) {
		out[f.Name] = f.Value
	}
	return out
}

// entriesIn are the lengths among the fields of a thing, given by a pointer to it, in their
// order; those that are not there as nil.
func entriesIn(thing any) []named {
	var out []named
	for _, f := range FieldsIn(thing) {
		switch e := f.Value.(type) {
		case *Entry:
			out = append(out, named{f.Name, e})
		case **Entry:
			out = append(out, named{f.Name, *e})
		}
	}
	return out
}

// entriesWithin calls f for the lengths of what stands in a thing: its parts, and what is in its
// lists.
func entriesWithin(thing any, f func(thing, field string, e *Entry) error) error {
	v := reflect.ValueOf(thing).Elem()
	for i := range v.NumField() {
		if !v.Type().Field(i).IsExported() { // worked out, not entered
			continue
		}
		part := v.Field(i)
		if part.Kind() != reflect.Slice {
			if m, is := part.Addr().Interface().(Measured); is {
				if err := m.entries(f); err != nil {
					return err
				}
			}
			continue
		}
		for k := range part.Len() {
			m, is := part.Index(k).Addr().Interface().(Measured)
			if !is {
				break
			}
			if err := m.entries(f); err != nil {
				return err
			}
		}
	}
	return nil
}

// copier knows what of a type is shared when it is assigned, and must be copied by itself.
type copier struct {
	shares bool
	elem   *copier // of a pointer or a list
	fields []struct {
		at int
		of *copier
	}
}

var copiers sync.Map // of a type: *copier

func copierOf(t reflect.Type) *copier {
	if known, ok := copiers.Load(t); ok {
		return known.(*copier)
	}
	c := &copier{}
	switch t.Kind() {
	case reflect.Pointer, reflect.Slice:
		c.shares, c.elem = true, copierOf(t.Elem())
	case reflect.Struct:
		for i := range t.NumField() {
			if of := copierOf(t.Field(i).Type); of.shares {
				c.shares = true
				c.fields = append(c.fields, struct {
					at int
					of *copier
				}{i, of})
			}
		}
	case reflect.Map, reflect.Interface, reflect.Chan, reflect.Func:
		panic("a job holds no " + t.Kind().String())
	}
	copiers.Store(t, c)
	return c
}

// own makes a value share nothing with what it was assigned from.
func (c *copier) own(v reflect.Value) {
	switch {
	case c.elem == nil:
		for _, f := range c.fields {
			f.of.own(v.Field(f.at))
		}
	case v.IsNil():
	case v.Kind() == reflect.Pointer:
		n := reflect.New(v.Type().Elem())
		n.Elem().Set(v.Elem())
		if c.elem.shares {
			c.elem.own(n.Elem())
		}
		v.Set(n)
	default:
		n := reflect.MakeSlice(v.Type(), v.Len(), v.Len())
		reflect.Copy(n, v)
		if c.elem.shares {
			for i := range n.Len() {
				c.elem.own(n.Index(i))
			}
		}
		v.Set(n)
	}
}

// copied is a value that shares nothing with what it was made of.
func copied[T any](v T) T {
	copierOf(reflect.TypeFor[T]()).own(reflect.ValueOf(&v).Elem())
	return v
}
