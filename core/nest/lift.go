package nest

import "math"

// maxTotals bounds the table of attainable totals.
const maxTotals = 4 << 20

// lift gives the least total that whole sticks can cost at or above a bound
// while they hold all there is to cut: in cents, or in sticks where all cost the
// same. most is the cost of a layout that is known.
func (m *model) lift(bound float64, most int64) int64 {
	least := int64(math.Ceil(bound - 1e-6*max(1, bound)))
	if m.equal || least >= most {
		return max(0, min(least, most))
	}
	g := int64(0)
	for _, k := range m.kinds {
		if !k.phantom {
			g = gcd(g, k.price)
		}
	}
	if g == 0 || most/g > maxTotals {
		return least
	}
	need := int64(0)
	for _, it := range m.items {
		need += it.weight
	}
	free := int64(0) // what is on hand or costs nothing
	for _, k := range m.kinds {
		if k.price == 0 && !k.phantom {
			if !k.limited(m) {
				return least
			}
			free += k.capacity * int64(k.limit)
		}
	}
	// holds[c] is the most that sticks of total cost c can hold.
	holds := make([]int64, most/g+1)
	for c := range holds {
		holds[c] = math.MinInt64
	}
	holds[0] = free
	for c := 1; c < len(holds); c++ {
		for _, k := range m.kinds {
			if k.phantom || k.price == 0 {
				continue
			}
			if from := int64(c) - k.price/g; from >= 0 && holds[from] > math.MinInt64 {
				holds[c] = max(holds[c], holds[from]+k.capacity)
			}
		}
	}
	for c := (least + g - 1) / g; c < int64(len(holds)); c++ {
		if holds[c] >= need {
			return c * g
		}
	}
	return most
}
