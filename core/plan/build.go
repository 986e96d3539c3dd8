package plan

import (
	"fmt"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Build makes the plan of a job. The job must have passed Check; what is
// missing or doubtful in it comes back as findings, and the error is only for a
// job that Check would have refused.
func Build(j job.Job) (Plan, error) {
	if err := j.Check(); err != nil {
		return Plan{}, err
	}
	b := &builder{job: &j, unit: j.Unit}
	for i := range j.Rooms {
		b.room(&j.Rooms[i])
	}
	b.marks()
	b.cuts()
	b.stock()
	b.sortFindings()
	b.progress()
	return b.plan, nil
}

type builder struct {
	job   *job.Job
	in    *job.Room       // the room at hand
	at    survey.Measures // and what was measured there
	level job.Level       // at which it is judged
	unit  measure.Unit
	plan  Plan
}

// corner is what is known of a corner at a run's level.
type corner struct {
	theta   measure.Angle
	usable  bool // there is a setting for it
	assumed bool
}

// span is a piece before its ends are known; one on a wall without a length
// takes its place in the decisions and is then left out.
type span struct {
	wall        int
	known       bool
	from, to    measure.Length
	start       string // the opening it starts after, if any
	left, right int    // corner indices, -1 for none
	casing      [2]bool
}

func (b *builder) room(r *job.Room) {
	b.in, b.at = r, survey.Reduce(b.job, r)
	b.checkRoom(r)
	count := 0
	for i := range r.Runs {
		count = b.run(r, &r.Runs[i], count)
	}
}

// run plans one run; count pieces of the room are labelled already.
func (b *builder) run(r *job.Room, run *job.Run, count int) int {
	b.borrowed(r, run)
	m := b.job.Moulding(run.Moulding)
	if m.Kind != job.KindBase {
		b.notPlanned(r, m)
		return count
	}
	hung := count // those of the runs before go up first
	spans := spans(r, b.at, run.Level)
	corners := make([]corner, len(r.Corners))
	kinds := make([]job.CornerKind, 0, len(r.Corners))
	for i, c := range r.Corners {
		corners[i] = b.cornerAt(i, run.Level)
		if r.Joined(i) {
			kinds = append(kinds, c.Kind)
		}
	}
	dr := decide.Run{Closed: r.Closed, Corners: kinds, Rules: b.job.Rules}
	pieces := make([]Piece, len(spans))
	for i, s := range spans {
		label := fmt.Sprintf("Base %d", count+1)
		if s.known {
			count++
		} else {
			label = job.WallNumber(s.wall)
		}
		pieces[i] = Piece{ID: pieceID(run.ID, r.Walls[s.wall].ID, s.start), Label: label, Room: r.ID, Run: run.ID,
			Wall: r.Walls[s.wall].ID, Moulding: m.ID, Length: s.to - s.from, From: s.from}
		dr.Pieces = append(dr.Pieces, decide.Piece{Label: label, Length: s.to - s.from, LeftCorner: s.left, RightCorner: s.right})
	}
	decisions := decide.Corners(dr)
	byCorner := make(map[int]decide.Corner, len(decisions))
	for _, d := range decisions {
		byCorner[d.Index] = d
	}
	for i, s := range spans {
		p := &pieces[i]
		for _, hand := range []joint.Hand{joint.Left, joint.Right} {
			at, casing := s.left, s.casing[0]
			if hand == joint.Right {
				at, casing = s.right, s.casing[1]
			}
			e := End{Joint: Square, ToldTo: ToEnd}
			if at >= 0 {
				d := byCorner[at]
				e = b.endAtCorner(m, r.Corners[at], at, corners[at], d, i)
				other := d.Left
				if hand == joint.Right {
					other = d.Right
				}
				if other >= 0 && spans[other].known {
					e.Meets = pieces[other].ID
				}
			} else if casing {
				e.Joint = Butt
			}
			b.set(m, &e, hand, at < 0 || corners[at].usable)
			if hand == joint.Left {
				p.Left = e
			} else {
				p.Right = e
			}
		}
		p.measureUp()
	}
	parts := make([][]Piece, len(pieces))
	for i := range pieces {
		if spans[i].known {
			parts[i] = b.divide(m, pieces[i])
		}
	}
	meetParts(parts, pieces)
	order, _, _ := decide.Order(len(pieces), decisions) // a ring is impossible: see decide.Corners
	for _, i := range order {
		if spans[i].known {
			for k := range parts[i] { // each laps over the one on its left
				hung++
				parts[i][k].Hang = hung
				b.plan.HangOrder = append(b.plan.HangOrder, parts[i][k].ID)
			}
		}
	}
	for i := range spans {
		for _, p := range parts[i] {
			b.plan.Pieces = append(b.plan.Pieces, p)
			b.checkPiece(m, p)
		}
	}
	for _, d := range decisions {
		if d.Left >= 0 && spans[d.Left].known || d.Right >= 0 && spans[d.Right].known { // else there is nothing to join yet
			b.decision(r, run, d, spans, parts)
		}
	}
	return count
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

// spans cuts the walls of a room into what lies between openings. Openings
// break what runs at the floor or the rail; a ceiling run passes over them. A
// stretch that was measured by itself has that length.
func spans(r *job.Room, m survey.Measures, level job.Level) []span {
	var out []span
	for i, w := range r.Walls {
		wall, known := m.Wall(i, level)
		length := wall.Length
		left, right := r.CornerAt(i, false), r.CornerAt(i, true)
		at, start := measure.Length(0), ""
		if !r.Closed && i == 0 && r.LeftSetback != nil {
			at = r.LeftSetback.Length
		}
		if !r.Closed && i == len(r.Walls)-1 && r.RightSetback != nil {
			length -= r.RightSetback.Length
		}
		add := func(to measure.Length, s span, end string) {
			s.wall, s.known, s.from, s.to, s.start = i, known, at, to, start
			if by, ok := m.Clear(i, level, start, end); ok && known && level != job.Ceiling {
				s.to = at + by
			}
			out = append(out, s)
		}
		for _, o := range r.Openings { // in order along the wall
			if o.Wall != w.ID || !o.Breaks(level) {
				continue
			}
			from := m.From(i, o, level)
			if from > at || !known && at == 0 && start == "" {
				add(min(from, length), span{left: left, right: -1, casing: [2]bool{start != "", true}}, o.ID)
			}
			left, start = -1, o.ID
			at = max(at, from+o.Width.Length)
		}
		if length > at || !known {
			add(length, span{left: left, right: right, casing: [2]bool{start != "", false}}, "")
		}
	}
	kept := out[:0]
	for _, s := range out {
		if !s.known || s.to > s.from { // nothing lies beyond a wall shorter than its openings
			kept = append(kept, s)
		}
	}
	return kept
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
