package plan

import (
	"gnomon/core/finding"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/piece"
	"gnomon/core/sawing"
	"gnomon/core/sight"
	"gnomon/core/sticks"
)

// Plan is everything worked out from a job.
type Plan struct {
	Pieces    []piece.Piece
	Decisions []Decision
	Findings  finding.List
	HangOrder []string     // piece ids, room by room
	Cuts      []sawing.Cut // in the order to make them
	Stops     []StopProgress
	Supplies  []sticks.Supply // of each moulding that has pieces: what to cut from what
	Surveys   []inspect.Survey
	Lines     []Line         // layout lines of what hangs from the ceiling
	Groups    []Group        // glued up on the bench
	Orders    []sawing.Order // at the saw, to choose from
	Glue      []GlueStep     // on the bench, in the order to do it
	Sights    []sight.Sight  // from where people come in, room by room
	Chains    []Chain        // what shares corners, with its order to hang
}

// Decision is a choice made for one corner, with its reason and what the other choice
// would come to.
type Decision struct {
	Room, Run string
	Corner    string
	Letter    string
	Joint     string
	Coped     string // the piece that gives way: coped, or butted
	Through   string // the piece that runs square past it, or the other of a mitred pair
	Left      string // the pieces left and right of the corner, those that there are
	Right     string
	Against   string // what else a single piece ends against there, in a word or two
	Rule      string
	Reason    string // what joint it is, and why
	Title     string // what joint it is, of the pieces as they are cut
	Why       string // why, by itself
	RunnerUp  string
	Overrides []string // what was decided for this corner by hand
	Now       *Tally   // what the run comes to as decided, where either could give way
	Instead   *Tally   // and with the other giving way
	Seen      bool     // the corner is seen from the way in
	Seam      float64  // how much of the seam shows from there, 0 to 1
}

// Tally is what choosing who is coped comes to over a run.
type Tally struct {
	Cost    float64
	Coped   measure.Length // of the pieces that give way, once for each such end
	Seams   []string       // letters of corners whose seam faces the way in
	OffHand []string       // of those coped on the other hand
	Double  []string       // labels of pieces coped at both ends
}

// Survey is the check of a room at a level: empty where there is none.
func (p *Plan) Survey(room string, l job.Level) inspect.Survey {
	for _, s := range p.Surveys {
		if s.Room == room && s.Level == l {
			return s
		}
	}
	return inspect.Survey{}
}

// Supply is what to cut from what for a moulding; one without a name where it has none.
func (p *Plan) Supply(moulding string) sticks.Supply {
	for _, s := range p.Supplies {
		if s.Moulding == moulding {
			return s
		}
	}
	return sticks.Supply{}
}

// StickCost is what the sticks of all mouldings cost, as laid out.
func (p *Plan) StickCost() money.Cents {
	sum := money.Cents(0)
	for _, s := range p.Supplies {
		sum += s.Cost
	}
	return sum
}

// add puts a room's part at the end of the plan.
func (p *Plan) add(r Plan) {
	p.Pieces, p.Decisions, p.Findings = append(p.Pieces, r.Pieces...), append(p.Decisions, r.Decisions...), append(p.Findings, r.Findings...)
	p.HangOrder, p.Surveys, p.Lines = append(p.HangOrder, r.HangOrder...), append(p.Surveys, r.Surveys...), append(p.Lines, r.Lines...)
	p.Groups, p.Sights, p.Chains = append(p.Groups, r.Groups...), append(p.Sights, r.Sights...), append(p.Chains, r.Chains...)
}
