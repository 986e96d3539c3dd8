package job

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

func many(n int, f string) string {
	var out []string
	for i := range n {
		out = append(out, fmt.Sprintf(f, i))
	}
	return strings.Join(out, ",")
}

// allWalls is a job of rooms with so many walls each.
func allWalls(rooms, walls int) string {
	var out []string
	for r := range rooms {
		out = append(out, fmt.Sprintf(`{"id":"r%d","walls":[%s],"runs":[]}`, r, many(walls, fmt.Sprintf(`{"id":"r%dw%%d"}`, r))))
	}
	return `{"gnomon":5,"mouldings":[{"id":"m","height":"5","thickness":"5/8"}],"rooms":[` + strings.Join(out, ",") + `]}`
}

// allMeasured is a job of rooms of 50 walls, each read so many times.
func allMeasured(rooms, times int) string {
	var out []string
	for r := range rooms {
		var walls []string
		for w := range 50 {
			walls = append(walls, fmt.Sprintf(`{"id":"r%dw%d","lengths":[%s]}`, r, w, many(times, fmt.Sprintf(`{"id":"r%dw%dl%%d","length":"100"}`, r, w))))
		}
		out = append(out, fmt.Sprintf(`{"id":"r%d","walls":[%s]}`, r, strings.Join(walls, ",")))
	}
	return `{"gnomon":5,"rooms":[` + strings.Join(out, ",") + `]}`
}

// inRooms is a job of rooms of one wall that each hold so many of a thing.
func inRooms(rooms int, field string, n int, one string) string {
	var out []string
	for r := range rooms {
		id := fmt.Sprintf("r%d", r)
		out = append(out, fmt.Sprintf(`{"id":%q,"walls":[{"id":"%sw"}],%q:[%s]}`, id, id, field, many(n, fmt.Sprintf(one, id))))
	}
	return `{"gnomon":5,"rooms":[` + strings.Join(out, ",") + `]}`
}

func checked(t *testing.T, text string) error {
	t.Helper()
	var j Job
	require.NoError(t, json.Unmarshal([]byte(text), &j))
	require.NoError(t, Resolve(&j, measure.UnitInch))
	j.Normalise()
	return j.Check()
}

// More than any job holds is refused by the name of what there is too much of.
func TestTooMuchIsNamed(t *testing.T) {
	room := func(s string) string {
		return `{"gnomon":5,"mouldings":[{"id":"m","height":"5","thickness":"5/8"}],"rooms":[{"id":"r","walls":[{"id":"w"}],` + s + `}]}`
	}
	for name, c := range map[string]struct{ text, says string }{
		"runs":      {room(`"runs":[` + many(41, `{"id":"k%d","moulding":"m"}`) + `]`), `room r, runs "41": too many`},
		"openings":  {room(`"openings":[` + many(301, `{"id":"o%d","wall":"w","from":"1","width":"1"}`) + `]`), `room r, openings "301"`},
		"spots":     {room(`"spots":[` + many(2001, `{"id":"s%d","wall":"w","kind":"stud","at":"1"}`) + `]`), `room r, spots "2001": too many`},
		"diagonals": {room(`"diagonals":[` + many(501, `{"id":"d%d","from":"w-right","to":"start","length":"1"}`) + `]`), `room r, diagonals "501"`},
		"walls":     {`{"gnomon":5,"rooms":[{"id":"r","walls":[` + many(301, `{"id":"w%d"}`) + `]}]}`, `room r, walls "301"`},
		"all walls": {allWalls(36, 290), `job, walls "10440"`},
		"mouldings": {`{"gnomon":5,"mouldings":[` + many(501, `{"id":"m%d","height":"5","thickness":"5/8"}`) + `]}`, `job, mouldings "501"`},
		"stretches": {strings.ReplaceAll(allWalls(3, 200), `"runs":[]`, `"runs":[`+many(40, `{"id":"k%d","moulding":"m"}`)+`]`), `job, runs "24000"`},
		"overrides": {room(`"runs":[],"overrides":[` + many(1001, `{"id":"o%d","question":"inside","choice":"cope"}`) + `]`),
			`room r, overrides "1001": too many`},
		"all readings":  {allMeasured(25, 49), `job, readings "61250": too many`},
		"all openings":  {inRooms(40, "openings", 260, `{"id":"%[1]so%%d","wall":"%[1]sw","from":"1","width":"1"}`), `job, openings "10400": too many`},
		"all spots":     {inRooms(20, "spots", 1010, `{"id":"%[1]ss%%d","wall":"%[1]sw","kind":"stud","at":"1"}`), `job, spots "20200": too many`},
		"all overrides": {inRooms(20, "overrides", 510, `{"id":"%[1]sv%%d","question":"inside","choice":"cope"}`), `job, overrides "10200": too many`},
		"all laid": {`{"gnomon":5,"mouldings":[{"id":"m","height":"5","thickness":"5/8"}],"layouts":[{"moulding":"m","sticks":[],"barred":[` +
			many(60_001, `{"piece":"p%d","source":"s"}`) + `]}]}`, `job, layouts "60001": too many`},
		"no tape":     {`{"gnomon":5,"tools":{"tape":"3"}}`, `tools, tape "3": no tape is so bad`},
		"no reading":  {`{"gnomon":5,"tools":{"reading":30}}`, `tools, reading "30": no protractor`},
		"close studs": {`{"gnomon":5,"rooms":[{"id":"r","walls":[{"id":"w","stud_spacing":"1/64"}]}]}`, `wall w, stud_spacing "1/64": no studs stand so close`},
		"lean's face": {`{"gnomon":6,"rooms":[{"id":"r","walls":[{"id":"w"},{"id":"v"}],"corners":[{"id":"c","lean_face":"front"}]}]}`,
			`corner c, lean_face "front": not known`},
	} {
		assert.ErrorContains(t, checked(t, c.text), c.says, name)
	}
	assert.NoError(t, checked(t, room(`"runs":[`+many(40, `{"id":"k%d","moulding":"m"}`)+`]`)))
}

