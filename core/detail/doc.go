// Package detail holds the odd places, one file each: what a carpenter must work out where the floor steps,
// a stair begins, a wall bends, a pipe comes through. Each is a Detail: its name, its fields, and a function
// that makes of them figures, the pieces to cut as they hang, and a drawing. How to add one is told in
// docs/details.md.
//
// Lengths are inches and angles degrees, as floats. The frame of a place is that of a wall as one faces it: X to
// the right, Y into the wall, Z up. Formulas: docs/geometry.md, "Odd places".
package detail
