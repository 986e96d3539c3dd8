package edit

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"gnomon/core/job"
	"gnomon/core/measure"
)

// apply makes steps that must be good.
func apply(t *testing.T, j job.Job, ops ...Op) (job.Job, []Op) {
	t.Helper()
	next, inverse, err := ApplyAll(j, ops)
	require.NoError(t, err)
	return next, inverse
}

// A room that somebody else has measured in is not taken back with its addition.
func TestAnAdditionStaysOnceMoreIsInIt(t *testing.T) {
	room := Op{Do: Add, Kind: "room", ID: "n",
		Value: json.RawMessage(`{"id":"n","name":"Larder","walls":[{"id":"n1"},{"id":"n2","lengths":[{"id":"nl","length":"96"}]}],"corners":[{"id":"nc1"},{"id":"nc2"}],"runs":[]}`)}
	j, undo := apply(t, shed(t), room)
	for name, since := range map[string]struct {
		ops  []Op
		said string
	}{
		"a length and a reading": {[]Op{{Do: Add, Kind: "length", In: "n1", ID: "z1", Value: json.RawMessage(`{"id":"","length":"8'"}`)},
			{Do: Add, Kind: "reading", In: "nc1", ID: "z2", Value: json.RawMessage(`{"id":"","text":"90"}`)}}, "1 length was added and 1 reading was added"},
		"a wall":           {[]Op{{Do: Add, Kind: "wall", In: "n", ID: "z3", After: "n1"}}, "1 corner was added and 1 wall was added"},
		"a length changed": {[]Op{set1("length", "nl", "length", `"97"`)}, "1 length was changed"},
		"its name":         {[]Op{set1("room", "n", "name", `"Store"`)}, "1 room was changed"},
	} {
		after, back := apply(t, j, since.ops...)
		_, _, err := ApplyAll(after, undo)
		var stays *Since
		require.ErrorAs(t, err, &stays, name)
		assert.Contains(t, err.Error(), since.said, name)
		assert.NotEmpty(t, stays.IDs)
		again, _ := apply(t, after, back...)
		gone, _ := apply(t, again, undo...)
		assert.Nil(t, gone.Room("n"), "taken out again, %s keeps nothing", name)
	}
	// Lengths written otherwise, and under another unit, are the same lengths.
	same, _ := apply(t, j, set1("job", "", "unit", `"mm"`), set1("length", "nl", "length", `"8'"`))
	gone, redo := apply(t, same, undo...)
	assert.Nil(t, gone.Room("n"))
	// Made again and measured in, it stays too.
	back, undo := apply(t, gone, redo...)
	back, _ = apply(t, back, Op{Do: Remove, Kind: "length", ID: "nl"})
	_, _, err := ApplyAll(back, undo)
	assert.NoError(t, err, "what was taken out since keeps nothing")
}

// What came in the place of another is put back only where nobody decided once more.
func TestAnotherDecisionIsNotUndone(t *testing.T) {
	hand := func(l string) Op {
		return Op{Do: Add, Kind: "hand", ID: "k.w1", Value: json.RawMessage(fmt.Sprintf(`{"piece":"","length":%q}`, l))}
	}
	decide := func(id, choice string) Op {
		return Op{Do: Add, Kind: "override", In: "r", ID: id, Value: json.RawMessage(fmt.Sprintf(`{"id":"","question":"inside","choice":%q}`, choice))}
	}
	lay := func(id string) Op {
		return Op{Do: Add, Kind: "layout", ID: "b", Value: json.RawMessage(`{"moulding":"b","sticks":[{"id":"` + id + `","length":"16'"}]}`)}
	}
	for _, make := range [][3]Op{{hand("90"), hand("91"), hand("92")}, {decide("a", "mitre"), decide("b", "butt"), decide("c", "cope")},
		{lay("s1"), lay("s2"), lay("s3")}} {
		j, _ := apply(t, shed(t), make[0])
		j, undo := apply(t, j, make[1])
		others, undoOthers := apply(t, j, make[2])
		var conflict *Conflict
		_, _, err := ApplyAll(others, undo)
		require.ErrorAs(t, err, &conflict, make[0].Kind)
		j, _ = apply(t, others, undoOthers...)
		_, _ = apply(t, j, undo...)
	}
}

