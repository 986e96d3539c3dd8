package inspect

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
	"gnomon/core/words"
)

var (
	studsUncounted = finding.Declare(finding.Form{Code: "studs_uncounted", Severity: finding.Note, Stop: finding.Measure, Kind: "wall",
		Text: "The first %d studs of %s are counted, and no more.", Why: "A spacing of %s gives more on %s.", Remedy: "Look whether spacing and length are right."})
	wallShort = finding.Declare(finding.Form{Code: "wall_short", Severity: finding.Stop, Stop: finding.Measure, Kind: "wall",
		Text: "%s is %s long and its openings reach to %s.", Why: "A casing cannot stand past the corner.",
		Remedy: "Measure the wall and its openings again, from the wall's left end to the casing's outer edges."})
	scrapUnmeasured = finding.Declare(finding.Form{Code: "scrap_unmeasured", Severity: finding.Check, Stop: finding.Measure, Kind: "wall",
		Text: "%s was measured to the mark of a scrap, and how long that is was not said.", Why: "What is cut to it is too short by the scrap.",
		Remedy: "Measure the scrap, and put it beside the reading.", Missing: true})
	openingsOverlap = finding.Declare(finding.Form{Code: "openings_overlap", Severity: finding.Stop, Stop: finding.Measure, Kind: "wall",
		Text: "Two openings on %s overlap.", Why: "One begins before the other's casing ends.", Remedy: "Measure both again from the wall's left end."})
	lengthsDiffer = finding.Declare(finding.Form{Code: "lengths_differ", Severity: finding.Check, Stop: finding.Measure, Kind: "wall",
		Text: "The readings of %s differ by %s.", Remedy: "Measure it once more, or take away the one that was wrong.", Cause: finding.Readings})
)

// wall looks at one wall and what stands on it.
func (in *inspection) wall(i int) {
	r, w := in.room, in.room.Walls[i]
	wall, known := in.measures.Wall(i, job.Floor)
	length := wall.Length
	if !known {
		return
	}
	if w.StudSpacing != nil && length > survey.MostStuds*w.StudSpacing.Length {
		in.found.Add(studsUncounted.In(r.ID, w.ID).Says(survey.MostStuds, job.WallNumber(i)).Because(w.StudSpacing.Length.In(in.unit), length.In(in.unit)))
	}
	for _, t := range w.Lengths {
		if t.Left == job.AtScrap && t.Faces.Left == nil || t.Right == job.AtScrap && t.Faces.Right == nil {
			in.found.Add(scrapUnmeasured.In(r.ID, w.ID).Says(words.Capital(job.WallNumber(i))))
		}
	}
	var end, sum measure.Length
	overlap := false
	for _, o := range r.Openings {
		if o.Wall != w.ID {
			continue
		}
		from := in.measures.From(i, o, job.Floor)
		overlap = overlap || from < end
		end = max(end, from+o.Width.Length)
		sum += o.Width.Length
	}
	if end > length {
		f := wallShort.In(r.ID, w.ID).Says(words.Capital(job.WallNumber(i)), length.In(in.unit), end.In(in.unit))
		if sum > length {
			f.Text = fmt.Sprintf("%s is %s long and its openings take %s.", words.Capital(job.WallNumber(i)), length.In(in.unit), sum.In(in.unit))
		}
		f.HangsOn = []finding.Ref{{Kind: "wall", ID: w.ID}}
		in.found.Add(f)
	}
	if overlap {
		in.found.Add(openingsOverlap.In(r.ID, w.ID).Says(job.WallNumber(i)))
	}
}

// repeats looks at walls, and stretches of them, that were read more than once.
func (in *inspection) repeats() {
	rules, _ := in.job.RulesAt(in.room, "", "")
	for i, w := range in.room.Walls {
		if len(w.Lengths) < 2 {
			continue
		}
		for _, l := range survey.Levels {
			v, _ := in.measures.WallAt(i, l)
			kept := slices.ContainsFunc(w.Lengths, func(t job.WallLength) bool { return t.Level == l && t.Kept })
			if by, differ := in.measures.LengthsDiffer(i, l); v.Apart || differ && !kept {
				whole := slices.DeleteFunc(slices.Clone(w.Lengths), func(t job.WallLength) bool { return t.Level != l || t.Part() })
				in.differ(i, job.WallNumber(i)+" "+atLevel(l), by, v, whole, rules)
			}
			for _, p := range in.measures.PartsApart(i, l) {
				in.differ(i, "one stretch of "+job.WallNumber(i)+" "+atLevel(l), p.Spread, p.Length, p.Readings, rules)
			}
		}
	}
}

// differ tells of readings of one thing that do not agree, by how much, and what is made of
// them.
func (in *inspection) differ(wall int, what string, by measure.Length, v survey.Length, readings []job.WallLength, rules *job.Rules) {
	id := in.room.Walls[wall].ID
	f := lengthsDiffer.In(in.room.ID, id).Says(strings.TrimSpace(what), by.In(in.unit))
	f.Why = "The tools do not explain that, so one of them is wrong"
	if p, ok := pattern(by); ok {
		f.Why = fmt.Sprintf("That is close to %s, as %s makes it", p.Name, p.Slip)
	}
	switch {
	case v.Apart && rules.Lengths == job.LengthsHold:
		f.Severity = finding.Stop
		f.Why += ": the pieces cut to it are held back, and planned for the longer one."
		f.Remedy = "Measure it a third time: two that agree count. Or say which one is right, or mark its pieces in place."
	case v.Apart:
		f.Why += fmt.Sprintf(": by the house rule the longer one is used, %s.", v.Length.In(in.unit))
	default:
		f.Why += fmt.Sprintf("; %s is used.", v.Length.In(in.unit))
	}
	f.Doubts = []finding.Ref{{Kind: "wall", ID: id}}
	f.Acts = []finding.Act{again("wall", id, job.WallNumber(wall))}
	for _, t := range readings {
		k := keep("length", t.ID)
		k.Text = t.As.Length.In(in.unit) + " is right"
		k.Next = k.Text
		f.Acts = append(f.Acts, k)
	}
	in.found.Add(f)
}

// pattern is what two readings that differ by so much may owe it to.
func pattern(by measure.Length) (survey.Pattern, bool) {
	for _, p := range survey.Patterns {
		if (by - p.Length).Abs() <= measure.Inch/8 {
			return p, true
		}
	}
	return survey.Pattern{}, false
}
