package server

import (
	"context"
	"fmt"
	"hash/fnv"
	"net/http"
	"strconv"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/compare"
	"gnomon/core/job"
	"gnomon/core/joint"
	"gnomon/core/picture"
	"gnomon/core/piece"
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
	Copes    map[string]CopeView  `json:"copes" doc:"of ends that are coped"`
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
		out := Pictures{Pictures: map[string]BenchView{}, Copes: map[string]CopeView{}}
		bench := benchOf(&p.job, p.plan.Pieces)
		copes := sync.OnceValue(p.copes)
		for _, q := range p.plan.Pieces {
			for _, hand := range piece.Hands {
				name := bench.picture(q, hand)
				if name != "" && wanted[name] {
					k, st := bench.cut(q, hand)
					out.Pictures[name] = BenchView{picture.OnSaw(k, st.Blank), picture.Turned(k, st.Blank)}
					delete(wanted, name)
				}
				if name := bench.cope(q, hand); name != "" && wanted[name] {
					delete(wanted, name)
					if e, err := copes().end(q.ID, hand); err == nil {
						out.Copes[name] = copeView(e)
					}
				}
			}
			if len(wanted) == 0 {
				break
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

func benchOf(j *job.Job, pieces []*piece.Piece) bench {
	return bench{j, piece.ByID(pieces), map[string]stock{}}
}

// stock is what a piece is cut from.
func (b bench) stock(q *piece.Piece) stock {
	st, ok := b.stocks[q.Moulding]
	if !ok {
		st.Blank = picture.StockOf(b.job.Moulding(q.Moulding))
		st.key = st.Key()
		b.stocks[q.Moulding] = st
	}
	return st
}

// cut is what is drawn of a cut whose end has a setting.
func (b bench) cut(q *piece.Piece, hand joint.Hand) (picture.Cut, stock) {
	e := q.End(hand)
	return picture.Cut{Plane: e.Plane, Pose: e.Pose, Setting: *e.Setting, Fence: e.Fence}, b.stock(q)
}

// picture is what the picture of a cut is asked for by; none where its end has no setting.
func (b bench) picture(q *piece.Piece, hand joint.Hand) string {
	if q.End(hand).Setting == nil {
		return ""
	}
	k, of := b.cut(q, hand)
	return k.Key(of.key)
}

// cope is what the picture of a coped end is asked for by: the same for as long as the same is on it.
func (b bench) cope(q *piece.Piece, hand joint.Hand) string {
	e := q.End(hand)
	through := b.pieces[e.Meets]
	if e.Joint != piece.Cope || e.Setting == nil || through == nil {
		return ""
	}
	rules, _ := b.job.RulesAt(b.job.Room(q.Room), q.Run, e.Corner)
	h := fnv.New64a()
	fmt.Fprint(h, q.ID, q.Label, hand, through.Label, e.Letter, e.Theta, e.Tops, e.Plane, e.Run, e.Template, rules.CopeTool, rules.Crown, b.job.Unit, b.job.Kerf(),
		b.stock(q).key, b.stock(through).key, b.job.Machine().MitreLeft, b.job.Machine().MitreRight)
	return "cope-" + strconv.FormatUint(h.Sum64(), 36)
}

// view is a cut as it is told.
func (b bench) view(c sawing.Cut) CutView {
	q := b.pieces[c.Piece]
	e, was := q.End(c.Hand), job.Cut{Length: q.Cut}
	v := CutView{Piece: c.Piece, Hand: string(c.Hand), Step: string(c.Step), Number: c.Number, Done: c.Done, Check: c.Check, Tries: c.Tries, First: c.First,
		Cautions: []CautionView{}, Batch: c.Batch,
		Picture: b.picture(q, c.Hand)}
	if e.Setting != nil {
		was.Mitre, was.Bevel, was.Pose = e.Setting.Mitre, e.Setting.Bevel, e.PoseCode()
	}
	if d := e.Dial; d != nil {
		was.Dial = &job.Dial{Saw: b.job.Machine().ID, Mitre: d.Mitre, Bevel: d.Bevel}
	}
	v.Mark = job.Record{Kind: job.RecordCut, On: job.On{Piece: q.ID, Label: q.Label, End: string(c.Hand)}, Bodies: job.Bodies{Cut: &was}}
	if c.Step == sawing.Coping {
		v.Mark.Kind, v.Picture = job.RecordCoped, b.cope(q, c.Hand)
	}
	for _, k := range c.Cautions {
		v.Cautions = append(v.Cautions, CautionView(k))
	}
	return v
}
