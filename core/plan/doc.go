// Package plan turns a job into a plan: the pieces with their lengths, ends and
// saw settings, the decisions behind them, the order at the saw and on the
// wall, and the findings. [Build] is pure and deterministic: the same job gives
// the same plan, and it never searches, reads a clock or touches a disk.
//
// Lengths of pieces are told at the back and bottom (u = 0, z = 0), between
// corner lines or to the casing's edge. Source: docs/geometry.md, "Lengths".
package plan
