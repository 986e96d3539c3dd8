package lesson

import (
	"fmt"
	"strings"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/words"
)

// Fact is one record of a job, told.
type Fact struct {
	Record *job.Record
	Who    string
	Text   string
	Undone bool // it was taken back
}

// Book is every fact of a job, in the order they were made, told in the job's unit.
func Book(j *job.Job) []Fact {
	undone, labels := j.TakenBack(), map[string]string{}
	for i := range j.Records {
		labels[j.Records[i].ID] = j.Records[i].Label
	}
	out := make([]Fact, 0, len(j.Records))
	for i := range j.Records {
		r := &j.Records[i]
		out = append(out, Fact{Record: r, Who: Who(r), Text: tell(j, r, labels), Undone: undone[r.ID]})
	}
	return out
}

func tell(j *job.Job, r *job.Record, labels map[string]string) string {
	u := j.Unit
	of := r.Label
	if of == "" {
		of = r.Piece
	}
	if r.End != "" {
		of += ", " + r.End + " end"
	}
	switch {
	case r.Kind == job.RecordUndone:
		return of + ": taken back."
	case r.Kind == job.RecordHung && r.Hung != nil:
		return fmt.Sprintf("%s hung, %s.", of, r.Hung.Length.In(u))
	case r.Fit != nil:
		return of + ": " + FitText(r.Fit, u) + "."
	case r.Recut != nil:
		text := fmt.Sprintf("%s: %s taken off, to %s", of, r.Recut.Off.In(u), r.Recut.To.In(u))
		if r.Recut.Why != "" {
			text += "; " + r.Recut.Why
		}
		return text + "."
	case r.Ticked != nil:
		what := r.Ticked.Task
		if r.Label != "" {
			what = r.Label
		}
		return what + ": done."
	case r.Why != nil:
		text := fmt.Sprintf("The miscut of %s: %s", words.Small(labels[r.Why.About]), CauseWord(r.Why.Cause))
		if r.Why.Short > 0 {
			text += fmt.Sprintf(", %s too short", r.Why.Short.In(u))
		}
		return text + "."
	case r.Took != nil:
		return fmt.Sprintf("%s really took %s.", words.Capital(labels[r.Took.About]), minutesText(float64(r.Took.Minutes)/100))
	case r.Came != nil:
		m := r.Came.Moulding
		if k := j.Moulding(m); k != nil {
			m = k.Title()
		}
		text := fmt.Sprintf("%s of %s came, %s each", words.Count(r.Came.Count, "stick"), m, r.Came.Length.In(u))
		if r.Came.Note != "" {
			text += "; " + r.Came.Note
		}
		return text + "."
	case r.Kind == job.RecordMiscut:
		return of + ": miscut."
	case r.Kind == job.RecordCoped:
		return of + ": coped."
	case r.Cut != nil:
		return fmt.Sprintf("%s cut, %s.", of, r.Cut.Length.In(u))
	}
	return of
}

// FitText is how a joint closed, in a few words.
func FitText(f *job.Fit, unit measure.Unit) string {
	text := HowWord(f.How)
	if f.Gap > 0 {
		text += ", gaped " + f.Gap.In(unit)
	}
	if w := where(map[string]int{f.Where: 1}); w != "" {
		text += w
	}
	if len(f.Tried) > 0 {
		text += ", " + strings.ReplaceAll(strings.Join(f.Tried, ", "), "recut", "cut again")
	}
	if f.Note != "" {
		text += "; " + f.Note
	}
	return text
}

// Search finds facts by a text that stands in what is told of them, their kind and who did it; what is empty is not asked.
func Search(book []Fact, text, kind, who string) (out []Fact) {
	text = strings.ToLower(strings.TrimSpace(text))
	for _, f := range book {
		if (kind == "" || string(f.Record.Kind) == kind) && (who == "" || f.Who == who) &&
			(text == "" || strings.Contains(strings.ToLower(f.Text+" "+f.Who+" "+f.Record.At), text)) {
			out = append(out, f)
		}
	}
	return out
}
