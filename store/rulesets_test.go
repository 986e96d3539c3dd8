package store

import (
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
)

func TestRuleSets(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	none, err := s.RuleSets()
	require.NoError(t, err)
	assert.Empty(t, none)
	j := job.Starter("x", measure.UnitInch)
	set := RuleSet{Name: "Imogen", Unit: "in", Rules: j.Rules}
	set.Rules.CopeHand, set.Rules.Weights = job.HandLeft, &job.Weights{Hidden: 90}
	require.NoError(t, s.KeepRuleSet(set))
	got, err := s.RuleSet("Imogen")
	require.NoError(t, err)
	assert.Equal(t, job.HandLeft, got.Rules.CopeHand)
	assert.Equal(t, job.Weights{Hidden: 90}, *got.Rules.Weights)
	assert.Equal(t, "Imogen", got.Rules.Set)
	assert.Equal(t, j.Rules.Bench, got.Rules.Bench)

	set.Rules.Bullnose = job.BullnoseTwo
	require.NoError(t, s.KeepRuleSet(set), "in the place of the one before")
	all, err := s.RuleSets()
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Equal(t, job.BullnoseTwo, all[0].Rules.Bullnose)

	for _, bad := range []RuleSet{{Name: "", Unit: "in", Rules: j.Rules}, {Name: "x", Unit: "in", Rules: job.Rules{}}} {
		var in *job.Invalid
		assert.ErrorAs(t, s.KeepRuleSet(bad), &in)
	}
	require.NoError(t, s.RemoveRuleSet("Imogen"))
	assert.ErrorIs(t, s.RemoveRuleSet("Imogen"), ErrNoRuleSet)
	_, err = s.RuleSet("Imogen")
	assert.ErrorIs(t, err, ErrNoRuleSet)
}
