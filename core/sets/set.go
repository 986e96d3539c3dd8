package sets

import (
	"fmt"

	"gnomon/core/casing"
	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/opening"
	"gnomon/core/piece"
	"gnomon/core/saw"
	"gnomon/core/words"
)

// Parts of a set.
const (
	LeftLeg     = "left"
	Head        = "head"
	RightLeg    = "right"
	Sill        = "sill"
	Band        = "band-" // before the name of what it goes along
	LeftPlinth  = "plinth-left"
	RightPlinth = "plinth-right"
	Stool       = "stool"
	Apron       = "apron"
	Fillet      = "fillet"
	Cap         = "cap"
	CapLeft     = "cap-left"
	CapRight    = "cap-right"
)

var partNames = map[string]string{LeftLeg: "left leg", Head: "head", RightLeg: "right leg", Sill: "sill", Band + LeftLeg: "band left", Band + Head: "band head",
	Band + RightLeg: "band right", Band + Sill: "band sill", LeftPlinth: "left plinth", RightPlinth: "right plinth", Stool: "stool", Apron: "apron",
	Fillet: "fillet", Cap: "head crown", CapLeft: "head crown, left return", CapRight: "head crown, right return"}

// howItGoesUp tells what to mind when a part goes up.
var howItGoesUp = map[string]string{
	Stool:       "First of its window: scribed, level, its front parallel to the wall.",
	LeftPlinth:  "Its inner edge flush with the casing's to come, at the reveal.",
	RightPlinth: "Its inner edge flush with the casing's to come, at the reveal.",
	LeftLeg:     "Inner edge at the reveal, all the way up; nail that edge to the jamb first, the outer one once the head fits.",
	RightLeg:    "Inner edge at the reveal, all the way up; nail that edge to the jamb first, the outer one once the head fits.",
	Head:        "Work it down until both its joints close, and watch that it stays parallel to the jamb.",
	Sill:        "Last of its frame: both its mitres are tried before it is nailed.",
	Apron:       "Under the stool, its ends in line with the casings' outer edges.",
}

// Joint is where two pieces of a set meet: at a corner of the opening, as one faces it.
type Joint struct {
	At    casing.At
	First string // of the two pieces, as the hands of a clock go
	Then  string
	Ends  [2]*piece.End
	Mitre bool
	Angle measure.Angle // inside the corner
	Sigma measure.Angle
	Width measure.Length // of what is mitred
	Fit   *fit.Expected  // how it will close; nil where that cannot be told
}

// Set is what goes around an opening on one face of its wall.
type Set struct {
	Room     string
	Opening  string
	Wall     string
	Title    string
	Far      bool
	School   string
	Reveal   measure.Length
	Pieces   []*piece.Piece // in the order to hang
	Joints   []Joint
	Measured *opening.Measured
	Around   *job.Around
	Given    casing.Set // what its sticks are worked out from; of the far face mirrored
	Worked   casing.Worked
	Lines    []string // in sentences, what else is to know
	Findings finding.List
}

// room is what sets of a room are made with.
type room struct {
	*job.Room
	job    *job.Job
	shapes *piece.Shapes
	laid   map[string]*piece.Shape // lying flat, whatever their kind
	first  map[string]string       // what is to be done first beside a side of an opening, by both
}

// Room makes the sets of a room, in the order of its openings. What is measured must be of the room as it was entered, not as
// its openings stand.
func Room(j *job.Job, r *job.Room, shapes *piece.Shapes, all []*opening.Measured) []*Set {
	in := &room{r, j, shapes, map[string]*piece.Shape{}, map[string]string{}}
	var out []*Set
	for _, m := range all {
		if m.Around == nil || !m.Height {
			continue
		}
		s := in.set(m, false)
		out = append(out, s)
		if m.Faces == "both" && len(s.Pieces) > 0 {
			far := in.set(m, true)
			far.Findings = nil // they are the same as on this face
			out = append(out, far)
		}
	}
	return out
}

