package plan

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/odd"
	"gnomon/core/parts"
	"gnomon/core/piece"
	"gnomon/core/review"
	"gnomon/core/saw"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// OddPlace is an odd place as it was worked out: once for each run that it counts for.
type OddPlace struct {
	odd.Place
	Run    string // none where it makes pieces of its own
	Worked *detail.Worked
	Pieces []string // what it made, or parted, or is cut out of
}

var (
	oddCannotBe = finding.Declare(finding.Form{Code: "odd_cannot_be", Severity: finding.Stop, Stop: finding.Joints, Kind: "odd",
		Text: "%s cannot be made as it was given: %s %s."})
	oddTooMany = finding.Declare(finding.Form{Code: "odd_too_many", Severity: finding.Stop, Stop: finding.Joints, Kind: "odd",
		Text: "%s and what comes after it is not worked out.", Why: "The job has more odd places and small pieces than are planned at once.",
		Remedy: "Split the job, or take out those that are not cut."})
	oddNowhere = finding.Declare(finding.Form{Code: "odd_nowhere", Severity: finding.Check, Stop: finding.Joints, Kind: "odd",
		Text: "%s changes nothing: %s."})
)

// slightest is what counting leaves of a height that is none.
const slightest = 1e-9

// odds are the odd places of a room while it is planned.
type odds struct {
	room   *room
	places []odd.Place
	done   []OddPlace
	full   bool            // there are more than a job is planned with
	asked  map[string]bool // whether anything was made of a place
	found  *finding.List
}

func (r *room) findOdds(found *finding.List) *odds {
	return &odds{room: r, places: odd.Of(r.Room.Room), asked: map[string]bool{}, found: found}
}

// on are the places of a kind on a wall that count for a run: one named, or all that run at the floor.
func (o *odds) on(t *run, wall string, kind detail.Place) []*odd.Place {
	var out []*odd.Place
	for i := range o.places {
		p := &o.places[i]
		if p.Detail.Place == kind && p.Wall == wall && o.counts(p, t) {
			out = append(out, p)
		}
	}
	return out
}

// counts tells whether a place counts for a run.
func (o *odds) counts(p *odd.Place, t *run) bool {
	if p.Run != "" {
		return p.Run == t.ID
	}
	return t.Level == job.Floor
}

// at is the place of a kind at a corner that counts for a run, or nil.
func (o *odds) at(t *run, corner string) *odd.Place {
	for i := range o.places {
		p := &o.places[i]
		if p.Detail.Place == detail.AtCorner && p.Corner == corner && (p.Run == "" || p.Run == t.ID) {
			return p
		}
	}
	return nil
}

// knows is what a room knows of a place where a moulding is.
func (o *odds) knows(s *piece.Shape, wall string) odd.Knows {
	r := o.room
	k := odd.Knows{detail.OfHeight: s.Drop, detail.OfThickness: s.Projection}
	if i := slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == wall }); i >= 0 {
		if l, known := r.Measured.Wall(i, job.Floor); known {
			k[detail.OfWall] = l.Length
		}
	}
	if b := r.Job.Machine().Blade; b != nil {
		k[detail.OfBlade] = b.Length
	}
	rules, _ := r.Job.RulesAt(r.Room.Room, "", "")
	k[detail.OfSlope], k[detail.OfWay], k[detail.OfHollow] = rules.Slope, rules.Step, rules.Hollow.Length
	return k
}

// turns works out how a place at a corner turns it.
func (o *odds) turns(p *odd.Place, t *run, i int) *detail.Worked {
	k := o.knows(t.Shape(), "")
	k[detail.OfTurn], k[detail.OfSide] = 180-t.Corners[i].Theta, "convex"
	if t.Room.Corners[i].Kind == job.Inside {
		k[detail.OfSide] = "concave"
	}
	w := o.work(p, k)
	if w != nil {
		o.keep(p, t.ID, w)
	}
	return w
}

