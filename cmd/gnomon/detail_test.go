package main

import (
	"encoding/json"
	"errors"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/detail"
)

// The worked values of docs/details.md, as a script reads them.
func TestDetail(t *testing.T) {
	for _, c := range []struct {
		name, in string
		want     map[string]any
	}{
		{"step", `{"fall":"3/4","slope_deg":45,"height":"5 1/4"}`, map[string]any{"joint_deg": 22.5, "link_in": 1.06066, "takes_in": .75, "filler_tip_deg": 45.0}},
		{"step", `{"fall":0.5,"slope_deg":"30","height":"5.25"}`, map[string]any{"joint_deg": 15.0, "link_in": 1.0, "takes_in": .866025, "filler_tip_deg": 60.0}},
		{"bullnose", `{"radius":"3/4","turn_deg":90,"pieces":1}`,
			map[string]any{"cut_deg": 22.5, "back_in": .62132, "past_start_in": .31066, "from_corner_in": .43934, "hollow_in": .0618}},
		{"bend", `{"radius":30,"turn_deg":60,"pieces":4,"side":"convex"}`,
			map[string]any{"cut_deg": 6.0, "back_in": 6.3063, "past_start_in": 3.1531, "hollow_in": .1652}},
		{"bend", `{"radius":30,"turn_deg":60,"pieces":6,"side":"concave"}`,
			map[string]any{"end_cut_deg": 2.5, "cut_deg": 5.0, "back_in": 5.2293, "hollow_in": .1142}},
		{"stair", `{"riser":"7 1/2","tread":10,"risers":14,"height":"5 1/4","above_nosing":2}`,
			map[string]any{"pitch_deg": 36.8699, "joint_deg": 18.43495, "starts_in": -6.3333, "ends_in": 3.6667, "top_edge_in": 175.0}},
		{"notch", `{"left_of":"40 1/16","right_of":"75 7/16","wall":118,"width":"2 1/2","sill":0,"height_low":"4 1/2","height_high":"5 1/4","clearance":0}`,
			map[string]any{"from_in": 40.0625, "to_in": 42.5625, "low_in": 4.5, "high_in": 5.25, "misread_in": 0.0}},
		{"notch", `{"left_of":12,"width":3,"height_low":0,"height_high":2,"clearance":"1/16","right_of":null}`,
			map[string]any{"from_in": 11.9375, "to_in": 15.0625, "low_in": nil, "high_in": 2.0625, "misread_in": 0.0}},
	} {
		text, err := gnomon(c.in, "detail", c.name, "--file", "-", "--format", "json")
		require.NoError(t, err, c.in)
		var v map[string]any
		require.NoError(t, json.Unmarshal([]byte(text), &v))
		for name, want := range c.want {
			if want == nil {
				assert.Contains(t, v, name)
				assert.Nil(t, v[name], "%s: %s", c.in, name)
				continue
			}
			assert.InDelta(t, want, v[name], 1e-4, "%s: %s", c.in, name)
		}
	}
	text, err := gnomon(`{"fall":"3/4"}`, "detail", "step", "--file", "-")
	require.NoError(t, err)
	assert.Contains(t, text, "22.5°")
	assert.Contains(t, text, "flat, bottom edge to the fence")
}

// A link's settings are those of the one function for every end: flat, half of the slope; stood up, a tilt of it.
func TestDetailSettings(t *testing.T) {
	text, err := gnomon(`{"fall":"3/4","slope_deg":"45"}`, "detail", "step", "--file", "-", "--format", "json")
	require.NoError(t, err)
	var v struct {
		Sticks []stickView `json:"sticks"`
	}
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	found := false
	for _, s := range v.Sticks {
		if s.Part != "link" {
			continue
		}
		found = true
		assert.InDelta(t, 0, s.Left.Upright.Mitre, 1e-9)
		assert.InDelta(t, 22.5, s.Left.Flat.Mitre, 1e-9)
		assert.InDelta(t, s.Left.Flat.Mitre, s.Right.Flat.Mitre, 1e-9, "parallel cuts")
		assert.NotEqual(t, s.Left.Flat.Keep, s.Right.Flat.Keep)
		assert.InDelta(t, s.Left.Upright.Bevel, s.Right.Upright.Bevel, 1e-9)
	}
	assert.True(t, found)
}

