package files

import (
	"encoding/csv"
	"io"
	"strconv"
	"strings"
)

// readCSV reads lines of u, z and the bow of what follows, out of the wood where it is
// positive; a heading may stand first. The last point goes on to the first.
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
