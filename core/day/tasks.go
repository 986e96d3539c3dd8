package day

import (
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/words"
)

// Task is one thing to do.
type Task struct {
	ID      string
	Room    string // none where it is of the whole job
	What    string
	Detail  string // what it comes to: 8 pieces, 42 ft
	Minutes int    // that are still to be worked
	Whole   int    // that it takes in all
	After   []string
	Dries   int
	Drying  string // what dries, or lies, in words
	Done    bool   // it was ticked, or what it does is done
	Ticked  string // the record that says so, where somebody did
	At      string // when, by the clock there
	Stop    string // the stop of the work at which it is done
}

// The tasks of the whole job, by their identifiers; those of a room follow its identifier and a dot.
const (
	Fetch   = "fetch"
	Lie     = "acclimatise"
	Sort    = "sort"
	Prime   = "prime"
	Coat    = "coat"
	Setup   = "setup"
	Studs   = "studs"
	Backing = "backing"
	Measure = "measure"
	Cut     = "cut"
	Glue    = "glue"
	Cope    = "cope"
	Casing  = "hang-casing"
	Crown   = "hang-crown"
	Rail    = "hang-rail"
	Base    = "hang-base"
	Trouble = "trouble"
	Bead    = "bead"
	Fill    = "fill"
	Sand    = "sand"
	Touch   = "touch"
	Last    = "last-coat"
	Seal    = "silicone"
)

// Of is the identifier of a room's task.
func Of(room, task string) string { return room + "." + task }

// writer collects tasks.
type writer struct {
	j    *job.Job
	done map[string]job.Record
	out  []Task
}

// minutes are whole ones of hundredths.
func minutes(hundredths job.Count) int { return int(math.Ceil(float64(hundredths)/100 - 1e-9)) }

// by is what a rate by length comes to.
func (w *writer) by(rate job.Count, l measure.Length) job.Count {
	return rate.Of(int64(l), int64(w.j.Times.Per.Length()))
}

// add adds a task that takes something, or that is waited for; part is what of it is still to be done.
func (w *writer) add(t Task, whole job.Count, part float64) {
	t.Whole = minutes(whole)
	t.Minutes = minutes(job.Count(math.Round(float64(whole) * part)))
	t.Done = part <= 0
	if r, is := w.done[t.ID]; is {
		t.Done, t.Ticked, t.At = true, r.ID, r.Ticked.At
	}
	w.out = append(w.out, t)
}

// Tasks are those of a job, each after those that it may wait for.
func Tasks(j *job.Job, p *plan.Plan) []Task {
	w := &writer{j: j, done: j.Done()}
	sticks, long := 0, measure.Length(0)
	mouldings := map[string]bool{}
	for _, s := range p.Supplies {
		sticks += s.Count
	}
	for _, q := range p.Pieces {
		if q.Cut > 0 {
			long += q.Cut
			mouldings[q.Moulding] = true
		}
	}
	if len(p.Pieces) == 0 {
		return nil
	}
	if sticks == 0 { // nothing is laid out yet: sixteen feet each
		sticks = int((long + 16*measure.Foot - 1) / (16 * measure.Foot))
	}
	t := &j.Times
	w.add(Task{ID: Fetch, What: "Buy and bring", Detail: words.Count(sticks, "stick"), Stop: "sticks"}, t.Fetch, 1)
	w.add(Task{ID: Lie, What: "Let the wood lie in its rooms", Dries: t.Acclimatise, Drying: "lies", Stop: "hang"}, 0, 1)
	w.add(Task{ID: Sort, What: "Pick out bad sticks", Detail: words.Count(sticks, "stick"), Stop: "hang"}, t.Sort*job.Count(sticks), 1)
	paint := w.by(t.Paint, long)
	by := long.About(j.Unit)
	switch j.Rules.Paint {
	case job.PaintTrestles:
		w.add(Task{ID: Prime, What: "Prime on trestles", Detail: by + ", backs too", Dries: t.PaintDries, Drying: "primer dries", Stop: "hang"}, paint, 1)
		w.add(Task{ID: Coat, What: "First coat on trestles", Detail: by, Dries: t.PaintDries, Drying: "paint dries", Stop: "hang"}, paint, 1)
	case job.PaintBought:
		w.add(Task{ID: Coat, What: "First coat on trestles", Detail: by, Dries: t.PaintDries, Drying: "paint dries", Stop: "hang"}, paint, 1)
	}
	w.add(Task{ID: Setup, What: "Set up and test the saw", Detail: words.Count(len(mouldings), "moulding"), Stop: "saw"},
		t.Setup*job.Count(len(mouldings)), 1)
	for _, r := range p.Rooms {
		w.room(r)
	}
	w.order()
	return w.out
}

