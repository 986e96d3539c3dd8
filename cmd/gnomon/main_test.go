package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func gnomon(in string, args ...string) (string, error) {
	var out, errOut bytes.Buffer
	err := run(args, strings.NewReader(in), &out, &errOut)
	return out.String(), err
}

// With a saw, what that saw dials, the pose it falls back to and why.
func TestAnglesOnASaw(t *testing.T) {
	type answer struct {
		Mitre   float64  `json:"mitre_deg"`
		Dial    *float64 `json:"dial_deg"`
		Tilt    *float64 `json:"dial_bevel_deg"`
		Keep    string   `json:"dial_keep"`
		Pose    string   `json:"pose"`
		Edge    string   `json:"edge"`
		Fence   bool     `json:"added_fence"`
		Side    string   `json:"fence_side"`
		Reached bool     `json:"reached"`
		Why     []string `json:"why"`
	}
	ask := func(saw, args string) (a answer) {
		out, err := gnomon(saw, append([]string{"angles", "--saw", "-", "--format", "json"}, strings.Fields(args)...)...)
		require.NoError(t, err, out)
		require.NoError(t, json.Unmarshal([]byte(out), &a))
		return a
	}
	van := `{"mitre_left":50,"mitre_right":50,"bevel_left":45,"bevel_right":0,"resolution":0.5,"detents":[0,45],"tests":[{"id":"t","way":"corner","dialled":45,"corner":89}]}`
	a := ask(van, "--kind inside --reading 90 --end right --pose nested --spring 38")
	assert.Equal(t, 44.5, *a.Dial, "the saw cuts half a degree over at 45")
	assert.Equal(t, []string{"nested", "right"}, []string{a.Pose, a.Keep})
	assert.Empty(t, a.Why)
	a = ask(van, "--kind inside --reading 90 --end left --pose flat --edge top --spring 38")
	assert.InDelta(t, -31.6, a.Mitre, 0.1)
	assert.Equal(t, []string{"flat", "bottom"}, []string{a.Pose, a.Edge}, "it does not tilt right")
	assert.Contains(t, a.Why[0], "does not tilt right")
	a = ask(van, "--kind inside --reading 60 --end right")
	assert.True(t, a.Fence)
	assert.Equal(t, 30.0, *a.Dial)
	assert.Equal(t, []string{"left", "left"}, []string{a.Keep, a.Side})
	// The outside corner of the cut list's own example: 44 left, kept on the right.
	even := `{"mitre_left":45,"mitre_right":45,"bevel_left":45,"bevel_right":0}`
	a = ask(even, "--kind outside --reading 88 --end right")
	assert.True(t, a.Fence)
	assert.Equal(t, -44.0, *a.Dial)
	assert.Equal(t, []string{"right", "left"}, []string{a.Keep, a.Side})
	said, err := gnomon(even, "angles", "--saw", "-", "--kind", "outside", "--reading", "88", "--end", "right")
	require.NoError(t, err)
	assert.Contains(t, said, "upright, along an added fence on its left: dial mitre 44° left")
	assert.Contains(t, said, "keep the piece on the right")
	a = ask(`{"mitre_left":10,"mitre_right":10,"bevel_left":10,"bevel_right":0,"resolution":1}`, "--kind inside --reading 90 --end right")
	assert.False(t, a.Reached)
	assert.Nil(t, a.Dial)
	text, err := gnomon(van, "angles", "--saw", "-", "--kind", "inside", "--reading", "90", "--end", "right", "--pose", "nested")
	require.NoError(t, err)
	assert.Contains(t, text, "This saw's own error of")
	for _, bad := range []string{`{"mitre_left":120}`, `{"wings":2}`, `[]`, `{"kerf":"wide"}`} {
		_, err := gnomon(bad, "angles", "--saw", "-", "--kind", "square", "--end", "left")
		assert.ErrorContains(t, err, "--saw", bad)
	}
}

func TestAngles(t *testing.T) {
	for _, c := range []struct {
		args         string
		mitre, bevel float64
		keep         string
	}{
		{"--kind inside --reading 91.5 --end right --pose upright", -44.25, 0, "left"},
		{"--kind inside --reading 9.15e1 --end right", -44.25, 0, "left"},
		{"--kind outside --reading 88.4 --end left", -45.8, 0, "right"},
		{"--kind square --end left", 0, 0, "right"},
		{"--kind inside --reading 90 --end right --pose nested --spring 38", 45, 0, "right"},
		{"--kind inside --reading 90 --end right --pose flat --spring 45", 35.264389682754654, 30, "left"},
		{"--kind outside --reading 90 --end right --pose flat --edge bottom --spring 45", -35.264389682754654, 30, "right"},
		{"--kind inside --reading 91.5 --end right --pose flat", 0, 44.25, "left"},
	} {
		out, err := gnomon("", append(append([]string{"angles"}, strings.Fields(c.args)...), "--format", "json")...)
		require.NoError(t, err, c.args)
		var got struct {
			Mitre float64 `json:"mitre_deg"`
			Bevel float64 `json:"bevel_deg"`
			Keep  string  `json:"keep"`
		}
		require.NoError(t, json.Unmarshal([]byte(out), &got))
		assert.InDelta(t, c.mitre, got.Mitre, 1e-9, c.args)
		assert.InDelta(t, c.bevel, got.Bevel, 1e-9, c.args)
		assert.Equal(t, c.keep, got.Keep, c.args)
		assert.False(t, got.Mitre == 0 && math.Signbit(got.Mitre))
		assert.NotContains(t, out, "-0,")
		assert.NotContains(t, out, "-0}")
	}
	out, err := gnomon("", "angles", "--kind", "inside", "--reading", "91.5", "--end", "right")
	require.NoError(t, err)
	assert.Equal(t, "mitre 44.25° left, bevel 0°, keep the piece on the left\n", out)
}

