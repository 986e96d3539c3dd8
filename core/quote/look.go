package quote

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// Piece is a stretch of one moulding along a wall, or a part of a casing.
type Piece struct {
	Room, Wall string
	Length     measure.Length
}

// Count is how many joints of each kind there are.
type Count struct {
	Cope, Mitre, Outside, Scarf, Return, Butt int
}

// All joints together.
func (c Count) All() int { return c.Cope + c.Mitre + c.Outside + c.Scarf + c.Return + c.Butt }

func (c *Count) add(o Count) {
	c.Cope += o.Cope
	c.Mitre += o.Mitre
	c.Outside += o.Outside
	c.Scarf += o.Scarf
	c.Return += o.Return
	c.Butt += o.Butt
}

// Quantity is what one moulding comes to.
type Quantity struct {
	Moulding *job.Moulding
	Pieces   []Piece
	Length   measure.Length // running, openings taken out
	Joints   Count
	Sets     int // casings: two legs and a head each
	Rough    int // pieces whose length is only called out
	Rooms    int
}

// Look is everything a job comes to.
type Look struct {
	Mouldings []Quantity
	Rooms     []Room
	Joints    Count
	Length    measure.Length // of all mouldings
	Face      float64        // painted, in square metres
	Around    Around
	Bead      measure.Length // of caulk, along the edges that get one
	Holes     int            // of nails, by a quick count: two a stud
	Backing   measure.Length // under crown, along the joists, and furring beside tiles that reach it
	Walls     int
	Measured  int // of the walls, with a tape
}

// Room is how one room was counted.
type Room struct {
	ID              string
	Inside, Outside int
	Guessed         bool // the corners, from the number of walls
	Doors           int
	Perimeter       measure.Length
	Walls, Known    int
	Measured        int
	Hints           []string // what to mind here
}

// highCeiling is from where on crown is put up from a platform and is seen from
// well below.
const highCeiling = 9 * measure.Foot

// hints are what a quick look at a room calls for.
func hints(j *job.Job, r *job.Room, room Room) []string {
	var out []string
	crown, joists := false, false
	for _, k := range r.Runs {
		if m := j.Moulding(k.Moulding); m != nil && m.Is().Sprung {
			crown = true
		}
	}
	for _, w := range r.Walls {
		joists = joists || w.Joists
	}
	if crown && r.Look.Ceiling != nil && r.Look.Ceiling.Length >= highCeiling {
		out = append(out, fmt.Sprintf("Ceiling at %s: crown goes up from a platform, or one person to a ladder and nothing overhead unsecured. Laid flatter, its "+
			"face is seen from below.", r.Look.Ceiling.Length.In(j.Unit)))
	}
	if crown && !joists && room.Known > 0 {
		out = append(out, "No wall is ticked for joists running along it: such a wall has nothing above the crown to nail into and needs backing.")
	}
	if room.Known > 0 && room.Known < room.Walls {
		out = append(out, fmt.Sprintf("%d of %d walls have a length: the others are not counted.", room.Known, room.Walls))
	}
	return out
}

// Take counts a job.
func Take(j *job.Job) Look {
	var out Look
	at := map[string]int{}
	for i := range j.Mouldings {
		at[j.Mouldings[i].ID] = i
	}
	qs := make([]Quantity, len(j.Mouldings))
	for i := range j.Mouldings {
		qs[i].Moulding = &j.Mouldings[i]
	}
	for i := range j.Rooms {
		r := &j.Rooms[i]
		room := countRoom(j, r)
		room.Hints = hints(j, r, room)
		out.Rooms = append(out.Rooms, room)
		out.Walls += room.Walls
		out.Measured += room.Measured
		out.around(j, r, func(m *job.Moulding) *Quantity { return &qs[at[m.ID]] })
		for _, run := range r.Runs {
			q := &qs[at[run.Moulding]]
			q.take(j, r, run, room)
			if q.Moulding.Is().Sprung {
				m := survey.Reduce(j, r)
				for k, w := range r.Walls {
					l, _, ok := m.Bought(k, run.Level)
					if ok && w.Joists {
						out.Backing += l
					}
					if ok && tiled(r, &w, q.Moulding) {
						out.Backing += l
					}
				}
			}
		}
	}
	for _, q := range qs {
		if len(q.Pieces) == 0 {
			continue
		}
		out.Mouldings = append(out.Mouldings, q)
		out.Joints.add(q.Joints)
		out.Length += q.Length
		out.Bead += q.Length * measure.Length(q.Moulding.Is().Beads)
		for _, p := range q.Pieces {
			out.Holes += 2 * (int(p.Length/studBay) + 2)
		}
		out.Face += q.Length.Millimetres() / 1000 * faceWidth(q.Moulding).Millimetres() / 1000
	}
	return out
}

// tiled tells whether a wall's tiles reach its crown, as far as a quick look knows.
func tiled(r *job.Room, w *job.Wall, m *job.Moulding) bool {
	for _, ceiling := range []*job.Entry{w.CeilingLeft, w.CeilingRight, r.Look.Ceiling} {
		if ceiling != nil {
			return w.TilesReach(ceiling.Length-m.Tall(), true)
		}
	}
	return w.TilesReach(0, false)
}

