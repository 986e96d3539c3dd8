package files

import (
	"encoding/csv"
	"fmt"
	"io"
	"math"
	"regexp"
	"strconv"
	"strings"

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

// maxSection is the largest file that a section is read from.
const maxSection = 1 << 20

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
	if len(text) > maxSection {
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
		err := unread("the line is not closed: it begins at %s, %s and ends at %s, %s", "close it, and see that its unit is right", short(first[0]), short(first[1]), short(last[0]), short(last[1])).(*BadSection)
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

var (
	svgPath  = regexp.MustCompile(`(?s)<path\b[^>]*?\sd\s*=\s*["']([^"']*)["']`)
	svgToken = regexp.MustCompile(`[MmLlHhVvCcSsQqTtAaZz]|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?`)
)

// readSVG reads a path, by itself or the first of a drawing. Curves that are no arcs
// become short straight stretches.
func readSVG(text string) (polyline, error) {
	d := strings.TrimSpace(text)
	if strings.Contains(d, "<") {
		m := svgPath.FindStringSubmatch(d)
		if m == nil {
			return polyline{}, unread("there is no path in the drawing", "export the section as one path")
		}
		d = m[1]
	}
	if rest := strings.TrimSpace(strings.ReplaceAll(svgToken.ReplaceAllString(d, ""), ",", "")); rest != "" {
		return polyline{}, unread("%q is no part of a path", "export the section as one path", clip(rest))
	}
	p := pathReader{tokens: svgToken.FindAllString(d, -1)}
	return p.read()
}

func clip(s string) string {
	if r := []rune(s); len(r) > 20 {
		return string(r[:20]) + "…"
	}
	return s
}

// pathReader follows the commands of a path, whose z runs down.
type pathReader struct {
	tokens []string
	out    polyline
	u, z   float64 // where the pen is, z down
	ended  bool
}

func (p *pathReader) number() (float64, error) {
	if len(p.tokens) == 0 {
		return 0, unread("the path breaks off", "export it again")
	}
	v, err := strconv.ParseFloat(p.tokens[0], 64)
	if err != nil {
		return 0, unread("%q stands where a number belongs", "export the path again", p.tokens[0])
	}
	p.tokens = p.tokens[1:]
	return v, nil
}

func (p *pathReader) numbers(n int) ([]float64, error) {
	out := make([]float64, n)
	for i := range out {
		var err error
		if out[i], err = p.number(); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// to goes on to a place; bow is that of the stretch that ends there.
func (p *pathReader) to(u, z, bow float64) {
	if n := len(p.out.at); n > 0 {
		p.out.at[n-1][2] = bow
	}
	p.u, p.z = u, z
	p.out.at = append(p.out.at, [3]float64{u, 0 - z, 0})
}

func (p *pathReader) read() (polyline, error) {
	command := ""
	for len(p.tokens) > 0 {
		if t := p.tokens[0]; (t[0] >= 'A' && t[0] <= 'Z') || (t[0] >= 'a' && t[0] <= 'z') {
			command, p.tokens = t, p.tokens[1:]
		} else if command == "" || command == "Z" || command == "z" {
			return p.out, unread("%q stands where a command belongs", "export the path again", t)
		}
		if err := p.do(command); err != nil {
			return p.out, err
		}
		if command == "M" {
			command = "L"
		} else if command == "m" {
			command = "l"
		}
		if len(p.out.at) > 4*profile.MaxPoints {
			return p.out, unread("the path has too many points", "draw the section with fewer, arcs as arcs")
		}
	}
	return p.out, nil
}

func (p *pathReader) do(command string) error {
	relative := command >= "a"
	off := func(v []float64, i int) (float64, float64) {
		if relative {
			return p.u + v[i], p.z + v[i+1]
		}
		return v[i], v[i+1]
	}
	counts := map[string]int{"M": 2, "L": 2, "H": 1, "V": 1, "C": 6, "Q": 4, "A": 7, "Z": 0}
	n, known := counts[strings.ToUpper(command)]
	if !known {
		return unread("command %s of the path is not read", "draw it with lines, arcs and curves", command)
	}
	v, err := p.numbers(n)
	if err != nil {
		return err
	}
	if p.ended && strings.ToUpper(command) != "Z" || strings.ToUpper(command) == "M" && len(p.out.at) > 0 {
		return unread("the path holds more than one line", "export the section's outline alone")
	}
	switch strings.ToUpper(command) {
	case "M", "L":
		u, z := off(v, 0)
		p.to(u, z, 0)
	case "H":
		u := v[0]
		if relative {
			u += p.u
		}
		p.to(u, p.z, 0)
	case "V":
		z := v[0]
		if relative {
			z += p.z
		}
		p.to(p.u, z, 0)
	case "C", "Q":
		p.curve(v, off)
	case "A":
		u, z := off(v, 5)
		p.arc(v[0], v[1], v[3] != 0, v[4] != 0, u, z)
	case "Z":
		p.ended, p.out.closed = true, true
	}
	return nil
}

// steps of a curve that is no arc.
const steps = 12

func (p *pathReader) curve(v []float64, off func([]float64, int) (float64, float64)) {
	u0, z0 := p.u, p.z
	var c [3][2]float64
	c[0][0], c[0][1] = off(v, 0)
	c[1][0], c[1][1] = off(v, 2)
	if len(v) == 4 { // a quadratic, as the cubic that it is
		q := c[0]
		e := c[1]
		c[0] = [2]float64{u0 + 2*(q[0]-u0)/3, z0 + 2*(q[1]-z0)/3}
		c[1] = [2]float64{e[0] + 2*(q[0]-e[0])/3, e[1] + 2*(q[1]-e[1])/3}
		c[2] = e
	} else {
		c[2][0], c[2][1] = off(v, 4)
	}
	for i := 1; i <= steps; i++ {
		t := float64(i) / steps
		s := 1 - t
		p.to(s*s*s*u0+3*s*s*t*c[0][0]+3*s*t*t*c[1][0]+t*t*t*c[2][0], s*s*s*z0+3*s*s*t*c[0][1]+3*s*t*t*c[1][1]+t*t*t*c[2][1], 0)
	}
}

// arc goes along a circle's arc; one of an ellipse is taken as straight, with its place
// among the points. A radius too small for its chord is the least that reaches.
func (p *pathReader) arc(rx, ry float64, large, clockwise bool, u, z float64) {
	chord := math.Hypot(u-p.u, z-p.z)
	r := max(math.Abs(rx), chord/2)
	if chord == 0 || rx == 0 || ry == 0 {
		p.to(u, z, 0)
		return
	}
	bow := r - math.Sqrt(max(0, r*r-chord*chord/4))
	if large {
		bow = 2*r - bow
	}
	// On paper with z down, the flag is clockwise as seen: the arc then lies on the left.
	if clockwise {
		bow = -bow
	}
	p.to(u, z, bow)
}

// readDXF reads the first polyline, old or light, with its bulges.
func readDXF(text string) (polyline, error) {
	lines := strings.Split(strings.ReplaceAll(text, "\r", ""), "\n")
	var l polyline
	var bulges []float64
	in, light, vertex := false, false, false
	for i := 0; i+1 < len(lines); i += 2 {
		code, value := strings.TrimSpace(lines[i]), strings.TrimSpace(lines[i+1])
		number := func() float64 { v, _ := strconv.ParseFloat(value, 64); return v }
		if code == "0" {
			switch {
			case in && (light || value == "SEQEND"):
				return bulged(l, bulges), nil
			case value == "LWPOLYLINE":
				in, light = true, true
			case value == "POLYLINE":
				in = true
			case value == "VERTEX" && in:
				vertex = true
				l.at, bulges = append(l.at, [3]float64{}), append(bulges, 0)
			}
			continue
		}
		if !in || len(l.at) > 4*profile.MaxPoints {
			continue
		}
		switch code {
		case "70":
			if !vertex {
				l.closed = int(number())&1 == 1
			}
		case "10":
			if light {
				l.at, bulges = append(l.at, [3]float64{}), append(bulges, 0)
			}
			if n := len(l.at); n > 0 {
				l.at[n-1][0] = number()
			}
		case "20":
			if n := len(l.at); n > 0 {
				l.at[n-1][1] = number()
			}
		case "42":
			if n := len(bulges); n > 0 {
				bulges[n-1] = number()
			}
		}
	}
	if !in {
		return l, unread("there is no polyline in it", "export the section as one closed polyline")
	}
	return bulged(l, bulges), nil
}

// bulged turns bulges, tan of a quarter of what an arc turns, into bows: bulge times half
// the chord. Both are more than nothing to the right.
func bulged(l polyline, bulges []float64) polyline {
	for i := range l.at {
		n := l.at[(i+1)%len(l.at)]
		l.at[i][2] = bulges[i] * math.Hypot(n[0]-l.at[i][0], n[1]-l.at[i][1]) / 2
	}
	return l
}

// readCSV reads lines of u, z and the bow of what follows, out of the wood where it is
// more than nothing; a heading may stand first. The last point goes on to the first.
func readCSV(text string) (polyline, error) {
	r := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\xef\xbb\xbf")))
	r.FieldsPerRecord, r.TrimLeadingSpace = -1, true
	l := polyline{closed: true}
	for n := 1; ; n++ {
		rec, err := r.Read()
		if err == io.EOF {
			break
		}
		if err != nil {
			return l, unread("line %d cannot be read", "write u, z and bow, parted by commas", n)
		}
		var p [3]float64
		for i, f := range rec {
			f = strings.TrimSpace(f)
			if f == "" && i > 0 || i > 2 {
				continue
			}
			v, err := strconv.ParseFloat(f, 64)
			if err != nil && n == 1 && i == 0 {
				rec = nil
				break
			}
			if err != nil {
				return l, unread("line %d: %q is no number", "write u, z and bow as plain numbers in the unit", n, clip(f))
			}
			p[i] = v
		}
		if rec == nil {
			continue
		}
		if len(rec) < 2 {
			return l, unread("line %d has no z", "write u, z and bow, parted by commas", n)
		}
		l.at = append(l.at, p)
	}
	// Told by the wood: turned to the line's own direction, which is turned back later.
	area := 0.0
	for i, p := range l.at {
		q := l.at[(i+1)%len(l.at)]
		area += p[0]*q[1] - p[1]*q[0]
	}
	if area < 0 {
		for i := range l.at {
			l.at[i][2] = -l.at[i][2]
		}
	}
	return l, nil
}

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
