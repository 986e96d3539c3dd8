package hang

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sets"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// Card is what to know when a piece goes up, or a group from the bench: what is done with its ends, in order, its nails, and what to look
// at before the last of them is driven.
type Card struct {
	Pieces []*piece.Piece
	Title  string
	Where  string
	Steps  []string
	Nails  []Batch
	Checks []string
	Waits  []string // pieces that it gives way to, which are not up yet
}

// Batch are nails of a piece that are alike.
type Batch struct {
	Length measure.Length
	Count  int
	Kind   string
	Row    string
	Into   []Into
	Text   string // low, into studs
}

// cards is what cards of a room are written with.
type cards struct {
	room  *stretch.Room
	runs  map[string]*stretch.Run
	byID  map[string]*piece.Piece
	lines []Line
	fix   *Fixing
	alone bool
}

// Cards are those of all that goes up in a room, in its order; alone where one person works.
func Cards(r *stretch.Room, runs []*stretch.Run, pieces []*piece.Piece, lines []Line, fix *Fixing, alone bool) []Card {
	c := &cards{r, map[string]*stretch.Run{}, piece.ByID(pieces), lines, fix, alone}
	for _, t := range runs {
		c.runs[t.ID] = t
	}
	ordered := slices.DeleteFunc(slices.Clone(pieces), func(p *piece.Piece) bool { return p.Hang == 0 || p.Cut <= 0 })
	slices.SortStableFunc(ordered, func(a, b *piece.Piece) int { return cmp.Compare(a.Hang, b.Hang) })
	var out []Card
	for _, p := range ordered {
		if n := len(out); n > 0 && out[n-1].Pieces[0].Hang == p.Hang {
			out[n-1].Pieces = append(out[n-1].Pieces, p)
			continue
		}
		out = append(out, Card{Pieces: []*piece.Piece{p}})
	}
	for i := range out {
		c.write(&out[i])
	}
	return out
}

// Up tells whether it is up: all of it.
func (k *Card) Up() bool {
	return !slices.ContainsFunc(k.Pieces, func(p *piece.Piece) bool { return p.Hung == "" })
}

func (c *cards) write(k *Card) {
	var titles []string
	for i, p := range k.Pieces {
		t := p.Label
		if i > 0 {
			t = words.Small(t)
		}
		titles = append(titles, t)
	}
	k.Title = words.List(titles)
	k.Where = c.where(k.Pieces)
	if len(k.Pieces) > 1 {
		k.Steps = append(k.Steps, fmt.Sprintf("It comes from the bench glued up as one: carry it by its longest piece, %s.", words.Small(longest(k.Pieces).Label)))
	}
	for _, p := range k.Pieces {
		if !p.Cap {
			c.piece(k, p)
		}
	}
	c.nails(k)
}

func longest(pieces []*piece.Piece) *piece.Piece {
	return slices.MaxFunc(pieces, func(a, b *piece.Piece) int { return cmp.Compare(a.Length, b.Length) })
}

// where tells the walls it hangs on, and between which corners.
func (c *cards) where(pieces []*piece.Piece) string {
	first, last := pieces[0], pieces[len(pieces)-1]
	if first.Set != "" {
		return c.room.WallTitle(first.Wall)
	}
	var walls []string
	for _, p := range pieces {
		if w := c.room.WallTitle(p.Wall); !slices.Contains(walls, w) {
			walls = append(walls, w)
		}
	}
	out := words.List(walls)
	if first.Left.Letter != "" && last.Right.Letter != "" && first.Left.Letter != last.Right.Letter {
		out += fmt.Sprintf(", %s to %s", first.Left.Letter, last.Right.Letter)
	}
	return out
}

// holds tells whether the piece across an end goes up as one with this one.
func (k *Card) holds(id string) bool {
	return slices.ContainsFunc(k.Pieces, func(p *piece.Piece) bool { return p.ID == id })
}

// looseLast is how much of a piece stays without nails near a joint that is still open.
const looseLast = 8 * measure.Inch

