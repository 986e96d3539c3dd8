package plan

import (
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/survey"
)

// slight is a lean or a rise that no saw shows.
const slight measure.Angle = 0.05

// surfaces are what a run lies on, wall by wall of its room.
type surfaces struct {
	proud []measure.Length   // how far the surface stands out from the wall as measured, also where only what the run lands on goes
	tiled []bool             // for tiles that reach the run
	rake  []measure.Angle    // how the run rises to the right
	left  []measure.Angle    // by corner: how its line leans right in the face of the wall left of it
	right []measure.Angle    // and of the wall right of it
	runs  []bool             // the run goes over the wall
	tops  [][2]measure.Angle // by corner: how the tops of the walls left and right of it lean into the room
}

func (b *builder) surfaces(r *job.Room, run *job.Run, corners []corner) surfaces {
	n := len(r.Walls)
	s := surfaces{make([]measure.Length, n), make([]bool, n), make([]measure.Angle, n), make([]measure.Angle, n), make([]measure.Angle, n), make([]bool, n), make([][2]measure.Angle, n)}
	for _, i := range r.Over(run) {
		s.runs[i] = true
		s.rake[i] = b.rake(i, run.Level)
	}
	for i := range r.Walls {
		var first *job.Run
		s.proud[i], first = b.landsOn(r, run, i)
		if run.Level == job.Ceiling && b.tiled(i, first, b.shape(b.job.Moulding(first.Moulding))) {
			s.tiled[i] = first == run && s.runs[i]
			s.proud[i] += r.Walls[i].TileThickness.Length
		}
	}
	for i := range r.Walls {
		if !r.Joined(i) || !corners[i].usable {
			continue
		}
		next := (i + 1) % n
		turn := survey.Turn(corners[i].theta, r.Corners[i].Kind)
		lean := func(w int) measure.Angle {
			if l := r.Walls[w].Lean; l != nil {
				return l.Angle
			}
			return 0
		}
		a, c := lean(i), lean(next)
		switch k := r.Corners[i]; { // what was measured at the corner itself counts
		case k.Lean == nil:
		case k.LeanFace == job.HandRight:
			a = joint.LeftLean(turn, c, k.Lean.Angle)
		default:
			c = joint.RightLean(turn, a, k.Lean.Angle)
		}
		s.left[i], s.right[i] = joint.CornerLeans(turn, a, c)
		s.tops[i] = [2]measure.Angle{a, c}
	}
	return s
}

// landsOn is how far what a run lies on stands out from a wall: what it is told to stand
// proud by, and the mouldings of the runs that it lands on there. first is the one of these
// that lies on the wall itself, or on its tiles.
func (b *builder) landsOn(r *job.Room, run *job.Run, wall int) (out measure.Length, first *job.Run) {
	first = run
	for k := run; k != nil; k = r.Under(k) {
		if !slices.Contains(r.Over(k), wall) {
			continue
		}
		if first = k; k != run {
			out += b.shape(b.job.Moulding(k.Moulding)).Projection
		}
		if k.Proud != nil {
			out += k.Proud.Length
		}
	}
	return out, first
}

// tiled tells whether a wall's tiles reach up to what hangs from the ceiling; where it is
// not known how high they reach, or how high the ceiling is, they do.
func (b *builder) tiled(wall int, run *job.Run, sh *shape) bool {
	w := b.in.Walls[wall]
	if w.TileThickness == nil {
		return false
	}
	ceiling, known := b.ceiling(wall)
	return !known || w.TileHeight == nil || w.TileHeight.Length >= ceiling-below(run)-sh.Drop
}

// rake is how a run at a level rises to the right along a wall: with the floor at the
// floor, with the ceiling under it.
func (b *builder) rake(wall int, level job.Level) measure.Angle {
	w := b.in.Walls[wall]
	rise, over := measure.Length(0), measure.Length(0)
	switch level {
	case job.Floor:
		l, ok := b.at.Wall(wall, level)
		if !ok || w.FloorLeft == nil || w.FloorRight == nil {
			return 0
		}
		rise, over = w.FloorLeft.Length-w.FloorRight.Length, l.Length // they tell how far below a level line
	case job.Ceiling:
		var ok bool
		if rise, over, ok = b.at.Rise(wall); !ok {
			return 0
		}
	}
	if over <= 0 {
		return 0
	}
	// The length was measured along the floor or the ceiling, so it is the slope itself.
	p := measure.FromRadians(math.Asin(max(-1, min(1, float64(rise)/float64(over)))))
	if p.Abs() < slight {
		return 0
	}
	return p
}

// lean is λ at an end: against what leans right by rho.
func lean(rho measure.Angle, hand joint.Hand) measure.Angle {
	if hand == joint.Left {
		rho = -rho
	}
	if rho.Abs() < slight {
		return 0
	}
	return rho
}

// shortened is how much shorter a piece is at a corner for what its run stands proud by.
func (s *surfaces) shortened(r *job.Room, corners []corner, at int, hand joint.Hand) measure.Length {
	if at < 0 || !corners[at].usable {
		return 0
	}
	own, other := at, (at+1)%len(s.proud)
	if hand == joint.Left {
		own, other = other, own
	}
	if s.proud[own] == 0 && s.proud[other] == 0 {
		return 0
	}
	return joint.Proud(survey.Turn(corners[at].theta, r.Corners[at].Kind), s.proud[own], s.proud[other])
}
