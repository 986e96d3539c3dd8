// Package jobtest is what tests of everything that carries a job share: a job in which every
// field says something, and what reflection tells of it.
package jobtest

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"

	"github.com/stretchr/testify/require"

	"gnomon/core/job"
)

// T is a test, a benchmark or a property.
type T interface {
	require.TestingT
	Helper()
}

//go:embed full.json
var full []byte

// Full is a job that uses every field that a job file can hold.
func Full(t T) job.Job {
	t.Helper()
	var j job.Job
	require.NoError(t, json.Unmarshal(full, &j))
	require.NoError(t, job.Resolve(&j, j.Unit))
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// Field is a field of a struct that stands somewhere in a job.
type Field struct {
	Type reflect.Type
	Name string
}

func (f Field) String() string { return f.Type.Name() + "." + f.Name }

// ours tells whether a struct is one of job's own, and not a value such as a length.
func ours(t reflect.Type) bool {
	return t.PkgPath() == reflect.TypeFor[job.Job]().PkgPath() && t != reflect.TypeFor[job.Entry]() && t != reflect.TypeFor[job.Lean]() &&
		t != reflect.TypeFor[job.Origin]()
}

// Fields are all fields of a job and of what stands in it.
func Fields() []Field {
	seen := map[reflect.Type]bool{}
	var out []Field
	var walk func(t reflect.Type)
	walk = func(t reflect.Type) {
		for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
			t = t.Elem()
		}
		if t.Kind() != reflect.Struct || !ours(t) || seen[t] {
			return
		}
		seen[t] = true
		for i := range t.NumField() {
			f := t.Field(i)
			if f.IsExported() && f.Tag.Get("until") == "" { // of an older format only
				if !f.Anonymous {
					out = append(out, Field{t, f.Name})
				}
				walk(f.Type)
			}
		}
	}
	walk(reflect.TypeFor[job.Job]())
	return out
}

// Unused are the fields that say nothing anywhere in a job.
func Unused(j job.Job) []string {
	used := map[Field]bool{}
	Visit(reflect.ValueOf(&j), func(of reflect.Type, f reflect.StructField, v reflect.Value) {
		if !v.IsZero() {
			used[Field{of, f.Name}] = true
		}
	})
	var out []string
	for _, f := range Fields() {
		if !used[f] {
			out = append(out, f.String())
		}
	}
	slices.Sort(out)
	return out
}

// Visit calls f for every exported field in a value, however deep.
func Visit(v reflect.Value, f func(of reflect.Type, field reflect.StructField, v reflect.Value)) {
	switch v.Kind() {
	case reflect.Pointer:
		if !v.IsNil() {
			Visit(v.Elem(), f)
		}
	case reflect.Slice:
		for i := range v.Len() {
			Visit(v.Index(i), f)
		}
	case reflect.Struct:
		if !ours(v.Type()) {
			return
		}
		for i := range v.NumField() {
			field := v.Type().Field(i)
			if field.IsExported() {
				f(v.Type(), field, v.Field(i))
				Visit(v.Field(i), f)
			}
		}
	}
}

// Shared are the places in which two jobs share memory, so that a change to one would change
// the other.
func Shared(a, b job.Job) []string {
	held := map[uintptr]string{}
	collect := func(j *job.Job, f func(p uintptr, at string)) {
		Visit(reflect.ValueOf(j), func(of reflect.Type, field reflect.StructField, v reflect.Value) {
			switch {
			case v.Kind() == reflect.Pointer && !v.IsNil(), v.Kind() == reflect.Slice && v.Len() > 0, v.Kind() == reflect.Map && v.Len() > 0:
				f(v.Pointer(), fmt.Sprintf("%s.%s", of.Name(), field.Name))
			}
		})
	}
	collect(&a, func(p uintptr, at string) { held[p] = at })
	var out []string
	collect(&b, func(p uintptr, at string) {
		if held[p] != "" {
			out = append(out, at)
		}
	})
	return out
}
