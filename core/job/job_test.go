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
	j := Job{Rooms: []Room{{ID: "r", Walls: []Wall{{ID: "a"}, {ID: "b"}}, Corners: []Corner{{ID: "b-right"}}},
		{ID: "s", Closed: true, Walls: []Wall{{ID: "c"}, {ID: "d"}, {ID: "e"}}}}}
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
	require.NoError(t, json.Unmarshal(
		[]byte(`{"id":"r","walls":[{"id":"w","length":"100","lengths":{"ceiling":"99 1/2"}}],"corners":[{"id":"c","reading":90,"readings":{"ceiling":{"reading":44,"scale":"mitre"}}}]}`), &r))
	require.NoError(t, Resolve(&r, measure.UnitInch))
	r.normalise("in")
	assert.Equal(t, []WallLength{{ID: "w-floor", As: Entry{100 * measure.Inch, "100"}, Level: Floor},
		{ID: "w-ceiling", As: Entry{measure.Inch * 199 / 2, "99 1/2"}, Level: Ceiling}}, r.Walls[0].Lengths)
	assert.Equal(t, []Reading{{ID: "c-floor", Angle: 90, Scale: ScaleCorner, Level: Floor}, {ID: "c-ceiling", Angle: 44, Scale: ScaleMitre, Level: Ceiling}},
		r.Corners[0].Readings)
	c := r.Clone()
	c.Walls[0].Lengths[1].As.Length = 1
	assert.Equal(t, 99.5, r.Walls[0].Lengths[1].As.Length.Inches(), "a clone shares nothing")
	b, err := json.Marshal(r)
	require.NoError(t, err)
	var back Room
	require.NoError(t, json.Unmarshal(b, &back))
	require.NoError(t, Resolve(&back, measure.UnitInch))
	back.normalise("in")
	assert.Equal(t, r, back, "written in full it reads back")
	for _, bad := range []string{`{"walls":[{"id":"w","colour":1}]}`, `{"walls":[{"id":"w","lengths":[{"colour":1}]}]}`,
		`{"walls":[{"id":"w","lengths":{"roof":"1"}}]}`,
		`{"corners":[{"id":"c","readings":[{"colour":1}]}]}`, `{"corners":[{"id":"c","readings":{"roof":{}}}]}`, `{"corners":[{"id":"c","lean":"much"}]}`} {
		assert.Error(t, json.Unmarshal([]byte(bad), &back), bad)
	}
}

