package learn

import "math"

// CVWithin is how much two joints of one kind differ in time, as a share of their mean; CVBetween by how much kinds, people and
// shops differ from what was believed of them.
const (
	CVWithin  = .4
	CVBetween = .3
)

// TimesPrior is how many times one's belief counts: TimesN0 of the two, to the hundredth.
const TimesPrior = 1.94

// TimesN0 is how many times of its own kind a belief is worth: of an inverse gamma prior of the mean.
func TimesN0(within, between float64) float64 { return within * within * (1 + 1/(between*between)) }

// Mean of times is drawn towards what was believed of them, as if that had been seen n0 times: (n₀·m₀ + Σt)/(n₀ + n).
func Mean(sum, n, believed, n0 float64) float64 { return (n0*believed + sum) / (n0 + n) }

// NextSD is the deviation of the next one, where n have been seen: its own scatter and the mean's.
func NextSD(mean, n, n0, cv float64) float64 { return mean * cv * math.Sqrt(1+1/(n0+n)) }

// MeanSD is that of the mean alone.
func MeanSD(mean, n, n0, cv float64) float64 { return mean * cv / math.Sqrt(n0+n) }

// Part is so many of one kind of joint, of which the mean is known from n times.
type Part struct{ Count, Mean, N, N0, CV float64 }

// SumSD is the deviation of the time of a whole job: scatter of each, and unsure means that all of a kind share.
func SumSD(parts []Part) float64 {
	v := 0.0
	for _, p := range parts {
		own := p.Mean * p.CV
		v += p.Count*own*own + p.Count*own*p.Count*own/(p.N+p.N0)
	}
	return math.Sqrt(v)
}

// Shrunk is a mean of n values with deviation s drawn towards a belief, both normal, and its deviation.
func Shrunk(mean, n, s float64, b Belief) (value, sd float64) {
	w, v := n/(s*s), 1/(b.SD*b.SD)
	return (w*mean + v*b.Mean) / (w + v), 1 / math.Sqrt(w+v)
}

// Group are n means of a kind or person against what was believed: a ratio.
type Group struct{ N, Mean, Believed float64 }

// Between is by how much kinds or people differ, as a share, by moments on their means; within a kind times differ by CVWithin. It is no
// less than a tenth: two people are never quite the same.
func Between(groups []Group) float64 {
	const least = .1
	n, mu, k := 0.0, 0.0, 0.0
	for _, g := range groups {
		if g.N > 0 {
			n, mu, k = n+g.N, mu+g.N*g.Mean/g.Believed, k+1
		}
	}
	if n == 0 {
		return CVBetween
	}
	mu /= n
	v := -CVWithin * CVWithin * k / n
	for _, g := range groups {
		if g.N > 0 {
			apart := g.Mean/g.Believed - mu
			v += g.N * apart * apart / n
		}
	}
	return math.Sqrt(math.Max(v, least*least))
}

// Share is how often something happens of n: hits drawn towards a belief that counts as before of them, by a beta prior. Its deviation is that of
// the posterior.
func Share(hits, n, believed, before float64) (p, sd float64) {
	a, b := hits+believed*before, n-hits+(1-believed)*before
	p = a / (a + b)
	return p, math.Sqrt(p * (1 - p) / (a + b + 1))
}
