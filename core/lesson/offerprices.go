package lesson

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/money"
	"gnomon/core/piece"
)

// leastHours are worked before what is earned by the hour says anything of prices.
const leastHours = 20

// priced are the joints of a price sheet with what goes into one: by the names of rates, so many times. Two ends are cut for a mitre.
var priced = []struct {
	field, name string
	parts       map[string]float64
}{
	{"cope", "A cope", map[string]float64{"cut": 1, "cope": 1, piece.FittedCope: 1}},
	{"mitre", "An inside mitre", map[string]float64{"cut": 2, piece.FittedMitre: 1}},
	{"outside", "An outside mitre", map[string]float64{"cut": 2, piece.FittedOutside: 1}},
	{"scarf", "A scarf", map[string]float64{"cut": 2, piece.FittedScarf: 1}},
	{"butt", "An end at a casing", map[string]float64{"cut": 1, piece.FittedButt: 1}},
}

// priceOffers are what joints would cost at what the shop earns by the hour on the whole, by the times that they take here: those whose price is off by
// more than a tenth for sure.
func (l *Learned) priceOffers(shop *job.Job) []Offer {
	if l.Hours < leastHours || l.Hourly <= 0 {
		return nil
	}
	times := map[string]*TimeLearned{}
	for i := range l.Times {
		times[l.Times[i].Rate] = &l.Times[i]
	}
	prices := map[string]*money.Cents{"cope": &shop.Prices.Cope, "mitre": &shop.Prices.Mitre, "outside": &shop.Prices.Outside, "scarf": &shop.Prices.Scarf,
		"butt": &shop.Prices.Butt}
	currency := shop.Prices.Currency
	var out []Offer
	for _, k := range priced {
		minutes, v, n := 0.0, 0.0, math.MaxInt
		var jobs []string
		for rate, count := range k.parts {
			t := times[rate]
			minutes, v, n = minutes+count*t.Value, v+count*count*t.SD*t.SD, min(n, t.N)
			if len(t.Jobs) > len(jobs) {
				jobs = t.Jobs
			}
		}
		now, is, sd := float64(*prices[k.field])/100, minutes/60*l.Hourly, math.Sqrt(v)/60*l.Hourly
		if n == 0 || now <= 0 || !learn.Justified(is-now, sd, timeReads*now) {
			continue
		}
		cents := func(x float64) string { return money.Cents(math.Round(x * 100)).Text(currency) }
		price := money.Cents(math.Round(is*4)) * 25 // to the quarter
		out = append(out, Offer{ID: id("price", k.field), Kind: "prices", Field: k.field, Was: raw(*prices[k.field]), Now: raw(price), Jobs: jobs,
			Weight: 1 / (sd * sd),
			Says: fmt.Sprintf("%s takes %s here, which is %s at the %s that this shop earns by the hour; the price sheet has %s.", k.name,
				minutesText(minutes), cents(is),
				cents(l.Hourly), cents(now)),
			Does: "New quotes go by it; a quote that was given stays.", Sure: between(is-learn.Sure*sd, is+learn.Sure*sd, cents), Rests: rests(n, "time", jobs)})
	}
	return out
}
