package picture

import (
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/sticks"
)

// BarPicture is a stick seen from above with the back on top, in inches from its
// left end; across, 0 is the back and 1 the face. Slants run over the projection
// to scale; the bar is drawn deeper than it is, so that they can be seen.
type BarPicture struct {
	Length  float64    `json:"length"`
	Depth   float64    `json:"depth"` // the projection
	Pieces  []BarPiece `json:"pieces"`
	Spoiled []BarSpan  `json:"spoiled"`
	Left    float64    `json:"left"` // where the leftover begins
}

// BarPiece is a piece on a bar: where its ends stand at the back and at the face,
// and the kerf past its right end.
type BarPiece struct {
	ID         string  `json:"id"`
	BackFrom   float64 `json:"backFrom"`
	BackTo     float64 `json:"backTo"`
	FaceFrom   float64 `json:"faceFrom"`
	FaceTo     float64 `json:"faceTo"`
	Kerf       float64 `json:"kerf"`
	LeftJoint  string  `json:"leftJoint"`
	RightJoint string  `json:"rightJoint"`
}

// BarSpan is a stretch of a bar.
type BarSpan struct {
	Label string  `json:"label"`
	From  float64 `json:"from"`
	To    float64 `json:"to"`
}

// OnStick draws a laid stick.
func OnStick(j *job.Job, m *job.Moulding, b sticks.Bar) BarPicture {
	p := m.Out().Inches()
	if m.Is().Laid { // flat, its face up
		p = m.Height.Length.Inches()
	}
	out := BarPicture{Length: b.Length.Inches(), Depth: p, Pieces: []BarPiece{}, Spoiled: []BarSpan{}, Left: (b.Length - b.Leftover - trimAt(j, b)).Inches()}
	for i, q := range b.On {
		d := BarPiece{ID: q.Laid.Piece, BackFrom: q.From.Inches(), BackTo: q.To.Inches()}
		d.FaceFrom, d.FaceTo = d.BackFrom, d.BackTo
		if q.Piece != nil {
			d.FaceFrom += q.Piece.Left.Slope * p
			d.FaceTo += q.Piece.Right.Slope * p
			if q.Piece.Left.Faced {
				d.FaceFrom, d.FaceTo = d.BackFrom+q.Piece.Left.Rise*p, d.BackTo+q.Piece.Right.Rise*p
			}
			d.LeftJoint, d.RightJoint = string(q.Piece.Left.Joint), string(q.Piece.Right.Joint)
		}
		if b.Leftover > 0 || i < len(b.On)-1 {
			d.Kerf = j.Kerf().Inches()
		}
		out.Pieces = append(out.Pieces, d)
	}
	for _, s := range b.Spoiled {
		out.Spoiled = append(out.Spoiled, BarSpan{s.Label, s.From.Inches(), s.To.Inches()})
	}
	return out
}

// trimAt is the trim at the right end, which the leftover does not hold.
func trimAt(j *job.Job, b sticks.Bar) measure.Length {
	if len(b.On) == 0 && len(b.Spoiled) == 0 {
		return 0
	}
	return j.Cutting.EndTrim.Length
}
