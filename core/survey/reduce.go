package survey

import (
	"cmp"
	"math"
	"slices"

	"gnomon/core/detail"
	"gnomon/core/job"
	"gnomon/core/measure"
)

// Measures is a room's measurements reduced to what the plan is made from: each
// wall's length between its corner lines and each corner's own angle, at each
// level.
type Measures struct {
	job  *job.Job
	room *job.Room
}

// Reduce prepares a room's measurements. The room must be the job's.
// Openings are taken as they will stand for what runs along the walls.
func Reduce(j *job.Job, r *job.Room) Measures { return Measures{j, j.Stood(r)} }

// Levels are all levels, from below.
var Levels = []job.Level{job.Floor, job.Rail, job.Ceiling}

// near is the order in which levels stand in for one another.
var near = map[job.Level][]job.Level{
	job.Floor:   {job.Floor, job.Rail, job.Ceiling},
	job.Rail:    {job.Rail, job.Floor, job.Ceiling},
	job.Ceiling: {job.Ceiling, job.Rail, job.Floor},
}

// Length is a wall's length between its corner lines.
type Length struct {
	Length measure.Length
	Level  job.Level      // where it was measured
	Count  int            // how many readings of the whole wall it is taken from
	Spread measure.Length // between the least and the most of those that count
	Apart  bool           // they are further apart than the tools explain, and it is the longest of them
}

// Wall is the length of the wall at index i, taken at the level or else at the
// nearest one.
func (m Measures) Wall(i int, l job.Level) (Length, bool) {
	for _, at := range near[l] {
		if v, ok := m.WallAt(i, at); ok {
			return v, true
		}
	}
	return Length{}, false
}

// WallAt is the wall's length as measured at the level itself: what its readings of the whole
// settle on, or the sum of its parts.
func (m Measures) WallAt(i int, l job.Level) (Length, bool) {
	var whole []job.WallLength
	for _, t := range m.room.Walls[i].Lengths {
		if t.Level == l && !t.Part() {
			whole = append(whole, t)
		}
	}
	if len(whole) > 0 {
		out := m.settle(i, whole)
		out.Level = l
		return out, true
	}
	sum, _, ok := m.parts(i, l)
	return sum, ok
}

// settle takes one length from several readings of a wall.
func (m Measures) settle(i int, all []job.WallLength) Length {
	var read []measure.Length
	for _, kept := range []bool{true, false} {
		for _, t := range all {
			if len(all) == 1 || t.Kept || !kept {
				read = append(read, m.between(i, t))
			}
		}
		if len(read) > 0 {
			break
		}
	}
	out := Settle(read, m.job.Tools.Tape.Length)
	out.Count = len(all)
	return out
}

// Settle takes one length from several readings of the same thing: their median, of an even
// number the middle of the two in the middle, as long as the tools explain how far what that
// rests on is apart. Where they do not, one of the readings is wrong and so is anything
// between them: the longest is taken, which can be cut down, and Apart says so. Where some
// were looked at again and kept, give only those.
func Settle(read []measure.Length, tape measure.Length) Length {
	slices.Sort(read)
	n := len(read)
	disagree := func(a, b measure.Length) bool { // by more than 2.5 of their deviations together
		return (a - b).Abs().Inches() > apart*math.Hypot(TapeSigma(a, tape).Inches(), TapeSigma(b, tape).Inches())
	}
	out := Length{Length: (read[(n-1)/2] + read[n/2]) / 2, Count: n, Spread: read[n-1] - read[0]}
	switch {
	case n == 1:
	case n%2 == 0:
		out.Apart = disagree(read[n/2-1], read[n/2])
	default: // another must bear the middle one out
		out.Apart = disagree(read[n/2-1], read[n/2]) && disagree(read[n/2], read[n/2+1])
	}
	if out.Apart {
		out.Length = read[n-1]
	}
	return out
}

// Bought is a wall's length for buying and pricing: as measured at the level or the
// nearest, or else the rough one.
func (m Measures) Bought(i int, l job.Level) (length measure.Length, rough, known bool) {
	if v, ok := m.Wall(i, l); ok {
		return v.Length, false, true
	}
	if e := m.room.Walls[i].Rough; e != nil {
		return e.Length, true, true
	}
	return 0, true, false
}