// given is what a set's sticks are worked out from.
func given(m *opening.Measured, far bool) casing.Set {
	a := m.Around
	s := casing.Set{Opening: m.Lengths, Angles: m.Inside(), Reveal: a.Reveal.Inches(), Width: a.Casing.Height.Length.Inches(), Head: a.Head.Height.Length.Inches(),
		Drop: (a.Comes + a.Block).Inches()}
	switch a.School {
	case job.HeadOver, job.HeadBuilt:
		s.School, s.Overhang = casing.Over, a.Overhang.Inches()
	case job.HeadBetween:
		s.School = casing.Between
	case job.HeadPicture:
		s.School = casing.Picture
	default:
		s.School = casing.Mitred
	}
	if a.Band != nil {
		s.Band = &casing.Band{Lap: a.Lap.Inches(), Width: a.Band.Height.Length.Inches()}
	}
	if far {
		s.Opening, s.Angles = s.Mirrored(), s.Angles.Mirrored()
	}
	return s
}

// ID is the identity of a part of the set around an opening.
func ID(opening string, far bool, part string) string {
	if far {
		part = "far-" + part
	}
	return Prefix(opening) + "." + part
}

// Prefix begins the identity of every part of an opening's set. No run can be called so.
func Prefix(opening string) string { return "~" + opening }

func (r *room) set(m *opening.Measured, far bool) *Set {
	a := m.Around
	s := &Set{Room: r.ID, Opening: m.ID, Wall: m.Wall, Title: m.Title, Far: far, School: a.School, Reveal: a.Reveal, Measured: m, Around: a, Given: given(m, far)}
	if far {
		s.Title += ", far side"
	}
	s.Findings.Add(r.possible(m)...)
	w, err := s.Given.Work()
	if err != nil {
		s.Findings.Add(impossible(m, err))
		return s
	}
	s.Worked = w
	b := builder{room: r, set: s}
	b.stool()
	b.plinths()
	b.legs()
	b.builtHead()
	b.apron()
	b.bands()
	b.joints()
	if !far {
		for side, part := range map[string]string{job.JambLeft: LeftLeg, job.JambTop: Head, job.JambRight: RightLeg} {
			if do := r.first[m.ID+side]; b.of[part] != nil && do != "" {
				b.of[part].Work = append(b.of[part].Work, "First: "+words.Small(do))
			}
		}
	}
	return s
}

// builder makes the pieces of one set.
type builder struct {
	*room
	set *Set
	of  map[string]*piece.Piece
}

// faced is an end cut in the face of the wall.
func faced(across float64, meets, against string) piece.End {
	e := piece.End{Joint: piece.Mitre, ToldTo: piece.ToShort, Faced: true, Across: measure.Angle(across), Meets: meets, Against: against}
	if meets == "" || e.Across.Abs() < 30 {
		e.Joint = piece.Butt
	}
	switch {
	case e.Across.Abs() < slight:
		e.ToldTo = piece.ToEnd
	case e.Across < 0:
		e.ToldTo = piece.ToLong
	}
	return e
}

// slight is what shows at no end of what is a few inches wide.
const slight measure.Angle = 0.1

// shape is how a moulding lies for the set: flat, face up.
func (r *room) shape(m *job.Moulding) *piece.Shape {
	if r.laid[m.ID] == nil {
		s := *r.shapes.Of(m.ID)
		s.Laid = true
		r.laid[m.ID] = &s
	}
	return r.laid[m.ID]
}

// GluedOn tells whether a piece is glued to the one before it on the bench, and goes up with that: a return of an apron or of a small crown.
func GluedOn(p *piece.Piece) bool { return p.Cap || p.Part == CapLeft || p.Part == CapRight }

// add makes a piece of the set.
func (b *builder) add(part string, m *job.Moulding, length measure.Length, left, right piece.End, setup piece.Setup) *piece.Piece {
	s := b.set
	p := &piece.Piece{ID: ID(s.Opening, s.Far, part), Label: s.Title + " " + partNames[part], Room: s.Room, Wall: s.Wall, Moulding: m.ID,
		Length: length, Left: left, Right: right,
		Set: s.Opening, Part: part, Far: s.Far}
	setup.Set(&p.Left, joint.Left, 0)
	setup.Set(&p.Right, joint.Right, 0)
	p.MeasureUp(setup.Shape)
	p.SetByHand(setup.Shape, b.job.Hand(p.ID))
	p.How = howItGoesUp[part]
	if b.of == nil {
		b.of = map[string]*piece.Piece{}
	}
	b.of[part] = p
	s.Pieces = append(s.Pieces, p)
	return p
}

