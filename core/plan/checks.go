package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

func (b *builder) find(f Finding) { b.plan.Findings = append(b.plan.Findings, f) }

// sortFindings puts what cannot be cut or hung first, then what is likely
// wrong; within each the order of the work.
func (b *builder) sortFindings() {
	rank := map[Severity]int{SeverityStop: 0, SeverityCheck: 1, SeverityNote: 2}
	slices.SortStableFunc(b.plan.Findings, func(x, y Finding) int {
		return cmp.Compare(rank[x.Severity], rank[y.Severity])
	})
}

func upper(s string) string { return strings.ToUpper(s[:1]) + s[1:] }

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
	b.checkTurns(r, f)
}

func (b *builder) checkWall(r *job.Room, i int, w job.Wall, f Finding) {
	f.Kind, f.ID = "wall", w.ID
	name := upper(job.WallNumber(i))
	length, known := w.LengthAt(job.Floor)
	if !known {
		return
	}
	var end, sum measure.Length
	overlap := false
	for _, o := range r.Openings {
		if o.Wall != w.ID {
			continue
		}
		overlap = overlap || o.From.Length < end
		end = max(end, o.From.Length+o.Width.Length)
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
	rd, ok := c.ReadingAt(job.Floor)
	if !ok {
		return
	}
	if f, ok = JudgeReading("Corner "+job.CornerLetter(i), rd, f); ok {
		f.Kind, f.ID = "corner", c.ID
		b.find(f)
	}
}

// checkMissing says in one note each which walls have no length and which
// corners no reading yet, so that a room just begun is not a page of warnings.
func (b *builder) checkMissing(r *job.Room, f Finding) {
	var walls, wallIDs, corners, cornerIDs []string
	for i, w := range r.Walls {
		if _, ok := w.LengthAt(job.Floor); !ok {
			walls, wallIDs = append(walls, fmt.Sprint(i+1)), append(wallIDs, w.ID)
		}
		if _, ok := r.Corners[i].ReadingAt(job.Floor); !ok && r.Joined(i) {
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
			n.Text, n.Why = "Walls "+listed(walls)+" have no length yet.", "Their pieces are left out of the cut list."
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
			n.Text = "Corners " + listed(corners) + " have not been read; they are taken as 90°."
		}
		n.Why, n.Remedy = "Few corners are square, and half of what one is off shows in each mitre.", "Read them with a protractor."
		b.find(n)
	}
}

// listed joins words as a sentence does: "1, 2 and 3".
func listed(words []string) string {
	last := len(words) - 1
	return strings.Join(words[:last], ", ") + " and " + words[last]
}

// JudgeReading tells what is doubtful about one reading by itself: impossible
// on its scale, or so odd a corner that another scale is likelier. ok is false
// where nothing is. The finding is filled in from f.
func JudgeReading(name string, rd job.Reading, f Finding) (out Finding, ok bool) {
	theta, possible := survey.Theta(*rd.Angle, rd.Scale)
	f.Remedy = "Read it again, and check which scale the numbers stand on."
	if guesses := survey.LooksLike(*rd.Angle, rd.Scale); len(guesses) > 0 {
		t, _ := survey.Theta(*rd.Angle, guesses[0])
		f.Remedy = fmt.Sprintf("On the %s it would be a corner of %s: change the scale, or read it again.", scaleName(guesses[0]), t)
	}
	switch {
	case !possible:
		f.Code, f.Severity = "reading_impossible", SeverityStop
		f.Text = fmt.Sprintf("%s cannot read %s on the %s.", name, *rd.Angle, scaleName(rd.Scale))
		f.Why = "A corner lies between 0° and 180°."
		if rd.Scale == job.ScaleMitre {
			f.Why = "A mitre is half of what a corner turns, so it lies between 0° and 90°."
		}
	case survey.Improbable(theta):
		f.Code, f.Severity = "reading_scale", SeverityCheck
		f.Text = fmt.Sprintf("%s reads %s on the %s.", name, *rd.Angle, scaleName(rd.Scale))
		f.Why = fmt.Sprintf("A corner of %s is seldom built.", theta)
	default:
		return f, false
	}
	return f, true
}

// checkTurns adds up the turns of a closed room, once every corner is read.
func (b *builder) checkTurns(r *job.Room, f Finding) {
	f.Kind, f.ID = "room", r.ID
	if !r.Closed {
		if len(r.Walls) > 0 {
			f.Code, f.Severity = "run_unchecked", SeverityNote
			f.Text = "Nothing checks an open run."
			f.Why, f.Remedy = "Only a room that comes round to where it began tells whether its readings go together.", "Read each wall and corner twice."
			b.find(f)
		}
		return
	}
	if len(r.Walls) < 3 {
		return
	}
	var read []survey.CornerReading
	var turns []measure.Angle
	for _, c := range r.Corners {
		rd, ok := c.ReadingAt(job.Floor)
		if !ok {
			return
		}
		theta, ok := survey.Theta(*rd.Angle, rd.Scale)
		if !ok {
			return
		}
		read = append(read, survey.CornerReading{Kind: c.Kind, Reading: *rd.Angle, Scale: rd.Scale})
		turns = append(turns, survey.Turn(theta, c.Kind))
	}
	t := survey.CheckTurns(turns)
	if t.OK {
		return
	}
	f.Code, f.Severity = "turns_off", SeverityCheck
	f.Text = fmt.Sprintf("The corners turn by %s in all, %s off %s.", t.Sum.Text(1)+"°", t.Off.Abs().Text(1)+"°", t.Target.Text(0)+"°")
	f.Why = fmt.Sprintf("Readings of this many corners wander %s together, not more.", t.Limit.Text(1)+"°")
	f.Remedy = slipText(survey.Slips(read), read)
	b.find(f)
}

// slipText names the changes to one corner that would make the turns add up.
func slipText(slips []survey.Slip, read []survey.CornerReading) string {
	if len(slips) == 0 || len(slips) > 3 {
		return fmt.Sprintf("Read the corners again, beginning with %s, the one furthest from a usual corner.", job.CornerLetter(oddest(read)))
	}
	var s []string
	for _, p := range slips {
		theta, _ := survey.Theta(p.As.Reading, p.As.Scale)
		s = append(s, fmt.Sprintf("corner %s as an %s corner of %s (%s on the %s)", job.CornerLetter(p.Corner), p.As.Kind, theta, p.As.Reading, scaleName(p.As.Scale)))
	}
	return "It would come right with " + strings.Join(s, ", or with ") + "."
}

// oddest is the corner furthest from square and from half of square, which is
// what walls are mostly built to.
func oddest(read []survey.CornerReading) int {
	worst, at := measure.Angle(-1), 0
	for i, c := range read {
		theta, _ := survey.Theta(c.Reading, c.Scale)
		if off := min((theta - 90).Abs(), (theta - 135).Abs()); off > worst {
			worst, at = off, i
		}
	}
	return at
}

// Short pieces cannot be held at the saw; the trade draws the line at a foot.
const shortPiece = measure.Foot

// coverNote is the thickness of a top edge that is worth a word.
const coverNote = measure.Inch / 8

// checkPiece looks at one piece as it would be cut.
func (b *builder) checkPiece(m *job.Moulding, p Piece) {
	f := Finding{Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID}
	if p.Cut <= 0 {
		n := f
		n.Code, n.Severity = "piece_vanishes", SeverityStop
		n.Text = fmt.Sprintf("%s leaves nothing to cut.", p.Label)
		n.Why, n.Remedy = "Its wall is shorter than its ends must stop short of the corners.", "Measure the wall again, or fill it with a block."
		b.find(n)
	}
	if p.Cut < shortPiece && p.Cut > 0 {
		n := f
		n.Code, n.Severity, n.Stop = "short_piece", SeverityNote, "saw"
		n.Text = fmt.Sprintf("%s is short: %s.", p.Label, p.Cut.In(b.unit))
		n.Why, n.Remedy = "A short piece cannot be held safely at the saw.", "Cut it from the end of a long piece and hold the long part, or clamp it; let the blade stop before you lift."
		b.find(n)
	}
	for _, hand := range []joint.Hand{joint.Left, joint.Right} {
		b.checkEnd(m, p, hand, f)
	}
}

func (b *builder) checkEnd(m *job.Moulding, p Piece, hand joint.Hand, f Finding) {
	e := p.End(hand)
	if e.Setting == nil || e.Corner == "" {
		return
	}
	where := fmt.Sprintf("%s, %s end, corner %s", p.Label, hand, e.Letter)
	if e.Dial == nil {
		n := f
		n.Code, n.Severity, n.Stop = "cut_beyond_swing", SeverityStop, "saw"
		why, remedy := beyondSwing(e, hand, m, b.job.Saw, b.unit)
		n.Text, n.Why, n.Remedy = where+": this saw cannot reach the cut.", why, remedy
		b.find(n)
	}
	if e.Short > 0 && m.Profiled {
		if cover := joint.ThinnestThatCovers(e.Theta, m.Thickness.Length); cover > coverNote {
			n := f
			n.Code, n.Severity = "acute_cover", SeverityNote
			n.Text = fmt.Sprintf("%s: the square end stops %s short, since the corner is acute.", where, e.Short.In(b.unit))
			n.Why = fmt.Sprintf("The piece coped over it hides that only where its face stands at least %s out from the wall.", cover.In(b.unit))
			n.Remedy = "Where its top edge is thinner, cut this end to the other wall instead."
			b.find(n)
		}
	}
}

// End gives one end of the piece.
func (p Piece) End(hand joint.Hand) End {
	if hand == joint.Left {
		return p.Left
	}
	return p.Right
}
