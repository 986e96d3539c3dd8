package measure

import (
	"math"
	"strconv"
)

// Angle is a plane angle in degrees.
type Angle float64

// Degree is the unit of Angle.
const Degree Angle = 1

// FromRadians converts a computed angle. What floating point leaves beyond the
// eleventh decimal is rounded away, so that half of 88.5 comes back as 44.25.
func FromRadians(r float64) Angle {
	return Angle(math.Round(r*180/math.Pi*1e11) / 1e11).Clean()
}

// Degrees is the angle as a plain number of degrees.
func (a Angle) Degrees() float64 { return float64(a) }

// Radians is the angle in radians.
func (a Angle) Radians() float64 { return float64(a) * math.Pi / 180 }

// Sin is the sine of the angle.
func (a Angle) Sin() float64 { return math.Sin(a.Radians()) }

// Cos is the cosine of the angle.
func (a Angle) Cos() float64 { return math.Cos(a.Radians()) }

// Tan is the tangent of the angle.
func (a Angle) Tan() float64 { return math.Tan(a.Radians()) }

// Cot is the cotangent of the angle.
func (a Angle) Cot() float64 { return math.Cos(a.Radians()) / math.Sin(a.Radians()) }

// Abs is the size of the angle without its sign.
func (a Angle) Abs() Angle { return Angle(math.Abs(float64(a))) }

// Clean takes away what floating point leaves behind: a negative zero, and
// what differs from nothing by less than a millionth of a millionth of a degree.
func (a Angle) Clean() Angle {
	if math.Abs(float64(a)) < 1e-12 {
		return 0
	}
	return a
}

// Round rounds to a multiple of step, half away from zero. A step of zero or
// less leaves the angle as it is. The result is the nearest float to the
// decimal a person would write, so 449 steps of 0.1 are 44.9.
func (a Angle) Round(step Angle) Angle {
	if step <= 0 {
		return a.Clean()
	}
	// The quotient is nudged by a part in 10^12: 22.25/0.5 must not fall to
	// the wrong side of its half because 22.25 was computed.
	q := float64(a / step)
	q = math.Round(q + math.Copysign(1e-9, q))
	v, err := strconv.ParseFloat(strconv.FormatFloat(q*float64(step), 'f', 9, 64), 64)
	if err != nil {
		return a.Clean()
	}
	return Angle(v).Clean()
}

// Text writes the angle to at most the given decimals, trailing zeros dropped,
// without the degree sign.
func (a Angle) Text(decimals int) string {
	p := math.Pow10(decimals)
	v := math.Round(float64(a)*p) / p
	if v == 0 {
		v = 0 // not -0
	}
	return strconv.FormatFloat(v, 'f', -1, 64)
}

// String writes the angle to a hundredth with the degree sign.
func (a Angle) String() string { return a.Text(2) + "°" }
