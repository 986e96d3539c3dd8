package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/piece"
	"gnomon/core/plan"
	"gnomon/core/saw"
	"gnomon/core/sawing"
	"gnomon/store"
)

// Trimming takes something off a piece that was cut, to cut it again.
type Trimming struct {
	Sender
	Piece string `json:"piece" maxLength:"200"`
	End   string `json:"end" enum:"left,right"`
	Off   string `json:"off" maxLength:"60" doc:"as typed: 1/32"`
	By    string `json:"by,omitempty" maxLength:"200"`
	Why   string `json:"why,omitempty" maxLength:"200"`
}

// Ordering chooses the order at the saw.
type Ordering struct {
	Sender
	By   string `json:"by" enum:"longest,room,moves"`
	Anew bool   `json:"anew,omitempty" doc:"lay the sticks out anew so that each holds its pieces in that order"`
}

// Anew is what laying out anew for an order would cost.
type Anew struct {
	More  MoneyView `json:"more" doc:"than the sticks laid out now; negative where it saves"`
	Text  string    `json:"text"`
	Worth bool      `json:"worth" doc:"a layout was found"`
}

// PairAsk are the two test mitres before any crown.
type PairAsk struct {
	JobPath
	Moulding string `query:"moulding" required:"true" maxLength:"80"`
	Left     string `query:"left" required:"true" maxLength:"60"`
	Right    string `query:"right" required:"true" maxLength:"60"`
}

// PairView is what they say.
type PairView struct {
	Words []string `json:"words"`
	Good  bool     `json:"good"`
}

func (s *server) atSaw(api huma.API) {
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/recut", "recut", "Take something off a piece and cut that end again")),
		func(ctx context.Context, in *struct {
			JobPath
			Body Trimming
		}) (*Encoded, error) {
			was, err := s.store.Made(in.Job, s.by(ctx, in.Body.Sender))
			if err != nil {
				return nil, asProblem(err)
			}
			if was { // sent again, since its answer was lost: nothing more comes off
				return s.asIs(ctx, in.Job, in.Body.Sender)
			}
			j, p, err := s.planned(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			ops, err := trimmed(&j, p, in.Body)
			if err != nil {
				return nil, asProblem(err)
			}
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/order", "set-order",
		"Choose the order at the saw; pieces change places on their sticks where those hold them so")), func(ctx context.Context, in *struct {
		JobPath
		Body Ordering
	}) (*Encoded, error) {
		ops, _, err := s.ordered(in.Job, in.Body)
		if err != nil {
			return nil, asProblem(err)
		}
		return s.do(ctx, in.Job, in.Body.Sender, ops)
	})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/order/try", "try-order", "What laying the sticks out anew for an order would cost"),
		func(_ context.Context, in *struct {
			JobPath
			Body Ordering
		}) (*Body[Anew], error) {
			in.Body.Anew = true
			_, a, err := s.ordered(in.Job, in.Body)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[Anew]{a}, nil
		})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/pair", "judge-pair", "What a left 45 and a right 45 on one offcut say of stop and scale"),
		func(_ context.Context, in *PairAsk) (*Body[PairView], error) {
			j, m, err := s.moulding(in.Job, in.Moulding)
			if err != nil {
				return nil, asProblem(err)
			}
			pair := saw.Pair{Projection: m.Out()}
			if m.Drawn() {
				pair.Least = m.Profile().Least()
			}
			if pair.Left, err = measure.ParseLength(in.Left, j.Unit); err != nil {
				return nil, asProblem(err)
			}
			if pair.Right, err = measure.ParseLength(in.Right, j.Unit); err != nil {
				return nil, asProblem(err)
			}
			if pair.Left <= 0 || pair.Right <= 0 || pair.Left > 2*pair.Projection || pair.Right > 2*pair.Projection {
				return nil, problem(http.StatusUnprocessableEntity, "A mitre of 45 runs about as far as the crown projects, "+m.Out().In(j.Unit)+".",
					FieldProblem{Field: "left", Value: in.Left, Message: "is no run of a test mitre",
						Remedy: "Measure along the piece from its long point to square across its short one."})
			}
			v := pair.Judge(j.Unit)
			return &Body[PairView]{PairView{Words: v.Words, Good: v.Stop.Abs() < measure.Inch/32 && v.Scale.Abs() < v.Give}}, nil
		})
}

