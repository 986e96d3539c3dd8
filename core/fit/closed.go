package fit

import (
	"math"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// What a gap may be: up to the first a joint is closed once it is painted, up to the second it is filled, and over
// that it is cut again.
const (
	Shut = 1.0 / 64
	Fill = 1.0 / 32
)

// Verdict is how a joint closes.
type Verdict string

// How a joint closes.
const (
	Closes Verdict = "closed"
	Fills  Verdict = "fill"
	Recut  Verdict = "recut"
)

// Judge is what a gap comes to.
func Judge(gap float64) Verdict {
	switch {
	case gap <= Shut+1e-9:
		return Closes
	case gap <= Fill+1e-9:
		return Fills
	}
	return Recut
}

// Touch is what of the end touches first.
type Touch string

// The edge of the face touches first where a cope is leaned enough; else the body behind it.
const (
	Edge Touch = "edge"
	Body Touch = "body"
)

// Gap is the gap at a place of the joint's line: how far around the face, on the section as drawn, the distance to
// the other face, and the same level, square to the other wall. Where an end stands in the other piece it is negative.
type Gap struct {
	Around float64
	Along  float64 // back from the corner line, where the joint is home
	Own    profile.Place
	Gap    float64
	Level  float64
}

// Closed is a joint slid home to where it first touches.
type Closed struct {
	Home  float64 // how far further into the corner than it was cut for; negative where it stops short
	Touch Touch
	Gaps  []Gap
}

// Worst is the largest gap along the line.
func (c Closed) Worst() Gap {
	worst := Gap{Gap: math.Inf(-1)}
	for _, g := range c.Gaps {
		if g.Gap > worst.Gap {
			worst = g
		}
	}
	if len(c.Gaps) == 0 {
		return Gap{}
	}
	return worst
}

// Gap is how large that is.
func (c Closed) Gap() float64 { return c.Worst().Gap }

// Poses is how two pieces hang: the one that runs through, and the one that is coped into it. Of a mitre they
// are the piece left and right of the corner.
type Poses struct{ Through, Coped profile.Pose }

// place is a point of an end's edge: how far back from the corner line it was sawn, on the section as drawn, how far
// around the face, and how deep the wood behind it is.
type place struct {
	along, around, deep float64
	own                 profile.Place
}

func sincos(a measure.Angle) (sin, cos float64) { return math.Sincos(a.Radians()) }

// steps divides a stretch of a length into parts no longer than fine.
func steps(long, fine float64) int { return max(1, int(math.Ceil(long/fine))) }
