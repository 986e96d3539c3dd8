package opening

import (
	"fmt"
	"math"
	"strings"

	"gnomon/core/casing"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
	"gnomon/core/words"
)

var (
	doesNotClose = finding.Declare(finding.Form{Code: "opening_does_not_close", Severity: finding.Stop, Stop: finding.Measure, Kind: "opening",
		Text:   "%s: its six lengths do not go together, its corners come to %s and not 360°.",
		Remedy: "Measure what is suspected again; read a corner with a protractor where that does not help.",
		Cause:  finding.Readings})
	cannotBe = finding.Declare(finding.Form{Code: "opening_impossible", Severity: finding.Stop, Stop: finding.Measure, Kind: "opening",
		Text: "%s: %s.", Why: "No opening has such sides and diagonals.", Remedy: "Measure it again.", Cause: finding.Readings})
	sidesDiffer = finding.Declare(finding.Form{Code: "opening_lengths_differ", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s: the readings of its %s differ by %s.", Why: "The tools do not explain that, so one of them is wrong; the longest is used.",
		Remedy: "Measure it once more, or take away the one that was wrong.", Cause: finding.Readings})
	cornerDiffers = finding.Declare(finding.Form{Code: "opening_corner_differs", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s: its %s corner was read as %s, and its diagonal makes it %s.", Why: "They are further apart than tape and protractor explain.",
		Remedy: "Read the corner and shoot the diagonal again.", Cause: finding.Readings})
	outOfSquare = finding.Declare(finding.Form{Code: "opening_out_of_square", Severity: finding.Note, Stop: finding.Joints, Kind: "opening",
		Text:   "%s is out of square: its head's corners are %s and %s.",
		Why:    "Over its height that is %s. Each mitre is half of its own corner, so they close without being forced.",
		Remedy: "Keep the legs to their own sides: left and right are not alike."})
	stringsApart = finding.Declare(finding.Form{Code: "opening_strings_apart", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text:   "%s is in wind: one corner of its jambs stands %s out of the plane of the others.",
		Why:    "Two strings from corner to corner are %s apart where they cross. A mitre does not close on two faces that are not in one plane.",
		Remedy: "Set the jamb true, or take the wall back at the corner that stands proud; what is left is shimmed behind the casing and caulked."})
	inWind = finding.Declare(finding.Form{Code: "opening_in_wind", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text:   "%s may be in wind: its corners come to %s.",
		Why:    "In one plane they come to 360°; so much less is what a jamb makes that stands %s out of the plane of the others.",
		Remedy: "Stretch two strings from corner to corner: where they cross they show half of it. Set the jamb true, or take up the wind behind the casing."})
	cornersUnread = finding.Declare(finding.Form{Code: "opening_unread", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s: nothing tells its corners; they are taken as square.", Why: "Few jambs are, and half of what one is off shows in each mitre.",
		Remedy: "Shoot both diagonals, or read the corners at the head.", Missing: true, Cause: finding.Unread})
	heightUnread = finding.Declare(finding.Form{Code: "opening_no_height", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s has no height yet.", Why: "What goes around it is left out of the cut list.",
		Remedy:  "Measure both sides from the floor, the stool or the sill to the head.",
		Missing: true})
	impossibleReading = finding.Declare(finding.Form{Code: "opening_reading", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s: %s cannot be read at its %s corner on the %s scale.", Why: "No corner of an opening is so sharp or so flat.",
		Remedy: "Choose the scale that the protractor showed, or read it again.", Cause: finding.Reading})
	twiceNamed = finding.Declare(finding.Form{Code: "opening_twice", Severity: finding.Check, Stop: finding.Measure, Kind: "opening",
		Text: "%s stands in two walls.", Why: "One door cannot: seen from both its rooms, what goes around it would be counted and cut twice.",
		Remedy: "Give one of them another name, or say nothing goes around it on one side."})
)

