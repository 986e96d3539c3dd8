package plan

import (
	"gnomon/core/finding"
	"gnomon/core/fit"
	"gnomon/core/hang"
	"gnomon/core/inspect"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/piece"
	"gnomon/core/sets"
	"gnomon/core/sight"
	"gnomon/core/sticks"
)

// Plan is everything worked out from a job. What is worked out of a room by itself stands in that room's
// part; what is asked of all rooms comes one room after the other, and the rest goes over all rooms. A plan is only read:
// those of a job before and after a change share what did not change.
type Plan struct {
	Rooms    []*RoomPlan
	Pieces   []*piece.Piece
	First    finding.List // findings of no room: that come before those of rooms, and after them
	Last     finding.List
	Stops    []StopProgress
	Supplies []sticks.Supply // of each moulding that has pieces: what to cut from what
	bench
}

// Findings are those of all rooms and of none, causes first.
func (p Plan) Findings() finding.List {
	lists := make([]finding.List, 0, len(p.Rooms)+2)
	lists = append(lists, p.First)
	for _, r := range p.Rooms {
		lists = append(lists, r.Findings)
	}
	return finding.Merged(append(lists, p.Last)...)
}

// AtTheWall are the findings that wait at Hang: what nails, backing and the order on the wall come to.
func (p Plan) AtTheWall() finding.List {
	return joined(p.Rooms, func(r *RoomPlan) []finding.Finding { return r.Fixing.Findings })
}

// Decisions are the joints, and who gives way at each.
func (p Plan) Decisions() []*Decision {
	return joined(p.Rooms, func(r *RoomPlan) []*Decision { return r.Decisions })
}

// HangOrder are pieces in the order to hang, by their identifiers.
func (p Plan) HangOrder() []string {
	return joined(p.Rooms, func(r *RoomPlan) []string { return r.HangOrder })
}

// Surveys are the checks of rooms.
func (p Plan) Surveys() []inspect.Survey {
	return joined(p.Rooms, func(r *RoomPlan) []inspect.Survey { return r.Surveys })
}

// Lines are the layout lines of what hangs from ceilings.
func (p Plan) Lines() []hang.Line {
	return joined(p.Rooms, func(r *RoomPlan) []hang.Line { return r.Lines })
}

// Groups are glued up on the bench.
func (p Plan) Groups() []Group { return joined(p.Rooms, func(r *RoomPlan) []Group { return r.Groups }) }

// Sights are from where people come in.
func (p Plan) Sights() []sight.Sight {
	return joined(p.Rooms, func(r *RoomPlan) []sight.Sight { return r.Sights })
}

// Chains are what shares corners, with its order to hang.
func (p Plan) Chains() []*Chain {
	return joined(p.Rooms, func(r *RoomPlan) []*Chain { return r.Chains })
}

// Sets are what goes around openings.
func (p Plan) Sets() []*sets.Set {
	return joined(p.Rooms, func(r *RoomPlan) []*sets.Set { return r.Sets })
}

// RoomPlan is a room's part of a plan.
type RoomPlan struct {
	Room      string
	Pieces    []*piece.Piece
	Decisions []*Decision
	Findings  finding.List // causes first
	HangOrder []string
	Surveys   []inspect.Survey
	Lines     []hang.Line
	Groups    []Group
	Sights    []sight.Sight
	Sets      []*sets.Set // what goes around its openings
	hungSets  int         // how many pieces of these go up before anything else
	Odds      []OddPlace
	Chains    []*Chain
	Fixing    hang.Fixing  // its nails, and the strips that are fixed before; what is found of these waits with it, at Hang
	cutGone   finding.List // of what was cut or hung and is planned no more
	in        hang.Room    // what it was fixed from
	wall      []job.Record // what was done on its walls
	early     finding.List // of what went up before what it gives way to
	glued     []gluedUp    // what is glued in each group that has joints
	needs     []sticks.Need
	come      come
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
	Overrides []string      // what was decided for this corner by hand
	Now       *Tally        // what the run comes to as decided, where either could give way
	Instead   *Tally        // and with the other giving way
	Seen      bool          // the corner is seen from the way in
	Seam      float64       // how much of the seam shows from there, 0 to 1
	Fit       *fit.Expected // how it will close; nil where that cannot be told
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
	for _, s := range p.Surveys() {
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

// Survey is the check of the room at a level: empty where there is none.
func (p *RoomPlan) Survey(l job.Level) inspect.Survey {
	for _, s := range p.Surveys {
		if s.Level == l {
			return s
		}
	}
	return inspect.Survey{}
}

// joined is one list of theirs.
func joined[T any](rooms []*RoomPlan, list func(*RoomPlan) []T) []T {
	n := 0
	for _, r := range rooms {
		n += len(list(r))
	}
	if n == 0 {
		return nil
	}
	out := make([]T, 0, n)
	for _, r := range rooms {
		out = append(out, list(r)...)
	}
	return out
}
