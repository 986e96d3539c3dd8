package coping

import (
	"fmt"
	"math"

	"gnomon/core/cope"
	"gnomon/core/joint"
	"gnomon/core/words"
)

// Layers of a template.
const (
	LayerCut    = "CUT"    // the line to saw
	LayerRelief = "RELIEF" // relief cuts, numbered
	LayerEdge   = "EDGE"   // edges of the face, or of the back
	LayerFold   = "FOLD"   // arrises of the face, where the paper creases
	LayerCorner = "CORNER" // the corner line, to which lengths are told
	LayerCheck  = "CHECK"  // squares to measure after printing
	LayerWords  = "WORDS"
)

// Stroke is a line of a template; Note is a word on it, its baseline begun, or ended or centred, at a place.
type Stroke struct {
	Layer string
	At    [][2]float64
}

// Note is a word on a template: Anchor is start, middle or end; Turn is anticlockwise.
type Note struct {
	At     [2]float64
	Text   string
	Size   float64
	Anchor string
	Turn   float64
}

// Sheet is a template in true size: inches, x to the right and y up.
type Sheet struct {
	Name    string
	Strokes []Stroke
	Notes   []Note
	Low     [2]float64 // its corners
	High    [2]float64
}

// beside is how much of the piece a template shows beyond the line, and on the waste side of it.
const beside = 1.0

// onFace is a place of the face's template: as one looks at it, its top edge up, the corner on the end's own side.
func (e *End) onFace(along, around float64) [2]float64 {
	if e.Hand == joint.Right { // the corner is to the right, and along runs to the left
		along = -along
	}
	return [2]float64{along, around}
}

// OnFace is the part of the line that a step is about, on the face's template; a relief cut runs from the end to its corner.
func (e *End) OnFace(s Step) [][2]float64 {
	var out [][2]float64
	if s.Kind == StepRelief {
		for _, r := range e.Reliefs {
			if r.Number == s.Number {
				return [][2]float64{e.onFace(-0.25, r.Around), e.onFace(r.Along, r.Around)}
			}
		}
	}
	for i, m := range e.Line {
		if i > 0 {
			a := e.Line[i-1]
			for _, cut := range []float64{s.From, s.To} {
				if a.Around < cut-1e-9 && cut < m.Around-1e-9 {
					t := (cut - a.Around) / (m.Around - a.Around)
					out = append(out, e.onFace(a.Along+(m.Along-a.Along)*t, cut))
				}
			}
		}
		if m.Around >= s.From-1e-9 && m.Around <= s.To+1e-9 {
			out = append(out, e.onFace(m.Along, m.Around))
		}
	}
	return out
}

// Face is the template that wraps around the face: as one looks at it, its top edge up.
func (e *End) Face() Sheet {
	side := 1.0
	if e.Hand == joint.Right { // the corner is to the right, and along runs to the left
		side = -1
	}
	g := e.girth()
	s := Sheet{Name: "on the face, face up"}
	at := e.onFace
	least, most := math.Inf(1), math.Inf(-1)
	var line [][2]float64
	for _, m := range e.Line {
		line = append(line, at(m.Along, m.Around))
		least, most = min(least, m.Along), max(most, m.Along)
	}
	far, near := most+beside, min(0, least)-0.25
	// Arrises, where the face turns at once; the paper is creased there.
	f := e.Joint.Coped
	for i := 1; i+1 < len(f.Own); i++ {
		a, b, c := f.Own[i-1], f.Own[i], f.Own[i+1]
		d, k := [2]float64{b.U - a.U, b.Z - a.Z}, [2]float64{c.U - b.U, c.Z - b.Z}
		turn := math.Atan2(d[0]*k[1]-d[1]*k[0], d[0]*k[0]+d[1]*k[1])
		if math.Abs(turn) > 12*math.Pi/180 {
			s.Strokes = append(s.Strokes, Stroke{LayerFold, [][2]float64{at(near, f.Around[i]), at(far, f.Around[i])}})
		}
	}
	s.Strokes = append(s.Strokes,
		Stroke{LayerEdge, [][2]float64{at(near, 0), at(far, 0)}}, Stroke{LayerEdge, [][2]float64{at(near, g), at(far, g)}},
		Stroke{LayerEdge, [][2]float64{at(far, 0), at(far, g)}},
		Stroke{LayerCorner, [][2]float64{at(0, 0), at(0, g)}}, Stroke{LayerCut, line})
	for _, r := range e.Reliefs {
		if r.Inner {
			s.Strokes = append(s.Strokes, Stroke{LayerRelief, [][2]float64{at(near, r.Around), at(r.Along, r.Around)}})
			s.Notes = append(s.Notes, Note{at(near-0.05, r.Around-0.05), fmt.Sprint(r.Number), 0.16, anchor(side > 0), 0})
		}
	}
	s.Notes = append(s.Notes,
		Note{at(most+beside/2, g/2), "keep", 0.16, "middle", 0},
		Note{at(0, g+0.06), "corner line", 0.1, "middle", 0},
		Note{at(far, g+0.06), "top edge", 0.1, anchor(side > 0), 0},
		Note{at(far, -0.14), "bottom edge", 0.1, anchor(side > 0), 0})
	if w, ok := e.wasteAt(); ok {
		s.Notes = append(s.Notes, Note{at(w.Along/2, w.Around), "waste", 0.13, "middle", 0})
	}
	s.frame(at(near-0.25, -0.2), at(far, g+0.18))
	return s
}