// A length in a refusal is told in the job's own unit.
func TestRefusalsInTheJobsUnit(t *testing.T) {
	text := `{"gnomon":5,"unit":"in","mouldings":[{"id":"m","height":"7","thickness":"5/8","section":[{"u":"0","z":"0"},{"u":"5/8","z":"0"},{"u":"5/8","z":"5.01"},{"u":"0","z":"5.01"}]}]}`
	err := checked(t, text)
	assert.ErrorContains(t, err, `5 1/64" high`)
	assert.NotContains(t, err.Error(), "mm")
}

// What JSON found wrong is said in the words of the file, never in those of the program.
func TestJSONWords(t *testing.T) {
	for text, want := range map[string]string{
		`{"rooms":{}}`:                                                     `"rooms" holds an object where a list belongs`,
		`{"rooms":[{"walls":[5]}]}`:                                        `"rooms.walls" holds a number where an object belongs`,
		`{"rooms":[{"walls":[{"id":3}]}]}`:                                 `"rooms.walls.id" holds a number where text belongs`,
		`{"rooms":[{"corners":[{"reading":"x"}]}]}`:                        `"rooms.corners.reading" holds text where a number belongs`,
		`{"rooms":[{"corners":[{"readings":{"rail":{"reading":true}}}]}]}`: `"rooms.corners.rail.reading" holds true or false where a number belongs`,
		`{"saw":5}`: `it holds a number where text belongs`,
		`{"layouts":[{"sticks":[{"length":[]}]}]}`: `"layouts.sticks.length" holds a list where text belongs`,
		`{"rules":{"drying":1.5}}`:                 `"rules.drying" holds a number where a whole number belongs`,
	} {
		var j Job
		err := json.Unmarshal([]byte(text), &j)
		require.Error(t, err, text)
		words, at := JSONWords(err)
		assert.Equal(t, want, words)
		assert.Positive(t, at)
	}
	words, at := JSONWords(fmt.Errorf(`json: unknown field "colour"`))
	assert.Equal(t, `unknown field "colour"`, words)
	assert.Negative(t, at)
}

