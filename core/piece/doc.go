// Package piece is a length of moulding as it hangs, with its two ends: what the plan, the
// details, copes, fit and hanging all make or read.
//
// A piece's frame is that of docs/geometry.md, "Ends": x along it to the right, y out from the wall,
// z up, its origin at the back of its left end's bottom edge. Lengths are told at the back,
// to the points that its ends name.
package piece
