package picture

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sticks"
)

// A bar shows the ends as they are: an inside mitre's long point at the back, an
// outside one's on the face; kerfs between, and what is left over.
func TestOnStick(t *testing.T) {
	in := measure.Inch
	var j job.Job
	j.Cutting.Kerf.Length, j.Cutting.EndTrim.Length = in/8, in/2
	m := &job.Moulding{Thickness: job.Entry{Length: in}}
	inside := &piece.Piece{Left: piece.End{Slope: 1}, Right: piece.End{Slope: -1, Joint: piece.Cope}}
	outside := &piece.Piece{Left: piece.End{Slope: -1}, Right: piece.End{Slope: 0.5}}
	b := sticks.Bar{LaidStick: job.LaidStick{Length: 100 * in, Spoiled: []job.Spoiled{{Label: "Base 9", From: 80 * in, To: 90 * in}}},
		On: []sticks.BarPiece{{Laid: job.Laid{Piece: "a", From: in, To: 31 * in}, Piece: inside},
			{Laid: job.Laid{Piece: "b", From: 32 * in, To: 72 * in}, Piece: outside}, {Laid: job.Laid{Piece: "gone", From: 73 * in, To: 79 * in}}},
		Leftover: 9 * in}
	p := OnStick(&j, m, b)
	assert.Equal(t, 100.0, p.Length)
	assert.Equal(t, 1.0, p.Depth)
	assert.Equal(t, BarPiece{ID: "a", BackFrom: 1, BackTo: 31, FaceFrom: 2, FaceTo: 30, Kerf: 0.125, RightJoint: "cope"}, p.Pieces[0])
	assert.Equal(t, 31.0, p.Pieces[1].FaceFrom, "the face reaches further left")
	assert.Equal(t, 72.5, p.Pieces[1].FaceTo)
	assert.Equal(t, p.Pieces[2].BackFrom, p.Pieces[2].FaceFrom, "what left the plan is drawn square")
	assert.Equal(t, []BarSpan{{"Base 9", 80, 90}}, p.Spoiled)
	assert.Equal(t, 90.5, p.Left, "the trim is not left over")

	whole := OnStick(&j, m, sticks.Bar{LaidStick: job.LaidStick{Length: 100 * in}, Leftover: 100 * in})
	assert.Equal(t, 0.0, whole.Left)
}
