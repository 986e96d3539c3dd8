package saw

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// What the readings of a test cut are good for.
const (
	cornerSigma measure.Angle  = 0.2                // a good protractor
	gapSigma    measure.Length = measure.Inch / 128 // a feeler or a sharp eye
	runSigma    measure.Length = measure.Inch / 64  // a rule read to 1/32
)

// Error is what a saw does at an angle beside what was dialled: cut − dialled, with the
// signs of a setting. Give is how sure it is, two deviations.
type Error struct {
	At, By, Give measure.Angle
	Tests        int
}

// Text tells it: "+0.2° ± 0.1°".
func (e Error) Text() string {
	sign := "+"
	if e.By < 0 {
		sign = "−"
	}
	return fmt.Sprintf("%s%s° ± %s°", sign, e.By.Abs().Text(2), e.Give.Text(2))
}

// Tested is what one test cut says of the saw. The formulas stand in
// docs/calibration.md; each pair of pieces shows twice the error.
func Tested(t job.Test) Error {
	out := Error{At: t.Set, Tests: 1}
	side := 1.0
	if t.Set < 0 {
		side = -1
	}
	sigma := measure.Angle(0)
	switch t.Way {
	case job.TestCorner:
		out.By = measure.Angle(side) * ((180-*t.Corner)/2 - t.Set.Abs())
		sigma = cornerSigma / 2
	case job.TestGap:
		// The joint is as long as the board is wide along the cut.
		long := t.Width.Length.Inches() / t.Set.Cos()
		by := measure.FromRadians(math.Atan(t.Gap.Length.Inches()/long)) / 2
		if t.Open == job.OpenHeel {
			by = -by
		}
		out.By, sigma = measure.Angle(side)*by, measure.FromRadians(gapSigma.Inches()/long)/2
	case job.TestFlipped:
		out.By = measure.FromRadians(math.Atan(t.Gap.Length.Inches()/t.Width.Length.Inches())) / 2
		if t.Open == job.OpenNear || t.Open == job.OpenBottom {
			out.By = -out.By
		}
		sigma = measure.FromRadians(gapSigma.Inches()/t.Width.Length.Inches()) / 2
	case job.TestRun:
		run := t.Run.Length.Inches() / t.Over.Length.Inches()
		out.By = measure.Angle(side) * (measure.FromRadians(math.Atan(run)) - t.Set.Abs())
		sigma = measure.FromRadians(runSigma.Inches() / t.Over.Length.Inches() / (1 + run*run))
	}
	out.Give = 2 * sigma
	return out
}

// Errors are what a saw's tests say of one of its scales, by angle from left to right;
// tests of one angle are taken together by their weights.
func Errors(m *job.Saw, scale string) []Error {
	var out []Error
	for _, t := range m.Tests {
		if t.Scale != scale {
			continue
		}
		e := Tested(t)
		i := slices.IndexFunc(out, func(o Error) bool { return (o.At - e.At).Abs() < 1e-6 })
		if i < 0 {
			out = append(out, e)
			continue
		}
		o := &out[i]
		w, v := 1/float64(o.Give*o.Give), 1/float64(e.Give*e.Give)
		o.By = measure.Angle((float64(o.By)*w + float64(e.By)*v) / (w + v))
		o.Give = measure.Angle(1 / math.Sqrt(w+v))
		o.Tests++
	}
	slices.SortFunc(out, func(a, b Error) int {
		if a.At < b.At {
			return -1
		}
		return 1
	})
	return out
}

// ErrorAt is the saw's error at a setting: as tested there, or on the straight line
// between the tested angles on its two sides. ok is false beyond them: nothing is known
// there, and nothing is corrected.
func ErrorAt(errors []Error, at measure.Angle) (e Error, ok bool) {
	for i, hi := range errors {
		if (hi.At - at).Abs() < 1e-6 {
			return hi, true
		}
		if i == 0 || hi.At < at || errors[i-1].At > at {
			continue
		}
		lo := errors[i-1]
		t := float64((at - lo.At) / (hi.At - lo.At))
		return Error{At: at, By: lo.By + measure.Angle(t)*(hi.By-lo.By),
			Give: measure.Angle(math.Hypot(float64(lo.Give)*(1-t), float64(hi.Give)*t))}, true
	}
	return Error{}, false
}

// Pair are the two test mitres cut before any crown: left 45 and right 45 on one offcut,
// nested against the stop, each as far as it runs along the piece.
type Pair struct {
	Left, Right measure.Length
	Projection  measure.Length // the one chosen
	Least       measure.Length // how far out the face stands at least
}

// Verdict is what a pair says. Stop is how far the mean run is past the projection: the
// crown stop stands so far out. Scale is half of what the two differ by, as an angle:
// what the table's zero is off, right where positive. Gape is what a cope from
// this stop would open, at the top where the runs are too long, else at the bottom.
type Verdict struct {
	Stop, Gape measure.Length
	Scale      measure.Angle
	Give       measure.Angle
	Words      []string
}

// runSame is what two runs read with a rule may differ by.
const runSame = measure.Inch / 32

// Judge tells what a pair of test mitres says.
func (p Pair) Judge(unit measure.Unit) Verdict {
	mean := (p.Left + p.Right) / 2
	v := Verdict{Stop: mean - p.Projection}
	v.Gape = measure.FromInches(fit.RunOff(p.Projection.Inches(), p.Least.Inches(), mean.Inches(), 90).Level)
	right := measure.FromRadians(math.Atan(p.Right.Inches() / mean.Inches()))
	left := measure.FromRadians(math.Atan(p.Left.Inches() / mean.Inches()))
	v.Scale = (right - left) / 2
	v.Give = measure.FromRadians(runSigma.Inches()/mean.Inches()/2) * 2
	say := func(format string, args ...any) { v.Words = append(v.Words, fmt.Sprintf(format, args...)) }
	switch {
	case v.Stop.Abs() < runSame:
		say("The mean run of %s is the projection: the stop is right.", mean.In(unit))
	case v.Stop > 0:
		say("The mean run of %s is %s more than the projection: bring the stop in by that. A cope cut so gapes at the top, by up to %s.", mean.In(unit),
			v.Stop.In(unit), v.Gape.In(unit))
	default:
		say("The mean run of %s is %s less than the projection: move the stop out by that. A cope cut so gapes at the bottom, by up to %s.", mean.In(unit),
			v.Stop.Abs().In(unit), v.Gape.In(unit))
	}
	d := (p.Right - p.Left).Abs()
	switch {
	case d < runSame:
		say("Left and right run alike: the scale's zero is right as far as a rule can tell, ± %s°.", v.Give.Text(2))
	case p.Right > p.Left:
		say("Right runs %s further than left: the table cuts %s° too far right, ± %s°.", d.In(unit), v.Scale.Text(2), v.Give.Text(2))
	default:
		say("Left runs %s further than right: the table cuts %s° too far left, ± %s°.", d.In(unit), v.Scale.Abs().Text(2), v.Give.Text(2))
	}
	say("A scale off by as much on both sides looks like a stop that is off: two boards cut at one setting and turned together tell them apart.")
	return v
}

// Coarse is what a rule read to 1/32 in leaves unknown of a mitre of 45 on a projection.
func Coarse(projection measure.Length) measure.Angle {
	return measure.FromRadians(math.Atan((measure.Inch / 32).Inches() / projection.Inches() / 2))
}
