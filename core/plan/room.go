package plan

import (
	"fmt"
	"maps"
	"slices"

	"gnomon/core/finding"
	"gnomon/core/hang"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/parts"
	"gnomon/core/piece"
	"gnomon/core/review"
	"gnomon/core/sawing"
	"gnomon/core/sight"
	"gnomon/core/sticks"
	"gnomon/core/stretch"
	"gnomon/core/survey"
)

// room is a room being planned.
type room struct {
	stretch.Room
	view    sight.View
	odds    *odds
	wall    []job.Record   // what was done on the wall
	hung    map[string]int // which pieces are up, in their order
	cut     []job.Record   // ends that are cut, in the order they were
	divider parts.Divider
}

// run is a run being planned.
type run struct {
	*stretch.Run
	fit    *nest.Problem
	pieces []piece.Piece
}

// planRoom is a room's part of the plan, in the order of the work: what was measured, what
// lies where, what is on the ends, parts, the order to hang, what all that comes to, and what of it
// is cut. All that it knows of the job is the room, what holds for every room, and what was done to the
// room's own pieces.
func planRoom(s shared) *RoomPlan {
	entered := &s.job.Rooms[0]
	jr := s.job.Stood(entered)
	out := &RoomPlan{Room: jr.ID}
	r := &room{Room: stretch.Room{Room: jr, Job: s.job, Measured: survey.Reduce(s.job, jr), Shapes: s.shapes}}
	r.onWall()
	measured := r.openings(entered)
	r.fitBetween(entered)
	surveys, found := inspect.Room(s.job, jr, r.Measured, s.checking)
	out.Surveys, out.Findings = surveys, found
	r.view = sight.Of(jr, r.Measured, out.Survey(job.Floor).Verdict)
	if r.view.From != nil {
		out.Sights = append(out.Sights, *r.view.From)
	}
	out.Findings.Add(inspect.WayIn(s.job, jr, r.view)...)
	r.divider = parts.Divider{View: r.view, Effort: s.dividing, Scarfed: map[string][]measure.Length{}}
	runs := r.runs(s, &out.Findings)
	out.keepSets(r, entered, measured)
	r.odds = r.findOdds(&out.Findings)
	out.keepOdds(r.odds)
	chains := r.chains(runs)
	for _, c := range chains {
		c.settle(&out.Findings)
	}
	out.hang(r, chains)
	for _, c := range chains {
		out.keepChain(c)
	}
	out.tellOdds(r.odds)
	for _, k := range runs {
		out.Findings.Add(review.Run(k.Run, k.pieces)...)
	}
	out.Lines = hang.Lines(&r.Room)
	out.fix(r, runs)
	out.Findings.Add(overrulings(r, out)...)
	found, gone := sawing.LayMarks(s.job, out.Pieces)
	out.Findings.Add(found...)
	out.cutGone.Add(gone...)
	out.Findings.CausesFirst()
	out.slivers(s.job)
	out.needs = sticks.Needs(out.Pieces)
	out.glued = glued(out.Groups, out.Pieces)
	out.progress(r)
	s.job.Records = nil // what the part keeps of the job is not what was done, which may be much
	return out
}

// stand is what planning a chain adds to its room, to go back to.
type stand struct {
	scarfed map[string][]measure.Length
	odds    odds
	found   int
}

func (r *room) stand(found *finding.List) stand {
	out := stand{scarfed: map[string][]measure.Length{}, odds: *r.odds, found: len(*found)}
	for wall, at := range r.divider.Scarfed {
		out.scarfed[wall] = slices.Clip(at)
	}
	out.odds.asked = maps.Clone(r.odds.asked)
	out.odds.done = slices.Clone(r.odds.done)
	for i := range out.odds.done {
		k := &out.odds.done[i]
		k.Pieces = slices.Clip(k.Pieces)
	}
	return out
}

func (r *room) backTo(s stand, found *finding.List) {
	r.divider.Scarfed, *r.odds, *found = s.scarfed, s.odds, (*found)[:s.found]
}

// onWall finds out what of the room is up.
func (r *room) onWall() {
	_, r.wall, r.cut = r.Job.Facts()
	r.hung = map[string]int{}
	for _, f := range r.wall {
		if f.Kind == job.RecordHung {
			r.hung[f.Piece] = len(r.hung)
		}
	}
}

// fix works out how all of the room is fixed.
func (p *RoomPlan) fix(r *room, runs []*run) {
	in := hang.Room{In: &r.Room, Sets: p.Sets, Pieces: p.Pieces}
	for _, t := range runs {
		in.Runs = append(in.Runs, t.Run)
	}
	p.in, p.wall, p.Fixing = in, r.wall, hang.Fix(in)
	found, gone := hang.Lay(r.wall, p.Pieces, r.Job.Unit)
	p.Fixing.Findings.Add(append(p.early, found...)...)
	p.cutGone.Add(gone...)
}