// between is a reading brought to the corner lines and to casings' outer edges: past the
// face of a moulding already hung by t/sin θ, past the start of a curve by R·tan(δ/2), past a
// plinth by what that overhangs its casing, past a scrap by its length; short of a jamb by what
// stands around it.
func (m Measures) between(i int, t job.WallLength) measure.Length {
	return t.Length() - m.lean(t) + m.stand(i, false, t.Left, t.Faces.Left, t) + m.stand(i, true, t.Right, t.Faces.Right, t)
}

// lean is by how much a reading is too long by who read it, where the shop has learned that.
func (m Measures) lean(t job.WallLength) measure.Length {
	if p := m.job.PersonNamed(t.By); p != nil {
		return p.Reads.Off(t.Length())
	}
	return 0
}

func (m Measures) stand(i int, right bool, s job.Stand, face *job.Entry, t job.WallLength) measure.Length {
	k, l := m.room.CornerAt(i, right), t.Level
	switch {
	case s == job.AtPlinth || s == job.AtJamb || s == job.AtScrap:
		from, to := m.ends(m.room.Walls[i].ID, t)
		at := from
		if right {
			at = to
		}
		o := m.room.Opening(at.opening)
		switch {
		case o == nil:
		case s == job.AtJamb:
			return -o.JambOff()
		case s == job.AtPlinth:
			return o.Overhang()
		case face != nil && l == job.Floor: // it was held against the plinth, where there is one
			return face.Length + o.Overhang()
		case face != nil:
			return face.Length
		}
	case s == job.AtFace:
		theta := measure.Angle(90)
		if k >= 0 {
			if c, ok := m.Corner(k, l); ok && c.Usable {
				theta = c.Theta
			}
		}
		return m.hung(face, l).Times(1 / theta.Sin())
	case s == job.AtRound && k >= 0:
		if c, ok := m.Corner(k, l); ok && c.Usable {
			if r, ok := Radius(m.room.Corners[k].CornerFacts); ok {
				return r.Times(((180 - c.Theta) / 2).Tan())
			}
		}
	}
	return 0
}

// hung is how far the moulding stands out that hangs already: as told, or that of
// the room's run at the level.
func (m Measures) hung(face *job.Entry, l job.Level) measure.Length {
	if face != nil {
		return face.Length
	}
	for _, k := range m.room.Runs {
		if k.Level == l {
			return m.job.Moulding(k.Moulding).Out()
		}
	}
	return 0
}

// Radius is that of a rounded corner: as measured, or from a chord c across the
// curve and the depth d behind its middle, (c²/4 + d²)/2d.
func Radius(c job.CornerFacts) (measure.Length, bool) {
	if c.Radius != nil {
		return c.Radius.Length, true
	}
	if c.Chord == nil || c.Depth == nil || c.Depth.Length == 0 {
		return 0, false
	}
	return measure.Length(math.Round(detail.Radius(float64(c.Chord.Length), float64(c.Depth.Length)))), true
}

// edges names where an opening begins and ends along its wall.
type edge struct {
	opening string // none for the wall's own ends
	right   bool
}

func (m Measures) ends(w string, t job.WallLength) (from, to edge) {
	from, to = edge{right: false}, edge{right: true}
	if t.Left.Opening() {
		from = edge{m.opening(w, t.From, true), true}
	}
	if t.Right.Opening() {
		to = edge{m.opening(w, t.To, false), false}
	}
	return from, to
}

// opening is the one meant: the one named, or the wall's last for a left end and
// its first for a right end.
func (m Measures) opening(w, id string, last bool) string {
	found := id
	for _, o := range m.room.Openings {
		if o.Wall == w && id == "" && (found == "" || last) {
			found = o.ID
		}
	}
	return found
}

// Clear is a piece of wall between two openings' casings or an opening's and a corner, as it
// was measured by itself: "" is the wall's end. ok is false where it was not.
func (m Measures) Clear(i int, l job.Level, from, to string) (Length, bool) {
	for _, at := range near[l] {
		for _, p := range m.stretches(i, at) {
			if p.from == (edge{from, from != ""}) && p.to == (edge{to, to == ""}) {
				return p.Length, true
			}
		}
	}
	return Length{}, false
}

// Part is a stretch of a wall between two openings, or an opening and a corner, as it was
// measured by itself.
type Part struct {
	Length
	Readings []job.WallLength
	from, to edge
}

