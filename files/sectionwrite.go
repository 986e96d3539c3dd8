package files

import (
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// WriteSection writes a section in a format, in inches or millimetres.
func WriteSection(w io.Writer, o profile.Outline, format string, unit measure.Unit) error {
	in := func(l measure.Length) float64 { return math.Round(l.Inches()*1e7) / 1e7 }
	name := "in"
	if unit.Metric() {
		in = func(l measure.Length) float64 { return math.Round(l.Millimetres()*1e6) / 1e6 }
		name = "mm"
	}
	f := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	var b strings.Builder
	switch format {
	case SectionCSV:
		fmt.Fprintf(&b, "u_%s,z_%s,bow_%s\n", name, name, name)
		for _, p := range o {
			fmt.Fprintf(&b, "%s,%s,%s\n", f(in(p.U)), f(in(p.Z)), f(in(p.Bow)))
		}
	case SectionSVG:
		high, wide := 0.0, 0.0
		var d strings.Builder
		for i, p := range o {
			high, wide = max(high, in(p.Z)), max(wide, in(p.U))
			if i == 0 {
				fmt.Fprintf(&d, "M%s %s", f(in(p.U)), f(0-in(p.Z)))
			}
			q := o[(i+1)%len(o)]
			if p.Bow == 0 {
				fmt.Fprintf(&d, " L%s %s", f(in(q.U)), f(0-in(q.Z)))
				continue
			}
			chord, bow := math.Hypot(in(q.U)-in(p.U), in(q.Z)-in(p.Z)), math.Abs(in(p.Bow))
			large, clockwise := 0, 0
			if bow > chord/2 {
				large = 1
			}
			if p.Bow < 0 {
				clockwise = 1
			}
			fmt.Fprintf(&d, " A%s %s 0 %d %d %s %s", f(round9(chord*chord/8/bow+bow/2)), f(round9(chord*chord/8/bow+bow/2)), large, clockwise, f(in(q.U)), f(0-in(q.Z)))
		}
		fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%s%s" height="%s%s" viewBox="0 %s %s %s"><path d="%s Z" fill="none" stroke="black" stroke-width="%s"/></svg>`+"\n",
			f(wide), name, f(high), name, f(-high), f(wide), f(high), d.String(), f(wide/200))
	case SectionDXF:
		b.WriteString("0\nSECTION\n2\nENTITIES\n0\nPOLYLINE\n8\nSECTION\n66\n1\n70\n1\n")
		for i, p := range o {
			q := o[(i+1)%len(o)]
			fmt.Fprintf(&b, "0\nVERTEX\n8\nSECTION\n10\n%s\n20\n%s\n", f(in(p.U)), f(in(p.Z)))
			if p.Bow != 0 {
				fmt.Fprintf(&b, "42\n%s\n", f(2*in(p.Bow)/math.Hypot(in(q.U)-in(p.U), in(q.Z)-in(p.Z))))
			}
		}
		b.WriteString("0\nSEQEND\n0\nENDSEC\n0\nEOF\n")
	default:
		return unread("format %q is not known", "use svg, dxf or csv", format)
	}
	_, err := io.WriteString(w, b.String())
	return err
}

func round9(v float64) float64 { return math.Round(v*1e9) / 1e9 }
