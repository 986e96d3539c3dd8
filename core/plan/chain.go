package plan

import (
	"fmt"
	"math"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
	"gnomon/core/survey"
)

// chain is what meets at corners: one run, or several at one level that take turns around
// a room. Its pieces are those of its runs, one run after the other.
type chain struct {
	trims  []*trim
	at     []slot // where each of its pieces is
	run    decide.Run
	rules  []*job.Rules // at each corner of the room
	rounds []round      // likewise
	joints []decide.Joint
	body   []int
	parts  [][]Piece // of each piece; none where its wall has no length
	turns  [][]Piece // transition pieces at each corner
	hung   []hung    // what goes up as one, and which of it each piece belongs to
	of     map[string]int
}

// slot is a piece of a run.
type slot struct {
	t *trim
	i int
}

func (p slot) span() *span   { return &p.t.spans[p.i] }
func (p slot) piece() *Piece { return &p.t.pieces[p.i] }

// chains puts runs together that meet: of one kind, at one level, on walls of their own
// that are neighbours.
func (b *builder) chains(r *job.Room, trims []*trim) []*chain {
	var out []*chain
next:
	for _, t := range trims {
		for _, c := range out {
			if c.takes(r, t) {
				c.trims = append(c.trims, t)
				continue next
			}
		}
		out = append(out, &chain{trims: []*trim{t}})
	}
	return out
}

func (c *chain) takes(r *job.Room, t *trim) bool {
	meets := false
	for _, o := range c.trims {
		if o.run.Level != t.run.Level || o.m.Kind != t.m.Kind || o.run.On != "" || t.run.On != "" {
			return false
		}
		n := len(r.Walls)
		for i := range r.Walls {
			if o.on.runs[i] && t.on.runs[i] {
				return false
			}
			next := (i + 1) % n
			meets = meets || r.Joined(i) && (o.on.runs[i] && t.on.runs[next] || t.on.runs[i] && o.on.runs[next])
		}
	}
	return meets
}

// meet decides what is on the ends of all pieces of a chain.
func (b *builder) meet(r *job.Room, c *chain) {
	c.run = decide.Run{Weights: *b.job.Rules.Weights, First: -1, Unit: b.unit}
	for _, t := range c.trims {
		for i, s := range t.spans {
			p := &t.pieces[i]
			c.at = append(c.at, slot{t, i})
			c.run.Pieces = append(c.run.Pieces, decide.Piece{Label: p.Label, Length: p.Length, LeftCorner: s.left, RightCorner: s.right, Section: t.m.ID,
				Out: t.shape.Projection, Flat: t.m.Flat(), Copable: t.shape.coped.OK, Bench: t.rules.Bench.Length})
		}
	}
	c.rules, c.rounds, c.turns = make([]*job.Rules, len(r.Corners)), make([]round, len(r.Corners)), make([][]Piece, len(r.Corners))
	for i := range r.Corners {
		c.run.Corners = append(c.run.Corners, b.wish(r, c, i))
	}
	b.first(c)
	b.cutAlready(r, c)
	c.joints, c.body = decide.Joints(c.run)
	b.ends(c)
}

// ruling is the run whose overrides count at a corner: that left of it.
func (c *chain) ruling(r *job.Room, i int) *trim {
	for _, t := range c.trims {
		if t.on.runs[i] {
			return t
		}
	}
	return c.trims[0]
}

// wish is what is wished at a corner.
func (b *builder) wish(r *job.Room, c *chain, i int) decide.Corner {
	k, t := r.Corners[i], c.ruling(r, i)
	rules, by := b.job.RulesAt(r, t.run.ID, k.ID)
	c.rules[i] = rules
	out := decide.Corner{Letter: job.CornerLetter(i), Kind: k.Kind, Inside: rules.Inside, By: by["inside"], Hand: rules.CopeHand}
	if t.m.Inside != "" && (out.By == "" || out.By == job.OverRoom) {
		out.Inside, out.By = t.m.Inside, decide.ByMoulding
	}
	if !r.Joined(i) {
		return out
	}
	if o := t.room.Override(job.AskCoped, t.run.ID, k.ID, ""); o != nil {
		out.Gives = o.Choice
	}
	out.Stands = b.stands(r, c, i)
	out.Seam = b.view.seams(i)
	c.rounds[i] = b.rounded(t, i, rules)
	out.Round = c.rounds[i].pieces > 0
	return out
}

// stands tells what a single piece at a corner ends against that stands there, in words.
func (b *builder) stands(r *job.Room, c *chain, i int) string {
	for n, p := range c.run.Pieces {
		t := c.at[n].t
		for k, hand := range []joint.Hand{joint.Left, joint.Right} {
			if [2]int{p.LeftCorner, p.RightCorner}[k] != i {
				continue
			}
			if s := b.inCorner(r, t.run, t.shape, i, besides(r, i, hand)); s != nil {
				return s.name(t.run.Level)
			}
		}
	}
	return ""
}

