package job

import (
	"fmt"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"unicode/utf8"

	"gnomon/core/measure"
)

// What a field may be stands in its tag: the schema of a job file says it, and here it is held
// to. What several fields say together, and what is said better in words of its own, is looked at
// first, by the checks of each thing: identifiers too, which must be each thing's own.

// bound is what one field of a struct may be.
type bound struct {
	at       int
	name     string
	enum     []string
	least    *float64
	most     *float64
	letters  int // 0 for any number
	items    int
	within   bool // it holds things, or is one
	optional bool // empty stands for none
}

// bounded is what a struct's tags say of its fields.
type bounded struct {
	named  bool // it has an identifier
	id     int  // where
	fields []bound
}

var boundsOf sync.Map // of a struct type: *bounded

func boundsIn(t reflect.Type) *bounded {
	if known, ok := boundsOf.Load(t); ok {
		return known.(*bounded)
	}
	number := func(tag string) *float64 {
		if v, err := strconv.ParseFloat(tag, 64); err == nil {
			return &v
		}
		return nil
	}
	out := &bounded{}
	if id, is := t.FieldByName("ID"); is && len(id.Index) == 1 {
		out.named, out.id = true, id.Index[0]
	}
	for i := range t.NumField() {
		f := t.Field(i)
		if !f.IsExported() {
			continue
		}
		b := bound{at: i, name: FieldName(f), least: number(f.Tag.Get("minimum")), most: number(f.Tag.Get("maximum"))}
		if values, is := f.Tag.Lookup("enum"); is {
			b.enum = strings.Split(values, ",")
		}
		b.letters, _ = strconv.Atoi(f.Tag.Get("maxLength"))
		b.items, _ = strconv.Atoi(f.Tag.Get("maxItems"))
		b.optional = f.Tag.Get("required") != "true"
		inner := f.Type
		for inner.Kind() == reflect.Pointer || inner.Kind() == reflect.Slice {
			inner = inner.Elem()
		}
		b.within = inner.Kind() == reflect.Struct && inner.PkgPath() == t.PkgPath() && !valueTypes[inner]
		if b.enum != nil || b.least != nil || b.most != nil || b.letters > 0 || b.items > 0 || b.within {
			out.fields = append(out.fields, b)
		}
	}
	boundsOf.Store(t, out)
	return out
}

// bounds refuses what a struct's tags do not allow, in it and in what stands in it. of is the
// nearest thing with a name that it stands in, or itself.
func (c *checker) bounds(of, v reflect.Value) {
	in := boundsIn(v.Type())
	if in.named {
		of = v
	}
	for i := range in.fields {
		b := &in.fields[i]
		f := v.Field(b.at)
		if f.Kind() == reflect.Pointer {
			if f.IsNil() {
				continue
			}
			f = f.Elem()
		}
		switch f.Kind() {
		case reflect.String:
			if s := f.String(); s != "" || !b.optional {
				c.textBound(of, b, s)
			}
		case reflect.Int:
			c.numberBound(of, b, float64(f.Int()))
		case reflect.Float64:
			c.numberBound(of, b, f.Float())
		case reflect.Slice:
			if b.items > 0 && f.Len() > b.items {
				c.refuse(thingOf(of), b.name, strconv.Itoa(f.Len()), "too many", fmt.Sprintf("keep %d at most", b.items))
			}
			if b.within {
				for i := range f.Len() {
					c.bounds(of, f.Index(i))
				}
			}
		case reflect.Struct:
			if b.within {
				c.bounds(of, f)
			}
		}
	}
}

// elsewhere refuses identifiers of rooms that changed which stand in another room too. What is seen by now
// are those that are new there.
func (c *checker) elsewhere(j *Job, since []*Room) {
	if len(c.seen) == 0 {
		return
	}
	fresh := map[string]bool{}
	for thing := range c.seen {
		_, id, _ := strings.Cut(thing, " ")
		fresh[id] = true
	}
	for i, same := range since {
		if same != nil {
			c.twice(reflect.ValueOf(&j.Rooms[i]).Elem(), fresh)
		}
	}
}

// twice looks for identifiers in a thing and in what stands in it.
func (c *checker) twice(v reflect.Value, fresh map[string]bool) {
	in := boundsIn(v.Type())
	if in.named && fresh[v.Field(in.id).String()] {
		if thing := thingOf(v); c.seen[thing] {
			kind, id, _ := strings.Cut(thing, " ")
			c.twiceIn(kind, id)
		}
	}
	for i := range in.fields {
		if f := v.Field(in.fields[i].at); in.fields[i].within && f.Kind() == reflect.Slice {
			for k := range f.Len() {
				c.twice(f.Index(k), fresh)
			}
		}
	}
}

// thingOf is what a thing is called where it is refused.
func thingOf(v reflect.Value) string {
	kind := strings.ToLower(v.Type().Name())
	switch v.Type() {
	case reflect.TypeFor[WallLength]():
		kind = "length"
	case reflect.TypeFor[JambLength]():
		kind = "length"
	case reflect.TypeFor[JambReading]():
		kind = "reading"
	case reflect.TypeFor[LaidStick]():
		kind = "stick"
	}
	if id := v.FieldByName("ID"); id.IsValid() {
		return kind + " " + id.String()
	}
	return kind
}

func (c *checker) textBound(of reflect.Value, b *bound, s string) {
	if b.enum != nil && !slices.Contains(b.enum, s) {
		c.oneOf(thingOf(of), b.name, s, b.enum...)
	}
	if n := len(s); b.letters > 0 && n > b.letters && utf8.RuneCountInString(s) > b.letters {
		c.refuse(thingOf(of), b.name, "", fmt.Sprintf("%d characters are too many", utf8.RuneCountInString(s)), fmt.Sprintf("use %d at most", b.letters))
	}
}

func (c *checker) numberBound(of reflect.Value, b *bound, v float64) {
	if b.least != nil && !(v >= *b.least) || b.most != nil && !(v <= *b.most) {
		from, to := "", ""
		if b.least != nil {
			from = " from " + strconv.FormatFloat(*b.least, 'f', -1, 64)
		}
		if b.most != nil {
			to = " to " + strconv.FormatFloat(*b.most, 'f', -1, 64)
		}
		c.refuse(thingOf(of), b.name, measure.Angle(v).Text(6), "is out of range", "give a number"+from+to)
	}
}
