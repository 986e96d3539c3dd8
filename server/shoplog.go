package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/learn"
	"gnomon/core/lesson"
	"gnomon/core/measure"
)

// ShopLogView is what all jobs of the shop say together.
type ShopLogView struct {
	Currency string        `json:"currency"`
	Jobs     int           `json:"jobs" doc:"in which something was done"`
	Facts    int           `json:"facts" doc:"joints, cuts and times that they tell of"`
	Offers   []OfferView   `json:"offers"`
	Lessons  []LessonView  `json:"lessons"`
	Months   []MonthView   `json:"months"`
	Times    []RateLearned `json:"times"`
	People   []PaceView    `json:"people"`
	Fits     []GapesView   `json:"fits"`
	Miscuts  []MiscutView  `json:"miscuts"`
	Saws     []SawSaid     `json:"saws"`
	Tapes    []TapeSaid    `json:"tapes"`
	Names    []string      `json:"names" doc:"of everybody that the records tell of"`
}

// MonthView is a month of the shop.
type MonthView struct {
	Month   string             `json:"month"`
	Jobs    int                `json:"jobs"`
	Joints  int                `json:"joints"`
	Gaped   int                `json:"gaped"`
	Gap     float64            `json:"gapIn" doc:"mean of those that gaped, inches"`
	GapMM   float64            `json:"gapMm" doc:"the same in millimetres"`
	Cuts    int                `json:"cuts"`
	Miscuts int                `json:"miscuts"`
	Hours   float64            `json:"hours"`
	Planned float64            `json:"planned"`
	Waste   float64            `json:"waste"`
	Earned  float64            `json:"earned" doc:"by the hour"`
	Minutes map[string]float64 `json:"minutes"`
}

// RateLearned is how long something takes.
type RateLearned struct {
	Rate    string  `json:"rate"`
	Title   string  `json:"title"`
	Minutes float64 `json:"minutes"`
	Give    float64 `json:"give" doc:"95 times in 100 it is within so much"`
	Now     float64 `json:"now" doc:"what the shop reckons with"`
	Count   int     `json:"count"`
}

// PaceView is how many times as long somebody takes.
type PaceView struct {
	Who    string  `json:"who"`
	Factor float64 `json:"factor"`
	Give   float64 `json:"give"`
	Count  int     `json:"count"`
}

// GapesView is how often joints of a kind gape in a moulding.
type GapesView struct {
	Title string  `json:"title"`
	Kind  string  `json:"kind"`
	Count int     `json:"count"`
	Share float64 `json:"share"`
	Give  float64 `json:"give"`
	Where string  `json:"where,omitempty"`
}

// MiscutView is how often a kind of cut is spoiled.
type MiscutView struct {
	Kind   string         `json:"kind"`
	Cuts   int            `json:"cuts"`
	Count  int            `json:"count"`
	Share  float64        `json:"share"`
	Causes map[string]int `json:"causes"`
}

// SawSaid is a saw's scale, told.
type SawSaid struct {
	Title string      `json:"title"`
	Scale string      `json:"scale"`
	Tests int         `json:"tests"`
	Fits  int         `json:"fits"`
	At    []SeenPoint `json:"at"`
	Read  []ReadsSaid `json:"read" doc:"by how much those who read its corners read too great"`
}

// ReadsSaid is somebody's protractor.
type ReadsSaid struct {
	Who  string  `json:"who"`
	By   float64 `json:"by"`
	Give float64 `json:"give"`
}

// TapeSaid is how somebody's lengths lean.
type TapeSaid struct {
	Who   string  `json:"who"`
	Count int     `json:"count"`
	At    float64 `json:"atIn"`
	Off   float64 `json:"offIn"`
	Give  float64 `json:"giveIn"`
	Apart bool    `json:"apart" doc:"whether it is all alike or by the inch can be told"`
}

// Renaming calls somebody otherwise everywhere.
type Renaming struct {
	From string `json:"from" minLength:"1" maxLength:"200"`
	To   string `json:"to" minLength:"1" maxLength:"200"`
}

// Forgetting takes somebody's records out everywhere.
type Forgetting struct {
	Name string `json:"name" minLength:"1" maxLength:"200"`
}

// PersonDone is how many jobs it changed.
type PersonDone struct {
	Jobs int `json:"jobs"`
}

// NameAsk names somebody.
type NameAsk struct {
	Name string `query:"name" required:"true" minLength:"1" maxLength:"200"`
}

// PersonRecords are somebody's facts in one job.
type PersonRecords struct {
	Job     string       `json:"job"`
	Records []job.Record `json:"records"`
}