// studBay is from stud to stud in most houses.
const studBay = 16 * measure.Inch

// faceWidth is how much of a moulding is painted across: its face and its top as drawn. A crown's face is taken as straight from foot to
// foot until its section is known.
func faceWidth(m *job.Moulding) measure.Length {
	if m.Drawn() {
		face, top := m.Profile().Seen()
		return face + top
	}
	if m.Is().Sprung {
		return measure.FromInches(math.Hypot(m.Height.Length.Inches(), m.Thickness.Length.Inches()))
	}
	return m.Height.Length + m.Thickness.Length // the top edge is seen
}

// countRoom takes the corners as they stand once every wall is measured, before
// that as they were counted, and else as many outside ones as a room of square
// corners with so many walls must have.
func countRoom(j *job.Job, r *job.Room) Room {
	out := Room{ID: r.ID, Walls: len(r.Walls), Doors: r.Look.Doors}
	m := survey.Reduce(j, r)
	for i := range r.Walls {
		if l, rough, ok := m.Bought(i, job.Floor); ok {
			out.Known++
			out.Perimeter += l
			if !rough {
				out.Measured++
			}
		}
	}
	if len(r.Openings) > 0 {
		out.Doors = 0
		for i := range r.Openings {
			if r.Openings[i].Cased() {
				out.Doors++
			}
		}
	}
	inside, outside := 0, 0
	for i, c := range r.Corners {
		if !r.Joined(i) {
			continue
		}
		if c.Kind == job.Outside {
			outside++
		} else {
			inside++
		}
	}
	n := inside + outside
	switch {
	case out.Measured == len(r.Walls) && n > 0 || outside > 0 && r.Look.Outside == nil:
		out.Inside, out.Outside = inside, outside
	case r.Look.Inside != nil || r.Look.Outside != nil:
		switch {
		case r.Look.Inside == nil:
			out.Outside = *r.Look.Outside
			out.Inside = max(0, n-out.Outside)
		case r.Look.Outside == nil:
			out.Inside = *r.Look.Inside
			out.Outside = max(0, n-out.Inside)
		default:
			out.Inside, out.Outside = *r.Look.Inside, *r.Look.Outside
		}
	default:
		out.Guessed = true
		if r.Closed && n > 4 {
			out.Outside = (n - 4) / 2
		}
		out.Inside = n - out.Outside
	}
	return out
}

func (q *Quantity) take(j *job.Job, r *job.Room, run job.Run, room Room) {
	before := len(q.Pieces)
	switch kind := q.Moulding.Is(); {
	case !kind.Laid:
		q.walls(j, r, run, room)
	case kind.Code == job.KindCasing && len(r.Openings) == 0: // only counted
		for range room.Doors {
			q.Rough += 3
			q.add(r.ID, j.Doors.Height.Length, j.Doors.Height.Length, j.Doors.Width.Length)
			q.Sets++
		}
	}
	if len(q.Pieces) > before {
		q.Rooms++
	}
}

// add takes pieces around an opening.
func (q *Quantity) add(room string, lengths ...measure.Length) {
	for _, l := range lengths {
		q.Pieces = append(q.Pieces, Piece{Room: room, Length: l})
		q.Length += l
	}
}

// Around is how many there are of what goes around openings.
type Around struct{ Sets, Stools, Bands, Built, Plinths int }

// around takes what goes around the openings of a room, on each face of the wall that gets it: of each stick its long points.
func (l *Look) around(j *job.Job, r *job.Room, of func(*job.Moulding) *Quantity) {
	seen := map[*Quantity]bool{}
	for i := range r.Openings {
		o := &r.Openings[i]
		a := j.Around(r, o)
		if a == nil {
			continue
		}
		faces := 1
		if o.Faces == "both" {
			faces = 2
		}
		take := func(m *job.Moulding, lengths ...measure.Length) {
			q := of(m)
			if !seen[q] {
				seen[q] = true
				q.Rooms++
			}
			for range faces {
				q.add(r.ID, lengths...)
			}
			if o.Head == nil && m == a.Casing {
				q.Rough += 3
			}
		}
		width, height := o.Width.Length, j.Doors.Height.Length
		if o.ToJamb() {
			width += 2 * a.Off()
		}
		if o.Head != nil {
			height = o.Head.Length - a.Comes - a.Block + a.Reveal + a.Head.Height.Length
		}
		of(a.Casing).Sets += faces
		l.Around.Sets += faces
		take(a.Casing, height, height)
		take(a.Head, width)
		if a.School == job.HeadPicture {
			take(a.Head, width)
		}
		if a.Band != nil {
			l.Around.Bands += faces
			band := []measure.Length{height + a.Band.Height.Length, height + a.Band.Height.Length, width}
			if a.School == job.HeadPicture {
				band = append(band, width)
			}
			take(a.Band, band...)
		}
		if a.Plinth != nil {
			l.Around.Plinths += faces
			take(a.Plinth, a.Block, a.Block)
		}
		if a.Stool != nil {
			l.Around.Stools += faces
			take(a.Stool, width+2*a.Horn)
		}
		if a.Apron != nil {
			take(a.Apron, width)
		}
		if a.School == job.HeadBuilt {
			l.Around.Built += faces
			if a.Fillet != nil {
				take(a.Fillet, width+2*(a.Overhang+a.FilletOver))
			}
			if a.Capped != nil {
				take(a.Capped, width+2*(a.Overhang+2*a.Capped.Thickness.Length+a.Head.Thickness.Length))
			}
		}
	}
}

