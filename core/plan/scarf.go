package plan

import (
	"fmt"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/stock"
)

// fitted is a piece as the fitting takes it: what is cut, with its slants.
func fitted(p Piece) nest.Piece {
	return nest.Piece{ID: p.ID, Length: p.Back, Left: nest.End{S: p.Left.Slope, R: p.Left.Rise}, Right: nest.End{S: p.Right.Slope, R: p.Right.Rise}}
}

// scarfed lets a piece be divided by the job's rules.
func (b *builder) scarfed(q nest.Piece) nest.Piece {
	q.Scarf = stock.Scarf(b.job)
	return q
}

// sticksFor is what a run's pieces are held against: how many the yard has decides what is
// bought, not what fits.
func (b *builder) sticksFor(m *job.Moulding) *nest.Problem {
	f := stock.Problem(b.job, m)
	for i := range f.Stocks {
		f.Stocks[i].Available = nest.Unlimited
	}
	return &f
}

// divide makes parts of a piece that is longer than any stick, where the accepted
// layout divides it. A piece that fits, or is not divided yet, stays whole.
func (b *builder) divide(t *trim, p Piece) []Piece {
	m, whole := t.m, []Piece{p}
	if len(m.Sticks) == 0 || p.Back <= 0 {
		return whole
	}
	f := t.fit
	q := b.scarfed(fitted(p))
	if f.Fits(q) {
		return whole
	}
	at := b.placesOf(m, f, q)
	if at == nil {
		b.tooLong(m, f, p, q)
		return whole
	}
	var out []Piece
	var joints []string
	from, more := measure.Length(0), measure.Length(0) // what a part set by hand leaves to the next
	for n := range len(at) + 1 {
		part := p
		part.ID, part.Of = nest.PartID(p.ID, n+1), p.ID
		part.Label = p.Label + strings.ToLower(job.CornerLetter(n))
		to := p.Back
		if n < len(at) {
			to = at[n]
			part.Right = b.scarfEnd(t, joint.Right, nest.PartID(p.ID, n+2))
			joints = append(joints, (to + p.Left.Short).In(b.unit))
		}
		if n > 0 {
			part.Left = b.scarfEnd(t, joint.Left, nest.PartID(p.ID, n))
			part.From = p.From + p.Left.Short + from
		}
		part.Hand = nil
		part.Length = to - from + part.Left.Short + part.Right.Short + part.Left.tip() + part.Right.tip() + more
		part.measureUp(t.shape)
		more = b.byHand(t.shape, &part)
		out = append(out, part)
		from = to
	}
	b.find(Finding{Code: "piece_scarfed", Severity: SeverityNote, Stop: "joints", Room: p.Room, Kind: "piece", ID: out[0].ID,
		Text: fmt.Sprintf("%s is longer than any stick: %s, joined by a %s scarf at %s from its left end.", p.Label, plural(len(out), "part"), b.job.Rules.Scarf, strings.Join(joints, " and ")),
		Why:  "The part on the left goes up first; the next laps over it with its long point on the face.", Remedy: "Put the joint over a stud, glue it, and turn the open edge away from where people come in."})
	return out
}

func (b *builder) tooLong(m *job.Moulding, f *nest.Problem, p Piece, q nest.Piece) {
	var longest measure.Length
	for _, s := range m.Sticks {
		longest = max(longest, s.Length)
	}
	n := Finding{Code: "piece_longer_than_stick", Severity: SeverityStop, Stop: "joints", Room: p.Room, Kind: "piece", ID: p.ID,
		Text: fmt.Sprintf("%s takes %s and the longest stick is %s.", p.Label, p.Overall.In(b.unit), longest.In(b.unit)),
		Why:  "It cannot be cut from one stick.", Remedy: "Fit the sticks: it will be made of parts joined by a scarf. Or add a longer stick in Shop."}
	if f.EvenParts(q) == nil {
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

func (b *builder) scarfEnd(t *trim, hand joint.Hand, meets string) End {
	e := End{Joint: Scarf, ToldTo: ToLong, Meets: meets, Scarf: b.job.Rules.Scarf}
	if hand == joint.Left {
		e.ToldTo = ToShort
	}
	b.set(t.shape, &e, hand, 0, true)
	return e
}

// meetParts lets ends name the part that stands at their corner instead of the
// whole.
func meetParts(parts [][]Piece, pieces []Piece) {
	first, last := map[string]string{}, map[string]string{}
	for i := range parts {
		if n := len(parts[i]); n > 1 {
			first[pieces[i].ID], last[pieces[i].ID] = parts[i][0].ID, parts[i][n-1].ID
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
