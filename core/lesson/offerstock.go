package lesson

import (
	"fmt"
	"math"
	"slices"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/money"
	"gnomon/core/words"
)

func (l *Learned) wasteOffer(shop *job.Job) []Offer {
	now := float64(shop.Cutting.Share) / 100_00
	if l.Waste.N == 0 || !learn.Justified(l.Waste.Value-now, l.Waste.SD, wasteReads) {
		return nil
	}
	percent := func(x float64) string { return fmt.Sprintf("%.0f %%", 100*x) }
	least, most := l.Waste.Sure()
	o := Offer{ID: "waste", Kind: "cutting", Field: "share", Was: raw(shop.Cutting.Share), Now: raw(money.Percent(math.Round(l.Waste.Value*100) * 100)),
		Weight: 1 / (l.Waste.SD * l.Waste.SD), Says: fmt.Sprintf("This shop uses %s more than its pieces need; it buys %s more.", percent(l.Waste.Value),
			percent(now)),
		Does: "Where sticks are bought by length and a share, that is the share.", Sure: between(max(0, least), most, percent),
		Chart: Chart{Across: "jobs, one after the other", Up: "used past what was needed, %", Now: 100 * now}}
	for i, w := range l.Wasted {
		o.Jobs = add(o.Jobs, w.Name)
		o.Chart.Points = append(o.Chart.Points, Point{X: float64(i + 1), Y: 100 * w.Share, Label: w.Name})
	}
	o.Rests = rests(l.Waste.N, "job", o.Jobs)
	o.Chart.Line = []Point{{X: 1, Y: 100 * l.Waste.Value, SD: 100 * l.Waste.SD}, {X: float64(max(2, l.Waste.N)), Y: 100 * l.Waste.Value, SD: 100 * l.Waste.SD}}
	return []Offer{o}
}

// usualPieces is for how many pieces of a moulding spares are kept.
const usualPieces = 12

// spoiledOf is how many of so many pieces are spoiled in nine jobs of ten at most, each with a chance: by Poisson's law.
func spoiledOf(pieces, chance float64) int {
	mean := pieces * chance
	p, sum := math.Exp(-mean), math.Exp(-mean)
	k := 0
	for ; sum < .9 && k < 100; k++ {
		p *= mean / float64(k+1)
		sum += p
	}
	return k
}

// spareOffers are spares kept against miscuts. A piece has two ends that may be spoiled; two spoiled pieces come from one stick.
func (l *Learned) spareOffers(shop *job.Job) []Offer {
	var out []Offer
	for i := range l.Spoiled {
		s := &l.Spoiled[i]
		m := shop.Moulding(s.Moulding)
		if m == nil || s.Cuts == 0 {
			continue
		}
		spares := func(chance float64) int { return (spoiledOf(usualPieces, 2*math.Max(0, chance)) + 1) / 2 }
		least, most := s.Share.Sure()
		if spares(least) <= m.Spares && spares(most) >= m.Spares {
			continue
		}
		percent := func(x float64) string { return fmt.Sprintf("%.1f %%", 100*math.Max(0, x)) }
		o := Offer{ID: id("spares", m.ID), Kind: "moulding", Of: m.ID, Field: "spares", Was: raw(m.Spares), Now: raw(spares(s.Share.Value)), Jobs: s.Jobs,
			Weight: 1 / (s.Share.SD * s.Share.SD),
			Says: fmt.Sprintf("%s of cuts in %s are spoiled: %s kept whole is enough nine times in ten.", percent(s.Share.Value), m.Title(),
				words.Count(spares(s.Share.Value), "stick")),
			Does: "So many are bought beside what is needed.", Sure: between(least, most, percent), Rests: rests(s.Cuts, "cut", s.Jobs),
			Chart: Chart{Across: "why", Up: "miscuts"}}
		for k, cause := range append(slices.Clone(job.Causes), "") {
			if n := s.Causes[cause]; n > 0 {
				o.Chart.Points = append(o.Chart.Points, Point{X: float64(k + 1), Y: float64(n), Label: CauseWord(cause)})
			}
		}
		out = append(out, o)
	}
	return out
}
