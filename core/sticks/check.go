package sticks

import (
	"slices"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/nest"
	"gnomon/core/piece"
	"gnomon/core/words"
)

func layoutForm(code string, s finding.Severity, text, why string) *finding.Form {
	return finding.Declare(finding.Form{Code: code, Severity: s, Stop: finding.Sticks, Kind: "moulding", Text: text, Why: why,
		Remedy: "Fit the sticks again: what is cut stays."})
}

var (
	overfull = layoutForm("layout_overfull", finding.Stop, "Stick %d no longer holds what is laid out on it.", "A length, an end or the kerf has changed since.")
	badStick = layoutForm("layout_bad_stick", finding.Check, "Stick %d is marked bad and %s still to come from it.", "Nothing more can be cut from it.")
	barred   = layoutForm("layout_barred", finding.Check, "%s lies on an offcut that it must not come from.",
		"It was kept off it: another grade, or painted another colour.")
	incomplete = layoutForm("layout_incomplete", finding.Check, "%s is on no stick.",
		"It came into the plan, or changed its wall, after the sticks were laid out.")
	stale   = layoutForm("layout_stale", finding.Check, "%s laid out on the sticks left the plan.", "A wall, an opening or a run was taken out since.")
	spoiled = layoutForm("layout_miscut", finding.Check, "%s was miscut: its wood is spoiled.",
		"It must come from another stick; what is left of it may still make a shorter piece.")
)

// Need is what pieces take of a moulding's sticks.
type Need struct {
	Moulding string
	Pieces   int
	Length   measure.Length // as they lie on sticks
}

// Needs are what pieces take.
func Needs(pieces []*piece.Piece) []Need {
	var out []Need
	for _, p := range pieces {
		if !p.FromStick() {
			continue
		}
		i := slices.IndexFunc(out, func(n Need) bool { return n.Moulding == p.Moulding })
		if i < 0 {
			i = len(out)
			out = append(out, Need{Moulding: p.Moulding})
		}
		out[i].Pieces++
		out[i].Length += p.Back
	}
	return out
}

// Supplies are what to cut from what: what all pieces take, told in any number of parts, and every
// accepted layout of a job checked against the pieces.
func Supplies(j *job.Job, needs []Need, pieces []*piece.Piece) ([]Supply, finding.List) {
	var out []Supply
	var found finding.List
	var byID map[string]*piece.Piece
	mine := map[string][]*piece.Piece{} // of mouldings with a layout
	if len(j.Layouts) > 0 {
		byID = piece.ByID(pieces)
		for _, l := range j.Layouts {
			mine[l.Moulding] = nil
		}
		for _, p := range pieces {
			if of, laid := mine[p.Moulding]; laid && p.FromStick() {
				mine[p.Moulding] = append(of, p)
			}
		}
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		s := Supply{Moulding: m.ID}
		for _, n := range needs {
			if n.Moulding == m.ID {
				s.Pieces, s.Length = s.Pieces+n.Pieces, s.Length+n.Length
			}
		}
		l := j.Layout(m.ID)
		if l != nil {
			s.Laid, s.Valid = true, true
			found.Add(s.check(j, m, l, mine[m.ID], byID)...)
		}
		if s.Pieces > 0 || l != nil {
			out = append(out, s)
		}
	}
	return out, found
}

