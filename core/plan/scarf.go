package plan

import (
	"fmt"
	"slices"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/stock"
)

// fitted is a piece as the fitting takes it: what is cut, with its slants.
func fitted(p Piece) nest.Piece {
	return nest.Piece{ID: p.ID, Length: p.Back, Left: nest.End{S: p.Left.Slope, R: p.Left.Rise}, Right: nest.End{S: p.Right.Slope, R: p.Right.Rise}, Scarf: p.scarf}
}

// backFrom is where a piece's back begins, from its wall's left end.
func (p Piece) backFrom() measure.Length { return p.From + p.Left.Short - p.Left.Give }

// sticksFor is what a run's pieces are held against: how many the yard has decides what is
// bought, not what fits.
func (b *builder) sticksFor(m *job.Moulding) *nest.Problem {
	f := stock.Problem(b.job, m)
	for i := range f.Stocks {
		f.Stocks[i].Available = nest.Unlimited
	}
	return &f
}

// scarfing is how a long piece on a wall may be divided: by the rules, over studs where
// they are known, lapped so that the open edge points away from the way in.
type scarfing struct {
	at      []measure.Length // where it is, from the back of the piece's left end
	over    joint.Hand       // the part left or right of each joint laps over the other
	told    bool             // by sight or by hand
	why     string
	offer   []measure.Length // studs that it passes
	untried bool             // there was no effort left to find where it is best divided
}

// aPart is how many steps one part counts for: twenty thousand parts are all that a job is
// planned with.
const aPart = divideAll / 20_000

// divide makes parts of a piece that is longer than any stick: where it was chosen, else
// where the accepted layout divides it, else where it is best. A piece that fits stays
// whole.
func (b *builder) divide(t *trim, wall int, p Piece) []Piece {
	if len(t.m.Sticks) == 0 || p.Back <= 0 || t.fit.Fits(fitted(p)) {
		return []Piece{p}
	}
	s, ok := b.scarfs(t, wall, p)
	if ok && !b.dividing.Spend(int64(len(s.at)+1)*aPart) {
		s.untried, ok = true, false
	}
	p.scarf = stock.Scarf(b.job, t.rules.Scarf, s.over == joint.Left, s.offer)
	if !ok {
		b.tooLong(t.m, t.fit, p, fitted(p), s.untried)
		return []Piece{p}
	}
	out := b.parts(t, p, s)
	for _, at := range s.at {
		b.scarfed[p.Wall] = append(b.scarfed[p.Wall], p.backFrom()+at)
	}
	b.checkScarf(t, p, s, out)
	return out
}

// scarfs decides where a piece is divided and how the parts lap.
func (b *builder) scarfs(t *trim, wall int, p Piece) (s scarfing, ok bool) {
	q := fitted(p)
	q.Scarf = stock.Scarf(b.job, t.rules.Scarf, false, nil)
	from := p.backFrom() // of the piece's back, on the wall
	for _, stud := range b.at.Studs(wall) {
		if at := stud - from; at > 0 && at < p.Back {
			s.offer = append(s.offer, at)
		}
	}
	if o := t.room.Override(job.AskScarf, "", "", p.ID); o != nil {
		if at, err := o.Places(b.unit); err == nil && t.fit.Divides(q, at) {
			s.at, s.why = at, "The places were chosen for this piece."
		} else {
			b.find(Finding{Code: "scarf_cannot_be", Severity: SeverityCheck, Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID,
				Text: fmt.Sprintf("%s cannot be scarfed at %s.", p.Label, placesText(at, o.Choice, b.unit)), Why: "A part would be longer than any stick, or lie beyond its ends.",
				Remedy: "Choose other places, or drop them.", Acts: []Act{{Do: ActDrop, Kind: "override", ID: o.ID, Text: "Drop them"}}})
		}
	}
	if s.at == nil {
		s.at = b.placesOf(t.m, t.fit, q)
	}
	if s.at == nil {
		l := decide.Long{Label: p.Label, Length: p.Back, Least: b.job.Cutting.Shortest.Length, Studs: s.offer, Joint: int64(b.job.Prices.Scarf), Unit: b.unit, Effort: b.dividing}
		for _, at := range b.scarfed[p.Wall] {
			l.Below = append(l.Below, at-from)
		}
		for i, most := range t.fit.Gives(q) {
			k := decide.Hold{Length: most, Price: int64(t.m.Sticks[i].Price), Available: nest.Unlimited}
			if n := t.m.Sticks[i].Available; n != nil {
				k.Available = *n
			}
			l.Sticks = append(l.Sticks, k)
		}
		d, found := decide.Divide(l)
		if !found || !t.fit.Divides(q, d.At) {
			s.untried = b.dividing.Out()
			s.over = joint.Right
			return s, false
		}
		s.at, s.why = d.At, d.Reason
	}
	var along []measure.Length
	for _, at := range s.at {
		along = append(along, from+at)
	}
	s.over, s.told = b.view.lap(wall, along, t.rules.Scarf)
	if o := t.room.Override(job.AskLap, "", "", p.ID); o != nil {
		s.over, s.told = joint.Hand(o.Choice), true
	}
	return s, true
}

// placesText tells places in the job's unit; as they were written where they cannot be read.
func placesText(at []measure.Length, written string, unit measure.Unit) string {
	if len(at) == 0 {
		return written
	}
	var out []string
	for _, l := range at {
		out = append(out, l.In(unit))
	}
	return job.Listed(out)
}