// piece writes what is done with one piece.
func (c *cards) piece(k *Card, p *piece.Piece) {
	if t := c.runs[p.Run]; t == nil {
		c.other(k, p)
		return
	}
	unit := c.room.Job.Unit
	for _, hand := range piece.Hands {
		e := p.End(hand)
		if k.holds(e.Meets) {
			continue
		}
		if e.Joint == piece.Cope && c.byID[e.Meets] != nil {
			k.Steps = append(k.Steps, fmt.Sprintf("Line the coped %s end with a thin bead; what squeezes out is wiped off.", hand))
		}
	}
	k.Steps = append(k.Steps, c.going(k, p).Laps(p)...)
	k.Steps = append(k.Steps, c.home(k, p)...)
	if long := max(0, p.Left.Allowance) + max(0, p.Right.Allowance); long > 0 {
		k.Steps = append(k.Steps, fmt.Sprintf("It was cut %s long: one nail at each end first, then press the middle in, which shuts both ends.", long.In(unit)))
	}
	c.open(k, p)
	c.look(k, p)
}

func (c *cards) called(id string) string {
	if p := c.byID[id]; p != nil {
		return words.Small(p.Label)
	}
	return "its mate"
}

// Going is how a piece goes up: what the pieces across its ends are called, which of them are glued to it already, and who puts it up.
type Going struct {
	Called  func(piece string) string
	With    func(piece string) bool // it goes up as one with this one
	Ceiling bool
	Alone   bool
}

// Up tells which end of a piece goes home first and against what, for one person alone and for two.
func (g Going) Up(p *piece.Piece) []string {
	var coped, rests []joint.Hand
	for _, hand := range piece.Hands {
		switch e := p.End(hand); {
		case e.Joint == piece.Cope && !g.With(e.Meets):
			coped = append(coped, hand)
		case (e.Joint == piece.Square || e.Joint == piece.Butt) && (e.Corner != "" || e.Against != ""):
			rests = append(rests, hand)
		}
	}
	switch {
	case len(coped) == 2:
		return []string{fmt.Sprintf("Bow it in: both copes home together, against %s and %s, then press the middle until it snaps in.", g.Called(p.Left.Meets),
			g.Called(p.Right.Meets))}
	case len(coped) == 1:
		against := g.Called(p.End(coped[0]).Meets)
		if g.Ceiling && g.Alone && len(rests) == 1 {
			return []string{fmt.Sprintf("Rest the square %s end on the nail.", rests[0]), fmt.Sprintf("Bring the coped %s end home first, against %s; then the %s end.",
				coped[0], against, rests[0])}
		}
		out := []string{fmt.Sprintf("Bring the coped %s end home first, against %s.", coped[0], against)}
		if g.Ceiling && !g.Alone {
			out = append(out, "One holds the far end up and level until the cope is shut.")
		}
		return out
	case g.Ceiling && g.Alone && len(rests) > 0:
		return []string{fmt.Sprintf("Rest the %s end on the nail and bring the other up to the line.", rests[0])}
	case len(rests) == 2:
		return []string{"Square at both ends: it goes up before what is coped into it."}
	}
	return nil
}

// Laps tells of the scarfs by which a piece lies over others.
func (g Going) Laps(p *piece.Piece) (out []string) {
	for _, hand := range piece.Hands {
		if e := p.End(hand); e.Joint == piece.Scarf && e.ToldTo == piece.ToShort {
			out = append(out, fmt.Sprintf("Glue the scarf at its %s end and lap it over %s.", hand, g.Called(e.Meets)))
		}
	}
	return out
}

// home tells which end goes home first, and what it gives way to that is not up.
func (c *cards) home(k *Card, p *piece.Piece) []string {
	for _, hand := range piece.Hands {
		e := p.End(hand)
		if mate := c.byID[e.Meets]; e.Joint == piece.Cope && !k.holds(e.Meets) && mate != nil && mate.Hung == "" {
			k.Waits = append(k.Waits, mate.ID)
		}
	}
	return c.going(k, p).Up(p)
}

func (c *cards) going(k *Card, p *piece.Piece) Going {
	return Going{c.called, k.holds, c.runs[p.Run].Level == job.Ceiling, c.alone}
}

