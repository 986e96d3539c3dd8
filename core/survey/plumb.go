package survey

import (
	"cmp"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Height is how high the ceiling is over the level line at one end of a wall.
type Height struct {
	Wall  int
	Right bool
	At    measure.Length
}

// CeilingAt is the ceiling's height at one end of a wall over the floor that is there: as
// measured there, or as its neighbour has it across the corner.
func (m Measures) CeilingAt(i int, right bool) (measure.Length, bool) {
	return m.atEnd(i, right, func(w *job.Wall) (left, right *job.Entry) { return w.CeilingLeft, w.CeilingRight })
}

// FloorAt is how far the floor is below the level line at one end of a wall, likewise.
func (m Measures) FloorAt(i int, right bool) (measure.Length, bool) {
	return m.atEnd(i, right, func(w *job.Wall) (left, right *job.Entry) { return w.FloorLeft, w.FloorRight })
}

// CeilingOver is how high the ceiling is over the level line at one end of a wall: over the
// floor that is there, less what that lies below the line. A floor that was not read lies
// on it.
func (m Measures) CeilingOver(i int, right bool) (measure.Length, bool) {
	h, ok := m.CeilingAt(i, right)
	f, _ := m.FloorAt(i, right)
	return h - f, ok
}

// atEnd is what was measured at one end of a wall, or of its neighbour across the corner.
func (m Measures) atEnd(i int, right bool, ends func(*job.Wall) (left, right *job.Entry)) (measure.Length, bool) {
	own := func(i int, right bool) *job.Entry {
		l, r := ends(&m.room.Walls[i])
		if right {
			return r
		}
		return l
	}
	if e := own(i, right); e != nil {
		return e.Length, true
	}
	n := len(m.room.Walls)
	if m.room.CornerAt(i, right) < 0 {
		return 0, false
	}
	beside := (i + 1) % n
	if !right {
		beside = (i + n - 1) % n
	}
	if e := own(beside, !right); e != nil {
		return e.Length, true
	}
	return 0, false
}

// Rise is what the ceiling rises along a wall, left to right, and over what
// length.
func (m Measures) Rise(i int) (rise, over measure.Length, ok bool) {
	a, okA := m.CeilingOver(i, false)
	b, okB := m.CeilingOver(i, true)
	l, okL := m.Wall(i, job.Ceiling)
	return b - a, l.Length, okA && okB && okL
}

// Lowest is the place where the ceiling is lowest, and how much higher its highest
// place is. ok is false where fewer than two heights are known.
func (m Measures) Lowest() (low Height, range_ measure.Length, ok bool) {
	var all []Height
	for i := range m.room.Walls {
		for _, right := range []bool{false, true} {
			if h, known := m.CeilingOver(i, right); known {
				all = append(all, Height{i, right, h})
			}
		}
	}
	if len(all) < 2 {
		return low, 0, false
	}
	least := func(a, b Height) int { return cmp.Compare(a.At, b.At) }
	low = slices.MinFunc(all, least)
	return low, slices.MaxFunc(all, least).At - low.At, true
}

// CeilingStep is by how much the ceilings of the two walls at a corner differ,
// where both were measured there: positive where the right one is higher.
func (m Measures) CeilingStep(i int) (measure.Length, bool) {
	next := (i + 1) % len(m.room.Walls)
	if m.room.Walls[i].CeilingRight == nil || m.room.Walls[next].CeilingLeft == nil || !m.room.Joined(i) {
		return 0, false
	}
	a, _ := m.CeilingOver(i, true)
	b, _ := m.CeilingOver(next, false)
	return b - a, true
}

// halfStud is half of a stud as framed, 1 1/2 in wide.
const halfStud = 3 * measure.Inch / 4

// boxWidth is a socket box where its width was not measured.
const boxWidth = 2 * measure.Inch

// MostStuds are how many studs of one wall are counted by its spacing: at 16 in those of a
// quarter of a mile.
const MostStuds = 1000

// Upright is a stud behind a wall, or the end of a joist over it, by its middle from the wall's left end.
type Upright struct {
	At    measure.Length
	Found bool // by somebody; else it is counted out from one that was
}

// Studs are the middles of a wall's studs from its left end: see Framing.
func (m Measures) Studs(i int) []measure.Length {
	var out []measure.Length
	for _, s := range m.Framing(i) {
		out = append(out, s.At)
	}
	return out
}

// Framing are a wall's studs: those found, those a socket box is fixed to, and with a spacing all between the wall's ends, counted
// from the first one known, MostStuds of them at most.
func (m Measures) Framing(i int) []Upright {
	w := m.room.Walls[i]
	var known []measure.Length
	for _, s := range m.room.Spots {
		if s.Wall != w.ID {
			continue
		}
		width := boxWidth
		if s.Width != nil {
			width = s.Width.Length
		}
		switch {
		case s.Kind == job.SpotStud:
			known = append(known, s.At.Length)
		case s.Stud == "left":
			known = append(known, s.At.Length-width/2-halfStud)
		case s.Stud == "right":
			known = append(known, s.At.Length+width/2+halfStud)
		}
	}
	return m.counted(i, known, w.StudSpacing)
}

// JoistsOver are the joists whose ends were found over a wall, and with the room's spacing all between the wall's ends.
func (m Measures) JoistsOver(i int) []Upright {
	var known []measure.Length
	for _, s := range m.room.Spots {
		if s.Wall == m.room.Walls[i].ID && s.Kind == job.SpotJoist {
			known = append(known, s.At.Length)
		}
	}
	return m.counted(i, known, m.room.JoistSpacing)
}

// counted are those known and, with a spacing, all between the wall's ends.
func (m Measures) counted(i int, known []measure.Length, spacing *job.Entry) []Upright {
	if len(known) == 0 {
		return nil
	}
	slices.Sort(known)
	out := make([]Upright, 0, 2*len(known))
	for _, at := range known {
		out = append(out, Upright{at, true})
	}
	l, ok := m.Wall(i, job.Floor)
	if spacing == nil || spacing.Length <= 0 || !ok {
		return out
	}
	step := spacing.Length
	next := 0 // the first of those known that lies right of the last place
	for at, n := known[0]%step, 0; at < l.Length && n < MostStuds; at, n = at+step, n+1 {
		for next < len(known) && known[next] < at {
			next++
		}
		near := next < len(known) && known[next]-at < step/2 || next > 0 && at-known[next-1] < step/2
		if at > 0 && !near {
			out = append(out, Upright{at, false})
		}
	}
	slices.SortFunc(out, func(a, b Upright) int { return cmp.Compare(a.At, b.At) })
	return out
}
