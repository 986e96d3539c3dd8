package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"

	"gnomon/core/job"
	"gnomon/core/measure"
)

type ruleSetRow struct {
	Name  string `gorm:"primaryKey"`
	Unit  string
	Rules string // JSON of job.Rules
	At    string
}

func (ruleSetRow) TableName() string { return "rule_sets" }

// RuleSet are house rules under a name: a carpenter's. All jobs share them.
type RuleSet struct {
	Name  string
	Unit  measure.Unit // that its lengths were typed in
	Rules job.Rules
}

// ErrNoRuleSet is a set that is not kept.
var ErrNoRuleSet = errors.New("no such rule set")

// maxRuleSets are more carpenters than any shop has.
const maxRuleSets = 200

// RuleSets lists the sets by name.
func (s *Store) RuleSets() ([]RuleSet, error) {
	var rows []ruleSetRow
	if err := s.db.Order("name").Find(&rows).Error; err != nil {
		return nil, err
	}
	out := []RuleSet{}
	for _, r := range rows {
		set, err := r.set()
		if err != nil {
			return nil, err
		}
		out = append(out, set)
	}
	return out, nil
}

func (r ruleSetRow) set() (RuleSet, error) {
	out := RuleSet{Name: r.Name, Unit: measure.Unit(r.Unit)}
	if err := json.Unmarshal([]byte(r.Rules), &out.Rules); err != nil {
		return out, err
	}
	return out, out.Rules.Complete(out.Unit)
}

// RuleSet finds a set by its name.
func (s *Store) RuleSet(name string) (RuleSet, error) {
	var r ruleSetRow
	err := s.db.Take(&r, "name = ?", name).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return RuleSet{}, fmt.Errorf("rule set %q: %w", name, ErrNoRuleSet)
	}
	if err != nil {
		return RuleSet{}, err
	}
	return r.set()
}

// KeepRuleSet keeps rules under a name, in the place of those kept under it before.
func (s *Store) KeepRuleSet(set RuleSet) error {
	if set.Name == "" || len(set.Name) > 60 {
		return &job.Invalid{Thing: "rule set", Field: "name", Value: set.Name, Reason: "is no name to find it by",
			Remedy: "give one of 1 to 60 letters, such as the carpenter's"}
	}
	set.Rules.Set, set.Rules.Origin = set.Name, nil
	if err := set.Rules.Check(); err != nil {
		return err
	}
	job.Settle(&set.Rules, set.Unit)
	var n int64
	if err := s.db.Model(&ruleSetRow{}).Where("name <> ?", set.Name).Count(&n).Error; err != nil {
		return err
	}
	if n >= maxRuleSets {
		return &job.Invalid{Thing: "rule set", Field: "name", Value: set.Name, Reason: "is one too many", Remedy: "remove one that nobody uses"}
	}
	return s.change(func(tx *gorm.DB) error { return keepRuleSet(tx, set) })
}

func keepRuleSet(tx *gorm.DB, set RuleSet) error {
	row := ruleSetRow{set.Name, string(set.Unit), jsonText(set.Rules), time.Now().UTC().Format(time.RFC3339)}
	return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error
}

// RemoveRuleSet forgets a set. Jobs that took it keep their rules.
func (s *Store) RemoveRuleSet(name string) error {
	return s.change(func(tx *gorm.DB) error {
		res := tx.Delete(&ruleSetRow{}, "name = ?", name)
		if res.Error == nil && res.RowsAffected == 0 {
			return fmt.Errorf("rule set %q: %w", name, ErrNoRuleSet)
		}
		return res.Error
	})
}