// work works a place out, and tells where that cannot be.
func (o *odds) work(p *odd.Place, knows odd.Knows) *detail.Worked {
	o.asked[p.ID] = true
	if !o.room.divider.Effort.Spend(parts.Each / 4) {
		o.tooMany(p)
		return nil
	}
	w, err := p.Work(knows, o.room.Job.Unit)
	if err == nil && !o.room.divider.Effort.Spend(int64(len(w.Sticks))*parts.Each) {
		o.tooMany(p)
		return nil
	}
	if err == nil {
		return w
	}
	var no *detail.Impossible
	f := oddCannotBe.In(o.room.ID, p.ID)
	if errors.As(err, &no) {
		f = f.Says(p.Title, no.Thing, no.Value+", for "+no.Reason)
		f.Remedy = words.Capital(no.Remedy) + "."
	} else {
		f = f.Says(p.Title, err.Error(), "")
		f.Text = strings.TrimSuffix(f.Text, " .") + "."
		f.Remedy = "Give it again."
	}
	f.Kind = p.Kind
	if !slices.ContainsFunc(*o.found, func(k finding.Finding) bool { return k.ID == f.ID && k.Text == f.Text }) {
		o.found.Add(f)
	}
	return nil
}

// tooMany says once that there are more odd places than a job is planned with.
func (o *odds) tooMany(p *odd.Place) {
	if !o.full {
		o.full = true
		o.found.Add(oddTooMany.In(o.room.ID, p.ID).Says(p.Title))
	}
}

// keep keeps what came of a place.
func (o *odds) keep(p *odd.Place, run string, w *detail.Worked, pieces ...string) {
	for i := range o.done {
		if k := &o.done[i]; k.ID == p.ID && k.Run == run {
			k.Worked, k.Pieces = w, append(k.Pieces, pieces...)
			return
		}
	}
	o.done = append(o.done, OddPlace{Place: *p, Run: run, Worked: w, Pieces: pieces})
}

// did tells whether something was made of a place for a run.
func (o *odds) did(id, run string) bool {
	return slices.ContainsFunc(o.done, func(p OddPlace) bool { return p.ID == id && p.Run == run })
}

// atEnd lets an odd place say what is on the end of a run on a wall; ok is false where none does.
func (o *odds) atEnd(t *run, s *stretch.Stretch, hand joint.Hand, id string) (e piece.End, ok bool) {
	for _, p := range o.on(t, t.Room.Walls[s.Wall].ID, detail.AtEnd) {
		if p.End != string(hand) || !o.outermost(t, s, hand) {
			continue
		}
		k := o.knows(t.Shape(), p.Wall)
		k[detail.OfEnd] = string(hand)
		w := o.work(p, k)
		if w == nil {
			continue
		}
		o.keep(p, t.ID, w, id)
		if f := w.Figure("back_in"); f != nil && len(w.Sticks) == 0 { // it dies into something thinner
			e = piece.End{Joint: piece.Square, ToldTo: piece.ToEnd}
			if at := s.Opens[map[joint.Hand]int{joint.Left: 0, joint.Right: 1}[hand]]; at != nil {
				e = endAtOpening(t, at, hand)
			}
			e.Chamfer = inches(f.Value)
			return e, true
		}
		for i := range w.Sticks {
			st := &w.Sticks[i]
			if d := st.End(hand.Other()); d.Meets == "" && d.Against == "" {
				e = odd.End(w, st, hand, nil)
				if e.Note == "" {
					e.Note = p.Title + "."
				}
				return e, true
			}
		}
	}
	return e, false
}

// given puts on an end what an odd place says.
func (o *odds) given(t *run, s *stretch.Stretch, hand joint.Hand, id string, e *piece.End) bool {
	if len(o.places) == 0 {
		return false
	}
	made, ok := o.atEnd(t, s, hand, id)
	if ok {
		*e = made
	}
	return ok
}

// begins are the places along a wall that have pieces of their own and part what runs there: a stair that begins on it.
func (o *odds) begins(t *run, wall string) []*odd.Place {
	var out []*odd.Place
	for _, p := range o.on(t, wall, detail.Alone) {
		if p.At > 0 {
			out = append(out, p)
		}
	}
	return out
}

// outermost tells whether a stretch is the last of its run on its wall toward a hand.
func (o *odds) outermost(t *run, s *stretch.Stretch, hand joint.Hand) bool {
	for i := range t.Stretches {
		if q := &t.Stretches[i]; q != s && q.Wall == s.Wall && (hand == joint.Right && q.From > s.From || hand == joint.Left && q.From < s.From) {
			return false
		}
	}
	return true
}

