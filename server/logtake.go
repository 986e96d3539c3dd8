package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/lesson"
	"gnomon/store"
)

// OfferStep names an offer, or a lesson that was taken.
type OfferStep struct {
	Sender
	Offer string `json:"offer" minLength:"1" maxLength:"80"`
}

// OfferAsk asks what taking an offer would change.
type OfferAsk struct {
	Offer string `query:"offer" required:"true" maxLength:"80"`
}

// WouldChange is what taking an offer would change in jobs that are worked on.
type WouldChange struct {
	Jobs []JobWould `json:"jobs"`
}

// JobWould is what would change in one.
type JobWould struct {
	Job  string   `json:"job"`
	Name string   `json:"name"`
	Says []string `json:"says"`
}

func (s *server) takeOffers(api huma.API) {
	step := func(path, id, summary string, ops func(own *job.Job, of string) ([]edit.Op, error)) {
		huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/log/"+path, id, summary)), func(ctx context.Context, in *struct {
			JobPath
			Body OfferStep
		}) (*Encoded, error) {
			own, err := s.store.Shop()
			if err != nil {
				return nil, asProblem(err)
			}
			steps, err := ops(&own, in.Body.Offer)
			if err != nil {
				return nil, asProblem(err)
			}
			return s.inShopToo(ctx, in.Job, in.Body.Sender, steps)
		})
	}
	step("take", "take-offer", "Change the shop's figure as its work offers, and the job's with it", func(own *job.Job, of string) ([]edit.Op, error) {
		o, err := s.offer(own, of)
		if err != nil {
			return nil, err
		}
		return o.Take(own, time.Now()), nil
	})
	step("leave", "leave-offer", "Leave an offer until there is twice the evidence", func(own *job.Job, of string) ([]edit.Op, error) {
		o, err := s.offer(own, of)
		if err != nil {
			return nil, err
		}
		return o.Leave(own, time.Now()), nil
	})
	step("back", "take-back-lesson", "Set what was before an offer was taken", func(own *job.Job, of string) ([]edit.Op, error) {
		ops := lesson.TakeBack(own, of, time.Now())
		if len(ops) == 0 {
			return nil, &edit.Missing{Thing: "lesson " + of}
		}
		return ops, nil
	})
	huma.Register(api, op(http.MethodGet, "/api/shop/offers", "get-offers", "What the work of all jobs offers the shop"),
		func(context.Context, *struct{}) (*Body[OffersView], error) {
			own, err := s.store.Shop()
			if err != nil {
				return nil, asProblem(err)
			}
			l, err := s.learned(&own)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[OffersView]{OffersView{offerViews(l.Offers(&own)), lessonViews(&own)}}, nil
		})
	huma.Register(api, op(http.MethodGet, "/api/shop/would", "offer-would-change", "What taking an offer would change in the jobs that are worked on"),
		func(_ context.Context, in *OfferAsk) (*Body[WouldChange], error) {
			v, err := s.wouldChange(in.Offer)
			if err != nil {
				return nil, asProblem(err)
			}
			return &Body[WouldChange]{v}, nil
		})
}

// offer is one that is made now.
func (s *server) offer(own *job.Job, id string) (*lesson.Offer, error) {
	l, err := s.learned(own)
	if err != nil {
		return nil, err
	}
	if o := lesson.Find(l.Offers(own), id); o != nil {
		return o, nil
	}
	return nil, &job.Invalid{Thing: "offer", Field: "id", Value: id, Reason: "is not made any more: the records say otherwise now, or it was taken or left",
		Remedy: "look at the Log again"}
}

// inShopToo makes steps in the shop, and in the job what follows them there: of the things that it has of the shop, those that the steps changed.
func (s *server) inShopToo(ctx context.Context, id string, from Sender, steps []edit.Op) (*Encoded, error) {
	if err := allowed(ctx, steps); err != nil {
		return nil, err
	}
	r, err := s.store.Do(store.ShopID, s.by(ctx, Sender{Client: from.Client}), steps)
	if err != nil {
		return nil, asProblem(err)
	}
	s.hub.tell(store.ShopID, Changed{Revision: r.Revision})
	if id == store.ShopID {
		return s.asIs(ctx, id, from)
	}
	ops, err := s.followsShop(id, steps)
	if err != nil {
		return nil, asProblem(err)
	}
	if len(ops) == 0 {
		return s.asIs(ctx, id, from)
	}
	return s.do(ctx, id, from, ops)
}

// followsShop are the steps by which a job follows what others changed in the shop.
func (s *server) followsShop(id string, steps []edit.Op) ([]edit.Op, error) {
	j, own, err := s.withShop(id)
	if err != nil {
		return nil, err
	}
	return s.follows(&j, &own, steps)
}

func (s *server) follows(j, own *job.Job, steps []edit.Op) (ops []edit.Op, err error) {
	all, err := s.standings(j, own)
	if err != nil {
		return nil, err
	}
	for _, k := range all {
		for _, o := range steps {
			if o.Do == edit.Set && o.Kind == k.Kind && (k.Of == o.ID || o.ID == "") {
				ops = append(ops, k.Take...)
			}
		}
	}
	return ops, nil
}

// mostWould are more jobs than are worked on at once.
const mostWould = 12

// wouldChange tries an offer on a copy of the shop, and tells how each job that is worked on would follow.
func (s *server) wouldChange(id string) (WouldChange, error) {
	v := WouldChange{Jobs: []JobWould{}}
	own, err := s.store.Shop()
	if err != nil {
		return v, err
	}
	o, err := s.offer(&own, id)
	if err != nil {
		return v, err
	}
	steps := o.Take(&own, time.Now())
	next, _, err := edit.ApplyAll(own, steps)
	if err != nil {
		return v, err
	}
	jobs, err := s.store.Jobs()
	if err != nil {
		return v, err
	}
	for _, e := range jobs {
		if e.Archived != "" || e.Deleted != "" || len(v.Jobs) >= mostWould {
			continue
		}
		says, err := s.wouldIn(e.ID, &next, steps)
		if err != nil {
			return v, err
		}
		if len(says) > 0 {
			v.Jobs = append(v.Jobs, JobWould{e.ID, e.Name, says})
		}
	}
	return v, nil
}

func (s *server) wouldIn(id string, own *job.Job, steps []edit.Op) ([]string, error) {
	p, err := s.current(id)
	if err != nil {
		return nil, err
	}
	j := p.job.Clone()
	ops, err := s.follows(&j, own, steps)
	if err != nil || len(ops) == 0 {
		return nil, err
	}
	next, _, err := edit.ApplyAll(j, ops)
	if err != nil {
		return nil, err
	}
	return lesson.Differs(&p.job, &p.plan, &next)
}
