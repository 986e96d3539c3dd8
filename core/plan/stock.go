package plan

import (
	"cmp"
	"crypto/sha256"
	"encoding/hex"
	"fmt"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/nest"
	"gnomon/core/stock"
)

// Stock is what to cut from what for one moulding, as its accepted layout has it.
type Stock struct {
	Moulding string
	Pieces   int            // to cut, all rooms
	Length   measure.Length // of these pieces, as they lie on sticks
	Laid     bool           // there is a layout
	Valid    bool           // and it still holds every piece
	Sticks   []Bar
	Cost     money.Cents // of the sticks bought
	Count    int
	Least    money.Cents // no layout costs less; of use where Bounded
	Bounded  bool        // the bound is for these pieces and prices
	Waste    measure.Length
	Offcuts  measure.Length // of the waste, what is long enough to keep
	Total    measure.Length // of the sticks
}

// StockOf is the stock of a moulding; one without a name where it has none.
func (p Plan) StockOf(moulding string) Stock {
	for _, s := range p.Stock {
		if s.Moulding == moulding {
			return s
		}
	}
	return Stock{}
}

// StickCost is what the sticks of all mouldings cost, as laid out.
func (p Plan) StickCost() money.Cents {
	sum := money.Cents(0)
	for _, s := range p.Stock {
		sum += s.Cost
	}
	return sum
}

// Proved tells whether no layout can cost less.
func (s Stock) Proved() bool { return s.Valid && s.Bounded && s.Cost <= s.Least }

// Bar is a stick with where each piece stands on it.
type Bar struct {
	job.LaidStick
	On       []BarPiece
	Leftover measure.Length // past the last cut
	Finished bool           // every piece on it is cut
	Started  bool           // one is
	Fits     bool
}

// BarPiece is a piece on a stick; Piece is nil where the plan has none of its name.
type BarPiece struct {
	job.Laid
	Piece *Piece
	Begun bool
}

// laid tells whether the piece is cut from a stick of its own: a cap comes from an
// offcut.
func (p Piece) laid() bool { return p.Back > 0 && !p.Cap }

// begun tells whether an end of the piece is cut, so that its wood is chosen.
func (p Piece) begun() bool { return p.Left.Mark != "" || p.Right.Mark != "" }

// byID finds the plan's pieces.
func (b *builder) byID() map[string]*Piece {
	at := make(map[string]*Piece, len(b.plan.Pieces))
	for i := range b.plan.Pieces {
		at[b.plan.Pieces[i].ID] = &b.plan.Pieces[i]
	}
	return at
}

// stock checks every accepted layout against the pieces.
func (b *builder) stock() {
	at := b.byID()
	for i := range b.job.Mouldings {
		m := &b.job.Mouldings[i]
		s := Stock{Moulding: m.ID}
		var mine []*Piece
		for k := range b.plan.Pieces {
			if p := &b.plan.Pieces[k]; p.Moulding == m.ID && p.laid() {
				mine = append(mine, p)
				s.Pieces++
				s.Length += p.Back
			}
		}
		l := b.job.Layout(m.ID)
		if l != nil {
			b.checkLayout(m, l, mine, at, &s)
		}
		if s.Pieces > 0 || l != nil {
			b.plan.Stock = append(b.plan.Stock, s)
		}
	}
}

