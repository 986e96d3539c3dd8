// Package sawing is the work at the saw: which ends are cut, the order to cut them in, when
// the saw stays as it is, what to check after a cut and what can hurt at it.
// Formulas: docs/geometry.md, "The saw".
package sawing
