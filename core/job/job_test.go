package job

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

func TestStarterCanBePlanned(t *testing.T) {
	for _, u := range []measure.Unit{measure.UnitInch, measure.UnitMillimetre} {
		j := Starter("New", u)
		require.NoError(t, j.Check())
		require.NoError(t, Resolve(&j, u), "its own texts read")
		assert.Len(t, j.Mouldings[0].Sticks, 2)
		assert.Positive(t, j.Mouldings[0].Thickness.Length)
	}
}

func TestNormaliseGivesEveryWallACorner(t *testing.T) {
	j := Job{Rooms: []Room{{ID: "r", Walls: []Wall{{ID: "a"}, {ID: "b"}}, Corners: []Corner{{ID: "b-right"}}}, {ID: "s", Closed: true, Walls: []Wall{{ID: "c"}, {ID: "d"}, {ID: "e"}}}}}
	j.Normalise()
	require.NoError(t, j.Check())
	assert.Equal(t, "b-right-", j.Rooms[0].Corners[1].ID, "made up, and not one that is there")
	assert.Len(t, j.Rooms[1].Corners, 3)
	assert.Equal(t, Inside, j.Rooms[1].Corners[0].Kind)
	assert.False(t, j.Rooms[0].Joined(1))
	assert.Equal(t, -1, j.Rooms[0].CornerAt(0, false))
	assert.Equal(t, 0, j.Rooms[0].CornerAt(1, false))
	assert.Equal(t, 2, j.Rooms[1].CornerAt(0, false))
}

func TestLabels(t *testing.T) {
	for i, want := range map[int]string{0: "A", 25: "Z", 26: "AA", 27: "AB", 51: "AZ", 52: "BA", 701: "ZZ", 702: "AAA"} {
		assert.Equal(t, want, CornerLetter(i))
	}
}

func TestEntryKeepsItsTextWhileItMeansTheSame(t *testing.T) {
	e, err := Typed("96.5", measure.UnitInch)
	require.NoError(t, err)
	assert.Equal(t, "96.5", e.Shown(measure.UnitInch))
	assert.Equal(t, `8' 1/2"`, e.Shown(measure.UnitMillimetre), "96.5 would be millimetres there")
	var n Entry
	require.NoError(t, json.Unmarshal([]byte("3742.5"), &n))
	assert.Equal(t, "3742.5", n.Text)
	assert.Error(t, json.Unmarshal([]byte("true"), &n))
}

func TestLevelsHaveTheirOwnValues(t *testing.T) {
	var r Room
	require.NoError(t, json.Unmarshal([]byte(`{"id":"r","walls":[{"id":"w","length":"100","lengths":{"ceiling":"99 1/2"}}],"corners":[{"id":"c","reading":90,"readings":{"ceiling":{"reading":44,"scale":"mitre"}}}]}`), &r))
	require.NoError(t, Resolve(&r, measure.UnitInch))
	l, ok := r.Walls[0].LengthAt(Ceiling)
	assert.True(t, ok)
	assert.Equal(t, 99.5, l.Inches())
	_, ok = r.Walls[0].LengthAt(Rail)
	assert.False(t, ok)
	rd, ok := r.Corners[0].ReadingAt(Ceiling)
	assert.True(t, ok)
	assert.Equal(t, ScaleMitre, rd.Scale)
	_, ok = r.Corners[0].ReadingAt(Rail)
	assert.False(t, ok)
	c := r.Clone()
	c.Walls[0].Lengths[Ceiling].Length = 1
	assert.Equal(t, 99.5, r.Walls[0].Lengths[Ceiling].Length.Inches(), "a clone shares nothing")
}
