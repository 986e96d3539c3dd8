package review

import (
	"fmt"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Says tells what follows from a moulding's section: what it allows, and what it does not.
// Of one whose measures alone are known only its feet are told of.
func Says(m *job.Moulding, s *profile.Section, u measure.Unit) (says, warnings []string) {
	if m.Drawn() {
		says, warnings = ofSection(m, s, u)
	}
	if r := m.Read(); m.Is().Sprung && (r.WallFoot == 0 || r.CeilingFoot == 0) {
		warnings = append(warnings, "Its feet are not known: the spring is taken from tip to tip. Measure the two narrow flats, or draw its section.")
	}
	return says, warnings
}

// ofSection tells what follows from a drawn section.
func ofSection(m *job.Moulding, s *profile.Section, u measure.Unit) (says, warnings []string) {
	c := s.Cope()
	switch {
	case !c.OK:
		warnings = append(warnings, fmt.Sprintf(
			"Cannot be coped: its face "+profile.FallsBack+" %s above its bottom and would leave a gap of %s. Its inside corners are mitred unless you say otherwise.",
			c.At.Z.In(u), c.Gap.In(u)))
	case c.Shows():
		warnings = append(warnings, fmt.Sprintf("Can be coped, with a gap of %s that may show %s above its bottom.", c.Gap.In(u), c.At.Z.In(u)))
	default:
		says = append(says, "Can be coped: its face never falls back.")
	}
	sprung := m.Is().Sprung
	if d := s.Alike(sprung); d < profile.TooAlike {
		warnings = append(warnings, fmt.Sprintf("Top and bottom nearly look the same: they differ by %s at most. Mark the top edge on the back of every stick.",
			d.In(u)))
	} else {
		says = append(says, fmt.Sprintf("Top and bottom can be told apart: they differ by up to %s.", d.In(u)))
	}
	if !sprung {
		return says, warnings
	}
	wall, ceiling := s.Undercut()
	if wall > 0 || ceiling > 0 {
		least, most := m.Read().Between(wall, ceiling)
		says = append(says, fmt.Sprintf("Its feet are undercut: the projection can be taken from %s to %s.", least.In(u), most.In(u)))
	} else {
		says = append(says, "Its feet are square: it sits one way only.")
	}
	return says, warnings
}
