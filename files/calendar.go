package files

import (
	"io"
	"time"

	ics "github.com/arran4/golang-ical"

	"gnomon/core/day"
	"gnomon/core/job"
)

// floating is how a calendar writes a time that belongs to no zone: eight in the morning wherever it is read.
const floating = "20060102T150405"

// Stamp says of which job a calendar is, of which of its revisions, and when it is written. What imports calendars of several jobs
// tells their tasks apart by the job, and which of two of one task is the newer by the revision.
type Stamp struct {
	Job      string
	Revision int64
	At       time.Time
}

// WriteCalendar writes the plan of the days as a calendar (RFC 5545): an event for each task that is still to be done, in the time of the
// place. The error is a *job.Invalid where no first day is said.
func WriteCalendar(w io.Writer, of Stamp, j job.Job, d day.Plan) error {
	if !d.Dated {
		return &job.Invalid{Thing: "plan of the day", Field: "start", Reason: "has no first day, so that nothing can stand in a calendar",
			Remedy: "give the first day of work on the plan of the day"}
	}
	c := ics.NewCalendarFor("Gnomon")
	c.SetProductId("-//Gnomon//Plan of the days//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetXWRCalName(j.Name)
	for i, t := range d.Tasks {
		at := d.Placed[i]
		if t.Done || at.End <= at.Start {
			continue
		}
		e := c.AddEvent(t.ID + "." + of.Job + "@gnomon")
		e.SetSequence(int(of.Revision))
		e.SetDtStampTime(of.At.UTC())
		e.SetProperty(ics.ComponentPropertyDtStart, d.At(at.Start).Format(floating))
		e.SetProperty(ics.ComponentPropertyDtEnd, d.At(at.End).Format(floating))
		e.SetSummary(d.Named(&j, &t))
		more := t.Detail
		if who := j.Worker(at.Who); who != "" && d.People > 1 {
			more += "; " + who
		}
		if t.Dries > 0 {
			more += "; then " + t.Drying + " " + day.Hours(t.Dries)
		}
		e.SetDescription(more)
	}
	return c.SerializeTo(w, ics.WithNewLineWindows) // as RFC 5545 has it, on every machine
}
