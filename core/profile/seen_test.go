package profile_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/profile/profiletest"
)

// The girth of the ogee's face and its top, over 40 ft, are 18.7812 square feet to paint.
func TestSeen(t *testing.T) {
	face, top := profiletest.Named(t, "ogee").Seen()
	assert.Equal(t, 0.25, top.Inches())
	assert.InDelta(t, 18.7812, (face+top).Inches()*480/144, 1e-3)
}