// Names hold nothing that a terminal would obey; what people write stays.
func TestPlain(t *testing.T) {
	for in, want := range map[string]string{
		"Waiting Hall":         "Waiting Hall",
		"red\x1b[31m\x07":      "red[31m",
		"two\nlines\tand\r":    "twolinesand",
		"Café 🪚 – ½":           "Café 🪚 – ½",
		"turned \u202egnitirw": "turned gnitirw",
		"\u0085next\u2028":     "next",
	} {
		assert.Equal(t, want, Plain(in))
	}
	j := Job{Name: "a\x1bb", Mouldings: []Moulding{{ID: "m", Name: "c\x07d"}}, Saws: []Saw{{ID: "s", Name: "e\x1bf"}}, Quote: Quote{Note: "one\ntwo\x1b"},
		Rooms: []Room{{ID: "r", Name: "g\x1bh", Overrides: []Override{{Why: "i\x1bj"}}}}, Records: []Record{{On: On{Label: "k\x1bl"}}},
		ByHand: []ByHand{{Why: "m\x1bn"}}}
	j.Normalise()
	assert.Equal(t, []string{"ab", "cd", "ef", "one\ntwo", "gh", "ij", "kl", "mn"},
		[]string{j.Name, j.Mouldings[0].Name, j.Saws[0].Name, j.Quote.Note, j.Rooms[0].Name, j.Rooms[0].Overrides[0].Why, j.Records[0].Label, j.ByHand[0].Why})
}

// What stands out at an opening, for what runs at which level.
func TestStandsOut(t *testing.T) {
	e := func(s string) *Entry { v, _ := Typed(s, measure.UnitInch); return &v }
	door := Opening{OpeningFacts: OpeningFacts{Casing: e("3"), CasingThickness: e("3/4"), Plinth: e("3 1/2"), PlinthThickness: e("1")}}
	out, known := door.StandsOut(Floor)
	assert.True(t, known)
	assert.Equal(t, measure.Inch, out, "the plinth")
	out, _ = door.StandsOut(Rail)
	assert.Equal(t, 3*measure.Inch/4, out)
	assert.Equal(t, measure.Inch/2, door.Overhang())
	assert.Zero(t, Opening{OpeningFacts: OpeningFacts{Casing: e("3"), Plinth: e("2")}}.Overhang())
	_, known = Opening{Kind: OpenDoor}.StandsOut(Floor)
	assert.False(t, known)
	out, known = Opening{Kind: OpenOpening}.StandsOut(Floor)
	assert.True(t, known && out == 0)
	out, known = Opening{Kind: OpenTub, OpeningFacts: OpeningFacts{Depth: e("30")}}.StandsOut(Floor)
	assert.True(t, known && out == 30*measure.Inch)
}

// What a field's tag does not allow is refused with the thing, the value and the way out, however
// deep it stands.
func TestTagsAreHeldTo(t *testing.T) {
	for says, spoil := range map[string]func(j *Job){
		`room r, left_end "hang": not known; use one of [ stop return]`:                                                func(j *Job) { j.Rooms[0].LeftEnd = "hang" },
		`spot s, stud "up": not known; use one of [ left right]`:                                                       func(j *Job) { j.Rooms[0].Spots[0].Stud = "up" },
		`length w-floor, left "the floor": not known; use one of [ casing plinth cabinet jamb scrap face round sharp]`: func(j *Job) { j.Rooms[0].Walls[0].Lengths[0].Left = "the floor" },
		`corner c, lean_face "off": not known; use one of [ left right]`:                                               func(j *Job) { j.Rooms[0].Corners[0].LeanFace = "off" },
		`moulding b, grade "gilt": not known; use one of [ paint stain]`:                                               func(j *Job) { j.Mouldings[0].Grade = "gilt" },
	} {
		var j Job
		require.NoError(t, json.Unmarshal([]byte(`{"gnomon":1,"mouldings":[{"id":"b","height":"5","thickness":"1/2"}],"rooms":[{"id":"r",
			"walls":[{"id":"w","length":"96"}],"corners":[{"id":"c"}],"spots":[{"id":"s","wall":"w","kind":"socket","at":"20"}]}]}`), &j))
		require.NoError(t, Resolve(&j, j.Unit))
		j.Normalise()
		require.NoError(t, j.Check())
		spoil(&j)
		assert.EqualError(t, j.Check(), says)
	}
}
