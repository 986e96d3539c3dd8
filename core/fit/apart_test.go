package fit

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
	"gnomon/core/profile"
)

// Two boxes differ by their thicknesses all the way up; one with its top taken back differs there.
func TestApart(t *testing.T) {
	section := func(o profile.Outline) *profile.Section {
		s, err := profile.New(o)
		require.NoError(t, err)
		return s
	}
	in := measure.Inch
	thin, thick := section(profile.Box(5*in, in/2)), section(profile.Box(4*in, 3*in/4))
	_, by := Apart(thin, thick)
	assert.InDelta(t, .25, by, 1e-9)
	_, by = Apart(thick, thin)
	assert.InDelta(t, -.25, by, 1e-9)
	at, by := Apart(thin, thin)
	assert.Zero(t, at)
	assert.Zero(t, by)
	stepped := section(profile.Drawn([]profile.Point{{}, {U: in / 2}, {U: in / 2, Z: 4 * in}, {U: in / 4, Z: 4 * in}, {U: in / 4, Z: 5 * in}, {Z: 5 * in}}))
	at, by = Apart(thin, stepped)
	assert.InDelta(t, -.25, by, 1e-9)
	assert.Greater(t, at, 4.0)
}
