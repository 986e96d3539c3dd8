package files

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/plan"
)

// table is the plan as CSV, row by row, by its columns' names.
func table(t *testing.T, j job.Job, p plan.Plan) []map[string]string {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, WritePlanCSV(&b, j, p))
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	var out []map[string]string
	for _, r := range rows[1:] {
		m := map[string]string{}
		for i, name := range rows[0] {
			m[name] = r[i]
		}
		out = append(out, m)
	}
	return out
}

func planned(t *testing.T, text string) (job.Job, plan.Plan, string, map[string]PlanPiece) {
	t.Helper()
	j, err := ReadJob(strings.NewReader(text))
	require.NoError(t, err)
	p, err := plan.Build(j)
	require.NoError(t, err)
	var text2, js bytes.Buffer
	require.NoError(t, WritePlanText(&text2, j, p))
	require.NoError(t, WritePlanJSON(&js, j, p))
	var f PlanFile
	require.NoError(t, json.Unmarshal(js.Bytes(), &f))
	at := map[string]PlanPiece{}
	for _, q := range f.Pieces {
		at[q.ID] = q
	}
	return j, p, text2.String(), at
}

// An outside corner of 88 on a saw that swings 45: every list tells of the added fence, on
// which side of the piece it stands, and what is kept. Read as a plain 44 the piece would be
// run through the saw's own fence.
func TestEveryListTellsOfAnAddedFence(t *testing.T) {
	j, p, text, at := planned(t, `{"gnomon":5,"saws":[{"id":"s","mitre_left":45,"mitre_right":45,"bevel_left":45,"bevel_right":0}],"saw":"s","mouldings":[{"id":"m","height":"5","thickness":"5/8","sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"a","length":"60"},{"id":"b","length":"60"}],"corners":[{"id":"c","kind":"outside","reading":88}],
			"runs":[{"id":"k","moulding":"m"}]}]}`)
	assert.Contains(t, text, "right mitre, short point, along an added fence on its left, dial 44° left, keep right")
	assert.Contains(t, text, "left mitre, short point, along an added fence on its right, dial 44° right, keep left")
	e := at["k.a"].Right
	assert.True(t, e.Fence)
	assert.Equal(t, "left", e.FenceSide)
	assert.Equal(t, -44.0, *e.Mitre)
	assert.Equal(t, "right", *e.Keep)
	rows := table(t, j, p)
	assert.Equal(t, "upright, along an added fence on its left", rows[0]["right_lies"])
	assert.Equal(t, "right", rows[0]["right_keep"])
	assert.Equal(t, "upright", rows[0]["left_lies"])
	a := pieceOf(t, p, "k.a")
	assert.Contains(t, sheetEnd("right", a.Right, labels(p), j.Unit), "along an added fence on its left")
	assert.Contains(t, shortEnd(a.Right), "added fence")
	assert.NotContains(t, shortEnd(a.Left), "fence")
	found := false
	for _, f := range p.Findings() {
		found = found || f.Code == "cut_beyond_swing" && strings.Contains(f.Remedy, "on the left of the piece") &&
			strings.Contains(f.Remedy, "keep what lies right of the blade")
	}
	assert.True(t, found)
}

// Base 3/4 thick at a casing of 9/16: the chamfer stands on every list, not in one of them.
func TestEveryListTellsOfAChamfer(t *testing.T) {
	j, p, text, at := planned(t, `{"gnomon":5,"mouldings":[{"id":"m","height":"5","thickness":"3/4","profiled":true,"sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"a","length":"100"}],"openings":[{"id":"o","wall":"a","from":"40","width":"36","casing_thickness":"9/16"}],
			"runs":[{"id":"k","moulding":"m"}]}]}`)
	assert.Contains(t, text, `right butt, chamfer the face at 45° from 3/16" back`)
	assert.Equal(t, 0.1875, at["k.a"].Right.ChamferIn)
	assert.Equal(t, int64(3*measure.Inch/16), at["k.a"].Right.ChamferNM)
	assert.Contains(t, at["k.a"].Right.Note, "chamfer the face")
	rows := table(t, j, p)
	assert.Equal(t, `3/16"`, rows[0]["right_chamfer"])
	assert.Empty(t, rows[0]["left_chamfer"])
	a := pieceOf(t, p, "k.a")
	assert.Contains(t, sheetEnd("right", a.Right, labels(p), j.Unit), "chamfer the face at 45°")
	assert.Contains(t, sheetEnd("right", a.Right, labels(p), j.Unit), "against the casing")
	assert.Contains(t, shortEnd(a.Right), "chamfer")
}

// What is held back has no figure that anybody could cut to, and says why; what is not cut as
// it is says so; a measured length stands beside the cut one where they differ.
func TestEveryListTellsWhatIsHeldBack(t *testing.T) {
	j, p, text, at := planned(t, `{"gnomon":6,"mouldings":[{"id":"m","height":"5","thickness":"3/4","sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"a","lengths":[{"id":"x","length":"112"},{"id":"y","length":"113"}]},{"id":"b","length":"90"}],
			"corners":[{"id":"c","reading":90}],"runs":[{"id":"k","moulding":"m"}],
		"spots":[{"id":"s","wall":"b","kind":"step_down","at":"40"}]}]}`)
	assert.Contains(t, text, "held back")
	assert.Contains(t, text, "Base 1: Held back, not to be cut yet. The readings of wall 1 do not agree: measure it a third time.")
	assert.Contains(t, text, "Base 2: Not cut as it is. The floor steps")
	assert.Contains(t, at["k.a"].Held, "third time")
	assert.Contains(t, at["k.b"].NotAsIs, "The floor steps")
	rows := table(t, j, p)
	assert.Equal(t, []string{"held back", "", ""}, []string{rows[0]["cut"], rows[0]["cut_in"], rows[0]["cut_mm"]})
	assert.Contains(t, rows[0]["held"], "third time")
	assert.Contains(t, rows[1]["not_as_is"], "The floor steps")
	assert.NotEqual(t, "held back", rows[1]["cut"])
	require.NoError(t, WriteCutSheetPDF(&bytes.Buffer{}, j, p, func(id string) (string, error) { return "http://saw/" + id, nil }))
	require.NoError(t, WriteLabelsPDF(&bytes.Buffer{}, j, p, func(id string) (string, error) { return "http://saw/" + id, nil }))
	// Butted against base 1 the other stops 3/4 short of what was measured.
	_, _, text, _ = planned(t, `{"gnomon":6,"mouldings":[{"id":"m","height":"5","thickness":"3/4","sticks":["16'"]}],
		"rooms":[{"id":"r","walls":[{"id":"a","length":"100"},{"id":"b","length":"90"}],"corners":[{"id":"c","reading":90}],"runs":[{"id":"k","moulding":"m"}]}]}`)
	assert.Regexp(t, `measured (8' 4"|7' 6")`, text)
	assert.Equal(t, 1, strings.Count(text, "measured "), "where they differ only")
}

// A name that would paint a terminal comes out as it is read.
func TestTextOutputIsPlain(t *testing.T) {
	_, _, text, _ := planned(t, `{"gnomon":5,"mouldings":[{"id":"m","name":"x\u001b]0;hi\u0007y","height":"5","thickness":"5/8","sticks":["16'"]}],
		"rooms":[{"id":"r","name":"e\u001b[2Jvil","walls":[{"id":"a","length":"60"}],"runs":[{"id":"k","moulding":"m"}]}]}`)
	assert.Contains(t, text, "e[2Jvil")
	assert.NotContains(t, text, "\x1b")
	assert.NotContains(t, text, "\x07")
}
