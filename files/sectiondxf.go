package files

import (
	"math"
	"strconv"
	"strings"

	"gnomon/core/profile"
)

// readDXF reads the first polyline, old or light, with its bulges. A number in it that is none
// is refused with its line, and so is what would have to be scaled or turned to be read.
func readDXF(text string) (polyline, error) {
	d := dxfReader{lines: strings.Split(strings.ReplaceAll(text, "\r", ""), "\n")}
	if err := d.read(); err != nil {
		return polyline{}, err
	}
	switch {
	case !d.in && d.block:
		return polyline{}, unread("its polyline stands in a block, which may be inserted at another size",
			"explode the block, and export the section as one closed polyline")
	case !d.in:
		return polyline{}, unread("there is no polyline in it", "export the section as one closed polyline")
	}
	return bulged(d.out, d.bulges), nil
}

// dxfReader reads the pairs of a code and a value, a line each.
type dxfReader struct {
	lines             []string
	out               polyline
	bulges            []float64
	section           string
	in, light, vertex bool // a polyline; one of the light kind; a vertex of one of the old kind
	block             bool // a polyline was seen in a block
	control           bool // the vertex is one of a spline's frame, and not drawn
}

func (d *dxfReader) read() error {
	named := false // the section's name follows
	for i := 0; i+1 < len(d.lines); i += 2 {
		code, value := strings.TrimSpace(d.lines[i]), strings.TrimSpace(d.lines[i+1])
		switch {
		case code == "0":
			if d.in && (d.light || value == "SEQEND") {
				return nil
			}
			named = value == "SECTION"
			d.begin(value)
		case code == "2" && named:
			d.section, named = value, false
		case d.in && len(d.out.at) <= 4*profile.MaxPoints:
			if err := d.take(code, value, i+2); err != nil {
				return err
			}
		}
	}
	return nil
}

// begin begins an entity.
func (d *dxfReader) begin(entity string) {
	switch {
	case d.section == "BLOCKS" && (entity == "LWPOLYLINE" || entity == "POLYLINE"):
		d.block = true
	case d.section == "BLOCKS":
	case entity == "LWPOLYLINE":
		d.in, d.light = true, true
	case entity == "POLYLINE":
		d.in = true
	case entity == "VERTEX" && d.in:
		d.vertex, d.control = true, false
		d.point()
	}
}

func (d *dxfReader) point() {
	d.out.at, d.bulges = append(d.out.at, [3]float64{}), append(d.bulges, 0)
}

// Flags of a polyline and of a vertex.
const (
	dxfClosed  = 1
	dxfSolid   = 8 | 16 | 64 // a line in space, a mesh
	dxfControl = 16          // of a vertex: of a spline's frame
)

// take takes one value of the polyline, or of its vertex, from a line of the file.
func (d *dxfReader) take(code, value string, line int) error {
	switch code {
	case "10", "20", "42", "70", "230":
	default:
		return nil
	}
	v, err := strconv.ParseFloat(value, 64)
	if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
		return unread("line %d: %q stands where a number belongs", "export the section again", line, clip(value))
	}
	if code == "10" && d.light {
		d.point()
	}
	last := len(d.out.at) - 1
	switch {
	case code == "70" && d.vertex:
		if int(v)&dxfControl != 0 && !d.control { // it stands last in its vertex
			d.control = true
			d.out.at, d.bulges = d.out.at[:last], d.bulges[:last]
		}
	case code == "70":
		d.out.closed = int(v)&dxfClosed != 0
		if !d.light && int(v)&dxfSolid != 0 {
			return unread("line %d: the polyline is drawn in space", "export the section as a flat, closed polyline", line)
		}
	case code == "230" && v < 0:
		return unread("line %d: the polyline is drawn from behind", "turn it over, or export the section again from the front", line)
	case last < 0 || d.control:
	case code == "10":
		d.out.at[last][0] = v
	case code == "20":
		d.out.at[last][1] = v
	case code == "42":
		d.bulges[last] = v
	}
	return nil
}

// bulged turns bulges, tan of a quarter of what an arc turns, into bows: bulge times half
// the chord. Both are positive to the right.
func bulged(l polyline, bulges []float64) polyline {
	for i := range l.at {
		n := l.at[(i+1)%len(l.at)]
		l.at[i][2] = bulges[i] * math.Hypot(n[0]-l.at[i][0], n[1]-l.at[i][1]) / 2
	}
	return l
}
