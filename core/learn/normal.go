package learn

import (
	"math"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/stat/distuv"
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
	// Within means that it is only known to lie from Lo to Hi, give or take SD: nobody reads a gap that does not show.
	Within bool
	Lo, Hi float64
}

// bounded is what a record that is known within bounds says once its expected value is known: the value and deviation whose square is, there, its
// logarithmic likelihood to the second order. Of a normal variable cut off at both ends, with shift E and variance V in units of SD, these are
// mean + SD·E/(1 − V) and SD/√(1 − V). One whose bounds the expected value is far outside of is read at the nearer bound.
func (s Seen) bounded(mean float64) Seen {
	if !s.Within {
		return s
	}
	a, b := (s.Lo-mean)/s.SD, (s.Hi-mean)/s.SD
	in := normal.CDF(b) - normal.CDF(a)
	if in < 1e-9 {
		s.Value = math.Min(math.Max(mean, s.Lo), s.Hi)
		return s
	}
	pa, pb := normal.Prob(a), normal.Prob(b)
	shift := (pa - pb) / in
	v := 1 + (a*pa-b*pb)/in - shift*shift
	says := math.Max(1-v, 1e-6)
	s.Value, s.SD = mean+s.SD*shift/says, s.SD/math.Sqrt(says)
	return s
}

var normal = distuv.UnitNormal

// Normal is what is known of a few unknowns after some records: mean and covariance, from the normal equations
// (Σ rᵢrᵢᵀ/σᵢ² + prior⁻¹)·x = Σ rᵢyᵢ/σᵢ² + prior⁻¹·mean.
type Normal struct {
	mean *mat.VecDense
	cov  *mat.SymDense
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
	out := &Normal{mean: mat.NewVecDense(n, nil), cov: mat.NewSymDense(n, nil), Weights: weights}
	var c mat.Cholesky
	c.Factorize(info) //nolint:misspell // the library spells it so; the priors make it positive definite
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
	out := Solve(prior, nil, nil)
	told := make([]Seen, len(seen))
	for round := range rounds {
		was := out
		for k, s := range seen {
			mean, _ := out.Of(s.Row)
			told[k] = s.bounded(mean)
		}
		out = Solve(prior, told, weights)
		next, moved := make([]float64, len(seen)), was.moved(out)
		for k, s := range seen {
			next[k] = 1
			off, z := out.apart(s, told[k], weights[k])
			if over := math.Min(z/absurd, off/least); over > 1 {
				next[k] = math.Pow(over, -4)
			}
			moved = math.Max(moved, math.Abs(next[k]-weights[k]))
		}
		if moved < 1e-6 && round > 0 {
			break
		}
		weights = next
	}
	out.Weights = weights
	return out
}

// moved is by how much the means of two estimates differ at most.
func (n *Normal) moved(o *Normal) float64 {
	most := 0.0
	for i := range n.mean.Len() {
		most = math.Max(most, math.Abs(n.mean.AtVec(i)-o.mean.AtVec(i)))
	}
	return most
}

// apart is how far a record lies from what the others say, and by how many deviations, where it counts as told and with the given weight itself. One that is
// known within bounds lies nowhere else than these.
func (n *Normal) apart(s, told Seen, weight float64) (off, z float64) {
	value, sd := n.Of(told.Row)
	own, v := told.SD*told.SD/math.Max(weight, 1e-12), sd*sd
	free := math.Max(1-v/own, 1e-9) // the share of this record that the estimate has not taken
	others := value - v/own*(told.Value-value)/free
	off = math.Abs(s.Value - others)
	if s.Within {
		off = math.Max(0, math.Max(s.Lo-others, others-s.Hi))
	}
	return off, off / math.Sqrt(v/free+s.SD*s.SD)
}