// parted is what the places along a piece leave of it: what runs there, left to right, with what goes between; and beside them what
// is cut from offcuts, or runs under it.
func (o *odds) parted(t *run, p piece.Piece) (along, beside []piece.Piece) {
	along = []piece.Piece{p}
	for _, place := range append(o.on(t, p.Wall, detail.OnWall), o.begins(t, p.Wall)...) {
		last := &along[len(along)-1]
		if place.At <= last.BackFrom() || place.At >= last.BackFrom()+last.Back {
			continue
		}
		k := o.knows(t.Shape(), p.Wall)
		if place.Detail.Place == detail.Alone {
			if k = o.knowsOwn(place); k == nil {
				continue
			}
		}
		k[detail.OfRest] = last.From + last.Length - place.At
		if d := place.Texts("side"); d == "right" { // an old piece there goes on from the left
			k[detail.OfRest] = place.At - last.From
		}
		k[detail.OfLowSide] = last.From + last.Length - place.At
		if place.Texts("falls") == "left" {
			k[detail.OfLowSide] = place.At - last.From
		}
		w := o.work(place, k)
		if w == nil {
			continue
		}
		more, caps := o.part(t, *last, place, w)
		along = append(along[:len(along)-1], more...)
		beside = append(beside, caps...)
	}
	return along, beside
}

// part parts one piece at a place.
func (o *odds) part(t *run, p piece.Piece, place *odd.Place, w *detail.Worked) (along, beside []piece.Piece) {
	var left, right *detail.Stick
	for i := range w.Sticks {
		s := &w.Sticks[i]
		if s.Second {
			continue
		}
		if s.Left.Meets == "" && s.Left.Against == "" {
			left = s
		}
		if s.Right.Meets == "" && s.Right.Against == "" {
			right = s
		}
	}
	alone := place.Detail.Place == detail.Alone
	if alone && (left == nil || right == nil) {
		return []piece.Piece{p}, nil
	}
	gone := func(s *detail.Stick) bool { // another's, or on another floor
		return s.Stays || alone && math.Abs(s.At.At[2]) > slightest
	}
	names := map[string]string{}
	for i := range w.Sticks {
		names[w.Sticks[i].Part] = p.ID + "." + place.ID + "-" + w.Sticks[i].Part
		if alone {
			names[w.Sticks[i].Part] = odd.Prefix(place.ID) + "." + w.Sticks[i].Part
		}
	}
	label := p.Label
	var ends [2]piece.Piece
	end := p.From + p.Length
	switch {
	case left == nil || right == nil: // it is not parted: something is done to it there
		p.Work = append(p.Work, w.Steps...)
		p.Work = append([]string{fmt.Sprintf("%s at %s from its left end.", place.Title, (place.At - p.BackFrom()).In(o.room.Job.Unit))}, p.Work...)
		along = []piece.Piece{p}
	default:
		parts := !gone(left) && !gone(right)
		names[left.Part] = p.ID
		if gone(left) {
			names[right.Part] = p.ID
		} else {
			names[right.Part] = p.ID + "." + place.ID
		}
		if !gone(left) {
			q := p
			q.Right = odd.End(w, left, joint.Right, names)
			q.Length = place.At + inches(left.Point(joint.Right, 0, 0)[0]) - p.From + odd.Tip(t.Shape(), &q.Right)
			if parts {
				q.Label = label + "a"
			}
			ends[0] = q
			along = append(along, q)
		}
		for i := range w.Sticks {
			if s := &w.Sticks[i]; !alone && s != left && s != right && s.Left.Meets != "" && s.Right.Meets != "" && !odd.IsReturn(s) {
				along = append(along, o.made(t, p, place, w, s, names))
			}
		}
		if !gone(right) {
			q := p
			q.ID, q.Hand, q.Work = names[right.Part], nil, nil
			q.Left = odd.End(w, right, joint.Left, names)
			q.From = place.At + inches(right.Point(joint.Left, 0, 0)[0]) - odd.Tip(t.Shape(), &q.Left)
			q.Length = end - q.From
			if parts {
				q.Label = label + "b"
			}
			along = append(along, q)
		}
		for i := range along {
			q := &along[i]
			t.Setup.Set(&q.Left, joint.Left, t.On.Rake[wallOf(t.Room.Room, q.Wall)])
			t.Setup.Set(&q.Right, joint.Right, t.On.Rake[wallOf(t.Room.Room, q.Wall)])
			q.MeasureUp(t.Shape())
			q.SetByHand(t.Shape(), t.Room.Job.Hand(q.ID))
		}
	}
	ids := make([]string, 0, len(along))
	for i := range along {
		ids = append(ids, along[i].ID)
	}
	for i := range w.Sticks {
		s := &w.Sticks[i]
		if alone || s == left || s == right || odd.IsReturn(s) || s.Left.Meets != "" && s.Right.Meets != "" {
			continue
		}
		b := o.made(t, p, place, w, s, names)
		b.SetByHand(t.Shape(), t.Room.Job.Hand(b.ID))
		beside = append(beside, b)
		ids = append(ids, b.ID)
	}
	o.keep(place, t.ID, w, ids...)
	return along, beside
}

