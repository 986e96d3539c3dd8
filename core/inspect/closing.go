package inspect

import (
	"fmt"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/survey"
	"gnomon/core/words"
)

var (
	runUnchecked = finding.Declare(finding.Form{Code: "run_unchecked", Severity: finding.Note, Stop: finding.Measure, Kind: "room",
		Text: "Nothing checks an open run.", Why: "Only a room that comes round to where it began tells whether its readings go together.",
		Remedy: "Read each wall twice, or shoot a diagonal from end to end.", Closing: true})
	roomOpen = finding.Declare(finding.Form{Code: "room_open", Severity: finding.Check, Stop: finding.Measure, Kind: "room",
		Text: "The room does not close.", Why: "No single measurement explains it: there is more than one mistake.",
		Remedy: "Measure it again, walls and corners, beginning where the drawing comes apart.", Closing: true, Cause: finding.Together})
	roomSecond = finding.Declare(finding.Form{Code: "room_second", Severity: finding.Check, Stop: finding.Measure, Kind: "room",
		Text: "That is not all: a second measurement does not agree.", Closing: true, Cause: finding.Remainder})
	checkUntried = finding.Declare(finding.Form{Code: "check_untried", Severity: finding.Check, Stop: finding.Measure, Kind: "room",
		Text: "The room does not close, and %d of its measurements were not tried as the wrong one.", Why: "It has more of them than are tried in one go.",
		Remedy: "Split the room in two, or take out readings and diagonals that are not needed.", Closing: true})
	diagonalBlind = finding.Declare(finding.Form{Code: "diagonal_blind", Severity: finding.Check, Stop: finding.Measure, Kind: "diagonal",
		Text: "%s and %s do not see each other.", Why: "A wall or a corner stands between them, so no tape or laser runs straight.",
		Remedy: "Look which corners were meant, and change or remove the diagonal.", Cause: finding.Readings})
	roomCrosses = finding.Declare(finding.Form{Code: "room_crosses", Severity: finding.Check, Stop: finding.Measure, Kind: "room",
		Text: "Walls of this room cross each other.", Why: "No room is built so, though its measurements close.",
		Remedy: "Look which corners are inside and which outside, and whether the walls stand in their order.", Closing: true})
	checkSees = finding.Declare(finding.Form{Code: "check_sees", Severity: finding.Note, Stop: finding.Measure, Kind: "room",
		Text: "A wall can be off by up to %s unseen.", Why: "A closed room checks itself only as well as its corners were read."})
	partsSuspects = finding.Declare(finding.Form{Code: "parts_suspects", Severity: finding.Note, Stop: finding.Measure, Kind: "room",
		Text: "One more measurement would tell which.", Why: "A closed room checks itself only as well as its corners were read."})
)

// atLevel is a prefix for sentences about a level other than the floor.
func atLevel(l job.Level) string {
	if l == job.Floor {
		return ""
	}
	return "at the " + string(l) + " "
}

// atThe puts the level before a sentence.
func atThe(l job.Level, sentence string) string {
	if l == job.Floor {
		return sentence
	}
	return words.Capital(atLevel(l) + words.Small(sentence))
}

// closing asks whether the room closes, at each level that was measured.
func (in *inspection) closing() []Survey {
	r := in.room
	if len(r.Walls) == 0 || r.Closed && len(r.Walls) < 3 {
		return nil
	}
	var out []Survey
	for _, l := range survey.Levels {
		if l != job.Floor && !in.measures.Measured(l) {
			continue
		}
		m := in.measures.Room(l)
		m.Effort, m.Helping = in.budget.checking, in.budget.helping
		s := Survey{Room: r.ID, Level: l, Verdict: survey.Check(m), Whole: true}
		for i := range m.Walls {
			s.Whole = s.Whole && len(m.Walls[i]) > 0 && (m.Turns[i].Known || !r.Joined(i))
		}
		if s.Whole {
			s.Helps = survey.Helps(m, s.Verdict)
		}
		out = append(out, s)
		in.judge(s)
	}
	in.repeats()
	return out
}

// judge tells what the check of a level comes to.
func (in *inspection) judge(s Survey) {
	v := s.Verdict
	in.blind(s)
	in.untried(s)
	switch {
	case v.Untried > 0 && len(v.Suspects) == 0: // nothing can be said of it
	case v.Redundancy == 0 && !in.room.Closed && s.Level == job.Floor:
		f := runUnchecked.In(in.room.ID, in.room.ID)
		f.Acts = []finding.Act{readTwice(in.room)}
		in.found.Add(f)
	case v.Redundancy == 0:
	case !v.Closes:
		in.open(s)
	default:
		in.crossed(s)
		in.sees(s)
	}
}