// first takes over which piece is to go up first.
func (b *builder) first(c *chain) {
	for _, t := range c.trims {
		o := t.room.Override(job.AskFirst, t.run.ID, "", "")
		if o == nil {
			continue
		}
		for n, at := range c.at {
			if at.piece().ID == o.Choice {
				c.run.First = n
			}
		}
	}
}

// round is a rounded outside corner and how it is turned.
type round struct {
	radius measure.Length
	pieces int           // transition pieces
	each   measure.Angle // half of what each joint turns
	give   measure.Length
}

// rounded works out how a bullnose is turned: k transition pieces break the turn δ into
// joints of δ/(k+1), each mitre taking g, half of that; the backs of the pieces between
// are 2R·tan g, and a wall's piece ends R·tan(δ/2) − R·tan g short of the sharp corner.
func (b *builder) rounded(t *trim, i int, rules *job.Rules) round {
	k, at := t.room.Corners[i], t.corners[i]
	radius, known := survey.Radius(k.CornerFacts)
	if !known || radius <= 0 || k.Kind != job.Outside || !at.usable {
		return round{}
	}
	radius += max(t.on.proud[i], t.on.proud[(i+1)%len(t.on.proud)])
	n := map[string]int{job.BullnoseOne: 1, job.BullnoseTwo: 2}[rules.Bullnose]
	half := joint.Half(at.theta)
	out := round{radius: radius, pieces: n, each: half / measure.Angle(n+1)}
	out.give = radius.Times(out.each.Tan()) - radius.Times(half.Tan())
	return out
}

// back is the back of a transition piece.
func (k round) back() measure.Length { return k.radius.Times(2 * k.each.Tan()) }

// hollow is what is left behind each joint: R·(1/cos g − 1).
func (k round) hollow() measure.Length { return k.radius.Times(1/k.each.Cos() - 1) }

// cutAlready holds what the saw has decided: where an end at a corner is cut, it stays
// what it was cut for, whatever is measured anew.
func (b *builder) cutAlready(r *job.Room, c *chain) {
	if len(b.job.Marks) == 0 {
		return
	}
	last := b.cutEnds(c)
	for n, at := range c.at {
		for _, end := range []struct {
			hand   string
			corner int
		}{{job.HandLeft, at.span().left}, {job.HandRight, at.span().right}} {
			m, is := last[[2]string{c.at[n].piece().ID, end.hand}]
			if !is || end.corner < 0 || !at.t.corners[end.corner].usable {
				continue
			}
			// The piece whose right end stands at a corner is left of it.
			me, mate := job.HandLeft, job.HandRight
			if end.hand == job.HandLeft {
				me, mate = mate, me
			}
			if !cutToGive(m, at.t.corners[end.corner].theta) {
				me = mate
			}
			c.run.Corners[end.corner].Cut = me
		}
	}
}

// cutToGive tells whether an end at an inside corner was cut to be coped there: how far off
// square it was is nearer to half of what the corner turns than to what runs through, which
// is square, or where the corner is acute cut to the other wall.
func cutToGive(m job.Mark, theta measure.Angle) bool {
	off := measure.FromRadians(math.Acos(min(1, m.Mitre.Cos()*m.Bevel.Cos())))
	if strings.HasSuffix(m.Pose, saw.Fenced) {
		off = 90 - off
	}
	return (off - joint.Half(theta)).Abs() < (off - max(0, 90-theta)).Abs()
}

// cutEnds are the marks that stand of ends at the walls' ends, by whole piece and end.
func (b *builder) cutEnds(c *chain) map[[2]string]job.Mark {
	parts := map[string]int{} // of pieces divided by the accepted layout
	for _, t := range c.trims {
		if l := b.job.Layout(t.m.ID); l != nil {
			for _, s := range l.Scarfs {
				parts[s.Piece] = len(s.At) + 1
			}
		}
	}
	last := map[[2]string]job.Mark{}
	for _, m := range b.job.Standing() {
		id, part, divided := strings.Cut(m.Piece, "~")
		if m.Kind == job.MarkMiscut {
			delete(last, [2]string{id, job.HandLeft})
			delete(last, [2]string{id, job.HandRight})
			continue
		}
		if divided && (m.End == job.HandLeft && part != "1" || m.End == job.HandRight && part != fmt.Sprint(max(2, parts[id]))) {
			continue // a scarf's end
		}
		last[[2]string{id, m.End}] = m
	}
	return last
}
