package sticks

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/job"
	"gnomon/core/measure"
	"gnomon/core/nest"
)

func TestProblem(t *testing.T) {
	j := job.Starter("x", measure.UnitInch)
	j.Normalise()
	two := 2
	j.Mouldings[0].Sticks[1].Available = &two
	p := Problem(&j, &j.Mouldings[0])
	assert.Equal(t, measure.Inch/8, p.Kerf)
	assert.Equal(t, j.Mouldings[0].Thickness.Length, p.Projection)
	assert.Equal(t, []nest.Stock{{ID: "buy:0", Length: 16 * measure.Foot, Price: 3840, Available: nest.Unlimited},
		{ID: "buy:1", Length: 12 * measure.Foot, Price: 2880, Available: 2}}, p.Stocks)
	assert.InDelta(t, -1, Scarf(&j, 45, false, nil).Slope, 1e-12)
	assert.InDelta(t, 1, Scarf(&j, 45, true, nil).Slope, 1e-12, "lapped the other way")
	assert.Equal(t, 24*measure.Inch, Scarf(&j, 45, false, nil).Least)
}
