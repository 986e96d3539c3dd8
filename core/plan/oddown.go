package plan

import (
	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/odd"
	"gnomon/core/piece"
	"gnomon/core/review"
	"gnomon/core/saw"
	"gnomon/core/stretch"
)

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
