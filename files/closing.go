package files

import (
	"encoding/csv"
	"fmt"
	"io"

	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// WriteClosingPDF writes a job's plan beside what happened: what was to be used and what was, cuts, hours, money, and how its joints closed. Without money
// it is for who sees none.
func WriteClosingPDF(w io.Writer, j job.Job, e *lesson.Evidence, c lesson.Closing, money bool) error {
	name := j.Name
	if name == "" {
		name = "Job"
	}
	p := newPage(j.Unit.Metric(), "Closing sheet: "+name, "Closing sheet · "+name)
	p.put(p.left, "Closing sheet", "B", 22, false)
	p.down(20, 0)
	p.put(p.left, name, "B", 13, false)
	if !e.To.IsZero() {
		p.put(p.right, e.From.Format("2 January 2006")+" to "+e.To.Format("2 January 2006"), "", 10, true)
	}
	p.down(24, 0)
	wide := p.right - p.left
	plan, fact := p.left+.34*wide, p.left+.50*wide
	note := p.left + .66*wide
	for x, title := range map[float64]string{p.left: "what", plan: "planned", fact: "as it was", note: ""} {
		p.put(x, title, "", 9, false)
	}
	p.down(4, 0)
	p.rule(false)
	p.down(14, 0)
	for _, r := range c.Rows {
		if r.Money && !money {
			continue
		}
		p.down(0, 34)
		p.fit(p.left, .32*wide, r.What, "", 10)
		p.fit(plan, .15*wide, r.Plan, "", 10)
		p.fit(fact, .15*wide, r.Fact, "B", 10)
		p.wrap(note, .34*wide, r.Note, "", 9, 11.5)
		p.down(6, 0)
	}
	p.down(14, 100)
	p.put(p.left, "How its joints closed", "B", 11, false)
	p.down(4, 0)
	p.rule(false)
	p.down(14, 0)
	for _, h := range c.Joints {
		p.put(p.left, words.Capital(lesson.HowWord(h.How)), "", 10, false)
		p.put(plan, fmt.Sprint(h.Count), "B", 10, false)
		p.down(13, 13)
	}
	p.put(p.left, fmt.Sprintf("Said of %d of %s.", c.Said, words.Count(c.All, "joint")), "", 9, false)
	p.down(20, 60)
	for i := range e.Joints {
		k := &e.Joints[i]
		if !k.Gaped() {
			continue
		}
		f := job.Fit{How: k.How, Where: k.Where, Gap: measure.FromInches(k.Gap), Tried: k.Tried}
		p.down(0, 14)
		p.fit(p.left, wide, k.Title+", "+lesson.KindName(k.Kind)+" of "+k.Of+": "+lesson.FitText(&f, j.Unit), "", 9.5)
		p.down(12, 12)
	}
	return p.write(w)
}

// WriteBookCSV writes facts, one line each, the oldest first.
func WriteBookCSV(w io.Writer, book []lesson.Fact) error {
	out := csv.NewWriter(w)
	if err := out.Write([]string{"at", "kind", "who", "device", "piece", "end", "what", "taken back", "record"}); err != nil {
		return err
	}
	for _, f := range book {
		r := f.Record
		back := ""
		if f.Undone {
			back = "yes"
		}
		if err := out.Write([]string{r.At, string(r.Kind), f.Who, r.Device, r.Piece, r.End, f.Text, back, r.ID}); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}