func (b *builder) checkLayout(m *job.Moulding, l *job.Layout, mine []*Piece, at map[string]*Piece, s *Stock) {
	s.Laid, s.Valid = true, true
	f := Finding{Stop: "sticks", Kind: "moulding", ID: m.ID, Severity: SeverityCheck, Remedy: "Fit the sticks again: what is cut stays."}
	say := func(code, text, why string) {
		n := f
		n.Code, n.Text, n.Why = code, text, why
		s.Valid = false
		b.find(n)
	}
	laid := map[string]bool{}
	gone := 0
	fit := stock.Problem(b.job, m)
	for i, st := range l.Sticks {
		bar := b.bar(&fit, st, at)
		for _, q := range bar.On {
			if q.Piece == nil || laid[q.Laid.Piece] {
				gone++
			}
			laid[q.Laid.Piece] = true
		}
		if !bar.Fits {
			n := f
			n.Code, n.Severity = "layout_overfull", SeverityStop
			n.Text, n.Why = fmt.Sprintf("Stick %d no longer holds what is laid out on it.", i+1), "A length, an end or the kerf has changed since."
			s.Valid = false
			b.find(n)
		}
		if st.Bad && len(uncut(bar)) > 0 {
			say("layout_bad_stick", fmt.Sprintf("Stick %d is marked bad and %s still to come from it.", i+1, plural(len(uncut(bar)), "piece")), "Nothing more can be cut from it.")
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
					say("layout_barred", q.Piece.Label+" lies on an offcut that it must not come from.", "It was kept off it: another grade, or painted another colour.")
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
		say("layout_incomplete", missing[0]+" is on no stick.", "It came into the plan, or changed its wall, after the sticks were laid out.")
	} else if len(missing) > 1 {
		say("layout_incomplete", job.Listed(missing)+" are on no stick.", "They came into the plan, or changed their walls, after the sticks were laid out.")
	}
	if gone > 0 {
		say("layout_stale", plural(gone, "piece")+" laid out on the sticks left the plan.", "A wall, an opening or a run was taken out since.")
	}
	for _, spoil := range miscutsSince(b.job, l) {
		if p := at[spoil.Piece]; p != nil && laid[p.ID] {
			say("layout_miscut", p.Label+" was miscut: its wood is spoiled.", "It must come from another stick; what is left of it may still make a shorter piece.")
		}
	}
	for _, bar := range s.Sticks {
		used := measure.Length(0)
		for _, q := range bar.On {
			used += q.To - q.From
		}
		s.Waste += bar.Length - used
		s.Offcuts += Offcut(b.job, bar)
	}
	s.Least, s.Bounded = l.Least, l.For != "" && l.For == Fingerprint(b.job, m, mine)
}

// Offcut is what a stick leaves for the rack once its pieces are cut off: nothing
// where it is shorter than the job keeps, or the stick is bad.
func Offcut(j *job.Job, bar Bar) measure.Length {
	left := bar.Leftover
	if len(bar.On) > 0 || len(bar.Spoiled) > 0 {
		left -= j.Kerf()
	}
	if bar.Bad || left < j.Cutting.Keep.Length || left <= 0 {
		return 0
	}
	return left
}

func uncut(bar Bar) []BarPiece {
	return slices.DeleteFunc(slices.Clone(bar.On), func(q BarPiece) bool { return q.Begun })
}

// bar walks along a laid stick by the rule of package nest.
func (b *builder) bar(f *nest.Problem, st job.LaidStick, at map[string]*Piece) Bar {
	out := Bar{LaidStick: st, Fits: true, Finished: len(st.Pieces) > 0}
	reach := nest.Walk(f, st.Length)
	blocks := slices.Clone(st.Spoiled)
	free := false // what stands last is still to be cut
	for _, q := range st.Pieces {
		for len(blocks) > 0 && blocks[0].From < q.From {
			reach.Past(blocks[0].To)
			blocks = blocks[1:]
		}
		p := at[q.Piece]
		bp := BarPiece{Laid: q, Piece: p}
		if p == nil { // it left the plan: its place is kept
			reach.Past(q.To)
			out.On = append(out.On, bp)
			continue
		}
		bp.Begun = p.begun()
		out.Started = out.Started || bp.Begun
		out.Finished = out.Finished && p.Done
		n := fitted(*p)
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
func miscutsSince(j *job.Job, l *job.Layout) []job.Mark {
	then := map[string]bool{}
	for _, m := range j.Marks[:min(l.Marks, len(j.Marks))] {
		then[m.ID] = true
	}
	var out []job.Mark
	for _, m := range j.Standing() {
		if m.Kind == job.MarkMiscut && !then[m.ID] {
			out = append(out, m)
		}
	}
	return out
}

// Fingerprint stands for all that a layout's bound depends on: pieces, stick
// lengths, prices and the blade.
func Fingerprint(j *job.Job, m *job.Moulding, pieces []*Piece) string {
	h := sha256.New()
	c := j.Cutting
	fmt.Fprintln(h, j.Kerf(), c.EndTrim.Length, m.Out(), m.Tall())
	for _, s := range stock.Problem(j, m).Stocks {
		fmt.Fprintln(h, int64(s.Length), s.Price, s.Available)
	}
	var lines []string
	for i := 0; i < len(pieces); i++ {
		p := pieces[i]
		id, length, last := p.ID, p.Back, p
		if p.Of != "" { // where it is divided is the layout's own choice
			id = p.Of
			for ; i+1 < len(pieces) && pieces[i+1].Of == id; i++ {
				last = pieces[i+1]
				length += last.Back
			}
		}
		lines = append(lines, fmt.Sprintln(id, int64(length), p.Left.Slope, last.Right.Slope, p.Left.Rise, last.Right.Rise))
	}
	slices.Sort(lines)
	fmt.Fprint(h, lines)
	return hex.EncodeToString(h.Sum(nil)[:12])
}

// Spare tells whether the stick is kept whole against miscuts.
func (b Bar) Spare() bool { return len(b.On) == 0 && len(b.Spoiled) == 0 && b.Source == "" && !b.Bad }

// Origin is where a laid stick came from: bought, rack or miscut.
func Origin(s job.LaidStick) string {
	switch {
	case strings.HasPrefix(s.Source, SourceRack):
		return "rack"
	case strings.HasPrefix(s.Source, SourceMiscut):
		return "miscut"
	}
	return "bought"
}

// Lot is so many sticks of one length, bought together.
type Lot struct {
	Length measure.Length
	Count  int
	Cost   money.Cents
}

// Lots are the sticks bought, by length, longest first.
func (s Stock) Lots() []Lot {
	var out []Lot
	for _, b := range s.Sticks {
		if b.Source != "" {
			continue
		}
		i := slices.IndexFunc(out, func(l Lot) bool { return l.Length == b.Length })
		if i < 0 {
			i = len(out)
			out = append(out, Lot{Length: b.Length})
		}
		out[i].Count++
		out[i].Cost += b.Price
	}
	slices.SortFunc(out, func(a, b Lot) int { return cmp.Compare(b.Length, a.Length) })
	return out
}
