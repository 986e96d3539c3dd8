package files

import (
	"errors"
	"fmt"
	"html"
	"io"
	"math"
	"strings"

	"codeberg.org/go-pdf/fpdf"

	"gnomon/core/coping"
)

// Papers that templates are printed on.
const (
	PaperLetter = "letter"
	PaperA4     = "a4"
)

// templateLayers are the layers of a template in a drawing file.
var templateLayers = []string{coping.LayerCut, coping.LayerRelief, coping.LayerEdge, coping.LayerFold, coping.LayerCorner, coping.LayerCheck, coping.LayerWords}

// moved is a sheet moved by so much.
func moved(s coping.Sheet, x, y float64) coping.Sheet {
	out := coping.Sheet{Name: s.Name, Low: [2]float64{s.Low[0] + x, s.Low[1] + y}, High: [2]float64{s.High[0] + x, s.High[1] + y}}
	for _, k := range s.Strokes {
		at := make([][2]float64, len(k.At))
		for i, p := range k.At {
			at[i] = [2]float64{p[0] + x, p[1] + y}
		}
		out.Strokes = append(out.Strokes, coping.Stroke{Layer: k.Layer, At: at})
	}
	for _, n := range s.Notes {
		n.At = [2]float64{n.At[0] + x, n.At[1] + y}
		out.Notes = append(out.Notes, n)
	}
	return out
}

// spread lays the template of an end out on one plane: the face, the back beside it, the squares to check under them, and what is told.
func spread(e *coping.End) coping.Sheet {
	const gap = 0.6
	face := e.Face()
	all := moved(face, -face.Low[0], -face.Low[1])
	if back := e.Behind(); len(back.Strokes) > 0 {
		b := moved(back, all.High[0]+gap-back.Low[0], -back.Low[1])
		b.Notes = append(b.Notes, coping.Note{At: [2]float64{b.Low[0], b.High[1] + 0.05}, Text: b.Name, Size: 0.1, Anchor: "start"})
		all = joinedSheet(all, b)
	}
	all.Notes = append(all.Notes, coping.Note{At: [2]float64{0, face.High[1] - face.Low[1] + 0.05}, Text: face.Name, Size: 0.1, Anchor: "start"})
	all = joinedSheet(all, coping.CheckSquares([2]float64{0, -2.4}))
	y := -0.55
	for _, t := range append([]string{e.Title()}, e.Facts()...) {
		all.Notes = append(all.Notes, coping.Note{At: [2]float64{2.3, y}, Text: t, Size: 0.12, Anchor: "start"})
		y -= 0.22
	}
	all.Low[1] = min(all.Low[1], y)
	all.High[1] += 0.3
	return all
}

// joinedSheet is two sheets on one plane.
func joinedSheet(a, b coping.Sheet) coping.Sheet {
	a.Strokes, a.Notes = append(a.Strokes, b.Strokes...), append(a.Notes, b.Notes...)
	a.Low = [2]float64{min(a.Low[0], b.Low[0]), min(a.Low[1], b.Low[1])}
	a.High = [2]float64{max(a.High[0], b.High[0]), max(a.High[1], b.High[1])}
	return a
}

// WriteTemplateDXF writes the template of an end full size as DXF of release 12, in inches or millimetres.
func WriteTemplateDXF(w io.Writer, e *coping.End) error {
	k := 1.0
	if e.Unit.Metric() {
		k = 25.4
	}
	s := spread(e)
	scaled := func(p [2]float64) [2]float64 { return [2]float64{p[0] * k, p[1] * k} }
	var d dxf
	d.begin(scaled(s.Low), scaled(s.High), templateLayers)
	for _, l := range s.Strokes {
		if len(l.At) == 2 {
			d.line(l.Layer, scaled(l.At[0]), scaled(l.At[1]))
			continue
		}
		at := make([][2]float64, len(l.At))
		for i, p := range l.At {
			at[i] = scaled(p)
		}
		d.polyline(l.Layer, at)
	}
	for _, n := range s.Notes {
		d.text(coping.LayerWords, scaled(n.At), n.Size*k, n.Turn, n.Anchor, n.Text)
	}
	_, err := io.WriteString(w, d.end())
	return err
}

