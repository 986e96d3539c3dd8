package lesson

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
	"gnomon/core/piece"
)

// rateWords are what rates are for.
var rateWords = map[string]string{"cut": "An end cut", "setup": "Setting the saw up", "cope": "An end coped at the bench", "hang": "A piece put up",
	"length": "And for a foot of its length", piece.FittedCope: "A cope brought home", piece.FittedMitre: "An inside mitre fitted",
	piece.FittedOutside: "An outside mitre fitted",
	piece.FittedScarf:   "A scarf glued and pinned", piece.FittedReturn: "A return glued on", piece.FittedButt: "An end fitted against a casing"}

// RateWord is what a rate is for.
func RateWord(rate string) string { return rateWords[rate] }

func minutesText(m float64) string {
	if m < 10 {
		return fmt.Sprintf("%.1f min", m)
	}
	return fmt.Sprintf("%.0f min", m)
}

// offer is a rate that work really takes.
func (t *TimeLearned) offer(shop *job.Job) []Offer {
	if t.N == 0 || !learn.Justified(t.Value-t.Now, t.SD, timeReads*t.Now) {
		return nil
	}
	per := 1.0
	if t.Rate == "length" {
		per = float64(shop.Times.Per.Length()) / float64(measure.Foot)
	}
	least, most := t.Sure()
	count := func(v float64) job.Count { return job.Count(math.Round(v * per * 100)) }
	o := Offer{ID: id("time", t.Rate), Kind: "times", Field: t.Rate, Was: raw(count(t.Now)), Now: raw(count(t.Value)), Jobs: t.Jobs, Weight: 1 / (t.SD * t.SD),
		Says: fmt.Sprintf("%s takes %s here; the shop reckons with %s.", RateWord(t.Rate), minutesText(t.Value), minutesText(t.Now)),
		Does: "Times and the plan of the day go by it.", Sure: between(max(0, least), most, minutesText), Rests: rests(t.N, "time", t.Jobs),
		Chart: Chart{Across: "time seen, one after the other", Up: "minutes", Now: t.Now}}
	for i, m := range t.Points[max(0, len(t.Points)-200):] {
		o.Chart.Points = append(o.Chart.Points, Point{X: float64(i + 1), Y: m})
	}
	o.Chart.Line = []Point{{X: 1, Y: t.Value, SD: t.SD}, {X: float64(max(2, len(o.Chart.Points))), Y: t.Value, SD: t.SD}}
	return []Offer{o}
}
