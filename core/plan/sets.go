package plan

import (
	"math"
	"slices"

	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/opening"
	"gnomon/core/piece"
	"gnomon/core/review"
	"gnomon/core/sets"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

var (
	notPlanned = finding.Declare(finding.Form{Code: "run_not_planned", Severity: finding.Note, Stop: finding.Measure, Kind: "moulding",
		Text: "%s is counted and priced at Look and has no cut list.", Why: "It goes around openings, and %s.",
		Remedy: "Tell where the opening stands to its jamb's edges, and measure its height and its diagonals."})
	crownLands = finding.Declare(finding.Form{Code: "crown_lands", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: what stands around it reaches %s into %s.", Why: "It reaches %s over the floor and the crown comes down to %s.",
		Remedy: "The crown stops at it on both sides, its ends returned or square; or rip the head, or leave its small crown out."})
	setTooLong = finding.Declare(finding.Form{Code: "set_too_long", Severity: finding.Stop, Stop: finding.Sticks, Kind: "piece",
		Text: "%s takes %s and no stick of %s is so long.", Why: "What goes around an opening is not joined along its length.", Remedy: "Order a longer stick."})
	gapesAt = finding.Declare(finding.Form{Code: "mitre_shows", Severity: finding.Check, Stop: finding.Joints, Kind: "opening",
		Text: "%s: its %s mitre will hardly close.", Why: "%s."})
)

// openings are those of the room that are told to their jambs, as they were measured; what stands there leans as its corners do.
func (r *room) openings(entered *job.Room) (out []*opening.Measured) {
	for i := range entered.Openings {
		m := opening.Of(r.Job, entered, &entered.Openings[i])
		if m == nil {
			continue
		}
		out = append(out, m)
		r.Openings[i].Leaning(m.Leans())
	}
	return out
}

// fitBetween keeps what stands around an opening within its wall.
func (r *room) fitBetween(entered *job.Room) {
	for i := range r.Openings {
		o := &r.Openings[i]
		if !entered.Openings[i].ToJamb() {
			continue
		}
		if o.From.Length < 0 {
			o.Width.Length, o.From.Length = o.Width.Length+o.From.Length, 0
		}
		wall := slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == o.Wall })
		bare := entered.Openings[i].From.Length + entered.Openings[i].Width.Length
		if l, known := r.Measured.Wall(wall, job.Floor); known && bare <= l.Length {
			o.Width.Length = min(o.Width.Length, l.Length-o.From.Length)
		}
	}
}

// keepSets adds what goes around the room's openings to the plan.
func (p *RoomPlan) keepSets(r *room, entered *job.Room, all []*opening.Measured) {
	for _, m := range all {
		p.Findings.Add(m.Inspect()...)
	}
	p.Sets = sets.Room(r.Job, entered, r.Shapes, all)
	number := 0
	for _, s := range p.Sets {
		wall := slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == s.Wall })
		if l, known := r.Measured.Wall(wall, job.Floor); known {
			p.Findings.Add(s.Space(r.Job, r.Room.Room, l.Length)...)
		}
		p.Findings.Add(s.Findings...)
		p.crownLands(r, s, wall)
		for _, q := range s.Pieces {
			if !sets.GluedOn(q) {
				number++
			}
			q.Hang = number
			p.HangOrder = append(p.HangOrder, q.ID)
			p.Pieces = append(p.Pieces, q)
			m := r.Job.Moulding(q.Moulding)
			of := &stretch.Run{Room: &r.Room, Moulding: m, Setup: piece.Setup{Shape: r.Shapes.Of(m.ID)}}
			if !q.Cap { // that comes from an offcut
				p.Findings.Add(review.Piece(of, q)...)
			}
			if long := longest(r.Job, m); long > 0 && q.FromStick() && q.Overall > long {
				p.Findings.Add(setTooLong.In(r.ID, q.ID).Says(q.Label, q.Overall.In(r.Job.Unit), m.Title()))
			}
		}
		p.groupHead(s)
		for i := range s.Joints {
			p.closesAt(r, s, &s.Joints[i])
		}
	}
	p.hungSets = number
	p.notAround(r, entered)
}

