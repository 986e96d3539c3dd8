package survey

import (
	"math"
	"sync"

	"gonum.org/v1/gonum/stat/distuv"
)

const (
	alarm = 0.01 // the chance that the global test cries wolf
	power = 0.90 // of finding what is called the smallest mistake the check can see
	tied  = 3.84 // suspects whose squared residuals differ by less cannot be told apart
	least = 1e-6 // redundancy below which a measurement is not checked at all
)

// limit is what the weighted sum of squares stays under 99 times in 100 when
// nothing is wrong.
func limit(dof int) float64 {
	return distuv.ChiSquared{K: float64(dof)}.Quantile(1 - alarm)
}

var shifts sync.Map // redundancy to noncentrality

// shift is the noncentrality λ₀ at which the global test of the redundancy
// finds a mistake with the power given, by halving.
func shift(dof int) float64 {
	if v, ok := shifts.Load(dof); ok {
		return v.(float64)
	}
	lim := limit(dof)
	lo, hi := 0.0, 1000.0
	for range 60 {
		mid := (lo + hi) / 2
		if beyond(mid, dof, lim) < power {
			lo = mid
		} else {
			hi = mid
		}
	}
	shifts.Store(dof, lo)
	return lo
}

// beyond is the chance that a noncentral χ² exceeds the limit: the Poisson sum
// over central ones.
func beyond(lambda float64, dof int, lim float64) float64 {
	mean := lambda / 2
	sum := 0.0
	for j := range 2000 {
		l := -mean
		if j > 0 {
			g, _ := math.Lgamma(float64(j + 1))
			l = float64(j)*math.Log(mean) - mean - g
		}
		p := math.Exp(l)
		sum += p * distuv.ChiSquared{K: float64(dof + 2*j)}.Survival(lim)
		if float64(j) > mean && p < 1e-12 {
			break
		}
	}
	return sum
}
