package files

import (
	"fmt"
	"strings"
)

// dxf is a DXF of release 12 being written: lines and text on layers, x to the right and y up, in the unit of its numbers.
type dxf struct{ strings.Builder }

func (d *dxf) pair(code int, value any) { fmt.Fprintf(d, "%d\n%v\n", code, value) }

func (d *dxf) num(code int, v float64) { d.pair(code, fmt.Sprintf("%.6f", v+0)) }

// begin writes what comes before the entities: the extent and the layers.
func (d *dxf) begin(low, high [2]float64, layers []string) {
	d.pair(0, "SECTION")
	d.pair(2, "HEADER")
	d.pair(9, "$ACADVER")
	d.pair(1, "AC1009")
	for _, c := range []struct {
		name string
		at   [2]float64
	}{{"$EXTMIN", low}, {"$EXTMAX", high}} {
		d.pair(9, c.name)
		d.num(10, c.at[0])
		d.num(20, c.at[1])
	}
	d.pair(0, "ENDSEC")
	d.pair(0, "SECTION")
	d.pair(2, "TABLES")
	d.pair(0, "TABLE")
	d.pair(2, "LAYER")
	d.pair(70, len(layers))
	for i, l := range layers {
		d.pair(0, "LAYER")
		d.pair(2, l)
		d.pair(70, 0)
		d.pair(62, i+1)
		d.pair(6, "CONTINUOUS")
	}
	d.pair(0, "ENDTAB")
	d.pair(0, "ENDSEC")
	d.pair(0, "SECTION")
	d.pair(2, "ENTITIES")
}

func (d *dxf) line(layer string, a, b [2]float64) {
	d.pair(0, "LINE")
	d.pair(8, layer)
	d.num(10, a[0])
	d.num(20, a[1])
	d.pair(30, "0.0")
	d.num(11, b[0])
	d.num(21, b[1])
	d.pair(31, "0.0")
}

// polyline is an open line of several places.
func (d *dxf) polyline(layer string, at [][2]float64) {
	d.pair(0, "POLYLINE")
	d.pair(8, layer)
	d.pair(66, 1)
	d.pair(70, 0)
	for _, p := range at {
		d.pair(0, "VERTEX")
		d.pair(8, layer)
		d.num(10, p[0])
		d.num(20, p[1])
		d.pair(30, "0.0")
	}
	d.pair(0, "SEQEND")
}

// Where a text is begun, as DXF numbers it: at its left, its middle or its right end.
var dxfAnchors = map[string]int{"start": 0, "middle": 1, "end": 2}

func (d *dxf) text(layer string, at [2]float64, high, turn float64, anchor, text string) {
	d.pair(0, "TEXT")
	d.pair(8, layer)
	d.num(10, at[0])
	d.num(20, at[1])
	d.pair(30, "0.0")
	d.num(40, high)
	d.pair(1, plainText(text))
	d.num(50, turn)
	d.pair(72, dxfAnchors[anchor])
	d.num(11, at[0])
	d.num(21, at[1])
	d.pair(31, "0.0")
}

func (d *dxf) end() string {
	d.pair(0, "ENDSEC")
	d.pair(0, "EOF")
	return d.String()
}