func (s *server) shopLog(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/shop/log", "get-shop-log", "What all jobs of the shop say together"),
		func(context.Context, *struct{}) (*Body[ShopLogView], error) {
			own, err := s.store.Shop()
			if err != nil {
				return nil, asProblem(err)
			}
			all, err := s.evidence()
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[ShopLogView]{shopLogView(&own, all)}, nil
		})
	each := func(ctx context.Context, f func(id string, j *job.Job) bool) (*Body[PersonDone], error) {
		n, err := s.store.EachJob(f)
		if err != nil {
			return nil, asProblem(err)
		}
		s.evidences.forget()
		s.hub.tellAll(func(id string) any {
			rev, _ := s.store.Revision(id) // a job that is gone has nobody to tell
			return Changed{Revision: rev}
		})
		return &Body[PersonDone]{PersonDone{n}}, nil
	}
	huma.Register(api, op(http.MethodPost, "/api/shop/people/rename", "rename-person", "Call somebody otherwise in every job"),
		func(ctx context.Context, in *struct{ Body Renaming }) (
			*Body[PersonDone], error) {
			if err := s.store.RenameDevice(in.Body.From, job.Plain(in.Body.To)); err != nil {
				return nil, asProblem(err)
			}
			return each(ctx, func(_ string, j *job.Job) bool { return lesson.Rename(j, in.Body.From, job.Plain(in.Body.To)) })
		})
	huma.Register(api, op(http.MethodPost, "/api/shop/people/forget", "forget-person",
		"Take somebody's records out of every job: this cannot be undone"), func(ctx context.Context,
		in *struct{ Body Forgetting }) (*Body[PersonDone], error) {
		return each(ctx, func(_ string, j *job.Job) bool { return lesson.Forget(j, in.Body.Name) })
	})
	huma.Register(api, op(http.MethodGet, "/api/shop/people/records", "export-person", "Everything that the jobs hold of somebody"),
		func(_ context.Context, in *NameAsk) (*Download, error) {
			jobs, err := s.store.Jobs()
			if err != nil {
				return nil, asProblem(err)
			}
			out := []PersonRecords{}
			for _, e := range jobs {
				j, _, err := s.store.Job(e.ID)
				if err != nil {
					return nil, asProblem(err)
				}
				p := PersonRecords{Job: j.Name}
				for _, f := range lesson.Of(lesson.Book(&j), in.Name) {
					p.Records = append(p.Records, *f.Record)
				}
				if len(p.Records) > 0 {
					out = append(out, p)
				}
			}
			return &Download{"application/json", `attachment; filename="records.json"`, pretty(out)}, nil
		})
}

func shopLogView(own *job.Job, all []lesson.Evidence) ShopLogView {
	l := lesson.Learn(own, all)
	v := ShopLogView{Currency: own.Prices.Currency, Offers: offerViews(l.Offers(own)), Lessons: lessonViews(own), Months: []MonthView{},
		Times: []RateLearned{}, People: []PaceView{},
		Fits: []GapesView{}, Miscuts: []MiscutView{}, Saws: []SawSaid{}, Tapes: []TapeSaid{}, Names: some(lesson.Names(all))}
	for i := range all {
		if e := &all[i]; !e.To.IsZero() {
			v.Jobs++
			v.Facts += e.Facts()
		}
	}
	for _, m := range lesson.Trend(own, all) {
		v.Months = append(v.Months, MonthView{m.Month, m.Jobs, m.Joints, m.Gaped, m.Gap, measure.FromInches(m.Gap).Millimetres(), m.Cuts, m.Miscuts,
			m.Hours, m.Planned, m.Waste, m.Earned, m.Minutes})
	}
	sure := learn.Sure
	for _, t := range l.Times {
		v.Times = append(v.Times, RateLearned{t.Rate, lesson.RateWord(t.Rate), t.Value, sure * t.SD, t.Now, t.N})
	}
	for _, p := range l.People {
		v.People = append(v.People, PaceView{p.Who, p.Value, sure * p.SD, p.N})
	}
	for i := range l.Fits {
		f := &l.Fits[i]
		v.Fits = append(v.Fits, GapesView{f.Title, lesson.KindName(f.Kind), f.Gaped.N, f.Gaped.Value, sure * f.Gaped.SD, f.WhereText()})
	}
	for _, m := range l.Miscuts {
		causes := map[string]int{}
		for c, n := range m.Causes {
			causes[lesson.CauseWord(c)] = n
		}
		v.Miscuts = append(v.Miscuts, MiscutView{lesson.KindName(m.Kind), m.Cuts, m.Share.N, m.Share.Value, causes})
	}
	for i := range l.Saws {
		s := &l.Saws[i]
		k := SawSaid{Title: s.Title, Scale: s.Scale, Tests: s.Tests, Fits: s.Fits, At: []SeenPoint{}, Read: []ReadsSaid{}}
		for _, a := range s.At {
			k.At = append(k.At, SeenPoint{X: a.Setting, Y: a.By, SD: a.SD})
		}
		for n, who := range s.Readers {
			by, sd := s.Line.Protractor(n)
			k.Read = append(k.Read, ReadsSaid{who, by, sure * sd})
		}
		v.Saws = append(v.Saws, k)
	}
	for i := range l.Tapes {
		t := &l.Tapes[i]
		_, _, _, _, apart := t.Tape.Parts()
		v.Tapes = append(v.Tapes, TapeSaid{t.Who, len(t.Seen), t.At, t.Off, sure * t.SD, apart})
	}
	return v
}