func TestDetailList(t *testing.T) {
	text, err := gnomon("", "detail", "--list")
	require.NoError(t, err)
	var v struct {
		Names []string `json:"names"`
		Defs  map[string]struct {
			Properties map[string]struct {
				Title   string   `json:"title"`
				Enum    []string `json:"enum"`
				Default string   `json:"default"`
			} `json:"properties"`
			Required []string `json:"required"`
		} `json:"$defs"`
	}
	require.NoError(t, json.Unmarshal([]byte(text), &v))
	require.Len(t, v.Names, len(detail.All))
	for _, d := range detail.All {
		require.Len(t, v.Defs[d.Name].Properties, len(d.Fields), d.Name)
	}
	assert.Equal(t, []string{"convex", "concave"}, v.Defs["bend"].Properties["side"].Enum)
	assert.Equal(t, []string{"fall"}, v.Defs["step"].Required)
	assert.Equal(t, "45", v.Defs["step"].Properties["slope_deg"].Default)
}

func TestDetailRefuses(t *testing.T) {
	for _, c := range []struct{ name, in, says string }{
		{"step", "", "JSON"}, {"step", "{", "JSON"}, {"step", "[]", "object"}, {"step", `{"fall":1}{}`, "more than one"}, {"step", `{}`, "is missing"},
		{"step", `{"fall":{}}`, "brackets"}, {"step", `{"fall":"x"}`, "the step’s height"},
		{"step", `{"fall":"-1"}`, "negative"}, {"step", `{"fall":0}`, "lies from"},
		{"step", `{"fall":1,"colour":2}`, "colour"}, {"step", `{"fall":[1,2]}`, "one is wanted"}, {"step", `{"fall":true}`, "brackets"},
		{"stair", `{"riser":7,"tread":10,"risers":1.5}`, "whole number"}, {"bend", `{"radius":5,"turn_deg":90,"side":"round"}`, "no such choice"},
		{"notch", `{"left_of":1,"height_high":0}`, "no higher"}, {"stairs", `{}`, "none of that name"},
	} {
		_, err := gnomon(c.in, "detail", c.name, "--file", "-", "--format", "json")
		var u errUsage
		require.True(t, errors.As(err, &u), "%s: %v", c.in, err)
		assert.Contains(t, u.Error(), c.says, c.in)
		assert.NotContains(t, u.Error(), "\n")
	}
	for _, args := range [][]string{{"detail"}, {"detail", "step"}, {"detail", "step", "stair"}, {"detail", "step", "--file", "/no/such"}} {
		_, err := gnomon("", args...)
		var u errUsage
		assert.True(t, errors.As(err, &u), "%v", args)
	}
}

// Whatever comes in, finite figures come out or one line that says why not.
func FuzzDetail(f *testing.F) {
	for i := range detail.All {
		f.Add(i, `{"fall":"3/4","radius":2,"pieces":2,"riser":7,"tread":10,"faces":[3,4,3],"gaps":[0,"1/4"],"left_of":12,"height_high":2}`)
	}
	f.Add(0, `{"fall":"3/4"}`)
	f.Add(12, `{"rise":"9 ft","run":"130","treads":13,"risers":14}`)
	f.Add(15, `{"faces":["3","4","3"],"turns_deg":[90,-90]}`)
	f.Fuzz(func(t *testing.T, which int, in string) {
		d := detail.All[uint(which)%uint(len(detail.All))]
		text, err := gnomon(in, "detail", d.Name, "--file", "-", "--format", "json")
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
