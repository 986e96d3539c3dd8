package survey

import "gnomon/core/measure"

// share is the part of a length's deviation that grows with it.
const share = 0.0002

// TapeSigma is the standard deviation of a length: that of the tape's end and
// eye, and 0.0002 of the length.
func TapeSigma(l, tape measure.Length) measure.Length { return tape + l.Times(share) }
