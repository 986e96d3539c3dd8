// Package sets makes the pieces of what goes around openings: legs, head and sill, back band, plinth blocks, stool and apron, and
// the small parts of a built-up head; and says what of a set cannot be, or what is to be done first.
//
// Of a piece that lies in the face of the wall the lower edge is the inner one, at the opening, and its left end the one that
// the hands of a clock come to first: a left leg's foot, a head's left end, a right leg's top. Source: docs/geometry.md, "Casing".
package sets
