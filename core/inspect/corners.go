package inspect

import (
	"fmt"
	"slices"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/survey"
)

var (
	readingsDiffer = finding.Declare(finding.Form{Code: "readings_differ", Severity: finding.Check, Stop: finding.Measure, Kind: "corner",
		Text: "The readings of corner %s differ by %s.", Why: "Two readings of one corner agree better than that; the middle one, %s, is used.",
		Remedy: "Read it once more, and look whether the instrument lay on compound.", Cause: finding.Readings})
	readingImpossible = finding.Declare(finding.Form{Code: "reading_impossible", Severity: finding.Stop, Stop: finding.Measure, Kind: "corner",
		Text: "%s cannot read %s on the %s.", Why: "A corner lies between 0° and 180°.", Remedy: "Read it again, and check which scale the numbers stand on.",
		Cause: finding.Reading})
	readingScale = finding.Declare(finding.Form{Code: "reading_scale", Severity: finding.Check, Stop: finding.Measure, Kind: "corner",
		Text: "%s reads %s on the %s.", Why: "A corner of %s is seldom built.", Remedy: "Read it again, and check which scale the numbers stand on.",
		Cause: finding.Reading})
)

// corner looks at each reading of a corner by itself, and at all of them together.
func (in *inspection) corner(i int) {
	c := in.room.Corners[i]
	name := "corner " + job.CornerLetter(i)
	here := []finding.Ref{{Kind: "corner", ID: c.ID}}
	for _, rd := range c.Readings {
		title := "Corner " + job.CornerLetter(i)
		if rd.Level != job.Floor {
			title += " at the " + string(rd.Level)
		}
		f, odd := Reading(title, rd)
		if !odd || rd.Kept && f.Severity == finding.Check {
			continue
		}
		f.Room, f.ID, f.Doubts = in.room.ID, c.ID, here
		if f.Severity == finding.Check {
			f.Acts = []finding.Act{again("corner", c.ID, name), keep("reading", rd.ID)}
		}
		in.found.Add(f)
	}
	for _, l := range survey.Levels {
		kept := slices.ContainsFunc(c.Readings, func(rd job.Reading) bool { return rd.Level == l && rd.Kept })
		if k, ok := in.measures.CornerAt(i, l); ok && in.measures.Differ(i, l) && !kept {
			f := readingsDiffer.In(in.room.ID, c.ID).Says(job.CornerLetter(i), k.Spread.Clean().Text(1)+"°").Because(k.Theta)
			f.Doubts, f.HangsOn = here, here
			f.Acts = []finding.Act{again("corner", c.ID, name), keep("reading", k.Taken.ID)}
			in.found.Add(f)
		}
	}
}

func scaleName(s job.Scale) string {
	switch s {
	case job.ScaleDeflection:
		return "deflection scale"
	case job.ScaleMitre:
		return "mitre scale"
	}
	return "corner scale"
}

// Reading tells what is doubtful about one reading by itself: impossible on its scale, or so
// odd a corner that another scale is likelier. odd is false where nothing is. The finding is
// about no corner yet; name is what its sentence begins with.
func Reading(name string, rd job.Reading) (f finding.Finding, odd bool) {
	theta, possible := survey.Theta(rd.Angle, rd.Scale)
	switch {
	case !possible:
		f = readingImpossible.In("", "").Says(name, rd.Angle, scaleName(rd.Scale))
		if rd.Scale == job.ScaleMitre {
			f.Why = "A mitre is half of what a corner turns, so it lies between 0° and 90°."
		}
	case survey.Improbable(theta):
		f = readingScale.In("", "").Says(name, rd.Angle, scaleName(rd.Scale)).Because(theta)
	default:
		return f, false
	}
	if guesses := survey.LooksLike(rd.Angle, rd.Scale); len(guesses) > 0 {
		t, _ := survey.Theta(rd.Angle, guesses[0])
		f.Remedy = fmt.Sprintf("On the %s it would be a corner of %s: change the scale, or read it again.", scaleName(guesses[0]), t)
	}
	return f, true
}
