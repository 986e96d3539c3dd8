package piece

import (
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// Hands are a piece's ends, the left one first.
var Hands = [2]joint.Hand{joint.Left, joint.Right}

// Piece is one length of moulding as it hangs. Its identity comes from its run,
// its wall and what it starts at, so that it survives a rebuild.
type Piece struct {
	ID       string
	Label    string
	Room     string
	Run      string
	Wall     string
	Moulding string
	Length   measure.Length // measured, between corner lines or casing edges
	Cut      measure.Length // what to cut, told to the points of its ends
	Back     measure.Length // the same at the back and bottom, as it lies on a stick
	Overall  measure.Length // tip to tip: what it takes of a stick
	From     measure.Length // of its left end, from the wall's left end
	Left     End
	Right    End
	Miscuts  int    // how often it was spoiled
	Hung     string // the record that says it is up
	Done     bool
	Hang     int      // its place in the order to hang, from 1, in its room
	Of       string   // the whole that it is a part of, where that is longer than a stick
	Group    string   // glued up with others on the bench
	Held     string   // why it is held back: it is not to be cut before that is settled
	NotAsIs  string   // why it is not cut as it is: what else is to be done to it on its wall
	Set      string   // the opening that it goes around, none of what runs along walls
	Part     string   // which of that set it is
	Far      bool     // it goes on the wall's other face
	Work     []string // what else is done to it on the bench
	Odd      string   // the odd place that made it
	Holes    []Hole   // cut out of it for what it runs past
	Sliver   bool     // shorter than the blade is wide, so that it cannot be cut
	Cap      bool     // a small piece, as of a return, cut from an offcut
	Turns    bool     // a transition piece at a rounded corner
	Early    int      // the first and the last place it could take in the order of its run
	Late     int
	How      string // what to do with its ends when it goes up
	Hand     *job.ByHand
	Computed measure.Length // what Cut would be without the length set by hand
	Divides  *Division      // how it may be divided, where it is longer than any stick
}

// Division is how a piece longer than any stick may be made of parts.
type Division struct {
	Scarf    measure.Angle    // off square
	LeftOver bool             // the part left of each joint laps over the one right of it
	Places   []measure.Length // only there, from the back of its left end; anywhere where none is told
}

// Hole is what is cut out of a piece for what it runs past, from the back of its left end and its bottom edge. Of the place it is
// for; no nail goes in between NailFrom and NailTo.
type Hole struct {
	Of, Title        string
	From, To         measure.Length
	Low, High        measure.Length
	Short            measure.Length // how much further a round blade reaches on the side that it goes in
	Round            bool           // what comes through is; a slot leads to it from the edge that it is open at
	NailFrom, NailTo measure.Length
	Steps            []string
	Cautions         []string
}

// ID is the identity of a piece of a run that begins at a wall's left end, or after the
// opening named.
func ID(run, wall, opening string) string {
	id := run + "." + wall
	if opening != "" {
		id += "." + opening
	}
	return id
}

// End gives one end of the piece.
func (p *Piece) End(hand joint.Hand) *End {
	if hand == joint.Left {
		return &p.Left
	}
	return &p.Right
}

// Lay works out how a piece lies on a stick from what is cut of it.
func (p *Piece) Lay(s *Shape) {
	p.Back = p.Cut - p.Left.Tip() - p.Right.Tip()
	p.Overall = p.Back + p.Left.reach(s, joint.Left) + p.Right.reach(s, joint.Right)
}

// MeasureUp works out what to cut of a piece whose ends are known.
func (p *Piece) MeasureUp(s *Shape) {
	p.Cut = p.Length - p.Left.Short - p.Right.Short + p.Left.Allowance + p.Right.Allowance
	p.Lay(s)
}

// PartOf makes the piece a part of what lies between two places on the back of the whole,
// whose length is what its ends then leave of it.
func (p *Piece) PartOf(whole string, back measure.Length) {
	p.Of, p.Hand = whole, nil
	p.Length = back + p.Left.Short + p.Right.Short - p.Left.Allowance - p.Right.Allowance + p.Left.Tip() + p.Right.Tip()
}

// SetByHand lets a length that the carpenter set count; none is set where h is nil. It
// returns what that leaves to the next part of the same wall.
func (p *Piece) SetByHand(s *Shape, h *job.ByHand) (rest measure.Length) {
	p.Computed, p.Hand = p.Cut, h
	if h == nil || h.Length == nil {
		return 0
	}
	p.Cut = h.Length.Length
	p.Lay(s)
	return p.Computed - p.Cut
}

// BackFrom is where the piece's back begins, from its wall's left end.
func (p *Piece) BackFrom() measure.Length { return p.From + p.Left.Short - p.Left.Allowance }

// Along is from where to where a piece lies on its wall: less what it stops short of a corner
// for something else that stands there.
func (p *Piece) Along() (from, to measure.Length) {
	from, to = p.From, p.From+p.Length
	if e := p.Left; e.Corner != "" && e.Against != "" {
		from += e.Short
	}
	if e := p.Right; e.Corner != "" && e.Against != "" {
		to -= e.Short
	}
	return from, to
}

// Begun tells whether an end of the piece is cut, so that its wood is chosen.
func (p *Piece) Begun() bool { return p.Left.Mark != "" || p.Right.Mark != "" }

// OffStick tells whether the piece is cut off its stick at both ends; what is coped may still be to do.
func (p *Piece) OffStick() bool { return p.Left.Mark != "" && p.Right.Mark != "" }

// FromStick tells whether the piece is cut from a stick of its own: a cap comes from an
// offcut, and a sliver from none.
func (p *Piece) FromStick() bool { return p.Back > 0 && !p.Cap && !p.Sliver }

// LengthText is the length as lists show it: in words where no number counts.
func (p *Piece) LengthText(unit measure.Unit) string {
	switch {
	case p.Held != "":
		return "held back"
	case p.Hand != nil && p.Hand.InPlace:
		return "in place"
	}
	return p.Cut.In(unit)
}

// MeasuredText is the measured length where that reads otherwise than what is cut; none
// where it does not, or where no number counts.
func (p *Piece) MeasuredText(unit measure.Unit) string {
	if m := p.Length.In(unit); p.LengthText(unit) == p.Cut.In(unit) && m != p.Cut.In(unit) {
		return m
	}
	return ""
}

// Remarks are what every list tells of a piece beside its figures.
func (p *Piece) Remarks() []string {
	var out []string
	if p.Held != "" {
		out = append(out, "Held back, not to be cut yet. "+p.Held)
	}
	if p.NotAsIs != "" {
		out = append(out, "Not cut as it is. "+p.NotAsIs)
	}
	return append(out, p.Work...)
}

// EndRemarks are what a list tells of its ends beside their joints.
func (p *Piece) EndRemarks(unit measure.Unit) []string {
	var out []string
	for _, hand := range Hands {
		if c := p.End(hand).ChamferText(unit); c != "" {
			out = append(out, words.Capital(string(hand))+" end: "+c+".")
		}
	}
	return out
}

// AllowanceText tells what the rules add to a piece or take off it, end by end, or nothing.
func (p *Piece) AllowanceText(unit measure.Unit) string {
	var out []string
	for _, hand := range Hands {
		e := p.End(hand)
		if e.Allowance == 0 {
			continue
		}
		what := "added"
		if e.Allowance < 0 {
			what = "taken off"
		}
		why := map[Joint]string{Cope: "to spring it in", Square: "by the rule for square pieces", Mitre: "for the rounded corner"}[e.Joint]
		if e.Faced {
			why = "to be worked down"
		}
		out = append(out, e.Allowance.Abs().In(unit)+" "+what+" at the "+string(hand)+" end "+why)
	}
	return strings.Join(out, ", ")
}

// ByID finds pieces by their identity.
func ByID(pieces []*Piece) map[string]*Piece {
	at := make(map[string]*Piece, len(pieces))
	for _, p := range pieces {
		at[p.ID] = p
	}
	return at
}

// Short is the length under which a piece cannot be held at the saw; the trade draws the
// line at a foot.
const Short = measure.Foot

// Text tells where a hole is, from the piece's left end and its bottom edge.
func (h Hole) Text(unit measure.Unit) string {
	what := "Cut out"
	if h.Round {
		what = "Bore"
	}
	var stops string
	if h.Short > 0 {
		stops = " Where the round blade must stop at a corner, stop " + h.Short.In(unit) + " before it and finish by hand."
	}
	return what + " for the " + words.Small(h.Title) + ": from " + h.From.In(unit) + " to " + h.To.In(unit) + " along it, from " + h.Low.In(unit) + " to " +
		h.High.In(unit) + " up. No nail from " + h.NailFrom.In(unit) + " to " + h.NailTo.In(unit) + "." + stops
}
