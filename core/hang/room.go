package hang

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/sets"
	"gnomon/core/stretch"
)

// Into is what a nail holds in.
type Into string

// What nails hold in. An opening's are its jamb's edge or the framing beside it.
const (
	InStud    Into = "stud"
	InJoist   Into = "joist"
	InBacking Into = "backing"
	InCorner  Into = "corner"
	InOpening Into = "opening"
	InPiece   Into = "piece"
)

// Nail is one nail of a piece.
type Nail struct {
	Piece    string
	At       measure.Length // along the piece, from the back of its left end
	Height   measure.Length // where it enters the face, above the bottom edge
	Length   measure.Length
	Kind     string // brad or finish
	Into     Into
	Jamb     bool          // of an opening it is the jamb that it holds in
	Toward   measure.Angle // off square along the piece, to the right where positive
	Up       measure.Angle // off level: 90 straight up, into a joist
	Row      string        // low or high, inner or outer, or a pin through a joint
	Supposed bool          // nobody found what it holds in: it is counted out from what was found
	Covered  bool          // the next piece stands before it: there is no hole to fill
	through  measure.Length
}

// Rows of nails.
const (
	Low   = "low"
	High  = "high"
	Inner = "inner"
	Outer = "outer"
	Down  = "down" // of a stool, into its sill
	Pin   = "pin"
)

// Room is what a room's fixing is worked out from: its pieces as they will hang.
type Room struct {
	In     *stretch.Room
	Runs   []*stretch.Run
	Sets   []*sets.Set
	Pieces []*piece.Piece
}

// Fixing is how all that hangs in a room is fixed.
type Fixing struct {
	Nails    []Nail // piece by piece, in the order of the plan
	Strips   []Strip
	Walls    []Framing // what is known behind each wall
	Findings finding.List
	of       map[string][2]int
}

// Of are the nails of a piece.
func (f *Fixing) Of(piece string) []Nail {
	at := f.of[piece]
	return f.Nails[at[0]:at[1]]
}

// Text are the nails of a piece as a list has them: 18 of 2 1/2", 2 of 1"; nothing where it has none.
func (f *Fixing) Text(piece string, unit measure.Unit) string {
	var out []string
	of := f.Of(piece)
	for _, l := range lengths(of) {
		n := 0
		for _, k := range of {
			if k.Length == l {
				n++
			}
		}
		out = append(out, fmt.Sprintf("%d of %s", n, l.In(unit)))
	}
	return strings.Join(out, ", ")
}

// lengths are those of nails, the longest first.
func lengths(of []Nail) []measure.Length {
	var out []measure.Length
	for _, n := range of {
		if !slices.Contains(out, n.Length) {
			out = append(out, n.Length)
		}
	}
	slices.SortFunc(out, func(a, b measure.Length) int { return cmp.Compare(b, a) })
	return out
}

// fixing is a room being fixed.
type fixing struct {
	Room
	out               *Fixing
	runs              map[string]*stretch.Run
	sets              map[face]*sets.Set
	byID              map[string]*piece.Piece
	walls             map[string]int
	long              []measure.Length       // of each wall; 0 where it was not measured
	class             map[string]map[int]int // of a run, by wall
	sold              []measure.Length
	rules             *job.Rules
	noStuds, noJoists []int                   // walls of which none is known
	first             map[string]*piece.Piece // of each run, what goes up before the rest of it
	tops              map[string]float64      // how high the top nails of a crown enter it, by its moulding
	told              map[string]bool         // what was found and is told once
}

// face is one face of the wall that an opening is in.
type face struct {
	opening string
	far     bool
}

// Fix works out how all that hangs in a room is fixed.
func Fix(r Room) Fixing {
	f := &fixing{Room: r, out: &Fixing{Nails: make([]Nail, 0, 10*len(r.Pieces)), of: make(map[string][2]int, len(r.Pieces))},
		runs: map[string]*stretch.Run{}, sets: map[face]*sets.Set{}, byID: piece.ByID(r.Pieces), walls: map[string]int{}, class: map[string]map[int]int{},
		first: map[string]*piece.Piece{}, tops: map[string]float64{}, told: map[string]bool{}}
	f.rules, _ = r.In.Job.RulesAt(r.In.Room, "", "")
	for _, n := range r.In.Job.Nails {
		f.sold = append(f.sold, n.Length.Length)
	}
	if len(f.sold) == 0 {
		for _, l := range Sold {
			f.sold = append(f.sold, measure.FromInches(l))
		}
	}
	for i := range r.In.Walls {
		f.walls[r.In.Walls[i].ID] = i
	}
	for _, p := range r.Pieces {
		if was := f.first[p.Run]; p.Hang > 0 && !p.Cap && (was == nil || p.Hang < was.Hang) {
			f.first[p.Run] = p
		}
	}
	f.frame()
	for _, t := range r.Runs {
		f.runs[t.ID] = t
		over := r.In.Over(t.Run)
		class := Classes(len(over), t.Whole() && r.In.Closed)
		f.class[t.ID] = map[int]int{}
		for i, wall := range over {
			f.class[t.ID][wall] = class[i]
		}
	}
	for _, s := range r.Sets {
		f.sets[face{s.Opening, s.Far}] = s
	}
	f.backing()
	for _, p := range r.Pieces {
		f.piece(p)
	}
	f.corners()
	f.settle()
	f.unsaid()
	return *f.out
}

