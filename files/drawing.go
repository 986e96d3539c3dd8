package files

import (
	"fmt"
	"html"
	"io"
	"math"
	"strings"

	"gnomon/core/job"
	"gnomon/core/picture"
)

// Drawing is a room from above with the words that stand on it.
type Drawing struct {
	Title string
	Floor picture.Floor
	Sizes map[string]string // of walls and diagonals, by id
	Reads map[string]string // of corners
	Job   *job.Job
}

// scale is how many drawing units an inch is: drawings are in the job's unit.
func (d Drawing) scale() float64 {
	if d.Job.Unit.Metric() {
		return 25.4
	}
	return 1
}

// lettering is the height of letters, in inches of the room.
func (d Drawing) lettering() float64 { return min(6, max(1.5, d.Floor.Span*0.022)) }

// note is a piece of text at a place.
type note struct {
	at    picture.Point
	angle float64 // clockwise on a page whose y points down
	text  string
	layer string
}

// notes are the sizes and letters, off the walls by a letter's height.
func (d Drawing) notes() []note {
	h := d.lettering()
	var out []note
	off := func(p, dir picture.Point, by float64) picture.Point {
		return picture.Point{p[0] + dir[0]*by, p[1] + dir[1]*by}
	}
	mid := func(a, b picture.Point) picture.Point { return picture.Point{(a[0] + b[0]) / 2, (a[1] + b[1]) / 2} }
	for _, w := range d.Floor.Walls {
		out = append(out, note{off(mid(w.From, w.To), w.Facing, -1.4*h), w.Angle, d.Sizes[w.ID], "SIZES"})
	}
	for _, o := range d.Floor.Openings {
		if len(o.Trim) > 0 {
			at := mid(o.From, o.To)
			out = append(out, note{picture.Point{at[0], at[1]}, 0, o.Name, "CASINGS"})
		}
	}
	for _, s := range d.Floor.Shots {
		if s.ID != "" {
			out = append(out, note{mid(s.From, s.To), s.Angle, d.Sizes[s.ID], "SIZES"})
		}
	}
	for _, c := range d.Floor.Corners {
		text := c.Letter
		if r := d.Reads[c.ID]; r != "" {
			text += " " + r
		}
		out = append(out, note{off(c.At, c.Facing, 2.2*h), 0, text, "CORNERS"})
	}
	return out
}

// line is a stroke on a layer.
type line struct {
	a, b  picture.Point
	layer string
}

// lines are the walls with their openings left out, the openings, and diagonals.
func (d Drawing) lines() []line {
	var out []line
	for _, w := range d.Floor.Walls {
		layer := "WALLS"
		if !w.Known {
			layer = "UNMEASURED"
		}
		out = append(out, line{w.From, w.To, layer})
	}
	for _, o := range d.Floor.Openings {
		out = append(out, line{o.From, o.To, "OPENINGS"})
		for _, leg := range o.Trim {
			for i := range leg {
				out = append(out, line{leg[i], leg[(i+1)%len(leg)], "CASINGS"})
			}
		}
	}
	for _, s := range d.Floor.Shots {
		if s.ID != "" {
			out = append(out, line{s.From, s.To, "DIAGONALS"})
		}
	}
	if g := d.Floor.Gap; g != nil && g.Shown {
		out = append(out, line{g.From, g.To, "GAP"})
	}
	return out
}

var strokes = map[string]string{
	"WALLS":      `stroke="#20262B" stroke-width="%g"`,
	"UNMEASURED": `stroke="#5F645F" stroke-width="%g" stroke-dasharray="3 4"`,
	"OPENINGS":   `stroke="#FFFEF8" stroke-width="%g"`,
	"CASINGS":    `stroke="#B99B66" stroke-width="%g"`,
	"DIAGONALS":  `stroke="#5F645F" stroke-width="%g" stroke-opacity="0.5"`,
	"GAP":        `stroke="#A23B2A" stroke-width="%g" stroke-dasharray="2 2"`,
}

// WriteSVG writes the room as a drawing by itself, in inches or millimetres.
func WriteSVG(w io.Writer, d Drawing) error {
	k, h := d.scale(), d.lettering()
	pad := 5 * h
	b := d.Floor.Box
	unit := "in"
	if d.Job.Unit.Metric() {
		unit = "mm"
	}
	// Drawn at a scale that fits a sheet; the numbers inside are full size.
	const sheet = 24.0
	full := sheet / (max(b[2], b[3]) + 2*pad)
	var s strings.Builder
	fmt.Fprintf(&s, `<svg xmlns="http://www.w3.org/2000/svg" width="%.2f%s" height="%.2f%s" viewBox="%.4f %.4f %.4f %.4f" font-family="sans-serif" font-size="%.4f">`+"\n",
		(b[2]+2*pad)*full*k, unit, (b[3]+2*pad)*full*k, unit, (b[0]-pad)*k, (b[1]-pad)*k, (b[2]+2*pad)*k, (b[3]+2*pad)*k, h*k)
	fmt.Fprintf(&s, "<title>%s</title>\n", html.EscapeString(d.Title))
	for _, l := range d.lines() {
		width := 0.28 * h * k
		if l.layer == "DIAGONALS" || l.layer == "GAP" || l.layer == "CASINGS" {
			width /= 3
		}
		fmt.Fprintf(&s, `<line x1="%.4f" y1="%.4f" x2="%.4f" y2="%.4f" `+strokes[l.layer]+"/>\n", l.a[0]*k, l.a[1]*k, l.b[0]*k, l.b[1]*k, width)
	}
	for _, n := range d.notes() {
		if n.text == "" {
			continue
		}
		fmt.Fprintf(&s, `<text x="%.4f" y="%.4f" text-anchor="middle" dominant-baseline="central" transform="rotate(%.3f %.4f %.4f)">%s</text>`+"\n",
			n.at[0]*k, n.at[1]*k, n.angle, n.at[0]*k, n.at[1]*k, html.EscapeString(n.text))
	}
	s.WriteString("</svg>\n")
	_, err := io.WriteString(w, s.String())
	return err
}

// WriteDXF writes the room full size as DXF of release 12: lines and text on
// layers, x to the right and y up, in inches or millimetres.
func WriteDXF(w io.Writer, d Drawing) error {
	k, h := d.scale(), d.lettering()
	place := func(p picture.Point) [2]float64 { return [2]float64{p[0] * k, math.Copysign(p[1]*k, -p[1])} }
	b := d.Floor.Box
	var s dxf
	s.begin([2]float64{b[0] * k, -(b[1] + b[3]) * k}, [2]float64{(b[0] + b[2]) * k, -b[1] * k},
		[]string{"WALLS", "UNMEASURED", "OPENINGS", "CASINGS", "DIAGONALS", "GAP", "SIZES", "CORNERS"})
	for _, l := range d.lines() {
		s.line(l.layer, place(l.a), place(l.b))
	}
	for _, n := range d.notes() {
		if n.text != "" {
			s.text(n.layer, place(n.at), h*k, -n.angle, "middle", n.text)
		}
	}
	_, err := io.WriteString(w, s.end())
	return err
}

// plainText is text as release 12 holds it: one line of ASCII, degrees as %%d.
func plainText(s string) string {
	s = strings.NewReplacer("°", "%%d", "′", "'", "″", `"`).Replace(s)
	return strings.Map(func(r rune) rune {
		if r < ' ' || r > '~' {
			return '?'
		}
		return r
	}, s)
}
