package day

import (
	"fmt"
	"slices"
	"time"

	"gnomon/core/job"
	"gnomon/core/schedule"
	"gnomon/core/words"
)

// TimeText is a time of the plan as people say it: with its date where the first day is said, else by the day's number.
func (d *Plan) TimeText(t time.Time) string {
	if d.Dated {
		return t.Format("Mon 2 Jan, 15:04")
	}
	return fmt.Sprintf("day %d, %s", int(t.Sub(d.First).Hours())/24+1, t.Format("15:04"))
}

// When is when a task is done, in words.
func (d *Plan) When(i int) string {
	at, t := d.Placed[i], &d.Tasks[i]
	switch {
	case t.Done && t.At == "":
		return "done"
	case t.Done:
		return "done " + d.TimeText(d.At(at.End))
	case at.Start == at.End:
		return "from " + d.TimeText(d.At(at.Start))
	}
	start, end := d.At(at.Start), d.At(at.End)
	if start.Truncate(24 * time.Hour).Equal(end.Truncate(24 * time.Hour)) {
		return d.TimeText(start) + " to " + end.Format("15:04")
	}
	return d.TimeText(start) + " to " + d.TimeText(end)
}

// DayTitle is a day of the plan, from 0.
func (d *Plan) DayTitle(n int) string {
	if d.Dated {
		return d.First.AddDate(0, 0, n).Format("Mon 2 Jan")
	}
	return fmt.Sprintf("Day %d", n+1)
}

// Shown are the days on which something is done or was, in order.
func (d *Plan) Shown() []int {
	var out []int
	for i, p := range d.Placed {
		if d.Tasks[i].Done && d.Tasks[i].At == "" || p.End <= p.Start {
			continue
		}
		for n := p.Start / schedule.Day; n <= (p.End-1)/schedule.Day; n++ {
			if at := n * schedule.Day; d.Calendar.Between(at, at+schedule.Day) > 0 && !slices.Contains(out, n) {
				out = append(out, n)
			}
		}
	}
	slices.Sort(out)
	return out
}

// AfterText is what a task waits for, in words: what still is to be done or to dry.
func (d *Plan) AfterText(j *job.Job, t *Task) string {
	var out []string
	for _, id := range t.After {
		b := d.Task(id)
		switch {
		case b.Done && b.Dries == 0:
		case b.Dries > 0:
			out = append(out, fmt.Sprintf("%s (%s %s)", words.Small(b.What), b.Drying, Hours(b.Dries)))
		default:
			out = append(out, words.Small(b.What))
		}
	}
	if len(out) == 0 {
		return ""
	}
	return "waits for " + words.List(out)
}
