package decide

import (
	"gnomon/core/job"
	"gnomon/core/measure"
)

// Who gives way at a joint, as an index.
const (
	left  = 0
	right = 1
)

// seen is how much of a seam must show to be counted as facing the way in, and turned by
// how much it must show less to be worth a word.
const (
	seen   = 0.5
	turned = 0.1
)

// Tally is what a way of choosing comes to over the run, in the trade's words.
type Tally struct {
	Cost    float64        // weighted, each wish 0 to 1 over the run
	Coped   measure.Length // of the pieces that give way, once for each such end
	Seams   []int          // joints whose seam shows from the way in
	OffHand []int          // joints at which the hand is not the preferred one
	Double  []int          // pieces coped at both ends
	Turned  []int          // joints at which it chooses otherwise than was decided
}

// costs are what each choice costs: at a joint by itself, and of a piece that gives way at
// both of its ends; with what one unit of each wish costs.
type costs struct {
	one                 [][2]float64
	short, hidden, hand float64
	tight               float64
	double              float64
}

// alike is the difference in length that nobody feels in the hand: so the choice does not
// turn over with a wall measured again.
const alike = 6 * measure.Inch

// heft is a piece's length as its cost has it.
func heft(p Piece) float64 { return float64(p.Length.Round(alike)) }

// Between two ways that come to the same, it tells what lies about a piece: the lengths of
// those that it meets, and of those that these meet, each step half as much. That is the same
// in a room and in its mirror image, and does not turn over with a wall measured again.
const (
	tells = 1e-7
	steps = 6
)

// about is what lies about each piece of the run, as a length.
func (r *Run) about() []float64 {
	n := len(r.Corners)
	ends, begins := make([]int, n), make([]int, n) // the pieces that end and begin at a corner
	for i := range n {
		ends[i], begins[i] = -1, -1
	}
	for k, p := range r.Pieces {
		if p.RightCorner >= 0 {
			ends[p.RightCorner] = k
		}
		if p.LeftCorner >= 0 {
			begins[p.LeftCorner] = k
		}
	}
	next := func(k int, right bool) int {
		switch at := r.Pieces[k]; {
		case right && at.RightCorner >= 0:
			return begins[at.RightCorner]
		case !right && at.LeftCorner >= 0:
			return ends[at.LeftCorner]
		}
		return -1
	}
	out := make([]float64, len(r.Pieces))
	for k := range out {
		left, right, counts := k, k, 0.5
		for range steps {
			sum := 0.0
			if left >= 0 {
				if left = next(left, false); left >= 0 {
					sum += heft(r.Pieces[left])
				}
			}
			if right >= 0 {
				if right = next(right, true); right >= 0 {
					sum += heft(r.Pieces[right])
				}
			}
			out[k] += counts * sum
			counts /= 2
		}
	}
	return out
}

// offHand tells whether the choice puts the cope on the hand that is not preferred: the
// piece left of the corner is coped on its right end.
func offHand(c Corner, gives int) bool {
	return c.Hand == job.HandRight && gives == right || c.Hand == job.HandLeft && gives == left
}

// weigh works out the costs of all open joints; doubles is how many pieces could at most
// give way at both ends.
func (r *Run) weigh(open []*Joint, doubles int) costs {
	var short, hidden, hand, tight float64
	for _, j := range open {
		c := r.Corners[j.Corner]
		short += max(heft(r.Pieces[j.Left]), heft(r.Pieces[j.Right]))
		hidden += max(c.Seam[left], c.Seam[right])
		tight += max(c.Shows[left], c.Shows[right])
		if c.Hand != job.HandEither {
			hand++
		}
	}
	per := func(weight int, most float64) float64 {
		if most <= 0 {
			return 0
		}
		return float64(weight) / job.MostWeight / most
	}
	w := r.Weights
	out := costs{one: make([][2]float64, len(open)), short: per(w.Short, short), hidden: per(w.Hidden, hidden), hand: per(w.Hand, hand),
		tight:  per(w.Tight, tight),
		double: per(w.Double, float64(doubles))}
	about := r.about()
	for n, j := range open {
		c := r.Corners[j.Corner]
		for gives, k := range [2]int{j.Left, j.Right} {
			v := out.short*(heft(r.Pieces[k])+tells*about[k]) + out.hidden*c.Seam[gives] + out.tight*c.Shows[gives]
			if offHand(c, gives) {
				v += out.hand
			}
			out.one[n][gives] = v
		}
	}
	return out
}
