package files

import (
	"bytes"
	"os"
	"reflect"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job"
	"gnomon/core/job/jobtest"
)

// A job in which every field says something comes back from its file the same, in either
// unit, and the file is as the schema has it.
func TestEveryFieldThereAndBack(t *testing.T) {
	j := jobtest.Full(t)
	var b bytes.Buffer
	require.NoError(t, WriteJob(&b, j))
	assertSchema(t, b.Bytes())
	back, err := ReadJob(bytes.NewReader(b.Bytes()))
	require.NoError(t, err)
	assert.Equal(t, j, back)
	assert.Empty(t, jobtest.Unused(back))
}

// Every field stands in docs/job-file.md under the name that it has in a file.
func TestEveryFieldIsDocumented(t *testing.T) {
	b, err := os.ReadFile("../docs/job-file.md")
	require.NoError(t, err)
	doc := map[string]bool{}
	for _, w := range regexp.MustCompile(`[a-z][a-z0-9_]*`).FindAllString(string(b), -1) {
		doc[w] = true
	}
	var missing []string
	for _, f := range jobtest.Fields() {
		field, _ := f.Type.FieldByName(f.Name)
		name, _, _ := strings.Cut(field.Tag.Get("json"), ",")
		if name == "" && f.Type == reflect.TypeFor[job.Stick]() { // written as a length, or with these
			name = strings.ToLower(f.Name)
		}
		if !doc[name] {
			missing = append(missing, f.String()+" "+name)
		}
	}
	assert.Empty(t, missing)
}
