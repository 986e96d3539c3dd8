// Package sticks is what to cut from what: it turns what a job says about sticks, blade and
// scarfs into a problem of package nest, keeps the layouts that were accepted, checks that
// they still hold the pieces, and moves pieces between sticks.
//
// Places are on the line at the back of a stick, from its left end. Formulas:
// docs/geometry.md, "Sticks".
package sticks
