// Package measure holds the two quantities of the trade, Length and Angle, and
// reads and writes them the way carpenters do.
//
// A [Length] is an exact integer count of nanometres: 1/64 in is 396 875 nm and
// 1 mm is 1 000 000 nm, so every fraction a tape carries, and every tenth of a
// millimetre, adds up and compares without tolerance. An [Angle] is a
// floating-point count of degrees, because degrees are what a protractor shows
// and what a saw is set to: a reading of 88.4 is kept as 88.4.
//
// No bare float64 crosses a package boundary as either of them.
package measure
