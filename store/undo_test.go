package store

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"gnomon/core/edit"
	"gnomon/core/job"
	"gnomon/files"
)

// undoSteps is how many random steps the tests here make; make faults sets it.
func undoSteps() int {
	if n, err := strconv.Atoi(os.Getenv("UNDO_STEPS")); err == nil {
		return n
	}
	return 400
}

// person makes random steps.
type person struct {
	by  By
	rng *rand.Rand
	n   int
}

func pick[T any](rng *rand.Rand, from []T, none T) T {
	if len(from) == 0 {
		return none
	}
	return from[rng.IntN(len(from))]
}

// step is a random change of everything that has an inverse; some of them will be refused.
func (p *person) step(j job.Job) []edit.Op {
	p.n++
	id := fmt.Sprintf("%s%d", p.by.Client, p.n)
	room := pick(p.rng, j.Rooms, job.Room{ID: "none"})
	wall := pick(p.rng, room.Walls, job.Wall{ID: "none"})
	corner := pick(p.rng, room.Corners, job.Corner{ID: "none"})
	length := pick(p.rng, wall.Lengths, job.WallLength{ID: "none"})
	reading := pick(p.rng, corner.Readings, job.Reading{ID: "none"})
	opening := pick(p.rng, room.Openings, job.Opening{ID: "none"})
	run := pick(p.rng, room.Runs, job.Run{ID: "none"})
	moulding := pick(p.rng, j.Mouldings, job.Moulding{ID: "none"})
	mark := pick(p.rng, j.Standing(), job.Record{ID: "none"})
	override := pick(p.rng, room.Overrides, job.Override{ID: "none"})
	add := func(kind, in, value string) edit.Op {
		return edit.Op{Do: edit.Add, Kind: kind, In: in, ID: id, Value: json.RawMessage(value)}
	}
	inches := fmt.Sprint(20 + p.rng.IntN(60))
	all := [][]edit.Op{
		{add("room", "", `{"id":"","name":"Nook","walls":[{"id":"`+id+`a"},{"id":"`+id+`b"}],"corners":[{"id":"`+id+`c"},{"id":"`+id+`d"}]}`)},
		{add("copy", "", fmt.Sprintf(`{"of":%q,"name":"Again","storey":"Upper","mirror":%v,"rough":%v}`, room.ID, p.rng.IntN(2) == 0, p.rng.IntN(2) == 0))},
		{add("length", wall.ID, `{"id":"","length":"`+inches+`"}`)},
		{add("length", wall.ID, `{"id":"","length":"`+inches+`"}`)},
		{add("reading", corner.ID, `{"id":"","text":"89.5"}`)},
		{add("reading", corner.ID, `{"id":"","text":"45","scale":"mitre"}`)},
		{add("opening", room.ID, `{"id":"","wall":"`+wall.ID+`","kind":"door","from":"5","width":"30"}`)},
		{add("spot", room.ID, `{"id":"","wall":"`+wall.ID+`","kind":"socket","at":"`+inches+`"}`)},
		{add("wall", room.ID, ``)},
		{add("walls", room.ID, `"11, 9'6"`)},
		{add("run", room.ID, `{"id":"","moulding":"`+moulding.ID+`","level":"floor"}`)},
		{add("moulding", "", `{"id":"","height":"4","thickness":"1/2","sticks":["16'"]}`)},
		{add("override", room.ID, `{"id":"","question":"inside","choice":"`+pick(p.rng, []string{"cope", "mitre"}, "")+`"}`)},
		{{Do: edit.Add, Kind: "hand", ID: run.ID + "." + wall.ID, Value: json.RawMessage(`{"piece":"","length":"` + inches + `"}`)}},
		{mark2(run.ID+"."+wall.ID, p.rng)},
		{mark2(run.ID+"."+wall.ID, p.rng)},
		{{Do: edit.TakeBack, ID: mark.ID}},
		// a recut
		{{Do: edit.TakeBack, ID: mark.ID}, {Do: edit.Add, Kind: "hand", ID: cmp.Or(mark.Piece, "none"), Value: json.RawMessage(`{"piece":"","length":"30"}`)}},
		{set("length", length.ID, "length", inches)},
		{set("reading", reading.ID, "reading", 88+p.rng.IntN(4))},
		{set("room", room.ID, "name", "Room "+inches)},
		{set("wall", wall.ID, "rough", "12")},
		{set("opening", opening.ID, "width", inches)},
		{set("rules", "", "inside", pick(p.rng, []string{"cope", "mitre"}, ""))},
		{set("moulding", moulding.ID, "name", "Trim "+inches), set("moulding", moulding.ID, "spares", 1)},
		{{Do: edit.Remove, Kind: "length", ID: length.ID}},
		{{Do: edit.Remove, Kind: "reading", ID: reading.ID}},
		{{Do: edit.Remove, Kind: "opening", ID: opening.ID}},
		{{Do: edit.Remove, Kind: "run", ID: run.ID}},
		{{Do: edit.Remove, Kind: "moulding", ID: moulding.ID}},
		{{Do: edit.Remove, Kind: "wall", ID: wall.ID}},
		{{Do: edit.Remove, Kind: "override", ID: override.ID}},
		{{Do: edit.Move, Kind: "wall", ID: wall.ID}},
		{{Do: edit.Move, Kind: "room", ID: room.ID}},
		{add("saw", "", `{"mitre_left":50,"mitre_right":50,"bevel_left":45,"bevel_right":0}`)},
		{{Do: edit.Remove, Kind: "saw", ID: pick(p.rng, j.Saws, job.Saw{ID: "none"}).ID}},
		{add("test", "", `{"id":"","way":"gap","dialled":45,"gap":"1/64","open":"toe","width":"7 1/4"}`)},
		{add("sundry", "", `{"id":"","by":"joint","price":3,"lasts":10}`)},
		{{Do: edit.Remove, Kind: "sundry", ID: pick(p.rng, j.Prices.Sundries, job.Sundry{ID: "none"}).ID}},
		{{Do: edit.Add, Kind: "layout", ID: moulding.ID,
			Value: json.RawMessage(`{"moulding":"","sticks":[{"id":"s` + id + `","length":"16'","pieces":[{"piece":"k.w1","from":"0\"","to":"` + inches + `\""}]}]}`)}},
		{{Do: edit.Remove, Kind: "layout", ID: moulding.ID}},
		{set("prices", "", "cope", inches), set("cutting", "", "keep", inches)},
		{set("tools", "", "tape", "1/16"), set("stick", moulding.ID+"/0", "price", inches)},
		{set("corner", corner.ID, "kind", pick(p.rng, []string{"inside", "outside"}, ""))},
	}
	if n := len(room.Corners); n > 2 {
		all = append(all, []edit.Op{add("diagonal", room.ID, fmt.Sprintf(`{"id":"","from":%q,"to":%q,"length":"150"}`, room.Corners[0].ID, room.Corners[n-2].ID))})
	}
	if len(j.Rooms) > 6 { // no bigger than can be worked on quickly
		all = append(all, []edit.Op{{Do: edit.Remove, Kind: "room", ID: room.ID}}, []edit.Op{{Do: edit.Remove, Kind: "room", ID: room.ID}})
	}
	return pick(p.rng, all, nil)
}

