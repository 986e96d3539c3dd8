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

func shed(t require.TestingT) job.Job {
	var j job.Job
	require.NoError(t, json.Unmarshal([]byte(`{"gnomon":1,"name":"Shed","unit":"in","mouldings":[{"id":"b","height":"5 1/4","thickness":"9/16","sticks":["16'"]},{"id":"b2","height":4,"thickness":"1/2"}],
		"rooms":[{"id":"r","closed":true,"walls":[{"id":"w1","length":"11' 4"},{"id":"w2","length":"96 1/2"},{"id":"w3","length":"11' 4"}],
		"corners":[{"id":"c1","reading":90.4},{"id":"c2"},{"id":"c3","reading":44.9,"scale":"mitre"}],"openings":[{"id":"o1","wall":"w2","from":"30","width":"36 1/2"}],"runs":[{"id":"k","moulding":"b"}]},{"id":"s"}]}`), &j))
	require.NoError(t, job.Resolve(&j, "in"))
	j.Normalise()
	require.NoError(t, j.Check())
	return j
}

// asText is a job as its file would be: what two jobs are compared by.
func asText(j job.Job) string {
	j = j.Clone()
	job.Settle(&j, j.Unit)
	b, _ := json.Marshal(j)
	return string(b)
}

// applied makes a step and holds it against the same step made on a copy that shares nothing,
// normalised and checked whole. The job given stays as it was.
func applied(t require.TestingT, j job.Job, op Op) (job.Job, Op, error) {
	was := asText(j)
	next, inverse, err := Apply(j, op)
	require.Equal(t, was, asText(j), "the job given is left as it was: %+v", op)
	whole := j.Clone()
	if op.Unit == "" {
		op.Unit = j.Unit
	}
	op, bad := current(op)
	if bad == nil {
		_, bad = step(&whole, op)
	}
	if bad == nil {
		whole.Normalise()
		bad = whole.Check()
	}
	require.Equal(t, bad, err, "%+v", op)
	if err == nil {
		require.Equal(t, asText(whole), asText(next), "%+v", op)
	}
	return next, inverse, err
}

func set1(kind, id, field, value string) Op {
	return Op{Do: Set, Kind: kind, ID: id, Field: field, Value: json.RawMessage(value)}
}

func TestSetTakesWhatWasTyped(t *testing.T) {
	j := shed(t)
	for _, op := range []Op{
		set1("job", "", "name", `"Boat shed"`), set1("length", "w1-floor", "length", `"12-3-5/8"`), set1("wall", "w2", "rough", `"8"`),
		set1("reading", "c1-floor", "reading", `"89 1/2"`), set1("corner", "c2", "kind", `"outside"`), set1("reading", "c1-floor", "scale", `"deflection"`),
		set1("length", "w1-floor", "burned", `"1"`), set1("wall", "w1", "lean", `"-1/4 over 48"`), set1("wall", "w1", "ceiling_left", `"96 1/4"`),
		set1("opening", "o1", "casing", `"3 1/2"`), set1("tools", "", "reading", `"0.2"`),
		set1("opening", "o1", "from", `"6"`), set1("moulding", "b", "sticks", `"16', 12'; 8'"`), set1("saw", "", "detents", `"0, 22 1/2; 45"`),
		set1("saw", "", "mitre_left", `"52"`), set1("rules", "", "inside", `"mitre"`), set1("run", "k", "moulding", `"b2"`), set1("room", "s", "closed", `true`),
	} {
		var err error
		j, _, err = Apply(j, op)
		require.NoError(t, err, op.Field)
	}
	assert.Equal(t, "Boat shed", j.Name)
	l := j.Rooms[0].Walls[0].Lengths[0]
	assert.Equal(t, measure.Length(147*64+40)*measure.Sixtyfourth, l.As.Length)
	assert.Equal(t, "12-3-5/8", l.As.Text)
	assert.Equal(t, l.As.Length-measure.Inch, l.Length())
	assert.InDelta(t, -0.298, float64(j.Rooms[0].Walls[0].Lean.Angle), 1e-3)
	assert.Equal(t, measure.Angle(89.5), j.Rooms[0].Corners[0].Readings[0].Angle)
	assert.Equal(t, job.ScaleDeflection, j.Rooms[0].Corners[0].Readings[0].Scale)
	assert.Len(t, j.Mouldings[0].Sticks, 3)
	assert.Equal(t, []measure.Angle{0, 22.5, 45}, j.Machine().Detents)
}

