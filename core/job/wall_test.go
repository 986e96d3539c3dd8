package job

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/measure"
)

// What cannot be of a wall's framing, of times and of the day is refused with the way out.
func TestWhatIsRefusedOfTheWall(t *testing.T) {
	entry := func(text string) *Entry { e, _ := Typed(text, measure.UnitInch); return &e }
	for name, c := range map[string]struct {
		change func(j *Job)
		says   string
	}{
		"joists of no spacing": {func(j *Job) { j.Rooms[0].JoistSpacing = entry("0") }, "16 in or 400 mm"},
		"thick ceiling":        {func(j *Job) { j.Rooms[0].CeilingBoard = entry("30") }, "1/2 in"},
		"a wait of a year":     {func(j *Job) { j.Times.PaintDries = 525600 }, "two weeks"},
		"a negative time":      {func(j *Job) { j.Times.Cut = -1 }, "0 to 1000"},
		"five people":          {func(j *Job) { j.Day.People = 5 }, "1 to 4"},
		"no day":               {func(j *Job) { j.Day.Start = "tomorrow" }, "2031-05-02"},
		"no hour":              {func(j *Job) { j.Day.From = "25:00" }, "07:30"},
		"a day of no hours":    {func(j *Job) { j.Day.From, j.Day.To = "10:00", "10:30" }, "an hour after"},
		"a move to itself":     {func(j *Job) { j.Day.Moves = []Moved{{ID: "m", Task: "cut", Before: "cut"}} }, "two tasks"},
		"nails of no hold":     {func(j *Job) { j.Rules.NailTimes = 50 }, "1 to 6"},
		"nails far from ends":  {func(j *Job) { j.Rules.NailEnd = *entry("20") }, "6"},
		"a gap of a yard": {func(j *Job) {
			j.Records = append(j.Records, Record{ID: "t", Kind: RecordFit, On: On{Piece: "k.w", End: "left"},
				Bodies: Bodies{Fit: &Fit{How: FitOpen, Where: "top", Gap: 36 * measure.Inch}}})
		}, "0 to 4 in"},
		"a tick at no time": {func(j *Job) {
			j.Records = append(j.Records, Record{ID: "t", Kind: RecordTicked, Bodies: Bodies{Ticked: &Ticked{Task: "cut", At: "noon"}}})
		}, "2031-05-02T11:40"},
	} {
		j := Starter("x", measure.UnitInch)
		j.Rooms = []Room{{ID: "r"}}
		j.Normalise()
		require.NoError(t, j.Check(), name)
		c.change(&j)
		err := j.Check()
		require.Error(t, err, name)
		assert.Contains(t, err.Error(), c.says, name)
	}
}

// Facts of the wall stand until they are taken back, or the piece is cut again or spoiled; a task counts as it was ticked last.
func TestFactsOfTheWall(t *testing.T) {
	up := func(id, piece, at string) Record {
		return Record{ID: id, Kind: RecordHung, On: On{Piece: piece}, At: at, Bodies: Bodies{Hung: &Hung{Length: measure.Foot}}}
	}
	j := Job{Records: []Record{up("a", "k.1", "2031-05-02T09:00:00Z"), up("b", "k.2", "2031-05-02T08:00:00Z"), up("c", "k.3", ""),
		up("d", "k.1", "2031-05-02T10:00:00Z"),
		{ID: "t1", Kind: RecordTicked, Bodies: Bodies{Ticked: &Ticked{Task: "coat", At: "2031-05-02T11:00"}}},
		{ID: "t2", Kind: RecordTicked, Bodies: Bodies{Ticked: &Ticked{Task: "coat", At: "2031-05-02T12:00"}}},
		{ID: "u", Kind: RecordUndone, Of: "c"}}}
	ids := func() (out []string) {
		_, wall, _ := j.Facts()
		for _, r := range wall {
			out = append(out, r.ID)
		}
		return out
	}
	assert.Equal(t, []string{"b", "d"}, ids(), "in the order it was hung; what was hung twice once")
	assert.Equal(t, "t2", j.Done()["coat"].ID)
	j.Records = append(j.Records, Record{ID: "u2", Kind: RecordUndone, Of: "t2"},
		Record{ID: "r", Kind: RecordRecut, On: On{Piece: "k.2", End: "left"}, At: "2031-05-02T11:00:00Z", Bodies: Bodies{Recut: &Recut{}}})
	assert.Equal(t, []string{"d"}, ids())
	assert.Empty(t, j.Done())
}
