// Package nest fits pieces into sticks and offcuts: which piece is cut from
// which stick, in which order, so that it costs least.
//
// Positions are measured along the stick's back line (u = 0) from its left end,
// material being fed left to right. An end lies at x = x₀ + s·u + r·z for u
// from 0 to the projection P and z from 0 to the height H; s and r are its
// slopes (see joint.Normal.Slope), 0 for a square end. After a right end (s, r)
// the next piece's left end (s', r') starts
//
//	⌈max(0, (s − s')·P)⌉ + ⌈max(0, (r − r')·H)⌉ + ⌈blade·√(1 + s² + r²)⌉
//
// further on: the wedges between the two slants and one kerf along the stick.
// The stick's own ends are square in the same rule and need no kerf. Pieces are
// never turned end for end. Lengths are whole nanometres, so that what fits
// fits exactly. Source: docs/geometry.md, "Sticks".
//
// [Search] looks for the cheapest layout, then the one with the fewest sticks,
// then the one that leaves the longest leftovers. It is bounded by effort, not by
// time: the same problem and effort give the same layout. Its lower bound is
// the linear-programming bound over patterns without wedges, lifted to the
// next total that whole sticks can cost.
package nest
