package files

import (
	"encoding/xml"
	"errors"
	"io"
	"math"
	"regexp"
	"strconv"
	"strings"

	"gnomon/core/profile"
)

var svgToken = regexp.MustCompile(`[MmLlHhVvCcSsQqTtAaZz]|[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?`)

// readSVG reads a path, by itself or the first that a drawing shows. Curves that are no arcs
// become short straight stretches.
func readSVG(text string) (polyline, error) {
	d, f := strings.TrimSpace(text), upright
	if strings.Contains(d, "<") {
		var err error
		if d, f, err = drawnPath(text); err != nil {
			return polyline{}, err
		}
	}
	if rest := strings.TrimSpace(strings.ReplaceAll(svgToken.ReplaceAllString(d, ""), ",", "")); rest != "" {
		return polyline{}, unread("%q is no part of a path", "export the section as one path", clip(rest))
	}
	p := pathReader{tokens: svgToken.FindAllString(d, -1), frame: f}
	return p.read()
}

// notDrawn are the elements whose paths a drawing does not show where they stand.
var notDrawn = map[string]bool{"defs": true, "symbol": true, "clipPath": true, "mask": true, "pattern": true, "marker": true}

// drawnPath is the first path that a drawing shows, and the frame that it is drawn in: its
// own and all around it.
func drawnPath(text string) (d string, f frame, err error) {
	dec := xml.NewDecoder(strings.NewReader(text))
	dec.CharsetReader = func(_ string, r io.Reader) (io.Reader, error) { return r, nil } // paths are written in plain letters
	frames := []frame{upright}
	for {
		t, err := dec.Token()
		if errors.Is(err, io.EOF) {
			return "", f, unread("there is no path in the drawing", "export the section as one path")
		}
		line, _ := dec.InputPos()
		if err != nil {
			return "", f, unread("line %d of the drawing cannot be read", "export it again as plain SVG", line)
		}
		switch t := t.(type) {
		case xml.EndElement:
			frames = frames[:len(frames)-1]
		case xml.StartElement:
			if notDrawn[t.Name.Local] {
				if dec.Skip() != nil {
					return "", f, unread("line %d of the drawing cannot be read", "export it again as plain SVG", line)
				}
				continue
			}
			own := frames[len(frames)-1]
			path, is := "", false
			for _, a := range t.Attr {
				switch {
				case a.Name.Local == "transform":
					m, err := transform(a.Value)
					if err != nil {
						return "", f, unread("line %d: %s", "draw the section without it, or export it with its transforms applied", line, err)
					}
					own = own.then(m)
				case a.Name.Local == "style" && strings.Contains(a.Value, "transform"):
					return "", f, unread("line %d: a transform in a style is not read", "export the drawing with its transforms applied", line)
				case a.Name.Local == "d" && t.Name.Local == "path":
					path, is = a.Value, true
				}
			}
			if is {
				return path, own, nil
			}
			frames = append(frames, own)
		}
	}
}

// frame turns places of a drawing's part into those of the whole: u' = a·u + c·z + e,
// z' = b·u + d·z + f.
type frame struct{ a, b, c, d, e, f float64 }

var upright = frame{a: 1, d: 1}

// at is a place of the part in the whole.
func (m frame) at(u, z float64) (float64, float64) { return m.a*u + m.c*z + m.e, m.b*u + m.d*z + m.f }

// then is a frame within this one.
func (m frame) then(n frame) frame {
	return frame{m.a*n.a + m.c*n.b, m.b*n.a + m.d*n.b, m.a*n.c + m.c*n.d, m.b*n.c + m.d*n.d, m.a*n.e + m.c*n.f + m.e, m.b*n.e + m.d*n.f + m.f}
}

// scale is how much longer everything becomes; even where that is so in every direction, so
// that circles stay circles. mirrored tells whether it is turned over.
func (m frame) scale() (by float64, mirrored, even bool) {
	by = math.Hypot(m.a, m.b)
	det := m.a*m.d - m.b*m.c
	even = math.Abs(math.Abs(det)-by*by) <= 1e-9*by*by && math.Abs(m.a*m.c+m.b*m.d) <= 1e-9*by*by
	return by, det < 0, even
}

var svgTransform = regexp.MustCompile(`^\s*,?\s*([a-zA-Z]+)\s*\(([^()]*)\)`)

