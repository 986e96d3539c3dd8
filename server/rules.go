package server

import (
	"context"
	"fmt"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"gnomon/core/compare"
	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
	"gnomon/core/shop"
	"gnomon/store"
)

// RulesView are the house rules of a job.
type RulesView struct {
	of      of[job.Rules]
	Answers map[string]string `json:"answers" doc:"the school followed, by question"`
	Weights job.Weights       `json:"weights"`
}

func rulesView(r *job.Rules, u measure.Unit) RulesView {
	v := RulesView{of: fieldsOf(r, u, ""), Answers: map[string]string{}, Weights: *r.Weights}
	for _, q := range job.Questions {
		v.Answers[q.Code] = r.Answer(q.Code)
	}
	return v
}

// QuestionView is one on which good carpenters differ.
type QuestionView struct {
	Code    string       `json:"code"`
	Asks    string       `json:"asks"`
	Default string       `json:"default"`
	Over    []string     `json:"over" doc:"what smaller than the job can follow another school: room, run, corner"`
	Schools []SchoolView `json:"schools"`
}

// SchoolView is one answer with its reason.
type SchoolView struct {
	Code string `json:"code"`
	Name string `json:"name"`
	Why  string `json:"why"`
	// Field and Value are what following it sets.
	Field string `json:"field"`
	Value any    `json:"value"`
}

// RuleSetView is a named set of house rules, a carpenter's.
type RuleSetView struct {
	Name  string    `json:"name"`
	Rules RulesView `json:"rules"`
}

// RuleBook are all questions and the sets that the shop keeps.
type RuleBook struct {
	Questions []QuestionView `json:"questions"`
	Sets      []RuleSetView  `json:"sets"`
}

// Naming names a set of rules.
type Naming struct {
	Name string `json:"name" maxLength:"60"`
}

// Taking takes the rules of a set for a job.
type Taking struct {
	Sender
	Name string `json:"name" maxLength:"60"`
}

// Trial asks what a job would come to: with steps made, or with the rules of a set; beside
// the job as it is, or with the rules of another set.
type Trial struct {
	Ops    []edit.Op `json:"ops,omitempty" maxItems:"500"`
	Set    string    `json:"set,omitempty" maxLength:"60"`
	Beside string    `json:"beside,omitempty" maxLength:"60"`
	// Thing follows the shop in one of the job's things.
	Thing *ThingName `json:"thing,omitempty"`
}

// ScoreView is what a way of deciding comes to.
type ScoreView struct {
	Copes   int       `json:"copes"`
	Butts   int       `json:"butts"`
	Mitres  int       `json:"mitres"`
	Scarfs  int       `json:"scarfs"`
	Double  int       `json:"double" doc:"pieces or groups coped at both ends"`
	Seams   int       `json:"seams" doc:"that face the way in"`
	OffHand int       `json:"offHand" doc:"copes on the other hand"`
	Bench   int       `json:"bench" doc:"joints glued on the bench"`
	Moves   int       `json:"moves" doc:"of the saw"`
	Sticks  int       `json:"sticks" doc:"bought, by a fixed estimate"`
	Cost    MoneyView `json:"cost"`
	Stops   int       `json:"stops" doc:"findings that keep it from being cut or hung"`
}

// ChangeView is a piece that would not be the same.
type ChangeView struct {
	Piece string   `json:"piece"`
	Label string   `json:"label"`
	Room  string   `json:"room"`
	What  []string `json:"what"`
}

// TrialView is what comes of it.
type TrialView struct {
	Is      ScoreView    `json:"is"`
	Would   ScoreView    `json:"would"`
	Changes []ChangeView `json:"changes"`
}

