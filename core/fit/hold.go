package fit

import (
	"math"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Held is how far an edge may leave its line for a joint's sake: a crown's foot up or down and its top off the ceiling,
// a base's top or bottom off the wall.
const Held = 1.0 / 32

// Who is rolled to close a joint.
type Who string

// The piece that runs through, the coped one, or both alike.
const (
	Through Who = "through"
	Laid    Who = "coped"
	Both    Who = "both"
)

// hold is how a section is kept where it is rolled from how it hangs.
type hold struct {
	crown bool
	base  profile.Pose
	high  float64 // of its highest wood, over its told point
	chain []profile.Place
}

func holdOf(s *profile.Section, crown bool, base profile.Pose) hold {
	h := s.Hung(base)
	chain := h.Chain
	if base.Out != 0 || base.Up != 0 {
		chain = s.Hung(profile.Pose{Roll: base.Roll}).Chain
	}
	return hold{crown, base, h.High() - base.Up, chain}
}

// top is how high its highest wood stands over its told point once it is rolled further.
func (h hold) top(roll measure.Angle) float64 {
	sin, cos := sincos(roll)
	top := math.Inf(-1)
	for _, q := range h.chain {
		top = max(top, -q.U*sin+q.Z*cos)
	}
	return top
}

// pose is how it hangs rolled further, as near as it may to being moved up by want: a crown stays under the ceiling; ok is
// false where an edge would leave its line by more than Held.
func (h hold) pose(roll measure.Angle, want float64) (p profile.Pose, ok bool) {
	out, up := 0.0, 0.0
	if h.crown {
		top := h.top(roll)
		lo, hi := max(-Held, h.high-Held-top), min(Held, h.high-top)
		if lo > hi+1e-12 {
			return p, false
		}
		up = min(max(want, lo), hi)
	} else {
		if math.Abs(roll.Radians())*h.high > Held+1e-9 {
			return p, false
		}
		if roll < 0 { // its top stays on the wall, its bottom leaves it
			out = -h.high * roll.Sin()
		}
	}
	return profile.Pose{Roll: h.base.Roll + roll, Out: h.base.Out + out, Up: h.base.Up + up}, true
}

// Rolled is a joint closed by rolling: what is left, and the roll of each piece.
type Rolled struct {
	Gap   float64
	Poses Poses
	Roll  measure.Angle // of whoever is rolled
}

// Shim is what the roll comes to at the far edge of a section so high.
func (r Rolled) Shim(high float64) float64 { return high * math.Abs(r.Roll.Sin()) }

// span is how far rolls are looked for either way.
const span measure.Angle = 6

// sweep is in how many steps, and halve how often the step is then halved.
const (
	sweep = 24
	halve = 10
)

// Roll looks for the roll that leaves the least gap: in quarters of a degree either way, then by halves. Crowns are held at three
// heights: where they hang, and as far down and up as they may.
func (c *Coped) Roll(through *profile.Section, corner Corner, hangs Poses, crown bool, who Who) Rolled {
	a, b := holdOf(through, crown, hangs.Through), holdOf(c.Section, crown, hangs.Coped)
	step, wants := span/sweep, []float64{0, -Held, Held}
	if !crown {
		step, wants = measure.FromRadians(Held/min(a.high, b.high))/3, wants[:1]
	}
	best := Rolled{Gap: math.Inf(1)}
	still := c.close(through.Hung(hangs.Through), corner, hangs.Coped, quick).Gap()
	try := func(roll measure.Angle, want float64) (Rolled, bool) {
		r := Rolled{Roll: roll, Poses: hangs}
		ok := true
		if who != Laid {
			r.Poses.Through, ok = a.pose(roll, want)
		}
		if ok && who != Through {
			r.Poses.Coped, ok = b.pose(roll, want)
		}
		if !ok {
			return r, false
		}
		r.Gap = c.close(through.Hung(r.Poses.Through), corner, r.Poses.Coped, quick).Gap()
		return r, true
	}
	for _, want := range wants {
		low := Rolled{Gap: math.Inf(1)}
		look := func(roll measure.Angle) {
			if r, ok := try(roll, want); ok && r.Gap < low.Gap {
				low = r
			}
		}
		for i := -sweep; i <= sweep; i++ {
			look(step * measure.Angle(i))
		}
		h := step
		for range halve {
			at := low.Roll
			look(at + h)
			look(at - h)
			h /= 2
		}
		if low.Gap < best.Gap-1e-6 {
			best = low
		}
	}
	if still <= best.Gap+1e-6 {
		best = Rolled{Gap: still, Poses: hangs}
	}
	return best
}

// Roll looks for the roll of both pieces alike that leaves a mitre the least gap.
func (m Mitred) Roll(theta measure.Angle, hangs profile.Pose, crown bool) Rolled {
	h := holdOf(m.Section, crown, hangs)
	gap := func(roll measure.Angle) float64 {
		if _, ok := h.pose(roll, 0); !ok {
			return math.Inf(1)
		}
		return m.close(theta, hangs.Roll+roll, whole.fine).Gap()
	}
	best := Rolled{Gap: gap(0)}
	for _, wide := range []measure.Angle{span, 1.2} {
		lo, hi := -wide, wide
		at := measure.Angle(0)
		low := math.Inf(1)
		for range 5 { // coarse sweeps that narrow
			w := (hi - lo) / 12
			low = math.Inf(1)
			for i := range 13 {
				if r := lo + w*measure.Angle(i); gap(r) < low {
					low, at = gap(r), r
				}
			}
			lo, hi = at-w, at+w
		}
		if low < best.Gap-1e-6 {
			best = Rolled{Gap: low, Roll: at}
		}
	}
	best.Poses.Through, _ = h.pose(best.Roll, 0)
	best.Poses.Coped = best.Poses.Through
	return best
}
