package shop

import (
	"fmt"
	"slices"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// Whole is all that a shop has: what jobs take, and what is kept beside it.
type Whole struct {
	Shop     job.Job
	RuleSets []RuleSet
	Rack     []Offcut
}

// RuleSet are house rules under a name: a carpenter's.
type RuleSet struct {
	Name  string       `json:"name"`
	Unit  measure.Unit `json:"unit" doc:"that its lengths were typed in"`
	Rules job.Rules    `json:"rules"`
}

// Offcut is a length of moulding on the rack.
type Offcut struct {
	Name      string         `json:"name"`
	Kind      string         `json:"kind"`
	Height    measure.Length `json:"height"`
	Thickness measure.Length `json:"thickness"`
	Length    measure.Length `json:"length"`
	Text      string         `json:"text,omitempty" doc:"the length as typed"`
	Note      string         `json:"note,omitempty"`
}

// Check refuses a shop that cannot be kept. The error is a *job.Invalid.
func (w *Whole) Check() error {
	if len(w.Shop.Rooms)+len(w.Shop.Records)+len(w.Shop.Layouts)+len(w.Shop.ByHand) > 0 {
		return &job.Invalid{Thing: "shop", Field: "rooms", Reason: "a shop has no rooms, records or layouts", Remedy: "import a job as a job"}
	}
	seen := map[string]bool{}
	for _, s := range w.RuleSets {
		if s.Name == "" || len(s.Name) > 60 || seen[s.Name] {
			return &job.Invalid{Thing: "rule set", Field: "name", Value: s.Name, Reason: "is no name of its own", Remedy: "give each set a name of 1 to 60 letters"}
		}
		seen[s.Name] = true
		if err := s.Rules.Check(); err != nil {
			return err
		}
	}
	for _, o := range w.Rack {
		if o.Length <= 0 || o.Height <= 0 || o.Thickness <= 0 || len(o.Name) > 200 || len(o.Note) > 200 {
			return &job.Invalid{Thing: "offcut", Field: "length", Value: o.Name, Reason: "is no length of moulding", Remedy: "give its length, height and thickness"}
		}
	}
	return w.Shop.Check()
}

// TakeIn takes what another shop has into this one: things as Merge has it, the sheets only where nobody has said anything of
// this one's. Sets of rules whose name is taken for others get another. It tells how many saws, mouldings and sets are new.
func (w *Whole) TakeIn(o *Whole) int {
	own := o.Shop.Clone()
	had := len(w.Shop.Saws) + len(w.Shop.Mouldings) + len(w.RuleSets)
	fresh := Fresh(&w.Shop)
	if fresh {
		w.Shop = New(own.Unit)
		had -= len(w.Shop.Saws) // the one that nobody chose gives way
		w.Shop.Doors, w.Shop.Quote = own.Doors, own.Quote
	}
	Merge(&w.Shop, &own)
	if fresh {
		w.Shop.Saw = own.SawNamed(own.Saw).Origin.Of
		for i := range own.Mouldings {
			w.Shop.Moulding(own.Mouldings[i].Origin.Of).Usual = own.Mouldings[i].Usual
		}
	}
	for _, s := range o.RuleSets {
		name := s.Name
		for n := 2; ; n++ {
			i := slices.IndexFunc(w.RuleSets, func(h RuleSet) bool { return h.Name == name })
			if i < 0 {
				s.Name = name
				w.RuleSets = append(w.RuleSets, s)
				break
			}
			if print(w.RuleSets[i].Rules) == print(s.Rules) {
				break
			}
			name = fmt.Sprintf("%.50s (%d)", s.Name, n)
		}
	}
	for _, c := range o.Rack {
		if !slices.Contains(w.Rack, c) {
			w.Rack = append(w.Rack, c)
		}
	}
	return max(0, len(w.Shop.Saws)+len(w.Shop.Mouldings)+len(w.RuleSets)-had)
}

func print(r job.Rules) string { return Fingerprint(&job.Job{Rules: r}, "rules", "") }
