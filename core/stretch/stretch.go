package stretch

import (
	"cmp"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Stretch is what a piece is to cover; one on a wall without a length takes its place in the
// decisions and is then left out.
type Stretch struct {
	Wall        int
	Known       bool
	From, To    measure.Length
	Opening     string // that it starts after, if any
	Left, Right int    // corner indices, -1 for none
	Opens       [2]*job.Opening
	Returns     [2]bool // a free end that returns to the wall
	Apart       bool    // it hangs on readings that are further apart than the tools explain
}

// shows is what a tape shows at least: what is left of a wall between roundings is no stretch.
const shows = measure.Sixtyfourth / 2

// Stretches cuts the walls that a run goes over into what lies between openings. A stretch
// that was measured by itself has that length. Nothing lies between a corner and what stands
// in it.
func (r *Room) Stretches(run *job.Run, tall measure.Length) []Stretch {
	var out []Stretch
	over := r.Over(run)
	for n, i := range over {
		w, level := r.Walls[i], run.Level
		wall, known := r.Measured.Wall(i, level)
		length := wall.Length
		left, right := r.CornerAt(i, false), r.CornerAt(i, true)
		at, start := measure.Length(0), ""
		first, last := n == 0 && !(run.Whole() && r.Closed), n == len(over)-1 && !(run.Whole() && r.Closed)
		var turns [2]bool
		var before *job.Opening
		if first {
			turns[0], at = freeEnd(run.LeftEnd, left < 0, r.LeftEnd, r.LeftSetback)
		}
		if last {
			var short measure.Length
			turns[1], short = freeEnd(run.RightEnd, right < 0, r.RightEnd, r.RightSetback)
			length -= short
		}
		if turns[0] {
			left = -1
		}
		if turns[1] {
			right = -1
		}
		unsure := false // where the opening before stands
		add := func(to measure.Length, s Stretch, end *job.Opening) {
			if end != nil && before == nil && r.taken(run, end, s.Left, i) || end == nil && before != nil && r.taken(run, before, s.Right, i) {
				return
			}
			s.Wall, s.Known, s.From, s.To, s.Opening, s.Opens = i, known, at, to, start, [2]*job.Opening{before, end}
			s.Returns = [2]bool{turns[0] && start == "", turns[1] && end == nil}
			id := ""
			if end != nil {
				id = end.ID
			}
			s.Apart = unsure || end == nil && wall.Apart
			if by, ok := r.Measured.Clear(i, level, start, id); ok && known && level != job.Ceiling {
				s.To, s.Apart = at+by.Length-overhang(before, level)-overhang(end, level), by.Apart
			}
			out = append(out, s)
		}
		for k := range r.Openings { // in order along the wall
			o := &r.Openings[k]
			if o.Wall != w.ID || !r.breaks(i, o, run, tall) {
				continue
			}
			from, to := r.edges(i, o, level)
			if from > at || !known && at == 0 && start == "" {
				add(min(from, length), Stretch{Left: left, Right: -1}, o)
			}
			left, start, before = -1, o.ID, o
			if by, ok := r.Measured.Clear(i, level, "", o.ID); ok {
				unsure = by.Apart
			}
			at = max(at, to)
		}
		if length > at || !known {
			add(length, Stretch{Left: left, Right: right}, nil)
		}
	}
	kept := out[:0]
	for _, s := range out {
		if !s.Known || s.To-s.From >= shows { // nothing lies beyond a wall shorter than its openings
			kept = append(kept, s)
		}
	}
	return kept
}

// freeEnd tells whether a run's end returns to the wall, and how far short of the wall's end
// it stops: as the run has it, or where the room itself ends there, as that has it.
func freeEnd(runs string, roomEnds bool, rooms string, setback *job.Entry) (returns bool, short measure.Length) {
	if roomEnds {
		runs = cmp.Or(runs, rooms)
		if setback != nil {
			short = setback.Length
		}
	}
	return runs == job.EndReturn, short
}

// breaks tells whether a run stops at an opening. What hangs from the ceiling passes over
// all but a cabinet, or what stands around an opening, that reaches up to it.
func (r *Room) breaks(wall int, o *job.Opening, run *job.Run, tall measure.Length) bool {
	if run.Level != job.Ceiling {
		return o.Breaks(run.Level)
	}
	top, reaches := o.Reaches() // a built-up head, or what is tall
	if o.Kind == job.OpenCabinet && o.Head != nil {
		top, reaches = o.Head.Length, true
	}
	ceiling, known := r.ceiling(wall)
	return reaches && known && top > ceiling-Below(run)-tall
}
