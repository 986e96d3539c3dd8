package plan

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// checkRoom looks at what was measured, before any moulding.
func (b *builder) checkRoom(r *job.Room) {
	f := Finding{Stop: "measure", Room: r.ID}
	if len(r.Runs) == 0 && len(r.Walls) > 0 {
		n := f
		n.Code, n.Severity, n.Kind, n.ID = "no_run", SeverityNote, "room", r.ID
		n.Text = "No moulding runs in this room."
		n.Why, n.Remedy = "Without one there is nothing to cut.", "Choose a moulding for it in Shop."
		b.find(n)
	}
	if r.Closed && len(r.Walls) > 0 && len(r.Walls) < 3 {
		n := f
		n.Code, n.Severity, n.Kind, n.ID = "too_few_walls", SeverityStop, "room", r.ID
		n.Text = fmt.Sprintf("A closed room of %d walls does not close.", len(r.Walls))
		n.Why, n.Remedy = "It takes three walls to come round.", "Add the missing walls, or make it an open run."
		b.find(n)
	}
	b.checkMissing(r, f)
	for i, w := range r.Walls {
		b.checkWall(r, i, w, f)
	}
	for i, c := range r.Corners {
		if r.Joined(i) {
			b.checkCorner(i, c, f)
		}
	}
	b.checkPlumb(r, f)
	b.checkClosing(r, f)
}

