package job

import (
	"fmt"
	"regexp"
	"time"
)

// Day is when a job is worked on, and by how many. What is done when follows from its tasks (core/day).
type Day struct {
	Start    string  `json:"start,omitempty" maxLength:"10" doc:"the first day of work, as 2031-05-02"`
	From     string  `json:"from,omitempty" maxLength:"5" default:"07:30" doc:"when a day begins"`
	To       string  `json:"to,omitempty" maxLength:"5" default:"16:00" doc:"and ends"`
	People   int     `json:"people,omitempty" minimum:"0" maximum:"4" default:"1"`
	Weekends bool    `json:"weekends,omitempty" doc:"Saturdays and Sundays are worked too"`
	Moves    []Moved `json:"moves,omitempty" maxItems:"500" doc:"tasks that were moved by hand"`
}

// Moved is a task that is to be done before another, of two that could go either way.
type Moved struct {
	ID     string `json:"id" required:"true" pattern:"^[A-Za-z0-9_-]{1,80}$"`
	Task   string `json:"task" required:"true" maxLength:"200"`
	Before string `json:"before" required:"true" maxLength:"200"`
}

// MostPeople is how many may work on a job's plan.
const MostPeople = 4

func (d *Day) entries(func(thing, field string, e *Entry) error) error { return nil }

func (d *Day) normalise() {
	d.From, d.To, d.People = or(d.From, "07:30"), or(d.To, "16:00"), or(d.People, 1)
}

var clockPattern = regexp.MustCompile(`^([01][0-9]|2[0-3]):[0-5][0-9]$`)

// Clock is a time of day in minutes after midnight; 0 where it is none.
func Clock(text string) int {
	if !clockPattern.MatchString(text) {
		return 0
	}
	var h, m int
	_, _ = fmt.Sscanf(text, "%d:%d", &h, &m) // its form was just looked at
	return h*60 + m
}

// begins is the first day of work; no date where none is said.
func (d *Day) begins() time.Time {
	at, _ := time.Parse(time.DateOnly, d.Start) // what is no day is refused elsewhere
	return at
}

// FarOff tells whether two times are more than a century from one another: no work takes so long, and one of them is mistyped.
func FarOff(a, b time.Time) bool {
	return a.After(b.AddDate(100, 0, 0)) || a.Before(b.AddDate(-100, 0, 0))
}

// shortestDay is the least that is worked on a day, in minutes.
const shortestDay = 60

func (c *checker) day(d *Day) {
	const thing = "day"
	if d.Start != "" {
		if at, err := time.Parse(time.DateOnly, d.Start); err != nil || at.Year() < 1970 || at.Year() > 2999 {
			c.refuse(thing, "start", d.Start, "is no day", "give it as 2031-05-02, or leave it empty")
		}
	}
	for field, v := range map[string]string{"from": d.From, "to": d.To} {
		if v != "" && !clockPattern.MatchString(v) {
			c.refuse(thing, field, v, "is no time of day", "give it as 07:30")
		}
	}
	if d.From != "" && d.To != "" && Clock(d.To)-Clock(d.From) < shortestDay {
		c.refuse(thing, "to", d.To, "leaves less than an hour to work after "+d.From, "let the day end an hour after it begins, or later")
	}
	if d.People < 0 || d.People > MostPeople {
		c.refuse(thing, "people", fmt.Sprint(d.People), "cannot be planned for", "give from 1 to 4")
	}
	for i := range d.Moves {
		m := &d.Moves[i]
		thing := c.id("move", m.ID)
		c.text(thing, "task", m.Task)
		c.text(thing, "before", m.Before)
		if m.Task == m.Before || m.Task == "" || m.Before == "" {
			c.refuse(thing, "before", m.Before, "does not come after "+m.Task, "name two tasks of the plan of the day")
		}
	}
}

// Worker is who works as the number given, from 0: by name where the job has people, none below 0.
func (j *Job) Worker(n int) string {
	switch {
	case n < 0:
		return ""
	case n < len(j.People) && j.People[n].Name != "":
		return j.People[n].Name
	}
	return fmt.Sprintf("person %d", n+1)
}
