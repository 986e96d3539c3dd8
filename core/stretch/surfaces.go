package stretch

import (
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/survey"
)

// Surfaces are what a run lies on, wall by wall of its room.
type Surfaces struct {
	Proud []measure.Length   // how far the surface stands out from the wall as measured, also where only what the run lands on goes
	Tiled []bool             // for tiles that reach the run
	Rake  []measure.Angle    // how the run rises to the right
	Left  []measure.Angle    // by corner: how its line leans right in the face of the wall left of it
	Right []measure.Angle    // and of the wall right of it
	Runs  []bool             // the run goes over the wall
	Tops  [][2]measure.Angle // by corner: how the tops of the walls left and right of it lean into the room
}

// Surfaces are what a run lies on; corners are those of the room at its level.
func (r *Room) Surfaces(run *job.Run, corners []Corner) Surfaces {
	n := len(r.Walls)
	s := Surfaces{make([]measure.Length, n), make([]bool, n), make([]measure.Angle, n), make([]measure.Angle, n), make([]measure.Angle, n), make([]bool, n),
		make([][2]measure.Angle, n)}
	for _, i := range r.Over(run) {
		s.Runs[i] = true
		s.Rake[i] = r.rake(i, run.Level)
	}
	for i := range r.Walls {
		var first *job.Run
		s.Proud[i], first = r.landsOn(run, i)
		if run.Level == job.Ceiling && r.tiled(i, first, r.Shapes.Of(first.Moulding)) {
			s.Tiled[i] = first == run && s.Runs[i]
			s.Proud[i] += r.Walls[i].TileThickness.Length
		}
	}
	for i := range r.Walls {
		if !r.Joined(i) || !corners[i].Usable {
			continue
		}
		next := (i + 1) % n
		turn := survey.Turn(corners[i].Theta, r.Corners[i].Kind)
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
		s.Left[i], s.Right[i] = joint.CornerLeans(turn, a, c)
		s.Tops[i] = [2]measure.Angle{a, c}
	}
	return s
}

// landsOn is how far what a run lies on stands out from a wall: what it is told to stand
// proud by, and the mouldings of the runs that it lands on there. first is the one of these
// that lies on the wall itself, or on its tiles.
func (r *Room) landsOn(run *job.Run, wall int) (out measure.Length, first *job.Run) {
	first = run
	for k := run; k != nil; k = r.Under(k) {
		if !slices.Contains(r.Over(k), wall) {
			continue
		}
		if first = k; k != run {
			out += r.Shapes.Of(k.Moulding).Projection
		}
		if k.Proud != nil {
			out += k.Proud.Length
		}
	}
	return out, first
}

// tiled tells whether a wall's tiles reach up to what hangs from the ceiling.
func (r *Room) tiled(wall int, run *job.Run, sh *piece.Shape) bool {
	ceiling, known := r.ceiling(wall)
	return r.Walls[wall].TilesReach(ceiling-Below(run)-sh.Drop, known)
}

// rake is how a run at a level rises to the right along a wall: with the floor at the
// floor, with the ceiling under it.
func (r *Room) rake(wall int, level job.Level) measure.Angle {
	w := r.Walls[wall]
	rise, over := measure.Length(0), measure.Length(0)
	switch level {
	case job.Floor:
		l, ok := r.Measured.Wall(wall, level)
		if !ok || w.FloorLeft == nil || w.FloorRight == nil {
			return 0
		}
		rise, over = w.FloorLeft.Length-w.FloorRight.Length, l.Length // they tell how far below a level line
	case job.Ceiling:
		var ok bool
		if rise, over, ok = r.Measured.Rise(wall); !ok {
			return 0
		}
	}
	if over <= 0 {
		return 0
	}
	// The length was measured along the floor or the ceiling, so it is the slope itself.
	p := measure.FromRadians(math.Asin(max(-1, min(1, float64(rise)/float64(over)))))
	if p.Abs() < piece.Slight {
		return 0
	}
	return p
}

// Lean is λ at an end: against what leans right by rho.
func Lean(rho measure.Angle, hand joint.Hand) measure.Angle {
	if hand == joint.Left {
		rho = -rho
	}
	if rho.Abs() < piece.Slight {
		return 0
	}
	return rho
}

// Shortened is how much shorter a piece is at a corner for what its run stands proud by.
func (s *Surfaces) Shortened(r *Room, corners []Corner, at int, hand joint.Hand) measure.Length {
	if at < 0 || !corners[at].Usable {
		return 0
	}
	own, other := at, (at+1)%len(s.Proud)
	if hand == joint.Left {
		own, other = other, own
	}
	if s.Proud[own] == 0 && s.Proud[other] == 0 {
		return 0
	}
	return joint.Proud(survey.Turn(corners[at].Theta, r.Corners[at].Kind), s.Proud[own], s.Proud[other])
}
