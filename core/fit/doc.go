// Package fit is a joint as it will be: two ends as they were really cut, slid home in the corner that is
// really there, and the gap that is left along the line, as distance to the other face; what closes it best, and how
// likely it shows.
//
// Its frame is that of docs/geometry.md, "Copes". A gap is told in the section plane of the piece that runs through.
// Lengths are inches, angles degrees.
package fit
