package fit

import (
	"fmt"
	"math"

	"gnomon/core/measure"
)

// GapText tells a gap as a rule reads it: to the next 1/64, or tenth of a millimetre.
func GapText(gap float64, unit measure.Unit) string {
	step := measure.Sixtyfourth
	if unit.Metric() {
		step = measure.Millimetre / 10
	}
	l := measure.FromInches(math.Abs(gap))
	switch {
	case l < step/4:
		return "nothing"
	case l < step*3/4:
		return "under " + step.In(unit)
	}
	return l.Round(step).In(unit)
}

// WordText is a verdict as one says it.
func (v Verdict) WordText() string {
	return map[Verdict]string{Closes: "closed", Fills: "a fill", Recut: "cut again"}[v]
}

// WhereText tells where a joint is open at most, and by which end touches first.
func (j Joint) WhereText(c Closed) string {
	w := c.Worst()
	if w.Gap < Shut/4 {
		return "closed all along"
	}
	return "open at its " + j.Coped.Member(w.Own)
}

// TouchText tells what touches first where that is not the edge of a cope.
func (j Joint) TouchText(c Closed) string {
	if c.Touch == Edge {
		return ""
	}
	if j.Kind == Cope {
		return "The wood behind the line touches first: lean the saw more, or file the back away."
	}
	return "The backs touch first: ease them, and only the faces close."
}

// Text tells a cure, with what it leaves.
func (c Cure) Text(j Joint, unit measure.Unit) string {
	leaves := fmt.Sprintf(": %s left, %s", GapText(c.Gap, unit), Judge(c.Gap).WordText())
	shim := measure.FromInches(c.Shim).In(unit)
	way := either(float64(c.Roll), "flatter, its top out", "steeper, its top in")
	if !j.Crown {
		way = either(float64(c.Roll), "its top off the wall", "its bottom off the wall")
	}
	by := fmt.Sprintf("%s° %s, a shim of %s", c.Roll.Abs().Text(1), way, shim)
	switch c.Do {
	case BackCutMore:
		return fmt.Sprintf("Lean the saw %s or more, or file the back away so far", c.Back.Round(0.5)) + leaves
	case EaseBacks:
		return "Ease the backs, so that only the faces touch" + leaves
	case RollThrough:
		return "Roll the square piece by " + by + leaves
	case RollCoped:
		return "Roll the coped piece by " + by + leaves
	case RollBoth:
		return "Roll both alike by " + by + leaves
	case CutAgain:
		if c.By.Abs() < 0.05 {
			return "Cut again as it is: it was cut for this corner."
		}
		what := "and cope again"
		if j.Kind != Cope {
			what = "both pieces"
		}
		return fmt.Sprintf("Cut again: swing %s° %s %s: closed", c.By.Abs().Text(1), either(float64(c.By), "more", "less"), what)
	}
	return "As it is" + leaves
}

// ReadsText tells what a degree costs, which is why the corner is read at all.
func (j Joint) ReadsText(unit measure.Unit) string {
	k := j
	k.Made.Theta, k.Made.Edge = j.Corner.Theta, nil
	k.Made.Halves = [2]measure.Angle{(180 - j.Corner.Theta) / 2, (180 - j.Corner.Theta) / 2}
	k.Corner.Theta++
	return fmt.Sprintf("Each degree that the corner is not what it was sawn for opens about %s.", GapText(k.close(quick).Gap(), unit))
}