// longest is the longest stick of a moulding, trimmed.
func longest(j *job.Job, m *job.Moulding) measure.Length {
	out := measure.Length(0)
	for _, s := range m.Sticks {
		out = max(out, s.Length-2*j.Cutting.EndTrim.Length)
	}
	return out
}

// groupHead puts the small crown of a built-up head together on the bench.
func (p *RoomPlan) groupHead(s *sets.Set) {
	var g *Group
	for _, part := range []string{sets.CapLeft, sets.Cap, sets.CapRight} {
		for _, q := range s.Pieces {
			if q.Part != part {
				continue
			}
			if g == nil {
				p.Groups = append(p.Groups, Group{ID: q.ID, Room: q.Room})
				g = &p.Groups[len(p.Groups)-1]
			}
			q.Group = g.ID
			g.Pieces = append(g.Pieces, q.ID)
		}
	}
}

// closesAt works out how a mitre of a set will close: its two cuts and its corner are what may be off. It lies flat against the
// wall and cannot be rolled home.
func (p *RoomPlan) closesAt(r *room, s *sets.Set, j *sets.Joint) {
	if !j.Mitre {
		return
	}
	a, sa := really(j.Ends[0], r.Job.Machine())
	b, sb := really(j.Ends[1], r.Job.Machine())
	half := (180 - j.Angle) / 2
	dev := math.Hypot(float64(j.Sigma), math.Hypot(float64(sa), float64(sb)))
	width := j.Width.Inches()
	j.Fit = bent(func(by measure.Angle) float64 { return fit.Scarfed(width, half, by) }, float64(a+b), dev)
	if x := j.Fit; x.Gap > fit.Fill || x.Gapes > .5 {
		f := gapesAt.In(r.ID, s.Opening).Says(s.Title, j.At).Because(x.Text(r.Job.Unit))
		f.Remedy = "Prove the setting on scrap, or make a test cut so that the saw's own error is taken off."
		if x.Gap <= fit.Fill {
			f.Remedy = "Shoot both diagonals or read the corner again: it is not known well enough."
		}
		p.Findings.Add(f)
	}
}

// crownLands tells where what stands around an opening reaches into the crown over it.
func (p *RoomPlan) crownLands(r *room, s *sets.Set, wall int) {
	if s.Far || wall < 0 {
		return
	}
	o := r.Room.Opening(s.Opening)
	top, known := o.Reaches()
	if !known {
		return
	}
	for i := range r.Runs {
		k := &r.Runs[i]
		m := r.Job.Moulding(k.Moulding)
		if k.Level != job.Ceiling || !m.Is().Runs || !slices.Contains(r.Over(k), wall) {
			continue
		}
		foot, known := r.Foot(wall, k)
		if known && top > foot {
			u := r.Job.Unit
			p.Findings.Add(crownLands.In(r.ID, o.ID).Says(s.Title, (top-foot).In(u), m.Title()).Because(top.In(u), foot.In(u)))
		}
	}
}

// notAround tells of mouldings that go around openings of which none is cut: those that are counted and priced only.
func (p *RoomPlan) notAround(r *room, entered *job.Room) {
	for i := range entered.Runs {
		m := r.Job.Moulding(entered.Runs[i].Moulding)
		if m.Is().Runs {
			continue
		}
		cut := slices.ContainsFunc(p.Pieces, func(q *piece.Piece) bool { return q.Moulding == m.ID })
		var not []string
		for k := range entered.Openings {
			o := &entered.Openings[k]
			if a := r.Job.Around(entered, o); a != nil && !o.ToJamb() && o.CasingThickness == nil {
				not = append(not, words.Small(entered.OpeningTitle(o)))
			}
		}
		switch {
		case len(not) > 0:
			p.Findings.Add(notPlanned.In(r.ID, m.ID).Says(m.Title()).Because(words.List(not) + " " + words.IsAre(len(not)) + " not told to the jamb"))
			if cut {
				f := &p.Findings[len(p.Findings)-1]
				f.Text = m.Title() + " is cut around some openings of the room and only counted around others."
			}
		case !cut && len(entered.Openings) == 0:
			p.Findings.Add(notPlanned.In(r.ID, m.ID).Says(m.Title()).Because("no opening of the room is measured"))
		}
	}
}
