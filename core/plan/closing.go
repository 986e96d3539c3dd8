package plan

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Survey is how one room's measurements at one level go together.
type Survey struct {
	Room    string
	Level   job.Level
	Verdict survey.Verdict
	Helps   []survey.Help
	Whole   bool // nothing is missing to close it
}

// Survey is the check of a room at a level: empty where there is none.
func (p *Plan) Survey(room string, l job.Level) Survey {
	for _, s := range p.Surveys {
		if s.Room == room && s.Level == l {
			return s
		}
	}
	return Survey{}
}

// Doubts are the measurements suspected, as kind and id of wall, corner or
// diagonal.
func (s Survey) Doubts(r *job.Room) map[[2]string]bool {
	out := map[[2]string]bool{}
	for _, x := range slices.Concat(s.Verdict.Suspects, s.Verdict.Others) {
		kind, id := place(r, x.Ref)
		out[[2]string{kind, id}] = true
	}
	return out
}

// Text says in a line how the measurements go together, as of the room drawn with
// the gap given.
func (s Survey) Text(gap measure.Length, unit measure.Unit) string {
	v := s.Verdict
	switch {
	case v.Redundancy == 0 || !s.Whole && v.Closes:
		return ""
	case v.Closes:
		return "closes to " + gap.Round(Step(unit)).In(unit)
	}
	return "open by " + gap.Round(Step(unit)).In(unit)
}

// place is where a measurement belongs: the wall, corner or diagonal.
func place(r *job.Room, m survey.Ref) (kind, id string) {
	switch m.Of {
	case survey.OfWall:
		return "wall", r.Walls[m.At].ID
	case survey.OfTurn:
		return "corner", r.Corners[m.At].ID
	}
	return "diagonal", m.ID
}

// named is what a measurement is called in a sentence.
func (b *builder) named(m survey.Ref) string {
	switch m.Of {
	case survey.OfWall:
		w := b.in.Walls[m.At]
		if i := slices.IndexFunc(w.Lengths, func(t job.Taken) bool { return t.ID == m.ID }); i >= 0 && len(w.Lengths) > 1 {
			return job.WallNumber(m.At) + " read " + w.Lengths[i].As.Length.In(b.unit)
		}
		return job.WallNumber(m.At)
	case survey.OfTurn:
		return "corner " + job.CornerLetter(m.At)
	}
	i := slices.IndexFunc(b.in.Diagonals, func(d job.Diagonal) bool { return d.ID == m.ID })
	from, _ := b.in.Point(b.in.Diagonals[i].From)
	to, _ := b.in.Point(b.in.Diagonals[i].To)
	return "the diagonal from " + b.in.PointName(from) + " to " + b.in.PointName(to)
}

// whole is what is to be measured again: the wall, whichever reading of it.
func (b *builder) whole(m survey.Ref) string {
	if m.Of == survey.OfWall {
		return job.WallNumber(m.At)
	}
	return b.named(m)
}

func again(kind, id, name string) Act {
	return Act{Do: ActAgain, Kind: kind, ID: id, Text: "Measure " + name + " again"}
}

func keep(kind, id string) Act { return Act{Do: ActKeep, Kind: kind, ID: id, Text: "Keep as read"} }

// How many steps the checks of all rooms together may take, and finding what would help them:
// a school with a mistake in every room is tried whole, and a job of hundreds of halls, in
// part, is still planned within seconds.
const (
	checkAll = 1_000_000_000
	helpAll  = 300_000_000
)

// checkClosing asks whether the room closes, at each level that was measured.
func (b *builder) checkClosing(r *job.Room, f Finding) {
	f.Kind, f.ID = "room", r.ID
	if len(r.Walls) == 0 || r.Closed && len(r.Walls) < 3 {
		return
	}
	for _, l := range survey.Levels {
		if l != job.Floor && !b.at.Measured(l) {
			continue
		}
		m := b.at.Room(l)
		m.Effort, m.Helping = b.checking, b.helping
		s := Survey{Room: r.ID, Level: l, Verdict: survey.Check(m), Whole: true}
		for i := range m.Walls {
			s.Whole = s.Whole && len(m.Walls[i]) > 0 && (m.Turns[i].Known || !r.Joined(i))
		}
		if s.Whole {
			s.Helps = survey.Helps(m, s.Verdict)
		}
		b.plan.Surveys = append(b.plan.Surveys, s)
		b.judge(r, s, f)
	}
	b.checkRepeats(r, f)
}

