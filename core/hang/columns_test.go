package hang

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/measure"
)

// held at both ends, as the worked values have it.
func both(left, right float64) Ends {
	return Ends{Left: left, Right: right, InLeft: 0.75, InRight: 0.75, Near: 2, OnLeft: true, OnRight: true}
}

func TestColumns(t *testing.T) {
	assert.Equal(t, []float64{0.75, 7, 23, 39, 49.25}, Columns(50, Studs(7, 16, 50), both(0, 0)))
	assert.InDeltaSlice(t, []float64{1.45, 17.5, 33.5, 49.25}, Columns(50, Studs(1.5, 16, 50), both(0.7, 0)), 1e-9)
	assert.Len(t, Columns(118, Studs(7, 16, 118), both(0, 0)), 9, "eighteen nails in base, two a stud")
	assert.Equal(t, []float64{0.6}, Columns(1.2, nil, both(0, 0)), "one in the middle of what is short")
	assert.Equal(t, []float64{0.75}, Columns(3, nil, both(0, 0)), "two ends nearer than two inches are one")
	assert.Equal(t, []float64{7, 23, 39}, Columns(50, Studs(7, 16, 50), Ends{InLeft: 0.75, InRight: 0.75, Near: 2}), "no nail into air")
	assert.Empty(t, Columns(50, nil, Ends{InLeft: 0.75, InRight: 0.75, Near: 2}))
	assert.Empty(t, Columns(1.2, nil, Ends{InLeft: 0.75, InRight: 0.75, Near: 2}))
	assert.Empty(t, Studs(7, 0, 100), "a spacing of nothing counts nothing out")
}

func TestHeights(t *testing.T) {
	assert.Equal(t, []float64{1.25, 4}, Heights(5.25, 1, 4.5, 0.5))
	assert.Equal(t, []float64{0.75, 4.5}, Heights(5.25, 0, 4.5, 0.5))
	assert.Equal(t, []float64{0.75}, Heights(1.5, 0, 0.75, 0.5), "a narrow one has one in its middle")
	assert.Equal(t, []float64{0.75, 1.25}, []float64{Heights(2, 0, 1.25, 0.5)[0], Heights(2, 2, 1.25, 0.5)[0]})
	assert.Equal(t, []int{0, 1, 0, 1, 2}, Classes(5, true))
	assert.Equal(t, []int{0, 1, 0, 1, 0}, Classes(5, false))
}

func TestLengths(t *testing.T) {
	var sold []measure.Length
	for _, l := range Sold {
		sold = append(sold, measure.FromInches(l))
	}
	of := func(through ...float64) float64 {
		sum := 0.0
		for _, v := range through {
			sum += v
		}
		l, ok := Length(measure.FromInches(2*sum), sold)
		assert.True(t, ok)
		return l.Inches()
	}
	assert.Equal(t, 2.5, of(11.0/16, 0.5))
	assert.Equal(t, 2.0, of(0.5, 0.5))
	l, ok := Length(4*measure.Inch, sold)
	assert.False(t, ok)
	assert.Equal(t, 3*measure.Inch, l)
}

func TestTopInBacking(t *testing.T) {
	assert.Len(t, Spread(0.75, 144-0.75, 16), 10)
	assert.Equal(t, []float64{0.6}, Spread(0.75, 0.45, 16))
}

func TestWhereNailsMeet(t *testing.T) {
	// Square nails 3/4 and 1 1/2 from an outside corner of 90°, on walls along x and y: they cross 1 1/2 and 3/4 deep, and are past one another
	// before.
	one := func(deep float64) shaft { return shaft{[3]float64{-0.75, 0, 0}, [3]float64{-0.75, deep, 0}} }
	two := shaft{[3]float64{0, 1.5, 0}, [3]float64{-0.75, 1.5, 0}}
	assert.InDelta(t, 0, closest(one(1.5), two), 1e-12)
	assert.InDelta(t, 0.5, closest(one(1), two), 1e-12)
	// Two shafts that cross at the height where they cross, and past one another by a height.
	at := func(z float64) shaft { return shaft{[3]float64{-1, 0, z}, [3]float64{1, 0, z}} }
	over := shaft{[3]float64{0, -1, 0}, [3]float64{0, 1, 0}}
	assert.InDelta(t, 0, closest(at(0), over), 1e-12)
	assert.InDelta(t, 0.5, closest(at(0.5), over), 1e-12)
	assert.InDelta(t, math.Hypot(1, 0.5), closest(shaft{[3]float64{2, 0, 0.5}, [3]float64{3, 0, 0.5}}, shaft{[3]float64{0, 0, 0}, [3]float64{1, 0, 0}}), 1e-12)
}

func TestStripsAreCutFromSticks(t *testing.T) {
	feet := func(n ...int64) (out []Strip) {
		for _, l := range n {
			out = append(out, Strip{To: measure.Length(l) * measure.Foot})
		}
		return out
	}
	cuts, sticks := CutStrips(feet(14, 5, 1), 8*measure.Foot, measure.Inch/8)
	assert.Equal(t, 3, sticks)
	sum := map[int]measure.Length{}
	on := map[int]measure.Length{}
	for _, c := range cuts {
		sum[c.Strip] += c.Length
		on[c.Stick] += c.Length
	}
	assert.Equal(t, map[int]measure.Length{0: 14 * measure.Foot, 1: 5 * measure.Foot, 2: measure.Foot}, sum)
	for stick, l := range on {
		assert.LessOrEqual(t, l, 8*measure.Foot, stick)
	}
	_, none := CutStrips(feet(3), 0, 0)
	assert.Zero(t, none)
}
