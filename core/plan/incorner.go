package plan

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/measure"
)

// standing is an opening's side, a cabinet or a tub that stands in a corner: what runs along
// the other wall would run into it, and stops at its face.
type standing struct {
	o     *job.Opening
	wall  int            // on which it stands
	gap   measure.Length // between it and the corner line
	out   measure.Length // how far out from that wall it stands
	known bool           // that was measured
}

// inCorner finds what stands in an inside corner on a wall beside it, in the way of a run
// along the other: nil where nothing does. Its nearest arris is g along its wall and up to v
// out from it, so g·sin θ − v·cos θ from the other wall, where the run takes its projection.
func (b *builder) inCorner(r *job.Room, run *job.Run, sh *shape, at, wall int) *standing {
	k := b.cornerAt(at, run.Level)
	if !r.Joined(at) || r.Corners[at].Kind != job.Inside || !k.usable {
		return nil
	}
	length, measured := b.at.Wall(wall, run.Level)
	var best *standing
	for i := range r.Openings {
		o := &r.Openings[i]
		if o.Wall != r.Walls[wall].ID || !b.breaks(wall, o, run, sh.Drop) {
			continue
		}
		from, to := b.edges(wall, o, run.Level)
		gap := from // of a wall right of the corner: from its left end
		if wall == at {
			if !measured {
				continue
			}
			gap = length.Length - to
		}
		if best == nil || gap < best.gap {
			best = &standing{o: o, wall: wall, gap: max(0, gap)}
		}
	}
	if best == nil {
		return nil
	}
	best.out, best.known = best.o.StandsOut(run.Level)
	near := best.gap.Times(k.theta.Sin()) - max(0, best.out.Times(k.theta.Cos()))
	if best.known && best.out == 0 || near >= sh.Projection {
		return nil
	}
	return best
}

// edges are where an opening begins and ends for what runs at a level: at the casing's outer
// edges, at the floor at those of a plinth that is wider.
func (b *builder) edges(wall int, o *job.Opening, l job.Level) (from, to measure.Length) {
	over := overhang(o, l)
	from = b.at.From(wall, *o, l)
	return from - over, from + o.Width.Length + over
}

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
func (b *builder) taken(r *job.Room, run *job.Run, o *job.Opening, at, wall int) bool {
	if at < 0 || o == nil {
		return false
	}
	kind := b.job.Moulding(run.Moulding).Kind
	other := (at + 1) % len(r.Walls)
	if wall == other {
		other = at
	}
	for i := range r.Runs {
		k := &r.Runs[i]
		m := b.job.Moulding(k.Moulding)
		if k.Level != run.Level || m.Kind != kind || names[m.Kind] == "" || !slices.Contains(r.Over(k), other) {
			continue
		}
		if s := b.inCorner(r, k, b.shape(m), at, wall); s != nil && s.o == o {
			return true
		}
	}
	return false
}

// name is what stands in the corner, as a sentence begins.
func (s *standing) name(l job.Level) string {
	of := map[string]string{job.OpenDoor: " of the door", job.OpenWindow: " of the window", job.OpenOpening: " of the opening"}[s.o.Kind]
	return fmt.Sprintf("The %s%s on %s", s.o.Side(l), of, job.WallNumber(s.wall))
}

// stopsAt is the end of a piece at what stands in its corner: cut to the face of it, which is
// parallel to that thing's wall.
func (b *builder) stopsAt(t *trim, at int, s *standing, e *End) {
	e.Joint, e.Short, e.other = Butt, s.out.Times(1/e.Theta.Sin()), s.out
	if squareDoes(t, e.Theta) {
		e.Turn, e.Short = 90, e.Short+joint.SquareReach(e.Theta, t.shape.Projection)
	}
	e.Stops = "the " + s.o.Side(t.run.Level)
	e.Note = s.name(t.run.Level) + " stands in the corner: it stops against that."
	if s.gap >= measure.Sixtyfourth {
		e.Note += fmt.Sprintf(" Behind it %s is left to fill.", s.gap.In(b.unit))
	}
	if s.known {
		return
	}
	what := map[bool]string{true: "how deep it is", false: "how thick it is"}[s.o.Kind == job.OpenCabinet || s.o.Kind == job.OpenTub]
	b.find(Finding{Code: "corner_taken", Severity: SeverityCheck, Stop: "measure", Room: t.room.ID, Kind: "corner", ID: t.room.Corners[at].ID,
		Text:   fmt.Sprintf("%s stands in corner %s, and it is not said %s.", s.name(t.run.Level), job.CornerLetter(at), what),
		Why:    fmt.Sprintf("%s on the other wall would run into it: it is cut to the wall for now, and too long.", t.m.Title()),
		Remedy: "Measure " + what + " and put it on the opening's sheet."})
}