// room adds those of a room.
func (w *writer) room(r *plan.RoomPlan) {
	j, t := w.j, &w.j.Times
	room := j.Room(r.Room)
	if len(r.Pieces) == 0 {
		return
	}
	id := func(task string) string { return Of(r.Room, task) }
	add := func(task, what, detail, stop string, whole job.Count, part float64) {
		w.add(Task{ID: id(task), Room: r.Room, What: what, Detail: detail, Stop: stop}, whole, part)
	}
	walls := len(room.Walls)
	c := count(r)
	add(Studs, "Find studs and joists", words.Count(walls, "wall"), "hang", t.Studs*job.Count(walls), 1)
	var strips measure.Length
	for i := range r.Fixing.Strips {
		strips += r.Fixing.Strips[i].Long()
	}
	if strips > 0 {
		add(Backing, "Fix backing", strips.About(j.Unit), "hang", w.by(t.Backing, strips), 1)
	}
	measuring := t.Walls * job.Count(walls)
	if len(r.Lines) > 0 {
		measuring += t.Corner * job.Count(walls)
	}
	part := 1.0
	if r.Read() {
		part = 0
	}
	add(Measure, "Lay out and measure", words.Count(walls, "wall"), "measure", measuring, part)
	add(Cut, "Cut", words.Count(c.ends, "end"), "saw", t.Cut*job.Count(c.ends), share(c.ends-c.cut, c.ends))
	if c.copes > 0 {
		add(Cope, "Cope", words.Count(c.copes, "end"), "saw", t.Cope*job.Count(c.copes), share(c.copes-c.coped, c.copes))
	}
	if c.glued > 0 {
		task := Task{ID: id(Glue), Room: r.Room, What: "Glue up on the bench", Detail: words.Count(c.glued, "joint"), Dries: j.Rules.Drying,
			Drying: "glue sets", Stop: "joints"}
		w.add(task, t.Glue*job.Count(c.glued), share(len(r.Groups)-c.groupsUp, len(r.Groups)))
	}
	for _, l := range levels {
		h := c.of[l.task]
		if h.pieces == 0 {
			continue
		}
		whole := t.Hang*job.Count(h.pieces) + w.by(t.Length, h.length) + h.joints(t)
		add(l.task, l.what, words.Count(h.pieces, "piece")+", "+h.length.About(j.Unit), "hang", whole, share(h.pieces-h.up, h.pieces))
	}
	w.finish(r)
}

// levels are what goes up, in the order of the trade: what others come up to first, then from the top down.
var levels = []struct{ task, what string }{{Casing, "Hang casings"}, {Crown, "Hang crown"}, {Rail, "Hang rail"}, {Base, "Hang base"}}