// stretches are the parts of a wall that were measured by themselves at a level, in the order
// in which they were first read.
func (m Measures) stretches(i int, l job.Level) []Part {
	var out []Part
	for _, t := range m.room.Walls[i].Lengths {
		if t.Level != l || !t.Part() {
			continue
		}
		from, to := m.ends(m.room.Walls[i].ID, t)
		at := slices.IndexFunc(out, func(p Part) bool { return p.from == from && p.to == to })
		if at < 0 {
			at = len(out)
			out = append(out, Part{from: from, to: to})
		}
		out[at].Readings = append(out[at].Readings, t)
	}
	for k := range out {
		out[k].Length = m.settle(i, out[k].Readings)
		out[k].Level = l
	}
	return out
}

// PartsApart are the stretches of a wall whose readings at a level are further apart than the
// tools explain.
func (m Measures) PartsApart(i int, l job.Level) []Part {
	return slices.DeleteFunc(m.stretches(i, l), func(p Part) bool { return !p.Apart })
}

// parts adds a wall up from what was measured around its openings: what lies
// between them, and their widths. Where an opening begins counts as measured from
// the wall's left end. It also gives the reading that the sum hangs on.
func (m Measures) parts(i int, l job.Level) (sum Length, of job.WallLength, ok bool) {
	w := m.room.Walls[i]
	all := m.stretches(i, l)
	if len(all) == 0 {
		return Length{}, of, false
	}
	reach := map[edge]measure.Length{{}: 0}
	sum = Length{Level: l, Count: 1}
	more := true
	set := func(e edge, v measure.Length) {
		if was, had := reach[e]; !had || was != v {
			reach[e], more = v, true
		}
	}
	for round := 0; more && round < len(all)+2; round++ {
		more = false
		for _, o := range m.room.Openings {
			if o.Wall != w.ID {
				continue
			}
			if _, had := reach[edge{o.ID, false}]; !had {
				set(edge{o.ID, false}, o.From.Length)
			}
			set(edge{o.ID, true}, reach[edge{o.ID, false}]+o.Width.Length)
		}
		for _, p := range all {
			if at, known := reach[p.from]; known {
				set(p.to, at+p.Length.Length)
				of = p.Readings[len(p.Readings)-1]
				sum.Apart = sum.Apart || p.Apart
			}
		}
	}
	sum.Length, ok = reach[edge{"", true}]
	return sum, of, ok && of.ID != ""
}

// From is where an opening begins, from the wall's left end: as measured by itself,
// or as entered.
func (m Measures) From(i int, o job.Opening, l job.Level) measure.Length {
	if v, ok := m.Clear(i, l, "", o.ID); ok {
		return v.Length
	}
	return o.From.Length
}

// Cornered is a corner's own angle.
type Cornered struct {
	Theta  measure.Angle
	Usable bool // possible on its scale
	Level  job.Level
	Count  int
	Spread measure.Angle
	Taken  job.Reading // the reading nearest the median
}

// Corner is the corner at index i, read at the level or else at the nearest one.
func (m Measures) Corner(i int, l job.Level) (Cornered, bool) {
	for _, at := range near[l] {
		if v, ok := m.CornerAt(i, at); ok {
			return v, true
		}
	}
	return Cornered{}, false
}

// CornerAt is the corner as read at the level itself: the median of its readings,
// each on its own scale.
func (m Measures) CornerAt(i int, l job.Level) (Cornered, bool) {
	all, impossible := m.reads(i, l)
	out := Cornered{Level: l, Count: len(all) + len(impossible)}
	n := len(all)
	if n == 0 {
		if out.Count > 0 {
			out.Theta, out.Taken = impossible[0].theta, impossible[0].rd
		}
		return out, out.Count > 0
	}
	slices.SortStableFunc(all, func(a, b read) int { return cmp.Compare(a.theta, b.theta) })
	out.Theta, out.Usable, out.Taken = (all[(n-1)/2].theta+all[n/2].theta)/2, true, all[(n-1)/2].rd
	out.Spread = all[n-1].theta - all[0].theta
	return out, true
}

// read is a reading with the corner it makes.
type read struct {
	theta measure.Angle
	rd    job.Reading
}

