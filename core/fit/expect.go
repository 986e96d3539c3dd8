package fit

import (
	"fmt"
	"math"
	"sync"

	"gnomon/core/measure"
	"gnomon/core/profile"
	"gnomon/core/words"
)

// Expected is how a joint will close as far as one can tell before it is cut: once it hangs, both pieces rolled alike
// as far as they may.
type Expected struct {
	Gap    float64 // if nothing is off but what is known to be
	Shows  float64 // how likely it shows: that the gap is over Shut
	Gapes  float64 // how likely it wants cutting again: over Fill
	At     Place   // where it would open
	Member string  // the member of the face that it would open at most
}

// Table is how a joint of two sections closes for each degree that its corner is off what it was made for, worked out once: a
// plan asks it for every joint.
type Table struct {
	theta  measure.Angle
	kind   Kind
	off    []float64
	gap    []float64
	at     [2]Place // where it opens in a tighter and in a wider corner
	member [2]string
}

// offs are at how many degrees off a table is worked out.
var offs = []float64{-2, -.6, 0, .6, 2}

// NewTable works one out for joints like the one given, which is made for its corner.
func NewTable(j Joint) *Table {
	t := &Table{theta: j.Corner.Theta, kind: j.Kind, off: offs, gap: make([]float64, len(offs))}
	high, end := j.Coped.Height().Inches(), j.end()
	for i, off := range offs {
		k := j
		k.Corner.Theta += measure.Angle(off)
		if off == 0 {
			continue
		}
		t.gap[i] = k.eased(end, true)
		if math.Abs(off) < 2 {
			continue
		}
		worst, side := k.hangs(end, quick).Worst(), 0
		if off > 0 {
			side = 1
		}
		t.member[side] = j.Coped.Member(worst.Own)
		t.at[side] = AtBottom
		if worst.Own.Z > high/2 {
			t.at[side] = AtTop
		}
	}
	return t
}

// kept are the tables worked out before: they follow from the sections and the corner alone, and every plan with the same mouldings
// asks for the same.
var kept struct {
	sync.Mutex
	of map[tableKey]func() *Table
}

// mostKept is how many are kept; then all are let go.
const mostKept = 500

type tableKey struct {
	kind           Kind
	crown          bool
	theta          measure.Angle
	through, coped string
}

// TableOf is the table of two sections that meet so in a corner, and that are made for it.
func TableOf(kind Kind, crown bool, through, coped *profile.Section, theta measure.Angle) *Table {
	k := tableKey{kind, crown, theta, through.Key(), coped.Key()}
	kept.Lock()
	make, ok := kept.of[k]
	if !ok {
		half := (180 - theta) / 2
		j := Joint{Kind: kind, Crown: crown, Through: through, Coped: coped, Corner: Corner{Theta: theta},
			Made: Made{Theta: theta, Halves: [2]measure.Angle{half, half}}}
		make = sync.OnceValue(func() *Table { return NewTable(j) })
		if kept.of == nil || len(kept.of) >= mostKept {
			kept.of = map[tableKey]func() *Table{}
		}
		kept.of[k] = make
	}
	kept.Unlock()
	return make()
}

// scale is how a gap grows for each degree in one corner beside another: with cot(θ/2) of a cope and of a mitre, all but.
func (t *Table) scale(theta measure.Angle) float64 {
	return (theta / 2).Cot() / (t.theta / 2).Cot()
}

// Expect is how a joint closes in a corner that is known to be off what the joint is made for by so many degrees, and may be off by
// more with a deviation.
func (t *Table) Expect(theta, off, sigma measure.Angle) Expected {
	by := t.scale(theta)
	gap := make([]float64, len(t.gap))
	for i, g := range t.gap {
		gap[i] = g * by
	}
	out := Expected{Gap: straight(t.off, gap, float64(off)), Shows: Chance(t.off, gap, float64(off), float64(sigma), Shut),
		Gapes: Chance(t.off, gap, float64(off), float64(sigma), Fill)}
	// Where it would open is told of the side on which it opens more.
	side := 0
	if off > 0 || off == 0 && gap[len(gap)-1] > gap[0] {
		side = 1
	}
	out.At, out.Member = t.at[side], t.member[side]
	return out
}

// In1 tells a chance as people say it: 1 in 3.
func In1(chance float64) string {
	switch {
	case chance <= 1.0/200:
		return "less than 1 in 100"
	case chance >= .9:
		return "all but certain"
	case chance >= .45:
		return fmt.Sprintf("%d in 10", int(math.Round(chance*10)))
	}
	return fmt.Sprintf("1 in %d", int(math.Round(1/chance)))
}

// MayShow is how likely a joint shows for it to be worth a word.
const MayShow = 1.0 / 4

// Word is how a joint is told in a word: where it is marked.
func (e Expected) Word() string {
	switch {
	case e.Gap > Fill || e.Gapes > .5:
		return "will not close"
	case e.Gap > Shut || e.Shows > .5:
		return "likely shows"
	case e.Shows > MayShow:
		return "may show"
	}
	return "closes"
}

// Closes tells whether a joint is as good as sure to close.
func (e Expected) Closes() bool { return e.Gap <= Shut && e.Shows <= MayShow }

// Text tells how a joint will close.
func (e Expected) Text(unit measure.Unit) string {
	where := ""
	if e.Member != "" && !e.Closes() {
		where = ", at its " + e.Member
	}
	switch {
	case e.Gap > Shut:
		return fmt.Sprintf("It opens by %s%s, as the saw is set; %s that it shows", measure.FromInches(e.Gap).In(unit), where, In1(e.Shows))
	case e.Shows > MayShow:
		return fmt.Sprintf("%s that it shows%s", words.Capital(In1(e.Shows)), where)
	}
	return "It closes: " + In1(e.Shows) + " that it shows"
}
