package plan

import (
	"fmt"

	"gnomon/core/effort"
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
	b := &builder{job: &j, unit: j.Unit, shapes: map[string]*shape{}, scarfed: map[string][]measure.Length{}, dividing: effort.Of(divideAll), checking: effort.Of(checkAll), helping: effort.Of(helpAll)}
	b.checkRules()
	most := 0
	for _, r := range j.Rooms {
		most += len(r.Runs) * (len(r.Walls) + len(r.Openings) + 2)
	}
	b.plan.Pieces = make([]Piece, 0, most)
	for i := range j.Rooms {
		b.room(&j.Rooms[i])
	}
	b.glueUp()
	b.marks()
	b.stock()
	return b, nil
}

// divideAll is how many steps finding scarfs may take over a whole job: thousands of walls
// longer than a stick.
const divideAll = 200_000_000

type builder struct {
	job               *job.Job
	in                *job.Room       // the room at hand
	at                survey.Measures // and what was measured there
	view              *views          // and what is seen of it
	level             job.Level       // at which it is judged
	unit              measure.Unit
	plan              Plan
	shapes            map[string]*shape
	checking, helping *effort.Effort              // for whether rooms close, and for what would show it better
	dividing          *effort.Effort              // for finding where long pieces are scarfed
	scarfed           map[string][]measure.Length // where pieces on a wall are scarfed, from its left end
}

// corner is what is known of a corner at a run's level.
type corner struct {
	theta   measure.Angle
	sigma   measure.Angle // the deviation of its reading
	usable  bool          // there is a setting for it
	assumed bool
}

func (b *builder) room(r *job.Room) {
	b.in, b.at = r, survey.Reduce(b.job, r)
	b.checkRoom(r)
	b.view = b.look(r)
	b.checkWay(r)
	labels := map[string]int{}
	var trims []*trim
	for i := range r.Runs {
		if t := b.trim(r, &r.Runs[i], labels); t != nil {
			trims = append(trims, t)
		}
	}
	chains := b.chains(r, trims)
	for _, c := range chains {
		b.meet(r, c)
		b.divideAll(c)
	}
	b.hang(r, chains)
	for _, c := range chains {
		b.put(r, c)
	}
	for _, t := range trims {
		b.checkRun(t)
	}
	b.lines(r)
	b.checkOverrides(r)
}

// names are what pieces of a kind are called.
var names = map[string]string{job.KindBase: "Base", job.KindShoe: "Shoe", job.KindRail: "Rail", job.KindCrown: "Crown", job.KindFlat: "Flat"}

// trim is one run at hand.
type trim struct {
	room    *job.Room
	run     *job.Run
	m       *job.Moulding
	rules   *job.Rules
	shape   *shape
	fit     *nest.Problem
	corners []corner
	on      surfaces
	spans   []span
	pieces  []Piece
}

// trim prepares one run: what lies on which wall, and how long that is; nil where no cuts
// are worked out for it. labels counts the pieces of each kind in the room.
func (b *builder) trim(r *job.Room, run *job.Run, labels map[string]int) *trim {
	b.borrowed(r, run)
	m := b.job.Moulding(run.Moulding)
	if names[m.Kind] == "" {
		b.notPlanned(r, m)
		return nil
	}
	t := &trim{room: r, run: run, m: m, shape: b.shape(m), fit: b.sticksFor(m)}
	t.rules, _ = b.job.RulesAt(r, run.ID, "")
	t.spans = b.spans(r, run, t.shape.Drop)
	t.corners = make([]corner, len(r.Corners))
	for i := range r.Corners {
		t.corners[i] = b.cornerAt(i, run.Level)
	}
	t.on = b.surfaces(r, run, t.corners)
	t.pieces = make([]Piece, len(t.spans))
	for i := range t.spans {
		s := &t.spans[i]
		label := job.WallNumber(s.wall)
		length := s.to - s.from
		if s.known {
			labels[m.Kind]++
			label = fmt.Sprintf("%s %d", names[m.Kind], labels[m.Kind])
			left := t.on.shortened(r, t.corners, s.left, joint.Left)
			length -= left + t.on.shortened(r, t.corners, s.right, joint.Right)
			s.from += left
		}
		t.pieces[i] = Piece{ID: pieceID(run.ID, r.Walls[s.wall].ID, s.start), Label: label, Room: r.ID, Run: run.ID,
			Wall: r.Walls[s.wall].ID, Moulding: m.ID, Length: length, From: s.from}
		if s.known && s.apart && t.rules.Lengths == job.LengthsHold {
			t.pieces[i].Held = fmt.Sprintf("The readings of %s do not agree: measure it a third time.", job.WallNumber(s.wall))
		}
	}
	return t
}

// divideAll lets lengths set by hand count, and makes parts of what is longer than a stick.
func (b *builder) divideAll(c *chain) {
	c.parts = make([][]Piece, len(c.at))
	ids := make([]string, len(c.at))
	for n, at := range c.at {
		if at.span().known {
			b.byHand(at.t.shape, at.piece())
			c.parts[n] = b.divide(at.t, at.span().wall, *at.piece())
		}
		ids[n] = at.piece().ID
	}
	meetParts(c.parts, ids)
	for i := range c.turns {
		meetTurn(c, i)
	}
}

// put adds a chain's pieces to the plan, with their caps and what turns rounded corners,
// and looks at each.
func (b *builder) put(r *job.Room, c *chain) {
	first := len(b.plan.Pieces)
	for n, at := range c.at {
		for _, p := range c.parts[n] {
			b.hold(at.t, &p)
			b.plan.Pieces = append(b.plan.Pieces, p)
			b.checkPiece(at.t, p)
			b.caps(at.t, p)
		}
		if i := at.span().right; i >= 0 {
			for _, p := range c.turns[i] {
				b.plan.Pieces = append(b.plan.Pieces, p)
				b.checkPiece(at.t, p)
			}
		}
	}
	b.groups(c, b.plan.Pieces[first:])
	b.decisions(r, c)
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
	return corner{theta: c.Theta, sigma: b.at.ReadingSigma(c.Taken.Scale), usable: c.Usable}
}