func mark2(piece string, rng *rand.Rand) edit.Op {
	return mark(piece, []string{"left", "right"}[rng.IntN(2)])
}

// text is all of a job but the names of its marks.
func text(t *testing.T, j job.Job) string {
	t.Helper()
	j = j.Clone()
	j.Records = j.Standing()
	for i := range j.Records {
		j.Records[i].ID, j.Records[i].Of = fmt.Sprintf("m%d", i), ""
	}
	var b strings.Builder
	require.NoError(t, files.WriteJob(&b, j))
	return b.String()
}

// refused tells whether a step was refused for what it asks, as random ones are.
func refused(t *testing.T, err error) bool {
	t.Helper()
	if err != nil && !hinders(err) {
		require.NoError(t, err)
	}
	return err != nil
}

func small(t *testing.T) job.Job {
	t.Helper()
	j := ferry(t)
	j.Rooms, j.Records, j.Layouts, j.ByHand = j.Rooms[:2], nil, nil, nil
	return j
}

// One who does, undoes and does again at random, and then undoes to the start, has the start.
func TestUndoToTheStart(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(1, 16))
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		start, _, err := s.Job(id)
		require.NoError(t, err)
		p := &person{by: By{Client: "p"}, rng: rng}
		now := start
		for range 60 {
			made++
			var r Result
			switch k := rng.IntN(10); {
			case k < 6:
				r, err = s.Do(id, p.by, p.step(now))
			case k < 9:
				r, err = s.Undo(id, p.by)
			default:
				r, err = s.Redo(id, p.by)
			}
			if errors.Is(err, ErrNothing) || refused(t, err) {
				var over *PassedOver
				require.NotErrorAs(t, err, &over, "alone, one can undo everything")
				continue
			}
			now = r.Job
		}
		for {
			r, err := s.Undo(id, p.by)
			if errors.Is(err, ErrNothing) {
				break
			}
			require.NoError(t, err)
			now = r.Job
		}
		require.Equal(t, text(t, start), text(t, now))
	}
}

// Two who change things by turns have the start when each step is undone, the last first.
func TestTwoUndoToTheStart(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(2, 16))
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		start, _, err := s.Job(id)
		require.NoError(t, err)
		two := []*person{{by: By{Client: "a"}, rng: rng}, {by: By{Client: "b"}, rng: rng}}
		now := start
		var order []*person
		for range 40 {
			made++
			p := two[rng.IntN(2)]
			r, err := s.Do(id, p.by, p.step(now))
			if refused(t, err) {
				continue
			}
			order, now = append(order, p), r.Job
		}
		for i := len(order) - 1; i >= 0; i-- {
			r, err := s.Undo(id, order[i].by)
			require.NoError(t, err)
			now = r.Job
		}
		require.Equal(t, text(t, start), text(t, now))
	}
}