// at is a prefix for sentences about a level other than the floor.
func atLevel(l job.Level) string {
	if l == job.Floor {
		return ""
	}
	return "at the " + string(l) + " "
}

func (b *builder) judge(r *job.Room, s Survey, f Finding) {
	v := s.Verdict
	b.level = s.Level
	b.blind(r, s, f)
	b.untried(r, s, f)
	switch {
	case v.Untried > 0 && len(v.Suspects) == 0: // nothing can be said of it
	case v.Redundancy == 0 && !r.Closed && s.Level == job.Floor:
		f.Code, f.Severity = "run_unchecked", SeverityNote
		f.Text = "Nothing checks an open run."
		f.Why, f.Remedy = "Only a room that comes round to where it began tells whether its readings go together.", "Read each wall twice, or shoot a diagonal from end to end."
		f.Acts = []Act{{Do: ActTwice, Kind: "room", ID: r.ID, Text: "Read the walls twice"}}
		b.find(f)
	case v.Redundancy == 0:
	case !v.Closes:
		b.open(r, s, f)
	default:
		b.crossed(r, s, f)
		b.sees(r, s, f)
	}
}

// open names what may be wrong in a room that does not close.
func (b *builder) open(r *job.Room, s Survey, f Finding) {
	sentence := "the room does not close."
	if !r.Closed {
		sentence = "the measurements of this run do not go together."
	}
	f.Text = upper(atLevel(s.Level) + sentence)
	f.Code, f.Severity = "room_open", SeverityCheck
	suspects := b.unkept(s.Verdict.Suspects)
	switch {
	case len(s.Verdict.Suspects) > 0 && len(suspects) == 0:
		f.Severity = SeverityNote
		f.Why = "What may be wrong was looked at again and kept as read."
		f.Remedy = "Mind the joints there when they go up; everything is cut as read."
		b.find(f)
		return
	case len(suspects) == 0:
		f.Why = "No single measurement explains it: there is more than one mistake."
		f.Remedy = "Measure it again, walls and corners, beginning where the drawing comes apart."
		b.find(f)
		return
	}
	b.name(&f, suspects)
	b.find(f)
	if others := b.unkept(s.Verdict.Others); len(others) > 0 {
		g := f
		g.Code, g.Acts = "room_second", nil
		g.Text = "That is not all: a second measurement does not agree."
		b.name(&g, others)
		b.find(g)
	}
	if len(suspects) > 1 {
		b.tell(r, s, f, "parts_suspects", "One more measurement would tell which.")
	}
}

// most is how many suspects a sentence names.
const most = 3

// name says which measurements may be wrong, by how much and how it may have come.
func (b *builder) name(f *Finding, suspects []survey.Suspect) {
	first := suspects[0]
	f.Kind, f.ID = place(b.in, first.Ref)
	shown := suspects[:min(len(suspects), most)]
	var words, likes []string
	seen := map[string]bool{}
	f.Acts = nil
	for _, x := range shown {
		off, like := b.offBy(x)
		words = append(words, off)
		if like != "" && !slices.Contains(likes, like) {
			likes = append(likes, like)
		}
		kind, id := place(b.in, x.Ref)
		if seen[kind+id] {
			continue
		}
		seen[kind+id] = true
		f.Acts = append(f.Acts, again(kind, id, b.whole(x.Ref)))
	}
	for _, x := range shown {
		k := b.keepIt(x.Ref)
		if len(shown) > 1 {
			k.Text = "Keep " + strings.TrimPrefix(b.named(x.Ref), b.whole(x.Ref)+" read ") + " as read"
		}
		if !slices.Contains(f.Acts, k) {
			f.Acts = append(f.Acts, k)
		}
	}
	f.Why = upper(strings.Join(words, ", or "))
	if rest := len(suspects) - len(shown); rest > 0 {
		f.Why += fmt.Sprintf(", or one of %d more", rest)
	}
	if len(likes) > 0 {
		f.Why += ": " + strings.Join(likes, ", or ") + " would explain it"
	}
	f.Why += "."
	f.Remedy = "Measure " + b.whole(first.Ref) + " again"
	if len(suspects) > 1 && b.whole(suspects[1].Ref) != b.whole(first.Ref) {
		f.Remedy += ", then " + b.whole(suspects[1].Ref)
	}
	f.Remedy += "."
}

