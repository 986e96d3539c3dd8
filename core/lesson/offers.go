package lesson

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// Offer is one figure of the shop that its own work says should be another. It is made only where the whole of the interval lies beyond what
// the figure can be set to.
type Offer struct {
	ID    string   // what it is about
	Says  string   // the sentence
	Does  string   // what taking it changes
	Sure  string   // how sure
	Rests string   // how many records of which jobs
	Jobs  []string // all of them
	Kind  string   // of the shop's thing whose field changes, and which that is
	Of    string
	Field string
	Was   string // its values as JSON
	Now   string
	// Weight is of the evidence: one over the variance.
	Weight float64
	Chart  Chart
}

// Chart is the evidence of an offer, drawn: every record as a point, and what is made of them.
type Chart struct {
	Across, Up string  // what its axes are, with their units
	Points     []Point // each record
	Line       []Point // the estimate, with its deviation
	Now        float64 // what is reckoned with now
}

// Point is a value with its deviation.
type Point struct {
	X, Y, SD float64
	Label    string
}

// Again is how many times the evidence that a left offer rested on there must be before it is made again.
const Again = 2

// resolutions are what figures can be set to where nothing else says it.
const (
	tapeReads  = 1.0 / 64 // inches
	timeReads  = .1       // of the rate
	wasteReads = .01
	oftenGapes = .3
	seldom     = .1
)

// Offers are those that the estimates make of the shop, the surest first; none that was left before there is twice the evidence.
func (l *Learned) Offers(shop *job.Job) []Offer {
	var out []Offer
	for i := range l.Saws {
		out = append(out, l.Saws[i].offer(shop)...)
	}
	for i := range l.Tapes {
		out = append(out, l.Tapes[i].offer(shop)...)
	}
	for i := range l.Times {
		out = append(out, l.Times[i].offer(shop)...)
	}
	for i := range l.Fits {
		out = append(out, l.Fits[i].offers(shop)...)
	}
	out = append(out, l.wasteOffer(shop)...)
	out = append(out, l.spareOffers(shop)...)
	out = append(out, l.toolOffers(shop)...)
	out = append(out, l.springOffer(shop)...)
	out = append(out, l.priceOffers(shop)...)
	out = slices.DeleteFunc(out, func(o Offer) bool { return o.Was == o.Now || left(shop, &o) })
	return out
}

// left tells whether an offer was left, and there is not twice as much evidence yet.
func left(shop *job.Job, o *Offer) bool {
	for i := range shop.Lessons {
		if s := &shop.Lessons[i]; s.ID == o.ID && !s.Taken {
			return o.Weight < Again*s.Weight
		}
	}
	return false
}

// id makes a name of what an offer is about that a lesson can have.
func id(parts ...string) string {
	clean := strings.Map(func(r rune) rune {
		if r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || r == '-' || r == '_' {
			return r
		}
		return '_'
	}, strings.Join(parts, "-"))
	return clean[:min(len(clean), 80)]
}

func raw(v any) string {
	b, _ := json.Marshal(v) // of plain figures
	return string(b)
}

// rests tells what an offer rests on.
func rests(n int, what string, jobs []string) string {
	text := "It rests on " + words.Count(n, what)
	switch len(jobs) {
	case 0:
		return text + "."
	case 1, 2, 3:
		return text + " in " + words.List(jobs) + "."
	}
	return text + fmt.Sprintf(" in %d jobs, the latest %s.", len(jobs), jobs[len(jobs)-1])
}

// degrees tells an angle in degrees, to the hundredth.
func degrees(a float64) string { return measure.Angle(math.Abs(a)).Text(2) + "°" }

func between(least, most float64, text func(float64) string) string {
	return fmt.Sprintf("95 times in 100 it is between %s and %s.", text(least), text(most))
}