// measured are the values of what was measured in a job, by what they are called.
func measured(j job.Job) map[string]string {
	out := map[string]string{}
	for _, r := range j.Rooms {
		for i, w := range r.Walls {
			for _, l := range w.Lengths {
				out["length "+l.ID] = l.As.Length.String()
			}
			for _, rd := range r.Corners[i].Readings {
				out["reading "+rd.ID] = rd.Angle.Text(6)
			}
		}
	}
	return out
}

// Whatever order two undo and do again in, nothing that the other measured is lost or changed
// by it, and undoing comes to an end.
func TestUndoTakesNothingFromOthers(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	rng := rand.New(rand.NewPCG(3, 16))
	passed := 0
	for made := 0; made < undoSteps(); {
		id, err := s.Create(small(t))
		require.NoError(t, err)
		now, _, err := s.Job(id)
		require.NoError(t, err)
		two := []*person{{by: By{Client: "a"}, rng: rng}, {by: By{Client: "b"}, rng: rng}}
		last := map[string]int{} // who gave it the value that it has
		for range 60 {
			made++
			i := rng.IntN(2)
			p, before := two[i], measured(now)
			k := rng.IntN(10)
			var r Result
			switch {
			case k < 5:
				r, err = s.Do(id, p.by, p.step(now))
			case k < 9:
				r, err = s.Undo(id, p.by)
			default:
				r, err = s.Redo(id, p.by)
			}
			var over *PassedOver
			if errors.As(err, &over) {
				passed++
			}
			if errors.Is(err, ErrNothing) || refused(t, err) {
				continue
			}
			now = r.Job
			after := measured(now)
			for name, v := range before {
				if by, known := last[name]; k >= 5 && known && by != i {
					require.Equal(t, v, after[name], "%s of the other", name)
				}
			}
			for name, v := range after {
				if before[name] == v {
					continue
				}
				if last[name] = i; k >= 5 { // undone, it is the value of whoever gave it before
					delete(last, name)
				}
			}
		}
		for _, p := range two {
			for n := 0; ; n++ {
				require.Less(t, n, 200)
				if _, err := s.Undo(id, p.by); errors.Is(err, ErrNothing) {
					break
				} else {
					refused(t, err)
				}
			}
		}
	}
	assert.NotZero(t, passed, "some could not be undone, and did not stop the rest")
}

// What hindered an undo is told once, with who did it; the next undo goes on to the change
// before, and the same request sent again undoes nothing more.
func TestWhatCannotBeUndoneIsPassedOver(t *testing.T) {
	s := openAt(t, filepath.Join(t.TempDir(), "g.db"))
	id, err := s.Create(small(t))
	require.NoError(t, err)
	require.NoError(t, s.AddDevice(Device{ID: "d1", Name: "Nell’s phone", Rights: "full", Token: "x"}))
	desk, nell := By{Client: "desk"}, By{Client: "d1/a"}
	do := func(by By, ops ...edit.Op) {
		t.Helper()
		_, err := s.Do(id, by, ops)
		require.NoError(t, err)
	}
	do(desk, set("job", "", "name", "First"))
	do(desk, edit.Op{Do: edit.Add, Kind: "room", ID: "n", Value: json.RawMessage(`{"id":"","name":"Larder","walls":[{"id":"n1"}],"corners":[{"id":"nc"}]}`)})
	do(nell, edit.Op{Do: edit.Add, Kind: "length", In: "n1", ID: "nl", Value: json.RawMessage(`{"id":"","length":"96"}`)})

	desk.Once = "u1"
	_, err = s.Undo(id, desk)
	var over *PassedOver
	require.ErrorAs(t, err, &over)
	assert.Contains(t, err.Error(), "Larder stays: since it was added, 1 length was added by Nell’s phone")
	j, _, err := s.Job(id)
	require.NoError(t, err)
	require.NotNil(t, j.Room("n"))
	assert.Len(t, j.Room("n").Walls[0].Lengths, 1)
	r, err := s.Undo(id, desk)
	require.NoError(t, err, "the answer was lost and it is asked again")
	assert.Equal(t, "First", r.Job.Name)
	desk.Once = "u2"
	r, err = s.Undo(id, desk)
	require.NoError(t, err)
	assert.NotEqual(t, "First", r.Job.Name)
	_, err = s.Undo(id, nell)
	require.NoError(t, err, "the other's own is still theirs to undo")

	// What one may not do one may not undo either.
	may := nell
	may.May = func(ops []edit.Op) error { return errors.New("may not " + ops[0].Do) }
	do(nell, set("job", "", "name", "Hers"))
	_, err = s.Undo(id, may)
	require.ErrorAs(t, err, &over)
	assert.ErrorContains(t, err, "may not set")
	_, err = s.Undo(id, nell)
	assert.ErrorIs(t, err, ErrNothing)
}
