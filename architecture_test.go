package gnomon_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// outside is what core may import beside the standard library and itself.
var outside = regexp.MustCompile(`^gonum\.org/v1/gonum/`)

// The packages stand in docs/architecture.md from the ground up: each imports only what
// stands above it there, and none is missing. Core knows nobody outside it.
func TestImportsRunDownward(t *testing.T) {
	doc, err := os.ReadFile("docs/architecture.md")
	require.NoError(t, err)
	_, list, _ := strings.Cut(string(doc), "<!-- packages:")
	list, _, ok := strings.Cut(list, "<!-- end of packages -->")
	require.True(t, ok)
	place := map[string]int{}
	for i, m := range regexp.MustCompile("(?m)^\\| `([^`]+)` \\|").FindAllStringSubmatch(list, -1) {
		place[m[1]] = i
	}
	seen := map[string]bool{}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		switch {
		case err != nil:
			return err
		case d.IsDir() && (d.Name() == "node_modules" || strings.HasSuffix(d.Name(), "test") || d.Name() == "e2e" || strings.HasPrefix(d.Name(), ".") && path != "."):
			return filepath.SkipDir
		case !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go"):
			return nil
		}
		pkg := filepath.ToSlash(filepath.Dir(path))
		own, listed := place[pkg]
		assert.True(t, listed, "%s is not in docs/architecture.md", pkg)
		seen[pkg] = true
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		for _, i := range file.Imports {
			name, _ := strconv.Unquote(i.Path.Value)
			in, ours := strings.CutPrefix(name, "gnomon/")
			switch {
			case ours:
				below, known := place[in]
				assert.True(t, known && below < own, "%s imports %s, which stands below it in docs/architecture.md", path, in)
			case strings.HasPrefix(pkg, "core/") && strings.Contains(strings.Split(name, "/")[0], "."):
				assert.Regexp(t, outside, name, "%s: core imports the standard library and gonum alone", path)
			}
		}
		return nil
	}))
	for pkg := range place {
		assert.True(t, seen[pkg], "%s stands in docs/architecture.md and is not there", pkg)
	}
}

// Where a formula comes from is told by the name of a section that is there.
func TestFormulasNameTheirSection(t *testing.T) {
	doc, err := os.ReadFile("docs/geometry.md")
	require.NoError(t, err)
	sections := map[string]bool{}
	for _, m := range regexp.MustCompile(`(?m)^## (.+)$`).FindAllStringSubmatch(string(doc), -1) {
		sections[m[1]] = true
	}
	named := 0
	require.NoError(t, filepath.WalkDir("core", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") {
			return err
		}
		b, err := os.ReadFile(path)
		require.NoError(t, err)
		text := strings.ReplaceAll(string(b), "\n// ", " ")
		for _, m := range regexp.MustCompile(`docs/geometry\.md((?:,? (?:and )?"[^"]+")*)`).FindAllStringSubmatch(text, -1) {
			names := regexp.MustCompile(`"([^"]+)"`).FindAllStringSubmatch(m[1], -1)
			assert.NotEmpty(t, names, "%s names no section of docs/geometry.md", path)
			for _, n := range names {
				named++
				assert.True(t, sections[n[1]], "%s names %q, which docs/geometry.md has not", path, n[1])
			}
		}
		return nil
	}))
	assert.Greater(t, named, 15)
}
