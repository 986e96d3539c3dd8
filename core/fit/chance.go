package fit

import (
	"math"

	"gnomon/core/measure"
)

// Chance is how likely a gap is over a limit, where what it follows from is off by x, as likely as a bell says with a middle and a
// deviation: gap is told at places of x in order, straight between them and on beyond them. The same every time.
func Chance(x, gap []float64, middle, sigma, limit float64) float64 {
	if len(x) == 0 {
		return 0
	}
	at := func(v float64) float64 { return straight(x, gap, v) }
	if sigma <= 0 {
		if at(middle) > limit {
			return 1
		}
		return 0
	}
	below := func(v float64) float64 { return math.Erfc(-(v-middle)/sigma/math.Sqrt2) / 2 }
	// Between two places it is straight, so it passes the limit once at most: what lies over it is one stretch.
	chance := 0.0
	cuts := append([]float64{math.Inf(-1)}, x...)
	cuts = append(cuts, math.Inf(1))
	for i := 0; i+1 < len(cuts); i++ {
		lo, hi := cuts[i], cuts[i+1]
		far := 1e3 * sigma
		a, b := max(lo, middle-far), min(hi, middle+far)
		if a >= b {
			continue
		}
		ga, gb := at(a), at(b)
		switch {
		case ga > limit && gb > limit:
		case ga <= limit && gb <= limit:
			continue
		default:
			m := a + (b-a)*(limit-ga)/(gb-ga)
			if ga > limit {
				b = m
			} else {
				a = m
			}
		}
		chance += below(b) - below(a)
	}
	return max(0, min(1, chance))
}

// straight is a value between places at which it is told in order, and straight on beyond them.
func straight(x, y []float64, v float64) float64 {
	if len(x) == 1 {
		return y[0]
	}
	i := 1
	for i < len(x)-1 && v > x[i] {
		i++
	}
	return y[i-1] + (y[i]-y[i-1])*(v-x[i-1])/(x[i]-x[i-1])
}

// Unsure is what is not known for certain of a joint: deviations of its corner and of each cut.
type Unsure struct{ Corner, Cut measure.Angle }

// Off is how far the corner is off what a joint was made for, as far as one can tell. A cope follows one cut, and each degree of
// that is two of the corner; a mitre has two cuts.
func (u Unsure) Off(k Kind) measure.Angle {
	c, s := float64(u.Corner), float64(u.Cut)
	switch k {
	case Cope:
		return measure.Angle(math.Hypot(c, 2*s))
	case Mitre, Outside:
		return measure.Angle(math.Hypot(c, math.Sqrt2*s))
	case Scarf:
		return measure.Angle(math.Sqrt2 * s)
	}
	return measure.Angle(math.Hypot(c, s))
}

// places are where the gap of a joint is looked at, in deviations.
var places = []float64{-2, -1, 0, 1, 2}

// Shows is how likely a joint shows more than a limit, once it is rolled as far as it may where roll is asked for, else as it
// hangs: from its gap at one and at two deviations either way.
func (j Joint) Shows(u Unsure, limit float64, roll bool) float64 {
	sigma := float64(u.Off(j.Kind))
	if sigma == 0 {
		sigma = 1e-6
	}
	x, gap, end := make([]float64, len(places)), make([]float64, len(places)), j.end()
	for i, n := range places {
		x[i] = n * sigma
		k := j
		if k.Kind == Scarf {
			k.Made.Halves[1] += measure.Angle(x[i])
		} else {
			k.Corner.Theta += measure.Angle(x[i])
		}
		gap[i] = k.eased(end, roll)
	}
	return Chance(x, gap, 0, sigma, limit)
}

// Eased is the gap that is left once the joint hangs: both pieces rolled alike as far as they may where roll is asked for.
func (j Joint) Eased(roll bool) float64 { return j.eased(j.end(), roll) }

// end is the coped end of a cope; nil of any other joint.
func (j Joint) end() *Coped {
	if j.Kind != Cope {
		return nil
	}
	return j.coped()
}

// hangs closes a joint whose coped end is made already.
func (j Joint) hangs(end *Coped, look precision) Closed {
	if end == nil {
		return j.close(look)
	}
	return end.close(j.Through.Hung(j.Poses.Through), j.Corner, j.Poses.Coped, look)
}

func (j Joint) eased(end *Coped, roll bool) float64 {
	still := j.hangs(end, quick).Gap()
	if !roll || still <= Shut/4 {
		return still
	}
	switch j.Kind {
	case Cope:
		return min(still, end.rollBoth(j))
	case Mitre, Outside:
		m := j.mitred()
		m.Eased = true
		return min(still, m.rollBoth(j))
	}
	return still
}

// rollBoth looks for the roll of both pieces alike in a few steps: the gap falls to one least and rises again, all but.
func (c *Coped) rollBoth(j Joint) float64 {
	a, b := holdOf(j.Through, j.Crown, j.Poses.Through), holdOf(j.Coped, j.Crown, j.Poses.Coped)
	return narrow(a, b, func(p Poses) float64 { return c.close(j.Through.Hung(p.Through), j.Corner, p.Coped, quick).Gap() })
}

func (m Mitred) rollBoth(j Joint) float64 {
	h := holdOf(m.Section, j.Crown, j.Poses.Coped)
	return narrow(h, h, func(p Poses) float64 { return m.close(j.Corner.Theta, p.Coped.Roll, quick.fine).Gap() })
}

// narrow halves its way to the least gap among the rolls that both sections may take.
func narrow(a, b hold, gap func(Poses) float64) float64 {
	may := func(roll measure.Angle) (Poses, bool) {
		p, ok := a.pose(roll, 0)
		q, also := b.pose(roll, 0)
		return Poses{p, q}, ok && also
	}
	edge := func(toward measure.Angle) measure.Angle {
		lo, hi := measure.Angle(0), toward
		for range 8 {
			m := (lo + hi) / 2
			if _, ok := may(m); ok {
				lo = m
			} else {
				hi = m
			}
		}
		return lo
	}
	lo, hi := edge(-3), edge(3)
	best, at := math.Inf(1), measure.Angle(0)
	look := func(roll measure.Angle) {
		if p, ok := may(roll); ok {
			if g := gap(p); g < best {
				best, at = g, roll
			}
		}
	}
	step := (hi - lo) / 4
	for i := range 5 {
		look(lo + step*measure.Angle(i))
	}
	for range 4 {
		step /= 2
		middle := at
		look(middle - step)
		look(middle + step)
	}
	return best
}