// made is a piece that a place makes beside what runs there.
func (o *odds) made(t *run, p piece.Piece, place *odd.Place, w *detail.Worked, s *detail.Stick, names map[string]string) piece.Piece {
	q := odd.Piece(w, s, t.Setup, names, o.room.Job.Unit)
	q.Label, q.Room, q.Run, q.Wall, q.Moulding = p.Label+" "+s.Label, p.Room, p.Run, p.Wall, p.Moulding
	q.From, q.Odd, q.Turns = place.At+inches(min(s.Point(joint.Left, 0, 0)[0], s.Point(joint.Right, 0, 0)[0])), place.ID, true
	return q
}

// wallOf is the index of a wall of a room.
func wallOf(r *job.Room, id string) int {
	return max(0, slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == id }))
}

// inches is a length that a detail worked out.
func inches(v float64) measure.Length { return measure.FromInches(v) }

// holes are cut out of a piece for what it runs past.
func (o *odds) holes(t *run, p *piece.Piece) {
	if p.Cap || p.Turns || len(o.places) == 0 {
		return
	}
	for _, place := range o.on(t, p.Wall, detail.InPiece) {
		k := o.knows(t.Shape(), p.Wall)
		k[detail.OfStart], k[detail.OfSill] = p.BackFrom(), measure.Length(0)
		if at, far, ok := place.Span(); ok && (far <= p.BackFrom() || at >= p.BackFrom()+p.Back) {
			continue
		}
		if high, ok := place.Low(); ok && high >= t.Shape().Drop { // it passes over it
			o.asked[place.ID] = true
			continue
		}
		w := o.work(place, k)
		if w == nil {
			continue
		}
		for _, h := range w.Holes {
			hole := piece.Hole{Of: place.ID, Title: place.Title, From: inches(h.From), To: inches(h.To), Low: inches(h.Low), High: inches(h.High), Round: h.Round,
				Short: inches(h.Short), NailFrom: inches(h.NailFrom), NailTo: min(inches(h.NailTo), p.Back), Steps: w.Steps, Cautions: w.Cautions}
			p.Holes = append(p.Holes, hole)
			p.Work = append(p.Work, hole.Text(o.room.Job.Unit))
		}
		if len(w.Holes) == 0 {
			p.Work = append(p.Work, w.Steps...)
		}
		o.keep(place, t.ID, w, p.ID)
	}
}

// keepOdds adds the pieces that odd places make by themselves, before what runs along the walls.
func (p *RoomPlan) keepOdds(o *odds) {
	r := o.room
	number := p.hungSets
	for i := range o.places {
		place := &o.places[i]
		if place.Detail.Place != detail.Alone {
			continue
		}
		m := r.Job.Moulding(place.Moulding)
		if m == nil {
			o.asked[place.ID] = true
			f := oddNowhere.In(r.ID, place.ID).Says(place.Title, "it is not said which moulding its pieces are cut from")
			f.Remedy = "Choose one."
			p.Findings.Add(f)
			continue
		}
		second := r.Job.Moulding(place.Second)
		k := o.knowsOwn(place)
		w := o.work(place, k)
		if w == nil {
			continue
		}
		number = p.keepOdd(o, place, w, m, second, number)
	}
	p.hungSets = number
}

// knowsOwn is what a room knows of a place that has pieces of its own; nil where it is not said what these are cut from.
func (o *odds) knowsOwn(p *odd.Place) odd.Knows {
	r := o.room
	if r.Job.Moulding(p.Moulding) == nil {
		return nil
	}
	k := o.knows(r.Shapes.Of(p.Moulding), p.Wall)
	if r.Job.Moulding(p.Second) != nil {
		k[detail.OfSecond] = r.Shapes.Of(p.Second).Drop
	}
	for i := range r.Runs {
		if b := r.Job.Moulding(r.Runs[i].Moulding); r.Runs[i].Level == job.Floor && b.Is().Runs && !b.Is().Last {
			k[detail.OfBase] = r.Shapes.Of(b.ID).Drop
			break
		}
	}
	return k
}

