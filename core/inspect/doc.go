// Package inspect looks at what was measured and decided before any moulding is cut to it:
// what is missing, what cannot be, what does not go together, and what stands in the way.
// Formulas: docs/geometry.md, "Readings", "Reducing what was measured" and "Closing".
package inspect
