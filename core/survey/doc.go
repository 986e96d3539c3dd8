// Package survey judges readings: what a reading says about its corner, whether
// it can be right, and whether a room's turns and lengths go together.
//
// A reading θ is the angle of the corner itself, under 180; the deflection
// δ = 180 − θ is how far the moulding changes direction; each mitre takes half
// of it. The signed turn is +δ at an inside corner and −δ at an outside one.
// Formulas: docs/geometry.md, "Readings" and "Closing".
package survey