// open names what may be wrong in a room that does not close.
func (in *inspection) open(s Survey) {
	f := roomOpen.In(in.room.ID, in.room.ID)
	f.Text = atThe(s.Level, f.Text)
	if !in.room.Closed {
		f.Text = atThe(s.Level, "The measurements of this run do not go together.")
	}
	suspects := in.unkept(s.Verdict.Suspects)
	switch {
	case len(s.Verdict.Suspects) > 0 && len(suspects) == 0:
		f.Severity = finding.Note
		f.Why = "What may be wrong was looked at again and kept as read."
		f.Remedy = "Mind the joints there when they go up; everything is cut as read."
		in.found.Add(f)
		return
	case len(suspects) == 0:
		in.found.Add(f)
		return
	}
	in.name(&f, s.Level, suspects)
	in.found.Add(f)
	if others := in.unkept(s.Verdict.Others); len(others) > 0 {
		g := roomSecond.In(in.room.ID, in.room.ID)
		in.name(&g, s.Level, others)
		in.found.Add(g)
	}
	if len(suspects) > 1 {
		g := partsSuspects.In(in.room.ID, in.room.ID)
		g.HangsOn = f.HangsOn
		in.offer(s, g)
	}
}

// untried tells how much of a room's check was left out, for want of effort.
func (in *inspection) untried(s Survey) {
	if s.Verdict.Untried == 0 {
		return
	}
	f := checkUntried.In(in.room.ID, in.room.ID).Says(s.Verdict.Untried)
	if s.Verdict.Unsolved {
		f.Text = "Whether the room closes was not worked out."
	}
	f.Text = atThe(s.Level, f.Text)
	in.found.Add(f)
}

// blind notices a diagonal between corners that do not see each other.
func (in *inspection) blind(s Survey) {
	r, n := in.room, len(in.room.Walls)
	if !r.Closed || len(s.Verdict.Points) < n {
		return
	}
	for _, d := range r.Diagonals {
		from, _ := r.Point(d.From)
		to, _ := r.Point(d.To)
		if d.Level != s.Level || d.Kept || survey.Sees(s.Verdict.Points[:n], from, to) {
			continue
		}
		f := diagonalBlind.In(r.ID, d.ID).Says(words.Capital(r.PointName(from)), r.PointName(to))
		if next := to - from; next == 1 || next == -1 || next == n-1 || next == 1-n {
			f.Why = "They are the ends of one wall: that is its own length."
		}
		f.Doubts = []finding.Ref{{Kind: "diagonal", ID: d.ID}}
		f.Acts = []finding.Act{again("diagonal", d.ID, "that diagonal"), keep("diagonal", d.ID)}
		in.found.Add(f)
	}
}

// crossed notices walls that cross each other though the room closes.
func (in *inspection) crossed(s Survey) {
	r := in.room
	if !r.Closed || len(s.Verdict.Points) == 0 || !survey.Crosses(s.Verdict.Points[:len(r.Walls)]) {
		return
	}
	f := roomCrosses.In(r.ID, r.ID)
	f.Text = atThe(s.Level, f.Text)
	in.found.Add(f)
}

// sees says how small a mistake the check would notice, and what would help.
func (in *inspection) sees(s Survey) {
	if !s.Whole || len(s.Helps) == 0 {
		return
	}
	f := checkSees.In(in.room.ID, in.room.ID).Says(About(s.Helps[0].Before, in.unit))
	f.Text = atThe(s.Level, f.Text)
	in.offer(s, f)
}

// offer tells what would make the check see more; nothing where nothing would.
func (in *inspection) offer(s Survey, f finding.Finding) {
	var do []string
	for _, h := range s.Helps {
		if h.Twice {
			do = append(do, fmt.Sprintf("%s: then %s shows.", twice, About(h.After, in.unit)))
			f.Acts = append(f.Acts, readTwice(in.room))
			continue
		}
		from, to := in.room.PointName(h.From), in.room.PointName(h.To)
		say := "Shoot %s to %s: then %s shows."
		if h.Cut {
			say = "Shoot %s to %s, the best of the diagonals that were tried: then %s shows."
		}
		do = append(do, fmt.Sprintf(say, from, to, About(h.After, in.unit)))
		f.Acts = append(f.Acts, finding.Act{Do: finding.ActShoot, Kind: "corner", ID: in.room.CornerOf(h.From), To: in.room.CornerOf(h.To), Text: "Shoot " + from +
			" to " + to, Next: from + " to " + to})
	}
	if len(do) == 0 {
		return
	}
	f.Remedy = strings.Join(do, " ")
	in.found.Add(f)
}
