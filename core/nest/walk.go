package nest

import "gnomon/core/measure"

// Walker goes along one stick from left to right and tells whether each piece
// stands clear of what is before it.
type Walker struct {
	p      *Problem
	length measure.Length
	at     edge
}

// Walk begins at the left end of a whole stick.
func Walk(p *Problem, length measure.Length) *Walker {
	return &Walker{p: p, length: length, at: p.start(Stock{})}
}

// Past goes on behind wood that is spoiled or spoken for.
func (w *Walker) Past(to measure.Length) { w.at = edge{at: to, cut: true} }

// Place puts a piece on the stick; false where it would run into what is before it.
func (w *Walker) Place(q Piece, from, to measure.Length) bool {
	ok := from >= w.p.after(w.at, q.Left)
	w.at = edge{at: to, end: q.Right, cut: true}
	return ok
}

// Next puts a piece as far left as it can stand behind what is before it.
func (w *Walker) Next(q Piece) (from, to measure.Length) {
	from = w.p.after(w.at, q.Left)
	w.at = edge{at: from + q.Length, end: q.Right, cut: true}
	return from, from + q.Length
}

// Over is by how much what stands on the stick reaches past its right end; less
// than 0 is what is left over.
func (w *Walker) Over() measure.Length { return w.p.finish(Stock{}, w.at) - w.length }
