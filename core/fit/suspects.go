package fit

import (
	"fmt"
	"math"

	"gnomon/core/measure"
)

// suspect is a cause: how much of it is common, what is made of a joint that it is in, and its words for a size.
type suspect struct {
	code  string
	angle bool
	sigma float64 // one deviation of what is common, in inches or degrees
	often float64 // how often it comes up at all, beside the others
	with  func(j Joint, x float64) Joint
	text  func(x float64, w inWords) string
	cure  func(x float64, w inWords) string
}

// inWords writes a size for people.
type inWords struct{ unit measure.Unit }

func (w inWords) length(x float64) string { return GapText(x, w.unit) }
func (w inWords) angle(x float64) string  { return measure.Angle(math.Abs(x)).Text(1) + "°" }

func either(x float64, more, less string) string {
	if x >= 0 {
		return more
	}
	return less
}

// meant is the half of what the corner turns that a joint was to be cut at.
func meant(j Joint) measure.Angle { return (180 - j.Made.Theta) / 2 }

// suspects are what may be wrong with a joint.
func suspects(j Joint) []suspect {
	switch {
	case j.Kind != Cope:
		return []suspect{swung, misread}
	case j.Crown:
		return []suspect{misread, swung, stopOut, seated, hungHigh, ceilingOut, cutShort}
	}
	return []suspect{misread, swung, wallLeans, cutShort}
}

var swung = suspect{code: CauseSwing, angle: true, sigma: 0.25, often: 1,
	with: func(j Joint, x float64) Joint {
		if j.Kind == Cope {
			j.Made.Edge = &Plane{Slope: (meant(j) + measure.Angle(x)).Tan()}
		} else {
			j.Made.Halves[0] += measure.Angle(x)
			j.Made.Halves[1] += measure.Angle(x)
		}
		return j
	},
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The saw cut %s %s what was dialled.", w.angle(x), either(x, "over", "under"))
	},
	cure: func(x float64, w inWords) string {
		return fmt.Sprintf("Swing %s %s and cut again; two boards cut at one setting and turned together show the error twice.", w.angle(x),
			either(x, "less", "more"))
	}}

var misread = suspect{code: CauseCorner, angle: true, sigma: 0.5, often: 1,
	with: func(j Joint, x float64) Joint { j.Corner.Theta += measure.Angle(x); return j },
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The corner is %s %s than it was read: compound near it misleads a protractor.", w.angle(x), either(x, "wider", "tighter"))
	},
	cure: func(x float64, w inWords) string {
		return fmt.Sprintf("Read it again past the compound, and cut for it: swing %s %s.", w.angle(x/2), either(x, "less", "more"))
	}}

var stopOut = suspect{code: CauseStop, sigma: 1.0 / 16, often: 1.5,
	with: func(j Joint, x float64) Joint {
		e := OffStop(j.Coped, meant(j), x)
		j.Made.Edge = &e
		return j
	},
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The crown stop stood %s too far %s when the test mitre was cut, so it ran %s.", w.length(x), either(x, "out", "in"),
			either(x, "long", "short"))
	},
	cure: func(x float64, w inWords) string {
		return fmt.Sprintf("Move the stop %s by %s, cut a test mitre until it runs the projection, and cope again.", either(x, "in", "out"), w.length(x))
	}}

var seated = suspect{code: CauseSeat, sigma: 1.0 / 16, often: 1,
	with: func(j Joint, x float64) Joint {
		p := LowPose(j.Through, x)
		j.Poses.Through.Roll += p.Roll
		j.Poses.Through.Up += p.Up
		return j
	},
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The square piece sits %s too %s, and so stands out %s.", w.length(x), either(x, "low", "high"), either(x, "less", "more"))
	},
	cure: func(x float64, _ inWords) string {
		return either(x, "Draw its nails near the corner and push it up to its line; or lower the coped one to it first, and roll both.",
			"Draw its nails near the corner and let it down to its line.")
	}}

var hungHigh = suspect{code: CauseHigh, sigma: 1.0 / 64, often: 0.7,
	with: func(j Joint, x float64) Joint { j.Poses.Coped.Up += x; return j },
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The coped piece hangs %s %s than the square one: its lips bind.", w.length(x), either(x, "higher", "lower"))
	},
	cure: func(x float64, _ inWords) string {
		return either(x, "Lower", "Raise") + " it to the square piece, then judge again."
	}}

var ceilingOut = suspect{code: CauseCeiling, sigma: 1.0 / 16, often: 0.7,
	with: func(j Joint, x float64) Joint {
		r := CeilingRolls(j.Coped, x)
		j.Poses.Through.Roll += r
		j.Poses.Coped.Roll += r
		return j
	},
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The ceiling %s %s over the width, and rolls both pieces.", either(x, "comes down by", "goes up by"), w.length(x))
	},
	cure: func(float64, inWords) string {
		return "Scribe or shim the top, so that both hang as they were cut; or draw the line from a template for how they hang."
	}}

var wallLeans = suspect{code: CauseLean, angle: true, sigma: 0.5, often: 1,
	with: func(j Joint, x float64) Joint {
		j.Corner.Lean += measure.Angle(x)
		j.Poses.Through.Roll += measure.Angle(x)
		return j
	},
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The wall of the square piece leans %s %s the room.", w.angle(x), either(x, "into", "out of"))
	},
	cure: func(x float64, _ inWords) string {
		return fmt.Sprintf("Read the wall with a level; then shim the square piece off it at its %s near the corner, or cope with the lean.",
			either(x, "bottom", "top"))
	}}

// cutShort has no size to look for: what gapes alike all along is as short as that.
var cutShort = suspect{code: CauseShort, sigma: 1.0 / 32, often: 0.5,
	text: func(x float64, w inWords) string {
		return fmt.Sprintf("The piece is %s short, or something holds its other end off.", w.length(x))
	},
	cure: func(float64, inWords) string {
		return "Free its other end and push it home; fill it if it is short, or use it on a shorter wall."
	}}