// What was noted beside a wall keeps its text and is copied with it.
func TestFacts(t *testing.T) {
	var r Room
	require.NoError(t, json.Unmarshal([]byte(`{"id":"r","left_end":"return","left_setback":"1/4","walls":[{"id":"w","lean":"-1/4 over 48","ceiling_left":"96 1/4","stud_spacing":16,
		"lengths":[{"id":"l","length":"101","burned":"1","left":"face","faces":{"left":"3/4"}}]}],"corners":[{"id":"c","chord":"2","depth":"0.5"}],
		"openings":[{"id":"o","wall":"w","kind":"window","from":"10","width":"30","casing":"3 1/2"}],"spots":[{"id":"s","wall":"w","kind":"stud","at":"20"}],
		"diagonals":[{"id":"d","from":"start","to":"c","length":"100"}]}`), &r))
	require.NoError(t, Resolve(&r, measure.UnitInch))
	r.normalise("in")
	j := Job{Rooms: []Room{r}}
	j.Normalise()
	require.NoError(t, j.Check())
	w := r.Walls[0]
	assert.InDelta(t, -0.2984, float64(w.Lean.Angle), 1e-4)
	assert.Equal(t, 100*measure.Inch, w.Lengths[0].Length(), "the burned inch is off")
	assert.Equal(t, 16*measure.Inch, w.StudSpacing.Length)
	assert.True(t, r.Openings[0].Breaks(Rail) && !r.Openings[0].Breaks(Floor))
	c := r.Clone()
	*c.Walls[0].Lean, *c.Walls[0].CeilingLeft, *c.Openings[0].Casing, *c.LeftSetback, *c.Corners[0].Chord = Lean{}, Entry{}, Entry{}, Entry{}, Entry{}
	*c.Walls[0].Lengths[0].Burned, *c.Walls[0].Lengths[0].Faces.Left = Entry{}, Entry{}
	assert.Equal(t, "-1/4 over 48", r.Walls[0].Lean.Text)
	assert.Equal(t, "96 1/4", r.Walls[0].CeilingLeft.Text)
	assert.Equal(t, "3 1/2", r.Openings[0].Casing.Text)
	assert.Equal(t, "2", r.Corners[0].Chord.Text)
	assert.Equal(t, "1/4", r.LeftSetback.Text)
	assert.Equal(t, "1", r.Walls[0].Lengths[0].Burned.Text)
	n, ok := r.Point(Start)
	assert.True(t, ok && n == 0)
	assert.Equal(t, "the left end", r.PointName(0))
	assert.Equal(t, Start, r.CornerOf(0))

	for name, bad := range map[string]func(*Room){
		"a burned inch longer than the length": func(r *Room) { r.Walls[0].Lengths[0].Burned.Length = 200 * measure.Inch },
		"an opening of another wall":           func(r *Room) { r.Walls[0].Lengths[0].From = "o9" },
		"a diagonal to itself":                 func(r *Room) { r.Diagonals[0].To = Start },
		"a diagonal to nowhere":                func(r *Room) { r.Diagonals[0].To = "c9" },
		"a spot on no wall":                    func(r *Room) { r.Spots[0].Wall = "w9" },
		"a stand that is none":                 func(r *Room) { r.Walls[0].Lengths[0].Left = "roof" },
		"a level that is none":                 func(r *Room) { r.Walls[0].Lengths[0].Level = "roof" },
		"deeper than long":                     func(r *Room) { r.Corners[0].Depth.Length = 3 * measure.Inch },
		"too many readings":                    func(r *Room) { r.Walls[0].Lengths = make([]WallLength, 51) },
	} {
		k := Job{Rooms: []Room{r.Clone()}}
		bad(&k.Rooms[0])
		k.Normalise()
		var in *Invalid
		require.ErrorAs(t, k.Check(), &in, name)
		assert.NotEmpty(t, in.Remedy, name)
	}
}

