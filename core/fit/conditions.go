package fit

import (
	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Conditions are what a joint meets on its wall that it was not cut for.
type Conditions struct {
	Reading  measure.Angle // what a protractor shows of the corner
	Lean     measure.Angle // how far the top of the wall behind the piece that runs through leans into the room
	Ceiling  float64       // how far the ceiling comes down over a crown's projection
	Low      float64       // how far the crown that runs through sits too low
	Compound float64       // how thick compound stands in the corner, inside the protractor's reach
}

// reach and stiff are how far compound runs out from a corner, and how long a piece is that bridges it.
const (
	reach = 12
	stiff = 60
)

// Hang is how two sections hang in such a corner, and how they were drawn for it: under a ceiling their tops tell, so that what
// is less tall hangs higher.
func (c Conditions) Hang(through, coped *profile.Section, crown bool) (corner Corner, hangs, drawn Poses) {
	corner = Corner{Theta: c.Reading - 2*Compound(c.Compound, reach, stiff), Lean: c.Lean}
	hangs.Through.Roll = c.Lean
	if crown {
		seat := LowPose(through, c.Low)
		drawn.Through.Up = TopsLevel(through, coped)
		hangs.Through.Roll += CeilingRolls(through, c.Ceiling) + seat.Roll
		hangs.Through.Up = drawn.Through.Up + seat.Up
		hangs.Coped.Roll = CeilingRolls(coped, c.Ceiling)
	}
	return corner, hangs, drawn
}

// TopsLevel is how much higher the one section is told than the other, so that their tops lie under one ceiling.
func TopsLevel(through, coped *profile.Section) float64 {
	return coped.Height().Inches() - through.Height().Inches()
}
