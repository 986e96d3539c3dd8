package files

import (
	"fmt"
	"math"
	"strconv"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Formats of a section. Each holds one closed line; u runs right, out from the wall,
// and up is up.
const (
	SectionSVG = "svg"
	SectionDXF = "dxf"
	SectionCSV = "csv"
)

// MostSection is the largest file that a section is read from.
const MostSection = 1 << 20

// BadSection says what in a file of a section cannot be taken.
type BadSection struct {
	Reason, Remedy string
	At             *profile.Point // the place, or none
}

func (e *BadSection) Error() string { return e.Reason + "; " + e.Remedy }

func unread(reason, remedy string, args ...any) error {
	return &BadSection{Reason: fmt.Sprintf(reason, args...), Remedy: remedy}
}

// polyline is a drawn line as a file has it: bulges are to the right of its direction, in the
// file's unit, and up is up.
type polyline struct {
	at     [][3]float64 // u, z and the bow of what follows
	closed bool
}

// ReadSection reads a section from a file in the format, its numbers in inches or
// millimetres; facing left where the wall is drawn on its right. What is no section is
// refused with the place. Errors are *BadSection or *profile.Invalid.
func ReadSection(text, format string, unit measure.Unit, facingLeft bool) (profile.Outline, error) {
	if len(text) > MostSection {
		return nil, unread("the file is too large", "export the one section alone")
	}
	var l polyline
	var err error
	switch format {
	case SectionSVG:
		l, err = readSVG(text)
	case SectionDXF:
		l, err = readDXF(text)
	case SectionCSV:
		l, err = readCSV(text)
	default:
		return nil, unread("format %q is not known", "use svg, dxf or csv", format)
	}
	if err != nil {
		return nil, err
	}
	scale := float64(measure.Inch)
	if unit.Metric() {
		scale = float64(measure.Millimetre)
	}
	if len(l.at) == 0 {
		return nil, unread("there is no line in it", "export the section as one closed line")
	}
	first, last := l.at[0], l.at[len(l.at)-1]
	gap := math.Hypot(first[0]-last[0], first[1]-last[1])
	size := 0.0
	for _, p := range l.at {
		size = max(size, math.Abs(p[0]-first[0]), math.Abs(p[1]-first[1]))
	}
	switch {
	case !(size > 0) || math.IsInf(size, 0):
		return nil, unread("the line has no extent", "export the section as one closed line")
	case gap <= size/2000 && len(l.at) > 1:
		l.at = l.at[:len(l.at)-1] // drawn back to where it began
	case !l.closed:
		err := unread("the line is not closed: it begins at %s, %s and ends at %s, %s", "close it, and see that its unit is right", short(first[0]), short(first[1]),
			short(last[0]), short(last[1])).(*BadSection)
		err.At = &profile.Point{U: length(last[0] * scale), Z: length(last[1] * scale)}
		return nil, err
	}
	var o []profile.Point
	for _, p := range l.at {
		if facingLeft {
			p[0], p[2] = -p[0], -p[2]
		}
		for _, v := range p {
			if math.IsNaN(v) || math.Abs(v*scale) > float64(measure.MaxLength) {
				return nil, unread("%v is no measure", "check the file", v)
			}
		}
		o = append(o, profile.Point{U: length(p[0] * scale), Z: length(p[1] * scale), Bow: length(p[2] * scale)})
	}
	out := profile.Drawn(o)
	if err := out.Check(); err != nil {
		return nil, err
	}
	return out.Canonical(), nil
}

// length rounds to the nanometre, and to the sixty-fourth where that is as near as such
// files are written.
func length(v float64) measure.Length {
	l := measure.Length(math.Round(v))
	if r := l.Round(measure.Sixtyfourth); (r - l).Abs() < 200 {
		return r
	}
	return l
}

func short(v float64) string { return strconv.FormatFloat(v, 'g', 6, 64) }
