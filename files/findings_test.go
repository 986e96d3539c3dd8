package files

import (
	"flag"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/finding"
	_ "gnomon/core/plan" // whose packages declare their findings
)

var writeDocs = flag.Bool("docs", false, "write the tables of docs anew instead of comparing them")

const (
	findingsBegin = "<!-- findings: written by go test ./files -run TestFindingsAreDocumented -docs -->\n"
	findingsEnd   = "<!-- end of findings -->\n"
)

// Every finding stands in docs/job-file.md, with its usual severity, the stop at which it
// waits, what it is about, and what it says.
func TestFindingsAreDocumented(t *testing.T) {
	var b strings.Builder
	b.WriteString("| code | severity | stop | about | says |\n|---|---|---|---|---|\n")
	for _, f := range finding.Table() {
		says := strings.NewReplacer("%s", "…", "%d", "…", "|", "\\|").Replace(f.Text)
		fmt.Fprintf(&b, "| `%s` | %s | %s | %s | %s |\n", f.Code, f.Severity, f.Stop, f.Kind, says)
		for _, s := range []string{f.Text, f.Code, f.Stop, f.Kind, string(f.Severity)} {
			assert.NotEmpty(t, s, f.Code)
		}
	}
	const path = "../docs/job-file.md"
	doc, err := os.ReadFile(path)
	require.NoError(t, err)
	before, rest, ok := strings.Cut(string(doc), findingsBegin)
	require.True(t, ok)
	is, after, ok := strings.Cut(rest, findingsEnd)
	require.True(t, ok)
	if *writeDocs {
		require.NoError(t, os.WriteFile(path, []byte(before+findingsBegin+b.String()+findingsEnd+after), 0o644))
		return
	}
	assert.Equal(t, b.String(), is, "run it with -docs")
}