func TestSetRefusesWhole(t *testing.T) {
	j := shed(t)
	was := asText(j)
	for _, op := range []Op{
		set1("length", "w1-floor", "length", `"12x"`), set1("length", "w1-floor", "length", `"0"`), set1("length", "w1-floor", "length", `-4`),
		set1("wall", "w1", "height", `"4"`),
		set1("opening", "o1", "width", `null`), set1("opening", "o1", "width", `""`), set1("opening", "o1", "wall", `"w9"`), set1("corner", "c1", "kind", `"round"`),
		set1("reading", "c1-floor", "reading", `"ninety"`), set1("reading", "c1-floor", "scale", `7`), set1("reading", "c1-floor", "reading", `null`),
		set1("wall", "w1", "lean", `"much"`), set1("length", "w1-floor", "burned", `"140"`), set1("length", "w1-floor", "left", `"roof"`),
		set1("saw", "", "resolution", `0`), set1("saw", "", "mitre_left", `"95"`), set1("job", "", "unit", `"furlong"`),
		set1("run", "k", "moulding", `"none"`), set1("moulding", "b", "thickness", `"9"`), set1("house", "", "x", `1`), {Do: "paint"}, {Do: Add, Kind: "job"},
		{Do: Move, Kind: "opening", ID: "o1"},
		{Do: Remove, Kind: "moulding", ID: "b"}, {Do: Add, Kind: "room", ID: "r", Value: json.RawMessage(`{}`)},
		{Do: Add, Kind: "room", ID: "new", Value: json.RawMessage(`{"colour":"red"}`)},
		{Do: Record, Value: json.RawMessage(`{"kind":"undone"}`)}, {Do: Record, Value: json.RawMessage(`{"kind":"cut","piece":"k.w1","end":"top"}`)},
		{Do: TakeBack, ID: "m9"},
		{Do: Remove, Kind: "wall", ID: "w9"}, {Do: Move, Kind: "wall", ID: "w1", After: "w9"}, {Do: Add, Kind: "opening", In: "nowhere", ID: "x"},
	} {
		next, _, err := Apply(j, op)
		require.Error(t, err, "%+v", op)
		assert.Equal(t, was, asText(next))
		assert.Equal(t, was, asText(j), "the job given is left alone")
		assert.NotContains(t, err.Error(), "reflect")
	}
	_, _, err := ApplyAll(j, []Op{set1("job", "", "name", `"X"`), set1("length", "w1-floor", "length", `"bad"`)})
	require.Error(t, err)
	var in *job.Invalid
	require.ErrorAs(t, err, &in)
	assert.Equal(t, "length", in.Field)
	assert.Equal(t, "bad", in.Value)
	assert.NotEmpty(t, in.Remedy)
}

func TestConflict(t *testing.T) {
	j := shed(t)
	op := set1("length", "w1-floor", "length", `"11' 5"`)
	op.Was = json.RawMessage(`"136"`) // the same length, typed otherwise
	j, _, err := Apply(j, op)
	require.NoError(t, err)

	op.Value = json.RawMessage(`"11' 6"`)
	_, _, err = Apply(j, op)
	var c *Conflict
	require.ErrorAs(t, err, &c)
	assert.Equal(t, "11' 6", c.Yours)
	assert.Equal(t, "11' 5", c.Theirs)

	op.Value = json.RawMessage(`"137"`)
	_, _, err = Apply(j, op)
	assert.NoError(t, err, "both entered the same")
	op = set1("wall", "w2", "rough", `8`)
	op.Was = json.RawMessage(`null`)
	_, _, err = Apply(j, op)
	assert.NoError(t, err)
	op = set1("reading", "c1-floor", "reading", `90`)
	op.Was = json.RawMessage(`89`)
	_, _, err = Apply(j, op)
	require.ErrorAs(t, err, &c)
	assert.Equal(t, "90.4", c.Theirs)
}