// finish adds what comes once all hangs.
func (w *writer) finish(r *plan.RoomPlan) {
	t := &w.j.Times
	f := r.Finish()
	add := func(task, what, detail string, whole job.Count, dries int, drying string) {
		w.add(Task{ID: Of(r.Room, task), Room: r.Room, What: what, Detail: detail, Dries: dries, Drying: drying, Stop: "hang"}, whole, 1)
	}
	open := 0
	for _, k := range r.Wall() {
		if k.Fit != nil && k.Fit.Open() {
			open++
		}
	}
	if open > 0 {
		add(Trouble, "Put joints right that gape", words.Count(open, "joint"), t.Trouble*job.Count(open), 0, "")
	}
	if f.Length > 0 {
		add(Bead, "Lay the bead", f.Length.About(w.j.Unit), w.by(t.Bead, f.Length), t.BeadDries, "bead skins over")
	}
	holes := words.Count(f.Holes, "hole")
	if f.Holes > 0 {
		add(Fill, "Fill nail holes", holes, t.Fill*job.Count(f.Holes), t.FillerDries, "filler dries")
		add(Sand, "Sand", holes, t.Sand*job.Count(f.Holes), 0, "")
	}
	long := measure.Length(0)
	for _, p := range r.Pieces {
		long += max(0, p.Cut)
	}
	switch paint := w.by(t.Coat, long); {
	case w.j.Rules.Paint == job.PaintHung && long > 0: // also where nothing is nailed, so that there is no hole to fill
		add(Prime, "Prime on the wall", long.About(w.j.Unit), paint, t.PaintDries, "primer dries")
		add(Coat, "First coat on the wall", long.About(w.j.Unit), paint, t.PaintDries, "paint dries")
		add(Last, "Last coat on the wall", long.About(w.j.Unit), paint, 0, "")
	case w.j.Rules.Paint != job.PaintHung && f.Holes > 0:
		add(Touch, "Touch up", holes, t.Touch*job.Count(f.Holes), 0, "")
	}
	if f.Silicone > 0 {
		add(Seal, "Silicone at the floor", f.Silicone.About(w.j.Unit), w.by(t.Bead, f.Silicone), 0, "")
	}
}

// share is a part of a whole.
func share(part, whole int) float64 {
	if whole <= 0 {
		return 0
	}
	return max(0, float64(part)/float64(whole))
}

// hung is what hangs at one level.
type hung struct {
	pieces, up                                   int
	length                                       measure.Length
	coped, mitre, outside, scarf, returned, butt int
}

func (h hung) joints(t *job.Times) job.Count {
	return t.Coped*job.Count(h.coped) + t.Mitre*job.Count(h.mitre) + t.Outside*job.Count(h.outside) + t.Scarf*job.Count(h.scarf) +
		t.Return*job.Count(h.returned) + t.Butt*job.Count(h.butt)
}

// counted is what a room comes to.
type counted struct {
	ends, cut, copes, coped, glued, groupsUp int
	of                                       map[string]hung
}

func count(r *plan.RoomPlan) counted {
	c := counted{of: map[string]hung{}}
	inGroup := map[string]int{}
	for _, p := range r.Pieces {
		if p.Cut <= 0 {
			continue
		}
		for _, hand := range piece.Hands {
			e := p.End(hand)
			c.ends++
			if e.Mark != "" || p.Hung != "" {
				c.cut++
			}
			if e.Joint == piece.Cope {
				c.copes++
				if e.Finished() || p.Hung != "" {
					c.coped++
				}
			}
		}
		if p.Group != "" {
			inGroup[p.Group]++
		}
		task := Base
		switch {
		case p.Set != "":
			task = Casing
		case r.Level(p.Run) == job.Ceiling:
			task = Crown
		case r.Level(p.Run) == job.Rail:
			task = Rail
		}
		h := c.of[task]
		h.pieces++
		h.length += p.Length
		if p.Hung != "" {
			h.up++
		}
		if p.Cap {
			h.returned++
		}
		h.end(&p.Left, joint.Left)
		h.end(&p.Right, joint.Right)
		c.of[task] = h
	}
	for _, g := range r.Groups {
		c.glued += max(0, inGroup[g.ID]-1)
		if !slices.ContainsFunc(r.Pieces, func(p *piece.Piece) bool { return p.Group == g.ID && p.Hung == "" }) {
			c.groupsUp++
		}
	}
	return c
}

// end counts a joint.
func (h *hung) end(e *piece.End, hand joint.Hand) {
	switch e.Fitted(hand) {
	case piece.FittedCope:
		h.coped++
	case piece.FittedScarf:
		h.scarf++
	case piece.FittedOutside:
		h.outside++
	case piece.FittedMitre:
		h.mitre++
	case piece.FittedButt:
		h.butt++
	}
}