func (b *builder) flat(m *job.Moulding) piece.Setup {
	return piece.Setup{Shape: b.shape(m), Crown: saw.Flat, Saw: b.job.Machine()}
}

func inches(v float64) measure.Length { return measure.FromInches(v) }

// stick makes a piece of one stick of the set, told to its inner edge.
func (b *builder) stick(part string, m *job.Moulding, k casing.Stick, start, finish piece.End, tilt [2]measure.Angle) *piece.Piece {
	start.Roll, finish.Roll = tilt[0], tilt[1]
	return b.add(part, m, inches(k.Inner), start, finish, b.flat(m))
}

// stands is what a leg's foot stands on, in words.
func (b *builder) stands() string {
	a := b.set.Around
	switch {
	case a.Plinth != nil:
		return "the plinth"
	case a.Stool != nil:
		return "the stool"
	case a.Comes > 0:
		return piece.OnFloor + " to come"
	case a.Opening.Kind == job.OpenWindow:
		return "the sill"
	}
	return piece.OnFloor
}

// legs makes legs and head, and the sill of a picture frame.
func (b *builder) legs() {
	s := b.set
	a, w := s.Around, s.Worked
	id := func(part string) string { return ID(s.Opening, s.Far, part) }
	tilt := b.tilts()
	foot, top := id(Sill), id(Head)
	against := ""
	if w.Sill == nil {
		foot, against = "", b.stands()
	}
	long := b.job.Rules.HeadLong.Length / 2
	switch s.Given.School {
	case casing.Over: // the head comes on what stands
		b.leg(LeftLeg, w.Left, faced(w.Left.Start, foot, against), faced(w.Left.Finish, top, ""), [2]measure.Angle{})
		b.leg(RightLeg, w.Right, faced(w.Right.Start, top, ""), faced(w.Right.Finish, foot, against), [2]measure.Angle{})
		h := b.stick(Head, a.Head, w.Head, faced(0, "", ""), faced(0, "", ""), [2]measure.Angle{})
		h.Left.Joint, h.Right.Joint = piece.Square, piece.Square
		return
	case casing.Between:
		b.leg(LeftLeg, w.Left, faced(w.Left.Start, foot, against), faced(w.Left.Finish, "", ""), [2]measure.Angle{})
		b.leg(RightLeg, w.Right, faced(w.Right.Start, "", ""), faced(w.Right.Finish, foot, against), [2]measure.Angle{})
		b.stick(Head, a.Head, w.Head, faced(w.Head.Start, id(LeftLeg), ""), faced(w.Head.Finish, id(RightLeg), ""), [2]measure.Angle{})
		return
	}
	at := func(c casing.At) measure.Angle { return tilt[c] }
	b.leg(LeftLeg, w.Left, faced(w.Left.Start, foot, against), faced(w.Left.Finish, top, ""), [2]measure.Angle{b.atFoot(at(casing.BottomLeft)),
		at(casing.TopLeft)})
	b.leg(RightLeg, w.Right, faced(w.Right.Start, top, ""), faced(w.Right.Finish, foot, against), [2]measure.Angle{at(casing.TopRight),
		b.atFoot(at(casing.BottomRight))})
	left, right := faced(w.Head.Start, id(LeftLeg), ""), faced(w.Head.Finish, id(RightLeg), "")
	left.Allowance, right.Allowance = long, long
	b.stick(Head, a.Head, w.Head, left, right, [2]measure.Angle{at(casing.TopLeft), at(casing.TopRight)})
	if w.Sill != nil {
		b.stick(Sill, a.Head, *w.Sill, faced(w.Sill.Start, id(RightLeg), ""), faced(w.Sill.Finish, id(LeftLeg), ""),
			[2]measure.Angle{at(casing.BottomRight), at(casing.BottomLeft)})
	}
}

// atFoot is the roll that counts at a foot: none where that stands on something.
func (b *builder) atFoot(roll measure.Angle) measure.Angle {
	if b.set.Worked.Sill == nil {
		return 0
	}
	return roll
}