// check holds an accepted layout against the pieces of its moulding.
func (s *Supply) check(j *job.Job, m *job.Moulding, l *job.Layout, mine []*piece.Piece, byID map[string]*piece.Piece) finding.List {
	var found finding.List
	say := func(f finding.Finding) {
		s.Valid = false
		found.Add(f)
	}
	laid := map[string]bool{}
	gone := 0
	fit := Problem(j, m)
	for i, st := range l.Sticks {
		bar := walk(j, &fit, st, byID)
		for _, q := range bar.On {
			if q.Piece == nil || laid[q.Laid.Piece] {
				gone++
			}
			laid[q.Laid.Piece] = true
		}
		if !bar.Fits {
			say(overfull.In("", m.ID).Says(i + 1))
		}
		if n := len(uncut(bar)); st.Bad && n > 0 {
			say(badStick.In("", m.ID).Says(i+1, words.Count(n, "piece")))
		}
		if st.Source == "" {
			s.Cost += st.Price
			s.Count++
		}
		s.Total += st.Length
		s.Sticks = append(s.Sticks, bar)
	}
	for _, b := range l.Barred {
		for _, bar := range s.Sticks {
			for _, q := range bar.On {
				if bar.Source == b.Source && q.Piece != nil && (q.Laid.Piece == b.Piece || q.Piece.Of == b.Piece) && !q.Begun {
					say(barred.In("", m.ID).Says(q.Piece.Label))
				}
			}
		}
	}
	var missing []string
	for _, p := range mine {
		if !laid[p.ID] {
			missing = append(missing, p.Label)
		}
	}
	if len(missing) == 1 {
		say(incomplete.In("", m.ID).Says(missing[0]))
	} else if len(missing) > 1 {
		f := incomplete.In("", m.ID)
		f.Text, f.Why = words.List(missing)+" are on no stick.", "They came into the plan, or changed their walls, after the sticks were laid out."
		say(f)
	}
	if gone > 0 {
		say(stale.In("", m.ID).Says(words.Count(gone, "piece")))
	}
	for _, spoil := range miscutsSince(j, l) {
		if p := byID[spoil.Piece]; p != nil && laid[p.ID] {
			say(spoiled.In("", m.ID).Says(p.Label))
		}
	}
	for _, bar := range s.Sticks {
		used := measure.Length(0)
		for _, q := range bar.On {
			used += q.To - q.From
		}
		s.Waste += bar.Length - used
		s.Offcuts += Offcut(j, bar)
	}
	s.Least, s.Bounded = l.Least, l.For != "" && l.For == Fingerprint(j, m, mine)
	return found
}

func uncut(bar Bar) []BarPiece {
	return slices.DeleteFunc(slices.Clone(bar.On), func(q BarPiece) bool { return q.Begun })
}

// walk goes along a laid stick by the rule of package nest.
func walk(j *job.Job, f *nest.Problem, st job.LaidStick, byID map[string]*piece.Piece) Bar {
	out := Bar{LaidStick: st, Fits: true, Finished: len(st.Pieces) > 0}
	reach := nest.Walk(f, st.Length)
	blocks := slices.Clone(st.Spoiled)
	free := false // what stands last is still to be cut
	for _, q := range st.Pieces {
		for len(blocks) > 0 && blocks[0].From < q.From {
			reach.Past(blocks[0].To)
			blocks = blocks[1:]
		}
		p := byID[q.Piece]
		bp := BarPiece{Laid: q, Piece: p}
		if p == nil { // it left the plan: its place is kept
			reach.Past(q.To)
			out.On = append(out.On, bp)
			continue
		}
		bp.Begun = p.Begun()
		out.Started = out.Started || bp.Begun
		out.Finished = out.Finished && p.OffStick()
		n := Fitted(j, p)
		bp.To = bp.From + n.Length
		if n.Length > q.To-q.From && bp.Begun { // cut as it was; what has changed since is a finding of its own
			bp.To = q.To
		}
		if !reach.Place(n, bp.From, bp.To) && !bp.Begun { // what is cut is cut
			out.Fits = false
		}
		free = !bp.Begun
		out.On = append(out.On, bp)
	}
	for _, s := range blocks {
		reach.Past(s.To)
		free = false
	}
	over := reach.Over()
	out.Leftover = max(0, -over)
	out.Fits = out.Fits && (over <= 0 || !free)
	out.Started = out.Started || len(st.Spoiled) > 0
	return out
}

// miscutsSince lists the standing miscuts made after the layout was accepted.
func miscutsSince(j *job.Job, l *job.Layout) []job.Record {
	then := map[string]bool{}
	for _, m := range j.Records[:min(l.Records, len(j.Records))] {
		then[m.ID] = true
	}
	var out []job.Record
	for _, m := range j.Standing() {
		if m.Kind == job.RecordMiscut && !then[m.ID] {
			out = append(out, m)
		}
	}
	return out
}
