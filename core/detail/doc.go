// Package detail holds the special details, each its own small calculator. Lengths are
// exact, angles in degrees; formulas: docs/geometry.md, "Joints beside the
// mitre and the cope".
package detail
