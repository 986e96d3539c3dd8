package main

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const setJSON = `{"top":"36","bottom":"36 1/4","left":"80","right":"80 1/8","diagonal_bl_tr":"87 5/8","diagonal_br_tl":"88","reveal":"3/16",
	"casing":{"width":"3 1/2","thickness":"11/16"},"head":"mitred","overhang":"0","plinth":null,"band":{"lap":"1/4"}}`

// The set of the contract: its corners are worked values of docs/geometry.md, its lengths follow from them.
func TestCasing(t *testing.T) {
	text, err := gnomon(setJSON, "casing", "--file", "-", "--format", "json")
	require.NoError(t, err)
	var v setView
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	tl, tr, bl := v.Corners["top_left"], v.Corners["top_right"], v.Corners["bottom_left"]
	assert.InDelta(t, 89.82235, tl, 1e-4)
	assert.InDelta(t, 90.27793, tr, 1e-4)
	assert.InDelta(t, 90.29574, bl, 1e-4)
	assert.InDelta(t, -.1557, v.Misses, 1e-4)
	cot := func(a float64) float64 { return 1 / math.Tan(a*math.Pi/180) }
	assert.InDelta(t, 80+3.0/16*(cot(tl/2)+cot(bl)), v.Left.Short, 1e-9)
	assert.InDelta(t, v.Left.Short+3.5*(cot(tl/2)+cot(bl)), v.Left.Long, 1e-9)
	assert.InDelta(t, (180-tl)/2, v.Left.Head, 1e-9)
	assert.InDelta(t, 90-bl, v.Left.Foot, 1e-9)
	assert.InDelta(t, (180-tr)/2, v.Head.Right, 1e-9)
	assert.InDelta(t, 80+3.4375*(cot(tl/2)+cot(bl)), v.Band.Left, 1e-9)
	assert.Nil(t, v.Sill)
	assert.NotContains(t, text, "sill")

	text, err = gnomon(strings.Replace(setJSON, `"mitred"`, `"picture"`, 1), "casing", "--file", "-", "--format", "json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	require.NotNil(t, v.Sill)
	assert.InDelta(t, (180-bl)/2, v.Sill.Left, 1e-9)
	text, err = gnomon(setJSON, "casing", "--file", "-")
	require.NoError(t, err)
	assert.Contains(t, text, "left leg")
}

func TestCasingRefuses(t *testing.T) {
	with := func(old, new string) string { return strings.Replace(setJSON, old, new, 1) }
	for _, c := range []struct{ in, says string }{
		{"", "JSON"}, {"{", "JSON"}, {`{"colour":1}`, "colour"}, {"{}", "top is missing"},
		{with(`"87 5/8"`, `"300"`), "diagonal"}, {with(`"88"`, `"87"`), "do not go together"}, {with(`"36"`, `"0"`), "more than 0"}, {with(`"36"`, `"-36"`), "negative"},
		{with("null", `"90"`), "higher than the head"}, {with(`"3/16"`, `"4"`), "reveal"}, {with(`"mitred"`, `"round"`), "head"},
		{with(`"3 1/2"`, `"0"`), "width"}, {with(`"lap":"1/4"`, `"lap":"9"`), "lap"}, {with(`"36"`, `"1e400"`), "top"}, {with(`"36"`, `[1]`), "length"},
	} {
		_, err := gnomon(c.in, "casing", "--file", "-", "--format", "json")
		var u errUsage
		require.True(t, errors.As(err, &u), "%s: %v", c.in, err)
		assert.Contains(t, u.Error(), c.says, c.in)
		assert.NotContains(t, u.Error(), "\n")
	}
	_, err := gnomon("", "casing")
	assert.ErrorContains(t, err, "no --file")
	_, err = gnomon("", "casing", "--file", "/no/such")
	assert.Error(t, err)
}

// Whatever comes in, finite figures come out or one line that says why not.
func FuzzCasing(f *testing.F) {
	f.Add(setJSON)
	f.Add(strings.Replace(setJSON, `"mitred"`, `"over"`, 1))
	f.Add(`{"top":1e300}`)
	f.Fuzz(func(t *testing.T, in string) {
		text, err := gnomon(in, "casing", "--file", "-", "--format", "json")
		if err != nil {
			var u errUsage
			if !errors.As(err, &u) {
				t.Fatal(err)
			}
			return
		}
		if !json.Valid([]byte(text)) {
			t.Fatal(text)
		}
	})
}
