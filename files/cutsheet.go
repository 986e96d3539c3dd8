package files

import (
	"cmp"
	"fmt"
	"io"

	"codeberg.org/go-pdf/fpdf"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/saw"
)

// WriteCutSheetPDF writes the cut list to hang beside the saw: by moulding and room, in
// large type, each piece drawn with its ends, two boxes to tick and a code that opens it at
// the saw, in the order to hang. link gives the address behind the code.
func WriteCutSheetPDF(w io.Writer, j job.Job, p plan.Plan, link Link) error {
	s := newPage(j.Unit.Metric(), "Cut sheet: "+j.Name, "Cut sheet · "+j.Name)
	s.put(s.left, "Cut sheet", "B", 22, false)
	s.put(s.right, j.Name, "B", 13, true)
	s.down(20, 0)
	s.wrap(s.left, s.right-s.left, "Lengths are told at the back and bottom, to the point named. Settings are dialled on: "+cmp.Or(j.Machine().Name,
		"this job's saw")+". Try each new setting on scrap; eyes, ears and dust protection on; let the blade stop before you lift. The workpiece and the saw's "+
		"own manual have the last word.", "", 9.5, 12.5)
	labels := labels(p)
	longest := measure.Length(1)
	for _, q := range p.Pieces {
		longest = max(longest, q.Cut)
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		for k := range j.Rooms {
			r := &j.Rooms[k]
			first := true
			for _, q := range p.Pieces {
				if q.Moulding != m.ID || q.Room != r.ID || q.Cut <= 0 {
					continue
				}
				if first {
					s.down(26, 90)
					s.put(s.left, m.Title()+" · "+r.Title(), "B", 13, false)
					s.down(6, 0)
					s.rule(false)
					first = false
				}
				to, err := link(q.ID)
				if err != nil {
					return err
				}
				if err := s.cutLine(j, *q, p.NailText(q, j.Unit), labels, float64(q.Cut)/float64(longest), to); err != nil {
					return err
				}
			}
		}
	}
	if len(p.Glue()) > 0 {
		s.down(22, 60)
		s.put(s.left, "On the bench, in this order", "B", 13, false)
		s.down(16, 0)
		for n, g := range p.Glue() {
			s.box(s.left, 9)
			s.wrap(s.left+18, s.right-s.left-18, fmt.Sprintf("%d. %s", n+1, g.Text), "", 10.5, 14)
		}
	}
	return s.write(w)
}

// told is how far in the length of a piece ends.
const told = 230.0

// sheetCode is the side of a piece's code on the sheet, in points: 14 mm, which a phone reads
// at arm's length.
const sheetCode = 40.0

// cutLine is one piece: boxes, name and order, length, the bar, what is on its ends, and its
// code.
func (s *page) cutLine(j job.Job, q piece.Piece, nails string, labels map[string]string, share float64, link string) error {
	s.down(30, 62+22*float64(len(q.Remarks()))+lyingHigh*float64(min(1, len(q.Holes)))) // each end may take two lines
	y := s.y
	if err := s.code(link, s.right-sheetCode, y-18, sheetCode); err != nil {
		return err
	}
	s.box(s.left, 14)
	s.box(s.left+19, 14)
	s.fit(s.left+40, told-46-s.width(q.LengthText(j.Unit), "B", 22), q.Label, "B", 15)
	hang := fmt.Sprintf("hangs %d", q.Hang)
	if q.Hang == 0 {
		hang = "cannot be hung"
	}
	if q.Group != "" {
		hang += ", bench"
	}
	if q.Miscuts > 0 {
		hang += fmt.Sprintf(", spoiled %d", q.Miscuts)
	}
	if nails != "" {
		hang += ", nails " + nails
	}
	s.put(s.left+told, q.LengthText(j.Unit), "B", 22, true)
	s.y = y + 13
	s.fit(s.left+40, told-46, hang, "", 9.5)
	if m := q.MeasuredText(j.Unit); m != "" {
		s.put(s.left+told, "measured "+m, "", 9.5, true)
	}
	from, right := s.left+told+12, s.right-sheetCode-6
	s.bar(q, from, from+60+(right-from-76)*share, y-14)
	s.y = y + 11
	s.wrap(from, right-from, sheetEnd(joint.Left, q.Left, labels, j.Unit), "", 8.6, 11)
	s.wrap(from, right-from, sheetEnd(joint.Right, q.Right, labels, j.Unit), "", 8.6, 11)
	for _, r := range q.Remarks() {
		s.wrap(from, right-from, r, "B", 8.6, 11)
	}
	if len(q.Holes) > 0 {
		s.lying(picture.Lying(&q, saw.MouldingOf(&j, j.Moulding(q.Moulding)), j.Unit), from, right)
	}
	s.y = max(s.y-5, y+26)
	s.rule(true)
	return nil
}

