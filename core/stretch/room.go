// Package stretch is where a run lies: which stretches of which walls it covers between
// corners and openings, how long each is, what it lies on, how that leans and rises, and
// what stands in the corners at its ends.
//
// Lengths are along a wall from its left end; leans and rises are those of docs/geometry.md,
// "Ends" and "Lengths".
package stretch

import (
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// Room is a room of a job with what was measured in it.
type Room struct {
	*job.Room
	Job      *job.Job
	Measured survey.Measures
	Shapes   *piece.Shapes
}

// Corner is what is known of a corner at a run's level.
type Corner struct {
	Theta   measure.Angle
	Sigma   measure.Angle // the deviation of its reading
	Usable  bool          // there is a setting for it
	Assumed bool          // it was not read, and is taken as square
}

// Corner is the corner at an index, at a level.
func (r *Room) Corner(i int, l job.Level) Corner {
	c, ok := r.Measured.Corner(i, l)
	if !ok {
		return Corner{Theta: 90, Usable: true, Assumed: true}
	}
	return Corner{Theta: c.Theta, Sigma: r.Measured.ReadingSigma(c.Taken.Scale), Usable: c.Usable}
}

// Below is how far a run's top hangs under the ceiling.
func Below(run *job.Run) measure.Length {
	if run.Below != nil {
		return run.Below.Length
	}
	return 0
}

// Foot is how high over the floor what hangs from the ceiling comes down to along a wall.
func (r *Room) Foot(wall int, run *job.Run) (measure.Length, bool) {
	ceiling, known := r.ceiling(wall)
	return ceiling - Below(run) - r.Shapes.Of(run.Moulding).Drop, known
}

// ceiling is how high the ceiling is over a wall at least, as measured, or as called out.
func (r *Room) ceiling(wall int) (measure.Length, bool) {
	left, okLeft := r.Measured.CeilingAt(wall, false)
	right, okRight := r.Measured.CeilingAt(wall, true)
	switch {
	case okLeft && okRight:
		return min(left, right), true
	case okLeft:
		return left, true
	case okRight:
		return right, true
	case r.Look.Ceiling != nil:
		return r.Look.Ceiling.Length, true
	}
	return 0, false
}
