package detail

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"gnomon/core/measure"
)

// Given are a detail's fields as they were given, read.
type Given struct {
	detail *Detail
	Unit   measure.Unit
	values map[string][]float64
	words  map[string]string
}

// mostMany is how many values a field takes at most that takes several.
const mostMany = 200

// nothing is a detail of which nothing is given yet.
func nothing(d *Detail, unit measure.Unit) *Given {
	return &Given{detail: d, Unit: unit, values: map[string][]float64{}, words: map[string]string{}}
}

// Read reads the fields of a detail as typed, bare lengths in the unit. What is wrong with one comes back by its label.
func Read(d *Detail, texts map[string][]string, unit measure.Unit) (*Given, error) {
	for name := range texts {
		if d.Field(name) == nil {
			return nil, d.noField(name)
		}
	}
	g := nothing(d, unit)
	for i := range d.Fields {
		f := &d.Fields[i]
		given := nonEmpty(texts[f.Name])
		in := unit
		if len(given) == 0 {
			switch {
			case f.Preset != "":
				given, in = strings.Split(f.Preset, ", "), measure.UnitInch
			case f.Free:
				continue
			default:
				return nil, &Impossible{f.Label, "is missing", d.Title + " is worked out from it", "give " + f.asked()}
			}
		}
		if err := g.read(f, given, in); err != nil {
			return nil, err
		}
	}
	return g, nil
}

// Check reads what was given and nothing else: whether each field can be read by itself.
func Check(d *Detail, texts map[string][]string, unit measure.Unit) error {
	g := nothing(d, unit)
	for name, t := range texts {
		f := d.Field(name)
		if f == nil {
			return d.noField(name)
		}
		if err := g.read(f, nonEmpty(t), unit); err != nil {
			return err
		}
	}
	return nil
}

// noField says that there is no such field.
func (d *Detail) noField(name string) error {
	names := make([]string, len(d.Fields))
	for i, f := range d.Fields {
		names[i] = f.Name
	}
	return &Impossible{"the field", fmt.Sprintf("%q", name), d.Name + " has none of that name", "its fields are " + strings.Join(names, ", ")}
}

func nonEmpty(texts []string) []string {
	var out []string
	for _, t := range texts {
		if t = strings.TrimSpace(t); t != "" {
			out = append(out, t)
		}
	}
	return out
}

// asked is what a field wants, in words.
func (f *Field) asked() string {
	switch f.Takes {
	case Length:
		return "a length such as 3/4"
	case Angle:
		return "degrees such as 45"
	case Count:
		return fmt.Sprintf("a whole number from %g to %g", f.Least, f.Most)
	case Choice:
		return "one of " + strings.Join(f.Choices, ", ")
	case Lengths:
		return "lengths such as 3, 4 1/2, 3"
	}
	return "degrees such as 90, 45"
}

// Many tells whether it takes several values.
func (f *Field) Many() bool { return f.Takes == Lengths || f.Takes == Angles }

func (g *Given) read(f *Field, texts []string, unit measure.Unit) error {
	if !f.Many() && len(texts) > 1 {
		return &Impossible{f.Label, fmt.Sprintf("%q", texts), "one is wanted", "give " + f.asked()}
	}
	if len(texts) > mostMany {
		return &Impossible{f.Label, fmt.Sprintf("%d values", len(texts)), fmt.Sprintf("at most %d are read", mostMany), "give fewer"}
	}
	for _, t := range texts {
		if f.Takes == Choice {
			if !slices.Contains(f.Choices, t) {
				return &Impossible{f.Label, fmt.Sprintf("%q", t), "there is no such choice", "give " + f.asked()}
			}
			g.words[f.Name] = t
			continue
		}
		v, err := f.value(t, unit)
		if err != nil {
			return err
		}
		g.values[f.Name] = append(g.values[f.Name], v)
	}
	return nil
}

func (f *Field) value(text string, unit measure.Unit) (float64, error) {
	v, sign := 0.0, 1.0
	if f.Least < 0 {
		if rest, negative := strings.CutPrefix(strings.ReplaceAll(text, "−", "-"), "-"); negative {
			text, sign = rest, -1
		}
	}
	switch f.Takes {
	case Length, Lengths:
		l, err := measure.ParseLength(text, unit)
		if err != nil {
			return 0, fmt.Errorf("%s: %w", f.Label, err)
		}
		v = l.Inches()
	case Angle, Angles:
		a, err := measure.ParseAngle(text)
		if err != nil {
			return 0, fmt.Errorf("%s: %w", f.Label, err)
		}
		v = float64(a)
	default:
		n, err := strconv.Atoi(text)
		if err != nil {
			return 0, &Impossible{f.Label, fmt.Sprintf("%q", text), "it is no whole number", "give " + f.asked()}
		}
		v = float64(n)
	}
	v *= sign
	if v < f.Least || v > f.Most {
		least, most := f.told(f.Least, unit), f.told(f.Most, unit)
		return 0, &Impossible{f.Label, f.told(v, unit), "it lies from " + least + " to " + most, "give " + f.asked()}
	}
	return v, nil
}