// offBy tells what one suspect is off by, and what would explain it.
func (b *builder) offBy(x survey.Suspect) (s, like string) {
	s = b.named(x.Ref) + " is "
	if x.Of == survey.OfTurn {
		s += fmt.Sprintf("%s off", x.Off.Angle.Abs().Text(1)+"°")
		if fits := b.cornerFits(x); fits != "" {
			s += ": " + fits
		}
		return s, ""
	}
	by, way := x.Off.Length, "too long"
	if by < 0 {
		by, way = -by, "too short"
	}
	s += by.Round(Step(b.unit)).In(b.unit) + " " + way
	var slips []string
	for _, p := range x.Matches() {
		slips = append(slips, p.Slip)
	}
	if slices.Contains(x.Fits, survey.AsSwapped) {
		slips = append(slips, "two digits swapped")
	}
	return s, strings.Join(slips, ", or ")
}

// Step is what a computed misclosure is shown to.
func Step(unit measure.Unit) measure.Length {
	if unit.Metric() {
		return measure.Millimetre
	}
	return measure.Inch / 8
}

// cornerFits tells what a corner would have to be for the room to close.
func (b *builder) cornerFits(x survey.Suspect) string {
	c, ok := b.at.Corner(x.At, b.level)
	if !ok {
		return ""
	}
	kind := b.in.Corners[x.At].Kind
	var out []string
	for _, fit := range x.Fits {
		switch fit {
		case survey.AsOtherSide:
			out = append(out, "it closes as an "+string(survey.OtherSide(kind))+" corner")
		case survey.AsSwapped:
			out = append(out, "it closes with two digits swapped")
		default:
			scale := job.Scale(strings.TrimPrefix(fit, survey.AsScale("")))
			theta, _ := survey.Theta(c.Taken.Angle, scale)
			out = append(out, fmt.Sprintf("it closes as %s on the %s, a corner of %s", c.Taken.Angle, scaleName(scale), theta))
		}
	}
	return strings.Join(out, ", or ")
}

// keepIt keeps a measurement as read: of a corner the reading that counts.
func (b *builder) keepIt(m survey.Ref) Act {
	switch m.Of {
	case survey.OfWall:
		return keep("length", m.ID)
	case survey.OfTurn:
		c, _ := b.at.Corner(m.At, b.level)
		return keep("reading", c.Taken.ID)
	}
	return keep("diagonal", m.ID)
}

// unkept leaves out what was looked at again and kept as read.
func (b *builder) unkept(all []survey.Suspect) []survey.Suspect {
	var out []survey.Suspect
	for _, x := range all {
		kept := false
		switch x.Of {
		case survey.OfWall:
			kept = slices.ContainsFunc(b.in.Walls[x.At].Lengths, func(t job.Taken) bool { return t.ID == x.ID && t.Kept })
		case survey.OfTurn:
			kept = slices.ContainsFunc(b.in.Corners[x.At].Readings, func(rd job.Reading) bool { return rd.Kept })
		case survey.OfDiagonal:
			kept = slices.ContainsFunc(b.in.Diagonals, func(d job.Diagonal) bool { return d.ID == x.ID && d.Kept })
		}
		if !kept {
			out = append(out, x)
		}
	}
	return out
}

// untried tells how much of a room's check was left out, for want of effort.
func (b *builder) untried(r *job.Room, s Survey, f Finding) {
	if s.Verdict.Untried == 0 {
		return
	}
	f.Code, f.Severity = "check_untried", SeverityCheck
	f.Text = upper(fmt.Sprintf("%sthe room does not close, and %d of its measurements were not tried as the wrong one.", atLevel(s.Level), s.Verdict.Untried))
	if s.Verdict.Unsolved {
		f.Text = upper(atLevel(s.Level) + "whether the room closes was not worked out.")
	}
	f.Why, f.Remedy = "It has more of them than are tried in one go.", "Split the room in two, or take out readings and diagonals that are not needed."
	b.find(f)
}

