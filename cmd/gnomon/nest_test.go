package main

import (
	"encoding/json"
	"errors"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const nestExample = `{"kerf":"1/8","end_trim":"0","sticks":[{"length":"16'","price":24.50,"available":null}],"offcuts":["71 1/2"],
 "pieces":[{"id":"a","length":"93 1/4","qty":2,"left_slope":0,"right_slope":0},{"id":"b","length":"70"}],"projection":"0"}`

func TestNest(t *testing.T) {
	out, err := gnomon(nestExample, "nest", "--file", "-", "--format", "json", "--seconds", "0.5")
	require.NoError(t, err)
	var l struct {
		Sticks []struct {
			Stock  string
			Pieces []struct{ ID string }
		}
		Cost    json.Number
		Proved  bool
		Seconds float64
	}
	require.NoError(t, json.Unmarshal([]byte(out), &l))
	require.Len(t, l.Sticks, 2)
	assert.Equal(t, "offcut 71 1/2", l.Sticks[0].Stock)
	assert.Equal(t, "b", l.Sticks[0].Pieces[0].ID)
	assert.Equal(t, "24.50", l.Cost.String())
	assert.True(t, l.Proved)
	assert.Positive(t, l.Seconds)

	text, err := gnomon(nestExample, "nest", "--file", "-")
	require.NoError(t, err)
	assert.Contains(t, text, "1 sticks, 24.50; proved least")
}

// What cannot be fitted ends with 2 and names the piece.
func TestNestNamesWhatDoesNotFit(t *testing.T) {
	for in, name := range map[string]string{
		`{"sticks":[{"length":"8'"}],"pieces":[{"id":"short","length":"5"},{"id":"long","length":"97"}]}`:                     "piece long",
		`{"sticks":[{"length":"8'","available":1}],"pieces":[{"id":"one","length":"50"},{"id":"two","length":"60"}]}`:         "too few sticks",
		`{"kerf":"6","sticks":[{"length":"8'"}],"pieces":[{"id":"tiny","length":"5"}]}`:                                       "piece tiny",
		`{"sticks":[],"offcuts":["50"],"pieces":[{"id":"a","length":"40"},{"id":"b","length":"40"}]}`:                         "too few sticks",
		`{"end_trim":"5'","sticks":[{"length":"8'"}],"pieces":[{"id":"a","length":"4"}]}`:                                     "stick 8'",
		`{"sticks":[{"length":"8'"}],"pieces":[{"id":"slant","length":"90","left_slope":-1,"right_slope":1}],"projection":4}`: "piece slant",
	} {
		_, err := gnomon(in, "nest", "--file", "-", "--format", "json", "--seconds", "0.2")
		var u errUsage
		require.True(t, errors.As(err, &u), "%s: %v", in, err)
		assert.Contains(t, err.Error(), name)
	}
}
