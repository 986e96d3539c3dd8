package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/piece"
	"gnomon/core/words"
)

// Chain is what shares corners, one run or several that take turns, with the order in
// which it goes up. Ring proves that some of it cannot be hung: it goes round.
type Chain struct {
	Room   string
	Runs   []string
	Order  []string // piece ids
	Starts []string // pieces that could go up first
	First  string   // the one that was chosen to
	Ring   []Waits
}

// Waits says that one piece goes up after another, and why.
type Waits struct{ Piece, For, Why string }

// hung is what goes up as one: a piece, a part of one, or a group from the bench.
type hung struct {
	pieces []*piece.Piece
	copes  int // ends that give way
}

// hang puts all of a room in the order to hang: from the top down, what another run lands
// on before that, shoe last.
func (p *RoomPlan) hang(r *room, chains []*chain) {
	sorted := slices.Clone(chains)
	slices.SortStableFunc(sorted, func(x, y *chain) int { return cmp.Compare(rank(r, x), rank(r, y)) })
	number := p.hungSets
	for _, c := range sorted {
		number = p.hangChain(c, number)
	}
}

// rank is a chain's place among those of its room.
func rank(r *room, c *chain) int {
	t := c.runs[0]
	at := map[job.Level]int{job.Ceiling: 0, job.Rail: 100, job.Floor: 200}[t.Level]
	for k := r.Under(t.Run.Run); k != nil; k = r.Under(k) {
		at++
	}
	if t.Moulding.Is().Last {
		at += 50
	}
	return at
}

// hangChain orders one chain, its numbers following those before.
func (p *RoomPlan) hangChain(c *chain, number int) int {
	c.hung, c.of = c.nodes()
	nodes, of := c.hung, c.of
	arrows := c.arrows(of)
	for _, a := range arrows {
		nodes[a.After].copes++
	}
	arrows = p.asHung(c, nodes, arrows)
	first := -1
	if n := c.run.First; n >= 0 && len(c.parts[n]) > 0 {
		first = of[c.parts[n][0].ID]
		for k := range nodes {
			if k != first && !c.up(nodes[k]) {
				arrows = append(arrows, decide.Arrow{Before: first, After: k, Why: "goes up after %s, which was chosen to go up first"})
			}
		}
	}
	copes := make([]int, len(nodes))
	for i, n := range nodes {
		copes[i] = n.copes
	}
	s := decide.Hang(copes, arrows, first)
	out := Chain{Room: c.room.ID}
	for _, t := range c.runs {
		out.Runs = append(out.Runs, t.ID)
	}
	for _, k := range s.Order {
		number++
		for _, q := range nodes[k].pieces {
			q.Hang = number
			p.HangOrder, out.Order = append(p.HangOrder, q.ID), append(out.Order, q.ID)
		}
	}
	labels := map[string]string{}
	for _, n := range nodes {
		for _, q := range n.pieces {
			labels[q.ID] = words.Small(q.Label)
		}
	}
	going := hang.Going{Called: func(id string) string { return cmp.Or(labels[id], "its mate") }, With: func(string) bool { return false },
		Ceiling: c.runs[0].Level == job.Ceiling, Alone: true}
	for k, n := range nodes {
		for _, q := range n.pieces {
			if s.Early[k] > 0 {
				q.Early, q.Late = number-len(s.Order)+s.Early[k], number-len(s.Order)+s.Late[k]
			}
			q.How = strings.Join(append(going.Up(q), going.Laps(q)...), " ")
		}
	}
	if first >= 0 {
		out.First = nodes[first].pieces[0].ID
	}
	for _, k := range s.Starts {
		out.Starts = append(out.Starts, nodes[k].pieces[0].ID)
	}
	for _, a := range s.Ring {
		out.Ring = append(out.Ring, Waits{nodes[a.After].pieces[0].ID, nodes[a.Before].pieces[0].ID, a.Why})
	}
	p.Chains = append(p.Chains, &out)
	if len(s.Ring) > 0 {
		p.Findings.Add(c.cannotHang(p, nodes, s))
	}
	return number
}

// up tells whether any of what goes up as one is up.
func (c *chain) up(h hung) bool {
	return slices.ContainsFunc(h.pieces, func(q *piece.Piece) bool { _, is := c.room.hung[q.ID]; return is })
}

// asHung turns arrows for what is up already: that went first, in its order, whatever it gives way to; where that is not up yet, it is
// told of.
func (p *RoomPlan) asHung(c *chain, nodes []hung, arrows []decide.Arrow) []decide.Arrow {
	r := c.room
	if len(r.hung) == 0 {
		return arrows
	}
	at := make([]int, len(nodes)) // its place among those that are up; -1 where it is not
	var up []int
	for k, n := range nodes {
		at[k] = -1
		for _, q := range n.pieces {
			if i, is := r.hung[q.ID]; is {
				at[k] = i
			}
		}
		if at[k] >= 0 {
			up = append(up, k)
		}
	}
	if len(up) == 0 {
		return arrows
	}
	slices.SortFunc(up, func(a, b int) int { return cmp.Compare(at[a], at[b]) })
	kept := arrows[:0]
	for _, a := range arrows {
		switch {
		case at[a.After] < 0:
			kept = append(kept, a)
		case at[a.Before] < 0:
			how := strings.TrimSuffix(a.Why, " %s")
			p.early.Add(hang.Before(nodes[a.After].pieces[0], nodes[a.Before].pieces[0], how))
		}
	}
	for i, k := range up[1:] {
		kept = append(kept, decide.Arrow{Before: up[i], After: k, Why: "went up after %s"})
	}
	for k := range nodes {
		if at[k] < 0 {
			kept = append(kept, decide.Arrow{Before: up[len(up)-1], After: k, Why: "goes up after %s, which is up"})
		}
	}
	return kept
}