// blind notices a diagonal between corners that do not see each other.
func (b *builder) blind(r *job.Room, s Survey, f Finding) {
	n := len(r.Walls)
	if !r.Closed || len(s.Verdict.Points) < n {
		return
	}
	for _, d := range r.Diagonals {
		from, _ := r.Point(d.From)
		to, _ := r.Point(d.To)
		if d.Level != s.Level || d.Kept || survey.Sees(s.Verdict.Points[:n], from, to) {
			continue
		}
		f.Code, f.Severity, f.Kind, f.ID = "diagonal_blind", SeverityCheck, "diagonal", d.ID
		f.Text = upper(fmt.Sprintf("%s and %s do not see each other.", r.PointName(from), r.PointName(to)))
		f.Why = "A wall or a corner stands between them, so no tape or laser runs straight."
		if next := to - from; next == 1 || next == -1 || next == n-1 || next == 1-n {
			f.Why = "They are the ends of one wall: that is its own length."
		}
		f.Remedy = "Look which corners were meant, and change or remove the diagonal."
		f.Acts = []Act{again("diagonal", d.ID, "that diagonal"), keep("diagonal", d.ID)}
		b.find(f)
	}
}

// crossed notices walls that cross each other though the room closes.
func (b *builder) crossed(r *job.Room, s Survey, f Finding) {
	if !r.Closed || len(s.Verdict.Points) == 0 || !survey.Crosses(s.Verdict.Points[:len(r.Walls)]) {
		return
	}
	f.Code, f.Severity = "room_crosses", SeverityCheck
	f.Text = upper(atLevel(s.Level) + "walls of this room cross each other.")
	f.Why, f.Remedy = "No room is built so, though its measurements close.", "Look which corners are inside and which outside, and whether the walls stand in their order."
	b.find(f)
}

// sees says how small a mistake the check would notice, and what would help.
func (b *builder) sees(r *job.Room, s Survey, f Finding) {
	if !s.Whole || len(s.Helps) == 0 {
		return
	}
	b.tell(r, s, f, "check_sees", upper(fmt.Sprintf("%sa wall can be off by up to %s unseen.", atLevel(s.Level), b.about(s.Helps[0].Before))))
}

// tell offers what would make the check see more.
func (b *builder) tell(r *job.Room, s Survey, f Finding, code, text string) {
	f.Code, f.Severity, f.Kind, f.ID, f.Acts = code, SeverityNote, "room", r.ID, nil
	f.Text = text
	f.Why = "A closed room checks itself only as well as its corners were read."
	var do []string
	for _, h := range s.Helps {
		if h.Twice {
			do = append(do, fmt.Sprintf("Read the walls twice: then %s shows.", b.about(h.After)))
			f.Acts = append(f.Acts, Act{Do: ActTwice, Kind: "room", ID: r.ID, Text: "Read the walls twice"})
			continue
		}
		from, to := r.PointName(h.From), r.PointName(h.To)
		say := "Shoot %s to %s: then %s shows."
		if h.Cut {
			say = "Shoot %s to %s, the best of the diagonals that were tried: then %s shows."
		}
		do = append(do, fmt.Sprintf(say, from, to, b.about(h.After)))
		f.Acts = append(f.Acts, Act{Do: ActShoot, Kind: "corner", ID: r.CornerOf(h.From), To: r.CornerOf(h.To), Text: upper("shoot " + from + " to " + to)})
	}
	if len(do) == 0 {
		return
	}
	f.Remedy = strings.Join(do, " ")
	b.find(f)
}

func (b *builder) about(l measure.Length) string { return About(l, b.unit) }

// About is a length as coarse as an estimate deserves.
func About(l measure.Length, unit measure.Unit) string {
	step := Step(unit)
	if !unit.Metric() && l > 4*measure.Inch {
		step = measure.Inch / 2
	}
	return l.Round(step).In(unit)
}

// checkRepeats looks at walls, and stretches of them, that were read more than once.
func (b *builder) checkRepeats(r *job.Room, f Finding) {
	f.Kind = "wall"
	rules, _ := b.job.RulesAt(r, "", "")
	for i, w := range r.Walls {
		if len(w.Lengths) < 2 {
			continue
		}
		f.ID = w.ID
		for _, l := range survey.Levels {
			v, _ := b.at.WallAt(i, l)
			kept := slices.ContainsFunc(w.Lengths, func(t job.Taken) bool { return t.Level == l && t.Kept })
			if by, differ := b.at.LengthsDiffer(i, l); v.Apart || differ && !kept {
				whole := slices.DeleteFunc(slices.Clone(w.Lengths), func(t job.Taken) bool { return t.Level != l || t.Part() })
				b.differ(f, job.WallNumber(i)+" "+atLevel(l), by, v, whole, rules)
			}
			for _, p := range b.at.PartsApart(i, l) {
				b.differ(f, "one stretch of "+job.WallNumber(i)+" "+atLevel(l), p.Spread, p.Length, p.Readings, rules)
			}
		}
	}
}

