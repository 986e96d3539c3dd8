package detail

import (
	"slices"
	"strings"
)

// Mirrored are fields as in fall=3/4 for the mirror image of the place: left is right, what was read from one end is read from the
// other, and a list goes the other way around.
func (d *Detail) Mirrored(fields []string) []string {
	out := make([]string, 0, len(fields))
	lists, given := map[string][]string{}, map[string]bool{}
	for _, text := range fields {
		name, value, _ := strings.Cut(text, "=")
		f := d.Field(name)
		given[name] = true
		switch {
		case f == nil:
		case f.Many():
			lists[name] = append(lists[name], value)
			continue
		case f.Mirror != "":
			name = f.Mirror
		case f.Takes == Choice:
			value = f.otherSide(value)
		}
		out = append(out, name+"="+value)
	}
	most := 0
	for _, l := range lists {
		most = max(most, len(l))
	}
	for i := range d.Fields {
		f := &d.Fields[i]
		if f.Takes == Choice && f.Room == "" && !given[f.Name] && f.otherSide(f.Preset) != f.Preset {
			out = append(out, f.Name+"="+f.otherSide(f.Preset))
		}
		l := lists[f.Name]
		if f.Takes == Angles && len(l) == most { // where it closes, what turns back to the first piece comes last
			slices.Reverse(l[:max(0, len(l)-1)])
		} else {
			slices.Reverse(l)
		}
		for _, v := range l {
			out = append(out, f.Name+"="+v)
		}
	}
	return out
}

// otherSide is the choice for the mirror image.
func (f *Field) otherSide(choice string) string {
	other := map[string]string{"left": "right", "right": "left"}[choice]
	if other == "" || !slices.Contains(f.Choices, other) {
		return choice
	}
	return other
}
