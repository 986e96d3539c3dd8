package files

import (
	"bytes"
	"encoding/csv"
	"encoding/json"
	"os"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/plan"
	"gnomon/demo"
)

func shed(t *testing.T) string {
	t.Helper()
	b, err := os.ReadFile("testdata/shed.json")
	require.NoError(t, err)
	return string(b)
}

func planOf(t *testing.T, j job.Job) []byte {
	t.Helper()
	p, err := plan.Build(j)
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WritePlanJSON(&b, j, p))
	return b.Bytes()
}

// The job file of docs/job-file.md loads, and the plan has the shape that
// scripts rely on.
func TestShed(t *testing.T) {
	j, err := ReadJob(strings.NewReader(shed(t)))
	require.NoError(t, err)
	var p map[string]any
	require.NoError(t, json.Unmarshal(planOf(t, j), &p))
	pieces := p["pieces"].([]any)
	require.Len(t, pieces, 5)
	w2 := pieces[1].(map[string]any)
	assert.Equal(t, 96.5, w2["length_in"])
	assert.Equal(t, 2451100000.0, w2["cut_nm"])
	right := w2["right"].(map[string]any)
	assert.Equal(t, map[string]any{"joint": "cope", "corner": "c2", "side": "inside", "told_to": "long", "meets": "k.w3", "pose": "upright",
		"mitre_deg": -45.1, "bevel_deg": 0.0, "keep": "left", "dial_deg": -45.0, "detent": 45.0}, right)
	w4 := pieces[3].(map[string]any)["right"].(map[string]any)
	assert.Equal(t, "butt", w4["joint"])
	assert.Nil(t, w4["corner"])
	assert.Nil(t, w4["side"])
	assert.Nil(t, w4["meets"])
	assert.Len(t, p["hang_order"], 5)
	assert.Len(t, p["decisions"], 4)
	assert.Equal(t, "k.w1", p["decisions"].([]any)[0].(map[string]any)["gives"])
	f := p["findings"].([]any)
	require.Len(t, f, 2)
	assert.Equal(t, "check_sees", f[0].(map[string]any)["code"])
	assert.Equal(t, "studs_unknown", f[1].(map[string]any)["code"])
}

func TestExportThenImportGivesTheSamePlan(t *testing.T) {
	for _, file := range []string{shed(t), string(demo.FerryHouse)} {
		j, err := ReadJob(strings.NewReader(file))
		require.NoError(t, err)
		j.Records = append(j.Records, job.Record{ID: "m1", Kind: job.RecordCut, On: job.On{Piece: "gone.w1", Label: "Base 9", End: "left"},
			At: "2031-05-02T09:00:00Z", Bodies: job.Bodies{Cut: &job.Cut{Length: 123456789, Mitre: -44.8}}})
		for _, unit := range []string{"in", "mm"} { // texts typed under another unit read back too
			if unit == "mm" {
				j.Unit = "mm"
			}
			var b bytes.Buffer
			require.NoError(t, WriteJob(&b, j))
			assertSchema(t, b.Bytes())
			k, err := ReadJob(bytes.NewReader(b.Bytes()))
			require.NoError(t, err)
			assert.Equal(t, string(planOf(t, j)), string(planOf(t, k)))
			var again bytes.Buffer
			require.NoError(t, WriteJob(&again, k))
			assert.Equal(t, b.String(), again.String())
		}
	}
}

func assertSchema(t *testing.T, doc []byte) {
	t.Helper()
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(doc))
	require.NoError(t, err)
	assert.NoError(t, compiled(t).Validate(v))
}

func TestSchemaTakesTheExamples(t *testing.T) {
	assertSchema(t, []byte(shed(t)))
	assertSchema(t, demo.FerryHouse)
}

