package survey

import "gnomon/core/measure"

// DefaultTape is the standard deviation of a length beside the part that grows
// with it; DefaultReading that of a corner: a good protractor repeats better, but
// it reads the last foot of wall, which joint compound bends, and reading it again
// does not shrink that.
const (
	DefaultTape                  = measure.Inch / 16
	DefaultReading measure.Angle = 0.5
	share                        = 0.0002
)

// TapeSigma is the standard deviation of a length: that of the tape's end and
// eye, and 0.0002 of the length.
func TapeSigma(l, tape measure.Length) measure.Length { return tape + l.Times(share) }