// nodes are what goes up as one, left to right, and which of them each piece belongs to.
func (c *chain) nodes() (nodes []hung, of map[string]int) {
	of = map[string]int{}
	at := map[int]int{} // body to node
	add := func(p *piece.Piece, k int) int {
		if k < 0 {
			k = len(nodes)
			nodes = append(nodes, hung{})
		}
		nodes[k].pieces = append(nodes[k].pieces, p)
		of[p.ID] = k
		return k
	}
	for n := range c.slots {
		for k := range c.parts[n] {
			to, there := at[c.body[n]]
			if !there || len(c.parts[n]) > 1 {
				to = c.glued(n, k, of)
			}
			to = add(&c.parts[n][k], to)
			if !there {
				at[c.body[n]] = to
			}
		}
		for k := range c.beside[n] { // with what its place made or parted, where that goes up as one
			q, to := &c.beside[n][k], -1
			for _, p := range c.parts[n] {
				if p.Odd == q.Odd && q.Cap {
					to = of[p.ID]
				}
			}
			add(q, to)
		}
		if i := c.slots[n].stretch().Right; i >= 0 {
			last := -1
			for k := range c.turns[i] {
				to := last
				if to < 0 {
					to = c.mate(i, of)
				}
				last = add(&c.turns[i][k], to)
			}
		}
	}
	return nodes, of
}

// glued is what a part is glued to that an odd place meets with the one before it, where one of the two can be carried; -1 for
// nothing.
func (c *chain) glued(n, k int, of map[string]int) int {
	if k == 0 {
		return -1
	}
	p, before := &c.parts[n][k], &c.parts[n][k-1]
	if p.Odd == "" && before.Odd == "" || p.Left.Meets != before.ID || p.Left.Joint != piece.Mitre || !handy(p) && !handy(before) {
		return -1
	}
	return of[before.ID]
}

// mate is what the transition pieces of a corner are glued to: the piece left of it, where
// that can be carried, or the right one once that is there; -1 for neither.
func (c *chain) mate(i int, of map[string]int) int {
	t := c.turns[i]
	for _, id := range []string{t[0].Left.Meets, t[len(t)-1].Right.Meets} {
		for n := range c.parts {
			for _, p := range c.parts[n] {
				if k, there := of[id]; p.ID == id && there && p.Cut <= decide.Handy {
					return k
				}
			}
		}
	}
	return -1
}

// arrows say what waits for what: what gives way at a joint for what runs through, and the
// part of a scarf that laps over for the one under it.
func (c *chain) arrows(of map[string]int) []decide.Arrow {
	var out []decide.Arrow
	end := func(n int, j decide.Joint) *piece.Piece { // the part that stands at the joint
		parts := c.parts[n]
		if n == j.Left {
			return &parts[len(parts)-1]
		}
		return &parts[0]
	}
	for _, j := range c.joints {
		if j.Gives < 0 || len(c.parts[j.Left]) == 0 || len(c.parts[j.Right]) == 0 {
			continue
		}
		why := "is coped into %s"
		if j.Kind == decide.Butt {
			why = "stops against %s"
		}
		out = append(out, decide.Arrow{Before: of[end(j.Through(), j).ID], After: of[end(j.Gives, j).ID], Why: why})
	}
	for _, parts := range c.parts {
		for k := range len(parts) - 1 {
			under, over := &parts[k], &parts[k+1]
			if under.Right.Joint != piece.Scarf {
				continue // an odd place parts them
			}
			if under.Right.ToldTo != piece.ToLong {
				under, over = over, under
			}
			out = append(out, decide.Arrow{Before: of[under.ID], After: of[over.ID], Why: "laps over %s"})
		}
	}
	return out
}

var cannotBeHung = finding.Declare(finding.Form{Code: "cannot_be_hung", Severity: finding.Stop, Stop: finding.Joints, Kind: "piece",
	Text: "There is no order to hang %s: each waits for the next.", Remedy: "Let the other piece give way at one of these corners, or drop what was chosen."})

// cannotHang proves that pieces wait for one another in a ring, and offers the ways out.
func (c *chain) cannotHang(p *RoomPlan, nodes []hung, s decide.Sequence) finding.Finding {
	r := c.room
	var who, why []string
	for _, a := range s.Ring {
		after, before := words.Small(nodes[a.After].pieces[0].Label), words.Small(nodes[a.Before].pieces[0].Label)
		who, why = append(who, after), append(why, after+" "+fmt.Sprintf(a.Why, before))
	}
	slices.Reverse(why)
	slices.Reverse(who)
	f := cannotBeHung.In(r.ID, nodes[s.Ring[0].After].pieces[0].ID).Says(words.List(who))
	if len(who) == 1 {
		f.Text = words.Capital(who[0]) + " cannot be hung: it meets itself, and would go up after itself."
	}
	f.Why = words.Capital(words.List(why)) + "."
	for i := range r.Overrides {
		o := &r.Overrides[i]
		if o.Question != job.AskCoped && o.Question != job.AskFirst || !slices.ContainsFunc(c.runs, func(t *run) bool { return t.ID == o.Run }) {
			continue
		}
		f.Acts = append(f.Acts, dropping(p, r.Room.Room, o))
	}
	return f
}