func TestBadFilesAreRefusedInOneLine(t *testing.T) {
	for name, c := range map[string]struct{ file, says string }{
		"empty":           {``, "job file"},
		"not JSON":        {"{\n\"gnomon\":1,\n}", "line 3"},
		"no version":      {`{"name":"x"}`, `"gnomon" is missing`},
		"newer":           {`{"gnomon":15,"hologram":true}`, "newer"},
		"unknown field":   {`{"gnomon":1,"colour":"red"}`, "colour"},
		"wrong kind":      {`{"gnomon":1,"rooms":{}}`, "rooms"},
		"two jobs":        {`{"gnomon":1}{"gnomon":1}`, "after top-level value"},
		"bad length":      {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w","length":"7 furlongs"}]}]}`, "furlongs"},
		"negative":        {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w","length":-3}]}]}`, "never negative"},
		"nothing":         {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w","length":0}]}]}`, "more than 0"},
		"40 digits":       {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w","length":"1234567890123456789012345678901234567890"}]}]}`, "too many digits"},
		"id twice":        {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w"},{"id":"w"}]}]}`, "twice"},
		"id with a slash": {`{"gnomon":1,"rooms":[{"id":"a/b"}]}`, "identifier"},
		"corners": {`{"gnomon":1,"rooms":[{"id":"r","closed":true,"walls":[{"id":"w"},{"id":"x"},{"id":"y"}],"corners":[{"id":"c"}]}]}`,
			"3 walls do not go with 1 corners"},
		"no such wall": {`{"gnomon":1,"rooms":[{"id":"r","openings":[{"id":"o","wall":"w","from":1,"width":2}]}]}`, "no such wall"},
		"no such base": {`{"gnomon":1,"rooms":[{"id":"r","runs":[{"id":"k","moulding":"b"}]}]}`, "no such moulding"},
		"scale":        {`{"gnomon":1,"rooms":[{"id":"r","walls":[{"id":"w"}],"corners":[{"id":"c","reading":90,"scale":"gon"}]}]}`, "gon"},
		"saw":          {`{"gnomon":1,"saw":{"mitre_left":120}}`, "mitre_left"},
		"thick":        {`{"gnomon":1,"mouldings":[{"id":"b","height":"1","thickness":"5"}]}`, "swapped"},
		"undone":       {`{"gnomon":1,"marks":[{"id":"m","kind":"undone","of":"x","piece":"p"}]}`, "not there"},
	} {
		_, err := ReadJob(strings.NewReader(c.file))
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), c.says, name)
		assert.NotContains(t, err.Error(), "\n", name)
	}
	_, err := ReadJob(strings.NewReader(`{"gnomon":1,"name":"` + strings.Repeat("x", MaxJobFile) + `"}`))
	require.Error(t, err)
}

func TestPlanCSV(t *testing.T) {
	j, err := ReadJob(strings.NewReader(strings.Replace(shed(t), `"name":"Shed","closed"`, `"name":"=HYPERLINK(1)","closed"`, 1)))
	require.NoError(t, err)
	p, err := plan.Build(j)
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WritePlanCSV(&b, j, p))
	rows, err := csv.NewReader(&b).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 6)
	assert.Equal(t, "'=HYPERLINK(1)", rows[1][1], "a spreadsheet must not calculate a name")
	assert.Equal(t, `11' 4"`, rows[1][4])
	assert.Equal(t, "136", rows[1][5])
	assert.Equal(t, "-45.1", rows[2][18], "numbers stay numbers")
}

func TestPlanText(t *testing.T) {
	j, err := ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	p, err := plan.Build(j)
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, WritePlanText(&b, j, p))
	assert.Contains(t, b.String(), "Waiting Hall\n")
	assert.Contains(t, b.String(), "along an added fence")
	assert.Contains(t, b.String(), "right cope, long point, nested, dial 45° right, keep right")
	assert.Contains(t, b.String(), "check: Corner H reads 44.9°")
}

// The demo's mistakes are found: a mitre taken as a corner, and turns that do
// not come round.
func TestDemoFindsItsMistakes(t *testing.T) {
	j, err := ReadJob(bytes.NewReader(demo.FerryHouse))
	require.NoError(t, err)
	p, err := plan.Build(j)
	require.NoError(t, err)
	found := map[string]bool{}
	for _, f := range p.Findings() {
		found[f.Code+" "+f.About()] = true
	}
	assert.True(t, found["reading_scale corner:whh"])
	assert.True(t, found["room_open wall:ga1"])
	assert.True(t, found["lengths_differ wall:to8"])
}
