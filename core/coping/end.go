package coping

import (
	"fmt"
	"math"

	"gnomon/core/cope"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/profile"
	"gnomon/core/saw"
	"gnomon/core/words"
)

// Side is one of two pieces that meet: its moulding, its shape, and how it hangs.
type Side struct {
	Name  string // of the moulding
	Shape *piece.Shape
	Hangs profile.Pose
}

// End is a coped end with all that is told of it.
type End struct {
	Piece    *piece.Piece // nil of one that is in no job
	Hand     joint.Hand
	Into     string // label of the piece that it is coped into
	Through  Side
	Coped    Side
	Theta    measure.Angle
	Tool     Tool
	Joint    cope.Joint
	Line     []cope.Mark
	Back     measure.Angle // the least that the saw leans, level as the piece hangs
	Lean     measure.Angle // with the tool's own
	Square   measure.Angle // what a blade held square to a crown's back leans at least
	Extra    float64       // how much longer than the corner line the piece is
	Off      float64       // how far the test mitre's own edge is off the line at most
	Follows  bool          // the test mitre shows the line
	Cuts     []SawCut
	Feathers []cope.Feather
	Reliefs  []Relief
	Parts    []cope.Part
	Hollows  []cope.Bend // that the tool does not reach
	Unit     measure.Unit
}

// SawCut is a straight part that is cut at the saw.
type SawCut struct {
	cope.Straight
	Way saw.Way
}

// Relief is a sharp corner of the line, numbered in the order of sawing where it is cut to along the piece; outer ones have none.
type Relief struct {
	Number int
	cope.Corner
}

// Undrawn says that a moulding has measures only, which no line follows from.
type Undrawn struct{ Moulding string }

func (e *Undrawn) Error() string {
	return e.Moulding + " has measures only, and no line follows from them; draw its section, or take the nearest of the library, in Shop under " +
		"Mouldings"
}

// Meeting is where an end is coped: the corner, and the wall behind the piece that runs through.
type Meeting struct {
	Theta measure.Angle
	Lean  measure.Angle // how far the top of that wall leans into the room
}

// New works out a coped end of two mouldings that meet. cut is the plane that the end is cut in before it is coped, none for the mitre
// that halves the corner. The error is an *Undrawn or a *cope.Unfit.
func New(through, coped Side, at Meeting, hand joint.Hand, cut *joint.Normal, rules *job.Rules, machine *job.Saw, unit measure.Unit) (*End, error) {
	for _, s := range []Side{through, coped} {
		if s.Shape.Section == nil {
			return nil, &Undrawn{s.Name}
		}
	}
	if err := cope.Check(through.Shape.Section, at.Theta); err != nil {
		return nil, err
	}
	e := &End{Hand: hand, Through: through, Coped: coped, Theta: at.Theta, Tool: ToolOf(rules), Unit: unit}
	e.Joint = cope.Joint{Through: through.Shape.Section.Hung(through.Hangs), Coped: coped.Shape.Section.Hung(coped.Hangs), Theta: at.Theta, Lean: at.Lean}
	e.Line = e.Joint.Line()
	e.Back, e.Lean = cope.BackCut(at.Theta), e.Tool.LeansAtLeast(at.Theta)+coped.Shape.BackCut
	if coped.Shape.Crown {
		e.Square = cope.SquareToBack(at.Theta, coped.Shape.Spring)
	}
	e.Extra = cope.Extra(e.Line)
	e.Off = e.Joint.OffMitre(e.Line)
	if cut != nil {
		slope, rise := back(*cut, hand)
		e.Off = cope.OffPlane(e.Line, slope, rise)
	}
	e.Follows = e.Off <= cope.Exact
	for _, s := range e.Joint.Straights(e.Line) {
		n := joint.Normal{X: s.Normal[0], Y: s.Normal[1], Z: s.Normal[2]}.At(hand)
		e.Cuts = append(e.Cuts, SawCut{s, saw.Choose(n, coped.Shape.Moulding, saw.Lie(rules.Crown), machine)})
	}
	e.Feathers = e.Joint.Feathers(e.Line, e.Lean, cope.Tip, cope.Wide)
	corners := cope.Corners(e.Line, e.Tool.Turns)
	e.Parts = cope.Parts(e.Line, corners, e.Tool.Turns)
	number := 0
	for _, c := range corners {
		r := Relief{Corner: c}
		if c.Inner {
			number++
			r.Number = number
		}
		e.Reliefs = append(e.Reliefs, r)
	}
	if e.Tool.Reach > 0 {
		e.Hollows = cope.Hollows(e.Line, e.Tool.Reach)
	}
	return e, nil
}

