// Package review looks at pieces as they would be cut and hung, and at runs as a whole: what
// this saw cannot reach, what leaves nothing to cut, what shows at the joints.
// Formulas: docs/geometry.md, "Ends", "Lengths" and "Sections".
package review
