// Package parts makes parts of pieces that are longer than any stick: where each is scarfed,
// which part laps over the other, and what that leaves each part to be.
// Formulas: docs/geometry.md, "Sticks" and "Who is coped".
package parts

import (
	"strings"

	"gnomon/core/decide"
	"gnomon/core/effort"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/sight"
	"gnomon/core/sticks"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// scarfing is how a long piece on a wall may be divided: by the rules, over studs where
// they are known, lapped so that the open edge points away from the way in.
type scarfing struct {
	at       []measure.Length // where it is, from the back of the piece's left end
	over     joint.Hand       // the part left or right of each joint laps over the other
	lapGiven bool             // by sight or by hand
	offer    []measure.Length // studs that it passes
	alone    []measure.Length // where it would be if no sticks were laid out
	untried  bool             // there was no effort left to find where it is best divided
}

// All is how many steps finding scarfs may take over a whole job: thousands of walls
// longer than a stick.
const All = 200_000_000

// Each is how many steps one part counts for, or a small piece at an odd place: twenty thousand are all that a job is
// planned with.
const Each = All / 20_000

// Divider makes parts of the long pieces of a room.
type Divider struct {
	View   sight.View
	Effort *effort.Effort // that all rooms of the job share
	Fit    *nest.Problem  // the sticks of the moulding at hand, as many as are needed
	// Scarfed is where pieces on a wall are scarfed already, from its left end: as if no sticks were laid out, so that a layout of one
	// moulding moves no scarf of another.
	Scarfed map[string][]measure.Length
}

// Divide makes parts of a piece that is longer than any stick: where it was chosen, else
// where the accepted layout divides it, else where it is best. A piece that fits stays
// whole. What is divided anew is kept in Scarfed.
func (d *Divider) Divide(run *stretch.Run, wall int, p piece.Piece) ([]piece.Piece, finding.List) {
	j := run.Room.Job
	if len(run.Moulding.Sticks) == 0 || p.Back <= 0 || d.Fit.Fits(sticks.Fitted(j, &p)) {
		return []piece.Piece{p}, nil
	}
	s, found, ok := d.places(run, wall, p)
	if ok && !d.Effort.Spend(int64(len(s.at)+1)*Each) {
		s.untried, ok = true, false
	}
	p.Divides = &piece.Division{Scarf: run.Rules.Scarf, LeftOver: s.over == joint.Left, Places: s.offer}
	if !ok {
		found.Add(d.tooLong(run, p, s.untried))
		return []piece.Piece{p}, found
	}
	for _, at := range s.alone {
		d.Scarfed[p.Wall] = append(d.Scarfed[p.Wall], p.BackFrom()+at)
	}
	if len(s.at) == 0 { // an offcut longer than any stick holds it whole
		return []piece.Piece{p}, found
	}
	out := cutUp(run, p, s)
	found.Add(scarfed(run, p, s, out))
	return out, found
}

// places decides where a piece is divided and how the parts lap.
func (d *Divider) places(run *stretch.Run, wall int, p piece.Piece) (s scarfing, found finding.List, ok bool) {
	j := run.Room.Job
	q := sticks.Fitted(j, &p)
	q.Scarf = sticks.Scarf(j, run.Rules.Scarf, false, nil)
	from := p.BackFrom() // of the piece's back, on the wall
	for _, stud := range run.Room.Measured.Studs(wall) {
		if at := stud - from; at > 0 && at < p.Back {
			s.offer = append(s.offer, at)
		}
	}
	if o := run.Room.Override(job.AskScarf, "", "", p.ID); o != nil {
		if at, err := o.Places(j.Unit); err == nil && d.Fit.Divides(q, at) {
			s.at = at
		} else {
			f := scarfCannotBe.In(p.Room, p.ID).Says(p.Label, placesText(at, o.Choice, j.Unit))
			f.Acts = []finding.Act{{Do: finding.ActDrop, Kind: "override", ID: o.ID, Text: "Drop them", Next: "drop them"}}
			found.Add(f)
		}
	}
	laid, isLaid := job.Scarf{}, false
	s.alone = s.at
	if s.at == nil {
		best, divided := d.best(run, q, p, from, s.offer)
		if divided {
			s.alone = best
		}
		switch laid, isLaid = d.accepted(j, run, q); {
		case isLaid:
			s.at = laid.At
		case divided:
			s.at = best
		default:
			s.untried = d.Effort.Out()
			s.over = joint.Right
			return s, found, false
		}
	}
	var along []measure.Length
	for _, at := range s.at {
		along = append(along, from+at)
	}
	s.over, s.lapGiven = d.View.Lap(wall, along, run.Rules.Scarf)
	if over := joint.Hand(laid.Over); over != "" {
		s.over, s.lapGiven = over, s.lapGiven && over == s.over
	}
	if o := run.Room.Override(job.AskLap, "", "", p.ID); o != nil {
		s.over, s.lapGiven = joint.Hand(o.Choice), true
	}
	return s, found, true
}

// best is where a piece is divided best by itself, from its left end.
func (d *Divider) best(run *stretch.Run, q nest.Piece, p piece.Piece, from measure.Length, studs []measure.Length) ([]measure.Length, bool) {
	j := run.Room.Job
	l := decide.Long{Label: p.Label, Length: p.Back, Least: j.Cutting.Shortest.Length, Studs: studs, Joint: int64(j.Prices.Scarf), Unit: j.Unit,
		Effort: d.Effort}
	for _, at := range d.Scarfed[p.Wall] {
		l.Below = append(l.Below, at-from)
	}
	for i, most := range d.Fit.Gives(q) {
		k := decide.Hold{Length: most, Price: int64(run.Moulding.Sticks[i].Price), Available: nest.Unlimited}
		if n := run.Moulding.Sticks[i].Available; n != nil {
			k.Available = *n
		}
		l.Sticks = append(l.Sticks, k)
	}
	best, divided := decide.Divide(l)
	return best.At, divided && d.Fit.Divides(q, best.At)
}

// placesText tells places in the job's unit; as they were written where they cannot be read.
func placesText(at []measure.Length, written string, unit measure.Unit) string {
	if len(at) == 0 {
		return written
	}
	var out []string
	for _, l := range at {
		out = append(out, l.In(unit))
	}
	return words.List(out)
}

// cutUp makes the parts that a piece is divided into.
func cutUp(run *stretch.Run, p piece.Piece, s scarfing) []piece.Piece {
	var out []piece.Piece
	from, more := measure.Length(0), measure.Length(0) // what a part set by hand leaves to the next
	for n := range len(s.at) + 1 {
		part := p
		part.ID = nest.PartID(p.ID, n+1)
		part.Label = p.Label + strings.ToLower(job.CornerLetter(n))
		to := p.Back
		if n < len(s.at) {
			to = s.at[n]
			part.Right = scarfEnd(run, joint.Right, nest.PartID(p.ID, n+2), s.over)
		}
		if n > 0 {
			part.Left = scarfEnd(run, joint.Left, nest.PartID(p.ID, n), s.over)
			part.From = p.BackFrom() + from
		}
		part.PartOf(p.ID, to-from+more)
		part.MeasureUp(run.Shape())
		more = part.SetByHand(run.Shape(), run.Room.Job.Hand(part.ID))
		out = append(out, part)
		from = to
	}
	return out
}

// scarfEnd is the end of a part at a scarf. What lies under has its long point at the back.
func scarfEnd(run *stretch.Run, hand joint.Hand, meets string, over joint.Hand) piece.End {
	e := piece.End{Joint: piece.Scarf, ToldTo: piece.ToLong, Meets: meets, Scarf: run.Rules.Scarf}
	if over != hand { // the part left of a joint ends there with its right end
		e.ToldTo = piece.ToShort
	}
	run.Setup.Set(&e, hand, 0)
	return e
}

// accepted is how the accepted layout divides a piece: not at all where it lies whole on an offcut
// that is long enough; ok is false where it does not say, or that cannot be cut.
func (d *Divider) accepted(j *job.Job, run *stretch.Run, q nest.Piece) (s job.Scarf, ok bool) {
	if l := j.Layout(run.Moulding.ID); l != nil {
		for _, s := range l.Scarfs {
			if s.Piece != q.ID {
				continue
			}
			q.Scarf = sticks.Scarf(j, run.Rules.Scarf, s.Over == string(joint.Left), nil)
			if len(s.At) == 0 || d.Fit.Divides(q, s.At) {
				return s, true
			}
		}
	}
	return s, false
}

// Meet lets an end name the part that stands there instead of the whole, where what it meets is in parts: left of a left end stands a
// last part, right of a right end a first one.
func Meet(e *piece.End, hand joint.Hand, inParts map[string][]piece.Piece) {
	made := inParts[e.Meets]
	if len(made) == 0 {
		return
	}
	e.Meets = made[0].ID
	if hand == joint.Left {
		e.Meets = made[len(made)-1].ID
	}
}