// piece drives the nails of one piece. What is glued on, small, or fixed as its odd place says has none of its own.
func (f *fixing) piece(p *piece.Piece) {
	switch t := f.runs[p.Run]; {
	case p.Back <= 0 || p.Cap || p.Turns || p.Odd != "" && p.Back < piece.Short:
	case p.Set != "":
		f.around(p)
	case t == nil:
		f.alone(p)
	case t.Level == job.Ceiling && t.Shape().Crown:
		f.crown(p, t)
	default:
		f.flat(p, t)
	}
}

// add drives a nail.
func (f *fixing) add(n Nail) { f.out.Nails = append(f.out.Nails, n) }

// settle takes out the nails that were given up, and finds where those of each piece stand then.
func (f *fixing) settle() {
	clear(f.out.of)
	kept := f.out.Nails[:0]
	for _, n := range f.out.Nails {
		if n.Length == 0 {
			continue
		}
		at, there := f.out.of[n.Piece]
		if !there {
			at[0] = len(kept)
		}
		kept = append(kept, n)
		f.out.of[n.Piece] = [2]int{at[0], len(kept)}
	}
	f.out.Nails = kept
}

// took is how much of a piece's back an end's cut takes up anywhere over its section: past that its wood is whole.
func took(e *piece.End, sh *piece.Shape, hand joint.Hand) float64 {
	s, r := sh.Projection.Inches()*e.Slope, sh.Drop.Inches()*e.Rise
	if hand == joint.Right {
		s, r = -s, -r
	}
	return max(0, s, r, s+r)
}

// tookAt is how much of a piece's back an end's cut takes up at a height of its section: past that its wood is whole there.
func tookAt(e *piece.End, sh *piece.Shape, hand joint.Hand, height float64) float64 {
	s, r := sh.Whole().At(height)*e.Slope, height*e.Rise
	if hand == joint.Right {
		s, r = -s, -r
	}
	return max(0, r, s+r)
}

// length chooses a nail that holds after passing through so much, and tells where none is long enough.
func (f *fixing) length(p *piece.Piece, through measure.Length) measure.Length {
	want := f.rules.NailOver(through)
	l, ok := Length(want, f.sold)
	if !ok && !f.told["short "+p.Moulding] {
		f.told["short "+p.Moulding] = true
		f.out.Findings.Add(tooShort.In(f.In.ID, p.ID).Says(p.Label, want.In(f.In.Job.Unit), l.In(f.In.Job.Unit)).Because(through.In(f.In.Job.Unit)))
	}
	return l
}

// kind is what a nail is: what holds in framing is a finish nail, the rest are brads.
func kind(i Into, jamb bool) string {
	if i == InPiece || jamb {
		return job.NailBrad
	}
	return job.NailFinish
}

// board is how thick the board of a wall is.
func (f *fixing) board(wall int) measure.Length {
	if b := f.In.Walls[wall].Board; b != nil {
		return b.Length
	}
	return f.In.Job.UsualBoard()
}

// most is the most that a nail is turned along its piece: past that it splits out of the edge that it leans to.
const most measure.Angle = 35

// toward is by how much a nail is turned so that it is by so much further along, to the right where positive, half way into what it holds
// in.
func toward(by float64, through, length measure.Length) measure.Angle {
	deep := through.Inches() + (length-through).Inches()/2
	a := measure.Angle(math.Atan2(by, deep) * 180 / math.Pi).Round(1)
	return max(-most, min(most, a))
}

func inches(v float64) measure.Length { return measure.FromInches(v) }

// wallOf is the index of a piece's wall; -1 where it has none.
func (f *fixing) wallOf(p *piece.Piece) int {
	if i, there := f.walls[p.Wall]; there {
		return i
	}
	return -1
}
