package server

import (
	"bytes"
	"context"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/day"
	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/schedule"
	"gnomon/files"
	"gnomon/store"
)

// TimesView are the minutes that the work takes.
type TimesView struct {
	of   of[job.Times]
	Rows []TimeRowView `json:"rows" doc:"each with what it is for"`
}

// TimeRowView is one of them.
type TimeRowView struct {
	Field string `json:"field"`
	Label string `json:"label"`
	Value string `json:"value"`
	Dries bool   `json:"dries" doc:"something dries or lies for so long"`
}

func timesView(j *job.Job) TimesView {
	v := TimesView{of: fieldsOf(&j.Times, j.Unit, ""), Rows: []TimeRowView{}}
	for _, f := range job.FieldsIn(&j.Times) {
		row := TimeRowView{Field: f.Name, Label: f.Tag.Get("doc")}
		switch x := f.Value.(type) {
		case *job.Count:
			row.Value = x.Plain()
		case *int:
			row.Value, row.Dries = strconv.Itoa(*x), f.Name != "pause"
		default:
			continue
		}
		v.Rows = append(v.Rows, row)
	}
	return v
}

// DayView is when a job is worked on.
type DayView struct{ of of[job.Day] }

// PlanOfDay is the plan of the days.
type PlanOfDay struct {
	Days     []DayOfPlan      `json:"days" doc:"each day that something is done or dries on, in order"`
	Tasks    []DayTaskView    `json:"tasks"`
	People   []string         `json:"people"`
	Dated    bool             `json:"dated" doc:"the first day is said"`
	Ends     string           `json:"ends" doc:"in words"`
	Bound    string           `json:"bound" doc:"what no order could beat, in words"`
	Work     string           `json:"work" doc:"what is left"`
	Longest  []string         `json:"longest" doc:"what waits for one another longest, in order"`
	Findings []FindingView    `json:"findings"`
	Moves    []DayMovedView   `json:"moves"`
	Prepare  []FinishStepView `json:"prepare" doc:"what is done with the stock first"`
	Nails    []NailRowView    `json:"nails" doc:"that the whole job takes"`
}

// DayOfPlan is one day, with when work begins and ends on it in minutes from the midnight before the first day.
type DayOfPlan struct {
	Title string `json:"title"`
	From  int    `json:"from"`
	To    int    `json:"to"`
}

// DayTaskView is a task, placed.
type DayTaskView struct {
	ID     string `json:"id"`
	Room   string `json:"room"`
	What   string `json:"what"`
	Where  string `json:"where"`
	Detail string `json:"detail"`
	Takes  string `json:"takes"`
	Dries  string `json:"dries,omitempty" doc:"what dries after it, and how long"`
	Who    int    `json:"who" doc:"from 0; -1 for what takes nobody or is done"`
	Start  int    `json:"start" doc:"minutes from the midnight before the first day"`
	End    int    `json:"end"`
	Dry    int    `json:"dry" doc:"when it is dry"`
	When   string `json:"when"`
	Done   bool   `json:"done"`
	Ticked string `json:"ticked,omitempty" doc:"the record that says so"`
	After  string `json:"after" doc:"what it waits for, in words"`
	Stop   string `json:"stop"`
	Long   bool   `json:"long" doc:"it is on the longest path"`
}

// DayMovedView is a task that was moved by hand.
type DayMovedView struct {
	ID   string `json:"id"`
	Text string `json:"text"`
}

// DayMoving moves a task before another.
type DayMoving struct {
	Sender
	Task   string `json:"task" maxLength:"200"`
	Before string `json:"before" maxLength:"200"`
}

func (s *server) days(id string) (*planned, day.Plan, error) {
	p, err := s.current(id)
	if err != nil {
		return nil, day.Plan{}, err
	}
	return p, day.Make(&p.job, &p.plan), nil
}