func (s *server) rules(api huma.API) {
	huma.Register(api, op(http.MethodGet, "/api/jobs/{job}/rulebook", "get-rulebook",
		"The questions on which carpenters differ, and the sets that the shop keeps, in the job's unit"),
		func(ctx context.Context, in *JobPath) (*Body[RuleBook], error) {
			return s.ruleBook(ctx, in.Job)
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/rulebook", "keep-rule-set", "Keep the job's house rules under a name"),
		func(ctx context.Context, in *struct {
			JobPath
			Body Naming
		}) (*Body[RuleBook], error) {
			j, _, err := s.store.Job(in.Job)
			if err == nil {
				err = s.store.KeepRuleSet(store.RuleSet{Name: in.Body.Name, Unit: j.Unit, Rules: j.Rules})
			}
			if err != nil {
				return nil, asProblem(err)
			}
			return s.ruleBook(ctx, in.Job)
		})
	huma.Register(api, op(http.MethodDelete, "/api/jobs/{job}/rulebook", "remove-rule-set", "Forget a set of rules; jobs that took it keep them"),
		func(ctx context.Context, in *struct {
			JobPath
			Name string `query:"name" required:"true" maxLength:"60"`
		}) (*Body[RuleBook], error) {
			if err := s.store.RemoveRuleSet(in.Name); err != nil {
				return nil, asProblem(err)
			}
			return s.ruleBook(ctx, in.Job)
		})
	huma.Register(api, telling(api, op(http.MethodPost, "/api/jobs/{job}/rulebook/take", "take-rule-set", "Follow the rules of a set in this job")),
		func(ctx context.Context, in *struct {
			JobPath
			Body Taking
		}) (*Encoded, error) {
			j, _, err := s.store.Job(in.Job)
			if err != nil {
				return nil, asProblem(err)
			}
			set, err := s.ruleSet(ctx, &j, in.Body.Name)
			if err != nil {
				return nil, asProblem(err)
			}
			ops := shop.TakeRules(j, set.Rules)
			if len(ops) == 0 {
				return s.asIs(ctx, in.Job, in.Body.Sender)
			}
			return s.do(ctx, in.Job, in.Body.Sender, ops)
		})
	huma.Register(api, op(http.MethodPost, "/api/jobs/{job}/try", "try-rules", "What the job would come to otherwise, beside what it does"),
		func(ctx context.Context, in *struct {
			JobPath
			Body Trial
		}) (*Body[TrialView], error) {
			return s.try(ctx, in.Job, in.Body)
		})
}

// ruleSet finds a named set. A device for one job alone knows the set that this job follows.
func (s *server) ruleSet(ctx context.Context, j *job.Job, name string) (store.RuleSet, error) {
	if onlyJob(ctx) != "" && name != j.Rules.Set {
		return store.RuleSet{}, fmt.Errorf("rule set %q: %w", name, store.ErrNoRuleSet)
	}
	return s.store.RuleSet(name)
}

func (s *server) ruleBook(ctx context.Context, id string) (*Body[RuleBook], error) {
	j, _, err := s.store.Job(id)
	if err != nil {
		return nil, asProblem(err)
	}
	sets, err := s.store.RuleSets()
	if err != nil {
		return nil, asProblem(err)
	}
	out := RuleBook{Sets: []RuleSetView{}}
	for _, q := range job.Questions {
		v := QuestionView{Code: q.Code, Asks: q.Asks, Default: q.Default, Over: some(q.Over)}
		for _, k := range q.Schools {
			field, value := j.Rules.Setting(q.Code, k.Code, j.Unit)
			v.Schools = append(v.Schools, SchoolView{k.Code, k.Name, k.Why, field, value})
		}
		out.Questions = append(out.Questions, v)
	}
	for _, set := range sets {
		if onlyJob(ctx) != "" && set.Name != j.Rules.Set {
			continue
		}
		out.Sets = append(out.Sets, RuleSetView{set.Name, rulesView(&set.Rules, j.Unit)})
	}
	return &Body[RuleBook]{out}, nil
}

// following is a job with the rules of a set; with its own where none is named.
func (s *server) following(ctx context.Context, j job.Job, set string) (job.Job, error) {
	if set == "" {
		return j, nil
	}
	k, err := s.ruleSet(ctx, &j, set)
	if err != nil {
		return j, err
	}
	j, _, err = edit.ApplyAll(j, edit.TakeRules(j, k.Rules))
	return j, err
}

func (s *server) try(ctx context.Context, id string, in Trial) (*Body[TrialView], error) {
	now, err := s.current(id)
	if err != nil {
		return nil, asProblem(err)
	}
	j := now.job
	if in.Thing != nil {
		k, err := s.standsTo(id, *in.Thing)
		if err != nil {
			return nil, asProblem(err)
		}
		in.Ops = append(in.Ops, k.Take...)
	}
	was, err := s.following(ctx, j, in.Beside)
	if err != nil {
		return nil, asProblem(err)
	}
	is, err := s.following(ctx, j, in.Set)
	if err == nil {
		is, _, err = edit.ApplyAll(is, in.Ops)
	}
	if err != nil {
		return nil, asProblem(err)
	}
	p, err := now.otherwise(was)
	if err != nil {
		return nil, asProblem(err)
	}
	q, err := now.otherwise(is)
	if err != nil {
		return nil, asProblem(err)
	}
	score := func(j job.Job, p *plan.Plan) ScoreView {
		k := compare.ScoreOf(j, p)
		return ScoreView{k.Copes, k.Butts, k.Mitres, k.Scarfs, k.Double, k.Seams, k.OffHand, k.Bench, k.Moves, k.Sticks, moneyView(k.Cost, j.Prices.Currency),
			k.Stops}
	}
	v := TrialView{Is: score(was, &p), Would: score(is, &q), Changes: []ChangeView{}}
	for _, c := range compare.Changes(&p, &q, is.Unit) {
		v.Changes = append(v.Changes, ChangeView(c))
	}
	return &Body[TrialView]{v}, nil
}
