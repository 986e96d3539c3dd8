package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/compare"
	"gnomon/core/job"
	"gnomon/core/picture"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/sawing"
)

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
	job.On
	job.Cut
	Done bool `json:"done,omitempty"`
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
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/pictures", "get-pictures",
		"The saw set for cuts, drawn. A picture of one name never changes: keep it."), func(_ context.Context, in *PicturesAsk) (*Body[Pictures], error) {
		p, err := s.current(in.Job)
		if err != nil {
			return nil, asProblem(err)
		}
		wanted := map[string]bool{}
		for _, k := range in.Of {
			wanted[k] = true
		}
		out := Pictures{Pictures: map[string]BenchView{}}
		bench := benchOf(&p.job, &p.plan)
		for i, c := range p.view.Cuts {
			if c.Picture != "" && wanted[c.Picture] {
				k, st := bench.cut(p.plan.Cuts()[i])
				out.Pictures[c.Picture] = BenchView{picture.OnSaw(k, st.Blank), picture.Turned(k, st.Blank)}
				delete(wanted, c.Picture)
			}
		}
		return &Body[Pictures]{out}, nil
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/news", "tell-news", "What became of pieces while a device was out of reach"),
		func(ctx context.Context, in *struct {
			JobPath
			Body NewsAsk
		}) (*Body[News], error) {
			p, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			var shown []compare.Shown
			for _, k := range in.Body.Shown {
				shown = append(shown, compare.Shown(k))
			}
			out := News{News: []NewsView{}}
			for _, n := range compare.Meanwhile(p.plan.Pieces, p.job.Records, shown, nameOf(ctx), p.job.Unit) {
				out.News = append(out.News, NewsView(n))
			}
			return &Body[News]{out}, nil
		})
}

// bench is what the cuts of a plan are drawn from: its pieces by name, and the sections of
// their mouldings, drawn once.
type bench struct {
	job    *job.Job
	pieces map[string]*piece.Piece
	stocks map[string]stock
}

type stock struct {
	picture.Blank
	key string
}

func benchOf(j *job.Job, p *plan.Plan) bench {
	b := bench{j, make(map[string]*piece.Piece, len(p.Pieces)), map[string]stock{}}
	for i := range p.Pieces {
		b.pieces[p.Pieces[i].ID] = p.Pieces[i]
	}
	return b
}

// cut is what is drawn of a cut whose end has a setting.
func (b bench) cut(c sawing.Cut) (picture.Cut, stock) {
	q := b.pieces[c.Piece]
	st, ok := b.stocks[q.Moulding]
	if !ok {
		st.Blank = picture.StockOf(b.job.Moulding(q.Moulding))
		st.key = st.Key()
		b.stocks[q.Moulding] = st
	}
	e := q.End(c.Hand)
	return picture.Cut{Plane: e.Plane, Pose: e.Pose, Setting: *e.Setting, Fence: e.Fence}, st
}
