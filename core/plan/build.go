package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/survey"
)

// Build makes the plan of a job. The job must have passed Check; what is
// missing or doubtful in it comes back as findings, and the error is only for a
// job that Check would have refused.
func Build(j job.Job) (Plan, error) {
	b, err := built(j)
	if err != nil {
		return Plan{}, err
	}
	b.cuts()
	b.sortFindings()
	b.progress()
	return b.plan, nil
}

// built makes a plan up to what lies on which stick.
func built(j job.Job) (*builder, error) {
	if err := j.Check(); err != nil {
		return nil, err
	}
	b := &builder{job: &j, unit: j.Unit, shapes: map[string]*shape{}}
	for i := range j.Rooms {
		b.room(&j.Rooms[i])
	}
	b.marks()
	b.stock()
	return b, nil
}

type builder struct {
	job    *job.Job
	in     *job.Room       // the room at hand
	at     survey.Measures // and what was measured there
	level  job.Level       // at which it is judged
	unit   measure.Unit
	plan   Plan
	shapes map[string]*shape
}

// corner is what is known of a corner at a run's level.
type corner struct {
	theta   measure.Angle
	usable  bool // there is a setting for it
	assumed bool
}

// counts are how many pieces of each kind are labelled in a room, and how many go up
// before the next.
type counts struct {
	labels map[string]int
	hung   int
}

func (b *builder) room(r *job.Room) {
	b.in, b.at = r, survey.Reduce(b.job, r)
	b.checkRoom(r)
	n := counts{labels: map[string]int{}}
	for i := range r.Runs {
		b.run(r, &r.Runs[i], &n)
	}
	b.lines(r)
}

// names are what pieces of a kind are called.
var names = map[string]string{job.KindBase: "Base", job.KindShoe: "Shoe", job.KindRail: "Rail", job.KindCrown: "Crown", job.KindFlat: "Flat"}

// trim is one run at hand.
type trim struct {
	room    *job.Room
	run     *job.Run
	m       *job.Moulding
	shape   *shape
	fit     *nest.Problem
	corners []corner
	on      surfaces
	spans   []span
	pieces  []Piece
}

// run plans one run.
func (b *builder) run(r *job.Room, run *job.Run, n *counts) {
	b.borrowed(r, run)
	m := b.job.Moulding(run.Moulding)
	if names[m.Kind] == "" {
		b.notPlanned(r, m)
		return
	}
	t := &trim{room: r, run: run, m: m, shape: b.shape(m), fit: b.sticksFor(m)}
	t.spans = b.spans(r, run, t.shape.Drop)
	t.corners = make([]corner, len(r.Corners))
	kinds := make([]job.CornerKind, 0, len(r.Corners))
	for i, c := range r.Corners {
		t.corners[i] = b.cornerAt(i, run.Level)
		if r.Joined(i) {
			kinds = append(kinds, c.Kind)
		}
	}
	t.on = b.surfaces(r, run, t.shape, t.corners)
	rules := b.job.Rules
	rules.Inside = t.shape.inside
	dr := decide.Run{Closed: r.Closed && len(r.Over(run)) == len(r.Walls), Corners: kinds, Rules: rules}
	switch {
	case t.shape.forced:
		dr.Why = m.Title() + " cannot be coped"
	case m.Inside != "":
		dr.Why = "it was chosen for " + m.Title()
	}
	t.pieces = make([]Piece, len(t.spans))
	for i, s := range t.spans {
		label := job.WallNumber(s.wall)
		if s.known {
			n.labels[m.Kind]++
			label = fmt.Sprintf("%s %d", names[m.Kind], n.labels[m.Kind])
		}
		length := s.to - s.from
		if s.known {
			left := t.on.shortened(r, t.corners, s.left, joint.Left)
			length -= left + t.on.shortened(r, t.corners, s.right, joint.Right)
			s.from += left
		}
		t.pieces[i] = Piece{ID: pieceID(run.ID, r.Walls[s.wall].ID, s.start), Label: label, Room: r.ID, Run: run.ID,
			Wall: r.Walls[s.wall].ID, Moulding: m.ID, Length: length, From: s.from}
		dr.Pieces = append(dr.Pieces, decide.Piece{Label: label, Length: length, LeftCorner: s.left, RightCorner: s.right})
	}
	decisions := decide.Corners(dr)
	b.ends(t, decisions)
	parts := make([][]Piece, len(t.pieces))
	for i := range t.pieces {
		if t.spans[i].known {
			b.byHand(t.shape, &t.pieces[i])
			parts[i] = b.divide(t, t.pieces[i])
		}
	}
	meetParts(parts, t.pieces)
	order, _, _ := decide.Order(len(t.pieces), decisions) // a ring is impossible: see decide.Corners
	for _, i := range order {
		if t.spans[i].known {
			for k := range parts[i] { // each laps over the one on its left
				n.hung++
				parts[i][k].Hang = n.hung
				b.plan.HangOrder = append(b.plan.HangOrder, parts[i][k].ID)
			}
		}
	}
	first := len(b.plan.Pieces)
	for i := range t.spans {
		for _, p := range parts[i] {
			b.plan.Pieces = append(b.plan.Pieces, p)
			b.checkPiece(t, p)
			b.caps(t, p)
		}
	}
	b.groups(t, b.plan.Pieces[first:])
	for _, d := range decisions {
		if d.Left >= 0 && t.spans[d.Left].known || d.Right >= 0 && t.spans[d.Right].known { // else there is nothing to join yet
			b.decision(r, run, d, t.spans, parts)
		}
	}
	b.checkRun(t)
}

func pieceID(run, wall, start string) string {
	id := run + "." + wall
	if start != "" {
		id += "." + start
	}
	return id
}

func (b *builder) cornerAt(i int, l job.Level) corner {
	c, ok := b.at.Corner(i, l)
	if !ok {
		return corner{theta: 90, usable: true, assumed: true}
	}
	return corner{theta: c.Theta, usable: c.Usable}
}

func (b *builder) decision(r *job.Room, run *job.Run, d decide.Corner, spans []span, parts [][]Piece) {
	out := Decision{Room: r.ID, Run: run.ID, Corner: r.Corners[d.Index].ID, Letter: job.CornerLetter(d.Index),
		Joint: string(d.Joint), Rule: d.Rule, Reason: d.Reason, RunnerUp: d.RunnerUp}
	id := func(i int, d decide.Corner) string {
		switch {
		case i < 0 || !spans[i].known:
			return ""
		case i == d.Left: // its right end stands here
			return parts[i][len(parts[i])-1].ID
		}
		return parts[i][0].ID
	}
	through := d.Left
	if d.Coped == d.Left {
		through = d.Right
	}
	out.Coped, out.Through = id(d.Coped, d), id(through, d)
	b.plan.Decisions = append(b.plan.Decisions, out)
}
