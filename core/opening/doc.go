// Package opening is an opening as it was measured: its sides and corners from all that was read of them, by how much these do
// not agree and what may be wrong, and what of a set around it cannot be.
//
// Sides are told along the jambs' edges as one faces the wall, corners are the angles inside. Source: docs/geometry.md, "Casing".
package opening
