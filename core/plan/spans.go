package plan

import (
	"cmp"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// span is a piece before its ends are known; one on a wall without a length
// takes its place in the decisions and is then left out.
type span struct {
	wall        int
	known       bool
	from, to    measure.Length
	start       string // the opening it starts after, if any
	left, right int    // corner indices, -1 for none
	opens       [2]*job.Opening
	turns       [2]bool // a free end that returns to the wall
	apart       bool    // it hangs on readings that are further apart than the tools explain
}

// spans cuts the walls that a run goes over into what lies between openings. A stretch
// that was measured by itself has that length. Nothing lies between a corner and what stands
// in it.
func (b *builder) spans(r *job.Room, run *job.Run, tall measure.Length) []span {
	var out []span
	over := r.Over(run)
	for n, i := range over {
		w, level := r.Walls[i], run.Level
		wall, known := b.at.Wall(i, level)
		length := wall.Length
		left, right := r.CornerAt(i, false), r.CornerAt(i, true)
		at, start := measure.Length(0), ""
		first, last := n == 0 && !(run.Whole() && r.Closed), n == len(over)-1 && !(run.Whole() && r.Closed)
		var turns [2]bool
		var before *job.Opening
		if first {
			end := run.LeftEnd
			if left < 0 {
				end = cmp.Or(end, r.LeftEnd)
				if r.LeftSetback != nil {
					at = r.LeftSetback.Length
				}
			}
			turns[0] = end == job.EndReturn
		}
		if last {
			end := run.RightEnd
			if right < 0 {
				end = cmp.Or(end, r.RightEnd)
				if r.RightSetback != nil {
					length -= r.RightSetback.Length
				}
			}
			turns[1] = end == job.EndReturn
		}
		if turns[0] {
			left = -1
		}
		if turns[1] {
			right = -1
		}
		unsure := false // where the opening before stands
		add := func(to measure.Length, s span, end *job.Opening) {
			if end != nil && before == nil && b.taken(r, run, end, s.left, i) || end == nil && before != nil && b.taken(r, run, before, s.right, i) {
				return
			}
			s.wall, s.known, s.from, s.to, s.start, s.opens = i, known, at, to, start, [2]*job.Opening{before, end}
			s.turns = [2]bool{turns[0] && start == "", turns[1] && end == nil}
			id := ""
			if end != nil {
				id = end.ID
			}
			s.apart = unsure || end == nil && wall.Apart
			if by, ok := b.at.Clear(i, level, start, id); ok && known && level != job.Ceiling {
				s.to, s.apart = at+by.Length-overhang(before, level)-overhang(end, level), by.Apart
			}
			out = append(out, s)
		}
		for k := range r.Openings { // in order along the wall
			o := &r.Openings[k]
			if o.Wall != w.ID || !b.breaks(i, o, run, tall) {
				continue
			}
			from, to := b.edges(i, o, level)
			if from > at || !known && at == 0 && start == "" {
				add(min(from, length), span{left: left, right: -1}, o)
			}
			left, start, before = -1, o.ID, o
			if by, ok := b.at.Clear(i, level, "", o.ID); ok {
				unsure = by.Apart
			}
			at = max(at, to)
		}
		if length > at || !known {
			add(length, span{left: left, right: right}, nil)
		}
	}
	kept := out[:0]
	for _, s := range out {
		if !s.known || s.to > s.from { // nothing lies beyond a wall shorter than its openings
			kept = append(kept, s)
		}
	}
	return kept
}

// breaks tells whether a run stops at an opening. What hangs from the ceiling passes over
// all but a cabinet that reaches up to it.
func (b *builder) breaks(wall int, o *job.Opening, run *job.Run, tall measure.Length) bool {
	if run.Level != job.Ceiling {
		return o.Breaks(run.Level)
	}
	if o.Kind != job.OpenCabinet || o.Head == nil {
		return false
	}
	ceiling, known := b.ceiling(wall)
	return known && o.Head.Length > ceiling-below(run)-tall
}

// below is how far a run's top hangs under the ceiling.
func below(run *job.Run) measure.Length {
	if run.Below != nil {
		return run.Below.Length
	}
	return 0
}

// ceiling is how high the ceiling is over a wall at least, as measured, or as called out.
func (b *builder) ceiling(wall int) (measure.Length, bool) {
	l, okL := b.at.CeilingAt(wall, false)
	r, okR := b.at.CeilingAt(wall, true)
	switch {
	case okL && okR:
		return min(l, r), true
	case okL:
		return l, true
	case okR:
		return r, true
	case b.in.Look.Ceiling != nil:
		return b.in.Look.Ceiling.Length, true
	}
	return 0, false
}
