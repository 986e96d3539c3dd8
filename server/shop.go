package server

import (
	"bytes"
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/shop"
	"gnomon/files"
	"gnomon/store"
)

// StandingView is how a thing of a job stands to the shop.
type StandingView struct {
	Kind        string   `json:"kind" enum:"saw,moulding,person,nail,prices,times,cutting,tools,rules"`
	ID          string   `json:"id"`
	Title       string   `json:"title"`
	State       string   `json:"state" enum:"same,moved,apart,loose" doc:"moved: the shop has other figures since; apart: the job has other figures; loose: the shop has no such thing"`
	Differences []string `json:"differences" doc:"what the shop has, and what is here"`
}

// ThingView is a thing to take.
type ThingView struct {
	Kind  string   `json:"kind" enum:"saw,moulding,person,nail"`
	ID    string   `json:"id"`
	Title string   `json:"title"`
	Says  string   `json:"says" doc:"its figures in a few words"`
	Op    *edit.Op `json:"op,omitempty" doc:"the step that adds it"`
}

// ShopStand is how a job stands to the shop, and what that has beside.
type ShopStand struct {
	Things []StandingView `json:"things"`
	Others []ThingView    `json:"others" doc:"what the shop has and the job does not"`
	Said   []string       `json:"said" doc:"what is to be told of the shop itself"`
}

// ThingName names a thing of a job, or of the shop.
type ThingName struct {
	Kind string `json:"kind" enum:"saw,moulding,person,nail,prices,times,cutting,tools,rules"`
	ID   string `json:"id,omitempty" maxLength:"80"`
}

// ThingStep is a step about a thing.
type ThingStep struct {
	Sender
	ThingName
}

// standsTo is how one thing of a job stands to the shop.
func (s *server) standsTo(id string, of ThingName) (shop.Standing, error) {
	j, own, err := s.withShop(id)
	if err != nil {
		return shop.Standing{}, err
	}
	all, err := s.standings(&j, &own)
	if err != nil {
		return shop.Standing{}, err
	}
	for _, k := range all {
		if k.Kind == of.Kind && k.ID == of.ID {
			return k, nil
		}
	}
	return shop.Standing{}, &edit.Missing{Thing: of.Kind + " " + of.ID}
}

// withShop gives a job and the shop, to be read only.
func (s *server) withShop(id string) (j, own job.Job, err error) {
	if j, _, err = s.store.Job(id); err == nil {
		own, err = s.store.Shop()
	}
	return j, own, err
}

func (s *server) standings(j, own *job.Job) ([]shop.Standing, error) {
	sets, err := s.store.RuleSets()
	if err != nil {
		return nil, err
	}
	named := map[string]job.Rules{}
	for _, set := range sets {
		named[set.Name] = set.Rules
	}
	return shop.Compare(j, own, named), nil
}

func (s *server) shop(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/shop", "compare-shop", "How what a job has stands to the shop"),
		func(ctx context.Context, in *JobPath) (*Body[ShopStand], error) { return s.shopStand(ctx, in.Job) })
	step := func(path, name, summary string, steps func(shop.Standing) []edit.Op) {
		huma.Register(api, telling(api, op(http.MethodPost, path, name, summary)), func(ctx context.Context, in *struct {
			JobPath
			Body ThingStep
		}) (*Encoded, error) {
			k, err := s.standsTo(in.Job, in.Body.ThingName)
			if err != nil {
				return nil, asProblem(err)
			}
			if ops := steps(k); len(ops) > 0 {
				return s.do(ctx, in.Job, in.Body.Sender, ops)
			}
			return s.asIs(ctx, in.Job, in.Body.Sender)
		})
	}
	step("/api/jobs/{job}/shop/take", "take-from-shop", "Follow what the shop has now", func(k shop.Standing) []edit.Op { return k.Take })
	step("/api/jobs/{job}/shop/leave", "leave-to-shop", "Keep the job's figures until the shop moves on again", func(k shop.Standing) []edit.Op { return k.Leave })
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/shop/bring", "bring-from-shop", "Take a thing of the shop into the job")),
		func(ctx context.Context, in *struct {
			JobPath
			Body ThingStep
		}) (*Encoded, error) {
			j, own, err := s.withShop(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			add, err := shop.Bring(&j, &own, in.Body.Kind, in.Body.ID)
			if err != nil {
				return nil, asProblem(err)
			}
			ops := []edit.Op{add}
			if add.Kind == "saw" {
				ops = append(ops, edit.Op{Do: edit.Set, Kind: "job", Field: "saw", Value: edit.Raw(add.ID)})
			}
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/shop/keep", "keep-in-shop", "Make a thing of the job the shop's")),
		func(ctx context.Context, in *struct {
			JobPath
			Body ThingStep
		}) (*Encoded, error) {
			return s.keepInShop(ctx, in.Job, in.Body)
		})
	s.shopFiles(api)
}