// A different field of the same wall never collides.
func TestDifferentFieldsDoNotCollide(t *testing.T) {
	j := shed(t)
	a := set1("reading", "c1-floor", "reading", `91`)
	a.Was = json.RawMessage(`90.4`)
	b := set1("corner", "c1", "kind", `"outside"`)
	b.Was = json.RawMessage(`"inside"`)
	j, _, err := Apply(j, a)
	require.NoError(t, err)
	j, _, err = Apply(j, b)
	require.NoError(t, err)
	c := j.Rooms[0].Corners[0]
	assert.Equal(t, []any{measure.Angle(91), job.Outside}, []any{c.Readings[0].Angle, c.Kind}, "both are there")
}

func drawOp(t *rapid.T, j job.Job, n int) Op {
	id := fmt.Sprintf("n%d", n)
	wall := func() string {
		var ids []string
		for _, r := range j.Rooms {
			for _, w := range r.Walls {
				ids = append(ids, w.ID)
			}
		}
		if len(ids) == 0 {
			return "w1"
		}
		return rapid.SampledFrom(ids).Draw(t, "wall")
	}
	after := func() string {
		if rapid.Bool().Draw(t, "first") {
			return ""
		}
		return wall()
	}
	room := rapid.SampledFrom([]string{"r", "s"}).Draw(t, "room")
	return rapid.SampledFrom([]func() Op{
		func() Op {
			return set1("length", "w1-floor", "length", fmt.Sprintf("%q", rapid.SampledFrom([]string{"96", "8' 3 1/2", "2451.1 mm", "0"}).Draw(t, "length")))
		},
		func() Op {
			return Op{Do: Add, Kind: "length", In: wall(), ID: id, After: rapid.SampledFrom([]string{"", "w1-floor"}).Draw(t, "after"),
				Value: json.RawMessage(`{"id":"","length":"97 1/2","burned":"1","level":"rail","right":"face","faces":{"right":"1/2"}}`)}
		},
		func() Op { return Op{Do: Remove, Kind: "length", ID: "w1-floor"} },
		func() Op {
			return set1("length", "w1-floor", rapid.SampledFrom([]string{"burned", "left_face"}).Draw(t, "of it"),
				rapid.SampledFrom([]string{`"1"`, "null"}).Draw(t, "off"))
		},
		func() Op {
			return Op{Do: Add, Kind: "reading", In: rapid.SampledFrom([]string{"c1", "c2"}).Draw(t, "corner"), ID: id,
				Value: json.RawMessage(`{"id":"","text":"44 1/2","scale":"mitre"}`)}
		},
		func() Op { return Op{Do: Remove, Kind: "reading", ID: "c1-floor"} },
		func() Op {
			return Op{Do: Add, Kind: "diagonal", In: room, ID: id, Value: json.RawMessage(`{"id":"","from":"c1","to":"c3","length":"150"}`)}
		},
		func() Op {
			return Op{Do: Add, Kind: "spot", In: room, ID: id, Value: json.RawMessage(`{"id":"","wall":"` + wall() + `","kind":"socket","at":"` +
				rapid.SampledFrom([]string{"20", "500 mm"}).Draw(t, "at") + `"}`)}
		},
		func() Op {
			return set1("wall", wall(), "lean", rapid.SampledFrom([]string{`"-1/4 over 48"`, `"0.4"`, "null"}).Draw(t, "lean"))
		},
		func() Op {
			return set1("wall", wall(), "ceiling_left", rapid.SampledFrom([]string{`"96"`, `"2.5 m"`, "null"}).Draw(t, "height"))
		},
		func() Op { return set1("room", room, "left_setback", `"1/4"`) },
		func() Op {
			return Op{Do: Add, Kind: "copy", ID: id,
				Value: json.RawMessage(fmt.Sprintf(`{"of":%q,"name":"Again","storey":"Upper","mirror":%v,"rough":%v}`, room, rapid.Bool().Draw(t, "mirror"),
					rapid.Bool().Draw(t, "rough")))}
		},
		func() Op {
			return set1("job", "", "unit", fmt.Sprintf("%q", rapid.SampledFrom([]string{"in", "mm"}).Draw(t, "unit")))
		},
		func() Op { return set1("room", room, "closed", fmt.Sprint(rapid.Bool().Draw(t, "closed"))) },
		func() Op { return set1("moulding", "b", "sticks", `["16'", "12"]`) },
		func() Op {
			return set1("wall", wall(), "rough", fmt.Sprintf("%q", rapid.SampledFrom([]string{"11", "9'6", "3.2 m", ""}).Draw(t, "rough")))
		},
		func() Op { return set1("wall", wall(), "joists", fmt.Sprint(rapid.Bool().Draw(t, "joists"))) },
		func() Op {
			return set1("room", room, "outside", rapid.SampledFrom([]string{"2", `"3"`, "null"}).Draw(t, "outside"))
		},
		func() Op { return set1("prices", "", "cope", `"12.50"`) },
		func() Op { return set1("stick", "b/0", "price", `"31.5"`) },
		func() Op {
			return set1("stick", "b/0", "available", rapid.SampledFrom([]string{"4", "null"}).Draw(t, "there"))
		},
		func() Op { return set1("cutting", "", "kerf", `"3/32"`) },
		func() Op {
			return Op{Do: Add, Kind: "walls", In: room, ID: id, Value: json.RawMessage(`"11, 9'6; 4"`)}
		},
		func() Op {
			return Op{Do: Add, Kind: "sundry", ID: id, Value: json.RawMessage(`{"id":"","by":"joint","price":3,"lasts":10}`)}
		},
		func() Op { return Op{Do: Remove, Kind: "sundry", ID: "paint"} },
		func() Op {
			return Op{Do: Add, Kind: "layout", ID: "b",
				Value: json.RawMessage(`{"moulding":"b","sticks":[{"id":"s` + id + `","length":"16'","pieces":[{"piece":"k.w1","from":"0\"","to":"96\""}]}]}`)}
		},
		func() Op { return Op{Do: Remove, Kind: "layout", ID: "b"} },
		func() Op { return Op{Do: Add, Kind: "wall", In: room, ID: id, After: after()} },
		func() Op { return Op{Do: Remove, Kind: "wall", ID: wall()} },
		func() Op { return Op{Do: Move, Kind: "wall", ID: wall(), After: after()} },
		func() Op { return Op{Do: Remove, Kind: "room", ID: room} },
		func() Op {
			return Op{Do: Move, Kind: "room", ID: "s", After: rapid.SampledFrom([]string{"", "r"}).Draw(t, "after")}
		},
		func() Op { return Op{Do: Remove, Kind: "opening", ID: "o1"} },
		func() Op { return Op{Do: Remove, Kind: "run", ID: "k"} },
		func() Op {
			return set1("moulding", "b", "section",
				rapid.SampledFrom([]string{`[]`, `[{"u":"0","z":"0"},{"u":"9/16","z":"0"},{"u":"9/16","z":"5 1/4","bow":"1/16"},{"u":"0","z":"5 1/4"}]`}).Draw(t,
					"section"))
		},
		func() Op {
			return set1("moulding", "b", rapid.SampledFrom([]string{"wall_foot", "ceiling_foot", "projection"}).Draw(t, "measure"),
				rapid.SampledFrom([]string{`"3/8"`, "null"}).Draw(t, "foot"))
		},
		func() Op { return set1("run", "k", "first", `"w2"`) },
		func() Op {
			return Op{Do: Add, Kind: "run", In: room, ID: id,
				Value: json.RawMessage(`{"id":"","moulding":"b2","level":"ceiling","on":"` + rapid.SampledFrom([]string{"", "k"}).Draw(t, "on") + `","below":"1/2"}`)}
		},
		func() Op {
			return Op{Do: Add, Kind: "saw", ID: id,
				Value: json.RawMessage(`{"mitre_left":60,"mitre_right":60,"bevel_left":48,"bevel_right":48,"resolution":0.1,"flat":"12","kerf":"3/32"}`)}
		},
		func() Op {
			return set1("job", "", "saw", `"`+rapid.SampledFrom([]string{"saw", id}).Draw(t, "saw")+`"`)
		},
		func() Op { return Op{Do: Remove, Kind: "saw", ID: "x0"} },
		func() Op {
			return set1("saw", "saw", "nested_height", rapid.SampledFrom([]string{`"4 1/2"`, "null"}).Draw(t, "capacity"))
		},
		func() Op {
			return Op{Do: Add, Kind: "test", In: "saw", ID: id, Value: json.RawMessage(`{"id":"","way":"gap","dialled":45,"gap":"1/64","open":"toe","width":"7 1/4"}`)}
		},
		func() Op {
			return Op{Do: Add, Kind: "hand", ID: "k.w1",
				Value: json.RawMessage(rapid.SampledFrom([]string{`{"piece":"","length":"90 1/16","by":"M.","why":"the plaster bulges"}`,
					`{"piece":"","in_place":true}`}).Draw(t, "hand"))}
		},
		func() Op { return Op{Do: Remove, Kind: "hand", ID: "k.w1"} },
		func() Op { return set1("job", "", "put_away", `["short","fence"]`) },
		func() Op { return set1("rules", "", "bench", `"16"`) },
		func() Op {
			f := rapid.SampledFrom([][2]string{{"inside", `"butt"`}, {"bullnose", `"two"`}, {"hair", `"1/64"`}, {"spring", `"1 mm"`}, {"drying", "45"}, {"short", "0"},
				{"double", "100"}, {"set", `"Ada"`}, {"buying", `"fit"`}, {"hand", "101"}, {"drying", "0"}}).Draw(t, "rule")
			return set1("rules", "", f[0], f[1])
		},
		func() Op { return set1("room", room, "entry", `"o1"`) },
		func() Op { return set1("room", room, "wet", "true") },
		func() Op {
			v := rapid.SampledFrom([]string{`{"id":"","run":"k","corner":"c1","question":"coped","choice":"left","by":"Ada"}`,
				`{"id":"","run":"k","corner":"c1","question":"coped","choice":"right"}`,
				`{"id":"","question":"inside","choice":"mitre"}`, `{"id":"","piece":"k.w1","question":"scarf_at","choice":"40, 1000 mm"}`,
				`{"id":"","run":"k","question":"first","choice":"k.w1"}`,
				`{"id":"","corner":"c2","question":"inside","choice":"nonsense"}`}).Draw(t, "override")
			return Op{Do: Add, Kind: "override", In: room, ID: id, Value: json.RawMessage(v)}
		},
		func() Op {
			return Op{Do: Remove, Kind: "override", ID: rapid.SampledFrom([]string{"n0", "n1", "n2"}).Draw(t, "which")}
		},
		func() Op {
			return Op{Do: Add, Kind: "moulding", ID: id, Value: json.RawMessage(`{"height":"100 mm","thickness":"12 mm"}`)}
		},
		func() Op {
			return Op{Do: Add, Kind: "opening", In: room, ID: id, Value: json.RawMessage(`{"id":"","wall":"` + wall() + `","from":"1","width":"10"}`)}
		},
		func() Op {
			return Op{Do: Record, Value: json.RawMessage(`{"kind":"cut","piece":"k.w1","end":"left","cut":{"length":"11' 4\"","mitre":-45}}`)}
		},
		func() Op { return Op{Do: TakeBack, ID: rapid.SampledFrom([]string{"m1", "m2", "m3"}).Draw(t, "mark")} },
	}).Draw(t, "op")()
}