// leg makes a leg, which is marked in place where the house rule says so.
func (b *builder) leg(part string, k casing.Stick, start, finish piece.End, tilt [2]measure.Angle) {
	p := b.stick(part, b.set.Around.Casing, k, start, finish, tilt)
	if b.set.Around.InPlace && p.Hand == nil {
		p.Hand = &job.ByHand{Piece: p.ID, InPlace: true}
	}
}

// bands makes the back band around the casing.
func (b *builder) bands() {
	s := b.set
	a := s.Around
	if len(s.Worked.Band) == 0 {
		return
	}
	parts := []string{LeftLeg, Head, RightLeg, Sill}[:len(s.Worked.Band)]
	id := func(i int) string { return ID(s.Opening, s.Far, Band+parts[(i+len(parts))%len(parts)]) }
	for i, k := range s.Worked.Band {
		first, then := id(i-1), id(i+1)
		against, over := "", ""
		if len(parts) == 3 {
			switch i {
			case 0:
				first, against = "", b.stands()
			case 2:
				then, over = "", b.stands()
			}
		}
		p := b.stick(Band+parts[i], a.Band, k, faced(k.Start, first, against), faced(k.Finish, then, over), [2]measure.Angle{})
		p.How = "Mark it where it meets the mitre of the casing, not the casing's top edge."
	}
}

// plinths makes the blocks under the legs.
func (b *builder) plinths() {
	a := b.set.Around
	if a.Plinth == nil {
		return
	}
	for _, part := range []string{LeftPlinth, RightPlinth} {
		square := piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
		b.add(part, a.Plinth, a.Block, square, square, b.flat(a.Plinth))
	}
}

// joints are where its casings meet at the corners.
func (b *builder) joints() {
	s := b.set
	f := s.Measured.Corners
	corner := func(c casing.At) opening.Corner {
		if s.Far {
			c = [4]casing.At{casing.TopRight, casing.TopLeft, casing.BottomLeft, casing.BottomRight}[c]
		}
		return f[c]
	}
	for _, k := range []struct {
		at          casing.At
		first, then string
	}{{casing.TopLeft, LeftLeg, Head}, {casing.TopRight, Head, RightLeg}, {casing.BottomRight, RightLeg, Sill}, {casing.BottomLeft, Sill, LeftLeg}} {
		p, q := b.of[k.first], b.of[k.then]
		if p == nil || q == nil {
			continue
		}
		c := corner(k.at)
		j := Joint{At: k.at, First: p.ID, Then: q.ID, Ends: [2]*piece.End{&p.Right, &q.Left}, Angle: c.Angle, Sigma: c.Sigma, Width: s.Around.Casing.Height.Length}
		j.Mitre = p.Right.Joint == piece.Mitre && q.Left.Joint == piece.Mitre
		if !c.Known {
			j.Sigma = unread
		}
		s.Joints = append(s.Joints, j)
	}
}

// unread is the deviation of a corner that was taken as square.
const unread measure.Angle = 0.5

// SchoolName is a school of heads as people call it.
func SchoolName(school string) string {
	return map[string]string{job.HeadMitred: "mitred head", job.HeadOver: "head over the legs", job.HeadBetween: "head between the legs",
		job.HeadBuilt:   "built-up head",
		job.HeadPicture: "picture frame"}[school]
}

// Text is a set in a line: its head, its legs and the corners that they are cut for.
func (s *Set) Text(unit measure.Unit) string {
	out := SchoolName(s.School)
	var legs, head string
	for _, p := range s.Pieces {
		switch p.Part {
		case LeftLeg:
			legs = p.LengthText(unit)
		case RightLeg:
			if t := p.LengthText(unit); t != legs {
				legs += " and " + t
			}
		case Head:
			head = p.LengthText(unit)
		}
	}
	if legs != "" {
		out += ", legs " + legs + ", head " + head
	}
	return out
}

// Text tells what a corner is cut for.
func (j *Joint) Text() string {
	half := measure.Angle(casing.MitreSaw(float64(j.Angle)))
	if !j.Mitre {
		return fmt.Sprintf("%s: %s, butted", j.At, j.Angle.Text(2)+"°")
	}
	return fmt.Sprintf("%s: %s, each cut %s", j.At, j.Angle.Text(2)+"°", half.Text(2)+"°")
}
