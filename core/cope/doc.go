// Package cope is how one piece is coped into another at an inside corner: the line to saw on its face, how
// far the saw leans, what is better cut at the saw, where a relief cut goes, from which side each part is
// sawn, and what a saw cannot reach.
//
// Its frame is that of docs/geometry.md, "Copes": x along the coped piece, back from the corner line into it;
// u out from its wall; z up. The piece that it is coped into runs off along (cos θ, sin θ) in (x, u). The coped piece
// keeps its wood at greater x. Lengths are inches, angles degrees.
package cope
