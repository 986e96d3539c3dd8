package hang

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/stretch"
	"gnomon/core/words"
)

// Climb is all that is done on the ladder at one corner before a crown goes up, in its order.
type Climb struct {
	ID      string // of the corner; of an end that has none, of its wall and hand
	Title   string // corner B, or the left end of wall 1
	Marks   []Mark
	Missing []string // what is still to be read at the ceiling there
	NailOn  string   // the wall on which a nail is started, or none
	Why     string
	Snap    string // the line to snap, from the climb before to here
	Hook    string // and the one to hook here
	Line    measure.Length
	Steps   []string
}

// Mark is where the gauge block's mark stands on one wall.
type Mark struct {
	Wall  string
	Title string
	Under measure.Length // the ceiling
	Over  measure.Length // the floor, where the ceiling's height is known there
	Known bool
}

// Round is the ladder's way around a room, for one layout line: one climb for each corner, and for each free end.
type Round struct {
	Run    string
	Climbs []Climb
	Reach  measure.Length // the longest line to snap
	High   measure.Length // the highest mark
}

// LadderRound goes around a room once, one way, for a layout line.
func LadderRound(r *stretch.Room, line Line, pieces []*piece.Piece) Round {
	out := Round{Run: line.Run}
	run := runOf(r.Room, line.Run)
	if run == nil {
		return out
	}
	over := r.Over(run)
	closed := run.Whole() && r.Closed && len(over) > 2
	l := ladder{r, line, pieces, &out}
	for n, wall := range over {
		if n == 0 && !closed {
			l.climb(-1, wall)
		}
		next := -1
		if n+1 < len(over) || closed {
			next = over[(n+1)%len(over)]
		}
		l.climb(wall, next)
	}
	if n := len(out.Climbs); closed && n > 0 { // it ends where it began
		end := &out.Climbs[n-1]
		end.Steps = append(end.Steps, fmt.Sprintf("Back at %s the line along %s is snapped last.", words.Small(out.Climbs[0].Title), job.WallNumber(over[0])))
	}
	return out
}

func runOf(r *job.Room, id string) *job.Run {
	if i := slices.IndexFunc(r.Runs, func(k job.Run) bool { return k.ID == id }); i >= 0 {
		return &r.Runs[i]
	}
	return nil
}

type ladder struct {
	*stretch.Room
	line   Line
	pieces []*piece.Piece
	out    *Round
}

// climb adds the climb between two walls; one of them is −1 at a free end.
func (l *ladder) climb(left, right int) {
	unit := l.Job.Unit
	c := Climb{}
	switch {
	case left >= 0 && right >= 0:
		c.ID, c.Title = l.Corners[left].ID, "Corner "+job.CornerLetter(left)
	case left >= 0:
		c.ID, c.Title = l.Walls[left].ID+".right", "The right end of "+job.WallNumber(left)
	default:
		c.ID, c.Title = l.Walls[right].ID+".left", "The left end of "+job.WallNumber(right)
	}
	for _, m := range []struct {
		wall  int
		right bool
	}{{left, true}, {right, false}} {
		if m.wall < 0 {
			continue
		}
		k := Mark{Wall: l.Walls[m.wall].ID, Title: job.WallNumber(m.wall), Under: l.line.Mark}
		if ceiling, ok := l.Measured.CeilingAt(m.wall, m.right); ok {
			k.Over, k.Known = ceiling-l.line.Mark, true
			l.out.High = max(l.out.High, k.Over)
		}
		c.Marks = append(c.Marks, k)
	}
	c.Missing = l.missing(left, right)
	c.NailOn, c.Why = l.nail(left, right)
	for _, k := range c.Marks {
		at := ""
		if k.Known {
			at = fmt.Sprintf(", %s over the floor", k.Over.In(unit))
		}
		c.Steps = append(c.Steps, fmt.Sprintf("Hold the gauge block under the ceiling on %s and mark its lower edge: %s down%s.", k.Title, k.Under.In(unit), at))
	}
	for _, m := range c.Missing {
		c.Steps = append(c.Steps, "Read "+m+", and write it where the crown will cover it.")
	}
	if c.NailOn != "" {
		c.Steps = append(c.Steps, fmt.Sprintf("Start one nail on the mark on %s. %s", c.NailOn, c.Why))
	}
	if left >= 0 {
		c.Line = l.length(left)
		l.out.Reach = max(l.out.Reach, c.Line)
		if n := len(l.out.Climbs); n > 0 {
			c.Snap = fmt.Sprintf("Draw the line tight from %s to here along %s and snap it%s.", words.Small(l.out.Climbs[n-1].Title), job.WallNumber(left),
				lineText(c.Line, unit))
			c.Steps = append(c.Steps, c.Snap)
		}
	}
	if right >= 0 {
		c.Hook = fmt.Sprintf("Hook the chalk line on the mark on %s, and go on to the right.", job.WallNumber(right))
		c.Steps = append(c.Steps, c.Hook)
	}
	l.out.Climbs = append(l.out.Climbs, c)
}

func lineText(long measure.Length, unit measure.Unit) string {
	if long <= 0 {
		return ""
	}
	return ", " + long.In(unit) + " long"
}

func (l *ladder) length(wall int) measure.Length {
	w, _ := l.Measured.Wall(wall, job.Ceiling)
	return w.Length
}

// missing are the readings that are not there at the ceiling: a wall's length once it is gone along, and the corner.
func (l *ladder) missing(left, right int) (out []string) {
	if left >= 0 {
		if _, ok := l.Measured.WallAt(left, job.Ceiling); !ok {
			out = append(out, fmt.Sprintf("the length of %s at the ceiling", job.WallNumber(left)))
		}
	}
	if left >= 0 && right >= 0 {
		if _, ok := l.Measured.CornerAt(left, job.Ceiling); !ok {
			out = append(out, "the corner at the ceiling")
		}
	}
	for _, m := range []struct {
		wall  int
		right bool
	}{{left, true}, {right, false}} {
		if m.wall < 0 {
			continue
		}
		if _, ok := l.Measured.CeilingAt(m.wall, m.right); !ok {
			out = append(out, fmt.Sprintf("how high the ceiling is at this end of %s", job.WallNumber(m.wall)))
		}
	}
	return out
}

// nail tells on which wall a nail is started at a corner: where a square end will rest while the piece's coped end is brought home.
func (l *ladder) nail(left, right int) (on, why string) {
	type side struct {
		wall int
		hand joint.Hand
	}
	square := ""
	for _, s := range []side{{left, joint.Right}, {right, joint.Left}} {
		if s.wall < 0 {
			continue
		}
		for _, p := range l.pieces {
			if p.Run != l.line.Run && !l.member(p.Run) || p.Wall != l.Walls[s.wall].ID || p.Cap || p.Turns {
				continue
			}
			e, other := p.End(s.hand), p.End(s.hand.Other())
			if e.Corner == "" && left >= 0 && right >= 0 || e.Joint != piece.Square && e.Joint != piece.Butt {
				continue
			}
			if left >= 0 && right >= 0 && e.Corner != l.Corners[left].ID {
				continue
			}
			if other.Joint == piece.Cope {
				return job.WallNumber(s.wall), fmt.Sprintf("The square end of %s rests there while its coped end is brought home.", words.Small(p.Label))
			}
			if square == "" {
				square = job.WallNumber(s.wall)
				why = fmt.Sprintf("The square end of %s rests there while its other end is fixed.", words.Small(p.Label))
			}
		}
	}
	return square, why
}

func (l *ladder) member(run string) bool {
	return slices.Contains(l.line.Members, run)
}
