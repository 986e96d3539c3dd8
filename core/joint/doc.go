// Package joint describes the ends of pieces: the plane each end is cut in, as
// the piece hangs.
//
// Frame of an installed piece: X right along the wall as you face it, Y into
// the wall, Z up. An end is a plane; its [Normal] points out of the piece. In
// every row Y < 0 means the back is long, Z < 0 that the top is. Half of a
// corner's deflection is h = (180 − θ)/2. Source: docs/geometry.md, "Ends".
package joint
