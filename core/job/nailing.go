package job

import (
	"gnomon/core/measure"
	"gnomon/core/money"
)

// Nailing are the numbers of the rules that nails follow: docs/hanging.md says which of them does what.
type Nailing struct {
	NailTimes    Count `json:"nail_times,omitempty" doc:"a nail is this many times as long as what it passes through"`
	NailEnd      Entry `json:"nail_end" doc:"from a piece's end, where the wood is whole, to its first nails"`
	NailNear     Entry `json:"nail_near" doc:"a stud this near to the nails of an end is left to them"`
	NailStagger  Entry `json:"nail_stagger" doc:"by how much nails of two walls in one corner stand at different heights"`
	CasingEvery  Entry `json:"casing_every" doc:"from nail to nail along a casing at most"`
	BackingEvery Entry `json:"backing_every" doc:"from nail to nail into backing at most"`
}

// Schools on what crown is nailed to, how its first piece is set, and when trim is painted.
const (
	JoistsBacking  = "backing"  // strips are fixed where no joist crosses the wall
	JoistsAdhesive = "adhesive" // the top is glued there

	FirstScrap = "scrap"
	FirstBlock = "block"
	FirstGauge = "gauge"

	PaintTrestles = "trestles" // primed and one coat before anything is cut
	PaintHung     = "hung"     // on the wall
	PaintBought   = "bought"   // it comes primed: one coat on trestles
)

func (n *Nailing) normalise(unit measure.Unit) {
	n.NailTimes = or(n.NailTimes, 2_00)
	for _, f := range []struct {
		e      *Entry
		in, mm string
	}{{&n.NailEnd, "3/4", "19"}, {&n.NailNear, "2", "50"}, {&n.NailStagger, "1/2", "13"}, {&n.CasingEvery, "7", "180"}, {&n.BackingEvery, "16", "400"}} {
		*f.e = orEntry(*f.e, texts(unit, f.in, f.mm))
	}
}

func (c *checker) nailing(n *Nailing) {
	const thing = "house rules"
	if n.NailTimes < 1_00 || n.NailTimes > 6_00 {
		c.refuse(thing, "nail_times", n.NailTimes.String(), "holds nothing, or comes out behind", "give from 1 to 6 times what is passed through, such as 2")
	}
	for _, f := range []struct {
		field       string
		e           Entry
		least, most measure.Length
	}{{"nail_end", n.NailEnd, measure.Inch / 4, 6 * measure.Inch}, {"nail_near", n.NailNear, 0, measure.Foot}, {"nail_stagger", n.NailStagger, 0,
		3 * measure.Inch},
		{"casing_every", n.CasingEvery, 2 * measure.Inch, 3 * measure.Foot}, {"backing_every", n.BackingEvery, 2 * measure.Inch, 6 * measure.Foot}} {
		if f.e.Length < f.least || f.e.Length > f.most {
			c.refuse(thing, f.field, f.e.Text, "no nails stand so", "give from "+f.least.String()+" to "+f.most.String())
		}
	}
}

// UsualBoard is plaster board whose thickness was not measured.
func (j *Job) UsualBoard() measure.Length { return usual(j.Unit, measure.Inch/2, 12).Length }

// hundredths is a length a number of hundredths of times.
func hundredths(l measure.Length, n money.Cents) measure.Length { return l * measure.Length(n) / 100 }

// NailOver is how long a nail must be at least that passes through so much.
func (n *Nailing) NailOver(through measure.Length) measure.Length {
	return hundredths(through, n.NailTimes)
}