// untype leaves of every length only its value.
func untype(j *job.Job) {
	plain := func(e *job.Entry) {
		if e != nil {
			e.Text = e.Length.String()
		}
	}
	for i := range j.Mouldings {
		m := &j.Mouldings[i]
		plain(&m.Height)
		plain(&m.Thickness)
		for k := range m.Sticks {
			plain(&m.Sticks[k].Entry)
		}
		for k := range m.Section {
			plain(&m.Section[k].U)
			plain(&m.Section[k].Z)
			plain(m.Section[k].Bow)
		}
		plain(m.WallFoot)
		plain(m.CeilingFoot)
		plain(m.Projection)
	}
	for _, e := range []*job.Entry{&j.Cutting.Kerf, &j.Cutting.EndTrim, &j.Cutting.Keep, &j.Cutting.Shortest, &j.Doors.Width, &j.Doors.Height,
		&j.Prices.Strip.Entry, &j.Tools.Tape, &j.Rules.OffLayoutMark, &j.Rules.Bench, &j.Rules.Hair, &j.Rules.Spring} {
		plain(e)
	}
	for i := range j.ByHand {
		plain(j.ByHand[i].Length)
	}
	for i := range j.Saws {
		s := &j.Saws[i]
		plain(s.NestedHeight)
		plain(s.Flat)
		plain(s.Kerf)
		for k := range s.Tests {
			plain(s.Tests[k].Gap)
			plain(s.Tests[k].Width)
		}
	}
	for i := range j.Rooms {
		for k := range j.Rooms[i].Runs {
			plain(j.Rooms[i].Runs[k].Below)
		}
		for k := range j.Rooms[i].Walls {
			w := &j.Rooms[i].Walls[k]
			for n := range w.Lengths {
				t := &w.Lengths[n]
				plain(&t.As)
				plain(t.Burned)
				plain(t.Faces.Left)
				plain(t.Faces.Right)
			}
			plain(w.Rough)
			plain(w.CeilingLeft)
			plain(w.CeilingRight)
		}
		plain(j.Rooms[i].LeftSetback)
		plain(j.Rooms[i].RightSetback)
		for k := range j.Rooms[i].Diagonals {
			plain(&j.Rooms[i].Diagonals[k].As)
		}
		for k := range j.Rooms[i].Spots {
			plain(&j.Rooms[i].Spots[k].At)
		}
		for k := range j.Rooms[i].Openings {
			plain(&j.Rooms[i].Openings[k].From)
			plain(&j.Rooms[i].Openings[k].Width)
		}
	}
}

