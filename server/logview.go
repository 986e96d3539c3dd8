package server

import (
	"context"
	"net/http"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/core/measure"
	"gnomon/share"
)

// LogView is what a job's facts say.
type LogView struct {
	Revision int64         `json:"revision"`
	Joints   []LogJoint    `json:"joints"`
	Open     int           `json:"open" doc:"joints that hang and of which nobody said how they closed"`
	Closing  []ClosingRow  `json:"closing" doc:"the plan beside what happened"`
	How      []HowManyView `json:"how"`
	Times    []TimeSeen    `json:"times" doc:"as they were taken from marks, the latest first"`
	Money    bool          `json:"money" doc:"what it cost is told"`
}

// OffersView is what the work of all jobs offers the shop, and what became of that before.
type OffersView struct {
	Offers  []OfferView  `json:"offers"`
	Lessons []LessonView `json:"lessons" doc:"offers that were taken or left"`
}

// LogJoint is a joint, and how it closed.
type LogJoint struct {
	Room   string     `json:"room"`
	Piece  string     `json:"piece"`
	End    string     `json:"end"`
	Label  string     `json:"label" doc:"of its piece"`
	Corner string     `json:"corner,omitempty"`
	Title  string     `json:"title"`
	Kind   string     `json:"kind" doc:"as people call it"`
	Of     string     `json:"of" doc:"the moulding"`
	Up     bool       `json:"up"`
	How    string     `json:"how,omitempty" enum:",closed,hairline,filled,recut,open"`
	Word   string     `json:"word" doc:"how it closed, in a word"`
	Text   string     `json:"text" doc:"and with all that was said"`
	Where  string     `json:"where,omitempty"`
	Gap    LengthView `json:"gap"`
	Record string     `json:"record,omitempty"`
	By     string     `json:"by,omitempty"`
}

// OfferView is an offer with its evidence drawn.
type OfferView struct {
	ID    string    `json:"id"`
	Says  string    `json:"says"`
	Does  string    `json:"does"`
	Sure  string    `json:"sure"`
	Rests string    `json:"rests"`
	Jobs  []string  `json:"jobs"`
	Chart ChartView `json:"chart"`
}

// ChartView is evidence to draw.
type ChartView struct {
	Across string      `json:"across"`
	Up     string      `json:"up"`
	Points []SeenPoint `json:"points"`
	Line   []SeenPoint `json:"line" doc:"what is made of them, with its deviation"`
	Now    float64     `json:"now" doc:"what is reckoned with now"`
}

// SeenPoint is a value with its deviation.
type SeenPoint struct {
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	SD    float64 `json:"sd"`
	Label string  `json:"label,omitempty"`
}

// LessonView is an offer that was taken or left.
type LessonView struct {
	ID    string `json:"id"`
	Says  string `json:"says"`
	Taken bool   `json:"taken"`
	On    string `json:"on"`
}

// ClosingRow is a line of the closing sheet.
type ClosingRow struct {
	What string `json:"what"`
	Plan string `json:"plan"`
	Fact string `json:"fact"`
	Note string `json:"note,omitempty"`
}

// HowManyView is how many joints closed in one way.
type HowManyView struct {
	How   string `json:"how"`
	Word  string `json:"word"`
	Count int    `json:"count"`
}

// TimeSeen is how long something took.
type TimeSeen struct {
	Record  string  `json:"record"`
	What    string  `json:"what"`
	By      string  `json:"by,omitempty"`
	At      string  `json:"at"`
	Minutes float64 `json:"minutes"`
	Told    bool    `json:"told,omitempty" doc:"it was set by hand"`
}

// BookView is a page of the book.
type BookView struct {
	Facts []FactView `json:"facts"`
	All   int        `json:"all" doc:"how many there are in all"`
	Kinds []string   `json:"kinds"`
	Who   []string   `json:"who"`
}

// FactView is a fact, told.
type FactView struct {
	ID     string `json:"id"`
	Kind   string `json:"kind"`
	At     string `json:"at,omitempty"`
	Who    string `json:"who,omitempty"`
	Device string `json:"device,omitempty"`
	Piece  string `json:"piece,omitempty"`
	Text   string `json:"text"`
	Undone bool   `json:"undone,omitempty"`
}

// mine is whose records alone a device is told of, and whether there is such a limit: one that may only measure or mark learns nothing of what others did.
func mine(ctx context.Context) (name string, only bool) {
	if d := deviceOf(ctx); d != nil && share.Rights(d.Rights) != share.Full {
		return d.Name, true
	}
	return "", false
}