// How the lines of a template are drawn, in inches.
var templateStrokes = map[string]struct {
	width float64
	dash  []float64
	grey  bool
}{
	coping.LayerCut:    {0.012, nil, false},
	coping.LayerRelief: {0.010, []float64{0.06, 0.04}, false},
	coping.LayerEdge:   {0.008, nil, false},
	coping.LayerFold:   {0.006, []float64{0.02, 0.04}, true},
	coping.LayerCorner: {0.006, []float64{0.15, 0.04, 0.03, 0.04}, true},
	coping.LayerCheck:  {0.006, nil, false},
}

// WriteTemplateSVG writes the template of an end in true size as a drawing by itself.
func WriteTemplateSVG(w io.Writer, e *coping.End) error {
	s := spread(e)
	// Room for what is told to the right of the squares.
	wide := max(s.High[0], 2.3+longest(e)*0.062)
	var b strings.Builder
	x0, y0 := s.Low[0]-0.2, s.High[1]+0.1
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%.4fin" height="%.4fin" viewBox="%.4f %.4f %.4f %.4f" font-family="sans-serif" fill="none">`+"\n",
		wide-x0+0.2, y0-s.Low[1]+0.2, x0, -y0, wide-x0+0.2, y0-s.Low[1]+0.2)
	fmt.Fprintf(&b, "<title>%s</title>\n", html.EscapeString(e.Title()))
	for _, l := range s.Strokes {
		how := templateStrokes[l.Layer]
		colour, dash := "#20262B", ""
		if how.grey {
			colour = "#5F645F"
		}
		if how.dash != nil {
			dash = fmt.Sprintf(` stroke-dasharray="%s"`, strings.Trim(fmt.Sprint(how.dash), "[]"))
		}
		fmt.Fprintf(&b, `<polyline data-layer="%s" stroke="%s" stroke-width="%.4f"%s points="`, l.Layer, colour, how.width, dash)
		for _, p := range l.At {
			fmt.Fprintf(&b, "%.6f,%.6f ", p[0], -p[1])
		}
		b.WriteString("\"/>\n")
	}
	for _, n := range s.Notes {
		fmt.Fprintf(&b, `<text x="%.4f" y="%.4f" font-size="%.3f" text-anchor="%s" fill="#20262B">%s</text>`+"\n", n.At[0], -n.At[1], n.Size, n.Anchor,
			html.EscapeString(n.Text))
	}
	b.WriteString("</svg>\n")
	_, err := io.WriteString(w, b.String())
	return err
}

// longest is how many letters the longest line of what is told has.
func longest(e *coping.End) float64 {
	n := len(e.Title())
	for _, t := range e.Facts() {
		n = max(n, len(t))
	}
	return float64(n)
}

// ErrNoTemplates says that nothing is to be printed.
var ErrNoTemplates = errors.New("no end is coped here; let a piece give way at a corner, and draw its section")

// WriteTemplatesPDF writes the templates of ends in true size, a page for each and more where one is longer than the paper: tiles
// overlap by half an inch and have crosses to lay over each other.
func WriteTemplatesPDF(out io.Writer, title string, ends []*coping.End, paper string) error {
	if len(ends) == 0 {
		return ErrNoTemplates
	}
	p := newPage(paper == PaperA4, title, title+" · print at 100 %, and measure the squares")
	wide, high := p.GetPageSize()
	p.left, p.right, p.bottom = slim, wide-slim, high-slim-14
	for i, e := range ends {
		if i > 0 {
			p.AddPage()
		}
		p.template(e)
	}
	return p.write(out)
}

// Of a template's page: its margins in points, how far tiles lie over each other, and what stands between sheets.
const (
	slim    = 36.0
	inch    = 72.0
	overlap = 0.5
	between = 0.35
)

// template sets one end from the top of a page: what is told, and under it the sheets and the squares beside each other as far as they go.
func (p *page) template(e *coping.End) {
	p.y = slim + 14
	p.put(p.left, e.Title(), "B", 13, false)
	p.down(15, 0)
	for _, t := range e.Facts() {
		p.wrap(p.left, p.right-p.left, t, "", 8.5, 11)
	}
	for _, r := range e.Steps() {
		if r.Kind == coping.StepRelief || r.Kind == coping.StepSaw {
			p.wrap(p.left, p.right-p.left, r.Text, "", 8.5, 11)
		}
	}
	squares := coping.CheckSquares([2]float64{0, 0})
	x, top := p.left, p.y
	room := func(s coping.Sheet) bool {
		wide, high := s.High[0]-s.Low[0], s.High[1]-s.Low[1]
		return x+(wide+between+2)*inch <= p.right+1 && top+(high+0.1)*inch+10 <= p.bottom
	}
	var more []coping.Sheet
	for _, s := range []coping.Sheet{e.Face(), e.Behind()} {
		if len(s.Strokes) == 0 {
			continue
		}
		if len(more) > 0 || !room(s) {
			more = append(more, s)
			continue
		}
		wide, high := s.High[0]-s.Low[0], s.High[1]-s.Low[1]
		p.y = top + 8
		p.wrap(x, (wide+between/2)*inch, s.Name, "", 8, 9)
		p.sheet(moved(s, -s.Low[0], -s.Low[1]), x, top+12+high*inch)
		x += (wide + between) * inch
	}
	p.sheet(squares, p.right-2*inch, top+14+2*inch)
	for _, s := range more {
		p.tiled(e, s)
	}
}

