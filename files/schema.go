package files

import (
	"bytes"
	"encoding/json"
	"fmt"
	"reflect"
	"slices"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Schema is the JSON Schema of a job file, made from the structs that a file is read into:
// their fields, and what their tags say of each. What is added here is what a file takes
// beside them, from earlier formats or written by hand in short.
var Schema = sync.OnceValue(func() []byte {
	r := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	for t, as := range map[reflect.Type]reflect.Type{
		reflect.TypeFor[job.Entry]():      reflect.TypeFor[lengthSchema](),
		reflect.TypeFor[job.Lean]():       reflect.TypeFor[leanSchema](),
		reflect.TypeFor[measure.Length](): reflect.TypeFor[exactSchema](),
		reflect.TypeFor[money.Cents]():    reflect.TypeFor[amountSchema](),
		reflect.TypeFor[money.Percent]():  reflect.TypeFor[amountSchema](),
		reflect.TypeFor[measure.Unit]():   reflect.TypeFor[string](),
		reflect.TypeFor[job.Stick]():      reflect.TypeFor[stickSchema](),
		reflect.TypeFor[job.Wall]():       reflect.TypeFor[wall](),
		reflect.TypeFor[job.Corner]():     reflect.TypeFor[corner](),
		reflect.TypeFor[job.Layout]():     reflect.TypeFor[layout](),
	} {
		r.RegisterTypeAlias(t, as)
	}
	root := huma.SchemaFromType(r, reflect.TypeFor[jobFile]())
	root.Title = fmt.Sprintf("Gnomon job file, formats 1 to %d", job.FileVersion)
	leaveOptional(root, reflect.TypeFor[jobFile]())
	for name, s := range r.Map() {
		leaveOptional(s, r.TypeFromRef("#/$defs/"+name))
	}
	root.Extensions = map[string]any{"$schema": "https://json-schema.org/draft/2020-12/schema", "$defs": r.Map()}
	for _, of := range []struct {
		thing, field string
		codes        []string
	}{{"Moulding", "kind", job.KindCodes}, {"Override", "question", job.Asked()}} {
		r.Map()[of.thing].Properties[of.field].Enum = anys(of.codes)
	}
	for _, q := range job.Questions {
		if s := r.Map()["Rules"].Properties[q.Code]; s != nil && s.Type == huma.TypeString {
			var codes []string
			for _, c := range q.Schools {
				codes = append(codes, c.Code)
			}
			s.Enum, s.Default = anys(append(codes, "")), q.Default
		}
	}
	b, err := json.Marshal(root)
	if err != nil {
		panic(err) // made of our own types: a test makes it
	}
	var out bytes.Buffer
	if err := json.Indent(&out, b, "", "  "); err != nil {
		panic(err)
	}
	return append(out.Bytes(), '\n')
})

func anys(codes []string) []any {
	var out []any
	for _, c := range codes {
		if !slices.Contains(out, any(c)) {
			out = append(out, c)
		}
	}
	return out
}

// leaveOptional leaves of what is required only what a tag says so of: a file may leave the
// rest out. Only lists and what may be left out of a job may be null.
func leaveOptional(s *huma.Schema, t reflect.Type) {
	var must []string
	for _, f := range reflect.VisibleFields(t) {
		name := job.FieldName(f)
		p := s.Properties[name]
		if f.Tag.Get("required") == "true" {
			must = append(must, name)
		}
		if p == nil || f.Anonymous {
			continue
		}
		none := f.Type.Kind() == reflect.Pointer || f.Type.Kind() == reflect.Slice
		switch {
		case none && p.Type == "":
			s.Properties[name] = &huma.Schema{AnyOf: []*huma.Schema{p, {Type: "null"}}}
		case p.Type != "":
			p.Nullable = none
		}
	}
	s.Required = slices.DeleteFunc(s.Required, func(name string) bool { return !slices.Contains(must, name) })
}

type (
	lengthSchema struct{}
	leanSchema   struct{}
	exactSchema  struct{}
	amountSchema struct{}
	stickSchema  struct{}

	// jobFile is a job as a file may hold it: formats 1 and 2 have the one saw itself under
	// saw, and those before 7 marks for records.
	jobFile struct {
		job.Job
		Saw   sawOrName  `json:"saw,omitempty"`
		Marks []job.Mark `json:"marks,omitempty"`
	}
	sawOrName struct{}
	// wall and corner may say their one reading at the floor in short, and those at other levels
	// by the level.
	wall struct {
		job.Wall
		Length  *job.Entry     `json:"length,omitempty" doc:"In short: one reading of the whole, at the floor."`
		Lengths lengthsByLevel `json:"lengths,omitempty"`
	}
	lengthsByLevel struct{}
	corner         struct {
		job.Corner
		Reading  *measure.Angle  `json:"reading,omitempty" doc:"In short: read at the floor."`
		Scale    job.Scale       `json:"scale,omitempty" enum:"corner,deflection,mitre"`
		Readings readingsByLevel `json:"readings,omitempty"`
	}
	readingsByLevel struct{}
	layout          struct {
		job.Layout
		Marks int `json:"marks,omitempty" minimum:"0" doc:"Records, in formats before 7."`
	}
)

// textOrNumber is what may be a text or a number.
func textOrNumber(doc string) *huma.Schema {
	return &huma.Schema{Description: doc, AnyOf: []*huma.Schema{{Type: huma.TypeString}, {Type: huma.TypeNumber}}}
}

func (lengthSchema) Schema(huma.Registry) *huma.Schema {
	return textOrNumber("A length as a carpenter writes it, or a number in the job's unit.")
}

func (leanSchema) Schema(huma.Registry) *huma.Schema {
	return textOrNumber("How far out of plumb: degrees, or a gap over a length.")
}

func (exactSchema) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{Type: huma.TypeString, Description: "A length with its unit, exact to the nanometre."}
}

