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

func TestRoomCodes(t *testing.T) {
	j := Job{Rooms: []Room{{ID: "a", Name: "Waiting Hall"}, {ID: "b", Name: "Galley"}, {ID: "c", Name: "Wash House"}, {ID: "d", Name: "the old Customs Long Room"}, {ID: "e"}, {ID: "f", Name: "É"}}}
	assert.Equal(t, map[string]string{"a": "WH", "b": "GA", "c": "WH2", "d": "TOC", "e": "RE", "f": "É"}, j.RoomCodes())
}

// A stick is written as its length alone, or with what it costs.
func TestStickJSON(t *testing.T) {
	var s []Stick
	require.NoError(t, json.Unmarshal([]byte(`["16'", 144, {"length":"8'","price":"$13.5","available":2}]`), &s))
	assert.Equal(t, "144", s[1].Text)
	assert.EqualValues(t, 1350, s[2].Price)
	b, err := json.Marshal(s)
	require.NoError(t, err)
	assert.JSONEq(t, `["16'","144",{"length":"8'","price":13.5,"available":2}]`, string(b))
	for _, bad := range []string{`[true]`, `[{"length":"8'","colour":1}]`, `[{"length":"8'","price":"much"}]`} {
		assert.Error(t, json.Unmarshal([]byte(bad), &s), bad)
	}
}

// What was called out is feet or metres, in files as on the screen; measured goes
// before it.
func TestRoughLengths(t *testing.T) {
	var j Job
	require.NoError(t, json.Unmarshal([]byte(`{"rooms":[{"id":"r","look":{"ceiling":"9"},"walls":[{"id":"w","rough":"11"},{"id":"v","rough":"4","length":"47"},{"id":"u"}]}]}`), &j))
	require.NoError(t, Resolve(&j, measure.UnitInch))
	r := j.Rooms[0]
	assert.Equal(t, 9*measure.Foot, r.Look.Ceiling.Length)
	l, rough, ok := r.Walls[0].Bought(Floor)
	assert.True(t, ok && rough)
	assert.Equal(t, 11*measure.Foot, l)
	l, rough, ok = r.Walls[1].Bought(Ceiling)
	assert.True(t, ok && !rough)
	assert.Equal(t, 47*measure.Inch, l)
	_, _, ok = r.Walls[2].Bought(Floor)
	assert.False(t, ok)
	Settle(&j, measure.UnitInch)
	assert.Equal(t, "11", r.Walls[0].Rough.Text, "it reads back as it was typed")
}

func TestDefaultsOfBuying(t *testing.T) {
	for _, u := range []measure.Unit{measure.UnitInch, measure.UnitMillimetre} {
		j := Job{Unit: u}
		j.Normalise()
		require.NoError(t, j.Check())
		assert.Positive(t, j.Cutting.Kerf.Length)
		assert.EqualValues(t, 1000, j.Cutting.Share)
		assert.Positive(t, j.Doors.Width.Length)
		assert.Positive(t, j.Prices.Strip.Length)
		for _, s := range j.Prices.Sundries {
			assert.Positive(t, s.Lasts)
		}
		j.Cutting.Share = 0
		j.Normalise()
		assert.Zero(t, j.Cutting.Share, "none is a share")
	}
}