func TestUnusableInputEndsWithTwo(t *testing.T) {
	dir := t.TempDir()
	bad := filepath.Join(dir, "bad.json")
	require.NoError(t, os.WriteFile(bad, []byte(`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w","length":"x"}]}]}`), 0o644))
	db := filepath.Join(dir, "g.db")
	for _, args := range []string{
		"", "paint", "angles", "angles --kind inside --end left", "angles --kind inside --end left --reading 0", "angles --kind inside --end left --reading 180",
		"angles --kind inside --end left --reading -4", "angles --kind inside --end left --reading abc", "angles --kind inside --end left --reading NaN",
		"angles --kind inside --end left --reading 1e400", "angles --kind inside --end left --reading 90 --pose flat --spring -5",
		"angles --kind round --end left --reading 90", "angles --kind inside --end top --reading 90",
		"angles --kind inside --end left --reading 90 --pose standing", "angles --kind inside --end left --reading 90 --pose flat --spring 120",
		"angles --kind inside --end left --reading 90 --tilt 3",
		"angles --kind inside --end left --reading 90 --format xml", "plan", "plan --file " + dir + "/none.json", "plan --file " + bad, "plan --file - --format pdf",
		"plan --file - extra",
		"import --db " + db, "import --db " + db + " " + bad, "export --db " + db, "export --db " + db + " nothere", "backup --db " + dir + "/none.db " + dir +
			"/x.db", "backup --db " + db,
		"nest", "nest --file " + dir + "/none.json", "nest --file " + bad, "nest --file - --format csv", "nest --file - --seconds 0", "nest --file - --seconds 99999",
		"nest --file - --seconds NaN",
	} {
		_, err := gnomon("", strings.Fields(args)...)
		var u errUsage
		if assert.True(t, errors.As(err, &u), "%q: %v", args, err) {
			assert.NotContains(t, err.Error(), "\n", args)
			assert.NotEmpty(t, err.Error())
		}
	}
}

func TestPlanImportExportBackup(t *testing.T) {
	dir := t.TempDir()
	demo, err := gnomon("", "demo", "--print")
	require.NoError(t, err)
	plan, err := gnomon(demo, "plan", "--file", "-", "--format", "json")
	require.NoError(t, err, "findings are no failure")
	assert.Contains(t, plan, `"code": "reading_scale"`)

	db := filepath.Join(dir, "g.db")
	id, err := gnomon(demo, "import", "-", "--db", db)
	require.NoError(t, err)
	id = strings.TrimSpace(id)
	file, err := gnomon("", "export", id, "--db", db)
	require.NoError(t, err)
	again, err := gnomon(file, "plan", "--file", "-", "--format", "json")
	require.NoError(t, err)
	assert.Equal(t, plan, again)

	copyTo := filepath.Join(dir, "copy.db")
	_, err = gnomon("", "backup", "--db", db, copyTo)
	require.NoError(t, err)
	fromCopy, err := gnomon("", "export", "--db", copyTo, id)
	require.NoError(t, err)
	assert.Equal(t, file, fromCopy)
	_, err = gnomon("", "backup", "--db", db, copyTo)
	assert.ErrorContains(t, err, "there already")

	csv, err := gnomon(demo, "plan", "--file", "-", "--format", "csv")
	require.NoError(t, err)
	assert.Equal(t, 67, strings.Count(csv, "\n"))
	text, err := gnomon(demo, "plan", "--file", "-")
	require.NoError(t, err)
	assert.Contains(t, text, "Waiting Hall")
}

func TestSchemaOpenAPIVersion(t *testing.T) {
	out, err := gnomon("", "schema")
	require.NoError(t, err)
	assert.True(t, json.Valid([]byte(out)))
	out, err = gnomon("", "openapi")
	require.NoError(t, err)
	assert.True(t, json.Valid([]byte(out)))
	out, err = gnomon("", "version")
	require.NoError(t, err)
	assert.Contains(t, out, version)
	out, err = gnomon("", "help")
	require.NoError(t, err)
	assert.Contains(t, out, "gnomon angles")
}
