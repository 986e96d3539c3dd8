package files

import (
	"bytes"
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job/jobtest"
)

func compiled(t *testing.T) *jsonschema.Schema {
	t.Helper()
	s, err := jsonschema.UnmarshalJSON(bytes.NewReader(Schema()))
	require.NoError(t, err)
	c := jsonschema.NewCompiler()
	require.NoError(t, c.AddResource("job.json", s))
	schema, err := c.Compile("job.json")
	require.NoError(t, err)
	return schema
}

func fits(schema *jsonschema.Schema, doc []byte) bool {
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(doc))
	return err == nil && schema.Validate(v) == nil
}

// What the schema refuses, the reader refuses: every value in a job that uses every field is
// replaced by what hardly any field takes, by turns. (A null is the same as a field left out.)
func TestTheReaderRefusesWhatTheSchemaRefuses(t *testing.T) {
	schema := compiled(t)
	var b bytes.Buffer
	require.NoError(t, WriteJob(&b, jobtest.Full(t)))
	var doc any
	require.NoError(t, json.Unmarshal(b.Bytes(), &doc))
	n, refused := 0, 0
	try := func(path string, put func(v any), was any) {
		for _, bad := range []any{"no such thing!", strings.Repeat("x", 5000), "-1e9", -1e9, 1e9, 0.5, true, []any{1}, map[string]any{"colour": 1}} {
			put(bad)
			text, err := json.Marshal(doc)
			require.NoError(t, err)
			n++
			if !fits(schema, text) {
				refused++
				_, err := ReadJob(bytes.NewReader(text))
				assert.Error(t, err, "%s = %.20s", path, fmt.Sprint(bad))
			}
		}
		put(was)
	}
	var walk func(path string, v any, put func(any))
	walk = func(path string, v any, put func(any)) {
		switch v := v.(type) {
		case map[string]any:
			for k, of := range v {
				walk(path+"."+k, of, func(x any) { v[k] = x })
			}
		case []any:
			for i, of := range v[:min(1, len(v))] {
				walk(fmt.Sprint(path, "[", i, "]"), of, func(x any) { v[i] = x })
			}
		}
		try(path, put, v)
	}
	for k, of := range doc.(map[string]any) {
		walk(k, of, func(x any) { doc.(map[string]any)[k] = x })
	}
	assert.Greater(t, refused, n/2, "of %d", n)
}

// Earlier formats, and what is written by hand in short, fit the schema.
func TestSchemaTakesEarlierFormats(t *testing.T) {
	for _, doc := range []string{
		`{"gnomon":1,"saw":{"mitre_left":50,"mitre_right":50,"bevel_left":45,"bevel_right":0,"resolution":0.5,"detents":[0]},"rooms":[{"id":"r",
			"walls":[{"id":"w","length":"96 1/2","lengths":{"rail":96,"ceiling":"95"}}],"corners":[{"id":"c","reading":91,"scale":"corner","readings":{"rail":{"reading":90}}}]}]}`,
		`{"gnomon":6,"marks":[{"id":"m1","kind":"cut","piece":"k.w1","end":"left","cut":"60\"","mitre_deg":-45,"bevel_deg":0,"by":"Saw tablet"}],
			"layouts":[{"moulding":"b","sticks":[],"marks":1}]}`,
	} {
		assertSchema(t, []byte(doc))
	}
}
