package plan

import (
	"gnomon/core/hang"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// What is asked of a room only by who stands before its walls is worked out when it is asked for.

// Level is that of one of the room's runs; none where it has no such run.
func (p *RoomPlan) Level(run string) job.Level {
	for _, t := range p.in.Runs {
		if t.ID == run {
			return t.Level
		}
	}
	return ""
}

// Read tells whether all walls of the room are measured and all its corners read.
func (p *RoomPlan) Read() bool {
	n := &p.come
	return n.walls > 0 && n.measured == n.walls && n.read == n.corners
}

// Finish is what is to be done in the room once its trim hangs.
func (p *RoomPlan) Finish() hang.Finish {
	return hang.Finishing(p.in.In, p.in.Runs, p.Pieces, &p.Fixing)
}

// Cards are what to know of each piece when it goes up, in their order; alone where one person works.
func (p *RoomPlan) Cards(alone bool) []hang.Card {
	return hang.Cards(p.in.In, p.in.Runs, p.Pieces, p.Lines, &p.Fixing, alone)
}

// Rounds are the ladder's ways around the room: one for each of its layout lines.
func (p *RoomPlan) Rounds() []hang.Round {
	var out []hang.Round
	for _, l := range p.Lines {
		out = append(out, hang.LadderRound(p.in.In, l, p.Pieces))
	}
	return out
}

// Firsts are the first pieces of the room's crowns, and how each is set.
func (p *RoomPlan) Firsts() []hang.First {
	var out []hang.First
	byID := piece.ByID(p.Pieces)
	for _, c := range p.Chains {
		if len(c.Order) == 0 {
			continue
		}
		q := byID[c.Order[0]]
		for _, t := range p.in.Runs {
			if q == nil || t.ID != q.Run || !t.Shape().Crown {
				continue
			}
			for _, l := range p.Lines {
				for _, m := range l.Members {
					if m == t.ID {
						out = append(out, hang.SetFirst(p.in.In, t, l, q, byID))
					}
				}
			}
		}
	}
	return out
}

// In is what the room is hung from: its runs as they lie, and what goes around its openings.
func (p *RoomPlan) In() *hang.Room { return &p.in }

// Wall are the facts of the room's walls that stand: what hangs, and what gave trouble.
func (p *RoomPlan) Wall() []job.Record { return p.wall }

// NailText are the nails of a piece as a list has them.
func (p Plan) NailText(piece *piece.Piece, unit measure.Unit) string {
	for _, r := range p.Rooms {
		if r.Room == piece.Room {
			return r.Fixing.Text(piece.ID, unit)
		}
	}
	return ""
}