func TestRoomCodes(t *testing.T) {
	j := Job{Rooms: []Room{{ID: "a", Name: "Waiting Hall"}, {ID: "b", Name: "Galley"}, {ID: "c", Name: "Wash House"}, {ID: "d", Name: "the old Customs Long Room"},
		{ID: "e"}, {ID: "f", Name: "É"}}}
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
	require.NoError(t, json.Unmarshal(
		[]byte(`{"rooms":[{"id":"r","look":{"ceiling":"9"},"walls":[{"id":"w","rough":"11"},{"id":"v","rough":"4","length":"47"},{"id":"u"}]}]}`), &j))
	require.NoError(t, Resolve(&j, measure.UnitInch))
	r := j.Rooms[0]
	assert.Equal(t, 9*measure.Foot, r.Look.Ceiling.Length)
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

// The marks of formats 1 to 6 become records: nothing of them is lost, and the device that they
// told as by stands as the device.
func TestMarksBecomeRecords(t *testing.T) {
	var j Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":6,"mouldings":[{"id":"b","height":"5","thickness":"1/2"}],"marks":[
		{"id":"m1","kind":"cut","piece":"k.w1","label":"Base 1","end":"left","cut":"60\"","mitre_deg":-45,"bevel_deg":1,"pose":"nested",
			"at":"2031-05-02T09:00:00Z","by":"Saw tablet"},
		{"id":"m2","kind":"miscut","piece":"k.w1","end":"right"},{"id":"m3","kind":"undone","of":"m2","piece":"k.w1","cut":"0\"","mitre_deg":0,"bevel_deg":0}],
		"layouts":[{"moulding":"b","sticks":[],"marks":2}]}`), &j))
	assert.Equal(t, []Record{
		{ID: "m1", Kind: RecordCut, On: On{Piece: "k.w1", Label: "Base 1", End: "left"}, At: "2031-05-02T09:00:00Z", Device: "Saw tablet",
			Bodies: Bodies{Cut: &Cut{Length: 60 * measure.Inch, Mitre: -45, Bevel: 1, Pose: "nested"}}},
		{ID: "m2", Kind: RecordMiscut, On: On{Piece: "k.w1", End: "right"}, Bodies: Bodies{Cut: &Cut{}}},
		{ID: "m3", Kind: RecordUndone, Of: "m2", On: On{Piece: "k.w1"}},
	}, j.Records)
	assert.Equal(t, 2, j.Layouts[0].Records)
	require.NoError(t, Resolve(&j, j.Unit))
	j.Normalise()
	require.NoError(t, j.Check())
	assert.Len(t, j.Standing(), 1)
}

// A record says what its kind says, all of it and nothing else.
func TestARecordSaysWhatItsKindSays(t *testing.T) {
	cut, recut := &Cut{Length: measure.Foot}, &Recut{Off: measure.Inch, To: measure.Foot}
	hung, fit, ticked := &Hung{Length: measure.Foot}, &Fit{How: FitOpen, Where: "top", Gap: measure.Inch / 32}, &Ticked{Task: "hall.bead"}
	why, took, came := &Why{About: "first", Cause: "mirror"}, &Took{About: "first", Minutes: 400}, &Came{Moulding: "b", Length: 16 * measure.Foot, Count: 2}
	whole := map[RecordKind]Record{
		RecordCut:    {On: On{End: "left"}, Bodies: Bodies{Cut: cut}},
		RecordMiscut: {On: On{End: "left"}, Bodies: Bodies{Cut: cut}},
		RecordCoped:  {On: On{End: "left"}, Bodies: Bodies{Cut: cut}},
		RecordRecut:  {On: On{End: "left"}, Bodies: Bodies{Recut: recut}},
		RecordHung:   {Bodies: Bodies{Hung: hung}},
		RecordFit:    {On: On{End: "left"}, Bodies: Bodies{Fit: fit}},
		RecordWhy:    {Bodies: Bodies{Why: why}},
		RecordTook:   {Bodies: Bodies{Took: took}},
		RecordCame:   {Bodies: Bodies{Came: came}},
		RecordTicked: {Bodies: Bodies{Ticked: ticked}},
		RecordUndone: {Of: "first"},
	}
	check := func(r Record, kind RecordKind) error {
		j := Job{Records: []Record{{ID: "first", Kind: RecordCut, On: On{Piece: "k.w1", End: "left"}, Bodies: Bodies{Cut: cut}}}}
		r.ID, r.Kind = "r", kind
		if kind.made() {
			r.Piece = "k.w1"
		}
		j.Records = append(j.Records, r)
		j.Normalise()
		return j.Check()
	}
	for _, k := range recordKinds {
		r := whole[k.kind]
		require.NoError(t, check(r, k.kind), k.kind)
		if k.ofEnd {
			r.End = ""
			assert.ErrorContains(t, check(r, k.kind), "end", k.kind)
		}
		for _, b := range []Bodies{{}, {Cut: cut}, {Recut: recut}, {Cut: cut, Recut: recut}, {Hung: hung}, {Fit: fit}, {Ticked: ticked}, {Why: why},
			{Took: took}, {Came: came}} {
			r := whole[k.kind]
			if b != r.Bodies {
				r.Bodies = b
				assert.ErrorContains(t, check(r, k.kind), "what a record of its kind says", k.kind)
			}
		}
	}
	assert.ErrorContains(t, check(Record{}, "painted"), "kind")
}

// What is cut again is not cut any more, whatever was marked of that end before; the other end
// is, and so is what was cut since.
func TestStandingAfterARecut(t *testing.T) {
	rec := func(id string, kind RecordKind, end, at string) Record {
		return Record{ID: id, Kind: kind, On: On{Piece: "p", End: end}, At: at}
	}
	ids := func(rs ...Record) (out []string) {
		for _, r := range (&Job{Records: rs}).Standing() {
			out = append(out, r.ID)
		}
		return out
	}
	left, right := rec("l", RecordCut, "left", "2031-05-02T09:00:00Z"), rec("r", RecordCut, "right", "2031-05-02T09:01:00Z")
	again := rec("x", RecordRecut, "left", "2031-05-02T09:02:00Z")
	assert.Equal(t, []string{"r"}, ids(left, right, again))
	assert.Equal(t, []string{"r", "l2"}, ids(left, right, again, rec("l2", RecordCut, "left", "2031-05-02T09:03:00Z")))
	assert.Equal(t, []string{"r"}, ids(again, left, right), "in the order they were made, not in that they came")
	assert.Equal(t, []string{"l", "r"}, ids(left, right, again, Record{ID: "u", Kind: RecordUndone, Of: "x"}), "taken back, the cut stands again")
}
