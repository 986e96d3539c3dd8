package files

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
	"gnomon/core/nest"
)

// example is the contract's own.
const example = `{"kerf":"1/8","end_trim":"0","sticks":[{"length":"16'","price":24.50,"available":null}],"offcuts":["71 1/2"],
 "pieces":[{"id":"a","length":"93 1/4","qty":2,"left_slope":0,"right_slope":0}],"projection":"0"}`

type nestOut struct {
	Sticks []struct {
		Stock  string
		Pieces []struct {
			ID    string
			Start float64 `json:"start_in"`
			End   float64 `json:"end_in"`
		}
		Leftover float64 `json:"leftover_in"`
	}
	Cost        json.Number
	LeastCost   json.Number `json:"lower_bound_cost"`
	Count       int         `json:"stick_count"`
	LeastSticks int         `json:"lower_bound_sticks"`
	Proved      bool
	Seconds     *float64
}

func fitFile(t *testing.T, text string) nestOut {
	t.Helper()
	n, err := ReadNest(strings.NewReader(text))
	require.NoError(t, err)
	l, err := nest.Search(context.Background(), n.Problem, nest.Effort{Work: nest.Second / 20})
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WriteNest(&b, n, l, 0.5))
	var out nestOut
	dec := json.NewDecoder(&b)
	dec.DisallowUnknownFields()
	require.NoError(t, dec.Decode(&out))
	return out
}

func TestNestFile(t *testing.T) {
	out := fitFile(t, example)
	require.Len(t, out.Sticks, 1, "the offcut is too short for either")
	assert.Equal(t, "16'", out.Sticks[0].Stock)
	assert.Equal(t, "24.50", out.Cost.String())
	assert.Equal(t, "24.50", out.LeastCost.String())
	assert.Equal(t, 1, out.Count)
	assert.Equal(t, 1, out.LeastSticks)
	assert.True(t, out.Proved)
	require.NotNil(t, out.Seconds)
	ids := []string{out.Sticks[0].Pieces[0].ID, out.Sticks[0].Pieces[1].ID}
	assert.ElementsMatch(t, []string{"a#1", "a#2"}, ids)
	assert.Equal(t, 0.0, out.Sticks[0].Pieces[0].Start)
	assert.Equal(t, 93.25, out.Sticks[0].Pieces[0].End)
	assert.Equal(t, 93.375, out.Sticks[0].Pieces[1].Start)
	assert.Equal(t, 5.375, out.Sticks[0].Leftover, "no kerf after the last piece")

	out = fitFile(t, strings.ReplaceAll(example, "93 1/4", "71"))
	assert.Equal(t, "offcut 71 1/2", out.Sticks[0].Stock)
	assert.Equal(t, 0.5, out.Sticks[0].Leftover)
	assert.Equal(t, 1, out.Count, "the offcut is not counted")

	out = fitFile(t, `{"kerf":0.125,"end_trim":"1","sticks":[{"length":100,"price":7}],"pieces":[{"id":"b","length":90,"left_slope":-1,"right_slope":1}],"projection":"4"}`)
	assert.Equal(t, 5.0, out.Sticks[0].Pieces[0].Start, "trimmed, and the face reaches 4 in further left")
	assert.Equal(t, "b", out.Sticks[0].Pieces[0].ID, "no number without a qty")
	assert.Equal(t, "7.00", out.Cost.String())

	out = fitFile(t, `{"kerf":"0","sticks":[{"length":"8'"}],"pieces":[{"id":"a","length":"40","qty":3}]}`)
	assert.Equal(t, "0.00", out.Cost.String())
	assert.Equal(t, 2, out.Count)
	assert.Equal(t, 2, out.LeastSticks)

	n, err := ReadNest(strings.NewReader(example))
	require.NoError(t, err)
	l, err := nest.Search(context.Background(), n.Problem, nest.Effort{Work: nest.Second / 20})
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WriteNestText(&b, n, l))
	assert.Contains(t, b.String(), "proved least")
	assert.Contains(t, b.String(), `7' 9 1/4"`)
}

