package measure

// Unit is what a bare number in a field means.
type Unit string

// The units a field can have. A job is in inches or millimetres; a field for
// rough lengths may say feet or metres.
const (
	UnitInch       Unit = "in"
	UnitFoot       Unit = "ft"
	UnitMillimetre Unit = "mm"
	UnitMetre      Unit = "m"
)

// Metric tells whether the unit is one of the metre's.
func (u Unit) Metric() bool { return u == UnitMillimetre || u == UnitMetre }

// Length of one of the unit.
func (u Unit) Length() Length {
	switch u {
	case UnitFoot:
		return Foot
	case UnitMillimetre:
		return Millimetre
	case UnitMetre:
		return Metre
	}
	return Inch
}

// Step is what a misclosure that was worked out of readings is shown to.
func (u Unit) Step() Length {
	if u.Metric() {
		return Millimetre
	}
	return Inch / 8
}