// transform reads the attribute of that name: a list of functions, the first the outermost.
func transform(text string) (frame, error) {
	m := upright
	for rest := text; strings.TrimSpace(rest) != ""; {
		g := svgTransform.FindStringSubmatch(rest)
		if g == nil {
			return m, errors.New("transform " + strconv.Quote(clip(text)) + " is not read")
		}
		rest = rest[len(g[0]):]
		var v []float64
		for _, s := range strings.FieldsFunc(g[2], func(r rune) bool { return r == ',' || r == ' ' || r == '\t' || r == '\n' || r == '\r' }) {
			x, err := strconv.ParseFloat(s, 64)
			if err != nil {
				return m, errors.New(strconv.Quote(clip(s)) + " stands where a number belongs in " + g[1])
			}
			v = append(v, x)
		}
		n, ok := transformOf(g[1], v)
		if !ok {
			return m, errors.New("transform " + strconv.Quote(clip(strings.TrimSpace(g[0]))) + " is not read")
		}
		m = m.then(n)
	}
	return m, nil
}

func transformOf(name string, v []float64) (frame, bool) {
	arg := func(i int, none float64) float64 {
		if i < len(v) {
			return v[i]
		}
		return none
	}
	rad := math.Pi / 180
	switch n := len(v); {
	case name == "matrix" && n == 6:
		return frame{v[0], v[1], v[2], v[3], v[4], v[5]}, true
	case name == "translate" && (n == 1 || n == 2):
		return frame{1, 0, 0, 1, v[0], arg(1, 0)}, true
	case name == "scale" && (n == 1 || n == 2):
		return frame{a: v[0], d: arg(1, v[0])}, true
	case name == "rotate" && (n == 1 || n == 3):
		sin, cos := math.Sincos(v[0] * rad)
		about := frame{1, 0, 0, 1, arg(1, 0), arg(2, 0)}
		back := frame{1, 0, 0, 1, -arg(1, 0), -arg(2, 0)}
		return about.then(frame{a: cos, b: sin, c: -sin, d: cos}).then(back), true
	case name == "skewX" && n == 1:
		return frame{a: 1, c: math.Tan(v[0] * rad), d: 1}, true
	case name == "skewY" && n == 1:
		return frame{a: 1, b: math.Tan(v[0] * rad), d: 1}, true
	}
	return upright, false
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
	frame  frame // in which the path is drawn
	out    polyline
	u, z   float64 // where the pen is in it, z down
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
	u, z = p.frame.at(u, z)
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
		p.arc(v[0], v[1], v[2], v[3] != 0, v[4] != 0, u, z)
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

// arc goes along an arc. That of a circle stays one; that of an ellipse, or of a circle that
// the drawing stretches, becomes short straight stretches. A radius too small for its chord
// is the least that reaches.
func (p *pathReader) arc(rx, ry, turned float64, large, clockwise bool, u, z float64) {
	chord := math.Hypot(u-p.u, z-p.z)
	rx, ry = math.Abs(rx), math.Abs(ry)
	if chord == 0 || rx == 0 || ry == 0 {
		p.to(u, z, 0)
		return
	}
	scale, mirrored, even := p.frame.scale()
	if math.Abs(rx-ry) > 1e-9*rx || !even {
		p.ellipse(rx, ry, turned*math.Pi/180, large, clockwise, u, z)
		return
	}
	r := max(rx, chord/2)
	bow := r - math.Sqrt(max(0, r*r-chord*chord/4))
	if large {
		bow = 2*r - bow
	}
	// On paper with z down, the flag is clockwise as seen: the arc then lies on the left.
	if clockwise != mirrored {
		bow = -bow
	}
	p.to(u, z, bow*scale)
}

// ellipse follows an arc of an ellipse by its centre, as the drawing format has it: in the
// ellipse's own frame it is an arc of a circle of radius 1.
func (p *pathReader) ellipse(rx, ry, turned float64, large, clockwise bool, u, z float64) {
	sin, cos := math.Sincos(turned)
	own := func(x, y float64) (float64, float64) { return (cos*x + sin*y) / rx, (cos*y - sin*x) / ry }
	ax, ay := own(p.u, p.z)
	bx, by := own(u, z)
	half := math.Hypot(bx-ax, by-ay) / 2
	grow := max(1, half)
	h := math.Sqrt(max(0, grow*grow-half*half)) / half / 2 // of the chord, from its middle to the centre
	if large == clockwise {
		h = -h
	}
	cx, cy := (ax+bx)/2-h*(by-ay), (ay+by)/2+h*(bx-ax)
	from, to := math.Atan2(ay-cy, ax-cx), math.Atan2(by-cy, bx-cx)
	if clockwise && to < from {
		to += 2 * math.Pi
	}
	if !clockwise && to > from {
		to -= 2 * math.Pi
	}
	for i := 1; i < steps; i++ {
		s, c := math.Sincos(from + (to-from)*float64(i)/steps)
		x, y := (cx+grow*c)*rx, (cy+grow*s)*ry
		p.to(cos*x-sin*y, sin*x+cos*y, 0)
	}
	p.to(u, z, 0)
}
