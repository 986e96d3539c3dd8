package stretch

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Standing is an opening's side, a cabinet or a tub that stands in a corner: what runs along
// the other wall would run into it, and stops at its face.
type Standing struct {
	Opening *job.Opening
	Wall    int            // on which it stands
	Gap     measure.Length // between it and the corner line
	Out     measure.Length // how far out from that wall it stands
	Known   bool           // that was measured
}

// InCorner finds what stands in an inside corner on a wall beside it, in the way of a run
// along the other: nil where nothing does. Its nearest arris is g along its wall and up to v
// out from it, so g·sin θ − v·cos θ from the other wall, where the run takes its projection.
func (r *Room) InCorner(run *job.Run, at, wall int) *Standing {
	k, sh := r.Corner(at, run.Level), r.Shapes.Of(run.Moulding)
	if !r.Joined(at) || r.Corners[at].Kind != job.Inside || !k.Usable {
		return nil
	}
	length, measured := r.Measured.Wall(wall, run.Level)
	var best *Standing
	for i := range r.Openings {
		o := &r.Openings[i]
		if o.Wall != r.Walls[wall].ID || !r.breaks(wall, o, run, sh.Drop) {
			continue
		}
		from, to := r.edges(wall, o, run.Level)
		gap := from // of a wall right of the corner: from its left end
		if wall == at {
			if !measured {
				continue
			}
			gap = length.Length - to
		}
		if best == nil || gap < best.Gap {
			best = &Standing{Opening: o, Wall: wall, Gap: max(0, gap)}
		}
	}
	if best == nil {
		return nil
	}
	best.Out, best.Known = best.Opening.StandsOut(run.Level)
	near := best.Gap.Times(k.Theta.Sin()) - max(0, best.Out.Times(k.Theta.Cos()))
	if best.Known && best.Out == 0 || near >= sh.Projection {
		return nil
	}
	return best
}

// edges are where an opening begins and ends for what runs at a level: at the casing's outer
// edges, at the floor at those of a plinth that is wider.
func (r *Room) edges(wall int, o *job.Opening, l job.Level) (from, to measure.Length) {
	over := overhang(o, l)
	from = r.Measured.From(wall, *o, l)
	to = from + o.Width.Length
	if l == job.Rail { // what was told at the floor leans on the way up there
		from, to = from+railHeight.Times(o.JambLean(false).Tan()), to+railHeight.Times(o.JambLean(true).Tan())
	}
	return from - over, to + over
}

// railHeight is how high a chair rail usually runs.
const railHeight = 32 * measure.Inch

// overhang is how far past its casing an opening reaches for what runs at a level.
func overhang(o *job.Opening, l job.Level) measure.Length {
	if o == nil || l != job.Floor {
		return 0
	}
	return o.Overhang()
}

// taken tells whether an opening stands in a corner so that a run along the other wall, of the
// same kind and at the same level, ends against it: nothing then lies between it and the
// corner.
func (r *Room) taken(run *job.Run, o *job.Opening, at, wall int) bool {
	if at < 0 || o == nil {
		return false
	}
	kind := r.Job.Moulding(run.Moulding).Kind
	other := (at + 1) % len(r.Walls)
	if wall == other {
		other = at
	}
	for i := range r.Runs {
		k := &r.Runs[i]
		m := r.Job.Moulding(k.Moulding)
		if k.Level != run.Level || m.Kind != kind || !m.Is().Runs || !slices.Contains(r.Over(k), other) {
			continue
		}
		if s := r.InCorner(k, at, wall); s != nil && s.Opening == o {
			return true
		}
	}
	return false
}

// Name is what stands in the corner, as a sentence begins.
func (s *Standing) Name(l job.Level) string {
	of := map[string]string{job.OpenDoor: " of the door", job.OpenWindow: " of the window", job.OpenOpening: " of the opening"}[s.Opening.Kind]
	return fmt.Sprintf("The %s%s on %s", s.Opening.Side(l), of, job.WallNumber(s.Wall))
}
