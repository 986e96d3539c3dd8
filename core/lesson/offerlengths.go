package lesson

import (
	"fmt"
	"math"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/measure"
)

// offer is how the lengths that somebody reads are to be taken.
func (t *TapeLearned) offer(shop *job.Job) []Offer {
	p := shop.PersonNamed(t.Who)
	if p == nil {
		return nil
	}
	now := measure.Length(0)
	if p.Reads != nil {
		now = p.Reads.Off(measure.FromInches(t.At))
	}
	if !learn.Justified(t.Off-now.Inches(), t.SD, tapeReads) {
		return nil
	}
	bias, stretch, _, _, apart := t.Tape.Parts()
	reads := job.Reads{Bias: rounded(t.Off, 1e-4)}
	how := "all lengths alike"
	if apart && math.Abs(stretch*t.At) > math.Abs(bias) {
		reads, how = job.Reads{Bias: rounded(bias, 1e-4), Stretch: rounded(stretch, 1e-6)}, "more on long ones"
	}
	way := "long"
	if t.Off < 0 {
		way = "short"
	}
	at := func(x float64) string { return signedLength(x, shop.Unit) }
	o := Offer{ID: id("reads", p.ID), Kind: "person", Of: p.ID, Field: "reads", Was: raw(p.Reads), Now: raw(reads), Jobs: t.Jobs, Weight: 1 / (t.SD * t.SD),
		Says: fmt.Sprintf("%s reads lengths %s too %s at %s, %s.", t.Who, signedLength(math.Abs(t.Off), shop.Unit), way,
			measure.FromInches(t.At).About(shop.Unit), how),
		Does: "What they read is taken " + map[string]string{"long": "shorter", "short": "longer"}[way] + " by that before anything is cut to it.",
		Sure: between(t.Off-learn.Sure*t.SD, t.Off+learn.Sure*t.SD, at), Rests: rests(len(t.Seen), "length", t.Jobs),
		Chart: Chart{Across: "length, in", Up: "read too long, in", Now: now.Inches()}}
	long := 0.0
	for _, s := range t.Seen {
		o.Chart.Points = append(o.Chart.Points, Point{s.Length, s.Off, learn.TapeSD, ""})
		long = max(long, s.Length)
	}
	for k := range 11 {
		x := long * float64(k) / 10
		y, sd := t.Tape.At(x)
		o.Chart.Line = append(o.Chart.Line, Point{X: x, Y: y, SD: sd})
	}
	return []Offer{o}
}

func rounded(x, step float64) float64 { return math.Round(x/step) * step }

func signedLength(inches float64, unit measure.Unit) string {
	l := measure.FromInches(inches).Round(measure.Inch / 64)
	if unit.Metric() {
		l = measure.FromInches(inches).Round(measure.Millimetre / 10)
	}
	if l < 0 {
		return "−" + (-l).In(unit)
	}
	return l.In(unit)
}

// toolOffers are how well lengths and corners are read.
func (l *Learned) toolOffers(shop *job.Job) []Offer {
	var out []Offer
	add := func(field, says string, e Estimate, now, step float64, set string, was string, text func(float64) string) {
		if e.N == 0 || !learn.Justified(e.Value-now, e.SD, step) {
			return
		}
		least, most := e.Sure()
		out = append(out, Offer{ID: id("tools", field), Kind: "tools", Field: field, Was: was, Now: set, Weight: 1 / (e.SD * e.SD), Says: says,
			Does: "Rooms are checked by it: what is a misread and what is not.", Sure: between(max(0, least), most, text), Rests: rests(e.N, "pair of readings", nil)})
	}
	length := func(x float64) string { return signedLength(x, shop.Unit) }
	tape := measure.FromInches(l.Tape.Value).Round(measure.Inch / 64)
	add("tape", fmt.Sprintf("Two readings of one length differ here by %s, not by %s.", length(l.Tape.Value), shop.Tools.Tape.Length.In(shop.Unit)), l.Tape,
		shop.Tools.Tape.Length.Inches(), tapeReads, raw(tape.String()), raw(shop.Tools.Tape), length)
	add("reading", fmt.Sprintf("Two readings of one corner differ here by %s, not by %s.", degrees(l.Reading.Value), shop.Tools.Reading.String()), l.Reading,
		float64(shop.Tools.Reading), .1, raw(measure.Angle(l.Reading.Value).Round(.1)), raw(shop.Tools.Reading), degrees)
	return out
}

// springOffer is that coped ends are cut longer for nothing where that comes off again.
func (l *Learned) springOffer(shop *job.Job) []Offer {
	least, most := l.Trimmed.Sure()
	if shop.Rules.Spring.Length == 0 || l.Trimmed.N == 0 || least < .5 {
		return nil
	}
	percent := func(x float64) string { return fmt.Sprintf("%.0f %%", 100*math.Max(0, x)) }
	return []Offer{{ID: "spring", Kind: "rules", Field: "spring", Was: raw(shop.Rules.Spring), Now: raw("0"), Weight: 1 / (l.Trimmed.SD * l.Trimmed.SD),
		Says: fmt.Sprintf("What coped ends are cut longer by came off again in %s of cases.", percent(l.Trimmed.Value)),
		Does: "They are cut to length.", Sure: between(least, min(1, most), percent), Rests: rests(l.Trimmed.N, "piece", nil)}}
}
