package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/money"
	"gnomon/core/nest"
	"gnomon/core/plan"
	"gnomon/core/sticks"
)

// SticksPath names a moulding of a job.
type SticksPath struct {
	JobPath
	Moulding string `path:"moulding" maxLength:"64"`
}

// SearchPath names a search of a job.
type SearchPath struct {
	JobPath
	Search string `path:"search" maxLength:"64"`
}

// Fitting asks for a moulding's pieces to be fitted into sticks.
type Fitting struct {
	Seconds int `json:"seconds" minimum:"1" maximum:"120" doc:"about how long to search at most; the same number gives the same plan"`
}

// FitStarted names the search that was begun.
type FitStarted struct {
	Search string `json:"search"`
}

// FitView is how far a search has come, and what it found.
type FitView struct {
	Search string      `json:"search"`
	State  string      `json:"state" enum:"waiting,running,done,failed"`
	Spent  float64     `json:"spent" doc:"of the search, 0 to 1"`
	Count  int         `json:"count" doc:"sticks in the best plan so far"`
	Cost   MoneyView   `json:"cost" doc:"of what is still to be bought"`
	Least  MoneyView   `json:"least"`
	Found  *SupplyView `json:"found,omitempty" doc:"the plan, once done"`
	Why    string      `json:"why,omitempty" doc:"what hinders it"`
	Remedy string      `json:"remedy,omitempty"`
}

// Shift moves a piece to another stick.
type Shift struct {
	Sender
	Piece string `json:"piece" maxLength:"200"`
	To    string `json:"to" maxLength:"64" doc:"a stick of the layout, or new:0 for a new one of the moulding's first length"`
}

// Off keeps a piece off its offcut.
type Off struct {
	Sender
	Piece string `json:"piece" maxLength:"200"`
}

// Tried is a layout as it would be.
type Tried struct {
	Now  SupplyView `json:"now"`
	Then SupplyView `json:"then"`
	Text string     `json:"text" doc:"what it costs beside now"`
}

