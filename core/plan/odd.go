package plan

import (
	"errors"
	"slices"
	"strings"

	"gnomon/core/detail"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/odd"
	"gnomon/core/parts"
	"gnomon/core/piece"
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

// inParts names the parts of what was divided instead of the whole.
func (o *odds) inParts(t *run, made map[string][]piece.Piece) {
	for i := range o.done {
		k := &o.done[i]
		if k.Run != t.ID {
			continue
		}
		var ids []string
		for _, id := range k.Pieces {
			if len(made[id]) == 0 {
				ids = append(ids, id)
			}
			for _, q := range made[id] {
				ids = append(ids, q.ID)
			}
		}
		k.Pieces = ids
	}
}

// did tells whether something was made of a place for a run.
func (o *odds) did(id, run string) bool {
	return slices.ContainsFunc(o.done, func(p OddPlace) bool { return p.ID == id && p.Run == run })
}

// wallOf is the index of a wall of a room.
func wallOf(r *job.Room, id string) int {
	return max(0, slices.IndexFunc(r.Walls, func(w job.Wall) bool { return w.ID == id }))
}

// inches is a length that a detail worked out.
func inches(v float64) measure.Length { return measure.FromInches(v) }

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
