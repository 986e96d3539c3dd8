package server

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// At the desk a copy is made, taken to another machine and brought back there while that is served; what is no backup changes nothing.
func TestCopiesFromThePage(t *testing.T) {
	c, id := start(t)
	c.set(id, "job", "", "name", "Before")
	var l CopyList
	c.post("POST", "/api/copies", "", &l)
	require.Len(t, l.Copies, 1)
	b := c.raw("/api/copies/" + l.Copies[0].Name)
	assert.Equal(t, l.Copies[0].Size, int64(len(b)))

	other, there := start(t)
	gone := other.begin("Gone by then", "in")
	status, _, answer := other.send("POST", "/api/restore", string(b), "Content-Type", "application/octet-stream")
	require.Equal(t, 200, status, "%s", answer)
	assert.Equal(t, "Before", other.kept(id).Name)
	other.problem(404, "GET", "/api/jobs/"+gone+"/told?want=shop", "")
	if there != id {
		other.problem(404, "GET", "/api/jobs/"+there+"/told?want=shop", "")
	}
	other.get("/api/copies", &l)
	require.Len(t, l.Copies, 1, "of what was replaced")
	other.post("POST", "/api/copies/"+l.Copies[0].Name+"/restore", "", nil)
	assert.Equal(t, "Gone by then", other.kept(gone).Name)

	for _, bad := range []string{"no database", string(b[:len(b)/2])} {
		p := other.problem(422, "POST", "/api/restore", bad, "Content-Type", "application/octet-stream")
		assert.Contains(t, p.Detail, "Nothing was changed")
	}
	assert.Equal(t, "Gone by then", other.kept(gone).Name)
	for _, name := range []string{"x.db", "..%2Fg.db", "gnomon-20010101-000000.db"} {
		other.problem(404, "GET", "/api/copies/"+name, "")
	}
	folder := filepath.Join(t.TempDir(), "stick")
	p := c.problem(422, "PUT", "/api/copies", `{"folder":"`+folder+`"}`)
	assert.Contains(t, p.Detail, folder)
	require.NoError(t, os.Mkdir(folder, 0o700))
	c.post("PUT", "/api/copies", `{"folder":"`+folder+`"}`, &l)
	assert.Empty(t, l.Copies)
	assert.True(t, strings.HasSuffix(l.Folder, "stick"))
}
