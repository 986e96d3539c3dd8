package store

import (
	"errors"
	"fmt"
	"time"

	"gorm.io/gorm"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/shop"
)

// Shop gives the shop, to be read only: a job without rooms.
func (s *Store) Shop() (job.Job, error) {
	j, _, err := s.Job(ShopID)
	return j, err
}

// shopOf gives the shop in a transaction.
func (s *Store) shopOf(tx *gorm.DB) (loaded, error) {
	k, err := s.loadedAt(tx, ShopID)
	if errors.Is(err, ErrNoJob) {
		err = fmt.Errorf("the database has no shop: %w", err)
	}
	return k, err
}

// Begin keeps a new job of the shop with its first room, where that has a name, and gives its identifier. A shop of which nobody has said anything
// yet measures as its
// first job does.
func (s *Store) Begin(name string, unit measure.Unit, room string) (string, error) {
	id := NewID("j")
	var inShop loaded
	err := s.change(func(tx *gorm.DB) error {
		k, err := s.shopOf(tx)
		if err != nil {
			return err
		}
		if k.job.Unit != unit && shop.Fresh(&k.job) {
			if inShop, err = s.writeShop(tx, k, shop.New(unit), nil); err != nil {
				return err
			}
			k = inShop
		}
		j := shop.Begin(&k.job, name, unit, room)
		if err := j.Check(); err != nil {
			return err
		}
		return createJob(tx, id, s.now().Format(time.RFC3339Nano), &j)
	})
	if err != nil {
		return "", err
	}
	if inShop.revision > 0 {
		s.keepAtHand(ShopID, inShop)
	}
	return id, nil
}

// inShop makes in the shop what steps of a job do to its saws' test cuts. It gives the steps that the job makes then, and the shop
// where it changed.
func (s *Store) inShop(tx *gorm.DB, id string, j *job.Job, ops []edit.Op) ([]edit.Op, loaded, error) {
	if id == ShopID || !anyTest(ops) {
		return ops, loaded{}, nil
	}
	k, err := s.shopOf(tx)
	if err != nil {
		return ops, loaded{}, err
	}
	steps := shop.Tests(j, ops, &k.job)
	if len(steps) == 0 {
		return ops, loaded{}, nil
	}
	next, _, err := edit.ApplyAll(k.job, steps)
	if err != nil {
		return ops, loaded{}, err
	}
	is, err := s.writeShop(tx, k, next, steps)
	if err != nil {
		return ops, is, err
	}
	return append(ops[:len(ops):len(ops)], shop.Followed(j, &k.job, &next)...), is, nil
}

func anyTest(ops []edit.Op) bool {
	for _, op := range ops {
		if op.Kind == "test" {
			return true
		}
	}
	return false
}

// writeShop makes the shop another, as a change that nobody can undo there.
func (s *Store) writeShop(tx *gorm.DB, was loaded, next job.Job, ops []edit.Op) (loaded, error) {
	if err := write(tx, ShopID, &was.job, &next); err != nil {
		return loaded{}, err
	}
	rev, err := s.log(tx, &changeRow{JobID: ShopID, Kind: kindDo, State: spent, Ops: jsonText(ops), Inverse: "[]", At: s.now().Format(time.RFC3339)})
	return loaded{job: next, revision: rev}, err
}

// TakeIn keeps a job that came from elsewhere: a file. What it has that the shop has too is noted as the shop's.
func (s *Store) TakeIn(j job.Job) (string, error) {
	own, err := s.Shop()
	if err != nil {
		return "", err
	}
	j = j.Clone()
	shop.Recognise(&j, &own)
	return s.Create(j)
}

// WholeShop gives all that the shop has.
func (s *Store) WholeShop() (shop.Whole, error) {
	own, err := s.Shop()
	if err != nil {
		return shop.Whole{}, err
	}
	return s.wholeOf(own)
}

func (s *Store) wholeOf(own job.Job) (out shop.Whole, err error) {
	out.Shop = own.Clone()
	sets, err := s.RuleSets()
	if err != nil {
		return out, err
	}
	for _, r := range sets {
		out.RuleSets = append(out.RuleSets, shop.RuleSet(r))
	}
	rack, err := s.Rack()
	for _, o := range rack {
		out.Rack = append(out.Rack, shop.Offcut{Name: o.Name, Kind: o.Kind, Height: o.Height, Thickness: o.Thickness, Length: o.Length, Text: o.Text, Note: o.Note})
	}
	return out, err
}

// TakeShop takes what a shop file has into the shop, all or nothing, and tells how many things are new, and the shop's revision.
func (s *Store) TakeShop(f shop.Whole) (n int, revision int64, err error) {
	var is loaded
	err = s.change(func(tx *gorm.DB) error {
		k, err := s.shopOf(tx)
		if err != nil {
			return err
		}
		whole, err := s.wholeOf(k.job)
		if err != nil {
			return err
		}
		sets, rack := len(whole.RuleSets), len(whole.Rack)
		n = whole.TakeIn(&f)
		if err := whole.Check(); err != nil {
			return err
		}
		if len(whole.RuleSets) > maxRuleSets {
			return &job.Invalid{Thing: "rule sets", Field: "rule_sets", Value: fmt.Sprint(len(whole.RuleSets)), Reason: "are too many",
				Remedy: "remove those that nobody uses"}
		}
		for _, r := range whole.RuleSets[sets:] {
			if err := keepRuleSet(tx, RuleSet(r)); err != nil {
				return err
			}
		}
		for _, o := range whole.Rack[rack:] {
			m := job.Moulding{Name: o.Name, Kind: o.Kind, Height: job.Entry{Length: o.Height}, Thickness: job.Entry{Length: o.Thickness}}
			if _, err := s.rackRow(tx, &m, job.Entry{Length: o.Length, Text: o.Text}, o.Note); err != nil {
				return err
			}
		}
		is, err = s.writeShop(tx, k, whole.Shop, nil)
		return err
	})
	if err != nil {
		return 0, 0, err
	}
	s.keepAtHand(ShopID, is)
	return n, is.revision, nil
}
