package server

import (
	"bytes"
	"encoding/json"
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/job/jobtest"
	"gnomon/files"
)

// Every field that is set one by one is in the view of its thing, under the name that it is set
// by; what the view tells otherwise (a moulding's sticks and its section, how a thing stands to the shop) is named here.
func TestEveryFieldIsInTheView(t *testing.T) {
	c, _ := start(t)
	full := jobtest.Full(t)
	var file bytes.Buffer
	require.NoError(t, files.WriteJob(&file, full))
	status, _, b := c.send("POST", "/api/jobs/import", file.String())
	require.Equal(t, 200, status, "%s", b)
	var made JobMade
	require.NoError(t, json.Unmarshal(b, &made))
	var view map[string]any
	require.NoError(t, json.Unmarshal(c.raw("/api/jobs/"+made.ID), &view))
	at := func(path ...any) map[string]any {
		var v any = view
		for _, p := range path {
			switch p := p.(type) {
			case string:
				v = v.(map[string]any)[p]
			case int:
				v = v.([]any)[p]
			}
		}
		return v.(map[string]any)
	}
	r := &full.Rooms[0]
	n := 0
	for _, x := range []struct {
		thing any
		view  map[string]any
	}{
		{&full.Cutting, at("cutting")}, {&full.Doors, at("doors")}, {&full.Tools, at("tools")}, {&full.Rules, at("rules")}, {&full.Saws[0], at("saws", 0)},
		{&full.Mouldings[0], at("mouldings", 0)}, {&full.People[0], at("people", 0)}, {&full.People[0].Instruments[0], at("people", 0, "instruments", 0)},
		{&full.People[0].Instruments[1], at("people", 0, "instruments", 1)}, {&full.Nails[0], at("nails", 0)}, {r, at("rooms", 0)}, {&r.Look, at("rooms",
			0, "look")}, {&r.Walls[0], at("rooms", 0, "walls", 0)},
		{&r.Walls[0].Lengths[0], at("rooms", 0, "walls", 0, "lengths", 0)}, {&r.Corners[0], at("rooms", 0, "corners", 0)},
		{&r.Corners[0].Readings[0], at("rooms", 0, "corners", 0, "readings", 0)}, {&r.Diagonals[0], at("rooms", 0, "diagonals", 0)},
		{&r.Openings[0], at("rooms", 0, "openings", 0)}, {&r.Spots[0], at("rooms", 0, "spots", 0)}, {&r.Runs[0], at("rooms", 0, "runs", 0)},
	} {
		for _, f := range job.FieldsIn(x.thing) {
			if v := reflect.ValueOf(f.Value).Elem(); f.Name == "section" || f.Name == "sticks" || f.Name == "origin" || private(f) ||
				v.Kind() == reflect.Pointer && v.IsNil() {
				continue
			}
			n++
			assert.Contains(t, x.view, f.Name, "of %T", x.thing)
		}
	}
	assert.Greater(t, n, 100)
	assert.Equal(t, "1/4 over 48", at("rooms", 0, "walls", 0)["lean"])
	assert.Equal(t, float64(full.Tools.Reading), at("tools")["reading"], "angles are numbers")
}
