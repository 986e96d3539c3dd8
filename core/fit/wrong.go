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