// open tells which ends stay loose until their mates are tried.
func (c *cards) open(k *Card, p *piece.Piece) {
	unit := c.room.Job.Unit
	for _, hand := range piece.Hands {
		e := p.End(hand)
		mate := c.byID[e.Meets]
		if e.Joint != piece.Mitre || mate == nil || k.holds(mate.ID) || e.Corner == "" {
			continue
		}
		at := "its " + string(hand) + " end"
		if e.Letter != "" {
			at = e.Letter
		}
		inside := ""
		if e.Side == job.Inside {
			inside = " A thin shim behind an inside mitre holds it shut."
		}
		if mate.Hung == "" {
			k.Steps = append(k.Steps, fmt.Sprintf("Leave the last %s before %s loose until %s is tried.%s", looseLast.In(unit), at, words.Small(mate.Label), inside))
			continue
		}
		k.Steps = append(k.Steps, fmt.Sprintf("At %s try it against %s, then glue, close, pin through the face and nail both.%s", at,
			words.Small(mate.Label), inside))
	}
}

// look is what to check before the last nails are driven.
func (c *cards) look(k *Card, p *piece.Piece) {
	t := c.runs[p.Run]
	check := func(s string) {
		if !slices.Contains(k.Checks, s) {
			k.Checks = append(k.Checks, s)
		}
	}
	for _, hand := range piece.Hands {
		if e := p.End(hand); e.Joint == piece.Cope || e.Joint == piece.Mitre {
			if e.Letter != "" {
				check("The seam at " + e.Letter + " shut, top and bottom.")
			}
		}
	}
	switch t.Level {
	case job.Ceiling:
		check("Its bottom edge on the line all along, the line just seen.")
	case job.Rail:
		check("Level with its mates at both ends.")
	default:
		if t.Moulding.Is().Last {
			check("Down on the floor, and pinned to the base only.")
		} else {
			check("Down on the floor all along; its top in line with its mates.")
		}
	}
}

// other writes what is done with a piece of a set or of an odd place.
func (c *cards) other(k *Card, p *piece.Piece) {
	if p.How != "" {
		k.Steps = append(k.Steps, p.How)
	}
	switch {
	case p.Part == sets.LeftLeg || p.Part == sets.RightLeg || p.Part == sets.Head || p.Part == sets.Sill:
		k.Checks = append(k.Checks, "The reveal the same all along.")
	case p.Odd != "":
		k.Steps = append(k.Steps, "It goes up as its place says: look at it under Odd places.")
	}
}

// nails puts those that are alike together.
func (c *cards) nails(k *Card) {
	type like struct {
		length    measure.Length
		kind, row string
	}
	at := map[like]int{}
	for _, p := range k.Pieces {
		for _, n := range c.fix.Of(p.ID) {
			key := like{n.Length, n.Kind, n.Row}
			i, there := at[key]
			if !there {
				i = len(k.Nails)
				at[key] = i
				k.Nails = append(k.Nails, Batch{Length: n.Length, Kind: n.Kind, Row: n.Row})
			}
			b := &k.Nails[i]
			b.Count++
			if !slices.Contains(b.Into, n.Into) {
				b.Into = append(b.Into, n.Into)
			}
		}
	}
	for i := range k.Nails {
		k.Nails[i].Text = k.Nails[i].said()
	}
	slices.SortStableFunc(k.Nails, func(a, b Batch) int { return cmp.Compare(b.Length, a.Length) })
}

var intoNames = map[Into]string{InStud: "studs", InJoist: "joists", InBacking: "the backing", InCorner: "the corner’s framing",
	InOpening: "the opening’s framing",
	InPiece:   "the piece behind"}

// said is where they go, in words.
func (b *Batch) said() string {
	if b.Row == Pin {
		return "brads through the joint"
	}
	var into []string
	for _, i := range b.Into {
		name := intoNames[i]
		switch {
		case i == InOpening && b.Row == Inner:
			name = "the jamb"
		case i == InOpening && b.Row == Down:
			name = "the sill"
		}
		into = append(into, name)
	}
	row := map[string]string{Low: "low", High: "high", Inner: "inner edge", Outer: "outer edge", Down: "down"}[b.Row]
	return strings.TrimSpace(row + ", into " + words.List(into))
}
