package store

import (
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/job/jobtest"
)

// A job in which every field says something comes back from the database the same.
func TestEveryFieldIsKept(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "gnomon.db"))
	j := jobtest.Full(t)
	id, err := s.Create(j)
	require.NoError(t, err)
	back, _, err := s.Job(id)
	require.NoError(t, err)
	assert.Equal(t, j, back)
	assert.Empty(t, jobtest.Unused(back))
}
