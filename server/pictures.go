package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/job"
	"gnomon/core/picture"
	"gnomon/core/plan"
)

// mostPictures is how many are asked for at once.
const mostPictures = 24

// BenchView is the saw set for an end: from above, from the end, and in space.
type BenchView struct {
	picture.Bench
	Solid picture.Solid `json:"solid"`
}

// PicturesAsk names pictures by what is on them, as the cuts do.
type PicturesAsk struct {
	JobPath
	Of []string `query:"of,explode" required:"true" maxItems:"24" doc:"the picture of each cut wanted"`
}

// Pictures are those found. One that no cut has any more is left out.
type Pictures struct {
	Pictures map[string]BenchView `json:"pictures"`
}

// NewsAsk is what a device had on its screen of the cuts that are told otherwise now.
type NewsAsk struct {
	Shown []ShownCut `json:"shown" maxItems:"600"`
}

// ShownCut is a cut as it was shown.
type ShownCut struct {
	Mark job.Mark `json:"mark"`
	Done bool     `json:"done,omitempty"`
}

// News is what became of pieces meanwhile, in words; what is cut already comes first.
type News struct {
	News []NewsView `json:"news"`
}

// NewsView is what became of one piece.
type NewsView struct {
	Piece  string `json:"piece"`
	Text   string `json:"text"`
	Remedy string `json:"remedy"`
	Cut    bool   `json:"cut" doc:"it was cut to what the device showed"`
}

func (s *server) pictures(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/pictures", "get-pictures", "The saw set for cuts, drawn. A picture of one name never changes: keep it."), func(_ context.Context, in *PicturesAsk) (*Body[Pictures], error) {
		p, err := s.current(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		wanted := map[string]bool{}
		for _, k := range in.Of {
			wanted[k] = true
		}
		out := Pictures{Pictures: map[string]BenchView{}}
		stocks := stocksOf(&p.job)
		for _, c := range p.plan.Cuts {
			k, st, ok := stocks.cut(&p.plan, c)
			if ok && wanted[k.Key(st)] {
				out.Pictures[k.Key(st)] = BenchView{picture.OnSaw(k, st), picture.Turned(k, st)}
				delete(wanted, k.Key(st))
			}
		}
		return &Body[Pictures]{out}, nil
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/news", "tell-news", "What became of pieces while a device was out of reach"), func(ctx context.Context, in *struct {
		JobPath
		Body NewsAsk
	}) (*Body[News], error) {
		p, err := s.current(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		me := ""
		if d := deviceOf(ctx); d != nil {
			me = d.Name
		}
		var shown []plan.Shown
		for _, k := range in.Body.Shown {
			shown = append(shown, plan.Shown{Mark: k.Mark, Done: k.Done})
		}
		out := News{News: []NewsView{}}
		for _, n := range plan.Meanwhile(&p.plan, p.job.Marks, shown, me, p.job.Unit) {
			out.News = append(out.News, NewsView(n))
		}
		return &Body[News]{out}, nil
	})
}

// stocks are the sections of a job's mouldings, drawn once.
type stocks struct {
	job *job.Job
	of  map[string]picture.Stock
	at  map[string]int // pieces by identifier
}

func stocksOf(j *job.Job) *stocks { return &stocks{job: j, of: map[string]picture.Stock{}} }

// cut is what is drawn of a cut; false where its end has no setting.
func (s *stocks) cut(p *plan.Plan, c plan.Cut) (picture.Cut, picture.Stock, bool) {
	if s.at == nil {
		s.at = make(map[string]int, len(p.Pieces))
		for i := range p.Pieces {
			s.at[p.Pieces[i].ID] = i
		}
	}
	q := &p.Pieces[s.at[c.Piece]]
	e := q.End(c.Hand)
	if e.Setting == nil {
		return picture.Cut{}, picture.Stock{}, false
	}
	st, ok := s.of[q.Moulding]
	if !ok {
		st = picture.StockOf(s.job.Moulding(q.Moulding))
		s.of[q.Moulding] = st
	}
	return picture.Cut{Plane: e.Plane, Pose: e.Pose, Setting: *e.Setting, Fence: e.Fence}, st, true
}
