package lesson

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan/plantest"
	"gnomon/demo"
)

const rad = math.Pi / 180

// mitred places two boards at a corner of theta, each cut past the half by e degrees, pushes them together along the walls until they touch on the line that
// halves the corner, and reads how far apart they are at two distances from the wall. By coordinates: the cut edge of a board whose back ends at x₀ stands at
// x₀ ∓ u·tan(h + e) for a point u out from the wall, and the halving line at ∓u·tan h.
func mitred(theta, e, near, far float64, inside bool) (atNear, atFar float64) {
	h := (180 - theta) / 2
	sign := -1.0 // inside, the face is the shorter edge
	if !inside {
		sign = 1
	}
	edge := func(u float64) float64 { return sign * u * math.Tan((h+e)*rad) }
	line := func(u float64) float64 { return sign * u * math.Tan(h*rad) }
	push := math.Max(edge(near)-line(near), edge(far)-line(far)) // the first to touch
	gap := func(u float64) float64 { return 2 * (line(u) - edge(u) + push) * math.Cos(h*rad) }
	return gap(near), gap(far)
}

// coped is the same of a cope whose line was cut past the half: level gaps against a face that stands as far out as its own. The point u of its section
// must come to u·tan h from the corner line, and does to u·tan(h + e).
func coped(theta, e, near, far float64) (atNear, atFar float64) {
	h := (180 - theta) / 2
	off := func(u float64) float64 { return u * (math.Tan((h+e)*rad) - math.Tan(h*rad)) }
	push := math.Min(off(near), off(far))
	return (off(near) - push) * math.Sin(theta*rad), (off(far) - push) * math.Sin(theta*rad)
}

// A joint that was cut over or under by a known angle gapes where its coordinates say; read back from where it gapes and by how much, the angle is
// the one it was cut
// by. Base, drawn crown, inside and outside corners of several angles.
func TestWhereItGapesTellsWhichWayItWasCut(t *testing.T) {
	mitred := plantest.Hall(t)
	mitred.Rules.Inside = job.InsideMitre
	tried := map[string]int{}
	for _, j := range []job.Job{plantest.Hall(t), mitred, demo.YearJob(3)} {
		whereItGapes(t, j, tried)
	}
	for _, kind := range []string{piece.FittedCope, piece.FittedMitre, piece.FittedOutside} {
		assert.Positive(t, tried[kind], kind)
	}
}

func whereItGapes(t *testing.T, j job.Job, tried map[string]int) {
	p := plantest.Build(t, j)
	g := gathering{j: &j, p: &p, pieces: piece.ByID(p.Pieces), seats: map[string]*seat{}}
	for _, q := range p.Pieces {
		for _, hand := range piece.Hands {
			e := q.End(hand)
			kind := e.Kind()
			if e.Setting == nil || e.Corner == "" || kind != piece.FittedCope && kind != piece.FittedMitre && kind != piece.FittedOutside {
				continue
			}
			s := g.seat(q.Moulding)
			crown := s.crown
			half := (180 - float64(e.Theta)) / 2
			for _, by := range []float64{.3, -.3} {
				near, far := s.least, s.projection
				var atNear, atFar float64
				lean := 1.0
				switch {
				case kind == piece.FittedCope:
					atNear, atFar = coped(float64(e.Theta), by, near, far)
					lean = math.Cos(math.Atan2(far-near, s.tall))
				default:
					if !crown {
						near = 0
					} else {
						lean = math.Cos(math.Atan2(far-near, s.tall))
					}
					atNear, atFar = mitred(float64(e.Theta), by, near, far, e.Side == job.Inside)
				}
				names := [2]string{"back", "face"}
				if crown || kind == piece.FittedCope {
					names = [2]string{"bottom", "top"}
				}
				if kind == piece.FittedCope && !crown && s.foot > 0 {
					names = [2]string{"top", "bottom"}
				}
				where, gap := names[0], atNear
				if atFar > atNear {
					where, gap = names[1], atFar
				}
				r, says := g.angle(q, e, &job.Fit{How: job.FitFilled, Where: where, Gap: measure.FromInches(gap * lean)}, s, half)
				require.True(t, says, "%s %s", q.Label, hand)
				want := by
				if kind != piece.FittedCope {
					want = 2 * by
				}
				assert.InDelta(t, want, r.Value, .02, "%s %s: %s, %s", q.Label, hand, kind, where)
				assert.Positive(t, r.SD)
				tried[kind]++
			}
		}
	}
}