// Behind is the same on the back, as one looks at that: where the blade comes out, leaned as told.
func (e *End) Behind() Sheet {
	side := -1.0
	if e.Hand == joint.Right {
		side = 1
	}
	s := Sheet{Name: fmt.Sprintf("on the back, leaned %s", e.Lean)}
	var line [][2]float64
	least, most, top, bottom := 0.0, 0.0, 0.0, math.Inf(1)
	for _, q := range e.Joint.Behind(e.Line, e.Lean) {
		line = append(line, [2]float64{side * q[0], q[1]})
		least, most, top, bottom = min(least, q[0]), max(most, q[0]), max(top, q[1]), min(bottom, q[1])
	}
	if len(line) < 2 {
		return Sheet{}
	}
	at := func(along, up float64) [2]float64 { return [2]float64{side * along, up} }
	far, near := most+beside, least-0.25
	s.Strokes = []Stroke{{LayerEdge, [][2]float64{at(near, bottom), at(far, bottom)}}, {LayerEdge, [][2]float64{at(near, top), at(far, top)}},
		{LayerEdge, [][2]float64{at(far, bottom), at(far, top)}}, {LayerCorner, [][2]float64{at(0, bottom), at(0, top)}}, {LayerCut, line}}
	s.Notes = []Note{{at(most+beside/2, (top+bottom)/2), "keep", 0.16, "middle", 0}, {at(0, top+0.06), "corner line", 0.1, "middle", 0},
		{at(far, top+0.06), "top", 0.1, anchor(side > 0), 0}}
	s.frame(at(near-0.25, bottom-0.1), at(far, top+0.18))
	return s
}

func anchor(end bool) string {
	if end {
		return "end"
	}
	return "start"
}

// frame sets the corners of a sheet.
func (s *Sheet) frame(a, b [2]float64) {
	s.Low = [2]float64{min(a[0], b[0]), min(a[1], b[1])}
	s.High = [2]float64{max(a[0], b[0]), max(a[1], b[1])}
}

// wasteAt is where there is room for a word on the waste side.
func (e *End) wasteAt() (cope.Mark, bool) {
	var best cope.Mark
	for _, m := range cope.Close(e.Line, 0.25) {
		if at := m.Around / e.girth(); at > 0.15 && at < 0.85 && m.Along > best.Along {
			best = m
		}
	}
	return best, best.Along > 0.45
}

// Ruler is what a screen's own inch is set against: a thing that is as long everywhere.
type Ruler struct {
	Code, Text string
	Inches     float64
}

// Rulers are those: a bank card is 85.6 mm long (ISO/IEC 7810), and two lengths of a ruler.
var Rulers = []Ruler{{"card", "a bank card, its long side", 85.6 / 25.4}, {"inches", "a ruler, 3 inches", 3}, {"mm", "a ruler, 80 mm", 80 / 25.4}}

// CheckSquares are what to measure after printing, from a place on: 2 in, and 50 mm inside it.
func CheckSquares(at [2]float64) Sheet {
	square := func(side float64) Stroke {
		x, y := at[0], at[1]
		return Stroke{LayerCheck, [][2]float64{{x, y}, {x + side, y}, {x + side, y + side}, {x, y + side}, {x, y}}}
	}
	s := Sheet{Strokes: []Stroke{square(2), square(50 / 25.4)}}
	s.Notes = []Note{{[2]float64{at[0] + 0.1, at[1] + 1.2}, "Measure me:", 0.12, "start", 0}, {[2]float64{at[0] + 0.1, at[1] + 0.95}, "outer 2 in",
		0.12, "start", 0},
		{[2]float64{at[0] + 0.1, at[1] + 0.7}, "inner 50 mm", 0.12, "start", 0}, {[2]float64{at[0] + 0.1, at[1] + 0.4}, "If not, print at 100 %.", 0.1, "start", 0}}
	s.Low, s.High = at, [2]float64{at[0] + 2, at[1] + 2}
	return s
}

// Title names the end as its template does.
func (e *End) Title() string {
	if e.Piece == nil {
		return fmt.Sprintf("%s into %s, %s end, corner of %s", e.Coped.Name, words.Small(e.Through.Name), e.Hand, e.Theta)
	}
	return fmt.Sprintf("%s, %s end, coped into %s at corner %s (%s)", e.Piece.Label, e.Hand, e.Into, e.Piece.End(e.Hand).Letter, e.Theta)
}

// Facts are what stands beside a template in words.
func (e *End) Facts() []string {
	out := []string{fmt.Sprintf("%s into %s. %s", e.Coped.Name, e.Through.Name, e.WasteText()), e.LineText(), e.LeanText()}
	if t := e.ExtraText(); t != "" {
		out = append(out, t)
	}
	return out
}