func (s *server) onLog(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/log", "get-log", "What a job's facts say: its joints, what they offer, plan beside fact"),
		func(ctx context.Context, in *JobPath) (*Body[LogView], error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[LogView]{logView(ctx, p)}, nil
		})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/book", "get-book", "Every fact of a job in order, searched"), func(ctx context.Context,
		in *BookAsk) (*Body[BookView], error) {
		j, _, err := s.store.Job(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[BookView]{bookView(ctx, &j, in)}, nil
	})
	s.takeOffers(api)
	s.logFiles(api)
	s.shopLog(api)
}

// BookAsk is what is looked for in the book.
type BookAsk struct {
	JobPath
	Text string `query:"text" maxLength:"200"`
	Kind string `query:"kind" maxLength:"20"`
	Who  string `query:"who" maxLength:"200"`
	From int    `query:"from" minimum:"0" maximum:"1000000"`
}

// bookPage is how many facts a page of the book has.
const bookPage = 200

func bookView(ctx context.Context, j *job.Job, in *BookAsk) BookView {
	book := lesson.Book(j)
	if name, only := mine(ctx); only {
		book = lesson.Of(book, name)
	}
	v := BookView{Facts: []FactView{}, Kinds: []string{}, Who: []string{}}
	for _, f := range book {
		if k := string(f.Record.Kind); !slices.Contains(v.Kinds, k) {
			v.Kinds = append(v.Kinds, k)
		}
		if f.Who != "" && !slices.Contains(v.Who, f.Who) {
			v.Who = append(v.Who, f.Who)
		}
	}
	found := lesson.Search(book, in.Text, in.Kind, in.Who)
	v.All = len(found)
	slices.Reverse(found) // the latest first
	for _, f := range found[min(in.From, len(found)):min(in.From+bookPage, len(found))] {
		r := f.Record
		v.Facts = append(v.Facts, FactView{r.ID, string(r.Kind), r.At, f.Who, r.Device, r.Piece, f.Text, f.Undone})
	}
	return v
}

func logView(ctx context.Context, p *planned) LogView {
	j, u := &p.job, p.job.Unit
	e := gathered(p.id, j, &p.plan)
	name, only := mine(ctx)
	v := LogView{Revision: p.revision, Joints: []LogJoint{}, Closing: []ClosingRow{},
		How: []HowManyView{}, Times: []TimeSeen{},
		Money: !only}
	for _, k := range e.Joints {
		gap := measure.FromInches(k.Gap)
		f := job.Fit{How: k.How, Where: k.Where, Gap: gap, Tried: k.Tried}
		one := LogJoint{Room: k.Room, Piece: k.Piece, End: k.End, Label: k.Label, Of: k.Of, Corner: k.Corner, Title: k.Title,
			Kind: lesson.KindName(k.Kind), Up: k.Up, How: k.How,
			Word: lesson.HowWord(k.How), Text: lesson.FitText(&f, u), Where: k.Where, Gap: lengthView(gap, u), Record: k.Record, By: k.By}
		if only && k.By != name {
			one.By = ""
		}
		if k.Up && k.How == "" {
			v.Open++
		}
		v.Joints = append(v.Joints, one)
	}
	closing := lesson.Close(j, &p.plan, &e)
	for _, r := range closing.Rows {
		if !r.Money || v.Money {
			v.Closing = append(v.Closing, ClosingRow{r.What, r.Plan, r.Fact, r.Note})
		}
	}
	for _, h := range closing.Joints {
		v.How = append(v.How, HowManyView{h.How, lesson.HowWord(h.How), h.Count})
	}
	for i := len(e.Times) - 1; i >= 0 && len(v.Times) < bookPage; i-- {
		t := e.Times[i]
		if !only || t.By == name {
			v.Times = append(v.Times, TimeSeen{t.Record, t.What, t.By, when(t.At), t.Minutes, t.Told})
		}
	}
	return v
}

// learned is what all jobs' evidence comes to.
func (s *server) learned(own *job.Job) (lesson.Learned, error) {
	all, err := s.evidence()
	if err != nil {
		return lesson.Learned{}, err
	}
	return lesson.Learn(own, all), nil
}

func offerViews(all []lesson.Offer) []OfferView {
	out := []OfferView{}
	for _, o := range all {
		c := ChartView{o.Chart.Across, o.Chart.Up, seenPoints(o.Chart.Points), seenPoints(o.Chart.Line), o.Chart.Now}
		out = append(out, OfferView{o.ID, o.Says, o.Does, o.Sure, o.Rests, some(o.Jobs), c})
	}
	return out
}

func seenPoints(all []lesson.Point) []SeenPoint {
	out := make([]SeenPoint, 0, len(all))
	for _, p := range all {
		out = append(out, SeenPoint(p))
	}
	return out
}

func lessonViews(own *job.Job) []LessonView {
	out := []LessonView{}
	for _, l := range own.Lessons {
		out = append(out, LessonView{l.ID, l.Says, l.Taken, l.On})
	}
	slices.SortStableFunc(out, func(a, b LessonView) int { return strings.Compare(b.On, a.On) })
	return out
}
