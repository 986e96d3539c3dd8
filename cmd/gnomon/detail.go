package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"strings"
	"text/tabwriter"

	"gnomon/core/detail"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

func cmdDetail(args []string, in io.Reader, out io.Writer) error {
	f := flags("detail")
	file := f.String("file", "", "its fields, as JSON")
	format := f.String("format", "text", "text or json")
	list := f.Bool("list", false, "print all details and their fields as JSON schema")
	words, err := parse(f, args, 1)
	if err != nil {
		return err
	}
	if err := oneOf("detail", "format", *format, "text", "json"); err != nil {
		return err
	}
	if *list {
		return json.NewEncoder(out).Encode(detailSchemas())
	}
	if len(words) == 0 {
		return errUsage{"detail: which one? gnomon detail --list names them all"}
	}
	d, err := detail.Named(words[0])
	if err != nil {
		return errUsage{"detail: " + err.Error()}
	}
	if *file == "" {
		return errUsage{"detail: no --file; give its fields as JSON, - for standard input"}
	}
	r, done, err := open(*file, in)
	if err != nil {
		return err
	}
	defer done()
	w, err := workDetail(d, r)
	if err != nil {
		return errUsage{"detail: " + d.Name + ": " + err.Error()}
	}
	if *format == "json" {
		return json.NewEncoder(out).Encode(detailView(w))
	}
	return writeDetail(out, d, w)
}

// workDetail reads the fields of a detail and works it out. Bare lengths are inches.
func workDetail(d *detail.Detail, r io.Reader) (*detail.Worked, error) {
	var fields map[string]json.RawMessage
	if err := readOne(r, "object of fields", &fields); err != nil {
		return nil, err
	}
	texts := make(map[string][]string, len(fields))
	for name, raw := range fields {
		all, err := fieldTexts(raw)
		if err != nil {
			return nil, fmt.Errorf("%q: %w", name, err)
		}
		texts[name] = all
	}
	g, err := detail.Read(d, texts, measure.UnitInch)
	if err != nil {
		return nil, err
	}
	return d.Work(g)
}

// fieldTexts are a field's values as typed: one or several texts or numbers, or none.
func fieldTexts(raw json.RawMessage) ([]string, error) {
	var many []json.RawMessage
	if json.Unmarshal(raw, &many) != nil {
		many = []json.RawMessage{raw}
	}
	var out []string
	for _, one := range many {
		var n json.Number
		var text string
		switch {
		case string(one) == "null":
		case json.Unmarshal(one, &text) == nil:
			out = append(out, text)
		case json.Unmarshal(one, &n) == nil:
			out = append(out, n.String())
		default:
			return nil, errors.New(`it takes a text such as "3/4", a number, or several of them in brackets`)
		}
	}
	return out, nil
}

type stickView struct {
	Part    string   `json:"part"`
	Label   string   `json:"label"`
	Beside  bool     `json:"runs_there_anyway,omitempty"`
	Length  float64  `json:"length_in"` // at the back of its bottom
	Top     float64  `json:"top_in"`
	Face    float64  `json:"face_in"`
	Overall float64  `json:"overall_in"`
	Left    endView  `json:"left"`
	Right   endView  `json:"right"`
	Work    []string `json:"work,omitempty"`
}

// endView is how an end is cut: with the piece stood against the fence, and laid flat with its bottom edge there. A mitre is
// positive with the handle to the right, a bevel with the top of the blade to the left.
type endView struct {
	Upright sawView `json:"upright"`
	Flat    sawView `json:"flat_bottom"`
	Meets   string  `json:"meets,omitempty"`
	Against string  `json:"against,omitempty"`
}

type sawView struct {
	Mitre float64 `json:"mitre_deg"`
	Bevel float64 `json:"bevel_deg"`
	Keep  string  `json:"keep"`
}

// detailView is a detail worked out: its figures by their names, and its pieces.
func detailView(w *detail.Worked) map[string]any {
	out := map[string]any{}
	for _, f := range w.Figures {
		out[f.Name] = f.Value
		if f.None {
			out[f.Name] = nil
		}
	}
	sticks := []stickView{}
	for i := range w.Sticks {
		s := &w.Sticks[i]
		sticks = append(sticks, stickView{Part: s.Part, Label: s.Label, Beside: s.Beside, Length: s.Length, Top: s.Top(), Face: s.Front(), Overall: s.Overall(),
			Left: cutsOf(s.Left), Right: cutsOf(s.Right), Work: s.Work})
	}
	out["sticks"], out["steps"], out["cautions"] = sticks, orEmpty(w.Steps), orEmpty(w.Cautions)
	return out
}

