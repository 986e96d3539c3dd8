// Package profile describes the sections of mouldings: their outlines, and what
// follows from them before any piece is cut.
//
// Frame of a section as it hangs: u out from the wall, z up. A base stands on z = 0
// with its back at u = 0; a crown is seated in a square, its wall foot on u = 0 and
// its ceiling foot on z = drop. An outline runs with the wood on its left: from the
// told point (back and bottom) out along the bottom, up the face, back along the top
// and down the back to where it began. Lengths are exact; what is worked out from
// them is in inches. Source: docs/geometry.md, "Sections".
package profile
