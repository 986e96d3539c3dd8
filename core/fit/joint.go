package fit

import (
	"math"

	"gnomon/core/cope"
	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Kind is how two ends meet.
type Kind string

// The joints that are closed.
const (
	Cope    Kind = "cope"
	Mitre   Kind = "mitre"
	Outside Kind = "outside"
	Scarf   Kind = "scarf"
	Butt    Kind = "butt"
)

// Made is how the ends of a joint were cut.
type Made struct {
	Theta  measure.Angle    // the corner that a cope was drawn for, or a butted end cut for
	Back   measure.Angle    // how far the saw leaned, or by how much a butted end was eased behind; of a cope, 0 is LeansFor its corner
	Edge   *Plane           // of the test mitre that the cope follows; nil where it follows the line of the sections
	Poses  Poses            // how the sections hang in what the line was drawn from
	Lean   measure.Angle    // and how far the top of the wall behind the one that runs through leaned in
	Halves [2]measure.Angle // of a mitre, left and right; of a scarf, the slopes of its two ends
	Eased  bool             // the backs of a mitre are pared away
}

// Joint is a joint to close: the corner as it is, and two ends as they were made for it. Of a mitre Through is the
// piece left of the corner, and both are of one section.
type Joint struct {
	Kind           Kind
	Crown          bool // held under a ceiling, not on a floor
	Through, Coped *profile.Section
	Corner         Corner
	Poses          Poses // how they hang in it
	Made           Made
}

func (j Joint) coped() *Coped {
	m := j.Made
	back := m.Back
	if back == 0 {
		back = LeansFor(m.Theta)
	}
	if m.Edge != nil {
		return Following(j.Coped, *m.Edge, back)
	}
	drawn := cope.Joint{Through: j.Through.Hung(m.Poses.Through), Coped: j.Coped.Hung(m.Poses.Coped), Theta: m.Theta, Lean: m.Lean}
	return Along(drawn.Line(), j.Coped, back)
}

func (j Joint) mitred() Mitred {
	return Mitred{Section: j.Coped, Left: MitredFor(j.Made.Halves[0]), Right: MitredFor(j.Made.Halves[1]), Outside: j.Kind == Outside, Eased: j.Made.Eased}
}

// thick is how far the piece that gives way stands out.
func (j Joint) thick() float64 { return j.Coped.Projection().Inches() }

// RolledBy is the joint with both pieces rolled further by as much, held where they may be; as far as they may where that is too far.
func (j Joint) RolledBy(roll measure.Angle) Joint {
	a, b := holdOf(j.Through, j.Crown, j.Poses.Through), holdOf(j.Coped, j.Crown, j.Poses.Coped)
	for range 20 {
		p, ok := a.pose(roll, 0)
		q, also := b.pose(roll, 0)
		if ok && also {
			j.Poses = Poses{p, q}
			return j
		}
		roll *= 0.9
	}
	return j
}

// Close slides the joint home as it hangs.
func (j Joint) Close() Closed { return j.close(whole) }

func (j Joint) close(look precision) Closed {
	switch j.Kind {
	case Cope:
		return j.coped().close(j.Through.Hung(j.Poses.Through), j.Corner, j.Poses.Coped, look)
	case Mitre, Outside:
		// Both pieces hang alike: what one is rolled further than the other a mitre does not close.
		return j.mitred().close(j.Corner.Theta, (j.Poses.Through.Roll+j.Poses.Coped.Roll)/2, look.fine)
	case Scarf:
		return j.level(Scarfed(j.thick(), j.Made.Halves[0], j.Made.Halves[0]-j.Made.Halves[1]))
	}
	return j.level(Butted(j.thick(), j.Corner.Theta, j.Made.Theta, j.Made.Back))
}

// level is a joint whose gap is the same all along its line.
func (j Joint) level(gap float64) Closed {
	h := j.Coped.Hung(profile.Pose{})
	out := Closed{Touch: Edge}
	if gap > 0 {
		out.Touch = Body
	}
	for i, q := range h.Own {
		out.Gaps = append(out.Gaps, Gap{h.Around[i], 0, q, gap, gap})
	}
	return out
}

// Do is what closes a joint.
type Do string

// What closes a joint, from the least trouble to the most.
const (
	Leave       Do = "leave"
	BackCutMore Do = "back_cut"
	EaseBacks   Do = "ease_backs"
	RollThrough Do = "roll_through"
	RollCoped   Do = "roll_coped"
	RollBoth    Do = "roll_both"
	CutAgain    Do = "cut_again"
)

// Cure is one way to close a joint, and what gap it leaves.
type Cure struct {
	Do    Do
	Gap   float64
	Roll  measure.Angle // flatter where it is positive
	Shim  float64       // that the roll comes to at the far edge
	Foot  float64       // how far a crown's foot then stands over its line, or under it
	Off   float64       // how far its top then stands off the ceiling
	Back  measure.Angle // the lean that is enough
	By    measure.Angle // what to swing more, or less where it is negative
	Poses Poses
}

// Cures are what may be done about a joint, in order; the last is to cut it again. Those that change nothing are left out.
func (j Joint) Cures() []Cure {
	first := j.Close()
	out := []Cure{{Do: Leave, Gap: first.Gap(), Poses: j.Poses}}
	switch j.Kind {
	case Cope:
		c := j.coped()
		if first.Touch == Body {
			c.Back = j.enough(c)
			out = append(out, Cure{Do: BackCutMore, Gap: c.Close(j.Through, j.Corner, j.Poses).Gap(), Back: c.Back, Poses: j.Poses})
		}
		for _, r := range []struct {
			who Who
			do  Do
		}{{Through, RollThrough}, {Laid, RollCoped}, {Both, RollBoth}} {
			if v := c.Roll(j.Through, j.Corner, j.Poses, j.Crown, r.who); v.Roll != 0 {
				out = append(out, j.rolled(r.do, v))
			}
		}
		out = append(out, Cure{Do: CutAgain, By: (j.Made.Theta - j.Corner.Theta) / 2, Poses: j.Poses})
	case Mitre, Outside:
		m := j.mitred()
		if first.Touch == Body && !m.Eased {
			m.Eased = true
			if g := m.Close(j.Corner.Theta, j.Poses.Coped.Roll).Gap(); g < first.Gap()-1e-6 {
				out = append(out, Cure{Do: EaseBacks, Gap: g, Poses: j.Poses})
			}
		}
		if v := m.Roll(j.Corner.Theta, j.Poses.Coped, j.Crown); v.Roll != 0 {
			out = append(out, j.rolled(RollBoth, v))
		}
		half := (j.Made.Halves[0] + j.Made.Halves[1]) / 2
		out = append(out, Cure{Do: CutAgain, By: RecutBy(j.Corner.Theta, half), Poses: j.Poses})
	case Scarf:
		out = append(out, Cure{Do: CutAgain, By: j.Made.Halves[0] - j.Made.Halves[1], Poses: j.Poses})
	case Butt:
		if by := j.Corner.Theta - j.Made.Theta - j.Made.Back; by > 0 {
			out = append(out, Cure{Do: BackCutMore, Back: j.Made.Back + by, Poses: j.Poses})
		}
	}
	return out
}

func (j Joint) rolled(do Do, v Rolled) Cure {
	who, was := j.Coped, j.Poses.Coped
	pose := v.Poses.Coped
	if do == RollThrough {
		who, was, pose = j.Through, j.Poses.Through, v.Poses.Through
	}
	h := holdOf(who, j.Crown, was)
	c := Cure{Do: do, Gap: v.Gap, Roll: v.Roll, Shim: v.Shim(h.high), Poses: v.Poses}
	if j.Crown {
		c.Foot = pose.Up - was.Up
		c.Off = h.high - h.top(v.Roll) - c.Foot
	}
	return c
}

// enough is the lean at which the edge of a cope touches first.
func (j Joint) enough(c *Coped) measure.Angle {
	lo, hi := c.Back, min(c.Back+40, 85)
	at := *c
	for range 30 {
		at.Back = (lo + hi) / 2
		if at.Close(j.Through, j.Corner, j.Poses).Touch == Body {
			lo = at.Back
		} else {
			hi = at.Back
		}
	}
	return hi
}

// Advise is the first cure that closes the joint, else the one that leaves the least gap short of cutting again.
func Advise(cures []Cure) Cure {
	best := Cure{Gap: math.Inf(1)}
	for _, c := range cures {
		if c.Gap <= Shut+1e-9 {
			return c
		}
		if c.Gap < best.Gap {
			best = c
		}
	}
	return best
}
