package plan

import (
	"math"
	"slices"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// holdCut holds every corner as its ends were cut, where a cut says otherwise than the plan would
// have it now: whatever was measured or chosen since, what is cut stays what it was cut for. A
// cut that was made as it was told says nothing new, and changes nothing. It goes through the
// cuts in the order they were made, so that each is held against what was told then. It returns
// whether any joint was decided anew.
func (c *chain) holdCut() (anew bool) {
	cuts := c.cutEnds()
	done := map[int]ends{}     // the cuts gone through so far, by piece
	agreed := map[int]string{} // which side gives way at each corner with a cut, as far as gone
	for _, m := range cuts {
		e := done[m.piece]
		e[m.side] = &m
		done[m.piece] = e
		i := c.corners(m.piece)[m.side]
		d, open := c.openAt(i)
		if !open {
			continue
		}
		agreed[i] = givesWay(d)
		if !c.cutOtherwise(m.piece, e)[m.side] {
			continue
		}
		agreed[i] = other(agreed[i])
		for at, side := range agreed {
			c.run.Corners[at].Cut = side
		}
		c.joints, c.body = decide.Joints(c.run)
		anew = true
	}
	if anew { // also what was cut after the last that said otherwise
		for at, side := range agreed {
			c.run.Corners[at].Cut = side
		}
		c.joints, c.body = decide.Joints(c.run)
	}
	return anew
}

// givesWay is the side of the piece that gives way at a joint, as decide.Corner has it.
func givesWay(d decide.Joint) string {
	if d.Gives == d.Left {
		return job.HandLeft
	}
	return job.HandRight
}

func other(side string) string { return string(joint.Hand(side).Other()) }

// corners are those at the left and the right end of a piece, by index; -1 where there is none.
func (c *chain) corners(n int) [2]int {
	s := c.slots[n].stretch()
	return [2]int{s.Left, s.Right}
}

// openAt is the joint at a corner; open tells whether either piece could give way there.
func (c *chain) openAt(i int) (d decide.Joint, open bool) {
	for _, j := range c.joints {
		if j.Corner == i {
			return j, j.Gives >= 0
		}
	}
	return d, false
}

// cutEnd is an end of a piece of the chain that is cut, side as in piece.Hands.
type cutEnd struct {
	piece, side int
	of          string       // what was cut: the piece, or a part of it
	part        *piece.Piece // that part, nil where the piece is whole
	cut         *job.Cut
}

// ends are the cut ends of one piece, nil where an end is not cut.
type ends [2]*cutEnd

// cutOtherwise tells of each end of a piece whether it was cut for the other choice at its corner:
// of all choices at its two ends the one that comes nearest to its cuts, and where several come
// as near the one that is decided.
func (c *chain) cutOtherwise(n int, cut ends) (flipped [2]bool) {
	at := c.byCorner()
	best := math.Inf(1)
	corners := c.corners(n)
	for k := range 4 {
		flip := [2]bool{k&1 != 0, k&2 != 0}
		possible := true
		for side, f := range flip {
			if _, open := c.openAt(corners[side]); f && !open {
				possible = false
			}
		}
		if !possible {
			continue
		}
		if off := c.offCut(n, cut, flip, at); off < best-nearAsNear {
			best, flipped = off, flip
		}
	}
	return flipped
}

// nearAsNear is within what two choices come as near to what was cut: see offCut.
const nearAsNear = 0.1

// offCut is how far a piece is from its cuts, with the other choice made at the ends that are
// flipped: degrees off square of each end, and quarters of an inch of its length. at are the joints by
// corner.
func (c *chain) offCut(n int, cut ends, flip [2]bool, at map[int]decide.Joint) float64 {
	p := *c.slots[n].piece()
	corners := c.corners(n)
	with := map[int]decide.Joint{}
	for side, hand := range piece.Hands {
		i := corners[side]
		if i < 0 {
			continue
		}
		d := at[i]
		if flip[side] {
			d.Gives = d.Left + d.Right - d.Gives
		}
		with[i] = d
		var unused finding.List
		*p.End(hand) = c.cornerEnd(d, n, hand, &unused)
	}
	c.allow(n, &p, with)
	p.MeasureUp(c.slots[n].run.Shape())
	sum := 0.0
	for side, m := range cut {
		if m == nil {
			continue
		}
		was, is := c.slots[n].piece().End(piece.Hands[side]), p.End(piece.Hands[side])
		if is.Setting != nil {
			sum += math.Abs(float64(offSquare(m.cut) - measure.FromRadians(math.Acos(min(1, math.Abs(is.Plane.X))))))
		}
		length := p.Cut
		if m.part != nil { // of its length only what this end takes of it is another
			length = m.part.Cut + was.Short - is.Short + is.Allowance - was.Allowance
		}
		if c.room.Job.Hand(m.of) == nil {
			sum += 4 * math.Abs((m.cut.Length - length).Inches())
		}
	}
	return sum
}

// offSquare is how far off square a cut was made, however it lay.
func offSquare(c *job.Cut) measure.Angle {
	off := measure.FromRadians(math.Acos(min(1, c.Mitre.Cos()*c.Bevel.Cos())))
	if strings.HasSuffix(c.Pose, saw.Fenced) {
		off = 90 - off
	}
	return off
}

// cutEnds are the ends at corners that are cut, in the order they were.
func (c *chain) cutEnds() []cutEnd {
	if len(c.room.cut) == 0 {
		return nil
	}
	type name struct{ piece, end string }
	at := map[name]cutEnd{}
	for n, made := range c.parts {
		if len(made) == 0 {
			continue
		}
		for side, hand := range piece.Hands {
			p := &made[side*(len(made)-1)] // the left end of the first part, the right one of the last
			e := cutEnd{piece: n, side: side, of: p.ID}
			if len(made) > 1 {
				e.part = p
			}
			at[name{p.ID, string(hand)}] = e
		}
	}
	var out []cutEnd
	for _, m := range c.room.cut {
		e, is := at[name{m.Piece, m.End}]
		if !is {
			continue
		}
		e.cut = m.Cut
		out = slices.DeleteFunc(out, func(o cutEnd) bool { return o.of == e.of && o.side == e.side })
		out = append(out, e)
	}
	return out
}