func (s *server) sticks(api huma.API) {
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/sticks/{moulding}/fit", "fit-sticks", "Begin to fit a moulding's pieces into sticks"),
		func(_ context.Context, in *struct {
			SticksPath
			Body Fitting
		}) (*Body[FitStarted], error) {
			j, p, err := s.planned(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			f, err := s.fitting(in.Job, &j, &p, in.Moulding)
			if err != nil {
				return nil, asProblem(err)
			}
			if err := f.Problem.Check(); err != nil {
				return nil, asProblem(fittingProblem(&p, &j, err))
			}
			r := s.searches.start(in.Job, f, in.Moulding, j.Layout(in.Moulding), int64(in.Body.Seconds)*nest.Second)
			return &Body[FitStarted]{FitStarted{r.id}}, nil
		})
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/fits/{search}", "get-fit", "How far a search has come, and what it found"),
		func(_ context.Context, in *SearchPath) (*Body[FitView], error) {
			r, err := s.search(in)
			if err != nil {
				return nil, err
			}
			v, err := s.fitView(r)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[FitView]{v}, nil
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/fits/{search}/stop", "stop-fit", "Stop a search with its best plan so far"),
		func(_ context.Context, in *SearchPath) (*struct{}, error) {
			r, err := s.search(in)
			if err != nil {
				return nil, err
			}
			r.stop()
			return nil, nil
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/fits/{search}/use", "use-fit", "Keep the plan that a search found")),
		func(ctx context.Context, in *struct {
			SearchPath
			Body Turn
		}) (*Encoded, error) {
			r, err := s.search(&in.SearchPath)
			if err != nil {
				return nil, err
			}
			r.mu.Lock()
			l := r.layout
			r.mu.Unlock()
			if l == nil {
				return nil, problem(http.StatusConflict, "This search has found no plan yet.",
					FieldProblem{Field: "search", Message: "not done", Remedy: "Wait for it, or stop it with its best plan so far."})
			}
			return s.lay(ctx, in.Job, in.Body.Sender, *l, r.was)
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/sticks/{moulding}/try", "try-move", "What moving a piece to another stick would do"),
		func(_ context.Context, in *struct {
			SticksPath
			Body Shift
		}) (*Body[Tried], error) {
			j, p, l, err := s.moved(in.Job, in.Moulding, in.Body)
			if err != nil {
				return nil, asProblem(err)
			}
			at, err := s.current(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			then, err := plan.WithLayout(j, l, at.otherwise)
			if err != nil {
				return nil, asProblem(err)
			}
			now := p.Supply(in.Moulding)
			return &Body[Tried]{Tried{stockView(&j, now), stockView(&j, then), "It costs " + (then.Cost - now.Cost).Difference(j.Prices.Currency)}}, nil
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/sticks/{moulding}/move", "move-piece", "Move a piece to another stick")),
		func(ctx context.Context, in *struct {
			SticksPath
			Body Shift
		}) (*Encoded, error) {
			j, _, l, err := s.moved(in.Job, in.Moulding, in.Body)
			if err != nil {
				return nil, asProblem(err)
			}
			return s.lay(ctx, in.Job, in.Body.Sender, l, j.Layout(in.Moulding))
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/sticks/{moulding}/keepoff", "keep-off", "Keep a piece off the offcut it lies on")),
		func(ctx context.Context, in *struct {
			SticksPath
			Body Off
		}) (*Encoded, error) {
			j, p, err := s.planned(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			l, err := sticks.KeepOff(&j, p.Pieces, in.Moulding, in.Body.Piece)
			if err != nil {
				return nil, asProblem(err)
			}
			return s.lay(ctx, in.Job, in.Body.Sender, l, j.Layout(in.Moulding))
		})
	rack := op(http.MethodPost, "/api/jobs/{job}/sticks/{moulding}/rack", "rack-offcuts", "Put the offcuts of finished sticks on the rack")
	huma.Register(api, telling(api, rack),
		func(ctx context.Context, in *struct {
			SticksPath
			Body Turn
		}) (*Encoded, error) {
			j, p, err := s.planned(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			ops := rackOps(&j, p, in.Moulding)
			if len(ops) == 0 {
				return nil, problem(http.StatusConflict, "No finished stick has an offcut worth keeping.",
					FieldProblem{Field: "moulding", Value: in.Moulding, Message: "nothing to put away", Remedy: "Cut all pieces of a stick first, or keep shorter offcuts."})
			}
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
}

func (s *server) search(in *SearchPath) (*search, error) {
	if r := s.searches.find(in.Job, in.Search); r != nil {
		return r, nil
	}
	return nil, problem(http.StatusNotFound, "This search is not known any more; fit the sticks again.",
		FieldProblem{Field: "search", Value: in.Search, Message: "not known", Remedy: "Fit the sticks again."})
}

// fitting prepares a moulding's fitting with what is on the rack for it.
func (s *server) fitting(id string, j *job.Job, p *plan.Plan, moulding string) (*sticks.Fitting, error) {
	var rack []sticks.RackOffcut
	if m := j.Moulding(moulding); m != nil {
		var err error
		if rack, err = s.store.RackFor(id, m); err != nil {
			return nil, err
		}
	}
	return sticks.NewFitting(j, p.Pieces, moulding, rack)
}

func (s *server) fitView(r *search) (FitView, error) {
	p, err := s.current(r.jobID)
	if err != nil {
		return FitView{}, err
	}
	j := &p.job
	r.mu.Lock()
	progress, begun, done, layout, failed := r.progress, r.begun, r.done, r.layout, r.err
	r.mu.Unlock()
	cur := j.Prices.Currency
	v := FitView{Search: r.id, State: "waiting", Spent: progress.Spent, Count: progress.Count, Cost: moneyView(money.Cents(progress.Cost), cur),
		Least: moneyView(money.Cents(progress.LeastCost), cur)}
	switch {
	case failed != nil:
		v.State = "failed"
		v.Why = failed.Error()
		if in, ok := fittingProblem(&p.plan, j, failed).(*job.Invalid); ok {
			v.Why, v.Remedy = in.Thing+" "+in.Reason+".", in.Remedy
		}
	case done:
		v.State = "done"
		st, err := plan.WithLayout(*j, *layout, p.otherwise)
		if err != nil {
			return v, err
		}
		sv := stockView(j, st)
		v.Found = &sv
	case begun:
		v.State = "running"
	}
	return v, nil
}

// moved works out the layout that a move makes, without keeping it.
func (s *server) moved(id, moulding string, m Shift) (job.Job, plan.Plan, job.Layout, error) {
	j, p, err := s.planned(id)
	if err != nil {
		return j, p, job.Layout{}, err
	}
	l, err := sticks.Move(&j, p.Pieces, moulding, m.Piece, m.To)
	return j, p, l, err
}

// lay keeps a layout, unless another came since was.
func (s *server) lay(ctx context.Context, id string, from Sender, l job.Layout, was *job.Layout) (*Encoded, error) {
	o := edit.Op{Do: edit.Add, Kind: "layout", ID: l.Moulding, Value: edit.Raw(l), Was: edit.Raw(was)}
	return s.do(ctx, id, from, []edit.Op{o})
}

func rackOps(j *job.Job, p plan.Plan, moulding string) []edit.Op {
	var ops []edit.Op
	for _, b := range p.Supply(moulding).Sticks {
		if o := sticks.Offcut(j, b); o > 0 && b.Finished && b.Rack == 0 {
			ops = append(ops, edit.Op{Do: edit.Set, Kind: "laid", ID: moulding + "/" + b.ID, Field: "rack", Value: edit.Raw(o)})
		}
	}
	return ops
}
