package plan

import (
	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/piece"
	"gnomon/core/stretch"
)

// chain is what meets at corners: one run, or several at one level that take turns around
// a room. Its pieces are those of its runs, one run after the other.
type chain struct {
	room   *room
	runs   []*run
	slots  []slot // where each of its pieces is
	run    decide.Run
	rules  []*job.Rules // at each corner of the room
	rounds []round      // likewise
	joints []decide.Joint
	body   []int
	parts  [][]piece.Piece // of each piece; none where its wall has no length
	beside [][]piece.Piece // what odd places make beside these
	turns  [][]piece.Piece // transition pieces at each corner
	hung   []hung          // what goes up as one, and which of it each piece belongs to
	of     map[string]int
}

// slot is a piece of a run.
type slot struct {
	run *run
	i   int
}

func (p slot) stretch() *stretch.Stretch { return &p.run.Stretches[p.i] }
func (p slot) piece() *piece.Piece       { return &p.run.pieces[p.i] }

// chains puts runs together that meet: of one kind, at one level, on walls of their own
// that are neighbours.
func (r *room) chains(runs []*run) []*chain {
	var out []*chain
next:
	for _, t := range runs {
		for _, c := range out {
			if c.takes(t) {
				c.runs = append(c.runs, t)
				continue next
			}
		}
		out = append(out, &chain{room: r, runs: []*run{t}})
	}
	for _, c := range out {
		for _, t := range c.runs {
			for i := range t.Stretches {
				c.slots = append(c.slots, slot{t, i})
			}
		}
	}
	return out
}

// takes tells whether a run meets those of the chain at a corner.
func (c *chain) takes(t *run) bool {
	r, meets := c.room, false
	for _, o := range c.runs {
		if o.Level != t.Level || o.Moulding.Kind != t.Moulding.Kind || o.Run.Run.On != "" || t.Run.Run.On != "" {
			return false
		}
		n := len(r.Walls)
		for i := range r.Walls {
			if o.On.Runs[i] && t.On.Runs[i] {
				return false
			}
			next := (i + 1) % n
			meets = meets || r.Joined(i) && (o.On.Runs[i] && t.On.Runs[next] || t.On.Runs[i] && o.On.Runs[next])
		}
	}
	return meets
}

// decide chooses the joints of a chain, and who gives way at each.
func (c *chain) decide() {
	r := c.room
	c.run = decide.Run{Weights: *r.Job.Rules.Weights, First: -1, Unit: r.Job.Unit}
	for _, at := range c.slots {
		t, s, p := at.run, at.stretch(), at.piece()
		c.run.Pieces = append(c.run.Pieces, decide.Piece{Label: p.Label, Length: p.Length, LeftCorner: s.Left, RightCorner: s.Right, Section: t.Moulding.ID,
			Out: t.Shape().Projection, Flat: t.Moulding.Flat(), Copable: t.Shape().Coped.OK, Bench: t.Rules.Bench.Length})
	}
	c.rules, c.rounds = make([]*job.Rules, len(r.Corners)), make([]round, len(r.Corners))
	for i := range r.Corners {
		c.run.Corners = append(c.run.Corners, c.corner(i))
	}
	c.first()
	c.joints, c.body = decide.Joints(c.run)
}

// settle decides the joints of a chain, says what is on the ends of its pieces and makes parts of
// them: as if nothing were cut, and again where what is cut says otherwise.
func (c *chain) settle(found *finding.List) {
	c.decide()
	if len(c.room.cut) == 0 {
		c.make(found)
		return
	}
	before := c.room.stand(found)
	c.make(found)
	cuts := cuts{chain: c, done: map[int]ends{}, agreed: map[int]string{}}
	for cuts.next() {
		c.room.backTo(before, found)
		before = c.room.stand(found)
		c.make(found)
	}
}

// make says what is on the ends of a chain's pieces, as its joints are decided, and makes parts of
// them and what turns rounded corners.
func (c *chain) make(found *finding.List) {
	c.setEnds(found)
	c.turns = make([][]piece.Piece, len(c.room.Corners))
	for _, j := range c.joints {
		c.turnCorner(j, found)
	}
	c.makeParts(found)
}

// ruling is the run whose overrides count at a corner: that left of it.
func (c *chain) ruling(i int) *run {
	for _, t := range c.runs {
		if t.On.Runs[i] {
			return t
		}
	}
	return c.runs[0]
}

// corner is what is wished at a corner, and what stands there.
func (c *chain) corner(i int) decide.Corner {
	r := c.room
	k, t := r.Corners[i], c.ruling(i)
	rules, by := r.Job.RulesAt(r.Room.Room, t.ID, k.ID)
	c.rules[i] = rules
	out := decide.Corner{Letter: job.CornerLetter(i), Kind: k.Kind, Inside: rules.Inside, By: by["inside"], Hand: rules.CopeHand}
	if t.Moulding.Inside != "" && (out.By == "" || out.By == job.OverRoom) {
		out.Inside, out.By = t.Moulding.Inside, decide.ByMoulding
	}
	if !r.Joined(i) {
		return out
	}
	if o := r.Override(job.AskCoped, t.ID, k.ID, ""); o != nil {
		out.Gives = o.Choice
	}
	out.Stands = c.stands(i)
	out.Seam = r.view.Seams(i)
	if r.Job.Rules.Weights.Tight > 0 {
		out.Shows = c.shows(i)
	}
	c.rounds[i] = c.rounded(t, i, rules)
	out.Round = c.rounds[i].pieces > 0
	return out
}

// stands tells what a single piece at a corner ends against that stands there, in words.
func (c *chain) stands(i int) string {
	for _, at := range c.slots {
		for k, hand := range piece.Hands {
			if [2]int{at.stretch().Left, at.stretch().Right}[k] != i {
				continue
			}
			if s := at.run.Room.InCorner(at.run.Run.Run, i, across(c.room, i, hand)); s != nil {
				return s.Name(at.run.Level)
			}
		}
	}
	return ""
}

// across is the wall across a corner from that of a piece whose end of the hand stands there.
func across(r *room, corner int, hand joint.Hand) int {
	if hand == joint.Right {
		return (corner + 1) % len(r.Walls)
	}
	return corner
}

// first takes over which piece is to go up first.
func (c *chain) first() {
	for _, t := range c.runs {
		o := c.room.Override(job.AskFirst, t.ID, "", "")
		if o == nil {
			continue
		}
		for n, at := range c.slots {
			if at.piece().ID == o.Choice {
				c.run.First = n
			}
		}
	}
}
