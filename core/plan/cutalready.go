package plan

import (
	"math"
	"strings"

	"gnomon/core/decide"
	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/saw"
)

// cuts goes through the ends of a chain that are cut, in the order they were, and holds each
// against what was told then: as the joints were decided with the cuts before it.
type cuts struct {
	chain  *chain
	gone   int            // through so many of the room's cuts
	done   map[int]ends   // the cut ends of each piece so far
	agreed map[int]string // which side gives way at each corner with a cut so far
	held   bool           // a cut said otherwise
}

// next finds the next cut that says otherwise than the plan would have it: whatever was measured
// or chosen since, what is cut stays what it was cut for. All corners with a cut so far are held as
// they were cut, and the joints decided anew. A cut that was made as it was told says nothing new,
// and changes nothing. It returns whether there was one; after the last one the corners that were cut
// since are held too.
func (k *cuts) next() bool {
	c := k.chain
	at, joints := c.outerEnds(), c.byCorner()
	for ; k.gone < len(c.room.cut); k.gone++ {
		m := &c.room.cut[k.gone]
		e, is := at[outerEnd{m.Piece, m.End}]
		if !is {
			continue
		}
		e.cut = m.Cut
		done := k.done[e.piece]
		done[e.side] = &e
		k.done[e.piece] = done
		i := c.corners(e.piece)[e.side]
		d, is := joints[i]
		if !is || d.Gives < 0 { // neither piece could give way
			continue
		}
		k.agreed[i] = givesWay(d)
		if c.cutOtherwise(e.piece, done, joints)[e.side] {
			k.agreed[i] = string(joint.Hand(k.agreed[i]).Other())
			k.gone++
			k.held = true
			k.hold()
			return true
		}
	}
	if k.held {
		k.hold()
	}
	return false
}

// hold decides the joints anew with every corner that has a cut as it was cut.
func (k *cuts) hold() {
	for i, side := range k.agreed {
		k.chain.run.Corners[i].Cut = side
	}
	k.chain.joints, k.chain.body = decide.Joints(k.chain.run)
}

// givesWay is the side of the piece that gives way at a joint, as decide.Corner has it.
func givesWay(d decide.Joint) string {
	if d.Gives == d.Left {
		return job.HandLeft
	}
	return job.HandRight
}

// corners are those at the left and the right end of a piece, by index; -1 where there is none.
func (c *chain) corners(n int) [2]int {
	s := c.slots[n].stretch()
	return [2]int{s.Left, s.Right}
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
// as near the one that is decided. at are the joints by corner.
func (c *chain) cutOtherwise(n int, cut ends, at map[int]decide.Joint) (flipped [2]bool) {
	best := math.Inf(1)
	corners := c.corners(n)
	for k := range 4 {
		flip := [2]bool{k&1 != 0, k&2 != 0}
		possible := true
		for side, f := range flip {
			if d, is := at[corners[side]]; f && (!is || d.Gives < 0) {
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
			d.Gives = d.Through()
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

// outerEnd names an end of what is cut: of a piece, or of a part of it.
type outerEnd struct{ piece, end string }

// outerEnds are the ends of a chain's pieces at their walls' ends: of a piece in parts the left end
// of the first and the right end of the last.
func (c *chain) outerEnds() map[outerEnd]cutEnd {
	at := map[outerEnd]cutEnd{}
	for n, made := range c.parts {
		if len(made) == 0 {
			continue
		}
		for side, hand := range piece.Hands {
			p := &made[side*(len(made)-1)]
			e := cutEnd{piece: n, side: side, of: p.ID}
			if len(made) > 1 {
				e.part = p
			}
			at[outerEnd{p.ID, string(hand)}] = e
		}
	}
	return at
}