// parts are what a piece is made of.
func (b *builder) parts(t *trim, p Piece, s scarfing) []Piece {
	var out []Piece
	from, more := measure.Length(0), measure.Length(0) // what a part set by hand leaves to the next
	for n := range len(s.at) + 1 {
		part := p
		part.ID, part.Of = nest.PartID(p.ID, n+1), p.ID
		part.Label = p.Label + strings.ToLower(job.CornerLetter(n))
		to := p.Back
		if n < len(s.at) {
			to = s.at[n]
			part.Right = b.scarfEnd(t, joint.Right, nest.PartID(p.ID, n+2), s.over)
		}
		if n > 0 {
			part.Left = b.scarfEnd(t, joint.Left, nest.PartID(p.ID, n), s.over)
			part.From = p.backFrom() + from
		}
		part.Hand = nil
		part.Length = to - from + part.Left.Short + part.Right.Short - part.Left.Give - part.Right.Give + part.Left.tip() + part.Right.tip() + more
		part.measureUp(t.shape)
		more = b.byHand(t.shape, &part)
		out = append(out, part)
		from = to
	}
	return out
}

func (b *builder) checkScarf(t *trim, p Piece, s scarfing, out []Piece) {
	var joints []string
	onStuds := len(s.offer) > 0
	for _, at := range s.at {
		joints = append(joints, (at + p.backFrom() - p.From).In(b.unit))
		onStuds = onStuds && slices.ContainsFunc(s.offer, func(stud measure.Length) bool { return (stud - at).Abs() <= onStud })
	}
	f := Finding{Code: "piece_scarfed", Severity: SeverityNote, Stop: "joints", Room: p.Room, Kind: "piece", ID: out[0].ID,
		Text: fmt.Sprintf("%s is longer than any stick: %s, joined by a %s scarf at %s from its left end.", p.Label, plural(len(out), "part"), t.rules.Scarf, job.Listed(joints))}
	first, then := "left", "right"
	if s.over == joint.Left {
		first, then = then, first
	}
	f.Why = fmt.Sprintf("The part on the %s goes up first; the one on the %s laps over it with its long point on the face", first, then)
	if s.told {
		f.Why += ", so that the open edge points away from where people come in"
	}
	f.Why += "."
	f.Remedy = "Glue it, and nail both parts into the stud behind."
	switch {
	case len(s.offer) == 0:
		f.Remedy = "Put the joint over a stud, and glue it. With studs marked at Measure it is placed on one."
	case !onStuds:
		f.Remedy = "No stud lies behind it: fix a block behind the joint, and glue it."
	}
	b.find(f)
}

// onStud is how far from a stud's middle a joint still has wood behind it.
const onStud = measure.Inch / 2

func (b *builder) tooLong(m *job.Moulding, f *nest.Problem, p Piece, q nest.Piece, untried bool) {
	var longest measure.Length
	for _, s := range m.Sticks {
		longest = max(longest, s.Length)
	}
	n := Finding{Code: "piece_longer_than_stick", Severity: SeverityStop, Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID,
		Text: fmt.Sprintf("%s takes %s and the longest stick is %s.", p.Label, p.Overall.In(b.unit), longest.In(b.unit)),
		Why:  "It cannot be cut from one stick.", Remedy: "Fit the sticks: it will be made of parts joined by a scarf. Or add a longer stick in Shop."}
	switch {
	case untried:
		n.Why = "It would have to be scarfed, and where was not worked out: the job has more such pieces than are tried in one go."
		n.Remedy = "Split the job, or add a longer stick in Shop."
	case b.dividing.Spend(int64(len(p.scarf.Places)*100)) && f.EvenParts(q) == nil:
		n.Why = fmt.Sprintf("Nor can it be divided into parts of %s or more that fit.", b.job.Cutting.Shortest.Length.In(b.unit))
		n.Remedy = "Add a longer stick in Shop, or allow shorter parts."
	}
	b.find(n)
}

// placesOf is where the accepted layout divides a piece, or nil.
func (b *builder) placesOf(m *job.Moulding, f *nest.Problem, q nest.Piece) []measure.Length {
	if l := b.job.Layout(m.ID); l != nil {
		for _, s := range l.Scarfs {
			if s.Piece == q.ID && f.Divides(q, s.At) {
				return s.At
			}
		}
	}
	return nil
}

// scarfEnd is the end of a part at a scarf. What lies under has its long point at the back.
func (b *builder) scarfEnd(t *trim, hand joint.Hand, meets string, over joint.Hand) End {
	e := End{Joint: Scarf, ToldTo: ToLong, Meets: meets, Scarf: t.rules.Scarf}
	if over != hand { // the part left of a joint ends there with its right end
		e.ToldTo = ToShort
	}
	b.set(t, &e, hand, 0, true)
	return e
}

// meetParts lets ends name the part that stands at their corner instead of the
// whole.
func meetParts(parts [][]Piece, ids []string) {
	first, last := map[string]string{}, map[string]string{}
	for i := range parts {
		if n := len(parts[i]); n > 1 {
			first[ids[i]], last[ids[i]] = parts[i][0].ID, parts[i][n-1].ID
		}
	}
	for i := range parts {
		if len(parts[i]) == 0 {
			continue
		}
		// What stands left of a left end stands there with its right end.
		if e := &parts[i][0].Left; last[e.Meets] != "" {
			e.Meets = last[e.Meets]
		}
		if e := &parts[i][len(parts[i])-1].Right; first[e.Meets] != "" {
			e.Meets = first[e.Meets]
		}
	}
}

// notPlanned says that a run is counted and priced only.
func (b *builder) notPlanned(r *job.Room, m *job.Moulding) {
	b.find(Finding{Code: "run_not_planned", Severity: SeverityNote, Stop: "joints", Room: r.ID, Kind: "moulding", ID: m.ID,
		Text: fmt.Sprintf("%s is counted and priced at Look and has no cut list.", m.Title()),
		Why:  "Cuts are worked out for what runs along walls, not around openings.", Remedy: "Buy it by what Look gives, and set its cuts with One corner."})
}