// differ tells of readings of one thing that do not agree, by how much, and what is made of
// them.
func (b *builder) differ(f Finding, what string, by measure.Length, v survey.Length, readings []job.Taken, rules *job.Rules) {
	f.Code, f.Severity = "lengths_differ", SeverityCheck
	f.Text = fmt.Sprintf("The readings of %s differ by %s.", strings.TrimSpace(what), by.In(b.unit))
	f.Why = "The tools do not explain that, so one of them is wrong"
	if p, ok := pattern(by); ok {
		f.Why = fmt.Sprintf("That is close to %s, as %s makes it", p.Name, p.Slip)
	}
	f.Remedy = "Measure it once more, or take away the one that was wrong."
	switch {
	case v.Apart && rules.Lengths == job.LengthsHold:
		f.Severity = SeverityStop
		f.Why += ": the pieces cut to it are held back, and planned for the longer one."
		f.Remedy = "Measure it a third time: two that agree count. Or say which one is right, or mark its pieces in place."
	case v.Apart:
		f.Why += fmt.Sprintf(": by the house rule the longer one is used, %s.", v.Length.In(b.unit))
	default:
		f.Why += fmt.Sprintf("; %s is used.", v.Length.In(b.unit))
	}
	f.Acts = []Act{again("wall", f.ID, job.WallNumber(b.wallAt(f.ID)))}
	for _, t := range readings {
		k := keep("length", t.ID)
		k.Text = t.As.Length.In(b.unit) + " is right"
		f.Acts = append(f.Acts, k)
	}
	b.find(f)
}

// wallAt is the index of a wall of the room at hand.
func (b *builder) wallAt(id string) int {
	return slices.IndexFunc(b.in.Walls, func(w job.Wall) bool { return w.ID == id })
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

// borrowed says which walls and corners of a run were measured only at another
// level.
func (b *builder) borrowed(r *job.Room, run *job.Run) {
	f := Finding{Stop: "measure", Room: r.ID, Code: "level_borrowed", Severity: SeverityCheck, Kind: "room", ID: r.ID}
	var walls, corners []string
	from := job.Level("")
	note := func(list *[]string, name, kind, id string, l job.Level) {
		*list, from = append(*list, name), l
		f.Kind, f.ID = kind, id
	}
	for i, w := range r.Walls {
		if l, ok := b.at.Wall(i, run.Level); ok && l.Level != run.Level {
			note(&walls, fmt.Sprint(i+1), "wall", w.ID, l.Level)
		}
	}
	for i, c := range r.Corners {
		if k, ok := b.at.Corner(i, run.Level); ok && k.Level != run.Level && r.Joined(i) {
			note(&corners, job.CornerLetter(i), "corner", c.ID, k.Level)
		}
	}
	if len(walls)+len(corners) == 0 {
		return
	}
	if len(walls)+len(corners) > 1 {
		f.Kind, f.ID = "room", r.ID
	}
	if len(walls) == len(r.Walls) {
		f.Text = fmt.Sprintf("This room was not measured at the %s, where %s runs.", run.Level, b.job.Moulding(run.Moulding).Title())
	} else {
		f.Text = upper(fmt.Sprintf("%s not measured at the %s.", which(walls, corners), run.Level))
	}
	f.Why = fmt.Sprintf("What was measured at the %s stands in, and walls lean.", from)
	f.Remedy = fmt.Sprintf("Measure at the %s, where the moulding sits.", run.Level)
	b.find(f)
}

// which names walls and corners as the beginning of a sentence.
func which(walls, corners []string) string {
	var parts []string
	for _, p := range []struct {
		one, many string
		names     []string
	}{{"wall", "walls", walls}, {"corner", "corners", corners}} {
		switch len(p.names) {
		case 0:
		case 1:
			parts = append(parts, p.one+" "+p.names[0])
		default:
			parts = append(parts, p.many+" "+job.Listed(p.names))
		}
	}
	if len(walls)+len(corners) == 1 {
		return parts[0] + " was"
	}
	return strings.Join(parts, " and ") + " were"
}
