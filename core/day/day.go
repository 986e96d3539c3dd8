package day

import (
	"fmt"
	"time"

	"gnomon/core/finding"
	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/core/schedule"
	"gnomon/core/words"
)

var (
	late = finding.Declare(finding.Form{Code: "late", Severity: finding.Check, Stop: finding.Hang, Kind: "job",
		Text: "By the plan of the day the work ends on %s, and it is promised for %s.", Why: "%s.",
		Remedy: "Begin earlier, let more people work on it, or tell the customer now."})
	promisedPast = finding.Declare(finding.Form{Code: "promised_before_start", Severity: finding.Check, Stop: finding.Hang, Kind: "job",
		Text: "It is promised for %s, and the first day of work is %s.", Why: "Nothing can be done before it is begun.",
		Remedy: "Agree on another day, or begin earlier."})
	noTime = finding.Declare(finding.Form{Code: "takes_no_time", Severity: finding.Note, Stop: finding.Hang, Kind: "job",
		Text: "%s would take no time at all.", Why: "Its rates are 0 on the sheet of times.", Remedy: "Put the minutes that it takes on the sheet of times."})
	moveRefused = finding.Declare(finding.Form{Code: "move_against_order", Severity: finding.Note, Stop: finding.Hang, Kind: "job",
		Text: "%s cannot come before %s as it was moved.", Why: "It waits for that.", Remedy: "Take the move back."})
)

// Plan is the plan of the days.
type Plan struct {
	Tasks    []Task
	Placed   []schedule.Placed // of each
	First    time.Time         // midnight before the first day; no date where none was said
	Dated    bool
	People   int
	Ends     time.Time
	Bound    time.Time // nothing gets it done sooner
	Longest  []string  // tasks that wait for one another longest
	Work     int       // minutes of work that are left
	Calendar schedule.Calendar
	Findings finding.List
}

// someMonday is the first day where none was said.
var someMonday = time.Date(2001, 1, 1, 0, 0, 0, 0, time.UTC)

// options are how the job is worked on, and its first day.
func options(j *job.Job) (o schedule.Options, first time.Time, dated bool) {
	first = someMonday
	if d, err := time.Parse(time.DateOnly, j.Day.Start); err == nil {
		first, dated = d, true
	}
	o = schedule.Options{People: j.Day.People,
		Calendar: schedule.Calendar{From: job.Clock(j.Day.From), To: job.Clock(j.Day.To), Weekends: j.Day.Weekends, First: first.Weekday()}}
	for _, m := range j.Day.Moves {
		o.Moves = append(o.Moves, [2]string{m.Task, m.Before})
	}
	return o, first, dated
}

// Make plans the days of a job. What was ticked stands where it was ticked, and moves the rest.
func Make(j *job.Job, p *plan.Plan) Plan {
	out := Plan{Tasks: Tasks(j, p)}
	var o schedule.Options
	o, out.First, out.Dated = options(j)
	out.People, out.Calendar = max(1, o.People), o.Calendar
	tasks := make([]schedule.Task, len(out.Tasks))
	for i := range out.Tasks {
		t := &out.Tasks[i]
		at, timed := out.minute(t.At)
		tasks[i] = schedule.Task{ID: t.ID, Minutes: t.Minutes, After: t.After, Dries: t.Dries, Done: t.Done, Timed: timed, At: at}
		if !t.Done {
			out.Work += t.Minutes
		}
	}
	made, err := schedule.Make(tasks, o)
	if err != nil {
		panic(err) // our own tasks never go round
	}
	out.Placed, out.Longest = made.Placed, made.Longest
	out.Ends, out.Bound = out.At(made.Ends), out.At(made.Bound)
	out.find(j, made)
	return out
}

// minute is a time by the clock in minutes from the midnight before the first day, negative where it lies before; known is false
// where it is none, or further off than a century.
func (d *Plan) minute(at string) (m int, known bool) {
	t, err := time.Parse(job.LocalTime, at)
	if err != nil || !d.Dated || job.FarOff(t, d.First) {
		return 0, false
	}
	return int(t.Sub(d.First).Minutes()), true
}