// A mark taken back and made again is still the mark that the first step made.
func TestAMarkMadeAgainIsTheSameMark(t *testing.T) {
	cut := Op{Do: Record, Value: json.RawMessage(`{"kind":"cut","piece":"k.w1","end":"left","cut":{"length":"90\""}}`)}
	recut := []Op{{Do: Add, Kind: "hand", ID: "k.w1", Value: json.RawMessage(`{"piece":"","length":"90"}`)}, {Do: TakeBack, ID: "m1"}}
	start := shed(t)
	j, undoCut := apply(t, start, cut)
	for range 3 { // recut, and thought better of
		var undo []Op
		j, undo = apply(t, j, recut...)
		assert.Empty(t, j.Standing())
		j, _ = apply(t, j, undo...)
		assert.Len(t, j.Standing(), 1)
	}
	j, redo := apply(t, j, undoCut...)
	assert.Empty(t, j.Standing())
	j, _ = apply(t, j, redo...)
	_, _, err := ApplyAll(j, redo)
	assert.ErrorContains(t, err, "made again already")
	b, err := json.Marshal(j)
	require.NoError(t, err)
	var read job.Job
	require.NoError(t, json.Unmarshal(b, &read))
	require.NoError(t, job.Resolve(&read, read.Unit))
	read.Normalise()
	assert.NoError(t, read.Check(), "and a file may hold it")
}

// Inside tells of everything that a value would put into the job.
func TestWhatAStepHolds(t *testing.T) {
	kinds := func(op Op) (out []string) {
		for _, o := range Inside(op) {
			out = append(out, o.Do+" "+o.Kind)
		}
		return out
	}
	for value, want := range map[string][]string{
		`{"walls":[{"lengths":[{}]}],"corners":[{"readings":[{},{}]}]}`: {"add room", "add wall", "add length", "add corner", "add reading", "add reading"},
		`{"runs":[{}]}`:               {"add room", "add run"},
		`{"Runs":[{}]}`:               {"add room", "add run"},
		`{"overrides":[{}]}`:          {"add room", "add override"},
		`{"look":{"inside":4}}`:       {"add room"},
		`nonsense`:                    {"add room"},
		`{"walls":[{"RUNS":[null]}]}`: {"add room", "add wall", "add run"},
	} {
		assert.ElementsMatch(t, want, kinds(Op{Do: Add, Kind: "room", Value: json.RawMessage(value)}), value)
	}
	assert.ElementsMatch(t, []string{"add wall", "add wall", "add corner", "add reading", "add spot"},
		kinds(Op{Do: Add, Kind: "wall", Value: json.RawMessage(`{"wall":{},"corner":{"readings":[{}]},"spots":[{}]}`)}))
	assert.ElementsMatch(t, []string{"add faces", "add wall", "add opening"},
		kinds(Op{Do: Add, Kind: "faces", Value: json.RawMessage(`[{"do":"add","value":{"openings":[{}]}}]`)}))
	assert.Equal(t, []string{"add walls", "add wall"}, kinds(Op{Do: Add, Kind: "walls", Value: json.RawMessage(`"11, 9"`)}))
	assert.Equal(t, []string{"remove room"}, kinds(Op{Do: Remove, Kind: "room"}))
}

// Between the steps of one change the job may be one that could not be kept: whatever the steps
// are, they end in a job that can, or in an error, with the job given as it was.
func TestStepsOverACrookedJob(t *testing.T) {
	crooked := []string{`{"walls":[{"id":"x1"},{"id":"x2"},{"id":"x3"}],"corners":[{"id":"y1"}]}`,
		`{"closed":true,"walls":[{"id":"x1"}],"corners":[{"id":"y1"},{"id":"y2"}]}`,
		`{"walls":[],"corners":[{"id":"y1"}],"openings":[{"id":"o9","wall":"none","from":"1","width":"3"}]}`,
		`{"walls":[{"id":"x1"},{"id":"x1"}],"runs":[{"id":"k9","moulding":"none","first":"x9","on":"k9"}]}`,
		`{"walls":[{"id":"w1"}],"diagonals":[{"id":"d9","from":"a","to":"b","length":"1"}]}`}
	rapid.Check(t, func(t *rapid.T) {
		j := shed(t)
		before := asText(j)
		var ops []Op
		for n := range rapid.IntRange(2, 7).Draw(t, "steps") {
			switch rapid.IntRange(0, 5).Draw(t, "what") {
			case 0:
				ops = append(ops, Op{Do: Add, Kind: "room", ID: fmt.Sprintf("q%d", n), Value: json.RawMessage(rapid.SampledFrom(crooked).Draw(t, "room"))})
			case 1:
				id := rapid.SampledFrom([]string{"x1", "x2", "x3", "w1"}).Draw(t, "wall")
				ops = append(ops, rapid.SampledFrom([]Op{{Do: Remove, Kind: "wall", ID: id}, {Do: Move, Kind: "wall", ID: id, After: "x2"},
					{Do: Add, Kind: "wall", In: "q0", ID: id}, {Do: Remove, Kind: "room", ID: "q0"},
					{Do: Remove, Kind: "walls", Value: json.RawMessage(`["x1","x2"]`)}, {Do: Add, Kind: "copy", ID: "cc", Value: json.RawMessage(`{"of":"q0","mirror":true}`)},
					{Do: Remove, Kind: "moulding", ID: "b2"}}).Draw(t, "op"))
			default:
				ops = append(ops, drawOp(t, j, n))
			}
		}
		next, inverse, err := ApplyAll(j, ops)
		require.Equal(t, before, asText(j), "what was given stays")
		if err != nil {
			return
		}
		require.NoError(t, next.Check())
		after := asText(next)
		if back, _, err := ApplyAll(next, inverse); err == nil {
			require.Equal(t, len(j.Rooms), len(back.Rooms))
		}
		require.Equal(t, after, asText(next))
	})
}