// Inspect looks at an opening as it was measured.
func (m *Measured) Inspect() finding.List {
	var found finding.List
	u := m.Job.Unit
	in := func(f *finding.Form) finding.Finding { return f.In(m.Room.ID, m.ID) }
	for i := range m.Room.Openings {
		o := &m.Room.Openings[i]
		if m.Name != "" && o.Name == m.Name && o.ID != m.ID && o.Wall != m.Wall {
			found.Add(in(twiceNamed).Says(m.Title))
			break
		}
	}
	for _, side := range job.JambSides {
		if s := m.Sides[side]; s.Read && s.Apart {
			f := in(sidesDiffer).Says(m.Title, SideName(side), s.Spread.In(u))
			for _, t := range m.Opening.Sides {
				if t.Side == side {
					f.Acts = append(f.Acts, finding.Act{Do: finding.ActKeep, Kind: "jamb_length", ID: t.ID, Text: t.As.Length.In(u) + " is right", Next: t.As.Length.In(u)})
				}
			}
			found.Add(f)
		}
	}
	for _, r := range m.Angles {
		if v, ok := survey.Theta(r.Angle, r.Scale); !ok || v < least || v > most {
			found.Add(in(impossibleReading).Says(m.Title, r.Angle.String(), cornerName(r.Corner), r.Scale))
		}
	}
	if !m.Height {
		if m.Around != nil {
			found.Add(in(heightUnread).Says(m.Title))
		}
		return found
	}
	if m.Six {
		if _, err := m.Lengths.Corners(); err != nil {
			f := in(cannotBe)
			f.Text = m.Title + ": " + strings.TrimSuffix(err.(*casing.Impossible).Thing+" "+err.(*casing.Impossible).Reason, ".") + "."
			found.Add(f)
			return found
		}
	}
	found.Add(m.closes()...)
	if w := m.Wind; w != nil && w.Length >= measure.Inch/16 {
		found.Add(in(stringsApart).Says(m.Title, (2 * w.Length).In(u)).Because(w.Length.In(u)))
	}
	for c, k := range m.Corners {
		if k.Differs {
			f := in(cornerDiffers).Says(m.Title, casing.At(c), k.ByRead.String(), k.ByTape.String())
			found.Add(f)
			break // one diagonal crosses two corners: it is told once
		}
	}
	left, right := m.Corners[casing.TopLeft], m.Corners[casing.TopRight]
	switch {
	case !left.Known && !right.Known:
		if m.Around != nil {
			found.Add(in(cornersUnread).Says(m.Title))
		}
	case max((left.Angle-90).Abs(), (right.Angle-90).Abs()) >= squareEnough:
		by := m.Sides[job.JambLeft].Length.Length.Times(max((left.Angle - 90).Abs().Tan(), (right.Angle - 90).Abs().Tan()))
		found.Add(in(outOfSquare).Says(m.Title, left.Angle.Text(2)+"°", right.Angle.Text(2)+"°").Because(by.Round(measure.Inch / 16).In(u)))
	}
	return found
}

// squareEnough is what no mitre shows; least and most are the corners that a set can go around.
const (
	squareEnough measure.Angle = 0.1
	least        measure.Angle = 45
	most         measure.Angle = 135
)

// closes looks whether all six lengths agree, and which of them may be wrong.
func (m *Measured) closes() finding.List {
	if !m.Six || float64(m.Misses.Abs()) <= 3*float64(m.Sure) {
		return nil
	}
	u := m.Job.Unit
	sum := (360 + m.Misses).Text(2) + "°"
	var suspects []string
	var doubts []finding.Act
	closing := m.Lengths.Closing()
	for i, side := range job.JambSides {
		off := measure.FromInches(closing[i]) - m.Sides[side].Length.Length
		if math.IsNaN(closing[i]) {
			continue
		}
		why := ""
		sigma := 2 * m.giveOf(i)
		for _, p := range survey.Patterns {
			if math.Abs(math.Abs(off.Inches())-p.Length.Inches()) <= sigma.Inches() && sigma*2 <= p.Length {
				why = fmt.Sprintf("%s, as %s makes it", p.Name, p.Slip)
			}
		}
		for _, t := range m.Opening.Sides {
			for _, other := range survey.OtherLengths(t.As, u, t.As.Length-t.Length()) {
				if t.Side == side && (other.Length-measure.FromInches(closing[i])).Abs() <= sigma {
					why = "two figures that changed places"
				}
			}
		}
		if why == "" {
			continue
		}
		suspects = append(suspects, fmt.Sprintf("its %s by %s", SideName(side), why))
		doubts = append(doubts, finding.Act{Do: finding.ActAgain, Kind: "opening", ID: m.ID, To: side, Text: "Measure its " + SideName(side) + " again",
			Next: "its " + SideName(side)})
	}
	if len(suspects) == 0 && m.Misses < 0 {
		if by, ok := m.Lengths.Wind(); ok && by < 12 {
			return finding.List{inWind.In(m.Room.ID, m.ID).Says(m.Title, sum).Because(measure.FromInches(by).Round(measure.Inch / 16).In(u))}
		}
	}
	f := doesNotClose.In(m.Room.ID, m.ID).Says(m.Title, sum)
	f.Why = "One of them is wrong, and the mitres cannot be trusted."
	if len(suspects) > 0 {
		f.Why = words.Capital(words.Either(suspects)) + " would explain it."
	}
	f.Acts = doubts
	return finding.List{f}
}

// giveOf is how far what one length would have to be is known.
func (m *Measured) giveOf(i int) measure.Length {
	return survey.TapeSigma(m.Sides[job.JambSides[i]].Length.Length, m.Job.Tools.Tape.Length)
}

// SideName is what a side is called within a sentence.
func SideName(side string) string {
	return map[string]string{job.JambTop: "width at the head", job.JambBottom: "width at the foot", job.JambLeft: "left height", job.JambRight: "right height",
		job.JambRising: "diagonal from bottom left to top right", job.JambFalling: "diagonal from top left to bottom right"}[side]
}

func cornerName(c string) string { return strings.ReplaceAll(c, "_", " ") }

// Closing tells in a line how the six lengths of an opening go together; nothing where not all six were read.
func (m *Measured) Closing() string {
	if !m.Six {
		return ""
	}
	if float64(m.Misses.Abs()) <= 3*float64(m.Sure) {
		return "its corners come to " + (360 + m.Misses).Text(2) + "°, as six lengths so well read may"
	}
	return "its corners come to " + (360 + m.Misses).Text(2) + "° and not 360°"
}
