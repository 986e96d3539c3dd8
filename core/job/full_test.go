package job_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job/jobtest"
)

// The job that the other tests of fields are made with uses every field that there is: a new
// one fails here until it stands in core/job/jobtest/full.json.
func TestTheFullJobUsesEveryField(t *testing.T) {
	assert.Empty(t, jobtest.Unused(jobtest.Full(t)))
}

// A copy shares nothing with what it was made of, and is the same.
func TestACopyIsItsOwn(t *testing.T) {
	j := jobtest.Full(t)
	c := j.Clone()
	assert.Equal(t, j, c)
	assert.Empty(t, jobtest.Shared(j, c))
}