// lyingHigh is how high a piece with holes is drawn, in points.
const lyingHigh = 34.0

// lying draws a piece face up, its bottom edge toward whoever reads, with what is cut out of it and where no nail goes.
func (s *page) lying(l picture.LyingPiece, from, to float64) {
	top := s.y - 4
	across, up := (to-from)/l.Long, lyingHigh/l.High
	at := func(ps [][2]float64) []fpdf.PointType {
		out := make([]fpdf.PointType, 0, len(ps))
		for _, p := range ps {
			out = append(out, fpdf.PointType{X: from + p[0]*across, Y: top + lyingHigh - p[1]*up})
		}
		return out
	}
	s.SetFillColor(0xf0, 0xe2, 0xc6)
	s.SetDrawColor(0x20, 0x26, 0x2b)
	s.SetLineWidth(0.6)
	s.Polygon(at(l.Outline), "FD")
	for _, h := range l.Holes {
		s.SetFillColor(0xe8, 0xd0, 0xc4)
		s.Polygon(at([][2]float64{{h.NailFrom, 0}, {h.NailTo, 0}, {h.NailTo, l.High}, {h.NailFrom, l.High}}), "F")
		s.SetFillColor(0xff, 0xff, 0xff)
		s.Polygon(at(h.Outline), "FD")
	}
	s.y = top + lyingHigh + 14
}

// sheetEnd tells an end in a line: what it is, into what, and how the saw is set.
func sheetEnd(h joint.Hand, e piece.End, labels map[string]string, unit measure.Unit) string {
	t := endText(h, e, unit)
	if m := labels[e.Meets]; m != "" && e.Joint != piece.Square {
		t += ", " + map[piece.Joint]string{piece.Cope: "into ", piece.Butt: "against "}[e.Joint]
		if e.Joint == piece.Mitre || e.Joint == piece.Scarf {
			t += "with "
		}
		t += m
	}
	if e.Against != "" {
		t += ", against " + e.Against
	}
	return t
}

func (s *page) box(x, size float64) {
	s.SetDrawColor(0x20, 0x26, 0x2b)
	s.SetLineWidth(0.9)
	s.Rect(x, s.y-size+2, size, size, "D")
}

// thick is how thick a bar is drawn, in points.
const thick = 12.0

// bar draws a piece seen from above with the wall on top, its ends at their own slant, a
// cope as its line. Its length has no scale.
func (s *page) bar(q piece.Piece, from, to, top float64) {
	slant := func(e piece.End) float64 { return max(-1.6, min(1.6, e.Slant())) * thick }
	l, r := slant(q.Left), slant(q.Right)
	back, face := top, top+thick
	s.SetFillColor(0xf0, 0xe2, 0xc6)
	s.SetDrawColor(0x20, 0x26, 0x2b)
	s.SetLineWidth(0.8)
	s.Polygon([]fpdf.PointType{{X: from, Y: back}, {X: to, Y: back}, {X: to + r, Y: face}, {X: from + l, Y: face}}, "FD")
	for _, k := range []struct {
		e    piece.End
		x, d float64
	}{{q.Left, from, l}, {q.Right, to, r}} {
		if k.e.Joint == piece.Cope {
			s.SetLineWidth(1.8)
			s.CurveBezierCubic(k.x, back, k.x, back+thick*0.45, k.x+k.d, back+thick*0.35, k.x+k.d, face, "D")
			s.SetLineWidth(0.8)
		}
	}
}
