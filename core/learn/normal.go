package learn

import (
	"math"

	"gonum.org/v1/gonum/mat"
)

// Belief is what is held of one unknown before anything was seen: its mean and its deviation.
type Belief struct{ Mean, SD float64 }

// Row is how much of each unknown shows in one record: the record's value is Σ row·unknown, give or take its deviation.
type Row []float64

// Seen is one record of a combination of the unknowns.
type Seen struct {
	Row   Row
	Value float64
	SD    float64
}

// Normal is what is known of a few unknowns after some records: mean and covariance, from the normal equations
// (Σ rᵢrᵢᵀ/σᵢ² + prior⁻¹)·x = Σ rᵢyᵢ/σᵢ² + prior⁻¹·mean.
type Normal struct {
	mean  *mat.VecDense
	cov   *mat.SymDense
	prior []Belief
	// Weights are those of the records, 1 for one that agrees with the others: see Robust.
	Weights []float64
}

// Solve works out the unknowns from records, each with its own deviation and weight; without weights each counts in full. A deviation is positive.
func Solve(prior []Belief, seen []Seen, weights []float64) *Normal {
	n := len(prior)
	info, right := mat.NewSymDense(n, nil), mat.NewVecDense(n, nil)
	for i, b := range prior {
		w := 1 / (b.SD * b.SD)
		info.SetSym(i, i, w)
		right.SetVec(i, w*b.Mean)
	}
	for k, s := range seen {
		w := 1 / (s.SD * s.SD)
		if weights != nil {
			w *= weights[k]
		}
		for i, a := range s.Row {
			if a == 0 {
				continue
			}
			right.SetVec(i, right.AtVec(i)+w*a*s.Value)
			for j := i; j < n; j++ {
				info.SetSym(i, j, info.At(i, j)+w*a*s.Row[j])
			}
		}
	}
	out := &Normal{mean: mat.NewVecDense(n, nil), cov: mat.NewSymDense(n, nil), prior: prior, Weights: weights}
	var c mat.Cholesky
	c.Factorize(info) // the priors make it positive definite
	_ = c.SolveVecTo(out.mean, right)
	_ = c.InverseTo(out.cov)
	return out
}

// Of is the estimate of a combination of the unknowns and its deviation.
func (n *Normal) Of(r Row) (value, sd float64) {
	v := 0.0
	for i, a := range r {
		value += a * n.mean.AtVec(i)
		for j, b := range r {
			v += a * b * n.cov.At(i, j)
		}
	}
	return value, math.Sqrt(v)
}

// absurd is by how many deviations a record differs from what all the others lead one to expect before it can count for less. Of honest
// records one in 16,000 does.
const absurd = 4

// rounds are more than the weights take to settle.
const rounds = 30

// Robust is Solve with records that cannot be believed weighed down: one that lies z > 4 deviations from what the others say of it, and by more
// than least as well, counts with the fourth power of the smaller of 4/z and least/difference. The others are all the records less this one, by a rank-one
// downdate; z is taken from its own deviation and theirs together. Records that agree count in full, so that on clean ones it is Solve.
func Robust(prior []Belief, seen []Seen, least float64) *Normal {
	weights := make([]float64, len(seen))
	for i := range weights {
		weights[i] = 1
	}
	out := Solve(prior, seen, weights)
	for range rounds {
		next, moved := make([]float64, len(seen)), 0.0
		for k, s := range seen {
			next[k] = 1
			off, z := out.apart(s, weights[k])
			if over := math.Min(z/absurd, off/least); over > 1 {
				next[k] = math.Pow(over, -4)
			}
			moved = math.Max(moved, math.Abs(next[k]-weights[k]))
		}
		if moved < 1e-6 {
			break
		}
		weights = next
		out = Solve(prior, seen, weights)
	}
	return out
}

// apart is how far a record lies from what the others say, and by how many deviations, where it counts with the given weight itself.
func (n *Normal) apart(s Seen, weight float64) (off, z float64) {
	value, sd := n.Of(s.Row)
	own, v := s.SD*s.SD/math.Max(weight, 1e-12), sd*sd
	free := math.Max(1-v/own, 1e-9) // the share of this record that the estimate has not taken
	off = math.Abs(s.Value - value + v/own*(s.Value-value)/free)
	return off, off / math.Sqrt(v/free+s.SD*s.SD)
}