// At is the time by the clock of so many minutes.
func (d *Plan) At(minutes int) time.Time { return d.First.Add(time.Duration(minutes) * time.Minute) }

// Task finds a task by its identifier; nil where there is none.
func (d *Plan) Task(id string) *Task {
	for i := range d.Tasks {
		if d.Tasks[i].ID == id {
			return &d.Tasks[i]
		}
	}
	return nil
}

// dayText is a day as people say it.
func dayText(t time.Time) string { return t.Format("Mon 2 Jan 2006") }

func (d *Plan) find(j *job.Job, made schedule.Plan) {
	promised, err := time.Parse(time.DateOnly, j.Promised)
	switch {
	case err != nil || !d.Dated || len(d.Tasks) == 0:
	case promised.Before(d.First):
		d.Findings.Add(promisedPast.In("", "job").Says(dayText(promised), dayText(d.First)))
	case d.Ends.After(promised.AddDate(0, 0, 1)):
		why := "No order would be in time: what waits for one another takes until " + dayText(d.Bound)
		if !d.Bound.After(promised.AddDate(0, 0, 1)) {
			why = fmt.Sprintf("%s of work are left for %s", Hours(d.Work), people(d.People))
		}
		d.Findings.Add(late.In("", "job").Says(dayText(d.Ends), dayText(promised)).Because(why))
	}
	var none []string
	for i := range d.Tasks {
		if t := &d.Tasks[i]; t.Whole == 0 && t.Dries == 0 && t.ID != Lie {
			none = append(none, words.Small(t.What))
		}
	}
	if len(none) > 0 {
		d.Findings.Add(noTime.In("", "job").Says(words.Capital(words.List(unique(none)))))
	}
	for _, m := range made.Refused {
		a, b := d.Task(m[0]), d.Task(m[1])
		d.Findings.Add(moveRefused.In("", "job").Says(d.Named(j, a), words.Small(d.Named(j, b))))
	}
}

func unique(all []string) []string {
	var out []string
	seen := map[string]bool{}
	for _, s := range all {
		if !seen[s] {
			seen[s] = true
			out = append(out, s)
		}
	}
	return out
}

func people(n int) string {
	if n == 1 {
		return "one person"
	}
	return fmt.Sprint(n, " people")
}

// Named is a task with its room.
func (d *Plan) Named(j *job.Job, t *Task) string {
	if t.Room == "" {
		return t.What
	}
	return t.What + ", " + j.Room(t.Room).Title()
}

// Hours are minutes as people say them: 3 h 20 min.
func Hours(minutes int) string {
	switch h, m := minutes/60, minutes%60; {
	case h == 0:
		return fmt.Sprintf("%d min", m)
	case m == 0:
		return fmt.Sprintf("%d h", h)
	default:
		return fmt.Sprintf("%d h %d min", h, m)
	}
}

// Move is the step that puts a task before another, refused with its reason where that waits for the first.
func (d *Plan) Move(j *job.Job, task, before string) error {
	a, b := d.Task(task), d.Task(before)
	if a == nil || b == nil || a == b {
		return &job.Invalid{Thing: "plan of the day", Field: "before", Value: before, Reason: "names no other task of the plan",
			Remedy: "take both from the plan as it is now"}
	}
	if chain := d.chain(b.ID, a.ID); chain != nil {
		why := "waits for it"
		if len(chain) > 2 {
			why = "waits for " + words.Small(d.Named(j, d.Task(chain[len(chain)-2]))) + ", and that for it"
		}
		return &job.Invalid{Thing: d.Named(j, a), Field: "before", Value: words.Small(d.Named(j, b)), Reason: "cannot come first: it " + why,
			Remedy: "move what it waits for, or let it wait"}
	}
	return nil
}

// chain are the tasks from one to another that waits for it, or nil.
func (d *Plan) chain(from, to string) []string {
	t := d.Task(to)
	for _, id := range t.After {
		if id == from {
			return []string{from, to}
		}
	}
	for _, id := range t.After {
		if c := d.chain(from, id); c != nil {
			return append(c, to)
		}
	}
	return nil
}