// runs are those of the room that are planned for the saw, with their pieces.
func (r *room) runs(s shared, found *finding.List) []*run {
	labels := map[string]int{} // how many pieces of each kind have a name
	var out []*run
	for i := range r.Runs {
		k := &r.Runs[i]
		found.Add(inspect.Borrowed(r.Job, r.Room.Room, r.Measured, k)...)
		m := r.Job.Moulding(k.Moulding)
		if !m.Is().Runs {
			continue // around openings
		}
		t := &run{Run: r.Lay(k), fit: s.fits[m.ID]}
		t.pieces = make([]piece.Piece, len(t.Stretches))
		for i := range t.Stretches {
			t.pieces[i] = t.piece(&t.Stretches[i], labels)
		}
		out = append(out, t)
	}
	return out
}

// piece is what covers a stretch, its ends still to be decided.
func (t *run) piece(s *stretch.Stretch, labels map[string]int) piece.Piece {
	wall := t.Room.Walls[s.Wall].ID
	label, length := job.WallNumber(s.Wall), s.To-s.From
	if s.Known {
		kind := t.Moulding.Is()
		labels[kind.Code]++
		label = fmt.Sprintf("%s %d", kind.Name, labels[kind.Code])
		left := t.On.Shortened(t.Room, t.Corners, s.Left, joint.Left)
		length -= left + t.On.Shortened(t.Room, t.Corners, s.Right, joint.Right)
		s.From += left
	}
	p := piece.Piece{ID: piece.ID(t.ID, wall, s.Opening), Label: label, Room: t.Room.ID, Run: t.ID, Wall: wall, Moulding: t.Moulding.ID, Length: length,
		From: s.From}
	if s.Known && s.Apart && t.Rules.Lengths == job.LengthsHold {
		p.Held = fmt.Sprintf("The readings of %s do not agree: measure it a third time.", job.WallNumber(s.Wall))
	}
	return p
}

// keepChain adds a chain's pieces to the plan, with their caps and what turns rounded corners,
// and looks at each.
func (p *RoomPlan) keepChain(c *chain) {
	first := len(p.Pieces)
	for n, at := range c.slots {
		for i := range c.parts[n] {
			q := &c.parts[n][i]
			c.room.odds.holes(at.run, q)
			c.hold(at.run, q)
			kept := *q
			p.Pieces = append(p.Pieces, &kept)
			p.Findings.Add(review.Piece(at.run.Run, &kept)...)
			for _, hand := range piece.Hands {
				if q.End(hand).ToldTo == piece.ToTip && q.Cut > 0 {
					turned := at.run.Setup.Cap(q, hand)
					p.Pieces = append(p.Pieces, &turned)
				}
			}
		}
		for i := range c.beside[n] {
			q := &c.beside[n][i]
			p.Pieces = append(p.Pieces, q)
			p.Findings.Add(review.Piece(at.run.Run, q)...)
		}
		if i := at.stretch().Right; i >= 0 {
			for k := range c.turns[i] {
				p.Pieces = append(p.Pieces, &c.turns[i][k])
				p.Findings.Add(review.Piece(at.run.Run, &c.turns[i][k])...)
			}
		}
	}
	p.group(c, p.Pieces[first:])
	p.decisions(c)
}

// hold tells of a piece why it is held back or not cut as it is.
func (c *chain) hold(t *run, p *piece.Piece) {
	unit := t.Room.Job.Unit
	if p.Hand != nil { // it was measured by hand, or is marked in place: no reading counts
		p.Held = ""
	}
	switch takes, does := p.Crosses(t.Shape()); {
	case p.Cut <= 0 || p.Back <= 0:
		p.Held = "Nothing is left to cut: its wall is shorter than its ends must stop short of the corners."
	case does:
		p.Held = fmt.Sprintf("Its two ends cross before its far edge: they take %s there, and it is %s long.", takes.In(unit), p.Length.In(unit))
	}
	if t.Level != job.Floor || p.Cap {
		return
	}
	for _, s := range t.Room.Spots {
		if s.Wall != p.Wall || !s.Steps() || c.room.odds.did(s.ID, t.ID) {
			continue
		}
		if at := s.At.Length - p.From; at > 0 && at < p.Length {
			p.NotAsIs = fmt.Sprintf("The floor steps %s from its left end. %s", at.In(unit), inspect.PastStep(t.Room.Job, t.Room.Room, s))
		}
	}
}
