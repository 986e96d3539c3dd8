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
	reflect.TypeFor[[]string](): true, reflect.TypeFor[[]measure.Angle](): true, reflect.TypeFor[money.Cents](): true,
}

// fieldAt is where in a thing one of its fields stands.
type fieldAt struct {
	name  string
	index []int
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
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		inner := f.Type
		if inner.Kind() == reflect.Pointer {
			inner = inner.Elem()
		}
		switch {
		case f.Anonymous && f.Type.Kind() == reflect.Struct && !valueTypes[f.Type]:
			for _, e := range fieldsIn(f.Type) {
				out = append(out, fieldAt{e.name, append([]int{i}, e.index...)})
			}
		case name == "" || name == "-" || name == "id" || f.Tag.Get("edit") == "-":
		case valueTypes[inner] || inner.Kind() != reflect.Struct && inner.Kind() != reflect.Slice:
			out = append(out, fieldAt{name, []int{i}})
		}
	}
	fieldsOf.Store(t, out)
	return out
}

// FieldNames are the names of the fields of a thing, given by a pointer to it, that hold one
// value each: as they stand in a job file, in their order.
func FieldNames(thing any) []string {
	var out []string
	for _, f := range fieldsIn(reflect.TypeOf(thing).Elem()) {
		out = append(out, f.name)
	}
	return out
}

// Fields are the variables behind those names.
func Fields(thing any) map[string]any {
	v := reflect.ValueOf(thing).Elem()
	out := map[string]any{}
	for _, f := range fieldsIn(v.Type()) {
		out[f.name] = v.FieldByIndex(f.index).Addr().Interface()
	}
	return out
}

// entriesIn are the lengths among the fields of a thing, given by a pointer to it, in their
// order; those that are not there as nil.
func entriesIn(thing any) []named {
	v := reflect.ValueOf(thing).Elem()
	var out []named
	for _, f := range fieldsIn(v.Type()) {
		switch e := v.FieldByIndex(f.index).Addr().Interface().(type) {
		case *Entry:
			out = append(out, named{f.name, e})
		case **Entry:
			out = append(out, named{f.name, *e})
		}
	}
	return out
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