// One length at two prices, and two offcuts of one length, stay apart.
func TestNestFileKeepsStocksApart(t *testing.T) {
	out := fitFile(t, `{"sticks":[{"length":"8'","price":9,"available":1},{"length":"8'","price":12}],"offcuts":["50","50"],"pieces":[{"id":"a","length":"90","qty":2},{"id":"b","length":"49","qty":2}]}`)
	assert.Equal(t, "21.00", out.Cost.String())
	var stocks []string
	for _, s := range out.Sticks {
		stocks = append(stocks, s.Stock)
	}
	assert.ElementsMatch(t, []string{"offcut 50", "offcut 50", "8'", "8'"}, stocks)
}

func TestBadNestFilesAreRefusedInOneLine(t *testing.T) {
	with := func(piece string) string {
		return `{"kerf":"1/8","sticks":[{"length":"8'"}],"pieces":[` + piece + `]}`
	}
	for text, says := range map[string]string{
		"":                                        "docs/fitting.md",
		"[]":                                      "docs/fitting.md",
		example + "{}":                            "something follows",
		`{"colour":1}`:                            "colour",
		`{"sticks":[],"pieces":[]}`:               "none to cut from",
		with(`{"id":"a","length":"0"}`):           "piece a",
		with(`{"id":"a","length":"-5"}`):          "piece a",
		with(`{"id":"a","length":"elbow"}`):       "piece a",
		with(`{"id":"a","length":"1/16"}`):        "kerf",
		with(`{"id":"a"}`):                        "piece a: has no length",
		with(`{"length":"5"}`):                    "piece 1 has no id",
		with(`{"id":"a","length":5,"qty":0}`):     "qty 0",
		with(`{"id":"a","length":5,"qty":99999}`): "qty 99999",
		with(`{"id":"a","length":5,"qty":1500},{"id":"b","length":5,"qty":1500}`):           "3000 pieces",
		with(`{"id":"a","length":5},{"id":"a","length":6}`):                                 "stands twice",
		with(`{"id":"a","length":5,"left_slope":1e9}`):                                      "slant",
		`{"sticks":[{"length":"8'","price":1e300}],"pieces":[{"id":"a","length":5}]}`:       "price",
		`{"sticks":[{"length":"8'","price":99999999999}],"pieces":[{"id":"a","length":5}]}`: "price",
		`{"sticks":[{"length":"8'","price":-2}],"pieces":[{"id":"a","length":5}]}`:          "price",
		`{"sticks":[{"length":"8'","available":-2}],"pieces":[{"id":"a","length":5}]}`:      "available -2",
		`{"sticks":[{"length":""}],"pieces":[{"id":"a","length":5}]}`:                       "no length",
		`{"end_trim":"4'","sticks":[{"length":"8'"}],"pieces":[{"id":"a","length":5}]}`:     "trim",
		`{"offcuts":["x"],"pieces":[{"id":"a","length":5}]}`:                                "offcut 1",
	} {
		_, err := ReadNest(strings.NewReader(text))
		if assert.Error(t, err, text) {
			assert.Contains(t, err.Error(), says, text)
			assert.NotContains(t, err.Error(), "\n", text)
		}
	}
	_, err := ReadNest(strings.NewReader(strings.Repeat(" ", MaxJobFile+2)))
	assert.ErrorContains(t, err, "longer than")
	n, err := ReadNest(strings.NewReader("\xef\xbb\xbf" + example))
	require.NoError(t, err, "a byte order mark is no mistake")
	assert.Equal(t, 16*measure.Foot, n.Problem.Stocks[0].Length)
	many, err := ReadNest(strings.NewReader(with(`{"id":"a","length":5,"qty":1000}`)))
	require.NoError(t, err)
	assert.Equal(t, fmt.Sprintf("a#%d", 1000), many.Problem.Pieces[999].ID)
}
