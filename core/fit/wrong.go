package fit

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gnomon/core/measure"
)

// Place is where a joint gapes.
type Place string

// Where a joint gapes, as one tells of it.
const (
	AtTop    Place = "top"
	AtBottom Place = "bottom"
	AllAlong Place = "all"
)

// Seen is a joint that gapes: where and by how much, and what was measured since.
type Seen struct {
	At  Place
	Gap float64
	Run *float64 // how far a test mitre runs along the piece from its told point to its furthest out
	Low *float64 // how far the piece that runs through sits too low; negative where too high
}

// Cause is what may have gone wrong: how much of it would open what is seen, how likely it is beside the others,
// and what to do.
type Cause struct {
	Code   string
	Needs  float64 // in inches, or degrees where Angle
	Angle  bool
	Likely float64 // 0 to 1, all causes together 1
	Told   bool    // it was measured, and is as much as it needs to be
	Text   string
	Cure   string
}

// Causes, as codes.
const (
	CauseStop    = "stop"
	CauseSwing   = "swing"
	CauseCorner  = "corner"
	CauseSeat    = "seat"
	CauseHigh    = "high"
	CauseCeiling = "ceiling"
	CauseLean    = "lean"
	CauseBack    = "back_cut"
	CauseShort   = "short"
)

// suspect is a cause with how much of it is common, what is made of a joint that it is in, and its words for a size.
type suspect struct {
	code  string
	angle bool
	sigma float64 // one deviation of what is common
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

// suspects are what may be wrong with a joint, the ones that are common first.
func suspects(j Joint) []suspect {
	half := func(j Joint) measure.Angle { return (180 - j.Made.Theta) / 2 }
	swing := suspect{CauseSwing, true, 0.25, 1, func(j Joint, x float64) Joint {
		if j.Kind == Cope {
			j.Made.Edge = &Plane{Slope: (half(j) + measure.Angle(x)).Tan()}
		} else {
			j.Made.Halves[0] += measure.Angle(x)
			j.Made.Halves[1] += measure.Angle(x)
		}
		return j
	}, func(x float64, w inWords) string {
		return fmt.Sprintf("The saw cut %s %s what was dialled.", w.angle(x), either(x, "over", "under"))
	}, func(x float64, w inWords) string {
		return fmt.Sprintf("Swing %s %s and cut again; two boards cut at one setting and turned together show the error twice.", w.angle(x), either(x,
			"less", "more"))
	}}
	corner := suspect{CauseCorner, true, 0.5, 1, func(j Joint, x float64) Joint { j.Corner.Theta += measure.Angle(x); return j },
		func(x float64, w inWords) string {
			return fmt.Sprintf("The corner is %s %s than it was read: compound near it misleads a protractor.", w.angle(x), either(x, "wider", "tighter"))
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("Read it again past the compound, and cut for it: swing %s %s.", w.angle(x/2), either(x, "less", "more"))
		}}
	if j.Kind != Cope {
		return []suspect{swing, corner}
	}
	short := suspect{CauseShort, false, 1.0 / 32, 0.5, nil, func(x float64, w inWords) string {
		return fmt.Sprintf("The piece is %s short, or something holds its other end off.", w.length(x))
	}, func(float64, inWords) string {
		return "Free its other end and push it home; fill it if it is short, or use it on a shorter wall."
	}}
	out := []suspect{corner, swing}
	if j.Crown {
		out = append(out, suspect{CauseStop, false, 1.0 / 16, 1.5, func(j Joint, x float64) Joint {
			e := OffStop(j.Coped, half(j), x)
			j.Made.Edge = &e
			return j
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("The crown stop stood %s too far %s when the test mitre was cut, so it ran %s.", w.length(x), either(x, "out", "in"),
				either(x, "long", "short"))
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("Move the stop %s by %s, cut a test mitre until it runs the projection, and cope again.", either(x, "in", "out"), w.length(x))
		}}, suspect{CauseSeat, false, 1.0 / 16, 1, func(j Joint, x float64) Joint {
			p := LowPose(j.Through, x)
			j.Poses.Through.Roll += p.Roll
			j.Poses.Through.Up += p.Up
			return j
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("The square piece sits %s too %s, and so stands out %s.", w.length(x), either(x, "low", "high"), either(x, "less", "more"))
		}, func(x float64, w inWords) string {
			if x > 0 {
				return "Draw its nails near the corner and push it up to its line; or lower the coped one to it first, and roll both."
			}
			return "Draw its nails near the corner and let it down to its line."
		}}, suspect{CauseHigh, false, 1.0 / 64, 0.7, func(j Joint, x float64) Joint { j.Poses.Coped.Up += x; return j }, func(x float64, w inWords) string {
			return fmt.Sprintf("The coped piece hangs %s %s than the square one: its lips bind.", w.length(x), either(x, "higher", "lower"))
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("%s it to the square piece, then judge again.", either(x, "Lower", "Raise"))
		}}, suspect{CauseCeiling, false, 1.0 / 16, 0.7, func(j Joint, x float64) Joint {
			r := CeilingRolls(j.Coped, x)
			j.Poses.Through.Roll += r
			j.Poses.Coped.Roll += r
			return j
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("The ceiling %s %s over the width, and rolls both pieces.", either(x, "comes down by", "goes up by"), w.length(x))
		}, func(x float64, w inWords) string {
			return "Scribe or shim the top, so that both hang as they were cut; or draw the line from a template for how they hang."
		}})
	} else {
		out = append(out, suspect{CauseLean, true, 0.5, 1, func(j Joint, x float64) Joint {
			j.Corner.Lean += measure.Angle(x)
			j.Poses.Through.Roll += measure.Angle(x)
			return j
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("The wall of the square piece leans %s %s the room.", w.angle(x), either(x, "into", "out of"))
		}, func(x float64, w inWords) string {
			return fmt.Sprintf("Shim the square piece off the wall at its %s near the corner, or cut the cope with the lean: read the wall with a level first.",
				either(x, "bottom", "top"))
		}})
	}
	return append(out, short)
}

// opens is the largest gap that a joint has where it gapes, and whether that is its largest.
func (j Joint) opens(at Place) (gap float64, there bool) {
	c := j.close(quick)
	high := j.Coped.Height().Inches()
	top, bottom := 0.0, 0.0
	for _, g := range c.Gaps {
		switch {
		case g.Own.Z > high*.6:
			top = max(top, g.Gap)
		case g.Own.Z < high*.4:
			bottom = max(bottom, g.Gap)
		}
	}
	switch at {
	case AtTop:
		return top, top > bottom*1.2
	case AtBottom:
		return bottom, bottom > top*1.2
	}
	return min(top, bottom), bottom < top*1.5 && top < bottom*1.5
}

// size is how much of a cause would open what is seen; ok is false where no amount of it that is in any way likely does.
func (s suspect) size(j Joint, seen Seen) (x float64, ok bool) {
	for _, side := range []float64{1, -1} {
		lo, hi := 0.0, 6*s.sigma*side
		g, there := s.with(j, hi).opens(seen.At)
		if !there || g < seen.Gap {
			continue
		}
		for range 12 {
			m := (lo + hi) / 2
			if g, _ := s.with(j, m).opens(seen.At); g < seen.Gap {
				lo = m
			} else {
				hi = m
			}
		}
		return hi, true
	}
	return 0, false
}

// known is how much likelier a cause is that was measured, and is as much as it takes.
const known = 4

// told is how well a measure is known that was taken with a rule.
const told = 1.0 / 48

// Wrong tells what may have gone wrong with a joint that gapes, the likeliest first: each as likely as so much of it is common, and as what
// was measured since allows.
func (j Joint) Wrong(seen Seen, unit measure.Unit) []Cause {
	w := inWords{unit}
	var out []Cause
	j.Made.Edge = nil // as it was meant
	sum := 0.0
	add := func(c Cause, weight float64) {
		c.Likely = weight
		sum += weight
		out = append(out, c)
	}
	p := j.Coped.Projection().Inches()
	for _, s := range suspects(j) {
		if s.with == nil { // as much short as it gapes, level
			if seen.At == AllAlong {
				add(Cause{Code: s.code, Needs: seen.Gap, Text: s.text(seen.Gap, w), Cure: s.cure(seen.Gap, w)}, s.often)
			}
			continue
		}
		x, ok := s.size(j, seen)
		if !ok {
			continue
		}
		weight := s.often * math.Exp(-x*x/s.sigma/s.sigma/2)
		c := Cause{Code: s.code, Needs: x, Angle: s.angle, Text: s.text(x, w), Cure: s.cure(x, w)}
		measured := func(v float64) { // a gap is seldom told closer than to a quarter of it
			sigma := math.Hypot(told, x/4)
			weight = s.often * math.Exp(-(x-v)*(x-v)/sigma/sigma/2)
			if c.Told = math.Abs(x-v) < 2*sigma && math.Abs(v) > told/2; c.Told {
				weight *= known
			}
		}
		half := (180 - j.Made.Theta) / 2
		switch {
		case seen.Run != nil && s.code == CauseStop:
			measured((*seen.Run - p*half.Tan()) / half.Tan())
		case seen.Run != nil && s.code == CauseSwing && j.Kind == Cope:
			v := measure.FromRadians(math.Atan(*seen.Run/p)) - half
			weight = s.often * math.Exp(-math.Pow((x-float64(v))/0.3, 2)/2) * math.Exp(-math.Pow(float64(v)/s.sigma, 2)/2)
			c.Told = math.Abs(x-float64(v)) < .6 && math.Abs(float64(v)) > .2
		case seen.Low != nil && s.code == CauseSeat:
			measured(*seen.Low)
		}
		add(c, weight)
	}
	if j.Kind == Cope {
		if c := j.close(whole); c.Touch == Body {
			back := j.enough(j.coped())
			add(Cause{Code: CauseBack, Needs: float64(back - j.coped().Back), Angle: true,
				Text: "The wood behind the line touches first: the saw leaned too little there.",
				Cure: fmt.Sprintf("File the back away until only the edge touches; next time lean %s or more.", back)}, 2)
		} else if seen.At == AllAlong {
			add(Cause{Code: CauseBack, Needs: 1, Angle: true, Text: "Something behind the line touches first: a lump left, or compound in the corner.",
				Cure: "Look through the joint against light, and file away behind the line where no light comes through."}, 1)
		}
	}
	for i := range out {
		if sum > 0 {
			out[i].Likely /= sum
		}
	}
	slices.SortStableFunc(out, func(a, b Cause) int { return cmp.Compare(b.Likely, a.Likely) })
	return out
}
