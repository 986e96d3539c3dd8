// Package saw turns a piece's end into what is set on a mitre saw: how the
// piece lies, the mitre and bevel with their directions, and which side to
// keep; then what a given saw dials, where it clicks home, and what it cannot
// reach.
//
// Frame of the saw: x right along the fence, y toward the fence, z up. The
// mitre is positive when the handle swings right, the bevel positive when the
// blade's top leans left. The blade plane of mitre m and bevel b has the normal
// (cos b·cos m, cos b·sin m, sin b). Source: docs/geometry.md, "The saw".
package saw
