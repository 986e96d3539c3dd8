package saw

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Dial is what is set on a given saw: the setting, rounded to what its scales
// can be read to, and where that stands to its detents.
type Dial struct {
	Mitre, Bevel measure.Angle
	// Detent is the detent the table clicks into, where the dialled mitre is
	// one; nil otherwise.
	Detent *measure.Angle
	// Near and Past tell the nearest detent when Detent is nil, and how far the
	// dialled mitre is beyond it (negative: short of it). Near is nil where no
	// detent is within reach of the eye.
	Near *measure.Angle
	Past measure.Angle
	// MitreOff and BevelOff are the saw's own errors that are taken off what is dialled;
	// nil where no test tells them.
	MitreOff, BevelOff *Error
}

// nearDetent is how far off a detent can be and still help to find a setting.
const nearDetent measure.Angle = 8

// On takes the saw's own error off a setting, rounds it to what its scales show and
// finds the detent.
func On(s Setting, m *job.Saw) Dial {
	var d Dial
	d.Mitre, d.MitreOff = dialled(s.Mitre, m, job.SawMitre)
	d.Bevel, d.BevelOff = dialled(s.Bevel, m, job.SawBevel)
	d.Mitre, d.Bevel = d.Mitre.Round(m.Resolution), d.Bevel.Round(m.ReadsBevel())
	size := d.Mitre.Abs()
	best := nearDetent
	for _, at := range m.Detents {
		off := size - at
		if off.Abs() < 1e-9 {
			a := at
			d.Detent, d.Near, d.Past = &a, nil, 0
			return d
		}
		if off.Abs() < best {
			best = off.Abs()
			a := at
			d.Near, d.Past = &a, off.Clean()
		}
	}
	return d
}

// dialled is an angle less the saw's error there.
func dialled(a measure.Angle, m *job.Saw, scale string) (measure.Angle, *Error) {
	if len(m.Tests) == 0 {
		return a, nil
	}
	if e, ok := ErrorAt(Errors(m, scale), a); ok {
		return a - e.By, &e
	}
	return a, nil
}

// OffText tells what of a dialled setting is the saw's own error, or nothing.
func (d *Dial) OffText() string {
	switch {
	case d.MitreOff != nil && d.BevelOff != nil:
		return fmt.Sprintf("This saw's own error is taken off: mitre %s, bevel %s.", d.MitreOff.Text(), d.BevelOff.Text())
	case d.MitreOff != nil:
		return fmt.Sprintf("This saw's own error of %s is taken off the mitre.", d.MitreOff.Text())
	case d.BevelOff != nil:
		return fmt.Sprintf("This saw's own error of %s is taken off the bevel.", d.BevelOff.Text())
	}
	return ""
}

// Text tells the detent in words: "at the 45 detent", "0.5° past 45".
func (d Dial) Text() string {
	switch {
	case d.Detent != nil && *d.Detent == 0:
		return "at the square detent"
	case d.Detent != nil:
		return fmt.Sprintf("at the %s detent", d.Detent.Text(2))
	case d.Near != nil && d.Past < 0:
		return fmt.Sprintf("%s short of the %s detent", (-d.Past).String(), d.Near.Text(2))
	case d.Near != nil:
		return fmt.Sprintf("%s past the %s detent", d.Past.String(), d.Near.Text(2))
	}
	return "no detent near"
}

// Reaches tells whether the saw can be set so: the swing and the tilt on the
// side that each is wanted.
func Reaches(s Setting, m *job.Saw) bool {
	within := func(a, left, right measure.Angle, positiveIsLeft bool) bool {
		most := right
		if (a > 0) == positiveIsLeft {
			most = left
		}
		return a == 0 || float64(a.Abs()) <= float64(most)+1e-9
	}
	return within(s.Mitre, m.MitreLeft, m.MitreRight, false) && within(s.Bevel, m.BevelLeft, m.BevelRight, true)
}

// AddedFence is the way past a saw's swing for a cut without bevel: a straight
// fence fixed square to the saw's own, and the piece laid along it. The piece
// is then turned a quarter, so the blade is set to 90 less the mitre, to the
// other side. What is kept is worked out from the plane again.
//
// ok is false where the cut has a bevel or the rest is past the swing as well.
func AddedFence(s Setting, m *job.Saw) (Setting, bool) {
	if s.Bevel != 0 {
		return Setting{}, false
	}
	sign := math.Copysign(1, float64(s.Mitre))
	// Normal of the cut on the saw, then the piece turned a quarter towards the
	// side that leaves a blade within ±90 of square.
	nx, ny := s.Mitre.Cos(), s.Mitre.Sin()
	if s.Keep == "right" {
		nx, ny = -nx, -ny
	}
	turned := Setting{Keep: "left"}
	rx, ry := sign*ny, -sign*nx
	if rx < 0 {
		turned.Keep, rx, ry = "right", -rx, -ry
	}
	turned.Mitre = measure.FromRadians(math.Atan2(ry, rx))
	return turned, Reaches(turned, m)
}

// SwingText names a mitre for people: "44.75° left".
func SwingText(a measure.Angle) string { return sideText(a, "right", "left") }

// TiltText names a bevel for people: "30° left".
func TiltText(a measure.Angle) string { return sideText(a, "left", "right") }

func sideText(a measure.Angle, positive, negative string) string {
	switch {
	case a > 0:
		return a.String() + " " + positive
	case a < 0:
		return (-a).String() + " " + negative
	}
	return "0°"
}
