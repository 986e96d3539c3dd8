package lesson

import (
	"fmt"
	"math"

	"gnomon/core/day"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/money"
	"gnomon/core/plan"
	"gnomon/core/quote"
	"gnomon/core/words"
)

// Closing is a job's plan beside what happened.
type Closing struct {
	Rows   []ClosingRow
	Joints []HowMany // how its joints closed, from the best
	Said   int       // of how many joints that was said
	All    int
}

// ClosingRow is one line of it. Money tells whether it is of money, which not everybody sees.
type ClosingRow struct {
	What, Plan, Fact, Note string
	Money                  bool
}

// HowMany is how many joints closed in one way.
type HowMany struct {
	How   string
	Count int
}

// Close sets a job's plan beside its evidence.
func Close(j *job.Job, p *plan.Plan, e *Evidence) Closing {
	c := Closing{All: len(e.Joints)}
	row := func(what, plan, fact, note string, money bool) {
		c.Rows = append(c.Rows, ClosingRow{what, plan, fact, note, money})
	}
	length := func(inches float64) string { return measure.FromInches(inches).About(j.Unit) }
	var planned, paid money.Cents
	said := false
	for _, u := range e.Used {
		fact, note, bought := "not said", fmt.Sprintf("its pieces need %s", length(u.Needed)), 0.0
		if u.Laid {
			bought = u.Planned
		}
		if u.Came > 0 {
			fact, bought, said = length(u.Came)+" came", u.Came, true
		}
		if u.Done && bought > 0 && u.Needed > 0 {
			note += fmt.Sprintf("; %.0f %% more was used", 100*math.Max(0, (bought-u.Racked)/u.Needed-1))
		}
		if u.Racked > 0 {
			note += "; " + length(u.Racked) + " on the rack"
		}
		row(u.Title, length(u.Planned), fact, note, false)
		planned += u.Cost
		if u.Came > 0 {
			paid += u.Paid
		} else {
			paid += u.Cost
		}
	}
	ends, cut := 0, 0
	for _, s := range p.Pieces {
		if s.Cut > 0 {
			ends += 2
		}
	}
	for _, k := range e.Cuts {
		cut += k.Count
	}
	note := ""
	if m := len(e.Miscuts); m > 0 {
		causes := map[string]int{}
		for _, k := range e.Miscuts {
			causes[k.Cause]++
		}
		var list []string
		for _, k := range append(append([]string{}, job.Causes...), "") {
			if causes[k] > 0 {
				list = append(list, fmt.Sprintf("%s %d", CauseWord(k), causes[k]))
			}
		}
		note = words.List(list)
	}
	row("Cuts", fmt.Sprint(ends), fmt.Sprint(cut), "", false)
	row("Miscuts", "0", fmt.Sprint(len(e.Miscuts)), note, false)
	row("Cut again", "0", fmt.Sprint(e.Recuts), "", false)
	if e.Hours > 0 {
		row("Hours at the saw and on the wall", hours(e.Planned), hours(e.Hours), "for what was marked, by the shop's times; pauses left out", false)
	}
	currency := j.Prices.Currency
	if len(e.Used) > 0 {
		fact := paid.Text(currency)
		if !said {
			fact = "as planned: nobody said what came"
		}
		row("Sticks", planned.Text(currency), fact, "", true)
	}
	row("Work and joints, as priced", e.Work.Text(currency), "", "without material, overheads and tax", true)
	if e.Hours > 0 && e.Work > 0 {
		row("Earned by the hour", "", money.Cents(float64(e.Work)*share(e)/e.Hours).Text(currency), fmt.Sprintf("%.0f %% of the pieces hang", 100*share(e)), true)
	}
	counts := map[string]int{}
	for i := range e.Joints {
		if how := e.Joints[i].How; how != "" {
			counts[how]++
			c.Said++
		}
	}
	for _, how := range job.Fits {
		c.Joints = append(c.Joints, HowMany{how, counts[how]})
	}
	return c
}

// share is how much of a job's joints hang.
func share(e *Evidence) float64 {
	if len(e.Joints) == 0 {
		return 0
	}
	up := 0.0
	for i := range e.Joints {
		if e.Joints[i].Up {
			up++
		}
	}
	return up / float64(len(e.Joints))
}

func hours(h float64) string { return day.Hours(int(math.Round(60 * h))) }

// earned is what a job's work and joints come to by its price sheet, all of it and so much of it as hangs.
func (g *gathering) earned() {
	_, work := g.sheet.Group(quote.GroupWork)
	_, joints := g.sheet.Group(quote.GroupJoints)
	g.out.Work = work + joints
	g.out.Earned = money.Cents(float64(g.out.Work) * share(g.out))
}