func orEmpty(texts []string) []string { return append([]string{}, texts...) }

func cutsOf(e detail.End) endView {
	view := func(p saw.Pose) sawView {
		s := saw.For(e.Plane, p)
		return sawView{clean(float64(s.Mitre)), clean(float64(s.Bevel)), string(s.Keep)}
	}
	return endView{Upright: view(upright), Flat: view(flat), Meets: e.Meets, Against: e.Against}
}

// The two ways a piece of a detail lies on the saw.
var (
	upright = saw.Pose{Lie: saw.Upright}
	flat    = saw.Pose{Lie: saw.Flat, Edge: saw.Bottom}
)

// clean is a value without what counting leaves behind its zero.
func clean(v float64) float64 {
	if math.Abs(v) < 1e-12 {
		return 0
	}
	return v
}

// cutText is the simpler of the two ways.
func cutText(e detail.End) string {
	stood, laid := saw.For(e.Plane, upright), saw.For(e.Plane, flat)
	text := func(s saw.Setting) string {
		switch {
		case s.Bevel.Abs() < piece.Slight && s.Mitre.Abs() < piece.Slight:
			return "square"
		case s.Bevel.Abs() < piece.Slight:
			return "swing " + saw.SwingText(s.Mitre)
		}
		return "swing " + saw.SwingText(s.Mitre) + ", tilt " + saw.TiltText(s.Bevel)
	}
	if laid.Bevel.Abs() < piece.Slight && stood.Bevel.Abs() >= piece.Slight {
		return text(laid) + ", flat, bottom edge to the fence"
	}
	return text(stood)
}

// writeDetail tells a detail to people.
func writeDetail(out io.Writer, d *detail.Detail, w *detail.Worked) error {
	t := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	fmt.Fprintf(t, "%s\n", d.Title)
	for _, f := range w.Figures {
		fmt.Fprintf(t, "  %s\t%s\n", f.Label, f.Text(measure.UnitInch))
	}
	for i := range w.Sticks {
		s := &w.Sticks[i]
		if s.Beside {
			continue
		}
		fmt.Fprintf(t, "  %s\t%s\tleft %s\tright %s\n", s.Label, measure.FromInches(s.Length).InchesText(), cutText(s.Left), cutText(s.Right))
	}
	if err := t.Flush(); err != nil {
		return err
	}
	for _, text := range append(append([]string{}, w.Steps...), w.Cautions...) {
		fmt.Fprintf(out, "  %s\n", text)
	}
	return nil
}

// detailSchemas are all details with their fields, as JSON schemas.
func detailSchemas() map[string]any {
	defs := map[string]any{}
	var names []string
	for _, d := range detail.All {
		names = append(names, d.Name)
		props := map[string]any{}
		var required []string
		for i := range d.Fields {
			f := &d.Fields[i]
			props[f.Name] = fieldSchema(f)
			if f.Preset == "" && !f.Free {
				required = append(required, f.Name)
			}
		}
		s := map[string]any{"title": d.Title, "description": d.Says, "type": "object", "additionalProperties": false, "properties": props}
		if len(required) > 0 {
			s["required"] = required
		}
		defs[d.Name] = s
	}
	return map[string]any{"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "gnomon detail", "names": names, "$defs": defs}
}

func fieldSchema(f *detail.Field) map[string]any {
	out := map[string]any{"title": f.Label}
	if text := strings.TrimSpace(f.Help + " " + f.Bounds()); text != "" {
		out["description"] = text
	}
	one := map[string]any{"type": []string{"string", "number"}}
	switch f.Takes {
	case detail.Choice:
		one = map[string]any{"type": "string", "enum": f.Choices}
	case detail.Count:
		one = map[string]any{"type": []string{"integer", "string"}}
	}
	if f.Many() {
		out["type"], out["items"] = "array", one
	} else {
		for k, v := range one {
			out[k] = v
		}
	}
	if f.Preset != "" {
		out["default"] = f.Preset
	}
	if f.Free { // it may be left out, or null
		if t, ok := out["type"].([]string); ok {
			out["type"] = append(append([]string{}, t...), "null")
		}
	}
	return out
}