// walls takes a piece for each wall, or for each stretch of one between its
// openings. Doors that were only counted are taken out of the longest walls.
func (q *Quantity) walls(j *job.Job, r *job.Room, run job.Run, room Room) {
	var pieces []Piece
	over := run.Level == job.Ceiling // passes over doors
	m := survey.Reduce(j, r)
	filled := map[int]bool{}
	for _, i := range r.Over(&run) {
		w := r.Walls[i]
		length, rough, ok := m.Bought(i, run.Level)
		if !ok {
			continue
		}
		if rough {
			q.Rough++
		}
		at := measure.Length(0)
		for _, o := range j.Stood(r).Openings {
			if o.Wall != w.ID || !o.Breaks(run.Level) {
				continue
			}
			if o.From.Length < q.Moulding.Out() { // it fills the corner: what comes there ends against it
				filled[(i+len(r.Walls)-1)%len(r.Walls)] = true
			}
			if length-o.From.Length-o.Width.Length < q.Moulding.Out() {
				filled[i] = true
			}
			if o.From.Length > at {
				pieces = append(pieces, Piece{r.ID, w.ID, min(o.From.Length, length) - at})
			}
			at = max(at, o.From.Length+o.Width.Length)
			q.Joints.Butt += 2
		}
		if length > at {
			pieces = append(pieces, Piece{r.ID, w.ID, length - at})
		}
	}
	if !over && len(r.Openings) == 0 {
		for range r.Look.Doors {
			i := longestOf(pieces)
			if i < 0 || pieces[i].Length <= j.Doors.Width.Length {
				break
			}
			pieces[i].Length -= j.Doors.Width.Length
			q.Joints.Butt += 2
		}
	}
	if room.Known > 0 {
		inside, outside := corners(r, &run, room, filled)
		switch q.Moulding.Joint(j.Rules, !q.Moulding.Drawn() || q.Moulding.Profile().Cope().OK) {
		case job.InsideMitre:
			q.Joints.Mitre += inside
		case job.InsideButt:
			q.Joints.Butt += inside
		default:
			q.Joints.Cope += inside
		}
		q.Joints.Outside += outside
		q.Joints.Return += r.Look.Returns
	}
	for _, p := range pieces {
		q.Length += p.Length
		q.Joints.Scarf += scarfs(j, q.Moulding, p.Length)
	}
	q.Pieces = append(q.Pieces, pieces...)
}

// corners are those that a run turns: all of the room's, or those within its stretch, but for inside ones that something fills.
func corners(r *job.Room, run *job.Run, room Room, filled map[int]bool) (inside, outside int) {
	if run.Whole() {
		inside, outside = room.Inside, room.Outside
		for at := range filled {
			if r.Joined(at) && r.Corners[at].Kind == job.Inside {
				inside--
			}
		}
		return max(0, inside), outside
	}
	over := r.Over(run)
	for n := 1; n < len(over); n++ {
		switch at := over[n-1]; {
		case r.Corners[at].Kind == job.Outside:
			outside++
		case !filled[at]:
			inside++
		}
	}
	return inside, outside
}

func longestOf(pieces []Piece) int {
	if len(pieces) == 0 {
		return -1
	}
	at := 0
	for i := range pieces {
		if pieces[i].Length > pieces[at].Length {
			at = i
		}
	}
	return at
}

// scarfs is how many joints make a wall longer than the longest stick: each part
// but the last gives up its overlap.
func scarfs(j *job.Job, m *job.Moulding, l measure.Length) int {
	longest := longestStick(j, m)
	if longest <= 0 || l <= longest {
		return 0
	}
	part := longest - overlap(j, m)
	if part <= 0 {
		return 0
	}
	return int((l - longest + part - 1) / part)
}

func longestStick(j *job.Job, m *job.Moulding) measure.Length {
	if len(m.Sticks) == 0 {
		return 0
	}
	s := slices.MaxFunc(m.Sticks, func(a, b job.Stick) int { return cmp.Compare(a.Length, b.Length) })
	return s.Length - 2*j.Cutting.EndTrim.Length
}

// overlap is how much further than its back a scarfed part reaches: thickness ×
// the tangent of the scarf's angle.
func overlap(j *job.Job, m *job.Moulding) measure.Length {
	return m.Out().Times(math.Abs(joint.ScarfEnd(j.Rules.Scarf, true).Slope()))
}