// What earlier programs sent, and what the log of changes holds of theirs, is made as theirs.
func TestStepsOfEarlierPrograms(t *testing.T) {
	mark := Op{Do: "mark", ID: "k1",
		Value: json.RawMessage(`{"kind":"cut","piece":"k.w1","end":"left","cut":"90\"","mitre_deg":-45,"bevel_deg":0,"by":"Old phone"}`)}
	j, undo := apply(t, shed(t), mark)
	require.Len(t, j.Records, 1)
	assert.Equal(t, job.Record{ID: "k1", Kind: job.RecordCut, On: job.On{Piece: "k.w1", End: "left"}, Device: "Old phone",
		Bodies: job.Bodies{Cut: &job.Cut{Length: 90 * measure.Inch, Mitre: -45}}}, j.Records[0])
	assert.Equal(t, []Op{{Do: TakeBack, ID: "k1"}}, undo)
	j, again := apply(t, j, Op{Do: "unmark", ID: "k1", Value: json.RawMessage(`{"at":"2031-05-02T09:00:00Z"}`)})
	assert.Empty(t, j.Standing())
	j, _ = apply(t, j, again...)
	assert.Len(t, j.Standing(), 1)
	_, _, err := Apply(shed(t), Op{Do: "mark", Value: json.RawMessage(`{"colour":"red"}`)})
	assert.Error(t, err)
}

// When and on which device something was done is put on by whoever knows it, not believed; at
// the desk one may say who did it.
func TestStamped(t *testing.T) {
	of := func(op Op, device string) job.Record {
		var r job.Record
		require.NoError(t, json.Unmarshal(Stamped(op, "2031-05-02T09:00:00Z", device).Value, &r))
		return r
	}
	said := Op{Do: Record, Value: json.RawMessage(
		`{"kind":"cut","piece":"p","end":"left","cut":{"length":"1\""},"at":"1999-01-01T00:00:00Z","device":"other","by":"Ada"}`)}
	r := of(said, "Nell’s phone")
	assert.Equal(t, []string{"2031-05-02T09:00:00Z", "Nell’s phone", ""}, []string{r.At, r.Device, r.By})
	r = of(said, "")
	assert.Equal(t, []string{"2031-05-02T09:00:00Z", "", "Ada"}, []string{r.At, r.Device, r.By})
	old := Stamped(Op{Do: "mark", Value: json.RawMessage(`{"kind":"cut","piece":"p","end":"left","cut":"1\"","by":"other"}`)}, "t", "Saw tablet")
	assert.Equal(t, Record, old.Do)
	assert.Equal(t, "Saw tablet", of(old, "Saw tablet").Device)
	set := Op{Do: Set, Kind: "job", Field: "name", Value: json.RawMessage(`"x"`)}
	assert.Equal(t, set, Stamped(set, "t", "Saw tablet"), "no fact")
	bad := Op{Do: Record, Value: json.RawMessage(`{`)}
	assert.Equal(t, bad, Stamped(bad, "t", ""))
}

// What was called out is the same when it was set otherwise and back under another unit: bare numbers of a
// quick look are feet or metres, not inches or millimetres.
func TestCalledOutWallsGoWhateverTheUnit(t *testing.T) {
	j := shed(t)
	j, out, err := Apply(j, Op{Do: Add, Kind: "walls", In: "r", ID: "n", Value: json.RawMessage(`"11, 9'6"`)})
	require.NoError(t, err)
	j, back, err := Apply(j, set1("job", "", "unit", `"mm"`))
	require.NoError(t, err)
	j, was, err := Apply(j, set1("wall", "n-1", "rough", `"3.4"`))
	require.NoError(t, err)
	for _, op := range []Op{was, back, out} {
		j, _, err = Apply(j, op)
		require.NoError(t, err, "%+v", op)
	}
}