// back is how far an end's plane runs back from the corner for each unit out and up: at a right end the piece's own length runs the
// other way.
func back(n joint.Normal, hand joint.Hand) (slope, rise float64) {
	if hand == joint.Right {
		return -n.Slope(), -n.Rise()
	}
	return n.Slope(), n.Rise()
}

// Of works out a coped end of a plan's piece. The error is an *Undrawn, a *cope.Unfit, or says that the end is not coped.
func Of(j *job.Job, shapes *piece.Shapes, pieces map[string]*piece.Piece, id string, hand joint.Hand) (*End, error) {
	p := pieces[id]
	if p == nil {
		return nil, &job.Invalid{Thing: "piece " + id, Reason: "is not in the plan", Remedy: "gnomon plan lists its pieces"}
	}
	e := p.End(hand)
	if e.Joint != piece.Cope || pieces[e.Meets] == nil {
		return nil, &job.Invalid{Thing: fmt.Sprintf("%s, %s end", p.Label, hand), Reason: "is not coped",
			Remedy: "choose an end that is, or let it give way at its corner"}
	}
	q := pieces[e.Meets]
	through, coped := side(j, shapes, q, e.Tops[1]), side(j, shapes, p, e.Tops[0])
	through.Hangs.Up = hangs(j, shapes, q) - hangs(j, shapes, p)
	room := j.Room(p.Room)
	rules, _ := j.RulesAt(room, p.Run, e.Corner)
	out, err := New(through, coped, Meeting{e.Theta, e.Tops[1]}, hand, &e.Plane, rules, j.Machine(), j.Unit)
	if err != nil {
		return nil, err
	}
	out.Piece, out.Into = p, words.Small(q.Label)
	return out, nil
}

// Slight is by how much a line may run past the end as it is cut, and not be told: what lacks is filled.
const Slight = 1.0 / 32

// Misses is how far the line runs at most past the end as it is cut before it is coped.
func (e *End) Misses() float64 {
	slope, rise := back(e.Piece.End(e.Hand).Plane, e.Hand)
	most := 0.0
	top := e.Joint.Through.High()
	for _, m := range e.Line {
		if math.Abs(m.Z-top) < 1.0/8 || m.Z < e.Joint.Through.Low()+1.0/8 { // a sliver over the other one's edge is eased away
			continue
		}
		most = max(most, slope*m.Own.U+rise*m.Own.Z-m.Along)
	}
	return most
}

// side is how a piece's moulding hangs on a wall whose top leans in.
func side(j *job.Job, shapes *piece.Shapes, p *piece.Piece, lean measure.Angle) Side {
	m := j.Moulding(p.Moulding)
	s := Side{Name: m.Title(), Shape: shapes.Of(p.Moulding), Hangs: profile.Pose{Roll: lean}}
	if m.Is().Sprung {
		s.Hangs.Roll += m.Seat().Spring - m.Read().Seat().Spring
	}
	return s
}

// hangs is how high the told point of a piece's moulding hangs, against others of its level: under a ceiling its top tells.
func hangs(j *job.Job, shapes *piece.Shapes, p *piece.Piece) float64 {
	room := j.Room(p.Room)
	for i := range room.Runs {
		if k := &room.Runs[i]; k.ID == p.Run && k.Level == job.Ceiling {
			below := measure.Length(0)
			if k.Below != nil {
				below = k.Below.Length
			}
			return -(below + shapes.Of(p.Moulding).Drop).Inches()
		}
	}
	return 0
}