// tiled sets a sheet on as many pages as it takes.
func (p *page) tiled(e *coping.End, s coping.Sheet) {
	wide, high := s.High[0]-s.Low[0], s.High[1]-s.Low[1]
	p.AddPage()
	p.y = slim + 14
	across, room := (p.right-p.left)/inch, (p.bottom-p.y-20)/inch
	columns := max(1, int(math.Ceil((wide-overlap)/(across-overlap))))
	rows := max(1, int(math.Ceil((high-overlap)/(room-overlap))))
	for row := range rows {
		for column := range columns {
			if row+column > 0 {
				p.AddPage()
				p.y = slim + 14
			}
			name := s.Name
			if rows*columns > 1 {
				name += fmt.Sprintf(", sheet %d of %d: lay the crosses over each other", row*columns+column+1, rows*columns)
			}
			p.put(p.left, e.Title()+": "+name, "", 9, false)
			x, y := float64(column)*(across-overlap), float64(row)*(room-overlap)
			w, h := min(across, wide-x), min(room, high-y)
			left, bottom := p.left, p.y+8+h*inch
			p.ClipRect(left, bottom-h*inch, w*inch, h*inch, false)
			p.sheet(moved(s, -s.Low[0]-x, -s.Low[1]-y), left, bottom)
			p.ClipEnd()
			for _, cx := range []float64{0, overlap, w - overlap, w} {
				for _, cy := range []float64{0, overlap, h - overlap, h} {
					if rows*columns > 1 && cx >= 0 && cy >= 0 {
						p.cross(left+cx*inch, bottom-cy*inch)
					}
				}
			}
			p.y = bottom + 14
		}
	}
}

// cross is a mark that sheets are laid over each other by.
func (p *page) cross(x, y float64) {
	p.SetDrawColor(0x5f, 0x64, 0x5f)
	p.SetLineWidth(0.4)
	p.Line(x-5, y, x+5, y)
	p.Line(x, y-5, x, y+5)
}

// sheet draws a sheet in true size, its place 0, 0 at a place of the page.
func (p *page) sheet(s coping.Sheet, left, bottom float64) {
	for _, l := range s.Strokes {
		how := templateStrokes[l.Layer]
		p.SetDrawColor(0x20, 0x26, 0x2b)
		if how.grey {
			p.SetDrawColor(0x5f, 0x64, 0x5f)
		}
		p.SetLineWidth(how.width * inch)
		dash := make([]float64, len(how.dash))
		for i, d := range how.dash {
			dash[i] = d * inch
		}
		p.SetDashPattern(dash, 0)
		if l.Layer == coping.LayerCheck {
			side := (l.At[1][0] - l.At[0][0]) * inch
			p.Rect(left+l.At[0][0]*inch, bottom-l.At[0][1]*inch-side, side, side, "D")
			continue
		}
		at := make([]fpdf.PointType, len(l.At))
		for i, q := range l.At {
			at[i] = fpdf.PointType{X: left + q[0]*inch, Y: bottom - q[1]*inch}
		}
		p.MoveTo(at[0].X, at[0].Y)
		for _, q := range at[1:] {
			p.LineTo(q.X, q.Y)
		}
		p.DrawPath("D")
	}
	p.SetDashPattern(nil, 0)
	was := p.y
	for _, n := range s.Notes {
		p.y = bottom - n.At[1]*inch
		x, size := left+n.At[0]*inch, n.Size*inch
		switch n.Anchor {
		case "middle":
			x -= p.width(n.Text, "", size) / 2
		case "end":
			x -= p.width(n.Text, "", size)
		}
		p.put(x, n.Text, "", size, false)
	}
	p.y = was
}