func (b *builder) checkWall(r *job.Room, i int, w job.Wall, f Finding) {
	f.Kind, f.ID = "wall", w.ID
	name := upper(job.WallNumber(i))
	wall, known := b.at.Wall(i, job.Floor)
	length := wall.Length
	if !known {
		return
	}
	if w.StudSpacing != nil && length > survey.MostStuds*w.StudSpacing.Length {
		n := f
		n.Code, n.Severity = "studs_uncounted", SeverityNote
		n.Text = fmt.Sprintf("The first %d studs of %s are counted, and no more.", survey.MostStuds, job.WallNumber(i))
		n.Why, n.Remedy = fmt.Sprintf("A spacing of %s gives more on %s.", w.StudSpacing.Length.In(b.unit), length.In(b.unit)), "Look whether spacing and length are right."
		b.find(n)
	}
	var end, sum measure.Length
	overlap := false
	for _, o := range r.Openings {
		if o.Wall != w.ID {
			continue
		}
		from := b.at.From(i, o, job.Floor)
		overlap = overlap || from < end
		end = max(end, from+o.Width.Length)
		sum += o.Width.Length
	}
	if end > length {
		f.Code, f.Severity = "wall_short", SeverityStop
		f.Text = fmt.Sprintf("%s is %s long and its openings reach to %s.", name, length.In(b.unit), end.In(b.unit))
		if sum > length {
			f.Text = fmt.Sprintf("%s is %s long and its openings take %s.", name, length.In(b.unit), sum.In(b.unit))
		}
		f.Why, f.Remedy = "A casing cannot stand past the corner.", "Measure the wall and its openings again, from the wall's left end to the casing's outer edges."
		b.find(f)
	}
	if overlap {
		f.Code, f.Severity = "openings_overlap", SeverityStop
		f.Text = "Two openings on " + job.WallNumber(i) + " overlap."
		f.Why, f.Remedy = "One begins before the other's casing ends.", "Measure both again from the wall's left end."
		b.find(f)
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

func (b *builder) checkCorner(i int, c job.Corner, f Finding) {
	for _, rd := range c.Readings {
		name := "Corner " + job.CornerLetter(i)
		if rd.Level != job.Floor {
			name += " at the " + string(rd.Level)
		}
		if n, ok := JudgeReading(name, rd, f); ok && !(rd.Kept && n.Severity == SeverityCheck) {
			n.Kind, n.ID = "corner", c.ID
			if n.Severity == SeverityCheck {
				n.Acts = []Act{again("corner", c.ID, "corner "+job.CornerLetter(i)), keep("reading", rd.ID)}
			}
			b.find(n)
		}
	}
	f.Kind, f.ID = "corner", c.ID
	for _, l := range survey.Levels {
		if k, ok := b.at.CornerAt(i, l); ok && b.at.Differ(i, l) && !b.kept(i, l) {
			f.Code, f.Severity = "readings_differ", SeverityCheck
			f.Text = fmt.Sprintf("The readings of corner %s differ by %s.", job.CornerLetter(i), k.Spread.Clean().Text(1)+"°")
			f.Why = fmt.Sprintf("Two readings of one corner agree better than that; the middle one, %s, is used.", k.Theta)
			f.Remedy = "Read it once more, and look whether the instrument lay on compound."
			f.Acts = []Act{again("corner", c.ID, "corner "+job.CornerLetter(i)), keep("reading", k.Taken.ID)}
			b.find(f)
		}
	}
}

// kept tells whether a reading of the corner at the level was kept as read.
func (b *builder) kept(i int, l job.Level) bool {
	return slices.ContainsFunc(b.in.Corners[i].Readings, func(rd job.Reading) bool { return rd.Level == l && rd.Kept })
}

// checkMissing says in one note each which walls have no length and which
// corners no reading yet, so that a room just begun is not a page of warnings.
func (b *builder) checkMissing(r *job.Room, f Finding) {
	var walls, wallIDs, corners, cornerIDs []string
	for i, w := range r.Walls {
		if _, ok := b.at.Wall(i, job.Floor); !ok {
			walls, wallIDs = append(walls, fmt.Sprint(i+1)), append(wallIDs, w.ID)
		}
		if _, ok := b.at.Corner(i, job.Floor); !ok && r.Joined(i) {
			corners, cornerIDs = append(corners, job.CornerLetter(i)), append(cornerIDs, r.Corners[i].ID)
		}
	}
	about := func(kind string, ids []string) (string, string) {
		if len(ids) == 1 {
			return kind, ids[0]
		}
		return "room", r.ID
	}
	f.Severity = SeverityCheck
	if len(walls) > 0 {
		n := f
		n.Code = "wall_unmeasured"
		n.Kind, n.ID = about("wall", wallIDs)
		n.Text, n.Why = "Wall "+walls[0]+" has no length yet.", "Its pieces are left out of the cut list."
		if len(walls) > 1 {
			n.Text, n.Why = "Walls "+job.Listed(walls)+" have no length yet.", "Their pieces are left out of the cut list."
		}
		n.Remedy = "Measure at the floor, from corner line to corner line."
		b.find(n)
	}
	if len(corners) > 0 {
		n := f
		n.Code = "corner_unread"
		n.Kind, n.ID = about("corner", cornerIDs)
		n.Text = "Corner " + corners[0] + " has not been read; it is taken as 90°."
		if len(corners) > 1 {
			n.Text = "Corners " + job.Listed(corners) + " have not been read; they are taken as 90°."
		}
		n.Why, n.Remedy = "Few corners are square, and half of what one is off shows in each mitre.", "Read them with a protractor."
		b.find(n)
	}
}

// JudgeReading tells what is doubtful about one reading by itself: impossible
// on its scale, or so odd a corner that another scale is likelier. ok is false
// where nothing is. The finding is filled in from f.
func JudgeReading(name string, rd job.Reading, f Finding) (out Finding, ok bool) {
	theta, possible := survey.Theta(rd.Angle, rd.Scale)
	f.Remedy = "Read it again, and check which scale the numbers stand on."
	if guesses := survey.LooksLike(rd.Angle, rd.Scale); len(guesses) > 0 {
		t, _ := survey.Theta(rd.Angle, guesses[0])
		f.Remedy = fmt.Sprintf("On the %s it would be a corner of %s: change the scale, or read it again.", scaleName(guesses[0]), t)
	}
	switch {
	case !possible:
		f.Code, f.Severity = "reading_impossible", SeverityStop
		f.Text = fmt.Sprintf("%s cannot read %s on the %s.", name, rd.Angle, scaleName(rd.Scale))
		f.Why = "A corner lies between 0° and 180°."
		if rd.Scale == job.ScaleMitre {
			f.Why = "A mitre is half of what a corner turns, so it lies between 0° and 90°."
		}
	case survey.Improbable(theta):
		f.Code, f.Severity = "reading_scale", SeverityCheck
		f.Text = fmt.Sprintf("%s reads %s on the %s.", name, rd.Angle, scaleName(rd.Scale))
		f.Why = fmt.Sprintf("A corner of %s is seldom built.", theta)
	default:
		return f, false
	}
	return f, true
}
