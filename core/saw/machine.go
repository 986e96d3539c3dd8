package saw

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/learn"
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
	if l := m.LearnedOn(scale); l != nil {
		return learned(a, l, m, scale)
	}
	if len(m.Tests) == 0 {
		return a, nil
	}
	if e, ok := ErrorAt(Errors(m, scale), a); ok {
		return a - e.By, &e
	}
	return a, nil
}

// Off is what is taken off a setting on a scale of a saw for its own error.
func Off(m *job.Saw, scale string, at measure.Angle) measure.Angle {
	dial, _ := dialled(at, m, scale)
	return at - dial
}

// learned is an angle less what was taken from the shop's own work: only where the whole of its interval lies beyond what
// the scale can be set to, and by the estimate to its nearest step.
func learned(a measure.Angle, l *job.Learned, m *job.Saw, scale string) (measure.Angle, *Error) {
	step := m.Resolution
	if scale == job.SawBevel {
		step = m.ReadsBevel()
	}
	by, give := l.At(a)
	off := measure.Angle(learn.Correction(float64(by), float64(give)/2, float64(step)))
	if off == 0 {
		return a, nil
	}
	return a - off, &Error{At: a, By: off, Give: give, Tests: l.From}
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

// Reaches tells whether the saw can be set for a setting: what is dialled for it, the saw's own
// error taken off, lies within the swing and the tilt on the side that each is wanted. Square is
// always reached: an error there is put right at the stop.
func Reaches(s Setting, m *job.Saw) bool {
	return within(s.Mitre, m, job.SawMitre, m.Resolution, m.MitreRight, m.MitreLeft) && within(s.Bevel, m, job.SawBevel, m.ReadsBevel(), m.BevelLeft, m.BevelRight)
}

// within tells whether an angle can be dialled on a scale: before it is rounded to the scale's steps, and after.
func within(a measure.Angle, m *job.Saw, scale string, step, positive, negative measure.Angle) bool {
	if a == 0 {
		return true
	}
	dial, _ := dialled(a, m, scale)
	for _, d := range [2]measure.Angle{dial, dial.Round(step)} {
		most := positive
		if d < 0 {
			most = negative
		}
		if float64(d.Abs()) > float64(most)+1e-9 {
			return false
		}
	}
	return true
}

// AddedFence is the way past a saw's swing for a cut without bevel: a straight fence
// fixed square to the saw's own, and the piece laid along it. The piece can only come
// toward the one who saws, so one kept on the left is turned by +90 about z and one kept on
// the right by −90: either way the outward normal (cos m, sin m) of what is kept becomes
// (−sin m, cos m), the blade is set to −sign(m)·(90 − |m|), and what is kept lies left of
// it where m was to the left, else right. side is the one of the piece on which the added
// fence stands, at its back: that on which the piece was kept before.
//
// ok is false where the cut has a bevel or the rest is past the swing as well.
func AddedFence(s Setting, m *job.Saw) (turned Setting, side joint.Hand, ok bool) {
	if s.Bevel != 0 {
		return Setting{}, "", false
	}
	turned = Setting{Mitre: -(90 - s.Mitre), Keep: joint.Right}
	if s.Mitre < 0 {
		turned = Setting{Mitre: 90 + s.Mitre, Keep: joint.Left}
	}
	return turned, s.Keep, Reaches(turned, m)
}

// FenceDo tells how a piece is laid along an added fence, where FenceText stands before it.
func FenceDo(side joint.Hand) string {
	if side == "" {
		return ""
	}
	return "fix it square to the saw's own and lay the piece along it, coming toward you"
}

// FenceText tells of an added fence in the words of every list: none without one.
func FenceText(side joint.Hand) string {
	if side == "" {
		return ""
	}
	return fmt.Sprintf("along an added fence on its %s", side)
}

// Lying tells how a piece lies, and along which fence where one is added.
func Lying(p Pose, added joint.Hand) string {
	if added == "" {
		return p.Name()
	}
	return p.Name() + ", " + FenceText(added)
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
