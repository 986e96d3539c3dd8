package plan

import (
	"cmp"
	"fmt"
	"slices"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// checkRules tells of house rules that say nothing, or against each other.
func (b *builder) checkRules() {
	f := Finding{Severity: SeverityCheck, Stop: "joints", Kind: "rules", ID: "rules"}
	r := b.job.Rules
	if r.Weights.Zero() {
		n := f
		n.Code = "weights_nothing"
		n.Text, n.Why = "All four weights are 0.", "Then it does not matter who is coped: ends are chosen by the hand alone, and so that nothing waits in a ring."
		n.Remedy = "Move at least one of them up."
		b.find(n)
	}
	if r.CopeHand == job.HandEither && r.Weights.Hand > 0 && r.Weights.Short+r.Weights.Hidden+r.Weights.Double == 0 {
		n := f
		n.Code = "weights_no_hand"
		n.Text, n.Why = "Only keeping to one hand counts, and no hand is preferred.", "So nothing tells who is coped."
		n.Remedy = "Choose a hand, or let something else count."
		b.find(n)
	}
	if r.Square == job.SquareLong && r.Hair.Length > 0 && r.Spring.Length > 0 && r.Hair.Length+r.Spring.Length > springMost {
		n := f
		n.Code = "sprung_twice"
		n.Text = fmt.Sprintf("Square pieces are cut %s long and coped ends %s: together that is more than a wall gives.", r.Hair.Length.In(b.unit), r.Spring.Length.In(b.unit))
		n.Why, n.Remedy = "A piece sprung so far pushes its neighbours off their joints.", "Spring the one or the other."
		b.find(n)
	}
}

// checkWay tells of a way in that is gone or not known, and of what keeps water out.
func (b *builder) checkWay(r *job.Room) {
	f := Finding{Severity: SeverityCheck, Stop: "joints", Kind: "room", ID: r.ID, Room: r.ID}
	if r.Entry != "" && !slices.ContainsFunc(r.Openings, func(o job.Opening) bool { return o.ID == r.Entry }) {
		n := f
		n.Code, n.Text = "way_in_gone", "The opening that people were to come in by is gone."
		n.Why, n.Remedy = "Seams turn away from the first door instead.", "Choose the way in again."
		b.find(n)
	}
	if b.view.sight == nil && len(r.Openings) > 0 && !b.view.drawn.Island && b.job.Rules.Weights.Hidden > 0 {
		n := f
		n.Code, n.Severity, n.Text = "no_way_in", SeverityNote, "This room has no door: nothing tells where people come in."
		n.Why, n.Remedy = "So no seam is turned away from them.", "Add the door, or choose the opening that they come in by."
		b.find(n)
	}
	rules, _ := b.job.RulesAt(r, "", "")
	base := slices.ContainsFunc(r.Runs, func(k job.Run) bool { return k.Level == job.Floor && names[b.job.Moulding(k.Moulding).Kind] != "" })
	if r.Wet && base {
		n := f
		n.Code, n.Severity, n.Text = "wet_floor", SeverityNote, "This room is wet: run clear silicone between base and floor."
		n.Why, n.Remedy = "Water that gets behind the base stays there.", "Leave it open everywhere else: wood and laminate floors move."
		if rules.FloorJoint == job.FloorOpen {
			n.Severity, n.Text = SeverityCheck, "This room is wet, and the rule leaves the floor joint open."
			n.Remedy = "Follow the other school in this room, or say that it is dry."
		}
		b.find(n)
	}
}

// springMost is what two pieces may be sprung together at one corner.
const springMost = measure.Inch / 8

// checkOverrides tells of what was decided for something that is gone: nothing is dropped
// in silence.
func (b *builder) checkOverrides(r *job.Room) {
	for i := range r.Overrides {
		o := &r.Overrides[i]
		gone := b.gone(r, o)
		if gone == "" {
			continue
		}
		b.find(Finding{Code: "override_dropped", Severity: SeverityCheck, Stop: "joints", Kind: "override", ID: o.ID, Room: r.ID,
			Text: upper(b.overrideText(r, o)) + " was dropped.", Why: gone, Remedy: "Choose again where it should hold now, or forget it.",
			Acts: []Act{{Do: ActDrop, Kind: "override", ID: o.ID, Text: "Forget it"}}})
	}
}

// gone tells what an override is about that is not there any more, or nothing.
func (b *builder) gone(r *job.Room, o *job.Override) string {
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
	case piece != "" && b.label(piece) == "":
		return "Its piece is not there any more."
	}
	if o.Question == job.AskCoped && !slices.ContainsFunc(b.plan.Decisions, func(d Decision) bool {
		return d.Corner == o.Corner && d.Run == o.Run && (d.Joint == string(decide.Cope) || d.Joint == string(decide.Butt))
	}) {
		return "Nothing is coped or butted at its corner now."
	}
	return ""
}

// label is what a piece, or the whole that it is part of, is called in a sentence.
func (b *builder) label(id string) string {
	for _, p := range b.plan.Pieces {
		if p.ID == id || p.Of == id {
			return job.InSentence(p.Label)
		}
	}
	return ""
}

// dropping is the act that drops an override.
func (b *builder) dropping(r *job.Room, o *job.Override) Act {
	return Act{Do: ActDrop, Kind: "override", ID: o.ID, Text: "Drop " + b.overrideText(r, o)}
}

// overrideText tells what was decided, to stand in a sentence.
func (b *builder) overrideText(r *job.Room, o *job.Override) string {
	what := o.Question
	if q := job.QuestionOf(o.Question); q != nil {
		what = fmt.Sprintf("%q for %s", q.School(o.Choice).Name, job.InSentence(q.Asks))
	}
	name := func(id string) string { return cmp.Or(b.label(id), "a piece") }
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

// refused tells of a wish at a corner that could not be granted, with the way out.
func (b *builder) refused(t *trim, d decide.Joint) {
	if d.Refused == "" {
		return
	}
	k := t.room.Corners[d.Corner]
	f := Finding{Code: d.Refused, Severity: SeverityCheck, Stop: "joints", Room: t.room.ID, Kind: "corner", ID: k.ID}
	at := "At corner " + job.CornerLetter(d.Corner) + " "
	switch d.Refused {
	case decide.WishCope:
		f.Text = at + t.m.Title() + " was to be coped, and cannot be."
		f.Why, f.Remedy = "Its face falls back under itself, and a coped piece would gape behind it.", "Mitre it, glue it and shim the ends; or choose another section."
	case decide.WishButt:
		f.Text = at + t.m.Title() + " was to be butted, and cannot be."
		f.Why, f.Remedy = "Only square-edged stock closes against a face.", "Cope it, or mitre it."
	case decide.WishMitre:
		f.Text = at + "two sections meet that were to be mitred, and cannot be."
		f.Why, f.Remedy = "A mitre closes only where both show the same face.", "Cope the one over the other, or set a block between them."
	case decide.WishOut:
		f.Text = at + t.m.Title() + " turns an outside corner: that is mitred always."
		f.Why, f.Remedy = "Nothing runs past an outside corner that the other could be coped into.", "Drop what was chosen for it."
	case decide.WishGives:
		f.Text = at + "the piece chosen to give way cannot."
		f.Why, f.Remedy = "What it would be coped over falls back under itself.", "Let the other one give way, or mitre them."
	}
	decided := t.room.Decided(t.run.ID, k.ID)
	for i := range t.room.Overrides {
		if o := &t.room.Overrides[i]; slices.Contains(decided, o.ID) {
			f.Acts = append(f.Acts, b.dropping(t.room, o))
		}
	}
	b.find(f)
}
