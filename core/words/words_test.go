package words

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"gnomon/core/measure"
)

func TestWords(t *testing.T) {
	assert.Equal(t, "", Capital(""))
	assert.Equal(t, "Été", Capital("été"))
	assert.Equal(t, "base 3", Small("Base 3"))
	assert.Equal(t, "", List(nil))
	assert.Equal(t, "A", List([]string{"A"}))
	assert.Equal(t, "A and B", List([]string{"A", "B"}))
	assert.Equal(t, "A, B and C", List([]string{"A", "B", "C"}))
	assert.Equal(t, "1 wall", Count(1, "wall"))
	assert.Equal(t, "0 walls", Count(0, "wall"))
	assert.Equal(t, `1/8" longer`, Longer(measure.Inch/8, measure.UnitInch))
	assert.Equal(t, `1" shorter`, Longer(-measure.Inch, measure.UnitInch))
	for n, want := range map[int]string{0: "nowhere", 1: "first", 10: "tenth", 11: "11th", 12: "12th", 21: "21st", 22: "22nd", 103: "103rd", 111: "111th"} {
		assert.Equal(t, want, Ordinal(n))
	}
}