func pieceOf(p plan.Plan, id string) (piece.Piece, error) {
	for _, q := range p.Pieces {
		if q.ID == id {
			return *q, nil
		}
	}
	return piece.Piece{}, &edit.Missing{Thing: "piece " + id}
}

// trimmed are the steps that take something off a piece: its length set by hand, and the fact
// that its end is to be cut again.
func trimmed(j *job.Job, p plan.Plan, t Trimming) ([]edit.Op, error) {
	q, err := pieceOf(p, t.Piece)
	if err != nil {
		return nil, err
	}
	off, err := measure.ParseLength(t.Off, j.Unit)
	if err != nil {
		return nil, err
	}
	if off <= 0 || off >= q.Cut {
		return nil, &job.Invalid{Thing: q.Label, Field: "off", Value: t.Off, Reason: "cannot be taken off a piece of " + q.Cut.In(j.Unit),
			Remedy: "give what is to come off, such as 1/32"}
	}
	why := t.Why
	if why == "" {
		why = "recut, " + off.In(j.Unit) + " off its " + t.End + " end"
	}
	e := job.Entry{Length: q.Cut - off, Text: (q.Cut - off).String()}
	return []edit.Op{
		{Do: edit.Add, Kind: "hand", ID: q.ID, Unit: j.Unit, Value: edit.Raw(job.ByHand{Piece: q.ID, Length: &e, By: t.By, Why: why})},
		{Do: edit.Record, ID: t.Once, Value: edit.Raw(job.Record{Kind: job.RecordRecut, By: t.By, On: job.On{Piece: q.ID, Label: q.Label, End: t.End},
			Bodies: job.Bodies{Recut: &job.Recut{Off: off, To: e.Length, Why: t.Why}}})},
	}, nil
}

// ordered are the steps that choose an order, and what laying out anew for it costs.
func (s *server) ordered(id string, in Ordering) ([]edit.Op, Anew, error) {
	j, p, err := s.planned(id)
	if err != nil {
		return nil, Anew{}, err
	}
	ops := []edit.Op{{Do: edit.Set, Kind: "rules", Field: "order", Value: edit.Raw(in.By)}}
	var layouts []job.Layout
	a := Anew{More: moneyView(0, j.Prices.Currency)}
	if !in.Anew {
		layouts = sawing.Reorder(&j, p.Pieces, p.Supplies, in.By)
	} else {
		now := p.StickCost()
		next := j.Clone()
		for _, k := range p.Supplies {
			if !k.Laid || k.Pieces == 0 {
				continue
			}
			f, err := s.fitting(id, &j, &p, k.Moulding)
			if err != nil {
				return nil, a, err
			}
			l, err := f.InOrder(in.By)
			if err != nil {
				return nil, a, &job.Invalid{Thing: "moulding " + k.Moulding, Reason: err.Error(), Remedy: "fit its sticks at Sticks"}
			}
			laid := f.Layout(l, func(n int) string { return store.NewID("s") })
			layouts = append(layouts, laid)
			*next.Layout(k.Moulding) = laid
		}
		at, err := s.current(id)
		if err != nil {
			return nil, a, err
		}
		q, err := at.otherwise(next)
		if err != nil {
			return nil, a, err
		}
		a.More, a.Worth = moneyView(q.StickCost()-now, j.Prices.Currency), len(layouts) > 0
		a.Text = "Laid out anew in that order, the sticks cost " + (q.StickCost() - now).Difference(j.Prices.Currency) + "."
	}
	for _, l := range layouts {
		ops = append(ops, edit.Op{Do: edit.Add, Kind: "layout", ID: l.Moulding, Value: edit.Raw(l)})
	}
	return ops, a, nil
}