func (s *server) onDay(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/day", "get-day", "The plan of the days: tasks, who does them and when, what dries meanwhile"),
		func(_ context.Context, in *JobPath) (*Body[PlanOfDay], error) {
			p, d, err := s.days(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			v := dayView(&p.job, &d)
			v.prepared(&p.job, day.Prepare(&p.job, &p.plan))
			return &Body[PlanOfDay]{v}, nil
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/day/move", "move-task", "Put a task of the plan of the day before another")),
		func(ctx context.Context, in *struct {
			JobPath
			Body DayMoving
		}) (*Encoded, error) {
			p, d, err := s.days(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			if err := d.Move(&p.job, in.Body.Task, in.Body.Before); err != nil {
				return nil, asProblem(err)
			}
			var ops []edit.Op
			for _, m := range p.job.Day.Moves { // the other way round before: that is over
				if m.Task == in.Body.Before && m.Before == in.Body.Task || m.Task == in.Body.Task && m.Before == in.Body.Before {
					ops = append(ops, edit.Op{Do: edit.Remove, Kind: "moved", ID: m.ID})
				}
			}
			id := store.NewID("v")
			ops = append(ops, edit.Op{Do: edit.Add, Kind: "moved", ID: id, Value: edit.Raw(job.Moved{ID: id, Task: in.Body.Task, Before: in.Body.Before})})
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
	s.file(api, "/api/jobs/{job}/day.ics", "export-calendar", "The plan of the days as a calendar", "text/calendar; charset=utf-8", "days.ics",
		func(b *bytes.Buffer, id string) error {
			p, d, err := s.days(id)
			if err != nil {
				return err
			}
			return files.WriteCalendar(b, files.Stamp{Job: p.id, Revision: p.revision, At: time.Now()}, p.job, d)
		})
}

func (v *PlanOfDay) prepared(j *job.Job, k day.Preparing) {
	v.Prepare, v.Nails = []FinishStepView{}, []NailRowView{}
	for _, s := range k.Steps {
		v.Prepare = append(v.Prepare, FinishStepView{s.ID, s.What, some(s.Mind)})
	}
	for _, n := range k.Nails {
		v.Nails = append(v.Nails, NailRowView{Length: lengthView(n.Length, j.Unit), Count: n.Count, Kind: n.Kind})
	}
}

func dayView(j *job.Job, d *day.Plan) PlanOfDay {
	v := PlanOfDay{Days: []DayOfPlan{}, Tasks: []DayTaskView{}, People: []string{}, Dated: d.Dated, Ends: d.TimeText(d.Ends),
		Bound: d.TimeText(d.Bound), Work: day.Hours(d.Work),
		Longest: []string{}, Findings: findingViews(d.Findings), Moves: []DayMovedView{}}
	for n := range d.People {
		v.People = append(v.People, j.Worker(n))
	}
	long := map[string]bool{}
	for _, id := range d.Longest {
		long[id] = true
		v.Longest = append(v.Longest, d.Named(j, d.Task(id)))
	}
	for i := range d.Tasks {
		t, at := &d.Tasks[i], d.Placed[i]
		k := DayTaskView{ID: t.ID, Room: t.Room, What: t.What, Detail: t.Detail, Takes: day.Hours(t.Minutes), Who: at.Who, Start: at.Start, End: at.End,
			Dry:  at.End + t.Dries,
			When: d.When(i), Done: t.Done, Ticked: t.Ticked, After: d.AfterText(j, t), Stop: t.Stop, Long: long[t.ID]}
		if t.Room != "" {
			k.Where = j.Room(t.Room).Title()
		}
		if t.Dries > 0 {
			k.Dries = t.Drying + " " + day.Hours(t.Dries)
		}
		v.Tasks = append(v.Tasks, k)
	}
	for _, n := range d.Shown() {
		v.Days = append(v.Days, DayOfPlan{d.DayTitle(n), n*schedule.Day + d.Calendar.From, n*schedule.Day + d.Calendar.To})
	}
	for _, m := range j.Day.Moves {
		a, b := d.Task(m.Task), d.Task(m.Before)
		if a != nil && b != nil {
			v.Moves = append(v.Moves, DayMovedView{m.ID, d.Named(j, a) + " before " + d.Named(j, b)})
		}
	}
	return v
}
