package picture

import (
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// LyingPiece is a piece as it lies face up, its bottom edge toward you, in inches: x to the right from its leftmost point, y up from the
// bottom edge.
type LyingPiece struct {
	Long    float64      `json:"long"`
	High    float64      `json:"high"`
	Outline [][2]float64 `json:"outline"`
	Holes   []FaceHole   `json:"holes"`
}

// FaceHole is what is cut out of it, and between what no nail goes in.
type FaceHole struct {
	Title    string       `json:"title"`
	Outline  [][2]float64 `json:"outline"`
	NailFrom float64      `json:"nailFrom"`
	NailTo   float64      `json:"nailTo"`
	From     float64      `json:"from" doc:"from the piece's left end, as it is marked"`
	To       float64      `json:"to"`
	Low      float64      `json:"low"`
	High     float64      `json:"high"`
	Texts    FaceTexts    `json:"texts"`
}

// FaceTexts are the measures of a hole in words.
type FaceTexts struct {
	From string `json:"from"`
	To   string `json:"to"`
	Low  string `json:"low"`
	High string `json:"high"`
}

// Lying draws a piece with what is cut out of it.
func Lying(p *piece.Piece, s saw.Moulding, unit measure.Unit) LyingPiece {
	u, h := s.Projection.Inches(), s.Drop.Inches()
	at := func(hand joint.Hand, z float64) float64 {
		e := p.End(hand)
		x := u*e.Slope + z*e.Rise
		if hand == joint.Right {
			x += p.Back.Inches()
		}
		return x
	}
	first := min(0, at(joint.Left, 0), at(joint.Left, h))
	f := LyingPiece{High: h, Holes: []FaceHole{}, Long: max(p.Back.Inches(), at(joint.Right, 0), at(joint.Right, h)) - first,
		Outline: [][2]float64{{at(joint.Left, 0) - first, 0}, {at(joint.Right, 0) - first, 0}, {at(joint.Right, h) - first, h}, {at(joint.Left, h) - first, h}}}
	for _, k := range p.Holes {
		a, b, low, high := k.From.Inches()-first, k.To.Inches()-first, k.Low.Inches(), k.High.Inches()
		f.Holes = append(f.Holes, FaceHole{Title: k.Title, Outline: [][2]float64{{a, low}, {b, low}, {b, high}, {a, high}},
			NailFrom: k.NailFrom.Inches() - first, NailTo: k.NailTo.Inches() - first, From: a, To: b, Low: low, High: high,
			Texts: FaceTexts{k.From.In(unit), k.To.In(unit), k.Low.In(unit), k.High.In(unit)}})
	}
	return f
}