// keepOdd makes the pieces of one place.
func (p *RoomPlan) keepOdd(o *odds, place *odd.Place, w *detail.Worked, m, second *job.Moulding, number int) int {
	r := o.room
	names := map[string]string{}
	for i := range w.Sticks {
		if s := &w.Sticks[i]; !s.Beside && !s.Stays {
			names[s.Part] = odd.Prefix(place.ID) + "." + s.Part
		}
	}
	wall := place.Wall
	if wall == "" && len(r.Walls) > 0 {
		wall = r.Walls[0].ID
	}
	var made []*piece.Piece
	for i := range w.Sticks {
		s := &w.Sticks[i]
		if s.Beside || s.Stays || odd.IsReturn(s) {
			continue
		}
		of := m
		if s.Second && second != nil {
			of = second
		}
		setup := piece.Setup{Shape: r.Shapes.Of(of.ID), Saw: r.Job.Machine()}
		rules, _ := r.Job.RulesAt(r.Room.Room, "", "")
		setup.Crown = saw.Lie(rules.Crown)
		t := &run{Run: &stretch.Run{Room: &r.Room, Moulding: of, Setup: setup}}
		one := odd.Piece(w, s, setup, names, r.Job.Unit)
		q := &one
		q.Label, q.Room, q.Wall, q.Moulding, q.Odd = place.Title+" "+s.Label, r.ID, wall, of.ID, place.ID
		q.SetByHand(setup.Shape, r.Job.Hand(q.ID))
		number++
		q.Hang = number
		p.HangOrder = append(p.HangOrder, q.ID)
		p.Pieces, made = append(p.Pieces, q), append(made, q)
		p.Findings.Add(review.Piece(t.Run, q)...)
		if long := longest(r.Job, of); long > 0 && q.FromStick() && q.Overall > long {
			p.Findings.Add(oddTooLong.In(r.ID, q.ID).Says(q.Label, q.Overall.In(r.Job.Unit), of.Title()))
		}
		for _, hand := range piece.Hands {
			if q.End(hand).ToldTo == piece.ToTip && q.Cut > 0 {
				c := setup.Cap(q, hand)
				c.Odd = place.ID
				p.Pieces, made = append(p.Pieces, &c), append(made, &c)
			}
		}
	}
	ids := make([]string, 0, len(made))
	for _, q := range made {
		ids = append(ids, q.ID)
	}
	if w.Glued && len(made) > 1 {
		p.Groups = append(p.Groups, Group{ID: made[0].ID, Room: r.ID, Pieces: ids})
		for _, q := range made {
			q.Group = made[0].ID
		}
	}
	o.keep(place, "", w, ids...)
	return number
}

var oddTooLong = finding.Declare(finding.Form{Code: "odd_too_long", Severity: finding.Stop, Stop: finding.Sticks, Kind: "piece",
	Text: "%s takes %s and no stick of %s is so long.", Why: "It is not joined along its length by itself.",
	Remedy: "Order a longer stick, or join two boards on the bench over a backing."})

// tellOdds tells of the places that nothing came of.
func (p *RoomPlan) tellOdds(o *odds) {
	for i := range o.places {
		place := &o.places[i]
		if o.asked[place.ID] || place.Kind != "odd" && place.Detail.Place != detail.OnWall {
			continue
		}
		if place.Wall != "" { // what is not measured yet is told of by itself
			if _, known := o.room.Measured.Wall(wallOf(o.room.Room.Room, place.Wall), job.Floor); !known {
				continue
			}
		}
		why := "no trim runs past it there"
		switch place.Detail.Place {
		case detail.Nowhere:
			why = "it only says how something is done"
		case detail.AtCorner:
			why = "nothing turns that corner"
		case detail.AtEnd:
			why = "no run ends there"
		}
		f := oddNowhere.In(p.Room, place.ID).Says(place.Title, why)
		f.Kind, f.Remedy = place.Kind, "Say where it is, or take it out."
		p.Findings.Add(f)
	}
	p.Odds = o.done
}

// handy tells whether a piece is carried with what is glued to it.
func handy(p *piece.Piece) bool { return p.Cut <= decide.Handy }
