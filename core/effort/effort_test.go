package effort

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestSpend(t *testing.T) {
	e := Of(10)
	assert.True(t, e.Spend(7))
	assert.False(t, e.Out())
	assert.False(t, e.Spend(4), "more than is left")
	assert.True(t, e.Out())
	assert.True(t, e.Spend(3), "what is left still is")
	assert.False(t, e.Spend(1))
	// A part has no more than the whole, and uses it up.
	whole := Of(10)
	part := whole.Part(6)
	assert.True(t, part.Spend(6))
	assert.False(t, part.Spend(1), "the part is used up")
	assert.False(t, whole.Out())
	part = whole.Part(6)
	assert.False(t, part.Spend(5), "of the whole 4 are left")
	assert.True(t, part.Out())
	assert.True(t, part.Spend(4))
	var all *Effort
	assert.Nil(t, all.Part(3))
	assert.True(t, all.Spend(1<<62))
	assert.False(t, all.Out())
}
