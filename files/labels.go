package files

import (
	"io"
	"slices"
	"strings"

	"rsc.io/qr"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// Sheets of labels: so many side by side, so high each, in points.
const (
	labelsAcross = 3
	labelHigh    = 86.0
	labelCode    = 58.0
)

// Link gives the address behind a piece's code. An error ends the sheet: nobody waits for it
// any more.
type Link func(piece string) (address string, err error)

// WriteLabelsPDF writes a label for each piece, to stick on its back: name and room, the
// length, what is on its ends, and a code that opens it at the saw. link gives the address
// behind the code. They come in the order to hang, room by room.
func WriteLabelsPDF(w io.Writer, j job.Job, p plan.Plan, link Link) error {
	s := newPage(j.Unit.Metric(), "Labels: "+j.Name, "Labels · "+j.Name)
	wide := (s.right - s.left) / labelsAcross
	s.y = margin
	codes, n := j.RoomCodes(), 0
	pieces := slices.Clone(p.Pieces)
	for i := range j.Rooms {
		var mine []piece.Piece
		for _, q := range pieces {
			if q.Room == j.Rooms[i].ID && q.Cut > 0 {
				mine = append(mine, *q)
			}
		}
		slices.SortStableFunc(mine, func(a, b piece.Piece) int { return a.Hang - b.Hang })
		for _, q := range mine {
			if n > 0 && n%labelsAcross == 0 {
				s.y += labelHigh
			}
			if s.y+labelHigh > s.bottom {
				s.AddPage()
				s.y, n = margin, 0
			}
			to, err := link(q.ID)
			if err != nil {
				return err
			}
			if err := s.label(j, q, codes[q.Room], to, s.left+float64(n%labelsAcross)*wide, wide); err != nil {
				return err
			}
			n++
		}
	}
	return s.write(w)
}

// label sets one label with its top left corner at x and the page's place.
func (s *page) label(j job.Job, q piece.Piece, room, link string, x, wide float64) error {
	top := s.y
	defer func() { s.y = top }()
	s.SetDrawColor(0xd8, 0xd2, 0xc4)
	s.SetLineWidth(0.4)
	s.Rect(x, top, wide, labelHigh, "D")
	if err := s.code(link, x+7, top+7, labelCode); err != nil {
		return err
	}
	left := x + labelCode + 15
	s.y = top + 19
	s.fit(left, x+wide-left-4, q.Label, "B", 12)
	s.y = top + 31
	s.put(left, room+" · "+wallLabel(j, q), "", 8, false)
	s.y = top + 51
	s.put(left, q.LengthText(j.Unit), "B", 14, false)
	s.y = top + 63
	s.put(left, "L "+shortEnd(q.Left), "", 7.5, false)
	s.y = top + 73
	s.put(left, "R "+shortEnd(q.Right), "", 7.5, false)
	if t := holesShort(q, j.Unit); t != "" {
		s.y = top + 82
		s.fit(left, x+wide-left-4, t, "", 7.5)
	}
	if q.Hang > 0 {
		s.y = top + 78
		s.put(x+8, "hangs "+decimal(float64(q.Hang)), "", 8, false)
	}
	return nil
}

// holesShort tells in a few words where something is cut out of a piece.
func holesShort(q piece.Piece, unit measure.Unit) string {
	var at []string
	for _, h := range q.Holes {
		at = append(at, words.Small(h.Title)+" "+h.From.In(unit)+" to "+h.To.In(unit))
	}
	return strings.Join(at, "; ")
}

// shortEnd is an end in a word or three.
func shortEnd(e piece.End) string {
	t := string(e.Joint)
	if e.ToldTo != piece.ToEnd {
		t += ", " + string(e.ToldTo)
	}
	if e.Chamfer > 0 {
		t += ", chamfer"
	}
	if e.Dial != nil && e.Dial.Mitre != 0 {
		t += ", " + e.Dial.Mitre.Abs().String()
		if e.Fence != "" {
			t += " on added fence"
		}
	}
	return t
}

// Run is a stretch of dark squares in a code, from its left top corner.
type Run struct{ X, Y, Wide int }

// Code is a text as a QR code: how many squares it has a side, and its dark ones, row by row.
// Its mask is always the first one, which any reader takes: weighing all eight took most of a
// sheet's time.
func Code(text string) (side int, runs []Run, err error) {
	c, err := qr.Encode(text, qr.M)
	if err != nil {
		return 0, nil, err
	}
	side = c.Size
	dark := c.Black
	for r := range side {
		for x := 0; x < side; x++ {
			from := x
			for x < side && dark(x, r) {
				x++
			}
			if x > from {
				runs = append(runs, Run{from, r, x - from})
			}
		}
	}
	return side, runs, nil
}

// code draws a QR code of a text, size points square; a run in one stroke, so that no
// hairline parts it.
func (s *page) code(text string, x, y, size float64) error {
	side, runs, err := Code(text)
	step := size / float64(side)
	s.SetFillColor(0, 0, 0)
	for _, r := range runs {
		s.Rect(x+float64(r.X)*step, y+float64(r.Y)*step, float64(r.Wide)*step, step*1.02, "F")
	}
	return err
}