// told is a value of the field in words.
func (f *Field) told(v float64, unit measure.Unit) string { return f.Takes.text(v, unit) }

// Bounds tells from where to where a field's values lie, in inches; nothing for a choice.
func (f *Field) Bounds() string {
	if f.Takes == Choice {
		return ""
	}
	return f.told(f.Least, measure.UnitInch) + " to " + f.told(f.Most, measure.UnitInch) + "."
}

// text is a value of the kind in words.
func (t Takes) text(v float64, unit measure.Unit) string {
	switch t {
	case Length, Lengths:
		return measure.FromInches(v).In(unit)
	case Angle, Angles:
		return measure.Angle(v).String()
	}
	return strconv.FormatFloat(v, 'g', -1, 64)
}

// Has tells whether a field is known.
func (g *Given) Has(name string) bool { return len(g.values[name]) > 0 }

// the value of a field that is known.
func (g *Given) the(name string) float64 {
	if g.detail.Field(name) == nil {
		panic("detail " + g.detail.Name + " has no field " + name)
	}
	if !g.Has(name) {
		return 0
	}
	return g.values[name][0]
}

func (g *Given) n(name string) int           { return int(g.the(name)) }
func (g *Given) all(name string) []float64   { return g.values[name] }
func (g *Given) is(name, choice string) bool { return g.words[name] == choice }
func (g *Given) in(inches float64) string    { return measure.FromInches(inches).In(g.Unit) }
func (g *Given) deg(degrees float64) string  { return measure.Angle(degrees).String() }
func (g *Given) label(name string) string    { return g.detail.Field(name).Label }
func (g *Given) refuse(name, value, why, way string) error {
	return &Impossible{g.label(name), value, why, way}
}

// Trigonometry in degrees.
func rad(d float64) float64   { return d * math.Pi / 180 }
func toDeg(r float64) float64 { return r * 180 / math.Pi }
func sin(d float64) float64   { return math.Sin(rad(d)) }
func cos(d float64) float64   { return math.Cos(rad(d)) }
func tan(d float64) float64   { return math.Tan(rad(d)) }
func sq(x float64) float64    { return x * x }

// Texts are the fields that were given, as in fall=3/4, each so that it reads alike whatever the unit; without those that a room
// knows itself, where room is true.
func Texts(d *Detail, texts map[string][]string, unit measure.Unit, room bool) []string {
	var out []string
	for i := range d.Fields {
		f := &d.Fields[i]
		if room && f.Room != "" && !f.Ruled() {
			continue
		}
		for _, t := range nonEmpty(texts[f.Name]) {
			if (f.Takes == Length || f.Takes == Lengths) && unit != measure.UnitInch && strings.Trim(t, "-−+.,/ 0123456789") == "" {
				t += " " + string(unit) // a bare number means inches
			}
			out = append(out, f.Name+"="+t)
		}
	}
	return out
}

// Ruled tells whether a room knows a field by a house rule only, so that it may be given all the same.
func (f *Field) Ruled() bool {
	return f.Room == OfSlope || f.Room == OfHollow || f.Room == OfWay
}

// Split are fields as in fall=3/4 by their names.
func Split(fields []string) map[string][]string {
	out := make(map[string][]string, len(fields))
	for _, f := range fields {
		name, text, _ := strings.Cut(f, "=")
		out[name] = append(out[name], text)
	}
	return out
}

// Stands is what stands in a field where nothing is given, in a unit; none where nothing does.
func (f *Field) Stands(unit measure.Unit) string { return f.in(f.Preset, unit) }

// Begins is what the bench begins with in a field.
func (f *Field) Begins(unit measure.Unit) string { return f.in(f.Try, unit) }

// in is what is told in inches here, in another unit.
func (f *Field) in(text string, unit measure.Unit) string {
	if f.Takes != Length && f.Takes != Lengths || text == "" || !unit.Metric() {
		return text
	}
	var out []string
	for _, t := range strings.Split(text, ", ") {
		l, err := measure.ParseLength(t, measure.UnitInch)
		if err != nil {
			return text
		}
		out = append(out, l.In(unit))
	}
	return strings.Join(out, ", ")
}