func (s *server) shopStand(ctx context.Context, id string) (*Body[ShopStand], error) {
	j, own, err := s.withShop(id)
	if err != nil {
		return nil, asProblem(err)
	}
	out := ShopStand{Things: []StandingView{}, Others: []ThingView{}, Said: some(shop.Said(&own))}
	if id == store.ShopID {
		return &Body[ShopStand]{out}, nil
	}
	all, err := s.standings(&j, &own)
	if err != nil {
		return nil, asProblem(err)
	}
	used := map[string]bool{}
	for _, k := range all {
		out.Things = append(out.Things, StandingView{k.Kind, k.ID, k.Title, string(k.State), some(k.Differences)})
		used[k.Kind+" "+k.Of] = true
	}
	for _, t := range shop.Things(&own, j.Unit) {
		if onlyJob(ctx) == "" && !used[t.Kind+" "+t.ID] {
			out.Others = append(out.Others, ThingView{Kind: t.Kind, ID: t.ID, Title: t.Title, Says: t.Says})
		}
	}
	return &Body[ShopStand]{out}, nil
}

// keepInShop makes a thing of a job the shop's: in the place of the one it was taken from, or beside what there is.
func (s *server) keepInShop(ctx context.Context, id string, in ThingStep) (*Encoded, error) {
	j, own, err := s.withShop(id)
	if err != nil {
		return nil, asProblem(err)
	}
	steps, after, err := shop.Keep(&j, &own, in.Kind, in.ID)
	if err != nil {
		return nil, asProblem(err)
	}
	if len(steps) > 0 {
		r, err := s.store.Do(store.ShopID, s.by(ctx, Sender{Client: in.Client}), steps)
		if err != nil {
			return nil, asProblem(err)
		}
		s.hub.tell(store.ShopID, Changed{Revision: r.Revision})
	}
	if len(after) == 0 {
		return s.asIs(ctx, id, in.Sender)
	}
	return s.do(ctx, id, in.Sender, after)
}

func (s *server) shopFiles(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/shop/file", "export-shop", "The whole shop as one file"),
		func(context.Context, *struct{}) (*Download, error) {
			own, err := s.store.WholeShop()
			if err != nil {
				return nil, asProblem(err)
			}
			var b bytes.Buffer
			if err := files.WriteShop(&b, own); err != nil {
				return nil, asProblem(err)
			}
			return &Download{"application/json", `attachment; filename="shop.json"`, b.Bytes()}, nil
		})
	imp := op(http.MethodPost, "/api/shop/import", "import-shop", "Take what a shop file has into the shop")
	imp.MaxBodyBytes = maxJobBody
	imp.SkipValidateBody = true // the file's own reader says more
	huma.Register(api, imp, func(_ context.Context, in *struct {
		RawBody []byte `contentType:"application/json"`
	}) (*Body[Taken], error) {
		f, err := files.ReadShop(bytes.NewReader(in.RawBody))
		if err != nil {
			return nil, badFile(err)
		}
		n, rev, err := s.store.TakeShop(f)
		if err != nil {
			return nil, asProblem(err)
		}
		s.hub.tell(store.ShopID, Changed{Revision: rev})
		own, err := s.store.Shop()
		if err != nil {
			return nil, asProblem(err)
		}
		return &Body[Taken]{Taken{Things: n, Said: some(shop.Said(&own))}}, nil
	})
	read := op(http.MethodPost, "/api/jobs/{job}/things", "read-things", "What another job, or a job or shop file, has to copy")
	read.MaxBodyBytes = maxJobBody
	read.SkipValidateBody = true
	huma.Register(api, read, func(_ context.Context, in *struct {
		JobPath
		From    string `query:"from" maxLength:"64" doc:"the other job; none where a file is sent"`
		RawBody []byte `contentType:"application/json"`
	}) (*Body[ThingList], error) {
		return s.things(in.Job, in.From, in.RawBody)
	})
}

// Taken is what came of an import into the shop.
type Taken struct {
	Things int      `json:"things" doc:"so many saws, mouldings and sets of rules are new"`
	Said   []string `json:"said" doc:"what is to be told of the shop now"`
}

// ThingList are things to copy.
type ThingList struct {
	Things []ThingView `json:"things"`
}

func badFile(err error) error {
	return problem(http.StatusUnprocessableEntity, err.Error(),
		FieldProblem{Field: "file", Message: err.Error(), Remedy: "Mend the file and import it again; nothing was kept."})
}

func (s *server) things(id, from string, file []byte) (*Body[ThingList], error) {
	j, _, err := s.store.Job(id)
	if err != nil {
		return nil, asProblem(err)
	}
	var other job.Job
	if from != "" {
		other, _, err = s.store.Job(from)
	} else if other, err = files.ReadThings(bytes.NewReader(file)); err != nil {
		return nil, badFile(err)
	}
	if err != nil {
		return nil, asProblem(err)
	}
	out := ThingList{Things: []ThingView{}}
	for _, t := range shop.Things(&other, j.Unit) {
		add, err := shop.Copy(&j, &other, t.Kind, t.ID)
		if err != nil {
			return nil, asProblem(err)
		}
		out.Things = append(out.Things, ThingView{t.Kind, t.ID, t.Title, t.Says, &add})
	}
	if len(out.Things) == 0 {
		return nil, badFile(fmt.Errorf("there is nothing in it to copy"))
	}
	return &Body[ThingList]{out}, nil
}