func (amountSchema) Schema(huma.Registry) *huma.Schema {
	return textOrNumber("An amount with two decimals, or text as typed.")
}

func (stickSchema) Schema(r huma.Registry) *huma.Schema {
	length, amount := lengthSchema{}.Schema(r), amountSchema{}.Schema(r)
	none := 0.0
	return &huma.Schema{Description: "A length that a moulding is sold in, alone or with its price and how many the yard has.", AnyOf: []*huma.Schema{length,
		{Type: huma.TypeObject, Required: []string{"length"}, AdditionalProperties: false, Properties: map[string]*huma.Schema{"length": length,
			"price": amount, "available": {Type: huma.TypeInteger, Nullable: true, Minimum: &none}}}}}
}

func (sawOrName) Schema(r huma.Registry) *huma.Schema {
	most := 80
	return &huma.Schema{AnyOf: []*huma.Schema{{Type: huma.TypeString, MaxLength: &most}, {Type: "null"}, r.Schema(reflect.TypeFor[job.Saw](), true, "")}}
}

func (lengthsByLevel) Schema(r huma.Registry) *huma.Schema {
	return byLevel(r, reflect.TypeFor[job.WallLength](), lengthSchema{}.Schema(r))
}

func (readingsByLevel) Schema(r huma.Registry) *huma.Schema {
	return byLevel(r, reflect.TypeFor[job.Reading](), &huma.Schema{Type: huma.TypeObject, Nullable: true, AdditionalProperties: false,
		Properties: map[string]*huma.Schema{"reading": {Type: huma.TypeNumber, Nullable: true},
			"scale": {Type: huma.TypeString, Enum: []any{"corner", "deflection", "mitre"}}}})
}

// byLevel is a list of readings, or in short one at each level beside the floor.
func byLevel(r huma.Registry, one reflect.Type, short *huma.Schema) *huma.Schema {
	most := 50
	return &huma.Schema{Description: "Every reading of it; or, in short, one at each level beside the floor.", AnyOf: []*huma.Schema{
		{Type: huma.TypeArray, Nullable: true, MaxItems: &most, Items: r.Schema(one, true, "")},
		{Type: huma.TypeObject, AdditionalProperties: false, Properties: map[string]*huma.Schema{"rail": short, "ceiling": short}}}}
}
