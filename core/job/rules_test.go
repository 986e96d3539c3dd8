package job

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

// Every question has its default among its schools, and every school can be followed.
func TestQuestions(t *testing.T) {
	require.Len(t, Questions, 21)
	j := Starter("x", measure.UnitInch)
	seen := map[string]bool{}
	for _, q := range Questions {
		assert.False(t, seen[q.Code])
		seen[q.Code] = true
		require.NotNil(t, q.School(q.Default), q.Code)
		assert.Equal(t, q.Default, j.Rules.Answer(q.Code), q.Code)
		for _, s := range q.Schools {
			assert.NotEmpty(t, s.Name+s.Why)
			r := j.Rules
			r.Follow(q.Code, s.Code, j.Unit)
			assert.Equal(t, s.Code, r.Answer(q.Code), q.Code)
			assert.NoError(t, r.Check())
		}
	}
	r := j.Rules
	r.Follow("inside", "weld", j.Unit)
	r.Follow("colour", "blue", j.Unit)
	assert.Equal(t, j.Rules, r, "what is not known changes nothing")
	assert.Empty(t, r.Answer("colour"))
	r.OffLayoutMark = Entry{Length: measure.Inch / 8, Text: "1/8"}
	r.Follow("layout", LayoutLess, j.Unit)
	assert.Equal(t, "1/8", r.OffLayoutMark.Text, "an allowance of one's own stays")
}

func TestRulesAreRefused(t *testing.T) {
	good := Starter("x", measure.UnitInch).Rules
	for field, spoil := range map[string]func(*Rules){
		"inside": func(r *Rules) { r.Inside = "weld" }, "scarf": func(r *Rules) { r.Scarf = 80 }, "hair": func(r *Rules) { r.Hair.Length = measure.Inch },
		"spring": func(r *Rules) { r.Spring.Length = -1 }, "drying": func(r *Rules) { r.Drying = 0 }, "short": func(r *Rules) { r.Weights = &Weights{Short: 101} },
		"hand": func(r *Rules) { r.Weights = &Weights{Hand: -1} }, "layout": func(r *Rules) { r.OffLayoutMark.Length = 2 * measure.Inch },
		"bench": func(r *Rules) { r.Bench.Length = 0 },
	} {
		r := good
		spoil(&r)
		var in *Invalid
		if assert.ErrorAs(t, r.Check(), &in, field) {
			assert.Equal(t, field, in.Field)
		}
	}
}

// The smaller place counts: a corner against its run, the run against its room, that
// against the job.
func TestRulesAt(t *testing.T) {
	j := Starter("x", measure.UnitInch)
	r := &Room{ID: "r", Overrides: []Override{
		{ID: "c", Run: "k", Corner: "c1", Question: "inside", Choice: InsideButt}, {ID: "a", Question: "inside", Choice: InsideMitre},
		{ID: "b", Run: "k", Question: "inside", Choice: InsideCope},
		{ID: "d", Question: "scarf", Choice: "22.5"}, {ID: "e", Run: "k", Corner: "c1", Question: AskCoped, Choice: HandLeft},
	}}
	at := func(run, corner string) (string, string) {
		rules, by := j.RulesAt(r, run, corner)
		assert.Equal(t, measure.Angle(22.5), rules.Scarf)
		return rules.Inside, by["inside"]
	}
	for _, c := range [][4]string{{"", "", InsideMitre, OverRoom}, {"k", "", InsideCope, OverRun}, {"k", "c1", InsideButt, OverCorner},
		{"other", "c1", InsideMitre, OverRoom}, {"k", "c2", InsideCope, OverRun}} {
		inside, by := at(c[0], c[1])
		assert.Equal(t, []string{c[2], c[3]}, []string{inside, by}, c)
	}
	assert.Equal(t, InsideCope, j.Rules.Inside, "the job's own stay")
	require.NotNil(t, r.Override(AskCoped, "k", "c1", ""))
	assert.Nil(t, r.Override(AskCoped, "k", "c2", ""))
}

func TestOverridesAreRefused(t *testing.T) {
	for name, o := range map[string]Override{
		"no question":             {ID: "a", Question: "colour", Choice: "blue"},
		"no such school":          {ID: "a", Question: "inside", Choice: "weld"},
		"not for a room":          {ID: "a", Question: "order", Choice: OrderRoom},
		"not for a corner":        {ID: "a", Corner: "c", Question: "scarf", Choice: "45"},
		"coped without a run":     {ID: "a", Corner: "c", Question: AskCoped, Choice: HandLeft},
		"coped neither way":       {ID: "a", Run: "k", Corner: "c", Question: AskCoped, Choice: HandEither},
		"first of nothing":        {ID: "a", Run: "k", Question: AskFirst},
		"a scarf at no length":    {ID: "a", Piece: "p", Question: AskScarf, Choice: "here"},
		"scarfs in another order": {ID: "a", Piece: "p", Question: AskScarf, Choice: "90, 40"},
		"lapped no way":           {ID: "a", Piece: "p", Question: AskLap, Choice: "up"},
		"a rule for a piece":      {ID: "a", Piece: "p", Question: "inside", Choice: InsideMitre},
		"no name":                 {ID: "", Question: "inside", Choice: InsideMitre},
	} {
		j := Starter("x", measure.UnitInch)
		j.Rooms = []Room{{ID: "r", Overrides: []Override{o}}}
		j.Normalise()
		var in *Invalid
		assert.ErrorAs(t, j.Check(), &in, name)
	}
	j := Starter("x", measure.UnitInch)
	j.Rooms = []Room{{ID: "r", Overrides: []Override{{ID: "a", Question: "inside", Choice: InsideMitre}, {ID: "b", Question: "inside", Choice: InsideCope}}}}
	j.Normalise()
	assert.ErrorContains(t, j.Check(), "answered twice")
	j.Rooms[0].Overrides = []Override{{ID: "a", Piece: "p", Question: AskScarf, Choice: "40, 2000 mm"}}
	j.Normalise()
	require.NoError(t, j.Check())
	at, err := j.Rooms[0].Overrides[0].Places(measure.UnitMillimetre)
	require.NoError(t, err)
	assert.Equal(t, []measure.Length{40 * measure.Inch, 2000 * measure.Millimetre}, at, "they read the same in a job of the other unit")
}
