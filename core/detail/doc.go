// Package detail holds the special details, each its own small calculator. Lengths are
// exact, angles in degrees; each formula is that of "Details" in the agreed geometry.
package detail