// reads are the readings of a corner at a level, and those impossible on their
// scales.
func (m Measures) reads(i int, l job.Level) (all, impossible []read) {
	for _, rd := range m.room.Corners[i].Readings {
		if rd.Level != l {
			continue
		}
		theta, ok := Theta(rd.Angle, rd.Scale)
		if !ok {
			impossible = append(impossible, read{theta, rd})
			continue
		}
		all = append(all, read{theta, rd})
	}
	return all, impossible
}

// ReadingSigma is the deviation of one reading: on the mitre scale half the corner
// is read, so it carries twice its own.
func (m Measures) ReadingSigma(s job.Scale) measure.Angle {
	if s == job.ScaleMitre {
		return 2 * m.job.Tools.Reading
	}
	return m.job.Tools.Reading
}

// apart is how many deviations two readings of one thing may differ by.
const apart = 2.5

// Differ tells whether readings of one corner differ by more than their own
// deviations allow.
func (m Measures) Differ(i int, l job.Level) bool {
	all, _ := m.reads(i, l)
	for k, a := range all {
		for _, b := range all[:k] {
			if float64((a.theta - b.theta).Abs()) > apart*math.Hypot(float64(m.ReadingSigma(a.rd.Scale)), float64(m.ReadingSigma(b.rd.Scale))) {
				return true
			}
		}
	}
	return false
}

// LengthsDiffer tells whether readings of one wall differ by more than their own
// deviations allow, its parts taken together among them, and by how much.
func (m Measures) LengthsDiffer(i int, l job.Level) (by measure.Length, differ bool) {
	tapes := m.tapes(i, l)
	for k, a := range tapes {
		for _, b := range tapes[:k] {
			d := (a.Length - b.Length).Abs()
			by = max(by, d)
			differ = differ || d.Inches() > apart*math.Hypot(a.Sigma.Inches(), b.Sigma.Inches())
		}
	}
	return by, differ
}

// tape is a length read as told, which comes to value.
func (m Measures) tape(id string, as job.Entry, value measure.Length) Tape {
	return Tape{ID: id, Length: value, Sigma: TapeSigma(value, m.job.Tools.Tape.Length),
		Others: func() []OtherLength { return OtherLengths(as, m.job.Unit, as.Length-value) }}
}

// tapes are the readings of a wall at a level as observations.
func (m Measures) tapes(i int, l job.Level) []Tape {
	var out []Tape
	for _, t := range m.room.Walls[i].Lengths {
		if t.Level == l && !t.Part() {
			out = append(out, m.tape(t.ID, t.As, m.between(i, t)))
		}
	}
	if sum, of, ok := m.parts(i, l); ok {
		out = append(out, Tape{ID: of.ID, Length: sum.Length, Sigma: TapeSigma(sum.Length, 2*m.job.Tools.Tape.Length)})
	}
	return out
}

// borrowed is how much worse than its own a reading is that was taken at another
// level.
const borrowed = 2

// Room is the room at a level, ready to be checked. Lengths must be of the level
// itself; corners read at another level alone stand in with twice the deviation.
func (m Measures) Room(l job.Level) Room {
	r := Room{Closed: m.room.Closed, Tape: m.job.Tools.Tape.Length}
	for i := range m.room.Walls {
		r.Walls = append(r.Walls, m.tapes(i, l))
		t := Turned{ID: m.room.Corners[i].ID}
		if c, ok := m.Corner(i, l); ok && c.Usable && m.room.Joined(i) {
			kind := m.room.Corners[i].Kind
			t.Known, t.Turn, t.Sigma = true, Turn(c.Theta, kind), m.ReadingSigma(c.Taken.Scale)
			if c.Level != l {
				t.Sigma *= borrowed
			}
			t.Others = func() []OtherTurn { return OtherTurns(kind, c.Taken.Angle, c.Taken.Scale) }
		}
		r.Turns = append(r.Turns, t)
	}
	for _, d := range m.room.Diagonals {
		from, ok1 := m.room.Point(d.From)
		to, ok2 := m.room.Point(d.To)
		if d.Level == l && ok1 && ok2 && from != to {
			r.Diagonals = append(r.Diagonals, Diagonal{from, to, m.tape(d.ID, d.As, d.Length())})
		}
	}
	return r
}

// Measured tells whether anything was measured at a level.
func (m Measures) Measured(l job.Level) bool {
	for _, w := range m.room.Walls {
		if slices.ContainsFunc(w.Lengths, func(t job.WallLength) bool { return t.Level == l }) {
			return true
		}
	}
	return false
}
