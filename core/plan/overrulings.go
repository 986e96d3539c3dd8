package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/profile"
	"gnomon/core/words"
)

var overrideDropped = finding.Declare(finding.Form{Code: "override_dropped", Severity: finding.Check, Stop: finding.Joints, Kind: "override",
	Text: "%s was dropped.", Remedy: "Choose again where it should hold now, or forget it."})

// overrulings tells of what was decided for something that is gone: nothing is dropped
// in silence.
func overrulings(r *room, p *RoomPlan) finding.List {
	var found finding.List
	for i := range r.Overrides {
		o := &r.Overrides[i]
		gone := p.gone(r.Room.Room, o)
		if gone == "" {
			continue
		}
		f := overrideDropped.In(r.ID, o.ID).Says(words.Capital(p.overrideText(r.Room.Room, o)))
		f.Why = gone
		f.Acts = []finding.Act{{Do: finding.ActDrop, Kind: "override", ID: o.ID, Text: "Forget it", Next: "forget it"}}
		found.Add(f)
	}
	return found
}

// gone tells what an override is about that is not there any more, or nothing.
func (p *RoomPlan) gone(r *job.Room, o *job.Override) string {
	corner := slices.IndexFunc(r.Corners, func(c job.Corner) bool { return c.ID == o.Corner })
	piece := o.Piece
	if o.Question == job.AskFirst {
		piece = o.Choice
	}
	switch {
	case o.Run != "" && !slices.ContainsFunc(r.Runs, func(k job.Run) bool { return k.ID == o.Run }):
		return "Its run is not there any more."
	case o.Corner != "" && corner < 0:
		return "Its corner is not there any more."
	case o.Corner != "" && !r.Joined(corner):
		return "No two walls join at its corner any more."
	case piece != "" && p.label(piece) == "":
		return "Its piece is not there any more."
	}
	if o.Question == job.AskCoped && !slices.ContainsFunc(p.Decisions, func(d *Decision) bool {
		return d.Corner == o.Corner && d.Run == o.Run && (d.Joint == string(decide.Cope) || d.Joint == string(decide.Butt))
	}) {
		return "Nothing is coped or butted at its corner now."
	}
	return ""
}

// label is what a piece, or the whole that it is part of, is called in a sentence.
func (p *RoomPlan) label(id string) string {
	for i := range p.Pieces {
		if q := p.Pieces[i]; q.ID == id || q.Of == id {
			return words.Small(q.Label)
		}
	}
	return ""
}

// dropping is the act that drops an override.
func dropping(p *RoomPlan, r *job.Room, o *job.Override) finding.Act {
	what := p.overrideText(r, o)
	return finding.Act{Do: finding.ActDrop, Kind: "override", ID: o.ID, Text: "Drop " + what, Next: what}
}

// overrideText tells what was decided, to stand in a sentence.
func (p *RoomPlan) overrideText(r *job.Room, o *job.Override) string {
	what := o.Question
	if q := job.QuestionOf(o.Question); q != nil {
		what = fmt.Sprintf("%q for %s", q.School(o.Choice).Name, words.Small(q.Asks))
	}
	name := func(id string) string { return cmp.Or(p.label(id), "a piece") }
	switch o.Question {
	case job.AskCoped:
		what = "which piece gives way"
	case job.AskFirst:
		what = "that " + name(o.Choice) + " goes up first"
	case job.AskScarf:
		what = "where " + name(o.Piece) + " is scarfed"
	case job.AskLap:
		what = "which way the scarfs of " + name(o.Piece) + " lap"
	}
	if i := slices.IndexFunc(r.Corners, func(c job.Corner) bool { return c.ID == o.Corner }); i >= 0 {
		what += " at corner " + job.CornerLetter(i)
	}
	return what
}

// The wishes that could not be granted are told by codes of their own.
func wishForm(code, text, why, remedy string) *finding.Form {
	return finding.Declare(finding.Form{Code: code, Severity: finding.Check, Stop: finding.Joints, Kind: "corner", Text: text, Why: why, Remedy: remedy})
}

var wishes = map[string]*finding.Form{
	decide.WishCope: wishForm(decide.WishCope, "At corner %s %s was to be coped, and cannot be.",
		"Its face "+profile.FallsBack+", and a coped piece would gape behind it.", "Mitre it, glue it and shim the ends; or choose another section."),
	decide.WishButt: wishForm(decide.WishButt, "At corner %s %s was to be butted, and cannot be.",
		"Only square-edged stock closes against a face.", "Cope it, or mitre it."),
	decide.WishMitre: wishForm(decide.WishMitre, "At corner %s two sections meet that were to be mitred, and cannot be.",
		"A mitre closes only where both show the same face.", "Cope the one over the other, or set a block between them."),
	decide.WishOut: wishForm(decide.WishOut, "At corner %s %s turns an outside corner: that is mitred always.",
		"Nothing runs past an outside corner that the other could be coped into.", "Drop what was chosen for it."),
	decide.WishGives: wishForm(decide.WishGives, "At corner %s the piece chosen to give way cannot.",
		"What it would be coped over "+profile.FallsBack+".", "Let the other one give way, or mitre them."),
}

// refused tells of a wish at a corner that could not be granted, with the way out.
func refused(p *RoomPlan, t *run, d decide.Joint) finding.List {
	form := wishes[d.Refused]
	if form == nil {
		return nil
	}
	r, k := t.Room.Room, t.Room.Corners[d.Corner]
	f := form.In(r.ID, k.ID)
	if strings.Count(form.Text, "%s") == 2 {
		f = f.Says(job.CornerLetter(d.Corner), t.Moulding.Title())
	} else {
		f = f.Says(job.CornerLetter(d.Corner))
	}
	decided := r.Decided(t.ID, k.ID)
	for i := range r.Overrides {
		if o := &r.Overrides[i]; slices.Contains(decided, o.ID) {
			f.Acts = append(f.Acts, dropping(p, r, o))
		}
	}
	return finding.List{f}
}
