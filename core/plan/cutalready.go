package plan

import (
	"fmt"
	"math"
	"strings"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/saw"
)

// cutAlready holds what the saw has decided: where an end at a corner is cut, it stays
// what it was cut for, whatever is measured anew.
func (c *chain) cutAlready() {
	if len(c.room.Job.Records) == 0 {
		return
	}
	last := c.cutEnds()
	for _, at := range c.slots {
		for _, end := range []struct {
			hand   string
			corner int
		}{{job.HandLeft, at.stretch().Left}, {job.HandRight, at.stretch().Right}} {
			m, is := last[[2]string{at.piece().ID, end.hand}]
			if !is || end.corner < 0 || !at.run.Corners[end.corner].Usable {
				continue
			}
			// The piece whose right end stands at a corner is left of it.
			me, mate := job.HandLeft, job.HandRight
			if end.hand == job.HandLeft {
				me, mate = mate, me
			}
			if !cutToGive(*m.Cut, at.run.Corners[end.corner].Theta) {
				me = mate
			}
			c.run.Corners[end.corner].Cut = me
		}
	}
}

// cutToGive tells whether an end at an inside corner was cut to be coped there: how far off
// square it was is nearer to half of what the corner turns than to what runs through, which
// is square, or where the corner is acute cut to the other wall.
func cutToGive(c job.Cut, theta measure.Angle) bool {
	off := measure.FromRadians(math.Acos(min(1, c.Mitre.Cos()*c.Bevel.Cos())))
	if strings.HasSuffix(c.Pose, saw.Fenced) {
		off = 90 - off
	}
	return (off - joint.Half(theta)).Abs() < (off - max(0, 90-theta)).Abs()
}

// cutEnds are the standing cuts of ends at the walls' ends, by whole piece and end.
func (c *chain) cutEnds() map[[2]string]job.Record {
	parts := map[string]int{} // of pieces divided by the accepted layout
	for _, t := range c.runs {
		if l := c.room.Job.Layout(t.Moulding.ID); l != nil {
			for _, s := range l.Scarfs {
				parts[s.Piece] = len(s.At) + 1
			}
		}
	}
	last := map[[2]string]job.Record{}
	for _, m := range c.room.Job.Standing() {
		id, part, divided := strings.Cut(m.Piece, "~")
		if m.Kind == job.RecordMiscut {
			delete(last, [2]string{id, job.HandLeft})
			delete(last, [2]string{id, job.HandRight})
			continue
		}
		if m.Kind != job.RecordCut {
			continue
		}
		if divided && (m.End == job.HandLeft && part != "1" || m.End == job.HandRight && part != fmt.Sprint(max(2, parts[id]))) {
			continue // a scarf's end
		}
		last[[2]string{id, m.End}] = m
	}
	return last
}