// Every step's inverse brings back the very job, marks apart: a fact is taken
// back by another fact, never erased.
func TestInverseRestores(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := shed(t)
		var before []job.Job
		var inverse []Op
		units := false
		for n := range 8 {
			op := drawOp(t, j, n)
			next, inv, err := applied(t, j, op)
			if err != nil {
				continue
			}
			units = units || op.Field == "unit"
			before, inverse = append(before, j), append(inverse, inv)
			j = next
		}
		for i := len(inverse) - 1; i >= 0; i-- {
			var err error
			b, err := json.Marshal(inverse[i]) // as the log keeps it
			require.NoError(t, err)
			var op Op
			require.NoError(t, json.Unmarshal(b, &op))
			j, _, err = applied(t, j, op)
			require.NoError(t, err, "%s", b)
			want, got := before[i].Clone(), j.Clone()
			require.Equal(t, cuts(want), cuts(got), "the same cuts stand")
			want.Records, got.Records = nil, nil
			if units { // what was typed under another unit keeps its value, not its text
				untype(&want)
				untype(&got)
			}
			require.Equal(t, asText(want), asText(got))
		}
	})
}

// cuts are those that stand, whatever they are called now.
func cuts(j job.Job) []job.Record {
	out := j.Standing()
	for i := range out {
		out[i].ID, out[i].Of = "", ""
	}
	return out
}

func TestRecordsAreNeverErased(t *testing.T) {
	j := shed(t)
	op := Op{Do: Record, Value: json.RawMessage(
		`{"kind":"cut","piece":"k.w1","label":"Base 1","end":"left","cut":{"length":"11' 4\""},"at":"2031-05-02T09:00:00Z"}`)}
	j, undo, err := Apply(j, op)
	require.NoError(t, err)
	assert.Equal(t, "m1", j.Records[0].ID)
	j, redo, err := Apply(j, undo)
	require.NoError(t, err)
	require.Len(t, j.Records, 2)
	assert.Equal(t, job.Record{ID: "m2", Kind: job.RecordUndone, Of: "m1", On: job.On{Piece: "k.w1", Label: "Base 1"}, At: "2031-05-02T09:00:00Z"}, j.Records[1])
	_, _, err = Apply(j, undo)
	assert.Error(t, err, "a record is taken back once")
	j, _, err = Apply(j, redo)
	require.NoError(t, err)
	require.Len(t, j.Records, 3)
	assert.Equal(t, "m3", j.Records[2].ID)
	assert.Equal(t, job.RecordCut, j.Records[2].Kind)
}
